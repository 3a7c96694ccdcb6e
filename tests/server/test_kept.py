"""Results kept in memory while they are wanted."""

import threading

import pytest

from mottled_finch.server import memory
from mottled_finch.server.tables.kept import Kept


def test_the_least_recently_used_goes_first_and_never_the_last():
    made = []
    kept = Kept(lambda results: sum(results) > 10)

    def ask(key: str, size: int) -> int:
        return kept.get(key, lambda: made.append(key) or size)

    assert [ask("a", 4), ask("b", 4), ask("a", 4), ask("c", 4)] == [4, 4, 4, 4]
    assert made == ["a", "b", "c"]  # b has gone
    assert (ask("a", 4), ask("b", 4), made[-1]) == (4, 4, "b")
    assert (ask("large", 99), ask("large", 99), made.count("large")) == (99, 99, 1)
    kept.forget("large")
    ask("large", 99)
    assert made.count("large") == 2


def test_what_many_want_at_once_is_made_once():
    begun, go = threading.Event(), threading.Event()
    made = []
    kept = Kept(lambda results: False)

    def make() -> str:
        begun.set()
        assert go.wait(10)
        made.append("x")
        return "x"

    found = []
    threads = [threading.Thread(target=lambda: found.append(kept.get("key", make))) for _ in range(5)]
    for thread in threads:
        thread.start()
    assert begun.wait(10)
    go.set()
    for thread in threads:
        thread.join(10)
    assert (found, made) == (["x"] * 5, ["x"])


def test_a_making_that_fails_is_tried_again():
    kept = Kept(lambda results: False)
    answers = iter([ValueError("no"), "yes"])

    def make():
        answer = next(answers)
        if isinstance(answer, Exception):
            raise answer
        return answer

    with pytest.raises(ValueError, match="no"):
        kept.get("key", make)
    assert kept.get("key", make) == "yes"


def test_what_is_let_go_is_the_half_that_was_longest_not_asked_for():
    kept: Kept[int, int] = Kept(lambda results: False)
    for i in range(5):
        kept.get(i, lambda: 0)
    kept.get(0, lambda: pytest.fail("it is kept"))
    assert kept.shed() and list(kept._results) == [3, 4, 0]
    assert kept.shed() and list(kept._results) == [4, 0]
    assert kept.shed() and not kept.shed(), "the last one stays"
    assert list(kept._results) == [0]


@pytest.mark.parametrize(("takes", "left"), [([5], 8), ([50, 5], 4), ([50, 50, 5], 2), ([50] * 9, 1)])
def test_all_that_is_kept_is_bound_together_by_what_the_process_takes(monkeypatch, takes, left):
    kept: Kept[int, int] = Kept(lambda results: False)
    for i in range(8):
        kept.get(i, lambda: 0)
    monkeypatch.setattr(memory, "KEPT", {kept})
    answers = iter(takes)
    monkeypatch.setattr(memory, "taken", lambda: next(answers))
    memory.settle(10)
    assert len(kept._results) == left


def test_what_was_freed_is_given_back():
    """Small pieces that threads freed stay with the C library until it is asked for them."""
    before = memory.taken()
    pieces = [bytes(2_000) for _ in range(60_000)]
    keeps = pieces[::500]
    most = memory.taken()
    assert most > before + 80_000_000
    del pieces
    memory.settle(1 << 40)
    assert memory.taken() < most - 60_000_000 and len(keeps) == 120


@pytest.mark.parametrize(("pages", "bytes_"), [(1_000, 3 << 29), (10_000_000, 8_192_000_000)])
def test_the_process_may_take_a_fifth_of_the_machine_and_never_less_than_it_needs(monkeypatch, pages, bytes_):
    monkeypatch.setattr(memory.os, "sysconf", {"SC_PAGE_SIZE": 4096, "SC_PHYS_PAGES": pages}.__getitem__)
    assert memory.limit() == bytes_


def test_memory_is_looked_at_again_after_what_went_wrong(monkeypatch, caplog):
    waited, looked = [], []

    def sleep(seconds: float) -> None:
        waited.append(seconds)
        if len(waited) == 4:
            raise KeyboardInterrupt

    def settle(most: int) -> None:
        looked.append(most)
        if len(looked) == 1:
            raise MemoryError("none")

    monkeypatch.setattr(memory.time, "sleep", sleep)
    monkeypatch.setattr(memory, "settle", settle)
    monkeypatch.setattr(memory, "limit", lambda: 7)
    with pytest.raises(KeyboardInterrupt):
        memory._work()
    assert waited == [15.0] * 4 and looked == [7, 7, 7]
    assert [each.message for each in caplog.records] == ["memory cannot be given back"]


def test_where_the_system_does_not_say_nothing_is_taken(monkeypatch):
    def none(_path) -> str:
        raise FileNotFoundError

    monkeypatch.setattr(memory.Path, "read_text", none)
    assert memory.taken() == 0
