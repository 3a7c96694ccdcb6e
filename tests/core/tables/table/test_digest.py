"""Digests by which values and records are told apart."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.tables.table import mixed, number_bits, value_digests

from ...conftest import read


def test_the_mixer_is_the_published_one():
    """The first three outputs of splitmix64 from the seed 1234567, as its authors' reference code gives them."""
    gamma = 0x9E3779B97F4A7C15
    states = np.array([(1234567 + gamma * i) % 2**64 for i in range(3)], dtype=np.uint64)
    assert mixed(states).tolist() == [6457827717110365317, 3203168211198807973, 9817491932198370423]


@settings(max_examples=60)
@given(st.lists(st.sampled_from([0.0, -0.0, 1.5, float("nan"), -1.5, 1e300]), max_size=20))
def test_equal_numbers_have_equal_bits_and_only_those(numbers):
    bits = number_bits(np.array(numbers))
    for i, one in enumerate(numbers):
        for j, other in enumerate(numbers):
            alike = one == other or (np.isnan(one) and np.isnan(other))
            assert (bits[i] == bits[j]) == alike


@pytest.mark.parametrize("name", ["n", "d", "w"])
def test_a_value_has_one_digest_in_every_table(name):
    lines = "".join(f"{i},2025-01-{i + 1:02},w{i}\n" for i in range(20))
    one = read(f"n,d,w\n{lines}n/k,soon,x\n,,\n")
    other = read(f"n,d,w\n,,\nn/k,soon,x\n{''.join(reversed(lines.splitlines(keepends=True)))}")
    mine, theirs = (value_digests(table.column(name, "")).tolist() for table in (one, other))
    assert mine[:20] == theirs[:1:-1]
    assert (mine[20], mine[21]) == (theirs[1], theirs[0])
    assert len(set(mine)) == 22
