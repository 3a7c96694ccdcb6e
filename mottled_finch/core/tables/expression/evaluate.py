"""Tree to column. Values are doubles by record, or codes into few entries; work on entries is done once an entry.

Blank in, blank out: where an argument is blank the result is, but for ``if``, ``or_else``, ``blank`` and the words and, or.
A division by zero and a result beyond all numbers are blank.
"""

import numpy as np

from ...common.errors import did_you_mean
from ...common.language.english import field_words
from ..table import BLANK, Column, Kind, Table
from .entries import Say
from .functions import FUNCTIONS, MANY
from .parse import Call, Literal, Name, Node, mistake, quoted
from .value import YES_NO, Value, text_value, yes_no


def evaluate(node: Node, table: Table, path: str) -> Value:
    """Work an expression out over a table. Raises RecipeError, naming the place, for a column, function or kind that is wrong, and
    where it would make too long texts or take too much work.
    """
    return _worth(node, table, path, [0])


def _worth(node: Node, table: Table, path: str, done: list[int]) -> Value:
    if isinstance(node, Literal):
        return _constant(node.value)
    if isinstance(node, Name):
        return _of_column(node, table, path)
    function = FUNCTIONS.get(node.function)
    if function is None:
        names = [name for name in FUNCTIONS if name[0].isalpha() and name not in _INNER]
        raise mistake(path, node.at, f'there is no function "{node.function}"; {did_you_mean(node.function, names)}')
    least, most = function.arguments
    if not least <= len(node.arguments) <= most:
        wanted = f"{least}" if least == most else f"{least} to {most}" if most < MANY else f"at least {least}"
        raise mistake(path, node.at, f'"{node.function}" takes {wanted} values, not {len(node.arguments)}')
    values = [_worth(argument, table, path, done) for argument in node.arguments]
    for position, (value, argument) in enumerate(zip(values, node.arguments, strict=True)):
        wanted_kinds = function.kinds[min(position, len(function.kinds) - 1)]
        if wanted_kinds and value.kind not in wanted_kinds and not _is_nothing(argument):
            raise mistake(path, argument.at, f'"{node.function}" takes {_list(wanted_kinds)} here, not {_WORDS[value.kind]}')
    return function.make(values, Say(lambda message: mistake(path, node.at, message), done))


_INNER = ("negative", "nothing", "and", "or", "not")
_WORDS = {Kind.NUMBER: "a number", Kind.CATEGORY: "text", Kind.MOMENT: "a moment", Kind.YES_NO: "yes or no"}


def _list(kinds: tuple[Kind, ...]) -> str:
    return " or ".join(_WORDS[kind] for kind in kinds)


def _is_nothing(node: Node) -> bool:
    return isinstance(node, Call) and node.function == "nothing"


def _constant(value: float | str | bool) -> Value:
    if isinstance(value, bool):
        return yes_no(np.array([value]))
    if isinstance(value, float):
        return Value(kind=Kind.NUMBER, data=np.array([value]))
    return text_value(np.array([1 if value else BLANK], dtype=np.uint8), ["", value])


def columns_in(node: Node, table: Table) -> list[Column]:
    """The columns that an expression is made of."""
    if isinstance(node, Call):
        return [column for argument in node.arguments for column in columns_in(argument, table)]
    column = _named(node, table) if isinstance(node, Name) else None
    return [column] if column is not None else []


def _named(node: Name, table: Table) -> Column | None:
    """A column by its name, or by how it is said in words: ``minutes_late`` is also "minutes late"."""
    return next((each for each in table.columns if node.name in (each.name, field_words(each.name))), None)


def _of_column(node: Name, table: Table, path: str) -> Value:
    column = _named(node, table)
    if column is not None:
        if column.kind is Kind.YES_NO:
            return _as_yes_no(column)
        return Value(kind=column.kind, data=column.data, entries=column.entries)
    as_text = f"; a text stands in single quotation marks, as {quoted(node.name)}" if node.quoted else ""
    raise mistake(path, node.at, f'there is no column "{node.name}"; {did_you_mean(node.name, table.names)}{as_text}')


def _as_yes_no(column: Column) -> Value:
    means = np.array([BLANK] + [1 if str(e).casefold() in ("yes", "true", "y", "t") else 2 for e in column.dictionary[1:]])
    return Value(kind=Kind.YES_NO, data=means.astype(np.uint8)[column.data], entries=YES_NO)
