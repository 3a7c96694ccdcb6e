"""Kept recipes are written as format 2 has them, whatever stands in their history with them."""

from django.apps.registry import Apps
from django.db import migrations
from django.db.backends.base.schema import BaseDatabaseSchemaEditor

from mottled_finch.core.common.recipe.older import of_today


def rewrite(apps: Apps, _editor: BaseDatabaseSchemaEditor) -> None:
    for version in apps.get_model("plates", "Version").objects.only("recipe").iterator(200):
        version.recipe = of_today(version.recipe)
        version.save(update_fields=["recipe"])


class Migration(migrations.Migration):
    dependencies = [("plates", "0004_emphasis")]

    operations = [migrations.RunPython(rewrite, migrations.RunPython.noop)]
