"""The statement: the sentence that is the pivot, written and read without loss. What people type is understood by typed/, which is
loaded only by who asks for it: a figure is made without it.
"""

from .read import read_statement
from .write import write_statement

__all__ = ["read_statement", "write_statement"]
