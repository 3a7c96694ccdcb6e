"""Decks and reports that people edited and an office suite saved: our figures are found again, and remade where they stand."""

import io

import docx
import pptx
import pytest
from pptx.util import Pt

from mottled_finch.core.outputs.refreshing.returning import opened

from ..core.outputs.refreshing import test_documents as reports
from ..core.outputs.refreshing import test_returned as decks
from .test_office import converted

FORMS = ("table", "shapes", "picture")


def as_a_person_would(presentation):
    """Moves the figure, makes it smaller, writes around it, and shows its page twice."""
    slide = presentation.slides[0]
    shape = next(each for each in slide.shapes if each.name.startswith("Mottled Finch figure"))
    shape.left, shape.top = Pt(50), Pt(120)
    if not shape.has_table:
        shape.width, shape.height = Pt(600), Pt(320)
    slide.shapes.title.text = "A person's words"
    slide.shapes.add_textbox(Pt(10), Pt(500), Pt(200), Pt(30)).text_frame.text = "By hand"


def with_words(document):
    document.paragraphs[0].insert_paragraph_before("A person's words")
    next(each for each in document.paragraphs if each.text == "Source: log.").runs[0].text = "From the log, I think."


@pytest.fixture(scope="module")
def saved(tmp_path_factory):
    """What the suite saved, by what it is."""
    folder = tmp_path_factory.mktemp("returned")
    given = {form: ("pptx", decks.edited(decks.deck(decks.PAGE, form=form), as_a_person_would)) for form in FORMS}
    for form in ("table", "picture"):
        given[f"report, {form}"] = "docx", reports.edited(reports.report(reports.ONE, form=form), with_words)
    paths = {}
    for number, (name, (ending, content)) in enumerate(given.items()):
        paths[name] = folder / f"{number}.{ending}"
        paths[name].write_bytes(content)
    for ending in ("pptx", "docx"):
        converted(folder, ending, [path for path in paths.values() if path.suffix == f".{ending}"], folder / "again")
    return {name: (folder / "again" / path.name).read_bytes() for name, path in paths.items()}


@pytest.mark.parametrize("form", FORMS)
def test_a_deck_is_remade_after_the_suite_saved_it(saved, form):
    (found,) = opened(saved[form]).figures
    assert (found.plate, found.form) == ("late", form)
    made = decks.anew(saved[form])
    before, after = (pptx.Presentation(io.BytesIO(each)).slides[0] for each in (saved[form], made))
    ours = [next(each for each in slide.shapes if each.name.startswith("Mottled Finch figure")) for slide in (before, after)]
    assert (ours[1].left, ours[1].top) == (ours[0].left, ours[0].top)
    if form != "shapes":  # the suite lets a group be as large as what is in it
        assert ours[1].left == pytest.approx(Pt(50), abs=20_000)
    assert "A person's words" in [each.text_frame.text for each in after.shapes if each.has_text_frame]
    if form == "table":
        assert [line[0] for line in decks.texts(ours[1])][1:] == ["Ardle Quay", "Brackwater", "Dunlin", "Osprey"]
        assert decks.texts(ours[1])[2][1] == "40"
    if form == "picture":
        assert ours[1].image.blob != ours[0].image.blob
    assert [each.plate for each in opened(made).figures] == ["late"], "and found again"


def test_a_report_is_remade_after_the_suite_saved_it(saved):
    content = saved["report, table"]
    (found,) = opened(content).figures
    assert (found.plate, found.form) == ("late", "table")
    made = reports.anew(content)
    assert reports.texts(reports.tables(made)[0])[2][1] == "40"
    words = reports.paragraphs(made)
    assert "Of 10 records" in words and "Of 9 records" not in words
    assert "From the log, I think." in words and "A person's words" in words
    (found,) = opened(saved["report, picture"]).figures
    assert (found.plate, found.form) == ("late", "picture")
    again = docx.Document(io.BytesIO(reports.anew(saved["report, picture"])))
    assert len(again.inline_shapes) == 1
