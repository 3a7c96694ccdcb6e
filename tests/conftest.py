"""Every test run keeps its data in a folder of its own."""

import atexit
import os
import shutil
import tempfile
from datetime import date
from pathlib import Path

import pytest
from django.conf import settings as server_settings
from hypothesis import settings

FOLDER = tempfile.mkdtemp(prefix="finch-tests-")
atexit.register(shutil.rmtree, FOLDER, ignore_errors=True)
os.environ["FINCH_DATA"] = FOLDER  # for processes that are started
os.environ.setdefault("FINCH_DAY", date.today().isoformat())  # once for all processes of a run, also over midnight
server_settings.DATA = Path(FOLDER)  # pytest has read the settings before this file
# The first call of a compiled kernel may take a second, which says nothing about the example it came with.
settings.register_profile("finch", deadline=None)
settings.load_profile("finch")


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """What takes longest a file begins first, so that no processor is left with it alone at the end."""
    items.sort(key=lambda item: "tests/browser" not in str(item.path))
