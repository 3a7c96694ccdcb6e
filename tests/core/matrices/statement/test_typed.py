"""Statements as people type them; what is printed of each is the one form. How many are understood is judged by the corpus."""

import contextlib
import gc
import weakref

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.errors import CoreError, RecipeError
from mottled_finch.core.matrices.pivot import make_matrix
from mottled_finch.core.matrices.pivot.targets import with_targets
from mottled_finch.core.matrices.statement import read_statement, write_statement
from mottled_finch.core.matrices.statement.typed import offered, understand

from ...conftest import read

RECORDS = (
    "Inner,Kestle Hythe,2025-01-03 08:10,4,10,5,fair\nOuter,Marrow Steps,2025-02-04 09:10,9,20,6,fog\n"
    "Night Boat,St. Brannoc's,2025-03-05 10:10,1,30,7,rain\n"
)
TABLE = read("line,pier,departed,minutes_late,takings,passengers,weather\n" + RECORDS * 9)
NAMES = TABLE.names
LATE = "Color the average of minutes late"
BY_LINE_AND_MONTH = f"{LATE} for each line down and month of departed across"
COUNT = "Color the number of records"
BY_MONTH = f"{COUNT} for each pier down and month of departed across"
IN_2024 = "against those where departed from 2024-01 up to 2024-12"


def said(text: str) -> str:
    return write_statement(understand(text, TABLE).pivot, NAMES)


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
        ("distinct piers", "Color the distinct count of pier"),
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
        ("count by pier, top 5", f"{COUNT} for each pier (top 5) down, rows ordered by total descending"),
        (
            "count by line and pier, top 2 pier by sum of takings",
            f"{COUNT} for each line down and pier (top 2 by sum of takings) across, columns ordered by total descending",
        ),
        ("count by pier with totals", f"{COUNT} for each pier down, with totals of rows and columns"),
        ("count by pier and line with row totals", f"{COUNT} for each pier down and line across, with totals of rows"),
        ("count by pier and line as percent of the row", f"{COUNT} for each pier down and line across, as share of the row"),
        ("count by pier and line as share of the column", f"{COUNT} for each pier down and line across, as share of the column"),
        ('count by line against "St. Brannoc\'s"', f'{COUNT} for each line down, against those where pier is "St. Brannoc\'s"'),
        ("count by line against fog", f'{COUNT} for each line down, against those where weather is "fog"'),
        ("count by pier where pier is St. Brannoc's", f'{COUNT} for each pier down, keeping pier is "St. Brannoc\'s"'),
        ('count by pier where pier is "st. brannoc\'s"', f'{COUNT} for each pier down, keeping pier is "St. Brannoc\'s"'),
    ],
)
def test_what_people_type_is_understood(typed, printed):
    assert said(typed) == printed
    assert said(printed) == printed  # and what is printed is the strict form of the same pivot
    assert read_statement(printed, NAMES) == understand(typed, TABLE).pivot


@pytest.mark.parametrize(
    ("typed", "printed", "left"),
    [
        ("count by boat", COUNT, {"by boat"}),
        ("count by pier nonsense", f"{COUNT} for each pier down", {"nonsense"}),
        ("count by pier with sparkles and glitter", f"{COUNT} for each pier down", {"with sparkles and glitter"}),
        ("count by pier in 25", f"{COUNT} for each pier down", {"in 25"}),
        ("count by pier where line is Innsbruck", f"{COUNT} for each pier down", {"where line is Innsbruck"}),
        ("average minutes late by pier excluding", f"{LATE} for each pier down", {"excluding"}),
        ("count by pier not", f"{COUNT} for each pier down", {"not"}),
        ("count by pier since 2025-02-30", f"{COUNT} for each pier down", {"since 2025-02-30"}),
        ("count by pier where takings > " + "9" * 400, f"{COUNT} for each pier down", None),
    ],
)
def test_what_is_not_understood_is_told_and_the_rest_is_made(typed, printed, left):
    found = understand(typed, TABLE)
    assert write_statement(found.pivot, NAMES) == printed
    if left is not None:
        assert {each.text for each in found.left} == left
    for each in found.left:
        assert typed[each.start : each.end] == each.text
    assert not found.sure


@pytest.mark.parametrize(
    ("typed", "left", "nearest"),
    [
        ("count by line excluding Kestlehytheton", "excluding Kestlehytheton", "Kestle Hythe"),
        ("count by pier where line is Outhermost", "where line is Outhermost", "Outer"),
        ("count by pier and wetherly", "and wetherly", "weather"),
    ],
)
def test_what_was_left_over_names_what_is_called_like_it(typed, left, nearest):
    (found,) = understand(typed, TABLE).left
    assert found.text == left
    assert nearest in found.nearest


@pytest.mark.parametrize(
    ("typed", "told"),
    [
        ("count by wether", "“wether” is read as “weather”"),
        ("takings by pier", "the sum of “takings”"),
        ("by pier", "the number of records is shown"),
        ("count by pier last month", "reckoned from the last record, 2025-02"),
    ],
)
def test_what_was_taken_for_granted_is_told(typed, told):
    assert told in [doubt.words for doubt in understand(typed, TABLE).doubts]


def test_a_number_alone_is_added_up_or_averaged_and_the_other_is_one_click():
    for typed, take, other in (("takings by pier", "sum", "average"), ("minutes late by pier", "average", "sum")):
        found = understand(typed, TABLE)
        assert found.pivot.measure.take == take
        (offer,) = found.others
        assert (offer.pivot.measure.take, offer.asked) == (other, False)
        assert offer.words.startswith(f"{other} of ")


def test_of_two_fields_of_moments_the_first_is_meant_and_the_other_offered():
    two = read("left,back,n\n2025-01-01,2025-01-02,1\n2025-01-03,2025-01-04,2\n")
    found = understand("sum of n by month", two)
    assert write_statement(found.pivot, two.names) == "Color the sum of n for each month of left down"
    assert [write_statement(each.pivot, two.names) for each in found.others] == ["Color the sum of n for each month of back down"]
    assert understand("sum of n by left month", two).pivot == found.pivot
    assert understand("sum of n by back month", two).pivot.rows[0].field == "back"


@pytest.mark.parametrize(
    ("typed", "told"),
    [
        ("sum of takings, average of passengers by pier", "the average of passengers is not shown beside it"),
        ("takings by pier vs passengers vs minutes late", "of the ways to show it one is taken"),
        ("count by pier as ratio", "of the ways to show it one is taken"),
    ],
)
def test_what_has_no_place_beside_the_rest_is_told(typed, told):
    found = understand(typed, TABLE)
    assert told in [doubt.words for doubt in found.doubts if not doubt.sure]


def test_the_words_of_a_table_go_with_it():
    """What is kept for a table does not keep the table."""
    table = read("pier,n\na,1\nb,2\n")
    assert not understand("n by pier", table).left
    gone = weakref.ref(table)
    del table
    gc.collect()
    assert gone() is None


def test_without_moments_a_part_of_time_is_told():
    none = read("a,n\nx,1\ny,2\n")
    found = understand("sum of n by month", none)
    assert [each.text for each in found.left] == ["by month"]


def test_nothing_understood_is_refused_with_what_there_is():
    with pytest.raises(RecipeError, match="nothing of it says what is to be shown; name a field, such as line, pier, departed"):
        understand("zzz qqq", TABLE)
    with pytest.raises(RecipeError):
        understand("", TABLE)


def test_words_of_the_language_may_be_names_of_fields():
    table = read("total,mean,the count,month\nx,1,4,Jan\ny,2,5,Feb\n")
    found = understand("average mean by total and month", table).pivot
    assert found.measure.of == "mean"
    assert [level.field for level in found.rows] == ["total"]
    assert [(level.field, level.cut) for level in found.columns] == [("month", None)]
    assert understand("sum of the count by total", table).pivot.measure.of == "the count"


def test_percents_are_read_as_the_column_keeps_them():
    table = read("shop,discount,share\na,0.1,10\nb,0.25,25\n")
    assert understand("count by shop where discount > 10%", table).pivot.keep[0].above == 0.1
    assert understand("count by shop where share > 10%", table).pivot.keep[0].above == 10.0


@pytest.mark.parametrize(
    ("typed", "span"),
    [
        ("last 3 months", ("2025-01", "2025-03")),
        ("last month", ("2025-02", "2025-02")),
        ("this quarter", ("2025-01", "2025-03")),
        ("last quarter", ("2024-10", "2024-12")),
        ("last year", ("2024-01", "2024-12")),
        ("ytd", ("2025-01", "2025-12")),
        ("last 2 weeks", ("2025-02-20", "2025-03-05")),
        ("last week", ("2025-02-24", "2025-03-02")),
        ("yesterday 2025-02-11", ("2025-02-11", "2025-02-11")),
        ("in the first half of 2025", ("2025-01", "2025-06")),
        ("q1 2025", ("2025-01", "2025-03")),
        ("2025 Q2", ("2025-04", "2025-06")),
        ("h2 2024", ("2024-07", "2024-12")),
        ("on 3 January 2025", ("2025-01-03", "2025-01-03")),
        ("on January 3rd, 2025", ("2025-01-03", "2025-01-03")),
        ("on 3.1.2025", ("2025-01-03", "2025-01-03")),
        ("from January to February 2025", ("2025-01", "2025-02")),
        ("from November to February 2025", ("2024-11", "2025-02")),
        ("between Jan 2025 and Mar 2025", ("2025-01", "2025-03")),
        ("since February", ("2025-02", None)),
        ("until end of January 2025", (None, "2025-01")),
    ],
)
def test_spans_are_reckoned_from_the_last_record(typed, span):
    (keep,) = understand(f"count by pier {typed}", TABLE).pivot.keep
    assert (keep.field, keep.from_, keep.to) == ("departed", *span)


@pytest.mark.parametrize(
    ("typed", "cut", "labels"),
    [
        ("in March", "month", ("Mar",)),
        ("in winter", "month", ("Dec", "Jan", "Feb")),
        ("on Mondays", "weekday", ("Mon",)),
        ("on weekends", "weekday", ("Sat", "Sun")),
        ("on workdays", "weekday", ("Mon", "Tue", "Wed", "Thu", "Fri")),
        ("in the morning", "hour", ("06", "07", "08", "09", "10", "11")),
        ("at night", "hour", ("22", "23", "00", "01", "02", "03", "04", "05")),
        ("in Q3", "quarter", ("Q3",)),
        ("in H1", "quarter", ("Q1", "Q2")),
        ("in December and January", "month", ("Dec", "Jan")),
    ],
)
def test_what_comes_again_is_a_part_of_time(typed, cut, labels):
    (keep,) = understand(f"count by pier {typed}", TABLE).pivot.keep
    assert (keep.field, keep.cut, keep.in_) == ("departed", cut, labels)


@pytest.mark.parametrize(
    ("typed", "first"),
    [
        ("", "average"),
        ("min", "minutes_late"),
        ("minutes l", "minutes_late"),
        ("average ", "minutes_late"),
        ("minutes late ", "by"),
        ("minutes late by ", "line"),
        ("minutes late by pi", "pier"),
        ("minutes late by line and ", "pier"),
        ("minutes late by line ", "and"),
        ("count by line excluding Kes", "Kestle Hythe"),
        ("count by line where ", "Inner"),
        ("count by line vs ", "last year"),
        ("count by line sorted by ", "total"),
    ],
)
def test_what_can_stand_next_is_offered(typed, first):
    offers = offered(typed, TABLE)
    assert offers[0].text == first
    taken = typed[: offers[0].start] + offers[0].text
    assert taken.casefold().replace("_", " ").startswith(typed.casefold().rstrip())


def test_what_is_offered_is_understood():
    """Each word that is offered, taken and taken again, makes a sentence that leaves nothing of it over."""
    for begun in ("", "total ", "takings by ", "takings by pier where "):
        for offer in offered(begun, TABLE):
            sentence = begun[: offer.start] + offer.text
            for _ in range(3):
                following = offered(f"{sentence} ", TABLE)
                if following:
                    sentence = f"{sentence} {following[0].text}"
            left = understand(sentence, TABLE).left if sentence else ()
            assert all(offer.text.casefold() != each.text.casefold() for each in left), (sentence, left)


VERKAUF = read(
    "Region,Kanal,Bestelldatum,Umsatz (EUR),Rabatt %\n"
    + "Nord,Online,2025-01-03,100,0.1\nSüd,Filiale,2025-03-04,250,0.2\nWest,Online,2025-05-05,70,0.3\n" * 9
)
SUM = 'Color the sum of "Umsatz (EUR)"'
ONLINE = 'keeping Kanal is "Online"'


@pytest.mark.parametrize(
    ("typed", "printed"),
    [
        ("Umsatz nach Region und Monat", f"{SUM} for each Region down and month of Bestelldatum across"),
        ("Summe Umsatz je Kanal, größte zuerst", f"{SUM} for each Kanal down, rows ordered by total descending"),
        (
            "durchschnittlicher Rabatt pro Region ohne Nord",
            'Color the average of "Rabatt %" for each Region down, keeping Region is not "Nord"',
        ),
        ("Umsatz nach Region nur Online", f"{SUM} for each Region down, {ONLINE}"),
        ("Anzahl Einträge nach Wochentag", "Color the number of records for each weekday of Bestelldatum down"),
        ("Umsatz nach Region im März", f'{SUM} for each Region down, keeping month of Bestelldatum is "Mar"'),
        ("Umsatz nach Kanal letzte 3 Monate", f"{SUM} for each Kanal down, keeping Bestelldatum from 2025-03 up to 2025-05"),
        ("Umsatz nach Region über 100", f'{SUM} for each Region down, keeping "Umsatz (EUR)" above 100'),
        ("Anteil Umsatz nach Kanal", f"{SUM} for each Kanal down, as share"),
        ("somme Umsatz par Region et mois", f"{SUM} for each Region down and month of Bestelldatum across"),
        (
            "moyenne Rabatt par Kanal sans Filiale",
            'Color the average of "Rabatt %" for each Kanal down, keeping Kanal is not "Filiale"',
        ),
        ("Umsatz par Region seulement Online", f"{SUM} for each Region down, {ONLINE}"),
        ("Umsatz par Region en mars 2025", f"{SUM} for each Region down, keeping Bestelldatum from 2025-03 up to 2025-03"),
        ("promedio Rabatt por Region y Kanal", 'Color the average of "Rabatt %" for each Region down and Kanal across'),
        ("Umsatz por Region sin Nord", f'{SUM} for each Region down, keeping Region is not "Nord"'),
        ("suma Umsatz por mes desde marzo", f"{SUM} for each month of Bestelldatum down, keeping Bestelldatum from 2025-03"),
    ],
)
def test_words_of_other_languages_are_understood(typed, printed):
    found = understand(typed, VERKAUF)
    assert write_statement(found.pivot, VERKAUF.names) == printed
    assert not found.left


def test_a_word_that_a_table_has_is_not_of_another_language():
    """A column called "por" is that, not the Spanish "by"."""
    table = read("por,pier,n\n1,a,4\n2,b,9\n3,a,1\n")
    assert understand("average por by pier", table).pivot.measure.of == "por"


WORDS = [
    *(  # noqa: SIM905
        "average mean total count number of records share percentile ratio per by for each down across then and or not in is "
        "where keeping top bottom worst against versus year before last edition with totals as percent row rows columns sorted "
        "total descending between from to since before month quarter weekly yoy mom growth running rank missing excluding only "
        "q1 morning weekday 2025 2025-03 2025-02-30 31.31.2025 5 90th p95 10% 20k inner line pier departed minutes late "
        'takings Inner Kestle Hythe ( ) , ; = < >= blank "Outer" nach et y ½ 🚢'
    ).split(),
    "9" * 400,
]


@settings(max_examples=300, deadline=None)
@given(st.lists(st.sampled_from(WORDS), max_size=14), st.booleans())
def test_any_words_are_understood_or_refused(words, begun):
    """Whatever is understood is printed as the strict reading reads it back, the same pivot, and is laid out or refused so."""
    try:
        meant = understand(" ".join(["average minutes late by line and", *words] if begun else words), TABLE).pivot
    except RecipeError:
        return
    assert read_statement(write_statement(meant, NAMES), NAMES) == meant
    with contextlib.suppress(CoreError):
        make_matrix(TABLE, with_targets(meant, {}))


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
        "count by pier " + "end of " * 2500 + "2025",
        "count by pier " + "the " * 4000 + "last year",
        "count by pier in " + "start of " * 2000,
        "count by pier " + "not " * 4000 + "Inner",
        "share of " * 2000,
        "vs " * 6000,
    ],
    ids=range(13),
)
def test_sentences_of_thousands_of_words_are_read_or_refused_as_any_other(text):
    """No depth is reached that would end the process; more than can be listed is said so."""
    try:
        pivot = understand(text, TABLE).pivot
    except RecipeError as error:
        assert len(str(error)) < 400
    else:
        assert len(pivot.keep) <= 1
