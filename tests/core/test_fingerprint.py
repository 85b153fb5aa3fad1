"""What is kept of computations names the program that made it."""

from __future__ import annotations

import core.fingerprint
from core.fingerprint import fingerprint
from core.project.cache import content_key
from core.project.solve import solve
from core.project.starters import begun


def test_a_key_is_the_same_as_long_as_the_program_is(monkeypatch) -> None:
    before = content_key("a", 1.0)
    assert before == content_key("a", 1.0) != content_key("a", 2.0)
    monkeypatch.setattr("core.project.cache.fingerprint", lambda: b"another program")
    assert content_key("a", 1.0) != before


def test_another_library_is_another_program(monkeypatch) -> None:
    before = fingerprint()
    assert len(before) == 32 and fingerprint() == before
    fingerprint.cache_clear()
    monkeypatch.setattr(core.fingerprint, "version", lambda name: f"{name} of next year")
    try:
        assert fingerprint() != before
    finally:
        fingerprint.cache_clear()


def test_meshes_of_another_program_have_other_addresses(monkeypatch) -> None:
    """A browser keeps a mesh for a year: it must never be shown an older program's."""
    before = {name: part.state.key for name, part in solve(begun("jar")).parts.items()}
    monkeypatch.setattr("core.project.cache.fingerprint", lambda: b"another program")
    after = {name: part.state.key for name, part in solve(begun("jar")).parts.items()}
    assert not set(before.values()) & set(after.values())
