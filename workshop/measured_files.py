"""What took long to measure, kept in files so that a restart need not measure it again."""

from __future__ import annotations

import pickle
import re
import tempfile
from pathlib import Path
from typing import Any

from django.conf import settings

MOST_BYTES = 2_000_000_000


class Costly:
    """Values by key, each a file in ``var/measured``; the longest unused make room.

    The files are this program's own and are read by nobody else.
    """

    def __init__(self) -> None:
        self._folder = Path(settings.VAR) / "measured"

    def get(self, key: str) -> Any | None:
        """The value of a key, or None where it is not here or is of an older program."""
        path = self._path(key)
        if not path.exists():
            return None
        try:
            with path.open("rb") as file:
                value = pickle.load(file)
            path.touch()
            return value
        except Exception:  # written by an older program, or cut short: it is measured again
            path.unlink(missing_ok=True)
            return None

    def put(self, key: str, value: Any) -> None:
        """Keeps a value; what cannot be written down is not kept."""
        self._folder.mkdir(parents=True, exist_ok=True)
        with tempfile.NamedTemporaryFile(dir=self._folder, delete=False) as file:
            path = Path(file.name)
            try:
                pickle.dump(value, file, pickle.HIGHEST_PROTOCOL)
            except (pickle.PicklingError, TypeError, AttributeError):
                path.unlink()
                return
        path.rename(self._path(key))
        self._make_room()

    def _path(self, key: str) -> Path:
        return self._folder / re.sub(r"\W", "", key)

    def _make_room(self) -> None:
        files = sorted(self._folder.iterdir(), key=lambda path: -path.stat().st_mtime)
        total = 0
        for path in files:
            total += path.stat().st_size
            if total > MOST_BYTES:
                path.unlink(missing_ok=True)
