"""What a name turns ends with the name."""

import unicodedata

from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.common.language.directions import apart, closed, isolated
from mottled_finch.core.common.language.english import field_words

from ...conftest import figure_of

RLO, LRE, PDF, FSI, PDI = "\u202e", "\u202a", "\u202c", "\u2068", "\u2069"
TEXTS = st.text(alphabet="ab “”" + "\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069", max_size=12)


def depth(text: str) -> int | None:
    """How much is still turned at the end, as UAX #9 has it (X1 to X7); None where something was ended that was not turned."""
    stack: list[str] = []
    for mark in text:
        kind = unicodedata.bidirectional(mark)
        if kind in ("LRE", "RLE", "LRO", "RLO", "LRI", "RLI", "FSI"):
            stack.append(kind[-1])
        elif kind == "PDI":
            if "I" not in stack:
                return None
            while stack.pop() != "I":
                pass
        elif kind == "PDF":
            if stack[-1:] in ([], ["I"]):
                return None
            stack.pop()
    return len(stack)


def test_what_is_turned_is_ended_and_plain_names_are_as_they_are():
    assert closed(f"a{RLO}b") == f"a{RLO}b{PDF}"
    assert closed(f"a{PDI}b{PDF}") == "ab"
    assert closed(f"{FSI}a{RLO}b{PDI}c") == f"{FSI}a{RLO}b{PDI}c"
    assert isolated("Ardle قارب") == "Ardle قارب"
    assert isolated(f"gpj.{RLO}x") == f"{FSI}gpj.{RLO}x{PDF}{PDI}"
    assert apart(f"“a{RLO}b” looks like “c”.") == f"“{FSI}a{RLO}b{PDF}{PDI}” looks like “c”."
    assert field_words(f"pier{RLO}_x") == f"{FSI}pier{RLO} x{PDF}{PDI}"


@given(TEXTS)
def test_nothing_reaches_beyond_a_text(text):
    for made in (closed(text), isolated(text), apart(text)):
        assert depth(made) == 0
    assert closed(closed(text)) == closed(text)
    without = str.maketrans("", "", PDF + PDI)
    assert closed(text).translate(without) == text.translate(without), "nothing but ends comes or goes"


@given(TEXTS)
def test_what_stands_behind_a_quoted_name_is_not_turned_by_it(text):
    name = text.replace("“", "").replace("”", "")
    before, _, _ = apart(f"“{name}” is new.").partition("” is new.")
    assert depth(before) == 0


@given(st.lists(TEXTS, min_size=2, max_size=3, unique=True), st.booleans())
def test_the_alternative_text_of_a_figure_is_not_turned_by_its_members(names, each):
    lines = "".join(f"p{at}{name},{at}\n" for at, name in enumerate(names))
    pivot = {"rows": [{"field": "pier"}], "measure": {"take": "sum", "of": "minutes"}}
    parts = {"each": [{"row": [], "unit": "minutes"}]} if each else {}
    figure = figure_of(f"pier,minutes\n{lines}", pivot=pivot, words={"title": "{highest.row} first, {lowest.row} last"}, **parts)
    if not each:
        highest, lowest = (isolated(figure.matrix.rows[line][0]) for line in (-1, 0))
        assert " ".join(f"{highest} first, {lowest} last".split()) in [text.text for text in figure.scene.texts]
    told = figure.scene.alternative
    for (name,) in (figure.matrix.rows[0], figure.matrix.rows[-1]):
        before, found, _ = told.partition(isolated(name))
        assert found
        assert depth(before) == 0
