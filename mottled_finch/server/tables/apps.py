from django.apps import AppConfig
from django.db.backends.signals import connection_created

from ..finding import add_folded


class TablesConfig(AppConfig):
    name = "mottled_finch.server.tables"
    label = "tables"

    def ready(self) -> None:
        connection_created.connect(add_folded)
