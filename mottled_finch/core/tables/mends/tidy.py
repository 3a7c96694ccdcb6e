"""Runs of blanks become one, and letters the case asked for."""

from collections.abc import Callable

from ...common.recipe.table_spec import Case, TidyMend
from ..table import Table
from .effect import Effect, text_column, with_column, with_texts

CASES: dict[Case, Callable[[str], str]] = {
    "as_is": lambda text: text,
    "lower": str.lower,
    "upper": str.upper,
    "first": lambda text: text[:1].upper() + text[1:].lower(),
    "title": lambda text: " ".join(word[:1].upper() + word[1:].lower() for word in text.split(" ")),
}
_WORDS = {
    "as_is": "trimmed",
    "lower": "trimmed, small letters",
    "upper": "trimmed, capitals",
    "first": "trimmed, first letter large",
    "title": "trimmed, each word with a capital",
}


def effect(table: Table, mend: TidyMend, path: str) -> Effect:
    column = text_column(table, mend.field, path, "tidied")
    texts = [tidy_text(text, mend.case) for text in column.dictionary.tolist()]
    tidied, touched = with_texts(column, texts)
    return Effect(table=with_column(table, tidied), touched=touched)


def tidy_text(text: str, case: Case) -> str:
    return CASES[case](" ".join(text.split()))


def say(mend: TidyMend) -> str:
    return f"{mend.field}: {_WORDS[mend.case]}"
