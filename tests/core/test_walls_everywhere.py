"""Walls and slots in one small spot: behind the floor of a hole, over a ball, between bores or rods
that pass each other. What is left is known from elsewhere: how far lines are apart, a depth."""

from __future__ import annotations

import numpy as np
import pytest
import trimesh
from manifold3d import Manifold

from core.formats.reading import read_mesh
from core.process import Process
from core.proof.slots import measure_slots
from core.proof.walls import measure_walls, spread_everywhere
from core.report import report_on
from core.report.mesh_check import check_mesh
from core.solids import Body, TriangleMesh, triangle_mesh
from core.solids.mesh import lengths
from tests.core.building import circle, part, rectangle, solved, step
from tests.covering import spread

ROUND = 192  # facets of a bore here: it lies within its circle by r / 7500


def mesh_of(solid: Manifold) -> TriangleMesh:
    return triangle_mesh(Body(solid))


def bore(radius: float, at: np.ndarray, way: np.ndarray) -> Manifold:
    """A long bore through a point along a way."""
    turn = np.asarray(trimesh.geometry.align_vectors([0, 0, 1], way))[:3, :3]
    moved = np.column_stack([turn, at])
    return Manifold.cylinder(200, radius, radius, ROUND, center=True).transform(moved)


@pytest.mark.parametrize("seed", spread(range(12)))
def test_between_skew_bores_the_shortest_way_of_their_axes_is_left(seed: int) -> None:
    dice = np.random.default_rng(seed)
    one, other = dice.normal(size=(2, 3))
    one, other = one / np.linalg.norm(one), other / np.linalg.norm(other)
    across = np.cross(one, other) / np.linalg.norm(np.cross(one, other))
    radii, left = dice.uniform(0.5, 5.0, 2), float(dice.uniform(0.3, 1.5))
    apart = across * (radii.sum() + left)
    block = Manifold.cube((60, 60, 60), center=True)
    solid = block - bore(radii[0], -apart / 2, one) - bore(radii[1], apart / 2, other)
    found = measure_walls(mesh_of(solid)).thinnest
    assert found is not None
    assert left - 1e-3 < found[0] < left + radii.sum() / 7000 + 5e-3


@pytest.mark.parametrize("left", [0.3, 0.7])
@pytest.mark.parametrize("across", [0.6, 1.0, 6.0])
@pytest.mark.parametrize("wide", [40, 190])
def test_the_floor_of_a_hole_is_a_wall_however_small(wide: int, across: float, left: float) -> None:
    solution = solved(
        part(
            "plate",
            step("plate", "extrude", rectangle(f"{wide}", f"{wide}"), height="10"),
            step(
                "hole", "hole", on={"on": "plate.top", "x": f"{wide / 3:g}"}, diameter=f"{across}",
                reach="to depth", depth=f"{10 - left:g}",
            ),
        )
    )  # fmt: skip
    (wall,) = [one for one in report_on(solution).findings if one.check == "wall"]
    assert wall.severity == ("stop" if left < 0.45 else "warning")
    assert wall.value == pytest.approx(left, abs=2e-3)


@pytest.mark.parametrize("seed", range(8))
def test_between_skew_rods_the_shortest_way_of_their_axes_stays_open(seed: int) -> None:
    dice = np.random.default_rng(seed)
    one, other = np.array([1.0, 0.0, dice.uniform(-0.4, 0.4)]), np.array([0.0, 1.0, 0.0])
    one /= np.linalg.norm(one)
    across = np.cross(one, other)
    radii, left = dice.uniform(0.5, 4.0, 2), float(dice.uniform(0.1, 0.6))
    apart = across * (radii.sum() + left)
    frame = Manifold.cube((60, 60, 60), center=True) - Manifold.cube((50, 50, 70), center=True)
    rods = bore(radii[0], -apart / 2, one) + bore(radii[1], apart / 2, other)
    solid = frame + (rods ^ Manifold.cube((55, 55, 55), center=True))
    found = measure_slots(mesh_of(solid)).thinnest
    assert found is not None
    assert left - 1e-3 < found[0] < left + radii.sum() / 7000 + 5e-3


@pytest.mark.parametrize(("gap", "told"), [("0.1", 1), ("0.2", 1), ("0.4", 0)])
@pytest.mark.parametrize(("one", "two"), [("1", "6"), ("3", "3")])
def test_pins_too_near_each_other_are_told(gap: str, told: int, one: str, two: str) -> None:
    beside = f"{float(one) / 2 + float(two) / 2 + float(gap):g}"
    solution = solved(
        part(
            "plate",
            step("plate", "extrude", rectangle("120", "70"), height="6"),
            step("one", "extrude", circle(one), on="plate.top", height="5"),
            step("two", "extrude", circle(two), on={"on": "plate.top", "x": beside}, height="5"),
        )
    )
    found = [one for one in report_on(solution).findings if one.check == "slot"]
    assert len(found) == told
    assert all(one.value == pytest.approx(float(gap), abs=0.015) for one in found)


@pytest.mark.parametrize("radius", [2.0, 7.0])
def test_beside_what_touches_there_is_no_slot(radius: float) -> None:
    """A ball sunk into a plate by a hair, a rod that lies on it: the air closes by and by."""
    plate = Manifold.cube((60, 60, 4), center=True)
    ball = Manifold.sphere(radius, 96).translate((-15, 0, 2 + radius - 0.05))
    rod = bore(radius, np.array([15.0, 0.0, 2 + radius - 0.05]), np.array([0.0, 1.0, 0.0]))
    solid = plate + ball + (rod ^ Manifold.cube((60, 40, 60), center=True))
    found = measure_slots(mesh_of(solid)).thinnest
    assert found is None or found[0] > 0.3


def test_two_steps_too_near_each_other_are_both_named() -> None:
    solution = solved(
        part(
            "block",
            step("body", "extrude", rectangle("40", "30"), height="20"),
            step("hole", "hole", on="body.top", diameter="3", reach="through"),
            {
                **step("hole_2", "hole", on={"on": "body.front", "x": "2.8"}, diameter="2"),
                "label": "Drain",
            },
        )
    )
    (wall,) = [one for one in report_on(solution).findings if one.check == "wall"]
    assert "between side of" in wall.message and "side of Drain" in wall.message
    assert "side of hole" in wall.message and "hole_2" not in wall.message
    # the place is where it is thinnest, and the way across as long
    (x, y, z), (to_x, _, to_z) = wall.ends
    assert abs(y) < 0.1 and 1.4 < min(x, to_x) < max(x, to_x) < 1.9 and z == pytest.approx(to_z)
    assert abs(x - to_x) == pytest.approx(0.3, abs=0.01)


def test_over_a_ball_the_top_is_thinnest() -> None:
    ball = Manifold.sphere(1.5, ROUND).translate((17, 11, 20 - 1.5 - 0.5))
    found = measure_walls(mesh_of(Manifold.cube((60, 60, 20)) - ball)).thinnest
    assert found is not None and found[0] == pytest.approx(0.5, abs=5e-3)


def test_bores_of_a_mesh_from_elsewhere_are_told_with_no_face_named() -> None:
    solid = (
        Manifold.cube((50, 40, 20), center=True)
        - bore(1.0, np.array([0.0, 0.0, 0.0]), np.array([0.0, 0.0, 1.0]))
        - bore(1.5, np.array([2.9, 0.0, 0.0]), np.array([0.0, 1.0, 0.0]))
    )
    mesh = mesh_of(solid)
    stl = trimesh.Trimesh(mesh.vertices, mesh.triangles, process=False).export(file_type="stl")
    told = check_mesh(read_mesh(bytes(stl), "bores.stl"), "bores.stl", Process())
    assert told["wall"]["min_mm"] == pytest.approx(0.4, abs=5e-3)
    assert any(one["check"] == "wall" and one["severity"] == "stop" for one in told["findings"])


@pytest.mark.parametrize("turned", [0.0, 33.0])
def test_where_faces_meet_in_an_edge_there_is_no_wall(turned: float) -> None:
    """A roof, a pyramid, a chamfered block: their faces come together without being thin."""
    roof = Manifold.hull_points(
        [(0, 0, 0), (20, 0, 0), (10, 0, 4), (0, 20, 0), (20, 20, 0), (10, 20, 4)]
    )
    tip = Manifold.hull_points([(0, 0, 0), (30, 0, 0), (30, 30, 0), (0, 30, 0), (15, 15, 9)])
    block = Manifold.cube((30, 30, 30)).trim_by_plane((-1, 0, -1), -55)
    for solid, least in ((roof, 20.0), (tip, 8.0), (block, 20.0)):
        found = measure_walls(mesh_of(solid.rotate((turned, turned / 2, turned)))).thinnest
        assert found is None or found[0] > least * 0.99


def test_points_on_small_patches_do_not_count_in_the_share_of_the_surface() -> None:
    """Of a pricked plate all but a hundredth is as thick as it is, whatever the holes left."""
    solid = Manifold.cube((60, 60, 6))
    for x in range(5, 60, 10):
        for y in range(5, 60, 10):
            solid -= Manifold.cylinder(6, 0.3, 0.3, 24).translate((x, y, 1.0))
    mesh = mesh_of(solid)
    walls, spread = measure_walls(mesh), spread_everywhere(mesh)
    assert walls.percentile(5) == pytest.approx(6.0, abs=1e-3)
    assert walls.thinnest is not None and walls.thinnest[0] == pytest.approx(1.0, abs=1e-3)
    floors = np.abs(spread.points[:, 2] - 1.0) < 1e-6
    assert floors.sum() >= 36 * 24 > 36 * 2 > floors[: spread.even].sum()
    assert np.allclose(lengths(spread.normals), 1.0)
