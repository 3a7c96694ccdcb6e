"""Recipes as earlier versions wrote them, rewritten as today's are.

Format 1 called what is ``lit`` by another name and what is drawn in cells by size ``marks``; its expressions had texts in double
quotation marks and columns in square brackets, where format 2 has them in single and double ones.
"""

import re
from collections.abc import Mapping
from dataclasses import fields
from typing import Any

from .spec import FORMAT, ColorSpec, LitSpec

_LONGEST = 2_000
"""Characters of an expression of format 1."""
_PARTS = re.compile(r'"(?P<text>(?:[^"]|"")*)"|\[(?P<column>[^\[\]]+)\]')


def of_today(source: object) -> object:
    """A recipe as JSON says it, rewritten where its format is an earlier one; anything else as it is, for the loader to judge."""
    if not isinstance(source, Mapping) or type(source.get("finch_recipe")) is not int or source["finch_recipe"] != 1:
        return source
    ways = {"table": _table, "color": _color, "cells": _cells, "dismissed": _dismissed}
    parts = {name: ways[name](part) if name in ways and isinstance(part, Mapping) else part for name, part in source.items()}
    return {**parts, "finch_recipe": FORMAT}


def mends_of_today(mends: object) -> object:
    """The mends of a table as format 1 wrote them, with the expressions of format 2."""
    if not isinstance(mends, list):
        return mends
    return [{**each, "as": requoted(each["as"])} if _computes(each) else each for each in mends]


def _computes(mend: object) -> bool:
    """Longer expressions than may be written are left for the loader to refuse."""
    if not isinstance(mend, Mapping) or mend.get("do") != "compute":
        return False
    return isinstance(mend.get("as"), str) and len(mend["as"]) <= _LONGEST


def requoted(expression: str) -> str:
    """An expression with its texts in single and its columns in double quotation marks."""
    return _PARTS.sub(_requote, expression)


def _requote(found: re.Match[str]) -> str:
    if found["text"] is not None:
        return "'" + found["text"].replace('""', '"').replace("'", "''") + "'"
    return '"' + found["column"].strip().replace('"', '""') + '"'


def _table(table: Mapping[str, Any]) -> dict[str, Any]:
    return {name: mends_of_today(part) if name == "mends" else part for name, part in table.items()}


def _color(color: Mapping[str, Any]) -> dict[str, Any]:
    scales = {"symlog": "log_both"}
    renamed = {_color_key(name, part): part for name, part in color.items()}
    scale = renamed.get("scale")
    return {**renamed, "scale": scales.get(scale, scale)} if isinstance(scale, str) else renamed


def _color_key(name: str, part: object) -> str:
    """Twice renamed: whatever is no key of today's and holds what lights cells was one of the names of ``lit``."""
    unknown = name not in {each.name for each in fields(ColorSpec)}
    lights = isinstance(part, Mapping) and bool(part) and part.keys() <= {each.name.rstrip("_") for each in fields(LitSpec)}
    return "lit" if unknown and lights else name


def _cells(cells: Mapping[str, Any]) -> dict[str, Any]:
    return {"symbols" if name == "marks" else name: part for name, part in cells.items()}


def _dismissed(dismissed: Mapping[str, Any]) -> dict[str, Any]:
    return {"tiny_symbols" if name == "tiny_marks" else name: part for name, part in dismissed.items()}
