"""Records by their keys: conditions, levels, places, partial aggregates and measures."""
