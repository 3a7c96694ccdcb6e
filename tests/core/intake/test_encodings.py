"""Finding the encoding of text, and reading it as UTF-8."""

import io

import pytest

from mottled_finch.core.errors import IntakeError
from mottled_finch.core.intake.encodings import Transcoded, as_utf8, guess_encoding
from mottled_finch.core.intake.sniff import DELIMITERS
from mottled_finch.core.recipe.table_spec import Encoding
from mottled_finch.core.vocabulary import ENCODING_TERMS

from ..conftest import read, read_with_look

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


@pytest.mark.parametrize("encoding", ENCODING_TERMS)
@pytest.mark.parametrize("size", [1, 7, 1 << 20, -1])
def test_a_stream_gives_the_same_text_in_utf8_however_it_is_read(encoding, size):
    text = "a,b\nzoë,1\n" * 300 if encoding in ("windows-1252", "utf-8", "utf-16", "iso-8859-1") else "a,b\nzoe,1\n" * 300
    stream = Transcoded(io.BytesIO(text.encode(encoding)), encoding)
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
    assert as_utf8(source, "utf-8") is source


def test_letters_that_come_late_decide_the_code_page():
    lines = "".join(f"{i},plain words of no great interest\n" for i in range(40_000))
    table = read(f"n,words\n{lines}".encode() + "7,Königstraße\n".encode("windows-1252"))
    assert table.columns[1].dictionary[table.columns[1].data[-1]] == "Königstraße"


def test_bytes_that_break_utf8_are_read_as_what_they_nearly_always_are_and_told():
    lines = "".join(f"{i},naïve words of no great interest\n" for i in range(40_000))
    for text in (f"n,words\n7,naïve façade straße\n{'8,Ü' * 3}".encode(), f"n,words\n{lines}".encode()):
        table, look = read_with_look(text + b"\n7,Z\xfcrich\n")
        words = table.columns[1]
        assert words.dictionary[words.data[-1]] == "Zürich"
        assert look.notes[-1] == "1 place not in UTF-8, read as Windows-1252"


def test_an_encoding_that_does_not_fit_is_told():
    with pytest.raises(IntakeError) as told:
        read("a,b\n".encode("utf-16") * 40, encoding="shift_jis")
    assert str(told.value).startswith("a.csv: ")
    with pytest.raises(IntakeError) as told:
        read(("a,b\n" + "日本,1\n" * 40).encode("shift_jis"), encoding="utf-8")
    assert str(told.value) == "a.csv: the file is not UTF-8; choose another encoding"
    table, look = read_with_look(b"a,b\n\x81x,1\nm\xfc,2\n", encoding="windows-1252")
    assert table.columns[0].dictionary.tolist() == ["", "\ufffdx", "mü"]
    assert look.notes[-1] == "1 place not in Windows-1252, Western Europe, shown as “\ufffd”"


def test_every_encoding_of_the_recipe_has_a_title():
    assert list(Encoding.__args__) == list(ENCODING_TERMS)
    assert len(DELIMITERS) == 7
