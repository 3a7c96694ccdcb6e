"""A folio laid out: each page with its words placed, and its plates laid anew for the room that each has there."""

from collections.abc import Callable, Hashable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import partial
from typing import Any

from ...common.errors import CoreError
from ...common.language import Language, language_of
from ...common.recipe.page_type import least_type
from ...common.recipe.spec import PageSpec, Recipe
from ...common.vocabulary import ARRANGEMENT_TERMS
from ...figures.claims.judging import Judged, judged, judged_of
from ...figures.figure.figure import Figure, laid_anew
from ...figures.scene import Part, Text
from ...figures.scene.room import page_in
from ...figures.scene.type import Typeface
from ...figures.text.page_words import page_words
from ..changes.comparing import Since, told
from ..draw.house.painting import SHARES, line_height, placed_lines, weight_of
from ..draw.house.template import Look, Paragraph, Shape, Spot, Template
from .facts import fact_of
from .flow import Flowed, Mark, Spacing, flow, set_in
from .rooms import ROOMS, Box
from .sharing import shared, why_not
from .sheet import Sheet, sheet_of
from .spec import FolioPageSpec, FolioSpec
from .words import Block, Run, blocks_of, filled, plain

Figures = Mapping[str, Figure | CoreError]
"""Of each plate its figure, or why there is none."""
_LEAD_MOST = 0.34
"""Of the height under a headline that words may take above plates."""
_CONTENTS_MOST = 0.62
_LEAST_HEADLINE, _SMALLER = 0.6, 0.94
"""Of its size: how small a headline gets that has no room, and by how much at a time."""
_KEY_MOST = 0.4
"""Of the width, that a legend may take which plates share."""
_SINCE_MOST = 3
"""Cells that a page tells of each plate."""
_BESIDE = ("plate_words", "since")
"""Arrangements whose words have a room of their own in every layout."""
_KEY_TRIES, _KEY_NEAR = 4, 1.0
"""How often its width is tried, and the points by which cells may end elsewhere than without it."""


@dataclass(frozen=True, kw_only=True, eq=False)
class Placed:
    """A plate in its room; its scene begins at ``left`` and ``top``, its margin reaching beyond the room."""

    name: str
    figure: Figure
    left: float
    top: float
    room: Box


@dataclass(frozen=True, kw_only=True)
class Lost:
    """A plate that cannot be made, and why."""

    name: str
    why: str
    room: Box


@dataclass(frozen=True, kw_only=True)
class Claimed:
    """A claim of the headline, or of a plate's own title, and how it stands; ``own`` is its place among the plate's claims."""

    plate: str
    judged: Judged
    own: int | None = None


@dataclass(frozen=True, kw_only=True)
class Link:
    """A line of the contents: the headline of a page by its number, from 1, as much of it as has room, and where it stands."""

    number: int
    words: str
    shown: str
    box: Box


@dataclass(frozen=True, kw_only=True, eq=False)
class FolioPage:
    """One page as it leaves. ``title`` and ``blocks`` are its words in full, ``texts`` all of them as they are placed; ``empty``
    are rooms without a plate; ``unsaid`` are facts that no plate has; ``apart`` says why its plates do not share what they should;
    ``spots`` are those of the template's layout that texts of the page stand in, ``turned`` its texts that do not run from left to
    right.
    """

    number: int
    spec: FolioPageSpec
    sheet: Sheet
    title: str
    blocks: tuple[Block, ...]
    foot: str
    notes: str
    headline: tuple[Text, ...]
    words: Flowed
    texts: tuple[Text, ...]
    marks: tuple[Mark, ...]
    links: tuple[Link, ...] = ()
    placed: tuple[Placed, ...] = ()
    lost: tuple[Lost, ...] = ()
    empty: tuple[Box, ...] = ()
    claims: tuple[Claimed, ...] = ()
    unsaid: tuple[str, ...] = ()
    apart: str = ""
    title_cut: bool = False
    spots: tuple[str, ...] = ()
    turned: tuple[Shape, ...] = ()


@dataclass(frozen=True, kw_only=True, eq=False)
class Folio:
    """The pages of a folio as they leave, with its title."""

    spec: FolioSpec
    title: str
    pages: tuple[FolioPage, ...]
    figures: Figures
    template: Template | None = None
    changes: Mapping[str, Since] = field(default_factory=dict)


def recipe_for(folio: FolioSpec, recipe: Recipe) -> Recipe:
    """A plate's recipe as the folio's pages have it: in their language, theme and font, with its own least size of type."""
    page, own = folio.page, recipe.page
    laid = replace(
        own,
        least_type=own.least_type,
        language=page.language or own.language,
        theme=page.theme,
        ground=page.ground,
        ink=page.ink,
        font=page.font or own.font,
        template=None,
        transparent=False,
    )
    return replace(recipe, page=laid)


Keep = Callable[[Hashable, Callable[[], Any]], Any]
"""What keeps results by all that they depend on, and has them made where there are none."""


def keep_nothing(_key: Hashable, make: Callable[[], Any]) -> Any:
    """All is made anew."""
    return make()


def laid_out(
    folio: FolioSpec,
    figures: Figures,
    template: Template | None = None,
    keep: Keep = keep_nothing,
    changes: Mapping[str, Since] | None = None,
) -> Folio:
    """All pages. The figures are those of the plates' recipes as ``recipe_for`` gives them, ``changes`` what changed in them since
    the edition before, of those that have one; plates laid out once are not laid out again where they are kept. Raises DrawError
    for a layout that the template does not have.
    """
    maker = _Maker(folio, figures, template, keep, changes or {}, language_of(folio.page.language))
    pages = tuple(maker.page(number) for number in range(len(folio.pages)))
    title = maker.said(folio.title, None)
    return Folio(spec=folio, title=title, pages=pages, figures=figures, template=template, changes=changes or {})


@dataclass
class _Maker:
    folio: FolioSpec
    figures: Figures
    template: Template | None
    keep: Keep
    changes: Mapping[str, Since]
    language: Language
    unsaid: list[str] = field(default_factory=list)

    def page(self, index: int) -> FolioPage:
        spec = self.folio.pages[index]
        sheet = sheet_of(self.folio, spec, self.template, f"pages[{index}]")
        self.unsaid = []
        title = self.headline(spec)
        blocks = self.lead(spec)
        ink = sheet.theme.ink
        headline, title_marks, head_foot, title_cut = self._headline(spec, sheet, title, ink)
        body = _under(sheet, head_foot) if title else sheet.body
        words = Flowed()
        term = ARRANGEMENT_TERMS[spec.arrange]
        spot = self._spot_of_words(spec, sheet) if blocks else None
        place = sheet.spot(spot) if spot else None
        if place:
            words = _flow_in(place, blocks, sheet)
        elif term.words == "lead" and blocks:
            left, top, width, height = body
            lead = left, top, width, height * _LEAD_MOST
            words = flow(blocks, lead, sheet.lead_size, sheet.least_size, sheet.theme.quiet, sheet.typeface)
            used = words.height + sheet.gap * 0.6
            body = left, top + used, width, height - used
        rooms = ROOMS[spec.arrange](body, sheet.gap)
        links: tuple[Link, ...] = ()
        texts: list[Text] = []
        if rooms.words is not None:
            room, listed = rooms.words, self.listed(spec)
            size = sheet.lead_size if spec.arrange in ("opening", "plate_words") else sheet.words_size
            if listed:
                room = (room[0], room[1], room[2], room[3] * (1 - _CONTENTS_MOST))
            if place is None:
                words_ink = sheet.theme.quiet if spec.arrange == "opening" else ink
                words = flow(blocks, room, size, sheet.least_size, words_ink, sheet.typeface)
            if listed:
                top = room[1] + (words.height + sheet.gap if blocks else 0.0)
                left, _, width, _ = rooms.words
                links, lines = self._contents(listed, (left, top, width, sheet.body[1] + sheet.body[3] - top), sheet)
                texts += lines
        placed, lost, empty, apart = self._plates(spec, sheet, rooms.plates, rooms.keyed)
        foot = self.said(self.folio.footer, spec)
        at_foot = {"foot": foot, "number": str(index + 1) if self.folio.numbers else ""}
        texts += _foot(sheet, **at_foot)
        turned = tuple(shape for name, said in at_foot.items() if said and (shape := _turned(said, sheet.spot(name))))
        stands = {"title": title, **({spot: "words"} if spot else {}), **at_foot}
        return FolioPage(
            number=index + 1,
            spec=spec,
            sheet=sheet,
            title=title,
            blocks=blocks,
            foot=foot,
            notes=self.said(spec.notes, spec),
            headline=headline,
            words=words,
            texts=(*headline, *words.texts, *texts),
            marks=(*title_marks, *words.marks),
            links=links,
            placed=placed,
            lost=lost,
            empty=empty,
            claims=tuple(self.claims(spec)),
            unsaid=tuple(dict.fromkeys(self.unsaid)),
            apart=apart,
            title_cut=title_cut,
            turned=turned,
            spots=tuple(name for name, said in stands.items() if said and sheet.spot(name)),
        )

    def _spot_of_words(self, spec: FolioPageSpec, sheet: Sheet) -> str | None:
        """The spot of the template's layout that the words of a page belong into; None where they have a room of our own."""
        name = "place" if spec.arrange == "words" else "above"
        return name if sheet.spot(name) and spec.arrange not in _BESIDE else None

    def named(self, plate: str | None, spec: FolioPageSpec | None) -> str | None:
        """The plate that a fact or claim is of."""
        if plate:
            return plate
        there = [name for name in spec.plates if name] if spec else []
        return next(iter(there or self.folio.plates), None)

    def figure(self, name: str | None) -> Figure | None:
        found = self.figures.get(name or "")
        return found if isinstance(found, Figure) else None

    def fact(self, words: str, spec: FolioPageSpec | None) -> str | None:
        """A fact as it is told; None where no plate has it, which is remembered."""
        fact = fact_of(words)
        figure = self.figure(self.named(fact.plate, spec)) if fact else None
        text = figure.facts.text(fact.name) if figure and fact else None
        if text is None:
            self.unsaid.append(words)
        return text

    def runs(self, text: str, spec: FolioPageSpec | None) -> tuple[Run, ...]:
        block = Block(kind="paragraph", runs=plain(text))
        return filled((block,), lambda fact: self.fact(fact, spec))[0].runs

    def said(self, text: str, spec: FolioPageSpec | None) -> str:
        return "".join(run.text for run in self.runs(text, spec))

    def headline(self, spec: FolioPageSpec) -> str:
        if spec.headline is not None:
            return self.said(spec.headline, spec)
        figure = self.figure(next((name for name in spec.plates if name), None))
        if figure:
            return self._words_of(figure)[0]
        if spec.arrange == "since":
            return self.language.say("since_title")
        return self.said(self.folio.title, spec) if spec.arrange == "opening" else ""

    def lead(self, spec: FolioPageSpec) -> tuple[Block, ...]:
        """The words of a page; where it takes its headline from its plate, the subtitle of that where there are none."""
        alone = spec.headline is None and ARRANGEMENT_TERMS[spec.arrange].plates == 1
        figure = self.figure(spec.plates[0]) if alone and spec.plates and not spec.words else None
        if spec.arrange == "since":
            return (*filled(blocks_of(spec.words), lambda fact: self.fact(fact, spec)), *self.since())
        subtitle = self._words_of(figure)[1] if figure else ""
        if subtitle:
            return (Block(kind="paragraph", runs=(Run(text=subtitle),)),)
        return filled(blocks_of(spec.words), lambda fact: self.fact(fact, spec))

    def since(self) -> list[Block]:
        """What changed since the edition before, plate by plate."""
        found: list[Block] = []
        for name, change in self.changes.items():
            figure = self.figure(name)
            lines = told(change, self.language, _SINCE_MOST) if figure else []
            if lines and figure:
                found.append(Block(kind="heading", runs=(Run(text=self._words_of(figure)[0] or name),)))
                found += [Block(kind="item", runs=(Run(text=line),), depth=1) for line in lines]
        same = self.language.say("since_same" if self.changes else "since_first")
        return found or [Block(kind="paragraph", runs=(Run(text=same),))]

    def _words_of(self, figure: Figure) -> tuple[str, str]:
        words = page_words(figure.recipe, figure.facts)
        return words.title, words.subtitle

    def claims(self, spec: FolioPageSpec) -> list[Claimed]:
        """Those of the headline, then those that the plates' own titles make."""
        found = []
        for claim in spec.claims:
            name = self.named(claim.plate, spec)
            figure = self.figure(name)
            told = (
                judged_of(figure, claim.says)
                if figure
                else Judged(words=claim.says, holds=False, now="the plate that it is about cannot be made")
            )
            found.append(Claimed(plate=name or "", judged=told))
        for name in dict.fromkeys(spec.plates):
            figure = self.figure(name)
            if figure:
                found += [Claimed(plate=name, judged=each, own=i) for i, each in enumerate(judged(figure))]
        return found

    def listed(self, spec: FolioPageSpec) -> list[tuple[int, str]]:
        """The headlines that an opening lists."""
        if spec.arrange != "opening" or not self.folio.contents or self.template is not None:
            return []
        unsaid = list(self.unsaid)
        found = [(i + 1, self.headline(page)) for i, page in enumerate(self.folio.pages) if page is not spec]
        self.unsaid = unsaid  # what those pages lack is told there
        return [(number, words) for number, words in found if words]

    def _contents(self, listed: list[tuple[int, str]], room: Box, sheet: Sheet) -> tuple[tuple[Link, ...], list[Text]]:
        left, top, width, height = room
        size = sheet.lead_size * 0.9
        while size > sheet.least_size and len(listed) * size * 1.75 > height:
            size *= 0.94
        kept = listed[: max(1, int(height / (size * 1.75)))]
        links, texts = [], []
        for line, (number, words) in enumerate(kept):
            y = top + line * size * 1.75
            shown = sheet.typeface.balanced(words, width * 0.86, size, 1)[0]
            texts.append(_text(sheet, left, y + size, str(number), size, quiet=True))
            texts.append(_text(sheet, left + size * 2, y + size, shown, size))
            box = left, y, size * 2 + sheet.typeface.width_of(shown, size), size * 1.5
            links.append(Link(number=number, words=words, shown=shown, box=box))
        return tuple(links), texts

    def _headline(
        self, spec: FolioPageSpec, sheet: Sheet, title: str, ink: str
    ) -> tuple[tuple[Text, ...], tuple[Mark, ...], float, bool]:
        """The headline in lines, its facts, where it ends, and whether some of it has no room."""
        if not title:
            return (), (), sheet.headline[1], False
        spot = sheet.spot("title")
        texts, end, whole = _in_spot(title, sheet, spot.look) if spot else _in_lines(title, sheet, ink, spec.arrange)
        return texts, tuple(self._marked(spec.headline or "", spec, texts, sheet.typeface)), end, not whole

    def _marked(self, words: str, spec: FolioPageSpec, lines: Sequence[Text], typeface: Typeface) -> list[Mark]:
        """Where the facts of a headline stand, as far as each is on one line."""
        found, at, line = [], 0, 0
        for run in self.runs(words, spec):
            if not run.fact:
                continue
            while line < len(lines):
                start = lines[line].text.find(run.text, at)
                if start >= 0:
                    each = lines[line]
                    before = typeface.width_of(each.text[:start], each.size, each.weight)
                    length = typeface.width_of(run.text, each.size, each.weight)
                    found.append(Mark(fact=run.fact, box=(each.x + before, each.y - each.size, length, each.size * 1.2)))
                    at = start + len(run.text)
                    break
                line, at = line + 1, 0
        return found

    def _plates(
        self, spec: FolioPageSpec, sheet: Sheet, rooms: tuple[Box, ...], keyed: int
    ) -> tuple[tuple[Placed, ...], tuple[Lost, ...], tuple[Box, ...], str]:
        names = [*spec.plates, *[""] * len(rooms)][: len(rooms)]
        lost, empty, there = [], [], []
        for name, room in zip(names, rooms, strict=True):
            found = self.figures.get(name)
            if not name:
                empty.append(room)
            elif isinstance(found, Figure):
                there.append((name, found, room))
            else:
                lost.append(Lost(name=name, why=str(found) if found else "it is not there any more", room=room))
        figures, apart = [figure for _, figure, _ in there], ""
        laid_rooms = [room for _, _, room in there]
        if spec.share and len(there) > 1:
            apart = why_not(figures)
            if not apart:
                try:
                    key = next((i for i, (_, _, room) in enumerate(there) if room == rooms[keyed]), 0)
                    figures = self.keep(("shared", *figures, key), partial(shared, figures, key))
                    laid = partial(self._with_key, spec, sheet, figures, laid_rooms, key)
                    laid_rooms = self.keep(("key", *figures, *laid_rooms, key, spec, sheet.page), laid)
                except CoreError as error:
                    apart = error.message
        placed = [
            self._placed(spec, sheet, name, figure, room, laid)
            for (name, _, room), figure, laid in zip(there, figures, laid_rooms, strict=True)
        ]
        return tuple(placed), tuple(lost), tuple(empty), apart

    def _placed(self, spec: FolioPageSpec, sheet: Sheet, name: str, figure: Figure, room: Box, laid: Box) -> Placed:
        page, beyond = page_in(self._page(figure, sheet), laid[2], laid[3], within=bool(sheet.layout and sheet.layout.busy))
        outside = frozenset(self._outside(spec, figure))
        anew = self.keep((figure, page, outside), partial(laid_anew, figure, page, outside))
        return Placed(name=name, figure=anew, left=laid[0] - beyond, top=laid[1] - beyond, room=room)

    def _page(self, figure: Figure, sheet: Sheet) -> PageSpec:
        own, of = figure.recipe.page, sheet.page
        least = own.least_type if own.least_type is not None else least_type(replace(of, template=None))
        return replace(own, theme=of.theme, ground=of.ground, ink=of.ink, least_type=least, transparent=True)

    def _outside(self, spec: FolioPageSpec, figure: Figure) -> set[Part]:
        """The words of a plate that the page says itself."""
        if ARRANGEMENT_TERMS[spec.arrange].plates > 1:
            return set()
        if spec.headline is None:
            return {"title", "subtitle"}
        return {"title"} if self._words_of(figure)[0] == self.said(spec.headline, spec) else set()

    def _with_key(self, spec: FolioPageSpec, sheet: Sheet, figures: list[Figure], rooms: list[Box], key: int) -> list[Box]:
        """The rooms with as much less width as the legend takes, into which the plate with the legend reaches, so that its cells
        are as wide as they would be without.
        """
        right = max(room[0] + room[2] for room in rooms)
        left = min(room[0] for room in rooms)
        keyed = figures[key]
        legend = replace(keyed.recipe.legend, show=False)
        bare = replace(keyed, recipe=replace(keyed.recipe, legend=legend))
        taken = 0.0
        for _ in range(_KEY_TRIES):
            room, wider = (_narrowed(rooms[key], left, right, taken, keeps=keeps) for keeps in (False, True))
            missing = self._cells_end(spec, sheet, bare, room) - self._cells_end(spec, sheet, keyed, wider)
            if abs(missing) < _KEY_NEAR:
                break
            taken = min(max(0.0, taken + missing), _KEY_MOST * (right - left))
        return [_narrowed(room, left, right, taken, keeps=i == key) for i, room in enumerate(rooms)]

    def _cells_end(self, spec: FolioPageSpec, sheet: Sheet, figure: Figure, room: Box) -> float:
        placed = self._placed(spec, sheet, "", figure, room, room)
        grid = placed.figure.scene.grid
        return placed.left + grid.right if grid else room[0] + room[2]


def _narrowed(room: Box, left: float, right: float, taken: float, *, keeps: bool) -> Box:
    """A room in a body that is narrower by what is taken at its right; one that keeps it reaches into that."""
    share = (right - left - taken) / (right - left)
    start, width = left + (room[0] - left) * share, room[2] * share
    return start, room[1], width + (taken if keeps else 0.0), room[3]


def _under(sheet: Sheet, head_foot: float) -> Box:
    """The body below a headline."""
    left, top, width, height = sheet.body
    if sheet.layout is not None and top > head_foot - sheet.gap:
        return sheet.body
    start = head_foot + sheet.gap * 0.7
    return left, start, width, max(top + height - start, sheet.gap)


def _in_lines(title: str, sheet: Sheet, ink: str, arrange: str) -> tuple[tuple[Text, ...], float, bool]:
    """A headline in lines, where it ends, and whether all of it has room."""
    left, top, width, height = sheet.headline
    size, least = sheet.headline_size, sheet.headline_size * _LEAST_HEADLINE
    fixed = sheet.layout is not None and arrange != "opening"
    most = max(1, int(height / (size * 1.2))) if fixed else (3 if arrange == "opening" else 2)
    while True:
        lines = sheet.typeface.balanced(title, width, size, most, 600)
        whole = _is_whole(lines, title)
        if whole or size <= least:
            break
        size *= _SMALLER
        most = max(most, int(height / (size * 1.2)))
    start = top + max(0.0, (height - len(lines) * size * 1.2) / 2) if fixed else top
    texts = tuple(
        Text(
            part="title",
            x=left,
            y=start + size * (1 + number * 1.2),
            text=line,
            size=size,
            weight=600,
            ink=ink,
            length=sheet.typeface.width_of(line, size, 600),
        )
        for number, line in enumerate(lines)
    )
    return texts, start + len(lines) * size * 1.2, whole


def _in_spot(title: str, sheet: Sheet, look: Look) -> tuple[tuple[Text, ...], float, bool]:
    """The same in the place and the look that a layout of the house has for it."""
    _, top, width, height = sheet.headline
    said = title.upper() if look.capitals else title
    size = look.size
    while True:
        most = max(1, int(height / line_height(look, size)))
        lines = sheet.typeface.wrap(said, width, size, most, weight_of(look))
        whole = _is_whole(lines, said)
        if whole or size <= look.size * _LEAST_HEADLINE:
            break
        size *= _SMALLER
    texts = placed_lines(lines, sheet.headline, look, size, sheet.typeface, "title")
    return texts, max(top + height, texts[-1].y), whole


def _turned(said: str, spot: Spot | None) -> Shape | None:
    """What is said in a spot whose text does not run from left to right."""
    if spot is None or spot.turned is None:
        return None
    return replace(spot.turned, words=(Paragraph(text=said, look=spot.look),))


def _flow_in(spot: Spot, blocks: Sequence[Block], sheet: Sheet) -> Flowed:
    """Words in a place of a layout of the house, as that has them."""
    look = spot.look
    spacing = Spacing(line=line_height(look, 1.0), paragraph=look.above, item=look.above)
    if look.capitals:
        blocks = [replace(block, runs=tuple(replace(run, text=run.text.upper()) for run in block.runs)) for block in blocks]
    words = flow(blocks, spot.inner, look.size, min(sheet.least_size, look.size), look.ink, sheet.typeface, spacing)
    return set_in(words, spot.inner, SHARES[look.align], SHARES[look.upright])


def _is_whole(lines: Sequence[str], text: str) -> bool:
    return "".join("".join(lines).split()) == "".join(text.split())


def _foot(sheet: Sheet, foot: str, number: str) -> list[Text]:
    """What stands at the foot; in a layout of the house where that has it, and not where it has no place for it."""
    left, top, width, _ = sheet.foot
    size = sheet.foot_size
    if sheet.layout is not None:
        found: list[Text] = []
        for name, words in (("foot", foot), ("number", number)):
            spot = sheet.spot(name)
            if spot and words and not spot.turned:
                line = sheet.typeface.cut(
                    words.upper() if spot.look.capitals else words, spot.inner[2], spot.look.size, weight_of(spot.look)
                )
                found += placed_lines([line], spot.inner, spot.look, spot.look.size, sheet.typeface)
        return found
    texts = (
        [_text(sheet, left, top + size, sheet.typeface.balanced(foot, width * 0.86, size, 1)[0], size, quiet=True)] if foot else []
    )
    if number:
        length = sheet.typeface.width_of(number, size)
        texts.append(_text(sheet, left + width - length, top + size, number, size, quiet=True))
    return texts


def _text(sheet: Sheet, x: float, y: float, text: str, size: float, *, quiet: bool = False) -> Text:
    ink = sheet.theme.quiet if quiet else sheet.theme.ink
    return Text(part="words", x=x, y=y, text=text, size=size, ink=ink, length=sheet.typeface.width_of(text, size))
