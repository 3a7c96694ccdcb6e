"""Texts that look like one: which is the slip, why, and what tells two apart on purpose; one letter apart by brute force."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.common.language.likeness import plain, twins_among


def told(**counts: int) -> list[tuple[str, str, str]]:
    return [(twin.rarer, twin.other, twin.why) for twin in twins_among({key.replace("_", " "): n for key, n in counts.items()})]


def steps_apart(a: str, b: str) -> int:
    """Letters to put in, take out, change or swap with the next, at least (L. Boytsov, 2011, optimal string alignment)."""
    rows = [[i + j if i * j == 0 else 0 for j in range(len(b) + 1)] for i in range(len(a) + 1)]
    for i in range(1, len(a) + 1):
        for j in range(1, len(b) + 1):
            changed = rows[i - 1][j - 1] + (a[i - 1] != b[j - 1])
            rows[i][j] = min(rows[i - 1][j] + 1, rows[i][j - 1] + 1, changed)
            if i > 1 and j > 1 and a[i - 2 : i] == b[j - 2 : j][::-1]:
                rows[i][j] = min(rows[i][j], rows[i - 2][j - 2] + 1)
    return rows[-1][-1]


@given(st.text("abc", min_size=5, max_size=8), st.text("abc", min_size=5, max_size=8))
def test_one_letter_apart_is_one_step_by_brute_force(a, b):
    found = twins_among({a: 100, b: 1})
    assert bool(found) == (steps_apart(a, b) == 1)
    assert all((twin.rarer, twin.why, twin.records, twin.likely) == (b, "one letter apart", 1, True) for twin in found)


@given(st.text("abcd", min_size=5, max_size=7), st.integers(0, 30), st.integers(0, 3), st.sampled_from("abcd"))
def test_a_slip_is_found_wherever_it_is(word, place, how, letter):
    at = place % len(word)
    slip = {
        0: word[:at] + word[at + 1 :],
        1: word[:at] + letter + word[at:],
        2: word[:at] + letter + word[at + 1 :],
        3: word[:at] + word[at + 1 : at + 2] + word[at : at + 1] + word[at + 2 :],
    }[how]
    if len(slip) >= 5 and slip != word:
        assert [twin.rarer for twin in twins_among({word: 100, slip: 3})] == [slip]


@pytest.mark.parametrize(("records", "is_slip"), [(25, True), (26, False), (100, False)])
def test_a_slip_is_much_rarer_than_what_it_is_one_of(records, is_slip):
    assert bool(told(Plover=100, Plovar=records)) is is_slip


def test_short_names_are_no_slips_of_each_other_and_numbers_tell_apart():
    assert told(Pier=100, Pies=1) == [] and told(Piers=100, Pierz=1) != []
    assert told(Berth_101=100, Berth_102=1) == [] and told(Berth_101=100, Bertt_101=1) != []


@pytest.mark.parametrize(
    ("rarer", "other", "why"),
    [
        ("EEL stairs", "Eel  Stairs", "the same letters but for their case"),
        ("eel-stairs", "Eel Stairs", "the same letters but for blanks and marks"),
        ("Cafe", "Café", "the same letters but for accents"),
        ("Harbor Line", "Harbour Line", "one word in the spelling of two lands"),
        ("St Brannoc", "Saint Brannoc", "the same but for a short form"),
        ("Dover & Deal", "Dover and Deal", "the same but for a short form"),
    ],
)
def test_why_two_are_alike(rarer, other, why):
    (twin,) = twins_among({rarer: 2, other: 9})
    assert (twin.rarer, twin.other, twin.why, twin.records) == (rarer, other, why, 2)


def test_of_several_spellings_each_is_set_against_the_commonest():
    found = twins_among({"eel": 1, "Eel": 9, "EEL": 3})
    assert [(twin.rarer, twin.other, twin.records) for twin in found] == [("eel", "Eel", 1), ("EEL", "Eel", 3)]
    # The slip of a group is one of its commonest spelling.
    assert [(twin.rarer, twin.other) for twin in twins_among({"Plover": 9, "PLOVER": 90, "Plovar": 2})] == [
        ("Plover", "PLOVER"),
        ("Plovar", "PLOVER"),
    ]


@pytest.mark.parametrize(
    ("longer", "shorter", "word", "likely"),
    [
        ("Greater Eel Stairs", "Eel Stairs", "Greater", False),
        ("The Eel Stairs", "Eel Stairs", "The", True),
        ("Eel Stairs Ltd", "Eel Stairs", "Ltd", True),
        ("Eel Upper Stairs", "Eel Stairs", "Upper", False),
    ],
)
def test_a_word_more(longer, shorter, word, likely):
    (twin,) = twins_among({longer: 3, shorter: 9})
    assert (twin.rarer, twin.other, twin.why, twin.likely) == (longer, shorter, f"the same but for “{word}”", likely)
    (twin,) = twins_among({longer: 9, shorter: 3})
    assert (twin.rarer, twin.other) == (shorter, longer)


@pytest.mark.parametrize("pair", [("Berth 4 North", "Berth North"), ("Old Eel", "Eel"), ("Eel", "Ash")])
def test_a_number_more_or_a_word_beside_hardly_any_is_no_twin(pair):
    assert twins_among(dict(zip(pair, (9, 3), strict=True))) == []


@pytest.mark.parametrize(
    ("one", "other"),
    [
        ("grey", "gray"),
        ("greyed", "grayed"),
        ("colours", "colors"),
        ("harbouring", "harboring"),
        ("neighbourhood", "neighborhood"),
        ("organise", "organize"),
        ("organisations", "organizations"),
        ("centre", "center"),
        ("fibres", "fibers"),
    ],
)
def test_one_word_in_the_spellings_of_lands(one, other):
    assert plain(one) == plain(other)


@pytest.mark.parametrize(
    ("one", "other"), [("hour", "hor"), ("tours", "tors"), ("rise", "rize"), ("are", "aer"), ("tre", "ter"), ("grün", "grun")]
)
def test_words_that_are_spelled_so_everywhere(one, other):
    assert (plain(one) == plain(other)) is (one == "grün"), "an accent alone makes no other word"
