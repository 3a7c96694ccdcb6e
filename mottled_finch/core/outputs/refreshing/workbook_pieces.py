"""What takes the place of a figure in a workbook: a workbook of it alone, made by the choices that the other was made by."""

from collections.abc import Sequence

from ...common.errors import DrawError
from ...figures.figure.figure import Figure
from ..draw.house.parts import parts_of
from ..draw.making.choices import choices_from
from ..draw.making.tabled import Tabled, tabled
from ..draw.xlsx import draw_xlsx
from .found import Found, Piece
from .workbook import asked_for


def workbook_piece(found: Found, figure: Figure) -> Piece:
    """Raises DrawError where there is nothing in the figure any more."""
    if figure.scene.grid is None:
        raise DrawError("there is nothing in it any more", path="file")
    asked = asked_for(found)
    content = draw_xlsx(figure, choices_from(asked, tuple(asked)))
    table = tabled(figure)
    return Piece(
        found=found,
        parts=parts_of(content, "file"),
        heads=(table.head_rows, table.head_columns),
        alternative=figure.scene.alternative,
    )


def as_printed(texts: Sequence[Sequence[str | None]], table: Tabled) -> tuple[tuple[str | None, ...], ...]:
    """What cells of a workbook say, whose numbers are written as those of the table are."""
    style = next((place.style for line in table.places for place in line if place and place.style), None)

    def said(text: str | None, *, head: bool) -> str | None:
        if text is None or head or style is None:
            return text
        try:
            return style.text(float(text))
        except ValueError:
            return text

    return tuple(
        tuple(said(text, head=y < table.head_rows or x < table.head_columns) for x, text in enumerate(line))
        for y, line in enumerate(texts)
    )
