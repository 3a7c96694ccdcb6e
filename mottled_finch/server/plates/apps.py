from django.apps import AppConfig


class PlatesConfig(AppConfig):
    name = "mottled_finch.server.plates"
    label = "plates"
