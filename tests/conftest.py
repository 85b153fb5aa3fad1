"""What holds for all tests: none of them is timed, and no check finds worse than it says."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator

import pytest
from hypothesis import HealthCheck, settings

from core.checks import judge
from core.checks.check import Check
from core.checks.finding import ORDER, Finding

# a busy machine takes longer, and nothing is wrong with what it finds
settings.register_profile("untimed", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("untimed")


@pytest.fixture(scope="session", autouse=True)
def no_check_finds_worse_than_it_says() -> Iterator[None]:
    """Whatever is judged in a test is held against the worst that a check says it may find: what is
    not worth asking is left out by it."""
    ask = judge._asked

    def held(check: Check, look: Callable[[], Iterable[Finding]]) -> list[Finding]:
        found = ask(check, look)
        worst = ORDER.index(check.worst)
        for one in found:
            broken = "could not be answered" in one.message
            assert broken or ORDER.index(one.severity) >= worst, (check.name, one)
        return found

    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(judge, "_asked", held)
        yield
