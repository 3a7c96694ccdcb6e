"""Records to matrix."""

from .matrix import Labels, Matrix
from .pivot import make_matrix, members_of

__all__ = ["Labels", "Matrix", "make_matrix", "members_of"]
