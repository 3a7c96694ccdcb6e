"""A file that came back: what is in it, and the same with its figures remade. ``FORMS`` is the table of its forms."""

from collections.abc import Callable, Collection, Iterable, Iterator, Mapping
from contextlib import contextmanager
from dataclasses import dataclass, replace
from io import BytesIO
from typing import Any
from zipfile import ZIP_DEFLATED, ZIP_STORED, ZipFile

from ...common.errors import DrawError
from ...figures.figure.figure import Figure
from ..draw.house.parts import TYPES, parts_of
from ..draw.making.choices import Choices
from ..draw.making.source import CUSTOM, Source, carrying, source_in, source_of, text_in, written
from ..folio.source import FolioSource, folio_source_in, folio_written
from . import deck, document, workbook
from .found import Found, Piece

Parts = Mapping[str, bytes]
_MOST_BYTES = 200_000_000
"""A file may have that comes back."""


@dataclass(frozen=True)
class Form:
    """How figures are found in a kind of package of an ``ending``, and put back."""

    ending: str
    find: Callable[[Parts, Collection[str]], list[Found]]
    put: Callable[[Parts, Iterable[Piece]], dict[str, bytes]]
    room: Callable[[Parts, Piece], tuple[str, ...]] = lambda _parts, _piece: ()
    """What is put in beside a figure so that nothing of others is written over, in words."""


FORMS: dict[bytes, Form] = {
    b"presentationml.": Form("pptx", deck.find, deck.put),
    b"wordprocessingml.": Form("docx", document.find, document.put),
    b"spreadsheetml.": Form("xlsx", workbook.find, workbook.put, workbook.room),
}
"""By what the types of a package name."""


@dataclass(frozen=True, kw_only=True)
class Returned:
    """The figures of a file of a form, and the sources of their plates by name; the folio that it is of, if it is of one."""

    ending: str
    figures: tuple[Found, ...]
    plates: Mapping[str, Source]
    folio: FolioSource | None = None


def opened(content: bytes) -> Returned:
    """What is in a file that came back. Raises DrawError for one that is none of ours, or cannot be read."""
    parts = _parts(content)
    form = _form(parts)
    folio = folio_source_in(content)
    own = None if folio else text_in(content)
    with _as_it_may_be():
        figures = form.find(parts, folio.plates if folio else [""] if own else [])
    if not figures:
        raise DrawError(
            "there is no figure of Mottled Finch in it by its name; give back a file that was made here, "
            "or put the figures in anew",
            path="file",
        )
    plates = folio.plates if folio else {"": source_in(content)}
    return Returned(ending=form.ending, figures=tuple(figures), plates=plates, folio=folio)


def room_for(content: bytes, piece: Piece) -> tuple[str, ...]:
    """What is put into a file beside a figure so that nothing of others is written over, in words. Raises DrawError where that
    cannot be.
    """
    parts = _parts(content)
    with _as_it_may_be():
        return _form(parts).room(parts, piece)


def source_anew(source: Source, figure: Figure, recipe: dict[str, Any], version: str, edition: int | None = None) -> Source:
    """The source of a plate that was remade from a recipe on the records of now."""
    choices = Choices(values="no" if source.bare else "yes")
    anew = source_of(figure, recipe, choices, source.table, version, edition, source.plate)
    assert anew is not None
    return anew


def told_anew(folio: FolioSource | None, plates: Mapping[str, Source], anew: Mapping[str, Source], version: str) -> str:
    """What a file is to carry that came back with these, the sources of the plates that were remade taking the place of theirs."""
    now = {name: anew.get(name, source) for name, source in plates.items()}
    if folio is not None:
        return folio_written(replace(folio, plates=now, version=version))
    return "".join(map(written, now.values()))


def refreshed(content: bytes, pieces: Iterable[Piece], told: str = "") -> bytes:
    """The file with figures remade, carrying the source that is ``told``. Every part that none of them is in has the same bytes as
    before, and the same place.
    """
    parts = _parts(content)
    with _as_it_may_be():
        made = _form(parts).put(parts, pieces)
        if told:
            made[CUSTOM] = carrying(made[CUSTOM], told)
    out = BytesIO()
    with ZipFile(BytesIO(content)) as given, ZipFile(out, "w") as package:
        there = set()
        for entry in given.infolist():
            if entry.is_dir():
                continue
            there.add(entry.filename)
            kind = ZIP_STORED if entry.compress_type == ZIP_STORED else ZIP_DEFLATED
            package.writestr(entry, made[entry.filename], kind)
        for name in made:
            if name not in there:
                package.writestr(name, made[name], ZIP_DEFLATED)
    return out.getvalue()


@contextmanager
def _as_it_may_be() -> Iterator[None]:
    """What a stranger's file says may be anything: a number that is none, a place beyond all places, nothing at all."""
    try:
        yield
    except (ValueError, TypeError, AttributeError, LookupError, StopIteration, RuntimeError) as error:
        raise DrawError(
            "something in it is not as office programs write it; open it in one and save it anew", path="file"
        ) from error


def _parts(content: bytes) -> dict[str, bytes]:
    """Macros stay what they are: nothing here runs them."""
    return parts_of(content, "file", _MOST_BYTES, macros=True)


def _form(parts: Parts) -> Form:
    for name, form in FORMS.items():
        if name in parts[TYPES] and b".main+xml" in parts[TYPES]:
            return form
    names = ", ".join(f".{form.ending}" for form in FORMS.values())
    raise DrawError(f"this is nothing that can be refreshed; give back one of {names} that was made here", path="file")
