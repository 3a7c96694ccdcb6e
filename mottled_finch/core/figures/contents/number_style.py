"""How the numbers of a figure are written: decimals, grouping, percent, short forms, and what stands before and after them."""

import re
import unicodedata
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from ...common.language import Language, language_of
from ...common.language.calendar import Calendar
from ...common.recipe.conditions import MeasureSpec
from ...common.recipe.spec import EachSpec, NumberMarks, NumberSpec, PivotSpec, Recipe, ShowSpec
from ...common.vocabulary import MEASURE_TERMS
from ...tables.table.rounding import is_below, is_whole, rounded, rounded_text

MARKS: dict[NumberMarks, tuple[str, str]] = {
    "1,234.5": (",", "."),
    "1.234,5": (".", ","),
    "1 234,5": ("\u00a0", ","),
    "1’234.5": ("’", "."),
    "1234.5": ("", "."),
    "1234,5": ("", ","),
}
"""What groups thousands and what begins the decimals."""
UNITS = ("", "k", "M", "B", "T")
"""Of thousands to the power of their place, in the short form."""


@dataclass(frozen=True)
class NumberStyle:
    """How values are written; percent are values times a hundred, in a form with the number at its braces. With ``bare`` those that
    are whole have no decimals; ``tenths`` says that the short form has one where there is room.
    """

    decimals: int
    percent: bool = False
    short: bool = False
    marks: NumberMarks = "1,234.5"
    before: str = ""
    after: str = ""
    sign: bool = False
    percent_form: str = "{}%"
    bare: bool = False
    tenths: bool = True

    def text(self, value: float) -> str:
        """The value as it is written. It is a number, not NaN."""
        plain, power = self.scaled(value)
        digits = plain.removeprefix("−")
        group, point = MARKS[self.marks]
        digits = digits.translate({ord(","): group, ord("."): point})
        sign = "−" if plain != digits and plain.startswith("−") else "+" if self.sign and re.search("[1-9]", digits) else ""
        written = f"{self.before}{digits}{UNITS[power]}"
        return f"{sign}{self.percent_form.format(written) if self.percent else written}{self.after}"

    def scaled(self, value: float) -> tuple[str, int]:
        """The digits of a value, and of which power of a thousand they are: in the short form ("12.3", 1) for 12,345, with three at
        most. Below a thousand it is written in full.
        """
        shift = 2 if self.percent else 0
        decimals = 0 if self.bare and is_whole(value, shift) else self.decimals
        if not self.short or is_below(value, 1000, decimals, shift):
            return number_text(value, decimals, shift), 0
        power = 1
        while power < len(UNITS) - 1 and not is_below(value, 1000, 0, shift - 3 * power):
            power += 1
        tenths = self.tenths and is_below(value, 100, 1, shift - 3 * power)
        return number_text(value, 1 if tenths else 0, shift - 3 * power), power


def number_text(value: float, decimals: int, shift: int = 0) -> str:
    """A number for reading: digits grouped, so many decimals, and no minus before a zero; its point moved first."""
    text = rounded_text(value, decimals, shift)
    return text.replace("-", "", 1) if text.startswith("-") and not re.search("[1-9]", text) else text.replace("-", "−", 1)


def style_of(recipe: Recipe, cells: NDArray[np.float64], every: NDArray[np.float64], own: EachSpec | None = None) -> NumberStyle:
    """How the values of a figure, or its ``own`` way of some members, are written: with the decimals asked for, or about three
    significant digits of the largest of the ``cells``, and none where these are whole; parts of a whole as
    percent, with about two.
    """
    number, decimals = recipe.cells.number, recipe.cells.decimals
    if own is not None:
        number = number if own.number is None else own.number
        decimals = own.decimals
        number = replace(number, after=number.after + _unit(own.unit))
    percent = is_percent(recipe.pivot) if number.as_ is None else number.as_ == "percent"
    if number.sign is None:
        number = replace(number, sign=_is_difference(recipe.pivot.show))
    return _style(number, percent, decimals, (cells, every), language_of(recipe.page.language))


def _unit(unit: str) -> str:
    """A unit as it stands behind a number: a word apart from it, a sign of degrees or percent close to it."""
    return f"\u00a0{unit}" if unit[:1].isalnum() else unit


def style_beside(
    number: NumberSpec, decimals: int | None, measure: MeasureSpec, values: NDArray[np.float64], language: Language
) -> NumberStyle:
    """The same for another measure of the cells."""
    percent = _is_part(measure, ShowSpec()) if number.as_ is None else number.as_ == "percent"
    return _style(number, percent, decimals, (values, values), language)


def _style(
    number: NumberSpec,
    percent: bool,
    decimals: int | None,
    values: tuple[NDArray[np.float64], NDArray[np.float64]],
    language: Language,
) -> NumberStyle:
    """``values`` are those of the cells, and every one."""
    cells, every = values
    bare = decimals is None and _are_whole(cells, percent)
    if decimals is None:
        decimals = _decimals(cells, every, percent)
    calendar = language.calendar
    before, after = number.before, number.after
    if calendar.currency_behind and not after and unicodedata.category(before.strip()[:1] or " ") == "Sc":
        before, after = "", f"\u00a0{before.strip()}"
    style = NumberStyle(
        decimals, percent, number.short, number.marks or _marks(calendar), before, after, bool(number.sign), calendar.percent, bare
    )
    return with_tenths(style, cells)


def with_tenths(style: NumberStyle, values: NDArray[np.float64]) -> NumberStyle:
    """The style with tenths in the short form where any of the values shown has one: then all have, so that they are alike."""
    if not style.short:
        return style
    full = replace(style, tenths=True)
    scaled = (full.scaled(value) for value in np.unique(values[~np.isnan(values)]).tolist())
    return replace(style, tenths=any(power and "." in text and not text.endswith(".0") for text, power in scaled))


def _marks(calendar: Calendar) -> NumberMarks:
    """Those of a language, or of the one that a recipe can ask for that comes nearest."""
    own = calendar.group, calendar.decimal
    return next((marks for marks, written in MARKS.items() if written == own), "1 234,5" if calendar.decimal == "," else "1,234.5")


def _are_whole(values: NDArray[np.float64], percent: bool) -> bool:
    numbers = values[~np.isnan(values)] * (100 if percent else 1)
    return bool((numbers == np.rint(numbers)).all())


def _decimals(cells: NDArray[np.float64], every: NDArray[np.float64], percent: bool) -> int:
    largest = float(np.abs(cells[~np.isnan(cells)] * (100 if percent else 1)).max(initial=0.0))
    if largest == 0 or _are_whole(every, percent):
        return 0
    digits = 1 if percent else 2
    return int(np.clip(digits - np.floor(np.log10(largest)), 0, 6))


def is_percent(pivot: PivotSpec) -> bool:
    """Whether values are parts of something, which are written as percent."""
    return pivot.correlate is None and _is_part(pivot.measure, pivot.show)


def _is_part(measure: MeasureSpec, show: ShowSpec) -> bool:
    if show.as_ in ("share", "index") or (show.as_ == "change" and show.relative):
        return True
    if show.as_ == "against" and show.by in ("ratio", "percent"):
        return show.by == "percent"
    return MEASURE_TERMS[measure.take].part and show.as_ in ("value", "running", "change", "against")


def _is_difference(show: ShowSpec) -> bool:
    """Whether the other side is told by how much more or less there is here, which a plus says at a glance."""
    return show.as_ == "against" and show.by != "ratio"


def end_text(value: float, style: NumberStyle) -> str:
    """A number chosen for the scale: without decimals where it is whole, else with those of the cells or the few more it needs."""
    shift = 2 if style.percent else 0
    whole = rounded(value, 9, shift)
    for decimals in (0, *range(style.decimals, style.decimals + 3)):
        if rounded(value, decimals, shift) == whole:
            return replace(style, decimals=decimals).text(value)
    return style.text(value)
