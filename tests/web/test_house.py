"""The rules of the house, held against the interface's source: no module or room of the plate reads itself by way of others."""

import re
from pathlib import Path

SRC = Path(__file__).parents[2] / "web" / "src"
_IMPORTED = re.compile(r'(?:\bfrom|\bimport\(|\bimport)\s*"(\.[^"]+)"')


def modules() -> dict[Path, set[Path]]:
    """Each module, and those that it reads."""
    known = {path.with_suffix(""): path for path in SRC.rglob("*.ts*")}
    return {
        name: {found for each in _IMPORTED.findall(path.read_text()) if (found := (path.parent / each).resolve()) in known}
        for name, path in known.items()
    }


def circle(read: dict[Path, set[Path]]) -> set[Path]:
    """What is left when whatever reads nothing else is taken away, again and again."""
    left = {name: {each for each in others if each != name} for name, others in read.items()}
    while free := [name for name, others in left.items() if not others & left.keys()]:
        for name in free:
            del left[name]
    return set(left)


def test_modules_have_no_circles():
    read = modules()
    assert len(read) > 200 and sum(map(len, read.values())) > 800
    assert not circle(read)


def test_rooms_of_the_plate_have_no_circles():
    plate = SRC / "features" / "plate"
    rooms: dict[Path, set[Path]] = {}
    for name, others in modules().items():
        if name.is_relative_to(plate):
            rooms.setdefault(name.parent, set()).update(each.parent for each in others if each.is_relative_to(plate))
    assert len(rooms) > 8
    assert not circle(rooms)
