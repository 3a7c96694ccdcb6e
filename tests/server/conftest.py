"""A client that asks as the interface would, and a table to ask about."""

from typing import Any

import pytest
from rest_framework.test import APIClient

from mottled_finch.server.tables.mended import _FINDINGS, _MENDED
from mottled_finch.server.tables.records import _ORDERS
from mottled_finch.server.tables.storage import EDITIONS

CSV = "pier,departed,minutes\nEast,2025-01-03 08:10,4\nWest,2025-02-09,8\nEast,2025-02-11,\n"


class Client(APIClient):
    def upload(self, content: str | bytes, name: str = "trips.csv", **headers: Any):
        data = content.encode() if isinstance(content, str) else content
        return self.generic("POST", f"/api/tables?name={name}", data, content_type="text/csv", **headers)

    def change(self, plate: int, **parts: Any):
        return self.put(f"/api/plates/{plate}/recipe", {"finch_recipe": 1, "pivot": {}, **parts}, format="json")


@pytest.fixture(autouse=True)
def nothing_open():
    """A test that is rolled back gives the numbers of its editions to the next one."""
    for kept in (EDITIONS._tables, _MENDED, _FINDINGS, _ORDERS):
        kept._results.clear()


@pytest.fixture
def client(db):
    return Client(SERVER_NAME="127.0.0.1")


@pytest.fixture
def table(client) -> int:
    return client.upload(CSV).json()["id"]


@pytest.fixture
def plate(client, table) -> int:
    return client.post("/api/plates", {"table": table}, format="json").json()["plate"]["id"]
