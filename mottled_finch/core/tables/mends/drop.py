"""Records that meet all the conditions are left out."""

from ...common.language import OURS
from ...common.recipe.table_spec import DropMend
from ...common.wording.parts import condition_words
from ..aggregation.table_source import passes
from ..table import Table
from .effect import Effect, kept_records


def effect(table: Table, mend: DropMend, path: str) -> Effect:
    return kept_records(table, ~passes(table, mend.where, f"{path}.where"))


def say(mend: DropMend) -> str:
    return "Leave out: " + " and ".join(condition_words(condition, OURS) for condition in mend.where)
