"""What is compiled is known, and what most figures begin with is loaded."""

import os

import pytest

from mottled_finch.core.matrices.pivot.warm import compiled_here, load_usual

SOURCE = "from x import compiled\n\n\n@compiled\ndef f(): ...\n"


@pytest.fixture
def core(tmp_path):
    for name in ("kernels/place.py", "pivot/partials/sums.py"):
        path = tmp_path / name
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_text(SOURCE)
    (tmp_path / "pivot" / "plain.py").write_text("x = 1\n")
    return tmp_path


def kept(core, name: str, age: int = 0):
    path = core / name
    path.parent.mkdir(exist_ok=True)
    path.write_text("")
    os.utime(path, (path.stat().st_atime - age, path.stat().st_mtime - age))


def test_all_files_of_kernels_have_compiled_ones_that_are_not_older(core):
    assert not compiled_here(core)
    kept(core, "kernels/__pycache__/place.add-9.py311.nbi")
    assert not compiled_here(core)
    kept(core, "pivot/partials/__pycache__/sums.add_up-4.py311.nbi", age=1000)
    assert not compiled_here(core)
    kept(core, "pivot/partials/__pycache__/sums.add_up-4.py311.nbi")
    assert compiled_here(core)


def test_the_usual_pivot_is_made():
    load_usual()
