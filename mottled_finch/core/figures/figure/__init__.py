"""A recipe laid on a table: what stands in the cells, its facts, how its numbers are written."""
