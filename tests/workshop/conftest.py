"""Builders for tests of the workshop."""

from __future__ import annotations

from collections.abc import Iterator

import pytest

from workshop import builders


@pytest.fixture
def pool(settings) -> Iterator[None]:
    settings.BUILDERS, settings.BUILD_SECONDS, settings.BUILD_MB = 2, 20.0, 2000.0
    builders.begin(str(settings.VAR / "none.sqlite3"))
    yield
    builders.end()
