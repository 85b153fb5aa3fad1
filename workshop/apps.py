"""The application's name."""

from __future__ import annotations

from django.apps import AppConfig
from django.conf import settings


class WorkshopConfig(AppConfig):
    """The workshop."""

    name = "workshop"

    def ready(self) -> None:
        # documents may name meshes from here on
        import workshop.meshes  # noqa: F401
        from core.limits import Limits, set_limits
        from core.project.cache import MEASURED
        from workshop.measured_files import Costly

        MEASURED.store = Costly()
        set_limits(Limits(**settings.LIMITS))
