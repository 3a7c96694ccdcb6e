"""Text to tree. Columns stand as they are or in double quotation marks, texts in single ones, as in SQL.

Precedence, loosest first: or, and, not, comparison, & (put texts together), + -, * / %, sign, ^.
"""

import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from math import isinf

from ...common.errors import RecipeError

DEPTH_MOST = 60
OPERATIONS_MOST = 200
LENGTH_MOST = 2_000


@dataclass(frozen=True)
class Literal:
    """A number, a text, or yes and no."""

    value: float | str | bool
    at: int


@dataclass(frozen=True)
class Name:
    """A column. Whether its name stands ``quoted`` says what else may have been meant."""

    name: str
    at: int
    quoted: bool = False


@dataclass(frozen=True)
class Call:
    """A function or an operator with its arguments."""

    function: str
    arguments: tuple["Node", ...]
    at: int


Node = Literal | Name | Call


@dataclass(frozen=True)
class _Token:
    kind: str
    text: str
    at: int


_TOKENS = re.compile(
    r"""\s*(?:
    (?P<number>\d+(?:\.\d*)?(?:[eE][+-]?\d+)?|\.\d+)
  | (?P<text>'(?:[^']|'')*')
  | (?P<column>"(?:[^"]|"")*")
  | (?P<word>[^\W\d]\w*)
  | (?P<mark><=|>=|<>|[-+*/%^&=<>(),])
)""",
    re.VERBOSE,
)
_UNREAD = {
    "'": "this text is not closed; put ' at its end",
    '"': "this column's name is not closed; put a quotation mark at its end",
    "[": 'a bracket has no meaning here; put the name of a column in quotation marks, such as "minutes late"',
}
_COMPARISONS = ("=", "<>", "<", "<=", ">", ">=")
_WORDS = ("and", "or", "not", "yes", "no", "blank")


def parse(text: str, path: str) -> Node:
    """The tree of an expression. ``path`` is its place in the recipe. Raises RecipeError that names the place in the text."""
    if len(text) > LENGTH_MOST:
        raise RecipeError(f"the expression has {len(text):,} characters; at most {LENGTH_MOST:,} fit", path=path)
    tokens = list(_tokens(text, path))
    if len(tokens) == 1:
        raise RecipeError("the expression is empty; go one, such as passengers / capacity", path=path)
    return _Parser(tokens, path).expression()


def _tokens(text: str, path: str) -> Iterator[_Token]:
    at = 0
    while text[at:].strip():
        found = _TOKENS.match(text, at)
        if not found or found.lastgroup is None:
            start = at + len(text[at:]) - len(text[at:].lstrip())
            if text[start] in _UNREAD:
                raise mistake(path, start, _UNREAD[text[start]])
            raise mistake(path, start, f'"{text[start]}" has no meaning here; take it out')
        yield _Token(found.lastgroup, found[found.lastgroup], found.start(found.lastgroup))
        at = found.end()
    yield _Token("end", "", len(text))


def quoted(text: str) -> str:
    """A text as it stands in an expression."""
    return "'" + text.replace("'", "''") + "'"


def mistake(path: str, at: int, message: str) -> RecipeError:
    """An error of an expression, with the place in its text, counted from 1."""
    return RecipeError(f"at character {at + 1}, {message}", path=path, received=at + 1)


class _Parser:
    """Recursive descent: one method a level of precedence."""

    def __init__(self, tokens: list[_Token], path: str) -> None:
        self._tokens, self._path = tokens, path
        self._next, self._depth = 0, 0

    @property
    def _token(self) -> _Token:
        return self._tokens[self._next]

    def _take(self) -> _Token:
        token = self._token
        self._next += 1
        return token

    def _is(self, *texts: str) -> bool:
        token = self._token
        return token.kind in ("mark", "word") and token.text.lower() in texts

    def expression(self) -> Node:
        self._count_operations()
        node = self._either()
        if self._token.kind != "end":
            raise mistake(self._path, self._token.at, f'"{self._token.text}" does not go on from what stands before it')
        return node

    def _count_operations(self) -> None:
        """Each is worked out over all records, and each hangs on the one before."""
        marks = [token for token in self._tokens if token.kind == "mark" and token.text not in "(),"]
        marks += [token for token in self._tokens if token.kind == "word" and token.text.lower() in ("and", "or", "not")]
        if len(marks) > OPERATIONS_MOST:
            at = sorted(token.at for token in marks)[OPERATIONS_MOST]
            raise mistake(self._path, at, f"more than {OPERATIONS_MOST} operations follow one another; compute a part of it first")

    def _either(self) -> Node:
        self._depth += 1
        if self._depth > DEPTH_MOST:
            raise mistake(self._path, self._token.at, "the expression is nested too deeply; compute a part of it first")
        node = self._both()
        while self._is("or"):
            token = self._take()
            node = Call("or", (node, self._both()), token.at)
        self._depth -= 1
        return node

    def _both(self) -> Node:
        node = self._denied()
        while self._is("and"):
            token = self._take()
            node = Call("and", (node, self._denied()), token.at)
        return node

    def _denied(self) -> Node:
        if self._is("not"):
            token = self._take()
            self._depth += 1
            if self._depth > DEPTH_MOST:
                raise mistake(self._path, token.at, "the expression is nested too deeply; compute a part of it first")
            node = Call("not", (self._denied(),), token.at)
            self._depth -= 1
            return node
        return self._compared()

    def _compared(self) -> Node:
        node = self._together()
        if self._is(*_COMPARISONS):
            token = self._take()
            node = Call(token.text, (node, self._together()), token.at)
        return node

    def _together(self) -> Node:
        return self._chain(("&",), self._sum)

    def _sum(self) -> Node:
        return self._chain(("+", "-"), self._product)

    def _product(self) -> Node:
        return self._chain(("*", "/", "%"), self._signed)

    def _chain(self, marks: tuple[str, ...], part: Callable[[], Node]) -> Node:
        node = part()
        while self._is(*marks):
            token = self._take()
            node = Call(token.text, (node, part()), token.at)
        return node

    def _signed(self) -> Node:
        if self._is("-", "+"):
            token = self._take()
            self._depth += 1
            if self._depth > DEPTH_MOST:
                raise mistake(self._path, token.at, "the expression is nested too deeply; compute a part of it first")
            node = self._signed()
            self._depth -= 1
            return Call("negative", (node,), token.at) if token.text == "-" else node
        return self._power()

    def _power(self) -> Node:
        node = self._single()
        if self._is("^"):
            token = self._take()
            node = Call("^", (node, self._signed()), token.at)
        return node

    def _single(self) -> Node:
        token = self._take()
        if token.kind == "number":
            number = float(token.text)
            if isinf(number):
                raise mistake(self._path, token.at, "the number is too large")
            return Literal(number, token.at)
        if token.kind == "text":
            return Literal(token.text[1:-1].replace("''", "'"), token.at)
        if token.kind == "column":
            return Name(token.text[1:-1].replace('""', '"').strip(), token.at, quoted=True)
        if token.kind == "word":
            return self._word(token)
        if token.text == "(":
            node = self._either()
            self._close(token)
            return node
        if token.kind == "end":
            raise mistake(self._path, token.at, "something is missing at the end")
        raise mistake(self._path, token.at, f'"{token.text}" stands where a value belongs')

    def _word(self, token: _Token) -> Node:
        if self._token.text == "(" and self._token.kind == "mark":
            opening = self._take()
            arguments: list[Node] = []
            if not self._is(")"):
                arguments.append(self._either())
                while self._is(","):
                    self._take()
                    arguments.append(self._either())
            self._close(opening)
            return Call(token.text.lower(), tuple(arguments), token.at)
        word = token.text.lower()
        if word in ("yes", "no"):
            return Literal(word == "yes", token.at)
        if word == "blank":
            return Call("nothing", (), token.at)
        if word in _WORDS:
            raise mistake(self._path, token.at, f'"{token.text}" stands where a value belongs')
        return Name(token.text, token.at)

    def _close(self, opening: _Token) -> None:
        if not self._is(")"):
            raise mistake(self._path, opening.at, "this bracket is not closed; put ) where it ends")
        self._take()
