"""The statement: the sentence that is the pivot, written and read without loss, and understood as it is typed."""

from .read import read_statement
from .typed import Left, Other, Understood, named_of, offered, understand
from .write import write_statement

__all__ = ["Left", "Other", "Understood", "named_of", "offered", "read_statement", "understand", "write_statement"]
