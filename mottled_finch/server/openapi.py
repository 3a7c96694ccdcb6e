"""The shapes of answers, as dataclasses, and how they and the core's own enter the OpenAPI description.

The recipe and the scene are described by the core's dataclasses themselves, so the description cannot drift from the code.
"""

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Annotated, Any, Literal

from mottled_finch.app.plans.spec import PlanSpec
from mottled_finch.core.common.recipe import ColorSpec, PivotSpec, ReadingSpec, Recipe
from mottled_finch.core.common.recipe.schema import Written, schemas_of
from mottled_finch.core.common.recipe.spec import SpreadName
from mottled_finch.core.common.recipe.table_spec import BringMend, Mend
from mottled_finch.core.figures.claims.judging import Judged
from mottled_finch.core.figures.contents.number_style import NumberStyle
from mottled_finch.core.figures.scene import Scene
from mottled_finch.core.figures.text.parts import Piece
from mottled_finch.core.matrices.pivot import Unfinished
from mottled_finch.core.matrices.statement.typed import Left, Offer
from mottled_finch.core.outputs.draw import Carries, Purpose
from mottled_finch.core.outputs.draw.house.template import Kind
from mottled_finch.core.outputs.folio.spec import FolioSpec
from mottled_finch.core.tables.aggregation.groups import Group
from mottled_finch.core.tables.findings import Finding
from mottled_finch.core.tables.intake import Instead, Part
from mottled_finch.core.tables.mends import Missed
from mottled_finch.core.tables.table.compare import Comparison

PREFIX = "#/components/schemas/"


@dataclass(frozen=True, kw_only=True)
class ExportAnswer:
    """A form of export: what it is for, which numbers leave with it, which choices it reads, and which of the house's templates it
    is laid in.
    """

    ending: str
    title: str
    purpose: Purpose
    carries: Carries
    reads: tuple[str, ...]
    laid_in: Kind | None


@dataclass(frozen=True, kw_only=True)
class SourceAnswer:
    """The plate that a file came from, and the table it is on, or the folio; whether it was ``made`` from what the file carries."""

    plate: int | None
    folio: int | None
    made: bool
    table: str


@dataclass(frozen=True, kw_only=True)
class FolioStart:
    """A new folio: of ``plates`` of this library by their numbers, as another stands (``like``), or from a ``folio`` file."""

    title: str = ""
    plates: tuple[int, ...] = ()
    like: int | None = None
    folio: Any = None


@dataclass(frozen=True, kw_only=True)
class FolioAnswer:
    """A folio as it stands, and where it is in its history. ``picture`` is the address of its first page in small, another one
    whenever that may have changed; ``plates`` are the numbers of those on it. ``problem`` says why it cannot be read.
    """

    id: int
    title: str
    pages: int
    plates: Sequence[int]
    picture: str
    version: str
    saved: str
    undo: str | None
    redo: str | None
    problem: str


@dataclass(frozen=True, kw_only=True)
class PlanStart:
    """A new plan: for a ``folio`` or a ``plate`` by its number, on Monday mornings of a ``zone``, or a ``plan`` as it is given."""

    folio: int | None = None
    plate: int | None = None
    zone: str = "UTC"
    plan: Any = None


@dataclass(frozen=True, kw_only=True)
class RunStart:
    """How a plan is to run: ``dry`` puts nothing anywhere, ``again`` makes it even where nothing newer is there."""

    dry: bool = False
    again: bool = False


@dataclass(frozen=True, kw_only=True)
class MadeFileAnswer:
    """A file that a run made, and whether it is still ``there``."""

    name: str
    path: str
    there: bool


@dataclass(frozen=True, kw_only=True)
class RunAnswer:
    """A run of a plan: how far it is or how it ended, what asked for it, the moment it was planned for; what changed since the
    edition before; the files that it made; and the numbers of imports that wait, held.
    """

    id: int
    state: Literal["waiting", "running", "made", "held", "same", "failed", "cut"]
    asked: Literal["clock", "file", "hand"]
    dry: bool
    due: str | None
    created: str
    ended: str | None
    words: str
    since: Sequence[str]
    files: Sequence[MadeFileAnswer]
    given: Sequence[int]


@dataclass(frozen=True, kw_only=True)
class PlanAnswer:
    """A plan as it stands, in ``words`` and as a file has it; its ``next`` planned moment; its runs, the last one first, of which
    a list of plans tells one. ``problem`` says why it cannot be read.
    """

    id: int
    title: str
    words: str
    spec: Annotated[Any, Written(PlanSpec)]
    next: str | None
    version: str
    saved: str
    undo: str | None
    redo: str | None
    runs: Sequence[RunAnswer]
    problem: str


@dataclass(frozen=True, kw_only=True)
class RoomAnswer:
    """A room of a page, in points, and the plate in it by its name, if there is one; ``why`` says why it cannot be made."""

    name: str
    box: Sequence[float]
    why: str


@dataclass(frozen=True, kw_only=True)
class MarkAnswer:
    """Where a live fact stands on a page."""

    fact: str
    box: Sequence[float]


@dataclass(frozen=True, kw_only=True)
class ClaimedAnswer:
    """A claim of a page: of its headline, or of the title of a plate, whose own it then is."""

    plate: str
    own: bool
    words: str
    holds: bool
    now: str
    instead: str


@dataclass(frozen=True, kw_only=True)
class FolioCureAnswer:
    """What is done in one action, and the folio that is cured."""

    words: str
    folio: Annotated[Any, Written(FolioSpec)]


@dataclass(frozen=True, kw_only=True)
class FolioCautionAnswer:
    """What would mislead on a page."""

    name: str
    words: str
    cures: Sequence[FolioCureAnswer]


@dataclass(frozen=True, kw_only=True)
class MoveAnswer:
    """A cell that moved since the edition before: of which plate, what it says now and said before, by how many steps of the scale
    its color moved, and the color that it has.
    """

    plate: str
    name: str
    now: str
    before: str
    steps: int
    color: str | None


@dataclass(frozen=True, kw_only=True)
class SinceAnswer:
    """What changed on a page since the edition before: cells that moved the most, of so many that moved, and all else in sentences.
    There ``is_one`` where a table of its plates has an edition before.
    """

    is_one: bool
    moved: Sequence[MoveAnswer]
    number: int
    lines: Sequence[str]


@dataclass(frozen=True, kw_only=True)
class FolioPageAnswer:
    """A page as it leaves: its headline in full, all that it says as ``told``, a few colors of its first plate, where rooms,
    headline and words are in points, and whether there are words, its own or its plate's, its claims and cautions. ``revision``
    changes whenever its picture does; ``shares`` says whether its plates are on one scale now, or may be ("could"); ``house`` is
    what differs from its slide in a template.
    """

    number: int
    title: str
    told: str
    width: float
    height: float
    revision: str
    colors: Sequence[str]
    headline: Sequence[float]
    words: Sequence[float]
    says: bool
    rooms: Sequence[RoomAnswer]
    marks: Sequence[MarkAnswer]
    claims: Sequence[ClaimedAnswer]
    cautions: Sequence[FolioCautionAnswer]
    shares: Literal["yes", "no", "could"]
    since: SinceAnswer
    house: Sequence[str]


@dataclass(frozen=True, kw_only=True)
class FolioPlateAnswer:
    """A plate of a folio: its number, or 0 where it is gone, its title and table, what its facts say, claims that hold. ``binned``
    is until when one lies in the bin.
    """

    plate: int
    title: str
    table_name: str
    problem: str
    revision: str
    facts: dict[str, str]
    offered: Sequence[str]
    binned: str | None


@dataclass(frozen=True, kw_only=True)
class ReturnedFigureAnswer:
    """A figure in a file that came back: where it stands, the plate it is called by, what it is there, and what refreshing it
    would change, in words. ``copies`` are the other places that the same plate stands in; it ``stays`` as it is where it cannot be
    remade.
    """

    number: int
    where: str
    plate: str
    form: Literal["table", "shapes", "picture"]
    told: str
    changed: int
    stays: bool
    broken: Sequence[str]
    copies: Sequence[str]


@dataclass(frozen=True, kw_only=True)
class ReturnedAnswer:
    """The figures of a file that came back, in their order there."""

    figures: Sequence[ReturnedFigureAnswer]


@dataclass(frozen=True, kw_only=True)
class FolioOutputAnswer:
    """A form that a folio leaves in, and the choices that it reads."""

    ending: str
    title: str
    reads: Sequence[str]
    laid_in: Kind | None


@dataclass(frozen=True, kw_only=True)
class FolioPagesAnswer:
    """A folio with its pages. ``problem`` says why it is not laid in its template; the outputs are those that it can leave in."""

    folio: FolioAnswer
    spec: Annotated[Any, Written(FolioSpec)]
    pages: Sequence[FolioPageAnswer]
    plates: dict[str, FolioPlateAnswer]
    layouts: Sequence[str]
    problem: str


@dataclass(frozen=True, kw_only=True)
class VisionAnswer:
    """A way of seeing: three by three numbers, row by row, that linear light is multiplied by."""

    name: str
    title: str
    matrix: Sequence[float]


@dataclass(frozen=True, kw_only=True)
class AboutAnswer:
    """Version, limits, forms of export, those of folios (``pages``), ways of seeing that colors are checked by, and the folders and
    addresses that plans may use.
    """

    version: str
    upload_bytes_most: int
    exports: Sequence[ExportAnswer]
    pages: Sequence[FolioOutputAnswer]
    folders: Sequence[str]
    addresses: Sequence[str]
    visions: Sequence[VisionAnswer]


@dataclass(frozen=True, kw_only=True)
class TokensStart:
    """The text of a file of color tokens."""

    text: str


@dataclass(frozen=True, kw_only=True)
class TokensAnswer:
    """One to five hex codes out of it, from low to high."""

    colors: Sequence[str]


@dataclass(frozen=True, kw_only=True)
class PaletteAnswer:
    """A palette: 255 colors from low to high, and the answers to "high is" that turn it round."""

    name: str
    title: str
    kind: Literal["sequence", "two_sided", "bands"]
    purpose: str
    colors: Sequence[str]
    turned_when: Sequence[str]


@dataclass(frozen=True, kw_only=True)
class MisfitAnswer:
    """A text that did not fit its column's kind, and how many records hold it."""

    text: str
    records: int


@dataclass(frozen=True, kw_only=True)
class ColumnAnswer:
    """A column. ``kind`` is number, category, moment or yes_no; ``bars`` its distribution, as heights up to 100;
    ``characters`` how long nearly all its values are at most. One that only ``counts_records`` is proposed for nothing; ``brought``
    names the table that it came from, if it did.
    """

    name: str
    words: str
    kind: str
    distinct: int
    blanks: int
    misfits: Sequence[MisfitAnswer]
    notes: Sequence[str]
    bars: Sequence[int]
    characters: int
    counts_records: bool
    brought: str


@dataclass(frozen=True, kw_only=True)
class TableAnswer:
    """A table as it is mended, and the edition that stands. ``version`` is what a change of its mends and targets names as seen
    (If-Match), ``name_version`` what one of its name does; one of its edition names the edition's number. ``data`` is told from
    that of before when its records changed, also by other tables that it brings columns from. ``file_name`` is what the edition was
    read from. ``problem`` says why a table cannot be read.
    """

    id: int
    name: str
    records: int
    edition: int
    read: str
    file_name: str
    columns: Annotated[Sequence[Any], Written(Sequence[ColumnAnswer])]
    version: str
    data: str
    name_version: str
    problem: str


@dataclass(frozen=True, kw_only=True)
class MendAnswer:
    """A mend of the list: what it did to how many records, or why it could not be laid on. ``made`` says what came to be,
    ``missed`` which keys found nothing.
    """

    mend: Annotated[dict[str, Any], Written(Mend)]
    words: str
    touched: int
    made: str
    problem: str
    missed: Sequence[Missed]
    notes: Sequence[str]


@dataclass(frozen=True, kw_only=True)
class EditionAnswer:
    """An edition of a table."""

    number: int
    records: int
    read: str
    file_name: str
    stands: bool


@dataclass(frozen=True, kw_only=True)
class WorkbenchAnswer:
    """A table with its mends and editions. ``delivered`` counts the records before mends, ``own_numbers`` says that records
    keep their numbers (they do not after unfolding).
    """

    table: TableAnswer
    delivered: int
    touched: int
    own_numbers: bool
    parts: Annotated[Sequence[Any], Written(Sequence[Part])]
    notes: Sequence[str]
    asked: Annotated[dict[str, Any], Written(ReadingSpec)]
    file_name: str
    mends: Sequence[MendAnswer]
    editions: Sequence[EditionAnswer]
    undo: str | None
    redo: str | None
    plates: int


@dataclass(frozen=True, kw_only=True)
class FindingsAnswer:
    """What may be wrong with a table; ``left`` is what has been left as it is."""

    open: Sequence[Finding]
    left: Sequence[Finding]


@dataclass(frozen=True, kw_only=True)
class SampleAnswer:
    """A value that a mend would change, and the first record that holds it."""

    column: str
    before: str
    after: str
    record: int


@dataclass(frozen=True, kw_only=True)
class TrialAnswer:
    """What a mend would do. ``problem`` says why it cannot be laid on."""

    words: str
    touched: int
    made: str
    problem: str
    samples: Sequence[SampleAnswer]
    missed: Sequence[Missed]
    notes: Sequence[str]


@dataclass(frozen=True, kw_only=True)
class BringAnswer:
    """A mend that brings columns from another table, to begin with; none where nothing in both seems to go together."""

    mend: BringMend | None


@dataclass(frozen=True, kw_only=True)
class BeforeAnswer:
    """What stood in a cell before it was mended: by the place of its column and row in the window."""

    column: int
    row: int
    text: str


@dataclass(frozen=True, kw_only=True)
class RecordsAnswer:
    """A window of records: ``cells`` by column, then row. ``numbers`` are those of the edition as delivered, ``dropped`` the
    rows that a mend leaves out, ``misfits`` pairs of column and row whose text did not fit.
    """

    total: int
    start: int
    columns: Sequence[str]
    numbers: Sequence[int]
    dropped: Sequence[int]
    cells: Sequence[Sequence[str]]
    before: Sequence[BeforeAnswer]
    misfits: Sequence[Sequence[int]]


@dataclass(frozen=True, kw_only=True)
class ProblemOfMend:
    """A mend that does not fit the new edition, or that finds something no line in another table."""

    words: str
    problem: str


@dataclass(frozen=True, kw_only=True)
class ComparisonAnswer(Comparison):
    """What accepting the new edition would change. ``against`` is the number of the edition it was compared with; ``unfound`` are
    mends that bring columns for keys of which the other table has no line. ``taken`` is the number of the edition that was read
    from the same file already.
    """

    taken: int | None
    problems: Sequence[ProblemOfMend]
    unfound: Sequence[ProblemOfMend]
    against: int


@dataclass(frozen=True, kw_only=True)
class ImportAnswer:
    """A file on its way in. ``state`` is looking, waiting, reading, compared, done or failed; while it is reading, ``phase``
    is records, columns or keeping, and ``records`` counts those read so far.
    """

    id: int
    name: str
    state: str
    size: int
    records: int
    phase: str
    problem: str
    table: int | None
    table_name: str | None
    asked: Annotated[dict[str, Any], Written(ReadingSpec)]
    comparison: Annotated[dict[str, Any] | None, Written(ComparisonAnswer | None)]
    edition: int | None


@dataclass(frozen=True, kw_only=True)
class LookColumnAnswer:
    """A column as it would be read."""

    name: str
    words: str
    kind: str
    notes: Sequence[str]


@dataclass(frozen=True, kw_only=True)
class ChoicesAnswer:
    """What else a file offers: its sheets, its lists of records, or the files packed into it."""

    sheet: Sequence[str] | None
    records: Sequence[str] | None
    files: Sequence[str] | None


@dataclass(frozen=True, kw_only=True)
class LookAnswer:
    """How a file would be read: what was found, in words, and its first records by column. ``notes`` say what was put right, and
    ``instead`` offers another way where this one is doubtful. A ``problem`` says why the file cannot be read so; the only column
    then has its lines.
    """

    file: ImportAnswer
    found: ReadingSpec
    parts: Sequence[Part]
    choices: ChoicesAnswer
    notes: Sequence[str]
    instead: Instead | None
    problem: str
    columns: Sequence[LookColumnAnswer]
    cells: Sequence[Sequence[str]]


@dataclass(frozen=True, kw_only=True)
class MendList:
    """All the mends of a table, in their order."""

    mends: tuple[Mend, ...]


@dataclass(frozen=True, kw_only=True)
class MendTrial:
    """A mend to be tried, at a place in the list (at its end without one)."""

    mend: Mend
    at: int | None = None


@dataclass(frozen=True, kw_only=True)
class LeaveStart:
    """A finding by its key, to be left as it is or looked at again."""

    key: str
    left: bool = True


@dataclass(frozen=True, kw_only=True)
class CorrectStart:
    """A value to be put right, in a record of the edition as delivered, counted from 1. ``was`` is what was seen there."""

    field: str
    record: int
    to: str
    was: str | None = None


@dataclass(frozen=True, kw_only=True)
class AcceptStart:
    """Columns that are missing, by the new ones that stand for them. ``anyway`` lets an edition stand that a mend does not fit."""

    renames: dict[str, str] = field(default_factory=dict)
    anyway: bool = False


@dataclass(frozen=True, kw_only=True)
class StandStart:
    """``anyway`` lets an edition stand that a mend does not fit."""

    anyway: bool = False


@dataclass(frozen=True, kw_only=True)
class NameStart:
    """A new name."""

    name: str


@dataclass(frozen=True, kw_only=True)
class MemberAnswer:
    """A member of a level and its number of records."""

    label: str
    records: int


@dataclass(frozen=True, kw_only=True)
class OneLookAnswer:
    """A figure worth seeing: its title, why, and the recipe that a plate of it is started with."""

    title: str
    why: str
    recipe: Recipe


@dataclass(frozen=True, kw_only=True)
class LooksAnswer:
    """First looks of a table, the most telling first; none where nothing stands out beyond chance."""

    looks: Sequence[OneLookAnswer]


@dataclass(frozen=True, kw_only=True)
class PlateAnswer:
    """A plate as it stands: its recipe, its pivot as a statement, and where it is in its history. ``version`` is what a change of
    it names as seen (If-Match), ``revision`` changes whenever the figure may. ``problem`` says why a plate cannot be read.
    """

    id: int
    table: int
    table_name: str
    title: str
    revision: str
    version: str
    saved: str
    recipe: Recipe
    statement: str
    undo: str | None
    redo: str | None
    problem: str


@dataclass(frozen=True, kw_only=True)
class PlateLine:
    """A plate in a list. ``picture`` is the address of its figure in small, another one whenever the figure may have changed.
    ``version`` is what a change of it names as seen (If-Match). ``problem`` says why a plate cannot be read.
    """

    id: int
    table: int
    table_name: str
    title: str
    picture: str
    version: str
    saved: str
    problem: str


@dataclass(frozen=True, kw_only=True)
class SpreadAnswer:
    """How values are spread between the ends; ``values`` and ``ranks`` are of spreading by rank alone."""

    name: SpreadName
    around: float
    values: Sequence[float]
    ranks: Sequence[float]


@dataclass(frozen=True, kw_only=True)
class BandAnswer:
    """A band, from the lowest on: its words on the legend, its color with its place among all, and how many cells are in it."""

    words: str
    color: str
    cells: int
    step: int


@dataclass(frozen=True, kw_only=True)
class ScaleAnswer:
    """The resolved scale. Ends within lowest and highest clip; ``under`` and ``over`` count the cells beyond them. One that is
    ``turned`` has the colors of the figure's high end at its low one; ``stops`` are the places of bands among the colors, where
    they are not the bands' own numbers.
    """

    low: float
    middle: float
    high: float
    lowest: float
    highest: float
    has_middle: bool
    under: int
    over: int
    spread: SpreadAnswer
    cuts: Sequence[float] | None
    turned: bool
    stops: Sequence[int] | None


@dataclass(frozen=True, kw_only=True)
class FaceAnswer:
    """A font file of a typeface, for one weight."""

    weight: int
    address: str


@dataclass(frozen=True, kw_only=True)
class TypefaceAnswer:
    """What a figure is set in; the bundled typeface has no files to be fetched."""

    family: str
    faces: Sequence[FaceAnswer]


@dataclass(frozen=True, kw_only=True)
class SceneAnswer(Scene):
    """The scene, with what it is set in."""

    typeface: TypefaceAnswer


@dataclass(frozen=True, kw_only=True)
class CureAnswer:
    """What cures a caution, and the change of the recipe that does, as a JSON merge patch (RFC 7396). Where a mend of the table
    cures it, that is the ``mend``.
    """

    words: str
    patch: dict[str, Any]
    mend: Annotated[dict[str, Any] | None, Written(Mend | None)]


@dataclass(frozen=True, kw_only=True)
class CautionAnswer:
    """What would mislead in the figure, by the name it is dismissed by; ``more`` are other cures than the first."""

    name: str
    words: str
    cure: CureAnswer | None
    more: tuple[CureAnswer, ...]


@dataclass(frozen=True, kw_only=True)
class DismissedAnswer(CautionAnswer):
    """A caution that does not matter here, and why."""

    reason: str


@dataclass(frozen=True, kw_only=True)
class FactAnswer:
    """A live fact: its name between braces, what it is, and how it reads now; null where the figure has none."""

    name: str
    title: str
    text: str | None


@dataclass(frozen=True, kw_only=True)
class BesideAnswer:
    """Another measure of the cells: what it is, and how it reads in each."""

    words: str
    texts: Sequence[str]


@dataclass(frozen=True, kw_only=True)
class AgainstAnswer:
    """What a figure is shown against: ``words`` say what, ``here`` and ``there`` are the measure of each cell on both sides as it
    is written, empty where there is none; ``records`` are those of the other side. ``new`` and ``gone`` say what cells of one side
    alone are called; ``sides`` that they have records of their own.
    """

    words: str
    here: Sequence[str]
    there: Sequence[str]
    records: Sequence[int]
    new: str
    gone: str
    sides: bool


@dataclass(frozen=True, kw_only=True)
class UnlikeAnswer:
    """Members of a side that are unlike the others: by member and by group of members, how their values are written. ``sense`` is
    what high is in the figure as a whole.
    """

    side: str
    styles: Sequence[NumberStyle]
    sense: str


@dataclass(frozen=True, kw_only=True)
class ClaimsAnswer:
    """What the title claims, each with whether it holds and what holds now; and claims that it could make."""

    made: Sequence[Judged]
    offered: Sequence[str]


@dataclass(frozen=True, kw_only=True)
class FigureAnswer:
    """A figure: the scene to draw, and what the tray reads out.

    ``values`` and ``records`` run row by row; a blank value is null. ``rows`` and ``columns`` name the members in one text each,
    ``row_labels`` and ``column_labels`` level by level, outermost first. ``style`` says how values are written. ``held_values`` are
    those of cells that are hidden or set aside, by their place; ``beside`` are other measures that the cells print or are sized by.

    ``scale`` is that of all cells. Where they are judged apart it is the first of ``scales``, and ``regions`` gives each cell's
    place among these; both are empty else. ``color`` is that of the recipe with what it leaves open. ``lit`` counts the lit cells,
    ``losses`` say by way of seeing what cannot be told apart. ``usual_type`` is the least size of type that follows from
    the size of the page, ``proposed_language`` the language of the table, if it is told and not English; ``said`` is what each part
    of the plate says now, piece by piece.
    """

    scene: SceneAnswer
    scale: ScaleAnswer | None
    scales: Sequence[ScaleAnswer | None]
    regions: Sequence[int]
    bands: Sequence[BandAnswer]
    lit: int | None
    losses: dict[str, str]
    targets: dict[str, float]
    rows: Sequence[str]
    columns: Sequence[str]
    row_labels: Sequence[Sequence[str]]
    column_labels: Sequence[Sequence[str]]
    row_groups: Sequence[Group]
    column_groups: Sequence[Group]
    panels: bool
    values: Sequence[float | None]
    records: Sequence[int]
    row_totals: Sequence[float | None]
    column_totals: Sequence[float | None]
    grand_total: float | None
    row_records: Sequence[int]
    column_records: Sequence[int]
    held_values: dict[str, float]
    beside: Sequence[BesideAnswer]
    against: AgainstAnswer | None
    cautions: Sequence[CautionAnswer]
    dismissed: Sequence[DismissedAnswer]
    claims: ClaimsAnswer
    facts: Sequence[FactAnswer]
    style: NumberStyle
    unlike: UnlikeAnswer | None
    color: ColorSpec
    palette: str
    kept: int
    unplaced: int
    unmeasured: int
    unfinished: Sequence[Unfinished]
    default_title: str
    default_caption: str
    proposed_language: str | None
    usual_type: float
    said: dict[str, Sequence[Piece]]


@dataclass(frozen=True, kw_only=True)
class PlateFigureAnswer:
    """A plate together with its figure."""

    plate: PlateAnswer
    figure: FigureAnswer


@dataclass(frozen=True, kw_only=True)
class StepAnswer:
    """A step of a history: what was done, and when; ``unseen`` where who did it had named no version as seen."""

    number: int
    change: str
    made: str
    unseen: bool


@dataclass(frozen=True, kw_only=True)
class HistoryAnswer:
    """The steps of a plate, and the number of the one that stands; later ones wait for redo."""

    at: int
    steps: Sequence[StepAnswer]


@dataclass(frozen=True, kw_only=True)
class StepStart:
    """The step to go to."""

    number: int


@dataclass(frozen=True, kw_only=True)
class FontAnswer:
    """The name that a font is kept by."""

    font: str


@dataclass(frozen=True, kw_only=True)
class LayoutAnswer:
    """A layout of slides by name, with the ground and the ink of what stands on it."""

    name: str
    ground: str
    ink: str


@dataclass(frozen=True, kw_only=True)
class HousePalette:
    """Colors of the house's own, from low to high, by a name, and the ramp that they make."""

    title: str
    colors: tuple[str, ...]
    ramp: tuple[str, ...]


@dataclass(frozen=True, kw_only=True)
class TemplateAnswer:
    """A template of the house: the size of its pages in points, the accents and fonts of its theme, palettes of these, its layouts
    with room for a figure, and the one that figures are laid in unless another is chosen.
    """

    id: int
    name: str
    kind: Kind
    width: float
    height: float
    accents: tuple[str, ...]
    fonts: tuple[str, str]
    palettes: tuple[HousePalette, ...]
    layouts: tuple[LayoutAnswer, ...]
    usual: str


@dataclass(frozen=True, kw_only=True)
class BinAnswer:
    """A thing in the bin: its kind, when it was removed, until when it can be put back, and what uses it."""

    kind: str
    id: int
    name: str
    removed: str
    until: str
    used_by: Sequence[str]


@dataclass(frozen=True, kw_only=True)
class UsualChoices:
    """What is chosen of outputs in this library, by the name of the choice."""

    choices: dict[str, str]


@dataclass(frozen=True, kw_only=True)
class OthersAnswer:
    """Values of all members but one together, for each member of the other side; null for a blank."""

    values: Sequence[float | None]


@dataclass(frozen=True, kw_only=True)
class PictureAnswer:
    """The name that a picture is kept by."""

    picture: str


@dataclass(frozen=True, kw_only=True)
class TargetList:
    """Numbers by name that the plates of a table share."""

    targets: dict[str, float]


@dataclass(frozen=True, kw_only=True)
class PlateStart:
    """What a new plate starts from. Without a recipe one is suggested."""

    table: int
    recipe: Recipe | None = None


@dataclass(frozen=True, kw_only=True)
class StatementStart:
    """A statement as it was typed."""

    text: str


@dataclass(frozen=True, kw_only=True)
class OtherReadingAnswer:
    """What a statement could say as well: in a few words, and in full. ``asked`` where it is as likely as what was taken."""

    words: str
    text: str
    pivot: PivotSpec
    asked: bool


@dataclass(frozen=True, kw_only=True)
class StatementAnswer:
    """What a statement says, and how it is written in full: the pivot of all that was understood, what was ``left`` over, what was
    ``taken`` for granted, and what else it could say.
    """

    pivot: PivotSpec
    text: str
    left: tuple[Left, ...]
    taken: tuple[str, ...]
    others: tuple[OtherReadingAnswer, ...]


@dataclass(frozen=True, kw_only=True)
class AskedTableAnswer:
    """A table that a statement may be of, with what it says of it."""

    table: int
    name: str
    statement: StatementAnswer


@dataclass(frozen=True, kw_only=True)
class AskedAnswer:
    """The tables that a statement may be of, those of which least of it is left over first."""

    tables: tuple[AskedTableAnswer, ...]


@dataclass(frozen=True, kw_only=True)
class OffersAnswer:
    """The words that may stand next, the likeliest first."""

    offers: tuple[Offer, ...]


@dataclass(frozen=True, kw_only=True)
class TriedAnswer:
    """The figure that a plate would have with another recipe; nothing is kept."""

    figure: "FigureAnswer"
    statement: str


@dataclass(frozen=True, kw_only=True)
class MatrixStart:
    """A pivot to be laid on a table. Of those asked for under one name, only the newest is finished."""

    pivot: PivotSpec
    asker: str = ""


@dataclass(frozen=True, kw_only=True)
class MatrixAnswer:
    """A matrix: labels of each row and column, values with null for a blank, and the records behind each."""

    rows: Sequence[Sequence[str]]
    columns: Sequence[Sequence[str]]
    values: Sequence[Sequence[float | None]]
    records: Sequence[Sequence[int]]
    row_totals: Sequence[float | None]
    column_totals: Sequence[float | None]
    grand_total: float | None
    kept: int
    unplaced: int
    unmeasured: int


@dataclass(frozen=True, kw_only=True)
class ProblemAnswer:
    """Problem JSON (RFC 9457). ``type`` is the address that tells of its kind, ``path`` the place in the recipe, or the file;
    ``meanwhile`` what others did, of a change that was overtaken.
    """

    type: str
    title: str
    status: int
    detail: str
    path: str | None = None
    message: str | None = None
    allowed: Sequence[str] | None = None
    received: str | None = None
    meanwhile: Sequence[str] | None = None


_SHAPES = (
    AboutAnswer,
    BinAnswer,
    PlateLine,
    PaletteAnswer,
    TableAnswer,
    WorkbenchAnswer,
    FindingsAnswer,
    TrialAnswer,
    BringAnswer,
    LooksAnswer,
    RecordsAnswer,
    ImportAnswer,
    LookAnswer,
    MendList,
    MendTrial,
    LeaveStart,
    CorrectStart,
    AcceptStart,
    StandStart,
    NameStart,
    MemberAnswer,
    PlateAnswer,
    PlateFigureAnswer,
    SinceAnswer,
    HistoryAnswer,
    StepStart,
    PictureAnswer,
    FontAnswer,
    Judged,
    ClaimsAnswer,
    SourceAnswer,
    FolioSpec,
    FolioStart,
    FolioAnswer,
    FolioPagesAnswer,
    PlanSpec,
    PlanStart,
    PlanAnswer,
    RunStart,
    RunAnswer,
    ReturnedAnswer,
    TemplateAnswer,
    UsualChoices,
    OthersAnswer,
    TargetList,
    TokensAnswer,
    TokensStart,
    PlateStart,
    StatementStart,
    StatementAnswer,
    OffersAnswer,
    AskedAnswer,
    TriedAnswer,
    MatrixStart,
    MatrixAnswer,
    ProblemAnswer,
    Recipe,
    SceneAnswer,
)


def refers_to(shape: type, *, many: bool = False) -> dict[str, Any]:
    """A schema that points at one of the shapes; a list of them when ``many``."""
    one = {"$ref": PREFIX + shape.__name__}
    return {"type": "array", "items": one} if many else one


def with_core_schemas(result: dict[str, Any], generator: Any, request: Any, public: bool) -> dict[str, Any]:  # noqa: ARG001
    """A hook of the description's generator: adds the shapes that are referred to."""
    components = result.setdefault("components", {}).setdefault("schemas", {})
    components.update(schemas_of(_SHAPES, PREFIX))
    for path, operations in result.get("paths", {}).items():
        for operation in operations.values():
            _describe_refusals(path, operation)
    return result


def _describe_refusals(path: str, operation: dict[str, Any]) -> None:
    """Every refusal is problem JSON; which there are beyond those an operation names follows from what it is sent."""
    responses = operation["responses"]
    refusals = [400, 403]
    if "{" in path or "table" in str(operation.get("parameters", "")) or path in ("/api/plates", "/api/folios"):
        refusals.append(404)
    if any(each["in"] == "query" for each in operation.get("parameters", ())):
        refusals.append(422)
    if "application/json" in operation.get("requestBody", {}).get("content", {}):
        refusals += [413, 415, 422]
    if operation.get("requestBody") or "{" not in path:
        refusals.append(503)
    for status in refusals:
        responses.setdefault(str(status), {})
    for status, response in responses.items():
        if int(status) >= 400:
            response["content"] = {PROBLEM: {"schema": refers_to(ProblemAnswer)}}
            response.setdefault("description", PHRASES.get(int(status), ""))


PROBLEM = "application/problem+json"
PHRASES = {
    400: "Not understood",
    403: "Asked for by a page of another site",
    404: "Not there, or no longer",
    413: "Too large",
    415: "Not in a form that is read",
    422: "Not what is expected here",
    503: "Too much is being worked on",
}
