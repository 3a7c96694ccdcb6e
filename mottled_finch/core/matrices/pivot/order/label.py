"""Alphabetically by what is written on the head, whatever it stands for."""

import numpy as np

from ....common.recipe.spec import OrderSpec
from ....tables.aggregation.natural import natural_key
from .keys import Keys, Ordered


def ordered_by(_spec: OrderSpec, ordered: Ordered) -> Keys:
    keys: Keys = []
    for level in range(ordered.levels):
        texts = [labels[level] if labels else "" for labels in ordered.labels]
        place = {text: i for i, text in enumerate(sorted(set(texts), key=natural_key))}
        keys.append(np.array([place[text] for text in texts], dtype=float))
    return keys
