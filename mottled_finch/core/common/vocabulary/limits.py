"""How much a recipe may ask for, where the screen has to know it as well."""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class Limits:
    """Counts, and lengths in points. ``around`` are letters before or after a number, ``print_size`` the size of printed values,
    ``least_type`` that below which type does not go.
    """

    levels_most: int = 3
    bins_most: int = 500
    correlated_most: int = 100
    members_most: int = 5_000
    cells_most: int = 250_000
    colors_most: int = 5
    bands_most: int = 12
    decimals_most: int = 10
    around_most: int = 24
    print_size_least: int = 6
    print_size_most: int = 72
    least_type_least: int = 5
    least_type_most: int = 24
    gap_most: int = 40
    reach_most: float = 2.0
    group_gap_most: int = 60
    ticks_most: int = 20
    notes_most: int = 60
    template_most: int = 120
    claims_most: int = 20
    claim_most: int = 300
    pages_most: int = 200
    plates_most: int = 200
    page_least: int = 120
    page_most: int = 4_000


LIMITS = Limits()

LARGEST = 1e150
"""How large a number may be to be reckoned with: squares and differences of two such numbers are still numbers."""
