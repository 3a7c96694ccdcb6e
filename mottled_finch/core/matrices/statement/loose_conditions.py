"""Fields, conditions and members as people type them: signs, dates as they are said, quotation marks left out."""

from collections.abc import Callable, Iterable
from dataclasses import replace
from typing import Any

from ...common.errors import RecipeError
from ...common.recipe.conditions import ConditionSpec
from ...tables.table import Kind, Table, entry_texts
from .strict import Reader
from .synonyms import ALIKE, BLANK, CLAUSES, CUT_WORDS, FILLERS, IS, SIGNS, STOPS
from .tokens import PLACE, Token, unquoted
from .words import MONTHS

_ENDS = {phrase: sign for phrase, sign in SIGNS.items() if sign in ("from_", "to", "above", "below")}
_NAMES_OF_MONTHS = {name: int(number) for number, full in MONTHS.items() for name in (full.casefold(), full[:3].casefold())}
OF_MOMENTS = ("in", "since", "after", "before", "until", "between", "from")
"""Words that begin a condition of the only field of moments, which need not be named."""
_OTHER_ENDS = {phrase: sign for phrase, sign in _ENDS.items() if phrase not in OF_MOMENTS}


class ConditionReader(Reader):
    """The strict reader, with what people leave out of conditions or say otherwise."""

    def __init__(self, tokens: list[Token], fields: list[str], table: Table | None) -> None:
        super().__init__(tokens, fields)
        columns = table.columns if table is not None else ()
        self.columns = {column.name: column for column in columns}
        self.moments = [column.name for column in columns if column.kind is Kind.MOMENT]
        held = {word for name in fields for word in name.casefold().replace("_", " ").split()}
        told = [replace(token, text=ALIKE.get(token.word, token.text)) if token.kind == "word" else token for token in tokens]
        self.tokens = [token for token in told if token.word not in FILLERS or token.word in held]
        for name in fields:  # as the file has them, too
            self.spoken.setdefault(name.casefold(), name)
        self.longest = max((len(words.split()) for words in self.spoken), default=0)

    def takes(self, phrase: str) -> bool:
        return super().takes(" ".join(word for word in phrase.split() if word not in FILLERS)) or super().takes(phrase)

    def takes_one(self, phrases: dict[str, Any]) -> Any:
        """What the longest of the phrases that comes next stands for; None where none does."""
        for phrase in sorted(phrases, key=lambda each: -len(each.split())):
            if self.takes(phrase):
                return phrases[phrase]
        return None

    def takes_any(self, phrases: Iterable[str]) -> bool:
        return any(self.takes(phrase) for phrase in sorted(phrases, key=lambda each: -len(each.split())))

    def ahead(self, read: Callable[[], Any]) -> bool:
        """Whether something can be read that comes next; nothing is passed."""
        at = self.at
        try:
            return bool(read())
        except RecipeError:
            return False
        finally:
            self.at = at

    def field_ahead(self) -> str | None:
        """The field that comes next, which is passed; None where none does."""
        at = self.at
        for count in range(min(max(self.longest, 1), len(self.tokens) - at), 0, -1):
            words = " ".join(each.text.casefold() for each in self.tokens[at : at + count])
            name = self.spoken.get(words) or self.spoken.get(words.replace("_", " "))
            if name is not None:
                self.at += count
                return name
        token = self.next()
        if token is not None and token.kind == "text" and (name := self.text("")) in self.fields:
            return name
        self.at = at
        return None

    def field(self) -> str:
        found = self.field_ahead()
        if found is not None:
            return found
        token = self.next()
        if token is None or token.kind != "word" or token.word in STOPS:
            self.wrong("a field")
        self.unknown(token.text)

    def cut_field(self) -> tuple[str, Any]:
        """A field, perhaps cut: "month of departed", "departed month", or "month" where one field alone can be meant."""
        at = self.at
        cut = self.takes_one(CUT_WORDS)
        if cut is not None and self.takes("of"):
            return self.field(), cut
        after_cut, self.at = self.at, at
        field = self.field_ahead()
        if field is not None:
            at = self.at
            self.takes("by") or self.takes("'s")
            found = self.takes_one(CUT_WORDS) if field in self.moments else None
            if found is None:
                self.at = at
            return field, found
        if cut is None:
            return self.field(), None
        self.at = after_cut
        if len(self.moments) == 1:
            return self.moments[0], cut
        token = self.tokens[at]
        which = f"{', '.join(self.moments[:6])}" if self.moments else "no field holds moments"
        raise RecipeError(f'"{token.text}" of what? say of which field: {which}', path=PLACE, received=token.text)

    def conditions(self) -> tuple[ConditionSpec, ...]:
        """Conditions joined by one word; with both of them, brackets must say which are meant together."""
        held, joined = [self.condition()], ""
        while True:
            at = self.at
            word = next((each for each in ("and", "or") if self.takes(each)), "and" if self.takes(",") else "")
            if not word or not self.ahead(self.condition_begins):
                self.at = at
                break
            if joined and word != joined:
                raise RecipeError(
                    '"and" and "or" stand side by side; put brackets around those that belong together', path=PLACE, received=word
                )
            joined = word
            held.append(self.condition())
        return (ConditionSpec(any_=tuple(held)),) if joined == "or" else tuple(held)

    def condition_begins(self) -> bool:
        """The beginning of a condition, which tells it from a member: a field and a sign. It does not look further."""
        if self.peeks("("):
            return True
        if self.peeks(*OF_MOMENTS):
            return bool(self.moments)
        self.cut_field()
        return self.peeks("among") or self.takes_one(SIGNS) is not None

    def condition(self) -> ConditionSpec:
        at = self.at
        if self.peeks("(", "all", "any"):
            return super().condition()
        if self.peeks(*OF_MOMENTS) and self.moments:
            return self.moment_condition(self.only_moment())
        field, cut = self.cut_field()
        condition = ConditionSpec(field=field, cut=cut)
        if self.peeks("(", "among"):
            self.at = at
            return super().condition()
        if self.ahead(lambda: self.takes_any(IS) and self.takes_one(SIGNS)):
            self.takes_any(IS)  # "is above 5"
        ends: dict[str, Any] = {}
        while (sign := self.takes_one(SIGNS)) is not None:
            if sign == "between":
                first = self.end_of(field, cut)
                self.needs("and")
                return replace(condition, from_=first, to=self.end_of(field, cut, end=True))
            if sign in ("in_", "not_in"):
                negated = sign == "not_in" or self.takes("not")
                if self.takes_any(BLANK):
                    return replace(condition, blank=not negated)
                if field in self.moments and cut is None and not negated:
                    return self.in_span(condition)
                values = self.members(field, cut)
                return replace(condition, not_in=values) if negated else replace(condition, in_=values)
            ends[sign] = self.end_of(field, cut, end=sign in ("to", "above"))
            if self.ahead(lambda: self.takes("and") and self.takes_one(_OTHER_ENDS)):
                self.takes("and")  # "above 5 and below 7"
        if not ends:
            self.wrong('"is", "is not", "from", "up to", "above", "below", "between" or "among the top"')
        return replace(condition, **ends)

    def only_moment(self) -> str:
        if len(self.moments) != 1:
            self.wrong(f"a field before it ({', '.join(self.moments[:6])})")
        return self.moments[0]

    def moment_condition(self, field: str) -> ConditionSpec:
        """ "in 2025", "in March 2025", "since 2025-03", "between 2025-01 and 2025-06", "from January 2025 to May 2025"."""
        condition = ConditionSpec(field=field)
        if self.takes("in"):
            return self.in_span(condition)
        if self.takes("between"):
            first = self.date(end=False)
            self.needs("and")
            return replace(condition, from_=first, to=self.date(end=True))
        ends: dict[str, Any] = {}
        while (sign := self.takes_one(_ENDS)) is not None:
            ends[sign] = self.date(end=sign in ("to", "above"))
        if not ends:
            self.wrong("a date such as 2025-03")
        return replace(condition, **ends)

    def in_span(self, condition: ConditionSpec) -> ConditionSpec:
        """Within a date: from where it begins to where it ends."""
        at = self.at
        first = self.date(end=False)
        self.at = at
        return replace(condition, from_=first, to=self.date(end=True))

    def date(self, *, end: bool) -> str:
        """A date, a month by its name, or a year, which is its first month, or its last at the ``end`` of a span."""
        token = self.next()
        if token is not None and token.kind == "date":
            self.at += 1
            return token.text
        month = _NAMES_OF_MONTHS.get(token.word) if token is not None else None
        if month is not None:
            self.at += 1
            return f"{self.year():04}-{month:02}"
        return f"{self.year():04}-{'12' if end else '01'}"

    def year(self) -> int:
        year = self.whole_number("a date such as 2025-03 or a year")
        if not 1000 <= year <= 9999:
            self.at -= 1
            self.wrong("a year of four digits")
        return year

    def end_of(self, field: str, cut: str | None, *, end: bool = False) -> Any:
        if field in self.moments and cut is None:
            return self.date(end=end)
        return self.value()

    def members(self, field: str, cut: str | None) -> tuple[str | float, ...]:
        """Values, whose quotation marks may be left out, with "or", "nor", "and" or a comma between."""
        bracketed = self.takes("(")
        found = [self.member(field, cut)]
        while True:
            at = self.at
            if not any(self.takes(word) for word in ("or", "nor", ",", "and")) or self.is_over(field, cut, bracketed=bracketed):
                self.at = at
                break
            found.append(self.member(field, cut))
        if bracketed:
            self.needs(")")
        return tuple(found)

    def is_over(self, field: str, cut: str | None, *, bracketed: bool) -> bool:
        """Whether no further member follows, but a condition or a clause."""
        token = self.next()
        if bracketed:
            return token is None or token.word == ")"
        if token is None or token.word in CLAUSES:
            return True
        if self.ahead(self.condition_begins):
            return True
        known = self.ahead(lambda: self.known_member(field, cut) is not None)
        return self.tokens[self.at - 1].word in (",", "and") and not known

    def member(self, field: str, cut: str | None) -> str | float:
        token = self.next()
        if token is not None and token.kind in ("text", "date"):
            self.at += 1
            return self.as_written(field, unquoted(token.text)) if token.kind == "text" else token.text
        known = self.known_member(field, cut)
        if known is not None:
            return known
        if token is not None and token.kind == "number":
            return self.number("")
        words = []
        while (token := self.next()) is not None and token.kind in ("word", "number") and token.word not in STOPS:
            words.append(token.text)
            self.at += 1
        if not words:
            self.wrong("a member, a number or a date")
        return " ".join(words)

    def known_member(self, field: str, cut: str | None) -> str | None:
        """The longest member of the field that comes next, in any case; it is passed."""
        members = {} if cut is not None else self.entries(field)
        for count in range(min(8, len(self.tokens) - self.at), 0, -1):
            words = " ".join(token.text for token in self.tokens[self.at : self.at + count]).casefold()
            if words in members:
                self.at += count
                return members[words]
        return None

    def as_written(self, field: str, text: str) -> str:
        entries = self.entries(field)
        return text if text in entries.values() else entries.get(text.casefold(), text)

    def entries(self, field: str) -> dict[str, str]:
        column = self.columns.get(field)
        if column is None or column.kind not in (Kind.CATEGORY, Kind.YES_NO):
            return {}
        plain = [(" ".join("".join(m if m.isalnum() else " " for m in text).split()), text) for text in entry_texts(column)[1:]]
        return {said.casefold(): text for said, text in plain} | {text.casefold(): text for _, text in plain}

    def value(self) -> str | float:
        token = self.next()
        if token is not None and token.kind == "word" and token.word not in STOPS:
            self.at += 1
            return token.text
        value = super().value()
        self.takes("%")
        return value
