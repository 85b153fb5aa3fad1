"""Serves the workshop with waitress: one process, a few threads, results shared in memory."""

from __future__ import annotations

import signal
import socket
from typing import Any

import psutil
from django.conf import settings
from django.contrib.auth.models import User
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandParser
from waitress import serve

from config.wsgi import application
from workshop import binned, builders, copies, jobs, makers, shelving


def _own_names() -> list[str]:
    """What this machine is called and reached by in its networks."""
    found = [socket.gethostname()]
    for addresses in psutil.net_if_addrs().values():
        found += [one.address for one in addresses if one.family == socket.AF_INET]
    return [name for name in dict.fromkeys(found) if name and not name.startswith("127.")]


HERE = ("127.0.0.1", "localhost", "::1")
THREADS = 40  # most of them wait for a builder
# the proxy that speaks TLS tells who asks: wrong passwords are counted by that address, not its own
BEHIND_A_PROXY = {
    "trusted_proxy": "*",
    "trusted_proxy_count": 1,
    "trusted_proxy_headers": {"x-forwarded-for", "x-forwarded-proto"},
    "clear_untrusted_proxy_headers": True,
}


def _stopped(*_: Any) -> None:
    raise SystemExit(0)


class Command(BaseCommand):
    """Serve until stopped."""

    help = "Serve the workshop."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--host", default="127.0.0.1")
        parser.add_argument("--port", type=int, default=8000)

    def _tell_of_the_door(self, port: int) -> None:
        """The first maker's address, while there is none; and that passwords want TLS."""
        if not User.objects.exists():
            path = f"/join/{makers.invite()}"
            lines = "".join(f"  http://{name}:{port}{path}\n" for name in _own_names())
            self.stdout.write(f"The first maker comes in by one of these, once:\n{lines}")
        if not settings.TLS:
            self.stdout.write(
                "Passwords and work go over the network as they are: put a proxy that speaks TLS "
                "before it where others share the network (docs/books.md)."
            )

    def handle(self, *args: Any, **options: Any) -> None:
        host, port = options["host"], options["port"]
        if host not in HERE and not settings.SIGNED_IN_ELSEWHERE:
            settings.SIGN_IN = True  # whoever reaches it is told apart from others
            settings.ALLOWED_HOSTS = [*settings.ALLOWED_HOSTS, *_own_names()]
        builders.begin()
        shelving.empty_bin()
        binned.empty(shelving.BIN_DAYS)
        jobs.begin()
        jobs.resume()
        keeper = copies.Keeper()
        if copies.one_file():
            keeper.start()
        self.stdout.write(f"Fair Hinge is at http://{host}:{port}")
        if settings.SIGN_IN:
            call_command("clearsessions")
            self._tell_of_the_door(port)
        self.stdout.flush()
        signal.signal(signal.SIGTERM, _stopped)  # as a key pressed to end it: all is put away
        try:
            serve(
                application,
                host=host,
                port=port,
                threads=THREADS,
                channel_request_lookahead=1,
                ident="",
                **(BEHIND_A_PROXY if settings.TLS else {}),
            )
        finally:
            if keeper.is_alive():
                keeper.end()
            jobs.end()
            builders.end()
