"""An output is its own source: what goes along in it is found again, and nothing else is taken for it."""

import base64
import io
import json
import random
import struct
import tracemalloc
import zipfile
import zlib
from dataclasses import asdict, replace

import pikepdf
import pypdf
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from lxml import etree
from PIL import Image

from mottled_finch.core.common.errors import DrawError
from mottled_finch.core.common.recipe import dump_recipe, load_recipe
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL, Choices, Source, source_in, source_of, with_source
from mottled_finch.core.outputs.draw.making.source import KEY, MOST, PUT, carrying, source_from, text_in, written
from mottled_finch.core.outputs.folio.source import folio_source_in

from ...conftest import figure_of

PIVOT = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
TEXT = "r,c,v\na,x,1\nb,x,2.5\nb,y,\n"
SOURCE = Source(
    recipe={"pivot": {"rows": ['<b> & "q" ]]>', "ü", "--><script>"]}},
    table="a <t>.csv",
    digest="d",
    edition=2,
    version="1",
    plate=7,
)


@pytest.fixture(scope="module")
def drawn():
    figure = figure_of(TEXT, pivot=PIVOT, words={"title": "A & <b>"})
    return {ending: DRAWINGS[ending].draw(figure, USUAL) for ending in PUT}


@pytest.mark.parametrize("ending", PUT)
def test_it_is_found_again_and_the_file_is_what_it_was(drawn, ending):
    with pytest.raises(DrawError, match="no source"):
        source_in(drawn[ending])
    content = with_source(drawn[ending], ending, SOURCE)
    assert source_in(content) == SOURCE
    if ending == "png":
        assert Image.open(io.BytesIO(content)).tobytes() == Image.open(io.BytesIO(drawn[ending])).tobytes()
        assert json.loads(Image.open(io.BytesIO(content)).text[KEY])["table"] == SOURCE.table
    elif ending == "pdf":
        reader = pypdf.PdfReader(io.BytesIO(content))
        assert json.loads(reader.attachments[f"{KEY}.json"][0])["plate"] == 7
        assert reader.pages[0].extract_text() == pypdf.PdfReader(io.BytesIO(drawn[ending])).pages[0].extract_text()
    elif content.startswith(b"PK"):
        with zipfile.ZipFile(io.BytesIO(content)) as package, zipfile.ZipFile(io.BytesIO(drawn[ending])) as before:
            kept = set(before.namelist()) - {"[Content_Types].xml", "_rels/.rels"}
            assert all(package.read(name) == before.read(name) for name in kept)
    else:
        assert b"<script>" not in content.split(KEY.encode())[1].split(b"</")[0]
    assert with_source(drawn[ending], ending, SOURCE) == content
    assert with_source(drawn[ending], ending, None) == drawn[ending]


def test_a_recipe_is_made_again_from_it_and_records_never_go_along():
    figure = figure_of(TEXT, pivot=PIVOT)
    source = source_of(figure, dump_recipe(figure.recipe), USUAL, "t.csv", "1")
    content = with_source(DRAWINGS["svg"].draw(figure, USUAL), "svg", source)
    assert load_recipe(source_in(content).recipe) == figure.recipe
    assert b"b,y" not in content
    assert source_of(figure, {}, Choices(source="no"), "t.csv", "1") is None
    bare = source_of(figure, {}, Choices(values="no"), "t.csv", "1")
    assert bare.digest != source.digest
    other = figure_of(TEXT.replace("1", "3"), pivot=PIVOT)
    assert source_of(other, {}, Choices(values="no"), "t.csv", "1").digest == bare.digest
    assert source_of(other, {}, USUAL, "t.csv", "1").digest != source.digest


def test_fonts_and_pictures_stay_here(drawn):
    recipe = {"page": {"width": 500, "font": {"regular": "data:…"}, "underlay": {"picture": "data:image/png;base64,AAAA"}}}
    source = Source(recipe=recipe, table="t", digest="", edition=None, version="1")
    assert source_in(with_source(drawn["svg"], "svg", source)).recipe == {"page": {"width": 500}}


def test_what_is_of_a_newer_version_or_damaged_says_so(drawn):
    content = with_source(drawn["svg"], "svg", SOURCE)
    with pytest.raises(DrawError, match="newer version"):
        source_in(content.replace(b'"finch_source":1', b'"finch_source":2'))
    with pytest.raises(DrawError, match="damaged"):
        source_in(content.replace(b'"table"', b'"elbat"'))


def test_no_more_is_unpacked_than_a_source_may_have(drawn):
    bomb = zlib.compress(b"0" * (50 * MOST))
    body = KEY.encode() + b"\0\1\0\0\0" + bomb
    chunk = struct.pack(">I", len(body)) + b"iTXt" + body + struct.pack(">I", zlib.crc32(b"iTXt" + body))
    end = drawn["png"].rindex(b"IEND") - 4
    with pytest.raises(DrawError):
        source_in(drawn["png"][:end] + chunk + drawn["png"][end:])


@given(st.data())
@settings(max_examples=60, deadline=None)
def test_damaged_files_are_told(drawn, data):
    ending = data.draw(st.sampled_from(list(PUT)))
    content = bytearray(with_source(drawn[ending], ending, SOURCE))
    for _ in range(data.draw(st.integers(1, 20))):
        content[data.draw(st.integers(0, len(content) - 1))] = data.draw(st.integers(0, 255))
    content = bytes(content)[: data.draw(st.integers(0, len(content)))]
    try:
        assert isinstance(source_in(content), Source)
    except DrawError as error:
        assert "\n" not in str(error)


def test_a_page_is_told_in_words_and_tagged_as_one_figure():
    figure = figure_of(TEXT, pivot=PIVOT, words={"title": "Late & <so>"}, page={"language": "de"})
    content = DRAWINGS["pdf"].draw(figure, USUAL)
    with pikepdf.open(io.BytesIO(content)) as pdf:
        part = pdf.Root.StructTreeRoot.K[0]
        (element,) = part.K
        assert (str(element.S), str(element.Alt)) == ("/Figure", figure.scene.alternative)
        assert (str(pdf.Root.Lang), bool(pdf.Root.MarkInfo.Marked)) == ("de", True)
        assert pdf.pages[0].Contents is not None and b"/Figure <</MCID 0>> BDC" in pdf.pages[0].Contents[0].read_bytes()
    reader = pypdf.PdfReader(io.BytesIO(content))
    assert reader.metadata.title == reader.outline[0].title == "Late & <so>"


def test_marks_of_a_source_without_an_end_are_passed_over_at_once():
    """A search that begins anew at each of them would take minutes."""
    key = KEY.encode()
    starts = [b'<script id="%s"' % key, b'<script id="%s">' % key, b' id="%s"' % key, b'<table data-%s="x' % key]
    for start in starts:
        for content in (b"<html>" + start * 40_000, b"<html><script" + start * 40_000 + b">"):
            assert text_in(content) is None


def test_an_attachment_of_gigabytes_is_not_unpacked():
    page = pikepdf.new()
    page.add_blank_page()
    page.attachments[f"{KEY}.json"] = pikepdf.AttachedFileSpec(page, b" " * 50_000_000, mime_type="application/json")
    out = io.BytesIO()
    page.save(out, compress_streams=True)
    tracemalloc.start()
    assert text_in(out.getvalue()) is None
    assert tracemalloc.get_traced_memory()[1] < 20_000_000
    tracemalloc.stop()


@pytest.mark.parametrize(
    "plain",
    [
        {"plate": "x"},
        {"plate": 10**30},
        {"plate": -1},
        {"edition": 0.5},
        {"recipe": 5},
        {"recipe": ["a"]},
        {"table": None},
        {"bare": "no"},
        {"version": {"a": 1}},
        {"other": 1},
        {"table": "\ud800"},
    ],
)
def test_a_forged_source_is_damaged(plain):
    whole = {"finch_source": 1, "recipe": {}, "table": "t", "digest": "d", "version": "1", **plain}
    content = PUT["svg"](b"<svg><defs></svg>", json.dumps(whole))
    with pytest.raises(DrawError) as told:
        source_in(content)
    assert str(told.value).startswith("file: its source is damaged")


@pytest.mark.parametrize(
    "plain",
    [
        {"looks": 5},
        {"looks": {"a": ["red", "#000000"]}},
        {"plates": [1]},
        {"plates": {"a": {"plate": "x"}}},
        {"folio": []},
        {"number": "1"},
    ],
)
def test_a_forged_folio_is_damaged(plain):
    whole = {"finch_folio_source": 1, "folio": {"finch_folio": 1, "pages": []}, "plates": {}, "version": "1", **plain}
    with pytest.raises(DrawError):
        folio_source_in(PUT["svg"](b"<svg><defs></svg>", json.dumps(whole)))


def sized(letters: int) -> Source:
    """A source that is so many letters long as it is written."""
    empty = replace(SOURCE, table="t.csv", recipe={"words": {"title": ""}})
    return replace(empty, recipe={"words": {"title": "x" * (letters - len(written(empty)))}})


@pytest.mark.parametrize("ending", ["png", "svg", "html", "pdf", "xlsx"])
def test_a_source_may_be_a_million_letters_long_and_no_longer(drawn, ending):
    largest = sized(MOST)
    assert len(written(largest)) == MOST == 1_000_000
    assert source_in(with_source(drawn[ending], ending, largest)) == largest
    with pytest.raises(DrawError):
        source_in(with_source(drawn[ending], ending, sized(MOST + 1)))


@pytest.mark.parametrize("number", [0, 1, 2**53])
@pytest.mark.parametrize("what", ["plate", "edition"])
def test_numbers_of_plates_and_editions_are_those_that_can_be(what, number):
    plain = {**asdict(SOURCE), what: number}
    assert getattr(source_from(plain), what) == number
    for wrong in (-1, 2**53 + 1, 1.5, "1"):
        with pytest.raises(DrawError, match="damaged"):
            source_from({**plain, what: wrong})


def test_properties_are_pieces_that_every_office_keeps_beside_those_of_others():
    lot = random.Random(7)
    text = "".join(lot.choice("abcdefghijklmnopqrstuvwxyzäöü\n") for _ in range(4_000))
    others = b"""<Properties xmlns="http://schemas.openxmlformats.org/officeDocument/2006/custom-properties"
        xmlns:vt="http://schemas.openxmlformats.org/officeDocument/2006/docPropsVTypes">
        <property pid="3" name="Reviewed by"><vt:lpwstr>R</vt:lpwstr></property>
        <property pid="5" name="Mottled Finch 001"><vt:lpwstr>of before</vt:lpwstr></property></Properties>"""
    tree = etree.fromstring(carrying(others, text))
    found = {each.get("name"): each for each in tree}
    ours = [name for name in found if name.startswith("Mottled Finch ")]
    assert list(found) == ["Reviewed by", *ours]
    assert ours == [f"Mottled Finch {i:03}" for i in range(1, len(ours) + 1)]
    pieces = ["".join(found[name].itertext()) for name in ours]
    assert len(pieces) > 9 and {len(piece) for piece in pieces[:-1]} == {250} and 0 < len(pieces[-1]) <= 250
    assert zlib.decompress(base64.b64decode("".join(pieces))).decode() == text
    assert [each.get("pid") for each in tree] == ["3", "2", *(str(i) for i in range(4, len(ours) + 3))]


@pytest.mark.parametrize("values", ["yes", "no"])
def test_the_digest_is_that_of_columns_records_and_the_numbers_that_leave(values):
    choices = replace(USUAL, values=values)

    def digest(text: str) -> str:
        found = source_of(figure_of(text, pivot=PIVOT), {"pivot": PIVOT, "claims": []}, choices, "t.csv", "1")
        assert found is not None and found.bare == (values == "no") == ("claims" not in found.recipe)
        return found.digest

    plain = digest(TEXT)
    assert digest(TEXT) == plain and len(plain) == 32
    assert digest(TEXT.replace("r,c,v", "r,c,v,w").replace("\n", ",1\n").replace("v,w,1", "v,w")) != plain
    assert digest(TEXT + "c,x,1\n") != plain
    assert (digest(TEXT.replace("2.5", "2.75")) != plain) == (values == "yes")
    assert source_of(figure_of(TEXT, pivot=PIVOT), {}, replace(USUAL, source="no"), "t.csv", "1") is None
