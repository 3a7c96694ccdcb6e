"""What cells can be drawn as, and the lines that can run between them."""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class SymbolTerm:
    """``words`` complete "cells drawn as …". ``sized`` says that it can be as large as a measure says."""

    words: str
    sized: bool = True


SYMBOL_TERMS: dict[str, SymbolTerm] = {
    "fill": SymbolTerm(words="filled cells", sized=False),
    "square": SymbolTerm(words="squares"),
    "dot": SymbolTerm(words="dots"),
    "bar": SymbolTerm(words="bars"),
}
