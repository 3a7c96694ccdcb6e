"""Plates, and the versions that are their history."""

from base64 import b64encode
from functools import cached_property
from typing import TYPE_CHECKING, Any

from django.db import models

from ..history import History
from ..removing import Removable
from ..tables.models import Table

if TYPE_CHECKING:
    from mottled_finch.core.common.recipe import Recipe


class Plate(History, Removable):
    """One figure. ``at`` is the number of the version that stands; later ones wait for redo. ``title`` is what lists call it, with
    marks for live facts; empty where its recipe cannot be read.
    """

    table = models.ForeignKey(Table, on_delete=models.PROTECT, related_name="plates")
    content = ("recipe",)
    title = models.TextField(default="")
    at = models.PositiveIntegerField(default=1)
    created = models.DateTimeField(auto_now_add=True)
    saved = models.DateTimeField(auto_now=True)

    def standing(self) -> "Version":
        found: Version | None = self.version(self.at)
        if found is None:
            raise Version.DoesNotExist
        return found

    def recipe(self) -> "Recipe":
        """The recipe that stands. Raises RecipeError for one that cannot be read any more."""
        return self.standing().parsed

    def listed(self) -> dict[str, Any]:
        from mottled_finch.core.common.wording.parts import title_of

        return {"title": title_of(self.recipe())}


class Version(models.Model):
    """A recipe as it once stood. ``change`` says what was done to get there, ``unseen`` that it was done without looking."""

    plate = models.ForeignKey(Plate, on_delete=models.CASCADE, related_name="versions")
    number = models.PositiveIntegerField()
    recipe = models.JSONField()
    change = models.CharField(max_length=200)
    unseen = models.BooleanField(default=False)
    made = models.DateTimeField(auto_now_add=True)

    @cached_property
    def parsed(self) -> "Recipe":
        from mottled_finch.core.common.recipe import load_recipe

        return load_recipe(self.recipe)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["plate", "number"], name="one_version_a_number")]
        ordering = ["number"]


class HouseTemplate(Removable):
    """A template of the house for slides or documents, by its name: the file without its pages, and what it says of itself."""

    name = models.CharField(max_length=120)
    kind = models.CharField(max_length=10)
    told = models.JSONField()
    content = models.BinaryField()
    given = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["kind", "name"], condition=models.Q(removed=None), name="one_template_a_name")
        ]
        ordering = ["name", "kind"]


class UsualChoice(models.Model):
    """What is chosen of outputs in this library where nobody says otherwise."""

    name = models.CharField(max_length=20, primary_key=True)
    option = models.CharField(max_length=20)


class KeptFile(models.Model):
    """A picture that lies under cells, or a font of the house, by the SHA-256 of its content."""

    digest = models.CharField(max_length=64, primary_key=True)
    media_type = models.CharField(max_length=20)
    content = models.BinaryField()
    made = models.DateTimeField(auto_now_add=True)

    @property
    def address(self) -> str:
        """The whole picture as a data address."""
        return f"data:{self.media_type};base64,{b64encode(self.content).decode()}"
