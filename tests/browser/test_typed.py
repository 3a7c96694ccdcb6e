"""Sentences typed as people do, on the screen: each becomes the plate it means, and is printed in the one form."""

from playwright.sync_api import expect

from .conftest import open_plate, settled

LATE = "Color the average of minutes late"
SENTENCES = [
    ("average minutes late by line and month", f"{LATE} for each line down and month of departed across"),
    ("Colour the mean of the minutes_late by line", f"{LATE} for each line down"),
    ("total takings by pier where line = Inner", 'Color the sum of takings for each pier down, keeping line is "Inner"'),
    (
        "max minutes late by hour and weekday",
        "Color the largest of minutes late for each hour of departed down and weekday of departed across",
    ),
    ("90th percentile of minutes late by pier", "Color the percentile 90 of minutes late for each pier down"),
    (
        "number of records by month across and pier down",
        "Color the number of records for each pier down and month of departed across",
    ),
    ("takings per passengers by line", "Color the ratio of takings to passengers for each line down"),
    (
        "sum of takings by pier, top 2, with totals",
        "Color the sum of takings for each pier (top 2) down, with totals of rows and columns",
    ),
    ("average minutes late by pier after 2025-01-15", f"{LATE} for each pier down, keeping departed above 2025-01-15"),
    (
        "average takings by pier and line sorted by total",
        "Color the average of takings for each pier down and line across, rows ordered by total",
    ),
]


def records() -> str:
    piers = ("Ardle Quay", "Brackwater", "Cairn Point")
    lines = [
        f"{'Inner' if i % 3 else 'Outer'},{piers[i % 3]},2025-0{1 + i % 2}-{1 + i % 27:02} 0{i % 9}:10,{i % 13},{i},{i % 5 + 1}\n"
        for i in range(200)
    ]
    return "line,pier,departed,minutes_late,takings,passengers\n" + "".join(lines)


def test_sentences_are_taken_as_they_are_typed(page, api):
    number = api.plate(records(), "typed.csv")
    open_plate(page, number)
    for typed, printed in SENTENCES:
        page.get_by_role("button", name="Reshape").click()
        page.get_by_role("menuitem", name="Type the statement").click()
        page.get_by_role("textbox", name="The statement").fill(typed)
        page.keyboard.press("Enter")
        expect(page.get_by_role("textbox", name="The statement"), typed).to_have_count(0)
        settled(page)
        assert api.get(f"/api/plates/{number}")["plate"]["statement"] == printed, typed
