"""The figure as a deck of one slide: a table that can be edited, shapes, or a picture, with its words in the speaker's notes."""

import io
from dataclasses import replace
from typing import Any

from ..errors import DrawError
from ..figure.figure import Figure
from ..scene import Scene
from ..scene.typeface import BUNDLED, using
from ..words.wording import printable
from .canvas import MANY_CELLS, paint
from .house.setting import Setting, alone, in_house
from .house.template import Box
from .making.bare import as_chosen
from .making.choices import USUAL, Choices, Form
from .making.package import rewritten
from .making.slide_shapes import NAMESPACES, SlideCanvas, group
from .making.slide_table import Frame, table_of, table_xml
from .making.tabled import Tabled
from .making.told import NAME, about, told
from .png import draw_png

_IN_TABLE = ("heads", "totals")


def draw_pptx(figure: Figure, choices: Choices = USUAL) -> bytes:
    """The figure as a .pptx of one slide, of the size of the page or in the template that was chosen. Raises DrawError for a table
    or shapes of too many cells, and for a layout that the template does not have.
    """
    words = told(figure).words
    setting = in_house(figure, choices.template) if choices.template else None
    shown = as_chosen(setting.figure if setting else figure, choices)
    form, table = _form(shown, choices.form)
    titled = not setting and form != "picture" and bool(words.title)
    setting = replace(setting or alone(figure, titled=titled), figure=shown)
    with using(figure.typeface):
        if form == "picture":
            _picture(setting)
        else:
            if titled:
                _title(setting.slide, shown.scene, printable(words.title), _family(figure))
                texts = tuple(text for text in shown.scene.texts if text.part != "title")
                setting = replace(setting, figure=replace(shown, scene=replace(shown.scene, texts=texts)))
            _drawn(setting, table, figure.recipe.page.language or "en-US")
    said = about(figure, numbers=choices.values == "yes")
    setting.slide.notes_slide.notes_text_frame.text = printable("\n".join(f"{name}: {text}" for name, text in said))
    deck = setting.deck
    deck.core_properties.title, deck.core_properties.author = printable(words.title)[:255], ""
    out = io.BytesIO()
    deck.save(out)
    return rewritten(out.getvalue())


def _family(figure: Figure) -> str:
    """The house's own font, or that of the deck's theme: no office has the bundled one."""
    return "+mn-lt" if figure.typeface is BUNDLED else figure.typeface.name


def _form(figure: Figure, asked: Form) -> tuple[Form, Tabled | None]:
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


def _picture(setting: Setting) -> None:
    from lxml import etree
    from pptx.util import Pt

    scene = setting.figure.scene
    picture = setting.slide.shapes.add_picture(
        io.BytesIO(draw_png(setting.figure)), Pt(setting.left), Pt(setting.top), Pt(scene.width), Pt(scene.height)
    )
    picture.name = NAME
    about_it = picture._element.nvPicPr  # no public way to set the alternative text, nor to stand in a placeholder
    about_it.cNvPr.set("descr", printable(scene.alternative))
    if setting.place:
        place = etree.fromstring(f"<p:nvPr {NAMESPACES}>{setting.place}</p:nvPr>")
        about_it.find(place.tag).append(place[0])


def _drawn(setting: Setting, table: Tabled | None, language: str) -> None:
    """The figure as shapes, or as a table with shapes around it."""
    from lxml import etree

    figure, slide, corner = setting.figure, setting.slide, (setting.left, setting.top)
    scene, family = figure.scene, _family(figure)
    if not scene.transparent and scene.theme.ground != setting.ground:
        fill = slide.background.fill
        fill.solid()
        fill.fore_color.rgb = _color(scene.theme.ground)
    if setting.panel and not scene.transparent:
        _panel(slide, setting.panel, scene.theme.ground)
    if scene.under is not None:
        _under(slide, scene, corner)
    tree = slide.shapes._spTree  # no public way to put in what was written
    rest = replace(scene, transparent=True, under=None)
    number = max(int(each.get("id", 0)) for each in slide.element.iter("{*}cNvPr")) + 1
    marks: Scene | None = None
    if table:
        tree.append(etree.fromstring(table_xml(figure, table, Frame(number, NAME, family, language, corner, setting.place))))
        marks = _only_notes(rest)
        rest = _around(rest)
    canvas = SlideCanvas(scene.theme, family, language, number + 1)
    paint(rest, canvas)
    if marks:
        paint(marks, canvas)
    if canvas.parts:
        name, words = ("Legend and words", "") if table else (NAME, scene.alternative)
        tree.append(etree.fromstring(group(canvas.parts, number + 1, name, words, corner, (scene.width, scene.height))))


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


def _title(slide: Any, scene: Scene, words: str, family: str) -> None:
    """The title in the place that the layout has for one, where the scene puts it."""
    from pptx.enum.text import MSO_ANCHOR, MSO_AUTO_SIZE
    from pptx.util import Pt

    lines = [text for text in scene.texts if text.part == "title"]
    title = slide.shapes.title
    first = lines[0]
    title.left, title.top = Pt(first.x), Pt(first.y - first.size * 1.03)
    title.width, title.height = Pt(scene.width - 2 * first.x), Pt(first.size * 1.3 * len(lines))
    frame = title.text_frame
    frame.text = words
    frame.auto_size, frame.vertical_anchor, frame.word_wrap = MSO_AUTO_SIZE.NONE, MSO_ANCHOR.TOP, True
    frame.margin_left = frame.margin_right = frame.margin_top = frame.margin_bottom = 0
    for paragraph in frame.paragraphs:
        paragraph.alignment, paragraph.line_spacing = 1, 1.0
        paragraph.font.size, paragraph.font.bold, paragraph.font.name = Pt(first.size), True, family
        paragraph.font.color.rgb = _color(first.ink)


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


def _panel(slide: Any, box: Box, color: str) -> None:
    """A plain ground for the figure."""
    from pptx.enum.shapes import MSO_SHAPE
    from pptx.util import Pt

    panel = slide.shapes.add_shape(MSO_SHAPE.RECTANGLE, *(Pt(each) for each in box))
    panel.name = "Ground"
    panel.fill.solid()
    panel.fill.fore_color.rgb = _color(color)
    panel.line.fill.background()
    panel.shadow.inherit = False


def _color(color: str) -> Any:
    from pptx.dml.color import RGBColor

    return RGBColor.from_string(color[1:7].upper())
