"""The sentences that a claim can be. ``FORMS`` is the table that a new one is entered in.

    highest row is Brackwater            a live fact, by its name with blanks for dots, and what it is
    highest is at least 30               a fact that is a number, compared
    share of cells on target is at least 75 %
    share of cells at most 5 is above 0.5
    rank of Tickets is 1                 of a member among those of its side, by their totals, the largest first
    Jan to Mar are above the total       members by name, with commas or "to" between; or above or below a number
    Tickets, Access and Crowding are in order

Names that hold words of these sentences, or marks, stand in quotation marks.
"""

import re
import unicodedata
from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from ..errors import RecipeError, did_you_mean
from ..vocabulary import FACT_TERMS, LIMITS, NUMBER_FACTS

Compared = Literal["is", "is not", "at least", "at most", "above", "below"]
Kind = Literal["fact", "share", "rank", "members", "order"]


@dataclass(frozen=True, kw_only=True)
class Claim:
    """``subject`` is the name of a fact, "on target", "lit" or a comparison of cells; ``members`` are names, from the first to the
    last of the two where ``through``. What it is compared with is a ``number``, a ``text``, or neither for the total.
    """

    kind: Kind
    subject: str = ""
    members: tuple[str, ...] = ()
    through: bool = False
    compared: Compared = "is"
    number: float | None = None
    text: str = ""
    bound: float | None = None


_QUOTED = re.compile(r'"([^"]*)"|“([^”]*)”')
_HELD = re.compile(r"\x00(\d+)\x00")
_NUMBER = r"[-−+]?\d[\d,  ]*(?:\.\d+)?\s?%?"
_COMPARED = r"(?P<compared>at least |at most |above |below |not )?"
_KEYWORDS = re.compile(r"\b(?:is|are|to|and|rank of|share of|in order|above|below|at least|at most|not)\b|[,\"“”]", re.IGNORECASE)
SPOKEN = {name.replace(".", " "): name for name in FACT_TERMS}
"""The facts by how a claim names them."""
_FACTS = "|".join(sorted(map(re.escape, SPOKEN), key=len, reverse=True))


def quoted(name: str) -> str:
    """A name as a claim has it: in quotation marks where its words or marks are those of a claim."""
    if not (_KEYWORDS.search(name) or name != " ".join(name.split()) or name.lower() in SPOKEN):
        return name
    return f"“{name}”" if '"' in name else f'"{name}"'


def read_claim(words: str, path: str) -> Claim:
    """The claim that a sentence makes. Raises RecipeError for a sentence that is none."""
    if not words.strip() or len(words) > LIMITS.claim_most:
        raise RecipeError(f"a claim has 1 to {LIMITS.claim_most} letters; say what holds", path=path, received=words)
    held: list[str] = []

    def hold(found: re.Match[str]) -> str:
        held.append(found[1] if found[1] is not None else found[2])
        return f"\x00{len(held) - 1}\x00"

    plain = " ".join(_QUOTED.sub(hold, words.replace("\x00", "")).split()).removesuffix(".")

    def free(part: str) -> str:
        return _HELD.sub(lambda found: held[int(found[1])], part).strip()

    for form, make in FORMS.items():
        found = re.fullmatch(form, plain, re.IGNORECASE)
        if found:
            return make(found, free, path)
    near = did_you_mean(plain.partition(" is ")[0], SPOKEN)
    raise RecipeError(
        f'“{words}” is no claim that can be checked; say one such as "highest row is Brackwater", "rank of Tickets is 1" or '
        f'"Jan to Mar are above the total"{f" ({near})" if near.startswith("did") else ""}',
        path=path,
        received=words,
    )


Free = Callable[[str], str]


def _fact(found: re.Match[str], free: Free, path: str) -> Claim:
    name = SPOKEN[" ".join(found["fact"].lower().split())]
    compared = _compared(found)
    value = free(found["value"])
    number = number_of(value)
    if compared not in ("is", "is not") and (name not in NUMBER_FACTS or number is None):
        what = "is no number" if name not in NUMBER_FACTS else f"is compared with a number, and “{value}” is none"
        raise RecipeError(f"{FACT_TERMS[name]} {what}; say what it is", path=path, received=value)
    return Claim(kind="fact", subject=name, compared=compared, number=number, text=value)


def _share(found: re.Match[str], _free: Free, path: str) -> Claim:
    least = number_of(found["value"])
    bound = number_of(found["bound"]) if found["bound"] else None
    if least is None or not 0 <= least <= 1:
        raise RecipeError("a share is from 0 to 1, or to 100 %; give such a number", path=path, received=found["value"])
    subject = " ".join((found["cells"] or found["way"]).lower().split())
    return Claim(kind="share", subject=subject, compared=_compared(found), number=least, bound=bound)


def _rank(found: re.Match[str], free: Free, _path: str) -> Claim:
    return Claim(kind="rank", members=(free(found["members"]),), compared=_compared(found), number=float(found["value"]))


def _members(found: re.Match[str], free: Free, path: str) -> Claim:
    members, through = _listed(found["members"], free, path)
    number = None if "total" in found["value"].lower() else number_of(found["value"])
    way: Compared = "above" if found["way"].lower() == "above" else "below"
    return Claim(kind="members", members=members, through=through, compared=way, number=number)


def _order(found: re.Match[str], free: Free, path: str) -> Claim:
    members, through = _listed(found["members"], free, path)
    return Claim(kind="order", members=members, through=through)


FORMS: dict[str, Callable[[re.Match[str], Free, str], Claim]] = {
    rf"rank of (?P<members>.+?) is {_COMPARED}(?P<value>\d+)": _rank,
    rf"share of cells (?:(?P<cells>on target|lit)|(?P<way>at least|at most|above|below) (?P<bound>{_NUMBER})) "
    rf"is {_COMPARED}(?P<value>{_NUMBER})": _share,
    rf"(?P<fact>{_FACTS}) is {_COMPARED}(?P<value>.+)": _fact,
    rf"(?P<members>.+?) (?:is|are) (?P<way>above|below) (?P<value>the total|{_NUMBER})": _members,
    r"(?P<members>.+?) are in order": _order,
}
"""Each sentence with what is made of it."""


def _compared(found: re.Match[str]) -> Compared:
    said = (found["compared"] or "").strip().lower()
    ways: dict[str, Compared] = {"": "is", "not": "is not", "at least": "at least", "at most": "at most"}
    return ways.get(said) or ("above" if said == "above" else "below")


def _listed(words: str, free: Free, path: str) -> tuple[tuple[str, ...], bool]:
    """Names with commas, "and" or "to" between, and whether all between two of them are meant."""
    ends = re.split(r"\s+to\s+", words, flags=re.IGNORECASE)
    through = len(ends) == 2
    names = tuple(free(each) for each in (ends if through else re.split(r"\s*,\s*(?:and\s+)?|\s+and\s+", words)))
    if not all(names):
        raise RecipeError("a name is missing between two commas; give it", path=path, received=words)
    return names, through


def folded(name: str) -> str:
    """A name as it is compared: without regard to case, to blanks around words, and to how its letters are composed."""
    return " ".join(unicodedata.normalize("NFC", name).casefold().split())


def number_of(text: str) -> float | None:
    """The number that a text is, with commas or blanks between thousands; of a percentage its share."""
    plain = re.sub(r"[,  \s]", "", text.replace("−", "-"))
    share = plain.endswith("%")
    try:
        return float(plain.removesuffix("%")) / (100 if share else 1)
    except ValueError:
        return None
