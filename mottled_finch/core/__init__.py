"""The work of the job, with no interface code: bytes to a table, a table to a matrix, a matrix to a drawn figure."""
