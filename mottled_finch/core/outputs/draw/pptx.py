"""The figure as a deck of one slide: a table that can be edited, shapes, or a picture, with its words in the speaker's notes."""

import io
from dataclasses import replace
from typing import Any

from ...common.language.english import printable
from ...figures.figure.figure import Figure
from ...figures.scene import Scene
from .house.setting import alone, in_house
from .making.bare import as_chosen
from .making.choices import USUAL, Choices
from .making.package import rewritten
from .making.slide_figure import color_of, family_of, form_of, put_figure
from .making.texts import about, told


def draw_pptx(figure: Figure, choices: Choices = USUAL) -> bytes:
    """The figure as a .pptx of one slide, of the size of the page or in the template that was chosen. Raises DrawError for a table
    or shapes of too many cells, and for a layout that the template does not have.
    """
    words = told(figure).words
    setting = in_house(figure, choices.template) if choices.template else None
    shown = as_chosen(setting.figure if setting else figure, choices)
    form, table = form_of(shown, choices.form)
    titled = not setting and form != "picture" and bool(words.title)
    setting = replace(setting or alone(figure, titled=titled), figure=shown)
    if titled:
        _title(setting.slide, shown.scene, printable(words.title), family_of(figure))
        texts = tuple(text for text in shown.scene.texts if text.part != "title")
        setting = replace(setting, figure=replace(shown, scene=replace(shown.scene, texts=texts)))
    put_figure(setting, form, table)
    said = about(figure, numbers=choices.values == "yes")
    setting.slide.notes_slide.notes_text_frame.text = printable("\n".join(f"{name}: {text}" for name, text in said))
    deck = setting.deck
    deck.core_properties.title, deck.core_properties.author = printable(words.title)[:255], ""
    out = io.BytesIO()
    deck.save(out)
    return rewritten(out.getvalue())


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
        paragraph.font.color.rgb = color_of(first.ink)
