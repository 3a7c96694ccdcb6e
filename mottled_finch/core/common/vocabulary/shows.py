"""What a cell can show of its measure. ``SHOW_TERMS`` is the table that a new show is entered in; how it is worked out stands in
``show/``, in a file of its name.
"""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class ShowTerm:
    """``keys`` are those of the recipe beside ``as``, with what each may be, where not all that its type allows: without any of
    these the first is meant. ``said`` is the show in a sentence, ``typed`` in a typed statement. What stands in braces there
    depends on the keys: ``its`` is "the whole" or "its row", ``within`` is "" or " in its row", ``way`` is "down the rows",
    ``relative`` is "" or "relative ", ``to`` is "largest" or "first", ``point`` a number or target; in ``typed``, ``of``, ``to``,
    ``along`` and ``relative`` may be left out. ``also`` are words that it is looked for by, ``means`` says what it is, for the
    docs.
    """

    means: str
    said: str = ""
    typed: str
    also: str
    keys: dict[str, tuple[str, ...]]


_WAYS = ("columns", "rows")

SHOW_TERMS: dict[str, ShowTerm] = {
    "value": ShowTerm(means="the measure as it is", typed="value", also="plain raw nothing", keys={}),
    "share": ShowTerm(
        means="over the total shown. A group is the cells with all levels but the innermost in common",
        said="as share of {its}",
        typed="share{of}",
        also="percentage percent proportion of total",
        keys={"of": ("whole", "row", "column", "group")},
    ),
    "index": ShowTerm(
        means="against the largest, or the first, of its line: 1 is that one",
        said="against the {to} of {its}",
        typed="index{to}{of}",
        also="relative compared normalized",
        keys={"of": ("row", "column"), "to": ("max", "first")},
    ),
    "running": ShowTerm(
        means="the measure of all records up to here, anew in each group, where a blank stays one; not of {standing}",
        said="as running total {way}",
        typed="running total{along}",
        also="cumulative so far to date adding up",
        keys={"along": _WAYS},
    ),
    "change": ShowTerm(
        means="from the member before, anew in each group unless the levels are parts of one moment",
        said="as {relative}change {way}",
        typed="{relative}change{along}",
        also="difference growth delta from the one before",
        keys={"along": _WAYS, "relative": ()},
    ),
    "rank": ShowTerm(
        means="1 is the highest, equal values share the best place",
        said="as rank{within}",
        typed="rank{of}",
        also="position place order",
        keys={"of": ("whole", "row", "column")},
    ),
    "score": ShowTerm(
        means="standard deviations above the mean of the line's cells",
        said="as standard score{within}",
        typed="score{of}",
        also="z-score standardized deviations",
        keys={"of": ("whole", "row", "column")},
    ),
    "gap": ShowTerm(
        means='the distance from `to`, a number or `{"target": "promise"}`',
        said="as distance from {point}",
        typed="gap to {point}",
        also="difference from a target",
        keys={"to": ()},
    ),
    "against": ShowTerm(
        means="beside the same of another side: another span or member (`keep`), the kept span moved (`shift`), another `measure`, "
        "or another `edition`; a difference, ratio or percent of it. What only one side has is told apart",
        said="against {other}{by}",
        typed="against {other}{by}",
        also="versus compared with last year plan budget difference growth before",
        keys={"by": ("difference", "ratio", "percent"), "keep": (), "shift": (), "measure": (), "edition": ()},
    ),
}
