"""Slides and documents in an office suite: opened without a screen, shown in the colors they should have, and saved again with
their source and their figure still to be found. Colors are those of the JSON, read from pictures that the suite makes.
"""

import io
import json
import subprocess
from dataclasses import dataclass
from pathlib import Path

import docx
import numpy as np
import pptx
import pytest
from PIL import Image

from mottled_finch.core.colors.spaces import bytes_of
from mottled_finch.core.common.recipe import dump_recipe, load_recipe
from mottled_finch.core.figures.figure.figure import Figure, make_figure
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL, Choices, Template, source_in, source_of, template_of, with_source
from mottled_finch.core.outputs.draw.making.texts import NAME
from mottled_finch.core.tables.intake import read_file
from mottled_finch.demo.samples import SAMPLES

from ..core.conftest import figure_of
from ..core.outputs.draw.house.decks import deck, document
from ..core.outputs.draw.test_agreement import recipe, records

SUITE = "/usr/bin/soffice"
TOLERANCE = 3
"""Of 255, by which a color may be shown otherwise: pictures are made with edges softened."""
GRID = "r,c,v\n" + "".join(f"r{i},c{j},{7 * i + j}\n" for i in range(6) for j in range(7))
PIVOT = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}


@dataclass(frozen=True)
class Case:
    figure: Figure
    choices: Choices = USUAL


def house(content: bytes) -> Template:
    told, kept = template_of(content)
    return Template(name="House", told=told, content=kept)


def demo() -> dict[str, Figure]:
    """The first finished plates of the demo."""
    out = io.StringIO(newline="")
    SAMPLES["berth-log"].write(out)
    content = out.getvalue().encode()
    plates = map(load_recipe, SAMPLES["berth-log"].plates[:4])
    return {
        f"demo {number}": make_figure(read_file(io.BytesIO(content), "berth-log.csv", plate.table)[0], plate)
        for number, plate in enumerate(plates)
    }


def cases() -> dict[str, Case]:
    bare = figure_of(GRID, pivot=PIVOT, cells={"values": "none"})
    named = figure_of(
        GRID,
        pivot={**PIVOT, "totals": {"rows": True, "columns": True}},
        words={"title": "In the house", "caption": "n = {n}"},
        page={"template": {"slides": "House", "document": "House"}},
    )
    return {
        **{name: Case(figure) for name, figure in demo().items()},
        **{f"random {seed}": Case(figure_of(records(seed), **recipe(seed))) for seed in range(4)},
        "bare": Case(bare),
        "shapes": Case(bare, Choices(form="shapes")),
        "picture": Case(bare, Choices(form="picture")),
        "in a template": Case(named, Choices(template=house(deck()))),
        "in a dark template": Case(named, Choices(template=house(deck(ground="102030")))),
        "from right to left": Case(figure_of(GRID.replace("r1", "ספינה").replace("c2", "نهر"), pivot=PIVOT)),
    }


def converted(folder: Path, ending: str, files: list[Path], out: Path) -> None:
    """Files that the suite opened and wrote in another form, by one process of it."""
    profile = f"-env:UserInstallation={(folder / 'profile').as_uri()}"
    command = [SUITE, profile, "--headless", "--norestore", "--convert-to", ending, "--outdir", str(out), *map(str, files)]
    done = subprocess.run(command, capture_output=True, text=True, timeout=400, check=False)
    assert done.returncode == 0, done.stderr


@dataclass(frozen=True)
class Shown:
    """A file that was made of a case, the picture that the suite shows of it, and the file as the suite saves it."""

    case: Case
    content: bytes
    picture: Image.Image
    again: bytes


@pytest.fixture(scope="module")
def shown(tmp_path_factory) -> dict[tuple[str, str], Shown]:
    folder = tmp_path_factory.mktemp("office")
    made: dict[tuple[str, str], tuple[Case, Path]] = {}
    for number, (name, case) in enumerate(cases().items()):
        for ending in ("pptx", "docx"):
            choices = case.choices
            if ending == "docx" and choices.form == "shapes":
                continue
            if ending == "docx" and choices.template:
                choices = Choices(template=house(document()))
            content = DRAWINGS[ending].draw(case.figure, choices)
            source = source_of(case.figure, dump_recipe(case.figure.recipe), choices, name, "1")
            path = folder / f"{ending}{number}.{ending}"
            path.write_bytes(with_source(content, ending, source))
            made[name, ending] = case, path
    files = [path for _, path in made.values()]
    converted(folder, "png", files, folder / "shown")
    for ending in ("pptx", "docx"):
        converted(folder, ending, [path for path in files if path.suffix == f".{ending}"], folder / "again")
    return {
        key: Shown(
            case=case,
            content=path.read_bytes(),
            picture=Image.open(folder / "shown" / f"{path.stem}.png").convert("RGB"),
            again=(folder / "again" / path.name).read_bytes(),
        )
        for key, (case, path) in made.items()
    }


def test_all_are_opened_and_shown(shown):
    assert len(shown) > 24
    for key, each in shown.items():
        colors = each.picture.getcolors(1 << 22)
        assert colors is not None and len(colors) > 12, key


def cell_boxes(content: bytes, figure: Figure) -> dict[int, tuple[float, float, float, float]]:
    """Where the cells of a figure lie on its slide, in shares of it, by their number: cells of the table, or the scene's own."""
    presentation = pptx.Presentation(io.BytesIO(content))
    wide, high = presentation.slide_width, presentation.slide_height
    grid = figure.scene.grid
    assert grid is not None
    across = len(grid.xs)
    frame = next((shape for shape in presentation.slides[0].shapes if shape.has_table), None)
    if frame is None:
        sides = (wide / 12_700, high / 12_700) * 2
        return {
            i: tuple(length / side for length, side in zip(grid.cell(i % across, i // across), sides, strict=True))
            for i in range(len(grid.steps))
        }
    columns = np.cumsum([0, *(column.width for column in frame.table.columns)]) + frame.left
    rows = np.cumsum([0, *(row.height for row in frame.table.rows)]) + frame.top
    places = [
        (columns[x] / wide, rows[y] / high, (columns[x + 1] - columns[x]) / wide, (rows[y + 1] - rows[y]) / high)
        for y, row in enumerate(frame.table.rows)
        for x, cell in enumerate(row.cells)
        if cell._tc.tcPr.find("{*}solidFill/{*}srgbClr") is not None
    ]
    return dict(enumerate(places))


def wanted(content: bytes, figure: Figure) -> dict[int, str]:
    """The color of each of these cells: as the file has it in a table, which agrees with the JSON; else the JSON's own."""
    presentation = pptx.Presentation(io.BytesIO(content))
    frame = next((shape for shape in presentation.slides[0].shapes if shape.has_table), None)
    if frame is None:
        told = json.loads(DRAWINGS["json"].draw(figure, USUAL))
        return {i: color for i, color in enumerate(each for line in told["colors"] for each in line) if color}
    fills = [cell._tc.tcPr.find("{*}solidFill/{*}srgbClr") for row in frame.table.rows for cell in row.cells]
    return dict(enumerate(f"#{fill.get('val').lower()}" for fill in fills if fill is not None))


def test_cells_of_slides_have_their_color_where_they_lie(shown):
    looked = 0
    for (name, ending), each in shown.items():
        if ending != "pptx" or each.case.figure.scene.grid.symbols != "fill" or each.case.figure.scene.under:
            continue
        boxes = cell_boxes(each.content, each.case.figure)
        pixels = np.asarray(each.picture).astype(int)
        high, wide, _ = pixels.shape
        for i, color in wanted(each.content, each.case.figure).items():
            left, top, width, height = boxes[i]
            if min(width * wide, height * high) < 8:
                continue
            # In the middle, or above it where a number stands there.
            at = (0.5, 0.5) if not each.case.figure.scene.grid.prints else (0.5, 0.16)
            x, y = (left + width * at[0]) * wide, (top + height * at[1]) * high
            there = pixels[int(y), int(x)]
            assert np.abs(there - bytes_of(color)).max() <= TOLERANCE, (name, i, color, there)
            looked += 1
    assert looked > 600


def test_cells_of_documents_have_their_colors_in_their_order(shown):
    """The page is laid out by the suite: the colors of the table are found from left to right, and row below row."""
    each = shown["bare", "docx"]
    pixels = np.asarray(each.picture).astype(int)
    told = json.loads(DRAWINGS["json"].draw(each.case.figure, USUAL))
    places = []
    for line in told["colors"]:
        found = []
        for color in line:
            near = (pixels == bytes_of(color)).all(axis=2)
            # The legend below has some of the colors, too: the table is above.
            ys, xs = np.nonzero(near)
            assert len(xs) > 60, color
            top = ys.min()
            block = ys < top + 14
            found.append((float(np.median(ys[block])), float(np.median(xs[block]))))
        places.append(found)
    assert len({color for line in told["colors"] for color in line}) == 42
    assert all(line[j][1] < line[j + 1][1] for line in places for j in range(6))
    assert all(places[i][j][0] < places[i + 1][j][0] for i in range(5) for j in range(7))


def test_pages_of_documents_show_every_plain_color_of_their_table(shown):
    for (name, ending), each in shown.items():
        tables = docx.Document(io.BytesIO(each.content)).tables if ending == "docx" else []
        for table in tables:
            shades = [{key.partition("}")[2]: value for key, value in shade.items()} for shade in table._tbl.iter("{*}shd")]
            fills = {shade["fill"].lower() for shade in shades if shade["val"] == "clear"}
            there = {f"{r:02x}{g:02x}{b:02x}" for _, (r, g, b) in each.picture.getcolors(1 << 22)}
            assert fills and fills <= there, (name, sorted(fills - there)[:4])


def test_what_the_suite_saves_again_is_found_by_us(shown):
    for (name, ending), each in shown.items():
        kept, first = source_in(each.again), source_in(each.content)
        assert kept == first and kept.table == name, (name, ending)
        if ending == "pptx":
            (slide,) = pptx.Presentation(io.BytesIO(each.again)).slides
            assert NAME in [shape.name for shape in slide.shapes], name


def test_slides_of_the_house_keep_its_place_for_the_title(shown):
    for name in ("in a template", "in a dark template"):
        (slide,) = pptx.Presentation(io.BytesIO(shown[name, "pptx"].again)).slides
        assert slide.shapes.title.text == "In the house"
