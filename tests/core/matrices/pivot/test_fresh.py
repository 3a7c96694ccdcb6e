"""What a fresh process loads before its first pivot: each thing more is felt at every command."""

import json
import subprocess
import sys

import pytest

ASKED = """
import gc, json, sys
from mottled_finch.core.matrices.pivot import make_matrix
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.tables.table import Column, Kind, Table
from numba.core.typing.typeof import typeof_impl
import numpy as np
types = len(typeof_impl.registry)
entries = np.array(["", "a", "b"], dtype=object)
table = Table((Column(name="f", kind=Kind.CATEGORY, data=np.array([1, 2, 2], dtype=np.uint8), entries=entries),))
matrix = make_matrix(table, load_recipe({"finch_recipe": 2, "pivot": {"rows": [{"field": "f"}]}}).pivot)
more = len(typeof_impl.registry) - types
print(json.dumps([matrix.values.ravel().tolist(), gc.isenabled(), sorted(sys.modules), more]))
"""


@pytest.fixture(scope="module")
def fresh() -> list:
    done = subprocess.run([sys.executable, "-c", ASKED], capture_output=True, text=True, check=True)
    return json.loads(done.stdout)


def test_it_pivots_and_collects_garbage_as_before(fresh):
    values, collects, *_ = fresh
    assert values == [1, 2]
    assert collects


@pytest.mark.parametrize("name", ["pyarrow", "scipy.linalg", "django", "PIL", "lxml"])
def test_it_has_not_loaded_what_it_does_not_need(fresh, name):
    assert name not in fresh[2]


def test_the_first_call_of_a_kernel_changes_nothing_that_calls_of_other_threads_read(fresh):
    """A server's first figures are made by several threads at once: while one loads, others look up types."""
    assert fresh[3] == 0
