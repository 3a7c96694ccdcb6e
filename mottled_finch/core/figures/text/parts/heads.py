"""Orders, what is set aside, totals, and how heads look."""

from ....common.language import OURS
from ....common.language.english import counted, joined
from ....common.recipe.conditions import MeasureSpec
from ....common.recipe.spec import OrderSpec
from ....common.wording.parts import measure_words
from .piece import Piece, Said, quoted, sentence

_TURNS = {"fit": "turned as they fit", "level": "level", "up": "turned up"}
_TOTALS = (
    ("rows", "of rows"),
    ("columns", "of columns"),
    ("row_groups", "of groups of rows"),
    ("column_groups", "of groups of columns"),
)


def heads(said: Said) -> list[Piece]:
    pivot, spec = said.written.pivot, said.written.heads
    aside = len(pivot.aside.rows) + len(pivot.aside.columns)
    totals = [words for name, words in _TOTALS if getattr(pivot.totals, name)]
    if pivot.correlate is not None:
        return sentence("Fields ", _order("rows", pivot.order.rows), "; heads ", *_look(said), ".")
    return sentence(
        "Rows ",
        _order("rows", pivot.order.rows),
        ", columns ",
        _order("columns", pivot.order.columns),
        "; ",
        Piece(f"{counted(aside, 'member')} set aside" if aside else "nothing set aside", "aside", aside > 0),
        "; totals ",
        Piece(joined(totals) if totals else "none", "totals", bool(totals)),
        ". Heads ",
        *_look(said),
        "; ",
        _sized("columns", "wide", spec.weight.columns),
        ", ",
        _sized("rows", "high", spec.weight.rows),
        ".",
    )


def _look(said: Said) -> list[str | Piece]:
    spec = said.written.heads
    gap = "groups apart as it fits" if spec.group_gap is None else f"groups {spec.group_gap} points apart"
    flow = "no arrow"
    if spec.flow is not None:
        flow = f"an arrow along the {spec.flow.along}" + (f", {quoted(spec.flow.words)}" if spec.flow.words else "")
    return [
        Piece(_TURNS[spec.turn], "turn", spec.turn != "fit"),
        ", long ones ",
        Piece("in a few lines" if spec.long == "wrap" else "cut", "long", spec.long != "wrap"),
        ", ",
        Piece(gap, "group_gap", spec.group_gap is not None),
        "; ",
        Piece(flow, "flow", spec.flow is not None),
    ]


def _sized(side: str, size: str, measure: MeasureSpec | None) -> Piece:
    words = f"{side} as {size} as {measure_words(measure, OURS)}" if measure else f"{side} alike"
    return Piece(words, f"weight_{side}", measure is not None)


def _order(side: str, order: OrderSpec) -> Piece:
    by = {"natural": "in natural order", "appearance": "as they appear", "hand": "in an order by hand"}
    words = by.get(order.by) or f"by {', '.join(order.of) if order.by == 'member' else order.by}"
    if order.descending:
        words += ", largest first" if order.by in ("total", "member") else ", reversed"
    return Piece(words, f"order_{side}", order != OrderSpec())
