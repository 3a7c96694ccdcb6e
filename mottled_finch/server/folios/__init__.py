"""Folios: pages of plates and words, their history, and what leaves of them."""
