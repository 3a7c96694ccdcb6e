from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("plates", "0005_format_2")]

    operations = [
        migrations.CreateModel(
            name="HouseTemplate",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("name", models.CharField(max_length=120)),
                ("kind", models.CharField(max_length=10)),
                ("told", models.JSONField()),
                ("content", models.BinaryField()),
                ("given", models.DateTimeField(auto_now=True)),
            ],
            options={"ordering": ["name", "kind"]},
        ),
        migrations.AddConstraint(
            model_name="housetemplate",
            constraint=models.UniqueConstraint(fields=("kind", "name"), name="one_template_a_name"),
        ),
        migrations.CreateModel(
            name="UsualChoice",
            fields=[
                ("name", models.CharField(max_length=20, primary_key=True, serialize=False)),
                ("option", models.CharField(max_length=20)),
            ],
        ),
    ]
