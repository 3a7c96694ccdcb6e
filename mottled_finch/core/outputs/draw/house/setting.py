"""Where a figure stands on a slide: alone on a plain one, or in the room that a layout of the house has for it."""

import io
from dataclasses import dataclass
from typing import Any

from ....common.errors import DrawError, did_you_mean
from ....common.language.english import printable
from ....figures.figure.figure import Figure, laid_anew
from ....figures.scene import Part
from ....figures.scene.room import page_in
from ..making.texts import told
from .template import Box, Layout, Template

_TITLE_ONLY, _BLANK = 5, 6


@dataclass(frozen=True)
class Setting:
    """A slide, and the figure as it is laid out for it, whose upper left corner lies at ``left`` and ``top`` in points. ``ground``
    is the color that the slide has by itself, ``place`` the placeholder that the figure stands in, as PresentationML, and ``panel``
    what is painted below it, where the template has more there than a color.
    """

    deck: Any
    slide: Any
    figure: Figure
    left: float = 0.0
    top: float = 0.0
    ground: str | None = None
    place: str = ""
    panel: Box | None = None


def alone(figure: Figure, *, titled: bool) -> Setting:
    """A slide of the size of the page, which the figure fills."""
    from pptx import Presentation  # a tenth of a second, which other outputs need not wait for
    from pptx.util import Pt

    deck = Presentation()
    deck.slide_width, deck.slide_height = Pt(figure.scene.width), Pt(figure.scene.height)
    return Setting(deck, deck.slides.add_slide(deck.slide_layouts[_TITLE_ONLY if titled else _BLANK]), figure)


def in_house(figure: Figure, template: Template) -> Setting:
    """A slide of the template's layout that the plate names, its words in the layout's placeholders, the figure laid out anew for
    the room that is left. Raises DrawError for a layout that is not there.
    """
    from pptx import Presentation

    chosen = figure.recipe.page.template
    layout = _layout_of(template, chosen.layout if chosen else None)
    deck = Presentation(io.BytesIO(template.content))
    slide = deck.slides.add_slide(next(each for m in deck.slide_masters for each in m.slide_layouts if each.name == layout.name))
    outside = _written(slide, layout, figure)
    page, beyond = page_in(figure.recipe.page, *layout.room[2:], within=layout.busy)
    laid = laid_anew(figure, page, outside)
    return Setting(
        deck,
        slide,
        laid,
        left=layout.room[0] - beyond,
        top=layout.room[1] - beyond,
        ground=layout.ground,
        place=layout.takes,
        panel=layout.room if layout.busy else None,
    )


def _layout_of(template: Template, name: str | None) -> Layout:
    found = template.told.layout(name)
    if found is None:
        names = [each.name for each in template.told.layouts]
        raise DrawError(
            f'"{template.name}" has no layout "{name}" with room for a figure; {did_you_mean(name or "", names)}',
            path="page.template.layout",
            received=name,
            allowed=names,
        )
    return found


def _written(slide: Any, layout: Layout, figure: Figure) -> set[Part]:
    """Write the words that the layout has placeholders for, take out those left over, and say which parts are written."""
    said = told(figure)
    words = said.words
    below = [f"{number}  {note}" for number, note in enumerate(said.notes, 1)] + [words.caption, words.source]
    given: dict[int | None, tuple[tuple[Part, ...], list[str]]] = {
        layout.title: (("title",), [words.title]),
        layout.above: (("subtitle",), [words.subtitle]),
        layout.below: (("caption", "notes"), below),
    }
    outside: set[Part] = set()
    for number, shape in enumerate([each for each in slide.shapes if each.is_placeholder]):
        parts, lines = given.get(number, ((), []))
        outside.update(parts)
        text = printable("\n".join(line for line in lines if line))
        if text:
            shape.text_frame.text = text
        else:
            shape._element.getparent().remove(shape._element)
    return outside
