"""Loaded before anything of the workshop is: the database and secrets of the maker are never
touched, and two runs of the tests do not meet.
"""

from __future__ import annotations

import os
import tempfile

os.environ["FAIRHINGE_VAR"] = tempfile.mkdtemp(prefix="fairhinge-tests-")


def pytest_configure() -> None:
    """Nothing waits for the disk, and passwords are hashed quickly: both are others' matter."""
    from django.conf import settings

    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
    # what must outlive a power cut is tried on a server of its own: `tests/workshop/test_books.py`
    options = settings.DATABASES["default"].get("OPTIONS", {})
    options["init_command"] = "PRAGMA journal_mode=WAL; PRAGMA synchronous=OFF;"
