"""Tables: named columns of equal length, each of one kind."""

from .column import BLANK, Column, Kind, smallest_codes
from .table import Table

__all__ = ["BLANK", "Column", "Kind", "Table", "smallest_codes"]
