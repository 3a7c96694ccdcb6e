"""Records to matrix."""

from .matrix import Matrix
from .pivot import make_matrix, members_of

__all__ = ["Matrix", "make_matrix", "members_of"]
