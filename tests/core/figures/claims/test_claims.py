"""Claims: read as they are said, held against brute force, told with what holds now."""

import random

import pytest

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.recipe import dump_recipe, load_recipe
from mottled_finch.core.common.recipe.claim_grammar import quoted, read_claim
from mottled_finch.core.common.vocabulary import FACT_TERMS, NUMBER_FACTS
from mottled_finch.core.figures.claims.judging import judged, offered
from mottled_finch.core.figures.claims.titles import put_right, strays
from mottled_finch.core.figures.contents.facts import NUMBERS

from ...conftest import figure_of

PIVOT = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "average", "of": "v"}}
TEXT = "r,c,v\n" + "".join(
    f"{r},{c},{3 * i + j}\n"
    for i, r in enumerate(("Brackwater", "Tickets", "Crowding"))
    for j, c in enumerate(("Jan", "Feb", "Mar"))
)
TARGET = {"middle": {"at": 4}, "high_is": "bad"}
CASES = {
    "highest row is Crowding": (True, "highest row is Crowding"),
    "Highest Row is crowding.": (True, "highest row is Crowding"),
    "highest row is not Crowding": (False, "highest row is Crowding"),
    "highest row is Brackwater": (False, "highest row is Crowding"),
    "highest is 8": (True, "highest is 8"),
    "highest is at least 8": (True, "highest is 8"),
    "highest is above 8": (False, "highest is 8"),
    "lowest is below 1": (True, "lowest is 0"),
    "total is 4.0": (True, "total is 4"),
    "n is 9": (True, "n is 9"),
    "lit is at most 3": (False, "there is no lit in this figure"),
    "share of cells on target is at least 55 %": (True, "share of cells on target is 55.6%"),
    "share of cells on target is at least 0.56": (False, "share of cells on target is 55.6%"),
    "share of cells at most 5 is above 0.6": (True, "share of cells at most 5 is 66.7%"),
    "share of cells lit is at least 5%": (False, "all cells are lit"),
    "rank of Tickets is 2": (True, "rank of Tickets is 2"),
    "rank of Tickets is 1": (False, "rank of Tickets is 2"),
    "rank of Mar is at most 1": (True, "rank of Mar is 1"),
    "rank of Osprey is 1": (False, "“Osprey” is not in the figure"),
    "Crowding is above the total": (True, "Crowding has 7 against 4"),
    "Tickets and Crowding are above the total": (False, "Tickets has 4 against 4"),
    "Tickets to Crowding are above 3": (True, "all 2 are above 3"),
    "Brackwater to Tickets are above 3": (False, "Brackwater has 1 against 3"),
    "Brackwater, Tickets and Crowding are below 9": (True, "all 3 are below 9"),
    "Brackwater, Tickets and Crowding are above 5": (False, "Brackwater has 1 against 5, and 1 more is not above it"),
    "Crowding, Tickets and Brackwater are in order": (True, "Crowding, Tickets and Brackwater are in order"),
    "Tickets, Crowding and Brackwater are in order": (False, "Crowding, Tickets and Brackwater are in order"),
    "Crowding and Jan are above 0": (False, "“Jan” is not in the figure"),
}


@pytest.mark.parametrize("words", CASES)
def test_what_is_claimed_holds_or_what_holds_is_told(words):
    (found,) = judged(figure_of(TEXT, pivot=PIVOT, color=TARGET, claims=[words]))
    assert (found.holds, found.now) == CASES[words]
    if found.instead:
        (again,) = judged(figure_of(TEXT, pivot=PIVOT, color=TARGET, claims=[found.instead]))
        assert again.holds and not found.holds


@pytest.mark.parametrize(
    ("words", "sentence"),
    [
        ("", "1 to 300 letters"),
        ("x" * 301, "1 to 300 letters"),
        ("highst row is A", "no claim that can be checked.*did you mean"),
        ("everything is fine", "no claim that can be checked"),
        ("highest row is above 3", "row of the highest value is no number"),
        ("highest is at least much", "compared with a number, and “much” is none"),
        ("share of cells on target is at least 80", "from 0 to 1"),
        ("A, , B are in order", "a name is missing"),
    ],
)
def test_what_is_no_claim_is_refused_at_its_place(words, sentence):
    with pytest.raises(RecipeError, match=rf"claims\[1\]: .*{sentence}"):
        load_recipe({"finch_recipe": 2, "pivot": PIVOT, "claims": ["n is 9", words]})
    assert dump_recipe(load_recipe({"finch_recipe": 2, "pivot": PIVOT, "claims": ["n is 9"]}))["claims"] == ["n is 9"]


def test_too_many_are_refused():
    with pytest.raises(RecipeError, match="there are 21 claims; a plate makes 20 at most"):
        load_recipe({"finch_recipe": 2, "pivot": PIVOT, "claims": ["n is 9"] * 21})


NAMES = [
    "Ac is to",
    "rank of",
    "a, b",
    "“x”",
    "Jan to Mar",
    "above",
    "highest row",
    "A  B",
    "ספינה",
    "x and y",
    "plain",
    "total",
    '5" pipe',
]


@pytest.mark.parametrize("name", NAMES)
def test_any_name_can_be_claimed(name):
    lines = "".join('"{}",{}\n'.format(each.replace('"', '""'), i) for i, each in enumerate((name, "other", "third")))
    figure = figure_of(f"r,v\n{lines}", pivot={"rows": [{"field": "r"}], "measure": {"take": "sum", "of": "v"}})
    said = [f"rank of {quoted(name)} is 3", f"{quoted(name)} is below 1", f"third, other and {quoted(name)} are in order"]
    assert [read_claim(words, "").members[-1] for words in said] == [name] * 3
    claims = judged(figure_of(f"r,v\n{lines}", pivot={**PIVOT, "columns": [], "measure": {"take": "sum", "of": "v"}}, claims=said))
    assert [claim.holds for claim in claims] == [True] * 3
    assert f"lowest row is {quoted(name)}" in offered(figure)


@pytest.mark.parametrize("seed", range(30))
def test_against_brute_force(seed):
    """Claims about a random table, judged from its records alone."""
    lot = random.Random(seed)
    rows, columns = "abcde"[: lot.randint(2, 5)], "uvwxy"[: lot.randint(2, 5)]
    records = [(r, c, lot.randrange(-20, 60)) for r in rows for c in columns for _ in range(lot.choice([0, 1, 1, 3]))]
    records += [(rows[0], columns[0], 5), (rows[1], columns[1], 7)]
    text = "r,c,v\n" + "".join(f"{r},{c},{v}\n" for r, c, v in records)

    def average(r: str | None = None, c: str | None = None) -> float | None:
        found = [v for row, column, v in records if r in (None, row) and c in (None, column)]
        return sum(found) / len(found) if found else None

    cells = {(r, c): value for r in rows for c in columns if (value := average(r, c)) is not None}
    bound, least = lot.randrange(-10, 40), lot.choice([0.25, 0.5, 0.75])
    here_rows = [r for r in rows if average(r) is not None]
    here_columns = [c for c in columns if average(c=c) is not None]
    one, other = lot.sample(here_rows, 2)
    column = lot.choice(here_columns)
    top = max(cells.values())
    firsts = {key for key, value in cells.items() if value == top}
    claims = {
        f"highest is at least {bound}": top >= bound,
        f"lowest is below {bound}": min(cells.values()) < bound,
        f"share of cells at least {bound} is at least {least}": sum(v >= bound for v in cells.values()) / len(cells) >= least,
        f"share of cells below {bound} is at most {least}": sum(v < bound for v in cells.values()) / len(cells) <= least,
        f"rank of {one} is 1": average(one) == max(average(r) for r in here_rows),
        f"rank of {column} is at most 2": sum(average(c=c) > average(c=column) for c in here_columns) < 2,
        f"{one} and {other} are above the total": min(average(one), average(other)) > average(),
        f"{one} and {other} are below {bound}": max(average(one), average(other)) < bound,
        f"{one} and {other} are in order": average(one) >= average(other),
        f"n is {len(records)}": True,
    }
    if len(firsts) == 1:
        claims[f"highest row is {one}"] = next(iter(firsts))[0] == one
    found = judged(figure_of(text, pivot=PIVOT, claims=list(claims)))
    assert {each.words: each.holds for each in found} == claims


def test_what_is_offered_holds():
    for seed in range(12):
        lot = random.Random(seed)
        text = "r,c,v\n" + "".join(f"{r},{c},{lot.randrange(99)}\n" for r in ("a to b", "c", '"d, e"') for c in "xyz")
        figure = figure_of(text, pivot=PIVOT)
        words = offered(figure)
        both = [side for side in ("row", "column") if figure.facts.text(f"highest.{side}") == figure.facts.text(f"lowest.{side}")]
        assert len(words) == 6 - 2 * len(both)
        assert all(claim.holds for claim in judged(figure_of(text, pivot=PIVOT, claims=words)))


def test_names_that_no_claim_can_hold_are_not_offered():
    """One too long, and one with every mark."""
    names = ("a" * 400, '5" ”x')
    lines = ['"{}",x,{}\n'.format(name.replace('"', '""'), 9 + i) for i, name in enumerate(names)]
    figure = figure_of("r,c,v\n" + "".join(lines) + "low,x,-2\n", pivot={**PIVOT, "columns": []}, claims=["highest row is nobody"])
    assert offered(figure) == ["lowest row is low"]
    assert judged(figure)[0].instead == ""


def test_the_facts_that_are_numbers_are_those_that_have_one():
    assert set(NUMBERS) == NUMBER_FACTS < set(FACT_TERMS)


def test_of_a_figure_without_cells_no_claim_holds():
    pivot = {**PIVOT, "keep": [{"field": "v", "above": 99}]}
    figure = figure_of(TEXT, pivot=pivot, claims=["highest row is Crowding", "n is 0", "Jan is above 0"])
    assert [claim.holds for claim in judged(figure)] == [False, True, False]
    assert offered(figure) == []


def test_claims_are_english_whatever_the_language_of_the_page():
    figure = figure_of(
        TEXT, pivot=PIVOT, page={"language": "de"}, claims=["highest is 8.0", "total is at least 3.9", "Jan is above 2"]
    )
    assert all(claim.holds for claim in judged(figure))


def test_highest_and_lowest_do_not_both_hold_of_one_member():
    text = "r,c,v\na,x,1\na,y,9\nb,x,4\nb,y,5\n"
    both = judged(figure_of(text, pivot=PIVOT, claims=["highest row is a", "lowest row is a", "highest row is not b"]))
    assert [each.holds for each in both] == [False, False, True]
    assert both[0].now == "the highest and the lowest cell are both in a"
    for one in ("highest row is a", "lowest row is a"):  # alone each says which cell is meant
        assert judged(figure_of(text, pivot=PIVOT, claims=[one]))[0].holds
    assert not [words for words in offered(figure_of(text, pivot=PIVOT)) if " row is " in words]


@pytest.mark.parametrize(
    ("title", "claims", "wanted"),
    [
        ("Brackwater leads", ["highest row is Brackwater"], ("Crowding leads", ("highest row is Crowding",))),
        (
            "Late: brackwater, always BRACKWATER",
            ["highest row is Brackwater"],
            ("Late: Crowding, always Crowding", ("highest row is Crowding",)),
        ),
        ("Tickets come first", ["rank of Tickets is 1"], ("Crowding come first", ("rank of Crowding is 1",))),
        ("Brackwater leads", ["highest row is Brackwater", "n is 9"], ("Crowding leads", ("highest row is Crowding", "n is 9"))),
        ("Brackwater leads", ["highest row is Brackwater", "n is 8"], ("Crowding leads", ("highest row is Crowding", "n is 9"))),
        ("Brackwaters lead", ["highest row is Brackwater"], None),
        ("One leads", ["highest row is Brackwater"], None),
        ("Brackwater behind Crowding", ["highest row is Brackwater"], None),
        ("Brackwater leads", ["highest row is Brackwater", "highest is at least 9"], None),
        ("Crowding leads", ["highest row is Crowding"], None),
        ("Tickets lag", ["rank of Tickets is 7"], None),
    ],
)
def test_a_title_is_put_right_with_its_claims(title, claims, wanted):
    figure = figure_of(TEXT, pivot=PIVOT, claims=claims)
    assert put_right(figure, title, judged(figure)) == wanted


@pytest.mark.parametrize(
    ("title", "claims", "wanted"),
    [
        ("Tickets lead", ["highest row is Crowding"], ("Tickets", "Crowding")),
        ("Tickets and Crowding lead", ["highest row is Crowding"], None),
        ("Tickets lead", ["highest column is Mar"], None),
        ("Tickets lead in March", ["highest row is not Tickets"], None),
        ("Some lead", ["highest row is Crowding"], None),
        ("Tickets lead", ["rank of Crowding is 1", "n is 9"], ("Tickets", "Crowding")),
        ("Tickets lead", ["Tickets to Crowding are above 3"], None),
    ],
)
def test_a_title_that_names_others_than_its_claims_is_found(title, claims, wanted):
    assert strays(figure_of(TEXT, pivot=PIVOT), title, tuple(claims)) == wanted


def test_members_of_nested_sides_are_named_in_titles_by_their_innermost_labels():
    members = (("In", "Ash", 1), ("In", "Elm", 9), ("Out", "Oak", 5))
    text = "g,r,c,v\n" + "".join(f"{g},{r},{c},{v}\n" for g, r, v in members for c in "pq")
    nested = {**PIVOT, "rows": [{"field": "g"}, {"field": "r"}]}
    figure = figure_of(text, pivot=nested, claims=['highest row is "In, Ash"'])
    assert put_right(figure, "Ash leads", judged(figure)) == ("Elm leads", ('highest row is "In, Elm"',))
    assert strays(figure, "Oak leads", ("rank of Elm is 1",)) == ("Oak", "Elm")
    assert strays(figure, "Elm leads", ('highest row is "In, Elm"',)) is None
