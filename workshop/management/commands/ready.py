"""Makes the books ready to be opened: refuses what this program cannot keep, brings up what is
older, loads the demo set."""

from __future__ import annotations

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand

from core.errors import CoreError
from workshop import doctor


class Command(BaseCommand):
    """Look, then bring up to date."""

    help = "Make the books ready to be opened by this program."
    requires_migrations_checks = False
    requires_system_checks: list[str] = []  # of no address is anything asked here

    def handle(self, *args: Any, **options: Any) -> None:
        ailment = doctor.fit_to_open()
        if ailment is not None:
            self.stderr.write(f"Fair Hinge does not start: {ailment.told()}")
            raise SystemExit(2)
        try:
            doctor.bring_up_to_date()
        except CoreError as error:
            self.stderr.write(f"Fair Hinge does not start: {error.one_line()}")
            raise SystemExit(2) from None
        call_command("load_demo", stdout=self.stdout)
