"""Two spellings of one category: texts that are alike but for case, marks, short forms, or one letter."""

import re
import unicodedata
from collections import defaultdict
from collections.abc import Iterator
from functools import lru_cache

from ..mends.tidy import CASES as TIDY_CASES
from ..mends.tidy import tidy_text
from ..recipe.table_spec import MergeMend, TidyMend
from ..table import Column, Kind, Table
from ..words.wording import field_words
from .finding import Cure, Finding

ENTRIES_MOST = 20_000
FINDINGS_MOST = 40
_MANY = 3
_RARE = 0.25
"""One letter apart is a slip only where one spelling is much rarer than the other."""
_SHORT_FORMS = {
    "st": "saint",
    "mt": "mount",
    "ft": "fort",
    "co": "company",
    "corp": "corporation",
    "inc": "incorporated",
    "ltd": "limited",
    "dept": "department",
    "no": "number",
    "nr": "number",
    "intl": "international",
    "mgmt": "management",
    "dr": "doctor",
    "ave": "avenue",
    "rd": "road",
}


def find(table: Table) -> Iterator[Finding]:
    for column in table.columns:
        if column.kind is Kind.CATEGORY and 2 <= column.distinct <= ENTRIES_MOST:
            yield from _in_column(column)


def twins_among(counts: dict[str, int]) -> "list[Twin]":
    """Pairs of texts, given with their numbers of records, that look like one."""
    twins: list[Twin] = []  # records of the rarer, the rarer, the other, why
    seen: set[str] = set()
    groups: dict[str, list[str]] = defaultdict(list)
    for text in counts:
        groups[plain(text)].append(text)
    for alike in groups.values():
        if len(alike) > 1:
            chief = max(alike, key=lambda text: counts[text])
            for other in alike:
                if other != chief:
                    seen.add(other)
                    twins.append((counts[other], other, chief, _why(other, chief)))
    for a, b in _one_letter_apart([key for key in groups if len(key) >= 5]):
        rarer, other = sorted((_chief(groups[a], counts), _chief(groups[b], counts)), key=lambda text: counts[text])
        if rarer not in seen and counts[rarer] <= _RARE * counts[other]:
            seen.add(rarer)
            twins.append((counts[rarer], rarer, other, "one letter apart"))
    return twins


def _in_column(column: Column) -> Iterator[Finding]:
    counts = {str(text): int(n) for text, n in zip(column.dictionary[1:], column.counts[1:], strict=True) if n}
    twins = twins_among(counts)
    name = field_words(column.name)
    twins, tidied = _by_case(column, twins, counts)
    if tidied:
        yield tidied
    for records, rarer, other, why in sorted(twins, key=lambda twin: -twin[0])[:FINDINGS_MOST]:
        yield Finding(
            key=f"near_twins:{column.name}:{rarer}:{other}",
            title=f"Two spellings of one {name}?",
            words=f"“{rarer}” looks like “{other}”: {why}.",
            records=records,
            cures=(Cure(words=f"Merge into {other}", mend=MergeMend(field=column.name, from_=(rarer,), into=other)),),
            leave="They are two",
            field=column.name,
            text=rarer,
        )


Twin = tuple[int, str, str, str]


def _by_case(column: Column, twins: list[Twin], counts: dict[str, int]) -> tuple[list[Twin], Finding | None]:
    """Three twins or more that one rule of letter case makes one, and no other category changes by, are one finding."""
    for case in TIDY_CASES:
        ruled = [twin for twin in twins if tidy_text(twin[1], case) == twin[2] == tidy_text(twin[2], case)]
        rarer = {twin[1] for twin in ruled}
        if len(ruled) >= _MANY and all(tidy_text(text, case) == text for text in counts if text not in rarer):
            name = field_words(column.name)
            return [twin for twin in twins if twin not in ruled], Finding(
                key=f"near_twins:{column.name}:case",
                title=f"Letters large and small in {name}",
                words=f"{len(ruled)} categories stand in two cases, such as “{ruled[0][1]}” and “{ruled[0][2]}”.",
                records=sum(twin[0] for twin in ruled),
                cures=(Cure(words="Make them even", mend=TidyMend(field=column.name, case=case)),),
                leave="They differ",
                field=column.name,
                text=ruled[0][1],
            )
    return twins, None


def plain(text: str) -> str:
    """The letters and digits of a text alone, without case, accents and marks, and with short forms in full."""
    letters = "".join(m for m in unicodedata.normalize("NFKD", text.casefold()) if not unicodedata.combining(m))
    words = re.findall(r"[^\W_]+", letters.replace("&", " and "))
    return "".join(_SHORT_FORMS.get(word, word) for word in words) or text


def _why(a: str, b: str) -> str:
    if " ".join(a.split()).casefold() == " ".join(b.split()).casefold():
        return "the same letters but for their case"
    strip = [re.sub(r"[\W_]+", "", text.casefold()) for text in (a, b)]
    if strip[0] == strip[1]:
        return "the same letters but for blanks and marks"
    without = [unicodedata.normalize("NFKD", text) for text in strip]
    if [m for m in without[0] if not unicodedata.combining(m)] == [m for m in without[1] if not unicodedata.combining(m)]:
        return "the same letters but for accents"
    return "the same but for a short form"


def _chief(alike: list[str], counts: dict[str, int]) -> str:
    return max(alike, key=lambda text: counts[text])


def _one_letter_apart(keys: list[str]) -> Iterator[tuple[str, str]]:
    """Pairs where one letter is missing, other, or swapped with its neighbour, found by what is left when one is taken out."""
    by_rest: dict[str, list[str]] = defaultdict(list)
    for key in keys:
        for rest in {key, *(key[:i] + key[i + 1 :] for i in range(len(key)))}:
            by_rest[rest].append(key)
    told: set[tuple[str, str]] = set()
    for near in by_rest.values():
        for i, a in enumerate(near[:20]):
            for b in near[i + 1 : 20]:
                pair = (min(a, b), max(a, b))
                if pair not in told and _digits(a) == _digits(b) and _is_one_slip(a, b):
                    told.add(pair)
                    yield pair


@lru_cache(maxsize=1 << 16)
def _digits(text: str) -> str:
    """Numbers tell things apart on purpose: "Pier 1" is no slip for "Pier 2"."""
    return "".join(mark for mark in text if mark.isdigit())


def _is_one_slip(a: str, b: str) -> bool:
    a, b = sorted((a, b), key=len)
    start = next((i for i, (x, y) in enumerate(zip(a, b, strict=False)) if x != y), len(a))
    if len(a) == len(b):
        swapped = a[start + 1 : start + 2] + a[start : start + 1]
        return a[start + 1 :] == b[start + 1 :] or (swapped == b[start : start + 2] and a[start + 2 :] == b[start + 2 :])
    return a[start:] == b[start + 1 :]
