"""What holds for all tests: none of them is timed."""

from __future__ import annotations

from hypothesis import HealthCheck, settings

# a busy machine takes longer, and nothing is wrong with what it finds
settings.register_profile("untimed", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("untimed")
