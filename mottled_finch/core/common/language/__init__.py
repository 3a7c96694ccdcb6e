"""The reader's language: calendars and numbers from the CLDR, our own fixed words from a small reviewed table."""

from .spoken import LANGUAGES, Language, code_of, language_of, speaking, spoken

__all__ = ["LANGUAGES", "Language", "code_of", "language_of", "speaking", "spoken"]
