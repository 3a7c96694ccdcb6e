"""The demo's folio: five pages for the board of the ferry operator, its plates named by their titles."""

from typing import Any

FOLIO: dict[str, Any] = {
    "finch_folio": 1,
    "title": "Operations review",
    "footer": "Operations review, {lateness.from} to {lateness.to}",
    "plates": {
        "lateness": "Winter and one regatta make us late",
        "piers": "The busiest piers are not the latest",
        "rushes": "Two rushes on workdays, one long one on Saturday",
        "answers": "Questions about tickets and access wait too long",
        "vessels": "Knot broke down in May",
    },
    "pages": [
        {
            "arrange": "opening",
            "headline": "Where we stand",
            "words": "Operations review for the board: what {lateness.n} departures and {answers.n} complaints say.",
        },
        {
            "plates": ["lateness"],
            "claims": [
                {"says": "Jan, Feb, Nov and Dec are above the total"},
                {"says": "highest row is Lantern Wharf"},
            ],
            "notes": "The promise is five minutes. Winter breaks it at every exposed pier, the regatta in August at one.",
        },
        {
            "arrange": "beside",
            "headline": "Late where it is busy, busy where it is early",
            "words": (
                "The rush of {rushes.highest.column} o'clock moves **{rushes.highest}** departures a year; "
                "{lateness.highest.row} pays for it in {lateness.highest.column} with **{lateness.highest}** minutes."
            ),
            "plates": ["piers", "rushes"],
            "claims": [{"plate": "rushes", "says": "highest row is Fri"}],
        },
        {
            "arrange": "plate_words",
            "headline": "One vessel is a weather of its own",
            "words": (
                "{vessels.highest.row} broke down in {vessels.highest.column}, "
                "and was **{vessels.highest}** minutes late on average.\n\n"
                "- It is the oldest of the nine\n- A second crew would not have helped\n- Its engine is due"
            ),
            "plates": ["vessels"],
            "claims": [{"says": "highest row is Knot"}, {"says": "highest column is May"}],
        },
        {
            "arrange": "words",
            "headline": "What we ask of the board",
            "words": (
                "1. Two more crews from November to February\n2. A berth held free in the week of the regatta\n"
                "3. The engine of {vessels.highest.row} before May\n4. Answers about tickets within five days"
            ),
        },
    ],
}


def with_plates(numbers: dict[str, int]) -> dict[str, Any]:
    """The folio with the numbers of plates, which are given by their titles."""
    return {**FOLIO, "plates": {name: {"plate": numbers[title]} for name, title in FOLIO["plates"].items()}}
