"""Where made files go: whole or not at all, under a name that none has there, and none put twice."""

import errno
import fcntl
import os
import time
from functools import partial

import pytest

from mottled_finch.app.plans import places
from mottled_finch.app.plans.outputs import put_all
from mottled_finch.app.plans.places import Places


@pytest.fixture
def made(tmp_path):
    """Files as they were made, by what they hold, each to go under a name."""

    def make(**files):
        found = []
        for i, (name, words) in enumerate(files.items()):
            scratch = tmp_path / f"scratch {i}"
            scratch.write_text(words)
            found.append((scratch, f"{name}.html"))
        return found

    return make


@pytest.fixture
def put(tmp_path):
    def to_the_folder(files):
        with Places(tmp_path).folder("out", "put.folder", make=True) as folder:
            return put_all(files, folder)

    return to_the_folder


def held(folder):
    return {each.name: each.read_text() for each in sorted((folder / "out").iterdir()) if each.is_file()}


def test_none_is_written_over_and_the_same_is_not_put_twice(made, put, tmp_path):
    assert [each.name for each in put(made(a="one", b="two"))] == ["a.html", "b.html"]
    assert [each.name for each in put(made(a="other"))] == ["a 2.html"]
    for words, name in (("one", "a.html"), ("other", "a 2.html"), ("third", "a 3.html")):
        assert [each.name for each in put(made(a=words))] == [name]
    assert held(tmp_path) == {"a.html": "one", "a 2.html": "other", "a 3.html": "third", "b.html": "two"}


def test_what_was_edited_since_it_was_put_stays_and_the_next_has_a_number(made, put, tmp_path):
    put(made(a="one"))
    (tmp_path / "out" / "a.html").write_text("one, by hand")
    assert [each.name for each in put(made(a="one"))] == ["a 2.html"]
    assert held(tmp_path) == {"a.html": "one, by hand", "a 2.html": "one"}


def test_a_folder_of_the_name_is_no_file_that_is_there(made, put, tmp_path):
    (tmp_path / "out" / "a.html").mkdir(parents=True)
    assert [each.name for each in put(made(a="one"))] == ["a 2.html"]


def test_where_one_cannot_be_copied_none_is_put_and_nothing_is_left(made, put, tmp_path):
    whole = made(a="one", b="two")
    whole[1][0].unlink()
    with pytest.raises(FileNotFoundError):
        put(whole)
    assert held(tmp_path) == {}


def test_what_a_killed_run_left_half_is_swept_and_that_of_one_that_runs_is_not(made, put, tmp_path):
    (tmp_path / "out").mkdir()
    left, used = (tmp_path / "out" / f".{i}-7.finch-part" for i in (0, 1))
    for each in (left, used):
        each.write_text("half")
    with used.open() as file:
        fcntl.flock(file, fcntl.LOCK_EX)
        put(made(a="one"))
    assert sorted(held(tmp_path)) == [used.name, "a.html"]


def test_where_files_cannot_be_locked_what_was_left_half_is_swept_after_an_hour(made, put, tmp_path, monkeypatch):
    (tmp_path / "out").mkdir()
    old, new = (tmp_path / "out" / f".{i}-7.finch-part" for i in (0, 1))
    for each in (old, new):
        each.write_text("half")
    os.utime(old, (time.time() - 9_000,) * 2)

    def no_locks(*_):
        raise OSError(errno.ENOLCK, "No locks available")

    monkeypatch.setattr(fcntl, "flock", no_locks)
    put(made(a="one"))
    assert sorted(held(tmp_path)) == [new.name, "a.html"]


def test_what_somebody_else_left_half_holds_no_run_up(made, put, tmp_path, monkeypatch):
    """In a folder of several people a part may be nobody's to open, or to remove."""
    (tmp_path / "out").mkdir()
    theirs, old = (tmp_path / "out" / f".{i}-7.finch-part" for i in (0, 1))
    for each in (theirs, old):
        each.write_text("half")
    os.utime(old, (time.time() - 9_000,) * 2)

    def denied(real, path, *more, **given):
        if path in (theirs.name, old.name):
            raise PermissionError(errno.EACCES, "Permission denied", path)
        return real(path, *more, **given)

    for name in ("open", "unlink"):
        monkeypatch.setattr(places.os, name, partial(denied, getattr(os, name)))
    put(made(a="one"))
    assert sorted(held(tmp_path)) == [theirs.name, old.name, "a.html"]


def test_a_part_that_another_run_swept_before_it_was_locked_is_made_anew(made, put, tmp_path, monkeypatch):
    real, swept = fcntl.flock, []

    def late(file, how):
        if not swept:
            (part,) = (tmp_path / "out").iterdir()
            part.unlink()
            swept.append(part)
        real(file, how)

    monkeypatch.setattr(fcntl, "flock", late)
    put(made(a="one"))
    assert swept and held(tmp_path) == {"a.html": "one"}
