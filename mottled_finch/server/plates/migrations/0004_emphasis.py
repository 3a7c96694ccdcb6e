"""What has color while the rest fades is called ``emphasis``; kept recipes had another name for it."""

from typing import Any

from django.apps.registry import Apps
from django.db import migrations
from django.db.backends.base.schema import BaseDatabaseSchemaEditor

_OTHERS = {"palette", "colors", "high_is", "reverse", "low", "middle", "high", "scale", "within", "bands", "emphasis"}


def with_emphasis(color: dict[str, Any]) -> dict[str, Any]:
    """The color part of a kept recipe: whatever else stood there beside these had the other name."""
    return {name if name in _OTHERS else "emphasis": value for name, value in color.items()}


def rename(apps: Apps, _editor: BaseDatabaseSchemaEditor) -> None:
    versions = apps.get_model("plates", "Version").objects.only("recipe")
    for version in versions.iterator(200):
        color = version.recipe.get("color", {})
        if not color.keys() <= _OTHERS:
            version.recipe["color"] = with_emphasis(color)
            version.save(update_fields=["recipe"])


class Migration(migrations.Migration):
    dependencies = [("plates", "0003_unseen")]

    operations = [migrations.RunPython(rename, migrations.RunPython.noop)]
