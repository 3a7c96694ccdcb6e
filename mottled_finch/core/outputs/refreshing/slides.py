"""A slide as it came back: a tree without its tables and without the shapes of our groups. These stay as they are written, and
are put back so: nearly all of a slide is in them, and reading and writing them anew would take most of the time.
"""

import copy
import re
import secrets
from collections.abc import Callable, Mapping
from html import escape
from itertools import count
from typing import Any

from lxml import etree

from ...common.errors import DrawError
from ..draw.making.slide_figure import BESIDE
from ..draw.making.slide_shapes import NAMES, NAMESPACES
from ..draw.making.texts import NAME
from .package import tree_of, written

A, P = (f"{{{NAMES[prefix]}}}" for prefix in "ap")
_PLAIN = re.compile(rb"<\?xml version=[\"']1\.0[\"'] encoding=[\"']UTF-8[\"']", re.IGNORECASE)
_NUMBERED = re.compile(r'<p:cNvPr (?:[^<>]* )?id="(\d+)"')
_NUMBER = re.compile(r'(<p:cNvPr id=")\d+"')
_TOKEN = secrets.token_hex(16)
_KEPT = re.compile(rf"<[^<>]*><!--{_TOKEN} (\d+)--></[^<>]*>".encode())
"""What stands for a text that is kept: no file can say it, since it is another one whenever this runs."""
_HEAD_END = b"</p:grpSpPr>"
_NAMES = tuple(name.encode() for name in (NAME, BESIDE))
_Span = tuple[int, int]


class Slide:
    """The ``tree`` of a slide, in which tables (``a:tbl``) and groups are empty, and the ``names`` of its prefixes, as they are
    declared.
    """

    def __init__(self, parts: Mapping[str, bytes], part: str) -> None:
        """Raises DrawError for one that is damaged."""
        self._texts: list[str] = []
        self._ours: set[int] = set()
        try:
            self.tree = tree_of({part: self._cut(parts.get(part, b""))}, part)
            plain = all(self.tree.nsmap.get(prefix, name) == name for prefix, name in NAMES.items())
        except DrawError:
            plain = False
        if not plain:
            self.tree, self._texts = tree_of(parts, part), []
        known = {prefix: name for prefix, name in self.tree.nsmap.items() if prefix} | NAMES
        self.names = " ".join(f'xmlns:{prefix}="{escape(name)}"' for prefix, name in known.items())

    def table(self, table: Any) -> str:
        """How a table of ours is written: in our prefixes, every line and cell with its end."""
        number = self._number(table)
        if number is None:
            return _in_our_prefixes(table)
        text = self._texts[number]
        return text if _is_plain(text) else _in_our_prefixes(parsed(f"<x {self.names}>{text}</x>")[0])

    def replace(self, table: Any, text: str) -> None:
        """Write another table in the place of one."""
        if any(table.nsmap.get(prefix) != name for prefix, name in NAMES.items()):
            text = text.replace("<a:tbl>", f"<a:tbl {self.names}>", 1)
        number = self._number(table)
        if number is not None:
            self._texts[number] = text
            self._ours.add(number)
            return
        tail = table.tail
        table.clear()
        table.tail = tail
        self._keep(table, text)

    def shapes(self, group: Any) -> str:
        """How the shapes of a group are written, in our prefixes."""
        number = self._number(group[2]) if len(group) == 3 else None
        return _in_our_prefixes(group) if number is None else self._texts[number]

    def put(self, group: Any, shapes: str) -> None:
        """Write other shapes of ours into a group, numbered anew. What is behind them for programs to come stays."""
        extended = len(group) > 2 and str(group[-1].tag).endswith("}extLst")
        own = self._number(group[2]) if len(group) == 3 else None
        del group[2 : len(group) - extended]
        written = [text for number, text in enumerate(self._texts) if number != own and text.startswith("<p:")]
        taken = [int(number) for text in written for number in _NUMBERED.findall(text)]
        taken += [int(each.get("id", "0")) for each in self.tree.iter(f"{P}cNvPr")]
        numbers = count(max(taken, default=1) + 1)
        shapes = _NUMBER.sub(lambda found: f'{found[1]}{next(numbers)}"', shapes)
        if own is not None:
            self._ours.add(own)  # gone, whatever it was
        if all(group.nsmap.get(prefix) == NAMES[prefix] for prefix in "ap"):
            stand_in = etree.Element("in")
            group.insert(2, stand_in)
            self._keep(stand_in, shapes)
        else:
            for each in reversed(parsed(f"<x {NAMESPACES}>{shapes}</x>")):
                group.insert(2, each)

    def written(self) -> bytes:
        """The slide as a part. Raises DrawError where what stays as it was is damaged."""
        for number, text in enumerate(self._texts):
            if number not in self._ours:
                parsed(f"<x {self.names}>{text}</x>")
        pieces = _KEPT.split(written(self.tree))
        pieces[1::2] = [self._texts[int(number)].encode() for number in pieces[1::2]]
        return b"".join(pieces)

    def _cut(self, body: bytes) -> bytes:
        """The slide without what is kept as it is written, if it is written as office programs write it."""
        if not _PLAIN.match(body) or b"<!" in body:
            return body
        bare = self._without(body, b"<a:tbl>", b"</a:tbl>", lambda _, begin, end: (begin, end + len(b"</a:tbl>")), "a:tbl")
        bare = self._without(bare, b"<p:grpSp>", b"</p:grpSp>", _shapes_of_ours, "in")
        again = any(bare.count(f"xmlns:{prefix}=".encode()) > 1 for prefix in "ap")  # which may say something else there
        if again:
            self._texts.clear()
        return body if again else bare

    def _without(
        self, body: bytes, begins: bytes, ends: bytes, span_of: Callable[[bytes, int, int], _Span | None], tag: str
    ) -> bytes:
        """Keep what stands in its span wherever something ``begins`` and ``ends`` with no other of the kind in it; a ``tag`` stands
        there for it.
        """
        pieces, at, begin, end = [], 0, body.find(begins), -1
        while begin >= 0:
            end = body.find(ends, begin) if end < begin else end
            after = body.find(begins, begin + 1)
            span = span_of(body, begin, end) if end > 0 and not 0 <= after < end else None
            if span:
                pieces += [body[at : span[0]], f"<{tag}><!--{self._mark()}--></{tag}>".encode()]
                self._texts.append(body[slice(*span)].decode())
                at = span[1]
            begin = after if end >= 0 else -1
        return b"".join([*pieces, body[at:]])

    def _mark(self) -> str:
        """What the comment says that stands for the text that is kept next."""
        return f"{_TOKEN} {len(self._texts)}"

    def _keep(self, stand_in: Any, text: str) -> None:
        stand_in.append(etree.Comment(self._mark()))
        self._ours.add(len(self._texts))
        self._texts.append(text)

    def _number(self, stand_in: Any) -> int | None:
        """Of the text that is kept of an element; None for one that is in the tree."""
        token, _, number = str(stand_in[0].text).partition(" ") if len(stand_in) else ("", "", "")
        return int(number) if token == _TOKEN else None


def parsed(text: str) -> Any:
    """Raises DrawError for what is damaged."""
    return tree_of({"a table": text.encode()}, "a table")


def _shapes_of_ours(body: bytes, begin: int, end: int) -> _Span | None:
    """Where the shapes of a group stand that has a name of ours, and nothing but shapes."""
    head = body.find(_HEAD_END, begin, end)
    if head < 0 or not any(body.find(name, begin, head) >= 0 for name in _NAMES):
        return None
    begin = head + len(_HEAD_END)
    other = any(body.find(tag, begin, end) >= 0 for tag in (b"<a:tbl>", b"<p:extLst"))
    return None if other or begin == end else (begin, end)


def _is_plain(table: str) -> bool:
    """Whether it has nothing but lines and cells that each have an end of their own."""
    cells, lines = table.count("<a:tc>") + table.count("<a:tc "), table.count("<a:tr>") + table.count("<a:tr ")
    return cells == table.count("</a:tc>") and lines == table.count("</a:tr>")


def _in_our_prefixes(element: Any) -> str:
    """A table, or the shapes of a group, as we would have written them, whatever prefixes they have."""
    table = element.tag == f"{A}tbl"
    own = etree.fromstring(f"<a:tbl {NAMESPACES}/>")
    own.extend(copy.deepcopy(list(element)[0 if table else 2 :]))
    etree.strip_tags(own, etree.Comment, etree.ProcessingInstruction)
    for each in own.iter():
        if not len(each) and each.text is None:
            each.text = ""  # an end of its own
    inside = str(etree.tostring(own, encoding="unicode")).partition(">")[2].removesuffix("</a:tbl>")
    return f"<a:tbl>{inside}</a:tbl>" if table else inside
