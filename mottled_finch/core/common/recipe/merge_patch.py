"""What makes one recipe of another, as a JSON merge patch (RFC 7396), so that a change fits a recipe that has moved on, too."""

from typing import Any


def merge_patch(before: dict[str, Any], after: dict[str, Any]) -> dict[str, Any]:
    """The patch that turns the one into the other: what differs, and null for what is gone. Lists are given whole."""
    patch: dict[str, Any] = {key: None for key in before if key not in after}
    for key, value in after.items():
        was = before.get(key)
        if isinstance(value, dict) and isinstance(was, dict):
            inner = merge_patch(was, value)
            if inner:
                patch[key] = inner
        elif key not in before or was != value:
            patch[key] = value
    return patch
