"""What a title names, held against what it claims: names that its claims no longer have are put right in it."""

import re

import numpy as np

from ..figure.figure import Figure
from ..vocabulary import NUMBER_FACTS
from .grammar import Claim, folded, quoted, read_claim
from .judging import Judged, judged_of, name_of, totals_of

_SIDES = ("rows", "columns")


def put_right(figure: Figure, title: str, claims: list[Judged]) -> tuple[str, tuple[str, ...]] | None:
    """A title, or headline, and its claims as they hold of the figure: each name that a broken claim is about gives way to the name
    that it is about now. None where the title names none of them, or where a claim that is broken has no other that holds.
    """
    words, now = title, []
    for claim in claims:
        if claim.holds:
            now.append(claim.words)
            continue
        moved = _moved(figure, read_claim(claim.words, ""))
        found = moved and _replaced(words, moved[0], moved[1])
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
    for side in _SIDES:
        if folded(member) in map(folded, members(figure, side)):
            totals = totals_of(figure, side)
            ranks = [1 + int(np.nansum(totals > total)) if total == total else 0 for total in totals.tolist()]
            found = [i for i, each in enumerate(ranks) if each == rank]
            return name_of(figure, side, found[0]) if len(found) == 1 else ""
    return ""


def strays(figure: Figure, title: str, claims: tuple[str, ...]) -> tuple[str, str] | None:
    """A member that the title names, and the one that its claims are about, where the title names none of those that they are
    about on that side.
    """
    about = {folded(name): name for words in claims for name in _names(read_claim(words, ""))}
    for side in _SIDES:
        here = {folded(name): name for name in members(figure, side)}
        claimed = [name for key, name in about.items() if key in here]
        titled = [name for key, name in here.items() if _word(name).search(title)]
        if claimed and titled and not {folded(name) for name in claimed} & {folded(name) for name in titled}:
            return titled[0], claimed[0]
    return None


def renamed(title: str, old: str, new: str) -> str:
    """The title with a name in place of another."""
    return _replaced(title, old, new) or title


def members(figure: Figure, side: str) -> list[str]:
    """The members of a side by their names."""
    lines = figure.matrix.rows if side == "rows" else figure.matrix.columns
    return [name for name in (name_of(figure, side, i) for i in range(len(lines))) if name]


def _names(claim: Claim) -> tuple[str, ...]:
    """The members that a claim says to be something, not those that it says not to be."""
    if claim.kind == "fact":
        return (claim.text,) if claim.subject not in NUMBER_FACTS and claim.compared == "is" else ()
    return claim.members


def _word(name: str) -> re.Pattern[str]:
    """A name as a word of its own."""
    return re.compile(rf"(?<!\w){re.escape(name)}(?!\w)", re.IGNORECASE)


def _replaced(title: str, old: str, new: str) -> str | None:
    """None for a title without the old name, or with the new one already."""
    if not old or not new or folded(old) == folded(new) or not _word(old).search(title) or _word(new).search(title):
        return None
    return _word(old).sub(lambda _: new, title)
