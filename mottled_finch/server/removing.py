"""What is removed goes to the bin, where it is whole, and from where it comes back, until its days there are over."""

from datetime import datetime, timedelta
from typing import Any, ClassVar, Self, TypeVar

from django.db import models
from django.db.models import F
from django.utils import timezone

M_co = TypeVar("M_co", bound=models.Model, covariant=True)
KEPT_FOR = timedelta(days=30)


class Here(models.Manager[M_co]):
    """Only what is not in the bin: what lists, names and changes ask for."""

    def get_queryset(self) -> models.QuerySet[M_co]:
        return super().get_queryset().filter(removed=None)


class Removable(models.Model):
    """For what goes to the bin. ``objects`` leaves out what is in it; ``everything`` is for what uses others by their numbers, and
    keeps them until they are gone: a folio its plates, a plate its table.
    """

    removed = models.DateTimeField(null=True, db_index=True)

    objects: ClassVar[Here[Self]] = Here()
    everything: ClassVar[models.Manager[Self]] = models.Manager()

    class Meta:
        abstract = True

    def remove(self) -> None:
        """Put it into the bin. To be called inside a transaction."""
        self.removed = timezone.now()
        self.save(update_fields=["removed"])

    @property
    def until(self) -> datetime | None:
        """When it is gone; None for what is not in the bin."""
        return None if self.removed is None else self.removed + KEPT_FOR

    @classmethod
    def named(cls, **asked: Any) -> Self | None:
        """The first that is asked for: one that is here before those in the bin, of which the one removed last goes before."""
        return cls.everything.filter(**asked).order_by(F("removed").desc(nulls_first=True), "pk").first()
