"""The axis of the color rail."""

import pytest

AXIS = "features/plate/color/railAxis"
LINEAR = {"name": "linear", "around": 1, "values": [], "ranks": []}


def scale(low, high, lowest, highest):
    return {"low": low, "middle": (low + high) / 2, "high": high, "lowest": lowest, "highest": highest, "spread": LINEAR}


@pytest.mark.parametrize(
    ("given", "axis"),
    [
        (scale(0, 10, 0, 10), (0, 10)),
        (scale(0, 10, 2, 8), (0, 10)),  # ends beyond the data are still on the rail
        (scale(0, 10, -2, 12), (-2, 12)),  # a little beyond is shown whole
        (scale(0, 10, 0, 40), (0, 11.2)),  # a far extreme becomes a dot
        (scale(0, 10, -40, 10), (-1.2, 10)),
        (scale(7, 7, 7, 7), (3.5, 10.5)),
        (scale(0, 0, 0, 0), (-0.5, 0.5)),
    ],
)
def test_what_it_spans(node, given, axis):
    (found,) = node(AXIS, "axisOf", [[given]])
    assert (found["from"], found["to"]) == pytest.approx(axis)


@pytest.mark.parametrize(("span", "step"), [(10, 0.05), (17, 0.1), (1, 0.005), (600, 5), (1_000_000, 5000)])
def test_handles_move_in_round_steps(node, span, step):
    assert node(AXIS, "stepOn", [[{"from": 0, "to": span, "spread": LINEAR}]]) == [pytest.approx(step)]


def test_rounding_leaves_no_crumbs(node):
    assert node(AXIS, "rounded", [[0.30000000000000004, 0.1], [17.149, 0.05], [-3.333, 0.5]]) == [0.3, 17.15, -3.5]


def test_the_histogram_counts_what_is_on_the_axis(node):
    values = [0, 1, 2.5, 5, 9.99, 10, 11, -1, None]
    assert node(AXIS, "histogram", [[values, {"from": 0, "to": 10, "spread": LINEAR}, 4]]) == [[2, 1, 1, 2]]


def test_places_and_values_are_each_other_turned(node):
    axis = {"from": -2, "to": 8, "spread": LINEAR}
    assert node(AXIS, "placeOn", [[axis, -2], [axis, 3], [axis, 8]]) == [0, 0.5, 1]
    assert node(AXIS, "valueAt", [[axis, 0], [axis, 0.5], [axis, 1]]) == [-2, 3, 8]


def test_an_axis_of_logarithms_has_finer_steps_below(node):
    spread = {**LINEAR, "name": "log"}
    (axis,) = node(AXIS, "axisOf", [[{**scale(1, 1000, 1, 1000), "spread": spread}]])
    assert (axis["from"], axis["to"]) == (1, 1000)
    assert node(AXIS, "placeOn", [[axis, 10], [axis, 100]]) == pytest.approx([1 / 3, 2 / 3])
    low, high = node(AXIS, "stepOn", [[axis, 0.1], [axis, 0.9]])
    assert low <= 0.2
    assert high >= 2
