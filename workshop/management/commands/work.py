"""Takes long work from the queue, on this machine too; see docs/machines.md."""

from __future__ import annotations

import threading
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError

from workshop import builders, jobs


class Command(BaseCommand):
    """Work until stopped."""

    help = "Take long work from a queue that machines share."

    def handle(self, *args: Any, **options: Any) -> None:
        if not settings.QUEUE:
            raise CommandError("set FAIRHINGE_QUEUE: the server works its own queue by itself")
        builders.begin()
        jobs.begin()
        self.stdout.write("working")
        self.stdout.flush()
        try:
            threading.Event().wait()
        finally:
            jobs.end()
            builders.end()
