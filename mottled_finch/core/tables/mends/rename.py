"""A column gets another name."""

from dataclasses import replace

from ...common.recipe.table_spec import RenameMend
from ..table import Table
from .effect import Effect, free_name


def effect(table: Table, mend: RenameMend, path: str) -> Effect:
    """One that was mapped is passed over where its new name stands already, as in the editions before."""
    if mend.mapped and mend.to.strip() in table.names:
        return Effect(table=table, touched=0)
    column = table.column(mend.field, f"{path}.field")
    name = free_name(table, mend.to, f"{path}.to")
    columns = tuple(replace(each, name=name) if each is column else each for each in table.columns)
    return Effect(table=Table(columns), touched=0, made="new name")


def say(mend: RenameMend) -> str:
    return f"{mend.field} is called {mend.to}"
