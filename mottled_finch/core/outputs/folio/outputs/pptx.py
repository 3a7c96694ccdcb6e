"""A folio as a deck: a slide each, words in placeholders or boxes that can be edited, plates as tables, shapes or pictures."""

import copy
import io
from dataclasses import replace
from html import escape
from typing import Any

from ....common.language.english import printable
from ....figures.scene.typeface import BUNDLED
from ...draw.house.setting import Setting
from ...draw.making.choices import Choices
from ...draw.making.package import rewritten
from ...draw.making.slide_figure import color_of, form_of, put_figure, put_panel
from ...draw.making.slide_shapes import NAMESPACES, emu, solid, written
from ...draw.making.texts import about
from ..naming import named
from ..pages import Folio, FolioPage, Link
from ..rooms import Box
from ..words import Block, Run
from .deck import packed, plain_deck

_TITLE_ONLY = 5
_FIELD = "{B6F15528-21DE-4FAA-801E-634DDDAF4B2B}"
"""Any number of this form (ISO/IEC 29500-1, 22.9.2.4) names a field."""


def draw_pptx(folio: Folio, choices: Choices) -> bytes:
    """The deck, in the template of the house that was chosen, or plain."""
    from pptx import Presentation

    family = _family(folio)
    if folio.template:
        deck = Presentation(io.BytesIO(folio.template.content))
    elif folio.pages:
        deck = plain_deck(folio.pages[0].sheet, "" if family.startswith("+") else family)
    else:
        deck = Presentation()
    slides = [_Slide(deck, folio, page, family) for page in folio.pages]
    for slide in slides:
        slide.put(choices)
    for slide in slides:
        slide.link(slides)
    deck.core_properties.title, deck.core_properties.author = printable(folio.title)[:255], ""
    return rewritten(packed(deck))


def _family(folio: Folio) -> str:
    """The house's own font, or that of the deck's theme: no office has the bundled one."""
    figure = next((placed.figure for page in folio.pages for placed in page.placed), None)
    return "+mn-lt" if figure is None or figure.typeface is BUNDLED else figure.typeface.name


class _Slide:
    """One page as it becomes a slide."""

    def __init__(self, deck: Any, folio: Folio, page: FolioPage, family: str) -> None:
        self.deck, self.folio, self.page, self.family = deck, folio, page, family
        self.language = folio.spec.page.language or "en-US"
        self.layout = self._layout()
        self.slide = deck.slides.add_slide(self.layout)
        self.lines: list[tuple[Any, Link]] = []

    def put(self, choices: Choices) -> None:
        page, sheet = self.page, self.page.sheet
        self._headline()
        self._words()
        for link in page.links:
            self.lines.append((self._line(link), link))
        for placed in page.placed:
            if sheet.layout is not None and sheet.layout.busy:
                put_panel(self.slide, placed.room, sheet.theme.ground)
            form, table = form_of(placed.figure, choices.form)
            ground = sheet.layout.ground if sheet.layout else sheet.theme.ground
            # cells are parted by lines in the color of the ground, which the page has already
            scene = replace(placed.figure.scene, transparent=form == "picture")
            figure = replace(placed.figure, scene=scene)
            setting = Setting(self.deck, self.slide, figure, left=placed.left, top=placed.top, ground=ground)
            put_figure(setting, form, table, named(placed.name))
        for lost in page.lost:
            words = Block(kind="paragraph", runs=(Run(text=f"{lost.name} cannot be made: {lost.why}"),))
            self._box(lost.room, (words,), sheet.lead_size * 0.8, sheet.theme.quiet, f"{lost.name}")
        self._foot()
        self._notes()
        for shape in list(self.slide.placeholders):
            if shape.has_text_frame and not shape.text_frame.text and not shape.element.findall(".//{*}fld"):
                shape._element.getparent().remove(shape._element)

    def link(self, slides: "list[_Slide]") -> None:
        """Let the lines of the contents lead to their slides."""
        for shape, link in self.lines:
            shape.click_action.target_slide = slides[link.number - 1].slide

    def _layout(self) -> Any:
        """The layout of the template that the page is laid in."""
        layouts = [each for master in self.deck.slide_masters for each in master.slide_layouts]
        if self.page.sheet.layout is None:
            return self.deck.slide_layouts[_TITLE_ONLY]
        return next(each for each in layouts if each.name == self.page.sheet.layout.name)

    def _headline(self) -> None:
        from pptx.util import Pt

        title = self.slide.shapes.title
        page, sheet = self.page, self.page.sheet
        if title is None:
            if page.title:
                words = Block(kind="heading", runs=(Run(text=page.title),))
                self._box(sheet.headline, (words,), sheet.headline_size, sheet.theme.ink, "Headline")
            return
        if not page.title:
            title._element.getparent().remove(title._element)
            return
        frame = title.text_frame
        frame.text = printable(page.title)
        spot = sheet.spot("title")
        if sheet.layout is None:
            self._placed(title, page)
        elif spot and page.headline[0].size < spot.look.size:
            for font in _fonts(frame):
                font.size = Pt(round(page.headline[0].size, 1))

    def _placed(self, title: Any, page: FolioPage) -> None:
        """A headline of a plain deck, where and as large as the page has it."""
        from pptx.enum.text import MSO_ANCHOR, MSO_AUTO_SIZE
        from pptx.util import Pt

        left, top, width, _ = page.sheet.headline
        size = page.headline[0].size
        title.left, title.top, title.width = Pt(left), Pt(top), Pt(width)
        title.height = Pt(size * 1.2 * max(1, len(page.headline)) + 2)
        frame = title.text_frame
        frame.auto_size, frame.vertical_anchor, frame.word_wrap = MSO_AUTO_SIZE.NONE, MSO_ANCHOR.TOP, True
        frame.margin_left = frame.margin_right = frame.margin_top = frame.margin_bottom = 0
        for paragraph in frame.paragraphs:
            paragraph.line_spacing = 1.0
        for font in _fonts(frame):
            font.size, font.bold, font.name = Pt(size), True, self.family
            font.color.rgb = color_of(page.sheet.theme.ink)

    def _words(self) -> None:
        page = self.page
        if not page.blocks:
            return
        place = self._place_for_words()
        if place is not None:
            _write(place, page.blocks, self.language)
            return
        room = self._room()
        if room is not None:
            ink = page.words.texts[0].ink if page.words.texts else page.sheet.theme.ink
            self._box(room, page.blocks, page.words.size or page.sheet.lead_size, ink, "Words")

    def _place_for_words(self) -> Any:
        """The placeholder of a template's layout that words belong into."""
        layout, page = self.page.sheet.layout, self.page
        if layout is None:
            return None
        places = list(self.slide.placeholders)
        if page.spec.arrange == "opening":
            return next((each for each in places if each.placeholder_format.type in _sub_titles()), None)
        if page.spec.arrange == "words" and layout.place is not None:
            number = layout.place
        elif page.spec.arrange not in ("words", "plate_words") and layout.above is not None:
            number = layout.above
        else:
            return None
        shapes = [each for each in self.slide.shapes if each.is_placeholder]
        found = shapes[number] if number < len(shapes) else None
        return found if found is not None and found.has_text_frame else None

    def _room(self) -> Box | None:
        """Where the words stand on the page."""
        texts = self.page.words.texts
        if not texts:
            return None
        left = min(text.x for text in texts)
        top = min(text.y - text.size for text in texts)
        right = self.page.sheet.body[0] + self.page.sheet.body[2]
        return left, top, right - left, self.page.words.height + self.page.words.size * 0.4

    def _box(self, room: Box, blocks: tuple[Block, ...], size: float, ink: str, name: str) -> Any:
        """Words in a box of their own."""
        from lxml import etree

        number = max(int(each.get("id", 0)) for each in self.slide.element.iter("{*}cNvPr")) + 1
        left, top, width, height = room
        place = f'<a:off x="{emu(left)}" y="{emu(top)}"/><a:ext cx="{emu(width)}" cy="{emu(height)}"/>'
        paragraphs = "".join(self._paragraph(block, size, ink, first=i == 0) for i, block in enumerate(blocks))
        xml = (
            f'<p:sp {NAMESPACES}><p:nvSpPr><p:cNvPr id="{number}" name="{escape(printable(name))}"/><p:cNvSpPr txBox="1"/><p:nvPr/>'
            f'</p:nvSpPr><p:spPr><a:xfrm>{place}</a:xfrm><a:prstGeom prst="rect"><a:avLst/></a:prstGeom><a:noFill/></p:spPr>'
            f'<p:txBody><a:bodyPr wrap="square" lIns="0" tIns="0" rIns="0" bIns="0" anchor="t"><a:noAutofit/></a:bodyPr>'
            f"{paragraphs}</p:txBody></p:sp>"
        )
        self.slide.shapes._spTree.append(etree.fromstring(xml))  # no public way to put in what was written
        return self.slide.shapes[-1]

    def _paragraph(self, block: Block, size: float, ink: str, *, first: bool) -> str:
        indent = emu(size * 1.15)
        before = 0 if first else round(size * (35 if block.kind == "item" else 70))
        marked = _mark(block) if block.kind == "item" else "<a:buNone/>"
        hang = -indent if block.kind == "item" else 0
        look = f'<a:pPr marL="{indent * block.depth}" indent="{hang}" algn="l"><a:lnSpc><a:spcPct val="115000"/></a:lnSpc>'
        look += f'<a:spcBef><a:spcPts val="{before}"/></a:spcBef>{marked}</a:pPr>'
        return f"<a:p>{look}{''.join(self._run(run, size, ink, block) for run in block.runs)}</a:p>"

    def _run(self, run: Run, size: float, ink: str, block: Block) -> str:
        if run.breaks:
            return "<a:br/>"
        face = escape(self.family)
        bold = int(run.strong or block.kind == "heading")
        return (
            f'<a:r><a:rPr lang="{self.language}" sz="{round(size * 100)}" b="{bold}">{solid(ink)}<a:latin typeface="{face}"/>'
            f'<a:ea typeface="{face}"/><a:cs typeface="{face}"/></a:rPr><a:t>{written(run.text)}</a:t></a:r>'
        )

    def _line(self, link: Link) -> Any:
        sheet = self.page.sheet
        size = link.box[3] / 1.5
        words = Block(kind="paragraph", runs=(Run(text=f"{link.number}   {link.shown}"),))
        left, top, _, height = link.box
        return self._box((left, top, sheet.body[2], height), (words,), size, sheet.theme.ink, f"Contents {link.number}")

    def _foot(self) -> None:
        """The number of the page and the foot, in the places that the layout has for them."""
        from lxml import etree

        sheet = self.page.sheet
        for place in self.layout.placeholders:
            kind = place._element.ph.get("type")
            wanted = {"sldNum": self.folio.spec.numbers, "ftr": bool(self.page.foot)}.get(kind, False)
            if not wanted:
                continue
            shape = copy.deepcopy(place._element)
            tree = self.slide.shapes._spTree
            shape.nvSpPr.cNvPr.set("id", str(max(int(each.get("id", 0)) for each in self.slide.element.iter("{*}cNvPr")) + 1))
            body = shape.find("{*}txBody")
            for paragraph in body.findall("{*}p"):
                body.remove(paragraph)
            align, look = "", f'<a:rPr lang="{self.language}"/>'
            if sheet.layout is None:
                left, top, width, height = sheet.foot
                part = width * (0.86 if kind == "ftr" else 0.12)
                start = left if kind == "ftr" else left + width - part
                _set_place(shape, (start, top, part, height))
                align = f'<a:pPr algn="{"l" if kind == "ftr" else "r"}"/>'
                look = f'<a:rPr lang="{self.language}" sz="{round(sheet.foot_size * 100)}">{solid(sheet.theme.quiet)}</a:rPr>'
                frame = body.find("{*}bodyPr")
                for side in ("lIns", "tIns", "rIns", "bIns"):
                    frame.set(side, "0")
            else:
                properties = shape.find("{*}spPr")
                for child in list(properties):
                    properties.remove(child)
            if kind == "ftr":
                run = f"<a:r>{look}<a:t>{written(self.page.foot)}</a:t></a:r>"
            else:
                run = f'<a:fld id="{_FIELD}" type="slidenum">{look}<a:t>{self.page.number}</a:t></a:fld>'
            body.append(etree.fromstring(f"<a:p {NAMESPACES}>{align}{run}</a:p>"))
            tree.append(shape)

    def _notes(self) -> None:
        lines = [self.page.notes] if self.page.notes else []
        for placed in self.page.placed:
            lines += [f"{placed.name}: {name}: {text}" for name, text in about(placed.figure, numbers=True)]
        if lines:
            self.slide.notes_slide.notes_text_frame.text = printable("\n".join(lines))


def _fonts(frame: Any) -> list[Any]:
    """The fonts of all runs: what a paragraph says of its own not every office program heeds."""
    return [run.font for paragraph in frame.paragraphs for run in paragraph.runs]


def _sub_titles() -> tuple[Any, ...]:
    from pptx.enum.shapes import PP_PLACEHOLDER

    return PP_PLACEHOLDER.SUBTITLE, PP_PLACEHOLDER.BODY


def _set_place(shape: Any, box: Box) -> None:
    from lxml import etree

    left, top, width, height = box
    properties = shape.find("{*}spPr")
    for child in properties.findall("{*}xfrm"):
        properties.remove(child)
    place = f'<a:off x="{emu(left)}" y="{emu(top)}"/><a:ext cx="{emu(width)}" cy="{emu(height)}"/>'
    properties.insert(0, etree.fromstring(f"<a:xfrm {NAMESPACES}>{place}</a:xfrm>"))


def _mark(block: Block) -> str:
    """What stands before an item."""
    if block.number is None:
        return '<a:buFont typeface="Arial"/><a:buChar char="•"/>'
    return f'<a:buFont typeface="+mj-lt"/><a:buAutoNum type="arabicPeriod" startAt="{max(1, block.number)}"/>'


def _write(place: Any, blocks: tuple[Block, ...], language: str) -> None:
    """Words into a placeholder, in its own looks."""
    from lxml import etree

    body = place.text_frame._txBody
    for paragraph in body.findall("{*}p"):
        body.remove(paragraph)
    for block in blocks:
        if block.kind == "item":
            level = f' lvl="{block.depth - 1}"' if block.depth > 1 else ""
            counted = _mark(block) if block.number is not None else ""
            look = f"<a:pPr{level}>{counted}</a:pPr>"
        else:
            look = '<a:pPr marL="0" indent="0"><a:buNone/></a:pPr>'
        runs = "".join(_plain_run(run, block, language) for run in block.runs)
        body.append(etree.fromstring(f"<a:p {NAMESPACES}>{look}{runs}</a:p>"))


def _plain_run(run: Run, block: Block, language: str) -> str:
    """A run in the looks of the placeholder that it stands in."""
    bold = ' b="1"' if run.strong or block.kind == "heading" else ""
    return "<a:br/>" if run.breaks else f'<a:r><a:rPr lang="{language}"{bold}/><a:t>{written(run.text)}</a:t></a:r>'
