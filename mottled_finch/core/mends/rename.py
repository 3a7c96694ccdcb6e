"""A column gets another name."""

from dataclasses import replace

from ..recipe.table_spec import RenameMend
from ..table import Table
from .effect import Effect, free_name


def effect(table: Table, mend: RenameMend, path: str) -> Effect:
    column = table.column(mend.field, f"{path}.field")
    name = free_name(table, mend.to, f"{path}.to")
    columns = tuple(replace(each, name=name) if each is column else each for each in table.columns)
    return Effect(table=Table(columns), touched=0, made="new name")


def say(mend: RenameMend) -> str:
    return f"{mend.field} is called {mend.to}"
