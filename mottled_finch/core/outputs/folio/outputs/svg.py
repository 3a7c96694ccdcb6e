"""One page of a folio as SVG: its words, and the scenes of its plates where they stand."""

from ....common.language.english import printable
from ....figures.scene import Text
from ...draw.canvas import paint
from ...draw.house.painting import paint_layout
from ...draw.svg import SvgCanvas, with_letters, xml_number
from ..pages import FolioPage, Lost


def draw_page_svg(page: FolioPage) -> bytes:
    """The page as a self-contained SVG file, UTF-8."""
    return page_svg(page, with_font=True).encode()


def page_svg(page: FolioPage, *, with_font: bool) -> str:
    """The page as SVG; without the font it is meant for our own renderers, which are handed the font's files."""
    canvas, sheet, typeface = SvgCanvas(), page.sheet, page.sheet.typeface
    canvas.rect(0, 0, sheet.width, sheet.height, sheet.theme.ground)
    if sheet.told is not None and sheet.layout is not None:
        paint_layout(canvas, sheet.told, sheet.layout, typeface, page.number, page.spots, page.turned)
    for lost in page.lost:
        _lost(canvas, page, lost)
    for placed in page.placed:
        if sheet.layout is not None and sheet.layout.busy:
            canvas.rect(*placed.room, sheet.theme.ground)
        canvas.parts.append(f'<g transform="translate({xml_number(placed.left)} {xml_number(placed.top)})">')
        paint(placed.figure.scene, canvas)
        canvas.parts.append("</g>")
    for text in page.texts:
        canvas.text(text)
    return with_letters(canvas, sheet.theme, (sheet.width, sheet.height), said_by(page), typeface, with_font=with_font)


def said_by(page: FolioPage) -> str:
    """The page in words, as alternative text: its headline, its words, its plates."""
    plates = [placed.figure.scene.alternative for placed in page.placed]
    return " ".join(
        text for text in (f"{page.title}." if page.title else "", *(block.text for block in page.blocks), *plates) if text
    )


def _lost(canvas: SvgCanvas, page: FolioPage, lost: Lost) -> None:
    """A room whose plate cannot be made, with the reason."""
    left, top, width, height = lost.room
    theme, size = page.sheet.theme, page.sheet.lead_size * 0.8
    canvas.rect(left, top, width, height, theme.band)
    lines = page.sheet.typeface.wrap(f"{lost.name} cannot be made: {lost.why}", width - 2 * size, size, 6)
    for number, line in enumerate(lines):
        y = top + height / 2 + (number - len(lines) / 2 + 0.8) * size * 1.35
        canvas.text(Text(part="words", x=left + size, y=y, text=printable(line), size=size, ink=theme.quiet))
