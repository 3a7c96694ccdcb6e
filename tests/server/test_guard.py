"""Foreign hosts and foreign pages are refused; so is anything that would become markup."""

import pytest

from .conftest import CSV


@pytest.mark.parametrize("host", ["evil.example", "127.0.0.1.evil.example", "192.168.0.1"])
def test_a_foreign_host_name_is_refused(client, host):
    answer = client.get("/api/plates", SERVER_NAME=host, HTTP_HOST=host)
    assert answer.status_code == 400
    assert answer.json()["detail"] == "This request was not meant for this server; open it at http://127.0.0.1."


@pytest.mark.parametrize(
    "headers",
    [
        {"HTTP_ORIGIN": "http://evil.example"},
        {"HTTP_ORIGIN": "null"},
        {"HTTP_ORIGIN": "http://127.0.0.1:9999"},
        {"HTTP_SEC_FETCH_SITE": "cross-site"},
        {"HTTP_SEC_FETCH_SITE": "same-site"},
    ],
)
def test_a_write_that_another_page_asks_for_is_refused(client, plate, headers):
    for answer in (
        client.upload(CSV, **headers),
        client.post(f"/api/plates/{plate}/undo", **headers),
        client.delete(f"/api/plates/{plate}", **headers),
    ):
        assert answer.status_code == 403
        assert answer.json()["detail"] == "This write was asked for by a page of another site; open Mottled Finch itself."
    assert client.get(f"/api/plates/{plate}").status_code == 200


def test_the_interface_itself_and_a_shell_may_write(client):
    assert client.upload(CSV, HTTP_ORIGIN="http://127.0.0.1", HTTP_SEC_FETCH_SITE="same-origin").status_code == 201
    assert client.upload(CSV).status_code == 201


def test_answers_run_no_foreign_script_and_are_not_sniffed(client):
    answer = client.get("/api/about")
    assert "default-src 'self'" in answer.headers["Content-Security-Policy"]
    assert "frame-ancestors 'none'" in answer.headers["Content-Security-Policy"]
    assert answer.headers["X-Content-Type-Options"] == "nosniff"


def test_unknown_addresses_of_the_api_are_problems_too(client):
    answer = client.get("/api/nothing")
    assert (answer.status_code, answer.json()["detail"]) == (404, "There is nothing at this address.")


def test_palettes_and_forms_are_told(client):
    about = client.get("/api/about").json()
    assert [form["ending"] for form in about["exports"]] == ["png", "svg", "pdf", "pptx", "csv", "hex.csv", "tokens.json", "json"]
    palettes = {palette["name"]: palette for palette in client.get("/api/palettes").json()}
    assert palettes["kingcup"]["turned_when"] == ["good"]
    assert len(palettes["kingcup"]["colors"]) == 255
