"""A small language for computed columns: arithmetic, comparison, if, and functions of text and time. See docs/expressions.md.

Text is cut into tokens, tokens are parsed to a tree, and the tree is worked out over whole columns. Nothing else can be said
in it: there is no way to name anything but the table's columns and the functions of one table.
"""

from .evaluate import columns_in, evaluate
from .functions import FUNCTIONS
from .parse import parse
from .value import Value, column_of

__all__ = ["FUNCTIONS", "Value", "column_of", "columns_in", "evaluate", "parse"]
