"""A server of the application for benchmarks, with books of its own; how times are told.

Where a benchmark needs Django in its own process, it sets ``FAIRHINGE_VAR`` before it is loaded.
"""

from __future__ import annotations

import json
import os
import statistics
import subprocess
import sys
import time
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from dataclasses import dataclass
from typing import Any

import psutil

BEGINS_S = 30.0
# from one key to the next, an average typist (S. K. Card, T. P. Moran, A. Newell, "The
# keystroke-level model for user performance time with interactive systems", 1980, table of
# operators, from memory)
KEYSTROKE_S = 0.2


@dataclass(frozen=True)
class Served:
    """A server that answers, and its process."""

    url: str
    process: psutil.Process

    def asked(self, method: str, path: str, body: Any = None, project: int = 0) -> Any:
        """A whole answer, as a page of a project asks for it."""
        request = urllib.request.Request(
            self.url + path,
            method=method,
            data=None if body is None else json.dumps(body).encode(),
            headers={"Content-Type": "application/json", "Referer": f"{self.url}/p/{project}"},
        )
        with urllib.request.urlopen(request) as answer:
            text = answer.read()
        return json.loads(text) if text else None

    def lines(self, path: str, project: int = 0) -> Iterator[dict[str, Any]]:
        """Lines of JSON as they come."""
        headers = {"Referer": f"{self.url}/p/{project}"}
        request = urllib.request.Request(self.url + path, headers=headers)
        with urllib.request.urlopen(request) as answer:
            for line in answer:
                yield json.loads(line)

    def all(self) -> list[psutil.Process]:
        """The server and its builders."""
        return [self.process, *self.process.children(recursive=True)]

    def processor_s(self) -> float:
        """Processor seconds of all of them so far, and of the helpers they had."""
        total = 0.0
        for one in self.all():
            with suppress(psutil.Error):
                times = one.cpu_times()
                total += times.user + times.system + times.children_user + times.children_system
        return total

    def held_mb(self) -> float:
        """Memory of all of them, what they share counted once (proportional set size), MB."""
        total = 0
        for one in self.all():
            with suppress(psutil.Error):
                total += one.memory_full_info().pss
        return total / 1e6


@contextmanager
def served(port: int, var: str, **settings: str) -> Iterator[Served]:
    """A server over the books in a folder, ended at last."""
    environment = {**os.environ, "FAIRHINGE_VAR": var, **settings}
    subprocess.run([sys.executable, "manage.py", "migrate", "-v0"], env=environment, check=True)
    server = subprocess.Popen(
        [sys.executable, "manage.py", "serve", "--port", str(port)],
        env=environment,
        stdout=subprocess.DEVNULL,
    )
    url = f"http://127.0.0.1:{port}"
    try:
        until = time.monotonic() + BEGINS_S
        while True:
            try:
                urllib.request.urlopen(f"{url}/api/me").close()
                break
            except OSError:
                if time.monotonic() > until:
                    raise
                time.sleep(0.2)
        yield Served(url, psutil.Process(server.pid))
    finally:
        server.terminate()
        server.wait(20)


def median_and_95th(times: list[float]) -> tuple[float, float]:
    """The median and the 95th percentile of some times."""
    ordered = sorted(times)
    return statistics.median(ordered), ordered[max(0, round(0.95 * len(ordered)) - 1)]


def told(times: list[float]) -> str:
    """Median and 95th percentile in a column."""
    if not times:
        return f"{'-':>15s}"
    middle, high = median_and_95th(times)
    return f"{middle:7.0f} {high:7.0f}"
