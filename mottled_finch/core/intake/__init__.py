"""Bytes to a Table: one reader a file."""

from .delimited import read_delimited

__all__ = ["read_delimited"]
