"""Names in other scripts, with a font of the house: measured as they join, laid out from right to left, told where none has them.

The fonts are parts of the Noto fonts under the SIL Open Font License: the letters of the names below, and Latin ones.
"""

import base64
import io
import itertools
from pathlib import Path

import numpy as np
import pytest
from PIL import Image

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.cautions import cautions_of
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.draw.png import draw_png

from ...conftest import read
from ...figures.scene.test_layout import extent, overlap

NAMES = {
    "arabic": ("مرفأ شمال", "رصيف جنوب", "الميناء"),
    "hebrew": ("מזח צפון", "נמל דרום", "ספינה"),
    "han": ("北港码头", "南风栈桥", "灯塔"),
}


def font(script: str) -> dict:
    content = (Path(__file__).parent / "fonts" / f"{script}.woff2").read_bytes()
    return {"regular": f"data:font/woff2;base64,{base64.b64encode(content).decode()}"}


def recipe(script: str | None, **page):
    pivot = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
    own = {"font": font(script)} if script else {}
    return load_recipe({"finch_recipe": 2, "pivot": pivot, "page": {**own, **page}, "words": {"title": "Ports", "caption": ""}})


def table(names):
    return read("r,c,v\n" + "".join(f"{row},{column},{i}\n" for i, (row, column) in enumerate(itertools.product(names, names))))


@pytest.mark.parametrize("script", NAMES)
def test_names_are_laid_out_and_none_is_missing(script):
    given = recipe(script)
    figure = make_figure(table(NAMES[script]), given)
    heads = [text for text in figure.scene.texts if text.part == "heads"]
    assert {text.text for text in heads} == set(NAMES[script])
    boxes = [extent(text) for text in heads]
    assert not any(overlap(one, other) for one, other in itertools.combinations(boxes, 2))
    assert "missing_letters" not in {caution.name for caution in cautions_of(figure, given)[0]}


@pytest.mark.parametrize("script", NAMES)
def test_without_such_a_font_it_is_told(script):
    given = recipe(None)
    told = {caution.name: caution.words for caution in cautions_of(make_figure(table(NAMES[script]), given), given)[0]}
    assert any(name in told["missing_letters"] for name in NAMES[script])


def test_letters_are_measured_as_they_join():
    given = recipe("arabic")
    typeface = make_figure(table(NAMES["arabic"]), given).typeface
    word = NAMES["arabic"][2]
    assert typeface.width_of(word, 12) < sum(typeface.width_of(letter, 12) for letter in word) * 0.97


def ink_of(script: str, name: str) -> np.ndarray:
    """How much ink each column of pixels has where the head of the only row stands."""
    figure = make_figure(read(f"r,c,v\n{name},x,1\n"), recipe(script))
    head = next(text for text in figure.scene.texts if text.row == 0)
    picture = np.asarray(Image.open(io.BytesIO(draw_png(figure, 4.0))).convert("L"), dtype=int)
    top, bottom = round((head.y - head.size) * 4), round((head.y + head.size * 0.4) * 4)
    left, right = round((head.x - head.length) * 4), round(head.x * 4)
    return (255 - picture[top:bottom, left:right]).sum(axis=0)


def test_words_are_drawn_from_right_to_left():
    """The lamed, the only letter that rises above the others, is the last of this word, and so stands at its left."""
    figure = make_figure(read("r,c,v\nנמל,x,1\n"), recipe("hebrew"))
    head = next(text for text in figure.scene.texts if text.row == 0)
    picture = np.asarray(Image.open(io.BytesIO(draw_png(figure, 4.0))).convert("L"), dtype=int)
    above = picture[round((head.y - head.size * 0.8) * 4) : round((head.y - head.size * 0.62) * 4)]
    inked = np.flatnonzero((above < 128).any(axis=0))
    inked = inked[(inked >= (head.x - head.length - 1) * 4) & (inked <= (head.x + 1) * 4)]
    assert len(inked) and inked.max() < (head.x - head.length / 2) * 4
    assert ink_of("hebrew", "נמל").sum() > 0


def test_joined_letters_are_drawn_joined():
    """Alone, letters have gaps between them; joined, most columns of pixels within a word have ink."""
    ink = ink_of("arabic", "شمال")
    assert np.count_nonzero(ink > 200) > 0.75 * len(ink)


def test_names_without_blanks_are_put_in_lines_alike_in_length():
    typeface = make_figure(table(NAMES["han"]), recipe("han")).typeface
    assert typeface.balanced("灯塔湾货运码头东岸（一）号", 98, 12, 3) == ["灯塔湾货运码头", "东岸（一）号"]
    assert typeface.wrap("灯塔湾货运码头东岸", 60, 12, 1) == ["灯塔湾货…"]
    long = ("灯塔湾货运码头东岸（一）号", "南风栈桥货运东岸码头（一）号", "北港", "码头")
    texts = {text.text: text for text in make_figure(table(long), recipe("han")).scene.texts if text.anchor == "middle"}
    assert {"灯塔湾货运码头", "东岸（一）号", "南风栈桥货运东", "岸码头（一）号", "北港", "码头"} <= set(texts)
    assert texts["东岸（一）号"].y == texts["岸码头（一）号"].y == texts["北港"].y
