"""Placing the parts of a page: words above and below, panels with their heads and totals, the legend at its place."""

from dataclasses import dataclass
from math import floor

from ..color.coloring import Coloring
from ..figure.contents import Contents
from ..figure.facts import Facts
from ..pivot import Matrix
from ..recipe.spec import Recipe
from ..words.figures import alternative_text
from .cells import Places, grid_of, symbol_side
from .legend import Legend, bands_of, color_notes, legend_of
from .legend_shapes import across_height, place_legend, place_legend_across
from .names import place_flow, place_names, reserve_flow, reserve_names
from .notes import note_lines, place_notes
from .page import Page, lines_from_below, place_words, say_nothing_is_kept
from .panel import PanelAt, place_panel
from .plan import Plan, cell_gap, panel_gap, planned
from .shapes import Grid, Scene, Under
from .underlay import picture_of


def lay_out(recipe: Recipe, matrix: Matrix, coloring: Coloring, contents: Contents, facts: Facts) -> Scene:
    """The scene of a recipe, its matrix, the colors of the cells and what stands in them. Raises TableError for a live fact that
    the figure does not have, RecipeError for colors of the page that cannot be told apart, or an underlay that is no picture.
    """
    page = Page(recipe, matrix, coloring, contents, facts)
    place_words(page)
    if 0 in matrix.shape:
        say_nothing_is_kept(page)
        grid = None
    else:
        grid = _place_figure(page)
    return Scene(
        width=recipe.page.width,
        height=recipe.page.height,
        theme=page.theme,
        transparent=recipe.page.transparent,
        alternative=" ".join([alternative_text(recipe, matrix, contents), *_said_of_color(page)]),
        texts=tuple(page.texts),
        boxes=tuple(page.boxes),
        hatchings=tuple(page.hatchings),
        lines=tuple(page.lines),
        grid=grid,
        under=_under(recipe, grid) if grid else None,
    )


def _place_figure(page: Page) -> Grid:
    lines_from_below(page, "notes", note_lines(page))
    key = _reserve_legend(page)
    flow_room = reserve_flow(page)  # next to the cells, nearer than a legend below them
    names_top = reserve_names(page)
    plan = planned(page, key.width_beside(page) if key else 0.0)
    sides, frame = plan.sides, plan.frame
    page.cell_gap = cell_gap(page, plan)
    width, height = frame.across.pitch - page.cell_gap, frame.down.pitch - page.cell_gap
    band_width = _band_width(page, plan, width)
    grid_top = page.top + frame.above
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
    ys = [grid_top + start for start in frame.down.starts]
    grid = grid_of(page, Places(xs, ys, drops if len(plan.panels) > plan.per_line else [], width, height))
    place_names(page, names_top, sides.left, sides.grid_left, grid_top, named=bool(sides.widths[-1]) or len(sides.widths) > 1)
    below = grid_top + max(drops) + (frame.height - frame.above) - page.sizes.head
    place_flow(page, grid, flow_room, below)
    place_notes(page, grid)
    return grid


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
        place_legend(page, key.legend, end + _legend_gap(page), grid_top, page.bottom, symbol)
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
        width=max(grid.xs) + grid.cell_width - left,
        height=grid.ys[-1] + max((0.0, *grid.drops)) + grid.cell_height - top,
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


def _said_of_color(page: Page) -> list[str]:
    """Sentences for who does not see the legend."""
    notes = color_notes(page.recipe, page.coloring, page.style)
    bands = [band.words for band in bands_of(page.recipe, page.coloring, page.style)]
    return [f"{note}." for note in [*notes, *([f"Bands: {'; '.join(bands)}"] if bands else [])]]
