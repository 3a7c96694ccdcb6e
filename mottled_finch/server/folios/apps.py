from django.apps import AppConfig


class FoliosConfig(AppConfig):
    name = "mottled_finch.server.folios"
    label = "folios"
