"""Finding the encoding of text, and reading it as UTF-8."""

import io

import pytest

from mottled_finch.core.errors import IntakeError
from mottled_finch.core.intake.encodings import TITLES, Transcoded, as_utf8, guess_encoding
from mottled_finch.core.intake.sniff import DELIMITERS
from mottled_finch.core.recipe.table_spec import Encoding

from ..conftest import read

TEXTS = {
    "windows-1252": "ort;straße\nMünchen;Königstraße\nZürich;Bahnhofstraße\ncafé;garçon\n",
    "windows-1250": "miasto;ulica\nŁódź;Piotrkowska\nGdańsk;Długa\nKraków;Święty Krzyż\n",
    "windows-1251": "город;улица\nМосква;Тверская\nКазань;Баумана\nОмск;Ленина\n",
    "windows-1253": "πόλη;οδός\nΑθήνα;Ερμού\nΠάτρα;Κορίνθου\nΒόλος;Δημητριάδος\n",
}


@pytest.mark.parametrize("page", TEXTS)
def test_code_pages_are_told_apart_by_their_letters(page):
    assert guess_encoding(TEXTS[page].encode(page)) == page


@pytest.mark.parametrize(
    ("content", "encoding"),
    [
        (b"a,b\nx,1\n", "utf-8"),
        ("é,b\nx,1\n".encode(), "utf-8"),
        ("a,b\n".encode("utf-8-sig"), "utf-8"),
        ("a,b\nx,1\n".encode("utf-16"), "utf-16"),
        ("a,b\nx,1\ny,2\n".encode("utf-16-le"), "utf-16"),
        ("a,b\nx,1\ny,2\n".encode("utf-16-be"), "utf-16"),
        ("né".encode()[:-1], "utf-8"),
    ],
)
def test_unicode_is_told_by_its_mark_or_its_bytes(content, encoding):
    assert guess_encoding(content) == encoding


@pytest.mark.parametrize("encoding", [name for name in TITLES if name not in ("shift_jis", "gb18030", "big5", "euc-kr")])
@pytest.mark.parametrize("size", [1, 7, 1 << 20, -1])
def test_a_stream_gives_the_same_text_in_utf8_however_it_is_read(encoding, size):
    text = "a,b\nzoë,1\n" * 300 if encoding in ("windows-1252", "utf-8", "utf-16", "iso-8859-1") else "a,b\nzoe,1\n" * 300
    stream = Transcoded(io.BytesIO(text.encode(encoding)), encoding, "t.csv")
    for _ in range(2):
        pieces = []
        while piece := stream.read(size):
            pieces.append(piece)
            if size < 0:
                break
        assert b"".join(pieces).decode() == text
        stream.seek(0)


def test_utf8_goes_through_untouched():
    source = io.BytesIO(b"a")
    assert as_utf8(source, "utf-8", "t.csv") is source


def test_letters_that_come_late_decide_the_code_page():
    lines = "".join(f"{i},plain words of no great interest\n" for i in range(40_000))
    table = read(f"n,words\n{lines}".encode() + "7,Königstraße\n".encode("windows-1252"))
    assert table.columns[1].dictionary[table.columns[1].data[-1]] == "Königstraße"


def test_utf8_that_breaks_late_is_told_by_its_line():
    lines = "".join(f"{i},naïve words of no great interest\n" for i in range(40_000))
    with pytest.raises(IntakeError) as told:
        read(f"n,words\n{lines}".encode() + b"7,\xff\xfe\n")
    assert str(told.value) == "a.csv: line 40,002 holds bytes that are not UTF-8 text; save the file again in UTF-8"


def test_an_encoding_that_does_not_fit_is_told():
    with pytest.raises(IntakeError) as told:
        read("a,b\né,1\n".encode("latin-1"), encoding="utf-8")
    assert str(told.value) == "a.csv: the file is not UTF-8 throughout; choose another encoding"
    with pytest.raises(IntakeError) as told:
        read(b"a,b\n\x81\x82,1\n\x9f", encoding="windows-1252")
    assert str(told.value) == "a.csv: the file is not Windows-1252, Western Europe throughout; choose another encoding"


def test_every_encoding_of_the_recipe_has_a_title():
    assert set(Encoding.__args__) == set(TITLES)
    assert len(DELIMITERS) == 7
