"""Records that meet all the conditions are left out."""

from ..pivot import passes
from ..recipe.conditions import ConditionSpec
from ..recipe.table_spec import DropMend
from ..table import Table, number_label
from ..wording import field_words
from .effect import Effect, kept_records


def effect(table: Table, mend: DropMend, path: str) -> Effect:
    return kept_records(table, ~passes(table, mend.where, f"{path}.where"))


def say(mend: DropMend) -> str:
    return "Leave out: " + " and ".join(condition_words(condition) for condition in mend.where)


def condition_words(condition: ConditionSpec) -> str:
    """A condition as it is said: "line is TEST", "minutes late above 300"."""
    name = field_words(condition.field) + (f", by {condition.cut}," if condition.cut else "")
    for listed, verb in ((condition.in_, "is"), (condition.not_in, "is not")):
        if listed is not None:
            words = [_text(each) for each in listed]
            return f"{name} {verb} " + (
                " or ".join(words) if len(words) <= 3 else f"{', '.join(words[:2])} or {len(words) - 2} more"
            )
    if condition.blank is not None:
        return f"{name} is {'' if condition.blank else 'not '}blank"
    spans = (("from", condition.from_), ("to", condition.to), ("above", condition.above), ("below", condition.below))
    return f"{name} " + " ".join(f"{word} {_text(value)}" for word, value in spans if value is not None)


def _text(value: str | float) -> str:
    return value if isinstance(value, str) else number_label(value)
