"""Packages of strangers (ISO/IEC 29500-2): opened within limits, and refused where they could do more than look like something."""

import io
import re
import zipfile
import zlib
from collections.abc import Mapping

from ...errors import DrawError

MOST_BYTES = 60_000_000
"""A template may have, as it is given."""
_MOST_UNPACKED = 400_000_000
_MOST_PARTS = 8_000
_PROTECTED = bytes.fromhex("d0cf11e0a1b11ae1")
"""What files begin with that are of before packages, or that ask for a password."""
_MACROS = re.compile(r"vbaProject|vbaData|macroEnabled", re.IGNORECASE)
_CONTROLS = re.compile(r"activeX|oleObject", re.IGNORECASE)
_RELATION = re.compile(rb"<(?:\w+:)?Relationship\s[^<>]*>")
_OUTSIDE = re.compile(rb"TargetMode\s*=\s*[\"']External[\"']")
_LINK = re.compile(rb"Type\s*=\s*[\"'][^\"']*/hyperlink[\"']")
_TARGET = re.compile(rb"Target\s*=\s*[\"']([^\"']*)[\"']")
TYPES = "[Content_Types].xml"


def refused(words: str) -> DrawError:
    return DrawError(words, path="file")


def parts_of(content: bytes, what: str = "template", most: int = MOST_BYTES, *, macros: bool = False) -> dict[str, bytes]:
    """The parts of a package by name. Raises DrawError for what is none, is too large, asks for a password, or carries ``macros``
    where it may not.
    """
    if len(content) > most:
        raise refused(f"the {what} is larger than {most // 10**6} MB; take its large pictures out")
    if content.startswith(_PROTECTED):
        raise refused(
            f"the {what} asks for a password, or is of a format of before 2007; save it anew as .pptx or .docx without one"
        )
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as package:
            entries = package.infolist()
            if len(entries) > _MOST_PARTS or sum(entry.file_size for entry in entries) > _MOST_UNPACKED:
                raise refused(f"the {what} unpacks to more than one has; take its large pictures out")
            parts = {entry.filename: package.read(entry) for entry in entries if not entry.is_dir()}
    except (zipfile.BadZipFile, zlib.error, EOFError, NotImplementedError, RuntimeError, ValueError) as error:
        raise refused("this is no deck or document that can be opened; give a .pptx, .potx, .docx or .dotx") from error
    if TYPES not in parts:
        raise refused("this is no deck or document; give a .pptx, .potx, .docx or .dotx")
    types = parts[TYPES].decode("utf-8", "replace")
    if not macros and (_MACROS.search(types) or any(_MACROS.search(name) for name in parts)):
        raise refused(f"the {what} carries macros; save it without them, as .pptx or .docx")
    for name, body in parts.items():
        if name.endswith((".xml", ".rels")) and (b"<!DOCTYPE" in body or b"<!ENTITY" in body):
            raise refused(f'a part of the {what}, "{name}", declares what no office program writes; save the {what} anew')
    return parts


def check_quiet(content: bytes) -> None:
    """Raises DrawError for a package, its pages taken out, that still carries controls or fetches something when it is opened."""
    with zipfile.ZipFile(io.BytesIO(content)) as package:
        for name in package.namelist():
            if _CONTROLS.search(name):
                raise refused(f'the template carries a control, "{name}"; take it off its masters and layouts')
            for relation in _RELATION.findall(package.read(name)) if name.endswith(".rels") else ():
                if _OUTSIDE.search(relation) and not _LINK.search(relation):
                    found = _TARGET.search(relation)
                    address = found[1].decode("utf-8", "replace")[:80] if found else "elsewhere"
                    raise refused(f"opening the template would fetch something from {address}; put it into the template instead")


def packed(parts: Mapping[str, bytes]) -> bytes:
    """A package of the parts."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as package:
        for name, body in parts.items():
            package.writestr(name, body)
    return out.getvalue()
