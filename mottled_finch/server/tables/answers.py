"""What the server tells of tables and imports."""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from mottled_finch.core.common.errors import CoreError
from mottled_finch.core.common.language.english import field_words
from mottled_finch.core.common.recipe.table_spec import Mend
from mottled_finch.core.tables.intake import Look
from mottled_finch.core.tables.mends import Library, Mended, effect_of, mend_words
from mottled_finch.core.tables.table import Column, shown_at, value_digests
from mottled_finch.core.tables.table import Table as CoreTable

from ..openapi import (
    ChoicesAnswer,
    EditionAnswer,
    FindingsAnswer,
    ImportAnswer,
    LookAnswer,
    LookColumnAnswer,
    MendAnswer,
    SampleAnswer,
    TableAnswer,
    TrialAnswer,
    WorkbenchAnswer,
)
from .actions import name_tag
from .mended import findings, keep_summary, key_of, mended, summary
from .models import Edition, Import, Table
from .progress import PROGRESS
from .storage import EDITIONS

PREVIEW_RECORDS = 60


def table_answer(table: Table) -> TableAnswer:
    """A table as the desk and the statement show it: its mended columns, without opening its data where that was done before."""
    edition, shown = table.edition(), summary(table)
    return TableAnswer(
        id=table.pk,
        name=table.name,
        records=shown["records"],
        edition=edition.number,
        read=edition.read.isoformat(),
        file_name=edition.file_name,
        columns=shown["columns"],
        version=table.tag(),
        data=key_of(edition, table.mends()),
        name_version=name_tag(table),
        problem="",
    )


def broken_table(table: Table, problem: str) -> TableAnswer:
    """What is told of a table that cannot be read."""
    edition = table.edition()
    return TableAnswer(
        id=table.pk,
        name=table.name,
        records=edition.records,
        edition=edition.number,
        read=edition.read.isoformat(),
        file_name=edition.file_name,
        columns=[],
        version=table.tag(),
        data="",
        name_version=name_tag(table),
        problem=problem,
    )


def workbench_answer(table: Table) -> WorkbenchAnswer:
    """All that the table's own screen shows but its records."""
    edition, mends = table.edition(), table.mends()
    found = mended(edition, mends)
    return WorkbenchAnswer(
        table=table_answer(table),
        delivered=edition.records,
        touched=sum(step.touched for step, mend in zip(found.steps, mends, strict=True) if not mend.get("off") and not step.made),
        own_numbers=found.origin is not None,
        parts=edition.parts,
        notes=edition.notes,
        asked=edition.asked,
        file_name=edition.file_name,
        mends=[MendAnswer(mend=mend, **vars(step)) for mend, step in zip(mends, found.steps, strict=True)],
        editions=[edition_answer(each, edition) for each in table.editions.filter(accepted=True)],
        **table.steps(),
        plates=table.plates.count(),
    )


def changed_workbench(table: Table) -> WorkbenchAnswer:
    """The same of a table that was just changed, whose summary is kept with it from here on."""
    keep_summary(table)
    return workbench_answer(table)


def edition_answer(edition: Edition, standing: Edition) -> EditionAnswer:
    return EditionAnswer(
        number=edition.number,
        records=edition.records,
        read=edition.read.isoformat(),
        file_name=edition.file_name,
        stands=edition.pk == standing.pk,
    )


def findings_answer(table: Table) -> FindingsAnswer:
    """What was found, without what is to be left as it is."""
    found = findings(table.edition(), table.mends())
    return FindingsAnswer(
        open=[each for each in found if each.key not in table.left],
        left=[each for each in found if each.key in table.left],
    )


def trial_answer(table: CoreTable, mend: Mend, position: int, library: Library) -> TrialAnswer:
    """What a mend would do, before it is laid on: the records it touches and some of the values it changes."""
    words = mend_words(mend)
    try:
        done = effect_of(table, mend, f"table.mends[{position}]", library)
    except CoreError as error:
        return TrialAnswer(words=words, touched=0, made="", problem=error.message, samples=(), missed=(), notes=())
    samples = [] if done.anew or done.kept is not None else _samples(table, done.table)
    return TrialAnswer(
        words=words, touched=done.touched, made=done.made, problem="", samples=samples, missed=done.missed, notes=done.notes
    )


def _samples(before: CoreTable, after: CoreTable, most: int = 8) -> list[SampleAnswer]:
    """Different values that changed, or that came to be, each with where it stands first."""
    old = {column.name: column for column in before.columns}
    for column in after.columns:
        was = old.get(column.name)
        if was is column:
            continue
        changed = _changed(was, column)
        pairs: dict[tuple[str, str], int] = {}
        for start in range(0, min(len(changed), 4096), 512):
            some = changed[start : start + 512]
            befores = shown_at(was, some) if was is not None else [""] * len(some)
            for position, pair in zip(some.tolist(), zip(befores, shown_at(column, some), strict=True), strict=True):
                pairs.setdefault(pair, position)
            if len(pairs) >= most:
                break
        return [SampleAnswer(column=column.name, before=a, after=b, record=at + 1) for (a, b), at in list(pairs.items())[:most]]
    return []


def _changed(was: Column | None, column: Column) -> NDArray[np.int64]:
    if was is None:
        return np.arange(min(len(column), 4096))
    if was.kind is not column.kind:
        return np.arange(min(len(column), 4096))
    return np.flatnonzero(value_digests(was) != value_digests(column))


def import_answer(given: Import, comparison: dict[str, Any] | None = None) -> ImportAnswer:
    records, phase = PROGRESS.of(given.pk)
    return ImportAnswer(
        id=given.pk,
        name=given.name,
        state=given.state,
        size=given.size,
        records=records,
        phase=phase,
        problem=given.problem,
        table=given.table_id,
        table_name=given.table.name if given.table else None,
        asked=given.asked,
        comparison=_whole({**given.comparison, **(comparison or {})}),
        edition=given.edition.number if given.edition else None,
    )


def _whole(comparison: dict[str, Any]) -> dict[str, Any] | None:
    """A comparison with what those that were kept before did not say."""
    return {"unfound": [], "taken": None, **comparison} if comparison else None


def look_answer(given: Import, found: Look) -> LookAnswer:
    first = found.table.taken(np.arange(min(PREVIEW_RECORDS, found.table.records)))
    everything = np.arange(first.records)
    return LookAnswer(
        file=import_answer(given),
        found=found.found,
        parts=found.parts,
        choices=ChoicesAnswer(**{name: found.choices.get(name) for name in ("sheet", "records", "files")}),
        notes=found.notes,
        instead=found.instead,
        problem=found.problem,
        columns=[
            LookColumnAnswer(name=c.name, words=field_words(c.name), kind=c.kind.value, notes=c.notes) for c in found.table.columns
        ],
        cells=[shown_at(column, everything) for column in first.columns],
    )


def open_edition(table: Table) -> tuple[CoreTable, Mended, str]:
    """The edition that stands as it was delivered, the same mended, and what both depend on."""
    edition, mends = table.edition(), table.mends()
    return EDITIONS.open(edition), mended(edition, mends), key_of(edition, mends)
