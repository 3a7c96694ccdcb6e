"""Packages of strangers (ISO/IEC 29500-2): opened within limits, and refused where they could do more than look like something."""

import codecs
import io
import re
import zipfile
import zlib
from collections.abc import Mapping
from typing import Any

from ....common.errors import DrawError

MOST_BYTES = 60_000_000
"""A template may have, as it is given."""
_MOST_UNPACKED = 400_000_000
_MOST_PARTS = 8_000
_PROTECTED = bytes.fromhex("d0cf11e0a1b11ae1")
"""What files begin with that are of before packages, or that ask for a password."""
_MACROS = re.compile(r"vbaProject|vbaData|macroEnabled", re.IGNORECASE)
_CONTROLS = re.compile(r"activeX|oleObject", re.IGNORECASE)
_CLICKED = ("hlinkClick", "hlinkHover", "hlinkMouseOver", "hyperlink")
"""Elements that lead somewhere when somebody clicks, and else nowhere."""
_ENCODING = re.compile(rb"""<\?xml[^<>]*encoding\s*=\s*["']([\w.-]+)["']""")
_CODES = re.compile(rb"utf-8|(us-)?ascii|utf-16([lb]e)?|iso-8859-\d+|windows-125\d", re.IGNORECASE)
"""Codes in which a declaration has the bytes it has in ASCII, once UTF-16 is taken out of its pairs."""
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
        if name.endswith((".xml", ".rels")) and _declares(body):
            raise refused(f'a part of the {what}, "{name}", declares what no office program writes; save the {what} anew')
    return parts


def _declares(body: bytes) -> bool:
    """Whether a part has declarations of its own, in whatever code it is written, or may hide that it has."""
    head = body[:200]
    if b"\0" in head:
        body = body.decode("utf-16" if head[:2] in (codecs.BOM_UTF16_LE, codecs.BOM_UTF16_BE) else "utf-16-le", "replace").encode()
        head = body[:200]
    code = _ENCODING.search(head)
    if b"\0" in head or (code is not None and not _CODES.fullmatch(code[1])):
        return True
    return b"<!DOCTYPE" in body or b"<!ENTITY" in body


def check_quiet(content: bytes) -> None:
    """Raises DrawError for a package, its pages taken out, that still carries controls or fetches something when it is opened: only
    what can be clicked may lead outside, and only by its click.
    """
    with zipfile.ZipFile(io.BytesIO(content)) as package:
        names = set(package.namelist())
        for name in sorted(names):
            if _CONTROLS.search(name):
                raise refused(f'the template carries a control, "{name}"; take it off its masters and layouts')
            outside = _outside(package.read(name)) if name.endswith(".rels") else {}
            folder, _, part = name.rpartition("_rels/")
            source = folder + part.removesuffix(".rels")
            clicked = {key for key, (kind, _) in outside.items() if kind.endswith("/hyperlink")}
            if clicked and source in names:
                clicked -= _used_otherwise(package.read(source), clicked)
            for key, (_, target) in outside.items():
                if key not in clicked:
                    words = f"opening the template would fetch something from {target[:80] or 'elsewhere'}"
                    raise refused(f"{words}; put it into the template instead")


def _tree(body: bytes) -> Any:
    from lxml import etree

    try:
        return etree.fromstring(body, etree.XMLParser(resolve_entities=False, no_network=True, load_dtd=False, huge_tree=False))
    except etree.XMLSyntaxError as error:
        raise refused("a part of the template is damaged; open and save it anew") from error


def _outside(relations: bytes) -> dict[str, tuple[str, str]]:
    """Of each relation that leads out of a package its type and where it leads, by the name that its part has for it."""
    found = (each for each in _tree(relations).iter("{*}Relationship") if each.get("TargetMode", "").lower() == "external")
    return {each.get("Id", ""): (each.get("Type", ""), each.get("Target", "")) for each in found}


def _used_otherwise(part: bytes, keys: set[str]) -> set[str]:
    """Which of the relations something else than what can be clicked uses, such as a picture that is linked."""
    found = set()
    for each in _tree(part).iter():
        if isinstance(each.tag, str) and each.tag.rpartition("}")[2] not in _CLICKED:
            found |= keys.intersection(each.attrib.values())
    return found


def packed(parts: Mapping[str, bytes]) -> bytes:
    """A package of the parts."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as package:
        for name, body in parts.items():
            package.writestr(name, body)
    return out.getvalue()
