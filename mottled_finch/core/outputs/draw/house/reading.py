"""A template that a stranger made, read: as a deck or a document, by what it says of itself."""

from collections.abc import Callable

from .deck import deck_of
from .paper import paper_of
from .parts import TYPES, parts_of, refused
from .template import Told

FORMS: dict[bytes, Callable[[dict[str, bytes]], tuple[Told, bytes]]] = {
    b"presentationml.": deck_of,
    b"wordprocessingml.": paper_of,
}
"""What the types of a package name, and what reads such a one."""


def template_of(content: bytes) -> tuple[Told, bytes]:
    """What a template says of itself, and what is kept of it. Raises DrawError for one that cannot be used, with the reason."""
    parts = parts_of(content)
    for name, read in FORMS.items():
        if name in parts[TYPES] and b".main+xml" in parts[TYPES]:
            return read(parts)
    raise refused("this is no deck or document; give a .pptx, .potx, .docx or .dotx")
