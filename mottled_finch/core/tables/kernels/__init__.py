"""The passes over the records, compiled.

Every kernel works on one block of records and holds no lock, so that blocks are worked on by as many threads as there are
processors. Where blocks end depends on the numbers of records and cells alone, and what they leave is merged in their order:
no result depends on the machine. Indices are unsigned throughout, which spares each look-up a test for a negative one.
"""

from .blocks import blocks_of, in_blocks
from .buffers import BUFFERS
from .compiled import compiled, compiled_for_numbers, read_only

__all__ = ["BUFFERS", "blocks_of", "compiled", "compiled_for_numbers", "in_blocks", "read_only"]
