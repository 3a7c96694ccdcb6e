"""First looks of a table in the library: told, drawn small, followed by mends, started as plates."""

import pytest

HITS = "a,b,x\n" + "".join(f"a{i % 6},b{i % 5},{(i * 7) % 11 + 10 * ((i % 6) * (i % 5) % 7)}\n" for i in range(900))
MATRIX = "vessel,seats,speed,crew\n" + "".join(f"V{i},{i * 10},{i % 4},{i % 3}\n" for i in range(1, 12))


@pytest.fixture
def table(client) -> int:
    return client.upload(HITS, "hits.csv").json()["id"]


def test_looks_come_with_a_reason_a_picture_and_a_recipe(client, table):
    look = client.get(f"/api/tables/{table}/looks").json()["looks"][0]
    assert look["title"] == "Average of x by a and b"
    assert look["why"].startswith("A and b together explain")
    picture = client.get(f"/api/tables/{table}/looks/0.svg")
    assert (picture.status_code, picture.headers["Content-Type"]) == (200, "image/svg+xml")
    assert picture.content.startswith(b"<svg")
    started = client.post("/api/plates", {"table": table, "recipe": look["recipe"]}, format="json").json()
    assert started["plate"]["title"] == look["title"]
    assert client.get(f"/api/tables/{table}/looks/9.svg").status_code == 404
    assert client.get("/api/tables/999/looks").status_code == 404


def test_looks_are_of_the_table_as_it_is_mended(client, table):
    drop = {"do": "drop", "where": [{"field": "a", "in": ["a1", "a2", "a3", "a4", "a5"]}]}
    client.put(f"/api/tables/{table}/mends", {"mends": [drop]}, format="json")
    assert client.get(f"/api/tables/{table}/looks").json() == {"looks": []}


def test_a_matrix_is_shown_by_a_plate_with_mends_of_its_own_behind_those_of_the_table(client):
    table = client.upload(MATRIX, "matrix.csv").json()["id"]
    rename = {"do": "rename", "field": "crew", "to": "hands"}
    client.put(f"/api/tables/{table}/mends", {"mends": [rename]}, format="json")
    look = client.get(f"/api/tables/{table}/looks").json()["looks"][0]
    assert [mend["do"] for mend in look["recipe"]["table"]["mends"]] == ["rename", "unfold"]
    assert client.get(f"/api/tables/{table}/looks/0.svg").status_code == 200
    started = client.post("/api/plates", {"table": table, "recipe": look["recipe"]}, format="json").json()
    assert started["figure"]["columns"] == ["seats", "speed", "hands"]


def test_a_table_whose_mend_does_not_fit_says_so(client, table):
    client.put(f"/api/tables/{table}/mends", {"mends": [{"do": "tidy", "field": "a"}]}, format="json")
    again = client.generic("POST", f"/api/imports?name=n.csv&table={table}", b"q,b,x\nz,1,2\n", content_type="text/csv").json()
    assert again["file"]["state"] == "looking"
    assert client.get(f"/api/tables/{table}/looks").status_code == 200
