"""Two categories that look like one, written in two ways: each shows half of what there is."""

from dataclasses import replace

from ...common.language.likeness import twins_among
from ...common.recipe.spec import LevelSpec, PivotSpec
from .caution import Caution, Cure, Seen

_MOST_MEMBERS = 2_000


def find(seen: Seen) -> Caution | None:
    pivot, matrix = seen.recipe.pivot, seen.figure.matrix
    if pivot.correlate is not None:
        return None
    for side in ("rows", "columns"):
        levels: tuple[LevelSpec, ...] = getattr(pivot, side)
        members = getattr(matrix, side)
        records = (matrix.row_records if side == "rows" else matrix.column_records).tolist()
        shift = 1 if side == "columns" and matrix.panels else 0
        for depth, level in enumerate(levels):
            if level.cut is not None or level.bins is not None or len(members) > _MOST_MEMBERS:
                continue
            counts: dict[str, int] = {}
            for labels, number in zip(members, records, strict=True):
                counts[labels[depth + shift]] = counts.get(labels[depth + shift], 0) + number
            twins = {twin.rarer: twin.other for twin in twins_among(counts) if twin.likely}
            if twins:
                return _told(seen, pivot, side, depth, twins)
    return None


def _told(seen: Seen, pivot: PivotSpec, side: str, depth: int, twins: dict[str, str]) -> Caution:
    rarer, other = next(iter(twins.items()))
    levels = list(getattr(pivot, side))
    level = levels[depth]
    # Names given before may lead to what is now merged further.
    named = {member: twins.get(name, name) for member, name in level.names.items()}
    levels[depth] = replace(level, names={**twins, **named})
    more = f", and {len(twins) - 1} more" if len(twins) > 1 else ""
    shown = tuple(levels)
    merged = replace(seen.recipe, pivot=replace(pivot, rows=shown) if side == "rows" else replace(pivot, columns=shown))
    return Caution(
        name="near_twins",
        words=f"“{rarer}” looks like “{other}”{more}.",
        cure=Cure(words="Show them as one" if len(twins) == 1 else "Show each pair as one", recipe=merged),
    )
