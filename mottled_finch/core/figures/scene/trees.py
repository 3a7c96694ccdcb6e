"""The trees of an order by likeness, drawn beside the heads from the members' own middles."""

from collections.abc import Sequence

from ...matrices.pivot import Merge
from .axis import Axis
from .page import Page
from .shapes import Line


def row_tree(page: Page, joints: Sequence[Merge], axis: Axis, top: float, right: float, depth: float) -> None:
    """A tree whose leaves end at ``right`` and whose last joint lies ``depth`` to the left of it."""
    for joint in joints:
        x = right - joint.height * depth
        one, other = top + axis.center(joint.left), top + axis.center(joint.right)
        _line(page, right - joint.left_height * depth, one, x, one)
        _line(page, right - joint.right_height * depth, other, x, other)
        _line(page, x, one, x, other)


def column_tree(page: Page, joints: Sequence[Merge], axis: Axis, left: float, bottom: float, depth: float) -> None:
    """A tree whose leaves end at ``bottom`` and whose last joint lies ``depth`` above it."""
    for joint in joints:
        y = bottom - joint.height * depth
        one, other = left + axis.center(joint.left), left + axis.center(joint.right)
        _line(page, one, bottom - joint.left_height * depth, one, y)
        _line(page, other, bottom - joint.right_height * depth, other, y)
        _line(page, one, y, other, y)


def _line(page: Page, x1: float, y1: float, x2: float, y2: float) -> None:
    if (x1, y1) != (x2, y2):
        x1, y1, x2, y2 = (_crisp(each) for each in (x1, y1, x2, y2))
        page.lines.append(Line(part="trees", x1=x1, y1=y1, x2=x2, y2=y2, ink=page.theme.tree, width=1))


def _crisp(at: float) -> float:
    """The middle of a point, so that a line of one point covers just that."""
    return int(at) + 0.5
