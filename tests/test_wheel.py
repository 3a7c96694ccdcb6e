"""The wheel carries the built interface and the console script."""

import os
import subprocess
import sys
import zipfile
from email import message_from_bytes
from importlib.metadata import Distribution, distribution
from pathlib import Path

import pytest
from packaging.requirements import Requirement


@pytest.fixture(scope="module")
def wheel(tmp_path_factory) -> Path:
    root, folder = Path(__file__).parents[1], tmp_path_factory.mktemp("wheel")
    command = [sys.executable, "-m", "pip", "wheel", "--quiet", "--no-deps", "--no-build-isolation", "--wheel-dir", folder, root]
    subprocess.run(command, check=True)
    (found,) = folder.glob("mottled_finch-*.whl")
    return found


def needed(name: str, extras: frozenset[str] = frozenset()) -> dict[str, Distribution]:
    """A distribution and all that it says it needs, at versions that it allows."""
    found = {name: distribution(name)}
    for each in map(Requirement, found[name].requires or []):
        if not each.marker or any(each.marker.evaluate({"extra": extra}) for extra in ("", *extras)):
            assert each.specifier.contains(distribution(each.name).version, prereleases=True), each
            found |= needed(each.name, frozenset(each.extras))
    return found


def put_in(site: Path, wheel: Path) -> None:
    """What the wheel says it needs, as links to what is installed here: all else is not there."""
    with zipfile.ZipFile(wheel) as archive:
        (name,) = (name for name in archive.namelist() if name.endswith(".dist-info/METADATA"))
        told = message_from_bytes(archive.read(name)).get_all("Requires-Dist")
    for each in map(Requirement, told):
        assert each.specifier.contains(distribution(each.name).version), each
        for one in needed(each.name, frozenset(each.extras)).values():
            for top in {file.parts[0] for file in one.files or () if file.parts[0] != ".."}:
                link = site / top
                if not link.exists():
                    link.symlink_to(Path(str(one.locate_file(top))))


def test_in_an_empty_environment_it_makes_a_figure(wheel, tmp_path):
    """Whatever it needs, it names."""
    subprocess.run([sys.executable, "-m", "venv", tmp_path / "empty"], check=True)
    python = tmp_path / "empty" / "bin" / "python"
    install = [python, "-m", "pip", "install", "--quiet", "--disable-pip-version-check", "--no-compile", "--no-deps", wheel]
    subprocess.run(install, check=True)
    (site,) = (tmp_path / "empty").glob("lib/python*/site-packages")
    put_in(site, wheel)
    assert not (site / "pytest").exists()
    (tmp_path / "log.csv").write_text("pier,n\nEast,1\nWest,2\n")
    (tmp_path / "recipe.json").write_text('{"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}]}}')
    environment = {name: value for name, value in os.environ.items() if name not in ("PYTHONPATH", "DJANGO_SETTINGS_MODULE")}
    command = [python.parent / "finch", "render", "log.csv", "recipe.json", "--out", "late.png"]
    subprocess.run(command, check=True, cwd=tmp_path, env=environment)
    forms = ("png", "pdf", "pptx", "docx", "xlsx", "html", "json")
    renders = f"""
from mottled_finch.shell.cli import main
for ending in {forms[1:]}:
    assert main(["render", "log.csv", "recipe.json", "--out", f"late.{{ending}}"]) == 0, ending
"""
    subprocess.run([python, "-c", renders], check=True, cwd=tmp_path, env=environment)
    assert all((tmp_path / f"late.{ending}").stat().st_size > 100 for ending in forms)
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
