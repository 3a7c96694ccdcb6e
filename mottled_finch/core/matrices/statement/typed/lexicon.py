"""What the words of a sentence can name in a table: members, and fields, in full, in part, in short or by a word of the trade."""

import re
from bisect import bisect_left
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property
from weakref import WeakKeyDictionary

import numpy as np
from rapidfuzz import fuzz, process
from rapidfuzz.distance import OSA

from ....common.recipe.conditions import ConditionSpec
from ....tables.table import Kind, Table, entry_texts, only_times, says_yes
from .dates import DATE_WORDS
from .phrases import PHRASES, SPELLED
from .trades import ADDED, AVERAGED, CALENDAR, DAYS_LONG, GENERIC, RECORD_WORDS, SAME, SHORT_FORMS, UNITS
from .words import keys_of

WHOLE, UNIT_LEFT, SHORT, TURNED, SAID_SO, PART, BESIDE, DOUBTFUL, ROOT = (
    0.0,
    0.05,
    0.1,
    0.3,
    0.8,
    0.6,
    0.9,
    1.3,
    1.0,
)
"""What it costs to take words for a field: its whole name, without the unit, in short, turned round, by another word of the trade,
the part of it that says what it is, one that says what it is of, one that other fields have too, and a word of the same root."""
_MEMBERS_MOST = 200_000
_WORDS_OF_MOST = 2_000
"""Members of a field of more are known as a whole, not by their words."""
_ALIKE_MOST = 4
"""Fields that one word may stand for; what more have says nothing."""
_NEAR = 72
"""How alike, of 100, a name must be to words that it is offered for."""
_SLIP_LEAST, _LONG = 4, 7
"""Letters of words in which a slip can be told, and in which two can."""
_ROOT_LEAST = 3
_CODES = frozenset(("id", "no", "code", "key", "nr", "zip", "postcode", "phone"))
"""Words of numbers that tell things apart."""
_CUT_SHORT_LEAST = 4
_JOINING = frozenset(("per", "of", "in", "by", "the", "and", "at", "on", "to", "for"))


@dataclass(frozen=True, slots=True)
class Named:
    """A field that words may stand for, at a cost."""

    field: str
    cost: float


@dataclass(frozen=True, slots=True)
class Member:
    """``whole`` says that it is named as it is called, not by a word that it alone has."""

    field: str
    label: str
    whole: bool = True


class Lexicon:
    """The fields and members of a table by their keys, written together: "homegoal" is how home_goals is looked up."""

    def __init__(self, table: Table, called: str = "") -> None:
        # No reference to the table itself: what is kept by table would then keep it.
        self.called = keys_of(called)
        self.columns = {column.name: column for column in table.columns}
        self.keys = {name: keys_of(_apart(name)) for name in self.columns}
        self.moments = [name for name, column in self.columns.items() if column.kind is Kind.MOMENT and not only_times(column)]
        self.numbers = [name for name, column in self.columns.items() if column.is_number]
        self.fields = self._fields()
        self._rooted: dict[str, list[Named]] = {}
        self.longest = max((len(keys) for keys in self.keys.values()), default=1) + 1

    def _fields(self) -> dict[str, list[Named]]:
        found: dict[str, dict[str, float]] = defaultdict(dict)
        parts: dict[str, dict[str, float]] = defaultdict(dict)
        for name, keys in self.keys.items():
            bare = self.without_unit(name)
            for each, cost in (
                (keys, WHOLE),
                (bare, UNIT_LEFT),
                (_units_left(keys), UNIT_LEFT),
                (_units_in_words(_units_left(keys)), UNIT_LEFT),
            ):
                _put(found, each, name, cost)
                _put(found, _in_full(each), name, cost + SHORT)
                if len(each) == 2:
                    _put(found, (each[1], each[0]), name, cost + TURNED)
                    _put(found, _in_full((each[1], each[0])), name, cost + TURNED)
            for each in (bare, _in_full(bare)):
                for some in _parts(each):
                    if not set(some) <= GENERIC:
                        _put(parts, some, name, PART if _says_enough(some, each) else BESIDE)
                    elif name not in self.moments:
                        _put(parts, some, name, DOUBTFUL)
        for said_so, names in parts.items():
            for name, cost in names.items():
                if name not in found[said_so] and not any(each == WHOLE for each in found[said_so].values()):
                    found[said_so][name] = cost if len(names) == 1 else max(cost, DOUBTFUL)
        self._with_words_of_the_trade(found)
        self._with_units(found)
        return {
            said_so: [Named(name, cost) for name, cost in sorted(names.items(), key=lambda each: each[1])[:_ALIKE_MOST]]
            for said_so, names in found.items()
            if said_so and (len(names) <= _ALIKE_MOST or min(names.values()) < DOUBTFUL)
        }

    def _with_words_of_the_trade(self, found: dict[str, dict[str, float]]) -> None:
        for alike in SAME:
            fitting = {
                name
                for name, keys in self.keys.items()
                if alike & {*keys, *_in_full(keys)} and (self.columns[name].kind is not Kind.MOMENT)
            }
            if len(fitting) > 1:  # one that is called just so is meant before one that only begins so
                whole = {name for name in fitting if set(_in_full(self.without_unit(name))) <= alike}
                fitting = whole if len(whole) == 1 else fitting
            if len(fitting) == 1:
                for word in alike:
                    if min(found[word].values(), default=DOUBTFUL) > SAID_SO:
                        found[word][next(iter(fitting))] = SAID_SO

    def _with_units(self, found: dict[str, dict[str, float]]) -> None:
        """Numbers by the unit that they alone are counted in: hectares are ``Area (ha)``."""
        counted: dict[str, list[str]] = defaultdict(list)
        for name, keys in self.keys.items():
            if self.columns[name].is_number and len(keys) > 1 and keys[-1] in UNITS and keys[-2] != "per":
                for word in (keys[-1], *UNITS[keys[-1]]):
                    counted[word].append(name)
        for word, names in counted.items():
            if len(names) == 1 and not found[word]:
                found[word][names[0]] = SAID_SO

    def without_unit(self, name: str) -> tuple[str, ...]:
        """The keys of a name without what stands in brackets and without the unit at its end."""
        keys = keys_of(_apart(name).split("(", maxsplit=1)[0].split("[", maxsplit=1)[0]) or self.keys[name]
        return keys[:-1] if len(keys) > 1 and keys[-1] in UNITS else keys

    @cached_property
    def members(self) -> dict[str, list[Member]]:
        found: dict[str, list[Member]] = defaultdict(list)
        for name, column in self.columns.items():
            if column.kind in (Kind.CATEGORY, Kind.YES_NO) and len(column.dictionary) <= _MEMBERS_MOST:
                counts = column.counts
                for place, label in enumerate(entry_texts(column)):
                    if place and counts[place]:
                        found["".join(keys_of(str(label)))].append(Member(name, str(label)))
        found.pop("", None)
        for word, members in self._words_of_one().items():
            if word not in found and word not in self.fields and (word,) not in PHRASES:
                found[word] = members
        return dict(found)

    def _words_of_one(self) -> dict[str, list[Member]]:
        """Words that a single member of all has: "Okafor" of "Dr Okafor"."""
        found: dict[str, list[Member]] = defaultdict(list)
        for name, column in self.columns.items():
            if column.kind is Kind.CATEGORY and len(column.dictionary) <= _WORDS_OF_MOST and name not in self.identifiers:
                for place, label in enumerate(entry_texts(column)):
                    keys = keys_of(label)
                    if place and column.counts[place] and len(keys) > 1:
                        for key in set(keys):
                            found[key].append(Member(name, label, whole=False))
        return {
            key: members for key, members in found.items() if len(members) == 1 and len(key) >= _SLIP_LEAST and key not in GENERIC
        }

    @cached_property
    def sorted_members(self) -> list[tuple[str, str]]:
        """All members by their plain words."""
        labels = {
            member.label
            for members in self.members.values()
            for member in members
            if self.columns[member.field].kind is not Kind.YES_NO
        }
        return sorted((plain_words(label), label) for label in labels)

    def members_beginning(self, begun: str) -> Iterator[str]:
        """The members whose plain words begin so, in their order."""
        at = bisect_left(self.sorted_members, (begun, ""))
        while at < len(self.sorted_members) and self.sorted_members[at][0].startswith(begun):
            yield self.sorted_members[at][1]
            at += 1

    def called_like(self, text: str) -> tuple[str, ...]:
        """The fields and members that are called most like a text."""
        begun = plain_words(text)
        known = {plain_words(name): name for name in self.columns}
        for word in begun.split():
            known |= {plain_words(label): label for label in self.members_beginning(word[:1])}
        near = process.extract(begun, known.keys(), scorer=fuzz.WRatio, score_cutoff=_NEAR, limit=2)
        return tuple(known[found] for found, _, _ in near)

    @cached_property
    def identifiers(self) -> frozenset[str]:
        """Fields that tell each record from all others."""
        return frozenset(
            name
            for name, column in self.columns.items()
            if column.kind is Kind.CATEGORY and len(column) > 1 and column.distinct >= 0.98 * (len(column) - column.blanks)
        )

    @cached_property
    def record_words(self) -> frozenset[str]:
        """Words for records: those of all trades, and those of what tells records apart ("Order ID")."""
        own = {key for name in self.identifiers for key in self.keys[name] if key not in GENERIC}
        named = {key for key in self.called if key.isalpha() and key not in GENERIC and not self._is_of_field(key)}
        fields = {
            key for key, names in self.fields.items() if names[0].cost <= UNIT_LEFT and names[0].field not in self.identifiers
        }
        which_one = {
            key
            for key in fields
            if self.columns[self.fields[key][0].field].is_number and not self.measurable(self.fields[key][0].field)
        }
        of_trade = {
            key
            for key, names in self.fields.items()
            if key in RECORD_WORDS
            and names[0].cost == SAID_SO
            and self.measurable(names[0].field)
            and key not in self.keys[names[0].field]
        }
        return (RECORD_WORDS | own | named) - (fields - which_one) - of_trade

    @cached_property
    def spelled(self) -> dict[tuple[str, int], list[str]]:
        """Keys of single words that a slip may have been meant for, by their first letter and their length."""
        own = {key for keys in self.keys.values() for key in _in_full(keys)} | self.words_of_members
        known = own | {key for key in (*SPELLED, *self.record_words, *DATE_WORDS) if len(key) > _SLIP_LEAST}
        known |= {key for key, members in self.members.items() if len(keys_of(members[0].label)) == 1}
        found: dict[tuple[str, int], list[str]] = defaultdict(list)
        for key in sorted(known):
            if len(key) >= _SLIP_LEAST - 1 and key.isalpha():
                found[key[0], len(key)].append(key)
        return found

    @cached_property
    def words_of_members(self) -> frozenset[str]:
        columns = [
            column for column in self.columns.values() if column.kind is Kind.CATEGORY and len(column.dictionary) <= _WORDS_OF_MOST
        ]
        return frozenset(key for column in columns for label in entry_texts(column)[1:] for key in keys_of(str(label)))

    @cached_property
    def known(self) -> frozenset[str]:
        """Keys of single words that mean something as they are."""
        fixed = {key for keys in PHRASES for key in keys} | DATE_WORDS
        heads = {key for keys in self.keys.values() for key in (*keys, *_in_full(keys))}
        return frozenset(fixed | heads | set(self.record_words) | set(self.members) | set(self.fields) | self.words_of_members)

    def nearest(self, key: str) -> list[str]:
        """Keys that this one may be a slip for, the nearest alone: with a letter left out, too many, other or swapped; two in long
        words. They begin alike.
        """
        if len(key) < _SLIP_LEAST or not key.isalpha():
            return []
        most = 1 if len(key) < _LONG else 2
        fitting = [word for size in range(len(key) - most, len(key) + most + 1) for word in self.spelled.get((key[0], size), ())]
        near = process.extract(key, fitting, scorer=OSA.distance, score_cutoff=most, limit=4)
        least = min((distance for _, distance, _ in near), default=0)
        return [found for found, distance, _ in near if distance == least]

    def rooted(self, key: str) -> list[Named]:
        """Fields with a word of the same root: "readmission" of ``readmitted``, "sowing" of ``sown``."""
        if key in self._rooted:
            return self._rooted[key]
        begun = [Named(name, SHORT) for name, keys in self.keys.items() if any(_begins(one, key) for one in keys)]
        self._rooted[key] = begun or [
            Named(name, ROOT)
            for name, keys in self.keys.items()
            if any(one not in GENERIC and _same_root(key, one) for one in keys)
        ]
        return self._rooted[key]

    def yes(self, field: str) -> str | None:
        """The member of a field that says yes."""
        column = self.columns[field]
        return says_yes(column) if column.kind is Kind.YES_NO else None

    def no(self, field: str) -> str | None:
        yes = self.yes(field)
        return next((str(text) for text in self.columns[field].dictionary[1:] if str(text) != yes), None)

    def that_says_yes(self, field: str) -> ConditionSpec | None:
        yes = self.yes(field)
        return ConditionSpec(field=field, in_=(yes,)) if yes is not None else None

    def taken(self, field: str) -> str:
        """How a number is taken that is named without a measure: added up, or averaged where it is a rate, a score, an age."""
        keys = self.keys[field]
        head = _in_full(self.without_unit(field))[-1]
        if "%" in field or "/" in field or "per" in keys or head in AVERAGED:
            return "average"
        return "sum" if head in ADDED or not set(_in_full(keys)) & AVERAGED else "average"

    def measurable(self, field: str) -> bool:
        """Whether a number says how much of something there is: neither when it was, nor which one it is."""
        keys = set(self.keys[field])
        one_of_many = len(self.keys[field]) == 1 and keys <= RECORD_WORDS and not field.casefold().endswith("s")
        which_one = one_of_many or bool(keys & _CODES)
        when = keys <= CALENDAR and not field.casefold().endswith("s")  # "minutes" are counted, a "minute" is one of an hour
        return field in self.numbers and not when and field not in self.years and not which_one

    def _is_of_field(self, key: str) -> bool:
        """Whether a word names a category that several records share: of those one counts the members."""
        return any(
            named.cost <= PART and self.columns[named.field].kind is Kind.CATEGORY and named.field not in self.identifiers
            for named in self.fields.get(key, ())
        )

    def with_unit(self, words: tuple[str, ...]) -> list[str]:
        """Numbers that are counted in a unit which is named: ``Area (ha)`` of hectares."""
        found = []
        for name in self.numbers:
            units = [unit for key in self.keys[name] if (unit := UNITS.get(key))]
            keys = set(self.keys[name])
            if any(words[0] in unit for unit in units) or words[0] in keys or (words[0] == "day" and keys & DAYS_LONG):
                found.append(name)
        return found

    @cached_property
    def years(self) -> list[str]:
        """Numbers that are years."""
        return [
            name
            for name in self.numbers
            if {"year", "yr", "season"} & set(self.keys[name]) and _whole_between(self.columns[name].data, 1500, 2200)
        ]

    def last_moment(self, field: str) -> np.datetime64 | None:
        column = self.columns[field]
        used = column.dictionary[1:][column.counts[1:] > 0]
        return used.max() if len(used) else None

    def holds_zero(self, field: str) -> bool:
        return bool((self.columns[field].data == 0).any())

    def is_fraction(self, field: str) -> bool:
        """Whether percents are kept as parts of 1."""
        data = self.columns[field].data
        filled = data[~np.isnan(data)]
        return bool(len(filled)) and float(np.abs(filled).max()) <= 1.5


def plain_words(name: str) -> str:
    """A name as it is looked up while it is typed: in any case, with blanks for what joins."""
    return name.strip('"').casefold().replace("_", " ")


_LEXICA: "WeakKeyDictionary[Table, Lexicon]" = WeakKeyDictionary()


def lexicon_of(table: Table, called: str = "") -> Lexicon:
    """The lexicon of a table, made once. What the table is ``called`` is a word for its records."""
    found = _LEXICA.get(table)
    if found is None or found.called != keys_of(called):
        found = _LEXICA[table] = Lexicon(table, called)
    return found


def _put(found: dict[str, dict[str, float]], keys: tuple[str, ...], name: str, cost: float) -> None:
    said = "".join(keys)
    if said:
        found[said][name] = min(cost, found[said].get(name, cost))


def _parts(keys: tuple[str, ...]) -> Iterator[tuple[str, ...]]:
    """Words of a name that stand together, shorter than it is."""
    for size in range(1, min(len(keys), 4)):
        for at in range(len(keys) - size + 1):
            if not {keys[at], keys[at + size - 1]} & _JOINING:
                yield keys[at : at + size]


def _apart(name: str) -> str:
    """A name whose words are told apart by capitals alone: "lifeExp" is life exp."""
    return re.sub(r"(?<=[a-z])(?=[A-Z])", " ", name)


def _units_left(keys: tuple[str, ...]) -> tuple[str, ...]:
    """Without units in the midst of a name: "yield t per ha" is said "yield per ha"."""
    inner = tuple(key for i, key in enumerate(keys) if i == 0 or key not in UNITS or keys[i - 1] == "per")
    return inner if len(inner) > 1 else keys


def _units_in_words(keys: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(UNITS[key][0] if i and key in UNITS else key for i, key in enumerate(keys))


def _says_enough(some: tuple[str, ...], whole: tuple[str, ...]) -> bool:
    """Whether a part has the last word of a name, but for such as say little: "tier" of customer tier, "issue" of issue date."""
    head = next((key for key in reversed(whole) if key not in GENERIC), whole[-1])
    return head in some


def _in_full(keys: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(SHORT_FORMS.get(key, key) for key in keys)


def _begins(short: str, key: str) -> bool:
    """Whether a word of a name is a word cut short: "humid" of humidity."""
    return len(short) >= _CUT_SHORT_LEAST and short not in GENERIC and len(key) > len(short) + 1 and key.startswith(short)


def _same_root(one: str, other: str) -> bool:
    shared = next((i for i, (a, b) in enumerate(zip(one, other, strict=False)) if a != b), min(len(one), len(other)))
    return shared >= _ROOT_LEAST and shared >= 0.5 * max(len(one), len(other)) and shared >= min(len(one), len(other)) - 4


def _whole_between(data: "np.ndarray[tuple[int, ...], np.dtype[np.float64]]", least: float, most: float) -> bool:
    filled = data[~np.isnan(data)]
    return (
        bool(len(filled)) and bool((filled == np.rint(filled)).all()) and bool((filled >= least).all() and (filled <= most).all())
    )
