"""Scene to a deck of one slide, the figure on it as a picture with its alternative text."""

import io

from ..figure.figure import Figure
from ..words.wording import printable
from .png import draw_png

_BLANK_LAYOUT = 6


def draw_pptx(figure: Figure) -> bytes:
    """The figure as a .pptx whose slide has the size of the page."""
    from pptx import Presentation  # a tenth of a second, which other outputs need not wait for
    from pptx.util import Pt

    scene = figure.scene
    deck = Presentation()
    deck.slide_width, deck.slide_height = Pt(scene.width), Pt(scene.height)
    slide = deck.slides.add_slide(deck.slide_layouts[_BLANK_LAYOUT])
    picture = slide.shapes.add_picture(io.BytesIO(draw_png(figure)), 0, 0, Pt(scene.width), Pt(scene.height))
    picture.name = "Mottled Finch figure"
    picture._element.nvPicPr.cNvPr.set("descr", printable(scene.alternative))  # no public way to set the alternative text
    deck.core_properties.title = printable(next((text.text for text in scene.texts if text.part == "title"), ""))
    deck.core_properties.author = ""
    out = io.BytesIO()
    deck.save(out)
    return out.getvalue()
