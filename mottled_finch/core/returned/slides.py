"""A slide as it came back: a tree without its tables. These stay as they are written, and are put back so: nearly all of a slide
is their cells, and reading and writing these anew would take most of the time.
"""

import copy
import re
import secrets
from collections.abc import Mapping
from html import escape
from typing import Any

from lxml import etree

from ..draw.making.slide_shapes import NAMES, NAMESPACES
from ..errors import DrawError
from .package import tree_of, written

A, P = (f"{{{NAMES[prefix]}}}" for prefix in "ap")
_BEGIN, _END = b"<a:tbl>", b"</a:tbl>"
_PLAIN = re.compile(rb"<\?xml version=[\"']1\.0[\"'] encoding=[\"']UTF-8[\"']", re.IGNORECASE)


class Slide:
    """The ``tree`` of a slide, in which tables (``a:tbl``) are empty, and the ``names`` of its prefixes, as they are declared."""

    def __init__(self, parts: Mapping[str, bytes], part: str) -> None:
        """Raises DrawError for one that is damaged."""
        self._token = secrets.token_hex(16)
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
        self._ours.add(number)
        text = self._texts[number]
        return text if _is_plain(text) else _in_our_prefixes(self._parsed(text))

    def replace(self, table: Any, text: str) -> None:
        """Write another table in the place of one."""
        number = self._number(table)
        if number is not None:
            self._texts[number] = text
            return
        tail = table.tail
        table.clear()
        table.tail = tail
        self._keep(table, text)

    def put(self, group: Any, place: int, children: str) -> None:
        """Write shapes into a group, behind so many of its parts."""
        if all(group.nsmap.get(prefix) == NAMES[prefix] for prefix in "ap"):
            stand_in = etree.Element("in")
            group.insert(place, stand_in)
            self._keep(stand_in, children)
        else:
            for each in reversed(etree.fromstring(f"<x {self.names}>{children}</x>")):
                group.insert(place, each)

    def written(self) -> bytes:
        """The slide as a part. Raises DrawError where a table that is not ours is damaged, since it stays as it was."""
        for number, text in enumerate(self._texts):
            if number not in self._ours:
                self._parsed(text)
        pieces = re.split(rf"<[^<>]*><!--{self._token} (\d+)--></[^<>]*>".encode(), written(self.tree))
        pieces[1::2] = [self._texts[int(number)].encode() for number in pieces[1::2]]
        return b"".join(pieces)

    def _cut(self, body: bytes) -> bytes:
        """The slide without its tables, if it is written as office programs write it."""
        if not _PLAIN.match(body) or b"<!" in body or body.count(b"<?") > 1 or body.count(b"xmlns:a=") != 1:
            return body
        pieces, at = [], 0
        while (begin := body.find(_BEGIN, at)) >= 0:
            end = body.find(_END, begin)
            if end < 0 or body.find(_BEGIN, begin + 1, end) >= 0:
                return body
            pieces += [body[at:begin], f"{_BEGIN.decode()}{self._mark()}{_END.decode()}".encode()]
            at = end + len(_END)
            self._texts.append(body[begin:at].decode())
        return b"".join([*pieces, body[at:]])

    def _mark(self) -> str:
        """What stands for the text that is kept next."""
        return f"<!--{self._token} {len(self._texts)}-->"

    def _keep(self, stand_in: Any, text: str) -> None:
        stand_in.append(etree.Comment(self._mark()[4:-3]))
        self._ours.add(len(self._texts))
        self._texts.append(text)

    def _number(self, table: Any) -> int | None:
        """Of the text that is kept of a table; None for one that is in the tree."""
        token, _, number = str(table[0].text).partition(" ") if len(table) else ("", "", "")
        return int(number) if token == self._token else None

    def _parsed(self, table: str) -> Any:
        return parsed(f"<x {self.names}>{table}</x>")[0]


def parsed(text: str) -> Any:
    """Raises DrawError for what is damaged."""
    return tree_of({"a table": text.encode()}, "a table")


def _is_plain(table: str) -> bool:
    """Whether it has nothing but lines and cells that each have an end of their own."""
    cells, lines = table.count("<a:tc>") + table.count("<a:tc "), table.count("<a:tr>") + table.count("<a:tr ")
    return cells == table.count("</a:tc>") and lines == table.count("</a:tr>")


def _in_our_prefixes(table: Any) -> str:
    """A table as we would have written it, whatever prefixes it has."""
    own = etree.fromstring(f"<a:tbl {NAMESPACES}/>")
    own.extend(copy.deepcopy(list(table)))
    etree.strip_tags(own, etree.Comment, etree.ProcessingInstruction)
    for each in own.iter():
        if not len(each) and each.text is None:
            each.text = ""  # an end of its own
    return "<a:tbl>" + str(etree.tostring(own, encoding="unicode")).partition(">")[2]
