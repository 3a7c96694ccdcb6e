"""What the forms of packages share: parts read as trees, and pictures put into the place of others."""

import copy
import posixpath
from collections.abc import Mapping
from typing import Any

from lxml import etree

from ..draw.house.parts import TYPES
from ..errors import DrawError

R = "{http://schemas.openxmlformats.org/officeDocument/2006/relationships}"
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
    fresh = next(each for i in range(1, 100_000) if (each := f"{media}/finch{i}.png") not in made)
    made[fresh] = picture
    ids = {each.get("Id") for each in tree}
    own = next(each for i in range(1, 100_000) if (each := f"rIdFinch{i}") not in ids)
    added = copy.deepcopy(relation)
    added.set("Id", own)
    added.set("Target", posixpath.relpath(fresh, folder))
    tree.append(added)
    blip.set(f"{R}embed", own)
    made[relations] = etree.tostring(tree, xml_declaration=True, encoding="UTF-8", standalone=True)
    if b'Extension="png"' not in made[TYPES]:
        png = b'<Default Extension="png" ContentType="image/png"/></Types>'
        made[TYPES] = made[TYPES].replace(b"</Types>", png)
