"""What is looked for in a table that may be wrong, each as a condition of a plan says that there is none of it.

``FINDER_TERMS`` is the table that a new one is entered in; it is looked for in the module of ``core/tables/findings`` of that name.
"""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class FinderTerm:
    """``found`` is what it finds, in the plural."""

    found: str


FINDER_TERMS: dict[str, FinderTerm] = {
    "matrix": FinderTerm(found="tables that are a matrix already"),
    "near_twins": FinderTerm(found="two spellings of one name"),
    "codes": FinderTerm(found="codes where names should be"),
    "beyond": FinderTerm(found="lines with too many fields"),
    "blank_words": FinderTerm(found="words that mean there is no value"),
    "fills": FinderTerm(found="numbers that stand for no value"),
    "misfits": FinderTerm(found="texts among numbers or moments"),
    "mixed": FinderTerm(found="numbers or moments read as text"),
    "tryouts": FinderTerm(found="records made to try something out"),
    "totals": FinderTerm(found="totals among the records"),
    "repeated": FinderTerm(found="repeated records"),
    "unfinished": FinderTerm(found="a last week that is not over"),
}
