"""What a plate's figure depends on, as one short text."""

import hashlib
from functools import cache
from pathlib import Path

import mottled_finch

from ..tables.library import names_in, standing_of
from .models import Plate


def revision_of(plate: Plate) -> str:
    """What changes whenever a plate's figure may: with the recipe, the edition that stands, the mends of its table, and those of
    tables that it brings columns from.
    """
    table = plate.table
    own = f"{plate.pk}-{plate.standing().pk}-{table.current_id}-{table.tag()}"
    mends = table.mends()
    return f"{own}-{standing_of(table.edition(), mends).key}" if any(names_in(mends)) else own


def key_of(plate: Plate) -> str:
    """The same of its small picture, which depends on how this version of Mottled Finch draws, too."""
    return hashlib.blake2b(f"{revision_of(plate)} {_program()}".encode(), digest_size=9).hexdigest()


@cache
def _program() -> str:
    """What changes with the program."""
    home = Path(mottled_finch.__file__).parent
    files = sorted(path for path in (home / "core").rglob("*") if path.suffix != ".pyc" and path.is_file())
    states = [f"{path.relative_to(home)} {path.stat().st_size} {path.stat().st_mtime_ns}" for path in files]
    return hashlib.blake2b("\n".join(states).encode(), digest_size=9).hexdigest()
