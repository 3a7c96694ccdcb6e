"""How many of the sentences of the corpus are understood rightly, how many ask back, and how many are misread.

The floors are what was reached; they only ever rise.
"""

import pytest

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.matrices.statement.typed import understand
from tests.corpus.judging import Line, lines_of, plain
from tests.corpus.tables import TABLES, table_of

LINES = [line for name in TABLES for line in lines_of(name)]
RIGHT_LEAST = {False: 751, True: 75}
MISREAD_MOST = {False: 1, True: 0}


def judged(line: Line) -> str:
    table = table_of(line.table)
    try:
        found = understand(line.sentence, table, line.table)
    except RecipeError:
        return "asked"
    if plain(found.pivot, table) in line.meanings:
        return "right"
    return "misread" if found.sure else "asked"


@pytest.mark.parametrize("held_out", [False, True], ids=["built with", "held out"])
def test_sentences_typed_in_a_hurry_are_understood(held_out, record_property):
    verdicts = [judged(line) for line in LINES if line.held_out is held_out]
    counts = {verdict: verdicts.count(verdict) for verdict in ("right", "asked", "misread")}
    record_property("understood", counts)
    print(f"\n{'held out' if held_out else 'built with'}: {counts} of {len(verdicts)}")
    assert counts["right"] >= RIGHT_LEAST[held_out]
    assert counts["misread"] <= MISREAD_MOST[held_out]


def test_the_corpus_is_of_hundreds_of_sentences_some_of_them_held_out():
    assert len(LINES) >= 800
    assert len({(line.table, line.sentence) for line in LINES}) == len(LINES)
    assert sum(line.held_out for line in LINES) >= 80
    assert {line.table for line in LINES} == set(TABLES)
