"""Tables over HTTP: bringing in, refusing, describing, removing."""

import io

import pytest
from django.conf import settings

from mottled_finch.core.common.errors import IntakeError
from mottled_finch.server.tables.imports import receive
from mottled_finch.server.tables.models import Chunk, Table

from .conftest import CSV


def test_an_upload_becomes_a_table(client):
    answer = client.upload(CSV, "My trips.csv")
    assert answer.status_code == 201
    told = answer.json()
    assert (told["name"], told["records"], told["edition"]) == ("My trips", 3, 1)
    assert [(column["name"], column["kind"], column["distinct"], column["blanks"]) for column in told["columns"]] == [
        ("pier", "category", 2, 0),
        ("departed", "moment", 3, 0),
        ("minutes", "number", 2, 1),
    ]
    assert client.get(f"/api/tables/{told['id']}").json() == told
    assert client.get("/api/tables").json() == [told]


def test_what_did_not_fit_is_told(client):
    lines = "".join("A,5\n" for _ in range(20))
    (_, column) = client.upload(f"p,late_by\n{lines}A,n/k\n").json()["columns"]
    assert column["misfits"] == [{"text": "n/k", "records": 1}]
    assert column["words"] == "late by"


@pytest.mark.parametrize(
    ("content", "sentence"),
    [
        (b"", "trips.csv: the file is empty; choose a file with a header line and records"),
        (b"\x89PNG\r\n\x1a\n", "trips.csv: this is a PNG picture; choose a text file, a workbook, JSON, Parquet or Arrow"),
        (b'a,b\n1,"2\n', "trips.csv: a quotation mark opened in record 1 is never closed; close it, or take it out"),
    ],
)
def test_a_file_that_cannot_be_read_leaves_everything_as_it_was(client, table, content, sentence):
    before = (Table.objects.count(), Chunk.objects.count())
    answer = client.upload(content)
    assert answer.status_code == 422
    assert answer.headers["Content-Type"] == "application/problem+json"
    assert answer.json()["detail"] == sentence
    assert answer.json()["path"] == "trips.csv"
    assert (Table.objects.count(), Chunk.objects.count()) == before


def test_a_file_over_the_limit_is_refused_by_its_number(client, monkeypatch):
    monkeypatch.setattr(settings, "UPLOAD_BYTES_MOST", 3 * 1024**2)
    answer = client.upload(b"a\n" + b"1\n" * 2 * 1024**2)
    assert answer.status_code == 413
    assert answer.json()["detail"] == (
        "trips.csv: the file has 4 MB, more than the 3 MB that are taken in; leave out columns or records you do not need."
    )
    assert not Table.objects.exists()


def test_an_announced_gigabyte_is_refused_before_it_is_read(client):
    answer = client.generic("POST", "/api/tables?name=huge.csv", b"a\n1\n", content_type="text/csv", CONTENT_LENGTH=str(1024**3))
    assert answer.status_code == 413
    assert "1,024 MB, more than the 768 MB" in answer.json()["detail"]


def test_an_upload_that_broke_off_is_refused(client):
    with pytest.raises(IntakeError, match=r"^t\.csv: the upload broke off before its end; send the file again$"):
        receive(io.BytesIO(CSV.encode()), len(CSV) + 9, "t.csv")
    assert not Table.objects.exists()


def test_nothing_is_left_in_the_folder_for_uploads(client, table):
    assert list((settings.DATA / "incoming").iterdir()) == []


@pytest.mark.parametrize(
    ("file", "name"), [("../../etc/passwd.csv", "passwd"), ("C:\\a\\b.csv", "b"), (".csv", ".csv"), ("%20", "table")]
)
def test_a_file_name_is_never_a_path(client, file, name):
    assert client.upload(CSV, file).json()["name"] == name


def test_members_of_a_field(client, table):
    assert client.get(f"/api/tables/{table}/members?field=pier").json() == [
        {"label": "East", "records": 2},
        {"label": "West", "records": 1},
    ]
    assert [member["label"] for member in client.get(f"/api/tables/{table}/members?field=departed&cut=month").json()] == [
        "Jan",
        "Feb",
    ]
    wrong = client.get(f"/api/tables/{table}/members?field=peir")
    assert (wrong.status_code, wrong.json()["detail"]) == (422, 'field.field: no column "peir"; did you mean "pier"?')
    assert client.get(f"/api/tables/{table}/members?field=departed&cut=moon").status_code == 422


def test_a_table_with_plates_stays_in_the_bin_as_long_as_they_do(client, table, plate):
    assert client.delete(f"/api/tables/{table}").status_code == 204
    for _ in range(2):
        answer = client.delete(f"/api/bin/table/{table}")
        assert (answer.status_code, answer.json()["detail"]) == (409, "“trips” carries plates; remove them first, for good.")
        assert client.get(f"/api/plates/{plate}").status_code == (200 if _ == 0 else 404)
        client.delete(f"/api/plates/{plate}")
    client.delete(f"/api/bin/plate/{plate}")
    assert client.delete(f"/api/bin/table/{table}").status_code == 204
    assert not Chunk.objects.exists()
    assert client.get(f"/api/tables/{table}").status_code == 404
