"""The rules of the house, held against the source: arrows one way, one concept a file, one table to register it."""

import ast
from pathlib import Path

import pytest

from mottled_finch.core.colors.palettes import PALETTES
from mottled_finch.core.colors.palettes.band_sets import BAND_SETS
from mottled_finch.core.colors.palettes.sequences import SEQUENCES
from mottled_finch.core.colors.palettes.two_sided import TWO_SIDED
from mottled_finch.core.common.recipe.table_spec import Form, Mend
from mottled_finch.core.common.vocabulary import CUT_TERMS, MEASURE_TERMS, MEND_TERMS, ORDER_TERMS, PALETTE_NAMES, SHOW_TERMS
from mottled_finch.core.outputs.draw import DRAWINGS
from mottled_finch.core.tables.aggregation.cuts import CUTS
from mottled_finch.core.tables.intake import FORMS

PACKAGE = Path(__file__).parents[2] / "mottled_finch"
CORE = PACKAGE / "core"


FLOORS = ("common", "tables", "matrices", "colors", "figures", "outputs")
"""From the ground up: a floor reads those below it."""
MODULES = sorted(CORE.rglob("*.py"))


def imports(path: Path) -> set[str]:
    """What a module imports, dotted; of our own with all that is taken from there, below the package."""
    package = (PACKAGE.name, *path.relative_to(PACKAGE).parent.parts)
    found = set()
    for node in ast.walk(ast.parse(path.read_text())):
        if isinstance(node, ast.Import):
            found.update(alias.name for alias in node.names)
        elif isinstance(node, ast.ImportFrom):
            base = (*package[: len(package) - node.level + 1],) if node.level else ()
            module = ".".join((*base, *((node.module,) if node.module else ())))
            found.update(f"{module}.{alias.name}" for alias in node.names)
    return found


@pytest.mark.parametrize("path", MODULES, ids=lambda path: str(path.relative_to(CORE)))
def test_the_core_knows_neither_server_nor_shell(path):
    for name in imports(path):
        assert not name.startswith(("django", "rest_framework")), name
        assert not name.startswith("mottled_finch") or name.startswith("mottled_finch.core."), name
    calls = [node.func for node in ast.walk(ast.parse(path.read_text())) if isinstance(node, ast.Call)]
    assert not [called for called in calls if isinstance(called, ast.Name) and called.id == "print"]


def test_floors_read_what_lies_below_them_alone():
    assert {path.name for path in CORE.iterdir() if path.is_dir()} - {"__pycache__"} == set(FLOORS)
    for path in MODULES:
        floor = path.relative_to(CORE).parts[0]
        if floor in FLOORS:
            above = tuple(f"mottled_finch.core.{name}." for name in FLOORS[FLOORS.index(floor) + 1 :])
            assert not [name for name in imports(path) if name.startswith(above)], path


def rooms(floor: str) -> dict[str, set[str]]:
    """The rooms of a floor, and which others each reads."""
    inside = f"mottled_finch.core.{floor}."
    found: dict[str, set[str]] = {}
    for path in (CORE / floor).rglob("*.py"):
        room = path.relative_to(CORE / floor).parts[0]
        if room != "__init__.py":
            read = {name.removeprefix(inside).partition(".")[0] for name in imports(path) if name.startswith(inside)}
            found.setdefault(room.removesuffix(".py"), set()).update(read - {room.removesuffix(".py")})
    return found


@pytest.mark.parametrize("floor", [floor for floor in FLOORS if floor != "colors"])  # which is one room
def test_there_is_no_circle_between_rooms(floor):
    read = rooms(floor)
    while read:
        free = [room for room, others in read.items() if not others & read.keys()]
        assert free, f"a circle: {read}"
        for room in free:
            del read[room]


def test_the_core_can_be_read_from_the_ground_up():
    """No circle between modules, but that a package of files is read by the readers it belongs to."""
    read: dict[str, set[str]] = {}
    for path in MODULES:
        name = ".".join((PACKAGE.name, *path.relative_to(PACKAGE).with_suffix("").parts)).removesuffix(".__init__")
        read[name] = imports(path)
    known = read.keys()
    for name, taken in read.items():
        read[name] = {each if each in known else each.rpartition(".")[0] for each in taken} & known - {name}
    read["mottled_finch.core.tables.intake.package"].discard("mottled_finch.core.tables.intake")
    while read:
        free = [name for name, others in read.items() if not others & read.keys()]
        assert free, f"a circle among {sorted(read)}"
        for name in free:
            del read[name]


def files(folder: str) -> set[str]:
    return {path.stem for path in (CORE / folder).glob("*.py")} - {"__init__"}


def test_measures_are_one_a_file_and_in_the_table():
    assert set(MEASURE_TERMS) == files("tables/aggregation/measures") - {"measure", "gatherings"}


def test_shows_are_one_a_file_and_in_the_table():
    assert set(SHOW_TERMS) == files("matrices/show") - {"laid"}


def test_orders_are_one_a_file_and_in_the_table():
    assert set(ORDER_TERMS) == files("matrices/pivot/order") - {"keys", "distances"}


def test_outputs_are_one_a_file_and_in_the_table():
    assert {ending.partition(".")[0] for ending in DRAWINGS} == files("outputs/draw") - {
        "canvas",
        "render",
    }


def test_mends_are_one_a_file_and_in_the_table():
    assert set(MEND_TERMS) == files("tables/mends") - {"effect"} == {spec.do for spec in Mend.__args__}


def test_forms_of_files_are_in_the_table():
    assert set(FORMS.values()) <= files("tables/intake")
    assert set(FORMS) == set(Form.__args__)


def test_palettes_are_those_that_a_recipe_may_name():
    assert tuple(PALETTES) == PALETTE_NAMES
    assert {palette.name for palette in (*SEQUENCES, *TWO_SIDED, *BAND_SETS)} == set(PALETTE_NAMES)


def test_cuts_are_those_of_the_recipe():
    assert set(CUTS) == set(CUT_TERMS)
