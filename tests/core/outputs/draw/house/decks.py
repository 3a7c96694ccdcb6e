"""Templates as strangers make them, with what goes wrong in them."""

import io
import re
import zipfile
from collections.abc import Callable, Sequence

import docx
import pptx
from PIL import Image
from pptx.util import Pt

Change = Callable[[str, bytes], bytes]

ACCENTS = ("7a2e12", "c98a3d", "1f6b6d", "5b5b4d", "884466", "335577")


def changed(content: bytes, change: Change, more: dict[str, bytes] | None = None) -> bytes:
    """A package whose parts were changed, and to which others were added."""
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(content)) as given, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as made:
        for name in given.namelist():
            made.writestr(name, change(name, given.read(name)))
        for name, body in (more or {}).items():
            made.writestr(name, body)
    return out.getvalue()


def parts_of(content: bytes) -> dict[str, bytes]:
    with zipfile.ZipFile(io.BytesIO(content)) as package:
        return {name: package.read(name) for name in package.namelist()}


def saved(made: object) -> bytes:
    out = io.BytesIO()
    made.save(out)  # type: ignore[attr-defined]
    return out.getvalue()


def deck(*, slides: int = 2, ground: str = "", width: float = 960, height: float = 540) -> bytes:
    """A deck of the house: its accents, its ground if it has one, slides with words that are nobody's business, and a section."""
    made = pptx.Presentation()
    made.slide_width, made.slide_height = Pt(width), Pt(height)
    for shape in made.slide_masters[0].placeholders:
        shape.left, shape.width = shape.left, round(shape.width * width / 720)
    for number in range(slides):
        slide = made.slides.add_slide(made.slide_layouts[1])
        slide.shapes.title.text = f"A secret of page {number}"
    made.core_properties.author = "A stranger"

    def house(name: str, body: bytes) -> bytes:
        if re.search(r"theme/theme\d+\.xml", name):
            for i, accent in enumerate(ACCENTS, 1):
                body = re.sub(rb"(<a:accent%d>).*?(</a:accent%d>)" % (i, i), rb'\1<a:srgbClr val="%s"/>\2' % accent.encode(), body)
        if name == "ppt/slideMasters/slideMaster1.xml" and ground:
            fill = f'<p:bg><p:bgPr><a:solidFill><a:srgbClr val="{ground}"/></a:solidFill><a:effectLst/></p:bgPr></p:bg>'
            body = re.sub(rb"<p:bg>.*?</p:bg>", b"", body, flags=re.DOTALL).replace(b"<p:cSld>", b"<p:cSld>" + fill.encode())
        if name == "ppt/presentation.xml" and slides:
            section = (
                '<p:extLst><p:ext uri="{521415D9-36F7-43E2-AB2F-B90AF26B5E84}"><p14:sectionLst '
                'xmlns:p14="http://schemas.microsoft.com/office/powerpoint/2010/main"><p14:section name="A secret part" '
                'id="{00000000-0000-0000-0000-000000000001}"><p14:sldIdLst><p14:sldId id="256"/></p14:sldIdLst></p14:section>'
                "</p14:sectionLst></p:ext></p:extLst>"
            )
            body = re.sub(rb"<p:extLst>.*?</p:extLst>", b"", body, flags=re.DOTALL)
            body = body.replace(b"</p:presentation>", section.encode() + b"</p:presentation>")
        return body

    return changed(saved(made), house)


A = "http://schemas.openxmlformats.org/drawingml/2006/main"
P = "http://schemas.openxmlformats.org/presentationml/2006/main"


def picture(color: tuple[int, ...] = (196, 30, 58), size: tuple[int, int] = (40, 20), form: str = "PNG") -> bytes:
    """A picture whose left half is of the color, its right half white."""
    made = Image.new("RGB", size, (255, 255, 255))
    made.paste(color[:3], (0, 0, size[0] // 2, size[1]))
    out = io.BytesIO()
    made.save(out, form)
    return out.getvalue()


def painted(
    master: str = "", layout: str = "", *, ground: str = "", pictures: Sequence[bytes] = (), change: Change | None = None
) -> bytes:
    """A deck whose master and "Title and Content" layout paint shapes that are given as XML; these name pictures by rIdP0 and so
    on. ``ground`` is what the master's ground is.
    """
    head = f'<p:spTree xmlns:a="{A}" xmlns:p="{P}"'

    def house(name: str, body: bytes) -> bytes:
        shapes = {"ppt/slideMasters/slideMaster1.xml": master, "ppt/slideLayouts/slideLayout2.xml": layout}.get(name, "")
        body = body.replace(b"<p:spTree", head.encode(), 1) if shapes else body
        at = re.search(rb"</p:grpSpPr>|<p:grpSpPr/>", body)
        if shapes and at:
            body = body[: at.end()] + shapes.encode() + body[at.end() :]
        if name == "ppt/slideMasters/slideMaster1.xml" and ground:
            body = re.sub(rb"<p:bg>.*?</p:bg>", b"<p:bg>" + ground.encode() + b"</p:bg>", body, flags=re.DOTALL)
        if name in ("ppt/slideMasters/_rels/slideMaster1.xml.rels", "ppt/slideLayouts/_rels/slideLayout2.xml.rels"):
            kind = "http://schemas.openxmlformats.org/officeDocument/2006/relationships/image"
            links = "".join(
                f'<Relationship Id="rIdP{i}" Type="{kind}" Target="../media/own{i}.png"/>' for i in range(len(pictures))
            )
            body = body.replace(b"</Relationships>", links.encode() + b"</Relationships>")
        if name == "[Content_Types].xml" and b'Extension="png"' not in body:
            body = body.replace(b"<Override", b'<Default Extension="png" ContentType="image/png"/><Override', 1)
        return change(name, body) if change else body

    return changed(deck(slides=0), house, {f"ppt/media/own{i}.png": each for i, each in enumerate(pictures)})


def shape(  # noqa: PLR0913
    box: tuple[float, float, float, float],
    *,
    kind: str = "rect",
    fill: str = '<a:solidFill><a:srgbClr val="336699"/></a:solidFill>',
    line: str = "<a:ln><a:noFill/></a:ln>",
    adjust: str = "",
    place: str = "",
    words: str = "",
    style: str = "",
    geometry: str = "",
    name: str = "A shape",
) -> str:
    """A shape as PresentationML; its box in points, ``place`` the attributes of how it is turned."""
    outline = geometry or f'<a:prstGeom prst="{kind}"><a:avLst>{adjust}</a:avLst></a:prstGeom>'
    return (
        f'<p:sp><p:nvSpPr><p:cNvPr id="90" name="{name}"/><p:cNvSpPr/><p:nvPr userDrawn="1"/></p:nvSpPr>'
        f"<p:spPr>{at(box, place)}{outline}{fill}{line}</p:spPr>{style}{words}</p:sp>"
    )


def at(box: tuple[float, float, float, float], place: str = "", of: str = "a:xfrm") -> str:
    left, top, width, height = (round(each * 12_700) for each in box)
    return f'<{of} {place}><a:off x="{left}" y="{top}"/><a:ext cx="{width}" cy="{height}"/></{of}>'


def solid(color: str, changes: str = "") -> str:
    return f'<a:solidFill><a:srgbClr val="{color}">{changes}</a:srgbClr></a:solidFill>'


def potx(content: bytes) -> bytes:
    """The same as a template by its type."""
    return changed(
        content, lambda _, body: body.replace(b"presentationml.presentation.main+xml", b"presentationml.template.main+xml")
    )


def document(*, words: str = "A secret paragraph") -> bytes:
    """A document of the house: lying A5, a head, styles of its own, and words that are nobody's business."""
    made = docx.Document()
    section = made.sections[0]
    section.page_width, section.page_height = Pt(595), Pt(420)
    section.left_margin = section.right_margin = section.top_margin = section.bottom_margin = Pt(40)
    section.header.paragraphs[0].text = "Ferry House"
    made.styles["Heading 1"].font.name = "Georgia"
    made.styles["Caption"].delete()
    made.add_paragraph(words)
    made.add_table(2, 2)
    attached = b'<w:attachedTemplate xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships" r:id="rIdA"/>'
    relation = (
        b'<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship '
        b'Id="rIdA" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/attachedTemplate" '
        b'Target="http://house.example/Normal.dotm" TargetMode="External"/></Relationships>'
    )

    def fetching(name: str, body: bytes) -> bytes:
        return re.sub(rb"(<w:settings[^>]*>)", rb"\1" + attached, body, count=1) if name == "word/settings.xml" else body

    return changed(saved(made), fetching, {"word/_rels/settings.xml.rels": relation})
