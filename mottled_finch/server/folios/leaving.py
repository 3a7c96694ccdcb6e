"""Folios as they leave, in a form, with their source."""

from mottled_finch.core.outputs.draw import Choices
from mottled_finch.work.asking import rendered

from ..plates.leaving import plain_title
from .figures import laid
from .models import Folio


def exported(folio: Folio, form: str, choices: Choices, *, broken: bool = False) -> bytes:
    """The folio in a form, with its source. Raises DrawError for what holds it back."""
    pages = laid(folio)
    pages.check(broken=broken)
    return pages.export(form, choices, rendered)


def file_title(folio: Folio) -> str:
    """The folio's title as the name of a file."""
    return plain_title(folio.title) or "folio"
