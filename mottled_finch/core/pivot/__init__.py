"""Records to matrix."""

from .canceling import while_wanted
from .matrix import Group, Labels, Matrix, Merge, colored_values
from .pivot import behind, make_matrix, members_of, passes

__all__ = ["Group", "Labels", "Matrix", "Merge", "behind", "colored_values", "make_matrix", "members_of", "passes", "while_wanted"]
