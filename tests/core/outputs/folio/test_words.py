"""Words of a page: what of CommonMark they are, live facts in them, and how they are broken into lines."""

import random

import pytest
from markdown_it import MarkdownIt

from mottled_finch.core.figures.scene.typeface import BUNDLED
from mottled_finch.core.outputs.folio.flow import flow
from mottled_finch.core.outputs.folio.words import Block, Run, blocks_of, filled, plain


def told(words):
    return [(block.kind, block.depth, block.number, block.text) for block in blocks_of(words)]


def test_paragraphs_headlines_and_lists():
    words = "# Why\n\nSo *much* of it.\nA line.\n\n- one\n- two\n  - deep\n\n  more\n\n3. three\n4. four"
    assert told(words) == [
        ("heading", 0, None, "Why"),
        ("paragraph", 0, None, "So much of it.\nA line."),
        ("item", 1, None, "one"),
        ("item", 1, None, "two"),
        ("item", 2, None, "deep"),
        ("paragraph", 1, None, "more"),
        ("item", 1, 3, "three"),
        ("item", 1, 4, "four"),
    ]


def test_lists_lie_three_deep_at_most():
    words = "- a\n  - b\n    - c\n      - d\n        - e"
    assert [block.depth for block in blocks_of(words)] == [1, 2, 3, 3, 3]


@pytest.mark.parametrize(
    "words", ["<script>alert(1)</script>", "![x](http://a.example/x.png)", "[a](javascript:alert(1))", "`code`", "a | b", "---x"]
)
def test_what_is_no_emphasis_or_list_stays_text(words):
    assert told(words) == [("paragraph", 0, None, words)]


def test_facts_are_told_and_are_data():
    (block,) = filled(
        blocks_of("Of **{late.n}** and {late.highest.row}, {gone.n}."), {"late.n": "9", "late.highest.row": "*K* <b>"}.get
    )
    assert [(run.text, run.strong, run.fact) for run in block.runs] == [
        ("Of ", False, ""),
        ("9", True, "late.n"),
        (" and ", False, ""),
        ("*K* <b>", False, "late.highest.row"),
        (", ", False, ""),
        ("{gone.n}", False, "gone.n"),
        (".", False, ""),
    ]


def test_a_headline_is_no_common_mark():
    assert plain("1. *A* {n}") == (Run(text="1. *A* "), Run(text="{n}", fact="n"))


def test_no_words_of_random_text_are_lost():
    """Against the reader's own plain text, whatever is written."""
    lot = random.Random(5)
    parts = ["# ", "- ", "1. ", "*", "**", "\n", "\n\n", "  ", "word", "é", "<b>", "{n}", "{x.y", "&amp;", "\\*", "`", "|", "港"]
    reader = MarkdownIt("zero").enable(["list", "emphasis", "newline", "escape", "heading", "entity"])
    for _ in range(300):
        words = "".join(lot.choice(parts) for _ in range(lot.randrange(1, 25)))
        inlines = [token for token in reader.parse(words) if token.type == "inline"]
        expected = "".join(each.content for token in inlines for each in token.children if "break" not in each.type)
        found = "".join(run.text for block in blocks_of(words) for run in block.runs)
        assert found == expected


def test_lines_are_no_wider_than_their_room_and_hold_every_word():
    lot = random.Random(9)
    for _ in range(60):
        words = " ".join("x" * lot.randrange(1, 12) for _ in range(lot.randrange(1, 60)))
        bold = words.replace(" ", " **b** ", 2)
        flowed = flow(blocks_of(bold), (10.0, 20.0, 200.0, 4000.0), 14.0, 9.0, "#000000", BUNDLED)
        assert flowed.cut == 0 and flowed.size == 14.0
        for text in flowed.texts:
            assert text.x >= 10.0 and text.x + BUNDLED.width_of(text.text, text.size, text.weight) <= 210.01
        shown = " ".join(text.text for text in flowed.texts).split()
        assert shown == "".join(run.text for run in blocks_of(bold)[0].runs).split()


def test_a_mark_that_follows_bold_stays_with_it():
    block = Block(kind="paragraph", runs=(Run(text="a "), Run(text="bold", strong=True), Run(text=", and more")))
    width = BUNDLED.width_of("a ", 10) + BUNDLED.width_of("bold", 10, 600) + BUNDLED.width_of(",", 10) * 0.5
    lines: dict[float, str] = {}
    for text in flow([block], (0.0, 0.0, width, 999.0), 10.0, 10.0, "#000000", BUNDLED).texts:
        lines[text.y] = lines.get(text.y, "") + text.text
    assert any(line.startswith("bold,") or line.endswith("bold,") for line in lines.values())


def test_words_shrink_and_then_are_cut():
    words = blocks_of("\n\n".join(["A line of words"] * 10))
    roomy = flow(words, (0.0, 0.0, 300.0, 500.0), 16.0, 9.0, "#000000", BUNDLED)
    tight = flow(words, (0.0, 0.0, 300.0, 190.0), 16.0, 9.0, "#000000", BUNDLED)
    cut = flow(words, (0.0, 0.0, 300.0, 60.0), 16.0, 9.0, "#000000", BUNDLED)
    assert (roomy.size, roomy.cut) == (16.0, 0)
    assert 9.0 <= tight.size < 16.0 and tight.cut == 0 and tight.height <= 190.0
    assert cut.size == 9.0 and cut.cut > 0 and cut.height <= 60.0
