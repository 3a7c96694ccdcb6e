"""How well a layout holds its words: what is cut, turned or thinned out, and how large values are printed."""

from dataclasses import dataclass

from .cells import print_size
from .heads import APART, depths_of, head_size, in_lines, on_a_line, outer_labels
from .page import Page
from .plan import Plan, cell_gap


@dataclass(frozen=True, kw_only=True)
class Fit:
    """``cut`` is how many heads are not whole, ``lines`` how many the heads of columns have, ``heads`` their size, ``prints`` that
    of values, 0 for none, and ``room`` that of a cell.
    """

    cut: int
    turned: bool
    found: bool
    lines: int
    heads: float
    prints: float
    room: float

    def holds(self, least: "Fit", size: float) -> bool:
        """Whether heads of a size leave what those of the ``least`` size do, and values are not the smaller for it."""
        return (
            self.cut <= least.cut
            and self.turned == least.turned
            and self.found == least.found
            and self.lines <= least.lines
            and self.heads >= size
            and self.prints >= min(size, least.prints)
            and self.room >= least.room * _ROOM
        )


_ROOM = 0.7
"""Of the room that cells have beside the least heads: what larger ones leave them."""


def fit_of(page: Page, plan: Plan) -> Fit:
    """How well a plan holds its words at the page's present sizes."""
    frame, size = plan.frame, page.sizes.head
    across, down, gap = frame.across, frame.down, cell_gap(page, plan)
    heads = size
    if any(frame.rows.labels) and not frame.rows.found:
        heads = head_size(size, down.average / _AIR)[0]
    if frame.turned:
        heads = min(heads, head_size(size, across.average)[0])
    return Fit(
        cut=_cut_rows(page, plan) + _cut_columns(page, plan),
        turned=frame.turned,
        found=frame.columns.found is not None or frame.rows.found is not None,
        lines=0 if frame.turned else round((frame.head_height / size - 0.35) / 1.25),
        heads=heads,
        prints=print_size(page, [each - gap for each in across.lengths] * len(plan.panels), [each - gap for each in down.lengths]),
        room=across.average * down.average,
    )


_AIR = 1.2
"""Of their height: what rows have where heads grow."""


def _cut_rows(page: Page, plan: Plan) -> int:
    """How many heads of rows have to be cut, or are not there."""
    side, widths, size = plan.frame.rows, plan.sides.widths, page.sizes.head
    shown = set(side.shown(head_size(size, side.axis.average)[1], size * 1.15))
    wrapped = page.recipe.heads.long == "wrap"
    whole = (
        page.typeface.width_of(label, size) <= widths[-1] or (wrapped and in_lines(page, label, widths[-1]))
        for label in side.labels
    )
    return sum(not (i in shown and fits) for i, fits in enumerate(whole)) + sum(
        page.typeface.width_of(label, size, 600) > width
        for depth, width in zip(depths_of(side.outer), widths[:-1], strict=True)
        for _, label in outer_labels(side.outer, depth)
    )


def _cut_columns(page: Page, plan: Plan) -> int:
    """How many heads of columns have to be cut, or are not there, and of their groups."""
    side, size = plan.frame.columns, page.sizes.head
    outer = sum(
        page.typeface.width_of(label, size, 600) > side.span(i)[1] - side.span(i)[0] - 2
        for depth in depths_of(side.outer)
        for i, label in outer_labels(side.outer, depth)
    )
    if side.found:
        return outer + side.found.labels.count("") + side.found.shortened
    if plan.frame.turned:
        most = plan.frame.head_height - round(size * 0.55)
        return outer + sum(page.typeface.width_of(label, size) > most for label in side.labels)
    wrapped = page.recipe.heads.long == "wrap"
    return outer + sum(
        not (on_a_line(page, label, length) or (wrapped and in_lines(page, label, length - APART)))
        for label, length in zip(side.labels, side.axis.lengths, strict=True)
    )
