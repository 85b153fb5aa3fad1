"""The flex test against parts whose limits are known by arithmetic."""

from __future__ import annotations

import pytest

from core.project.schema import Project
from core.project.solve import solve
from core.report.flexing import key_measures, push
from tests.core.building import circle, document, part, rectangle, step


def measured(*measures: tuple[str, str], steps: list) -> Project:
    return document(
        part("part", *steps),
        measures=[{"name": name, "expression": text} for name, text in measures],
    )


def plate() -> Project:
    """A plate with a hole; the wall beside it is (wide - bore) / 2."""
    return measured(
        ("wide", "30"),
        ("bore", "10"),
        ("twice", "2 * wide"),
        steps=[
            step("plate", "extrude", rectangle("wide", "twice"), height="8"),
            step("hole", "hole", on="plate.top", diameter="bore", reach="through"),
        ],
    )


def test_only_plain_numbers_are_pushed() -> None:
    names = [measure.path for measure in key_measures(solve(plate()))]
    assert names == ["measures.wide", "measures.bore"]
    assert push(plate(), "measures.twice") is None and push(plate(), "measures.none") is None


def test_a_hole_is_widened_until_two_lines_are_left_beside_it() -> None:
    """Two lines of a 0.4 mm nozzle are 0.9 mm: (30 - bore) / 2 = 0.9 gives 28.2 mm."""
    found = push(plate(), "measures.bore")
    assert found is not None
    assert found.high.value == pytest.approx(28.2, abs=0.35)
    assert found.high.value < found.high.breaks <= found.high.value + 0.8  # type: ignore[operator]
    assert found.high.finding is not None and found.high.finding.check == "wall"
    # down to a quarter of it nothing goes wrong: 2.5 mm is more than two lines
    assert found.low.value == pytest.approx(2.5) and found.low.breaks is None


def test_a_plate_is_narrowed_to_its_hole_and_widened_to_the_bed() -> None:
    found = push(plate(), "measures.wide")
    assert found is not None
    assert found.low.value == pytest.approx(11.8, abs=0.3)  # (wide - 10) / 2 = 0.9
    # 2 × wide turned on the 220 mm bed: at 110 mm it lies straight, a little more lies aslant
    assert 108 <= found.high.value <= 120
    assert found.high.finding is not None and found.high.finding.check == "bed"


def test_what_breaks_first_says_why_a_step_cannot_be_built() -> None:
    project = measured(
        ("round", "3"),
        steps=[
            step("disc", "extrude", circle("20"), height="8"),
            step("soft", "fillet", where="top rim", size="round"),
        ],
    )
    found = push(project, "measures.round")
    assert found is not None
    assert found.high.finding is not None and found.high.finding.check == "build"
    assert 7 < found.high.value <= 8.0 < found.high.breaks  # type: ignore[operator]


def test_what_was_wrong_before_does_not_count() -> None:
    """A wall of one and a half lines is told already; pushing the height changes nothing."""
    project = measured(
        ("tall", "20"),
        steps=[step("fin", "extrude", rectangle("30", "0.7"), height="tall")],
    )
    found = push(project, "measures.tall")
    assert found is not None and found.high.breaks is None
