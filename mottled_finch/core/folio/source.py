"""A folio goes along in what is made of it: its pages, the recipes of all plates, and what their tables were; never records."""

import json
from collections.abc import Mapping
from dataclasses import asdict, dataclass
from typing import Any

from ..draw.making.source import PUT, Source, text_in, without_files
from ..errors import DrawError

_KEY = "finch_folio_source"


@dataclass(frozen=True, kw_only=True)
class FolioSource:
    """``folio`` is as a folio file has it, its plates with whole recipes; ``plates`` are the sources of its plates by name.
    ``number`` is that of the folio in the library that it comes from, if it comes from one.
    """

    folio: dict[str, Any]
    plates: Mapping[str, Source]
    version: str
    number: int | None = None


def put_folio(content: bytes, ending: str, source: FolioSource | None) -> bytes:
    """The file with its source in it; as it is where there is none."""
    return PUT[ending](content, _written(source)) if source else content


def _written(source: FolioSource) -> str:
    page = {name: part for name, part in source.folio.get("page", {}).items() if name != "font"}
    plates = {name: {**asdict(each), "recipe": without_files(each.recipe)} for name, each in source.plates.items()}
    folio = {**source.folio, **({"page": page} if page else {})}
    folio["plates"] = {name: _bare(plate) for name, plate in folio.get("plates", {}).items()}
    told = {_KEY: 1, "folio": folio, "plates": plates, "version": source.version, "number": source.number}
    return json.dumps(told, ensure_ascii=False, separators=(",", ":"))


def _bare(plate: dict[str, Any]) -> dict[str, Any]:
    """A plate of a folio without its recipe, which its source has."""
    return {name: part for name, part in plate.items() if name != "recipe"}


def folio_source_in(content: bytes) -> FolioSource | None:
    """The folio that a file of ours carries; None where it carries none. Raises DrawError for one that cannot be read."""
    text = text_in(content)
    if text is None or _KEY not in text[:200]:
        return None
    try:
        told = json.loads(text)
        if told.pop(_KEY) != 1:
            raise DrawError("its source is of a newer version of Mottled Finch; bring the program up to date", path="file")
        plates = {name: Source(**each) for name, each in told.pop("plates").items()}
        for name, plate in told["folio"].get("plates", {}).items():
            plate["recipe"] = plates[name].recipe
        return FolioSource(plates=plates, **told)
    except (ValueError, TypeError, KeyError, AttributeError) as error:
        raise DrawError("its source is damaged; take the folio from where the file was made", path="file") from error
