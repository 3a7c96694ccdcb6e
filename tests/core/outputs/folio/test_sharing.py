"""What plates of a page share is worked out over all of them: each color means what it means in one figure of all their cells."""

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.vocabulary import BAND_TERMS
from mottled_finch.core.outputs.draw.svg import draw_svg
from mottled_finch.core.outputs.folio.outputs.svg import draw_page_svg
from mottled_finch.core.outputs.folio.sharing import shared, why_not

from ...conftest import figure_of
from .conftest import folio_of

VALUE = st.sampled_from([1, 1, 2, 3, 5, 8, 40, -7, 1000, None]) | st.integers(-50, 50)
PLATE = st.lists(VALUE, min_size=1, max_size=6)
BANDS = st.fixed_dictionaries({"method": st.sampled_from(sorted(BAND_TERMS)), "count": st.integers(2, 6)})
CUTS = st.lists(st.integers(-20, 60), min_size=1, max_size=4, unique=True).map(lambda cuts: {"cuts": sorted(cuts)})
COLOR = st.one_of(
    st.fixed_dictionaries({"bands": BANDS | CUTS}),
    st.fixed_dictionaries({"low": st.sampled_from([{"at": "lowest"}, {"percentile": 10}, {"percent": 20}])}),
    st.just({"palette": "kingcup", "middle": {"at": 2}}),
    st.just({"scale": "rank"}),
    st.just({"colors": ["#aa3311", "#ffffff", "#114477"], "bands": {"method": "quantile", "count": 4}}),
)
EACH = st.one_of(
    st.none(),
    st.just({"column": [], "high_is": "bad", "low": {"at": "lowest"}}),
    st.fixed_dictionaries({"column": st.just(["all"]), "bands": BANDS}),
    st.just({"column": ["all"], "high_is": "bad", "low": {"at": "lowest"}}),
)


def recipe(name, color, each):
    """A plate of two columns, one of which may be unlike the other."""
    keep = [{"field": "plate", "in": [name]}] if name else []
    rows = [{"field": "k"}]
    pivot = {"rows": rows, "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}, "keep": keep}
    own = {"each": [each]} if each else {}
    return {"finch_recipe": 2, "pivot": pivot, "color": {"high_is": "good", **color}, "words": {"title": name or "All"}, **own}


def text_of(plates):
    lines = ["k,c,plate,v"]
    for i, values in enumerate(plates):
        lines += [f"p{i}k{j // 2},{('all', 'rest')[j % 2]},p{i},{'' if v is None else v}" for j, v in enumerate(values)]
    return "\n".join(lines) + "\n"


def parts(recipe):
    return {name: part for name, part in recipe.items() if name != "finch_recipe"}


@settings(max_examples=60, deadline=None)
@given(plates=st.lists(PLATE, min_size=2, max_size=4), color=COLOR, each=EACH)
def test_each_color_is_that_of_one_figure_of_all_cells(plates, color, each):
    assume(any(value is not None for values in plates for value in values))
    text = text_of(plates)
    figures = [figure_of(text, **parts(recipe(f"p{i}", color, each))) for i in range(len(plates))]
    assert not why_not(figures)
    whole = figure_of(text, **parts(recipe("", color, each)))
    hexes = hexes_of(whole)
    for figure in shared(figures, len(figures) - 1):
        found = hexes_of(figure)
        assert found == {cell: hexes[cell] for cell in found}


def hexes_of(figure):
    """The color of each cell by its labels; None for a blank."""
    steps, names = figure.coloring.steps.tolist(), [*figure.coloring.hexes, *[None] * 256]
    return {
        (row, column): None if step == 255 else names[step]
        for row, line in zip(figure.matrix.rows, steps, strict=True)
        for column, step in zip(figure.matrix.columns, line, strict=True)
    }


@pytest.mark.parametrize("method", sorted(BAND_TERMS))
def test_a_first_plate_with_fewer_different_values_than_all(method):
    """The bands that it has alone are too few for the others."""
    plates = [[4], [1, 2, 9, 17, 40, 41, 90, 3]]
    color = {"bands": {"method": method, "count": 5}}
    recipes = {f"p{i}": recipe(f"p{i}", color, None) for i in range(2)}
    page = {"arrange": "beside", "plates": ["p0", "p1"], "share": True}
    folio = folio_of(page, plates=recipes, text=text_of(plates))
    assert folio.pages[0].apart == ""
    assert draw_page_svg(folio.pages[0])
    for placed in folio.pages[0].placed:
        assert draw_svg(placed.figure)
