"""The house's own font: read, refused, measured with, and drawn with."""

import base64
import io
import random
import re
import string
import zipfile
from contextlib import suppress
from functools import cache

import pytest
from fontTools import subset
from fontTools.ttLib import TTFont, TTLibError

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.recipe.spec import FontSpec
from mottled_finch.core.figures.scene.typeface import BUNDLED, FILES, checked_font, typeface_of
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL
from mottled_finch.core.outputs.draw.pdf import draw_pdf
from mottled_finch.core.outputs.draw.png import draw_png
from mottled_finch.core.outputs.draw.svg import draw_svg

from ...conftest import figure_of

SIDES = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
TEXT = "r,c,v\na,x,1\na,y,2\nb,x,3\n"


@cache
def wide(flavor: str | None = None, scale: int = 2) -> bytes:
    """A font whose letters are as the bundled ones, each twice as wide."""
    font = TTFont(FILES[400])
    for name, (width, side) in font["hmtx"].metrics.items():
        font["hmtx"].metrics[name] = (width * scale, side)
    font.flavor = flavor
    out = io.BytesIO()
    font.save(out)
    return out.getvalue()


def address(content: bytes, kind: str = "ttf") -> str:
    return f"data:font/{kind};base64,{base64.b64encode(content).decode()}"


@pytest.mark.parametrize(("flavor", "kind"), [(None, "ttf"), ("woff", "woff"), ("woff2", "woff2")])
def test_text_is_measured_with_it(flavor, kind):
    typeface = typeface_of(FontSpec(regular=address(wide(flavor), kind)))
    before = BUNDLED.width_of("Averages", 10)
    assert typeface.width_of("Averages", 10) > 1.8 * before
    assert typeface.width_of("Averages", 10, 600) == typeface.width_of("Averages", 10)  # without a bold the regular takes its place


def test_a_font_of_other_units_is_measured_in_thousandths():
    from fontTools.ttLib.scaleUpem import scale_upem

    font = TTFont(FILES[400])
    scale_upem(font, 2048)
    out = io.BytesIO()
    font.save(out)
    before = BUNDLED.width_of("Averages", 10)
    typeface = typeface_of(FontSpec(regular=address(out.getvalue())))
    assert typeface.width_of("Averages", 10) == pytest.approx(before, rel=2e-3)


def test_the_figure_is_laid_out_and_drawn_with_it():
    font = {"regular": address(wide()), "bold": address(FILES[600].read_bytes())}
    plain, own = figure_of(TEXT, pivot=SIDES), figure_of(TEXT, pivot=SIDES, page={"font": font})
    assert own.typeface is not BUNDLED
    head = lambda figure: next(text for text in figure.scene.texts if text.part == "heads")  # noqa: E731
    assert head(own).length > 1.8 * head(plain).length
    drawn = draw_svg(own).decode()
    assert f"font-family:'{own.typeface.family}'" in drawn
    assert "Mottled Sans" not in drawn
    assert draw_png(own, 1.0) != draw_png(plain, 1.0)
    assert draw_pdf(own).startswith(b"%PDF")


def test_the_renderer_finds_it_by_its_name():
    """With a font that has no letters of its own the words would be drawn by another, or not at all: widths tell."""
    from PIL import Image

    def reach(figure):
        picture = Image.open(io.BytesIO(draw_png(figure, 1.0))).convert("L")
        row = next(text for text in figure.scene.texts if text.part == "title").y
        dark = [x for x in range(picture.width) for y in range(int(row) - 12, int(row)) if picture.getpixel((x, y)) < 100]
        return max(dark)

    words = {"title": "A title of some length"}
    own = figure_of(TEXT, pivot=SIDES, words=words, page={"font": {"regular": address(wide())}})
    assert reach(own) > 1.6 * reach(figure_of(TEXT, pivot=SIDES, words=words))


def test_no_file_of_it_is_left_behind(monkeypatch, tmp_path):
    monkeypatch.setattr("tempfile.tempdir", str(tmp_path))
    own = figure_of(TEXT, pivot=SIDES, page={"font": {"regular": address(wide(scale=3))}})
    assert draw_png(own, 1.0).startswith(b"\x89PNG")
    assert draw_pdf(own).startswith(b"%PDF")
    assert list(tmp_path.iterdir()) == []


@pytest.mark.parametrize(
    ("given", "sentence"),
    [
        ("Georgia", r"page\.font\.regular: this is not a font; give a TTF, OTF or WOFF"),
        ("/usr/share/fonts/x.ttf", r"page\.font\.regular: this is not a font"),
        (address(b"no font"), r"page\.font\.regular: this is not a font that can be read"),
        (address(FILES[400].read_bytes()[:4000]), r"page\.font\.regular: this is not a font that can be read"),
        ("data:font/ttf;base64,AAA", r"page\.font\.regular: the font is cut short"),
    ],
)
def test_what_is_none_is_refused(given, sentence):
    with pytest.raises(RecipeError, match=sentence):
        figure_of(TEXT, pivot=SIDES, page={"font": {"regular": given}})


@pytest.mark.parametrize(("kind", "taken"), [(0, True), (4, True), (8, True), (2, False), (0x104, False), (0x200, False)])
def test_one_that_may_not_be_embedded_is_refused(kind, taken):
    font = TTFont(FILES[400])
    font["OS/2"].fsType = kind
    out = io.BytesIO()
    font.save(out)
    if taken:
        assert checked_font(out.getvalue())
        return
    for give in (checked_font, lambda content: figure_of(TEXT, pivot=SIDES, page={"font": {"regular": address(content)}})):
        with pytest.raises(RecipeError, match="give one that may be embedded"):
            give(out.getvalue())


def test_offices_are_told_the_name_that_the_font_has_where_it_is_installed():
    font = TTFont(FILES[400])
    for number in (1, 16):
        font["name"].setName("Ferry Grotesk", number, 3, 1, 0x409)
    out = io.BytesIO()
    font.save(out)
    figure = figure_of(TEXT, pivot=SIDES, words={"title": "T"}, page={"font": {"regular": address(out.getvalue())}})
    for ending, part in (("pptx", "ppt/slides/slide1.xml"), ("docx", "word/document.xml")):
        with zipfile.ZipFile(io.BytesIO(DRAWINGS[ending].draw(figure, USUAL))) as package:
            text = package.read(part).decode()
        assert "Ferry Grotesk" in text and figure.typeface.family not in text


def test_one_that_is_too_large_is_refused():
    with pytest.raises(RecipeError, match=re.escape("the font has 4.0 MB; give one of at most 3 MB")):
        checked_font(b"x" * 4_000_000)


def test_the_same_font_is_read_once():
    content = address(wide())
    spec = FontSpec(regular=content)
    assert typeface_of(spec) is typeface_of(FontSpec(regular=content))
    assert typeface_of(None) is BUNDLED


def drawn_with(content: bytes) -> bool:
    """Whether a font is taken, and then drawn with."""
    try:
        checked_font(content)
    except RecipeError:
        return False
    figure = figure_of(TEXT, pivot=SIDES, page={"font": {"regular": address(content)}})
    return all(draw(figure) for draw in (draw_svg, draw_png, draw_pdf))


@pytest.fixture(scope="module")
def small():
    """The font with the letters of one figure: a damaged one is told as soon, and sooner."""
    font = TTFont(FILES[400])
    subsetter = subset.Subsetter()
    subsetter.populate(text=TEXT + string.printable)
    subsetter.subset(font)
    out = io.BytesIO()
    font.save(out)
    return out.getvalue()


def test_a_damaged_font_is_refused_or_drawn(small):
    answers = set()
    for seed in range(12):
        rng = random.Random(seed)
        content = bytearray(small)
        for _ in range(rng.choice([1, 3, 20, 200])):
            content[rng.randrange(len(content))] = rng.randrange(256)
        answers.add(drawn_with(bytes(content)))
    assert answers == {True, False}


def test_a_font_that_lacks_a_table_is_refused_or_drawn(small):
    answers = set()
    for name in set(TTFont(io.BytesIO(small)).keys()) - {"GlyphOrder"}:
        font = TTFont(io.BytesIO(small))
        del font[name]
        out = io.BytesIO()
        with suppress(AttributeError, KeyError, TTLibError):  # some tables are needed to write the others
            font.save(out)
        if out.getvalue():
            answers.add(drawn_with(out.getvalue()))
    assert answers == {True, False}
