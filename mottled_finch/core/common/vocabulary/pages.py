"""The sizes of a page that are offered by name. ``PAGE_TERMS`` is the table that a new one is entered in."""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class PageTerm:
    """Width and height are in points, as is the least size of type: what is still read where such pages are looked at."""

    title: str
    width: int
    height: int
    least_type: float


PAGE_TERMS: dict[str, PageTerm] = {
    "slide": PageTerm(title="Full slide", width=960, height=540, least_type=12.0),
    "half": PageTerm(title="Half slide", width=480, height=540, least_type=11.0),
    "column": PageTerm(title="Report column", width=640, height=480, least_type=8.0),
    "square": PageTerm(title="Square", width=600, height=600, least_type=10.0),
}
