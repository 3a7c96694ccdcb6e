"""All that is said can be listed, so that it can be read through."""

import re

import pytest

from scripts.sentences import of_source, sentences


@pytest.fixture(scope="module")
def said() -> list[str]:
    return sentences()


def test_refusals_labels_and_hints_are_among_them(said):
    words = [each.split(": ", 1)[1] for each in said]
    for known in (
        "light at least one cell",
        "this bracket is not closed; put ) where it ends",
        "There is no step {…} in this history.",
        "Choose a file",
        "Write a number from 0 to 100.",
        "Everything you changed is saved. Reload the page; if it fails again, see that ./finch is still running.",
    ):
        assert known in words
    assert len(words) > 900


def test_each_has_its_place(said):
    assert [each for each in said if not re.match(r"(mottled_finch|web/src)/[\w./-]+:\d+: \S", each)] == []


def test_nothing_is_said_that_analysts_guessed_at(said):
    """Words of ours where a common one serves, as they once stood there."""
    guessed = re.compile(
        r": (Bring it in|Lay it out|Leave it|Say why|Give it up|Tell again|Take it|Lay mine on top|Order by nothing)$"
    )
    assert [each for each in said if guessed.search(each)] == []


def test_texts_put_together_are_told_with_gaps(tmp_path):
    source = tmp_path / "a.py"
    source.write_text('raise RecipeError(f"no {name}; choose {some!r}", path="x")\nsay("one" + "two")\nother("not this one")\n')
    assert list(of_source(source)) == [(1, "no {…}; choose {…}")]
