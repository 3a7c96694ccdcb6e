"""What the server tells of folios and their pages."""

import hashlib
import json
from collections.abc import Mapping, Sequence
from typing import Literal

import numpy as np

from mottled_finch.core.colors.palettes import BLANK_STEP
from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.common.recipe import dump_object
from mottled_finch.core.common.vocabulary import FACT_TERMS
from mottled_finch.core.figures.claims.judging import offered
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.figures.scene import Text
from mottled_finch.core.outputs.folio.cautions import FolioCaution, folio_cautions
from mottled_finch.core.outputs.folio.house_notes import house_notes
from mottled_finch.core.outputs.folio.load import dump_folio
from mottled_finch.core.outputs.folio.outputs.svg import said_by
from mottled_finch.core.outputs.folio.pages import Folio as LaidFolio
from mottled_finch.core.outputs.folio.pages import FolioPage
from mottled_finch.core.outputs.folio.rooms import Box
from mottled_finch.core.outputs.folio.sharing import why_not

from ..openapi import (
    ClaimedAnswer,
    FolioAnswer,
    FolioCautionAnswer,
    FolioCureAnswer,
    FolioPageAnswer,
    FolioPagesAnswer,
    FolioPlateAnswer,
    MarkAnswer,
    RoomAnswer,
)
from ..pictures import key_of
from ..plates.answers import plate_title, since_answer
from ..plates.models import Plate
from ..plates.templates import templates_stand
from .figures import laid, plates_of, revision_of
from .models import Folio

_ASKED = 24.0
"""Points high: what asks for words."""
_FEW = 6
"""Colors that stand for a plate."""


def folio_answer(folio: Folio, known: Mapping[int, Plate], house: str) -> FolioAnswer:
    """A folio in a list, from what is kept in its row, with the plates that are ``known`` by their numbers; ``house`` is how its
    templates stand.
    """
    plates = [known.get(number) for number in folio.plates]
    return FolioAnswer(
        id=folio.pk,
        title=folio.title or "A folio that cannot be read",
        pages=folio.pages if folio.title else 0,
        plates=[plate.pk for plate in plates if plate],
        picture=f"/api/folios/{folio.pk}/small/{picture_key(folio, known, house)}.svg" if folio.title and folio.pages else "",
        version=folio.tag(),
        saved=folio.saved.isoformat(),
        **folio.steps(),
        problem="" if folio.title else folio.why_not(),
    )


def picture_key(folio: Folio, known: Mapping[int, Plate], house: str) -> str:
    """What names the picture of its first page: another one whenever it may have changed."""
    return key_of(_digest([folio.tag(), house, *(revision_of(known.get(number)) for number in folio.plates)]))


def pages_answer(folio: Folio) -> FolioPagesAnswer:
    """A folio with all of its pages laid out."""
    spec = folio.spec()
    plates = plates_of(spec)
    pages = laid(folio, plates)
    made = pages.made
    cautions = folio_cautions(made)
    revisions = {name: revision_of(plate) for name, plate in plates.items()}
    return FolioPagesAnswer(
        folio=folio_answer(folio, {plate.pk: plate for plate in plates.values() if plate}, templates_stand()),
        spec=dump_folio(spec),
        pages=[_page(made, page, [each for each in cautions if each.page == page.number], revisions) for page in made.pages],
        plates={name: _plate(plate, made.figures[name]) for name, plate in plates.items()},
        layouts=[layout.name for layout in made.template.told.layouts] if made.template else [],
        problem=pages.problem,
    )


def page_revision(made: LaidFolio, page: FolioPage, revisions: dict[str, str]) -> str:
    """What changes whenever the picture of a page may."""
    words = ["".join(text.text for text in page.texts), *(f"{text.x:.2f} {text.y:.2f}" for text in page.texts)]
    parts = [
        dump_object(page.spec),
        dump_object(made.spec.page),
        words,
        f"{made.template.given} {made.template.told.reading}" if made.template else "",
    ]
    return _digest([parts, [revisions.get(placed.name, "") for placed in page.placed], [lost.why for lost in page.lost]])


def _digest(parts: object) -> str:
    return hashlib.blake2b(json.dumps(parts, default=str).encode(), digest_size=9).hexdigest()


def _below_contents(page: FolioPage) -> tuple[float, ...]:
    """Where words are asked for that an opening does not have yet, if it lists its pages where they would stand."""
    if not page.links:
        return ()
    left, top, _, height = page.links[-1].box
    return left, min(top + height * 1.4, page.sheet.height - _ASKED), page.sheet.width * 0.6, _ASKED


def _page(made: LaidFolio, page: FolioPage, cautions: Sequence[FolioCaution], revisions: dict[str, str]) -> FolioPageAnswer:
    rooms = [RoomAnswer(name=placed.name, box=placed.room, why="") for placed in page.placed]
    rooms += [RoomAnswer(name=lost.name, box=lost.room, why=lost.why) for lost in page.lost]
    rooms += [RoomAnswer(name="", box=box, why="") for box in page.empty]
    return FolioPageAnswer(
        number=page.number,
        title=page.title,
        told=said_by(page),
        width=page.sheet.width,
        height=page.sheet.height,
        revision=page_revision(made, page, revisions),
        colors=_colors(page),
        headline=_around(page.headline) or page.sheet.headline,
        words=_around(page.words.texts) or _below_contents(page),
        says=bool(page.words.texts),
        rooms=sorted(rooms, key=lambda room: (room.box[1], room.box[0])),
        marks=[MarkAnswer(fact=mark.fact, box=mark.box) for mark in page.marks],
        claims=[
            ClaimedAnswer(
                plate=each.plate,
                own=each.own is not None,
                words=each.judged.words,
                holds=each.judged.holds,
                now=each.judged.now,
                instead=each.judged.instead,
            )
            for each in page.claims
        ],
        cautions=[
            FolioCautionAnswer(
                name=each.name,
                words=each.words,
                cures=[FolioCureAnswer(words=cure.words, folio=dump_folio(cure.folio)) for cure in each.cures],
            )
            for each in cautions
        ],
        shares=_shares(page),
        since=since_answer({name: made.changes[name] for name in page.spec.plates if name in made.changes}),
        house=house_notes(made, page),
    )


def _shares(page: FolioPage) -> Literal["yes", "no", "could"]:
    figures = [placed.figure for placed in page.placed]
    if page.spec.share and len(figures) > 1 and not page.apart:
        return "yes"
    return "could" if len(figures) > 1 and not page.spec.share and not why_not(figures) else "no"


def _around(texts: Sequence[Text]) -> Box | None:
    """What lines of words take, in points."""
    if not texts:
        return None
    left, top = min(text.x for text in texts), min(text.y - text.size for text in texts)
    right, foot = max(text.x + text.length for text in texts), max(text.y + text.size * 0.35 for text in texts)
    return left, top, right - left, foot - top


def _colors(page: FolioPage) -> list[str]:
    """A few colors of its first plate, from cells far from each other."""
    grid = page.placed[0].figure.scene.grid if page.placed else None
    if grid is None:
        return []
    colored = [step for step in grid.steps if step != BLANK_STEP]
    if not colored:
        return []
    return [grid.colors[colored[int(i)]] for i in np.linspace(0, len(colored) - 1, _FEW).round()]


def _plate(plate: Plate | None, figure: Figure | CoreError) -> FolioPlateAnswer:
    if plate is None or not isinstance(figure, Figure):
        return FolioPlateAnswer(
            plate=plate.pk if plate else 0,
            title=plate_title(plate) if plate else "A plate that was removed",
            table_name=plate.table.name if plate else "",
            problem=figure.message if isinstance(figure, CoreError) else "",
            revision=revision_of(plate),
            facts={},
            offered=[],
            binned=_binned(plate),
        )
    facts = {name: text for name in FACT_TERMS if (text := figure.facts.text(name)) is not None}
    return FolioPlateAnswer(
        plate=plate.pk,
        title=plate_title(plate, figure),
        table_name=plate.table.name,
        problem="",
        revision=revision_of(plate),
        facts=facts,
        offered=offered(figure),
        binned=_binned(plate),
    )


def _binned(plate: Plate | None) -> str | None:
    return plate.until.isoformat() if plate is not None and plate.until else None
