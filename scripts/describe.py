"""Write the descriptions that are generated from the code: docs/recipe.schema.json and docs/openapi.json.

Run after a change of the recipe or of the API, then `npm run types` in web/. The tests fail while they differ.
"""

import json
import os
import tempfile
from pathlib import Path

DOCS = Path(__file__).parent.parent / "docs"


def descriptions() -> dict[str, str]:
    """The text of each generated file, by its name in docs/."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "mottled_finch.server.settings")
    os.environ.setdefault("FINCH_DATA", tempfile.gettempdir())
    import django
    from drf_spectacular.generators import SchemaGenerator

    from mottled_finch.core.schema import recipe_schema

    django.setup()
    described = {"recipe.schema.json": recipe_schema(), "openapi.json": SchemaGenerator().get_schema(request=None, public=True)}
    return {name: json.dumps(content, indent=2, ensure_ascii=False) + "\n" for name, content in described.items()}


if __name__ == "__main__":
    for name, text in descriptions().items():
        (DOCS / name).write_text(text, encoding="utf-8")
