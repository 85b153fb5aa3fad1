"""The application's name."""

from __future__ import annotations

from django.apps import AppConfig


class WorkshopConfig(AppConfig):
    """The workshop."""

    name = "workshop"

    def ready(self) -> None:
        # documents may name meshes from here on
        import workshop.meshes  # noqa: F401
        from core.project.cache import MEASURED
        from workshop.costly import Costly

        MEASURED.store = Costly()
