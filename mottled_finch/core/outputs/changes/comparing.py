"""Two figures of one recipe, of an edition and of the one before: cells that moved, members that came and went, claims that turned,
cautions that came and went.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from math import isclose

import numpy as np

from ...colors.palettes import BLANK_STEP
from ...common.language import OURS, Language
from ...figures.cautions import cautions_of
from ...figures.claims.judging import Judged, judged
from ...figures.figure.figure import Figure
from ...tables.aggregation.groups import Labels

_ROUNDING = 1e-12


@dataclass(frozen=True, kw_only=True)
class CellMove:
    """A cell by the names of its row and column, what it says now and what it said ``before``, either of which is empty where it
    has no value; how far it moved, NaN where it came or went, and by how many of the scale's 255 steps or bands. ``color`` is what
    it has now, where it has one.
    """

    row: str
    column: str
    now: str
    before: str
    by: float
    steps: int
    color: str | None = None

    @property
    def name(self) -> str:
        return ", ".join(filter(None, (self.row, self.column)))


@dataclass(frozen=True, kw_only=True)
class Since:
    """``moved`` are cells that say something else, those that moved the most first, of so many ``cells`` that either has. ``came``
    and ``went`` are members of either side, with their records. ``turned`` are claims that held before and do not now, or the other
    way; the cautions in their words.
    """

    moved: tuple[CellMove, ...] = ()
    cells: int = 0
    came: tuple[tuple[str, int], ...] = ()
    went: tuple[tuple[str, int], ...] = ()
    turned: tuple[Judged, ...] = ()
    cautions_came: tuple[str, ...] = ()
    cautions_went: tuple[str, ...] = ()

    @property
    def any(self) -> bool:
        return bool(self.moved or self.came or self.went or self.turned or self.cautions_came or self.cautions_went)


def since(now: Figure, before: Figure) -> Since:
    """What changed. Members are the same where all of their labels are."""
    cautions = [
        {each.name: each.words for each in cautions_of(figure, figure.recipe)[0] if each.name != "broken_claim"}
        for figure in (now, before)
    ]
    held = {each.words: each.holds for each in judged(before)}
    moved, cells = _moved(now, before)
    came, went = _members(now, before), _members(before, now)
    return Since(
        moved=moved,
        cells=cells,
        came=came,
        went=went,
        turned=tuple(each for each in judged(now) if held.get(each.words) is not each.holds),
        cautions_came=tuple(words for name, words in cautions[0].items() if name not in cautions[1]),
        cautions_went=tuple(words for name, words in cautions[1].items() if name not in cautions[0]),
    )


def _moved(now: Figure, before: Figure) -> tuple[tuple[CellMove, ...], int]:
    """Cells of members that both have and that say something else, and how many cells there are of these."""
    rows, columns = ({labels: i for i, labels in enumerate(side)} for side in (before.matrix.rows, before.matrix.columns))
    found, cells = [], 0
    fills = now.scene.grid.fills if now.scene.grid else ()
    width = now.matrix.shape[1]
    for i, row in enumerate(now.matrix.rows):
        for j, column in enumerate(now.matrix.columns):
            if row not in rows or column not in columns:
                continue
            value, was = float(now.contents.values[i, j]), float(before.contents.values[rows[row], columns[column]])
            if np.isnan(value) and np.isnan(was):
                continue
            cells += 1
            if value == was or isclose(value, was, rel_tol=_ROUNDING, abs_tol=_ROUNDING):
                continue
            text = "" if np.isnan(value) else now.contents.text(value, i, j)
            old = "" if np.isnan(was) else now.contents.text(was, i, j)
            found.append(
                CellMove(
                    row=now.facts.member("rows", i) or "",
                    column=now.facts.member("columns", j) or "",
                    now=text,
                    before=old,
                    by=value - was,
                    steps=_steps(now, i, j, was),
                    color=fills[i * width + j] if fills else None,
                )
            )
    return tuple(sorted(found, key=lambda each: -abs(each.by) if each.by == each.by else -float("inf"))), cells


def _steps(now: Figure, i: int, j: int, was: float) -> int:
    """By how many steps of the scale that it is on the color of a cell moved."""
    region = int(now.coloring.regions.reshape(now.matrix.shape)[i, j])
    scale = now.coloring.scales[region]
    step = int(now.coloring.steps[i, j])
    if scale is None or step == BLANK_STEP or np.isnan(was):
        return 0
    return step - int(scale.steps(np.array([was]))[0])


def _members(one: Figure, other: Figure) -> tuple[tuple[str, int], ...]:
    """Members of either side that one figure has and the other does not, each with its records."""
    found = []
    for side, records in (("rows", one.matrix.records.sum(axis=1)), ("columns", one.matrix.records.sum(axis=0))):
        there: set[Labels] = set(getattr(other.matrix, side))
        for line, labels in enumerate(getattr(one.matrix, side)):
            if labels not in there:
                found.append((one.facts.member("rows" if side == "rows" else "columns", line) or "", int(records[line])))
    return tuple(found)


def told(found: Since, language: Language, most: int = 5) -> list[str]:
    """The changes in sentences, the most important first: claims that turned, cells that moved the most, members, cautions. In a
    language, but for claims and cautions, which are English as recipes are.
    """
    nothing = language.say("no_value")
    nothing = nothing[:1].lower() + nothing[1:]
    lines = [
        f"It is so again that {each.words}." if each.holds else f"It is no longer so that {each.words}: {each.now}."
        for each in found.turned
    ]
    for each in found.moved[:most]:
        lines.append(language.say("since_cell", name=each.name, now=each.now or nothing, before=each.before or nothing))
    rest = len(found.moved) - most
    if rest > 0:
        lines.append(_said(language, "since_more", rest))
    lines += [_said(language, "since_came", records, name=name) for name, records in found.came]
    lines += [_said(language, "since_went", records, name=name) for name, records in found.went]
    lines += [f"New caution: {words}" for words in found.cautions_came]
    return lines + [f"A caution has gone: {words}" for words in found.cautions_went]


def _said(language: Language, word: str, number: int, **more: str) -> str:
    """A sentence with a count."""
    return language.say(f"{word}_one" if number == 1 else word, number=language.grouped(number), **more)


def briefly(changes: Mapping[str, Since]) -> list[str]:
    """A line for each plate that changed, by its name: its claims that turned and the cell that moved the most."""
    lines = ((name, "; ".join(line.rstrip(".") for line in told(change, OURS, 1))) for name, change in changes.items())
    return [f"{name}: {line}" for name, line in lines if line]
