"""Where made files go: whole or not at all, under a name that none has there, and none put twice."""

import os
import time

import pytest

from mottled_finch.core.plans.putting import put_all


@pytest.fixture
def made(tmp_path):
    """Files as they were made, by what they hold, each to go under a name."""

    def make(**files):
        found = []
        for i, (name, words) in enumerate(files.items()):
            scratch = tmp_path / f"scratch {i}"
            scratch.write_text(words)
            found.append((scratch, tmp_path / "out" / f"{name}.html"))
        return found

    return make


def held(folder):
    return {each.name: each.read_text() for each in sorted((folder / "out").iterdir()) if each.is_file()}


def test_none_is_written_over_and_the_same_is_not_put_twice(made, tmp_path):
    assert [each.name for each in put_all(made(a="one", b="two"))] == ["a.html", "b.html"]
    assert [each.name for each in put_all(made(a="other"))] == ["a 2.html"]
    for words, name in (("one", "a.html"), ("other", "a 2.html"), ("third", "a 3.html")):
        assert [each.name for each in put_all(made(a=words))] == [name]
    assert held(tmp_path) == {"a.html": "one", "a 2.html": "other", "a 3.html": "third", "b.html": "two"}


def test_what_was_edited_since_it_was_put_stays_and_the_next_has_a_number(made, tmp_path):
    put_all(made(a="one"))
    (tmp_path / "out" / "a.html").write_text("one, by hand")
    assert [each.name for each in put_all(made(a="one"))] == ["a 2.html"]
    assert held(tmp_path) == {"a.html": "one, by hand", "a 2.html": "one"}


def test_a_folder_of_the_name_is_no_file_that_is_there(made, tmp_path):
    (tmp_path / "out" / "a.html").mkdir(parents=True)
    assert [each.name for each in put_all(made(a="one"))] == ["a 2.html"]


def test_where_one_cannot_be_copied_none_is_put_and_nothing_is_left(made, tmp_path):
    whole = made(a="one", b="two")
    whole[1][0].unlink()
    with pytest.raises(FileNotFoundError):
        put_all(whole)
    assert held(tmp_path) == {}


def test_what_a_killed_run_left_half_long_ago_is_swept_and_that_of_one_that_runs_is_not(made, tmp_path):
    (tmp_path / "out").mkdir()
    old, new = (tmp_path / "out" / f".{i}-7.finch-part" for i in (0, 1))
    for each in (old, new):
        each.write_text("half")
    os.utime(old, (time.time() - 9_000,) * 2)
    put_all(made(a="one"))
    assert sorted(held(tmp_path)) == [new.name, "a.html"]
