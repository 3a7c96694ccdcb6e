"""Records to matrix."""

from ...tables.aggregation.span import span_of
from ...tables.aggregation.unfinished import Unfinished, unfinished
from ...tables.kernels.canceling import while_wanted
from .making import (
    behind,
    make_matrix,
    measured_and_counted_beside,
    measured_beside,
    measured_by_line,
    measured_of_others,
    members_of,
)
from .matrix import Matrix, Merge, colored_values
from .warm import warm_up

__all__ = [
    "Matrix",
    "Merge",
    "Unfinished",
    "behind",
    "colored_values",
    "make_matrix",
    "measured_and_counted_beside",
    "measured_beside",
    "measured_by_line",
    "measured_of_others",
    "members_of",
    "span_of",
    "unfinished",
    "warm_up",
    "while_wanted",
]
