"""The words, marks and values of a statement."""

import re
from dataclasses import dataclass

from ...common.errors import RecipeError

MAX_STATEMENT = 20_000
PLACE = "statement"
_TOKEN = re.compile(
    r"""\s*(?:(?P<text>"(?:[^"\\]|\\.)*")|(?P<date>\d{4}-\d\d(?:-\d\d)?(?![\w.]))|(?P<number>[-−]?\d+(?:\.\d+)?(?:[eE][-+]?\d+)?(?!\w))"""
    r"""|(?P<ordinal>\d+(?:st|nd|rd|th)\b)|(?P<word>[^\W\d]\w*)|(?P<sign>[<>!=]=|<>|[=<>≥≤%])|(?P<mark>[(),;]))""",
    re.VERBOSE,
)


@dataclass(frozen=True)
class Token:
    kind: str
    text: str
    start: int

    @property
    def word(self) -> str:
        return self.text.casefold() if self.kind in ("word", "mark", "sign") else ""


def tokens_of(text: str) -> list[Token]:
    found: list[Token] = []
    at = 0
    end = len(text.rstrip().rstrip(".").rstrip()) if not text.rstrip().endswith('"') else len(text.rstrip())
    while at < end:
        match = _TOKEN.match(text, at)
        if match is None:
            rest = text[at:].strip()
            if rest.startswith('"'):
                raise RecipeError("a quotation mark is not closed; put one behind the text", path=PLACE, received=rest[:40])
            raise RecipeError(f'"{rest[:1]}" has no meaning here; take it out', path=PLACE, received=rest[:40])
        assert match.lastgroup is not None
        found.append(Token(match.lastgroup, match[match.lastgroup], match.start(match.lastgroup)))
        at = match.end()
    return found


def unquoted(text: str) -> str:
    return re.sub(r"\\(.)", lambda found: {"n": "\n", "r": "\r"}.get(found[1], found[1]), text[1:-1])
