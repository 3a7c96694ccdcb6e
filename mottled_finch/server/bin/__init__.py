"""The bin: what was removed, for 30 days."""
