"""Loads the demo projects, once ever: one that a maker deletes stays deleted."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand
from django.db import transaction

from core.process import Process
from core.project.demo import DEMO, demo_document
from workshop import keeping
from workshop.models import Loaded
from workshop.models import Process as Bench


class Command(BaseCommand):
    """Load what has not been loaded yet."""

    help = "Load the demo projects that were never loaded before."

    @transaction.atomic
    def handle(self, *args: Any, **options: Any) -> None:
        for name in reversed(DEMO):
            if Loaded.objects.get_or_create(name=name)[1]:
                keeping.create(demo_document(name), "from the play set", demo=name)
                self.stdout.write(f"loaded {name}")
        if Loaded.objects.get_or_create(name="bench")[1]:
            given = Process()
            name = f"{given.printer}, {given.material}"
            Bench.objects.get_or_create(
                name=name, defaults={"given": given.model_dump(mode="json")}
            )
