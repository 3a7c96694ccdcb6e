"""Memory that is lent out again once nobody looks at it, and never before."""

import numpy as np

from mottled_finch.core.pivot.kernels import buffers
from mottled_finch.core.pivot.kernels.buffers import Buffers

LARGE = 1 << 20


def address(array: np.ndarray) -> int:
    return array.__array_interface__["data"][0]


def test_a_block_is_lent_again_only_when_no_view_of_it_is_left():
    lending = Buffers()
    first = lending.empty(LARGE, np.uint16)
    where = address(first)
    part = first[5:50].reshape(9, 5).T
    del first
    assert address(lending.empty(LARGE, np.uint16)) != where  # the part still looks at it
    del part
    again = lending.empty(LARGE, np.float32)  # twice the size does not fit
    assert address(again) != where
    assert address(lending.empty(LARGE, np.uint16)) == where


def test_what_nobody_uses_is_given_back_beyond_a_limit(monkeypatch):
    monkeypatch.setattr(buffers, "MOST", 5 * LARGE)
    lending = Buffers()
    arrays = [lending.empty(2 * LARGE, np.uint8) for _ in range(6)]
    arrays.clear()
    lending.empty(LARGE, np.float64)
    assert sum(block.nbytes for block in lending._blocks) <= 5 * LARGE + 8 * LARGE


def test_small_arrays_are_just_made():
    lending = Buffers()
    assert lending.empty(10, np.int64).shape == (10,)
    assert lending._blocks == []


def test_what_is_let_go_of_is_not_held_on_to():
    lending = Buffers()
    kept = lending.empty(LARGE, np.float64)
    kept[:] = 7
    lending.clear()
    assert lending._blocks == []
    assert (kept == 7).all()
