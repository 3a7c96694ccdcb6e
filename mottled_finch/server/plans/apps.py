from django.apps import AppConfig


class PlansConfig(AppConfig):
    name = "mottled_finch.server.plans"
    label = "plans"
