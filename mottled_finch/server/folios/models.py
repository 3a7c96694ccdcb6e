"""Folios, and the versions that are their history."""

from functools import cached_property
from typing import TYPE_CHECKING, Any

from django.db import models

from ..history import History
from ..removing import Removable

if TYPE_CHECKING:
    from mottled_finch.core.outputs.folio.spec import FolioSpec


class Folio(History, Removable):
    """Pages of plates. ``at`` is the number of the version that stands; later ones wait for redo. ``title``, how many ``pages``
    and the numbers of ``plates`` are what lists tell; the title is empty where the folio cannot be read.
    """

    content = ("folio",)
    title = models.TextField(default="")
    pages = models.PositiveIntegerField(default=0)
    plates = models.JSONField(default=list)
    at = models.PositiveIntegerField(default=1)
    created = models.DateTimeField(auto_now_add=True)
    saved = models.DateTimeField(auto_now=True)

    def standing(self) -> "FolioVersion":
        found: FolioVersion | None = self.version(self.at)
        if found is None:
            raise FolioVersion.DoesNotExist
        return found

    def spec(self) -> "FolioSpec":
        """The folio that stands. Raises RecipeError for one that cannot be read any more."""
        return self.standing().parsed

    def listed(self) -> dict[str, Any]:
        spec = self.spec()
        plates = [plate.plate for plate in spec.plates.values() if plate.plate is not None]
        return {"title": spec.title or "A folio without a title", "pages": len(spec.pages), "plates": plates}


class FolioVersion(models.Model):
    """A folio as it once stood. ``change`` says what was done to get there, ``unseen`` that it was done without looking."""

    owner = models.ForeignKey(Folio, on_delete=models.CASCADE, related_name="versions")
    number = models.PositiveIntegerField()
    folio = models.JSONField()
    change = models.CharField(max_length=200)
    unseen = models.BooleanField(default=False)
    made = models.DateTimeField(auto_now_add=True)

    @cached_property
    def parsed(self) -> "FolioSpec":
        from mottled_finch.core.outputs.folio.load import load_folio

        return load_folio(self.folio)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner", "number"], name="one_folio_version_a_number")]
        ordering = ["number"]
