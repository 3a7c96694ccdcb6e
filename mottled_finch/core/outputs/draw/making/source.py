"""An output is its own source: the recipe, the table's name and digest, its edition and the version of the program go along in it,
and are found in it again. Records never do.

Pictures have it as text of their own (PNG iTXt, SVG metadata), pages as an attachment, packages of an office as properties: these
stand what an office program does to a file that it saves.
"""

import base64
import hashlib
import json
import struct
import zipfile
import zlib
from collections.abc import Callable, Iterator
from dataclasses import asdict, dataclass
from html import escape, unescape
from io import BytesIO
from itertools import count
from typing import Any
from xml.etree import ElementTree

import numpy as np
from numpy.typing import NDArray

from ....common.errors import DrawError, RecipeError
from ....common.recipe.load import json_of, load_object
from ....figures.figure.figure import Figure
from .choices import Choices
from .leaving import leaving_values
from .package import rewritten

KEY = "mottled-finch-source"
"""What it is called in a file."""
MOST = 1_000_000
"""Bytes it may have: of a file of a stranger no more is read."""
MOST_NUMBER = 2**53
"""The largest number of a plate, a folio or an edition that a source may give."""
_PROPERTY = "Mottled Finch "
_PROPERTY_LETTERS = 250
"""Letters a property of an office document holds in every program."""
CUSTOM = "docProps/custom.xml"
"""The part of a package that carries it, among properties that others may have put there."""
_KIND = "application/vnd.openxmlformats-officedocument.custom-properties+xml"
_RELATION = "http://schemas.openxmlformats.org/officeDocument/2006/relationships/custom-properties"
_PROPERTIES = "http://schemas.openxmlformats.org/officeDocument/2006/custom-properties"
_VALUES = "http://schemas.openxmlformats.org/officeDocument/2006/docPropsVTypes"
_FORMAT = "{D5CDD505-2E9C-101B-9397-08002B2CF9AE}"
_PNG = b"\x89PNG\r\n\x1a\n"


@dataclass(frozen=True, kw_only=True)
class Source:
    """``recipe`` is as a recipe file has it. ``plate`` is its number in the library that it comes from, if it comes from one;
    ``bare`` says that it left without a number of a cell.
    """

    recipe: dict[str, Any]
    table: str
    digest: str
    version: str
    edition: int | None = None
    plate: int | None = None
    bare: bool = False


def _leaving(figure: Figure, choices: Choices) -> NDArray[np.float64]:
    """The numbers of the cells that leave: of what stays here even a digest would tell, to who tries all numbers."""
    found = leaving_values(figure, choices)
    return np.where(np.isnan(found), np.nan, found)  # whatever bits a blank has


def source_of(
    figure: Figure,
    recipe: dict[str, Any],
    choices: Choices,
    table: str,
    version: str,
    edition: int | None = None,
    plate: int | None = None,
) -> Source | None:
    """What goes along with an output of the figure; None where it was chosen to leave it out. The digest is that of the columns and
    the number of records of the table, and of the numbers of the cells as far as these go along.
    """
    if choices.source == "no":
        return None
    if choices.values == "no":  # a claim may say the number of a cell
        recipe = {name: part for name, part in recipe.items() if name != "claims"}
    parts = json.dumps([figure.facts.table.names, figure.facts.table.records]).encode()
    numbers = _leaving(figure, choices).tobytes() if choices.values == "yes" else b""
    digest = hashlib.blake2b(parts + numbers, digest_size=16).hexdigest()
    bare = choices.values == "no"
    return Source(recipe=recipe, table=table, digest=digest, edition=edition, version=version, plate=plate, bare=bare)


def written(source: Source) -> str:
    """As JSON. Fonts and pictures that are written out in the recipe stay where they are: they are not what was asked."""
    told = {"finch_source": 1, **asdict(source), "recipe": without_files(source.recipe)}
    return json.dumps(told, ensure_ascii=False, separators=(",", ":"))


def without_files(recipe: dict[str, Any]) -> dict[str, Any]:
    """A recipe without the fonts and pictures that are written out in it."""
    page = {name: part for name, part in recipe.get("page", {}).items() if name != "font" and not _is_picture(part)}
    return {**recipe, "page": page} if "page" in recipe else recipe


def _is_picture(part: Any) -> bool:
    return isinstance(part, dict) and str(part.get("picture", "")).startswith("data:")


def text_in(content: bytes) -> str | None:
    """What a file of ours carries, as it is written; None where it carries nothing."""
    return next((found for find in _FIND if (found := find(content))), None)


def source_in(content: bytes) -> Source:
    """The source that a file of ours carries. Raises DrawError where there is none, or it cannot be read."""
    text = text_in(content)
    if text is None:
        raise DrawError("there is no source of Mottled Finch in this file; it was made elsewhere, or without it", path="file")
    return source_from(told_in(text, "finch_source", "recipe"))


def told_in(text: str, key: str, what: str) -> dict[str, Any]:
    """What a source says, without the key that names its format. Raises DrawError for one of another format, or none at all."""
    try:
        told = json_of(text, "source")
        json.dumps(told, ensure_ascii=False).encode()  # which half of a character cannot be
        if isinstance(told, dict) and told.get(key) == 1:
            return {name: part for name, part in told.items() if name != key}
    except (RecipeError, UnicodeEncodeError) as error:
        raise damaged(what) from error
    if isinstance(told, dict) and isinstance(told.get(key), int):
        raise DrawError("its source is of a newer version of Mottled Finch; bring the program up to date", path="file")
    raise damaged(what)


def damaged(what: str) -> DrawError:
    return DrawError(f"its source is damaged; take the {what} from where the file was made", path="file")


def source_from(plain: Any) -> Source:
    """The inverse of ``asdict``, as strict as a recipe is read, but for the recipe in it, which is read where it is made. Raises
    DrawError.
    """
    try:
        source = load_object(Source, plain, as_it_is=("recipe",))
    except RecipeError as error:
        raise damaged("recipe") from error
    numbers = [number for number in (source.plate, source.edition) if number is not None]
    if not isinstance(source.recipe, dict) or not all(0 <= number <= MOST_NUMBER for number in numbers):
        raise damaged("recipe")
    return source


def with_source(content: bytes, ending: str, source: Source | None) -> bytes:
    """The file with its source in it; as it is where there is none, and of a form that has no place for one."""
    put = PUT.get(ending)
    return put(content, written(source)) if put and source else content


def _into_png(content: bytes, text: str) -> bytes:
    body = KEY.encode() + b"\0\1\0\0\0" + zlib.compress(text.encode())
    chunk = struct.pack(">I", len(body)) + b"iTXt" + body + struct.pack(">I", zlib.crc32(b"iTXt" + body))
    end = content.rindex(b"IEND") - 4
    return content[:end] + chunk + content[end:]


def _in_png(content: bytes) -> str | None:
    at = len(_PNG)
    if not content.startswith(_PNG):
        return None
    while at + 8 <= len(content):
        (length,) = struct.unpack_from(">I", content, at)
        kind, body = content[at + 4 : at + 8], content[at + 8 : at + 8 + length]
        if kind == b"iTXt" and body.startswith(KEY.encode() + b"\0"):
            rest = body[len(KEY) + 1 :]
            words = rest[2:].split(b"\0", 2)[-1]
            return _text(_unpacked(words) if rest[:1] == b"\1" else words[:MOST])
        at += 12 + length
    return None


def _into_svg(content: bytes, text: str) -> bytes:
    place = content.index(b"<defs>")
    return content[:place] + f'<metadata id="{KEY}">{escape(text, quote=False)}</metadata>'.encode() + content[place:]


def _into_table(content: bytes, text: str) -> bytes:
    """As an attribute: what is copied keeps it until another program writes the table anew."""
    return content.replace(b"<table ", f'<table data-{KEY}="{escape(text)}" '.encode(), 1)


def _into_html(content: bytes, text: str) -> bytes:
    place = content.rindex(b"</body>")
    inert = text.replace("<", "\\u003c")
    return content[:place] + f'<script type="application/json" id="{KEY}">{inert}</script>\n'.encode() + content[place:]


def _in_markup(content: bytes) -> str | None:
    """Of a page, a vector picture, or a table that was copied."""
    copied = next(_tags(content, f' data-{KEY}="'.encode(), (b"table",)), None)
    if copied:
        text = _text(copied.value)
        return text and unescape(text)
    for tag in _tags(content, f' id="{KEY}'.encode(), (b"script", b"metadata")):
        stop = content.find(b"<", tag.end, tag.end + MOST + 1)
        if tag.value == b"" and stop >= 0 and content.startswith(b"</" + tag.name + b">", stop):
            text = _text(content[tag.end : stop])
            return unescape(text) if text and tag.name == b"metadata" else text
    return None


@dataclass(frozen=True)
class _Tag:
    """The name of an element, the rest of the value of an attribute, and where what is in it begins."""

    name: bytes
    value: bytes
    end: int


def _tags(content: bytes, attribute: bytes, names: tuple[bytes, ...]) -> Iterator[_Tag]:
    """Tags of these names with an attribute that begins so, in order: found by going on from one to the next, since an expression
    may search a stranger's file for as long as that likes.
    """
    at = content.find(attribute)
    while at >= 0:
        begin = content.rfind(b"<", 0, at)
        value = at + len(attribute)
        after = content.find(b"<", at)
        if after < 0:  # what would close it is not there
            return
        quote, end = content.find(b'"', value, after), content.find(b">", value, after)
        name = next((each for each in names if content.startswith(each, begin + 1)), None)
        if name and value <= quote < end and content.find(b">", begin, at) < 0:
            yield _Tag(name, content[value:quote], end + 1)
        at = content.find(attribute, after)


def _into_pdf(content: bytes, text: str) -> bytes:
    import pikepdf

    with pikepdf.open(BytesIO(content)) as page:
        page.attachments[f"{KEY}.json"] = pikepdf.AttachedFileSpec(
            page, text.encode(), mime_type="application/json", creation_date="", mod_date=""
        )
        out = BytesIO()
        page.save(out, deterministic_id=True)
    return out.getvalue()


def _in_pdf(content: bytes) -> str | None:
    if not content.startswith(b"%PDF"):
        return None
    import pikepdf

    try:
        with pikepdf.open(BytesIO(content)) as page:
            name = f"{KEY}.json"
            if name not in page.attachments:
                return None
            return _text(_first_bytes(page.attachments[name]))
    except (pikepdf.PdfError, ValueError, KeyError, AttributeError, TypeError, zlib.error):
        return None


def _first_bytes(attached: Any) -> bytes:
    """An attachment, of which no more is unpacked than a source may have and one byte: a small file may hold gigabytes."""
    stream = attached.get_file().obj
    packed = bytes(stream.read_raw_bytes())
    packing = stream.get("/Filter")
    if packing is None:
        return packed[: MOST + 1]
    if str(packing) == "/FlateDecode" and "/DecodeParms" not in stream:
        return zlib.decompressobj().decompress(packed, MOST + 1)
    # One packing makes a thousand bytes of one at most; one within another could make a million.
    alone = str(packing).startswith("/") and len(packed) * 1100 <= 64 * MOST
    return bytes(stream.read_bytes()) if alone else b""


def _into_package(content: bytes, text: str) -> bytes:
    """As properties of a document, in pieces that every office program keeps."""
    none = f'<Properties xmlns="{_PROPERTIES}" xmlns:vt="{_VALUES}"></Properties>'
    override = f'<Override PartName="/{CUSTOM}" ContentType="{_KIND}"/></Types>'.encode()
    relation = f'<Relationship Id="finch" Type="{_RELATION}" Target="{CUSTOM}"/></Relationships>'.encode()
    changed = {
        "[Content_Types].xml": lambda part: part.replace(b"</Types>", override),
        "_rels/.rels": lambda part: part.replace(b"</Relationships>", relation),
    }
    return rewritten(content, changed, {CUSTOM: carrying(none.encode(), text)})


def carrying(custom: bytes, text: str) -> bytes:
    """The properties of a package with a source among them, in the place of the one that they carried."""
    from lxml import etree

    tree = etree.fromstring(custom, etree.XMLParser(resolve_entities=False, no_network=True))
    kept = tree.findall("{*}property")
    for each in [each for each in kept if each.get("name", "").startswith(_PROPERTY)]:
        tree.remove(each)
    packed = base64.b64encode(zlib.compress(text.encode(), 9)).decode()
    taken = {each.get("pid") for each in kept if each.getparent() is not None}
    numbers = (number for number in count(2) if str(number) not in taken)
    for piece, begin in enumerate(range(0, len(packed), _PROPERTY_LETTERS), 1):
        about = {"fmtid": _FORMAT, "pid": str(next(numbers)), "name": f"{_PROPERTY}{piece:03}"}
        told = etree.SubElement(tree, f"{{{_PROPERTIES}}}property", about)
        etree.SubElement(told, f"{{{_VALUES}}}lpwstr").text = packed[begin : begin + _PROPERTY_LETTERS]
    return bytes(etree.tostring(tree, xml_declaration=True, encoding="UTF-8", standalone=True))


def _in_package(content: bytes) -> str | None:
    if not content.startswith(b"PK"):
        return None
    try:
        with zipfile.ZipFile(BytesIO(content)) as package, package.open(CUSTOM) as part:
            tree = ElementTree.fromstring(part.read(MOST))
    except (zipfile.BadZipFile, KeyError, ElementTree.ParseError, NotImplementedError, RuntimeError, zlib.error, EOFError):
        return None
    names = [(each.get("name", ""), "".join(each.itertext())) for each in tree]
    packed = "".join(text for name, text in sorted(names) if name.startswith(_PROPERTY))
    try:
        return _text(_unpacked(base64.b64decode(packed))) if packed else None
    except ValueError:
        return None


def _unpacked(packed: bytes) -> bytes:
    """No more than a source may have."""
    try:
        return zlib.decompressobj().decompress(packed, MOST)
    except zlib.error:
        return b""


def _text(content: bytes) -> str | None:
    return content.decode("utf-8", "replace") if 0 < len(content) <= MOST else None


PUT: dict[str, Callable[[bytes, str], bytes]] = {
    "png": _into_png,
    "svg": _into_svg,
    "html": _into_html,
    "table.html": _into_table,
    "pdf": _into_pdf,
    "xlsx": _into_package,
    "pptx": _into_package,
    "docx": _into_package,
}
"""How a form carries its source, by the ending; what is not here carries none."""
_FIND = (_in_png, _in_pdf, _in_package, _in_markup)
