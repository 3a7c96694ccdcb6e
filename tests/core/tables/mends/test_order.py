"""The list of mends: in order, switchable, repeated with the same result, and told apart from what it is laid on."""

import numpy as np
import pytest

from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.common.recipe import dump_table_part, load_table_part
from mottled_finch.core.tables.mends import apply_mends

from .conftest import column, dirty, laid

MERGE = {"do": "merge", "field": "pier", "from": ["WE"], "into": "West"}
DROP = {"do": "drop", "where": [{"field": "pier", "in": ["West"]}]}
EACH = [
    MERGE,
    DROP,
    {"do": "relabel", "field": "code", "names": {"EA": "East"}},
    {"do": "tidy", "field": "pier", "case": "title"},
    {"do": "correct", "field": "minutes", "record": 1, "was": "4", "to": "5", "match": {"code": "East"}},
    {"do": "kind", "field": "minutes", "kind": "category"},
    {"do": "split", "field": "pier", "by": " ", "into": ["p1", "p2"]},
    {"do": "join", "fields": ["pier", "code"], "by": "-", "into": "j"},
    {"do": "fill", "field": "pier"},
    {"do": "compute", "into": "k", "as": "month(at)"},
    {"do": "unique", "fields": ["j"]},
    {"do": "rename", "field": "k", "to": "month"},
    {"do": "unfold", "keep": ["pier"], "names": "what", "values": "said", "order": "natural"},
]


def test_order_matters():
    assert laid(MERGE, DROP).table.records == 18
    assert laid(DROP, MERGE).table.records == 19


def test_a_mend_that_is_off_does_nothing_but_tells_what_it_would():
    done = laid({**DROP, "off": True})
    assert (done.table.records, done.steps[0].touched) == (20, 1)


def test_one_that_does_not_fit_is_told_and_passed_over_where_that_is_asked_for():
    mends = load_table_part({"mends": [{"do": "fill", "field": "gone"}, DROP]}).mends
    with pytest.raises(CoreError, match=r"^table\.mends\[0\]\.field: no column \"gone\""):
        apply_mends(dirty(), mends)
    done = apply_mends(dirty(), mends, tolerant=True)
    assert done.table.records == 19
    assert done.steps[0].problem.startswith('no column "gone"')


def test_all_thirteen_can_be_laid_on_and_leave_the_table_as_it_was():
    table = dirty()
    before = [(each.name, each.data.copy(), column(table, each.name, 20)) for each in table.columns]
    done = laid(*EACH, table=table)
    assert len(done.steps) == 13
    assert done.table.names == ["pier", "what", "said"]
    for (name, data, texts), now in zip(before, table.columns, strict=True):
        np.testing.assert_array_equal(now.data, data)
        assert column(table, name, 20) == texts


def test_laid_on_twice_they_do_the_same():
    one, other = laid(*EACH), laid(*EACH)
    assert one.steps == other.steps
    for name in one.table.names:
        assert column(one.table, name, 99) == column(other.table, name, 99)


def test_the_list_is_written_as_it_is_read():
    assert dump_table_part(load_table_part({"mends": EACH}))["mends"][:4] == EACH[:4]
    assert load_table_part(dump_table_part(load_table_part({"mends": EACH}))) == load_table_part({"mends": EACH})
