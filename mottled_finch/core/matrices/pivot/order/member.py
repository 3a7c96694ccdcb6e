"""By what one member or group of the other side shows. When it is gone, as members may be in the next edition, nothing is
sorted.
"""

from ....common.recipe.spec import OrderSpec
from . import natural
from .keys import Keys, Ordered


def ordered_by(spec: OrderSpec, ordered: Ordered) -> Keys:
    lines = {labels: i for i, labels in enumerate(ordered.other_labels)}
    for i, group in enumerate(ordered.other_groups):
        lines.setdefault(group.labels, len(ordered.other_labels) + i)
    line = lines.get(spec.of)
    return natural.ordered_by(spec, ordered) if line is None else ordered.by_line(ordered.shown()[:, line])
