"""Pictures under cells: kept once by what they are, however many recipes and versions name them."""

import hashlib
from base64 import b64decode
from dataclasses import replace

from mottled_finch.core.errors import RecipeError
from mottled_finch.core.recipe import Recipe
from mottled_finch.core.underlay import Picture as CorePicture
from mottled_finch.core.underlay import picture_from, picture_of

from .models import Picture

_KEPT = "kept:"


def keep(content: bytes) -> str:
    """Keep the content of a picture file; the name it is kept by. Raises RecipeError for what is no picture."""
    return _keep(picture_from(content))


def stored(recipe: Recipe) -> Recipe:
    """The recipe with the name its picture is kept by, in place of the picture itself."""
    under = recipe.page.underlay
    if under is None or under.picture.startswith(_KEPT):
        return recipe
    return _with_picture(recipe, _keep(picture_of(under.picture)))


def whole(recipe: Recipe) -> Recipe:
    """The recipe with the picture itself. Raises RecipeError for one that is not kept here."""
    under = recipe.page.underlay
    if under is None or not under.picture.startswith(_KEPT):
        return recipe
    kept = Picture.objects.filter(digest=under.picture.removeprefix(_KEPT)).first()
    if kept is None:
        raise RecipeError("this picture is not kept here; choose its file again", path="page.underlay.picture")
    return _with_picture(recipe, kept.address)


def address_of(name: str) -> str:
    """Where a kept picture is found over HTTP."""
    return f"/api/pictures/{name.removeprefix(_KEPT)}"


def _keep(picture: CorePicture) -> str:
    head, _, letters = picture.address.partition(",")
    content = b64decode(letters)
    digest = hashlib.sha256(content).hexdigest()
    media_type = head.removeprefix("data:").partition(";")[0]
    Picture.objects.get_or_create(digest=digest, defaults={"content": content, "media_type": media_type})
    return _KEPT + digest


def _with_picture(recipe: Recipe, picture: str) -> Recipe:
    assert recipe.page.underlay is not None
    return replace(recipe, page=replace(recipe.page, underlay=replace(recipe.page.underlay, picture=picture)))
