"""A sweep whose mitre has no room: refused, with the straight that would do. What is built is as
large as its outline times the way of its middle (Pappus of Alexandria, Collection VII)."""

from __future__ import annotations

import math
import random

import pytest

from core.errors import BuildError
from core.project.results import StepResult
from core.project.solve import solve
from tests.core.building import circle, document, part, rectangle, step


def swept(path: str, outline: dict[str, str], **fields: str) -> StepResult:
    (result,) = (
        solve(document(part("p", step("s", "sweep", dict(outline), path=path, **fields))))
        .parts["p"]
        .steps
    )
    return result


def refused(path: str, outline: dict[str, str], **fields: str) -> BuildError:
    error = swept(path, outline, **fields).error
    assert isinstance(error, BuildError), path
    return error


@pytest.mark.parametrize("bend", [20, 50])
@pytest.mark.parametrize("corner", [25, 40])
@pytest.mark.parametrize("across", [20, 36])
def test_a_corner_right_after_a_bend_wants_a_straight_for_its_mitre(
    bend: int, corner: int, across: int
) -> None:
    """So long as half the outline times the tangent of half the angle."""
    path = f"up 30, turn right 90 radius {bend}, {{}}along {-corner} 40"
    error = refused(path.format(""), circle(f"{across}"))
    assert "folds over itself" in error.message and f"at {bend} mm, {30 + bend} mm" in error.message
    needed = across / 2 * math.tan(math.radians(corner / 2))
    would = float(error.remedy.split()[3])
    assert needed < would <= needed + 0.11
    assert refused(path.format(f"right {needed - 0.1:.2f}, "), circle(f"{across}"))
    done = swept(path.format(f"right {would}, "), circle(f"{across}"))
    assert done.error is None
    way = 30 + math.pi / 2 * bend + would + 40
    assert done.state.body.volume_mm3 == pytest.approx(math.pi / 4 * across**2 * way, rel=3e-3)


@pytest.mark.parametrize("reach", [4, 10])
def test_two_corners_the_same_way_want_room_for_both_mitres(reach: int) -> None:
    wide = rectangle(f"{2 * reach}", "3")
    path = "right 40, up {}, along 150 40"
    needed = reach * (1 + math.tan(math.radians(30)))  # of a right angle, and of 60°
    error = refused(path.format(f"{needed - 0.2:.2f}"), wide)
    assert needed < float(error.remedy.split()[3]) <= needed + 0.11
    assert swept(path.format(f"{needed + 0.2:.2f}"), wide).error is None


def test_in_inches_the_place_and_the_straight_are_in_inches() -> None:
    path = "up 1.2, turn right 90 radius 0.8, {}along -40 1.6"

    def made(straight: str) -> StepResult:
        steps = step("s", "sweep", circle("1.4"), path=path.format(straight))
        (result,) = solve(document(part("p", steps), units="in")).parts["p"].steps
        return result

    error = made("").error
    assert error is not None and "at 0.8 in, 2 in" in error.message
    would = error.remedy.removeprefix("a straight of ").split(" in")[0]
    assert float(would) == pytest.approx(0.7 * math.tan(math.radians(20)), abs=0.005)
    assert made(f"right {would}, ").error is None


def test_two_corners_opposite_ways_want_none() -> None:
    done = swept("right 40, up 1, right 40", rectangle("10", "4"))
    assert done.error is None
    assert done.state.body.volume_mm3 == pytest.approx(40 * 81, rel=1e-9)


@pytest.mark.parametrize("seed", range(30))
def test_what_is_swept_is_as_large_as_its_outline_times_its_way(seed: int) -> None:
    dice = random.Random(seed)
    moves, heading, way = [], 90.0, 0.0
    for number in range(dice.randint(2, 4)):
        if number:
            turn, radius = dice.choice([-1, 1]) * dice.uniform(10, 60), dice.uniform(8, 30)
            side = "left" if turn > 0 else "right"
            heading += turn
            if dice.random() < 0.5:
                moves.append(f"turn {side} {abs(turn):.3f} radius {radius:.3f}")
                way += math.radians(round(abs(turn), 3)) * round(radius, 3)
        long = round(dice.uniform(2, 40), 3)
        moves.append(f"along {heading:.3f} {long}")
        way += long
    across = dice.choice([3.0, 8.0, 14.0])
    done = swept(", ".join(moves), circle(f"{across}"))
    if done.error is not None:
        assert done.error.remedy and "unforeseen" not in done.error.message
        return
    area = math.pi / 4 * across**2
    assert done.state.body.volume_mm3 == pytest.approx(area * way, rel=5e-3)
