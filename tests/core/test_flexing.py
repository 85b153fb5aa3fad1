"""The flex test against parts whose limits are known by arithmetic."""

from __future__ import annotations

from collections.abc import Callable, Iterable

import pytest

from core.checks import judge
from core.checks.check import CHECKS, Check
from core.checks.finding import Finding
from core.project.edits import Edit, apply_edits
from core.project.schema import Project
from core.project.solve import solve
from core.report.flexing import key_measures, push, worsened
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


def asked_for(monkeypatch: pytest.MonkeyPatch) -> list[str]:
    """Checks by their names, as they are asked from here on."""
    names: list[str] = []
    ask = judge._asked

    def noted(check: Check, look: Callable[[], Iterable[Finding]]) -> list[Finding]:
        names.append(check.name)
        return ask(check, look)

    monkeypatch.setattr(judge, "_asked", noted)
    return names


def test_what_can_only_be_a_note_is_not_asked(monkeypatch: pytest.MonkeyPatch) -> None:
    names = asked_for(monkeypatch)
    assert push(plate(), "measures.bore") is not None
    asked = {CHECKS[name].worst for name in names}
    assert asked == {"stop", "warning"}


def widened(bore: str) -> Project:
    return apply_edits(plate(), [Edit("measures.bore", bore)])


def test_what_went_wrong_last_is_asked_first_and_nothing_after_it(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    names = asked_for(monkeypatch)
    for first in ((), ("wall",)):
        names.clear()
        found = worsened({}, widened("29.8"), fine=False, first=first)
        assert found is not None and found.check == "wall"  # 0.1 mm is left
        assert names[-1] == "wall"
        if first:
            assert set(names) == {"wall"}
    assert worsened({}, widened("10"), fine=False, first=("wall",)) is None
    assert len(set(names)) > 10  # where it is right all others are asked


def test_on_fine_solids_the_worst_is_told_though_something_came_before(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    """1.4 lines are a warning; a plate of 400 mm does not lie on the bed, and is not printed."""
    project = apply_edits(widened("28.8"), [Edit("measures.twice", "400")])
    names = asked_for(monkeypatch)
    found = worsened({}, project, fine=True, first=("wall",))
    assert found is not None and (found.check, found.severity) == ("bed", "stop")
    after = names[len([one for one in names if one == "wall"]) :]
    assert {CHECKS[name].worst for name in after} == {"stop"}
    first = worsened({}, project, fine=False, first=("wall",))
    assert first is not None and (first.check, first.severity) == ("wall", "warning")
