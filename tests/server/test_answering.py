"""Answers are dumped by one function: all their fields, and recipes as recipes are written."""

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.common.recipe.table_spec import MergeMend
from mottled_finch.core.tables.aggregation.groups import Group
from mottled_finch.core.tables.table import Kind
from mottled_finch.server.answering import plain
from mottled_finch.server.openapi import MendAnswer, SampleAnswer, StatementAnswer, TrialAnswer


def test_every_field_of_an_answer_is_told_also_what_is_empty():
    sample = SampleAnswer(column="pier", before="", after="East", record=3)
    told = plain(TrialAnswer(words="", touched=0, made="", problem="", samples=(sample,), missed=(), notes=()))
    assert told == {
        "words": "",
        "touched": 0,
        "made": "",
        "problem": "",
        "samples": [{"column": "pier", "before": "", "after": "East", "record": 3}],
        "missed": (),
        "notes": (),
    }
    mend = MendAnswer(mend={"do": "fill"}, words="w", touched=1, made="", problem="", missed=(), notes=())
    assert plain(mend)["mend"] == {"do": "fill"}


def test_parts_of_recipes_are_written_as_recipes_are():
    recipe = load_recipe({"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}]}})
    assert plain(recipe) == {"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}]}}
    assert plain(StatementAnswer(pivot=recipe.pivot, text="", left=(), taken=(), others=()))["pivot"] == {
        "rows": [{"field": "pier"}]
    }
    mend = MergeMend(field="pier", from_=("Est",), into="East")
    assert plain([mend]) == [{"do": "merge", "field": "pier", "from": ["Est"], "into": "East"}]


def test_what_the_core_tells_is_told_whole():
    group = Group(start=0, stop=2, labels=("East",), depth=1)
    assert plain({"groups": (None, group)}) == {"groups": [None, {"start": 0, "stop": 2, "labels": ("East",), "depth": 1}]}
    assert plain(Kind.NUMBER) == "number"


def test_long_lists_of_numbers_are_taken_as_they_are():
    numbers = [None, 1.5] * 50_000
    assert plain(numbers) is numbers
    assert plain([]) == []


def test_a_name_that_turns_the_direction_of_writing_turns_nothing_beside_it(client):
    """As a file can be called so that it reads as another, a column would turn the title of its figure."""
    turn = "\u202e"
    table = client.upload(f"pier{turn}x,minutes\na{turn}b,4\nc,8\n").json()["id"]
    recipe = {"finch_recipe": 2, "pivot": {"rows": [{"field": f"pier{turn}x"}]}}
    plate = client.post("/api/plates", {"table": table, "recipe": recipe}, format="json").json()
    assert plate["plate"]["title"] == f"Number of records by \u2068pier{turn}x\u202c\u2069"
    assert plate["figure"]["rows"] == [f"a{turn}b", "c"], "what is data stays as it is"
    wrong = {**recipe, "pivot": {"rows": [{"field": f"no{turn}ne"}]}}
    told = client.put(f"/api/plates/{plate['plate']['id']}/recipe", wrong, format="json").json()["detail"]
    assert f'"\u2068no{turn}ne\u202c\u2069"' in told
