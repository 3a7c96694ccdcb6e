"""Painting a scene: what a canvas is told, in order."""

from mottled_finch.core.draw.canvas import MANY_CELLS, paint

from ..conftest import figure_of


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
