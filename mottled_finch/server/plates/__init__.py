"""Plates: models, actions and views."""
