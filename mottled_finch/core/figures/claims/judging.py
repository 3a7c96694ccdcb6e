"""Claims held against a figure: whether each holds, and what holds now."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import isclose, isnan

import numpy as np
from numpy.typing import NDArray

from ...common.errors import RecipeError
from ...common.recipe.claim_grammar import Claim, Compared, folded, quoted, read_claim
from ...common.vocabulary import NUMBER_FACTS
from ...tables.table.rounding import percent_text
from ..contents.contents import telling_values
from ..figure.figure import Figure, in_english


@dataclass(frozen=True, kw_only=True)
class Judged:
    """A claim in its author's words, whether it holds, and what holds ``now``; ``instead`` is the claim that would hold, where one
    says the same of the figure as it is.
    """

    words: str
    holds: bool
    now: str
    instead: str = ""


SIDES = ("rows", "columns")
_ROUNDING = 1e-12
Verdict = tuple[bool, str, str]
"""Whether it holds, what holds now, and the claim instead."""


def judged(figure: Figure) -> list[Judged]:
    """The claims of the figure's recipe, in their order. They are made in English and with the names of the data, whatever the
    language of the page.
    """
    figure = in_english(figure)
    return [_judged(figure, words, f"claims[{i}]") for i, words in enumerate(figure.recipe.claims)]


def judged_of(figure: Figure, words: str) -> Judged:
    """One claim of a figure that its recipe does not make. Raises RecipeError for a sentence that is none."""
    return _judged(in_english(figure), words, "claims")


def _judged(figure: Figure, words: str, path: str) -> Judged:
    claim = read_claim(words, path)
    holds, now, instead = JUDGES[claim.kind](figure, claim)
    return Judged(words=words, holds=holds, now=now, instead=instead if not holds and _stands(figure, instead) else "")


def _stands(figure: Figure, words: str) -> bool:
    """Whether a claim that is put together can be read and holds: a name may be too long for one, or hold every mark."""
    try:
        claim = read_claim(words, "")
    except RecipeError:
        return False
    return JUDGES[claim.kind](figure, claim)[0]


def offered(figure: Figure) -> list[str]:
    """Claims that hold of the figure and that a title often makes."""
    figure = in_english(figure)
    return [words for words in _offered(figure) if _stands(figure, words)]


def _offered(figure: Figure) -> list[str]:
    facts = [(name, figure.facts.text(name)) for name in ("highest.row", "highest.column", "lowest.row", "lowest.column")]
    told = [(name, text) for name, text in facts if text and figure.facts.text(_OPPOSITES[name]) != text]
    found = [f"{name.replace('.', ' ')} is {quoted(text)}" for name, text in told]
    for side in SIDES:
        totals = totals_of(figure, side)
        if len(totals) > 1 and not np.isnan(totals).all():
            first = name_of(figure, side, int(np.nanargmax(totals)))
            found += [f"rank of {quoted(first)} is 1"] if first else []
    return found


_ENDS = (("highest", "lowest"), ("lowest", "highest"))
_OPPOSITES = {f"{one}.{side}": f"{other}.{side}" for side in ("row", "column") for one, other in _ENDS}
"""Facts that name a member by its end of the scale. Of one member both say nothing."""


def _fact(figure: Figure, claim: Claim) -> Verdict:
    name, facts = claim.subject, figure.facts
    text, spoken = facts.text(name), claim.subject.replace(".", " ")
    if text is None:
        return False, f"there is no {spoken} in this figure", ""
    now = f"{spoken} is {quoted(text) if name not in NUMBER_FACTS else text}"
    number = _number(figure, name)
    alike = folded(text) == folded(claim.text) or (claim.number is not None and _compares(number, "is", claim.number))
    if claim.compared in ("is", "is not"):
        if alike and claim.compared == "is" and _claims_opposite(figure, name, text):
            return False, f"the highest and the lowest cell are both in {quoted(text)}", ""
        return alike is (claim.compared == "is"), now, now if claim.compared == "is" else ""
    assert claim.number is not None
    return _compares(number, claim.compared, claim.number), now, ""


def _claims_opposite(figure: Figure, name: str, text: str) -> bool:
    """Whether the figure claims of the same member that it has the other end of the scale, too, and rightly so."""
    opposite = _OPPOSITES.get(name)
    if opposite is None or figure.facts.text(opposite) != text:
        return False
    claims = (read_claim(words, "claims") for words in figure.recipe.claims)
    return any(each.subject == opposite and each.compared == "is" for each in claims)


def _number(figure: Figure, name: str) -> float | None:
    """The number behind a fact that is one."""
    return figure.facts.number(name) if name in NUMBER_FACTS else None


def _share(figure: Figure, claim: Claim) -> Verdict:
    values = _told_values(figure)
    told = ~np.isnan(values)
    if not told.any():
        return False, "no cell has a value", ""
    meant = _meant(figure, claim, values)
    if isinstance(meant, str):
        return False, meant, ""
    share = float((meant & told).sum() / told.sum())
    assert claim.number is not None
    subject = f"{claim.subject} {claim.bound:g}" if claim.bound is not None else claim.subject
    return _compares(share, claim.compared, claim.number), f"share of cells {subject} is {percent_text(share, 1)}", ""


def _meant(figure: Figure, claim: Claim, values: NDArray[np.float64]) -> NDArray[np.bool_] | str:
    """The cells that a share is of, or why none can be told."""
    if claim.bound is not None:
        bound, way = claim.bound, _WAYS[claim.subject]
        return np.asarray(way(values, bound), dtype=bool)
    if claim.subject == "lit":
        return "all cells are lit" if figure.coloring.lit is None else np.asarray(figure.coloring.lit).reshape(values.shape)
    scale, sense = figure.scale, figure.recipe.color.high_is
    if figure.coloring.apart or len(figure.coloring.scales) > 1 or scale is None or not scale.has_middle or sense == "neither":
        return "there is no one target: give the scale a middle, and say whether high is good"
    return np.asarray(values >= scale.middle if sense == "good" else values <= scale.middle, dtype=bool)


def _rank(figure: Figure, claim: Claim) -> Verdict:
    found = _found(figure, claim.members)
    if isinstance(found, str):
        return False, found, ""
    side, (line,) = found
    totals = totals_of(figure, side)
    if isnan(totals[line]):
        return False, f"“{claim.members[0]}” has no value", ""
    rank = 1 + int(np.nansum(totals > totals[line]))
    assert claim.number is not None
    now = f"rank of {quoted(claim.members[0])} is {rank}"
    return _compares(float(rank), claim.compared, claim.number), now, now if claim.compared == "is" else ""


def _members(figure: Figure, claim: Claim) -> Verdict:
    found = _found(figure, claim.members, through=claim.through)
    if isinstance(found, str):
        return False, found, ""
    side, lines = found
    bound = claim.number if claim.number is not None else figure.matrix.grand_total
    totals = totals_of(figure, side)
    if isnan(bound):
        return False, "there is no total in this figure", ""
    failing = [line for line in lines if not _compares(float(totals[line]), claim.compared, bound)]
    write = figure.contents.style.text
    if not failing and len(lines) > 1:
        return True, f"all {len(lines):,} are {claim.compared} {write(bound)}", ""
    line = (failing or lines)[0]
    value = "no value" if isnan(totals[line]) else write(float(totals[line]))
    more = f", and {len(failing) - 1:,} more {'is' if len(failing) == 2 else 'are'} not {claim.compared} it"
    now = f"{quoted(name_of(figure, side, line))} has {value} against {write(bound)}"
    return not failing, now + (more if len(failing) > 1 else ""), ""


def _order(figure: Figure, claim: Claim) -> Verdict:
    found = _found(figure, claim.members, through=claim.through)
    if isinstance(found, str):
        return False, found, ""
    side, lines = found
    totals = totals_of(figure, side)[lines]
    order = np.argsort(-np.where(np.isnan(totals), -np.inf, totals), kind="stable")
    now = " and ".join(", ".join(quoted(name_of(figure, side, lines[i])) for i in order).rsplit(", ", 1)) + " are in order"
    holds = not np.isnan(totals).any() and bool((np.diff(totals) <= 0).all())
    return holds, now, now if not np.isnan(totals).any() else ""


JUDGES: dict[str, Callable[[Figure, Claim], Verdict]] = {
    "fact": _fact,
    "share": _share,
    "rank": _rank,
    "members": _members,
    "order": _order,
}
"""How each kind of claim is held against a figure."""
_WAYS: dict[str, Callable[[NDArray[np.float64], float], NDArray[np.bool_]]] = {
    "at least": np.greater_equal,
    "at most": np.less_equal,
    "above": np.greater,
    "below": np.less,
}


def _compares(number: float | None, compared: Compared, other: float) -> bool:
    """Numbers that only rounding parts are equal."""
    if number is None or isnan(number):
        return False
    if isclose(number, other, rel_tol=_ROUNDING, abs_tol=_ROUNDING):
        return compared in ("is", "at least", "at most")
    return compared == "is not" or (compared != "is" and bool(_WAYS[compared](np.array(number), other)))


def _told_values(figure: Figure) -> NDArray[np.float64]:
    """The values that a reader is told: without what is hidden or set aside."""
    return telling_values(figure.contents.values, figure.matrix, figure.recipe.pivot)


def totals_of(figure: Figure, side: str) -> NDArray[np.float64]:
    """The totals of the members of a side."""
    return figure.matrix.row_totals if side == "rows" else figure.matrix.column_totals


def name_of(figure: Figure, side: str, line: int) -> str:
    """What a member of a side is called."""
    return figure.facts.member("rows" if side == "rows" else "columns", line) or ""


def _found(figure: Figure, names: Sequence[str], *, through: bool = False) -> tuple[str, list[int]] | str:
    """The side that has all of the names, and where they stand on it; or which name stands on none. A name is all labels of a
    member, or its innermost one where only one member has it.
    """
    gone = ""
    for side in SIDES:
        lines = [line_of(figure, side, name) for name in names]
        if all(line is not None for line in lines):
            found = [line for line in lines if line is not None]
            return side, list(range(min(found), max(found) + 1)) if through else found
        gone = (
            gone
            if any(line is not None for line in lines) and gone
            else next(name for name, line in zip(names, lines, strict=True) if line is None)
        )
    return f"“{gone}” is not in the figure"


def line_of(figure: Figure, side: str, name: str) -> int | None:
    """Where the one member stands that a name is of, by all of its labels or the innermost one; None for none or several."""
    members = figure.matrix.rows if side == "rows" else figure.matrix.columns
    wanted = folded(name)
    whole = [i for i in range(len(members)) if folded(name_of(figure, side, i)) == wanted]
    last = [i for i, labels in enumerate(members) if labels and folded(labels[-1]) == wanted]
    found = whole or last
    return found[0] if len(found) == 1 else None
