"""Loaded before anything of the workshop is: the database and secrets of the maker are never
touched, and two runs of the tests do not meet.
"""

from __future__ import annotations

import os
import tempfile

os.environ["FAIRHINGE_VAR"] = tempfile.mkdtemp(prefix="fairhinge-tests-")


def pytest_configure() -> None:
    """Passwords are hashed quickly: how long it takes to guess one is Django's matter, not ours."""
    from django.conf import settings

    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
