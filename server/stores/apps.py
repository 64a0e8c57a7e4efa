from django.apps import AppConfig


class StoresConfig(AppConfig):
    name = "server.stores"
