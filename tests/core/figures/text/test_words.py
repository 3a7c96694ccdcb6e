"""Numbers, fields and titles in words."""

from dataclasses import replace

import numpy as np
import pytest

from mottled_finch.core.common.language import OURS
from mottled_finch.core.common.language.english import field_words, printable
from mottled_finch.core.common.recipe import CellsSpec, load_recipe
from mottled_finch.core.common.wording.parts import default_title
from mottled_finch.core.figures.contents.number_style import number_text, style_of

from ...conftest import figure_of


@pytest.mark.parametrize(
    ("value", "decimals", "words"),
    [(0, 0, "0"), (-0.04, 1, "0.0"), (-0.06, 1, "−0.1"), (1234567.891, 2, "1,234,567.89"), (-1e6, 0, "−1,000,000"), (2.5, 0, "3")],
)
def test_numbers_are_grouped_with_a_true_minus_and_none_before_zero(value, decimals, words):
    assert number_text(value, decimals) == words


@pytest.mark.parametrize(
    ("values", "decimals"),
    [((1, 2), 0), ((1.5, 2), 2), ((12.25, 3.5), 1), ((123.4, 1), 0), ((0.01234, 0.001), 4), ((0, 0), 0), ((1e-9, 0), 6)],
)
def test_about_three_significant_digits(values, decimals):
    text = "r,v\n" + "".join(f"r{i},{value}\n" for i, value in enumerate(values))
    figure = figure_of(text, pivot={"rows": [{"field": "r"}], "measure": {"take": "sum", "of": "v"}})
    of = figure.matrix.values, figure.matrix.all_values
    assert style_of(figure.recipe, *of).decimals == decimals
    assert style_of(replace(figure.recipe, cells=CellsSpec(decimals=5)), *of).decimals == 5


def test_averages_of_whole_numbers_keep_a_decimal_where_their_totals_need_one():
    text = "r,v\na,1\nb,2\nb,4\n"
    figure = figure_of(text, pivot={"rows": [{"field": "r"}], "measure": {"take": "average", "of": "v"}})
    assert figure.matrix.values.ravel().tolist() == [1, 3]
    assert figure.matrix.grand_total == pytest.approx(7 / 3)
    assert style_of(figure.recipe, figure.matrix.values, figure.matrix.all_values).decimals == 2
    assert not np.isnan(figure.matrix.grand_total)


def title(**pivot):
    return default_title(load_recipe({"finch_recipe": 2, "pivot": pivot}).pivot, OURS)


def test_titles_say_what_is_shown():
    assert title() == "Number of records"
    assert title(rows=[{"field": "pier_code"}], measure={"take": "sum", "of": "takings"}) == "Sum of takings by pier code"
    both = title(rows=[{"field": "pier"}], columns=[{"field": "order_date", "cut": "weekday"}])
    assert both == "Number of records by pier and weekday of order date"


def test_fields_and_what_no_page_can_hold():
    assert field_words("minutes__late_") == "minutes late"
    assert field_words("_") == "_"
    assert printable("a\x00b\x1bc\ud800d\né") == "abcd\né"


def test_a_field_with_itself_is_no_extreme_of_coefficients():
    text = "a,b,c\n1,1,9\n2,3,5\n3,2,6\n4,5,1\n"
    figure = figure_of(
        text,
        pivot={"correlate": {"fields": ["a", "b", "c"]}},
        cells={"values": "extremes"},
    )
    assert figure.contents.wanted.tolist() == [[False, True, False], [True, False, True], [False, True, False]]
    assert figure.facts.text("highest") == "0.83"
    assert {figure.facts.text("highest.row"), figure.facts.text("highest.column")} == {"a", "b"}
    assert {figure.facts.text("lowest.row"), figure.facts.text("lowest.column")} == {"b", "c"}
