"""Records to matrix."""

from .canceling import while_wanted
from .matrix import Group, Labels, Matrix, Merge
from .pivot import behind, make_matrix, members_of, passes

__all__ = ["Group", "Labels", "Matrix", "Merge", "behind", "make_matrix", "members_of", "passes", "while_wanted"]
