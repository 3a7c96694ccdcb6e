"""Comparisons over HTTP: both sides of each cell, editions by number and the one before, what is refused."""

import pytest

from .test_imports import give, read

LOG = (
    "pier,departed,minutes\nEast,2024-01-03,4\nEast,2025-01-03,6\nWest,2025-01-09,8\nSouth,2024-01-11,5\nEast,2024-02-01,1\n"
    "East,2025-02-03,4\n"
)
BASE = {
    "rows": [{"field": "pier"}],
    "columns": [{"field": "departed", "cut": "month"}],
    "measure": {"take": "sum", "of": "minutes"},
}
A_YEAR = {"as": "against", "shift": {"field": "departed", "years": -1}}


@pytest.fixture
def log(client):
    return client.post("/api/tables?name=log", LOG.encode(), content_type="text/csv").json()["id"]


@pytest.fixture
def plate(client, log):
    return client.post("/api/plates", {"table": log}, format="json").json()["plate"]["id"]


def later(client, table, text):
    """A newer edition, accepted."""
    waiting = read(client, give(client, text, "log.csv", table=table)["file"]["id"])
    assert client.post(f"/api/imports/{waiting['id']}/accept", {"renames": {}, "anyway": True}, format="json").status_code == 200


def test_both_sides_of_each_cell_are_told(client, plate):
    client.change(plate, pivot=BASE)
    told = client.change(plate, pivot={**BASE, "show": {**A_YEAR, "by": "percent"}}).json()
    figure = told["figure"]
    assert figure["values"] == [0.5, 3, None, None, None, None]
    assert figure["against"] == {
        "words": "the year before",
        "here": ["6", "4", "", "", "8", ""],
        "there": ["4", "1", "5", "", "", ""],
        "records": [1, 1, 1, 0, 0, 0],
        "new": "New",
        "gone": "Gone",
        "sides": True,
    }
    grid = figure["scene"]["grid"]
    assert (grid["new"], grid["gone"]) == ([4], [2])
    assert (figure["color"]["low"], figure["color"]["middle"]) == ({"at": "mirrored"}, {"at": 0})
    assert figure["style"]["sign"] is True
    assert told["plate"]["title"] == "Sum of minutes by pier and month departed, against the year before, in percent"
    assert told["plate"]["statement"].endswith("against the year before by departed, in percent")
    history = client.get(f"/api/plates/{plate}/history").json()["steps"]
    assert history[-1]["change"] == "Shown against the year before, in percent"


def test_a_typed_comparison_is_read(client, log):
    body = {"text": "sum of minutes by pier and month against last year in percent"}
    told = client.post(f"/api/tables/{log}/statement", body, format="json").json()
    assert told["pivot"]["show"] == {"as": "against", "by": "percent", "shift": {"field": "departed", "years": -1}}


def test_the_edition_before_follows_the_one_that_stands(client, log, plate):
    show = {"as": "against", "edition": "before"}
    refused = client.change(plate, pivot={**BASE, "show": show})
    assert (refused.status_code, refused.json()["detail"]) == (
        422,
        "pivot.show.edition: the table has no edition before this one; choose another, or compare with other records of this one",
    )
    later(client, log, LOG.replace("East,2025-01-03,6", "East,2025-01-03,9"))
    figure = client.change(plate, pivot={**BASE, "show": show}).json()["figure"]
    assert figure["values"] == [3, 0, 0, None, 0, None]
    later(client, log, LOG.replace("East,2025-01-03,6", "East,2025-01-03,10"))
    assert client.get(f"/api/plates/{plate}").json()["figure"]["values"] == [1, 0, 0, None, 0, None]
    first = client.change(plate, pivot={**BASE, "show": {**show, "edition": 1}}).json()["figure"]
    assert first["values"] == [4, 0, 0, None, 0, None]
    gone = client.change(plate, pivot={**BASE, "show": {**show, "edition": 9}})
    assert (gone.status_code, gone.json()["path"]) == (422, "pivot.show.edition")
    assert client.get(f"/api/plates/{plate}").json()["figure"]["values"] == first["values"]


def test_mends_are_laid_on_both_editions(client, log, plate):
    later(client, log, LOG.replace("West", "Wesst"))
    mends = [{"do": "merge", "field": "pier", "from": ["Wesst"], "into": "West"}]
    assert client.put(f"/api/tables/{log}/mends", {"mends": mends}, format="json").status_code == 200
    figure = client.change(plate, pivot={**BASE, "show": {"as": "against", "edition": "before"}}).json()["figure"]
    assert figure["rows"] == ["East", "South", "West"]
    assert figure["values"] == [0, 0, 0, None, 0, None]


def test_what_an_edition_lacks_is_told_of_it(client, log, plate):
    later(client, log, LOG.replace("minutes", "late"))
    show = {"as": "against", "edition": 1}
    refused = client.change(plate, pivot={**BASE, "measure": {"take": "sum", "of": "late"}, "show": show})
    assert refused.json()["detail"] == (
        'pivot.show.edition: in the edition that it is set against, no column "late"; choose from pier, departed, minutes'
    )


def test_a_matrix_without_a_plate_is_compared_as_well(client, log):
    told = client.post(f"/api/tables/{log}/matrix", {"pivot": {**BASE, "show": A_YEAR}}, format="json").json()
    assert told["values"] == [[2, 3], [None, None], [None, None]]


def test_records_behind_are_those_of_this_side(client, plate):
    client.change(plate, pivot={**BASE, "show": A_YEAR})
    assert client.get(f"/api/plates/{plate}/records?row=0&column=0").json()["total"] == 1
    assert client.get(f"/api/plates/{plate}/records?row=1&column=0").json()["total"] == 0


def test_records_of_the_other_side_are_told_as_well(client, log, plate):
    client.change(plate, pivot={**BASE, "show": A_YEAR})
    gone = client.get(f"/api/plates/{plate}/records?row=1&column=0&there=true").json()
    assert (gone["total"], gone["numbers"], gone["cells"][0]) == (1, [4], ["South"])
    assert client.get(f"/api/plates/{plate}/records?row=-1&column=-1&there=true").json()["total"] == 3
    saved = b"".join(client.get(f"/api/plates/{plate}/records.csv?row=0&column=1&there=true").streaming_content)
    assert saved.decode().splitlines() == ["pier,departed,minutes", "East,2024-02-01,1"]
    # Of another edition they are those of that one, as it was mended.
    later(client, log, LOG.replace("South", "Souht").replace("East,2024-02-01,1\n", ""))
    mends = [{"do": "merge", "field": "pier", "from": ["Souht"], "into": "South"}]
    client.put(f"/api/tables/{log}/mends", {"mends": mends}, format="json")
    client.change(plate, pivot={**BASE, "show": {"as": "against", "edition": "before"}})
    assert client.get(f"/api/plates/{plate}/records?row=1&column=0&there=true").json()["cells"][0] == ["South"]
    assert client.get(f"/api/plates/{plate}/records?row=-1&column=-1&there=true").json()["total"] == 6
    assert client.get(f"/api/plates/{plate}/records?row=-1&column=-1").json()["total"] == 5
