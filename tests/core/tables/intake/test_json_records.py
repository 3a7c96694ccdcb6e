"""JSON and JSON Lines."""

import io
import json

import numpy as np
import pytest

from mottled_finch.core.common.errors import IntakeError
from mottled_finch.core.common.recipe import ReadingSpec
from mottled_finch.core.tables.intake import look_at, read_file
from mottled_finch.core.tables.table import Kind, texts_at


def cells(content, name="a.json", **asked):
    text = content if isinstance(content, str) else json.dumps(content)
    table, _ = read_file(io.BytesIO(text.encode()), name, ReadingSpec(**asked))
    return {column.name: texts_at(column, np.arange(table.records)) for column in table.columns}


def test_a_list_of_objects():
    assert cells([{"a": 1, "b": "x"}, {"a": 2.5, "b": None}, {"b": "y", "c": True}]) == {
        "a": ["1", "2.5", ""],
        "b": ["x", "", "y"],
        "c": ["", "", "true"],
    }


def test_nested_objects_are_flattened_and_lists_kept_as_they_are_written():
    assert cells([{"at": {"pier": "East", "berth": {"no": 4}}, "tags": [1, "x"]}]) == {
        "at.pier": ["East"],
        "at.berth.no": ["4"],
        "tags": ['[1, "x"]'],
    }


def test_the_longest_list_under_a_key_is_taken_and_another_can_be_chosen():
    content = {"meta": {"v": 1}, "data": {"rows": [{"a": 1}, {"a": 2}], "sums": [{"s": 3}]}}
    look = look_at(io.BytesIO(json.dumps(content).encode()), "a.json")
    assert look.found.records == "data.rows"
    assert look.choices["records"] == ("data.rows", "data.sums")
    assert cells(content) == {"a": ["1", "2"]}
    assert cells(content, records="data.sums") == {"s": ["3"]}
    with pytest.raises(IntakeError, match=r'^a\.json: no list of records under "data\.row"; did you mean "data\.rows"\?$'):
        cells(content, records="data.row")


def test_an_object_a_line():
    assert cells('{"a": 1}\n\n{"a": 2, "b": "x"}\n', "a.jsonl") == {"a": ["1", "2"], "b": ["", "x"]}
    assert cells('{"a": 1}\n', "a.ndjson") == {"a": ["1"]}


def test_texts_of_moments_and_numbers_are_read_as_such():
    table, _ = read_file(io.BytesIO(b'[{"d": "2025-01-03", "n": "1,204.5"}, {"d": "2025-01-04", "n": "7"}]'), "a.json")
    assert [column.kind for column in table.columns] == [Kind.MOMENT, Kind.NUMBER]


def test_numbers_beyond_doubles_stay_as_they_are_written():
    assert cells([{"id": 12345678901234567890}, {"id": 1}]) == {"id": ["12345678901234567890", "1"]}


def test_json_is_told_from_text_by_how_it_begins():
    assert look_at(io.BytesIO(b'  [{"a": 1}]'), "a.txt").found.form == "json"
    assert look_at(io.BytesIO(b"[a],b\n1,2\n"), "a.txt").found.form == "delimited"


@pytest.mark.parametrize(
    ("text", "sentence"),
    [
        ('[{"a": 1},', "this is not JSON (expecting value at line 1, column 11); correct it there"),
        ("[1, 2]", "the JSON holds no list of objects or of lists; each record must be one of these"),
        ('{"a": 1}\n{"a": \n', "line 2 is not JSON; correct it there"),
        ('{"a": 1}\n[2]\n', "line 2 is not an object with names; correct it there"),
        ("[" * 100_000, "the JSON is nested too deeply to hold records"),
    ],
)
def test_says_what_is_wrong_with_json(text, sentence):
    with pytest.raises(IntakeError) as told:
        cells(text)
    assert str(told.value) == f"a.json: {sentence}"


@pytest.mark.parametrize(
    "form",
    [
        '[{"a": "x\\ud83d", "n": 1}, {"a": "\\ud83d\\ude00", "n": 2}]',
        '{"a": "x\\uDE00", "n": 1}\n{"a": "\\ud83d\\ude00", "n": 2}\n',
    ],
)
def test_half_a_character_is_shown_as_one_that_is_not_known_and_counted(form):
    table, look = read_file(io.BytesIO(form.encode()), "a.json")
    assert table.column("a", "").dictionary.tolist()[1:] == ["x\ufffd", "\U0001f600"]
    assert look.notes == ("1 character of which half was written, shown as “\ufffd”",)


def test_a_backslash_before_such_words_is_none_of_them():
    table, look = read_file(io.BytesIO(b'[{"a": "x\\\\ud83d"}, {"a": "y"}]'), "a.json")
    assert table.column("a", "").dictionary.tolist()[1:] == ["x\\ud83d", "y"] and look.notes == ()
