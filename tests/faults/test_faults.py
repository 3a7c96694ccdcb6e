"""The short forms of what `./finch bench faults` does: damaged files, kills, every pair of changes at the same time, load."""

from bench.faults.files import damaged_files
from bench.faults.kills import kills
from bench.faults.load import under_load
from bench.faults.races import PAIRS, races

from ..core.conftest import drawn


def test_damaged_files_of_every_form_are_read_or_refused_and_nothing_ends():
    found = damaged_files(300, seed=11)
    assert (found.lost, found.ended) == (0, 0), found.what


def test_kills_lose_nothing_that_was_acknowledged():
    found = kills(8, seed=5)
    assert (found.lost, found.ended) == (0, 0), found.what


def test_no_pair_of_changes_breaks_anything_or_loses_one_in_silence():
    """A third of them, others each day."""
    found = races(1, drawn(PAIRS, len(PAIRS) // 3))
    assert (found.lost, found.ended) == (0, 0), found.what


def test_nothing_breaks_under_load():
    found = under_load(0.1)
    assert found.tried > 20 and found.ended == 0
    assert [each for each in found.what if "MB at the start" not in each] == []
