"""Tables, their editions and mends, the columns of an edition as chunks, and imports on their way to becoming editions."""

from typing import Any

from django.db import models

from ..history import History
from ..removing import Removable


class Table(History, Removable):
    """A table by name. Its data lies in its editions, its repairs in the version of its mends that stands.

    ``left`` are the keys of findings that are to be left as they are. ``summary`` keeps what the desk shows of the mended
    table, with the edition and mends it was made from, so that a library of large tables opens without opening them.
    """

    name = models.CharField(max_length=200)
    created = models.DateTimeField(auto_now_add=True)
    current = models.ForeignKey("Edition", on_delete=models.SET_NULL, null=True, related_name="+")
    at = models.PositiveIntegerField(default=0)
    left = models.JSONField(default=list)
    summary = models.JSONField(default=dict)

    begins = 0  # without any mend
    content = ("mends", "targets")

    @classmethod
    def standing(cls, *, removed: bool = False) -> "models.QuerySet[Table]":
        """All that have an edition, read together with it: one on its way in has none yet. ``removed`` adds those in the bin."""
        found = cls.everything if removed else cls.objects
        return found.select_related("current").exclude(current=None)

    def edition(self) -> "Edition":
        """The edition that stands."""
        assert self.current is not None, "a table is made together with its first edition"
        return self.current

    def mends(self) -> list[dict[str, Any]]:
        """The mends that stand, as a recipe writes them."""
        version = self.version(self.at)
        return version.mends if version else []

    def targets(self) -> dict[str, float]:
        """Numbers by name that its plates share."""
        version = self.version(self.at)
        return version.targets if version else {}


class Edition(models.Model):
    """One delivery of a table's data. Once it is accepted it never changes; before, only its own comparison shows it.

    ``asked`` is what the user has overruled of its reading, ``parts`` how it was read, in words.
    """

    table = models.ForeignKey(Table, on_delete=models.CASCADE, related_name="editions")
    number = models.PositiveIntegerField()
    records = models.PositiveBigIntegerField()
    read = models.DateTimeField(auto_now_add=True)
    accepted = models.BooleanField(default=False)
    file_name = models.CharField(max_length=255, default="")
    file_bytes = models.PositiveBigIntegerField(default=0)
    asked = models.JSONField(default=dict)
    parts = models.JSONField(default=list)
    notes = models.JSONField(default=list)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["table", "number"], name="one_edition_a_number")]
        ordering = ["number"]


class SourceChunk(models.Model):
    """A piece of the file an edition was read from, packed, so that it can be read again in another way."""

    edition = models.ForeignKey(Edition, on_delete=models.CASCADE, related_name="source")
    number = models.PositiveIntegerField()
    size = models.PositiveIntegerField()
    data = models.BinaryField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["edition", "number"], name="one_source_chunk_a_number")]
        ordering = ["number"]


class StoredColumn(models.Model):
    """What is known of a column. ``entries`` is its dictionary, ``misfits`` what did not fit, ``written`` what stood in the file.

    storage.py packs these three.
    """

    edition = models.ForeignKey(Edition, on_delete=models.CASCADE, related_name="columns")
    position = models.PositiveIntegerField()
    name = models.TextField()
    kind = models.CharField(max_length=20)
    data_type = models.CharField(max_length=10)
    entries = models.BinaryField()
    misfits = models.BinaryField(default=b"")
    written = models.BinaryField(default=b"")
    notes = models.JSONField(default=list)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["edition", "position"], name="one_column_a_position")]
        ordering = ["position"]


class Chunk(models.Model):
    """Consecutive values of a column, as raw little-endian bytes."""

    column = models.ForeignKey(StoredColumn, on_delete=models.CASCADE, related_name="chunks")
    number = models.PositiveIntegerField()
    data = models.BinaryField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["column", "number"], name="one_chunk_a_number")]
        ordering = ["number"]


class MendVersion(models.Model):
    """A table's mends and targets as they once stood. ``change`` says what was done to get there, ``unseen`` that it was done
    without looking at what stood before.
    """

    table = models.ForeignKey(Table, on_delete=models.CASCADE, related_name="versions")
    number = models.PositiveIntegerField()
    mends = models.JSONField()
    targets = models.JSONField(default=dict)
    change = models.CharField(max_length=200)
    unseen = models.BooleanField(default=False)
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["table", "number"], name="one_mend_version_a_number")]
        ordering = ["number"]


class Import(models.Model):
    """A file on its way to becoming an edition: of a new table, or, with ``table``, the next one of that.

    It is *looking* until the user says how it is to be read, *waiting* in the queue, *reading*, then *done*; a next edition is
    *compared* until it is accepted. It *failed* with ``problem``. The file lies in the data folder under the import's number.
    """

    class State(models.TextChoices):
        LOOKING = "looking"
        WAITING = "waiting"
        READING = "reading"
        COMPARED = "compared"
        DONE = "done"
        FAILED = "failed"

    name = models.CharField(max_length=255)
    table = models.ForeignKey(Table, on_delete=models.CASCADE, null=True, related_name="imports")
    edition = models.ForeignKey(Edition, on_delete=models.SET_NULL, null=True, related_name="+")
    state = models.CharField(max_length=20, choices=State.choices, default=State.LOOKING)
    size = models.PositiveBigIntegerField()
    asked = models.JSONField(default=dict)
    problem = models.TextField(default="")
    comparison = models.JSONField(default=dict)
    made = models.DateTimeField(auto_now_add=True)
