"""Expressions of kept mends have their texts in single and their columns in double quotation marks."""

from django.apps.registry import Apps
from django.db import migrations
from django.db.backends.base.schema import BaseDatabaseSchemaEditor

from mottled_finch.core.common.recipe.older import mends_of_today


def rewrite(apps: Apps, _editor: BaseDatabaseSchemaEditor) -> None:
    for version in apps.get_model("tables", "MendVersion").objects.only("mends").iterator(200):
        version.mends = mends_of_today(version.mends)
        version.save(update_fields=["mends"])


class Migration(migrations.Migration):
    dependencies = [("tables", "0004_written_and_unseen")]

    operations = [migrations.RunPython(rewrite, migrations.RunPython.noop)]
