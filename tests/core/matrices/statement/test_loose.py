"""Statements as people type them after one reading of docs/statement.md; what is printed of each stays the one form."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.matrices.statement import read_statement, write_statement

from ...conftest import read

RECORDS = (
    "Inner,Kestle Hythe,2025-01-03 08:10,4,10,5,fair\nOuter,Marrow Steps,2025-02-04 09:10,9,20,6,fog\n"
    "Night Boat,St. Brannoc's,2025-03-05 10:10,1,30,7,rain\n"
)
TABLE = read("line,pier,departed,minutes_late,takings,passengers,weather\n" + RECORDS * 9)
FIELDS = TABLE.names
LATE = "Color the average of minutes late"
BY_LINE_AND_MONTH = f"{LATE} for each line down and month of departed across"
COUNT = "Color the number of records"
BY_MONTH = f"{COUNT} for each pier down and month of departed across"
IN_2024 = "against those where departed from 2024-01 up to 2024-12"


def said(text: str) -> str:
    return write_statement(read_statement(text, FIELDS, TABLE), FIELDS)


@pytest.mark.parametrize(
    ("typed", "printed"),
    [
        ("Colour the average of minutes late for each line down and month of departed across", BY_LINE_AND_MONTH),
        ("average minutes late by line and month", BY_LINE_AND_MONTH),
        ("mean minutes late by line and month", BY_LINE_AND_MONTH),
        ("avg minutes_late by line, month", BY_LINE_AND_MONTH),
        ("show the mean of the minutes late per line and month of departed", BY_LINE_AND_MONTH),
        ("average of minutes late for every line and every month", BY_LINE_AND_MONTH),
        ("Average minutes late for each month across and line down", BY_LINE_AND_MONTH),
        ("average minutes late, line down, month across", BY_LINE_AND_MONTH),
        ("average minutes late by line x month", BY_LINE_AND_MONTH),
        ("average minutes late by line against departed month", BY_LINE_AND_MONTH),
        ("average minutes late by line in rows and month in columns", BY_LINE_AND_MONTH),
        ("average minutes late down line across month", BY_LINE_AND_MONTH),
        ("average minutes late by line then pier and month", f"{LATE} for each line then pier down and month of departed across"),
        ("average minutes late by line, pier and month", f"{LATE} for each line then pier down and month of departed across"),
        ("average minutes late by line", f"{LATE} for each line down"),
        ("average minutes late by hour and weekday", f"{LATE} for each hour of departed down and weekday of departed across"),
        (
            "average minutes late by day of week and hour of day",
            f"{LATE} for each weekday of departed down and hour of departed across",
        ),
        (
            "takings per passengers once per key by pier and month",
            "Color the ratio of takings to passengers once a key for each pier down and month of departed across",
        ),
        ("sum of takings once for each key by pier", "Color the sum of takings once a key for each pier down"),
        ("total takings by pier", "Color the sum of takings for each pier down"),
        ("sum takings by pier and quarter", "Color the sum of takings for each pier down and quarter of departed across"),
        ("maximum minutes late by pier", "Color the largest of minutes late for each pier down"),
        ("max of minutes late by pier", "Color the largest of minutes late for each pier down"),
        ("minimum minutes late by pier", "Color the smallest of minutes late for each pier down"),
        ("median minutes late by pier", "Color the median of minutes late for each pier down"),
        ("stdev of minutes late by pier", "Color the standard deviation of minutes late for each pier down"),
        ("90th percentile of minutes late by pier", "Color the percentile 90 of minutes late for each pier down"),
        ("percentile 90 minutes late by pier", "Color the percentile 90 of minutes late for each pier down"),
        ("number of records by pier and line", f"{COUNT} for each pier down and line across"),
        ("count by pier and line", f"{COUNT} for each pier down and line across"),
        ("how many records by pier", f"{COUNT} for each pier down"),
        ("distinct piers", None),
        ("unique pier by line", "Color the distinct count of pier for each line down"),
        ("number of distinct pier by line", "Color the distinct count of pier for each line down"),
        ("takings per passengers by line", "Color the ratio of takings to passengers for each line down"),
        ("ratio of takings to passengers by line", "Color the ratio of takings to passengers for each line down"),
        (
            "share of records where minutes late > 5 by line",
            "Color the share of records where minutes late above 5 for each line down",
        ),
        (
            "percentage of records with minutes late above 5 by line",
            "Color the share of records where minutes late above 5 for each line down",
        ),
        ("count by line where minutes late > 5", f"{COUNT} for each line down, keeping minutes late above 5"),
        ("count by line where minutes late >= 5", f"{COUNT} for each line down, keeping minutes late from 5"),
        ("count by line where minutes late is at least 5", f"{COUNT} for each line down, keeping minutes late from 5"),
        ("count by line where minutes late < 5", f"{COUNT} for each line down, keeping minutes late below 5"),
        ("count by line where minutes late is less than 5", f"{COUNT} for each line down, keeping minutes late below 5"),
        ("count by line where minutes late between 5 and 10", f"{COUNT} for each line down, keeping minutes late from 5 up to 10"),
        ("count by line where minutes late from 5 to 10", f"{COUNT} for each line down, keeping minutes late from 5 up to 10"),
        ("count by line where pier = Kestle Hythe", f'{COUNT} for each line down, keeping pier is "Kestle Hythe"'),
        (
            "count by line where pier is kestle hythe or Marrow Steps",
            f'{COUNT} for each line down, keeping pier is "Kestle Hythe" or "Marrow Steps"',
        ),
        ("count by pier where line in (inner, night boat)", f'{COUNT} for each pier down, keeping line is "Inner" or "Night Boat"'),
        ("count by pier where line != Inner", f'{COUNT} for each pier down, keeping line is not "Inner"'),
        ("count by pier where line is not Inner", f'{COUNT} for each pier down, keeping line is not "Inner"'),
        (
            "count by pier only line is Inner and weather is fog",
            f'{COUNT} for each pier down, keeping line is "Inner" and weather is "fog"',
        ),
        (
            "count by pier where line is Inner or weather is fog",
            f'{COUNT} for each pier down, keeping (line is "Inner" or weather is "fog")',
        ),
        ("count by pier where weather is not blank", f"{COUNT} for each pier down, keeping weather is not blank"),
        ("count by pier where departed is not blank", f"{COUNT} for each pier down, keeping departed is not blank"),
        ("count by pier where departed is empty", f"{COUNT} for each pier down, keeping departed is blank"),
        ("count by pier where departed is 2025-02", f"{COUNT} for each pier down, keeping departed from 2025-02 up to 2025-02"),
        ("count by pier where weekday is Mon or Tue", f'{COUNT} for each pier down, keeping weekday of departed is "Mon" or "Tue"'),
        (
            "count by pier where passengers is above 5 and below 7",
            f"{COUNT} for each pier down, keeping passengers above 5 below 7",
        ),
        (
            "count by pier where passengers > 5 and in 2025",
            f"{COUNT} for each pier down, keeping passengers above 5 and departed from 2025-01 up to 2025-12",
        ),
        ("count by pier where passengers above 5 below 7", f"{COUNT} for each pier down, keeping passengers above 5 below 7"),
        ("count by pier against last year", f"{COUNT} for each pier down, against the year before by departed"),
        (
            "count by pier vs the year before in percent",
            f"{COUNT} for each pier down, against the year before by departed, in percent",
        ),
        (
            "count by pier compared to a week earlier, %",
            f"{COUNT} for each pier down, against the week before by departed, in percent",
        ),
        ("count by pier and month against 4 weeks ago as a ratio", f"{BY_MONTH}, against 4 weeks before by departed, as a ratio"),
        ("count by pier and month in 2025 against 2024", f"{BY_MONTH}, {IN_2024}, keeping departed from 2025-01 up to 2025-12"),
        ("count by pier and month against Kestle Hythe", f'{BY_MONTH}, against those where pier is "Kestle Hythe"'),
        ("count by pier and month vs weather is fog", f'{BY_MONTH}, against those where weather is "fog"'),
        ("count by pier against the previous edition", f"{COUNT} for each pier down, against the edition before"),
        ("count by pier against edition 2", f"{COUNT} for each pier down, against edition 2"),
        (
            "sum of takings by pier versus passengers, as a ratio",
            "Color the sum of takings for each pier down, against the sum of passengers, as a ratio",
        ),
        (
            "average takings by pier against the median of takings",
            "Color the average of takings for each pier down, against the median of takings",
        ),
        ("count by pier against month", f"{COUNT} for each pier down and month of departed across"),
        ("count by pier in 2025", f"{COUNT} for each pier down, keeping departed from 2025-01 up to 2025-12"),
        ("count by pier in March 2025", f"{COUNT} for each pier down, keeping departed from 2025-03 up to 2025-03"),
        ("count by pier since 2025-02", f"{COUNT} for each pier down, keeping departed from 2025-02"),
        ("count by pier before 2025-03", f"{COUNT} for each pier down, keeping departed below 2025-03"),
        ("count by pier where departed after 2025-01-31", f"{COUNT} for each pier down, keeping departed above 2025-01-31"),
        (
            "count by pier where departed between Jan 2025 and Feb 2025",
            f"{COUNT} for each pier down, keeping departed from 2025-01 up to 2025-02",
        ),
        ("count by pier from 2025-01 to 2025-02", f"{COUNT} for each pier down, keeping departed from 2025-01 up to 2025-02"),
        ("count by pier sorted by total descending", f"{COUNT} for each pier down, rows ordered by total descending"),
        ("count by pier, sort by value, largest first", f"{COUNT} for each pier down, rows ordered by total descending"),
        ("count by pier and line, columns sorted by name", f"{COUNT} for each pier down and line across, columns ordered by label"),
        ("count by pier, top 5", f"{COUNT} for each pier (top 5) down"),
        (
            "count by line and pier, top 2 pier by sum of takings",
            f"{COUNT} for each line down and pier (top 2 by sum of takings) across",
        ),
        ("count by pier with totals", f"{COUNT} for each pier down, with totals of rows and columns"),
        ("count by pier and line with row totals", f"{COUNT} for each pier down and line across, with totals of rows"),
        ("count by pier and line as percent of the row", f"{COUNT} for each pier down and line across, as share of the row"),
        ("count by pier and line as share of the column", f"{COUNT} for each pier down and line across, as share of the column"),
        ('count by line against "St. Brannoc\'s"', f'{COUNT} for each line down, against those where pier is "St. Brannoc\'s"'),
        ("count by line against fog", f'{COUNT} for each line down, against those where weather is "fog"'),
        ("count by pier where pier is St. Brannoc's", None),
        ('count by pier where pier is "st. brannoc\'s"', f'{COUNT} for each pier down, keeping pier is "St. Brannoc\'s"'),
    ],
)
def test_what_people_type_is_understood(typed, printed):
    if printed is None:
        with pytest.raises(RecipeError):
            said(typed)
        return
    assert said(typed) == printed
    assert said(printed) == printed  # and what is printed is the strict form of the same pivot
    assert read_statement(printed, FIELDS) == read_statement(typed, FIELDS, TABLE)


@pytest.mark.parametrize(
    ("typed", "sentence"),
    [
        ("average minutes late by each", 'the statement ends behind "each" where a field belongs'),
        ("average minutes late for each or down", '"or" stands where a field belongs'),
        ("minutes late by line", '"minutes_late" can be measured in many ways; say the sum, average or median of it'),
        ("count by boat", 'no field is called "boat"; choose from line, pier, departed'),
        ("count by wether", 'no field is called "wether"; did you mean "weather"?'),
        ("count by pier where line is Inner or weather is fog and pier is Kestle Hythe", '"and" and "or" stand side by side'),
        ("count by pier nonsense", '"nonsense" stands where'),
        ("count by pier where minutes late", "the statement ends behind"),
        ("count by pier in 25", '"25" stands where a year of four digits belongs'),
    ],
)
def test_a_refusal_names_the_word_and_what_could_stand_there(typed, sentence):
    with pytest.raises(RecipeError) as told:
        read_statement(typed, FIELDS, TABLE)
    assert sentence in str(told.value)


def test_a_cut_alone_needs_one_field_that_it_can_be_of():
    two = read("left,back,n\n2025-01-01,2025-01-02,1\n2025-01-03,2025-01-04,2\n")
    with pytest.raises(RecipeError, match=r'"month" of what\? say of which field: left, back'):
        read_statement("sum of n by month", two.names, two)
    assert (
        write_statement(read_statement("sum of n by left month", two.names, two), two.names)
        == "Color the sum of n for each month of left down"
    )
    none = read("a,n\nx,1\ny,2\n")
    with pytest.raises(RecipeError, match="no field holds moments"):
        read_statement("sum of n by month", none.names, none)


def test_words_of_the_language_may_be_names_of_fields():
    table = read("total,mean,the count,month\nx,1,4,Jan\ny,2,5,Feb\n")
    said_of = write_statement(read_statement("average mean by total and month", table.names, table), table.names)
    assert read_statement(said_of, table.names).measure.of == "mean"
    assert [level.field for level in read_statement(said_of, table.names).rows] == ["total"]
    assert [(level.field, level.cut) for level in read_statement(said_of, table.names).columns] == [("month", None)]
    assert read_statement("sum of the count by total", table.names, table).measure.of == "the count"


WORDS = (  # noqa: SIM905
    "average mean total count number of records share percentile ratio per by for each down across then and or not in is where "
    "keeping top against versus year before last edition with totals as percent row rows columns sorted ordered total descending "
    "between from to since before month "
    'weekday 2025 2025-03 5 90th inner line pier departed minutes late takings Inner Kestle Hythe ( ) , ; = < >= blank "Outer"'
).split()


@settings(max_examples=300, deadline=None)
@given(st.lists(st.sampled_from(WORDS), max_size=14), st.booleans())
def test_any_words_are_understood_or_told_as_a_mistake(words, begun):
    """Whatever is understood is printed as the strict reading reads it back, the same pivot."""
    try:
        meant = read_statement(" ".join(["average minutes late by line and", *words] if begun else words), FIELDS, TABLE)
    except RecipeError:
        return
    assert read_statement(write_statement(meant, FIELDS), FIELDS) == meant


@pytest.mark.parametrize(
    "text",
    [
        "count by pier where line is " + "Inner or " * 2100 + "Inner",
        "count by pier where " + "line is Inner or " * 1100 + "line is Outer",
        "count by pier where " + "(" * 500 + "line is Inner" + ")" * 500,
        "average " * 2400,
        "count by pier and " * 1100,
        "count by " + "line then " * 1900,
        "count by pier, top 5" * 900,
    ],
    ids=range(7),
)
def test_sentences_of_thousands_of_words_are_read_or_refused_as_any_other(text):
    """No depth is reached that would end the process; more than can be listed is said so."""
    try:
        pivot = read_statement(text, FIELDS, TABLE)
    except RecipeError as error:
        assert len(str(error)) < 400
    else:
        assert len(pivot.keep) == 1
