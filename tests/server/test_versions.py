"""Changes name the version they saw; one that was overtaken says so and saves nothing."""

import pytest
from django.db import OperationalError, connection

from mottled_finch.app import editions
from mottled_finch.server.plates.models import Plate
from mottled_finch.server.refusal import Problem
from mottled_finch.server.tables import corrections, imports, queue, storage
from mottled_finch.server.tables.models import Edition, Import, Table

from .conftest import CSV

PIVOT = {"rows": [{"field": "pier"}]}


def change(client, plate, title, seen=None):
    headers = {} if seen is None else {"HTTP_IF_MATCH": f'"{seen}"'}
    body = {"finch_recipe": 2, "pivot": PIVOT, "words": {"title": title}}
    return client.put(f"/api/plates/{plate}/recipe", body, format="json", **headers)


def version(client, plate):
    return client.get(f"/api/plates/{plate}").json()["plate"]["version"]


def test_a_change_of_the_version_that_stands_is_saved(client, plate):
    seen = version(client, plate)
    answer = change(client, plate, "one", seen)
    assert answer.status_code == 200
    assert answer.json()["plate"]["version"] == version(client, plate) != seen


def test_a_change_that_was_overtaken_says_what_was_done_and_saves_nothing(client, plate):
    seen = version(client, plate)
    change(client, plate, "one", seen)
    change(client, plate, "two", version(client, plate))
    late = change(client, plate, "three", seen)
    assert late.status_code == 412
    assert late["Content-Type"] == "application/problem+json"
    told = late.json()
    assert (told["title"], len(told["meanwhile"])) == ("Changed meanwhile", 2)
    assert told["detail"].startswith("This plate was changed elsewhere meanwhile (")
    assert client.get(f"/api/plates/{plate}").json()["plate"]["title"] == "two"


@pytest.mark.parametrize("act", ["undo", "redo", "go to", "remove"])
def test_steps_and_removals_name_what_they_saw_as_well(client, plate, act):
    change(client, plate, "one")
    seen = version(client, plate)
    change(client, plate, "two")
    stale = {"HTTP_IF_MATCH": f'"{seen}"'}
    answer = {
        "undo": lambda: client.post(f"/api/plates/{plate}/undo", **stale),
        "redo": lambda: client.post(f"/api/plates/{plate}/redo", **stale),
        "go to": lambda: client.post(f"/api/plates/{plate}/history", {"number": 1}, format="json", **stale),
        "remove": lambda: client.delete(f"/api/plates/{plate}", **stale),
    }[act]()
    assert answer.status_code == 412
    assert client.get(f"/api/plates/{plate}").json()["plate"]["title"] == "two"


def test_what_was_taken_back_meanwhile_is_told_as_that(client, plate):
    change(client, plate, "one")
    seen = version(client, plate)
    client.post(f"/api/plates/{plate}/undo")
    told = change(client, plate, "three", seen).json()
    assert [each.partition(":")[0] for each in told["meanwhile"]] == ["taken back"]
    # A step of the same number that is another one is no longer what was seen.
    change(client, plate, "other")
    assert change(client, plate, "three", seen).status_code == 412


def test_what_was_done_since_a_version_is_told_of_each_that_there_is(client, plate):
    for number in range(2, 9):
        change(client, plate, f"title {number}")
    here = Plate.objects.get(pk=plate)
    changes = {each.number: each.change for each in here.versions.all()}
    tag = {each.number: f"{each.number}-{each.pk}" for each in here.versions.all()}
    assert len(set(changes.values())) > 1 and here.at == 8

    def since(seen: str, at: int = 8) -> list[str]:
        here.at = at
        return here._since(seen)

    for number in range(1, 9):
        assert since(tag[number]) == [changes[each] for each in range(number + 1, 9)][-5:]
        assert since(tag[number], 4) == (
            [changes[each] for each in range(number + 1, 5)]
            if number <= 4
            else [f"taken back: {changes[each]}" for each in range(5, number + 1)]
        )
    assert since("0-") == [changes[each] for each in range(4, 9)]
    # Of versions that are not known, such as one of a future that was taken back and written over, the last change alone is told.
    assert since("3-999999") == since("3-x") == since("3") == since("123456789-1") == [changes[8]]
    assert since("") == since("x-1") == since("1234567890-1") == []


def test_a_version_that_was_written_over_is_not_offered_for_redo(client, plate):
    for number in (2, 3):
        change(client, plate, f"title {number}")
    here = Plate.objects.get(pk=plate)
    content = {name: getattr(here.version(1), name) for name in here.content}
    here.go_to(1)
    assert here.steps()["redo"] and here.version(3)
    here.record("Another way", **content)
    assert here.steps() == {"undo": "Another way", "redo": None} and here.version(3) is None


def test_who_names_no_version_overwrites_and_the_history_says_so(client, plate):
    change(client, plate, "one", version(client, plate))
    change(client, plate, "two")
    steps = client.get(f"/api/plates/{plate}/history").json()["steps"]
    assert [step["unseen"] for step in steps] == [False, False, True]
    assert change(client, plate, "three", "*").status_code == 412
    assert (
        client.put(f"/api/plates/{plate}/recipe", {"finch_recipe": 2, "pivot": PIVOT}, format="json", HTTP_IF_MATCH="*").status_code
        == 200
    )


def test_mends_targets_and_names_of_tables_are_seen_too(client, table):
    told = client.get(f"/api/tables/{table}").json()
    seen = {"HTTP_IF_MATCH": f'"{told["version"]}"'}
    fill = {"mends": [{"do": "fill", "field": "pier"}]}
    assert client.put(f"/api/tables/{table}/targets", {"targets": {"promise": 5}}, format="json", **seen).status_code == 200
    for late in (
        client.put(f"/api/tables/{table}/mends", fill, format="json", **seen),
        client.put(f"/api/tables/{table}/targets", {"targets": {}}, format="json", **seen),
        client.post(f"/api/tables/{table}/undo", **seen),
    ):
        assert (late.status_code, late.json()["meanwhile"]) == (412, ["Target promise set to 5"])
    assert Table.objects.get(pk=table).targets() == {"promise": 5}
    named = {"HTTP_IF_MATCH": f'"{told["name_version"]}"'}
    assert client.put(f"/api/tables/{table}", {"name": "one"}, format="json", **named).status_code == 200
    late = client.put(f"/api/tables/{table}", {"name": "two"}, format="json", **named)
    assert (late.status_code, late.json()["meanwhile"]) == (412, ["it is called “one”"])


def test_a_correction_is_one_more_change_unless_the_value_is_another_now(client, table):
    def correct(record, to, **was):
        return client.post(f"/api/tables/{table}/correct", {"field": "minutes", "record": record, "to": to, **was}, format="json")

    assert correct(1, "5", was="4").status_code == 200
    assert correct(2, "9", was="8").status_code == 200
    late = correct(1, "6", was="4")
    assert (late.status_code, late.json()["meanwhile"]) == (412, ["it is “5” now"])
    assert len(Table.objects.get(pk=table).mends()) == 2


def test_a_plate_that_is_removed_while_it_is_changed_is_told(client, plate, monkeypatch):
    from mottled_finch.server.plates import actions

    make = actions.make_figure

    def removed_meanwhile(*given, **more):
        Plate.objects.all().delete()
        return make(*given, **more)

    monkeypatch.setattr(actions, "make_figure", removed_meanwhile)
    answer = change(client, plate, "one")
    assert (answer.status_code, answer.json()["detail"]) == (404, "This plate was removed meanwhile.")


@pytest.mark.parametrize("whole", [True, False])
def test_an_edition_that_is_removed_while_it_is_read_is_told_and_never_half_of_it(client, table, plate, monkeypatch, whole):
    load = storage._load_column
    gone = Table.objects.get().edition()

    def removed_meanwhile(stored, records):
        made = load(stored, records) if whole else None
        if Edition.objects.exists():
            Plate.objects.all().delete()
            Table.objects.all().delete()
        return made or load(stored, records)

    monkeypatch.setattr(storage, "_load_column", removed_meanwhile)
    storage.EDITIONS.forget(gone.pk)
    client.others_write = True
    answer = client.get(f"/api/tables/{table}/records?start=0&count=3")
    assert (answer.status_code, answer.json()["detail"]) == (404, "Edition 1 was removed meanwhile.")
    with pytest.raises(Problem):  # nothing of it was kept
        storage.EDITIONS.open(gone)


def given_and_compared(client, table, text: str) -> str:
    """A newer file of a table, as the address of its import."""
    answer = client.post(f"/api/imports?name=b.csv&table={table}", text.encode(), content_type="application/octet-stream")
    address = f"/api/imports/{answer.json()['file']['id']}"
    client.post(f"{address}/start")
    assert queue.work_once()
    return address


def test_a_plate_that_is_removed_meanwhile_breaks_no_other_edition(client, table, plate, monkeypatch):
    client.post("/api/plates", {"table": table}, format="json")
    address = given_and_compared(client, table, "pier,minutes\nEast,1\n")
    needs = editions.fields_of

    def removed_meanwhile(part):
        Plate.objects.all().delete()
        return needs(part)

    monkeypatch.setattr(editions, "fields_of", removed_meanwhile)
    refused = client.post(f"{address}/accept", {"renames": {}}, format="json")
    assert (refused.status_code, refused.json()["path"]) == (409, "anyway")  # both needed it when they were asked
    assert client.post(f"{address}/accept", {"renames": {}}, format="json").status_code == 200


def test_an_edition_that_is_left_out_while_it_is_accepted_is_told(client, table, monkeypatch):
    address = given_and_compared(client, table, CSV)
    lay = editions.apply_mends

    def left_out_meanwhile(*given, **more):
        for each in Import.objects.all():
            imports.cancel(each)
        return lay(*given, **more)

    monkeypatch.setattr(editions, "apply_mends", left_out_meanwhile)
    answer = client.post(f"{address}/accept", {"renames": {}}, format="json")
    assert (answer.status_code, answer.json()["detail"]) == (404, "b.csv was discarded, or is in already.")
    assert Table.objects.get().edition().number == 1


def test_a_history_asks_for_all_that_a_version_holds(client, table):
    stored = Table.objects.get(pk=table)
    with pytest.raises(TypeError):
        stored.record("Without targets", mends=[])


def test_no_lock_is_held_while_a_figure_is_made(client, table, plate, monkeypatch):
    """Neither for a change of a plate nor for targets nor for a new plate: others may write meanwhile."""
    from mottled_finch.server.plates import actions

    make, depths = actions.make_figure, []

    def noted(*given, **more):
        depths.append(len(connection.savepoint_ids))
        return make(*given, **more)

    outside = len(connection.savepoint_ids)
    client.put(f"/api/tables/{table}/targets", {"targets": {"promise": 5}}, format="json")
    scaled = {"finch_recipe": 2, "pivot": PIVOT, "color": {"middle": {"target": "promise"}}}
    monkeypatch.setattr(actions, "make_figure", noted)
    assert client.put(f"/api/plates/{plate}/recipe", scaled, format="json").status_code == 200
    assert client.put(f"/api/tables/{table}/targets", {"targets": {"promise": 6}}, format="json").status_code == 200
    assert client.post("/api/plates", {"table": table, "recipe": scaled}, format="json").status_code == 201
    assert len(depths) >= 3
    assert set(depths) == {outside}


def test_targets_that_a_plate_came_to_stand_at_meanwhile_are_looked_at_again(client, table, plate, monkeypatch):
    from mottled_finch.server.plates import actions

    client.put(f"/api/tables/{table}/targets", {"targets": {"promise": 5}}, format="json")
    check, turns = actions.check_targets, []

    def meanwhile(*given):
        check(*given)
        turns.append(1)
        if len(turns) == 1:
            scaled = {"finch_recipe": 2, "pivot": PIVOT, "color": {"middle": {"target": "promise"}}}
            assert client.put(f"/api/plates/{plate}/recipe", scaled, format="json").status_code == 200

    monkeypatch.setattr(actions, "check_targets", meanwhile)
    answer = client.put(f"/api/tables/{table}/targets", {"targets": {}}, format="json")
    assert (answer.status_code, answer.json()["detail"]) == (409, '"promise" is used by 1 plate; take it off there first.')


def test_a_full_disk_is_told_wherever_it_is_met(client, plate, monkeypatch):
    from mottled_finch.server.plates.models import Version

    def full(*_given, **_more):
        raise OperationalError("database or disk is full")

    monkeypatch.setattr(Version.objects, "create", full)
    monkeypatch.setattr("mottled_finch.server.history.History.record", full)
    answer = change(client, plate, "one")
    assert (answer.status_code, answer.json()["detail"]) == (
        507,
        "The disk is full, so nothing was saved; make room, and do it again. What was saved before is safe.",
    )


def test_a_correction_reads_anew_what_took_the_same_number_meanwhile(client, table, monkeypatch):
    """Others take the standing list of mends back and lay on another, which then has the same number."""

    def lay_on(words):
        mends = [{"do": "rename", "field": "minutes", "to": words}]
        return client.put(f"/api/tables/{table}/mends", {"mends": mends}, format="json")

    lay_on("late")
    change, tries = corrections.change_mends, []

    def with_others_first(*given):
        tries.append(given)
        if len(tries) == 1:
            client.post(f"/api/tables/{table}/undo")
            lay_on("lateness")
        assert len(tries) < 4, "it goes round for good"
        return change(*given)

    monkeypatch.setattr(corrections, "change_mends", with_others_first)
    answer = client.post(
        f"/api/tables/{table}/correct", {"field": "pier", "record": 1, "to": "Eastern", "was": "East"}, format="json"
    )
    assert answer.status_code == 200
    assert [mend["mend"].get("to") for mend in answer.json()["mends"]] == ["lateness", "Eastern"]
    assert len(tries) == 2


def test_what_is_looked_at_names_its_version(client):
    table = client.upload("a,b\n1,2\n", "t.csv").json()["id"]
    plate = client.post("/api/plates", {"table": table}, format="json").json()["plate"]["id"]
    folio = client.post("/api/folios", {"plates": [plate]}, format="json").json()["folio"]["id"]
    for path, version in (
        (f"/api/plates/{plate}", lambda told: told["plate"]["version"]),
        (f"/api/folios/{folio}", lambda told: told["folio"]["version"]),
        (f"/api/tables/{table}", lambda told: told["version"]),
        (f"/api/tables/{table}/workbench", lambda told: told["table"]["version"]),
    ):
        found = client.get(path)
        assert found.headers["ETag"] == f'"{version(found.json())}"'


def test_a_change_that_was_sent_twice_is_done_once(client, plate, table):
    """The first answer was lost with the server that gave it: the second has seen what stood before both."""
    folio = client.post("/api/folios", {"title": "Review", "plates": [plate]}, format="json").json()
    plan = client.post("/api/plans", {"plate": plate}, format="json").json()
    mend = {"mends": [{"do": "rename", "field": "pier", "to": "berth"}]}
    told = client.get(f"/api/tables/{table}").json()
    for address, sent, seen, history in (
        (
            f"/api/plates/{plate}/recipe",
            {"finch_recipe": 2, "pivot": {}},
            client.get(f"/api/plates/{plate}").headers["ETag"],
            "plates",
        ),
        (f"/api/folios/{folio['folio']['id']}", {**folio["spec"], "title": "Mine"}, f'"{folio["folio"]["version"]}"', "folios"),
        (f"/api/plans/{plan['id']}", {**plan["spec"], "title": "Mine"}, f'"{plan["version"]}"', "plans"),
        (f"/api/tables/{table}", {"name": "other"}, f'"{told["name_version"]}"', None),
        (f"/api/tables/{table}/mends", mend, f'"{told["version"]}"', None),
    ):
        first, second = (client.put(address, sent, format="json", HTTP_IF_MATCH=seen) for _ in range(2))
        assert (first.status_code, second.status_code) == (200, 200), second.content
        if history:
            steps = client.get(f"/api/{history}/{address.split('/')[3]}/history").json()["steps"]
            assert len(steps) == 2, "one change beside the beginning"
    other = client.put(f"/api/tables/{table}/mends", {"mends": []}, format="json", HTTP_IF_MATCH=f'"{told["version"]}"')
    assert other.status_code == 412, "another change is still refused"
