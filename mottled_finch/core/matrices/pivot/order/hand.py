"""As the user put them: labels level by level. What is not listed, such as a new category, stands behind in natural order."""

import numpy as np

from ....common.recipe.spec import OrderSpec
from .keys import Keys, Ordered


def ordered_by(spec: OrderSpec, ordered: Ordered) -> Keys:
    keys: Keys = []
    for level in range(ordered.levels):
        place = {label: i for i, label in enumerate(spec.hand[level])} if level < len(spec.hand) else {}
        keys.append(np.array([place.get(labels[level], np.nan) if labels else np.nan for labels in ordered.labels]))
    return keys
