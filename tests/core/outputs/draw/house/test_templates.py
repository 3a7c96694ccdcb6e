"""Templates that strangers made: what they say, what is kept of them, and why some are refused."""

import io
import re
import zipfile

import docx
import pptx
import pytest
from pptx.util import Pt

from mottled_finch.core.common.errors import DrawError
from mottled_finch.core.outputs.draw import template_of
from mottled_finch.core.outputs.draw.house.template import from_json, to_json

from .decks import ACCENTS, changed, deck, document, parts_of, potx, saved


@pytest.mark.parametrize("form", [deck, lambda: potx(deck())])
def test_a_deck_says_how_it_looks_and_loses_its_slides(form):
    told, kept = template_of(form())
    assert (told.kind, told.width, told.height) == ("slides", 960, 540)
    assert told.accents == tuple(f"#{each}" for each in ACCENTS)
    assert told.usual == "Title and Content"
    layout = told.layout(None)
    assert layout is not None and (layout.title, layout.place, layout.takes) == (0, 1, '<p:ph idx="1"/>')
    left, top, width, height = layout.room
    assert left > 0 and top > 100 and left + width <= 960 and top + height <= 540
    assert not {"Title Slide", "Section Header", "Vertical Title and Text"} & {each.name for each in told.layouts}
    parts = parts_of(kept)
    assert not [name for name in parts if "slides/slide" in name or "thumbnail" in name]
    assert not [name for name, body in parts.items() if b"secret" in body or b"sectionLst" in body]
    assert len(pptx.Presentation(io.BytesIO(kept)).slides) == 0
    assert from_json(to_json(told)) == told
    assert template_of(kept)[0] == told


def test_the_ground_is_that_of_the_master_and_the_ink_is_read_on_it():
    told, _ = template_of(deck(ground="102030"))
    assert {(each.ground, each.ink, each.busy) for each in told.layouts} == {("#102030", "#ffffff", False)}
    told, _ = template_of(deck())
    assert {(each.ground, each.ink) for each in told.layouts} == {("#ffffff", "#000000")}


def test_what_lies_under_the_room_makes_it_busy():
    made = pptx.Presentation(io.BytesIO(deck(slides=0)))
    tree = made.slide_masters[0].shapes._spTree
    slide = made.slides.add_slide(made.slide_layouts[6])
    tree.append(slide.shapes.add_shape(1, Pt(0), Pt(300), Pt(960), Pt(240))._element)
    told, _ = template_of(saved(made))
    assert {each.busy for each in told.layouts} == {True}


def test_layouts_without_numbers_of_placeholders_are_told_apart():
    """As an office program writes them that numbers none."""

    def unnumbered(name: str, body: bytes) -> bytes:
        return body.replace(b'<p:ph idx="1"/>', b"<p:ph/>") if name == "ppt/slideLayouts/slideLayout2.xml" else body

    layout = template_of(changed(deck(), unnumbered))[0].layout("Title and Content")
    assert layout is not None and (layout.title, layout.place, layout.takes) == (0, 1, "<p:ph/>")


def test_a_document_keeps_its_page_head_and_styles_alone():
    told, kept = template_of(document())
    assert (told.kind, told.width, told.height, told.layouts) == ("document", 595, 420, ())
    made = docx.Document(io.BytesIO(kept))
    assert not made.paragraphs and not made.tables and made.sections[0].header.paragraphs[0].text == "Ferry House"
    assert not [name for name, body in parts_of(kept).items() if b"secret" in body or b"house.example" in body]


def _without_layouts() -> bytes:
    def small(name: str, body: bytes) -> bytes:
        return body.replace(b'type="title"', b'type="obj"') if "slideLayout" in name else body

    made = pptx.Presentation()
    made.slide_width, made.slide_height = Pt(150), Pt(100)
    return changed(saved(made), small)


def _bomb() -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as package:
        for number in range(5):
            package.writestr(f"ppt/media/{number}.bin", b"\0" * 100_000_000)
    return out.getvalue()


def _fetching(name: str, body: bytes) -> bytes:
    relation = (
        b'<Relationship Id="rId99" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/image" '
        b'Target="http://away.example/a.png" TargetMode="External"/></Relationships>'
    )
    return body.replace(b"</Relationships>", relation) if name == "ppt/slideMasters/_rels/slideMaster1.xml.rels" else body


def linked(kind: str, target: str = "http://away.example/a.png", mode: str = "External"):
    """A picture on the master that another program would fetch, by a relation that says it is something else."""
    relation = (
        f"<Relationship TargetMode='{mode}' Id='rId99' Target='{target}' "
        f"Type='http://schemas.openxmlformats.org/officeDocument/2006/relationships/{kind}'/></Relationships>"
    ).encode()
    blip = b'<a:blip r:link="rId99"/>'
    fill = b"<p:bg><p:bgPr><a:blipFill>" + blip + b"<a:stretch/></a:blipFill><a:effectLst/></p:bgPr></p:bg>"

    def link(name: str, body: bytes) -> bytes:
        if name == "ppt/slideMasters/_rels/slideMaster1.xml.rels":
            return body.replace(b"</Relationships>", relation)
        if name == "ppt/slideMasters/slideMaster1.xml":
            return re.sub(rb"<p:cSld([^>]*)>(<p:bg>.*?</p:bg>)?", rb"<p:cSld\1>" + fill, body, count=1, flags=re.DOTALL)
        return body

    return changed(deck(), link)


def _in_code(code: str):
    """The master written in another code, with a declaration."""

    def write(name: str, body: bytes) -> bytes:
        if name != "ppt/slideMasters/slideMaster1.xml":
            return body
        text = re.sub(r"<\?xml[^>]*\?>", "", body.decode())
        return f'<?xml version="1.0" encoding="{code}"?><!DOCTYPE a [<!ENTITY b "c">]>{text}'.encode(code)

    return changed(deck(), write)


REFUSED = {
    "a picture that is linked as what is clicked": (lambda: linked("hyperlink"), "away.example"),
    "a file that is linked as what is clicked": (lambda: linked("hyperlink", "file:///etc/passwd"), "file:///etc/passwd"),
    "another word for outside": (lambda: linked("image", mode="external"), "damaged"),
    "a declaration in two bytes": (lambda: _in_code("utf-16"), "declares"),
    "a declaration in another code": (lambda: _in_code("utf-7"), "declares"),
    "a declaration in four bytes": (lambda: _in_code("utf-32"), "declares"),
    "nothing": (lambda: b"", "deck or document"),
    "text": (lambda: b"PK\x03\x04 no package", "deck or document"),
    "a package of something else": (lambda: changed(deck(), lambda _, body: body.replace(b"presentationml.", b"else.")), "no deck"),
    "a password": (lambda: bytes.fromhex("d0cf11e0a1b11ae1") + b"\0" * 600, "password"),
    "macros": (lambda: changed(deck(), lambda _, body: body, {"ppt/vbaProject.bin": b"x"}), "macros"),
    "macros by type": (
        lambda: changed(
            deck(), lambda _, body: body.replace(b"presentationml.presentation.main", b"presentation.macroEnabled.main")
        ),
        "macros",
    ),
    "a declaration": (
        lambda: changed(deck(), lambda name, body: b"<!DOCTYPE a>" + body if name == "ppt/presentation.xml" else body),
        "declares",
    ),
    "a part that is gone": (
        lambda: changed(deck(), lambda name, body: b"" if name == "ppt/slideMasters/slideMaster1.xml" else body),
        "damaged",
    ),
    "a picture from elsewhere": (lambda: changed(deck(), _fetching), "away.example"),
    "no room": (_without_layouts, "no layout with room"),
    "too much unpacked": (_bomb, "unpacks"),
}


@pytest.mark.parametrize("name", REFUSED)
def test_bad_templates_are_refused_with_the_reason(name):
    make, reason = REFUSED[name]
    with pytest.raises(DrawError, match=reason) as refused:
        template_of(make())
    assert refused.value.path == "file"


def test_a_control_on_a_slide_goes_with_the_slide():
    content = changed(deck(), lambda _, body: body, {"ppt/embeddings/oleObject1.bin": b"x"})
    assert template_of(content)[0].kind == "slides"
