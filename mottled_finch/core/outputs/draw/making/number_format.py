"""How a workbook is told to write a number: the number formats of ISO/IEC 29500-1, 18.8.31."""

from ....figures.contents.number_style import MARKS, UNITS, NumberStyle

NOTHING = ";;;"
"""Writes nothing, whatever the number is."""


def number_format(style: NumberStyle, value: float) -> str:
    """The format that writes the value as the style does. Marks of thousands and decimals are those of the reader's program."""
    text, power = style.scaled(value)
    decimals = len(text.partition(".")[2])
    digits = ("#,##0" if MARKS[style.marks][0] else "0") + ("." + "0" * decimals if decimals else "")
    digits = _quoted(style.before) + digits + "," * power + _quoted(UNITS[power])
    if style.percent:
        before, after = style.percent_form.split("{}")
        digits = _percent(before) + digits + _percent(after)
    written = digits + _quoted(style.after)
    whole = style.text(value)  # what is rounded to 0 has no sign
    plus = "+" if style.sign and (value < 0 or whole.startswith("+")) else ""
    minus = _quoted("−") if value >= 0 or whole.startswith("−") else ""
    return f"{plus}{written};{minus}{written};{written}"


def _percent(around: str) -> str:
    """What stands around a percentage, quoted but for the sign that makes it one."""
    return "%".join(_quoted(part) for part in around.split("%"))


def _quoted(text: str) -> str:
    """Text that stands for itself."""
    return '\\"'.join(f'"{part}"' if part else "" for part in text.split('"'))
