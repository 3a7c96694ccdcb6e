"""Rules that color the cells of a sheet, as the standard writes them (ISO/IEC 29500-1, 18.3.1.18 and 18.8.15)."""

from collections.abc import Sequence
from html import escape

from .package import rewritten
from .rules import Rule

RULES = "conditionalFormatting"
"""What the standard calls the element that holds them; a file that calls it otherwise has none."""
_STYLES, _BEHIND = b'<dxfs count="0"/>', b"<pageMargins"
"""Where looks stand among the styles while there are none, and what follows rules on a sheet."""


def with_rules(content: bytes, sheet: int, areas: Sequence[str], rules: Sequence[tuple[str, Rule | None]]) -> bytes:
    """A workbook with rules on the areas of a sheet, such as "C5:E6". The first whose formula is true of a cell decides
    how it looks, None leaves it as it is. Formulas are written for the first cell of the first area.
    """
    looks = [rule for _, rule in rules if rule]
    styles = "".join(
        f'<dxf><font><color rgb="FF{rule.ink[1:].upper()}"/></font>'
        f'<fill><patternFill><bgColor rgb="FF{rule.fill[1:].upper()}"/></patternFill></fill></dxf>'
        for rule in looks
    )
    number = iter(range(len(looks)))
    written = "".join(
        f'<cfRule type="expression"{f" dxfId={chr(34)}{next(number)}{chr(34)}" if rule else ""} priority="{place}" stopIfTrue="1">'
        f"<formula>{escape(formula, quote=False)}</formula></cfRule>"
        for place, (formula, rule) in enumerate(rules, 1)
    )
    own = f'<{RULES} sqref="{" ".join(areas)}">{written}</{RULES}>'.encode()
    return rewritten(
        content,
        {
            "xl/styles.xml": lambda part: part.replace(_STYLES, f'<dxfs count="{len(looks)}">{styles}</dxfs>'.encode()),
            f"xl/worksheets/sheet{sheet}.xml": lambda part: part.replace(_BEHIND, own + _BEHIND, 1),
        },
    )
