"""Digests of 64 bits by which values and records are told apart, within a table and between two of them."""

import hashlib

import numpy as np
from numpy.typing import NDArray

from ...common.vocabulary.kinds import Kind
from .column import Column

Digests = NDArray[np.uint64]


def mixed(values: Digests) -> Digests:
    """The finisher of splitmix64 (Steele, Lea and Flood, Fast Splittable Pseudorandom Number Generators, 2014)."""
    mixed = values + np.uint64(0x9E3779B97F4A7C15)
    mixed = (mixed ^ (mixed >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
    mixed = (mixed ^ (mixed >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
    return mixed ^ (mixed >> np.uint64(31))


def number_bits(numbers: NDArray[np.float64]) -> Digests:
    """The bits of doubles, one NaN standing for all blanks and plain zero for minus zero: equal bits are equal values."""
    bits: Digests = np.where(np.isnan(numbers), np.nan, numbers + 0.0).view(np.uint64)
    return bits


def value_digests(column: Column) -> Digests:
    """One digest a record, the same for the same value whatever table it is in. Texts that did not fit are as they read.

    Texts and moments are digested once an entry.
    """
    if column.is_number:
        digests = number_bits(column.data)
    elif column.kind is Kind.MOMENT:
        digests = column.dictionary.astype("datetime64[us]").view(np.uint64)[column.data]
    else:
        digests = _of_texts([str(text) for text in column.dictionary])[column.data]
    digests[column.misfits.records] = _of_texts(column.misfits.texts)[column.misfits.codes]
    return digests


def _of_texts(texts: tuple[str, ...] | list[str]) -> Digests:
    return np.array([_of_text(text) for text in texts], dtype=np.uint64)


def _of_text(text: str) -> int:
    return int.from_bytes(hashlib.blake2b(text.encode("utf-8", "surrogatepass"), digest_size=8).digest(), "little")
