"""Bands of some members alone, as they are typed in the card of a head."""

import pytest

EACH_BANDS = "features/plate/stage/eachBands"
TARGETS = {"our promise": 5}


def found(node, drawn, before=None, percent=False):
    return node(EACH_BANDS, "bandsFrom", [[{"as": "", "count": "", "cuts": "", **drawn}, before, TARGETS, percent]])[0]


@pytest.mark.parametrize(
    ("drawn", "before", "bands"),
    [
        ({"as": "cuts", "cuts": "2, 5; 9"}, None, {"cuts": [2, 5, 9]}),
        ({"as": "cuts", "cuts": "2, our promise, 9"}, None, {"cuts": [2, {"target": "our promise"}, 9]}),
        ({"as": "cuts", "cuts": "5"}, {"cuts": [4], "names": ["low", "high"]}, {"cuts": [5], "names": ["low", "high"]}),
        ({"as": "cuts", "cuts": "5"}, {"cuts": [4, 6], "names": ["a", "b", "c"]}, {"cuts": [5]}),
        ({"as": "natural"}, None, {"method": "natural", "count": 5}),
        ({"as": "quantile", "count": "3"}, {"cuts": [1]}, {"method": "quantile", "count": 3}),
    ],
)
def test_what_was_typed(node, drawn, before, bands):
    assert found(node, drawn, before) == {"found": bands, "wrong": ""}


def test_percent_signs_may_be_written(node):
    assert found(node, {"as": "cuts", "cuts": "50%, 75"}, percent=True)["found"] == {"cuts": [0.5, 0.75]}


@pytest.mark.parametrize(
    ("drawn", "sentence"),
    [
        ({"as": "cuts", "cuts": ""}, "Write where the bands are cut, such as 2, 5, 9."),
        ({"as": "cuts", "cuts": "2, x"}, "Write where the bands are cut, such as 2, 5, 9."),
        ({"as": "cuts", "cuts": "5, 2"}, "Cuts must rise, such as 2, 5, 9."),
        ({"as": "cuts", "cuts": "5, our promise"}, "Cuts must rise, such as 2, 5, 9."),
        ({"as": "cuts", "cuts": ",".join(map(str, range(40)))}, "There may be 11 cuts at most."),
        ({"as": "natural", "count": "1"}, "Write how many bands, from 2 to 12."),
        ({"as": "natural", "count": "2.5"}, "Write how many bands, from 2 to 12."),
    ],
)
def test_what_is_wrong(node, drawn, sentence):
    assert found(node, drawn) == {"wrong": sentence}


def test_what_is_there_is_typed_over(node):
    bands = {"cuts": [0.25, {"target": "our promise"}], "names": ["a", "b", "c"]}
    (drawn,) = node(EACH_BANDS, "drawnAs", [[bands, True]])
    assert drawn == {"as": "cuts", "count": "5", "cuts": "25%, our promise"}
    assert found(node, drawn, bands, percent=True)["found"] == bands
    assert node(EACH_BANDS, "drawnAs", [[None, False]])[0]["as"] == ""
