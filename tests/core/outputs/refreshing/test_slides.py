"""A slide is remade alike however a program wrote it, and what stands beside our figures stays as it was written."""

import re

import pytest
from lxml import etree

from mottled_finch.core.common.errors import DrawError
from mottled_finch.core.outputs.refreshing.returning import opened

from .test_returned import PAGE, anew, deck, edited, parts_in, table_of_slide, with_parts

SLIDE = "ppt/slides/slide1.xml"
A = "http://schemas.openxmlformats.org/drawingml/2006/main"


def renamed(text):
    """Other prefixes, and one by default."""
    text = re.sub(r"(</?|\s|xmlns:)a:", r"\1draw:", text).replace("xmlns:a=", "xmlns:draw=")
    return re.sub(r"(</?)p:", r"\1", text).replace("xmlns:p=", "xmlns=")


def declared_late(text):
    """The prefix of tables declared at each of them alone, as another one than outside."""
    begin, end = text.index("<a:tbl>"), text.index("</a:tbl>")
    table = re.sub(r"(</?)a:", r"\1t:", text[begin:end]).replace("<t:tbl>", f'<t:tbl xmlns:t="{A}">', 1)
    return f"{text[:begin]}{table}</t:tbl>{text[end + 8 :]}"


def short(text):
    """Cells that say nothing without an end of their own."""
    return re.sub(r'<a:tc( [hv]Merge="1")>.*?</a:tc>', r"<a:tc\1/>", text)


WAYS = {
    "other prefixes": renamed,
    "prefixes late": declared_late,
    "a comment": lambda text: text.replace("</a:tr>", "<!-- <a:tbl> --></a:tr>"),
    "an instruction": lambda text: text.replace("<a:tbl>", "<a:tbl><?other here?>"),
    "texts in sections": lambda text: re.sub(r"<a:t>([^<&]*)</a:t>", r"<a:t><![CDATA[\1]]></a:t>", text),
    "texts in parts": lambda text: re.sub(
        r"(<a:r>(?:(?!</a:r>).)*?<a:t>)(Brack)(water</a:t></a:r>)", r"\1\2</a:t></a:r>\1\3", text
    ),
    "spaces": lambda text: text.replace("<a:tc>", "<a:tc >").replace("<a:tr ", "<a:tr\n"),
    "short cells": short,
    "no declaration": lambda text: text.partition("?>")[2],
    "signs by number": lambda text: text.replace("·", "&#183;").replace("Brackwater<", "&#66;rackwater<"),
}


def plain(body):
    """A slide whatever its prefixes, without numbers of shapes."""
    tree = etree.fromstring(body if isinstance(body, bytes) else body.encode())
    return re.sub(r'(cNvPr [^<>]*?)id="\d+"', r"\1", etree.canonicalize(tree, rewrite_prefixes=True))


SEEN = re.compile(r"<\w+:t>[^<]*|srgbClr val=[^>]*></\w+:srgbClr></\w+:solidFill></\w+:tcPr")
"""What cells say, and their fills."""
NESTED = {
    "rows": [{"field": "pier"}],
    "columns": [{"field": "pier"}, {"field": "month"}],
    "measure": {"take": "sum", "of": "minutes"},
    "totals": {"rows": True, "columns": True},
}


@pytest.mark.parametrize("pivot", [None, NESTED])
@pytest.mark.parametrize("way", WAYS)
def test_a_slide_is_remade_alike_however_it_is_written(way, pivot):
    recipes = None if pivot is None else {name: {"finch_recipe": 2, "pivot": pivot} for name in ("late", "crowd")}
    content = deck(PAGE, recipes=recipes)

    def edit(parts):
        before = parts[SLIDE].decode()
        parts[SLIDE] = WAYS[way](before).encode()
        assert parts[SLIDE].decode() != before or (way == "short cells" and pivot is None)

    odd = with_parts(content, edit)
    told, wanted = opened(odd).figures[0], opened(content).figures[0]
    assert (told.texts, told.family, told.says, told.beside) == (wanted.texts, wanted.family, wanted.says, wanted.beside)
    found, wanted = (plain(parts_in(anew(each))[SLIDE]) for each in (odd, content))
    if way == "short cells":  # which have no look that a cell could take on that stands there now
        found, wanted = (SEEN.findall(each) for each in (found, wanted))
    assert found == wanted


@pytest.mark.parametrize("encoding", ["UTF-16", "ISO-8859-15"])
def test_a_slide_in_another_encoding_is_read_by_what_it_declares(encoding):
    content = deck({**PAGE, "headline": "Späte Fähren"})

    def edit(parts):
        text = parts[SLIDE].decode().replace("UTF-8", encoding)
        parts[SLIDE] = text.replace("·", "&#183;").replace("—", "&#8212;").encode(encoding, "xmlcharrefreplace")

    assert plain(parts_in(anew(with_parts(content, edit)))[SLIDE]) == plain(parts_in(anew(content))[SLIDE])


def others(text):
    """A table of a person's own, and a group, before what is ours."""
    table = f'<a:tbl><a:tblPr/><a:tblGrid><a:gridCol w="1"/></a:tblGrid><a:tr h="1"><a:tc {ODD}/></a:tr></a:tbl>'
    frame = '<p:graphicFrame><p:nvGraphicFramePr><p:cNvPr id="70" name="Mine"/><p:cNvGraphicFramePr/><p:nvPr/></p:nvGraphicFramePr>'
    frame += f"<p:xfrm/><a:graphic><a:graphicData>{table}</a:graphicData></a:graphic></p:graphicFrame>"
    group = '<p:grpSp><p:nvGrpSpPr><p:cNvPr id="71" name="Mine too"/><p:cNvGrpSpPr/><p:nvPr/></p:nvGrpSpPr><p:grpSpPr/></p:grpSp>'
    return text.replace("<p:graphicFrame>", f"{group}{frame}<p:graphicFrame>", 1)


ODD = 'marL = "0"'
"""As no program of ours would write it."""


def test_tables_and_groups_of_others_stay_as_they_are_written():
    content = with_parts(deck(PAGE), lambda parts: parts.update({SLIDE: others(parts[SLIDE].decode()).encode()}))
    made = parts_in(anew(content))[SLIDE].decode()
    assert f"<a:tc {ODD}/>" in made and 'name="Mine too"' in made
    rest = re.sub(r"<p:grpSp><p:nvGrpSpPr><p:cNvPr id=.71.*?</p:graphicFrame>", "", made)
    assert plain(parts_in(anew(deck(PAGE)))[SLIDE]) == plain(rest)


def test_a_damaged_table_of_others_is_told_and_a_damaged_one_of_ours_is_remade():
    def damaged(parts):
        parts[SLIDE] = others(parts[SLIDE].decode()).replace(ODD, "marL").encode()

    with pytest.raises(DrawError, match="damaged"):
        anew(with_parts(deck(PAGE), damaged))

    def without(parts):
        parts[SLIDE] = parts[SLIDE].replace(b'<a:bodyPr/><a:p><a:pPr algn="ctr"/><a:r>', b'<a:bodyPr/><a:p><a:pPr algn="ctr"/>', 1)

    with pytest.raises(DrawError, match="damaged"):  # a cell whose look cannot be read
        anew(with_parts(deck(PAGE), without))


def test_no_sign_of_a_file_is_taken_for_what_stands_for_words_or_fills():
    signs = "\ue000\ue001"
    content = deck(PAGE)

    def edit(parts):
        text = parts[SLIDE].decode().replace('lang="en-US"', f'lang="{signs}"').replace("<a:t>4<", f"<a:t>{signs}<")
        parts[SLIDE] = text.encode()

    odd = with_parts(content, edit)
    assert any(signs in (text or "") for line in opened(odd).figures[0].texts for text in line)
    made, wanted = (parts_in(anew(each))[SLIDE].decode() for each in (odd, content))
    assert plain(made.replace(signs, "en-US")) == plain(wanted)


def test_numbers_of_shapes_stay_different_from_each_other():
    both = {"arrange": "beside", "plates": ["late", "crowd"], "headline": "Both"}
    for form in ("table", "shapes"):
        numbers = re.findall(r'cNvPr id="(\d+)"', parts_in(anew(deck(both, form=form)))[SLIDE].decode())
        assert len(numbers) > 20 and len(set(numbers)) == len(numbers)


def test_the_font_of_a_table_without_a_legend_is_that_of_its_cells():
    def edit(presentation):
        shapes = presentation.slides[0].shapes
        group = next(shape for shape in shapes if "Legend and words" in shape.name)
        group._element.getparent().remove(group._element)
        for face in table_of_slide(presentation)._element.iter(f"{{{A}}}latin"):
            face.set("typeface", "Gill & Sons")

    assert opened(edited(deck(PAGE), edit)).figures[0].family == "Gill & Sons"
