"""What a vessel holds: to its rim, to where it runs out, or nothing."""

import math
from typing import Any

import numpy as np
import pytest
from manifold3d import Manifold

from core.checks.measuring import measure_all
from core.proof.capacity import LEVEL_MM, Holds, holds
from tests.core.building import circle, part, rectangle, solved, step

RIM_AT_20 = np.column_stack([np.eye(3), [0.0, 0.0, -20.0]])
CUP = Manifold.cube((20, 20, 20)) - Manifold.cube((16, 16, 18)).translate((2, 2, 2))
FLOOR_MM2 = 16 * 16


def drilled(solid: Manifold, at: tuple[float, float, float], along_z: bool) -> Manifold:
    drill = Manifold.cylinder(60, 1, 1, 32, center=True)
    return solid - (drill if along_z else drill.rotate((0, 90, 0))).translate(at)


def test_a_sound_cup_holds_to_its_rim() -> None:
    found = holds(CUP, RIM_AT_20)
    assert found.volume_mm3 == pytest.approx(FLOOR_MM2 * 18, rel=1e-4)
    assert found.below_rim_mm == 0


def test_a_hole_through_the_floor_lets_all_out() -> None:
    found = holds(drilled(CUP, (10, 10, 0), along_z=True), RIM_AT_20)
    assert (found.volume_mm3, found.below_rim_mm) == (0, 20)


@pytest.mark.parametrize("height", [5.0, 11.0, 17.0])
def test_a_hole_through_the_wall_lets_out_what_is_over_its_lowest_line(height: float) -> None:
    found = holds(drilled(CUP, (10, 10, height), along_z=False), RIM_AT_20)
    assert found.below_rim_mm == pytest.approx(20 - (height - 1), abs=2 * LEVEL_MM)
    assert found.volume_mm3 == pytest.approx(FLOOR_MM2 * (height - 1 - 2), rel=0.02)


def test_a_hole_level_with_the_floor_leaves_nothing() -> None:
    """Its lowest line lies in the floor: no corner of the floor has all beside it higher."""
    slot = Manifold.cube((30, 3, 6)).translate((10, 8, 2))
    assert holds(CUP - slot, RIM_AT_20).volume_mm3 == 0


def test_of_two_rooms_the_one_without_a_drain_holds() -> None:
    double = CUP + Manifold.cube((2, 16, 10)).translate((9, 2, 2))
    drained = drilled(double, (4, 10, 0), along_z=True)
    found = holds(drained, RIM_AT_20)
    assert found.below_rim_mm == pytest.approx(8, abs=2 * LEVEL_MM)
    assert found.volume_mm3 == pytest.approx(7 * 16 * 10, rel=0.02)


def test_a_rounded_bottom_holds_as_well() -> None:
    bowl = Manifold.cube((20, 20, 10)) - Manifold.sphere(8, 64).translate((10, 10, 10))
    level = np.column_stack([np.eye(3), [0.0, 0.0, -10.0]])
    ball = 2 / 3 * np.pi * 8**3
    assert holds(bowl, level).volume_mm3 == pytest.approx(ball, rel=0.02)
    assert holds(drilled(bowl, (10, 10, 0), along_z=True), level).volume_mm3 == 0


def test_a_dimple_in_a_leaking_floor_is_held() -> None:
    dimple = Manifold.sphere(1.5, 32).translate((5, 5, 2))
    thick = CUP + Manifold.cube((20, 20, 2)).translate((0, 0, -2))
    found = holds(drilled(thick, (14, 14, 0), along_z=True) - dimple, RIM_AT_20)
    seen = LEVEL_MM * np.pi * 1.5**2
    assert found.volume_mm3 == pytest.approx(2 / 3 * np.pi * 1.5**3, abs=seen + 0.1)


def measured_of(*steps: dict[str, Any]) -> Holds | None:
    solution = solved(part("p", *steps))
    measured, _ = measure_all(solution)
    return measured["p"].holds


def test_a_turned_and_a_lofted_vessel_hold_what_their_hollows_are() -> None:
    """Whatever was hollowed, open at one face above: a cylinder, and a frustum of a cone."""
    can = step("can", "revolve", {"kind": "moves", "moves": "right 20, up 50, left 20, close"})
    found = measured_of(can, step("h", "hollow", open="can.top", wall="2"))
    assert found is not None and found.below_rim_mm == 0
    assert found.volume_mm3 == pytest.approx(math.pi * 18**2 * 48, rel=2e-3)
    cup = {**step("cup", "loft", circle("40")), "stations": [
        {"outline": {"kind": "circle", "fields": {"diameter": "60"}}, "up": "50"}]}  # fmt: skip
    found = measured_of(cup, step("h", "hollow", open="cup.top", wall="2"))
    slope = 10 / 50
    low, high = (20 + slope * z - 2 * math.hypot(1, slope) for z in (2, 50))
    frustum = math.pi * 48 / 3 * (low**2 + low * high + high**2)
    assert found is not None and found.volume_mm3 == pytest.approx(frustum, rel=2e-3)
    # a hole in its side lets out what stands over it
    drilled = step("d", "hole", on={"on": "can.side 2", "y": "0-5"}, diameter="4",
                   reach="to depth", depth="5")  # fmt: skip
    found = measured_of(can, step("h", "hollow", open="can.top", wall="2"), drilled)
    assert found is not None and found.below_rim_mm == pytest.approx(50 - (20 - 2), abs=0.2)


def test_what_is_open_below_or_at_two_faces_is_no_vessel() -> None:
    block_ = step("b", "extrude", rectangle("30", "30"), height="20")
    for opened in ("b.bottom", "b.top, b.left", ""):
        assert measured_of(block_, step("h", "hollow", open=opened, wall="2")) is None
