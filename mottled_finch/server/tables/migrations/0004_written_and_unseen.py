"""What stood in the file is kept beside the values read from it, and whether a change was made without looking."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("tables", "0003_targets")]

    operations = [
        migrations.AddField(model_name="storedcolumn", name="written", field=models.BinaryField(default=b"")),
        migrations.AddField(model_name="mendversion", name="unseen", field=models.BooleanField(default=False)),
    ]
