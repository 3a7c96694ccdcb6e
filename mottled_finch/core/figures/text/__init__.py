"""Recipes, their changes and figures put into words."""
