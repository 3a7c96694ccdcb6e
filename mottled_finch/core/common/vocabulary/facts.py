"""The live facts that words in braces stand for, with what each is as a list says it.

``FACT_TERMS`` is the table that a new fact is entered in; how it is told is in ``facts.py``.
"""

FACT_TERMS: dict[str, str] = {
    "n": "number of records kept",
    "rows": "number of rows",
    "columns": "number of columns",
    "highest": "highest value",
    "highest.row": "row of the highest value",
    "highest.column": "column of the highest value",
    "lowest": "lowest value",
    "lowest.row": "row of the lowest value",
    "lowest.column": "column of the lowest value",
    "total": "value of all records together",
    "from": "day of the first record",
    "to": "day of the last record",
    "hidden": "number of cells hidden on too few records",
    "aside": "number of cells set aside",
    "lit": "number of lit cells",
}
NUMBER_FACTS = frozenset(("n", "rows", "columns", "highest", "lowest", "total", "hidden", "aside", "lit"))
"""Those that are numbers."""
