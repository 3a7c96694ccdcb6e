"""Conditions put beside each other and taken off, as their card does it."""

from hypothesis import given, settings
from hypothesis import strategies as st

MODULE = "features/plate/statement/keeping"


def condition(number):
    return {"field": "v", "above": number}


def numbered(shape):
    """Conditions, all of them different, in groups of such sizes: all of, any of, all of."""
    numbers = iter(range(99))
    return [[[condition(next(numbers)) for _ in range(parts)] for parts in group] for group in shape]


GROUPS = st.lists(st.lists(st.integers(1, 3), min_size=1, max_size=3), max_size=3).map(numbered)


def together(group):
    parts = [each[0] if len(each) == 1 else {"all": each} for each in group]
    return parts[0] if len(parts) == 1 else {"any": parts}


@settings(max_examples=15, deadline=None)
@given(GROUPS, st.data())
def test_a_part_is_put_and_taken_off_where_it_is_said(node, groups, data):
    keep = [together(group) for group in groups]
    apart = node(MODULE, "takenApart", [[each] for each in keep]) if keep else []
    assert apart == groups
    at = data.draw(st.integers(0, len(groups)))
    group = groups[at] if at < len(groups) else []
    alternative = data.draw(st.integers(0, len(group)))
    parts = group[alternative] if alternative < len(group) else []
    part = data.draw(st.integers(0, len(parts)))
    spot, new = {"at": at, "alternative": alternative, "part": part}, condition(100)

    def grown(parts_there):
        there = [*group[:alternative], *([parts_there] if parts_there else []), *group[alternative + 1 :]]
        return [together(each) for each in [*groups[:at], *([there] if there else []), *groups[at + 1 :]]]

    put, off = node(MODULE, "withPart", [[keep, spot, new], [keep, spot]])
    assert put == grown([*parts[:part], new, *parts[part + 1 :]])
    assert off == grown([*parts[:part], *parts[part + 1 :]])


def test_what_nests_deeper_is_one_part(node):
    deep = {"all": [condition(1), {"any": [condition(2), {"all": [condition(3), condition(4)]}]}]}
    assert node(MODULE, "takenApart", [[deep]]) == [[deep["all"]]]


def test_what_would_be_said_twice_is_said_once(node):
    one, other = condition(1), condition(2)
    beside, again, both = ({"at": 0, "alternative": 1, "part": 0}, {"at": 1, "alternative": 0, "part": 0}, {"any": [one, other]})
    calls = [[[one], beside, one], [[one], again, one], [[both], {**beside, "alternative": 2}, other]]
    assert node(MODULE, "withPart", calls) == [[one], [one], [both]]
