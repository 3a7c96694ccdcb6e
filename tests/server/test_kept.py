"""Results kept in memory while they are wanted."""

import threading

import pytest

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
