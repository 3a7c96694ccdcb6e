"""Recipes of an earlier format over HTTP: from a shell's file, or from a window that was opened before the server was renewed."""

import pytest

OLD = {
    "finch_recipe": 1,
    "pivot": {"rows": [{"field": "pier"}], "measure": {"take": "sum", "of": "minutes"}},
    "color": {"emphasis": {"highest": 1}, "scale": "symlog"},
    "cells": {"marks": {"as": "dot"}},
}
NEW = {
    "finch_recipe": 2,
    "pivot": {"rows": [{"field": "pier"}], "measure": {"take": "sum", "of": "minutes"}},
    "color": {"lit": {"highest": 1}, "scale": "log_both"},
    "cells": {"symbols": {"as": "dot"}},
}


def test_an_earlier_format_is_kept_and_told_as_today_s(client, table):
    made = client.post("/api/plates", {"table": table, "recipe": OLD}, format="json").json()
    assert made["plate"]["recipe"] == NEW
    assert client.get(f"/api/plates/{made['plate']['id']}/recipe").json() == NEW
    assert made["figure"]["lit"] == 1


def test_the_same_recipe_in_another_format_is_no_change(client, plate):
    first = client.put(f"/api/plates/{plate}/recipe", OLD, format="json").json()["plate"]
    again = client.put(f"/api/plates/{plate}/recipe", NEW, format="json", HTTP_IF_MATCH=first["version"]).json()["plate"]
    once_more = client.put(f"/api/plates/{plate}/recipe", OLD, format="json", HTTP_IF_MATCH=first["version"]).json()["plate"]
    assert first["version"] == again["version"] == once_more["version"]


def test_a_window_of_before_that_is_stale_overwrites_nothing(client, plate):
    seen = client.get(f"/api/plates/{plate}").json()["plate"]["version"]
    theirs = {**NEW, "words": {"title": "Theirs"}}
    client.put(f"/api/plates/{plate}/recipe", theirs, format="json")
    late = client.put(f"/api/plates/{plate}/recipe", OLD, format="json", HTTP_IF_MATCH=seen)
    assert late.status_code == 412
    assert client.get(f"/api/plates/{plate}").json()["plate"]["recipe"] == theirs


@pytest.mark.parametrize(
    ("expression", "sentence"),
    [
        ("[minutes] * 2", "at character 1, a bracket has no meaning here; put the name of a column in quotation marks"),
        (
            'pier = "East"',
            'at character 8, there is no column "East"; choose from pier, departed, minutes; a text',
        ),
    ],
)
def test_an_expression_as_it_was_written_before_is_refused_with_the_way_to_write_it(client, table, expression, sentence):
    """Mends that are typed have no format that could tell what is meant: nothing is guessed."""
    mends = [{"do": "compute", "into": "x", "as": expression}]
    tried = client.post(f"/api/tables/{table}/mends/try", {"mend": mends[0]}, format="json").json()
    assert tried["problem"].startswith(sentence)
    refused = client.put(f"/api/tables/{table}/mends", {"mends": mends}, format="json")
    assert (refused.status_code, refused.json()["path"]) == (422, "table.mends[0].as")
    assert sentence in refused.json()["detail"]
    assert client.get(f"/api/tables/{table}/workbench").json()["mends"] == []
