"""Faults: damaged files, kills in the middle, changes at the same time. Each is tried many times against a real server process."""
