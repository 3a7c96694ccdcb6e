"""The sheet that a page is laid on: its size and colors, where headline, body and foot are; plain, or in a layout of the house."""

from dataclasses import dataclass, replace

from ...common.errors import DrawError, did_you_mean
from ...common.recipe.spec import PageSpec
from ...figures.scene import Theme
from ...figures.scene.themes import theme_of
from ...figures.scene.type import Typeface
from ...figures.scene.typeface import typeface_of
from ..draw.house.template import Layout, Spot, Template, Told
from .rooms import Box
from .spec import FolioPageSpec, FolioSpec

_FOOT = 2.2
"""Lines of its type that the foot takes, with what is open above it."""


@dataclass(frozen=True, kw_only=True)
class Sheet:
    """Sizes of type and lengths in points. ``headline`` is where that begins and the most that it takes; the ``body`` begins behind
    its last line, or where the ``layout`` of a template has it, of which ``told`` knows what it paints.
    """

    page: PageSpec
    theme: Theme
    typeface: Typeface
    headline: Box
    body: Box
    foot: Box
    headline_size: float
    lead_size: float
    words_size: float
    least_size: float
    foot_size: float
    gap: float
    layout: Layout | None = None
    told: Told | None = None

    @property
    def width(self) -> float:
        return float(self.page.width)

    @property
    def height(self) -> float:
        return float(self.page.height)

    def spot(self, name: str) -> Spot | None:
        """Where the layout has a text; None where it has none, or there is no layout."""
        return self.layout.spots.get(name) if self.layout else None


def sheet_of(folio: FolioSpec, page: FolioPageSpec, template: Template | None, path: str = "page") -> Sheet:
    """The sheet of a page. Raises DrawError for a layout that the template does not have."""
    if template is None:
        return _plain(folio.page, opening=page.arrange == "opening")
    return _in_house(folio, page, template, path)


def _grown(page: PageSpec) -> float:
    area = page.width * page.height / (960 * 540)
    return min(1.7, max(0.7, float(area**0.25)))


def _plain(page: PageSpec, *, opening: bool) -> Sheet:
    grow = _grown(page)
    margin, foot = round(40 * grow), round(21 * grow) / 2
    width, height = float(page.width), float(page.height)
    size = round((38 if opening else 28) * grow)
    top = round(height * 0.24) if opening else round(34 * grow)
    low = height - round(30 * grow)
    inner = width - 2 * margin
    return Sheet(
        page=page,
        theme=theme_of(page),
        typeface=typeface_of(page.font),
        headline=(margin, top, inner * (0.8 if opening else 1.0), size * (3 if opening else 2) * 1.2),
        body=(margin, top, inner, low - foot * _FOOT - top),
        foot=(margin, low - foot * 1.2, inner, foot * 1.4),
        headline_size=size,
        lead_size=round((20 if opening else 17) * grow),
        words_size=round(18 * grow),
        least_size=round(11 * grow),
        foot_size=foot,
        gap=round(22 * grow),
    )


def _in_house(folio: FolioSpec, page: FolioPageSpec, template: Template, path: str) -> Sheet:
    """The sheet in a layout of a template: its size, ground and ink, and the places of headline and body."""
    told = template.told
    name = page.layout or (folio.page.template.layout if folio.page.template else None)
    layout = told.layout(name)
    if layout is None:
        names = [each.name for each in told.layouts]
        raise DrawError(
            f'"{template.name}" has no layout "{name}" with room for a figure; {did_you_mean(name or "", names)}',
            path=f"{path}.layout" if page.layout else "page.template.layout",
            received=name,
            allowed=names,
        )
    if page.arrange == "opening" and not page.layout and told.opening is not None:
        layout = told.opening
    spec = replace(
        folio.page, width=round(told.width), height=round(told.height), theme="paper", ground=layout.ground, ink=layout.ink
    )
    sheet = replace(_plain(spec, opening=page.arrange == "opening"), layout=layout, told=told)
    title = sheet.spot("title")
    left, top, width, height = layout.room
    if title is not None:
        sheet = replace(sheet, headline=title.inner, headline_size=title.look.size)
    if page.arrange == "opening":
        words = sheet.spot("above")
        return sheet if words is None else replace(sheet, body=words.inner, lead_size=words.look.size)
    if title is None:
        sheet = replace(sheet, headline=(left, max(0.0, top - sheet.headline_size * 1.4), width, sheet.headline_size * 1.3))
    low = min(top + height, sheet.foot[1] - sheet.foot_size)
    return replace(sheet, body=(left, top, width, max(low - top, height * 0.8)))
