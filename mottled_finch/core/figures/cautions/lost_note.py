"""A note on a category that is not in the figure any more: it is not drawn, and its claim may be stale."""

from dataclasses import replace

from ...common.language.english import counted
from ..scene.notes import placed_notes
from .caution import Caution, Cure, Seen


def find(seen: Seen) -> Caution | None:
    notes = seen.recipe.notes
    kept = tuple(note for note, _, _ in placed_notes(notes, seen.figure.matrix))
    lost = [note for note in notes if note not in kept]
    if not lost:
        return None
    labels = ", ".join((*(lost[0].row or ()), *(lost[0].column or ())))
    more = f", and {counted(len(lost) - 1, 'other')}" if len(lost) > 1 else ""
    return Caution(
        name="lost_note",
        words=f"A note is on “{labels}”{more}, which is not in the figure.",
        cure=Cure(words="Remove the note" if len(lost) == 1 else "Remove these notes", recipe=replace(seen.recipe, notes=kept)),
    )
