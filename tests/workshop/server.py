"""A real server over books of its own, that can be killed, starved of disk and started again."""

from __future__ import annotations

import json
import os
import resource
import signal
import socket
import sqlite3
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import closing, contextmanager
from functools import cache
from http.client import HTTPException
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parents[2]
BEGINS_S = 60


class Gone(Exception):
    """The server did not answer: whether it kept what was asked nobody knows."""


class Server:
    """A workshop of its own: ``var`` is its folder, ``books`` its file."""

    def __init__(self, var: Path) -> None:
        self.var, self.books = var, var / "workshop.sqlite3"
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            self.port = free.getsockname()[1]
        self.environment = {
            **os.environ, "FAIRHINGE_VAR": str(var), "FAIRHINGE_BUILDERS": "1",
            "FAIRHINGE_BUILDERS_ASIDE": "1",
        }  # fmt: skip
        self._process: subprocess.Popen[bytes] | None = None

    def managed(self, *words: str) -> subprocess.CompletedProcess[str]:
        """A command of Django's over these books."""
        return subprocess.run(
            [sys.executable, "manage.py", *words],
            cwd=ROOT, env=self.environment, capture_output=True, text=True, timeout=120,
        )  # fmt: skip

    def command(self, *words: str) -> subprocess.CompletedProcess[str]:
        """A command of the maker's over these books."""
        return subprocess.run(
            [sys.executable, "-m", "cli", *words],
            cwd=ROOT, env=self.environment, capture_output=True, text=True, timeout=120,
        )  # fmt: skip

    def start(self) -> None:
        self._process = subprocess.Popen(
            [sys.executable, "manage.py", "serve", "--port", str(self.port)],
            cwd=ROOT, env=self.environment, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL,
            start_new_session=True,
        )  # fmt: skip
        until = time.monotonic() + BEGINS_S
        while time.monotonic() < until:
            try:
                self.ask("GET", "/api/play-set")
                return
            except Gone:
                time.sleep(0.05)
        raise AssertionError("the server did not begin")

    def kill(self) -> None:
        """As a power cut would, but for what the operating system had not written yet."""
        assert self._process is not None
        os.killpg(self._process.pid, signal.SIGKILL)
        self._process.wait(20)

    def stop(self) -> None:
        if self._process is not None and self._process.poll() is None:
            self._process.terminate()
            try:
                self._process.wait(30)
            except subprocess.TimeoutExpired:
                self.kill()

    def let_files_grow_to(self, size: int) -> None:
        """No file of the server grows past so many bytes: its disk is full."""
        assert self._process is not None
        hard = resource.RLIM_INFINITY
        resource.prlimit(self._process.pid, resource.RLIMIT_FSIZE, (size, hard))

    def ask(self, method: str, path: str, body: Any = None, **headers: str) -> tuple[int, Any]:
        """What is answered: status, and JSON.

        Raises:
            Gone: nothing is.
        """
        data = None if body is None else json.dumps(body).encode()
        return self._answer(method, path, data, {"Content-Type": "application/json", **headers})

    def send(self, path: str, name: str, data: bytes) -> tuple[int, Any]:
        """What is answered to a file that is sent."""
        edge = b"--the-edge"
        head = f'Content-Disposition: form-data; name="file"; filename="{name}"'.encode()
        body = b"\r\n".join([edge, head, b"", data, edge + b"--", b""])
        kind = {"Content-Type": "multipart/form-data; boundary=the-edge"}
        return self._answer("POST", path, body, kind)

    def _answer(
        self, method: str, path: str, data: bytes | None, headers: dict[str, str]
    ) -> tuple[int, Any]:
        url = f"http://127.0.0.1:{self.port}{path}"
        request = urllib.request.Request(url, data, method=method, headers=headers)
        try:
            with urllib.request.urlopen(request, timeout=60) as answer:
                text = answer.read()
                return answer.status, json.loads(text) if text else None
        except urllib.error.HTTPError as error:
            return error.code, json.loads(error.read())
        except (OSError, HTTPException, ValueError) as error:
            raise Gone from error


@cache
def _empty_books() -> bytes:
    """Books as they are made on a fresh machine, with nothing in them."""
    with tempfile.TemporaryDirectory() as folder:
        server = Server(Path(folder))
        made = server.managed("migrate", "-v0", "--skip-checks")
        assert made.returncode == 0, made.stderr
        with closing(sqlite3.connect(server.books)) as file:
            return file.serialize()


@contextmanager
def serving(var: Path) -> Iterator[Server]:
    """A server over empty books, stopped at last."""
    var.mkdir(parents=True, exist_ok=True)
    server = Server(var)
    server.books.write_bytes(_empty_books())
    server.start()
    try:
        yield server
    finally:
        server.stop()
