"""Characters that turn the direction of writing: what a name from a file turns ends with the name, wherever it is shown.

The characters are those of UAX #9: embeddings and overrides (U+202A, U+202B, U+202D, U+202E), which U+202C ends, and isolates
(U+2066 to U+2068), which U+2069 ends.
"""

import re

_ENDS = {**dict.fromkeys("\u202a\u202b\u202d\u202e", "\u202c"), **dict.fromkeys("\u2066\u2067\u2068", "\u2069")}
_FIRST_STRONG, _END = "\u2068", "\u2069"
_TURNS = re.compile("[\u202a-\u202e\u2066-\u2069]")
_QUOTED = re.compile('(?<=“)[^“”]*(?=”)|(?<=")[^"]*(?=")')


def closed(text: str) -> str:
    """The text with all that it turns ended, and without ends of what it has not turned."""
    if not _TURNS.search(text):
        return text
    kept, waiting = [], []
    for mark in text:
        if mark in _ENDS:
            waiting.append(_ENDS[mark])
        elif mark == _END and mark in waiting:
            while waiting.pop() != mark:  # the end of an isolate ends what was turned inside it
                pass
        elif mark == "\u202c" and waiting[-1:] == [mark]:
            waiting.pop()
        elif mark in _ENDS.values():
            continue
        kept.append(mark)
    return "".join((*kept, *reversed(waiting)))


def isolated(name: str) -> str:
    """A name in the midst of other words, which it does not turn."""
    return f"{_FIRST_STRONG}{closed(name)}{_END}" if _TURNS.search(name) else name


def apart(sentence: str) -> str:
    """A sentence in which what is quoted turns nothing else, and which turns nothing beside it."""
    if not _TURNS.search(sentence):
        return sentence
    return closed(_QUOTED.sub(lambda found: isolated(found[0]), sentence))
