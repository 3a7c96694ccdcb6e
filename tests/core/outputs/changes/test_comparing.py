"""What changed since the edition before: held against brute force, told in words, and as a page of a folio."""

import math
import random

import pytest

from mottled_finch.core.common.language import OURS, language_of
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.changes.comparing import CellMove, Since, since, told
from mottled_finch.core.outputs.folio.pages import laid_out, recipe_for

from ...conftest import read
from ..folio.conftest import CROWD, LATE, TEXT, folio_of

NEXT = TEXT.replace("Brackwater,Feb,4,60", "Brackwater,Feb,40,60").replace("Knot,", "Osprey,") + "Dunlin,Jan,5,50\n"


def made(text, **parts):
    return make_figure(read(text), load_recipe({**LATE, **parts}))


def test_the_same_records_changed_nothing():
    same = since(made(TEXT), made(TEXT))
    assert not same.any and same.cells == 9 and told(same, OURS) == []


def test_cells_members_claims_and_their_words():
    found = since(made(NEXT), made(TEXT))
    (move,) = found.moved
    assert (move.name, move.now, move.before, move.by) == ("Brackwater, Feb", "40", "4", 36.0)
    assert found.cells == 6 and found.came == (("Dunlin", 1), ("Osprey", 3)) and found.went == (("Knot", 3),)
    assert [(each.words, each.holds) for each in found.turned] == [("highest row is Knot", False)]
    assert told(found, OURS) == [
        "It is no longer so that highest row is Knot: highest row is Brackwater.",
        "Brackwater, Feb: 40, 4 before",
        "Dunlin is new, on 1 record.",
        "Osprey is new, on 3 records.",
        "Knot is gone; it had 3 records.",
    ]
    assert move.color == made(NEXT).scene.grid.fills[0 + 3]


def test_steps_are_of_the_scale_that_stands_now():
    bands = {"color": {"bands": {"cuts": [3, 20]}}}
    (move,) = since(made(NEXT, **bands), made(TEXT, **bands)).moved
    assert move.steps == 1
    (ramp,) = since(made(NEXT), made(TEXT)).moved
    assert ramp.steps == 254 - round(4 / 40 * 254)


def test_cautions_that_came_and_went():
    shown, hidden = made(TEXT), made(TEXT, legend={"show": False})
    assert since(hidden, shown).cautions_came == ("The colors have no legend.",)
    assert told(since(shown, hidden), OURS) == ["A caution has gone: The colors have no legend."]


@pytest.mark.parametrize("seed", range(20))
def test_against_brute_force(seed):
    lot = random.Random(seed)

    def records():
        lines = [f"{lot.choice('abcd')},{lot.choice('xyz')},{lot.choice([1, 2, 3, ''])}" for _ in range(lot.randrange(5, 30))]
        return "r,c,v\n" + "\n".join(lines) + "\n"

    def cells(text):
        found: dict = {}
        for line in text.splitlines()[1:]:
            r, c, v = line.split(",")
            found.setdefault((r, c), []).append(v)
        return {key: (sum(float(v) for v in values if v) if any(values) else math.nan) for key, values in found.items()}

    texts = records(), records()
    recipe = load_recipe(
        {"finch_recipe": 2, "pivot": {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}}
    )
    now, before = cells(texts[0]), cells(texts[1])
    found = since(*(make_figure(read(text), recipe) for text in texts))
    sides = [tuple({key[side] for key in each} for each in (now, before)) for side in (0, 1)]
    common = [(r, c) for r in sides[0][0] & sides[0][1] for c in sides[1][0] & sides[1][1]]

    def differ(key):
        one, other = now.get(key, math.nan), before.get(key, math.nan)
        return not (one == other or (math.isnan(one) and math.isnan(other)))

    assert {each.name for each in found.moved} == {", ".join(key) for key in common if differ(key)}
    assert {name for name, _ in found.came} == (sides[0][0] - sides[0][1]) | (sides[1][0] - sides[1][1])
    assert {name for name, _ in found.went} == (sides[0][1] - sides[0][0]) | (sides[1][1] - sides[1][0])
    sizes = [abs(each.by) for each in found.moved if each.by == each.by]
    assert sizes == sorted(sizes, reverse=True)


def test_a_page_tells_it_plate_by_plate():
    spec = folio_of({"arrange": "since"}, {"plates": ["late"]}, {"plates": ["crowd"]}).spec
    figures = {"late": made(NEXT), "crowd": make_figure(read(NEXT), load_recipe(CROWD))}
    changes = {name: since(figure, make_figure(read(TEXT), figure.recipe)) for name, figure in figures.items()}
    page = laid_out(spec, figures, changes=changes).pages[0]
    assert page.title == "Since the edition before"
    assert [block.text for block in page.blocks][:3] == [
        "Late",
        "It is no longer so that highest row is Knot: highest row is Brackwater.",
        "Brackwater, Feb: 40, 4 before",
    ]
    assert "Crowded" in [block.text for block in page.blocks]
    assert [block.text for block in laid_out(spec, figures).pages[0].blocks] == ["There is no edition before."]
    same = {name: since(figure, figure) for name, figure in figures.items()}
    assert [b.text for b in laid_out(spec, figures, changes=same).pages[0].blocks] == ["Nothing changed since the edition before."]


def test_a_page_in_another_language_tells_it_in_that():
    spec = folio_of({"arrange": "since"}, page={"language": "de"}).spec
    figure = make_figure(read(NEXT), recipe_for(spec, load_recipe(CROWD)))
    change = since(figure, make_figure(read(TEXT), figure.recipe))
    page = laid_out(spec, {"crowd": figure}, changes={"crowd": change}).pages[0]
    assert page.title == "Seit der letzten Ausgabe"
    lines = [block.text for block in page.blocks]
    assert "Dunlin ist neu, mit 1 Datensatz." in lines and "Knot ist weggefallen, zuvor 3 Datensätze." in lines
    assert [b.text for b in laid_out(spec, {"crowd": figure}).pages[0].blocks] == ["Es gibt keine frühere Ausgabe."]
    assert "Dunlin is new, on 1 record." in told(change, OURS)  # as the screen and a plan's log say it


def test_many_cells_that_moved_are_counted():
    moves = tuple(CellMove(row=f"r{i}", column="", now="", before="1", by=1.0, steps=0) for i in range(1_204))
    assert told(Since(moved=moves), OURS, 3)[2:] == ["r2: no value, 1 before", "1,201 more cells moved less."]
    assert told(Since(moved=moves[:4]), OURS, 3)[-1] == "1 more cell moved less."
    assert told(Since(moved=moves), language_of("fr"), 3)[2:] == [
        "r2 : pas de valeur, auparavant 1",
        "1\xa0201 autres cellules ont moins changé.",
    ]
