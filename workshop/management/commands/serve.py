"""Serves the workshop with waitress: one process, a few threads, results shared in memory."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandParser
from waitress import serve

from config.wsgi import application
from workshop import binned, builders, copies, jobs, shelving

HERE = ("127.0.0.1", "localhost", "::1")
THREADS = 40  # most of them wait for a builder


class Command(BaseCommand):
    """Serve until stopped."""

    help = "Serve the workshop."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--host", default="127.0.0.1")
        parser.add_argument("--port", type=int, default=8000)

    def handle(self, *args: Any, **options: Any) -> None:
        host, port = options["host"], options["port"]
        if host not in HERE and not settings.SIGNED_IN_ELSEWHERE:
            self.stderr.write(
                f"Fair Hinge does not serve on {host}: whoever reached it could do everything, for "
                "it knows no makers apart. Put a proxy that signs them in before it and say "
                "FAIRHINGE_SIGNED_IN_ELSEWHERE=yes, as docs/machines.md tells."
            )
            raise SystemExit(2)
        builders.begin()
        shelving.empty_bin()
        binned.empty(shelving.BIN_DAYS)
        jobs.begin()
        jobs.resume()
        keeper = copies.Keeper()
        if copies.one_file():
            keeper.start()
        self.stdout.write(f"Fair Hinge is at http://{host}:{port}")
        self.stdout.flush()
        try:
            serve(
                application,
                host=host,
                port=port,
                threads=THREADS,
                channel_request_lookahead=1,
                ident="",
            )
        finally:
            if keeper.is_alive():
                keeper.end()
            jobs.end()
            builders.end()
