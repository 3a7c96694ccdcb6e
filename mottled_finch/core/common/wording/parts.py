"""The parts of a recipe in words: levels, measures, shows, conditions, titles."""

from collections.abc import Callable

from ..language import Language, language_of
from ..language.english import beginning, field_words
from ..recipe.check import FACT
from ..recipe.conditions import ConditionSpec, MeasureSpec
from ..recipe.spec import LevelSpec, LitSpec, PivotSpec, Recipe, ShowSpec, TargetSpec
from ..vocabulary import CUT_TERMS, MEASURE_TERMS, SHOW_TERMS
from .labels import number_label


def level_words(level: LevelSpec, language: Language) -> str:
    """A level as it is said in a sentence: "month of order date", and "month departed" where the name is a participle."""
    name = field_words(level.field)
    if not language.ours:
        return f"{name} ({language.say(f'cut_{level.cut}')})" if level.cut else name
    if level.bins is not None:
        return f"bins of {name}"
    if level.cut is None:
        return name
    cut = CUT_TERMS[level.cut].name
    return f"{cut} {name}" if name.endswith("ed") else f"{cut} of {name}"


def measure_words(measure: MeasureSpec, language: Language) -> str:
    """A measure as it is said in a sentence: "sum of takings", "90th percentile of minutes late", "sum of plan once a key"."""
    return _measured(measure, language) + (" once a key" if measure.once_a_key else "")


def _measured(measure: MeasureSpec, language: Language) -> str:
    if not language.ours:
        where = condition_words(measure.where, language) if measure.where else ""
        of, per = field_words(measure.of or ""), field_words(measure.per or "")
        return language.say(
            f"take_{measure.take}", of=of, per=per, p=ordinal(measure.p or 0.0), number=f"{measure.p or 0:g}", where=where
        )
    return MEASURE_TERMS[measure.take].said.format(
        of=field_words(measure.of or ""),
        per=field_words(measure.per or ""),
        p=ordinal(measure.p or 0.0),
        where=condition_words(measure.where, language) if measure.where else "",
    )


def ordinal(number: float) -> str:
    """ "1st", "22nd", "90th", "97.5th"."""
    whole = int(number)
    if whole != number or whole % 100 in (11, 12, 13):
        return f"{number:g}th"
    return f"{whole}{('th', 'st', 'nd', 'rd', 'th', 'th', 'th', 'th', 'th', 'th')[whole % 10]}"


def show_words(show: ShowSpec, language: Language) -> str:
    """What a cell shows of its measure, as it is said behind it; empty for the measure as it is."""
    term = SHOW_TERMS[show.as_]
    if show.as_ == "against":
        return term.said.format(other=other_words(show, language), by=BY_WORDS[show.by or "difference"])
    of: str = show.of or term.keys.get("of", ("whole",))[0]
    return term.said.format(
        its="the whole" if of == "whole" else f"its {of}",
        within="" if of == "whole" else f" in its {of}",
        way="down the rows" if show.along == "rows" else "across the columns",
        relative="relative " if show.relative else "",
        to="first" if show.to == "first" else "largest",
        point=point_words(show.to) if isinstance(show.to, float | TargetSpec) else "",
    )


BY_WORDS = {"difference": "", "ratio": ", as a ratio", "percent": ", in percent"}
"""How a measure is set against that of another side, as it is said behind that."""


def other_words(show: ShowSpec, language: Language) -> str:
    """What a measure is set against: "the year before", "Brackwater", "sum of plan", "the edition before"."""
    if show.measure is not None:
        return _measured(show.measure, language)
    if show.edition is not None:
        return "the edition before" if show.edition == "before" else f"edition {show.edition:,}"
    if show.shift is not None:
        unit, number = show.shift.by
        side = "before" if number < 0 else "after"
        return f"the {unit.removesuffix('s')} {side}" if abs(number) == 1 else f"{abs(number):,} {unit} {side}"
    return " and ".join(_short_words(each, language) for each in show.keep)


def _short_words(condition: ConditionSpec, language: Language) -> str:
    """A condition by its members alone: what they are members of is said on the sides."""
    if condition.in_ and len(condition.in_) <= 3:
        return " or ".join(map(_text, condition.in_))
    if isinstance(condition.from_, str) and isinstance(condition.to, str):
        year = condition.from_[:4]
        if condition.from_ in (year, f"{year}-01", f"{year}-01-01") and condition.to in (year, f"{year}-12", f"{year}-12-31"):
            return year
        return f"{condition.from_} to {condition.to}"
    return condition_words(condition, language)


def alone_words(show: ShowSpec, language: Language) -> tuple[str, str]:
    """What cells are called that only this side has, and those that only the other has."""
    if show.measure is not None:
        other = other_words(show, language)
        return f"Without {other}", f"{beginning(other)} alone"
    back = show.edition is not None or (show.shift is not None and show.shift.by[1] < 0)
    return (language.say("new"), language.say("gone")) if back else (language.say("here_alone"), language.say("there_alone"))


def lit_words(lit: LitSpec, number: Callable[[float], str], language: Language) -> str:
    """What is lit, as it is said: "the 10 highest", "values above 20 and below 40". ``number`` writes a limit."""
    if not language.ours:
        return _lit(lit, number, language)
    of = {"value": "values", "records": "records", "measure": measure_words(lit.by, language) if lit.by else ""}[lit.of]
    for count, word in ((lit.highest, "highest"), (lit.lowest, "lowest")):
        if count is not None:
            cells = word if count == 1 else f"{count:,} {word}"
            return f"the {cells}" + ("" if lit.of == "value" else f" by {of}")
    spans = (("from", lit.from_), ("above", lit.above), ("below", lit.below), ("up to", lit.to))
    return f"{of} " + " and ".join(f"{word} {point_words(limit, number)}" for word, limit in spans if limit is not None)


_SIGNS = {"above": ">", "from_": "≥", "below": "<", "to": "≤"}


def _lit(lit: LitSpec, number: Callable[[float], str], language: Language) -> str:
    """The same in another language than ours, limits by their signs."""
    of = {"value": "", "records": "n ", "measure": f"{_measured(lit.by, language)} " if lit.by else ""}[lit.of]
    for count, word in ((lit.highest, "lit_highest"), (lit.lowest, "lit_lowest")):
        if count is not None:
            said = language.say(f"{word}_one" if count == 1 else word, number=language.grouped(count))
            return f"{said} ({of.strip()})" if of else said
    limits = [(sign, getattr(lit, name)) for name, sign in _SIGNS.items() if getattr(lit, name) is not None]
    return of + ", ".join(f"{sign} {point_words(limit, number)}" for sign, limit in limits)


def point_words(point: float | TargetSpec, number: Callable[[float], str] = number_label) -> str:
    """A number, or a target by its name."""
    return point.target if isinstance(point, TargetSpec) else number(point)


def what_is_measured(pivot: PivotSpec, language: Language) -> str:
    """The measure without what is shown of it, and without saying that keys count once, as on a page."""
    return _measured(pivot.measure, language)


def what_is_shown(pivot: PivotSpec, language: Language) -> str:
    """The measure and what is shown of it: "sum of takings as share of its row". That keys count once goes without saying on a
    page: a reader does not think of records.
    """
    if pivot.correlate is not None:
        return language.say("rank_correlation" if pivot.correlate.method == "spearman" else "correlation")
    if not language.ours:
        what, show = _measured(pivot.measure, language), pivot.show
        its = language.say(f"its_{show.of or 'row'}")
        return what if show.as_ == "value" else language.say(f"show_{show.as_}", what=what, its=its)
    joined = ", " if pivot.show.as_ == "against" else " "
    return joined.join(words for words in (_measured(pivot.measure, language), show_words(pivot.show, language)) if words)


def condition_words(condition: ConditionSpec, language: Language) -> str:
    """A condition as it is said: "line is TEST", "minutes late above 300"."""
    if condition.all_ is not None or condition.any_ is not None:
        held = condition.all_ if condition.all_ is not None else condition.any_ or ()
        return (" and " if condition.all_ is not None else " or ").join(condition_words(each, language) for each in held)
    name = field_words(condition.field or "") + (f", by {CUT_TERMS[condition.cut].name}," if condition.cut else "")
    for number, word in ((condition.top, "largest"), (condition.bottom, "smallest")):
        if number is not None:
            by = f" by {measure_words(condition.by, language)}" if condition.by else ""
            return f"{name} among the {number:,} {word}{by}"
    for listed, verb in ((condition.in_, "is"), (condition.not_in, "is not")):
        if listed is not None:
            words = [_text(each) for each in listed]
            return f"{name} {verb} " + (
                " or ".join(words) if len(words) <= 3 else f"{', '.join(words[:2])} or {len(words) - 2} more"
            )
    if condition.blank is not None:
        return f"{name} is {'' if condition.blank else 'not '}blank"
    spans = (("from", condition.from_), ("to", condition.to), ("above", condition.above), ("below", condition.below))
    limits = [f"{word} {_text(value)}" for word, value in spans if value is not None]
    return f"{name} " + (" and " if condition.above is not None else " ").join(limits)


def _text(value: str | float) -> str:
    return value if isinstance(value, str) else number_label(value)


def sides_words(pivot: PivotSpec, language: Language, joined: str = " and ") -> str:
    """All levels by name: "pier and month departed"."""
    words = [level_words(level, language) for level in _levels(pivot)]
    return joined.join(words) if len(words) < 3 else f"{', '.join(words[:-1])}{joined}{words[-1]}"


def _levels(pivot: PivotSpec) -> list[LevelSpec]:
    return [*pivot.rows, *((pivot.split,) if pivot.split else ()), *pivot.columns]


def title_of(recipe: Recipe) -> str:
    """What a figure is called before it is made: a mark stands for each live fact."""
    return FACT.sub("…", recipe.words.title or default_title(recipe.pivot, language_of(recipe.page.language)))


def default_title(pivot: PivotSpec, language: Language) -> str:
    if not language.ours:
        what, levels = beginning(what_is_shown(pivot, language)), [level_words(level, language) for level in _levels(pivot)]
        if not levels:
            return what
        *before, last = levels
        names = language.say("and", one=", ".join(before), other=last) if before else last
        return language.say("by", what=what, sides=names)
    if pivot.correlate is not None:
        return f"{beginning(what_is_shown(pivot, language))} of {len(pivot.correlate.fields)} fields"
    sides = sides_words(pivot, language)
    by = f" by {sides}" if sides else ""
    if pivot.show.as_ == "against":
        return f"{beginning(_measured(pivot.measure, language))}{by}, {show_words(pivot.show, language)}"
    return beginning(what_is_shown(pivot, language) + by)
