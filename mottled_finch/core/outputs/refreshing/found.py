"""What is known of a figure that was found in a file, and what takes its place."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

from ..draw.making.slide_cells import WrittenTable

Form = Literal["table", "shapes", "picture"]


@dataclass(frozen=True, kw_only=True)
class Found:
    """A figure by the ``plate`` it is called by, which is empty in a file with one. ``part`` is the part of the package that it is
    in, and ``place`` its number among the figures there; ``page`` is that of the slide, from 1, or 0 in a document, where it stands
    ``under`` a heading, and in a workbook, where it is on the sheet called so and ``holds`` parts by their names.

    ``width`` and ``height`` are the points it has now, of which the crop (left, top, right, bottom, in shares) shows a part;
    ``drawn`` are those of the page that it was drawn on, where that can be told. ``family`` is the font of its words. ``texts``
    are those of a table, line by line, None for a place that another reaches over, ``says`` those of shapes; ``beside`` says
    whether the legend of a table is there; ``words`` are the paragraphs of its slide that are no part of a figure.
    """

    plate: str
    part: str
    place: int
    page: int
    form: Form
    width: float
    height: float
    drawn: tuple[float, float] | None = None
    family: str = ""
    texts: tuple[tuple[str | None, ...], ...] = ()
    says: str = ""
    beside: bool = False
    words: tuple[str, ...] = ()
    under: str = ""
    holds: tuple[str, ...] = ()
    crop: tuple[float, float, float, float] = (0.0, 0.0, 0.0, 0.0)

    @property
    def where(self) -> str:
        """Where it stands, in words."""
        if self.page:
            return f"page {self.page}"
        if self.holds:
            return f"sheet “{self.under}”"
        return f"under “{self.under}”" if self.under else "the document"


@dataclass(frozen=True, kw_only=True)
class Piece:
    """What takes the place of a figure: the ``table`` of a slide or that of a document, its ``heads`` being so many lines above and
    beside the cells, and what is beside it; shapes; or a picture; and its words for who does not see.
    ``lines`` are what stands below it in a document: of each its part, and the paragraph; ``parts`` are those of a workbook that is
    made of it alone.
    """

    found: Found
    xml: str = ""
    table: WrittenTable | None = None
    heads: tuple[int, int] = (0, 0)
    beside: str = ""
    picture: bytes = b""
    parts: Mapping[str, bytes] = field(default_factory=dict)
    alternative: str = ""
    lines: tuple[tuple[str, str], ...] = field(default=())
