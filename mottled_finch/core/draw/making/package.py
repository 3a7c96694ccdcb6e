"""Files that are packages of parts (ISO/IEC 29500-2)."""

import io
import zipfile

_ALWAYS = (1980, 1, 1, 0, 0, 0)


def settled(content: bytes) -> bytes:
    """The package with no time of its making in it: the same figure is the same file."""
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(content)) as given, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as made:
        for part in given.infolist():
            made.writestr(zipfile.ZipInfo(part.filename, _ALWAYS), given.read(part), zipfile.ZIP_DEFLATED)
    return out.getvalue()
