"""Random figures, before and after other records came, and files that nobody would write."""

import io
import random
import re
import zipfile
from collections.abc import Iterator
from typing import Any

from mottled_finch.core.common.errors import DrawError
from mottled_finch.core.figures.figure.figure import Figure
from mottled_finch.core.outputs.refreshing.remaking import change_of, piece_of
from mottled_finch.core.outputs.refreshing.returning import opened, refreshed

_NAMES = "slide|presentation|document|sheet|workbook|styles|comments|vmlDrawing|sharedStrings"
_WITH_FIGURES = re.compile(rf"({_NAMES})\d*\.(xml|vml)$")
_SPOT = re.compile(r'"[^"<>]*"|>[^<>]+<|<[\w:]+[^<>]*/>')
_ODD = ("x", "-1", "999999999", "", "1e9", "A1", "true", "=1")


def odd_files(content: bytes, number: int) -> Iterator[bytes]:
    """A file with bytes changed at random, and packages in whose parts numbers, texts and elements are others, or gone."""
    lot = random.Random(3)
    for _ in range(number // 4):
        broken = bytearray(content)
        for _ in range(lot.randrange(1, 40)):
            broken[lot.randrange(len(broken))] = lot.randrange(256)
        yield bytes(broken)
    with zipfile.ZipFile(io.BytesIO(content)) as package:
        parts = {name: package.read(name) for name in package.namelist()}
    spoilt = [name for name in parts if _WITH_FIGURES.search(name)]
    for _ in range(number):
        part = lot.choice(spoilt)
        body = parts[part].decode()
        for _ in range(lot.randrange(1, 5)):
            spot = lot.choice(list(_SPOT.finditer(body)))
            begin = spot.group()[0]
            new = "" if begin == "<" else f"{begin}{lot.choice(_ODD)}{spot.group()[-1]}"
            body = body[: spot.start()] + new + body[spot.end() :]
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as package:
            for name, held in parts.items():
                package.writestr(name, body if name == part else held)
        yield out.getvalue()


def refused_or_remade(content: bytes, figure: Figure, number: int = 30) -> int:
    """How many of the odd files of a good one were remade; all others were refused in a sentence, and nothing else came of them."""
    remade = 0
    for odd in odd_files(content, number):
        try:
            figures = opened(odd).figures
            for found in figures:
                assert found.form in ("table", "shapes", "picture") and change_of(found, figure).told
            refreshed(odd, [piece_of(found, figure) for found in figures])
            remade += 1
        except DrawError as error:
            assert error.message.strip() and "Error" not in error.message
    return remade


def random_editions(seed: int, **color: Any) -> tuple[str, str, dict[str, Any]]:
    """Two deliveries of which the later has other members, and a recipe: nested sides, totals, blanks."""
    lot = random.Random(seed)

    def records(rows: str) -> str:
        lines = [
            f"{lot.choice('xy')},{lot.choice(rows)},{lot.choice('pqr')},{lot.choice('mn')},{lot.randrange(100)}" for _ in range(40)
        ]
        return "a,b,c,d,v\n" + "\n".join(lines) + "\n"

    before, after = records("stu"), records("tuvw")
    pivot = {
        "rows": lot.choice([[{"field": "b"}], [{"field": "a"}, {"field": "b"}]]),
        "columns": lot.choice([[{"field": "c"}], [{"field": "d"}, {"field": "c"}]]),
        "measure": {"take": "sum", "of": "v"},
        "totals": {name: lot.random() < 0.5 for name in ("rows", "columns", "row_groups", "column_groups")},
    }
    return before, after, {"finch_recipe": 2, "pivot": pivot, **({"color": color} if color else {})}
