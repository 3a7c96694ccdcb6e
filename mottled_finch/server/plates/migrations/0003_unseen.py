"""Whether a change was made without looking at what stood before."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("plates", "0002_kept_files")]

    operations = [
        migrations.AddField(model_name="version", name="unseen", field=models.BooleanField(default=False)),
    ]
