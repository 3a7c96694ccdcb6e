"""Foreign hosts and foreign pages are refused; so is anything that would become markup."""

from threading import Event, Thread
from time import sleep

import pytest
from django.http import HttpResponse
from django.test import RequestFactory

from mottled_finch.server.guard import LONG_MOST, FewAtATime, is_long

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


@pytest.mark.parametrize(
    "headers",
    [
        {"HTTP_ORIGIN": "http://evil.example"},
        {"HTTP_ORIGIN": "http://["},
        {"HTTP_SEC_FETCH_SITE": "cross-site"},
        {"HTTP_SEC_FETCH_SITE": "same-site", "HTTP_SEC_FETCH_MODE": "no-cors"},
        {"HTTP_SEC_FETCH_SITE": "cross-site", "HTTP_SEC_FETCH_MODE": "navigate"},
    ],
)
def test_another_page_may_not_look_either(client, plate, headers):
    for path in ("/api/plates", f"/api/plates/{plate}/export.png?view=1"):
        answer = client.get(path, **headers)
        assert (answer.status_code, answer.json()["detail"]) == (
            403,
            "This was asked for by a page of another site; open Mottled Finch itself.",
        )


def test_a_link_to_the_interface_may_be_followed_from_anywhere(client):
    assert client.get("/", HTTP_SEC_FETCH_SITE="cross-site", HTTP_SEC_FETCH_MODE="navigate").status_code in (200, 503)
    assert client.get("/api/about", HTTP_SEC_FETCH_SITE="none").status_code == 200


def test_no_other_page_can_hold_what_is_answered(client):
    assert client.get("/api/about").headers["Cross-Origin-Resource-Policy"] == "same-origin"


@pytest.mark.parametrize(
    ("method", "path", "long"),
    [
        ("GET", "/api/about", False),
        ("GET", "/api/plates", False),
        ("GET", "/api/imports/5", False),
        ("DELETE", "/api/imports/5", False),
        ("POST", "/api/plates/5/give-up", False),
        ("PUT", "/api/plates/5/recipe", True),
        ("GET", "/api/plates/5/export.hex.csv", True),
        ("GET", "/api/archive", True),
        ("POST", "/api/imports", True),
        ("POST", "/api/tables", True),
        ("PUT", "/api/tables/5/mends", True),
        ("GET", "/api/plates/5/small/ab.svg", False),
    ],
)
def test_files_and_figures_are_long_work_and_looking_is_not(method, path, long):
    assert is_long(method, path) is long


def test_too_much_long_work_is_told_to_come_again_and_looking_goes_on():
    busy, done = Event(), Event()

    def answer(request):
        if request.path == "/api/tables":
            busy.set()
            done.wait(10)
        return HttpResponse("seen")

    few = FewAtATime(answer)
    ask = RequestFactory()
    threads = [Thread(target=few, args=(ask.post("/api/tables"),)) for _ in range(LONG_MOST)]
    for thread in threads:
        thread.start()
    busy.wait(10)
    while few._places._value:
        sleep(0.01)
    told = few(ask.post("/api/tables"))
    assert (told.status_code, told.headers["Retry-After"]) == (503, "2")
    assert few(ask.get("/api/about")).content == b"seen"
    done.set()
    for thread in threads:
        thread.join()
    assert few(ask.post("/api/plates")).content == b"seen"


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
    assert {form["ending"]: (form["purpose"], form["carries"]) for form in about["exports"]} == {
        "pptx": ("slide", "printed"),
        "png": ("slide", "printed"),
        "svg": ("document", "printed"),
        "pdf": ("document", "printed"),
        "docx": ("document", "printed"),
        "xlsx": ("workbook", "all"),
        "html": ("web", "all"),
        "table.html": ("clipboard", "printed"),
        "csv": ("data", "all"),
        "json": ("data", "all"),
        "hex.csv": ("data", "none"),
        "tokens.json": ("data", "none"),
    }
    palettes = {palette["name"]: palette for palette in client.get("/api/palettes").json()}
    assert palettes["kingcup"]["turned_when"] == ["good"]
    assert len(palettes["kingcup"]["colors"]) == 255


@pytest.mark.parametrize(
    "path", ["/api/returned", "/api/returned/refreshed", "/api/sources", "/api/templates", "/api/folios", "/api/folios/7"]
)
def test_strangers_files_and_folios_wait_for_their_turn(path):
    assert is_long("POST", path) or is_long("PUT", path)
    assert not is_long("GET", path)
