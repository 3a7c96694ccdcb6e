"""Folders that plans may take from and put into: those within what whoever starts the program allows, the home folder else."""

import os
from pathlib import Path

from django.conf import settings

from mottled_finch.core.errors import RecipeError


def allowed() -> list[Path]:
    """``FINCH_FOLDERS``, parted as paths of programs are, else the home folder; and that of the library."""
    named = [Path(each).expanduser() for each in os.environ.get("FINCH_FOLDERS", "").split(os.pathsep) if each]
    return [each.resolve() for each in (*(named or [Path.home()]), settings.DATA)]


def folder_of(text: str, path: str) -> Path:
    """A folder by its path, or by that from the library's own folder. Raises RecipeError for one that may not be used."""
    roots = allowed()
    found = (settings.DATA / Path(text).expanduser()).resolve()
    if not any(found.is_relative_to(root) for root in roots):
        within = " or ".join(map(str, roots))
        raise RecipeError(f"{found} lies outside of what may be used; choose a folder in {within}", path=path, received=text)
    return found
