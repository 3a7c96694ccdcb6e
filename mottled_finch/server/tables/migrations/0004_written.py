"""What stood in the file is kept beside the values that were read from it."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("tables", "0003_targets")]

    operations = [
        migrations.AddField(model_name="storedcolumn", name="written", field=models.BinaryField(default=b"")),
    ]
