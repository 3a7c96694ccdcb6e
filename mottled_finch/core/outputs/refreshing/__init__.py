"""Decks and documents that come back: our figures in them found, remade where they stand, and everything else left as it is."""
