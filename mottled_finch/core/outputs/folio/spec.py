"""The parts of a folio file. As in recipes, field names are its keys, and what is left out has the default given here."""

from dataclasses import dataclass, field
from typing import Annotated, Any, Literal

from ...common.recipe.conditions import OneOf
from ...common.recipe.spec import PageSpec
from ...common.vocabulary import ARRANGEMENT_TERMS

FOLIO_FORMAT: Literal[1] = 1
"""What ``finch_folio`` says in a folio of today."""
ArrangementName = Annotated[str, OneOf(tuple(ARRANGEMENT_TERMS))]


@dataclass(frozen=True, kw_only=True)
class FolioPlateSpec:
    """A plate by the name that pages and facts call it by: its ``recipe``, whole or as the name of a file beside the folio, laid on
    a ``table`` of the folio, which is left out where the folio has one alone; or the number of a ``plate`` in a library.
    """

    recipe: Any = None
    table: str | None = None
    plate: int | None = None


@dataclass(frozen=True, kw_only=True)
class FolioClaimSpec:
    """What a headline says of a ``plate``, as a sentence that is checked whenever the page is made; left out, it is the first plate
    of the page, or where the page has none, of the folio.
    """

    says: str
    plate: str | None = None


@dataclass(frozen=True, kw_only=True)
class FolioPageSpec:
    """One page. Left out, the ``headline`` is the title of the page's first plate, or of the folio; an empty one takes it off.
    ``words`` are paragraphs and lists in a small part of CommonMark; words in braces are live facts of a plate, such as
    {lateness.highest.row}. Plates of a page that ``share`` have one scale and one legend, those of the first. ``notes`` are for who
    speaks; ``layout`` is that of the template.
    """

    arrange: ArrangementName = "plate"
    headline: str | None = None
    words: str = ""
    plates: tuple[str, ...] = ()
    share: bool = False
    claims: tuple[FolioClaimSpec, ...] = ()
    notes: str = ""
    layout: str | None = None


@dataclass(frozen=True, kw_only=True)
class FolioSpec:
    """Pages in their order. ``page`` is what all are: their size, language, theme and font, and the template that slides or a
    document are laid in. ``tables`` are files by name, ``before`` those of the edition before. ``footer`` stands at the foot of
    each page, with its number if ``numbers`` are shown; ``contents`` lists the headlines on an opening.
    """

    finch_folio: Literal[1]
    title: str = ""
    page: PageSpec = field(default_factory=PageSpec)
    tables: dict[str, str] = field(default_factory=dict)
    before: dict[str, str] = field(default_factory=dict)
    plates: dict[str, FolioPlateSpec] = field(default_factory=dict)
    pages: tuple[FolioPageSpec, ...] = ()
    footer: str = ""
    numbers: bool = True
    contents: bool = True
