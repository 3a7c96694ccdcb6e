"""Processes of their own: kept warm, limited, replaced; whatever ends one is one sentence."""

import collections.abc
import io
import os
import resource
import signal
from dataclasses import fields, is_dataclass
from enum import EnumType
from pathlib import Path
from types import UnionType
from typing import Any, Literal, Union, get_args, get_origin, get_type_hints

import numpy as np
import pytest
import xlsxwriter

from mottled_finch.core.common.errors import IntakeError
from mottled_finch.core.common.recipe import ReadingSpec
from mottled_finch.core.tables.intake import look_at, read_file
from mottled_finch.work import child, worker
from mottled_finch.work.jobs import JOBS
from mottled_finch.work.parcels import receive, send
from mottled_finch.work.worker import Worker, WorkFailed

TEXT = "pier,when,n,ok\n" + "".join(
    f"ü{i % 5},{i % 28 + 1:02}/01/2025,{'x' if i == 7 else i / 4},{'yes' if i % 2 else 'no'}\n" for i in range(40)
)


@pytest.fixture
def files(tmp_path):
    def given(content: bytes | str, name: str = "a.csv") -> tuple[str, str, ReadingSpec]:
        path = tmp_path / "given"
        path.write_bytes(content if isinstance(content, bytes) else content.encode())
        return str(path), name, ReadingSpec()

    return given


@pytest.fixture
def reader():
    found = Worker(seconds=60)
    yield found
    found.end()


def test_what_is_read_there_is_what_would_be_read_here(reader, files):
    there, look = reader.do("read", *files(TEXT))
    here, look_here = read_file(io.BytesIO(TEXT.encode()), "a.csv")
    assert (look.found, look.parts, look.notes, look.choices) == (
        look_here.found,
        look_here.parts,
        look_here.notes,
        look_here.choices,
    )
    for one, other in zip(there.columns, here.columns, strict=True):
        assert (one.name, one.kind, one.notes, one.misfits.counted) == (other.name, other.kind, other.notes, other.misfits.counted)
        np.testing.assert_array_equal(one.data, other.data)
        if other.entries is not None:
            np.testing.assert_array_equal(one.entries, other.entries)
        if other.written is not None:
            assert one.written.texts == other.written.texts
    assert reader.do("look", *files(TEXT)).found == look_at(io.BytesIO(TEXT.encode()), "a.csv").found


def test_a_refusal_is_that_of_the_core(reader, files):
    with pytest.raises(IntakeError) as told:
        reader.do("read", *files(b"\x89PNG...", "a.png"))
    assert str(told.value).startswith("a.png: this is a PNG picture")


def test_it_is_kept_warm_and_replaced_when_it_ended(reader, files):
    reader.do("look", *files(TEXT))
    first = reader._process.pid
    reader.do("look", *files(TEXT))
    assert reader._process.pid == first
    os.kill(first, signal.SIGSEGV)
    reader._process.wait()
    reader.do("look", *files(TEXT))
    assert reader._process.pid != first


def test_one_that_ends_in_the_middle_is_one_sentence(reader, files):
    def ends(_records, _phase="", /):
        os.kill(reader._process.pid, signal.SIGSEGV)

    with pytest.raises(WorkFailed, match="it is damaged in a way that ends whoever works on it; give another one"):
        reader.do("read", *files(TEXT * 2000), told=ends)
    assert reader.do("look", *files(TEXT)).found.form == "delimited"


def test_one_that_takes_too_long_is_ended(files):
    slow = Worker(seconds=30)
    slow.do("look", *files(TEXT))
    slow.seconds = 0.3
    os.kill(slow._process.pid, signal.SIGSTOP)
    with pytest.raises(WorkFailed, match="it takes longer than the 0 minutes"):
        slow.do("look", *files(TEXT))
    slow.end()


def test_giving_up_ends_the_process_and_what_it_does(reader, files):
    class Enough(Exception):
        pass

    def told(_records, _phase="", /):
        raise Enough

    with pytest.raises(Enough):
        reader.do("read", *files(TEXT * 5000), told=told)
    assert reader._process is None


def test_memory_has_a_limit(files, monkeypatch):
    monkeypatch.setattr(worker, "memory_limit", lambda _part: 300 << 20)
    small = Worker(seconds=60)
    rows = "".join(f"{i},{'y' * 300}{i}\n" for i in range(2_500_000))
    with pytest.raises(WorkFailed, match="it takes more memory than"):
        small.do("read", *files("a,b\n" + rows))
    small.end()


def test_what_was_read_gives_its_memory_back(reader, files):
    """A process that still holds much after a job is replaced before the next."""
    reader.do("read", *files("a,b\n" + "".join(f"{i},x{i}\n" for i in range(400_000))))
    told = Path(f"/proc/{reader._process.pid}/statm").read_text() if reader._process.poll() is None else "0 0"
    pages = int(told.split()[1])
    assert pages * resource.getpagesize() < child.GROWN


def test_a_sheet_of_two_cells_far_apart_is_refused_before_room_is_made(reader, files):
    out = io.BytesIO()
    book = xlsxwriter.Workbook(out, {"in_memory": True})
    sheet = book.add_worksheet()
    sheet.write(0, 0, 1)
    sheet.write(1048575, 16383, 2)
    book.close()
    with pytest.raises(IntakeError) as told:
        reader.do("look", *files(out.getvalue(), "a.xlsx"))
    assert str(told.value) == (
        "a.xlsx: a sheet reaches to row 1,048,576 and column 16,384, more than the 30,000,000 cells that are read; delete what "
        "stands far off, or save it as CSV"
    )


def test_parcels_hold_nothing_but_data():
    out = io.BytesIO()
    send(out, ("a", 1.5, None, {"x": (1, 2)}, np.arange(3), np.array(["", "ü\ud800"], dtype=object), b"bytes", np.zeros(0)))
    out.seek(0)
    back = receive(out)
    assert back[:4] == ("a", 1.5, None, {"x": (1, 2)})
    assert back[4].tolist() == [0, 1, 2] and back[5].tolist() == ["", "ü\ud800"] and back[6] == b"bytes" and len(back[7]) == 0
    for forged in (b'{"class": "Popen", "held": {}}', b'{"array": "O", "length": 3}', b"[", b'{"array": "<f8", "length": 99}'):
        with pytest.raises((ValueError, KeyError, EOFError)):
            receive(io.BytesIO(len(forged).to_bytes(8, "little") + forged))


def example(kind):
    """A value of a type, with something in all that it may hold."""
    origin, parts = get_origin(kind), get_args(kind)
    if origin in (Union, UnionType):
        return example(next(part for part in parts if part is not type(None)))
    if origin is Literal:
        return parts[0]
    if origin is tuple:
        return (example(parts[0]),) if parts[-1:] == (...,) else tuple(map(example, parts))
    if origin in (dict, collections.abc.Mapping):
        return {"a": example(parts[1])}
    if origin is collections.abc.Sequence:
        return (example(parts[0]),)
    if origin is np.ndarray:
        return np.arange(3.0)
    if is_dataclass(kind):
        hints = get_type_hints(kind)
        return kind(**{each.name: example(hints[each.name]) for each in fields(kind) if each.init})
    if isinstance(kind, EnumType):
        return next(iter(kind))
    return {str: "ü", int: 3, float: 0.5, bool: True, bytes: b"\x00\xff", Any: "x"}[kind]


def same(one, other):
    if is_dataclass(one):
        return type(one) is type(other) and all(same(getattr(one, each.name), getattr(other, each.name)) for each in fields(one))
    if isinstance(one, np.ndarray):
        return one.dtype == other.dtype and one.tolist() == other.tolist()
    if isinstance(one, tuple):
        return len(one) == len(other) and all(map(same, one, other))
    return one == other


ANSWERS = {name: get_type_hints(job)["return"] for name, job in JOBS.items()}


@pytest.mark.parametrize("name", JOBS)
def test_each_class_of_answer_comes_through_the_pipe(name):
    assert ANSWERS[name] is not Any
    pipe = io.BytesIO()
    answer = example(ANSWERS[name])
    send(pipe, answer)
    pipe.seek(0)
    assert same(receive(pipe), answer)


def test_a_text_that_may_be_parted_by_another_mark_is_looked_at(reader, files):
    """The offer to part it otherwise goes through the pipe."""
    text = "day;amount;who\n" + "1.1.2025;3,5;Ann\n" * 11 + "1.1.2025;3,5;Ann;x\n"
    given = files(text)
    wanted = look_at(io.BytesIO(text.encode()), "a.csv").instead
    assert wanted is not None
    assert reader.do("look", *given).instead == reader.do("first_look", *given).instead == wanted
    reader.do("read", *given)


def test_a_process_learns_no_keys_of_whoever_started_the_program(reader, files, monkeypatch):
    monkeypatch.setenv("MY_SECRET", "s3cret")
    reader.do("look", *files(TEXT))
    surroundings = Path(f"/proc/{reader._process.pid}/environ").read_text()
    assert "s3cret" not in surroundings and "PATH=" in surroundings


def test_all_processes_together_take_no_more_than_half_of_the_memory():
    whole = os.sysconf("SC_PAGE_SIZE") * os.sysconf("SC_PHYS_PAGES")
    taken = sum(each.memory for each in (worker.LOOKS, worker.DRAWS, worker.READS))
    assert taken <= max(whole / 2, 3 * worker.LEAST_BYTES)
