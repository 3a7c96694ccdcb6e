"""What is kept between pivots, giving up, and the kernels compiled at start."""

import gc
import weakref

import numpy as np
import pytest

from mottled_finch.core.common.errors import Canceled
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.matrices.pivot import grouping, make_matrix, warm_up, while_wanted
from mottled_finch.core.tables.aggregation.memory import Memory, memory_of
from mottled_finch.core.tables.kernels import place
from mottled_finch.core.tables.table import Column, Kind, Table


def table(records: int = 10) -> Table:
    codes = (np.arange(records) % 2 + 1).astype(np.uint8)
    return Table(
        (
            Column(name="a", kind=Kind.CATEGORY, data=codes, entries=np.array(["", "x", "y"], dtype=object)),
            Column(name="v", kind=Kind.NUMBER, data=np.arange(records, dtype=float)),
        )
    )


PIVOT = load_recipe({"finch_recipe": 2, "pivot": {"rows": [{"field": "a"}], "measure": {"take": "average", "of": "v"}}}).pivot


def test_things_are_made_once_and_the_longest_unused_go_when_they_are_too_large():
    memory = Memory(100)
    made = []

    def thing(name: str) -> np.ndarray:
        return memory.keep(name, lambda: made.append(name) or np.zeros(5))  # 40 bytes

    for name in ("a", "b", "a", "c", "a", "b"):
        thing(name)
    assert made == ["a", "b", "c", "b"]  # b had gone for c, since a was used after it
    assert "a" in memory and "c" not in memory
    memory.keep("large", lambda: np.zeros(1000))
    assert len(memory) == 1  # one thing is kept however large it is


def test_the_memory_goes_with_its_table():
    of = table()
    make_matrix(of, PIVOT)
    gone = weakref.ref(memory_of(of))
    assert len(memory_of(of)) > 2
    del of
    gc.collect()
    assert gone() is None


def test_a_pivot_that_nobody_waits_for_is_given_up_between_blocks_and_can_be_made_later():
    of = table(2_000_000)
    asked = 0

    def wanted() -> bool:
        nonlocal asked
        asked += 1
        return asked < 4

    with pytest.raises(Canceled, match="this was given up before it was done"), while_wanted(wanted):
        make_matrix(of, PIVOT)
    assert make_matrix(of, PIVOT).values.ravel().tolist() == [999_999, 1_000_000]


def test_every_kernel_is_compiled_before_the_first_user_waits():
    warm_up()
    kernels = place.add, place.add_by, place.reject, place.reject_by, place.settle, place.count
    before = [len(each.signatures) for each in kernels]
    assert min(before) >= 1
    make_matrix(table(), PIVOT)
    assert [len(each.signatures) for each in kernels] == before


def test_another_measure_reads_its_own_column_alone_unless_it_decides_which_members_are_the_largest(monkeypatch):
    def pivot(take, **condition):
        keep = [{"field": "a", **condition}]
        measure = {"take": take, "of": "v"}
        return load_recipe({"finch_recipe": 2, "pivot": {"rows": [{"field": "a"}], "keep": keep, "measure": measure}}).pivot

    of, made = table(), []
    place = grouping.Placement
    monkeypatch.setattr(grouping, "Placement", lambda *given: made.append(1) or place(*given))
    for take in ("sum", "average", "median", "max"):
        make_matrix(of, pivot(take, **{"in": ["x"]}))
    assert len(made) == 1
    assert make_matrix(of, pivot("sum", top=1)).rows == (("y",),)
    assert make_matrix(of, pivot("min", bottom=1)).rows == (("x",),)
    assert len(made) == 3
