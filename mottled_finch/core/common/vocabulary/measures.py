"""What can be measured. ``MEASURE_TERMS`` is the table that a new measure is entered in; how it is worked out stands in
``pivot/measures/``, in a file of its name.
"""

from dataclasses import dataclass, field
from string import Formatter


@dataclass(frozen=True, kw_only=True)
class MeasureTerm:
    """``name`` heads a list; ``said`` is the measure in a sentence, ``typed`` in a typed statement, where these differ. What stands
    in braces is a key of the recipe: ``of`` and ``per`` are fields, ``p`` a number, ``where`` a condition. ``keys`` are those keys,
    in the order in which they are asked for.

    ``means`` says what it is, for the docs, ``note`` so in two or three words, for a list; ``also`` are words that it is looked for
    by, ``asks`` what is asked of ``of``. ``numbers`` says that fields must be of numbers; ``nothing`` is what a cell without
    records is, None being the blank. ``runs`` says that a running total can be made of it: that it can be put together from
    parts. ``swayed`` says that a few records decide it, ``weighs_alike`` that each of its numbers counts the same, which misleads
    of rates, ``part`` that it is a part of a whole, written as percent, and ``adds_up`` that cells add up to their totals.
    ``once`` says that numbers of another table may be taken once a key.
    """

    name: str
    means: str
    said: str = ""
    typed: str = ""
    note: str = "of a number"
    also: str = ""
    asks: str = "The number that is measured"
    numbers: bool = True
    nothing: float | None = None
    runs: bool = True
    swayed: bool = False
    weighs_alike: bool = False
    part: bool = False
    adds_up: bool = False
    once: bool = False
    keys: tuple[str, ...] = field(init=False)

    def __post_init__(self) -> None:
        said = self.said or f"{self.name} of {{of}}"
        object.__setattr__(self, "said", said)
        object.__setattr__(self, "typed", self.typed or said)
        object.__setattr__(self, "keys", tuple(key for _, key, _, _ in Formatter().parse(said) if key))


MEASURE_TERMS: dict[str, MeasureTerm] = {
    "count": MeasureTerm(
        name="number of records",
        means="how many records there are",
        said="number of records",
        note="",
        also="count rows how many frequency",
        numbers=False,
        nothing=0.0,
        adds_up=True,
    ),
    "sum": MeasureTerm(
        name="sum", means="the sum of the filled values", also="total added up", weighs_alike=True, adds_up=True, once=True
    ),
    "average": MeasureTerm(
        name="average", means="their arithmetic mean", also="mean avg", swayed=True, weighs_alike=True, once=True
    ),
    "median": MeasureTerm(name="median", means="the value in the middle", also="middle", runs=False, swayed=True),
    "min": MeasureTerm(name="smallest", means="the smallest value", also="minimum lowest least"),
    "max": MeasureTerm(name="largest", means="the largest value", also="maximum highest most"),
    "range": MeasureTerm(
        name="range", means="the largest less the smallest value", also="spread span width difference", swayed=True
    ),
    "distinct": MeasureTerm(
        name="distinct count",
        means="how many different values there are",
        note="different values",
        also="unique number of different",
        asks="The field whose values are counted",
        numbers=False,
        nothing=0.0,
        runs=False,
    ),
    "stdev": MeasureTerm(
        name="standard deviation",
        means="the standard deviation, n - 1 below the line; blank of one value, too",
        also="sd spread variation",
        swayed=True,
    ),
    "percentile": MeasureTerm(
        name="percentile",
        means="the value below which `p` percent of the values lie, from 0 to 100, interpolated",
        said="{p} percentile of {of}",
        typed="percentile {p} of {of}",
        also="quantile quartile p90",
        runs=False,
        swayed=True,
    ),
    "share": MeasureTerm(
        name="share of records",
        means="the share of the cell's records that meet a condition, 0 to 1",
        said="share of records where {where}",
        note="that meet a condition",
        also="percentage percent proportion rate",
        numbers=False,
        swayed=True,
        part=True,
    ),
    "ratio": MeasureTerm(
        name="ratio",
        means="the sum of `of` over the sum of `per`; blank over zero, too",
        said="ratio of {of} to {per}",
        note="of two sums",
        also="per rate divided quotient",
        asks="The number that is divided",
        swayed=True,
        once=True,
    ),
}
