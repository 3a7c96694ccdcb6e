"""Files on their way in: looked at, overruled, queued, read, compared, accepted, canceled, cut off."""

import errno
import gzip
import io
import zipfile

import pytest
import xlsxwriter
from django.conf import settings
from django.db import OperationalError

from mottled_finch.server.tables import files, queue, reading
from mottled_finch.server.tables.models import Chunk, Edition, Import, SourceChunk, StoredColumn, Table
from mottled_finch.server.tables.progress import PROGRESS
from mottled_finch.server.tables.tidying import tidy_up

from .conftest import CSV

GERMAN = "Tag;Betrag\n31.12.2025;1.204,50\n03.04.2025;2,75\n"
NEXT = "pier,left,minutes\nEast,2025-01-03 08:10,4\nNorth,2025-02-09,9\nNorth,2025-02-10,1\nEast,2025-02-11,\n"


def give(client, content=CSV, name="trips.csv", **query):
    data = content.encode() if isinstance(content, str) else content
    words = "".join(f"&{key}={value}" for key, value in query.items())
    answer = client.generic("POST", f"/api/imports?name={name}{words}", data, content_type="application/octet-stream")
    return answer.json() if answer.status_code == 201 else answer


def state(client, number: int):
    return client.get(f"/api/imports/{number}").json()


def read(client, number: int):
    assert client.post(f"/api/imports/{number}/start").json()["state"] == "waiting"
    assert queue.work_once()
    return state(client, number)


def nothing_left() -> bool:
    empty = not any(model.objects.exists() for model in (Import, Table, Edition, StoredColumn, Chunk, SourceChunk))
    return empty and not list(files.folder().iterdir())


def test_a_file_is_looked_at_before_it_is_read(client):
    look = give(client, GERMAN.encode("windows-1252"), "Umsatz.csv")
    assert [(part["key"], part["words"]) for part in look["parts"]] == [
        ("delimiter", "text with semicolons"),
        ("quote", "double quotes"),
        ("encoding", "UTF-8"),
        ("header", "names in the first line"),
        ("decimal", "decimal comma"),
        ("dates", "day before month"),
        ("blanks", "NA, N/A, null, NaN taken as blank"),
    ]
    assert [(column["name"], column["kind"]) for column in look["columns"]] == [("Tag", "moment"), ("Betrag", "number")]
    assert look["cells"] == [["2025-12-31", "2025-04-03"], ["1204.5", "2.75"]]
    assert look["file"]["state"] == "looking"
    assert not Table.objects.exists()
    assert client.get(f"/api/imports/{look['file']['id']}/look").json() == look


def test_each_part_can_be_overruled_and_taken_back(client):
    number = give(client, GERMAN)["file"]["id"]
    path = f"/api/imports/{number}/look"
    look = client.put(path, {"decimal": "."}, format="json").json()
    assert look["cells"][1] == ["1.204,50", "2,75"]
    assert look["file"]["asked"] == {"decimal": "."}
    look = client.put(path, {}, format="json").json()
    assert look["cells"][1] == ["1204.5", "2.75"]
    wrong = client.put(path, {"delimter": ","}, format="json")
    assert (wrong.status_code, wrong.json()["detail"]) == (422, 'table.delimter: no such key; did you mean "delimiter"?')
    wrong = client.put(path, {"form": "parquet"}, format="json")
    assert wrong.json()["detail"] == "trips.csv: the Parquet file is broken or cut short; export it again"
    assert state(client, number)["asked"] == {}


def test_a_file_that_is_brought_in_becomes_a_table(client):
    number = give(client, name="My trips.csv")["file"]["id"]
    done = read(client, number)
    assert (done["state"], done["problem"]) == ("done", "")
    told = client.get(f"/api/tables/{done['table']}").json()
    assert (told["name"], told["records"], told["edition"]) == ("My trips", 3, 1)
    assert client.get("/api/imports").json() == []
    assert client.delete(f"/api/imports/{number}").status_code == 204
    assert client.get(f"/api/tables/{done['table']}").json() == told
    assert not list(files.folder().iterdir())


def test_a_file_that_fails_says_why_and_can_be_read_in_another_way(client):
    unclosed = "a,b\n" + "1,2\n" * 3000 + '"3,4\n5,6\n'
    number = give(client, unclosed)["file"]["id"]
    failed = read(client, number)
    assert failed["state"] == "failed"
    assert failed["problem"] == ("trips.csv: a quotation mark opened in record 3,001 is never closed; close it, or take it out")
    assert not Table.objects.exists()
    assert [each["id"] for each in client.get("/api/imports").json()] == [number]
    client.put(f"/api/imports/{number}/look", {"quote": ""}, format="json")
    assert read(client, number)["state"] == "done"


def test_a_text_that_cannot_be_read_as_it_is_taken_is_shown_and_can_be_taken_otherwise(client):
    looked = give(client, '{"a": 1}\n{"b": \n', "log.json")
    assert looked["problem"] == "log.json: line 2 is not JSON; correct it there"
    assert (looked["columns"][0]["name"], looked["cells"]) == ("line", [['{"a": 1}', '{"b":']])
    number = looked["file"]["id"]
    assert client.get(f"/api/imports/{number}/look").json()["problem"] == looked["problem"]
    otherwise = client.put(f"/api/imports/{number}/look", {"form": "delimited", "header": 0}, format="json").json()
    assert (otherwise["problem"], len(otherwise["cells"][0])) == ("", 2)
    assert read(client, number)["state"] == "done"


def test_what_was_put_right_is_told_before_and_after_a_file_is_read(client):
    looked = give(client, ",a,a\n1,x,5\n2,y\n3,z,6\n")
    said = [
        "“column 1” has no name in the file",
        "“a” stands twice; the second is called “a 2”",
        "1 line with fewer than 3 fields (record 2), filled with blanks",
    ]
    assert looked["notes"] == said
    assert [part["words"] for part in looked["parts"]][-1] == "lines of another length kept"
    table = read(client, looked["file"]["id"])["table"]
    shown = client.get(f"/api/tables/{table}/workbench").json()
    assert shown["notes"] == said
    assert [column["counts_records"] for column in shown["table"]["columns"]] == [True, False, False]


def test_files_of_one_shape_come_in_as_one_table(client):
    package = io.BytesIO()
    with zipfile.ZipFile(package, "w") as files_in:
        for month in (1, 2):
            files_in.writestr(f"m{month}.csv", f"day,n\n2025-0{month}-01,{month}\n")
    looked = give(client, package.getvalue(), "months.zip")
    assert looked["choices"]["files"] == ["m1.csv", "m2.csv"]
    told = client.get(f"/api/tables/{read(client, looked['file']['id'])['table']}").json()
    assert (told["name"], told["records"], [column["name"] for column in told["columns"]]) == ("months", 2, ["file", "day", "n"])


def test_a_table_of_the_demo_is_looked_at_as_a_file_is(client):
    looked = client.post("/api/imports/samples/berth-log").json()
    assert looked["file"]["name"] == "berth-log.csv" and looked["file"]["state"] == "looking"
    assert client.delete(f"/api/imports/{looked['file']['id']}").status_code == 204
    assert nothing_left()
    assert client.post("/api/imports/samples/none").json()["detail"] == "The demo has no table “none”."


def test_a_file_that_cannot_be_looked_at_is_refused_and_leaves_nothing(client):
    answer = give(client, b"%PDF-1.7", "paper.pdf")
    assert answer.status_code == 422
    assert answer.json()["detail"] == "paper.pdf: this is a PDF document; choose a text file, a workbook, JSON, Parquet or Arrow"
    assert nothing_left()


def test_files_wait_in_line_and_one_is_read_at_a_time(client):
    first, second = (give(client, name=f"{name}.csv")["file"]["id"] for name in "ab")
    for number in (second, first):
        client.post(f"/api/imports/{number}/start")
    assert queue.work_once()
    assert [state(client, number)["state"] for number in (first, second)] == ["done", "waiting"]
    assert queue.work_once()
    assert not queue.work_once()


class Ended(BaseException):
    """Ends the worker's loop."""


def test_the_worker_looks_again_for_what_it_could_not_take_up(monkeypatch):
    tried = []

    def work_once():
        tried.append(1)
        raise OperationalError("database is locked") if len(tried) == 1 else Ended

    monkeypatch.setattr(queue, "work_once", work_once)
    monkeypatch.setattr(queue, "LOOKS_EVERY", 0.01)
    with pytest.raises(Ended):
        queue._work()
    assert len(tried) == 2


def test_a_reading_that_is_canceled_leaves_nothing(client, monkeypatch):
    number = give(client)["file"]["id"]
    client.post(f"/api/imports/{number}/start")
    worked = reading.worked

    def canceled_meanwhile(worker, job, given, asked, told):
        assert state(client, number)["state"] == "reading"
        told(2)
        assert (state(client, number)["records"], state(client, number)["phase"]) == (2, "records")
        assert client.delete(f"/api/imports/{number}").status_code == 204
        return worked(worker, job, given, asked, told)

    monkeypatch.setattr(reading, "worked", canceled_meanwhile)
    assert queue.work_once()
    assert client.get(f"/api/imports/{number}").status_code == 404
    assert nothing_left()


def test_a_cancel_while_it_is_stored_leaves_nothing(client, monkeypatch):
    number = give(client)["file"]["id"]
    client.post(f"/api/imports/{number}/start")
    pack = reading.packed_source
    monkeypatch.setattr(reading, "packed_source", lambda source: (PROGRESS.cancel(number), pack(source))[1])
    assert queue.work_once()
    assert nothing_left()


def test_a_file_left_out_while_it_waited_or_was_stored_does_not_come_back(client, monkeypatch):
    number = give(client)["file"]["id"]
    given = Import.objects.get(pk=number)
    client.delete(f"/api/imports/{number}")
    reading.carry_out(given)
    assert nothing_left()

    given = Import.objects.get(pk=give(client)["file"]["id"])
    pack = reading.packed_source
    monkeypatch.setattr(reading, "packed_source", lambda source: (Import.objects.all().delete(), pack(source))[1])
    reading.carry_out(given, Import.State.LOOKING)
    assert nothing_left()


def test_a_file_that_was_not_started_can_be_left_out(client):
    number = give(client)["file"]["id"]
    client.delete(f"/api/imports/{number}")
    assert nothing_left()


@pytest.mark.parametrize("error", [OSError(errno.ENOSPC, "No space left on device"), OperationalError("database or disk is full")])
def test_a_full_disk_is_told_and_nothing_is_kept(client, monkeypatch, error):
    number = give(client)["file"]["id"]
    client.post(f"/api/imports/{number}/start")

    def full(*_given):
        raise error

    monkeypatch.setattr(reading, "store_source", full)
    assert queue.work_once()
    told = state(client, number)
    assert told["state"] == "failed"
    assert told["problem"] == "trips.csv: the disk is full, so nothing was kept; make room and give the file again"
    assert not Table.objects.exists()


def test_too_little_memory_and_our_own_faults_are_told_and_do_not_stop_the_line(client, monkeypatch):
    for error, start in (
        (MemoryError(), "this machine has too little memory"),
        (KeyError("x"), "something broke in Mottled Finch"),
    ):
        number = give(client)["file"]["id"]
        client.post(f"/api/imports/{number}/start")

        def broken(*_given, error=error):
            raise error

        monkeypatch.setattr(reading, "worked", broken)
        assert queue.work_once()
        assert state(client, number)["problem"].startswith(f"trips.csv: {start}")


def test_after_a_restart_what_was_cut_off_has_failed_and_what_waited_still_waits(client):
    cut_off, waiting, half = (give(client, name=f"{name}.csv")["file"]["id"] for name in "abc")
    Import.objects.filter(pk=cut_off).update(state="reading")
    client.post(f"/api/imports/{waiting}/start")
    (files.folder() / str(half)).write_bytes(b"pier,dep")  # the upload broke off with the server
    (files.folder() / "999").write_bytes(b"nobody's")
    (files.folder() / "scratch").mkdir()  # of a process that was killed
    (files.folder() / "scratch" / "0.ttf").write_bytes(b"a font")
    tidy_up()
    assert state(client, cut_off)["state"] == "failed"
    assert (
        state(client, cut_off)["problem"]
        == "The server stopped while this file was read, and nothing of it was kept; bring it in again."
    )
    assert client.get(f"/api/imports/{half}").status_code == 404
    assert sorted(path.name for path in files.folder().iterdir()) == sorted([str(cut_off), str(waiting)])
    assert queue.work_once()
    assert state(client, waiting)["state"] == "done"
    client.post(f"/api/imports/{cut_off}/start")
    assert queue.work_once()
    assert Table.objects.count() == 2


def test_the_file_itself_is_kept_packed_and_comes_back_as_it_was(client, monkeypatch, tmp_path):
    from mottled_finch.server.tables import storage

    monkeypatch.setattr(storage, "SOURCE_CHUNK_BYTES", 100)
    content = gzip.compress(("a,b\n" + "".join(f"{i},x{i}\n" for i in range(500))).encode())
    done = read(client, give(client, content, "log.csv.gz")["file"]["id"])
    edition = Table.objects.get(pk=done["table"]).edition()
    assert edition.source.count() == -(-len(content) // 100)
    with (tmp_path / "back").open("wb") as file:
        assert storage.copy_source(edition, file) == len(content)
    assert (tmp_path / "back").read_bytes() == content
    assert (edition.table.name, edition.file_name) == ("log", "log.csv.gz")


def test_an_import_over_the_limit_is_refused_by_its_number(client, monkeypatch):
    monkeypatch.setattr(settings, "UPLOAD_BYTES_MOST", 10)
    answer = give(client)
    assert answer.status_code == 413
    assert nothing_left()


def test_what_cannot_be_done_now_is_told(client):
    number = give(client)["file"]["id"]
    read(client, number)
    answer = client.post(f"/api/imports/{number}/accept", {"renames": {}}, format="json")
    assert (answer.status_code, answer.json()["detail"]) == (409, "trips.csv is in already, so this cannot be done with it now.")


def test_starting_again_what_is_in_or_compared_says_so_and_reads_nothing(client, compared):
    number = give(client)["file"]["id"]
    done = read(client, number)
    for before in (done, compared):
        answer = client.post(f"/api/imports/{before['id']}/start")
        assert answer.status_code == 200
        assert (answer.json()["state"], answer.json()["table"]) == (before["state"], before["table"])
    assert Edition.objects.count() == 3


# Editions


@pytest.fixture
def compared(client, table):
    number = give(client, NEXT, "trips next.csv", table=table)["file"]["id"]
    return read(client, number)


def test_a_newer_file_is_compared_before_anything_changes(client, table, plate, compared):
    assert compared["state"] == "compared"
    found = compared["comparison"]
    assert (found["records_before"], found["records_after"], found["same"]) == (3, 4, 2)
    assert found["missing"] == [{"field": "departed", "kind": "moment", "may_be": ["left"]}]
    assert found["categories"] == [
        {
            "field": "pier",
            "new": [{"text": "North", "records": 2}],
            "vanished": [{"text": "West", "records": 1}],
            "new_count": 1,
            "vanished_count": 1,
        }
    ]
    told = client.get(f"/api/tables/{table}").json()
    assert (told["edition"], told["records"]) == (1, 3)
    assert client.get(f"/api/plates/{plate}").json()["figure"]["kept"] == 3
    assert [each["number"] for each in client.get(f"/api/tables/{table}/workbench").json()["editions"]] == [1]


def test_a_file_that_is_an_edition_already_is_told_as_that(client, table, compared):
    """By its bytes and the way it is read, not by its name or size."""
    assert compared["comparison"]["taken"] is None
    accepted = {"renames": {"departed": "left"}}
    client.post(f"/api/imports/{compared['id']}/accept", accepted, format="json")
    for content, name, wanted in ((NEXT, "again.csv", 2), (CSV, "before.csv", 1), (NEXT.replace("9", "8"), "trips next.csv", None)):
        number = give(client, content, name, table=table)["file"]["id"]
        assert read(client, number)["comparison"]["taken"] == wanted
    again = client.post(f"/api/tables/{table}/reread").json()["file"]["id"]
    client.put(f"/api/imports/{again}/look", {"header": 2}, format="json")
    assert read(client, again)["comparison"]["taken"] is None, "read in another way it is another edition"


def test_an_edition_is_compared_anew_when_another_came_to_stand_meanwhile(client, table, compared):
    other = read(client, give(client, CSV + "East,2025-03-01,5\nEast,2025-03-02,6\n", "trips more.csv", table=table)["file"]["id"])
    assert [each["comparison"]["against"] for each in (compared, other)] == [1, 1]
    assert client.post(f"/api/imports/{other['id']}/accept", {"renames": {}}, format="json", HTTP_IF_MATCH='"1"').status_code == 200
    late = client.post(f"/api/imports/{compared['id']}/accept", {"renames": {}}, format="json", HTTP_IF_MATCH='"1"')
    assert (late.status_code, late.json()["meanwhile"]) == (412, ["edition 3 stands"])
    assert client.get(f"/api/tables/{table}").json()["edition"] == 3
    found = client.get(f"/api/imports/{compared['id']}").json()["comparison"]
    assert (found["against"], found["records_before"], found["records_after"]) == (3, 5, 4)
    mapped = {"renames": {"departed": "left"}}
    assert client.post(f"/api/imports/{compared['id']}/accept", mapped, format="json", HTTP_IF_MATCH='"3"').status_code == 200


def test_a_newer_file_that_is_left_leaves_nothing(client, table, compared):
    client.delete(f"/api/imports/{compared['id']}")
    assert Edition.objects.count() == 1
    assert Chunk.objects.count() == 3


def test_an_accepted_edition_stands_and_plates_follow(client, table, plate, compared):
    before = client.get(f"/api/plates/{plate}").json()["plate"]
    answer = client.post(f"/api/imports/{compared['id']}/accept", {"renames": {"departed": "left"}}, format="json")
    assert (answer.json()["edition"], answer.json()["records"]) == (2, 4)
    after = client.get(f"/api/plates/{plate}").json()
    assert after["plate"]["recipe"] == before["recipe"]
    assert after["plate"]["revision"] != before["revision"]
    assert after["figure"]["rows"] == ["East", "North"]
    bench = client.get(f"/api/tables/{table}/workbench").json()
    assert [line["words"] for line in bench["mends"]] == ["left is called departed"]
    assert bench["undo"] == "Columns of edition 2 mapped"
    assert client.get(f"/api/imports/{compared['id']}").status_code == 404


def test_a_plate_whose_column_is_gone_says_so_and_comes_back_when_it_is_mapped(client, table, plate, compared):
    recipe = {"rows": [{"field": "pier"}], "columns": [{"field": "departed", "cut": "month"}]}
    assert client.change(plate, pivot=recipe).status_code == 200
    client.post(f"/api/imports/{compared['id']}/accept", {"renames": {}, "anyway": True}, format="json")
    broken = client.get(f"/api/plates/{plate}")
    assert broken.status_code == 422
    told = broken.json()
    assert told["detail"] == 'pivot.columns[0].field: no column "departed"; choose from pier, left, minutes'
    assert (told["received"], told["allowed"]) == ("departed", ["pier", "left", "minutes"])
    mends = [{"do": "rename", "field": "left", "to": "departed"}]
    assert client.put(f"/api/tables/{table}/mends", {"mends": mends}, format="json").status_code == 200
    assert client.get(f"/api/plates/{plate}").json()["figure"]["columns"] == ["Jan", "Feb"]


def test_an_older_edition_can_be_returned_to(client, table, plate, compared):
    client.post(f"/api/imports/{compared['id']}/accept", {"renames": {"departed": "left"}}, format="json")
    client.put(f"/api/tables/{table}/mends", {"mends": []}, format="json")
    bench = client.post(f"/api/tables/{table}/editions/1/stand").json()
    assert [(each["number"], each["stands"]) for each in bench["editions"]] == [(1, True), (2, False)]
    assert client.get(f"/api/plates/{plate}").json()["figure"]["kept"] == 3
    assert client.post(f"/api/tables/{table}/editions/7/stand").json()["detail"] == '"trips" has no edition 7.'


def test_mends_are_repeated_on_the_new_edition_and_those_that_do_not_fit_are_told(client, table):
    mends = [
        {"do": "merge", "field": "pier", "from": ["North"], "into": "East"},
        {"do": "compute", "into": "hour", "as": "hour(departed)"},
    ]
    client.put(f"/api/tables/{table}/mends", {"mends": mends}, format="json")
    done = read(client, give(client, NEXT, table=table)["file"]["id"])
    (problem,) = done["comparison"]["problems"]
    assert problem["words"] == "hour = hour(departed)"
    assert problem["problem"].startswith('at character 6, there is no column "departed"')
    client.post(f"/api/imports/{done['id']}/accept", {"renames": {"departed": "left"}}, format="json")
    bench = client.get(f"/api/tables/{table}/workbench").json()
    assert [(line["touched"], line["problem"]) for line in bench["mends"]] == [(0, ""), (2, ""), (4, "")]


def test_a_mend_that_does_not_fit_is_never_left_out_of_a_figure_in_silence(client, table, plate):
    client.put(f"/api/tables/{table}/mends", {"mends": [{"do": "fill", "field": "departed"}]}, format="json")
    done = read(client, give(client, NEXT, table=table)["file"]["id"])
    refused = client.post(f"/api/imports/{done['id']}/accept", {"renames": {}}, format="json")
    assert (refused.status_code, refused.json()["path"]) == (409, "anyway")
    assert refused.json()["detail"] == (
        '“departed: blanks filled from above” does not fit edition 2 (no column "departed"; choose from pier, left, minutes), so '
        "no plate could be made from it; map the column, switch the mend off, or use the edition anyway."
    )
    client.post(f"/api/imports/{done['id']}/accept", {"renames": {}, "anyway": True}, format="json")
    told = client.get(f"/api/plates/{plate}").json()["detail"]
    assert told == 'table.mends[0]: no column "departed"; choose from pier, left, minutes'


def test_a_mapping_that_does_not_fit_changes_nothing(client, table, compared):
    answer = client.post(f"/api/imports/{compared['id']}/accept", {"renames": {"departed": "lift"}}, format="json")
    assert answer.status_code == 422
    assert client.get(f"/api/tables/{table}").json()["edition"] == 1


def test_the_file_can_be_read_again_in_another_way(client):
    table = read(client, give(client, GERMAN)["file"]["id"])["table"]
    look = client.post(f"/api/tables/{table}/reread").json()
    client.put(f"/api/imports/{look['file']['id']}/look", {"dates": "month_first"}, format="json")
    done = read(client, look["file"]["id"])
    assert done["comparison"]["records_after"] == 2
    client.post(f"/api/imports/{done['id']}/accept", {"renames": {}}, format="json")
    bench = client.get(f"/api/tables/{table}/workbench").json()
    assert bench["asked"] == {"dates": "month_first"}
    assert bench["table"]["columns"][0]["misfits"] == [{"text": "31.12.2025", "records": 1}]
    # What was overruled holds for the next file, too.
    assert give(client, GERMAN, table=table)["file"]["asked"] == {"dates": "month_first"}


def stand(client, table, number, **given):
    return client.post(f"/api/tables/{table}/editions/{number}/stand", given, format="json")


def test_a_mapped_column_keeps_the_shared_targets(client, table, compared):
    client.put(f"/api/tables/{table}/targets", {"targets": {"promise": 5}}, format="json")
    scaled = {"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}]}, "color": {"middle": {"target": "promise"}}}
    plate = client.post("/api/plates", {"table": table, "recipe": scaled}, format="json").json()["plate"]["id"]
    client.post(f"/api/imports/{compared['id']}/accept", {"renames": {"departed": "left"}}, format="json")
    assert Table.objects.get(pk=table).targets() == {"promise": 5}
    assert client.get(f"/api/plates/{plate}").status_code == 200


def test_editions_with_the_old_and_with_the_new_name_both_make_their_plates(client, table, plate, compared):
    client.post(f"/api/imports/{compared['id']}/accept", {"renames": {"departed": "left"}}, format="json")
    assert stand(client, table, 1).status_code == 200
    assert client.get(f"/api/plates/{plate}").json()["figure"]["kept"] == 3
    third = read(client, give(client, CSV, "third.csv", table=table)["file"]["id"])
    assert third["comparison"]["missing"] == []
    assert client.post(f"/api/imports/{third['id']}/accept", {}, format="json").status_code == 200
    assert client.get(f"/api/plates/{plate}").status_code == 200
    assert stand(client, table, 2).status_code == 200
    assert client.get(f"/api/plates/{plate}").json()["figure"]["kept"] == 4


def test_an_edition_no_plate_can_be_made_from_stands_only_anyway(client, table, plate, compared):
    refused = client.post(f"/api/imports/{compared['id']}/accept", {"renames": {}}, format="json")
    assert (refused.status_code, refused.json()["detail"]) == (
        409,
        "edition 2 has no column “departed”, without which 1 plate cannot be made; map it, or use the edition anyway.",
    )
    accepted = client.post(f"/api/imports/{compared['id']}/accept", {"anyway": True}, format="json")
    assert accepted.json()["edition"] == 2
    assert stand(client, table, 1).status_code == 200
    assert stand(client, table, 2).status_code == 409
    assert stand(client, table, 2, anyway=True).status_code == 200


def test_a_mapped_column_is_compared_with_the_one_it_stands_for(client, table, compared):
    answer = client.post(f"/api/imports/{compared['id']}/map", {"renames": {"pier": "left"}}, format="json")
    assert answer.status_code == 200  # what is there already is left as it is
    mapped = client.post(f"/api/imports/{compared['id']}/map", {"renames": {"departed": "left"}}, format="json").json()
    assert mapped["comparison"]["missing"] == []
    assert [each["field"] for each in mapped["comparison"]["spans"]] == ["departed"]
    assert state(client, compared["id"])["comparison"]["missing"] != []


def test_the_edition_that_is_replaced_must_be_the_one_that_was_seen(client, table, compared):
    client.post(f"/api/imports/{compared['id']}/accept", {"renames": {"departed": "left"}}, format="json")
    late = client.post(f"/api/tables/{table}/editions/1/stand", {}, format="json", HTTP_IF_MATCH='"1"')
    assert (late.status_code, late.json()["meanwhile"]) == (412, ["edition 2 stands"])
    assert client.post(f"/api/tables/{table}/editions/1/stand", {}, format="json", HTTP_IF_MATCH='"2"').status_code == 200


def workbook_of(*sheets: str) -> bytes:
    out = io.BytesIO()
    book = xlsxwriter.Workbook(out)
    for name in sheets:
        sheet = book.add_worksheet(name)
        sheet.write_row(0, 0, ["pier", "n"])
        sheet.write_row(1, 0, [f"{name} Pier", 5])
    book.close()
    return out.getvalue()


def test_what_was_overruled_for_the_file_before_and_does_not_fit_the_next_one_is_let_go_and_told(client):
    number = give(client, workbook_of("Jan", "Feb"), "year.xlsx")["file"]["id"]
    client.put(f"/api/imports/{number}/look", {"sheets": ["Jan", "Feb"]}, format="json")
    table = read(client, number)["table"]
    assert client.get(f"/api/tables/{table}").json()["records"] == 2

    looked = give(client, workbook_of("Feb", "Mar"), "year.xlsx", table=table)
    assert looked["notes"][0] == 'what was overruled before does not fit this file: no sheet "Jan"; choose from Feb, Mar'
    assert (looked["file"]["asked"], looked["found"]["sheet"]) == ({}, "Feb")
    compared = read(client, looked["file"]["id"])
    assert (compared["state"], compared["problem"]) == ("compared", "")

    fits = give(client, workbook_of("Jan", "Feb", "Mar"), "year.xlsx", table=table)
    assert fits["file"]["asked"] == {"sheets": ["Jan", "Feb"]}
    assert fits["notes"] == []


def test_lines_with_too_many_fields_are_mended_in_every_edition_that_has_some(client):
    plain = "".join(f"Cy,{i}\n" for i in range(30))
    table = read(client, give(client, f"who,n\n{plain}Lund, Bo,7\n")["file"]["id"])["table"]
    (found,) = [each for each in client.get(f"/api/tables/{table}/findings").json()["open"] if each["key"] == "beyond:beyond"]
    assert [cure["words"] for cure in found["cures"]] == ["Join what a mark cut in who", "Leave these lines out"]
    mends = [found["cures"][0]["mend"]]
    done = client.put(f"/api/tables/{table}/mends", {"mends": mends}, format="json").json()
    assert (done["mends"][0]["touched"], done["mends"][0]["problem"]) == (1, "")
    assert [column["name"] for column in done["table"]["columns"]] == ["who", "n"]

    # Next Monday's file has no such line, and stands all the same; the one after has some again.
    for content, records in ((f"who,n\n{plain}", 30), (f"who,n\n{plain}Holm, Di,8\nLund, Bo,9\n", 32)):
        number = give(client, content, table=table)["file"]["id"]
        compared = read(client, number)
        assert compared["comparison"]["problems"] == []
        stands = client.post(f"/api/imports/{number}/accept", {"renames": {}}, format="json").json()
        assert (stands["records"], [column["kind"] for column in stands["columns"]]) == (records, ["category", "number"])
    undone = client.post(f"/api/tables/{table}/undo").json()
    assert [column["name"] for column in undone["table"]["columns"]] == ["who", "n", "beyond"]
    assert client.post(f"/api/tables/{table}/redo").json()["table"]["columns"] == stands["columns"]


def test_a_full_disk_is_told_where_a_table_of_the_demo_would_be_laid_out(client, monkeypatch):
    def full(*_args, **_named):
        raise OSError(errno.ENOSPC, "No space left on device")

    monkeypatch.setattr("pathlib.Path.open", full)
    answer = client.post("/api/imports/samples/berth-log")
    assert answer.status_code in (422, 507)
    assert "disk" in answer.json()["detail"]
    monkeypatch.undo()
    assert nothing_left()
