"""Tables: named columns of equal length, each of one kind."""

from .column import BLANK, NO_MISFITS, Column, Kind, Misfits, smallest_codes
from .table import Table
from .texts import entry_texts, misfits_at, moment_label, number_label, shown_at, texts_and_codes, texts_at

__all__ = [
    "BLANK",
    "NO_MISFITS",
    "Column",
    "Kind",
    "Misfits",
    "Table",
    "entry_texts",
    "misfits_at",
    "moment_label",
    "number_label",
    "shown_at",
    "smallest_codes",
    "texts_and_codes",
    "texts_at",
]
