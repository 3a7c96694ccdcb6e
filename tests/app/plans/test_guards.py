"""What holds a plan back: each guard, what it says, and what it lets pass."""

import pytest

from mottled_finch.app.plans.guards import GUARDS, Guarded, failing, standing_from, standing_of
from mottled_finch.app.plans.spec import GuardsSpec
from mottled_finch.core.common.errors import TableError

from ...core.conftest import read

LAST = "pier,minutes\nA,1\nA,2\nB,3\n"


def judged(text, **guards):
    spec = GuardsSpec(**guards)
    table, last = read(text), standing_of(read(LAST), spec)
    kept = standing_from(last.plain())
    assert kept == last
    return failing(Guarded(table=table, now=standing_of(table, spec), last=kept, guards=spec))


def test_guards_are_the_keys_of_a_plan():
    assert set(GUARDS) == set(GuardsSpec.__dataclass_fields__)


@pytest.mark.parametrize(
    ("text", "guards", "words"),
    [
        (LAST, {"records": 1.0, "known": ("pier",), "totals": {"minutes": 0.0}}, []),
        ("pier,minutes\nA,1\nB,5\n", {"records": 0.9}, ["2 records, 67% of the 3 of last time, and 90% is the least"]),
        ("pier,minutes\nA,1\nB,5\n", {"records": 0.5}, []),
        ("pier\nA\nA\nB\n", {}, ["a column is gone: “minutes”"]),
        ("pier\nA\nA\nB\n", {"columns": False}, []),
        ("pier,minutes\nA,1\nC,2\nD,3\n", {"known": ("pier",)}, ["unknown in pier: “C”, “D”"]),
        (
            "pier,minutes\nA,1\nA,2\nA,9\n",
            {"totals": {"minutes": 0.5}},
            ["minutes sums to 12 against 6 (+100.0%), and 50% is the most"],
        ),
        ("pier,minutes\nA,1\nA,2\nA,5\n", {"totals": {"minutes": 0.5}}, []),
    ],
)
def test_what_it_says(text, guards, words):
    assert judged(text, **guards) == words


def test_a_first_run_has_nothing_to_be_held_against():
    spec = GuardsSpec(records=0.9, known=("pier",), totals={"minutes": 0.1})
    table = read("pier,minutes\nA,1\n")
    assert failing(Guarded(table=table, now=standing_of(table, spec), last=None, guards=spec)) == []


def test_findings_hold_it_back_by_the_name_of_their_finder():
    twins = "pier,minutes\n" + "Gray,1\n" * 20 + "Grey,1\n" * 20 + "Elsewhere,2\n" * 9
    assert judged(twins, without=("near_twins",)) == ["found: “Grey” looks like “Gray”: one word in the spelling of two lands"]
    assert not [each for each in judged(twins, without=("repeated",)) if "Grey" in each]


@pytest.mark.parametrize(
    ("guards", "words"),
    [
        ({"known": ("peir",)}, 'guards.known[0]: no column "peir"; did you mean "pier"?'),
        ({"known": ("minutes",)}, 'guards.known[0]: "minutes" holds no categories; guard a field that does'),
        ({"totals": {"pier": 0.1}}, 'guards.totals.pier: "pier" holds no numbers; guard a field that does'),
    ],
)
def test_a_field_that_cannot_be_guarded_is_told(guards, words):
    with pytest.raises(TableError) as caught:
        standing_of(read(LAST), GuardsSpec(**guards))
    assert str(caught.value) == words
