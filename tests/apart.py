"""Loaded before anything of the workshop is: the database and secrets of the maker are never
touched, and two runs of the tests do not meet.
"""

from __future__ import annotations

import os
import tempfile

import pytest

os.environ["FAIRHINGE_VAR"] = tempfile.mkdtemp(prefix="fairhinge-tests-")


def pytest_configure() -> None:
    """Nothing waits for the disk, and passwords are hashed quickly: both are others' matter."""
    from django.conf import settings

    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
    # what must outlive a power cut is tried on a server of its own: `tests/workshop/test_books.py`
    options = settings.DATABASES["default"].get("OPTIONS", {})
    options["init_command"] = "PRAGMA journal_mode=WAL; PRAGMA synchronous=OFF;"


# what `./test --quick` leaves out: together they take nine tenths of the time of the core
SLOW = (
    "test_fits.py::test_gap_truth",
    "test_fits.py::test_every_fit",
    "test_fits.py::test_nothing_collides",
    "test_fits.py::test_a_maze",
    "test_hollow_turned.py",
    "test_hollow_rounded.py",
    "test_helper.py",
    "test_never_a_false_good.py",
    "test_exaggeration.py",
    "test_starters.py",
    "test_slip_lid.py::test_gap",
    "test_learning.py",
    "test_fits_on_any_face.py",
    "test_hollowing.py",
    "test_command_line.py",
    "test_meshes.py",
    "test_trial_print.py",
    "test_beds.py",
    "test_requirements.py",
    "test_chosen_edges.py",
    "test_step_samples.py",
    "test_gauges.py",
    "test_solving.py::test_demo",
    "test_proving_and_upgrading.py",
    "test_renaming.py::test_a_demo",
    "test_solving_again.py",
    "test_beginning.py::test_every_step_begins",
    "test_beginning.py::test_a_field_begins",
    "test_beginning.py::test_rounding_what",
    "test_beginning.py::test_what_slivers",
    "test_fits_begin.py",
    "test_placing.py::test_what_fills",
)


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    for item in items:
        if any(slow in item.nodeid for slow in SLOW):
            item.add_marker(pytest.mark.slow)
