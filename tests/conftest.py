"""Every test run keeps its data in a folder of its own."""

import atexit
import os
import shutil
import tempfile

from hypothesis import settings

os.environ["FINCH_DATA"] = tempfile.mkdtemp(prefix="finch-tests-")
atexit.register(shutil.rmtree, os.environ["FINCH_DATA"], ignore_errors=True)
# The first call of a compiled kernel may take a second, which says nothing about the example it came with.
settings.register_profile("finch", deadline=None)
settings.load_profile("finch")
