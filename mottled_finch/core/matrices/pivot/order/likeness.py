"""By likeness: hierarchical clustering, so that members with like rows stand side by side. In nested sides, within each group.

SciPy's linkage, with the order of the leaves in which neighbours are most alike (Z. Bar-Joseph, D. K. Gifford and T. S. Jaakkola,
"Fast Optimal Leaf Ordering for Hierarchical Clustering", 2001) up to a few hundred members, beyond which it would take too long.
"""

import numpy as np
from numpy.typing import NDArray

from ....common.errors import TableError
from ....common.recipe.spec import OrderSpec
from ..matrix import Merge
from . import natural
from .distances import distances
from .keys import Keys, Ordered

OPTIMAL_MOST = 500
MOST = 3_000


def ordered_by(spec: OrderSpec, ordered: Ordered) -> Keys:
    keys = natural.ordered_by(spec, ordered)
    from scipy.cluster.hierarchy import leaves_list  # only here: it takes half a second to load

    for start, stop in _stretches(ordered):
        keys[-1][start + leaves_list(_joined(spec, ordered, start, stop))] = np.arange(stop - start)
    return keys


def trees(spec: OrderSpec, ordered: Ordered) -> tuple[Merge, ...]:
    """The joints of all trees beside the side as it stands ordered, lower ones first; heights are shared between groups."""
    joints: list[tuple[float, float, float, float, float]] = []
    for start, stop in _stretches(ordered):
        joints += _joints(_joined(spec, ordered, start, stop), start)
    highest = max((height for *_, height in joints), default=0.0) or 1.0
    return tuple(
        Merge(left, right, left_height / highest, right_height / highest, height / highest)
        for left, right, left_height, right_height, height in joints
    )


def _stretches(ordered: Ordered) -> list[tuple[int, int]]:
    """Where the innermost groups begin and end; only those of two members or more have an order."""
    inner = [(group.start, group.stop) for group in ordered.groups if group.depth == ordered.levels - 1]
    return [each for each in inner or [(0, len(ordered.labels))] if each[1] - each[0] > 1]


def _joined(spec: OrderSpec, ordered: Ordered, start: int, stop: int) -> NDArray[np.float64]:
    """SciPy's linkage matrix of the members from start to stop. The same values always give the same tree."""
    if stop - start > MOST:
        raise TableError(
            f"{stop - start:,} members are too many to be ordered by likeness, which takes {MOST:,} at most; keep fewer or choose "
            "another order",
            path=ordered.path,
            received=stop - start,
        )
    from scipy.cluster.hierarchy import linkage, optimal_leaf_ordering
    from scipy.spatial.distance import squareform

    seen = ordered.likened() if spec.distance == "colored" else ordered.shown()
    apart = squareform(distances(seen[start:stop, : len(ordered.other_labels)], spec.distance), checks=False)
    joined: NDArray[np.float64] = linkage(apart, method=spec.linkage)
    return optimal_leaf_ordering(joined, apart) if stop - start <= OPTIMAL_MOST else joined


def _joints(joined: NDArray[np.float64], start: int) -> list[tuple[float, float, float, float, float]]:
    """The joints with the places of their branches, leaves standing in the order of the tree."""
    from scipy.cluster.hierarchy import leaves_list

    leaves = len(joined) + 1
    places = np.empty(2 * leaves - 1)
    heights = np.zeros(2 * leaves - 1)
    places[leaves_list(joined)] = start + np.arange(leaves)
    found = []
    for i, (one, other, height, _) in enumerate(joined):
        left, right = sorted((int(one), int(other)), key=lambda branch: places[branch])
        found.append((float(places[left]), float(places[right]), float(heights[left]), float(heights[right]), float(height)))
        places[leaves + i] = (places[left] + places[right]) / 2
        heights[leaves + i] = height
    return found
