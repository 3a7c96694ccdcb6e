"""The sizes of a page that are offered by name. ``PAGE_TERMS`` is the table that a new one is entered in."""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class PageTerm:
    """Width and height are in points."""

    title: str
    width: int
    height: int


PAGE_TERMS: dict[str, PageTerm] = {
    "slide": PageTerm(title="Full slide", width=960, height=540),
    "half": PageTerm(title="Half slide", width=480, height=540),
    "column": PageTerm(title="Report column", width=640, height=480),
    "square": PageTerm(title="Square", width=600, height=600),
}
