"""Measuring, cutting and wrapping text."""

from itertools import pairwise

from fontTools.ttLib import TTFont
from hypothesis import given
from hypothesis import strategies as st

from mottled_finch.core.figures.scene.type import CAP_HEIGHT
from mottled_finch.core.figures.scene.typeface import BUNDLED, FILES

WORDS = st.text(st.sampled_from("ab cdé,.XW19 "), max_size=60)


def test_digits_are_as_wide_as_each_other_so_that_columns_align():
    assert len({BUNDLED.width_of(digit, 12) for digit in "0123456789"}) == 1
    assert len({BUNDLED.width_of(digit, 12, 600) for digit in "0123456789"}) == 1


def test_width_is_the_sum_of_advances_where_nothing_is_kerned():
    font = TTFont(FILES[400])
    advances = [font["hmtx"][name][0] for name in ("one", "two", "three", "four")]
    assert BUNDLED.width_of("1234", 10) == sum(advances) / 100


def test_letters_the_font_lacks_are_known_and_measured_as_squares():
    assert BUNDLED.covers("Zürich, Ελλάδα, Кавказ −1.5…")
    assert not BUNDLED.covers("東京都")
    assert BUNDLED.width_of("東京都", 10) == 30


def test_kerning_counts():
    assert BUNDLED.width_of("AV", 100) < BUNDLED.width_of("A", 100) + BUNDLED.width_of("V", 100)


def test_cap_height_is_that_of_the_font():
    assert TTFont(FILES[400])["OS/2"].sCapHeight / 1000 == CAP_HEIGHT


@given(WORDS, st.floats(8, 200))
def test_what_is_cut_fits_and_begins_the_same(text, most):
    shown = BUNDLED.cut(text, most, 12)
    assert shown == text or (shown.endswith("…") and text.startswith(shown[:-1]))
    assert BUNDLED.width_of(shown, 12) <= most or shown == "…"


@given(WORDS, st.integers(1, 4))
def test_wrapped_lines_fit_and_lose_no_word_unless_cut(text, lines):
    found = BUNDLED.wrap(text, 120, 12, lines)
    assert len(found) <= lines
    assert all(BUNDLED.width_of(line, 12) <= 120 for line in found)
    if not any(line.endswith("…") for line in found):
        assert " ".join(found).split() == text.split()


@given(st.text(st.sampled_from("北港码头ー。、（「」）ッab 1,"), max_size=30), st.integers(12, 90))
def test_signs_are_parted_where_a_line_may_end(text, most):
    found = BUNDLED.wrap(text, most, 12, 40)
    if any(line.endswith("…") for line in found):
        return
    assert "".join(found).replace(" ", "") == text.replace(" ", "")
    for one, other in pairwise(line for line in found if line):
        blank = f"{one} {other}" in " ".join(text.split())
        assert blank or not (other[0] in "ー。、」）ッ," or one[-1] in "（「")


def test_line_breaks_are_kept():
    assert BUNDLED.wrap("one\ntwo three", 500, 12, 3) == ["one", "two three"]
