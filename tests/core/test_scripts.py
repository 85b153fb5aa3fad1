"""What the scripts that look after the tree know of it."""

from __future__ import annotations

import pytest

from scripts.break_lines import ROOT
from scripts.lines_to_break import BREAKS, Break


@pytest.mark.parametrize("one", BREAKS, ids=lambda one: f"{one.file}: {one.line.strip()[:40]}")
def test_lines_that_are_broken_are_there_and_so_are_their_tests(one: Break) -> None:
    """Else a line is passed over, and what notices it is not known any more."""
    assert one.line in (ROOT / one.file).read_text()
    assert one.broken.strip() != one.line.strip()
    assert one.tests
    for path in one.tests:
        place = ROOT / ("web" if path.startswith("src/") else ".") / path.partition("::")[0]
        assert place.exists(), path
