"""Folders that plans may take from and put into: those within what whoever starts the program allows, the home folder else."""

from pathlib import Path

from django.conf import settings

from mottled_finch.app.plans.places import Places, allowed_folders


def places() -> Places:
    """``FINCH_FOLDERS``, parted as paths of programs are, else the home folder; and that of the library, from where names count."""
    return Places(settings.DATA, allowed_folders() or [Path.home()])
