"""Mottled Finch: from a table of transactions to a finished heat map."""

__version__ = "0.1.0"
