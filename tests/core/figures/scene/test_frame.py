"""The frame of a figure in all its forms: nothing overlaps, nothing leaves the page, everything can be read."""

import itertools
import random

import numpy as np
import pytest

from mottled_finch.core.colors.palettes import PALETTES
from mottled_finch.core.colors.spaces import bytes_of, contrast
from mottled_finch.core.common.errors import RecipeError, TableError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.common.vocabulary import FACT_TERMS, THEME_TERMS
from mottled_finch.core.figures.scene.themes import theme_of
from mottled_finch.core.figures.scene.typeface import BUNDLED
from mottled_finch.core.outputs.draw.canvas import paint

from ...conftest import drawn, figure_of
from .test_layout import SIDES, extent, overlap, table

LABELS = ["m{}", "a rather long name of something number {}", "岸壁第{}番埠頭", "מזח מספר {}", "pier 🛳️ {}", "<b>&{}</b>"]


def frames(seed: int) -> dict:
    """A recipe's parts, drawn by lot."""
    lot = random.Random(seed)
    symbols = lot.choice(["fill", "fill", "square", "dot", "bar"])
    size = {"size": {"take": lot.choice(["count", "sum"]), "of": "v"}} if symbols != "fill" and lot.random() < 0.7 else {}
    if size.get("size", {}).get("take") == "count":
        del size["size"]["of"]
    parts = {
        "cells": {
            "values": lot.choice(["all", "none", "extremes", {"above": 50}]),
            "symbols": {"as": symbols, "lines": lot.choice(["none", "dividers", "guides"]), **size},
            "number": {"short": lot.random() < 0.3, "after": lot.choice(["", " min"])},
            "square": lot.random() < 0.3,
            "bold": lot.random() < 0.3,
        },
        "heads": {
            "turn": lot.choice(["fit", "level", "up"]),
            "long": lot.choice(["cut", "wrap"]),
        },
        "legend": {"place": lot.choice(["right", "top", "below"]), "show": lot.random() < 0.9},
        "words": {
            "title": lot.choice(["", "A title with {n} records", "A title that goes on and on " * 8]),
            "rows": lot.choice(["", "Name of the rows"]),
            "columns": lot.choice(["", "Name of the columns"]),
            "source": lot.choice(["", "Source: somewhere"]),
        },
        "page": {
            **dict(zip(("width", "height"), lot.choice([(960, 540), (480, 540), (640, 480), (600, 600), (240, 200)]), strict=True)),
            "theme": lot.choice(["paper", "reed", "dusk"]),
        },
        "color": lot.choice(
            [{}, {"bands": {"cuts": [20, 60], "names": ["low", "", "a long name of the highest band"]}}, {"within": "row"}]
        ),
    }
    if lot.random() < 0.4:
        parts["cells"]["least_records"] = 2
    if lot.random() < 0.3:
        parts["cells"] |= {"gap": lot.randrange(8), "gap_color": "#204060"}
    if lot.random() < 0.3:
        weight = lot.choice([{"take": "count"}, {"take": "sum", "of": "v"}])
        parts["heads"]["weight"] = dict.fromkeys(lot.choice([("rows",), ("columns",), ("rows", "columns")]), weight)
    if lot.random() < 0.4:
        parts["heads"]["flow"] = {"along": lot.choice(["rows", "columns"]), "words": "from here on"}
    return parts


def labeled(rows: int, columns: int, label: str, seed: int) -> str:
    lot = random.Random(seed)
    lines = [
        f"{label.format(i)},{label.format(j)},{lot.uniform(0, 100):.2f}"
        for i, j in itertools.product(range(rows), range(columns))
        for _ in range(lot.choice([0, 1, 1, 3]))
    ]
    return "r,c,v\n" + "\n".join(lines) + f"\n{label.format(0)},{label.format(0)},1\n"


@pytest.mark.parametrize("seed", drawn(range(90), 36))
def test_frames_of_all_kinds(seed):
    lot = random.Random(seed * 7 + 1)
    rows, columns = lot.choice([(1, 1), (3, 4), (12, 12), (5, 40), (60, 6), (200, 200)])
    totals = {"rows": lot.random() < 0.5, "columns": lot.random() < 0.5}
    text = labeled(rows, columns, lot.choice(LABELS), seed)
    figure = figure_of(text, pivot={**SIDES, "totals": totals}, **frames(seed))
    scene = figure.scene
    grid = scene.grid
    cells = (grid.xs[0], grid.ys[0], grid.right, grid.foot)
    if scene.width * scene.height < 50_000:
        return  # on the smallest of pages words may take all there is
    assert cells[2] <= scene.width and cells[3] <= scene.height
    boxes = [extent(each) for each in scene.texts]
    for (one, a), (other, b) in itertools.combinations(zip(boxes, scene.texts, strict=True), 2):
        assert not overlap(one, other), (a, b)
    for box, each in zip(boxes, scene.texts, strict=True):
        assert box[0] >= -0.5 and box[2] <= scene.width + 0.5, each
        assert box[1] >= -0.5 and box[3] <= scene.height + 0.5, each
        assert each.part in ("cells", "notes") or not overlap(box, cells), each
    legend = [(box.x, box.y, box.x + box.width, box.y + box.height) for box in scene.boxes if box.part == "legend"]
    legend += [(each.x, each.y, each.x + each.width, each.y + each.height) for each in scene.hatchings]
    for box in legend:
        assert not overlap(box, cells)
        assert box[2] <= scene.width + 0.5 and box[3] <= scene.height + 0.5
        assert not any(overlap(box, other) for other in boxes)


@pytest.mark.parametrize("theme", THEME_TERMS)
def test_words_of_a_theme_are_readable(theme):
    colors = THEME_TERMS[theme].theme
    for ink, ground in [
        (colors.ink, colors.ground),
        (colors.quiet, colors.ground),
        (colors.ink, colors.band),
        (colors.quiet, colors.blank),
    ]:
        assert contrast(bytes_of(ink), bytes_of(ground)) >= 4.5


@pytest.mark.parametrize(("ground", "ink"), [("#ffffff", "#5a5a5a"), ("#102030", "#f0e8d0"), ("#ffe08a", "#3a2a00")])
def test_a_ground_and_ink_of_the_house_stay_readable(ground, ink):
    theme = theme_of(load_recipe({"finch_recipe": 2, "pivot": {}, "page": {"ground": ground, "ink": ink}}).page)
    assert (theme.ground, theme.ink) == (ground, ink)
    for each, under in [(theme.quiet, ground), (theme.ink, theme.band)]:
        assert contrast(bytes_of(each), bytes_of(under)) >= 4.4


def test_a_ground_too_near_its_ink_is_refused():
    with pytest.raises(RecipeError, match=r"page.ink: the ink stands out from the ground by 1\.\d to 1 only"):
        figure_of(table(2, 2), pivot=SIDES, page={"ink": "#eeeeee"})


@pytest.mark.parametrize("palette", PALETTES)
@pytest.mark.parametrize("parts", [{}, {"color": {"lit": {"highest": 9}}}, {"page": {"theme": "dusk"}}], ids=str)
def test_every_printed_value_is_readable_on_its_cell(palette, parts):
    parts = {**parts, "color": {**parts.get("color", {}), "palette": palette}}
    grid = figure_of(table(12, 12), pivot=SIDES, **parts).scene.grid
    assert len(grid.prints) == 144
    inks = np.stack([bytes_of(ink) for ink in grid.value_inks])
    fills = np.stack([bytes_of(fill) for fill in grid.fills])
    assert contrast(inks, fills).min() >= 4.5


@pytest.mark.parametrize("theme", THEME_TERMS)
def test_values_beside_symbols_stand_on_the_ground_in_its_ink(theme):
    figure = figure_of(table(6, 6), pivot=SIDES, cells={"symbols": {"as": "dot", "size": {"take": "count"}}}, page={"theme": theme})
    grid = figure.scene.grid
    calls = []

    class Recorder:
        def __getattr__(self, name):
            return lambda *words: calls.append((name, *words))

    paint(figure.scene, Recorder())
    printed = [call[1] for call in calls if call[0] == "text" and call[1].part == "cells"]
    assert len(printed) == 36
    assert {text.ink for text in printed} == {figure.scene.theme.ink}
    for i, text in enumerate(printed):
        _, top, _, height = grid.symbol(i)
        assert text.y - text.size * 0.75 >= top + height - 0.01
        assert text.y <= grid.place(i % 6, i // 6)[1] + grid.cell_height


class TestSymbols:
    TEXT = "r,c,v\n" + "a,x,1\n" * 4 + "a,y,2\n" + "b,x,3\n" * 9 + "b,y,4\n" * 16

    def grid(self, name, **more):
        symbols = {"as": name, "size": {"take": "count"}, **more}
        return figure_of(self.TEXT, pivot=SIDES, cells={"symbols": symbols, "values": "none"}).scene.grid

    @pytest.mark.parametrize("name", ["square", "dot"])
    def test_areas_are_as_the_sizes(self, name):
        grid = self.grid(name)
        areas = [grid.symbol(i)[2] * grid.symbol(i)[3] for i in range(4)]
        assert np.allclose(np.array(areas) / areas[3], [4 / 16, 1 / 16, 9 / 16, 1], atol=1e-3)
        assert grid.symbol(3)[2] == min(grid.cell_width, grid.cell_height)

    def test_lengths_of_bars_are_as_the_sizes(self):
        grid = self.grid("bar")
        assert np.allclose([grid.symbol(i)[2] / grid.cell_width for i in range(4)], [4 / 16, 1 / 16, 9 / 16, 1], atol=1e-3)
        assert len({round(grid.symbol(i)[3], 6) for i in range(4)}) == 1

    def test_symbols_lie_in_the_middle_of_their_cells(self):
        grid = self.grid("dot")
        for i in range(4):
            x, y, width, height = grid.symbol(i)
            left, top = grid.place(i % 2, i // 2)
            assert np.isclose(x + width / 2, left + grid.cell_width / 2)
            assert np.isclose(y + height / 2, top + grid.cell_height / 2)

    @pytest.mark.parametrize("name", ["square", "dot"])
    @pytest.mark.parametrize("reach", [1.25, 2])
    def test_symbols_reach_beyond_their_cells_and_smaller_ones_lie_over_larger(self, name, reach):
        grid = self.grid(name, reach=reach)
        side = min(grid.cell_width, grid.cell_height)
        assert grid.symbol(3)[2] == pytest.approx(reach * side)
        assert grid.order == [3, 2, 0, 1]
        for i in range(4):
            x, y, width, height = grid.symbol(i)
            left, top = grid.place(i % 2, i // 2)
            assert (x + width / 2, y + height / 2) == pytest.approx((left + grid.cell_width / 2, top + grid.cell_height / 2))
        assert self.grid(name).order == [0, 1, 2, 3]

    def test_a_symbol_at_the_edge_lies_on_no_head_and_no_total(self):
        text = "r,c,v\n" + "".join(f"m{i},{c},1\n" for i in range(5) for c in "vwxyz")
        symbols = {"as": "square", "size": {"take": "count"}, "reach": 2}
        totals = {"rows": True, "columns": True}
        scene = figure_of(text, pivot={**SIDES, "totals": totals}, cells={"symbols": symbols}).scene
        grid = scene.grid
        boxes = [grid.symbol(i) for i in range(25)]
        heads = [each for each in scene.texts if each.part == "heads"]
        assert max(head.x for head in heads if head.row is not None) < min(x for x, *_ in boxes)
        assert max(head.y for head in heads if head.column is not None) < min(y for _, y, *_ in boxes)
        bands = [each for each in scene.boxes if each.part == "totals"]
        right, below = max(x + width for x, _, width, _ in boxes), max(y + height for _, y, _, height in boxes)
        assert all(band.x >= right or band.y >= below for band in bands)
        assert grid.prints == ()

    def test_a_reach_is_of_symbols_that_have_one(self):
        for symbols, sentence in (
            ({"as": "bar", "reach": 1.5}, 'cells.symbols.reach: only symbols go beyond their cells; choose "square" or "dot"'),
            ({"as": "dot", "reach": 3}, "cells.symbols.reach: a reach of 3; choose 1, as large as the cell, to 2"),
        ):
            with pytest.raises(RecipeError) as caught:
                figure_of(self.TEXT, pivot=SIDES, cells={"symbols": symbols})
            assert str(caught.value) == sentence

    @pytest.mark.parametrize("lines", ["guides", "dividers"])
    def test_lines_end_with_the_cells_of_a_triangle(self, lines):
        text = "a,b,c\n1,1,9\n2,3,5\n3,2,6\n"
        pivot = {"correlate": {"fields": ["a", "b", "c"], "triangle": "lower"}}
        cells = {"values": "none", "symbols": {"as": "dot", "lines": lines}}
        grid = figure_of(text, pivot=pivot, cells=cells).scene.grid
        level = [rule for rule in grid.rules if rule[1] == rule[3]]
        upright = [rule for rule in grid.rules if rule[0] == rule[2]]
        rights = [x + grid.cell_width for x in grid.xs]
        bottom = grid.ys[-1] + grid.cell_height
        assert [rule[2] for rule in level] == (rights if lines == "guides" else rights[1:])
        assert [rule[1] for rule in upright] == list(grid.ys if lines == "guides" else grid.ys[:2])
        assert {rule[0] for rule in level} == {grid.xs[0]} and {rule[3] for rule in upright} == {bottom}

    def test_guides_cross_no_printed_value(self):
        text = "r,c,v\n" + "".join(f"m{i},{c},{i}\n" for i in range(3) for c in "xy")
        grid = figure_of(text, pivot=SIDES, cells={"symbols": {"as": "dot", "size": {}, "lines": "guides"}}).scene.grid
        upright = [rule for rule in grid.rules if rule[0] == rule[2]]
        assert len(upright) == len(grid.xs) * len(grid.ys)
        assert all(rule[3] - rule[1] == pytest.approx(grid.symbol_height) for rule in upright)
        assert grid.symbol_height < grid.print_base - grid.print_size * 0.7
        assert len([rule for rule in grid.rules if rule[1] == rule[3]]) == len(grid.ys)

    def test_values_of_totals_go_with_those_of_cells_where_a_color_stands_for_them(self):
        text = "r,c,v\n" + "".join(f"m{i},{c},{i}\n" for i in range(3) for c in "xy")

        def totals(printed, **more):
            pivot = {**SIDES, "totals": {"rows": True, "columns": True, **more}}
            texts = figure_of(text, pivot=pivot, cells={"values": printed}).scene.texts
            return [each.text for each in texts if each.part == "totals" and each.text != "All"]

        assert len(totals("all", color="own")) == 6
        assert totals("none", color="own") == []
        assert len(totals("none", color="own", values=True)) == 6
        assert len(totals("none")) == 6  # without a color nothing would be left

    @pytest.mark.parametrize("lines", ["guides", "dividers"])
    def test_in_cells_too_small_for_them_there_are_no_lines(self, lines):
        text = "r,c,v\n" + "".join(f"m{i},x,1\n" for i in range(200))
        grid = figure_of(text, pivot=SIDES, cells={"symbols": {"as": "dot", "lines": lines}}).scene.grid
        assert grid.cell_height < 4
        assert grid.rules == ()

    def test_without_a_size_all_are_alike(self):
        grid = figure_of(self.TEXT, pivot=SIDES, cells={"symbols": {"as": "square"}}).scene.grid
        assert set(grid.sizes) == {1.0}

    def test_guides_run_through_the_symbols_and_dividers_between(self):
        guides = self.grid("dot", lines="guides")
        middles = {grid_y + guides.cell_height / 2 for grid_y in guides.ys}
        assert middles <= {rule[1] for rule in guides.rules}
        dividers = self.grid("dot", lines="dividers")
        assert len(dividers.rules) == 2
        assert all(guides.xs[0] + guides.cell_width <= rule[0] <= guides.xs[1] for rule in dividers.rules if rule[0] == rule[2])

    def test_the_legend_shows_symbols_as_large_as_those_in_the_cells(self):
        figure = figure_of(self.TEXT, pivot=SIDES, cells={"symbols": {"as": "square", "size": {"take": "count"}}, "values": "none"})
        side = figure.scene.grid.symbol(3)[2]
        samples = [box for box in figure.scene.boxes if box.part == "legend" and box.step is None]
        assert [text.text for text in figure.scene.texts if text.part == "legend"][-3:] == ["10", "5", "1"]
        assert np.allclose([box.width / side for box in samples], [(10 / 16) ** 0.5, (5 / 16) ** 0.5, (1 / 16) ** 0.5], atol=0.01)


class TestCells:
    def test_a_gap_of_ones_own_and_square_cells(self):
        grid = figure_of(table(4, 9), pivot=SIDES, cells={"gap": 7, "square": True}).scene.grid
        assert grid.cell_width == grid.cell_height
        assert grid.xs[1] - grid.xs[0] - grid.cell_width == 7

    def test_few_records_are_hidden_and_counted_in_the_caption(self):
        text = "r,c,v\na,x,1\na,x,3\na,y,90\nb,x,5\nb,x,6\nb,y,7\nb,y,9\n"
        figure = figure_of(text, pivot=SIDES, cells={"least_records": 2})
        assert figure.scene.grid.few == (1,)
        assert figure.scene.grid.fills[1] is None
        assert figure.scale.highest == 8
        assert "1 cell on fewer than 2 records is hidden." in " ".join(
            each.text for each in figure.scene.texts if each.part == "caption"
        )
        assert "Under 2 records" in [each.text for each in figure.scene.texts]
        said = figure_of(text, pivot=SIDES, cells={"least_records": 2}, words={"caption": "{hidden} hidden"})
        assert [each.text for each in said.scene.texts if each.part == "caption"] == ["1 hidden"]

    def test_a_cell_set_aside_leaves_the_scale_and_can_return(self):
        text = "r,c,v\na,x,1\na,y,90\nb,x,5\nb,y,7\n"
        aside = {"cells": [{"row": ["a"], "column": ["y"]}, {"row": ["gone"], "column": ["y"]}]}
        figure = figure_of(text, pivot={**SIDES, "aside": aside})
        assert figure.scene.grid.aside == (1,)
        assert figure.scale.highest == 7
        assert figure_of(text, pivot=SIDES).scale.highest == 90

    def test_what_is_printed_may_be_another_measure(self):
        text = "r,c,v\na,x,1\na,x,3\na,y,90\nb,x,5\nb,y,7\n"
        printed = {"measure": {"take": "count"}, "number": {"after": " of"}}
        figure = figure_of(text, pivot=SIDES, cells={"print": printed})
        assert figure.scene.grid.prints == ("2 of", "1 of", "1 of", "1 of")
        assert figure.scale.highest == 90

    @pytest.mark.parametrize(
        ("values", "prints"),
        [
            ("extremes", ["", "9", "1", ""]),
            ({"above": 5}, ["", "9", "", ""]),
            ({"from": 5}, ["5", "9", "", "5"]),
            ({"from": 2, "below": 9}, ["5", "", "", "5"]),
            ({"above": {"target": "ours"}}, ["", "9", "", ""]),
        ],
        ids=str,
    )
    def test_which_values_are_printed(self, values, prints):
        text = "r,c,v\na,x,5\na,y,9\nb,x,1\nb,y,5\n"
        figure = figure_of(text, table={"targets": {"ours": 6}}, pivot=SIDES, cells={"values": values})
        assert list(figure.scene.grid.prints) == prints

    def test_no_value_is_cut_however_large_it_is_asked_for(self):
        grid = figure_of(table(10, 20), pivot=SIDES, cells={"size": 40, "bold": True}).scene.grid
        assert grid.prints
        assert max(BUNDLED.width_of(text, grid.print_size, 600) for text in grid.prints) <= grid.cell_width


class TestNotes:
    TEXT = "r,c,v\na,x,1\na,y,2\nb,x,3\nb,y,4\n"

    def test_they_are_numbered_in_order_and_printed_under_the_figure(self):
        notes = [{"row": ["b"], "text": "Of {n} records."}, {"column": ["y"]}, {"row": ["a"], "column": ["x"], "text": "First."}]
        scene = figure_of(self.TEXT, pivot=SIDES, notes=notes).scene
        words = [text for text in scene.texts if text.part == "notes" and text.anchor == "start"]
        assert [text.text for text in sorted(words, key=lambda text: text.y)] == ["1 Of 4 records.", "2 First."]
        badges = [text.text for text in scene.texts if text.part == "notes" and text.anchor == "middle"]
        assert badges == ["1", "2"]
        assert len([line for line in scene.lines if line.part == "notes"]) == 3 * 8

    @pytest.mark.parametrize("descending", [False, True])
    def test_they_stay_with_their_labels(self, descending):
        order = {"rows": {"by": "label", "descending": descending}}
        scene = figure_of(self.TEXT, pivot={**SIDES, "order": order}, notes=[{"row": ["b"]}]).scene
        row = 0 if descending else 1
        middle = scene.grid.ys[row] + scene.grid.cell_height / 2
        lines = [line for line in scene.lines if line.part == "notes"]
        assert min(line.y1 for line in lines) < middle < max(line.y2 for line in lines)
        assert max(line.y2 for line in lines) - min(line.y1 for line in lines) < scene.grid.cell_height + 10

    def test_one_whose_label_is_gone_is_not_drawn(self):
        scene = figure_of(self.TEXT, pivot=SIDES, notes=[{"row": ["gone"], "text": "x"}, {"row": ["a"], "text": "y"}]).scene
        assert [text.text for text in scene.texts if text.part == "notes" and text.anchor == "start"] == ["1 y"]

    def test_a_group_is_outlined_as_a_whole(self):
        text = "g,r,c,v\nA,a,x,1\nA,b,x,2\nB,c,x,3\n"
        pivot = {"rows": [{"field": "g"}, {"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
        scene = figure_of(text, pivot=pivot, notes=[{"row": ["A"]}]).scene
        lines = [line for line in scene.lines if line.part == "notes"]
        assert max(line.y2 for line in lines) - min(line.y1 for line in lines) >= 2 * scene.grid.cell_height


class TestFacts:
    TEXT = "r,c,v,day\na,x,1,2025-01-03\na,y,2,2025-02-01\nb,x,3,2025-03-09\nb,y,4,\n"

    def title(self, words, **parts):
        figure = figure_of(self.TEXT, pivot=parts.pop("pivot", SIDES), words={"title": words}, **parts)
        return " ".join(text.text for text in figure.scene.texts if text.part == "title")

    @pytest.mark.parametrize(
        ("words", "reads"),
        [
            ("{n} in {rows} by {columns}", "4 in 2 by 2"),
            ("{highest}: {highest.row}, {highest.column}", "4: b, y"),
            ("{lowest}: {lowest.row}, {lowest.column}", "1: a, x"),
            ("{from} to {to}", "3 Jan 2025 to 9 Mar 2025"),
            ("{total} in all, {hidden} hidden, {aside} aside", "2.5 in all, 0 hidden, 0 aside"),
            ("{not a fact} {", "{not a fact} {"),
        ],
    )
    def test_they_are_filled_in(self, words, reads):
        decimals = {"decimals": 1 if "total" in words else 0}
        assert self.title(words, cells=decimals) == reads

    def test_what_is_kept_decides_from_when_to_when(self):
        pivot = {**SIDES, "keep": [{"field": "day", "from": "2025-02-01"}]}
        assert self.title("{from} to {to}", pivot=pivot) == "1 Feb 2025 to 9 Mar 2025"

    def test_what_is_lit_is_counted(self):
        assert self.title("{lit} lit", color={"lit": {"highest": 2}}) == "2 lit"

    def test_one_that_is_not_there_any_more_is_an_error_at_its_place(self):
        with pytest.raises(TableError, match=r"words.title: there is no number of lit cells in this figure"):
            self.title("{lit}")
        with pytest.raises(TableError, match=r"notes\[1\].text: there is no number of lit cells"):
            figure_of(self.TEXT, pivot=SIDES, notes=[{"row": ["a"]}, {"row": ["b"], "text": "{lit}"}])

    def test_the_recipe_knows_every_fact(self):
        from mottled_finch.core.figures.contents.facts import FACTS

        assert FACTS.keys() == FACT_TERMS.keys()


def test_ticks_of_ones_own_take_the_place_of_round_numbers():
    ticks = [{"at": 30, "text": "thirty"}, {"at": {"target": "ours"}, "text": "our aim"}, {"at": 55}, {"at": 500, "text": "beyond"}]
    figure = figure_of(table(9, 9), table={"targets": {"ours": 70}}, pivot=SIDES, legend={"ticks": ticks})
    words = [text.text for text in figure.scene.texts if text.part == "legend"]
    assert {"thirty", "our aim", "55"} < set(words)
    assert "beyond" not in words
    assert len(words) == 6  # the title, both ends, and these three


def test_wrapped_heads_keep_every_word():
    text = "r,c,v\nThe northern landing stage,one two three four,1\nShort,x,2\n"
    figure = figure_of(text, pivot=SIDES, heads={"long": "wrap"}, page={"width": 300, "height": 400})
    heads = [each for each in figure.scene.texts if each.part == "heads"]
    rows = [each for each in heads if each.anchor == "end"]
    assert " ".join(each.text for each in rows if each.text != "Short") == "The northern landing stage"
    assert len([each for each in rows if each.row is not None]) == 2


def test_an_arrow_lies_beside_the_cells_with_its_words():
    for along in ("rows", "columns"):
        scene = figure_of(table(5, 5), pivot=SIDES, heads={"flow": {"along": along, "words": "this way"}}).scene
        words = next(text for text in scene.texts if text.text == "this way")
        assert words.turned == (along == "rows")
        lines = [line for line in scene.lines if line.part == "heads"]
        assert len(lines) == 3


def test_a_transparent_page_has_no_ground():
    from mottled_finch.core.outputs.draw.svg import svg_text

    drawn = svg_text(figure_of(table(2, 2), pivot=SIDES, page={"transparent": True}).scene, with_font=False)
    assert 'width="960" height="540" fill="#ffffff"' not in drawn
    assert 'fill="#ffffff"' in svg_text(figure_of(table(2, 2), pivot=SIDES).scene, with_font=False)
