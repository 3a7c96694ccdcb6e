"""What the field for sentences does with its text: what was not understood, and words that are offered or put in its place."""

import random

PIECES = "features/asking/pieces"


def left(text: str, start: int, end: int, **more):
    return {"text": text[start:end], "start": start, "end": end, "nearest": [], **more}


def test_a_text_is_cut_where_it_was_not_understood(node):
    text = "count by boat and ferry 🚢 please"
    calls = [[text, [left(text, 6, 13)]], [text, []], [text, [left(text, 24, 25), left(text, 0, 5)]]]
    found = node(PIECES, "piecesOf", calls)
    assert [[(each["text"], each["left"]) for each in pieces] for pieces in found] == [
        [("count ", False), ("by boat", True), (" and ferry 🚢 please", False)],
        [(text, False)],
        [("count", True), (" by boat and ferry ", False), ("🚢", True), (" please", False)],
    ]


def test_the_pieces_are_the_text_whatever_was_left(node):
    chance = random.Random(4)
    calls = []
    for _ in range(200):
        text = "".join(chance.choices("ab 🚢é,", k=chance.randrange(30)))
        places = sorted(chance.sample(range(len(text) + 1), k=min(2 * chance.randrange(3), len(text))))
        calls.append([text, [left(text, a, b) for a, b in zip(places[::2], places[1::2], strict=False)]])
    for (text, marks), pieces in zip(calls, node(PIECES, "piecesOf", calls), strict=True):
        assert "".join(piece["text"] for piece in pieces) == text
        assert [piece["text"] for piece in pieces if piece["left"]] == [mark["text"] for mark in marks if mark["text"]]


def test_a_word_that_is_offered_takes_the_place_of_its_beginning(node):
    calls = [
        ["takings by li", {"text": "line", "start": 11}],
        ["takings by ", {"text": "line", "start": 11}],
        ["takings", {"text": "by", "start": 7}],
        ["", {"text": "average", "start": 0}],
    ]
    assert node(PIECES, "withOffer", calls) == ["takings by line ", "takings by line ", "takings by ", "average "]


def test_a_name_takes_the_place_of_what_was_left_but_for_what_led_it_in(node):
    text = "count excluding Brackwatr, top 5"
    plain = "count by boat"
    calls = [
        [text, left(text, 6, 25), "Brackwater"],
        [plain, left(plain, 6, 13), "vessel"],
        [plain, left(plain, 9, 13), 'a "b", c'],
    ]
    assert node(PIECES, "withInstead", calls) == [
        "count excluding Brackwater, top 5",
        "count by vessel",
        'count by "a \\"b\\", c"',
    ]


def test_the_example_is_of_the_tables_own_columns(node):
    number = {"kind": "number", "distinct": 40, "words": "minutes late"}
    pier = {"kind": "category", "distinct": 14, "words": "pier"}
    code = {"kind": "category", "distinct": 14, "words": "pier code"}
    line = {"kind": "category", "distinct": 5, "words": "line"}
    when = {"kind": "moment", "distinct": 300, "words": "departed"}
    calls = [[[code, pier, number, when]], [[pier, line]], [[number]], [[]]]
    assert node("features/asking/example", "exampleOf", calls) == [
        "minutes late by pier and month",
        "number of records by pier and line",
        "minutes late",
        "number of records",
    ]
