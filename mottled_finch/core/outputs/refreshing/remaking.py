"""Figures remade for the places that they have in a file that came back, and what changed in them."""

import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace

from ...common.recipe.check import FACT
from ...common.recipe.page_type import least_type
from ...figures.claims.judging import Judged, judged, judged_of
from ...figures.figure.figure import Figure, laid_anew
from ...figures.scene import Part
from ...figures.text.page_words import page_words
from ..draw.making.slide_figure import shapes_xml
from ..draw.making.slide_table import table_alone, table_of
from ..draw.making.tabled import MARKS, Tabled, tabled
from ..draw.making.texts import NAME
from ..draw.png import draw_png
from ..folio.naming import named
from ..folio.spec import FolioSpec
from .document_pieces import document_piece
from .found import Found, Piece
from .printing import printing, prints_in
from .workbook_pieces import as_printed, workbook_piece

_ROUND = 52.0, 90.0
"""Points around a table alone, for its legend and words, where its legend was taken away."""
_TOLD_MOST = 5


@dataclass(frozen=True, kw_only=True)
class CellChange:
    """A cell by its labels, and what it said before and says now."""

    name: str
    before: str
    now: str


@dataclass(frozen=True, kw_only=True)
class FigureChange:
    """What refreshing a figure changes: cells whose texts differ, how many of ``cells`` in all, heads that ``came`` and ``went``,
    and its claims; ``room`` is what is put in beside it for what is of others, ``stale`` are words around it that stay and are
    no longer so. ``why`` says why it is left as it is, where it is.
    """

    found: Found
    changed: tuple[CellChange, ...] = ()
    cells: int = 0
    came: tuple[str, ...] = ()
    went: tuple[str, ...] = ()
    claims: tuple[Judged, ...] = ()
    room: tuple[str, ...] = ()
    stale: tuple[str, ...] = ()
    why: str = ""

    @property
    def told(self) -> str:
        """The change in words."""
        if self.why:
            return f"left as it is: {self.why}"
        said = []
        if self.found.form != "table":
            said.append(f"remade; a {'picture' if self.found.form == 'picture' else 'group of shapes'} tells no numbers to compare")
        elif self.changed:
            some = "; ".join(
                f"{each.name} {each.before or 'nothing'} → {each.now or 'nothing'}" for each in self.changed[:_TOLD_MOST]
            )
            more = f"; and {len(self.changed) - _TOLD_MOST:,} more" if len(self.changed) > _TOLD_MOST else ""
            said.append(f"{len(self.changed):,} of {self.cells:,} cells changed: {some}{more}")
        else:
            said.append("no number changed" if self.cells else "remade; its cells print no numbers to compare")
        said += [f"{word} {', '.join(heads)}" for word, heads in (("came:", self.came), ("went:", self.went)) if heads]
        said += [*self.room, *self.stale]
        said += [f"claims no longer that {each.words}: {each.now}" for each in self.claims if not each.holds]
        return "; ".join(said)


def pieces_of(wanted: Iterable[tuple[Found, Figure]]) -> list[Piece]:
    """The figures for their places. What is of one look in several places is made once. Raises DrawError like ``piece_of``."""
    made: dict[tuple[int, Found], Piece] = {}
    pieces = []
    for found, figure in wanted:
        # On slides, nothing that is made depends on the place.
        look = id(figure), replace(found, part="", place=0, page=1, words=()) if found.page else found
        if look not in made:
            made[look] = piece_of(found, figure)
        pieces.append(replace(made[look], found=found))
    return pieces


def _of_headlines(plate: str, figure: Figure, folio: FolioSpec) -> Iterator[Judged]:
    for page in folio.pages:
        for claim in page.claims:
            if (claim.plate or next(iter(page.plates), "")) == plate:
                yield judged_of(figure, claim.says)


def piece_of(found: Found, figure: Figure) -> Piece:
    """The figure for its place. Raises DrawError where it can no longer be what it was there."""
    if found.holds:
        return workbook_piece(found, figure)
    name = named(found.plate) if found.plate else NAME
    if not found.page:
        return document_piece(found, figure, name)
    laid = _laid(found, figure)
    if found.form == "picture":
        return Piece(found=found, picture=draw_png(laid), alternative=laid.scene.alternative)
    family = found.family or "+mn-lt"
    if found.form == "shapes":
        xml = shapes_xml(laid, family, name, 1, of_table=False)
        return Piece(found=found, xml=xml, alternative=laid.scene.alternative)
    laid = printing(found, laid)
    table = table_of(laid) or tabled(laid)
    beside = shapes_xml(laid, family, name, 1, of_table=True) if found.beside else ""
    return Piece(
        found=found,
        table=table_alone(laid, table, family, laid.recipe.page.language or "en-US"),
        heads=(table.head_rows, table.head_columns),
        beside=beside,
        alternative=laid.scene.alternative,
    )


def _laid(found: Found, figure: Figure) -> Figure:
    """The figure on a page as large as its place, with the words in it that it had there."""
    left, top, right, foot = found.crop
    width, height = found.width / max(0.05, 1 - left - right), found.height / max(0.05, 1 - top - foot)
    if found.form == "table":
        width, height = found.drawn or (found.width + _ROUND[0], found.height + _ROUND[1])
    if width < 1 or height < 1:  # the layout of the slide says where it is
        width, height = figure.recipe.page.width, figure.recipe.page.height
    page = replace(
        figure.recipe.page,
        width=max(1, round(width)),
        height=max(1, round(height)),
        least_type=least_type(figure.recipe.page),
        transparent=found.form == "picture" and bool(found.plate),
    )
    return laid_anew(figure, page, _outside(found, figure))


def _outside(found: Found, figure: Figure) -> set[Part]:
    """The words that were not in it: those of a picture are taken to have been."""
    if found.form == "picture":
        return {"title", "subtitle"} if found.plate else set()
    words, said = figure.recipe.words, "".join(found.says.split())
    told = page_words(figure.recipe, figure.facts)
    parts: tuple[tuple[Part, str], ...] = (
        ("title", told.title if words.title is None else words.title),
        ("subtitle", words.subtitle or ""),
    )
    return {part for part, text in parts if not _is_said(text, said)}


def _is_said(text: str, said: str) -> bool:
    """Whether words stand among those that are ``said``, without their blanks. Live facts said something else by then, so that one
    alone could stand for anything.
    """
    between = ["".join(words.split()) for words in FACT.split(text)[::2]]
    return any(between) and re.search(".*?".join(map(re.escape, between)), said, re.DOTALL) is not None


def change_of(found: Found, figure: Figure, folio: FolioSpec | None = None, ahead: Sequence[Found] = ()) -> FigureChange:
    """What refreshing the figure would change. Its claims are those of its title, and, of the first figure of a plate, also what
    headlines of the ``folio`` claim of that; the figures ``ahead`` of it in the file say whether it is the first.
    """
    first = all(each.plate != found.plate for each in ahead)
    claims = (*judged(figure), *(_of_headlines(found.plate, figure, folio) if folio and first else ()))
    if found.form != "table":
        return FigureChange(found=found, claims=claims)
    table = tabled(figure)
    texts = as_printed(found.texts, table) if found.holds else found.texts
    before, now = _cells(texts, table), _cells(_texts(table), table)
    printed = prints_in(found, (table.head_rows, table.head_columns))
    changed = tuple(
        CellChange(name=", ".join(filter(None, key)), before=before.get(key, ""), now=text)
        for key, text in now.items()
        if printed and key in before and before[key] != text
    )
    lines = [{key[side] for key in each} for each in (before, now) for side in (0, 1)]
    came = sorted((lines[2] - lines[0]) | (lines[3] - lines[1]))
    went = sorted((lines[0] - lines[2]) | (lines[1] - lines[3]))
    return FigureChange(
        found=found, changed=changed, cells=len(now) if printed else 0, came=tuple(came), went=tuple(went), claims=claims
    )


def _texts(table: Tabled) -> tuple[tuple[str | None, ...], ...]:
    return tuple(
        tuple(None if place is None else place.text if place.is_head or not place.why else MARKS[place.why] for place in line)
        for line in table.places
    )


def _cells(texts: Sequence[Sequence[str | None]], table: Tabled) -> dict[tuple[str, str], str]:
    """What each cell says, by the heads of its line and of its column."""
    whole: list[list[str]] = []
    for line in texts:
        told: list[str] = []
        for x, text in enumerate(line):
            above = whole[-1][x] if whole and x < len(whole[-1]) and x < table.head_columns else ""
            told.append(text if text is not None else above if x < table.head_columns else (told[-1] if told else ""))
        whole.append(told)
    heads, rows = whole[: table.head_rows], whole[table.head_rows :]
    found: dict[tuple[str, str], str] = {}
    for line in rows:
        row = ", ".join(filter(None, line[: table.head_columns]))
        for x in range(table.head_columns, len(line)):
            column = ", ".join(filter(None, (head[x] for head in heads if x < len(head))))
            found.setdefault((row, column), line[x])
    return found
