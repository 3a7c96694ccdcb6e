"""Names of fields in a statement: in words where these say which field is meant, else in quotation marks."""

import re
from collections.abc import Iterable

from ...common.language.english import field_words
from ...common.vocabulary import MEASURE_TERMS
from .words import CUTS, RESERVED

_PLAIN = re.compile(r"[^\W\d_][\w]*(?: [\w]+)*$")


def quoted(text: str) -> str:
    """The text in quotation marks; a backslash stands before a mark or backslash within, and line breaks are written as \\n."""
    inner = text.replace("\\", "\\\\").replace('"', '\\"').replace("\n", "\\n").replace("\r", "\\r")
    return f'"{inner}"'


def spoken(names: Iterable[str]) -> dict[str, str]:
    """The words that stand for fields without quotation marks, in lower case: no two fields share them, and none is a word of the
    statement. Since what follows a field is one, words that begin as others do are read as the longest that fit.
    """
    words: dict[str, list[str]] = {}
    for name in names:
        words.setdefault(field_words(name).casefold(), []).append(name)
    return {said: found[0] for said, found in words.items() if len(found) == 1 and _is_plain(said)}


def _is_plain(said: str) -> bool:
    parts = said.split()
    measures = [term.name for term in MEASURE_TERMS.values() if term.keys == ("of",)]
    others = {word for phrase in (*CUTS.values(), *measures) for word in phrase.split()}
    return bool(_PLAIN.match(said)) and not any(part in RESERVED for part in parts) and parts[0] not in others
