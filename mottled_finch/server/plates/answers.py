"""What the server tells of plates and figures."""

from dataclasses import replace

import numpy as np

from mottled_finch.core.colors.losses import losses_of
from mottled_finch.core.colors.scale import DEFAULT_PALETTE, Scale
from mottled_finch.core.common.language import OURS, Language, language_of
from mottled_finch.core.common.language.english import beginning
from mottled_finch.core.common.recipe import FORMAT, PivotSpec, Recipe, dump_recipe, dump_table_part, merge_patch
from mottled_finch.core.common.recipe.page_type import least_type
from mottled_finch.core.common.recipe.table_spec import TableSpec
from mottled_finch.core.common.vocabulary import FACT_TERMS
from mottled_finch.core.common.wording.parts import alone_words, default_title, measure_words, other_words, title_of
from mottled_finch.core.figures.cautions import Caution, Cure, cautions_of
from mottled_finch.core.figures.claims.judging import judged, offered
from mottled_finch.core.figures.contents.contents import Beside, both_sides
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.figures.scene import Scene
from mottled_finch.core.figures.scene.legend import bands_of
from mottled_finch.core.figures.text.figures import default_caption
from mottled_finch.core.figures.text.parts import Said, sentences_of
from mottled_finch.core.matrices.looks.language import proposed_language
from mottled_finch.core.matrices.pivot import colored_values
from mottled_finch.core.matrices.statement import write_statement
from mottled_finch.core.outputs.changes.comparing import Since, told
from mottled_finch.core.outputs.draw.json import numbers_or_null

from ..openapi import (
    AgainstAnswer,
    BandAnswer,
    BesideAnswer,
    CautionAnswer,
    ClaimsAnswer,
    CureAnswer,
    DismissedAnswer,
    FaceAnswer,
    FactAnswer,
    FigureAnswer,
    MoveAnswer,
    PlateAnswer,
    PlateFigureAnswer,
    PlateLine,
    ScaleAnswer,
    SceneAnswer,
    SinceAnswer,
    SpreadAnswer,
    TriedAnswer,
    TypefaceAnswer,
    UnlikeAnswer,
)
from ..pictures import key_of
from ..tables.mended import summary
from . import kept_files
from .models import Plate
from .revision import revision_of

_MOVED_MOST = 20
"""Cells that are told of as having moved."""


def plate_title(plate: Plate, figure: Figure | None = None) -> str:
    """What a plate is called, its live facts filled in from its figure; where that is not made, a mark stands for them."""
    recipe = plate.recipe()
    if figure is None:
        return title_of(recipe)
    title = recipe.words.title or default_title(recipe.pivot, language_of(recipe.page.language))
    return figure.facts.filled(title, "words.title")


def plate_answer(plate: Plate, figure: Figure | None = None) -> PlateAnswer:
    recipe = plate.recipe()
    return PlateAnswer(
        id=plate.pk,
        table=plate.table_id,
        table_name=plate.table.name,
        title=plate_title(plate, figure),
        revision=revision_of(plate),
        version=plate.tag(),
        saved=plate.saved.isoformat(),
        recipe=recipe,
        statement=_statement(plate, recipe),
        **plate.steps(),
        problem="",
    )


def plate_line(plate: Plate) -> PlateLine:
    """A plate in a list, from what is kept in its row."""
    return PlateLine(
        id=plate.pk,
        table=plate.table_id,
        table_name=plate.table.name,
        title=plate.title or "A plate that cannot be read",
        picture=f"/api/plates/{plate.pk}/small/{key_of(revision_of(plate))}.svg",
        version=plate.tag(),
        saved=plate.saved.isoformat(),
        problem="" if plate.title else plate.why_not(),
    )


def broken_plate(plate: Plate, problem: str) -> PlateAnswer:
    """What is told of a plate that cannot be read: undo may still lead back to a version that can."""
    return PlateAnswer(
        id=plate.pk,
        table=plate.table_id,
        table_name=plate.table.name,
        title="A plate that cannot be read",
        revision="",
        version=plate.tag(),
        saved=plate.saved.isoformat(),
        recipe=Recipe(finch_recipe=FORMAT, pivot=PivotSpec()),
        statement="",
        **plate.steps(),
        problem=problem,
    )


def both_answers(plate: Plate, figure: Figure) -> PlateFigureAnswer:
    return PlateFigureAnswer(plate=plate_answer(plate, figure), figure=figure_answer(figure, plate.recipe()))


def tried_answer(plate: Plate, recipe: Recipe, figure: Figure) -> TriedAnswer:
    return TriedAnswer(figure=figure_answer(figure, recipe), statement=_statement(plate, recipe))


def _statement(plate: Plate, recipe: Recipe) -> str:
    return write_statement(recipe.pivot, [column["name"] for column in summary(plate.table)["columns"]])


def _scene_answer(scene: Scene, recipe: Recipe, family: str) -> SceneAnswer:
    """The scene with addresses in place of pictures and fonts."""
    under = scene.under
    if under is not None and recipe.page.underlay is not None:
        under = replace(under, picture=kept_files.address_of(recipe.page.underlay.picture))
    font = recipe.page.font
    faces = () if font is None else ((400, font.regular), (600, font.bold or font.regular))
    shown = [FaceAnswer(weight=weight, address=kept_files.address_of(name)) for weight, name in faces]
    return SceneAnswer(
        **{**vars(scene), "under": under},
        typeface=TypefaceAnswer(family=family, faces=shown),
    )


def _held_values(figure: Figure) -> dict[str, float]:
    """The values of cells that have no color since they are hidden or set aside, by their place."""
    held = (figure.contents.few | figure.contents.aside).ravel()
    values = colored_values(figure.matrix).ravel()
    return {str(i): float(values[i]) for i in np.flatnonzero(held & ~np.isnan(values)).tolist()}


def _beside_answer(beside: Beside, language: Language) -> BesideAnswer:
    return BesideAnswer(words=beginning(measure_words(beside.measure, language)), texts=_texts(beside))


def _texts(beside: Beside) -> list[str]:
    return ["" if value != value else beside.style.text(value) for value in beside.values.ravel().tolist()]


def _against_answer(figure: Figure) -> AgainstAnswer | None:
    both, opposite = both_sides(figure.recipe, figure.matrix), figure.matrix.opposite
    if both is None or opposite is None:
        return None
    show = figure.recipe.pivot.show
    rows, columns = figure.matrix.shape
    new, gone = alone_words(show, figure.facts.language)
    return AgainstAnswer(
        words=other_words(show, figure.facts.language),
        here=_texts(both[0]),
        there=_texts(both[1]),
        records=opposite.all_records[:rows, :columns].ravel().tolist(),
        new=new,
        gone=gone,
        sides=show.measure is None,
    )


def _unlike_answer(figure: Figure) -> UnlikeAnswer | None:
    styles = figure.contents.styles
    if not styles.by_line:
        return None
    return UnlikeAnswer(side="rows" if styles.down else "columns", styles=styles.by_line, sense=figure.coloring.sense)


def _caution_answer(caution: Caution, recipe: Recipe) -> CautionAnswer:
    return CautionAnswer(
        name=caution.name,
        words=caution.words,
        cure=_cure_answer(caution.cure, recipe) if caution.cure else None,
        more=tuple(_cure_answer(cure, recipe) for cure in caution.more),
    )


def _cure_answer(cure: Cure, recipe: Recipe) -> CureAnswer:
    mend = None if cure.mend is None else dump_table_part(TableSpec(mends=(cure.mend,)))["mends"][0]
    return CureAnswer(words=cure.words, patch=merge_patch(dump_recipe(recipe), dump_recipe(cure.recipe)), mend=mend)


def _scale_answer(scale: Scale | None) -> ScaleAnswer | None:
    if scale is None:
        return None
    spread = scale.spread
    numbers = SpreadAnswer(name=spread.name, around=spread.around, values=spread.values.tolist(), ranks=spread.ranks.tolist())
    stops = scale.band_steps if scale.cuts is not None and (scale.turned or scale.stops is not None) else None
    return ScaleAnswer(**{**vars(scale), "spread": numbers, "stops": stops})


def figure_answer(figure: Figure, recipe: Recipe) -> FigureAnswer:
    """``recipe`` is that of the plate, as it is kept; what the page says by itself is told in its language."""
    matrix, scale, coloring, contents = figure.matrix, figure.scale, figure.coloring, figure.contents
    style, language = contents.style, figure.facts.language
    standing, dismissed = cautions_of(figure, recipe)
    claims = ClaimsAnswer(made=judged(figure), offered=offered(figure))
    said = sentences_of(Said(written=recipe, recipe=figure.recipe, coloring=coloring, style=style))
    apart = len(coloring.scales) > 1
    bands = [BandAnswer(**vars(band)) for band in bands_of(figure.recipe, coloring, style, language)]
    return FigureAnswer(
        scene=_scene_answer(figure.scene, recipe, figure.typeface.family),
        scale=_scale_answer(scale),
        scales=[_scale_answer(each) for each in coloring.scales] if apart else [],
        regions=coloring.regions.ravel().tolist() if apart else [],
        bands=bands,
        lit=None if coloring.lit is None else int(coloring.lit.sum()),
        losses=losses_of(coloring.colors, [band.words for band in bands] if bands else None),
        targets=figure.recipe.table.targets,
        rows=[", ".join(labels) for labels in matrix.rows],
        columns=[", ".join(labels) for labels in matrix.columns],
        row_labels=matrix.rows,
        column_labels=matrix.columns,
        row_groups=matrix.row_groups,
        column_groups=matrix.column_groups,
        panels=matrix.panels,
        values=numbers_or_null(contents.values.ravel()),
        held_values=_held_values(figure),
        beside=[_beside_answer(each, language) for each in contents.beside],
        against=_against_answer(figure),
        cautions=[_caution_answer(each, recipe) for each in standing],
        dismissed=[
            DismissedAnswer(**vars(_caution_answer(each, recipe)), reason=recipe.dismissed[each.name]) for each in dismissed
        ],
        said=said,
        claims=claims,
        proposed_language=proposed_language(figure.facts.table),
        usual_type=least_type(replace(recipe.page, least_type=None)),
        facts=[FactAnswer(name=name, title=title, text=figure.facts.text(name)) for name, title in FACT_TERMS.items()],
        records=matrix.records.ravel().tolist(),
        row_totals=numbers_or_null(matrix.row_totals),
        column_totals=numbers_or_null(matrix.column_totals),
        grand_total=numbers_or_null(np.array([matrix.grand_total]))[0],
        row_records=matrix.row_records.tolist(),
        column_records=matrix.column_records.tolist(),
        style=style,
        unlike=_unlike_answer(figure),
        color=figure.recipe.color,
        palette=figure.recipe.color.palette or DEFAULT_PALETTE,
        kept=matrix.kept,
        unplaced=matrix.unplaced,
        unmeasured=matrix.unmeasured,
        unfinished=figure.unfinished,
        default_title=default_title(figure.recipe.pivot, language),
        default_caption=default_caption(figure.recipe.pivot, matrix, language),
    )


def since_answer(changes: dict[str, Since]) -> SinceAnswer:
    """What changed in plates since the edition before, once for each by its name."""
    moved = [(name, move) for name, change in changes.items() for move in change.moved]
    if len(changes) > 1:
        moved.sort(key=lambda each: -abs(each[1].steps))
    return SinceAnswer(
        is_one=bool(changes),
        moved=[
            MoveAnswer(plate=name, name=move.name, now=move.now, before=move.before, steps=move.steps, color=move.color)
            for name, move in moved[:_MOVED_MOST]
        ],
        number=len(moved),
        lines=[line for change in changes.values() for line in told(replace(change, moved=()), OURS)],
    )
