"""Memory that is lent out again once nobody looks at it, and never before."""

import gc
from threading import Thread

import numpy as np

from mottled_finch.core.tables.kernels import buffers
from mottled_finch.core.tables.kernels.buffers import Buffers

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


def test_what_looks_at_a_block_in_any_way_keeps_it():
    """Views of views, of other kinds, and by the buffer protocol; no reference is counted for it."""
    for look in (
        lambda array: array[::2][3:],
        lambda array: array.view(np.uint8)[:-8].view(np.int32),
        memoryview,
        lambda array: np.lib.stride_tricks.sliding_window_view(array, 4)[7],
        lambda array: iter(array[:3]),
        lambda array: np.asarray(memoryview(array)[8:]),
    ):
        lending = Buffers()
        array = lending.empty(LARGE, np.uint32)
        where, held = address(array), look(array)
        del array
        gc.collect()
        assert lending.free_bytes == 0
        assert address(lending.empty(LARGE, np.uint32)) != where
        del held
        gc.collect()
        assert lending.free_bytes > 0


def test_blocks_come_back_from_many_threads_at_once():
    lending, wrong = Buffers(), []

    def use(mark: int) -> None:
        for _ in range(200):
            array = lending.empty(LARGE, np.uint8)
            array[:: LARGE // 64] = mark
            if (array[:: LARGE // 64] != mark).any():
                wrong.append(mark)

    threads = [Thread(target=use, args=(mark,)) for mark in range(8)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert not wrong


def test_what_nobody_uses_is_given_back_beyond_a_limit(monkeypatch):
    monkeypatch.setattr(buffers, "MOST", 5 * LARGE)
    lending = Buffers()
    arrays = [lending.empty(2 * LARGE, np.uint8) for _ in range(6)]
    arrays.clear()
    assert lending.free_bytes <= 5 * LARGE


def test_small_arrays_are_just_made():
    lending = Buffers()
    assert lending.empty(10, np.int64).shape == (10,)
    assert lending.free_bytes == 0


def test_what_is_let_go_of_is_not_held_on_to():
    lending = Buffers()
    kept = lending.empty(LARGE, np.float64)
    kept[:] = 7
    lending.clear()
    assert lending.free_bytes == 0
    assert (kept == 7).all()
