"""First looks: a few figures of a new table that are worth seeing, each with the reason; none where there is only noise."""

from .look import LOOKS_MOST, FirstLook, first_looks, small

__all__ = ["LOOKS_MOST", "FirstLook", "first_looks", "small"]
