"""Pictures under cells and fonts of the house: kept once by what they are, however many recipes and versions name them."""

import hashlib
from base64 import b64decode, b64encode
from collections.abc import Callable
from dataclasses import replace

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.common.recipe import PageSpec, Recipe
from mottled_finch.core.figures.scene.typeface import checked_font, font_content
from mottled_finch.core.figures.scene.underlay import picture_from, picture_of

from .models import KeptFile

_KEPT = "kept:"


def keep(content: bytes) -> str:
    """Keep the content of a picture file; the name it is kept by. Raises RecipeError for what is no picture."""
    return _keep(picture_from(content).address)


def keep_font(content: bytes) -> str:
    """Keep the content of a font file; the name it is kept by. Raises RecipeError for what is no font."""
    return _keep(f"data:font/ttf;base64,{b64encode(checked_font(content)).decode()}")


def stored(recipe: Recipe) -> Recipe:
    """The recipe with the names its picture and fonts are kept by, in place of these. Raises RecipeError for what is none."""
    return replace(recipe, page=stored_page(recipe.page))


def stored_page(page: PageSpec) -> PageSpec:
    """The same of a page."""

    def picture(address: str, _path: str) -> str:
        return address if address.startswith(_KEPT) else _keep(picture_of(address).address)

    def font(address: str, path: str) -> str:
        return address if address.startswith(_KEPT) else keep_font(font_content(address, path))

    return _with_files(page, picture, font)


def with_files(recipe: Recipe) -> Recipe:
    """The recipe with the picture and fonts themselves. Raises RecipeError for one that is not kept here."""
    return replace(recipe, page=page_with_files(recipe.page))


def page_with_files(page: PageSpec) -> PageSpec:
    """The same of a page."""

    def found(name: str, path: str) -> str:
        if not name.startswith(_KEPT):
            return name
        kept = KeptFile.objects.filter(digest=name.removeprefix(_KEPT)).first()
        if kept is None:
            raise RecipeError("this file is not kept here; choose it again", path=path)
        return kept.address

    return _with_files(page, found, found)


def address_of(name: str) -> str:
    """Where a kept picture is found over HTTP."""
    return f"/api/files/{name.removeprefix(_KEPT)}"


def _keep(address: str) -> str:
    head, _, letters = address.partition(",")
    content = b64decode(letters)
    digest = hashlib.sha256(content).hexdigest()
    media_type = head.removeprefix("data:").partition(";")[0]
    KeptFile.objects.get_or_create(digest=digest, defaults={"content": content, "media_type": media_type})
    return _KEPT + digest


def _with_files(page: PageSpec, picture: Callable[[str, str], str], font: Callable[[str, str], str]) -> PageSpec:
    """The page with other addresses for its picture and fonts; each is told with its place."""
    if page.underlay is not None:
        page = replace(page, underlay=replace(page.underlay, picture=picture(page.underlay.picture, "page.underlay.picture")))
    if page.font is not None:
        bold = None if page.font.bold is None else font(page.font.bold, "page.font.bold")
        page = replace(page, font=replace(page.font, regular=font(page.font.regular, "page.font.regular"), bold=bold))
    return page
