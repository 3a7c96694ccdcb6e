"""A figure on a slide: a table with shapes around it, shapes, or a picture."""

import io
from dataclasses import replace
from typing import Any

from ....common.errors import DrawError
from ....common.language.english import printable
from ....figures.figure.figure import Figure
from ....figures.scene import Scene
from ....figures.scene.typeface import BUNDLED
from ..canvas import MANY_CELLS, paint
from ..house.setting import Setting
from ..house.template import Box
from ..png import draw_png
from .choices import Form
from .slide_shapes import NAMESPACES, SlideCanvas, group
from .slide_table import Frame, table_of, table_xml
from .tabled import Tabled
from .texts import NAME

_IN_TABLE = ("heads", "totals")
BESIDE = "Legend and words"
"""What shapes beside a table are called."""


def put_figure(setting: Setting, form: Form, table: Tabled | None, name: str = NAME) -> None:
    """Put the figure of a setting on its slide, in the form and under the name by which it is found again."""
    if form == "picture":
        _picture(setting, name)
    else:
        _drawn(setting, table, name)


def family_of(figure: Figure) -> str:
    """The house's own font, or that of the deck's theme: no office has the bundled one."""
    return "+mn-lt" if figure.typeface is BUNDLED else figure.typeface.name


def form_of(figure: Figure, asked: Form) -> tuple[Form, Tabled | None]:
    """What the figure becomes: what was asked for, or the most that can be edited of what it can be."""
    cells = len(figure.scene.grid.steps) if figure.scene.grid else 0
    table = table_of(figure) if asked in ("fit", "table") else None
    if table:
        return "table", table
    if asked == "table":
        raise DrawError(
            "this figure is no table of a slide: its cells are symbols, lie on a picture or below each other, or are too small "
            "or too many; choose shapes or a picture, or save a workbook",
            path="form",
        )
    if asked == "picture" or (asked == "fit" and cells > MANY_CELLS):
        return "picture", None
    if cells > MANY_CELLS:
        raise DrawError(
            f"{cells:,} cells are too many for shapes, of which there may be {MANY_CELLS:,}; choose a picture", path="form"
        )
    return "shapes", None


def _picture(setting: Setting, name: str) -> None:
    from lxml import etree
    from pptx.util import Pt

    scene = setting.figure.scene
    picture = setting.slide.shapes.add_picture(
        io.BytesIO(draw_png(setting.figure)), Pt(setting.left), Pt(setting.top), Pt(scene.width), Pt(scene.height)
    )
    picture.name = name
    about_it = picture._element.nvPicPr  # no public way to set the alternative text, nor to stand in a placeholder
    about_it.cNvPr.set("descr", printable(scene.alternative))
    if setting.place:
        place = etree.fromstring(f"<p:nvPr {NAMESPACES}>{setting.place}</p:nvPr>")
        about_it.find(place.tag).append(place[0])


def _drawn(setting: Setting, table: Tabled | None, name: str) -> None:
    """The figure as shapes, or as a table with shapes around it."""
    from lxml import etree

    figure, slide, corner = setting.figure, setting.slide, (setting.left, setting.top)
    scene, family = figure.scene, family_of(figure)
    language = figure.recipe.page.language or "en-US"
    if not scene.transparent and scene.theme.ground != setting.ground:
        fill = slide.background.fill
        fill.solid()
        fill.fore_color.rgb = color_of(scene.theme.ground)
    if setting.panel and not scene.transparent:
        put_panel(slide, setting.panel, scene.theme.ground)
    if scene.under is not None:
        _under(slide, scene, corner)
    tree = slide.shapes._spTree  # no public way to put in what was written
    number = max(int(each.get("id", 0)) for each in slide.element.iter("{*}cNvPr")) + 1
    if table:
        tree.append(etree.fromstring(table_xml(figure, table, Frame(number, name, family, language, corner, setting.place))))
    shapes = shapes_xml(figure, family, name, number + 1, corner, of_table=table is not None)
    if shapes:
        tree.append(etree.fromstring(shapes))


def shapes_xml(
    figure: Figure, family: str, name: str, number: int, corner: tuple[float, float] = (0.0, 0.0), *, of_table: bool
) -> str:
    """The figure as a group of shapes, or what is beside its table; nothing where there is none of that."""
    scene = figure.scene
    rest = replace(scene, transparent=True, under=None)
    canvas = SlideCanvas(scene.theme, figure.typeface, family, figure.recipe.page.language or "en-US", number)
    paint(_around(rest) if of_table else rest, canvas)
    if of_table:
        paint(_only_notes(rest), canvas)
    if not canvas.parts:
        return ""
    called, words = (name.replace(NAME, BESIDE), "") if of_table else (name, scene.alternative)
    return group(canvas.parts, number, called, words, corner, (scene.width, scene.height))


def _around(scene: Scene) -> Scene:
    """All that is not in the table, and no mark on it."""
    return replace(
        scene,
        grid=None,
        texts=tuple(
            text
            for text in scene.texts
            if not (text.part in _IN_TABLE and (text.row is not None or text.column is not None or text.part == "totals"))
            and not (text.part == "notes" and text.weight == 600)
        ),
        boxes=tuple(box for box in scene.boxes if box.part not in ("totals", "notes")),
        lines=tuple(line for line in scene.lines if line.part != "notes"),
    )


def _only_notes(scene: Scene) -> Scene:
    """What lies on the cells: outlines, and the numbers of notes."""
    return replace(
        scene,
        grid=None,
        texts=tuple(text for text in scene.texts if text.part == "notes" and text.weight == 600),
        boxes=tuple(box for box in scene.boxes if box.part == "notes"),
        hatchings=(),
        lines=tuple(line for line in scene.lines if line.part == "notes"),
    )


def _under(slide: Any, scene: Scene, corner: tuple[float, float]) -> None:
    """The picture under the cells, cut as the scene cuts it."""
    import base64

    from pptx.util import Pt

    under = scene.under
    assert under is not None
    content = base64.b64decode(under.picture.partition(",")[2])
    left, top = corner[0] + under.x, corner[1] + under.y
    picture = slide.shapes.add_picture(io.BytesIO(content), Pt(left), Pt(top), Pt(under.width), Pt(under.height))
    left, top, width, height = under.crop
    wide, high = under.pixels
    picture.crop_left, picture.crop_top = left / wide, top / high
    picture.crop_right, picture.crop_bottom = 1 - (left + width) / wide, 1 - (top + height) / high
    picture.name = "Picture under the cells"


def put_panel(slide: Any, box: Box, color: str) -> None:
    """A plain ground for the figure."""
    from pptx.enum.shapes import MSO_SHAPE
    from pptx.util import Pt

    panel = slide.shapes.add_shape(MSO_SHAPE.RECTANGLE, *(Pt(each) for each in box))
    panel.name = "Ground"
    panel.fill.solid()
    panel.fill.fore_color.rgb = color_of(color)
    panel.line.fill.background()
    panel._element.remove(panel._element.find("{*}style"))  # which throws a shadow in some office programs


def color_of(color: str) -> Any:
    """A color as python-pptx has it."""
    from pptx.dml.color import RGBColor

    return RGBColor.from_string(color[1:7].upper())
