"""The wheel carries the built interface and the console script."""

import subprocess
import sys
import zipfile
from pathlib import Path


def test_the_wheel_holds_the_interface_the_fonts_and_the_script(tmp_path):
    root = Path(__file__).parents[1]
    command = [sys.executable, "-m", "pip", "wheel", "--quiet", "--no-deps", "--no-build-isolation", "--wheel-dir", tmp_path, root]
    subprocess.run(command, check=True)
    (wheel,) = tmp_path.glob("mottled_finch-*.whl")
    with zipfile.ZipFile(wheel) as archive:
        names = archive.namelist()
        assert "mottled_finch/server/web/index.html" in names
        assert "mottled_finch/core/fonts/MottledSans-Regular.ttf" in names
        assert any(name.endswith("fonts/LICENSE") for name in names)
        script = next(name for name in names if name.endswith("entry_points.txt"))
        assert "finch = mottled_finch.cli:console" in archive.read(script).decode()
        assert not [name for name in names if name.startswith(("tests", "web", "bench"))]
