"""What a template paints by itself, as it is read: colors, outlines, places, pictures and words."""

import base64
import io
import math
import random
import re
import struct
import zlib

import numpy as np
import pytest
from lxml import etree
from PIL import Image

from mottled_finch.core.colors.spaces import bytes_of
from mottled_finch.core.outputs.draw import template_of
from mottled_finch.core.outputs.draw.house import painted as house_painted
from mottled_finch.core.outputs.draw.house.outlines import PRESETS, outline_of
from mottled_finch.core.outputs.draw.house.paints import Inks
from mottled_finch.core.outputs.draw.house.template import Shape, Told, from_json, to_json
from mottled_finch.core.outputs.draw.house.theme import theme_in

from .decks import ACCENTS, A, P, at, changed, painted, picture, shape, solid

R = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
PACKAGE = "http://schemas.openxmlformats.org/package/2006/relationships"
NAMESPACES = f'xmlns:a="{A}" xmlns:p="{P}" xmlns:r="{R}"'
THEME = f"""<a:theme xmlns:a="{A}"><a:themeElements><a:clrScheme name="x">
  <a:dk1><a:sysClr val="windowText" lastClr="000000"/></a:dk1><a:lt1><a:srgbClr val="FFFFFF"/></a:lt1>
  <a:dk2><a:srgbClr val="223344"/></a:dk2><a:accent1><a:srgbClr val="4472C4"/></a:accent1></a:clrScheme>
  <a:fmtScheme name="x"><a:fillStyleLst><a:solidFill><a:schemeClr val="phClr"/></a:solidFill></a:fillStyleLst>
  <a:lnStyleLst><a:ln w="19050"><a:solidFill><a:schemeClr val="phClr"/></a:solidFill></a:ln></a:lnStyleLst></a:fmtScheme>
  </a:themeElements></a:theme>"""
INKS = Inks(theme_in(etree.fromstring(THEME)), {"bg1": "lt1", "tx1": "dk1", "tx2": "dk2"})


def xml(text: str) -> etree._Element:
    return next(iter(etree.fromstring(f"<x {NAMESPACES}>{text}</x>")))


def color(text: str) -> tuple[str, float] | None:
    return INKS.color(xml(text))


def own(told: Told, name: str = "Title and Content") -> list[Shape]:
    """The shapes of a layout, its ground left out."""
    layout = told.layout(name)
    assert layout is not None
    return [each for key in layout.painted if not key.startswith("ground") for each in told.paintings[key]]


def test_colors_are_as_office_programs_show_them():
    """Published: black at a tint of 75 percent is 898989; accents 60 percent lighter and 25 percent darker of a common theme."""
    assert color('<a:schemeClr val="tx1"><a:tint val="75000"/></a:schemeClr>') == ("#898989", 1)
    for changes, shown in (('<a:lumMod val="40000"/><a:lumOff val="60000"/>', "#b4c7e7"), ('<a:lumMod val="75000"/>', "#2f5597")):
        found = color(f'<a:schemeClr val="accent1">{changes}</a:schemeClr>')
        assert found and np.abs(bytes_of(found[0]).astype(int) - bytes_of(shown)).max() <= 1
    assert color('<a:srgbClr val="112233"><a:alpha val="40%"/></a:srgbClr>') == ("#112233", 0.4)
    assert color('<a:sysClr val="window" lastClr="FFFFFF"/>') == ("#ffffff", 1)
    assert color('<a:prstClr val="dkBlue"/>') == color('<a:prstClr val="darkBlue"/>') == ("#00008b", 1)
    assert color('<a:prstClr val="medVioletRed"/>') == color('<a:prstClr val="mediumVioletRed"/>') == ("#c71585", 1)
    assert color('<a:hslClr hue="7200000" sat="100000" lum="50000"/>') == ("#00ff00", 1)
    assert color('<a:scrgbClr r="100000" g="0" b="0"/>') == ("#ff0000", 1)
    assert color('<a:srgbClr val="ff0000"><a:shade val="0"/></a:srgbClr>') == ("#000000", 1)
    assert color('<a:srgbClr val="ff0000"><a:hueOff val="0"/><a:satMod val="0"/></a:srgbClr>') == ("#808080", 1)
    assert color('<a:schemeClr val="phClr"/>') is None and color('<a:prstClr val="noSuchInk"/>') is None


def test_what_a_shape_does_not_say_its_style_says():
    style = xml(
        '<p:style><a:lnRef idx="1"><a:schemeClr val="accent1"/></a:lnRef>'
        '<a:fillRef idx="1"><a:schemeClr val="tx2"/></a:fillRef></p:style>'
    )
    fill, inks = INKS.styled(style, "fillRef") or pytest.fail("no fill")
    assert inks.paint(fill).stops == ((0.0, "#223344", 1.0),)
    line = INKS.line(xml("<p:spPr/>"), style)
    assert line is not None and (line.thick, line.paint.stops[0][1]) == (1.5, "#4472c4")
    assert INKS.line(xml("<p:spPr><a:ln><a:noFill/></a:ln></p:spPr>"), style) is None
    assert INKS.referred(xml('<a:bgRef idx="0"/>')) is None


def points_of(path: str) -> np.ndarray:
    return np.array([[float(x), float(y)] for x, y in re.findall(r"[ML ]\s*(-?[\d.]+) (-?[\d.]+)", path)])


def area(path: str) -> float:
    """Of a polygon, by its corners."""
    x, y = points_of(path).T
    return abs(float(np.dot(x, np.roll(y, 1)) - np.dot(y, np.roll(x, 1)))) / 2


SHARES = {"rect": 1, "triangle": 0.5, "rtTriangle": 0.5, "diamond": 0.5, "flowChartProcess": 1}


@pytest.mark.parametrize("name", [name for name in PRESETS if name not in ("line", "straightConnector1")])
def test_presets_stay_within_their_box(name):
    box = xml(f'<p:spPr><a:prstGeom prst="{name}"><a:avLst/></a:prstGeom></p:spPr>')
    path = outline_of(box, 80, 50)
    assert path is not None and path.endswith("Z")
    points = points_of(path)
    assert points.min() >= 0 and points[:, 0].max() <= 80 and points[:, 1].max() <= 50
    if name in SHARES:
        assert area(path) == pytest.approx(4_000 * SHARES[name])


def test_shapes_are_adjusted_and_those_we_do_not_draw_are_none():
    adjusted = xml('<p:spPr><a:prstGeom prst="triangle"><a:avLst><a:gd name="adj" fmla="val 0"/></a:avLst></a:prstGeom></p:spPr>')
    assert outline_of(adjusted, 80, 50) == "M0 0 L80 50 L0 50 Z"
    assert outline_of(xml('<p:spPr><a:prstGeom prst="cloud"/></p:spPr>'), 80, 50) is None
    assert outline_of(xml("<p:spPr/>"), 10, 10) == "M0 0 L10 0 L10 10 L0 10 Z"


def test_an_outline_of_its_own_is_worked_out():
    """Its guides by hand: x1 = w*1/4, and a quarter of a circle around the middle that ends at its top."""
    own = """<p:spPr><a:custGeom><a:avLst><a:gd name="part" fmla="val 4"/></a:avLst><a:gdLst>
      <a:gd name="x1" fmla="*/ w 1 part"/><a:gd name="x2" fmla="pin 0 x1 10"/><a:gd name="r1" fmla="?: x1 hd2 wd2"/></a:gdLst>
      <a:pathLst><a:path><a:moveTo><a:pt x="x1" y="t"/></a:moveTo><a:lnTo><a:pt x="l" y="vc"/></a:lnTo>
      <a:arcTo wR="r1" hR="r1" stAng="10800000" swAng="5400000"/><a:close/></a:path></a:pathLst></a:custGeom></p:spPr>"""
    path = outline_of(xml(own), 40, 40)
    assert path is not None and path.startswith("M10 0 L0 20 A20 20 0 0 1 ") and path.endswith("20 0 Z")
    scaled = (
        '<p:spPr><a:custGeom><a:pathLst><a:path w="100" h="200"><a:moveTo>'
        '<a:pt x="50" y="50"/></a:moveTo></a:path></a:pathLst></a:custGeom></p:spPr>'
    )
    assert outline_of(xml(scaled), 40, 40) == "M20 10"


def corners(made: Shape) -> np.ndarray:
    a, b, c, d, e, f = made.matrix
    width, height = made.size
    return np.array([[x, y] for x in (0, width) for y in (0, height)]) @ np.array([[a, b], [c, d]]) + [e, f]


@pytest.mark.parametrize("seed", range(12))
def test_turned_mirrored_and_grouped_shapes_stand_where_they_should(seed):
    """Against what office programs do, step by step: scale the box into the group, mirror and turn it about its middle, then the
    group about its own.
    """
    lot = random.Random(seed)
    turn, group_turn = lot.randrange(0, 360, 15), lot.randrange(0, 360, 15)
    flips = [lot.random() < 0.5 for _ in range(4)]
    box = (lot.randrange(100), lot.randrange(100), lot.randrange(20, 90), lot.randrange(20, 90))
    start, size = (lot.randrange(50), lot.randrange(50)), (lot.randrange(100, 300), lot.randrange(100, 300))
    group = (lot.randrange(200), lot.randrange(200), lot.randrange(80, 400), lot.randrange(80, 400))

    def said(degrees: int, across: bool, down: bool) -> str:
        return f'rot="{degrees * 60_000}" flipH="{int(across)}" flipV="{int(down)}"'

    inner = shape(box, place=said(turn, *flips[:2]))
    child = (
        f'<a:chOff x="{start[0] * 12700}" y="{start[1] * 12700}"/><a:chExt cx="{size[0] * 12700}" cy="{size[1] * 12700}"/></a:xfrm>'
    )
    xfrm = at(group, said(group_turn, *flips[2:])).replace("</a:xfrm>", child)
    head = '<p:nvGrpSpPr><p:cNvPr id="5" name="G"/><p:cNvGrpSpPr/><p:nvPr/></p:nvGrpSpPr>'
    told, _ = template_of(painted(f"<p:grpSp>{head}<p:grpSpPr>{xfrm}</p:grpSpPr>{inner}</p:grpSp>"))
    (made,) = own(told)

    scale = group[2] / size[0], group[3] / size[1]
    left, top = (group[i] + (box[i] - start[i]) * scale[i] for i in (0, 1))
    width, height = box[2] * scale[0], box[3] * scale[1]
    points = np.array([[x, y] for x in (left, left + width) for y in (top, top + height)])
    for degrees, across, down, middle in (
        (turn, *flips[:2], (left + width / 2, top + height / 2)),
        (group_turn, *flips[2:], (group[0] + group[2] / 2, group[1] + group[3] / 2)),
    ):
        angle = math.radians(degrees)
        about = (points - middle) * [-1 if across else 1, -1 if down else 1]
        points = about @ np.array([[math.cos(angle), math.sin(angle)], [-math.sin(angle), math.cos(angle)]]) + middle
    assert np.abs(corners(made) - points).max() < 0.05


def image(told: Told, made: Shape) -> Image.Image:
    assert made.picture is not None
    return Image.open(io.BytesIO(base64.b64decode(told.pictures[made.picture.name].partition(",")[2])))


def framed(blip: str = "", around: str = "<a:stretch><a:fillRect/></a:stretch>", number: int = 0) -> str:
    """A picture as PresentationML."""
    return (
        f'<p:pic><p:nvPicPr><p:cNvPr id="9" name="Logo"/><p:cNvPicPr/><p:nvPr userDrawn="1"/></p:nvPicPr><p:blipFill>'
        f'<a:blip {NAMESPACES} r:embed="rIdP{number}">{blip}</a:blip>{around}</p:blipFill><p:spPr>{at((10, 10, 40, 20))}'
        f'<a:prstGeom prst="rect"/></p:spPr></p:pic>'
    )


def test_pictures_are_cut_and_set_in_as_they_are_told():
    """Of a picture of 40 by 20 over 40 by 20: a quarter cut off at the left, and a tenth of the frame left open at the right."""
    around = '<a:srcRect l="25000"/><a:stretch><a:fillRect r="10000"/></a:stretch>'
    told, _ = template_of(painted(framed(around=around), pictures=[picture()]))
    (made,) = own(told)
    assert made.picture is not None
    left, top, right, bottom = made.picture.cut
    whole = 40 / (1 - left - right)
    assert whole == pytest.approx(36 / 0.75, abs=0.01)  # what is seen of it, 0.75, takes 36 of 40
    assert left * whole == pytest.approx(0.25 * whole, abs=0.01) and (top, bottom) == (0, 0)
    assert right * whole == pytest.approx(-4, abs=0.01)


def test_a_logo_of_master_is_kept_once_and_no_larger_than_screens_show_it():
    told, _ = template_of(painted(framed() + framed(), pictures=[picture(size=(4_000, 2_000))]))
    assert len(told.pictures) == 1 and len(own(told)) == 2
    assert image(told, own(told)[0]).size == (1_920, 960)


def test_a_picture_is_printed_in_two_inks_and_faded_where_it_says_so():
    two = '<a:duotone><a:srgbClr val="102030"/><a:srgbClr val="ffeedd"/></a:duotone><a:alphaModFix amt="30000"/>'
    told, _ = template_of(painted(framed(two), pictures=[picture((0, 0, 0))]))
    (made,) = own(told)
    assert made.picture is not None and made.picture.opacity == 0.3
    shown = image(told, made).convert("RGB")
    assert (shown.getpixel((1, 1)), shown.getpixel((39, 1))) == ((16, 32, 48), (255, 238, 221))


def bomb() -> bytes:
    """A picture that says it is 60,000 by 60,000 pixels."""
    small = picture()
    head = b"IHDR" + struct.pack(">II", 60_000, 60_000) + small[24:29]
    return small[:12] + head + struct.pack(">I", zlib.crc32(head)) + small[33:]


def test_a_picture_that_is_too_much_does_not_keep_others_out(monkeypatch):
    monkeypatch.setattr(house_painted, "_MOST_BYTES", 4_000)
    noise = Image.effect_noise((300, 300), 90)
    out = io.BytesIO()
    noise.save(out, "PNG")
    told, _ = template_of(painted(framed() + framed(number=1) + framed(), pictures=[out.getvalue(), picture()]))
    layout = told.layout("Title and Content")
    assert layout is not None and layout.unpainted == ("Logo",) and len(own(told)) == len(told.pictures) == 1


@pytest.mark.parametrize(
    ("shapes", "pictures"),
    [
        (shape((0, 0, 40, 40), kind="cloud", name="A cloud"), ()),
        (framed().replace("Logo", "A cloud"), (b"\x01\x00\x00\x00 no picture that browsers show",)),
        (framed().replace("Logo", "A cloud"), (bomb(),)),
        (framed().replace("Logo", "A cloud"), (picture()[:60],)),
        (framed(around="<a:tile/>").replace("Logo", "A cloud"), (picture(),)),
        (framed(number=7).replace("Logo", "A cloud"), (picture(),)),
        (shape((0, 0, 40, 40), name="A cloud", place='rot="askew"'), ()),
        (
            shape(
                (0, 0, 40, 40),
                name="A cloud",
                geometry='<a:custGeom><a:gdLst><a:gd name="x" fmla="^^ 1 2"/></a:gdLst>'
                "<a:pathLst><a:path/></a:pathLst></a:custGeom>",
            ),
            (),
        ),
        (
            '<p:graphicFrame><p:nvGraphicFramePr><p:cNvPr id="4" name="A cloud"/><p:cNvGraphicFramePr/>'
            "<p:nvPr/></p:nvGraphicFramePr></p:graphicFrame>",
            (),
        ),
    ],
    ids=["preset", "metafile", "bomb", "cut short", "tiles", "gone", "damaged", "formula", "a chart"],
)
def test_what_we_cannot_paint_is_told_by_its_name_and_all_else_is_painted(shapes, pictures):
    told, _ = template_of(painted(shapes + shape((1, 2, 3, 4)), pictures=pictures))
    layout = told.layout("Title and Content")
    assert layout is not None and layout.unpainted == ("A cloud",)
    assert [each.size for each in own(told)] == [(3, 4)]


def test_what_is_hidden_or_a_placeholder_is_not_painted_and_of_alternatives_one_is():
    hidden = shape((0, 0, 9, 9)).replace('name="A shape"', 'name="A shape" hidden="1"')
    place = shape((0, 0, 9, 9)).replace('<p:nvPr userDrawn="1"/>', '<p:nvPr><p:ph type="pic"/></p:nvPr>')
    mc = "http://schemas.openxmlformats.org/markup-compatibility/2006"
    either = f'<mc:Choice Requires="x">{shape((0, 0, 9, 9))}</mc:Choice><mc:Fallback>{shape((0, 0, 8, 8))}</mc:Fallback>'
    either = f'<mc:AlternateContent xmlns:mc="{mc}">{either}</mc:AlternateContent>'
    told, _ = template_of(painted(hidden + place + either))
    assert [each.size for each in own(told)] == [(8, 8)]


def test_layouts_have_what_their_master_paints_unless_they_say_not():
    def alone(name: str, body: bytes) -> bytes:
        return body.replace(b"<p:sldLayout ", b'<p:sldLayout showMasterSp="0" ', 1) if name.endswith("slideLayout6.xml") else body

    told, _ = template_of(painted(shape((0, 0, 9, 9)), shape((0, 0, 7, 7)), change=alone))
    assert [each.size for each in own(told)] == [(9, 9), (7, 7)]
    assert [each.size for each in own(told, "Two Content")] == [(9, 9)] and own(told, "Title Only") == []
    assert told.opening is not None and [key for key in told.opening.painted if key.startswith("shapes")]


def test_a_layout_may_map_the_colors_of_its_master_anew():
    mapped = (
        'bg1="dk1" tx1="lt1" bg2="dk2" tx2="lt2" '
        + " ".join(f'accent{i}="accent1"' for i in range(1, 7))
        + ' hlink="hlink" folHlink="folHlink"'
    )

    def anew(name: str, body: bytes) -> bytes:
        over = f"<p:clrMapOvr><a:overrideClrMapping {mapped}/></p:clrMapOvr>".encode()
        return (
            re.sub(rb"<p:clrMapOvr>.*?</p:clrMapOvr>", over, body, flags=re.DOTALL) if name.endswith("slideLayout2.xml") else body
        )

    accent = '<a:solidFill><a:schemeClr val="accent3"/></a:solidFill>'
    told, _ = template_of(painted(shape((0, 0, 9, 9), fill=accent), shape((0, 0, 7, 7), fill=accent), change=anew))
    of_master, of_layout = own(told)
    assert of_master.fill is not None and of_master.fill.stops[0][1] == f"#{ACCENTS[2]}"
    assert of_layout.fill is not None and of_layout.fill.stops[0][1] == f"#{ACCENTS[0]}"
    layout = told.layout("Title and Content")
    assert layout is not None and layout.spots["title"].look.ink == "#ffffff"


def test_grounds_are_plain_run_or_are_pictures():
    run = (
        '<a:gradFill><a:gsLst><a:gs pos="100000"><a:srgbClr val="000000"/></a:gs><a:gs pos="0"><a:srgbClr val="ffffff"/></a:gs>'
        '</a:gsLst><a:lin ang="5400000"/></a:gradFill>'
    )
    for fill, check in (
        (solid("102030"), lambda made: made.fill.stops == ((0.0, "#102030", 1.0),)),
        (run, lambda made: [stop[1] for stop in made.fill.stops] == ["#ffffff", "#000000"] and made.fill.angle == 90),
        (f'<a:blipFill><a:blip {NAMESPACES} r:embed="rIdP0"/><a:stretch/></a:blipFill>', lambda made: made.picture is not None),
    ):
        told, _ = template_of(painted(ground=f"<p:bgPr>{fill}<a:effectLst/></p:bgPr>", pictures=[picture()]))
        (made,) = told.paintings["ground 1"]
        assert made.size == (960, 540) and check(made)


def test_a_ground_of_the_theme_is_a_picture_of_the_theme_in_its_inks():
    """Numbers of its parts are the theme's own: the master may have others that are called so."""
    blip = '<a:blip r:embed="rIdP0"><a:duotone><a:srgbClr val="000000"/><a:schemeClr val="phClr"/></a:duotone></a:blip>'
    fill = f'<a:blipFill xmlns:r="{R}">{blip}<a:stretch/></a:blipFill>'
    relations = (
        f'<Relationships xmlns="{PACKAGE}"><Relationship Id="rIdP0" Type="{R}/image" Target="../media/own1.png"/></Relationships>'
    )

    def themed(name: str, body: bytes) -> bytes:
        if name == "ppt/theme/theme1.xml":
            body = re.sub(rb"(<a:bgFillStyleLst>).*?(</a:bgFillStyleLst>)", rb"\1" + fill.encode() + rb"\2", body, flags=re.DOTALL)
        return body

    ground = '<p:bgRef idx="1001"><a:srgbClr val="00ff00"/></p:bgRef>'
    content = painted(ground=ground, pictures=[picture(), picture((0, 0, 0))], change=themed)
    content = changed(content, lambda _, body: body, {"ppt/theme/_rels/theme1.xml.rels": relations.encode()})
    (made,) = template_of(content)[0].paintings["ground 1"]
    shown = image(template_of(content)[0], made).convert("RGB")
    assert (shown.getpixel((1, 1)), shown.getpixel((39, 1))) == ((0, 0, 0), (0, 255, 0))


def test_texts_have_the_looks_of_layout_master_and_styles():
    """As python-pptx's own deck has them: titles of 44 points in the middle, numbers grey, at the right, of 12 points."""
    told, _ = template_of(painted())
    layout = told.layout("Title and Content")
    assert layout is not None and set(layout.spots) == {"title", "place", "foot", "number"}
    title, number = layout.spots["title"], layout.spots["number"]
    assert (title.look.size, title.look.align, title.look.upright, title.look.ink) == (44, "middle", "middle", "#000000")
    assert (number.look.size, number.look.align, number.look.ink) == (12, "end", "#898989")
    assert title.inner[0] == pytest.approx(title.box[0] + 7.2) and title.inner[2] == pytest.approx(title.box[2] - 14.4)
    assert told.opening is not None and told.opening.name == "Title Slide" and told.opening.spots["above"].look.align == "middle"


def test_words_of_their_own_are_read_with_their_looks_and_numbers():
    body = (
        '<p:txBody><a:bodyPr vert="vert270" anchor="b" wrap="none"/><a:lstStyle/><a:p><a:pPr algn="r"/>'
        '<a:r><a:rPr lang="en" sz="900" b="1" cap="all"><a:solidFill><a:srgbClr val="aa0000"/></a:solidFill></a:rPr>'
        "<a:t>Page </a:t></a:r>"
        '<a:fld id="{00000000-0000-0000-0000-000000000000}" type="slidenum"><a:t>7</a:t></a:fld></a:p></p:txBody>'
    )
    told, _ = template_of(painted(shape((100, 100, 20, 200), words=body)))
    under, words = own(told)
    ((paragraph,),) = (words.words,)
    look = paragraph.look
    assert paragraph.text == "Page \ufffc" and under.words == () and words.size == (200, 20) and not words.breaks
    assert (look.size, look.bold, look.capitals, look.ink, look.align, look.upright) == (9, True, True, "#aa0000", "end", "bottom")
    assert np.abs(np.sort(corners(words), axis=0) - [[100, 100], [100, 100], [120, 300], [120, 300]]).max() < 0.01  # reads upward
    assert words.matrix[:4] == (0, -1, 1, 0)


def test_what_was_read_is_kept_and_read_again_once_more_is_read():
    told, _ = template_of(
        painted(framed() + shape((0, 0, 9, 9), words="<p:txBody><a:bodyPr/><a:p/></p:txBody>"), pictures=[picture()])
    )
    plain = to_json(told)
    assert from_json(plain) == told
    assert from_json({**plain, "reading": 1}) is None
    assert from_json({key: value for key, value in plain.items() if key != "reading"}) is None


def test_a_layout_that_is_not_as_it_should_be_does_not_take_the_others_with_it():
    def damaged(name: str, body: bytes) -> bytes:
        return body.replace(b"<a:bodyPr/>", b'<a:bodyPr lIns="wide"/>', 1) if name.endswith("slideLayout2.xml") else body

    told, _ = template_of(painted(change=damaged))
    assert told.layout("Title and Content") is None and told.layout("Title Only") is not None
    assert told.usual not in ("", "Title and Content")


def test_endless_shapes_end():
    deep = "<p:grpSp><p:nvGrpSpPr><p:cNvPr id='5' name='Deep'/><p:cNvGrpSpPr/><p:nvPr/></p:nvGrpSpPr><p:grpSpPr/>"
    told, _ = template_of(painted(deep * 40 + shape((0, 0, 1, 1)) + "</p:grpSp>" * 40 + shape((0, 0, 2, 2)) * 900))
    layout = told.layout("Title and Content")
    assert layout is not None and set(layout.unpainted) == {"Deep", "more shapes"} and len(own(told)) == 600
