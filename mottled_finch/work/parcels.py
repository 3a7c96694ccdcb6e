"""What goes between processes: plain data. One line of JSON says how it hangs together, and arrays follow as the bytes they are.

Nothing but the classes of one table can come of it, so a process that a file got hold of can still only send data.
"""

import json
import struct
from collections.abc import Callable
from dataclasses import fields, is_dataclass
from enum import Enum
from typing import Any, BinaryIO, get_args, get_type_hints

import numpy as np
from numpy.typing import NDArray

from mottled_finch.core.outputs.draw.render import Order
from mottled_finch.core.outputs.refreshing.found import Piece
from mottled_finch.core.tables.intake import Look
from mottled_finch.core.tables.table import Kind


def classes_in(kind: Any) -> dict[str, type]:
    """The dataclasses that values of a type may hold, by name: itself, those of its fields, and theirs."""
    found: dict[str, type] = {}
    left = [kind]
    while left:
        one = left.pop()
        left += get_args(one)
        if is_dataclass(one) and isinstance(one, type) and one.__name__ not in found:
            found[one.__name__] = one
            left += get_type_hints(one).values()
    return found


CLASSES = classes_in(tuple[Look, Order, Piece])
"""All that a parcel may hold beside texts, numbers, lists and arrays."""
_KINDS = "?biufM"
_HEAD = struct.Struct("<Q")
_PIECE = 1 << 20


def send(out: BinaryIO, content: Any) -> None:
    """Write a parcel."""
    arrays: list[NDArray[Any]] = []
    plain = json.dumps(_plain(content, arrays)).encode()
    out.write(_HEAD.pack(len(plain)) + plain)
    for array in arrays:
        view = array.reshape(-1).view(np.uint8).data
        for start in range(0, len(view), _PIECE):
            out.write(view[start : start + _PIECE])
    out.flush()


def receive(source: BinaryIO) -> Any:
    """The next parcel. Raises EOFError when none comes any more, and ValueError for what is none."""
    (length,) = _HEAD.unpack(_exactly(source, _HEAD.size))
    return _made(json.loads(_exactly(source, length)), source)


def _plain(value: Any, arrays: list[NDArray[Any]]) -> Any:
    if is_dataclass(value) and not isinstance(value, type):
        held = {each.name: _plain(getattr(value, each.name), arrays) for each in fields(value)}
        return {"class": type(value).__name__, "held": held}
    if isinstance(value, np.ndarray):
        if value.dtype == object:
            return {"texts": value.tolist()}
        arrays.append(np.ascontiguousarray(value))
        return {"array": value.dtype.str, "length": len(value)}
    if isinstance(value, bytes):
        arrays.append(np.frombuffer(value, dtype=np.uint8))
        return {"bytes": len(value)}
    if isinstance(value, Enum):
        return value.value
    if isinstance(value, tuple | list):
        return {"list": [_plain(each, arrays) for each in value]}
    if isinstance(value, dict):
        return {"names": {name: _plain(each, arrays) for name, each in value.items()}}
    return value


def _made(plain: Any, source: BinaryIO) -> Any:
    """Arrays are met in the order in which they were written."""
    if not isinstance(plain, dict):
        return plain
    if "class" in plain:
        held = {name: _made(each, source) for name, each in plain["held"].items()}
        if plain["class"] == "Column":
            held["kind"] = Kind(held["kind"])
        return CLASSES[plain["class"]](**held)
    if "array" in plain:
        kind = np.dtype(plain["array"])
        if kind.kind not in _KINDS and kind.kind != "U":
            raise ValueError(kind)
        array = np.empty(int(plain["length"]), dtype=kind)
        _fill(source, array.view(np.uint8).data.cast("B") if len(array) else memoryview(b""))
        return array
    if "bytes" in plain:
        return _exactly(source, int(plain["bytes"]))
    if "texts" in plain:
        return np.array(plain["texts"], dtype=object)
    if "names" in plain:
        return {name: _made(each, source) for name, each in plain["names"].items()}
    return tuple(_made(each, source) for each in plain["list"])


def _exactly(source: BinaryIO, length: int) -> bytes:
    found = bytearray(length)
    _fill(source, memoryview(found))
    return bytes(found)


def _fill(source: BinaryIO, view: memoryview) -> None:
    read_into: Callable[[memoryview], int] = source.readinto  # type: ignore[attr-defined]
    done = 0
    while done < len(view):
        count = read_into(view[done : done + _PIECE])
        if not count:
            raise EOFError
        done += count
