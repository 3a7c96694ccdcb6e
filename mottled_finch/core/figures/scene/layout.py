"""Placing the parts of a page: words above and below, panels with their heads and totals, the legend at its place."""

from collections.abc import Collection
from dataclasses import dataclass
from math import ceil, floor, inf

from ...common.language import OURS
from ...common.recipe.spec import Recipe
from ..contents.facts import Facts
from ..text.figures import alternative_text
from ..text.parts import Said, text_of
from ..text.parts.color import color
from .cells import Places, grid_of, symbol_side
from .fit import fit_of
from .legend import Legend, bands_of, legend_of, scale_notes, weight_notes
from .legend_shapes import across_height, place_legend, place_legend_across
from .names import place_flow, place_names, reserve_flow, reserve_names
from .notes import note_lines, place_notes
from .page import Page, lines_from_below, place_words, say_nothing_is_kept
from .panel import PanelAt, place_panel
from .plan import Plan, cell_gap, panel_gap, planned
from .shapes import Grid, Part, Scene, Under
from .sizes import Sizes, steps_of
from .type import Typeface
from .underlay import picture_of

_LINE = 1.6
"""Of their size: the height of rows whose heads may grow."""
_SPARE = 64.0
"""Points: if no more than that is left beside it, the legend ends where the page does."""


def lay_out(recipe: Recipe, facts: Facts, typeface: Typeface, outside: Collection[Part] = ()) -> Scene:
    """The scene of a recipe: its page, with what its facts are told of, without the words of parts that are told
    ``outside``. Raises TableError for a live fact that the figure does not have, RecipeError for colors of the page that cannot be
    told apart, or an underlay that is no picture.
    """
    page = Page(recipe, facts, typeface, outside)
    place_words(page)
    if 0 in facts.matrix.shape:
        say_nothing_is_kept(page)
        grid = None
    else:
        grid = _place_figure(page)
    return Scene(
        width=recipe.page.width,
        height=recipe.page.height,
        theme=page.theme,
        transparent=recipe.page.transparent,
        alternative=_alternative(page),
        texts=tuple(page.texts),
        boxes=tuple(page.boxes),
        hatchings=tuple(page.hatchings),
        lines=tuple(page.lines),
        grid=grid,
        under=_under(recipe, grid) if grid else None,
    )


def _place_figure(page: Page) -> Grid:
    if "notes" not in page.outside:
        lines_from_below(page, "notes", note_lines(page))
    room = _largest(page)
    plan, key = room.plan, room.key
    sides, frame = plan.sides, plan.frame
    page.cell_gap = cell_gap(page, plan)
    band_width = _band_width(page, plan, frame.across.average - page.cell_gap)
    drop_down = _lowered(page, plan)
    grid_top = page.top + frame.above + drop_down
    xs: list[float] = []
    drops: list[float] = []
    for number, panel in enumerate(plan.panels):
        line, column = divmod(number, plan.per_line)
        x, drop = sides.grid_left + column * frame.width, line * frame.height
        xs += [x + start for start in frame.across.starts]
        drops += [drop] * len(frame.across.starts)
        place_panel(page, plan, PanelAt(panel=panel, x=x, top=grid_top + drop, leftmost=column == 0), band_width)
    if key:
        end = sides.grid_left + min(plan.per_line, len(plan.panels)) * frame.width - panel_gap(page) + band_width - sides.band_width
        _place_legend(page, key, plan, end - page.cell_gap, grid_top)
    places = Places(
        xs=xs,
        ys=[grid_top + start for start in frame.down.starts],
        drops=drops if len(plan.panels) > plan.per_line else [],
        widths=[length - page.cell_gap for length in frame.across.lengths] * len(plan.panels),
        heights=[length - page.cell_gap for length in frame.down.lengths],
    )
    grid = grid_of(page, places)
    names_top = room.names_top + drop_down
    place_names(page, names_top, sides.left, sides.grid_left, grid_top, named=bool(sides.widths[-1]) or len(sides.widths) > 1)
    below = grid_top + max(drops) + (frame.height - frame.above) - page.sizes.head
    place_flow(page, grid, room.flow, below)
    place_notes(page, grid)
    return grid


@dataclass(frozen=True, kw_only=True)
class _Room:
    """The plan of a figure with heads of the ``sizes``, and what was taken from the page before: the legend, the room of the arrow,
    where the line with the name of the columns begins, and what is left ``within`` (left, top, bottom).
    """

    sizes: Sizes
    within: tuple[float, float, float]
    plan: Plan
    key: "_Key | None"
    flow: float
    names_top: float


def _largest(page: Page) -> _Room:
    """The layout with the largest type that has room, for which nothing is given up that the least size leaves."""
    before = page.left, page.top, page.bottom

    def at(size: float) -> _Room:
        page.left, page.top, page.bottom = before
        page.sizes = page.sizes.at(size, least)
        key = _reserve_legend(page)
        flow = reserve_flow(page)  # next to the cells, nearer than a legend below them
        names_top = reserve_names(page)
        plan = planned(page, key.width_beside(page) if key else 0.0)
        within = page.left, page.top, page.bottom
        return _Room(sizes=page.sizes, within=within, plan=plan, key=key, flow=flow, names_top=names_top)

    *larger, least = steps_of(page.recipe.page, page.sizes)
    room = at(least)
    highest = max(room.plan.frame.down.lengths) if any(room.plan.frame.rows.labels) else inf
    larger = [size for size in larger if size * _LINE <= highest]
    if larger:
        of_least = fit_of(page, room.plan)
    for size in larger:
        larger_room = at(size)
        if fit_of(page, larger_room.plan).holds(of_least, size):
            return larger_room
    page.left, page.top, page.bottom = room.within
    page.sizes = room.sizes
    return room


def _lowered(page: Page, plan: Plan) -> float:
    """How much lower than they could the cells begin, where they do not need the height of the page: a little above its middle."""
    lines = ceil(len(plan.panels) / plan.per_line)
    spare = page.bottom - page.top - (lines * plan.frame.height - page.sizes.head)
    return float(floor(spare * 0.4)) if spare > 3 * page.sizes.head and page.recipe.page.underlay is None else 0.0


def _band_width(page: Page, plan: Plan, cell: float) -> float:
    """Totals of the rows of a single panel are as wide as its cells, where there is room."""
    width, room = plan.sides.band_width, plan.sides.room - plan.frame.across.end - page.sizes.band_gap
    alone = page.recipe.pivot.totals.rows and len(plan.panels) == 1
    return float(floor(cell)) if alone and width < cell < room else width


@dataclass(frozen=True)
class _Key:
    """The legend, the side of the largest symbol on it, and where it begins unless it stands at the right."""

    legend: Legend
    symbol: float
    top: float

    def width_beside(self, page: Page) -> float:
        """What it takes from the room across."""
        return self.legend.width + _legend_gap(page) if page.recipe.legend.place == "right" else 0.0


def _legend_gap(page: Page) -> float:
    return round(page.sizes.margin * 1.1)


def _reserve_legend(page: Page) -> _Key | None:
    """Take the room of a legend above or below the cells from the page."""
    if not page.recipe.legend.show:
        return None
    key = _Key(_legend(page, 0.0), 0.0, page.top)
    if key.legend.samples:  # how large symbols become is known once the cells are laid out
        symbol = symbol_side(page, planned(page, key.width_beside(page)))
        key = _Key(_legend(page, symbol), symbol, page.top)
    if page.recipe.legend.place == "right":
        return key
    height = across_height(page, key.legend, page.right - page.left, key.symbol)
    if page.recipe.legend.place == "top":
        page.top += height
        return key
    page.bottom -= height
    return _Key(key.legend, key.symbol, page.bottom + round(page.sizes.head * 0.6))


def _legend(page: Page, symbol: float) -> Legend:
    share = 0.22 if page.recipe.legend.place == "right" else 0.6
    return legend_of(page, (page.right - page.left) * share, symbol)


def _place_legend(page: Page, key: _Key, plan: Plan, end: float, grid_top: float) -> None:
    """Beside cells and totals, which end at ``end``; or above or below them, as far in as its lines allow."""
    symbol = min(key.symbol, symbol_side(page, plan))
    if page.recipe.legend.place == "right":
        x = end + _legend_gap(page)
        spare = page.right - x - key.legend.width
        place_legend(page, key.legend, x + (max(0.0, spare) if spare < _SPARE else 0.0), grid_top, page.bottom, symbol)
        return
    grid_left, room = plan.sides.grid_left, page.right - page.left
    shift = min(grid_left - page.left, max(0.0, page.right - grid_left - room * 0.75))
    lines_alike = across_height(page, key.legend, room - shift, key.symbol) <= across_height(page, key.legend, room, key.symbol)
    at = page.left + shift if lines_alike else page.left
    place_legend_across(page, key.legend, at, key.top, page.right - at, symbol)


def _under(recipe: Recipe, grid: Grid) -> Under | None:
    """The picture under the cells, as large as they are together."""
    spec = recipe.page.underlay
    if spec is None:
        return None
    picture = picture_of(spec.picture)
    crop = spec.crop
    left, top = grid.xs[0], grid.ys[0]
    return Under(
        x=left,
        y=top,
        width=grid.right - left,
        height=grid.foot - top,
        picture=picture.address,
        pixels=(picture.width, picture.height),
        crop=(
            crop.left * picture.width,
            crop.top * picture.height,
            crop.width * picture.width,
            crop.height * picture.height,
        ),
        strength=spec.strength,
    )


def _alternative(page: Page) -> str:
    """The figure in words, for who does not see it; as all of our sentences it is English."""
    return " ".join([alternative_text(page.recipe, page.matrix, page.contents), *_said_of_color(page)])


def _said_of_color(page: Page) -> list[str]:
    """Sentences for who does not see the legend."""
    said = Said(written=page.recipe, recipe=page.recipe, coloring=page.coloring, style=page.style)
    notes = [*scale_notes(page.recipe, page.coloring, OURS), *weight_notes(page.recipe, page.contents, OURS)]
    bands = [band.words for band in bands_of(page.recipe, page.coloring, page.style, OURS)]
    return [text_of(color(said)), *(f"{note}." for note in [*notes, *([f"Bands: {'; '.join(bands)}"] if bands else [])])]
