"""References to places of a sheet, into which rows or columns are put (ISO/IEC 29500-1, 18.17.2): they name the same places after
it as before.
"""

import re
from dataclasses import dataclass
from typing import Any

from ...common.errors import DrawError
from .sheet_styles import S
from .sheets import Box, box_name, box_of

_LAST = 16_383, 1_048_575
"""The last column and row of a sheet."""
_SHOWN = 60
"""Letters of a formula that are told."""
_REFERENCE = re.compile(r"(?P<sheet>'(?:[^']|'')+'!|[^'!\[\]:]+!)?(?P<place>[$A-Z\d]+(?::[$A-Z\d]+)?)")
_CELLS = re.compile(r"(\$?)([A-Z]{1,3})(\$?)(\d{1,7})(?::(\$?)([A-Z]{1,3})(\$?)(\d{1,7}))?")
_LINES = re.compile(r"(\$?)([A-Z]{1,3}|\d{1,7}):(\$?)([A-Z]{1,3}|\d{1,7})")


@dataclass(frozen=True, kw_only=True)
class Room:
    """``many`` rows, or columns, that are put into the ``sheet`` called so, before the one ``at``, counted from 0."""

    sheet: str
    rows: bool
    at: int
    many: int

    def line(self, number: int) -> int:
        """Where a row, or column, is after it."""
        return number + self.many if number >= self.at else number

    def box(self, box: Box) -> Box:
        """Where a rectangle is after it; one that they are put into is larger."""
        top, left, foot, right = box
        if self.rows:
            return self.line(top), left, self.line(foot), right
        return top, self.line(left), foot, self.line(right)

    def places(self, text: str) -> str:
        """Rectangles with blanks between, such as ``B4:D6 F7``."""
        found = []
        for part in text.split():
            box = box_of(part)
            found.append(part if box is None else box_name(self.box(box), fixed="$" in part))
        return " ".join(found)

    def formula(self, text: str, *, own: bool) -> str:
        """A formula with its references to the sheet; those that name no sheet are to it where the formula is its ``own``. What is
        no reference that is known, such as a table's column or another workbook's cells, stays.
        """
        from openpyxl.formula.tokenizer import Token, Tokenizer, TokenizerError  # slow to import, and few workbooks need it

        def said(token: Any) -> str:
            value: str = token.value
            if token.type == Token.FUNC and ":" in value:  # A1:INDEX(
                begin, _, rest = value.partition(":")
                return f"{self._reference(begin, own=own)}:{rest}"
            is_reference = token.type == Token.OPERAND and token.subtype == Token.RANGE
            return self._reference(value, own=own) if is_reference else value

        try:
            tokens = Tokenizer(f"={text}").items
        except TokenizerError as error:
            raise _unread(text) from error
        return "".join(map(said, tokens))

    def _reference(self, text: str, *, own: bool) -> str:
        found = _REFERENCE.fullmatch(text)
        if found is None:
            one, _, other = text.partition(":")
            twice = "!" in one and "!" in other  # Sheet!A1:Sheet!B2
            return f"{self._reference(one, own=own)}:{self._reference(other, own=own)}" if twice else text
        sheet = found["sheet"]
        if sheet is None:
            named = own
        else:
            named = (sheet[1:-2].replace("''", "'") if sheet.startswith("'") else sheet[:-1]).casefold() == self.sheet.casefold()
        return (sheet or "") + self._place(found["place"]) if named else text

    def _place(self, text: str) -> str:
        cells = _CELLS.fullmatch(text)
        if cells is not None:
            corners = [self._corner(*cells.groups()[i : i + 4]) for i in (0, 4) if cells[i + 2] is not None]
            return ":".join(corners)
        lines = _LINES.fullmatch(text)
        if lines is not None and lines[2].isdecimal() == lines[4].isdecimal() == self.rows:
            return ":".join(f"{lines[i]}{self._named(lines[i + 1])}" for i in (1, 3))
        return text

    def _corner(self, fixed: str, column: str, fixed_row: str, row: str) -> str:
        if self.rows:
            return f"{fixed}{column}{fixed_row}{self._named(row)}"
        return f"{fixed}{self._named(column)}{fixed_row}{row}"

    def _named(self, line: str) -> str:
        """A row or column by its name; those at the end of the sheet stay there."""
        if line.isdecimal():
            return str(min(self.line(int(line) - 1), _LAST[1]) + 1)
        place = box_of(f"{line}1")
        assert place is not None
        at = min(self.line(place[1]), _LAST[0])
        return box_name((0, at, 0, at))[:-1]


def _unread(formula: str) -> DrawError:
    told = f"{formula[:_SHOWN]}…" if len(formula) > _SHOWN else formula
    return DrawError(f"the formula {told} cannot be read", path="file")


def write_out_shared(sheet: Any) -> None:
    """Write formulas that cells of a sheet (``x:worksheet``) share out in each of them: on two sides of rows that are put in they
    are no longer the same. Raises DrawError for one that cannot be read.
    """
    from openpyxl.formula.tokenizer import TokenizerError
    from openpyxl.formula.translate import Translator, TranslatorError

    first: dict[str, tuple[str, str]] = {}
    shared = [each for each in sheet.iter(f"{S}f") if each.get("t") == "shared"]
    for each in shared:
        place = each.getparent().get("r", "")
        if each.text:
            first[each.get("si", "")] = each.text, place
    for each in shared:
        known = first.get(each.get("si", ""))
        if known is not None and not each.text:
            try:
                each.text = Translator(f"={known[0]}", origin=known[1]).translate_formula(each.getparent().get("r", ""))[1:]
            except (TokenizerError, TranslatorError) as error:
                raise _unread(known[0]) from error
        for name in ("t", "si", "ref"):
            each.attrib.pop(name, None)
