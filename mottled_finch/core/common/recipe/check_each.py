"""What is said of unlike members must satisfy beyond the types of its parts."""

from ..errors import RecipeError
from ..vocabulary import LIMITS
from .check_cells import check_around, check_decimals
from .check_color import check_bands, check_end
from .spec import EachSpec, Recipe


def check_each(recipe: Recipe) -> None:
    """Raises RecipeError for the first thing that is not well formed, whatever the table."""
    first: dict[tuple[str, ...], int] = {}
    for i, each in enumerate(recipe.each):
        path = f"each[{i}]"
        if (each.row is None) == (each.column is None):
            raise RecipeError('say which members are meant, by the labels of a "row" or of a "column"', path=path)
        side = "row" if each.row is not None else "column"
        if side != ("row" if recipe.each[0].row is not None else "column"):
            raise RecipeError(
                "rows and columns cannot both have their own ways; keep those of one side", path=f"{path}.{side}", received=side
            )
        name = ", ".join(each.labels) or f"all {side}s"
        if each.labels in first:
            raise RecipeError(
                f'"{name}" is spoken of in each[{first[each.labels]}] already; say all of it there', path=f"{path}.{side}"
            )
        first[each.labels] = i
        _check_one(each, recipe, path)


def _check_one(each: EachSpec, recipe: Recipe, path: str) -> None:
    if EachSpec(row=each.row, column=each.column) == each:
        raise RecipeError("nothing is said of these members; say how they are written or judged, or leave them out", path=path)
    check_decimals(each.decimals, f"{path}.decimals")
    if each.number is not None:
        check_around(each.number, f"{path}.number")
    if len(each.unit) > LIMITS.around_most:
        raise RecipeError(f"a unit of more than {LIMITS.around_most} letters; shorten it", path=f"{path}.unit")
    if each.target is not None and each.middle is not None:
        raise RecipeError("the middle stands at the target; keep one of the two", path=f"{path}.middle")
    for name in ("low", "middle", "high"):
        end = getattr(each, name)
        if end is not None:
            check_end(end, f"{path}.{name}")
    if each.bands is not None:
        check_bands(each.bands, f"{path}.bands")
        if each.bands.colors:
            raise RecipeError(
                "bands of unlike members take their colors from the palette, so that each means the same in all; leave them out",
                path=f"{path}.bands.colors",
            )
        own = recipe.color.bands
        if own is not None and own.colors and len(own.colors) != each.bands.number:
            raise RecipeError(
                f"the colors given are of {len(own.colors)} bands; cut as many here",
                path=f"{path}.bands",
                received=each.bands.number,
            )
