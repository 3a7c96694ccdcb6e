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
from .making.bare import as_chosen
from .making.choices import USUAL, Choices, Form
from .making.package import rewritten
from .making.slide_shapes import SlideCanvas, group
from .making.slide_table import table_of, table_xml
from .making.tabled import Tabled
from .making.told import NAME, about, told
from .png import draw_png

_TITLE_ONLY, _BLANK = 5, 6
_IN_TABLE = ("heads", "totals")


def draw_pptx(figure: Figure, choices: Choices = USUAL) -> bytes:
    """The figure as a .pptx whose slide has the size of the page. Raises DrawError for a table or shapes of too many cells."""
    from pptx import Presentation  # a tenth of a second, which other outputs need not wait for
    from pptx.util import Pt

    shown, words = as_chosen(figure, choices), told(figure).words
    scene = shown.scene
    deck = Presentation()
    deck.slide_width, deck.slide_height = Pt(scene.width), Pt(scene.height)
    form, table = _form(shown, choices.form)
    title = form != "picture" and words.title
    slide = deck.slides.add_slide(deck.slide_layouts[_TITLE_ONLY if title else _BLANK])
    language = figure.recipe.page.language or "en-US"
    with using(figure.typeface):
        if form == "picture":
            _picture(slide, shown)
        else:
            if title:
                _title(slide, scene, printable(words.title), _family(figure))
            _drawn(slide, shown, table, language)
    said = about(figure, numbers=choices.values == "yes")
    slide.notes_slide.notes_text_frame.text = printable("\n".join(f"{name}: {text}" for name, text in said))
    deck.core_properties.title = printable(words.title)
    deck.core_properties.author = ""
    out = io.BytesIO()
    deck.save(out)
    return rewritten(out.getvalue())


def _family(figure: Figure) -> str:
    """The house's own font, or that of the deck's theme: no office has the bundled one."""
    return "+mn-lt" if figure.typeface is BUNDLED else figure.typeface.family


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


def _picture(slide: Any, figure: Figure) -> None:
    from pptx.util import Pt

    scene = figure.scene
    picture = slide.shapes.add_picture(io.BytesIO(draw_png(figure)), 0, 0, Pt(scene.width), Pt(scene.height))
    picture.name = NAME
    picture._element.nvPicPr.cNvPr.set("descr", printable(scene.alternative))  # no public way to set the alternative text


def _drawn(slide: Any, figure: Figure, table: Tabled | None, language: str) -> None:
    """The figure as shapes, or as a table with shapes around it."""
    from lxml import etree

    scene, family = figure.scene, _family(figure)
    if not scene.transparent:
        fill = slide.background.fill
        fill.solid()
        fill.fore_color.rgb = _color(scene.theme.ground)
    if scene.under is not None:
        _under(slide, scene)
    tree = slide.shapes._spTree  # no public way to put in what was written
    rest = replace(scene, transparent=True, under=None, texts=tuple(text for text in scene.texts if text.part != "title"))
    marks: Scene | None = None
    if table:
        tree.append(etree.fromstring(table_xml(figure, table, 10, NAME, family, language)))
        marks = _only_notes(rest)
        rest = _around(rest)
    canvas = SlideCanvas(scene.theme, family, language)
    paint(rest, canvas)
    if marks:
        paint(marks, canvas)
    if canvas.parts:
        place = (0.0, 0.0, float(scene.width), float(scene.height))
        name, words = ("Legend and words", "") if table else (NAME, scene.alternative)
        tree.append(etree.fromstring(group(canvas.parts, 11, name, words, place)))


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


def _under(slide: Any, scene: Scene) -> None:
    """The picture under the cells, cut as the scene cuts it."""
    import base64

    from pptx.util import Pt

    under = scene.under
    assert under is not None
    content = base64.b64decode(under.picture.partition(",")[2])
    picture = slide.shapes.add_picture(io.BytesIO(content), Pt(under.x), Pt(under.y), Pt(under.width), Pt(under.height))
    left, top, width, height = under.crop
    wide, high = under.pixels
    picture.crop_left, picture.crop_top = left / wide, top / high
    picture.crop_right, picture.crop_bottom = 1 - (left + width) / wide, 1 - (top + height) / high
    picture.name = "Picture under the cells"


def _color(color: str) -> Any:
    from pptx.dml.color import RGBColor

    return RGBColor.from_string(color[1:7].upper())
