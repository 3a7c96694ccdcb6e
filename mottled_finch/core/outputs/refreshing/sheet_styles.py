"""Looks of cells in a workbook (ISO/IEC 29500-1, 18.8): those of another workbook brought into it, with the fonts and borders that
people gave to the cells before.
"""

import copy
from typing import Any

from lxml import etree

MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main"
S = f"{{{MAIN}}}"
_OWN_FORMATS = 164
"""The number of the first format of numbers that is a file's own."""
_SIDES = ("left", "right", "top", "bottom")
_OURS = {"thin", "thick"}
"""Borders as we draw them: what parts cells, and outlines."""
_INKS = {"ff1d211a", "ff5f6359", "ffffffff", "ff000000"}


class Styles:
    """The styles of a workbook that came back, to which those of a fresh one are added as they are needed."""

    def __init__(self, given: Any, fresh: Any) -> None:
        self.given, self.fresh = given, fresh
        self.xfs, self.fresh_xfs = (each.find(f"{S}cellXfs") for each in (given, fresh))
        self._made: dict[tuple[int, int | None], int] = {}
        self._added: dict[tuple[str, bytes], int] = {}
        self._formats = {each.get("formatCode"): int(each.get("numFmtId")) for each in given.iter(f"{S}numFmt")}

    def style(self, fresh: int, old: int | None = None) -> int:
        """The number of a style that has the fill, the format of numbers and the ink of a fresh cell, and the font, border and
        alignment of an old one, where there is one.
        """
        key = fresh, old
        if key not in self._made:
            self._made[key] = self._make(fresh, old)
        return self._made[key]

    def differential(self, number: int) -> int:
        """The number of a look of rules, added."""
        looks = self.given.find(f"{S}dxfs")
        if looks is None:
            looks = self._group("dxfs", behind=("cellStyles", "cellXfs"))
        return self._append(looks, self.fresh.find(f"{S}dxfs")[number])

    def _make(self, fresh: int, old: int | None) -> int:
        new = copy.deepcopy(self.fresh_xfs[fresh])
        before = self.xfs[old] if old is not None and old < len(self.xfs) else None
        font = self._part("fonts", new, "fontId")
        border = self._part("borders", new, "borderId")
        if before is not None:
            font = _font(font, self.given.find(f"{S}fonts")[int(before.get("fontId", "0"))])
            theirs = self.given.find(f"{S}borders")[int(before.get("borderId", "0"))]
            border = border if _is_ours(theirs) else theirs
            aligned = before.find(f"{S}alignment")
            for each in new.findall(f"{S}alignment"):
                new.remove(each)
            if aligned is not None:
                new.insert(0, copy.deepcopy(aligned))
                new.set("applyAlignment", "1")
        new.set("fontId", str(self._append(self.given.find(f"{S}fonts"), font)))
        new.set("borderId", str(self._append(self.given.find(f"{S}borders"), border)))
        new.set("fillId", str(self._append(self.given.find(f"{S}fills"), self._part("fills", new, "fillId"))))
        new.set("numFmtId", str(self._format(int(new.get("numFmtId", "0")))))
        new.set("xfId", "0")
        for name in ("applyFont", "applyFill", "applyBorder", "applyNumberFormat"):
            new.set(name, "1")
        return self._append(self.xfs, new)

    def _part(self, group: str, xf: Any, name: str) -> Any:
        return self.fresh.find(f"{S}{group}")[int(xf.get(name, "0"))]

    def _append(self, group: Any, part: Any) -> int:
        """The number of a part in its group; the same is one."""
        key = group.tag, etree.tostring(part, method="c14n")
        if key not in self._added:
            group.append(copy.deepcopy(part))
            group.set("count", str(len(group)))
            self._added[key] = len(group) - 1
        return self._added[key]

    def _format(self, number: int) -> int:
        if number < _OWN_FORMATS:
            return number
        code = next(each.get("formatCode") for each in self.fresh.iter(f"{S}numFmt") if int(each.get("numFmtId")) == number)
        if code not in self._formats:
            group = self.given.find(f"{S}numFmts")
            if group is None:
                group = etree.Element(f"{S}numFmts")
                self.given.insert(0, group)
            own = max([_OWN_FORMATS - 1, *self._formats.values()]) + 1
            group.append(etree.Element(f"{S}numFmt", numFmtId=str(own), formatCode=code))
            group.set("count", str(len(group)))
            self._formats[code] = own
        return self._formats[code]

    def _group(self, name: str, behind: tuple[str, ...]) -> Any:
        group = etree.Element(f"{S}{name}")
        place = next(each for tag in behind if (each := self.given.find(f"{S}{tag}")) is not None)
        place.addnext(group)
        return group


def _font(fresh: Any, old: Any) -> Any:
    """The old font, in the fresh one's ink unless a person chose another."""
    ink, theirs = fresh.find(f"{S}color"), old.find(f"{S}color")
    if theirs is not None and theirs.get("rgb") is not None and theirs.get("rgb", "").lower() not in _INKS:
        return old
    kept = copy.deepcopy(old)
    there = kept.find(f"{S}color")
    if there is not None and ink is not None:
        kept.replace(there, copy.deepcopy(ink))
    return kept


def _is_ours(border: Any) -> bool:
    """Whether a border is none, or one that we drew: people's are other lines."""
    return all(
        side is None or side.get("style", "none") in {"none", *_OURS} for side in (border.find(f"{S}{name}") for name in _SIDES)
    )
