"""What a vessel holds: to its rim, to where it runs out, or nothing."""

import numpy as np
import pytest
from manifold3d import Manifold

from core.proof.capacity import LEVEL_MM, holds

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
