"""Names of the parts of a figure in a workbook (ISO/IEC 29500-1, 18.2.5): they go along when rows are put in, sheets are called
otherwise or the file is saved by another program, and each part is found again by its own. That of words says which they were, so
that what people wrote there is told from what was ours.
"""

from collections.abc import Sequence

from .bookmarks import digest_of

PREFIX = "Finch_"
TITLE, CELLS, FOOT, LEGEND, SCALE, ABOUT, RECORDS = (
    f"{PREFIX}{part}" for part in ("title", "cells", "foot", "legend", "scale", "about", "records")
)
"""Rectangles: the title and what stands under it; heads and cells; notes, caption and source; the legend; the sheets beside."""


def worded(name: str, lines: Sequence[str]) -> str:
    """The name of a part with words in it, one below the other."""
    return f"{name}_{digest_of(' '.join(lines))}"


def name_of(worded_name: str) -> tuple[str, str]:
    """The name of a part, and the digest of its words, if it has some; of a name that begins as ours do."""
    prefix, part, *rest = worded_name.split("_", 2)
    return f"{prefix}_{part}", rest[0] if rest else ""
