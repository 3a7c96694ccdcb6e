"""Targets stand beside the mends of a table."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("tables", "0002_editions_and_mends")]

    operations = [
        migrations.AddField(model_name="mendversion", name="targets", field=models.JSONField(default=dict)),
    ]
