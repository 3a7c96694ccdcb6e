"""A page in a template of the house beside its slide as an office suite shows it: the same paint at the same places."""

import io
from typing import Any

import numpy as np
import pytest
from PIL import Image

from mottled_finch.core.outputs.draw import USUAL
from mottled_finch.core.outputs.folio.outputs.pptx import draw_pptx

from ..core.outputs.draw.house.decks import A, P, at, painted, picture, shape, solid
from ..core.outputs.draw.house.test_painted import framed
from ..core.outputs.folio.test_house import in_house, seen
from .test_office import converted

ALIKE, NEAR = 0.985, 24
"""The share of points that are alike, and by how much of 255 a color may differ: edges are softened otherwise, and shades of runs
stepped otherwise.
"""
RUN = (
    '<a:gradFill rotWithShape="1"><a:gsLst><a:gs pos="0"><a:srgbClr val="102040"/></a:gs><a:gs pos="100000">'
    '<a:schemeClr val="accent2"/></a:gs></a:gsLst><a:lin ang="{}" scaled="0"/></a:gradFill>'
)
BENT = (
    '<a:custGeom><a:avLst/><a:gdLst><a:gd name="x1" fmla="*/ w 1 2"/></a:gdLst><a:pathLst><a:path><a:moveTo><a:pt x="l" y="b"/>'
    '</a:moveTo><a:cubicBezTo><a:pt x="l" y="t"/><a:pt x="x1" y="t"/><a:pt x="r" y="vc"/></a:cubicBezTo><a:arcTo wR="wd4" hR="hd4" '
    'stAng="0" swAng="10800000"/><a:lnTo><a:pt x="r" y="b"/></a:lnTo><a:close/></a:path></a:pathLst></a:custGeom>'
)
STYLE = (
    '<p:style><a:lnRef idx="2"><a:schemeClr val="accent3"/></a:lnRef><a:fillRef idx="1"><a:schemeClr val="accent4"/></a:fillRef>'
    '<a:effectRef idx="0"><a:schemeClr val="accent1"/></a:effectRef><a:fontRef idx="minor"><a:schemeClr val="lt1"/></a:fontRef>'
    "</p:style>"
)
LIGHTER = '<a:solidFill><a:schemeClr val="accent1"><a:lumMod val="60000"/><a:lumOff val="40000"/></a:schemeClr></a:solidFill>'
ROUND = '<a:ln w="76200"><a:solidFill><a:schemeClr val="tx1"><a:tint val="75000"/></a:schemeClr></a:solidFill></a:ln>'
KINDS = (
    "roundRect",
    "round2SameRect",
    "snip1Rect",
    "triangle",
    "diamond",
    "parallelogram",
    "trapezoid",
    "homePlate",
    "chevron",
    "hexagon",
)


def grouped(inner: str) -> str:
    place = at((600, 330, 180, 120), 'rot="1800000" flipH="1"').replace(
        "</a:xfrm>", '<a:chOff x="0" y="0"/><a:chExt cx="4572000" cy="3048000"/></a:xfrm>'
    )
    head = '<p:nvGrpSpPr><p:cNvPr id="95" name="Group"/><p:cNvGrpSpPr/><p:nvPr/></p:nvGrpSpPr>'
    return f'<p:grpSp xmlns:a="{A}" xmlns:p="{P}">{head}<p:grpSpPr>{place}{solid("884466")}</p:grpSpPr>{inner}</p:grpSp>'


CASES: dict[str, dict[str, Any]] = {
    "bands": {
        "master": shape((0, 0, 960, 30), fill=RUN.format(2_700_000)) + shape((20, 480, 300, 40), kind="roundRect", fill=LIGHTER),
        "layout": shape((0, 60, 960, 6), fill=solid("7a2e12", '<a:alpha val="50000"/>'))
        + shape((500, 470, 100, 60), fill="", line="", style=STYLE),
        "ground": f"<p:bgPr>{RUN.format(5_400_000)}<a:effectLst/></p:bgPr>",
    },
    "kinds": {
        "master": "".join(
            shape((20 + 94 * i, 100, 80, 60), kind=kind, fill=solid("1f6b6d"))
            + shape((20 + 94 * i, 200, 80, 60), kind=kind, place='rot="2400000" flipV="1"')
            for i, kind in enumerate(KINDS)
        ),
        "layout": shape((100, 320, 120, 90), kind="ellipse", fill="<a:noFill/>", line=ROUND)
        + shape((300, 320, 200, 120), geometry=BENT),
        "ground": f"<p:bgPr>{solid('f4efe4')}<a:effectLst/></p:bgPr>",
    },
    "groups and pictures": {
        "master": grouped(
            shape((0, 0, 180, 120), fill="<a:grpFill/>") + shape((180, 120, 180, 120), kind="rtTriangle", place='rot="600000"')
        ),
        "layout": framed(around='<a:srcRect l="25000" b="10000"/><a:stretch/>')
        .replace('x="127000" y="127000"', 'x="1270000" y="1270000"')
        .replace('cx="508000" cy="254000"', 'cx="5080000" cy="2540000"'),
        "ground": '<p:bgRef idx="1001"><a:schemeClr val="bg2"/></p:bgRef>',
        "pictures": [picture(size=(400, 200))],
    },
}


@pytest.fixture(scope="module")
def slides(tmp_path_factory: pytest.TempPathFactory) -> dict[str, tuple[np.ndarray, np.ndarray]]:
    """Of each case its page as we show it, and the slide as the suite does, of as many pixels."""
    folder = tmp_path_factory.mktemp("house")
    folios = {name: in_house(painted(**case), {"arrange": "words", "headline": ""}, numbers=False) for name, case in CASES.items()}
    for name, folio in folios.items():
        (folder / f"{name}.pptx").write_bytes(draw_pptx(folio, USUAL))
    converted(folder, "png", sorted(folder.glob("*.pptx")), folder / "shown")
    found = {}
    for name, folio in folios.items():
        ours = seen(folio.pages[0])
        theirs = Image.open(io.BytesIO((folder / "shown" / f"{name}.png").read_bytes())).convert("RGB").resize(ours.shape[1::-1])
        found[name] = ours, np.asarray(theirs).astype(int)
    return found


@pytest.mark.parametrize("name", CASES)
def test_a_page_is_painted_as_its_slide_is(slides, name):
    ours, theirs = slides[name]
    alike = np.abs(ours - theirs).max(axis=2) <= NEAR
    assert alike.mean() > ALIKE
    ground = ours[-8, 8]
    painted_here = np.abs(ours - ground).max(axis=2) > NEAR
    assert painted_here.mean() > 0.03 and alike[painted_here].mean() > 0.96, alike[painted_here].mean()
