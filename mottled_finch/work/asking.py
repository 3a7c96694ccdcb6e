"""What processes of their own are asked of files that others wrote, with what comes back as the core has it.

All raise what the core refuses, also where such a file ends its process.
"""

import json
from collections.abc import Sequence
from pathlib import Path
from typing import Any

from mottled_finch.core.common.errors import DrawError, IntakeError
from mottled_finch.core.common.recipe import ReadingSpec
from mottled_finch.core.common.recipe.table_spec import reading_of
from mottled_finch.core.outputs.draw import Order
from mottled_finch.core.outputs.draw.house.template import Told, from_json
from mottled_finch.core.outputs.draw.making.source import Source, source_from
from mottled_finch.core.outputs.folio.source import FolioSource, folio_source_from
from mottled_finch.core.outputs.refreshing.found import Piece
from mottled_finch.core.outputs.refreshing.returning import Returned
from mottled_finch.core.tables.table import Table

from .worker import DRAWS, LOOKS, READS, WorkFailed


def table_in(file: Path, reading: ReadingSpec) -> Table:
    """A file as a table. Raises OSError for one that is not there."""
    with file.open("rb"):
        pass  # whether it can be opened is told of as of any file
    try:
        table: Table = READS.do("read", str(file.resolve()), file.name, reading_of(reading))[0]
    except WorkFailed as error:
        raise IntakeError(f"the file cannot be read: {error}", path=file.name) from error
    return table


def source_in(content: bytes) -> Source | FolioSource:
    """What a file carries, of a figure or of a folio."""
    told = json.loads(_looked("source", content))
    return source_from(told["figure"]) if "figure" in told else folio_source_from(told["folio"])


def returned(content: bytes) -> Returned:
    """A deck, document or workbook that came back."""
    figures, told = _looked("returned", content)
    plain = json.loads(told)
    return Returned(
        ending=plain["ending"],
        figures=tuple(figures),
        plates={name: source_from(each) for name, each in plain["plates"].items()},
        folio=folio_source_from(plain["folio"]) if plain["folio"] else None,
    )


def room_for(content: bytes, piece: Piece) -> tuple[str, ...]:
    """What is put in beside a figure, in words."""
    return tuple(_looked("room", content, piece))


def refreshed(content: bytes, pieces: Sequence[Piece], source: str) -> bytes:
    """The file with figures remade, carrying another source."""
    return bytes(_looked("refreshed", content, tuple(pieces), source))


def template_in(content: bytes) -> tuple[Told, bytes]:
    """What a template of the house says of itself, and what is kept of it."""
    said, kept = _looked("template", content)
    told = from_json(json.loads(said))
    assert told is not None
    return told, kept


def rendered(order: Order) -> bytes:
    """A picture, drawn beside all else."""
    try:
        return bytes(DRAWS.do("render", order))
    except WorkFailed as error:
        raise DrawError(f"the {order.form.upper()} cannot be made: {error}") from error


def _looked(job: str, *given: Any) -> Any:
    try:
        return LOOKS.do(job, *given)
    except WorkFailed as error:
        raise DrawError(f"the file cannot be worked on: {error}", path="file") from error
