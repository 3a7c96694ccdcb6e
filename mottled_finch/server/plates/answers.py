"""What the server tells of plates and figures."""

from typing import Any

import numpy as np

from mottled_finch.core.cautions import Caution, cautions_of
from mottled_finch.core.color.losses import losses_of
from mottled_finch.core.color.scale import Scale
from mottled_finch.core.draw.json import numbers_or_null
from mottled_finch.core.figure.contents import Beside
from mottled_finch.core.figure.figure import Figure
from mottled_finch.core.pivot import colored_values
from mottled_finch.core.recipe import Recipe, dump_recipe, merge_patch
from mottled_finch.core.scene import Scene
from mottled_finch.core.scene.legend import bands_of
from mottled_finch.core.statement import write_statement
from mottled_finch.core.vocabulary import FACT_TERMS
from mottled_finch.core.words.figures import default_caption
from mottled_finch.core.words.parts import default_title, measure_words
from mottled_finch.core.words.wording import beginning

from ..tables.mended import summary
from . import kept_files
from .models import Plate


def plate_title(plate: Plate) -> str:
    recipe = plate.recipe()
    return recipe.words.title or default_title(recipe.pivot)


def plate_answer(plate: Plate) -> dict[str, Any]:
    standing, recipe = plate.standing(), plate.recipe()
    return {
        "id": plate.pk,
        "table": plate.table_id,
        "table_name": plate.table.name,
        "title": plate_title(plate),
        # Changes whenever the figure may: with the recipe, the edition that stands, and the table's mends.
        "revision": f"{standing.pk}-{plate.table.current_id}-{plate.table.tag()}",
        "version": plate.tag(),
        "saved": plate.saved.isoformat(),
        "recipe": dump_recipe(recipe),
        "statement": write_statement(recipe.pivot, [column["name"] for column in summary(plate.table)["columns"]]),
        **plate.steps(),
        "problem": "",
    }


def broken_plate(plate: Plate, problem: str) -> dict[str, Any]:
    """What is told of a plate that cannot be read: undo may still lead back to a version that can."""
    return {
        "id": plate.pk,
        "table": plate.table_id,
        "table_name": plate.table.name,
        "title": "A plate that cannot be read",
        "revision": "",
        "version": plate.tag(),
        "saved": plate.saved.isoformat(),
        "recipe": {"finch_recipe": 2, "pivot": {}},
        "statement": "",
        **plate.steps(),
        "problem": problem,
    }


def both_answers(plate: Plate, figure: Figure) -> dict[str, Any]:
    return {"plate": plate_answer(plate), "figure": figure_answer(figure, plate.recipe())}


def _scene_answer(scene: Scene, recipe: Recipe, family: str) -> dict[str, Any]:
    """The scene's fields as they are: ``asdict`` would copy the 90,000 steps of a large grid one by one."""
    marks = {kind: [vars(mark) for mark in getattr(scene, kind)] for kind in ("texts", "boxes", "hatchings", "lines")}
    under = None
    if scene.under is not None and recipe.page.underlay is not None:
        under = {**vars(scene.under), "picture": kept_files.address_of(recipe.page.underlay.picture)}
    font = recipe.page.font
    faces = () if font is None else ((400, font.regular), (600, font.bold or font.regular))
    typeface = {"family": family, "faces": [{"weight": weight, "address": kept_files.address_of(name)} for weight, name in faces]}
    return {
        **vars(scene),
        **marks,
        "typeface": typeface,
        "theme": vars(scene.theme),
        "grid": vars(scene.grid) if scene.grid else None,
        "under": under,
    }


def _held_values(figure: Figure) -> dict[str, float]:
    """The values of cells that have no color since they are hidden or set aside, by their place."""
    held = (figure.contents.few | figure.contents.aside).ravel()
    values = colored_values(figure.matrix).ravel()
    return {str(i): float(values[i]) for i in np.flatnonzero(held & ~np.isnan(values)).tolist()}


def _beside_answer(beside: Beside) -> dict[str, Any]:
    texts = ["" if value != value else beside.style.text(value) for value in beside.values.ravel().tolist()]
    return {"words": beginning(measure_words(beside.measure)), "texts": texts}


def _caution_answer(caution: Caution, recipe: Recipe) -> dict[str, Any]:
    cure = caution.cure
    told = {"words": cure.words, "patch": merge_patch(dump_recipe(recipe), dump_recipe(cure.recipe))} if cure else None
    return {"name": caution.name, "words": caution.words, "cure": told}


def _scale_answer(scale: Scale | None) -> dict[str, Any] | None:
    if scale is None:
        return None
    spread = {**vars(scale.spread), "values": scale.spread.values.tolist(), "ranks": scale.spread.ranks.tolist()}
    return {**vars(scale), "spread": spread}


def figure_answer(figure: Figure, recipe: Recipe) -> dict[str, Any]:
    """``recipe`` is that of the plate, as it is kept."""
    matrix, scale, coloring, contents = figure.matrix, figure.scale, figure.coloring, figure.contents
    style = contents.style
    standing, dismissed = cautions_of(figure, recipe)
    apart = len(coloring.scales) > 1
    bands = [vars(band) for band in bands_of(figure.recipe, coloring, style)]
    return {
        "scene": _scene_answer(figure.scene, recipe, figure.typeface.family),
        "scale": _scale_answer(scale),
        "scales": [_scale_answer(each) for each in coloring.scales] if apart else [],
        "regions": coloring.regions.ravel().tolist() if apart else [],
        "bands": bands,
        "lit": None if coloring.lit is None else int(coloring.lit.sum()),
        "losses": losses_of(coloring.colors, [band["words"] for band in bands] if bands else None),
        "targets": figure.recipe.table.targets,
        "rows": [", ".join(labels) for labels in matrix.rows],
        "columns": [", ".join(labels) for labels in matrix.columns],
        "row_labels": matrix.rows,
        "column_labels": matrix.columns,
        "row_groups": [vars(group) for group in matrix.row_groups],
        "column_groups": [vars(group) for group in matrix.column_groups],
        "panels": matrix.panels,
        "values": numbers_or_null(contents.values.ravel()),
        "held_values": _held_values(figure),
        "beside": [_beside_answer(each) for each in contents.beside],
        "cautions": [_caution_answer(each, recipe) for each in standing],
        "dismissed": [{**_caution_answer(each, recipe), "reason": recipe.dismissed[each.name]} for each in dismissed],
        "facts": [{"name": name, "title": title, "text": figure.facts.text(name)} for name, title in FACT_TERMS.items()],
        "records": matrix.records.ravel().tolist(),
        "row_totals": numbers_or_null(matrix.row_totals),
        "column_totals": numbers_or_null(matrix.column_totals),
        "grand_total": numbers_or_null(np.array([matrix.grand_total]))[0],
        "row_records": matrix.row_records.tolist(),
        "column_records": matrix.column_records.tolist(),
        "style": vars(style),
        "palette": figure.recipe.color.palette,
        "kept": matrix.kept,
        "unplaced": matrix.unplaced,
        "unmeasured": matrix.unmeasured,
        "unfinished": [vars(each) for each in figure.unfinished],
        "default_title": default_title(figure.recipe.pivot),
        "default_caption": default_caption(figure.recipe.pivot, matrix),
    }
