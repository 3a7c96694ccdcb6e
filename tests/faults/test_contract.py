"""What the API says of itself, held against a server: every operation is asked with whatever fits its description, and what does
not, and answers as described, never with a fault of its own.
"""

import json
from pathlib import Path

import pytest
import schemathesis
from hypothesis import HealthCheck, Phase, given, seed, settings
from hypothesis import strategies as st
from schemathesis import GenerationMode
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import content_type_conformance, response_schema_conformance, status_code_conformance

from bench.faults.live import Live
from scripts.describe import DOCS

SCHEMA = schemathesis.openapi.from_dict(json.loads((DOCS / "openapi.json").read_text()))
OPERATIONS = {f"{each.method.upper()} {each.path}": each for each in (found.ok() for found in SCHEMA.get_all_operations())}
CHECKS = [not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance]
EXAMPLES = 20
RECIPE = {"finch_recipe": 2, "pivot": {"rows": [{"field": "pier"}], "measure": {"take": "sum", "of": "minutes"}}}
CSV = b"pier,departed,minutes\nEast,2025-01-03 08:10,4\nWest,2025-02-09,8\nEast,2025-02-11,\n"


@pytest.fixture(scope="module")
def live(tmp_path_factory):
    found = Live(Path(tmp_path_factory.mktemp("contract")))
    yield found
    assert found.lives
    found.end()


@pytest.fixture
def known(live):
    """Numbers of a table, a plate on it and a file on its way, fresh for each operation."""
    table = live.ask("POST", "/api/tables?name=a.csv", CSV).body["id"]
    plate = live.ask("POST", "/api/plates", {"table": table, "recipe": RECIPE}).body["plate"]["id"]
    given_ = live.ask("POST", f"/api/imports?name=b.csv&table={table}", CSV).body["file"]["id"]
    return {"tables": table, "plates": plate, "imports": given_}


@pytest.mark.parametrize("name", list(OPERATIONS))
def test_every_operation_answers_as_it_is_described(live, known, name):
    operation = OPERATIONS[name]
    whole = st.one_of(operation.as_strategy(), operation.as_strategy(generation_mode=GenerationMode.NEGATIVE))

    @seed(7)
    @settings(
        max_examples=EXAMPLES,
        deadline=None,
        database=None,
        phases=[Phase.generate],
        suppress_health_check=list(HealthCheck),
    )
    @given(case=whole, of_one_that_is_there=st.integers(0, 9))
    def asked(case, of_one_that_is_there):
        noun = operation.path.split("/")[2]
        if of_one_that_is_there and "id" in (case.path_parameters or {}) and noun in known:
            case.path_parameters["id"] = known[noun]
        if case.media_type == "application/octet-stream" and not isinstance(case.body, bytes):
            case.body = b""
        response = case.call(base_url=f"http://127.0.0.1:{live.port}", timeout=60)
        case.validate_response(response, checks=CHECKS)

    asked()
