"""Tables, their editions, and the columns of an edition as chunks."""

from django.db import models


class Table(models.Model):
    """A table by name. Its data lies in its editions."""

    name = models.CharField(max_length=200)
    created = models.DateTimeField(auto_now_add=True)

    def newest(self) -> "Edition":
        edition = self.editions.order_by("-number").first()
        assert edition is not None, "a table is made together with its first edition"
        return edition


class Edition(models.Model):
    """One delivery of a table's data. It never changes once it is there."""

    table = models.ForeignKey(Table, on_delete=models.CASCADE, related_name="editions")
    number = models.PositiveIntegerField()
    records = models.PositiveBigIntegerField()
    read = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["table", "number"], name="one_edition_a_number")]


class StoredColumn(models.Model):
    """What is known of a column. ``entries`` is its dictionary, packed by storage.py; empty for a number."""

    edition = models.ForeignKey(Edition, on_delete=models.CASCADE, related_name="columns")
    position = models.PositiveIntegerField()
    name = models.TextField()
    kind = models.CharField(max_length=20)
    data_type = models.CharField(max_length=10)
    entries = models.BinaryField()
    distinct = models.PositiveBigIntegerField()
    blanks = models.PositiveBigIntegerField()
    misfits = models.JSONField(default=list)

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
