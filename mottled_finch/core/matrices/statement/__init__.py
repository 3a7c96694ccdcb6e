"""The statement: the sentence that is the pivot, written and read without loss. Its grammar is in docs/statement.md."""

from .read import read_statement
from .write import write_statement

__all__ = ["read_statement", "write_statement"]
