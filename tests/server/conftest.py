"""A client that asks as the interface would, and a table to ask about. What is answered is held against the description."""

import json
import re
from functools import cache
from pathlib import Path
from typing import Any

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext
from jsonschema_rs import Draft202012Validator, ValidationError
from rest_framework.test import APIClient

from mottled_finch.server.folios.figures import _FIGURES
from mottled_finch.server.plates.looks import _LOOKS
from mottled_finch.server.problems import ADDRESS, KINDS
from mottled_finch.server.tables.files import folder
from mottled_finch.server.tables.imports import _COMPARED_ANEW
from mottled_finch.server.tables.mended import _FINDINGS, _MENDED, _SUMMARIES
from mottled_finch.server.tables.records import _ORDERS
from mottled_finch.server.tables.storage import EDITIONS

CSV = "pier,departed,minutes\nEast,2025-01-03 08:10,4\nWest,2025-02-09,8\nEast,2025-02-11,\n"


OPENAPI = json.loads((Path(__file__).parents[2] / "docs" / "openapi.json").read_text())


def _nullable(schema: Any) -> Any:
    """OpenAPI 3.0 says of what may be null what JSON Schema has no word for."""
    if isinstance(schema, list):
        return [_nullable(each) for each in schema]
    if not isinstance(schema, dict):
        return schema
    plain = {key: _nullable(value) for key, value in schema.items() if key != "nullable"}
    return {"anyOf": [plain, {"type": "null"}]} if schema.get("nullable") is True else plain


@cache
def _described() -> dict[str, Any]:
    return _nullable({"components": OPENAPI["components"]})


@cache
def _validator(path: str, method: str, status: str) -> Draft202012Validator | None:
    """What holds a described answer; None for one that is no JSON. Raises KeyError for one that is not described."""
    content = OPENAPI["paths"][path][method]["responses"][status].get("content", {})
    schema = next((each.get("schema") for kind, each in content.items() if "json" in kind), None)
    return None if schema is None else Draft202012Validator({**_nullable(schema), **_described()})


def check_answer(method: str, address: str, response: Any) -> None:
    """Fails for an answer that is not as the description has it. What any request may be refused with is a problem."""
    path = address.partition("?")[0]
    known = next((each for each in OPENAPI["paths"] if re.fullmatch(re.sub(r"\{\w+\}", r"[^/]+", each), path)), None)
    kind = response.headers.get("Content-Type", "")
    if known is None or "json" not in kind or method.lower() not in OPENAPI["paths"][known]:
        return
    if "problem+json" in kind:
        address, _, name = json.loads(response.content)["type"].partition("#")
        assert address == ADDRESS and name in KINDS
    described = OPENAPI["paths"][known][method.lower()]["responses"]
    status = str(response.status_code)
    if response.status_code >= 400 and status not in described:
        assert "problem+json" in kind
        return
    validator = _validator(known, method.lower(), status)
    if validator is not None:
        wrong: ValidationError | None = next(iter(validator.iter_errors(json.loads(response.content))), None)
        assert wrong is None, f"{method} {path} answers {status}: {wrong.message} at {wrong.instance_path}"


class Client(APIClient):
    others_write = False
    """Whether a test has others write while a request is answered."""

    def generic(self, method: str, path: str, *given: Any, **more: Any):
        with CaptureQueriesContext(connection) as asked:
            response = super().generic(method, path, *given, **more)
        check_answer(method, path, response)
        if method in ("GET", "HEAD") and not self.others_write:
            wrote = [each["sql"] for each in asked if not each["sql"].startswith(("SELECT", "SAVEPOINT", "RELEASE", "PRAGMA"))]
            assert not wrote, f"{method} {path} wrote: {wrote}"
        return response

    def upload(self, content: str | bytes, name: str = "trips.csv", **headers: Any):
        data = content.encode() if isinstance(content, str) else content
        return self.generic("POST", f"/api/tables?name={name}", data, content_type="text/csv", **headers)

    def take_away(self, kind: str, number: int) -> None:
        """Remove a thing, and take it out of the bin for good."""
        assert self.delete(f"/api/{kind}s/{number}").status_code == 204
        assert self.delete(f"/api/bin/{kind}/{number}").status_code == 204

    def change(self, plate: int, **parts: Any):
        return self.put(f"/api/plates/{plate}/recipe", {"finch_recipe": 2, "pivot": {}, **parts}, format="json")


@pytest.fixture(autouse=True)
def nothing_open():
    """A test that is rolled back gives the numbers of its editions and imports to the next one."""
    for kept in (EDITIONS._tables, _MENDED, _FINDINGS, _SUMMARIES, _COMPARED_ANEW, _ORDERS, _LOOKS, _FIGURES):
        kept._results.clear()
    yield
    for path in folder().iterdir():
        path.unlink()


@pytest.fixture
def client(db):
    return Client(SERVER_NAME="127.0.0.1")


@pytest.fixture
def table(client) -> int:
    return client.upload(CSV).json()["id"]


@pytest.fixture
def plate(client, table) -> int:
    return client.post("/api/plates", {"table": table}, format="json").json()["plate"]["id"]
