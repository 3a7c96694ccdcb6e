"""Pages in a template of the house: what it paints lies under them, texts stand and look as it has them, and the deck agrees."""

import io
from typing import Any
from xml.dom import minidom

import numpy as np
import pytest
from lxml import etree
from PIL import Image
from pptx import Presentation

from mottled_finch.core.outputs.draw import USUAL
from mottled_finch.core.outputs.draw.render import order_for, rendered
from mottled_finch.core.outputs.folio.house_notes import house_notes
from mottled_finch.core.outputs.folio.outputs.pptx import draw_pptx
from mottled_finch.core.outputs.folio.outputs.svg import page_svg
from mottled_finch.core.outputs.folio.pages import Folio, FolioPage

from ..draw.house.decks import Change, deck, painted, picture, shape, solid
from ..draw.house.test_painted import framed
from .conftest import folio_of

HOUSE: dict[str, Any] = {"page": {"template": {"slides": "House"}}}


def in_house(template: bytes, *pages: dict[str, Any], **parts: Any) -> Folio:
    return folio_of(*pages, template=template, **{**HOUSE, **parts})


def seen(page: FolioPage) -> np.ndarray:
    """The page as pixels, one a point."""
    size = round(page.sheet.width), round(page.sheet.height)
    order = order_for("png", page_svg(page, with_font=False), page.sheet.typeface, others=False, size=size)
    return np.asarray(Image.open(io.BytesIO(rendered(order))).convert("RGB")).astype(int)


def title_look(size: int, *, color: str, align: str = "l", anchor: str = "b", more: str = "", back: str = "") -> Change:
    """Titles of the house as its second layout has them."""
    look = (
        f'<a:bodyPr anchor="{anchor}"/><a:lstStyle><a:lvl1pPr algn="{align}"><a:defRPr sz="{size}00" b="1" {more}>'
        f"{solid(color)}</a:defRPr></a:lvl1pPr></a:lstStyle>"
    )

    def house(name: str, body: bytes) -> bytes:
        if not name.endswith("slideLayout2.xml"):
            return body
        body = body.replace(b"<a:bodyPr/><a:lstStyle/>", look.encode(), 1)
        return body.replace(b"<p:spPr/>", f"<p:spPr>{back}</p:spPr>".encode(), 1) if back else body

    return house


def test_what_the_house_paints_lies_under_the_page_in_its_order():
    run = (
        '<a:gradFill><a:gsLst><a:gs pos="0"><a:srgbClr val="000000"/></a:gs><a:gs pos="100000"><a:srgbClr val="c80000"/></a:gs>'
        '</a:gsLst><a:lin ang="0"/></a:gradFill>'
    )
    template = painted(
        shape((0, 500, 960, 40), fill=run) + shape((0, 0, 960, 20)),
        shape((0, 0, 40, 20), fill=solid("00ff00", '<a:alpha val="50000"/>'))
        + shape((900, 2, 40, 12), kind="ellipse", fill=solid("ffff00")),
        ground=f"<p:bgPr>{solid('f0e8d8')}<a:effectLst/></p:bgPr>",
    )
    folio = in_house(template, {"plates": ["late"], "headline": "Late"})
    pixels = seen(folio.pages[0])
    assert pixels.shape == (540, 960, 3)
    assert pixels[480, 10].tolist() == [240, 232, 216]
    assert pixels[10, 500].tolist() == [51, 102, 153]  # the master's band
    assert np.abs(pixels[10, 20] - [25, 178, 76]).max() <= 2  # the layout's, half seen through
    assert pixels[8, 920].tolist() == [255, 255, 0] and pixels[3, 901].tolist() == [51, 102, 153]
    assert np.abs(pixels[520, 480] - [100, 0, 0]).max() <= 2 and pixels[520, 5, 0] < 4 and pixels[520, 955, 0] > 196


def test_pictures_are_cut_along_their_outlines_and_turned():
    logo = (
        framed()
        .replace('<a:prstGeom prst="rect"/>', '<a:prstGeom prst="rtTriangle"/>')
        .replace("<a:xfrm ", '<a:xfrm rot="10800000" ')
    )
    folio = in_house(painted(logo, pictures=[picture()]), {"plates": ["late"]})
    pixels = seen(folio.pages[0])
    assert pixels[12, 46].tolist() == [196, 30, 58]  # turned over: its left half is at the right now
    assert pixels[12, 14].tolist() == [255, 255, 255] and pixels[28, 14].tolist() == [255, 255, 255]
    svg = page_svg(folio.pages[0], with_font=True)
    assert svg.count("<image ") == 1 and "clip-path" in svg


@pytest.mark.parametrize(
    ("align", "anchor", "x", "y"),
    [("l", "t", 0.0, 0.0), ("ctr", "ctr", 0.5, 0.5), ("r", "b", 1.0, 1.0)],
    ids=["left", "middle", "right"],
)
def test_headlines_stand_and_look_as_the_house_has_them(align, anchor, x, y):
    template = painted(change=title_look(24, color="aa3300", align=align, anchor=anchor))
    (page,) = in_house(template, {"plates": ["late"], "headline": "Late again"}).pages
    (line,) = page.headline
    assert (line.size, line.weight, line.ink) == (24, 600, "#aa3300")
    left, top, width, height = page.sheet.headline
    assert line.x == pytest.approx(left + (width - line.length) * x)
    assert line.y - 24 * 0.93 == pytest.approx(top + (height - 24 * 1.2) * y, abs=0.1)


def test_a_headline_in_capitals_and_one_too_long_are_so_in_the_deck_too():
    template = painted(change=title_look(40, color="000000", more='cap="all"'))
    long = "A headline that goes on and on about what happened at every pier of the whole harbor in the first weeks of spring"
    folio = in_house(template, {"plates": ["late"], "headline": "Late"}, {"plates": ["late"], "headline": long})
    short, page = folio.pages
    assert [line.text for line in short.headline] == ["LATE"] and short.headline[0].size == 40
    assert page.headline[0].size < 40 and len(page.headline) > 1 and not page.title_cut
    slides = Presentation(io.BytesIO(draw_pptx(folio, USUAL))).slides
    first, second = (slide.shapes.title.text_frame.paragraphs[0] for slide in slides)
    assert first.runs[0].font.size is None and first.text == "Late"  # capitals are the layout's
    assert second.runs[0].font.size.pt == pytest.approx(page.headline[0].size, abs=0.06)


def test_what_a_title_is_painted_on_comes_with_it_and_not_without():
    back = '<a:xfrm><a:off x="0" y="0"/><a:ext cx="12192000" cy="1270000"/></a:xfrm>' + solid("123456")
    template = painted(change=title_look(24, color="ffffff", back=back))
    said, silent = in_house(template, {"plates": ["late"], "headline": "Late"}, {"plates": ["late"], "headline": ""}).pages
    assert seen(said)[5, 900].tolist() == [18, 52, 86] and said.spots == ("title", "number")
    assert seen(silent)[5, 900].tolist() == [255, 255, 255] and "title" not in silent.spots


def test_words_and_openings_are_laid_in_the_places_of_the_house():
    opening = {"arrange": "opening", "headline": "We are late", "words": "Of {late.n} records."}
    words = {"arrange": "words", "headline": "We ask", "words": "# Why\n\n- One\n- Two"}
    first, second = in_house(deck(), opening, words).pages
    assert first.sheet.layout is not None and first.sheet.layout.name == "Title Slide"
    (line,) = first.words.texts if len(first.words.texts) == 1 else [first.words.texts[0]]
    place = first.sheet.layout.spots["above"]
    assert line.ink == place.look.ink == "#898989" and line.size == place.look.size == 32
    ends = min(text.x for text in first.words.texts), max(text.x + text.length for text in first.words.texts)
    assert sum(ends) / 2 == pytest.approx(place.box[0] + place.box[2] / 2, abs=0.5)  # in the middle, as the layout has it
    mark = first.marks[0].box
    assert ends[0] < mark[0] < mark[0] + mark[2] < ends[1]
    assert second.sheet.layout is not None and second.words.texts[0].x == pytest.approx(second.sheet.layout.spots["place"].inner[0])
    assert second.spots == ("title", "place", "number")
    slides = Presentation(io.BytesIO(draw_pptx(in_house(deck(), opening, words), USUAL))).slides
    assert [slide.slide_layout.name for slide in slides] == ["Title Slide", "Title and Content"]
    assert slides[0].placeholders[1].text_frame.text == "Of 9 records."


def test_foot_and_number_stand_where_the_layout_has_them_and_are_told_where_it_has_none():
    def without(name: str, body: bytes) -> bytes:
        return body.replace(b'type="ftr"', b'type="dt"') if name.endswith("slideLayout2.xml") else body

    page = {"plates": ["late"]}
    folio = in_house(deck(), page, footer="Harbor weekly")
    foot, number = folio.pages[0].texts[-2:]
    assert folio.pages[0].sheet.layout is not None
    spots = folio.pages[0].sheet.layout.spots
    assert (foot.text, number.text, foot.size, foot.ink) == ("Harbor weekly", "1", 12, "#898989")
    assert foot.x + foot.length / 2 == pytest.approx(spots["foot"].box[0] + spots["foot"].box[2] / 2)
    assert number.x + number.length == pytest.approx(spots["number"].box[0] + spots["number"].box[2] - 7.2)
    assert house_notes(folio, folio.pages[0]) == []
    folio = in_house(painted(change=without), page, footer="Harbor weekly")
    assert [text.text for text in folio.pages[0].texts if text.text == "Harbor weekly"] == []
    assert house_notes(folio, folio.pages[0]) == ['The layout "Title and Content" has no place for the foot.']
    slide = Presentation(io.BytesIO(draw_pptx(folio, USUAL))).slides[0]
    assert "Harbor weekly" not in [each.text_frame.text for each in slide.shapes if each.has_text_frame]
    assert house_notes(folio_of(page), folio_of(page).pages[0]) == []


def test_a_place_that_slides_do_not_know_is_left_as_it_is():
    """A head belongs to pages of notes; some programs leave one in a layout."""

    def head(name: str, body: bytes) -> bytes:
        return body.replace(b'type="ftr"', b'type="hdr"') if name.endswith("slideLayout2.xml") else body

    folio = in_house(
        painted(change=head), {"plates": ["late"], "headline": "Late"}, {"arrange": "words", "words": "So."}, footer="Harbor"
    )
    first, second = Presentation(io.BytesIO(draw_pptx(folio, USUAL))).slides
    assert first.shapes.title.text == "Late" and "So." in [each.text_frame.text for each in second.shapes if each.has_text_frame]


def test_a_foot_that_reads_down_reads_down():
    def down(name: str, body: bytes) -> bytes:
        place = '<p:spPr><a:xfrm rot="5400000"><a:off x="11000000" y="2000000"/><a:ext cx="2000000" cy="400000"/></a:xfrm></p:spPr>'
        parts = body.split(b'type="ftr"')
        return (
            parts[0] + b'type="ftr"' + parts[1].replace(b"<p:spPr/>", place.encode(), 1)
            if name.endswith("slideLayout2.xml")
            else body
        )

    folio = in_house(painted(change=down), {"plates": ["late"]}, footer="Harbor weekly")
    (page,) = folio.pages
    (foot,) = page.turned
    assert foot.words[0].text == "Harbor weekly" and foot.matrix[:4] == (0, 1, -1, 0)
    assert "Harbor weekly" not in [text.text for text in page.texts]
    # 2,000,000 by 400,000 units about (12,000,000, 2,200,000), turned: from y = 1,200,000 on
    dark = np.argwhere(seen(page)[:, 935:955].sum(axis=2) < 600)[:, 0]
    assert 94 <= dark.min() < dark.max() <= 252


@pytest.mark.parametrize("size", ["0", "-100", "99999999"])
@pytest.mark.parametrize("leading", ["0", "-100000", "99999999"])
def test_texts_of_no_size_and_lines_of_no_height_are_laid_out_all_the_same(size, leading):
    def odd(name: str, body: bytes) -> bytes:
        look = (
            f'<a:lstStyle><a:lvl1pPr><a:lnSpc><a:spcPct val="{leading}"/></a:lnSpc><a:defRPr sz="{size}"/></a:lvl1pPr></a:lstStyle>'
        )
        return body.replace(b"<a:lstStyle/>", look.encode()) if name.endswith("slideLayout2.xml") else body

    pages = [{"plates": ["late"], "headline": "Late"}, {"arrange": "words", "headline": " ", "words": "- One\n- Two"}]
    folio = in_house(painted(change=odd), *pages, footer="Harbor")
    for page in folio.pages:
        assert seen(page).shape == (540, 960, 3)
    assert len(Presentation(io.BytesIO(draw_pptx(folio, USUAL))).slides) == 2


def test_what_cannot_be_painted_is_told_with_its_page():
    folio = in_house(
        painted(shape((0, 0, 9, 9), kind="cloud", name="Cloud") + shape((0, 0, 9, 9), kind="sun", name="Sun")), {"plates": ["late"]}
    )
    assert house_notes(folio, folio.pages[0]) == ['Not shown here: "Cloud" and "Sun" of the layout; they are on the slide.']


def test_texts_and_names_of_a_template_stay_texts():
    evil = "&lt;/text&gt;&lt;script&gt;alert(1)&lt;/script&gt; &amp; \"'"
    words = f"<p:txBody><a:bodyPr/><a:lstStyle/><a:p><a:r><a:rPr/><a:t>{evil}</a:t></a:r></a:p></p:txBody>"
    odd = shape(
        (0, 0, 300, 40), words=words, fill=solid('"/><script>'.replace("<", "&lt;").replace(">", "&gt;").replace('"', "&quot;"))
    )
    path = '<a:custGeom><a:pathLst><a:path><a:moveTo><a:pt x="{}" y="1"/></a:moveTo></a:path></a:pathLst></a:custGeom>'
    bent = "".join(shape((0, 0, 30, 40), geometry=path.format(each), name=each) for each in ("&quot;/&gt;", "nan", "1e999"))
    (page,) = in_house(painted(odd + bent), {"plates": ["late"]}).pages
    svg = page_svg(page, with_font=True)
    minidom.parseString(svg)
    tree = etree.fromstring(svg.encode())
    assert not list(tree.iter("{*}script")) and "alert(1)" in "".join(tree.itertext())
    assert page.sheet.layout is not None and page.sheet.layout.unpainted == ('"/>', "nan", "1e999")
    assert "nan" not in svg and "inf " not in svg
