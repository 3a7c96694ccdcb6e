"""Measures, one a file of the name that the vocabulary has: what a cell says of its records."""

from importlib import import_module

from ....common.vocabulary import MEASURE_TERMS
from .measure import Gathering, Measure

MEASURES: dict[str, Measure] = {name: import_module(f".{name}", __name__).MEASURE for name in MEASURE_TERMS}
"""How each is worked out."""

__all__ = ["MEASURES", "Gathering", "Measure"]
