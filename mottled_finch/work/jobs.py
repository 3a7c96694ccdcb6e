"""What processes of their own do, by name. ``JOBS`` is the table that a new one is entered in."""

import json
from collections.abc import Callable
from dataclasses import asdict
from pathlib import Path
from typing import Any

from mottled_finch.core.common.recipe import ReadingSpec
from mottled_finch.core.outputs.draw import template_of
from mottled_finch.core.outputs.draw.house.template import to_json
from mottled_finch.core.outputs.draw.making.source import source_in
from mottled_finch.core.outputs.draw.render import Order, rendered
from mottled_finch.core.outputs.folio.source import folio_source_in
from mottled_finch.core.outputs.refreshing import returning
from mottled_finch.core.outputs.refreshing.found import Found, Piece
from mottled_finch.core.outputs.refreshing.returning import opened
from mottled_finch.core.tables import intake
from mottled_finch.core.tables.intake import Look, Told, look_at, read_file
from mottled_finch.core.tables.table import Table


def look(_told: Told, path: str, name: str, asked: ReadingSpec) -> Look:
    """How a file would be read."""
    with Path(path).open("rb") as source:
        return look_at(source, name, asked)


def first_look(_told: Told, path: str, name: str, asked: ReadingSpec) -> Look:
    """The same, also of one that cannot be read so."""
    with Path(path).open("rb") as source:
        return intake.first_look(source, name, asked)


def read(told: Told, path: str, name: str, asked: ReadingSpec) -> tuple[Table, Look]:
    """A file as a table, and how it was read."""
    with Path(path).open("rb") as source:
        return read_file(source, name, asked, told)


def render(_told: Told, order: Order) -> bytes:
    """A picture or page of a figure."""
    return rendered(order)


def source(_told: Told, content: bytes) -> str:
    """The source that a file carries, of a figure or of a folio, as JSON: what goes between processes knows no lists."""
    folio = folio_source_in(content)
    return json.dumps({"folio": asdict(folio)} if folio else {"figure": asdict(source_in(content))})


def returned(_told: Told, content: bytes) -> tuple[tuple[Found, ...], str]:
    """The figures in a file that came back, and the sources that it carries, as JSON."""
    found = opened(content)
    plates = {name: asdict(each) for name, each in found.plates.items()}
    folio = asdict(found.folio) if found.folio else None
    return found.figures, json.dumps({"ending": found.ending, "plates": plates, "folio": folio})


def room(_told: Told, content: bytes, piece: Piece) -> tuple[str, ...]:
    """What is put in beside a figure, in words."""
    return returning.room_for(content, piece)


def refreshed(_told: Told, content: bytes, pieces: tuple[Piece, ...], source: str) -> bytes:
    """The same file with figures remade, carrying another source."""
    return returning.refreshed(content, pieces, source)


def template(_told: Told, content: bytes) -> tuple[str, bytes]:
    """What a template of the house says of itself, as JSON, and what is kept of it."""
    told, kept = template_of(content)
    return json.dumps(to_json(told)), kept


JOBS: dict[str, Callable[..., Any]] = {
    "look": look,
    "first_look": first_look,
    "read": read,
    "render": render,
    "source": source,
    "template": template,
    "returned": returned,
    "refreshed": refreshed,
    "room": room,
}
"""Each is given ``told``, which hears how far it is, and then what it was asked with."""
