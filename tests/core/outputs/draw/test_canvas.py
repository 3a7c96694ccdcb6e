"""Painting a scene: what a canvas is told, in order."""

import json

from mottled_finch.core.outputs.draw import DRAWINGS, USUAL, Choices
from mottled_finch.core.outputs.draw.canvas import MANY_CELLS, paint

from ...conftest import figure_of


class Recorder:
    """A canvas that writes down what it is told."""

    def __init__(self):
        self.calls = []

    def __getattr__(self, name):
        return lambda *words: self.calls.append((name, *words))


def recorded(figure):
    canvas = Recorder()
    paint(figure.scene, canvas)
    return canvas.calls


def test_ground_first_then_a_mark_for_every_cell(trips):
    figure = figure_of(
        trips,
        pivot={
            "rows": [{"field": "pier"}],
            "columns": [{"field": "departed", "cut": "month"}],
            "measure": {"take": "sum", "of": "minutes"},
        },
        legend={"show": False},
    )
    calls = recorded(figure)
    grid = figure.scene.grid
    assert calls[0] == ("rect", 0, 0, 960, 540, "#ffffff")
    cells = calls[1:7]
    assert [call[0] for call in cells] == ["rect", "hatching", "rect", "rect", "hatching", "rect"]
    assert cells[0] == ("rect", grid.xs[0], grid.ys[0], grid.cell_width, grid.cell_height, grid.colors[grid.steps[0]])
    printed = [call[1] for call in calls if call[0] == "text" and call[1].part == "cells"]
    assert [text.text for text in printed] == ["12", "10", "50", "1"]
    assert all(text.ink == grid.inks[step] for text, step in zip(printed, [s for s in grid.steps if s != 255], strict=True))


def test_tiny_blank_cells_are_plain():
    lines = "".join(f"r{i},c{j},{j or ''}\n" for i in range(3) for j in range(200))
    pivot = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
    figure = figure_of("r,c,v\n" + lines, pivot=pivot, legend={"show": False})
    calls = recorded(figure)
    assert not [call for call in calls if call[0] == "hatching"]
    assert len([call for call in calls if call[-1] == figure.scene.theme.blank]) == 3


def test_many_cells_without_gaps_are_one_picture():
    side = int(MANY_CELLS**0.5) + 40
    lines = "".join(f"r{i},c{j}\n" for i in range(side) for j in range(side))
    figure = figure_of("r,c\n" + lines, pivot={"rows": [{"field": "r"}], "columns": [{"field": "c"}]}, legend={"show": False})
    images = [call for call in recorded(figure) if call[0] == "image"]
    assert len(images) == 1
    assert images[0][-1].shape == (side, side, 3)


SIDES = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
FOUR = "r,c,v\na,x,1\na,y,4\na,y,5\nb,x,4\nb,y,\n"


def test_dots_are_discs_with_a_rim_and_a_blank_is_hatched():
    figure = figure_of(
        FOUR, pivot=SIDES, cells={"symbols": {"as": "dot", "size": {"take": "sum", "of": "v"}}}, legend={"show": False}
    )
    grid = figure.scene.grid
    discs = [call for call in recorded(figure) if call[0] == "disc"]
    assert len(discs) == 6
    for i, (rim, dot) in enumerate(zip(discs[::2], discs[1::2], strict=True)):
        x, y, side, _ = grid.symbol(i)
        assert dot == ("disc", x, y, side, grid.fills[i])
        assert rim[-1] == figure.scene.theme.tree
        assert rim[3] > side
    assert len([call for call in recorded(figure) if call[0] == "hatching"]) == 1


def test_a_mark_of_no_size_is_not_drawn():
    figure = figure_of(
        "r,v,w\na,1,0\nb,2,-3\nc,3,5\n",
        pivot={"rows": [{"field": "r"}], "measure": {"take": "sum", "of": "v"}},
        cells={"symbols": {"as": "square", "size": {"take": "sum", "of": "w"}}, "values": "none"},
        legend={"show": False},
    )
    fills = set(figure.scene.grid.fills)
    assert [call[-1] for call in recorded(figure) if call[0] == "rect" and call[-1] in fills] == [figure.scene.grid.fills[2]]


def test_hidden_cells_have_a_dash_and_those_set_aside_an_empty_frame():
    aside = {"cells": [{"row": ["b"], "column": ["x"]}]}
    figure = figure_of(FOUR, pivot={**SIDES, "aside": aside}, cells={"least_records": 2}, legend={"show": False})
    calls = recorded(figure)
    theme = figure.scene.theme
    assert len([call for call in calls if call[0] == "rect" and call[-1] == theme.blank]) == 1
    assert len([call for call in calls if call[0] == "rect" and call[-1] == theme.quiet]) == 1
    assert len([call for call in calls if call[0] == "line" and call[-2] == theme.bracket]) == 4
    assert len([call for call in calls if call[0] == "hatching"]) == 1


def test_gaps_of_a_color_are_painted_below_the_cells():
    figure = figure_of(FOUR, pivot=SIDES, cells={"gap": 6, "gap_color": "#204060"}, legend={"show": False})
    grid = figure.scene.grid
    frames = [call for call in recorded(figure) if call[-1] == "#204060"]
    assert len(frames) == 4
    assert frames[0][1:5] == (grid.xs[0] - 3, grid.ys[0] - 3, grid.cell_width + 6, grid.cell_height + 6)


def test_numbers_of_notes_stand_on_their_outlines():
    calls = recorded(figure_of(FOUR, pivot=SIDES, notes=[{"row": ["a"], "text": "x"}], legend={"show": False}))
    last_line = max(i for i, call in enumerate(calls) if call[0] == "line")
    badge = [i for i, call in enumerate(calls) if call[0] == "rect" and i > last_line]
    assert len(badge) == 1


def test_a_picture_lies_below_the_cells_and_these_are_see_through():
    from ...figures.scene.test_underlay import picture

    figure = figure_of(FOUR, pivot=SIDES, page={"underlay": {"picture": picture(), "cells": 0.4}}, legend={"show": False})
    names = [call[0] for call in recorded(figure)]
    first = names.index("picture")
    assert names[first + 1] == "see_through"
    ends = [call for call in recorded(figure) if call[0] == "see_through"]
    assert ends == [("see_through", 0.4), ("see_through", 1.0)]


def test_data_hide_what_the_figure_hides_unless_asked():
    figure = figure_of(FOUR, pivot=SIDES, cells={"least_records": 2})
    for choices, first, line in ((Choices(hidden="yes"), [1, 9], "a,1,9"), (USUAL, [None, 9], "a,,9")):
        found = json.loads(DRAWINGS["json"].draw(figure, choices))
        assert found["values"][0] == first
        assert [[color is None for color in row] for row in found["colors"]] == [[True, False], [True, True]]
        assert DRAWINGS["csv"].draw(figure, choices).decode().splitlines()[1] == line
    assert DRAWINGS["hex.csv"].draw(figure, USUAL).decode().splitlines()[2] == "b,,"
