"""First looks find the patterns that were put into random tables, and none in noise; what says nothing is left out."""

import json

import numpy as np
import pytest

from mottled_finch.core.common.recipe import dump_recipe, load_recipe, load_table_part
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.matrices.looks import LOOKS_MOST, first_looks, small
from mottled_finch.core.matrices.looks import look as looking
from mottled_finch.core.matrices.looks.fields import cuts_of, sides_of
from mottled_finch.core.tables.mends import apply_mends
from mottled_finch.core.tables.table import Column, Kind, Table, smallest_codes
from mottled_finch.shell.cli import main

from ...conftest import read


def category(name: str, codes, labels=None) -> Column:
    entries = np.array(["", *(labels or (f"{name}{i}" for i in range(int(codes.max()) + 1)))], dtype=object)
    return Column(name=name, kind=Kind.CATEGORY, data=(codes + 1).astype(smallest_codes(len(entries))), entries=entries)


def number(name: str, values) -> Column:
    return Column(name=name, kind=Kind.NUMBER, data=np.asarray(values, dtype=np.float64))


def moment(name: str, moments) -> Column:
    distinct, codes = np.unique(moments.astype("datetime64[us]"), return_inverse=True)
    entries = np.concatenate([np.array(["NaT"], dtype="datetime64[us]"), distinct])
    return Column(name=name, kind=Kind.MOMENT, data=(codes + 1).astype(np.uint32), entries=entries)


def yes_no(name: str, true) -> Column:
    entries = np.array(["", "yes", "no"], dtype=object)
    return Column(name=name, kind=Kind.YES_NO, data=np.where(true, 1, 2).astype(np.uint8), entries=entries)


def minutes(rng, n: int):
    return np.datetime64("2025-01-01T00:00") + rng.integers(0, 365 * 24 * 60, n).astype("timedelta64[m]")


def noise(rng, n: int) -> list[Column]:
    return [
        category("a", rng.integers(0, 7, n)),
        category("b", rng.integers(0, 5, n)),
        category("c", rng.integers(0, 12, n)),
        number("x", rng.normal(size=n)),
        number("y", np.exp(2 * rng.normal(size=n))),
        number("z", rng.poisson(3, n)),
        yes_no("late", rng.random(n) < 0.3),
        moment("t", minutes(rng, n)),
    ]


def sides(look) -> set[str]:
    return {level.field for level in (*look.recipe.pivot.rows, *look.recipe.pivot.columns)}


@pytest.mark.parametrize("seed", range(12))
def test_in_noise_there_is_nothing(seed):
    rng = np.random.default_rng(seed)
    n = int(rng.integers(200, 30_000))
    assert first_looks(Table(tuple(noise(rng, n)))) == []


def planted(kind: str, rng, n: int) -> tuple[Column, str]:
    """A column in which a and b, as ``noise`` draws them, have left a pattern, and the measure that shows it."""
    table = noise(rng, n)
    a, b = table[0].data - 1, table[1].data - 1
    effect = rng.normal(size=(7, 5)) if kind != "sum" else rng.normal(size=(7, 1)) + rng.normal(size=(1, 5))
    if kind == "share":
        return yes_no("hit", rng.random(n) < 1 / (1 + np.exp(-effect[a, b]))), "share"
    return number("hit", rng.normal(size=n) * 2 + effect[a, b]), "average"


@pytest.mark.parametrize("kind", ["interplay", "sum", "share"])
@pytest.mark.parametrize("seed", range(4))
def test_a_pattern_that_was_put_in_leads(kind, seed):
    rng, again = np.random.default_rng(seed), np.random.default_rng(seed)
    hit, take = planted(kind, rng, 20_000)
    found = first_looks(Table((*noise(again, 20_000), hit)))
    assert found
    measure = found[0].recipe.pivot.measure
    assert (sides(found[0]), measure.take) == ({"a", "b"}, take)
    assert "hit" in (measure.of, measure.where.field if measure.where else None)
    assert "together explain" in found[0].why


def test_categories_that_go_together_are_told_by_their_most_unexpected_cell():
    rng = np.random.default_rng(1)
    a = rng.integers(0, 6, 6_000)
    b = rng.integers(0, 6, 6_000)
    b[(a == 2) & (rng.random(6_000) < 0.5)] = 4
    (look,) = first_looks(Table((category("a", a), category("b", b), number("x", rng.normal(size=6_000)))))
    assert look.recipe.pivot.measure.take == "count"
    assert "go together: “" in look.why
    assert {"a2", "b4"} <= set(look.why.split("“")[1].split("”")[0].split(", "))


def test_a_log_of_events_leads_with_its_weekdays_and_hours():
    rng = np.random.default_rng(2)
    days = rng.integers(0, 200, 9_000).astype("timedelta64[D]")
    hours = np.clip(rng.normal(11, 3, 9_000), 0, 23).astype(int).astype("timedelta64[h]")
    found = first_looks(Table((moment("at", np.datetime64("2025-01-01T00:00") + days + hours), *noise(rng, 9_000)[:2])))
    levels = (*found[0].recipe.pivot.rows, *found[0].recipe.pivot.columns)
    assert [level.cut for level in levels] == ["weekday", "hour"]
    assert found[0].why.startswith("Weekday of at explains less than 1 % of the swings in the number of records, hour of at ")


def test_a_table_that_is_a_matrix_already_leads_with_it():
    text = "vessel,seats,speed,crew\n" + "".join(f"V{i},{i * 10},{i % 4},{i % 3}\n" for i in range(1, 12))
    look = first_looks(read(text))[0]
    assert look.why == "The table is a matrix already: 11 rows named by vessel, and 3 columns of numbers."
    figure = make_figure(read(text), look.recipe)
    assert figure.matrix.shape == (11, 3)
    assert load_recipe(dump_recipe(look.recipe)) == look.recipe
    unfolded = apply_mends(read(text), look.recipe.table.mends).table
    assert first_looks(unfolded)[0].why == "The table was a matrix, and is shown as it stood."


def test_identifiers_near_constants_and_what_says_the_same_are_left_out():
    rng = np.random.default_rng(3)
    n = 4_000
    a = rng.integers(0, 7, n)
    columns = (
        number("number", np.arange(10_001, 10_001 + n)),
        category("a code", a, [f"{i}" for i in range(7)]),
        category("a", a, [f"Pier of {i}" for i in range(7)]),
        category("always", (rng.random(n) < 0.01).astype(int)),
        category("who", np.arange(n) % 900),
        number("x", rng.normal(size=n)),
        number("postcode", rng.integers(10_000, 99_999, n)),
    )
    assert [side.level.field for side in sides_of(Table(columns))] == ["a", "x"]
    assert first_looks(Table(columns)) == []


def test_a_plan_that_was_brought_is_what_others_are_told_per():
    rng = np.random.default_rng(5)
    n = 6_000
    a, b = rng.integers(0, 6, n), rng.integers(0, 5, n)
    done = rng.gamma(3, 10, n) * np.exp(rng.normal(size=(6, 5)))[a, b]
    log = Table((category("a", a), category("b", b), number("done", done)))
    plan = read("a,goal\n" + "".join(f"a{i},{1000 * (i + 1)}\n" for i in range(6)))
    mends = load_table_part({"mends": [{"do": "bring", "from": "plan", "keys": {"a": "a"}, "columns": ["goal"]}]}).mends
    measures = [look.recipe.pivot.measure for look in first_looks(apply_mends(log, mends, lambda _name, _path: plan).table)]
    assert any((m.take, m.of, m.per, m.once_a_key) == ("ratio", "done", "goal", True) for m in measures) or measures[0].of == "done"
    assert all(measure.of != "goal" for measure in measures)


def test_looks_are_few_unlike_each_other_and_make_figures():
    rng = np.random.default_rng(6)
    n = 30_000
    table = noise(rng, n)
    codes = [column.data.astype(int) - 1 for column in table[:3]]
    for i in range(5):
        one, other = codes[i % 3], codes[(i + 1) % 3]
        effect = rng.normal(size=(one.max() + 1, other.max() + 1))
        table.append(number(f"n{i}", rng.normal(size=n) + effect[one, other]))
    found = first_looks(Table(tuple(table)))
    assert 3 <= len(found) <= LOOKS_MOST
    shown = [(tuple(sorted(sides(look))), look.recipe.pivot.measure.of) for look in found]
    assert len(set(shown)) == len(shown)
    for look in found:
        figure = make_figure(Table(tuple(table)), small(look.recipe))
        assert min(figure.matrix.shape) > 1
        assert look.why.endswith(".")


def test_what_a_sample_shows_is_checked_on_all_records(monkeypatch):
    """A pattern in the records that are looked at closely alone is none: every hundredth here is another table."""
    rng = np.random.default_rng(7)
    n = 40_000
    monkeypatch.setattr(looking, "DECIDED_ON", n // 100)
    monkeypatch.setattr(looking, "_SCREENED_ON", n // 100)
    a, b = rng.integers(0, 4, n), rng.integers(0, 3, n)
    seen = np.zeros(n, dtype=bool)
    seen[np.linspace(0, n - 1, n // 100).astype(int)] = True
    x = np.where(seen, 5 * rng.normal(size=(4, 3))[a, b], 0) + 20 * rng.normal(size=n) * ~seen
    table = Table((category("a", a), category("b", b), number("x", x)))
    assert looking._candidates(table.taken(np.flatnonzero(seen)))[0][0].swings.both > 0.5
    assert first_looks(table) == []


@pytest.mark.parametrize(
    ("moments", "cuts"),
    [
        (np.arange("2025-01-01", "2025-12-31", dtype="datetime64[D]"), ["weekday", "month"]),
        (np.arange("2023-01-01", "2025-12-31", dtype="datetime64[D]"), ["weekday", "year", "month"]),
        (np.arange("2025-01-01", "2025-01-12", dtype="datetime64[D]"), ["date"]),
        (np.datetime64("2025-01-01T05:00") + np.arange(12).astype("timedelta64[h]"), ["hour"]),
        (np.array(["2024-01-01", "2024-07-01", "2025-01-01", "2025-08-01"], dtype="datetime64[D]"), ["year_month"]),
    ],
)
def test_moments_are_cut_into_parts_of_which_there_are_several(moments, cuts):
    assert cuts_of(moment("t", moments)) == cuts


def test_odd_tables_have_none():
    for text in ("a\nx\n", "a,b\nx,1\n", "a,b\n,\n,x\n", "n,m\n1,2\n3,4\n5,6\n"):
        assert first_looks(read(text)) == []


def test_the_shell_prints_a_look_a_line_and_says_where_there_is_only_noise(tmp_path, capsys):
    rng = np.random.default_rng(8)
    hits = [(i % 6, i % 5, float(rng.normal() + ((i % 6) * (i % 5)) % 7)) for i in range(900)]
    (tmp_path / "hits.csv").write_text("a,b,x\n" + "".join(f"a{a},b{b},{x}\n" for a, b, x in hits))
    assert main(["looks", str(tmp_path / "hits.csv")]) == 0
    lines = [json.loads(line) for line in capsys.readouterr().out.splitlines()]
    assert all(set(line) == {"why", "recipe"} for line in lines)
    recipe = load_recipe(lines[0]["recipe"])
    assert (recipe.pivot.measure.of, recipe.pivot.rows[0].field) == ("x", "a")
    (tmp_path / "noise.csv").write_text("a,x\n" + "".join(f"a{i % 3},{rng.normal()}\n" for i in range(60)))
    assert main(["looks", str(tmp_path / "noise.csv")]) == 1
    assert capsys.readouterr().out == ""
