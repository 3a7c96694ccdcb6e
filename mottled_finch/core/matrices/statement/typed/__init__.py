"""The statement as people type it in a hurry: what of it is understood, what is taken for granted, and what is left over."""

from .offers import Offer, offered
from .others import Other
from .understanding import Left, Understood, named_of, understand

__all__ = ["Left", "Offer", "Other", "Understood", "named_of", "offered", "understand"]
