"""Patterns mean the same to Python, which looks few texts through, and to Arrow, which looks many."""

import random

import pyarrow as pa
import pytest

from mottled_finch.core.tables.intake import moments, numbers
from mottled_finch.core.tables.intake.numbers import matches

PATTERNS = (
    r"\d",
    r"\.",
    r"[.,]",
    r"(?i)[ap]\.?m\.?\b",
    numbers.PLAIN,
    numbers.NAME_LIKE,
    numbers.EITHER_WAY,
    numbers._BOTH_WAYS,
    numbers._NO_NUMBER,
    *numbers._STYLES.values(),
    moments.LOCAL,
    moments._ISO,
    *moments._PATTERNS,
    *(pattern for patterns, _ in moments._PARTLY for pattern in patterns),
)
PARTS = (
    *("0", "1", "7", "12", "123", "2024", "000", ".", ",", "-", "+", "'", "’", " ", ":", "/", "e", "E5", "T", "Z", "+01:00", "%"),
    *("Q1", "pm", "A.M.", "Jan", "März", "年", "٣", "²", "\n", "\r\n", "x", "€", "(", ")", "−", "\u00a0", "Uhr", "1st", "de "),
)
WHOLE = (
    *("2024-01-31", "2024-01-31T10:20:30Z", "31.12.2024 08:15", "1,234.50", "1.234,5", "12:30 pm", "Q1 2024", "2024-05", "007"),
    *("1e9", "1.234", "-1,234", "Fri, 5 Jan 2024", "Jan 5, 2024 9:30", "2024 Jan 5", "2024年1月5日", "03/2024", "March 2024"),
    *("Jan-24", "2024 March", "2024年3月", "2024 Q1", "1. Quartal 2024", "2024/1/5"),
)


def random_texts(seed, many):
    lot = random.Random(seed)
    texts = ["", *WHOLE, *(f"{each}\n" for each in WHOLE), *(f"{each} " for each in WHOLE)]
    for _ in range(many):
        texts.append("".join(lot.choice(PARTS) for _ in range(lot.randint(1, 7))))
        begin = list(lot.choice(WHOLE))
        begin[lot.randrange(len(begin))] = lot.choice(PARTS)
        texts.append("".join(begin))
    return texts


@pytest.mark.parametrize("pattern", PATTERNS)
def test_few_texts_are_told_as_many_are(pattern):
    texts = [*random_texts(7, 900), None]
    assert len(texts) > numbers._FEW
    at_once = matches(pa.array(texts, pa.string()), pattern).tolist()
    parts = (texts[i : i + 100] for i in range(0, len(texts), 100))
    few = [each for part in parts for each in matches(pa.array(part, pa.string()), pattern).tolist()]
    assert [texts[i] for i in range(len(texts)) if at_once[i] != few[i]] == []
    assert any(at_once) and not all(at_once)


def test_what_python_would_read_otherwise_is_left_to_arrow():
    assert numbers._quick(r"^\p{L}+$") is None and numbers._quick(r"[$€]\d") is None and numbers._quick(numbers.PLAIN)


OTHERS = ("2024-01-02", "1-800", "3.4.2024 10:20", "a7", "17", "1e-5", "12:30")


@pytest.mark.parametrize("seed", range(4))
def test_the_decimal_mark_of_a_table_is_that_of_all_its_texts_taken_apart(seed, monkeypatch):
    """Columns that are told apart before are those that say nothing."""
    lot = random.Random(seed)
    for _ in range(30):
        columns = []
        for _ in range(lot.randint(1, 4)):
            text = lot.choice(("1,204.5", "1.204,50", "12.5", "€ 7,25", "(3.10)", "5,5%", *OTHERS))
            texts = [text.replace("2", str(lot.randint(1, 9))) for _ in range(5)] + lot.choice([[], ["x"], ["", "n/a"] * 4])
            columns.append((pa.array(texts), pa.array([lot.randint(0, 3) for _ in texts]).to_numpy()))
        quick = numbers.decimal_of(columns, ",")
        with monkeypatch.context() as patched:
            patched.setattr(numbers, "_NO_NUMBER", "never")
            patched.setattr(numbers, "PLAIN", "never")
            assert numbers.decimal_of(columns, ",") == quick
