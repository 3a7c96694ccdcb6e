"""Files that are packages of parts (ISO/IEC 29500-2)."""

import io
import zipfile
from collections.abc import Callable, Mapping

_ALWAYS = (1980, 1, 1, 0, 0, 0)


def rewritten(
    content: bytes, changed: Mapping[str, Callable[[bytes], bytes]] | None = None, more: Mapping[str, bytes] | None = None
) -> bytes:
    """The package with some parts changed and others added, and no time of its making in it: the same figure is the same file."""
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(content)) as given, zipfile.ZipFile(out, "w") as made:
        parts = {part.filename: given.read(part) for part in given.infolist()}
        for name, change in (changed or {}).items():
            parts[name] = change(parts[name])
        for name, body in (parts | dict(more or {})).items():
            made.writestr(zipfile.ZipInfo(name, _ALWAYS), body, zipfile.ZIP_DEFLATED)
    return out.getvalue()
