"""Folios in small, as lists show them: by their first pages."""

from mottled_finch.core.outputs.folio.outputs.svg import draw_page_svg

from .. import pictures
from ..plates.models import Plate
from ..plates.templates import templates_stand
from .answers import picture_key
from .figures import laid
from .models import Folio


def key_now(folio: Folio) -> str:
    """What names the picture as all stands."""
    known = Plate.everything.select_related("table", "table__current").in_bulk(folio.plates)
    return picture_key(folio, known, templates_stand())


def small_picture(folio: Folio, key: str | None = None) -> bytes:
    """The first page, packed; ``key`` names the picture where that is known already."""

    def draw() -> bytes:
        return draw_page_svg(laid(folio).made.pages[0])

    return pictures.kept(f"folio-{folio.pk}", key or key_now(folio), draw)


def kept_names() -> set[str]:
    """What pictures are kept of, by the names of their files."""
    kinds: tuple[tuple[str, type[Plate] | type[Folio]], ...] = (("plate", Plate), ("folio", Folio))
    return {f"{name}-{pk}" for name, kind in kinds for pk in kind.everything.values_list("pk", flat=True)}
