"""Tables: named columns of equal length, each of one kind."""

from ...common.vocabulary.kinds import Kind
from .column import BLANK, COUNTS_RECORDS, NO_MISFITS, Brought, Column, Misfits, Written, coded_numbers, smallest_codes
from .csv import csv_of, guarded
from .digest import mixed, number_bits, value_digests
from .table import Table
from .texts import NO_DAY, entry_texts, holding, misfits_at, moment_label, only_times, says_yes, shown_at, texts_and_codes, texts_at

__all__ = [
    "BLANK",
    "COUNTS_RECORDS",
    "NO_DAY",
    "NO_MISFITS",
    "Brought",
    "Column",
    "Kind",
    "Misfits",
    "Table",
    "Written",
    "coded_numbers",
    "csv_of",
    "entry_texts",
    "guarded",
    "holding",
    "misfits_at",
    "mixed",
    "moment_label",
    "number_bits",
    "only_times",
    "says_yes",
    "shown_at",
    "smallest_codes",
    "texts_and_codes",
    "texts_at",
    "value_digests",
]
