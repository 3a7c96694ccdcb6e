"""The end of a sentence about an unknown word."""

import pytest

from mottled_finch.core.common.errors import CoreError, did_you_mean


@pytest.mark.parametrize(
    ("word", "known", "words"),
    [
        ("peir", ["pier", "line"], 'did you mean "pier"?'),
        ("PIER", ["Pier", "line"], 'did you mean "Pier"?'),
        ("zzz", ["pier", "line"], "choose from pier, line"),
        ("zzz", [], "there is none to choose from"),
        ("zzz", [f"c{i}" for i in range(20)], "choose from c0, c1, c2, c3, c4, c5, c6, c7, c8, c9, c10, c11, …"),
    ],
)
def test_the_nearest_word_or_the_choice(word, known, words):
    assert did_you_mean(word, known) == words


def test_an_error_is_its_sentence_led_by_its_place():
    assert str(CoreError("it broke", path="a.b[0]", received=1, allowed=["x"])) == "a.b[0]: it broke"
    assert str(CoreError("it broke")) == "it broke"
