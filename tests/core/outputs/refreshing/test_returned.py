"""Decks that come back after people edited them: our figures are remade where they stand, and nothing else is touched."""

import copy
import io
import zipfile

import pytest
from lxml import etree
from pptx import Presentation
from pptx.dml.color import RGBColor
from pptx.util import Pt

from mottled_finch.core.common.errors import DrawError
from mottled_finch.core.common.recipe import load_recipe
from mottled_finch.core.figures.figure.figure import make_figure
from mottled_finch.core.outputs.draw import DRAWINGS, Choices, source_of, with_source
from mottled_finch.core.outputs.draw.making.source import carrying
from mottled_finch.core.outputs.draw.making.tabled import tabled
from mottled_finch.core.outputs.draw.png import draw_png
from mottled_finch.core.outputs.folio.naming import named
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS
from mottled_finch.core.outputs.folio.source import FolioSource, folio_source_in, looks_of, put_folio
from mottled_finch.core.outputs.refreshing import remaking
from mottled_finch.core.outputs.refreshing.remaking import change_of, piece_of, pieces_of
from mottled_finch.core.outputs.refreshing.returning import opened, refreshed, source_anew, told_anew
from mottled_finch.core.outputs.refreshing.sharing import on_their_scales

from ...conftest import read
from ..draw.house.decks import deck as house_deck
from ..folio.conftest import CROWD, LATE, TEXT, folio_of
from .conftest import random_editions, refused_or_remade

NEXT = TEXT.replace("Brackwater,Feb,4,60", "Brackwater,Feb,40,60").replace("Knot,", "Osprey,") + "Dunlin,Jan,5,50\n"
"""The next delivery: a number moved, one head went, two came."""
PROPERTIES = "http://schemas.openxmlformats.org/officeDocument/2006/custom-properties"
VALUES = "http://schemas.openxmlformats.org/officeDocument/2006/docPropsVTypes"
RECIPES = {"late": LATE, "crowd": CROWD}


def deck(*pages, form="table", recipes=None, **parts):
    """A deck as it left, with its source."""
    folio = folio_of(*pages, plates=recipes or RECIPES, **parts)
    content = FOLIO_DRAWINGS["pptx"].draw(folio, Choices(form=form))
    sources = {
        name: source_of(folio.figures[name], {"finch_recipe": 2, **each}, Choices(), "log.csv", "1")
        for name, each in (recipes or RECIPES).items()
    }
    spec = {"finch_folio": 1, "plates": {name: {"recipe": {}} for name in sources}, "pages": list(pages), **parts}
    spec.pop("template", None)
    return put_folio(content, "pptx", FolioSource(folio=spec, plates=sources, version="1", looks=looks_of(folio)))


def edited(content, edit):
    presentation = Presentation(io.BytesIO(content))
    edit(presentation)
    out = io.BytesIO()
    presentation.save(out)
    return out.getvalue()


def parts_in(content):
    with zipfile.ZipFile(io.BytesIO(content)) as package:
        return {name: package.read(name) for name in package.namelist()}


def with_parts(content, edit):
    parts = parts_in(content)
    edit(parts)
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as package:
        for name, body in parts.items():
            package.writestr(name, body)
    return out.getvalue()


def anew(content, text=NEXT, only=None):
    """The deck with all of its figures, or those of some pages, remade from other records."""
    returned = opened(content)
    figures = {
        name: make_figure(read(text), returned.folio.looking(name, load_recipe(source.recipe)))
        for name, source in returned.plates.items()
    }
    made = on_their_scales(returned.figures, figures, returned.folio.spec())
    wanted = [number for number, found in enumerate(returned.figures) if only is None or found.page in only]
    return refreshed(content, pieces_of((returned.figures[number], made[number]) for number in wanted))


def slide(content, number=1):
    return Presentation(io.BytesIO(content)).slides[number - 1]


def table_of_slide(presentation):
    return next(shape for shape in presentation.slides[0].shapes if shape.has_table)


def table_of(content, number=1):
    return next(shape for shape in slide(content, number).shapes if shape.has_table)


def texts(shape):
    return [[cell.text for cell in line.cells] for line in shape.table.rows]


def fills(shape):
    return [
        [each.get("val") for each in cell._tc.tcPr.findall("{*}solidFill/{*}srgbClr")]
        for line in shape.table.rows
        for cell in line.cells
    ]


PAGE = {"plates": ["late"], "headline": "Ours"}


def test_numbers_colors_and_heads_are_those_of_the_new_records():
    content = deck(PAGE)
    found, fresh = table_of(anew(content)), table_of(deck(PAGE))
    assert texts(fresh)[1:] == [["Ardle Quay", "1", "0", "2"], ["Brackwater", "4", "3", "5"], ["Knot", "7", "6", "8"]]
    assert texts(found)[1:] == [
        ["Ardle Quay", "1", "0", "2"],
        ["Brackwater", "40", "3", "5"],
        ["Dunlin", "", "5", ""],
        ["Osprey", "7", "6", "8"],
    ]
    figure = make_figure(read(NEXT), load_recipe(LATE))
    wanted = [[place.fill[1:].upper()] if place and place.fill else [] for line in tabled(figure).places for place in line]
    assert [[each.upper() for each in cell] for cell, place in zip(fills(found), wanted, strict=True) if place] == [
        place for place in wanted if place
    ]


def test_where_it_stands_how_large_and_in_which_font_stays():
    def edit(presentation):
        shape = next(each for each in presentation.slides[0].shapes if each.has_table)
        shape.left, shape.top = Pt(123), Pt(77)
        shape.table.columns[0].width, shape.table.rows[1].height = Pt(200), Pt(50)
        cell = shape.table.cell(2, 1)
        run = cell.text_frame.paragraphs[0].runs[0]
        run.font.name, run.font.size, run.font.italic, run.font.color.rgb = "Georgia", Pt(21), True, RGBColor(0xAB, 0x12, 0x34)
        border = etree.SubElement(cell._tc.tcPr, "{http://schemas.openxmlformats.org/drawingml/2006/main}lnT", w="38100")
        cell._tc.tcPr.remove(border)
        old = cell._tc.tcPr.find("{*}lnT")
        cell._tc.tcPr.replace(old, border)

    content = edited(deck(PAGE), edit)
    before, after = table_of(content), table_of(anew(content))
    assert (after.left, after.top, after.shape_id) == (before.left, before.top, before.shape_id)
    assert sum(column.width for column in after.table.columns) == pytest.approx(
        sum(column.width for column in before.table.columns), abs=9
    )
    assert sum(row.height for row in after.table.rows) == pytest.approx(sum(row.height for row in before.table.rows), abs=9)
    assert after.table.columns[0].width == before.table.columns[0].width
    cell = after.table.cell(2, 1)
    run = cell.text_frame.paragraphs[0].runs[0]
    assert (run.text, run.font.name, run.font.size, run.font.italic) == ("40", "Georgia", Pt(21), True)
    assert run.font.color.rgb == RGBColor(0xAB, 0x12, 0x34)
    assert cell._tc.tcPr.find("{*}lnT").get("w") == "38100"
    other = after.table.cell(1, 1).text_frame.paragraphs[0].runs[0]
    assert other.font.name != "Georgia"


def test_every_other_part_of_the_package_is_the_same_byte_for_byte():
    def edit(presentation):
        one, two = presentation.slides[0], presentation.slides[1]
        one.shapes.title.text = "A person's words"
        one.shapes.add_textbox(Pt(10), Pt(10), Pt(90), Pt(30)).text_frame.text = "By hand"
        two.notes_slide.notes_text_frame.text = "Mine"

    content = edited(deck(PAGE, {"arrange": "words", "headline": "Words"}), edit)
    made = anew(content)
    with zipfile.ZipFile(io.BytesIO(content)) as before, zipfile.ZipFile(io.BytesIO(made)) as after:
        assert before.namelist() == after.namelist() and after.testzip() is None
        differing = [name for name in before.namelist() if before.read(name) != after.read(name)]
    assert differing == ["ppt/slides/slide1.xml"]
    assert slide(made).shapes.title.text == "A person's words"
    assert "By hand" in [shape.text_frame.text for shape in slide(made).shapes if shape.has_text_frame]
    before, after = ([etree.tostring(each) for each in slide(each).shapes._spTree] for each in (content, made))
    ours = {i for i, shape in enumerate(before) if b"Mottled Finch" in shape or b"Legend and words" in shape}
    assert [each for i, each in enumerate(after) if i not in ours] == [each for i, each in enumerate(before) if i not in ours]


def test_texts_stay_what_they_are_whatever_signs_are_in_them():
    odd = "A & B <b>\ue000\ue001 {x} \\1 </a:t>"
    text = TEXT.replace("Brackwater", odd)

    def edit(presentation):
        cell = table_of_slide(presentation).table.cell(2, 1)
        cell.text_frame.paragraphs[0].runs[0].font.name = "Geo & <b>\ue000"

    content = edited(deck(PAGE), edit)
    made = table_of(anew(content, text.replace("Knot,", "Tern,"))).table
    heads = [made.cell(row, 0).text for row in range(1, len(made.rows))]
    assert odd in heads and "Tern" in heads
    assert anew(anew(content, text), text) == anew(content, text)


def test_the_file_tells_anew_what_it_was_made_of_beside_what_others_put_there():
    label = f'<property fmtid="{{0}}" pid="3" name="Label"><x:lpwstr xmlns:x="{VALUES}">kept</x:lpwstr></property></Properties>'

    def edit(parts):
        parts["docProps/custom.xml"] = parts["docProps/custom.xml"].replace(b"</Properties>", label.encode())

    content = with_parts(deck(PAGE, {"plates": ["crowd"], "headline": "Crowd"}), edit)
    returned = opened(content)
    figure = make_figure(read(NEXT), load_recipe(LATE))
    anew = source_anew(returned.plates["late"], figure, LATE, "2", edition=7)
    told = told_anew(returned.folio, returned.plates, {"late": anew}, "2")
    made = refreshed(content, [piece_of(found, figure) for found in returned.figures if found.plate == "late"], told)
    now = folio_source_in(made)
    assert (now.version, now.plates["late"].edition, now.plates["late"].version) == ("2", 7, "2")
    assert now.plates["late"] == source_of(figure, LATE, Choices(), "log.csv", "2", edition=7)
    assert now.plates["crowd"] == returned.plates["crowd"] and now.folio == returned.folio.folio
    tree = etree.fromstring(parts_in(made)["docProps/custom.xml"])
    assert [each[0].text for each in tree if each.get("name") == "Label"] == ["kept"]
    numbers = [int(each.get("pid")) for each in tree]
    assert len(set(numbers)) == len(numbers) and min(numbers) == 2
    assert {name for name, body in parts_in(content).items() if parts_in(made)[name] != body} == {
        "ppt/slides/slide1.xml",
        "docProps/custom.xml",
    }


def test_properties_of_others_stand_whatever_is_between_them():
    others = f'<p:Properties xmlns:p="{PROPERTIES}"><!-- by hand --><p:property pid="2" name="Label"/>{{}}</p:Properties>'
    ours = '<p:property pid="7" name="Mottled Finch 001"/><p:property pid="8" name="Mottled Finch 002"/>'
    tree = etree.fromstring(carrying(others.format(ours).encode(), "told"))
    assert [(each.get("pid"), each.get("name")) for each in tree.findall("{*}property")] == [
        ("2", "Label"),
        ("3", "Mottled Finch 001"),
    ]
    assert tree[0].text == " by hand "


@pytest.mark.parametrize("bare", [False, True])
def test_what_left_without_numbers_tells_none_when_it_comes_back(bare):
    one, other = (make_figure(read(text), load_recipe(LATE)) for text in (NEXT, NEXT.replace("40,60", "41,60")))
    choices = Choices(values="no" if bare else "yes")
    claimed = {**LATE, "claims": ["value at Brackwater, Feb is 40"]}
    left = source_of(one, claimed, choices, "log.csv", "1")
    assert left.bare == bare and ("claims" in left.recipe) != bare
    first, second = (source_anew(left, figure, claimed, "1") for figure in (one, other))
    assert (first == second) == bare and first == left


def test_the_legend_beside_a_table_follows_and_stays_where_it_was_put():
    def edit(presentation):
        group = next(each for each in presentation.slides[0].shapes if each.name.startswith("Legend and words"))
        group.left, group.width, group.height = Pt(5), int(group.width * 0.5), int(group.height * 0.5)

    content = edited(deck(PAGE), edit)
    before, after = (
        next(each for each in slide(each).shapes if each.name.startswith("Legend")) for each in (content, anew(content))
    )
    assert (after.left, after.top, after.width, after.height) == (before.left, before.top, before.width, before.height)
    said = [[each.text_frame.text for each in group.shapes if each.has_text_frame] for group in (before, after)]
    assert "8" in said[0] and "40" in said[1] and "8" not in said[1]
    assert [word in said[1] for word in ("Late", "Ours")] == [True, False]
    gone = edited(content, lambda presentation: _remove(presentation, "Legend and words"))
    assert not [each for each in slide(anew(gone)).shapes if each.name.startswith("Legend")]


def _remove(presentation, name):
    for shape in list(presentation.slides[0].shapes):
        if shape.name.startswith(name):
            shape._element.getparent().remove(shape._element)


@pytest.mark.parametrize("form", ["table", "shapes"])
@pytest.mark.parametrize("title", ["{highest.row} is late", "Late is {highest.row}, by far", "{highest.row}"])
def test_a_title_with_live_facts_is_drawn_again_where_it_was_and_nowhere_else(form, title):
    recipes = {name: {**each, "words": {"title": title}} for name, each in RECIPES.items()}
    before, now = (title.replace("{highest.row}", each) for each in ("Knot", "Brackwater"))

    def said(content):
        slides = etree.fromstring(parts_in(content)["ppt/slides/slide1.xml"])
        figure = ("{*}grpSp", "{*}graphicFrame")
        return " ".join(text.text or "" for each in slides.iter(*figure) for text in each.iter("{*}t"))

    above, within = deck({"plates": ["late"]}, form=form, recipes=recipes), deck(PAGE, form=form, recipes=recipes)
    assert said(above).count(before) == said(anew(above)).count(now) == (title == "{highest.row}")
    assert before in said(within)
    if title != "{highest.row}":
        assert now in said(anew(within)) and before not in said(anew(within))


def test_shapes_are_laid_out_anew_at_the_size_they_have_now():
    def edit(presentation):
        group = next(each for each in presentation.slides[0].shapes if each.name == named("late"))
        group.left, group.top, group.width, group.height = Pt(50), Pt(60), Pt(500), Pt(300)
        group.rotation = 3

    content = edited(deck(PAGE, form="shapes"), edit)
    (found,) = opened(content).figures
    assert (found.form, found.width, found.height) == ("shapes", 500.0, 300.0)
    after = next(each for each in slide(anew(content)).shapes if each.name == named("late"))
    assert (after.left.pt, after.top.pt, after.width.pt, after.height.pt, after.rotation) == (50, 60, 500, 300, 3)
    extent = after._element.find("{*}grpSpPr/{*}xfrm/{*}chExt")
    assert (int(extent.get("cx")) / 12700, int(extent.get("cy")) / 12700) == (500, 300)
    said = [each.text_frame.text for each in after.shapes if each.has_text_frame]
    assert {"Osprey", "Dunlin", "40"} <= set(said) and "Knot" not in said
    numbers = [each.get("id") for each in slide(anew(content))._element.iter("{*}cNvPr")]
    assert len(numbers) == len(set(numbers))


def test_a_picture_keeps_its_crop_frame_and_place_and_its_copy_its_file():
    def edit(presentation):
        picture = next(each for each in presentation.slides[0].shapes if each.name == named("late"))
        picture.crop_left, picture.left = 0.1, Pt(33)
        picture.line.width = Pt(4)
        other = presentation.slides[1].shapes._spTree
        twin = copy.deepcopy(picture._element)
        _, relation = presentation.slides[1].part.get_or_add_image_part(io.BytesIO(picture.image.blob))
        twin.find(".//{*}blip").set("{http://schemas.openxmlformats.org/officeDocument/2006/relationships}embed", relation)
        other.append(twin)

    content = edited(deck(PAGE, {"arrange": "words", "headline": "W"}, form="picture"), edit)
    made = anew(content, only={1})
    before, after = (next(each for each in slide(each).shapes if each.name == named("late")) for each in (content, made))
    assert (after.crop_left, after.left, after.width, after.line.width) == (before.crop_left, before.left, before.width, Pt(4))
    assert after.image.blob != before.image.blob
    twin = next(each for each in slide(made, 2).shapes if each.name == named("late"))
    assert twin.image.blob == before.image.blob, "the copy on the other page was not asked for"


def test_a_figure_that_was_deleted_stays_deleted_and_one_in_a_group_is_found():
    gone = edited(deck(PAGE), lambda presentation: _remove(presentation, "Mottled Finch"))
    with pytest.raises(DrawError, match="there is no figure of Mottled Finch in it by its name"):
        opened(gone)

    def grouped(presentation):
        shapes = presentation.slides[0].shapes
        ours = next(each for each in shapes if each.name == named("late"))
        shapes.add_group_shape([ours])

    content = edited(deck(PAGE, form="shapes"), grouped)
    (found,) = opened(content).figures
    assert found.plate == "late" and b"Osprey" in zipfile.ZipFile(io.BytesIO(anew(content))).read("ppt/slides/slide1.xml")


def test_what_would_change_is_told_before_anything_is():
    content = deck(PAGE, {"plates": ["crowd"], "headline": "X"}, form="table")
    first, second = opened(content).figures
    change = change_of(first, make_figure(read(NEXT), load_recipe(LATE)))
    assert [(each.name, each.before, each.now) for each in change.changed] == [("Brackwater, Feb", "4", "40")]
    assert (change.cells, change.came, change.went) == (12, ("Dunlin", "Osprey"), ("Knot",))
    assert [each.holds for each in change.claims] == [False]
    assert change.told == (
        "1 of 12 cells changed: Brackwater, Feb 4 → 40; came: Dunlin, Osprey; went: Knot; claims no longer that highest row is "
        "Knot: highest row is Brackwater"
    )
    same = change_of(second, make_figure(read(TEXT), load_recipe(CROWD)))
    assert same.told == "no number changed"
    (shapes,) = opened(deck(PAGE, form="shapes")).figures
    assert change_of(shapes, make_figure(read(TEXT), load_recipe(LATE))).told.startswith(
        "remade; a group of shapes tells no numbers"
    )


def test_a_deck_of_one_figure_comes_back_too():
    figure = make_figure(read(TEXT), load_recipe(LATE))
    content = DRAWINGS["pptx"].draw(figure, Choices(form="table"))
    content = with_source(content, "pptx", source_of(figure, LATE, Choices(), "log.csv", "1"))
    returned = opened(content)
    (found,) = returned.figures
    assert found.plate == "" and returned.plates[""].table == "log.csv" and returned.folio is None
    made = refreshed(content, [piece_of(found, make_figure(read(NEXT), load_recipe(LATE)))])
    assert "40" in texts(table_of(made))[2]


@pytest.mark.parametrize("seed", range(6))
def test_whatever_the_figure_is_its_table_says_what_it_would_say_alone(seed):
    """Nested sides, totals, blanks: random figures, other records, every text as a fresh deck has it."""
    before, after, plain = random_editions(seed)
    recipe = load_recipe(plain)
    old, new = (make_figure(read(text), recipe) for text in (before, after))
    content = with_source(DRAWINGS["pptx"].draw(old, Choices(form="table")), "pptx", source_of(old, plain, Choices(), "t", "1"))
    (found,) = opened(content).figures
    made, alone = table_of(refreshed(content, [piece_of(found, new)])), table_of(DRAWINGS["pptx"].draw(new, Choices(form="table")))
    assert texts(made) == texts(alone) and fills(made) == fills(alone)


@pytest.mark.parametrize(
    ("content", "words"),
    [
        (b"", "this is no deck or document that can be opened"),
        (b"PK\x03\x04 and nothing", "this is no deck or document that can be opened"),
        (bytes.fromhex("d0cf11e0a1b11ae1") + b"x" * 600, "the file asks for a password"),
    ],
)
def test_what_is_no_deck_is_refused_in_a_sentence(content, words):
    with pytest.raises(DrawError, match=words):
        opened(content)


def test_a_deck_that_was_never_ours_and_one_whose_source_is_gone():
    with pytest.raises(DrawError, match="there is no figure of Mottled Finch in it by its name"):
        opened(edited(deck({"arrange": "words", "headline": "W"}), lambda _: None))
    bare = FOLIO_DRAWINGS["pptx"].draw(folio_of(PAGE), Choices(form="table"))
    with pytest.raises(DrawError, match="there is no source of Mottled Finch in this file"):
        opened(bare)


def test_many_copies_of_a_picture_are_drawn_once_and_show_one_file(monkeypatch):
    """Such as of a deck that grew by copying its slides: one of another size is drawn for itself."""

    def edit(presentation):
        for slide in presentation.slides:
            picture = next(each for each in slide.shapes if each.name == named("late"))
            for _ in range(20):
                picture._element.addnext(copy.deepcopy(picture._element))
        picture.width //= 2

    content = edited(deck(PAGE, PAGE, form="picture"), edit)
    drawn = []
    monkeypatch.setattr(remaking, "draw_png", lambda figure: drawn.append(figure) or draw_png(figure))
    made = anew(content)
    pictures = [shape for slide in Presentation(io.BytesIO(made)).slides for shape in slide.shapes if shape.shape_type == 13]
    assert len(pictures) == 42 and len(drawn) == 2
    assert len({shape.image.sha1 for shape in pictures}) == 2
    assert len(made) < 4 * max(len(shape.image.blob) for shape in pictures) + len(content)


@pytest.mark.parametrize("form", ("table", "shapes", "picture"))
def test_damaged_decks_are_refused_or_read_never_more(form):
    figure = make_figure(read(NEXT), load_recipe(LATE))
    assert refused_or_remade(deck(PAGE, form=form), figure) > 5


BOTH = {"arrange": "beside", "plates": ["late", "crowd"], "share": True, "headline": "Both"}


def _inks(shape):
    return {each.get("val") for each in shape._element.iter("{*}srgbClr")}


def _colors(content, number=1):
    """Of each table of a slide, the fills of its cells by what they say."""
    return [_fills_by_text(shape) for shape in slide(content, number).shapes if shape.has_table]


def _fills_by_text(shape):
    flat, lines = fills(shape), texts(shape)
    width = len(lines[0])
    return {
        text: flat[y * width + x] for y, line in enumerate(lines) for x, text in enumerate(line) if y and x and text is not None
    }


@pytest.mark.parametrize("arrange", ["beside", "four"])
def test_plates_that_share_a_scale_share_it_in_the_deck_that_came_back(arrange):
    page = {**BOTH, "arrange": arrange}
    late, crowd = _colors(anew(deck(page), TEXT))
    assert (late, crowd) == tuple(_colors(deck(page)))
    assert late["8"] != _colors(deck({**page, "share": False}))[0]["8"]
    late, crowd = _colors(anew(deck(page), NEXT))
    assert late["40"] == crowd["40"], "one color means one number in both"


def test_a_plate_taken_from_a_page_leaves_the_scale_as_it_was():
    def edit(presentation):
        _remove(presentation, named("crowd"))

    (late,) = _colors(anew(edited(deck(BOTH), edit), TEXT))
    assert late == _colors(deck(BOTH))[0]


def test_plates_that_can_share_no_more_are_on_their_own_scales():
    """A logarithm fits what is above zero alone: people do, minutes have a zero."""
    by_logarithm = {**CROWD, "color": {"scale": "log"}}
    content = deck({**BOTH, "plates": ["crowd", "late"]}, recipes={"crowd": by_logarithm, "late": LATE})
    returned = opened(content)
    figures = {"crowd": make_figure(read(TEXT), load_recipe(by_logarithm)), "late": make_figure(read(TEXT), load_recipe(LATE))}
    spec = returned.folio.spec()
    assert on_their_scales(returned.figures, figures, spec) == {0: figures["crowd"], 1: figures["late"]}
    assert on_their_scales(returned.figures, {"late": figures["late"]}, spec) == {1: figures["late"]}
    assert on_their_scales(returned.figures, figures, None) == {0: figures["crowd"], 1: figures["late"]}


def test_a_dark_layout_of_the_house_stays_the_ground_of_what_is_remade():
    dark = house_deck(ground="101820")
    house = {"page": {"template": {"slides": "House"}}, "template": dark}
    content = deck({"plates": ["late"], "headline": "Dark"}, form="shapes", **house)
    assert folio_source_in(content).looks["late"][0].lower() == "#101820"
    before, after = slide(content), slide(anew(content, TEXT))
    ours = [next(shape for shape in each.shapes if shape.name == named("late")) for each in (before, after)]
    assert _inks(ours[0]) == _inks(ours[1])


def test_a_new_first_column_looks_like_cells_not_like_heads():
    content = deck(PAGE)
    before, after = table_of(content), table_of(anew(content, TEXT + "Knot,Apr,1,1\n"))
    assert texts(after)[0] == ["", "Apr", "Feb", "Jan", "Mar"]
    align = [cell.text_frame.paragraphs[0].alignment for cell in (after.table.cell(3, 1), before.table.cell(3, 1))]
    assert align[0] == align[1] != before.table.cell(3, 0).text_frame.paragraphs[0].alignment
