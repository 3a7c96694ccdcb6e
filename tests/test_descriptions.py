"""What is generated from the code and committed is what the code would generate now."""

import json
import re
from pathlib import Path

from mottled_finch.core.common.recipe.schema import recipe_schema
from mottled_finch.demo.plates import PLATES
from scripts.describe import DOCS, ROOT, descriptions
from scripts.screenshots import VIEWS


def test_what_is_committed_is_what_would_be_made_now():
    for name, text in descriptions().items():
        assert (ROOT / name).read_text() == text, f"{name}: run scripts/describe.py, then npm run types in web/"


def test_the_schema_agrees_with_the_loader():
    from jsonschema import Draft202012Validator

    schema = recipe_schema()
    Draft202012Validator.check_schema(schema)
    validator = Draft202012Validator(schema)
    for plate in PLATES:
        validator.validate(json.loads(json.dumps(plate)))
    for wrong in (
        {"finch_recipe": 2},
        {"finch_recipe": 2, "pivot": {}, "colour": {}},
        {"finch_recipe": 2, "pivot": {"rows": [{"cut": "month"}]}},
    ):
        assert not validator.is_valid(wrong)


def test_the_schema_is_linked_from_its_page():
    assert "recipe.schema.json" in (Path(DOCS) / "recipe.md").read_text()


def test_each_picture_is_one_that_is_made_and_is_shown():
    pages = (ROOT / "README.md").read_text() + (DOCS / "tour.md").read_text()
    shown = set(re.findall(r"\((?:docs/)?screenshots/([\w-]+)\.png\)", pages))
    assert sorted(shown) == sorted(VIEWS) == sorted(path.stem for path in (DOCS / "screenshots").iterdir())
