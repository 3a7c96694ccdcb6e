"""The reader's language: calendars and numbers from the CLDR, our own fixed words from a small reviewed table."""

from .languages import LANGUAGES, OURS, Language, code_of, language_of

__all__ = ["LANGUAGES", "OURS", "Language", "code_of", "language_of"]
