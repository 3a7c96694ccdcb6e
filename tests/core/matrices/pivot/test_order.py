"""Orders of a side by hand, the tree of likeness against SciPy, and that no order changes a value."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.cluster.hierarchy import leaves_list, linkage
from scipy.spatial.distance import pdist, squareform

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.contents.likeness import resolved
from mottled_finch.core.matrices.pivot import make_matrix
from mottled_finch.core.matrices.pivot.order import ORDERS
from mottled_finch.core.matrices.pivot.order.distances import distances

from ...conftest import figure_of, read

LOG = "line,pier,day,late\nInner,P 10,Mon,2\nInner,P 10,Tue,4\nInner,P 9,Mon,9\nOuter,A,Mon,1\nOuter,A,Tue,30\nOuter,B,Tue,5\n"


def rows(**order):
    pivot = {"rows": [{"field": "pier"}], "columns": [{"field": "day"}], "measure": {"take": "sum", "of": "late"}}
    found = make_matrix(read(LOG), load_recipe({"finch_recipe": 2, "pivot": {**pivot, "order": {"rows": order}}}).pivot)
    return [labels[0] for labels in found.rows]


@pytest.mark.parametrize(
    ("order", "wanted"),
    [
        ({}, ["A", "B", "P 9", "P 10"]),
        ({"by": "natural", "descending": True}, ["P 10", "P 9", "B", "A"]),
        ({"by": "label"}, ["A", "B", "P 9", "P 10"]),
        ({"by": "total"}, ["B", "P 10", "P 9", "A"]),
        ({"by": "total", "descending": True}, ["A", "P 9", "P 10", "B"]),
        # What has no value there stands last, whichever way.
        ({"by": "member", "of": ["Mon"]}, ["A", "P 10", "P 9", "B"]),
        ({"by": "member", "of": ["Mon"], "descending": True}, ["P 9", "P 10", "A", "B"]),
        ({"by": "member", "of": ["Sun"]}, ["A", "B", "P 9", "P 10"]),  # gone: nothing is sorted
        ({"by": "hand", "hand": [["P 9", "gone", "A"]]}, ["P 9", "A", "B", "P 10"]),  # what is not listed stands last
    ],
)
def test_by_hand(order, wanted):
    assert rows(**order) == wanted


def test_groups_go_by_their_totals_and_members_within_them():
    pivot = {
        "rows": [{"field": "line"}, {"field": "pier"}],
        "measure": {"take": "sum", "of": "late"},
        "order": {"rows": {"by": "total", "descending": True}},
    }
    found = make_matrix(read(LOG), load_recipe({"finch_recipe": 2, "pivot": pivot}).pivot)
    assert found.rows == (("Outer", "A"), ("Outer", "B"), ("Inner", "P 9"), ("Inner", "P 10"))
    assert found.all_values[:, 0].tolist() == [31, 5, 9, 6, 36, 15, 51]
    assert [group.labels for group in found.row_groups] == [("Outer",), ("Inner",)]


@settings(max_examples=40, deadline=None)
@given(
    st.lists(st.tuples(st.sampled_from("abcde"), st.sampled_from("pqrs"), st.integers(-9, 9)), min_size=4, max_size=60),
    st.sampled_from(list(ORDERS)),
    st.booleans(),
)
def test_no_order_changes_a_value(records, by, descending):
    text = "r,c,v\na,p,2.5\n" + "".join(f"{row},{column},{value}\n" for row, column, value in records)
    pivot = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
    order = {"by": by, "descending": descending}
    order |= {"member": {"of": ["p"]}, "hand": {"hand": [["c", "a"]]}}.get(by, {})
    table = read(text)
    plain = make_matrix(table, load_recipe({"finch_recipe": 2, "pivot": pivot}).pivot)
    ordered = make_matrix(table, resolved(load_recipe({"finch_recipe": 2, "pivot": {**pivot, "order": {"rows": order}}}), {}))
    assert sorted(plain.rows) == sorted(ordered.rows)
    for i, labels in enumerate(ordered.rows):
        np.testing.assert_array_equal(ordered.all_values[i], plain.all_values[plain.rows.index(labels)])
    np.testing.assert_array_equal(ordered.all_values[-1], plain.all_values[-1])


@pytest.mark.parametrize("how", ["euclidean", "cityblock", "cosine", "correlation"])
def test_distances_are_those_of_scipy_where_nothing_is_blank(how):
    values = np.random.default_rng(5).normal(3, 2, (9, 6))
    np.testing.assert_allclose(distances(values, how), squareform(pdist(values, how)), atol=1e-12)


@pytest.mark.parametrize("how", ["euclidean", "cityblock", "cosine", "correlation"])
def test_distances_over_blanks_are_of_what_both_have(how):
    values = np.array([[1, 2, np.nan, 5], [1, 2, 7, np.nan], [np.nan] * 4, [4, 4, 4, 4], [4, 4, 4, 4]])
    found = distances(values, how)
    assert np.isfinite(found).all()
    np.testing.assert_array_equal(found, found.T)
    assert found[0, 1] == pytest.approx(0, abs=1e-12)
    assert found[3, 4] == pytest.approx(0, abs=1e-12)
    assert found[0, 2] == found.max()  # nothing in common: as far as any


def test_euclidean_distances_are_scaled_up_to_all_cells():
    assert distances(np.array([[0.0, 0, np.nan], [3.0, 4, 1]]), "euclidean")[0, 1] == pytest.approx(5 * np.sqrt(3 / 2))


@pytest.mark.parametrize("how", ["average", "complete", "ward"])
def test_likeness_follows_scipys_linkage_with_like_rows_side_by_side(how):
    rng = np.random.default_rng(8)
    values = np.vstack([rng.normal(center, 0.3, (4, 5)) for center in (0, 20, 5)])[rng.permutation(12)]
    text = "r,c,v\n" + "".join(f"r{i:02},c{j},{float(values[i, j])!r}\n" for i in range(12) for j in range(5))
    order = {"rows": {"by": "likeness", "linkage": how}}
    pivot = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}, "order": order}
    found = figure_of(text, pivot=pivot).matrix
    nearest = np.rint(found.values[:, 0] / 5)
    assert (np.diff(nearest) != 0).sum() == 2  # each of the three kinds stands together
    plain = linkage(pdist(values), how)
    assert set(leaves_list(plain)) == set(range(12))
    heights = sorted(merge.height for merge in found.row_tree)
    np.testing.assert_allclose(heights, sorted(plain[:, 2] / plain[:, 2].max()), rtol=1e-9)
    top = max(found.row_tree, key=lambda merge: merge.height)
    assert 0 <= top.left < top.right <= 11
    # Each branch begins where a joint lies, or at a member.
    joints = {0.0, *(merge.height for merge in found.row_tree)}
    assert all({merge.left_height, merge.right_height} <= joints for merge in found.row_tree)
    assert all(max(merge.left_height, merge.right_height) <= merge.height for merge in found.row_tree)


def test_a_tree_can_be_left_off_and_nested_sides_have_one_in_each_group():
    text = "g,r,c,v\n" + "".join(f"{g},{r},{c},{ord(r) * 3 + ord(c)}\n" for g in "xy" for r in "abc" for c in "pq")
    pivot = {"rows": [{"field": "g"}, {"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}

    def tree(**order):
        return figure_of(text, pivot={**pivot, "order": {"rows": {"by": "likeness", **order}}}).matrix.row_tree

    assert tree(tree=False) == ()
    assert len(tree()) == 4
    assert all(merge.right <= 2 or merge.left >= 3 for merge in tree())


def test_two_members_of_a_group_are_joined_and_one_alone_is_not():
    text = "g,r,c,v\n" + "".join(
        f"{g},{r},{c},{ord(r) * 3 + ord(c)}\n" for g, rs in (("x", "ab"), ("y", "a")) for r in rs for c in "pq"
    )
    pivot = {"rows": [{"field": "g"}, {"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
    (joint,) = figure_of(text, pivot={**pivot, "order": {"rows": {"by": "likeness"}}}).matrix.row_tree
    assert (joint.left, joint.right, joint.height) == (0, 1, 1)


def test_likeness_has_no_other_way_round():
    ways = [
        figure_of(MIXED, pivot={**BY_LIKENESS, "order": {"rows": {"by": "likeness", **more}}})
        for more in ({}, {"descending": True})
    ]
    assert ways[0].matrix.rows == ways[1].matrix.rows and ways[0].matrix.row_tree == ways[1].matrix.row_tree


def test_by_first_appearance():
    text = "k,s,v\nzinc,2,1\napple,1,1\nmoss,2,1\napple,2,1\nzinc,1,1\n"

    def rows(levels, **order):
        spec = {"rows": levels, "order": {"rows": {"by": "appearance", **order}}}
        return make_matrix(read(text), load_recipe({"finch_recipe": 2, "pivot": spec}).pivot).rows

    assert rows([{"field": "k"}]) == (("zinc",), ("apple",), ("moss",))
    assert rows([{"field": "k"}], descending=True) == (("moss",), ("apple",), ("zinc",))
    assert rows([{"field": "s"}, {"field": "k"}])[:3] == (("2", "zinc"), ("2", "apple"), ("2", "moss"))
    assert rows([{"field": "k", "top": 2, "by": {"take": "count"}, "others": True}]) == (("zinc",), ("apple",), ("Others",))
    assert rows([{"field": "k", "names": {"moss": "zinc"}}]) == (("zinc",), ("apple",))


MIXED = "r,c,v\n" + "".join(
    f"{r},{c},{v}\n"
    for r, *values in (
        ("a1", 1, 9, 8, 5200),
        ("b1", 9, 1, 2, 5100),
        ("a2", 2, 9, 9, 5000),
        ("b2", 8, 2, 1, 5300),
        ("a3", 1, 8, 8, 5150),
        ("b3", 9, 2, 2, 5250),
    )
    for c, v in zip(("p", "q", "s", "thousands"), values, strict=True)
)
"""Two groups, and a column that tells nothing and is in thousands."""
BY_LIKENESS = {
    "rows": [{"field": "r"}],
    "columns": [{"field": "c"}],
    "measure": {"take": "sum", "of": "v"},
    "order": {"rows": {"by": "likeness"}},
}


def kinds(text=MIXED, pivot=BY_LIKENESS, **parts):
    """The groups as they stand side by side."""
    rows = [labels[0][0] for labels in figure_of(text, pivot=pivot, **parts).matrix.rows]
    return "".join(letter for i, letter in enumerate(rows) if i == 0 or rows[i - 1] != letter)


def euclidean(pivot=BY_LIKENESS):
    return {**pivot, "order": {"rows": {"by": "likeness", "distance": "euclidean"}}}


@pytest.mark.parametrize(
    "parts",
    [
        {"color": {"within": "column"}},
        {"each": [{"column": ["thousands"], "low": {"at": 5000}, "high": {"at": 5400}}]},
        {"color": {"high": {"at": 10}}},
        {"color": {"bands": {"cuts": [5, 100]}}},
    ],
    ids=["within columns", "unlike", "clipped", "bands"],
)
def test_members_are_alike_by_the_places_of_their_cells_on_the_scale(parts):
    assert kinds(**parts) in ("ab", "ba")
    assert kinds(pivot=euclidean(), **parts) not in ("ab", "ba"), "by numbers, the largest column alone decides"


@given(st.lists(st.lists(st.one_of(st.none(), st.integers(0, 99)), min_size=4, max_size=4), min_size=3, max_size=8))
@settings(max_examples=40)
def test_on_one_even_scale_it_is_as_straight_distances_have_it(values):
    text = "r,c,v\n" + "".join(f"r{i},c{j},{v}\n" for i, row in enumerate(values) for j, v in enumerate(row) if v is not None)
    if len({v for row in values for v in row if v is not None}) < 2:
        return
    colored, straight = (figure_of(text, pivot=pivot).matrix for pivot in (BY_LIKENESS, euclidean()))
    heights = [[merge.height for merge in matrix.row_tree] for matrix in (colored, straight)]
    np.testing.assert_allclose(*map(sorted, heights), atol=1e-9)


@pytest.mark.parametrize("value", ["5", "", "0", "1e300"], ids=["constant", "blank", "zero", "huge"])
@pytest.mark.parametrize("within", ["table", "row", "column"])
def test_members_whose_cells_are_all_alike_or_blank_have_an_order(value, within):
    text = "r,c,v\n" + "".join(f"r{i},c{j},{value}\n" for i in range(4) for j in range(3))
    pivot = {**BY_LIKENESS, "keep": [{"field": "r", "not_in": ["out"]}]}
    rows = figure_of(text + "out,c0,3\n", pivot=pivot, color={"within": within}).matrix.rows
    assert sorted(rows) == [("r0",), ("r1",), ("r2",), ("r3",)]


def test_a_figure_of_which_every_cell_is_hidden_has_an_order():
    figure = figure_of(MIXED, pivot=BY_LIKENESS, cells={"least_records": 2})
    assert len(figure.matrix.rows) == 6 and figure.contents.few.all()


def test_a_member_that_is_set_aside_and_a_hidden_cell_say_nothing_of_likeness():
    aside = {**BY_LIKENESS, "aside": {"rows": [["b2"]], "columns": [["thousands"]]}}
    assert kinds(pivot=aside) in ("ab", "ba")
    planted = MIXED + "".join(f"{r},u,1\n" * 6 for r in ("a1", "a2", "b1", "b2")) + "a3,u,9\n" + "b3,u,9\n"
    hidden = {"cells": {"least_records": 5}, "color": {"within": "column"}}
    rows = figure_of(planted.replace("a3,u,9", "a3,u,1"), pivot=BY_LIKENESS, **hidden).matrix.rows
    assert figure_of(planted, pivot=BY_LIKENESS, **hidden).matrix.rows == rows
