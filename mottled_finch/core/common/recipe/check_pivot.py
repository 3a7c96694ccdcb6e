"""What a pivot must satisfy beyond the types of its parts, whatever the table."""

from itertools import pairwise

from ..errors import RecipeError
from ..language.english import listed
from ..vocabulary import CUT_TERMS, LIMITS, MEASURE_TERMS, ORDER_TERMS, SHOW_TERMS
from .conditions import ConditionSpec, MeasureSpec
from .one_given import one_given
from .spec import (
    SHIFT_UNITS,
    SHOW_KEYS,
    BinsSpec,
    CorrelateSpec,
    LevelSpec,
    OrderSpec,
    PivotSpec,
    ShiftSpec,
    ShowSpec,
    TargetSpec,
)

DEPTH_MOST = 6
"""How deep conditions may hold further conditions."""

_NEED_WORDS = {
    "of": 'the field it is taken of; add "of"',
    "p": 'the percentile meant, 0 to 100; add "p"',
    "where": 'the condition whose share is meant; add "where"',
    "per": 'the field it is divided by; add "per"',
}


def check_pivot(pivot: PivotSpec) -> None:
    """Raises RecipeError for the first thing in the pivot that is not well formed."""
    if pivot.correlate is not None:
        _check_correlate(pivot, pivot.correlate)
    for side, levels in (("rows", pivot.rows), ("columns", pivot.columns)):
        if len(levels) > LIMITS.levels_most:
            raise RecipeError(f"{len(levels)} levels are nested; keep {LIMITS.levels_most} at most", path=f"pivot.{side}")
        for i, level in enumerate(levels):
            check_level(level, f"pivot.{side}[{i}]")
    if pivot.split is not None:
        check_level(pivot.split, "pivot.split")
    check_measure(pivot.measure, "pivot.measure")
    for i, condition in enumerate(pivot.keep):
        check_condition(condition, f"pivot.keep[{i}]")
    _check_show(pivot.show)
    _check_order(pivot.order.rows, len(pivot.rows), "pivot.order.rows")
    _check_order(pivot.order.columns, len(pivot.columns) + (pivot.split is not None), "pivot.order.columns")
    if pivot.split is not None and not ORDER_TERMS[pivot.order.columns.by].side_by_side:
        raise RecipeError(
            f'matrices side by side have the same columns, which cannot be ordered by "{pivot.order.columns.by}"; choose '
            f"{listed(name for name, term in ORDER_TERMS.items() if term.side_by_side)}",
            path="pivot.order.columns",
            received=pivot.order.columns.by,
        )


def check_level(level: LevelSpec, path: str) -> None:
    """Raises RecipeError for a level whose parts do not go together."""
    if level.cut is not None and level.bins is not None:
        raise RecipeError('"cut" is for moments and "bins" for numbers; keep one of them', path=path)
    if level.bins is not None:
        _check_bins(level.bins, f"{path}.bins")
    if level.year_starts is not None:
        _check_year_starts(level.year_starts, level.cut, f"{path}.year_starts")
    if level.week_starts is not None and level.cut != "weekday":
        raise RecipeError('"week_starts" orders weekdays; it goes with the cut "weekday" alone', path=f"{path}.week_starts")
    if level.top is not None and level.top < 1:
        raise RecipeError("at least one member must be left; choose 1 or more", path=f"{path}.top", received=level.top)
    if level.top is None and level.others is not False:
        raise RecipeError('"others" gathers what "top" leaves over; add "top"', path=f"{path}.others")
    if level.by is not None:
        if level.top is None:
            raise RecipeError('"by" says what "top" is decided by; add "top"', path=f"{path}.by")
        check_measure(level.by, f"{path}.by")


def _check_year_starts(month: int, cut: str | None, path: str) -> None:
    if cut is None or not CUT_TERMS[cut].fiscal:
        fiscal = listed((name for name, term in CUT_TERMS.items() if term.fiscal), "and")
        raise RecipeError(f'"year_starts" goes with the cuts {fiscal}', path=path)
    if not 1 <= month <= 12:
        raise RecipeError(f"{month} is not a month; choose 1 to 12", path=path, received=month)


def _check_bins(bins: BinsSpec, path: str) -> None:
    given = one_given(bins, ("edges", "round", "equal_width", "equal_count"), path, "nothing is said of the bins")
    if bins.edges is None:
        count = getattr(bins, given)
        if not 1 <= count <= LIMITS.bins_most:
            raise RecipeError(
                f"{count:,} bins are asked for; choose 1 to {LIMITS.bins_most}", path=f"{path}.{given}", received=count
            )
        return
    if not 2 <= len(bins.edges) <= LIMITS.bins_most + 1:
        raise RecipeError(f"{len(bins.edges):,} edges are listed; list 2 to {LIMITS.bins_most + 1}", path=f"{path}.edges")
    for i, (left, right) in enumerate(pairwise(bins.edges)):
        if right <= left:
            raise RecipeError(
                f"the edge {right:g} does not rise above {left:g} before it; put the edges in rising order",
                path=f"{path}.edges[{i + 1}]",
                received=right,
            )


def check_measure(measure: MeasureSpec, path: str) -> None:
    """Raises RecipeError for a measure that lacks a key or has one too many."""
    needs = MEASURE_TERMS[measure.take].keys
    for key, wanted in _NEED_WORDS.items():
        given = getattr(measure, key) is not None
        if given and key not in needs:
            words = "counts records and takes no field" if measure.take == "count" and key == "of" else f'has no "{key}"'
            raise RecipeError(f'"{measure.take}" {words}; leave "{key}" out', path=f"{path}.{key}")
        if not given and key in needs:
            raise RecipeError(f'"{measure.take}" needs {wanted}', path=path)
    if measure.once_a_key and not MEASURE_TERMS[measure.take].once:
        takes = listed((take for take, term in MEASURE_TERMS.items() if term.once), "or")
        raise RecipeError(f'"{measure.take}" is not taken once a key; take {takes}, or leave that out', path=f"{path}.once_a_key")
    if measure.p is not None and not 0 <= measure.p <= 100:
        raise RecipeError(f"{measure.p:g} is not from 0 to 100", path=f"{path}.p", received=measure.p)
    if measure.where is not None:
        check_condition(measure.where, f"{path}.where")


def check_condition(condition: ConditionSpec, path: str, depth: int = 0) -> None:
    """Raises RecipeError unless the condition says exactly one thing, of a field, or groups others."""
    group = condition.all_ if condition.all_ is not None else condition.any_
    spans = condition.from_ is not None or condition.to is not None
    beyond = condition.above is not None or condition.below is not None
    asked = {
        '"in"': condition.in_ is not None,
        '"not_in"': condition.not_in is not None,
        '"from" with "to"': spans,
        '"above" with "below"': beyond,
        '"blank"': condition.blank is not None,
        '"top"': condition.top is not None,
        '"bottom"': condition.bottom is not None,
        '"all"': condition.all_ is not None,
        '"any"': condition.any_ is not None,
    }
    said = [name for name, given in asked.items() if given]
    if len(said) > 1:
        raise RecipeError(f"{' and '.join(said)} do not go together; go one condition for each", path=path)
    if group is not None:
        _check_group(condition, group, path, depth)
        return
    if condition.field is None:
        raise RecipeError('the key "field" is missing; add it, or "all" or "any" with further conditions', path=path)
    if not said:
        words = 'add "in", "not_in", "from", "to", "above", "below", "blank", "top" or "bottom"'
        raise RecipeError(f"nothing is said about the field; {words}", path=path)
    if (spans or beyond) and condition.cut is not None:
        words = '"from" and "to"' if spans else '"above" and "below"'
        raise RecipeError(f'{words} are of the moment itself; leave "cut" out', path=f"{path}.cut")
    if condition.year_starts is not None:
        _check_year_starts(condition.year_starts, condition.cut, f"{path}.year_starts")
    for name in ("top", "bottom"):
        number = getattr(condition, name)
        if number is not None and number < 1:
            raise RecipeError("at least one member must be kept; choose 1 or more", path=f"{path}.{name}", received=number)
    if condition.by is not None:
        if condition.top is None and condition.bottom is None:
            raise RecipeError('"by" says what "top" and "bottom" are decided by; leave it out', path=f"{path}.by")
        check_measure(condition.by, f"{path}.by")


def _check_group(condition: ConditionSpec, group: tuple[ConditionSpec, ...], path: str, depth: int) -> None:
    name = "all" if condition.all_ is not None else "any"
    if condition.field is not None:
        raise RecipeError(f'"{name}" holds conditions that have fields of their own; leave "field" out', path=f"{path}.field")
    if not group:
        raise RecipeError("no condition is listed; add one", path=f"{path}.{name}")
    if depth >= DEPTH_MOST:
        raise RecipeError(f"conditions are held in conditions more than {DEPTH_MOST} deep; write them flatter", path=path)
    for i, each in enumerate(group):
        check_condition(each, f"{path}.{name}[{i}]", depth + 1)


def _check_show(show: ShowSpec) -> None:
    path = "pivot.show"
    keys = SHOW_TERMS[show.as_].keys
    for key in SHOW_KEYS:
        given = getattr(show, key)
        if given is None or given is False or given == ():
            continue
        if key not in keys:
            raise RecipeError(f'"{show.as_}" has no "{key}"; leave it out', path=f"{path}.{key}")
        if keys[key] and given not in keys[key]:
            raise RecipeError(f'the "{key}" of "{show.as_}" is {listed(keys[key])}', path=f"{path}.{key}", received=given)
    if show.as_ == "against":
        _check_against(show)
    if show.as_ == "gap" and not isinstance(show.to, float | TargetSpec):
        raise RecipeError('"gap" needs the number or target it is the distance to; add "to"', path=f"{path}.to", received=show.to)


_SIDES = ("keep", "shift", "measure", "edition")
SHIFT_MOST = 9_999
"""Years; beyond, the calendar ends whatever the table holds."""


def _check_against(show: ShowSpec) -> None:
    path = "pivot.show"
    given = [key for key in _SIDES if getattr(show, key) not in (None, ())]
    if len(given) != 1:
        problem = "nothing is said of the other side" if not given else f"{listed(given, 'and')} are two sides"
        raise RecipeError(f"{problem}; give one of {listed(_SIDES)}", path=path)
    for i, condition in enumerate(show.keep):
        check_condition(condition, f"{path}.keep[{i}]")
    if show.measure is not None:
        check_measure(show.measure, f"{path}.measure")
    if isinstance(show.edition, int) and show.edition < 1:
        raise RecipeError('editions are counted from 1; choose one, or "before"', path=f"{path}.edition", received=show.edition)
    if show.shift is not None:
        _check_shift(show.shift, f"{path}.shift")


def _check_shift(shift: ShiftSpec, path: str) -> None:
    one_given(shift, SHIFT_UNITS, path, "nothing says how far", "or")
    unit, number = shift.by
    if not number:
        raise RecipeError("what is shifted by 0 is set against itself; shift it by -1 or more", path=f"{path}.{unit}", received=0)
    if abs(number) > SHIFT_MOST * {"years": 1, "quarters": 4, "months": 12, "weeks": 52, "days": 365}[unit]:
        raise RecipeError(
            "the calendar ends before, which runs from the year 1 to 9999; shift by less", path=f"{path}.{unit}", received=number
        )


def _check_order(order: OrderSpec, levels: int, path: str) -> None:
    if order.by == "member" and not order.of:
        raise RecipeError('an order by one member needs its labels; add "of"', path=path)
    if order.by != "member" and order.of:
        raise RecipeError('"of" names the member of an order by "member"; leave it out', path=f"{path}.of")
    if order.by == "hand" and not order.hand:
        raise RecipeError('an order by hand needs the labels of each level; add "hand"', path=path)
    if order.by != "hand" and order.hand:
        raise RecipeError('"hand" lists the members of an order by "hand"; leave it out', path=f"{path}.hand")
    if len(order.hand) > max(levels, 1):
        raise RecipeError(f"labels of {len(order.hand)} levels are listed, but the side has {levels}", path=f"{path}.hand")
    if order.by == "likeness" and order.linkage == "ward" and order.distance not in ("colored", "euclidean"):
        raise RecipeError(
            '"ward" needs the distance "colored" or "euclidean"; choose another linkage, or one of them',
            path=f"{path}.linkage",
        )


def _check_correlate(pivot: PivotSpec, correlate: CorrelateSpec) -> None:
    path = "pivot.correlate"
    if pivot.rows or pivot.columns or pivot.split is not None or pivot.measure != MeasureSpec():
        raise RecipeError("fields that are correlated take the place of sides and measure; leave those out", path=path)
    if pivot.show.as_ != "value" or pivot.totals != PivotSpec().totals:
        raise RecipeError("coefficients have no totals and are shown as they are; leave those out", path=path)
    if not 2 <= len(correlate.fields) <= LIMITS.correlated_most:
        raise RecipeError(f"{len(correlate.fields)} fields are listed; list 2 to {LIMITS.correlated_most}", path=f"{path}.fields")
    for i, name in enumerate(correlate.fields):
        if name in correlate.fields[:i]:
            raise RecipeError(f'"{name}" is listed twice; keep one of them', path=f"{path}.fields[{i}]", received=name)
    for side in ("rows", "columns"):
        order = getattr(pivot.order, side)
        if not ORDER_TERMS[order.by].coefficients or (side == "columns" and order != type(order)()):
            raise RecipeError(
                'fields that are correlated stand in the order given, by "label", by "hand" or by "likeness", on both sides '
                'as "rows" says',
                path=f"pivot.order.{side}",
            )
