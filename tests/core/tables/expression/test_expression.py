"""The language of computed columns: what it says, and what is said of a mistake in it."""

import operator
from pathlib import Path

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.tables.expression import FUNCTIONS, column_of, evaluate, parse
from mottled_finch.core.tables.table import Kind, texts_at

from ...conftest import read

TRIPS = (
    "pier,n,m,begun,ended,ok,minutes late\n"
    "East,4,2,2025-01-03 08:10,2025-01-03 09:40,yes,1\n"
    "West,,0,2025-02-28,2025-03-02,no,2\n"
    ",3,0,,,,3\n"
)


def worth(expression: str, text: str = TRIPS) -> list[str]:
    table = read(text)
    column = column_of(evaluate(parse(expression, "as"), table, "as"), "x", table.records)
    return texts_at(column, np.arange(table.records))


@pytest.mark.parametrize(
    ("expression", "values"),
    [
        ("n / m", ["2", "", ""]),
        ("n * 2 + 1 - 3 ^ 2", ["0", "", "-2"]),
        ("-n ^ 2", ["-16", "", "-9"]),
        ("2 ^ -1", ["0.5"] * 3),
        ("7 % 4 + -3 % 2", ["4"] * 3),
        ("(1 + 2) * 3", ["9"] * 3),
        ("10 - 4 - 3", ["3"] * 3),
        ('"minutes late" * 10', ["10", "20", "30"]),
        ("if(n > 3, 'big', 'small')", ["big", "", "small"]),
        ("if(ok, n, 0)", ["4", "0", ""]),
        ("if(n > 3, begun, ended)", ["2025-01-03 08:10", "", ""]),
        ("if(n > 3, n)", ["4", "", ""]),
        ("if(blank(n), 0, n)", ["4", "0", "3"]),
        ("if(m = 0, blank, n / m)", ["2", "", ""]),
        ("or_else(n, m)", ["4", "0", "3"]),
        ("or_else(pier, 'none')", ["East", "West", "none"]),
        ("blank(pier)", ["no", "no", "yes"]),
        ("ok and n = 4", ["yes", "no", "no"]),
        ("ok or n = 3", ["yes", "", "yes"]),
        ("not ok", ["no", "yes", ""]),
        ("n <> 4", ["no", "", "yes"]),
        ("pier = 'East'", ["yes", "no", ""]),
        ("pier < 'F'", ["yes", "no", ""]),
        ("begun >= '2025-02-01'", ["no", "yes", ""]),
        ("ok = yes", ["yes", "no", ""]),
        ("pier & '-' & n", ["East-4", "West-", "-3"]),
        ("'a \"quoted\" word'", ['a "quoted" word'] * 3),
        ("upper(left(pier, 2)) & lower(right(pier, 1))", ["EAt", "WEt", ""]),
        ("part(pier, 2, 2)", ["as", "es", ""]),
        ("word('one two three', 2)", ["two"] * 3),
        ("word('one two three', -1)", ["three"] * 3),
        ("word('one', 5)", [""] * 3),
        ("length(pier)", ["4", "4", ""]),
        ("replace(pier, 'st', '')", ["Ea", "We", ""]),
        ("contains(pier, 'as')", ["yes", "no", ""]),
        ("starts(pier, 'W')", ["no", "yes", ""]),
        ("ends(pier, 't')", ["yes", "yes", ""]),
        ("trim('  a   b ')", ["a b"] * 3),
        ("number('1,204.5') + number(ok)", ["1205.5", "1204.5", ""]),
        ("text(n)", ["4", "", "3"]),
        ("moment('31 Dec 2025')", ["2025-12-31"] * 3),
        ("year(begun) * 100 + month(begun)", ["202501", "202502", ""]),
        ("quarter(ended)", ["1", "1", ""]),
        ("day(ended)", ["3", "2", ""]),
        ("weekday(begun)", ["Fri", "Fri", ""]),
        ("hour(begun) * 60 + minute(begun)", ["490", "0", ""]),
        ("hours_between(begun, ended)", ["1.5", "48", ""]),
        ("days_between(begun, ended)", ["0.0625", "2", ""]),
        ("minutes_between(begun, ended)", ["90", "2880", ""]),
        ("date(2025, m + 1, 28)", ["2025-03-28", "2025-01-28", "2025-01-28"]),
        ("date(2025, 2, 30)", ["", "", ""]),
        ("add_days(begun, m)", ["2025-01-05 08:10", "2025-02-28", ""]),
        ("add_hours(begun, 24)", ["2025-01-04 08:10", "2025-03-01", ""]),
        ("round(2.5) + round(-2.5) + round(1.256, 2)", ["1.26"] * 3),
        # Halves as they are written, whichever side of them the double lies on.
        ("round(1.005, 2)", ["1.01"] * 3),
        ("round(2.675, 2)", ["2.68"] * 3),
        ("round(-1.005, 2)", ["-1.01"] * 3),
        ("round(0.285, 2) + round(1.4949999, 2)", ["1.78"] * 3),
        ("round(1250, -2) + round(1249.99, -2)", ["2500"] * 3),
        ("round(1.5, 400) + round(1.5, -400)", ["1.5"] * 3),
        ("round(1e300, 5) / 1e300", ["1"] * 3),
        # Text is as it stands, blanks and all; only what comes from a file has been trimmed.
        ("pier & ' ' & pier", ["East East", "West West", ""]),
        ("length('a ' & 'b')", ["3"] * 3),
        ("replace('a b c', ' ', '_')", ["a_b_c"] * 3),
        ("contains('a b', ' ')", ["yes"] * 3),
        ("length(left('ab cd', 3))", ["3"] * 3),
        ("if(pier = 'East', ' x', 'y') & '.'", [" x.", "y.", "."]),
        ("floor(1.7) + ceiling(1.2) + abs(-3)", ["6"] * 3),
        ("least(n, m, 1) + most(n, m)", ["5", "", "3"]),
        ("sqrt(n * n) + log(1)", ["4", "", "3"]),
        ("sqrt(0 - 1)", [""] * 3),
        ("1e308 * 10", [""] * 3),
    ],
)
def test_what_it_says(expression, values):
    assert worth(expression) == values


@pytest.mark.parametrize(
    ("expression", "sentence"),
    [
        ("", "the expression is empty; go one, such as passengers / capacity"),
        ("n +", "at character 4, something is missing at the end"),
        ("* n", 'at character 1, "*" stands where a value belongs'),
        ("n n", 'at character 3, "n" does not go on from what stands before it'),
        ("(n + 1", "at character 1, this bracket is not closed; put ) where it ends"),
        ("pier & 'x", "at character 8, this text is not closed; put ' at its end"),
        ('pier & "x', "at character 8, this column's name is not closed; put a quotation mark at its end"),
        ("[minutes late] + 1", "at character 1, a bracket has no meaning here; put the name of a column in quotation marks"),
        ('pier = "East"', 'at character 8, there is no column "East"; choose from'),
        ('pier = "L\'Est"', "at character 8, there is no column"),
        ("n § 2", 'at character 3, "§" has no meaning here; take it out'),
        ("nn", 'at character 1, there is no column "nn"; did you mean "n"?'),
        ("roundd(n)", 'at character 1, there is no function "roundd"; did you mean "round"?'),
        ("__import__(n)", 'at character 1, there is no function "__import__"; choose from'),
        ("n + pier", 'at character 5, "+" takes a number here, not text'),
        ("left(n, 2)", 'at character 6, "left" takes text here, not a number'),
        ("left(pier)", 'at character 1, "left" takes 2 values, not 1'),
        ("if(ok)", 'at character 1, "if" takes 2 to 3 values, not 1'),
        ("if(ok, 1, 'x')", "at character 1, its answers are numbers and text; they must be of one kind"),
        ("n = pier", "at character 3, numbers and text cannot be compared"),
        ("begun > 'soon'", 'at character 7, "soon" is not a moment; write it as 2025-03-31'),
        ("and n", 'at character 1, "and" stands where a value belongs'),
        ("n.__class__", 'at character 2, "." has no meaning here; take it out'),
        ("(" * 70 + "n" + ")" * 70, "at character 61, the expression is nested too deeply; compute a part of it first"),
        ("-" * 70 + "n", "at character 60, the expression is nested too deeply; compute a part of it first"),
        ("n" + " + n" * 201, "at character 803, more than 200 operations follow one another; compute a part of it first"),
        ("left(pier, 1e400)", "at character 12, the number is too large"),
        ("n" * 2001, "the expression has 2,001 characters; at most 2,000 fit"),
    ],
)
def test_a_mistake_is_told_at_its_place(expression, sentence):
    with pytest.raises(RecipeError) as told:
        worth(expression)
    assert str(told.value).startswith(f"as: {sentence}")


def test_long_texts_and_long_work_are_refused_before_they_are_done():
    grows = "'aaaaaaaaaa'"
    for _ in range(9):
        grows = f"replace({grows}, 'a', 'aaaaaaaaaa')"
    with pytest.raises(RecipeError) as told:
        worth(grows)
    assert "this makes a text of 100,000 characters; at most 32,768 fit" in str(told.value)
    doubles = " & ".join(["pier"] * 100)
    assert len(worth(f"length({doubles})")) == 3
    with pytest.raises(RecipeError) as told:
        parts = "n,pier\n" + "".join(f"{i},{'x' * 900}{i}\n" for i in range(3000))
        worth(" & ".join(["pier"] * 30), parts)
    assert "this takes too much work" in str(told.value)


def test_every_function_is_tried_here():
    tried = " ".join(str(case) for mark in test_what_it_says.pytestmark for case in mark.args[1])
    assert [name for name in FUNCTIONS if name not in ("negative", "nothing", "<=", ">=", "-") and name not in tried] == []


def test_every_function_is_in_the_list_for_readers():
    told = (Path(__file__).parents[4] / "docs" / "expressions.md").read_text()
    inner = ("negative", "nothing")
    assert [name for name in FUNCTIONS if name not in inner and f"`{name}" not in told and f" {name} " not in told] == []


def test_kinds_of_results():
    table = read(TRIPS)
    kinds = {
        "n": Kind.NUMBER,
        "pier": Kind.CATEGORY,
        "begun": Kind.MOMENT,
        "ok": Kind.YES_NO,
        "n > 1": Kind.YES_NO,
        "'x'": Kind.CATEGORY,
    }
    assert {each: evaluate(parse(each, ""), table, "").kind for each in kinds} == kinds


NUMBER = st.floats(-1e6, 1e6).map(lambda number: round(number, 3))
TREE = st.recursive(
    NUMBER.map(lambda number: (f"({number!r})", number)),
    lambda inner: st.tuples(inner, st.sampled_from("+-*"), inner).map(
        lambda parts: (
            f"({parts[0][0]} {parts[1]} {parts[2][0]})",
            {"+": operator.add, "-": operator.sub, "*": operator.mul}[parts[1]](parts[0][1], parts[2][1]),
        )
    ),
    max_leaves=8,
)


@settings(max_examples=50, deadline=None)
@given(TREE)
def test_arithmetic_is_that_of_numbers(tree):
    expression, value = tree
    table = read("a\n1\n2\n")
    found = column_of(evaluate(parse(expression.replace("e+", "e"), "as"), table, "as"), "x", 2)
    assert found.data.tolist() == [pytest.approx(value)] * 2


@settings(max_examples=80, deadline=None)
@given(st.text(st.sampled_from("n+-*/()\"&=<> if,and1.[]xpier%^'"), max_size=30))
def test_any_text_is_worth_something_or_told_as_a_mistake(text):
    try:
        worth(text)
    except RecipeError as error:
        assert error.path == "as"


TAKES = (
    "if:2-3 or_else:2 blank:1 round:1-2 floor:1 ceiling:1 abs:1 sqrt:1 log:1 least:2-50 most:2-50 number:1 text:1 moment:1 upper:1 "
    "lower:1 trim:1 length:1 left:2 right:2 part:3 word:2 contains:2 starts:2 ends:2 replace:3 year:1 quarter:1 month:1 day:1 "
    "weekday:1 hour:1 minute:1 date:3 days_between:2 hours_between:2 minutes_between:2 add_days:2 add_hours:2"
)


@pytest.mark.parametrize("takes", TAKES.split())
def test_how_many_values_each_function_takes(takes):
    name, numbers = takes.split(":")
    least, most = (int(each) for each in (numbers.split("-") * 2)[:2])
    for number in (least - 1, most + 1):
        if number:
            with pytest.raises(RecipeError, match=f'"{name}" takes .* values, not {number}'):
                worth(f"{name}({', '.join(['n'] * number)})")


def test_that_is_all_there_are():
    inner = {"negative", "nothing", "and", "or", "not"}
    assert {each.split(":")[0] for each in TAKES.split()} == {name for name in FUNCTIONS if name[0].isalpha()} - inner
