"""What a title names, held against what it claims: names that its claims no longer have are put right in it."""

import re
from collections import Counter

import numpy as np

from ...common.recipe.claim_grammar import Claim, folded, quoted, read_claim
from ...common.vocabulary import NUMBER_FACTS
from ..figure.figure import Figure, in_english
from .judging import SIDES, Judged, judged_of, line_of, name_of, totals_of


def put_right(figure: Figure, title: str, claims: list[Judged]) -> tuple[str, tuple[str, ...]] | None:
    """A title, or headline, and its claims as they hold of the figure: each name that a broken claim is about gives way to the name
    that it is about now. None where the title names none of them, or where a claim that is broken has no other that holds.
    """
    figure, words, now = in_english(figure), title, []
    for claim in claims:
        if claim.holds:
            now.append(claim.words)
            continue
        moved = _moved(figure, read_claim(claim.words, ""))
        found = moved and _replaced(figure, words, moved[0], moved[1])
        if moved and found and judged_of(figure, moved[2]).holds:
            words = found
            now.append(moved[2])
        elif claim.instead:
            now.append(claim.instead)
        else:
            return None
    return None if words == title else (words, tuple(now))


def _moved(figure: Figure, claim: Claim) -> tuple[str, str, str] | None:
    """The name that a claim is about, the one that it would be about by now, and the claim of that."""
    if claim.compared != "is":
        return None
    if claim.kind == "fact" and claim.subject not in NUMBER_FACTS:
        text = figure.facts.text(claim.subject)
        return (claim.text, text, f"{claim.subject.replace('.', ' ')} is {quoted(text)}") if text else None
    if claim.kind == "rank" and claim.number is not None:
        first = _at_rank(figure, claim.members[0], claim.number)
        return (claim.members[0], first, f"rank of {quoted(first)} is {claim.number:g}") if first else None
    return None


def _at_rank(figure: Figure, member: str, rank: float) -> str:
    """Who has a rank on the side that a member is on; nothing where nobody or several have it."""
    side = next((side for side in SIDES if line_of(figure, side, member) is not None), None)
    if side is None:
        return ""
    totals = totals_of(figure, side)
    ranks = [1 + int(np.nansum(totals > total)) if total == total else 0 for total in totals.tolist()]
    found = [i for i, each in enumerate(ranks) if each == rank]
    return name_of(figure, side, found[0]) if len(found) == 1 else ""


def strays(figure: Figure, title: str, claims: tuple[str, ...]) -> tuple[str, str] | None:
    """A member that the title names, and the one that its claims are about, where the title names none of those that they are
    about on that side.
    """
    about = [name for words in claims for name in _names(read_claim(words, ""))]
    for side in SIDES:
        claimed = {line: name for name in about if (line := line_of(figure, side, name)) is not None}
        titled = _named_in(figure, side, title) if claimed else {}
        if titled and not claimed.keys() & titled.keys():
            return next(iter(titled.values())), next(iter(claimed.values()))
    return None


def renamed(title: str, old: str, new: str) -> str:
    """The title with a name in place of another."""
    return _word(old).sub(lambda _: new, title)


def _named_in(figure: Figure, side: str, title: str) -> dict[int, str]:
    """The members that a title names, by where they stand, as it names them: by all labels, or by the innermost alone where only
    one member has it.
    """
    members = figure.matrix.rows if side == "rows" else figure.matrix.columns
    last = Counter(folded(labels[-1]) for labels in members if labels)
    found = {}
    for line, labels in enumerate(members):
        names = (name_of(figure, side, line), *(labels[-1:] if labels and last[folded(labels[-1])] == 1 else ()))
        name = next((name for name in names if name and _word(name).search(title)), None)
        if name is not None:
            found[line] = name
    return found


def _names(claim: Claim) -> tuple[str, ...]:
    """The members that a claim says to be something, not those that it says not to be."""
    if claim.kind == "fact":
        return (claim.text,) if claim.subject not in NUMBER_FACTS and claim.compared == "is" else ()
    return claim.members


def _word(name: str) -> re.Pattern[str]:
    """A name as a word of its own."""
    return re.compile(rf"(?<!\w){re.escape(name)}(?!\w)", re.IGNORECASE)


def _replaced(figure: Figure, title: str, old: str, new: str) -> str | None:
    """The title with the new name for the old one, as the title has that: by all labels or by the innermost alone. None for a title
    without the old name, or with the new one already.
    """
    for one, other in ((old, new), (_innermost(figure, old), _innermost(figure, new))):
        if one and other and folded(one) != folded(other) and _word(one).search(title) and not _word(other).search(title):
            return renamed(title, one, other)
    return None


def _innermost(figure: Figure, name: str) -> str:
    """The innermost label of the member of a name; nothing where there is none."""
    for side in SIDES:
        line = line_of(figure, side, name)
        if line is not None:
            labels = (figure.matrix.rows if side == "rows" else figure.matrix.columns)[line]
            return labels[-1] if labels else ""
    return ""
