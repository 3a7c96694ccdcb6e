"""A figure in the reader's language: heads, numbers, dates, our own words; and nothing else of it moves."""

import json
import re
import string

import numpy as np
import pytest

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.language import LANGUAGES, code_of, language_of
from mottled_finch.core.common.language.words import REVIEWED, WORDS
from mottled_finch.core.common.vocabulary import CUT_TERMS, MEASURE_TERMS, SHOW_TERMS, SPREAD_TERMS
from mottled_finch.core.matrices.looks.language import proposed_language
from mottled_finch.core.outputs.draw.csv import draw_csv
from mottled_finch.core.outputs.draw.json import draw_json

from ...conftest import figure_of, read

TEXT = "pier,day,late\n" + "".join(
    f"p{i % 5},2025-{1 + i % 12:02}-{1 + i % 28:02} {i % 24:02}:00,{(i * 7) % 40 * 1000 if i % 9 else ''}\n" for i in range(400)
)
SUM = {"take": "sum", "of": "late"}


def pivot(cut: str = "month", **more) -> dict:
    return {"rows": [{"field": "pier"}], "columns": [{"field": "day", "cut": cut}], "measure": SUM, **more}


def texts(figure, part: str) -> list[str]:
    return [text.text for text in figure.scene.texts if text.part == part]


def holes(words: str) -> set[str]:
    return {name for _, name, _, _ in string.Formatter().parse(words) if name}


@pytest.mark.parametrize("word", WORDS["en"])
def test_every_word_is_there_in_every_reviewed_language_with_its_holes(word):
    for language in REVIEWED:
        said = WORDS[language][word]
        assert said and said == said.strip()
        assert holes(said) <= holes(WORDS["en"][word]) | {"number"}, language
        assert holes(said) >= holes(WORDS["en"][word]) - {"p"}, language


def test_there_is_a_word_for_every_measure_show_cut_and_spread():
    said = WORDS["en"].keys()
    assert {f"take_{name}" for name in MEASURE_TERMS} <= said
    assert {f"show_{name}" for name in SHOW_TERMS if name != "value"} <= said
    assert {f"cut_{name}" for name in CUT_TERMS} <= said
    assert {f"spread_{name}" for name, term in SPREAD_TERMS.items() if term.told} <= said


@pytest.mark.parametrize(
    ("tag", "day"),
    [
        ("en", "1 Mar 2025"),
        ("de", "1. März 2025"),
        ("fr", "1 mars 2025"),
        ("es", "1 mar 2025"),
        ("it", "1 mar 2025"),
        ("pt-BR", "1 de mar. de 2025"),
        ("nl", "1 mrt 2025"),
        ("pl", "1 mar 2025"),
        ("ja", "2025年3月1日"),
    ],
)
def test_days_are_written_as_the_cldr_has_them(tag, day):
    assert language_of(tag).day(np.datetime64("2025-03-01T10:00")) == day


def test_a_page_in_german():
    figure = figure_of(
        TEXT,
        pivot=pivot(totals={"rows": True, "columns": True}),
        color={"high": {"percent": 80}, "within": "table"},
        words={"source": "Quelle: {from} bis {to}, {n}, {highest.column}"},
        page={"language": "de-AT"},
    )
    assert {"Mär", "Mai", "Okt", "Dez"} <= set(texts(figure, "heads"))
    assert "Gesamt" in texts(figure, "totals")
    assert any(text.endswith(" und mehr") for text in texts(figure, "legend"))
    assert figure.scene.grid.prints[0].count(".") == 1 and "," not in figure.scene.grid.prints[0]
    caption = " ".join(texts(figure, "caption"))
    assert "n = 400 Datensätze." in caption and "Quelle: 1. Jan. 2025 bis" in caption
    assert texts(figure, "title") == ["Summe: late nach pier und day (Monat)"]
    assert figure.scene.alternative.startswith("Heat map of the sum of late")


def test_percent_and_currency_stand_where_the_language_has_them():
    shares = figure_of(TEXT, pivot=pivot(show={"as": "share", "of": "row"}), page={"language": "fr"})
    assert all(text.endswith("\u00a0%") for text in shares.scene.grid.prints if text)
    money = figure_of(TEXT, pivot=pivot(), cells={"number": {"before": "€"}}, page={"language": "de"})
    assert money.scene.grid.prints[0].endswith("\u00a0€") and not money.scene.grid.prints[0].startswith("€")
    own = figure_of(TEXT, pivot=pivot(), cells={"number": {"marks": "1,234.5"}}, page={"language": "de"})
    assert "," in own.scene.grid.prints[0]


CUTS = ["weekday", "quarter", "week", "year_quarter", "date", "month"]


@pytest.mark.parametrize(
    ("tag", "cut"), [(tag, CUTS[i % len(CUTS)]) for i, tag in enumerate(LANGUAGES)] + [("de", cut) for cut in CUTS]
)
def test_nothing_but_what_is_written_depends_on_the_language(tag, cut):
    parts = {"notes": [{"row": ["p2"], "text": "here"}], "cells": {"values": "none"}}
    ours = figure_of(TEXT, pivot=pivot(cut, order={"columns": {"by": "total"}}), **parts)
    theirs = figure_of(TEXT, pivot=pivot(cut, order={"columns": {"by": "total"}}), page={"language": tag}, **parts)
    assert theirs.scene.grid.steps == ours.scene.grid.steps
    assert (theirs.matrix.columns, theirs.matrix.rows) == (ours.matrix.columns, ours.matrix.rows)
    assert json.loads(draw_json(theirs)) == json.loads(draw_json(ours))
    assert draw_csv(theirs) == draw_csv(ours)
    told, wanted = (re.sub(r"[.,\s’]", "", each.scene.alternative) for each in (theirs, ours))
    assert told == wanted  # but for the marks of numbers
    heads = texts(theirs, "heads")
    if cut in ("month", "weekday"):
        calendar = LANGUAGES[tag]
        names = calendar.months if cut == "month" else calendar.weekdays
        assert set(names) <= {" ".join(text.split()) for text in heads} | set(heads)


def test_the_gathered_rest_is_called_so():
    rest = {"rows": [{"field": "pier", "top": 2, "others": True}], "columns": [{"field": "day", "cut": "month"}], "measure": SUM}
    assert "Übrige" in texts(figure_of(TEXT, pivot=rest, page={"language": "de"}), "heads")
    named = {**rest, "rows": [{"field": "pier", "top": 2, "others": "Der Rest"}]}
    assert "Der Rest" in texts(figure_of(TEXT, pivot=named, page={"language": "de"}), "heads")


@pytest.mark.parametrize(
    ("tag", "code"), [("de", "de"), ("pt-BR", "pt"), ("FR_ca", "fr"), ("xx", None), ("", None), ("German", None)]
)
def test_tags(tag, code):
    assert code_of(tag) == code


def test_a_language_that_is_none_is_told():
    with pytest.raises(RecipeError, match=r'page.language: "klingonisch" is no language that figures are written in'):
        figure_of(TEXT, pivot=pivot(), page={"language": "klingonisch"})


@pytest.mark.parametrize(
    ("text", "language"),
    [
        ("Datum,Anzahl,Filiale\n2025-01-01,3,a\n", "de"),
        ("région,année,montant\na,2024,3\n", "fr"),
        ("wd,n\nponiedziałek,1\npon.,2\nwt.,4\nśr.,2\n", "pl"),
        ("date,amount,shop\n2025-01-01,3,a\n", None),
        ("grade,n\nE,1\nT,2\nK,3\nN,4\nP,1\n", None),
        (TEXT, None),
    ],
)
def test_the_language_of_a_table_is_proposed(text, language):
    assert proposed_language(read(text)) == language


def test_where_each_language_has_the_sign_of_a_currency():
    before = "en pt nl tr id fa hi th zh ja ko"  # of the CLDR's patterns, as scripts/make_calendars.py read them
    assert {code for code, calendar in LANGUAGES.items() if not calendar.currency_behind} == set(before.split())
