from django.apps import AppConfig

from server.writes import watch


class ShelfConfig(AppConfig):
    name = "server.shelf"

    def ready(self) -> None:
        watch()
