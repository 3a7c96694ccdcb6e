"""The wheel carries the built interface and the console script."""

import os
import subprocess
import sys
import zipfile
from pathlib import Path

import pytest


@pytest.fixture(scope="module")
def wheel(tmp_path_factory) -> Path:
    root, folder = Path(__file__).parents[1], tmp_path_factory.mktemp("wheel")
    command = [sys.executable, "-m", "pip", "wheel", "--quiet", "--no-deps", "--no-build-isolation", "--wheel-dir", folder, root]
    subprocess.run(command, check=True)
    (found,) = folder.glob("mottled_finch-*.whl")
    return found


def test_in_an_empty_environment_it_makes_a_figure(wheel, tmp_path):
    """Whatever it needs, it names."""
    subprocess.run([sys.executable, "-m", "venv", tmp_path / "empty"], check=True)
    python = tmp_path / "empty" / "bin" / "python"
    # what is compiled is what is loaded, and no more
    install = [python, "-m", "pip", "install", "--quiet", "--disable-pip-version-check", "--no-compile", wheel]
    subprocess.run(install, check=True)
    (tmp_path / "log.csv").write_text("pier,n\nEast,1\nWest,2\n")
    (tmp_path / "recipe.json").write_text('{"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}]}}')
    environment = {name: value for name, value in os.environ.items() if name not in ("PYTHONPATH", "DJANGO_SETTINGS_MODULE")}
    for ending in ("png", "pdf", "pptx", "docx", "xlsx", "html", "json"):
        made = tmp_path / f"late.{ending}"
        command = [python.parent / "finch", "render", "log.csv", "recipe.json", "--out", made]
        subprocess.run(command, check=True, cwd=tmp_path, env=environment)
        assert made.stat().st_size > 100
    loads = "import mottled_finch.server.run as run, pathlib; run.prepare(pathlib.Path('data')); import mottled_finch.server.urls"
    subprocess.run([python, "-c", loads], check=True, cwd=tmp_path, env=environment)


def test_the_wheel_holds_the_interface_the_fonts_and_the_script(wheel):
    with zipfile.ZipFile(wheel) as archive:
        names = archive.namelist()
        assert "mottled_finch/server/web/index.html" in names
        assert "mottled_finch/core/figures/fonts/MottledSans-Regular.ttf" in names
        assert any(name.endswith("fonts/LICENSE") for name in names)
        script = next(name for name in names if name.endswith("entry_points.txt"))
        assert "finch = mottled_finch.shell.cli:console" in archive.read(script).decode()
        assert not [name for name in names if name.startswith(("tests", "web", "bench"))]
