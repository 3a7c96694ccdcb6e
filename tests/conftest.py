"""Every test run keeps its data in a folder of its own."""

import os
import tempfile

os.environ["FINCH_DATA"] = tempfile.mkdtemp(prefix="finch-tests-")
