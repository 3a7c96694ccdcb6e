"""The shapes of answers, as dataclasses, and how they and the core's own enter the OpenAPI description.

The recipe and the scene are described by the core's dataclasses themselves, so the description cannot drift from the code.
"""

from dataclasses import dataclass
from typing import Any

from mottled_finch.core.recipe import Recipe
from mottled_finch.core.scene import Scene
from mottled_finch.core.schema import schemas_of

PREFIX = "#/components/schemas/"


@dataclass(frozen=True, kw_only=True)
class ExportAnswer:
    """A form of export."""

    ending: str
    title: str


@dataclass(frozen=True, kw_only=True)
class AboutAnswer:
    """Version, limits and forms of export."""

    version: str
    upload_bytes_most: int
    exports: tuple[ExportAnswer, ...]


@dataclass(frozen=True, kw_only=True)
class PaletteAnswer:
    """A palette: 255 colors from low to high, and the answers to "high is" that turn it round."""

    name: str
    title: str
    two_sided: bool
    colors: tuple[str, ...]
    turned_when: tuple[str, ...]


@dataclass(frozen=True, kw_only=True)
class MisfitAnswer:
    """A text that did not fit its column's kind, and how many records hold it."""

    text: str
    records: int


@dataclass(frozen=True, kw_only=True)
class ColumnAnswer:
    """A column. ``kind`` is number, category, moment or yes_no."""

    name: str
    words: str
    kind: str
    distinct: int
    blanks: int
    misfits: tuple[MisfitAnswer, ...]


@dataclass(frozen=True, kw_only=True)
class TableAnswer:
    """A table and its newest edition."""

    id: int
    name: str
    records: int
    edition: int
    read: str
    columns: tuple[ColumnAnswer, ...]


@dataclass(frozen=True, kw_only=True)
class MemberAnswer:
    """A member of a level and its number of records."""

    label: str
    records: int


@dataclass(frozen=True, kw_only=True)
class PlateAnswer:
    """A plate as it stands: its recipe, and where it is in its history."""

    id: int
    table: int
    table_name: str
    title: str
    revision: int
    saved: str
    recipe: Recipe
    undo: str | None
    redo: str | None


@dataclass(frozen=True, kw_only=True)
class ScaleAnswer:
    """The resolved scale. Ends within lowest and highest clip."""

    low: float
    middle: float
    high: float
    lowest: float
    highest: float
    has_middle: bool


@dataclass(frozen=True, kw_only=True)
class FigureAnswer:
    """A figure: the scene to draw, and what the tray reads out.

    ``values`` and ``records`` run row by row; a blank value is null. ``statement`` names the parts of the sentence.
    """

    scene: Scene
    scale: ScaleAnswer | None
    rows: tuple[str, ...]
    columns: tuple[str, ...]
    values: tuple[float | None, ...]
    records: tuple[int, ...]
    row_totals: tuple[float | None, ...]
    column_totals: tuple[float | None, ...]
    grand_total: float | None
    row_records: tuple[int, ...]
    column_records: tuple[int, ...]
    decimals: int
    kept: int
    unplaced: int
    unmeasured: int
    default_title: str
    default_caption: str


@dataclass(frozen=True, kw_only=True)
class PlateFigureAnswer:
    """A plate together with its figure."""

    plate: PlateAnswer
    figure: FigureAnswer


@dataclass(frozen=True, kw_only=True)
class PlateStart:
    """What a new plate starts from. Without a recipe one is suggested."""

    table: int
    recipe: Recipe | None = None


@dataclass(frozen=True, kw_only=True)
class ProblemAnswer:
    """Problem JSON (RFC 9457). ``path`` is the place in the recipe, or the file."""

    type: str
    title: str
    status: int
    detail: str
    path: str | None = None
    message: str | None = None
    allowed: tuple[str, ...] | None = None


_SHAPES = (
    AboutAnswer,
    PaletteAnswer,
    TableAnswer,
    MemberAnswer,
    PlateAnswer,
    PlateFigureAnswer,
    PlateStart,
    ProblemAnswer,
    Recipe,
    Scene,
)


def refers_to(shape: type, *, many: bool = False) -> dict[str, Any]:
    """A schema that points at one of the shapes; a list of them when ``many``."""
    one = {"$ref": PREFIX + shape.__name__}
    return {"type": "array", "items": one} if many else one


def with_core_schemas(result: dict[str, Any], generator: Any, request: Any, public: bool) -> dict[str, Any]:  # noqa: ARG001
    """A hook of the description's generator: adds the shapes that are referred to."""
    components = result.setdefault("components", {}).setdefault("schemas", {})
    components.update(schemas_of(_SHAPES, PREFIX))
    return result
