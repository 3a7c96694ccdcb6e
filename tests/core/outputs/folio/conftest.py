"""A folio of two plates of a small table, and what makes its pages."""

from typing import Any

import pytest

from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import Figure, make_figure
from mottled_finch.core.outputs.draw import Template, template_of
from mottled_finch.core.outputs.folio.load import load_folio
from mottled_finch.core.outputs.folio.pages import Folio, laid_out, recipe_for

from ...conftest import read

TEXT = "pier,month,minutes,people\n" + "".join(
    f"{pier},{month},{3 * i + j},{10 * (i + 1) * (j + 2)}\n"
    for i, pier in enumerate(("Ardle Quay", "Brackwater", "Knot"))
    for j, month in enumerate(("Jan", "Feb", "Mar"))
)


def recipe(of: str = "minutes", **parts: Any) -> dict[str, Any]:
    pivot = {"rows": [{"field": "pier"}], "columns": [{"field": "month"}], "measure": {"take": "sum", "of": of}}
    return {"finch_recipe": 2, "pivot": pivot, **parts}


LATE = recipe(words={"title": "Late", "subtitle": "Minutes by pier", "source": "Source: log."}, claims=["highest row is Knot"])
CROWD = recipe("people", words={"title": "Crowded"}, color={"palette": "sedge"})


def folio_of(
    *pages: dict[str, Any],
    template: bytes | None = None,
    plates: dict[str, Any] | None = None,
    text: str = "",
    **parts: Any,
) -> Folio:
    """The pages of a folio on the table, its plates "late" and "crowd" unless others are given."""
    recipes = plates or {"late": LATE, "crowd": CROWD}
    spec = load_folio(
        {
            "finch_folio": 1,
            "tables": {"log": "log.csv"},
            "plates": {name: {"recipe": each} for name, each in recipes.items()},
            "pages": list(pages),
            **parts,
        }
    )
    house = None
    if template is not None:
        told, content = template_of(template)
        house = Template(name="House", told=told, content=content)
    return laid_out(spec, {name: figure(spec, each, text or TEXT) for name, each in recipes.items()}, house)


def figure(spec: Any, plain: dict[str, Any], text: str = TEXT) -> Figure:
    return make_figure(read(text), recipe_for(spec, load_recipe(plain)))


@pytest.fixture
def every_page() -> list[dict[str, Any]]:
    """A page of each arrangement."""
    return [
        {"arrange": "opening", "headline": "We are late", "words": "Of {late.n} records."},
        {"plates": ["late"]},
        {"arrange": "beside", "headline": "Both", "words": "Most: **{crowd.highest}**.", "plates": ["late", "crowd"]},
        {"arrange": "stacked", "headline": "Both again", "plates": ["late", "crowd"]},
        {
            "arrange": "plate_words",
            "headline": "Knot",
            "plates": ["late"],
            "words": "- One\n- Two\n  - Two a\n\n1. A\n2. B",
        },
        {"arrange": "four", "headline": "Four", "plates": ["late", "crowd", "late", "crowd"]},
        {"arrange": "words", "headline": "We ask", "words": "# Why\n\nSince *so*.", "notes": "Pause."},
    ]
