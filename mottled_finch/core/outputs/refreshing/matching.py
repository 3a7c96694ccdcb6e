"""Lines of a table and those of the one before it: the same where their heads say the same, whatever came in between."""

from collections.abc import Sequence
from typing import Any

Key = tuple[str, ...]


def column_keys(texts: Sequence[Sequence[str]], above: int, width: int | None = None) -> list[Key]:
    """What stands above each column, of the lines of a table that is so many wide, or as wide as the longest of these."""
    width = max(map(len, texts), default=0) if width is None else width
    return [tuple(line[x] if x < len(line) else "" for line in texts[:above]) for x in range(width)]


def matched(old: Sequence[Key], new: Sequence[Key], heads: int) -> list[int | None]:
    """Of each new line the old one: heads by their place, others by what their heads say; the first of those that say the same."""
    left: dict[Key, list[int]] = {}
    for at, key in enumerate(old):
        if at >= heads:
            left.setdefault(key, []).append(at)
    found: list[int | None] = []
    for at, key in enumerate(new):
        if at < heads:
            found.append(at if at < len(old) else None)
        else:
            there = left.get(key)
            found.append(there.pop(0) if there else None)
    return found


def near(lines: Sequence[int | None], at: int, heads: int) -> int | None:
    """The old line of a new one, or of the nearest that has one: of heads a head, of cells one with cells, as far as there are
    some.
    """
    if at < len(lines) and lines[at] is not None:
        return lines[at]
    known = [((i < heads) != (at < heads), abs(i - at), line) for i, line in enumerate(lines) if line is not None]
    return min(known)[2] if known else None


def keep_lengths(places: Sequence[Any], before: Sequence[int], name: str, lines: Sequence[int | None], heads: int) -> None:
    """Give lines the widths or heights (attribute ``name``) of the old ones, new lines that of the nearest, together as much as
    before.
    """
    lengths = []
    for at, place in enumerate(places):
        line = near(lines, at, heads)
        lengths.append(before[line] if line is not None and line < len(before) else int(place.get(name, "0")))
    scale = sum(before) / sum(lengths) if sum(lengths) else 1.0
    for place, length in zip(places, lengths, strict=True):
        place.set(name, str(round(length * scale)))
