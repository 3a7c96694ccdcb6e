"""Finding the encoding of text, and reading it as UTF-8."""

import io

import pytest

from mottled_finch.core.common.errors import IntakeError
from mottled_finch.core.common.recipe.table_spec import Encoding
from mottled_finch.core.common.vocabulary import ENCODING_TERMS
from mottled_finch.core.tables.intake.encodings import Transcoded, as_utf8, doubt_of, guess_encoding
from mottled_finch.core.tables.intake.sniff import DELIMITERS

from ...conftest import read, read_with_look

TEXTS = {
    "windows-1252": "ort;straße\nMünchen;Königstraße\nZürich;Bahnhofstraße\ncafé;garçon\n",
    "windows-1250": "miasto;ulica\nŁódź;Piotrkowska\nGdańsk;Długa\nKraków;Święty Krzyż\n",
    "windows-1251": "город;улица\nМосква;Тверская\nКазань;Баумана\nОмск;Ленина\n",
    "windows-1253": "πόλη;οδός\nΑθήνα;Ερμού\nΠάτρα;Κορίνθου\nΒόλος;Δημητριάδος\n",
}


@pytest.mark.parametrize("page", TEXTS)
def test_code_pages_are_told_apart_by_their_letters(page):
    assert guess_encoding(TEXTS[page].encode(page)) == page


PLACES = {
    "windows-1252": "Zürich|Málaga|Besançon|Århus|Façade|Coração|Göteborg|Düsseldorf|señor|garçon|Köln|Straße",
    "windows-1250": "Łódź|Gdańsk|Kraków|Święty|Plzeň|České Budějovice|Žilina|Győr|Székesfehérvár|Čakovec|Poznań|Wrocław",
    "windows-1251": "Москва|Казань|Новосибирск|Екатеринбург|София|Київ|Нижний Новгород|Красноярск",
    "windows-1253": "Αθήνα|Θεσσαλονίκη|Πάτρα|Ηράκλειο|Λάρισα|Βόλος|Ιωάννινα|Καβάλα",
    "windows-1254": "İstanbul|Ağrı|Muğla|Şanlıurfa|Eskişehir|Kırşehir|Iğdır|Diyarbakır|Gümüşhane",
    "windows-1255": "ירושלים|תל אביב|חיפה|באר שבע|נתניה|אשדוד|רמת גן",
    "windows-1256": "القاهرة|الرياض|بغداد|دمشق|بيروت|الجزائر|الخرطوم|عمان",
    "windows-1257": "Šiauliai|Panevėžys|Jūrmala|Rēzekne|Liepāja|Tauragė|Kėdainiai|Ģimene|Vilniaus gatvė",
    "cp850": "Zürich|Málaga|Besançon|Façade|Göteborg|Düsseldorf|señor|garçon|Köln|Straße|München|Nürnberg",
    "cp852": "Łódź|Gdańsk|Kraków|Święty|Poznań|Wrocław|Częstochowa|Rzeszów|Białystok",
    "cp866": "Москва|Казань|Новосибирск|Екатеринбург|Нижний Новгород|Красноярск|Владивосток",
    "koi8-u": "Москва|Казань|Новосибирск|Екатеринбург|Нижний Новгород|Красноярск|Владивосток",
    "macintosh": "Zürich|Málaga|Besançon|Göteborg|Düsseldorf|señor|garçon|Köln|München|Nürnberg|élève|forêt",
    "shift_jis": "東京|大阪|名古屋|札幌|さっぽろ|カタカナ|横浜市|京都府|北海道",
    "euc-jp": "東京|大阪|名古屋|札幌|さっぽろ|カタカナ|横浜市|京都府|北海道",
    "gb18030": "北京|上海|广州市|深圳|天津|重庆|成都市|南京|武汉|西安",
    "big5": "臺北|高雄|臺中市|新竹|基隆|嘉義|屏東縣|花蓮",
    "euc-kr": "서울|부산|인천|대구|대전|광주|울산|수원시|제주도",
    "cp874": "กรุงเทพ|เชียงใหม่|ภูเก็ต|ขอนแก่น|นครราชสีมา|ชลบุรี",
}


@pytest.mark.parametrize("page", PLACES)
def test_tables_in_many_code_pages_are_read_as_they_were_written(page):
    names = PLACES[page].split("|")
    text = "id,place,amount\n" + "".join(f"{i},{names[i % len(names)]},{i * 1.5}\n" for i in range(40))
    found = guess_encoding(text.encode(page))
    assert text.encode(page).decode(found) == text


def test_a_guess_that_is_not_sure_shows_what_another_would_read():
    head = "name\nMüller\n".encode("windows-1252")
    assert guess_encoding(head) == "windows-1252"
    assert doubt_of(head, "windows-1252").startswith("the encoding is a guess; ")
    assert "“Müller” as “" in doubt_of(head, "windows-1252")
    sure = ("name\n" + "\n".join(PLACES["windows-1251"].split("|"))).encode("windows-1251")
    assert doubt_of(sure, "windows-1251") == ""
    assert "the encoding is a guess" in " ".join(read_with_look(head)[1].notes)
    assert read_with_look(head, encoding="windows-1252")[1].notes == ()


@pytest.mark.parametrize("encoding", ["utf-32", "utf-32-le", "utf-32-be"])
def test_utf32_with_its_mark_and_without(encoding):
    text = "a,b\nzoë,1\n日本,2\n" + "plain,3\n" * 20
    assert guess_encoding(text.encode(encoding)) == "utf-32"
    assert read(text.encode(encoding)).columns[0].dictionary.tolist() == ["", "zoë", "日本", "plain"]


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


def test_names_of_several_lands_in_one_page_are_no_marks_of_another():
    """Polish, Slovak and German in one file: read as DOS 850, marks such as ¾ would stand amid words."""
    lines = [f"{('Łódź', 'Žďár', 'Łódź')[i % 3]} {i};{1 + i % 28}. März 2025;{i}" for i in range(300)]
    text = "Filiale;Tag;n\r\n" + "\r\n".join(lines)
    content = text.encode("windows-1250")
    assert content.decode(guess_encoding(content)) == text
