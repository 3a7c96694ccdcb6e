"""Small tables for the tests of the core."""

import io
import os
import random
from collections.abc import Callable, Iterable
from typing import Any, TypeVar

import pytest

from mottled_finch.core.common.recipe import ReadingSpec, load_recipe
from mottled_finch.core.figures.figure.figure import Figure, make_figure
from mottled_finch.core.tables.intake import Look, read_file
from mottled_finch.core.tables.table import Table

T = TypeVar("T")


def drawn(cases: Iterable[T], number: int) -> list[T]:
    """So many of the cases, others each day; FINCH_DAY=2026-12-02 draws those of that day again."""
    pool = list(cases)
    chosen = set(random.Random(os.environ["FINCH_DAY"]).sample(range(len(pool)), min(number, len(pool))))
    return [case for place, case in enumerate(pool) if place in chosen]


def read(text: str | bytes, name: str = "a.csv", **asked: Any) -> Table:
    return read_file(io.BytesIO(text.encode() if isinstance(text, str) else text), name, ReadingSpec(**asked))[0]


def read_with_look(text: str | bytes, name: str = "a.csv", **asked: Any) -> tuple[Table, Look]:
    return read_file(io.BytesIO(text.encode() if isinstance(text, str) else text), name, ReadingSpec(**asked))


def figure_of(text: str, **parts: object) -> Figure:
    return make_figure(read(text), load_recipe({"finch_recipe": 2, **parts}))


@pytest.fixture
def trips() -> str:
    """Nine trips whose every total can be worked out by hand. The East pier has a trip without minutes, the West a blank."""
    return (
        "pier,departed,minutes,line\n"
        "East,2025-01-03 08:10,4,Inner\n"
        "East,2025-01-09 17:40,8,Outer\n"
        "East,2025-02-11 08:05,,Inner\n"
        "North,2025-01-20 23:59,10,Inner\n"
        "North,2025-02-28 00:00,20,Outer\n"
        "North,2025-02-28 12:30,30,Outer\n"
        "West,2025-02-01,1,Outer\n"
        ",2025-01-01,100,Inner\n"
        "West,NA,7,Outer\n"
    )


@pytest.fixture
def make() -> Callable[..., Figure]:
    return figure_of
