"""What cells can be drawn as, and the lines that can run between them."""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class SymbolTerm:
    """``words`` complete "cells drawn as …". ``sized`` says that it can be as large as a measure says, ``reaches`` that it can go
    beyond its cell on all sides.
    """

    words: str
    sized: bool = True
    reaches: bool = False


SYMBOL_TERMS: dict[str, SymbolTerm] = {
    "fill": SymbolTerm(words="filled cells", sized=False),
    "square": SymbolTerm(words="squares", reaches=True),
    "dot": SymbolTerm(words="dots", reaches=True),
    "bar": SymbolTerm(words="bars"),
}
