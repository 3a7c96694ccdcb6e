"""What a recipe may name, each declared once: checks, words, statement, cautions, docs and the screen read it here.

It is plain data and imports nothing. What is done under a name stands elsewhere, in a file of that name; the tests hold the two
together. ``TABLES`` is what the screen is given.
"""

from dataclasses import asdict
from typing import Any

from ..language import LANGUAGES
from .arrangements import ARRANGEMENT_TERMS, ArrangementTerm
from .cell_look import CELL_LOOK
from .choices import CHOICE_TERMS, ChoiceTerm
from .colors import BAND_TERMS, SPREAD_TERMS, BandTerm, SpreadTerm
from .cuts import CUT_TERMS, CutTerm
from .encodings import ENCODING_TERMS, EncodingTerm
from .facts import FACT_TERMS, NUMBER_FACTS
from .finders import FINDER_TERMS, FinderTerm
from .limits import LIMITS
from .measures import MEASURE_TERMS, MeasureTerm
from .mends import MEND_TERMS, MendTerm
from .orders import ORDER_TERMS, OrderTerm
from .pages import PAGE_TERMS, PageTerm
from .palettes import PALETTE_NAMES
from .shows import SHOW_TERMS, ShowTerm
from .symbols import SYMBOL_TERMS, SymbolTerm
from .themes import THEME_TERMS, Theme, ThemeTerm

TABLES: dict[str, dict[str, Any]] = {
    "MEASURE_TERMS": MEASURE_TERMS,
    "SHOW_TERMS": SHOW_TERMS,
    "ORDER_TERMS": ORDER_TERMS,
    "CUT_TERMS": CUT_TERMS,
    "PAGE_TERMS": PAGE_TERMS,
    "THEME_TERMS": THEME_TERMS,
    "SPREAD_TERMS": SPREAD_TERMS,
    "BAND_TERMS": BAND_TERMS,
    "SYMBOL_TERMS": SYMBOL_TERMS,
    "MEND_TERMS": MEND_TERMS,
    "ENCODING_TERMS": ENCODING_TERMS,
    "CHOICE_TERMS": CHOICE_TERMS,
    "ARRANGEMENT_TERMS": ARRANGEMENT_TERMS,
    "FINDER_TERMS": FINDER_TERMS,
}


def told() -> dict[str, dict[str, Any]]:
    """The tables as plain values, in the order in which they are offered, limits, how cells are drawn, languages by code."""
    tables = {name: {key: asdict(term) for key, term in terms.items()} for name, terms in TABLES.items()}
    names = {code: calendar.name for code, calendar in LANGUAGES.items()}
    return {**tables, "LIMITS": asdict(LIMITS), "CELL_LOOK": asdict(CELL_LOOK), "LANGUAGE_NAMES": names}


__all__ = [
    "ARRANGEMENT_TERMS",
    "BAND_TERMS",
    "CELL_LOOK",
    "CHOICE_TERMS",
    "CUT_TERMS",
    "ENCODING_TERMS",
    "FACT_TERMS",
    "FINDER_TERMS",
    "LIMITS",
    "MEASURE_TERMS",
    "MEND_TERMS",
    "NUMBER_FACTS",
    "ORDER_TERMS",
    "PAGE_TERMS",
    "PALETTE_NAMES",
    "SHOW_TERMS",
    "SPREAD_TERMS",
    "SYMBOL_TERMS",
    "THEME_TERMS",
    "ArrangementTerm",
    "BandTerm",
    "ChoiceTerm",
    "CutTerm",
    "EncodingTerm",
    "FinderTerm",
    "MeasureTerm",
    "MendTerm",
    "OrderTerm",
    "PageTerm",
    "ShowTerm",
    "SpreadTerm",
    "SymbolTerm",
    "Theme",
    "ThemeTerm",
    "told",
]
