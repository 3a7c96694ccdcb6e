"""A note on a category that is not in the figure any more: it is not drawn, and its claim may be stale."""

from dataclasses import replace

from ..pivot import Group, Labels
from ..recipe.spec import NoteSpec
from ..wording import counted
from .caution import Caution, Cure, Seen


def find(seen: Seen) -> Caution | None:
    matrix = seen.figure.matrix

    def stands(note: NoteSpec) -> bool:
        return _is_there(note.row, matrix.rows, matrix.row_groups) and _is_there(note.column, matrix.columns, matrix.column_groups)

    lost = [note for note in seen.recipe.notes if not stands(note)]
    if not lost:
        return None
    labels = ", ".join((*(lost[0].row or ()), *(lost[0].column or ())))
    more = f", and {counted(len(lost) - 1, 'other')}" if len(lost) > 1 else ""
    kept = tuple(note for note in seen.recipe.notes if stands(note))
    return Caution(
        name="lost_note",
        words=f"A note is on “{labels}”{more}, which is not in the figure.",
        cure=Cure(words="Remove the note" if len(lost) == 1 else "Remove these notes", recipe=replace(seen.recipe, notes=kept)),
    )


def _is_there(labels: Labels | None, members: tuple[Labels, ...], groups: tuple[Group, ...]) -> bool:
    return labels is None or labels in members or any(group.labels == labels for group in groups)
