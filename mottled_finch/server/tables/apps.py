from django.apps import AppConfig


class TablesConfig(AppConfig):
    name = "mottled_finch.server.tables"
    label = "tables"
