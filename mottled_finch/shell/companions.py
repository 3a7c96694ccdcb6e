"""The tables that a recipe brings columns from, in the shell: files beside it."""

from collections.abc import Callable, Mapping
from dataclasses import replace
from pathlib import Path
from typing import TYPE_CHECKING, Literal

from mottled_finch.core.common.errors import DrawError, IntakeError, TableError, did_you_mean
from mottled_finch.core.common.recipe import Recipe, TableSpec
from mottled_finch.core.common.recipe.spec import TemplateSpec
from mottled_finch.core.common.recipe.table_spec import OtherSpec
from mottled_finch.core.figures.figure.figure import Figure, make_figure
from mottled_finch.core.tables.mends import Library, apply_mends, mend_words
from mottled_finch.core.tables.mends.bringing.library import circle
from mottled_finch.core.tables.table import Table
from mottled_finch.work.asking import table_in, template_in

if TYPE_CHECKING:
    from mottled_finch.app.plates import Templates
    from mottled_finch.core.outputs.draw.house.template import Kind, Template


class Beside:
    """Tables by name, read from the folder of a recipe. ``standing`` are the files whose mends are being laid on: none of them
    brings from itself.
    """

    def __init__(self, folder: Path, table: TableSpec, main: Path) -> None:
        self._folder = folder
        self._others = table.others
        self._made: dict[Path, Table] = {}
        self._standing = [main.resolve()]

    def __call__(self, name: str, path: str) -> Table:
        """Raises TableError for a name of which there is no file, or several, and for one that would bring from itself."""
        other = self._others.get(name, OtherSpec())
        file = self._file(name, other, path)
        if file in self._standing:
            raise circle(name, path)
        if file not in self._made:
            self._standing.append(file)
            try:
                self._made[file] = self._read(file, name, other, path)
            finally:
                self._standing.pop()
        return self._made[file]

    def _read(self, file: Path, name: str, other: OtherSpec, path: str) -> Table:
        try:
            table = table_in(file, other)
        except IntakeError as error:
            raise TableError(f'"{name}" cannot be read: {error.message}', path=path, received=name) from error
        for i, mend in enumerate(other.mends):
            try:
                table = apply_mends(table, (mend,), self, first=i).table
            except TableError as error:
                raise TableError(
                    f'“{mend_words(mend)}” does not fit "{name}": {error.message}', path=path, received=name
                ) from error
        return table

    def _file(self, name: str, other: OtherSpec, path: str) -> Path:
        files = sorted(each for each in self._folder.iterdir() if each.is_file() and each.suffix.lower() != ".py")
        wanted = other.file or name
        named = [each for each in files if each.name == wanted] or [each for each in files if each.stem == wanted]
        if not other.file:
            # A recipe of that name is no table; a table is called as its file, with blanks for what parts its words.
            spoken = [each for each in files if _words(each.stem) == name]
            named = [each for each in named or spoken if not _is_recipe(each)]
        if len(named) == 1:
            return named[0].resolve()
        if named:
            raise TableError(
                f'"{name}" may be {" or ".join(each.name for each in named)}; say which in table.others as "file"',
                path=path,
                received=name,
                allowed=[each.name for each in named],
            )
        near = did_you_mean(wanted, [each.stem for each in files])
        raise TableError(f'no file beside the recipe is called "{wanted}"; {near}', path=path, received=name)


class ReadOnce:
    """Tables as files have them, before their mends, each read once for all recipes that have it read alike."""

    def __init__(self) -> None:
        self._read: dict[tuple[Path, str], Table] = {}

    def __call__(self, file: Path, reading: TableSpec) -> Table:
        """Raises IntakeError for a file that cannot be read, OSError for one that is not there."""
        key = file, repr(replace(reading, mends=(), targets={}, others={}))
        if key not in self._read:
            self._read[key] = table_in(file, reading)
        return self._read[key]


def file_called(folder: Path, name: str) -> Path:
    """The file of a folder that a table is called by: its name, that without its ending, or that with blanks for what parts its
    words. Raises DrawError for none or several.
    """
    files = sorted(tables_in(folder)) if folder.is_dir() else []
    for is_called in CALLED:
        named = [each for each in files if is_called(each, name)]
        if len(named) == 1:
            return named[0].resolve()
        if named:
            raise DrawError(f'"{name}" may be {" or ".join(each.name for each in named)}; leave one of them in the folder')
    raise DrawError(f'no file of the folder is called "{name}"; {did_you_mean(name, [each.name for each in files])}')


def tables_in(folder: Path) -> list[Path]:
    """The files of a folder that may be tables."""
    return [each for each in folder.iterdir() if each.is_file() and not _is_recipe(each)]


def _plain(name: str) -> str:
    """The name of a table without the folders before it."""
    return name.replace("\\", "/").rpartition("/")[2]


def _spoken(stem: str) -> str:
    return _words(stem).casefold()


def _words(stem: str) -> str:
    """A name with blanks for what parts its words."""
    return " ".join(stem.replace("_", " ").replace("-", " ").split())


def template_beside(folder: Path, named: TemplateSpec | None, laid_in: "Kind | None", given: Path | None) -> "Template | None":
    """The template that an output is laid in: the file that a command names, or the one beside a recipe that is called as the
    recipe has it. Raises DrawError for one that is not there, is of another kind, or cannot be used.
    """
    from mottled_finch.core.outputs.draw.house.template import TEMPLATE_ENDINGS, Template

    name = laid_in and named and getattr(named, laid_in)
    if laid_in is None or not (given or name):
        if given:
            raise DrawError("this form is laid in no template; choose .pptx or .docx, or leave it out", path="--template")
        return None
    # A name out of a recipe is looked for among the files that are there: it is no path.
    wanted = [f"{name}{ending}" for ending in TEMPLATE_ENDINGS[laid_in]]
    file = given or next((each for each in sorted(folder.iterdir()) if each.name in wanted and each.is_file()), None)
    if file is None:
        raise DrawError(
            f"no file beside the recipe is called {' or '.join(wanted)}; add --template FILE", path=f"page.template.{laid_in}"
        )
    told, content = template_in(file.read_bytes())
    if told.kind != laid_in:
        raise DrawError(f"it is a template of {told.kind}; give a {' or '.join(TEMPLATE_ENDINGS[laid_in])}", path=file.name)
    return Template(name=file.stem, told=told, content=content)


def templates_beside(folder: Path, given: Path | None = None) -> "Templates":
    """The same for a page of which nothing is known before."""
    return lambda page, laid_in: template_beside(folder, page.template, laid_in, given)


CALLED: tuple[Callable[[Path, str], bool], ...] = (
    lambda file, name: file.name == _plain(name),
    lambda file, name: file.stem == _plain(name),
    lambda file, name: _spoken(file.stem) in (_spoken(_plain(name)), _spoken(Path(_plain(name)).stem)),
)
"""Whether a file is meant by the name of a table, the surest way first."""


class EditionsGiven:
    """Other editions of a table, by the files that a command names."""

    def __init__(self, files: dict[int | Literal["before"], Path], table: TableSpec, library: Library) -> None:
        self._files, self._table, self._library = files, table, library

    def __call__(self, edition: int | Literal["before"], path: str) -> Table:
        """Raises TableError for an edition of which no file was named, or whose file the mends do not fit."""
        if edition not in self._files:
            raise TableError(
                f"the recipe compares with edition {edition}, of which no file is given; add --edition {edition}=FILE",
                path=path,
                received=edition,
                allowed=[str(each) for each in self._files],
            )
        file = self._files[edition]
        table = table_in(file, self._table)
        try:
            return apply_mends(table, self._table.mends, self._library).table
        except TableError as error:
            raise TableError(f"{file.name}: {error.message}", path=path) from error


def figure_beside(
    table: Table, recipe: Recipe, folder: Path, file: Path, editions: Mapping[int | Literal["before"], Path] | None = None
) -> Figure:
    """The figure of a table as it was read from a file. The tables that it brings columns from are in the folder; its other
    editions are the files that are given. Raises CoreError.
    """
    library = Beside(folder, recipe.table, file)
    others = EditionsGiven(dict(editions or {}), recipe.table, library)
    return make_figure(table, recipe, library=library, editions=others)


def _is_recipe(file: Path) -> bool:
    """Whether a file of JSON says that it is a recipe."""
    if file.suffix.lower() != ".json":
        return False
    with file.open("rb") as source:
        return b'"finch_recipe"' in source.read(1 << 16)
