"""What requests say is read as strictly as a recipe is, and answered in one sentence."""

import json

import pytest

from mottled_finch.server.plates.models import Plate, Version
from mottled_finch.server.problems import ADDRESS, KINDS
from mottled_finch.server.run import _title_anew
from mottled_finch.server.tables.models import MendVersion, Table


def ask(client, method, path, body, **headers):
    content = body if isinstance(body, bytes) else json.dumps(body).encode()
    return client.generic(method, path, content, content_type=headers.pop("content_type", "application/json"), **headers)


def test_nothing_but_a_number_is_a_table(client, table):
    for wrong, sentence in ((True, "true stands where a whole number belongs"), ("1", '"1" stands where a whole number belongs')):
        answer = ask(client, "POST", "/api/plates", {"table": wrong})
        assert (answer.status_code, answer.json()["detail"]) == (422, f"table: {sentence}")
    assert not Plate.objects.exists()


@pytest.mark.parametrize(
    ("method", "path", "body", "sentence"),
    [
        ("PUT", "/api/tables/{table}", {"name": {"a": 1}}, 'name: {"a": 1} stands where text belongs'),
        ("PUT", "/api/tables/{table}", {"nmae": "x"}, 'nmae: no such key; did you mean "name"?'),
        ("PUT", "/api/tables/{table}", {}, 'recipe: the key "name" is missing; add it'),
        ("PUT", "/api/tables/{table}", [], "recipe: [] stands where an object belongs"),
        ("POST", "/api/tables/{table}/findings", {"key": 5}, "key: 5 stands where text belongs"),
        ("POST", "/api/tables/{table}/findings", {"key": "x", "left": "no"}, 'left: "no" stands where true or false belongs'),
        (
            "POST",
            "/api/tables/{table}/correct",
            {"field": "minutes", "record": True, "to": "1"},
            "record: true stands where a whole number belongs",
        ),
        ("POST", "/api/tables/{table}/statement", {"text": None}, "text: null stands where text belongs"),
        ("POST", "/api/palettes/read", {"text": 5}, "text: 5 stands where text belongs"),
        ("PUT", "/api/tables/{table}/mends", {"mends": {"a": 1}}, 'table.mends: {"a": 1} stands where a list belongs'),
        ("PUT", "/api/tables/{table}/targets", {"targets": {"a": True}}, "table.targets.a: true stands where a number belongs"),
    ],
)
def test_each_mistake_is_told_in_one_sentence(client, table, method, path, body, sentence):
    answer = ask(client, method, path.format(table=table), body)
    assert (answer.status_code, answer.json()["detail"]) == (422, sentence)


@pytest.mark.parametrize(
    ("body", "kind", "status", "sentence"),
    [
        (b"{", "application/json", 400, "What was sent is not JSON"),
        (b"{}", "application/json; charset=none-such", 415, 'There is no charset "none-such"; send JSON in UTF-8.'),
        (b"{}", "application/json; charset=base64", 415, 'There is no charset "base64"; send JSON in UTF-8.'),
        (b'{"name": "\xff"}', "application/json", 400, "What was sent is not text in utf-8; send JSON in UTF-8."),
        (b"[" * 100_000, "application/json", 400, "What was sent is nested too deeply; send it flatter."),
        (
            b'{"name": ' + b"9" * 5000 + b"}",
            "application/json",
            400,
            "A number that was sent has too many digits; write it with fewer.",
        ),
        (b'{"name": NaN}', "application/json", 400, "NaN is not a number that can be kept; leave it out."),
        (b'{"name": "\\ud83d"}', "application/json", 422, "A text that was sent holds half of a character; write it anew."),
        (b'{"\\udc00": 1}', "application/json", 422, "A text that was sent holds half of a character; write it anew."),
    ],
)
def test_what_is_no_json_that_can_be_kept_is_told(client, table, body, kind, status, sentence):
    answer = ask(client, "PUT", f"/api/tables/{table}", body, content_type=kind)
    assert answer.status_code == status
    assert answer.json()["detail"].startswith(sentence)
    assert answer["Content-Type"] == "application/problem+json"


def test_bodies_over_the_limit_are_told_as_that(client, table):
    answer = ask(client, "PUT", f"/api/tables/{table}", b'{"name": "' + b"x" * (13 << 20) + b'"}')
    assert (answer.status_code, answer.json()["detail"]) == (413, "More was sent than the 12 MB that are read at once; send less.")


def test_an_origin_that_is_no_address_is_refused(client, table):
    assert ask(client, "PUT", f"/api/tables/{table}", {"name": "x"}, HTTP_ORIGIN="http://[").status_code == 403


def test_numbers_in_addresses_have_a_sentence(client, table):
    for wrong in ("x", "-1", "9" * 30, "²", "1e3"):
        answer = client.get(f"/api/tables/{table}/records?start={wrong}")
        assert answer.status_code == 422, wrong
    assert client.get(f"/api/imports?table={'9' * 40}").status_code == 200
    assert ask(client, "POST", f"/api/imports?table={'9' * 40}", b"x").status_code == 422


def test_line_ends_in_a_files_name_are_blanks(client):
    given = client.generic(
        "POST", "/api/imports?name=a%0Ab%0D%0Ac.csv", b"a,b\n1,2\n", content_type="application/octet-stream"
    ).json()
    assert given["file"]["name"] == "a b c.csv"


def test_others_of_a_gap_to_a_target_and_of_nobody(client, table):
    client.put(f"/api/tables/{table}/targets", {"targets": {"promise": 5}}, format="json")
    recipe = {
        "finch_recipe": 2,
        "pivot": {
            "rows": [{"field": "pier"}],
            "measure": {"take": "sum", "of": "minutes"},
            "show": {"as": "gap", "to": {"target": "promise"}},
        },
    }
    plate = ask(client, "POST", "/api/plates", {"table": table, "recipe": recipe}).json()["plate"]["id"]
    gap = client.get(f"/api/plates/{plate}/others?side=rows&line=0")
    assert (gap.status_code, gap.json()["message"]) == (422, "only a measure as it is can be compared with that of all others")
    recipe["pivot"]["show"] = {"as": "value"}
    recipe["pivot"]["keep"] = [{"field": "pier", "in": ["East"]}]
    assert client.put(f"/api/plates/{plate}/recipe", recipe, format="json").status_code == 200
    alone = client.get(f"/api/plates/{plate}/others?side=rows&line=0")
    assert (alone.status_code, alone.json()["detail"]) == (422, "There are no others to compare with: the rows have one member.")


def test_one_broken_thing_does_not_hide_the_others(client, table, plate):
    """Versions that an older Mottled Finch kept, and this one cannot read."""
    other = ask(client, "POST", "/api/plates", {"table": table}).json()["plate"]["id"]
    Version.objects.filter(plate=plate).update(recipe={"finch_recipe": 2, "pivot": {"rows": "x"}})
    Plate.objects.filter(pk=plate).update(title="")  # as a library of before has it
    _title_anew()
    listed = {each["id"]: each for each in client.get("/api/plates").json()}
    assert (listed[other]["problem"], listed[other]["title"]) == ("", listed[other]["title"])
    assert listed[plate]["problem"] == 'pivot.rows: "x" stands where a list belongs'
    second = client.upload("a,b\n1,2\n").json()["id"]
    stored = Table.objects.get(pk=table)
    MendVersion.objects.create(table=stored, number=1, mends=[{"do": "correct", "record": True}], change="x")
    Table.objects.filter(pk=table).update(at=1)
    tables = {each["id"]: each for each in client.get("/api/tables").json()}
    assert tables[second]["problem"] == ""
    assert tables[table]["problem"].startswith("table.mends[0]")
    assert client.post(f"/api/tables/{table}/undo").status_code == 200
    assert client.get(f"/api/tables/{table}").json()["problem"] == ""


def test_the_address_of_a_kind_of_problem_tells_of_it(client):
    page = client.get(ADDRESS)
    assert page.status_code == 200 and page.headers["Content-Type"].startswith("text/html")
    for address, kind in (("/api/plates/99", "not-found"), ("/api/nothing", "not-found"), ("/api/tables/x,y/pages", "not-found")):
        told = client.get(address).json()
        assert (told["type"], told["title"]) == (f"{ADDRESS}#{kind}", KINDS[kind].title)
    assert all(f'<dt id="{name}">{kind.title}</dt><dd>{kind.words}</dd>' in page.content.decode() for name, kind in KINDS.items())
    refused = client.post("/api/plates", {"table": 99}, format="json").json()
    assert refused["type"].partition("#")[0] == ADDRESS
