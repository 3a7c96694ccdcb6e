"""What the forms of packages share: parts read as trees, and pictures put into the place of others."""

import posixpath
from collections.abc import Mapping
from typing import Any

from lxml import etree

from ...common.errors import DrawError
from ..draw.house.parts import TYPES

R = "{http://schemas.openxmlformats.org/officeDocument/2006/relationships}"
_RELATED = "{http://schemas.openxmlformats.org/package/2006/relationships}"
_MOST_PART = 120_000_000
"""Bytes that one part with figures may have."""


def tree_of(parts: Mapping[str, bytes], part: str) -> Any:
    """Raises DrawError for one that is too large, or damaged."""
    body = parts.get(part, b"")
    if len(body) > _MOST_PART:
        raise DrawError(f"a part of the file, {part}, is too large to be one of ours", path="file")
    try:
        return etree.fromstring(body, etree.XMLParser(resolve_entities=False, no_network=True, huge_tree=False))
    except etree.XMLSyntaxError as error:
        raise DrawError(f"a part of the file, {part}, is damaged; open and save it anew", path="file") from error


def written(tree: Any) -> bytes:
    """A tree as a part."""
    return bytes(etree.tostring(tree, xml_declaration=True, encoding="UTF-8", standalone=True))


def belonging(parts: Mapping[str, bytes], part: str) -> dict[str, list[str]]:
    """The parts of the package that a part refers to, by what they are to it, such as ``comments``."""
    folder, name = posixpath.split(part)
    relations = f"{folder}/_rels/{name}.rels"
    found: dict[str, list[str]] = {}
    for each in tree_of(parts, relations) if relations in parts else ():
        target = each.get("Target", "")
        path = target.lstrip("/") if target.startswith("/") else posixpath.normpath(f"{folder}/{target}")
        if each.get("TargetMode") != "External" and path in parts:
            found.setdefault(each.get("Type", "").rpartition("/")[2], []).append(path)
    return found


def relate(made: dict[str, bytes], part: str, kind: str, target: str) -> str:
    """Let a part refer to another one, as what is named by a ``kind``; the name of the relation."""
    folder, name = posixpath.split(part)
    relations = f"{folder}/_rels/{name}.rels"
    tree = (
        tree_of(made, relations) if relations in made else etree.Element(f"{_RELATED}Relationships", nsmap={None: _RELATED[1:-1]})
    )
    ids = {each.get("Id") for each in tree}
    own = next(each for i in range(1, 100_000) if (each := f"rIdFinch{i}") not in ids)
    etree.SubElement(tree, f"{_RELATED}Relationship", Id=own, Type=kind, Target=posixpath.relpath(target, folder))
    made[relations] = written(tree)
    return own


def declare(made: dict[str, bytes], ending: str, kind: str) -> None:
    """Say what parts of an ending are, or a part by its whole name, which begins with a slash, where it is not said yet."""
    name = "PartName" if ending.startswith("/") else "Extension"
    types = tree_of(made, TYPES)
    if not any((each.get(name) or "").casefold() == ending.casefold() for each in types):
        tag = types.tag.replace("Types", "Override" if name == "PartName" else "Default")
        types.insert(len(types) if name == "PartName" else 0, etree.Element(tag, {name: ending, "ContentType": kind}))
        made[TYPES] = written(types)


def replace_picture(made: dict[str, bytes], part: str, blip: Any, picture: bytes) -> None:
    """Another file in the place of a picture's (``a:blip``), whose crop, frame and effects stay. A file that others show as well
    stays, and the picture gets its own.
    """
    folder, name = posixpath.split(part)
    relations = f"{folder}/_rels/{name}.rels"
    tree = tree_of(made, relations)
    relation = next((each for each in tree if each.get("Id") == blip.get(f"{R}embed")), None)
    if relation is None:
        raise DrawError(f"a picture in {part} leads nowhere; take it out of the file", path="file")
    target = posixpath.normpath(f"{folder}/{relation.get('Target')}")
    users = sum(posixpath.basename(target).encode() in body for at, body in made.items() if at.endswith(".rels"))
    shown = sum(each.get(f"{R}embed") == blip.get(f"{R}embed") for each in blip.getroottree().getroot().iter(blip.tag))
    if users == 1 and shown == 1 and target.endswith(".png"):
        made[target] = picture
        return
    media = posixpath.dirname(target)
    own = (f"{media}/finch{i}.png" for i in range(1, 100_000))
    fresh = next(each for each in own if made.get(each, picture) == picture)  # copies of one picture show one file
    made[fresh] = picture
    blip.set(f"{R}embed", relate(made, part, relation.get("Type"), fresh))
    declare(made, "png", "image/png")
