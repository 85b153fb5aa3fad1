"""Checks on solids with exact answers."""

from __future__ import annotations

import math

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st
from manifold3d import Manifold

from core.proof.bed import check_bed
from core.proof.closed import check_closed
from core.proof.gaps import overlap_mm3, smallest_gap
from core.proof.layers import test_layers as layer_test
from core.proof.layers import together
from core.proof.motion import sweep
from core.proof.overhang import check_overhang
from core.proof.slender import thinnest_upright
from core.proof.slots import measure_slots
from core.proof.walls import measure_walls, spread_points
from core.solids import Body, TriangleMesh, triangle_mesh
from core.solids.stance import back_to_part, stance_matrix, standing
from tests.core.building import part, rectangle, solved, step


def mesh_of(solid: Manifold) -> TriangleMesh:
    return triangle_mesh(Body(solid))


def box(x: float, y: float, z: float, at: tuple[float, float, float] = (0, 0, 0)) -> Manifold:
    return Manifold.cube((x, y, z)).translate(at)


# -- walls ----------------------------------------------------------------------------------


@pytest.mark.parametrize("wall", [0.4, 0.9, 2.0])
def test_thinnest_of_a_stepped_wall(wall: float) -> None:
    solid = box(40, 3, 20) + box(10, wall, 20, (40, 0, 0))
    thinnest, sample = measure_walls(mesh_of(solid)).thinnest
    assert thinnest == pytest.approx(wall, rel=0.03)
    assert measure_walls(mesh_of(solid)).points[sample][0] > 39.9


def test_thinnest_of_a_tapered_wall() -> None:
    """A wedge from 4 mm to 1 mm over 40 mm: rays leave square to a face that leans 4.3°."""
    points = [(0, 0), (40, 0), (40, 1), (0, 4)]
    solid = Manifold.hull_points([(x, y, z) for x, y in points for z in (0, 30)])
    thinnest, _ = measure_walls(mesh_of(solid)).thinnest
    assert thinnest == pytest.approx(1.0, rel=0.03)


def test_tube_wall_and_its_percentiles() -> None:
    solid = Manifold.cylinder(30, 20, 20, 256) - Manifold.cylinder(30, 18.5, 18.5, 256)
    walls = measure_walls(mesh_of(solid))
    assert walls.thinnest[0] == pytest.approx(1.5, rel=0.01)
    assert walls.percentile(50) == pytest.approx(1.5, rel=0.01)


def test_sharp_edges_are_no_walls() -> None:
    roof = Manifold.hull_points(
        [(0, 0, 0), (20, 0, 0), (10, 0, 10), (0, 20, 0), (20, 20, 0), (10, 20, 10)]
    )
    walls = measure_walls(mesh_of(roof))
    # only the two gable ends stand opposite each other
    assert walls.thinnest[0] == pytest.approx(20)


def test_points_are_spread_evenly() -> None:
    points, _, normals = spread_points(mesh_of(box(20, 20, 20)))
    assert len(points) == pytest.approx(2400, rel=0.02)
    top = points[normals[:, 2] > 0.9]
    cells = np.histogram2d(top[:, 0], top[:, 1], bins=5, range=[[0, 20], [0, 20]])[0]
    assert cells.min() > 0.6 * cells.mean()


# -- overhang and layers --------------------------------------------------------------------


def test_cone_standing_on_its_tip_by_angle() -> None:
    # lateral area π r s; a cone of half-angle 60° leans 60°, one of 30° leans 30°
    for half, limit_breached in ((60, True), (30, False)):
        height = 20 / math.tan(math.radians(half))
        cone = Manifold.cylinder(height, 0.0001, 20, 512)
        found = check_overhang(mesh_of(cone), 45, 0.2).area_mm2
        wanted = math.pi * 20 * math.hypot(20, height) if limit_breached else 0
        assert found == pytest.approx(wanted, rel=0.03, abs=0.5)


def test_forty_five_degrees_is_within_the_limit() -> None:
    cone = Manifold.cylinder(10, 5, 15, 256)
    assert check_overhang(mesh_of(cone), 45, 0.2).area_mm2 == 0
    assert layer_test(cone, 0.2, 45).area_mm2 == pytest.approx(0, abs=0.5)


def test_table_top_hangs_over_its_legs() -> None:
    table = box(40, 40, 4, (0, 0, 16)) + box(4, 4, 16) + box(4, 4, 16, (36, 0, 0))
    table = table + box(4, 4, 16, (0, 36, 0)) + box(4, 4, 16, (36, 36, 0))
    test = layer_test(table, 0.2, 45)
    exact = 1600 - 4 * 16
    assert test.area_mm2 == pytest.approx(exact, rel=0.03)
    assert test.islands == 0
    assert check_overhang(mesh_of(table), 45, 0.2).area_mm2 == pytest.approx(exact)


def test_t_and_stalactite() -> None:
    tee = box(10, 10, 20) + box(30, 10, 4, (-10, 0, 20))
    assert layer_test(tee, 0.2, 45).area_mm2 == pytest.approx(200, rel=0.03)
    frame = box(4, 20, 30) + box(4, 20, 30, (36, 0, 0)) + box(40, 20, 4, (0, 0, 30))
    hanging = frame + box(4, 4, 10, (18, 8, 20))
    test = layer_test(hanging, 0.2, 45)
    assert test.islands == 1
    island = next(piece for piece in test.pieces if piece.kind == "island")
    assert island.area_mm2 == pytest.approx(16, rel=0.01)
    assert island.z == pytest.approx(20.1) and 17 < island.at[0] < 23


@pytest.mark.parametrize("shares", [2, 3, 50])
def test_layers_tested_in_shares_are_those_tested_one_after_another(shares: int) -> None:
    # a table with a bar between its legs, a pin that begins in mid-air, a slope past the limit
    solid = Manifold.cube((60, 20, 3)).translate((0, 0, 27))
    for x in (0, 50):
        solid += Manifold.cube((10, 20, 27)).translate((x, 0, 0))
    solid += Manifold.cube((40, 4, 2)).translate((10, 8, 12))
    solid += Manifold.cylinder(7, 2, 2, 48).translate((30, 10, 20))
    solid += Manifold.cylinder(6, 2, 9, 48).translate((30, 10, 30))
    whole = layer_test(solid, 0.2, 45)
    parts = [layer_test(solid, 0.2, 45, (number, shares)) for number in range(shares)]
    assert {"bridge", "cantilever", "island"} <= {piece.kind for piece in whole.pieces}
    found = together(parts)
    assert found.layers == whole.layers
    told = [
        [(one.z, one.kind, one.at, one.area_mm2, one.span_mm) for one in test.pieces]
        for test in (found, whole)
    ]
    assert told[0] == told[1]


def test_layers_between_upright_walls_are_passed_over_without_harm() -> None:
    step_solid = box(10, 10, 10.05) + box(20, 10, 5, (0, 0, 10.05))
    test = layer_test(step_solid, 0.2, 45)
    assert test.layers == 75 and test.area_mm2 == pytest.approx(100, rel=0.03)


# -- closed, bed, stance --------------------------------------------------------------------


def test_shells_and_hidden_voids() -> None:
    two = mesh_of(box(5, 5, 5) + box(5, 5, 5, (20, 0, 0)))
    assert check_closed(two) == type(check_closed(two))(True, 2, 0)
    hollow = mesh_of(box(20, 20, 20) - box(10, 10, 10, (5, 5, 5)))
    assert check_closed(hollow).voids == 1
    open_mesh = TriangleMesh(
        hollow.vertices, hollow.triangles[1:], hollow.face_index[1:], hollow.faces
    )
    assert not check_closed(open_mesh).closed


def test_a_long_part_fits_the_bed_turned() -> None:
    # the diagonal of a square bed of 190 is 268.7: a bar of 250 × 10 fits at 45° only
    bar = np.array([[x, y, z] for x in (0, 250) for y in (0, 10) for z in (0, 5)], dtype=float)
    found = check_bed(bar, (190, 190, 190))
    assert found.fits and 35 <= min(found.turn_deg % 90, 90 - found.turn_deg % 90) <= 45
    assert check_bed(bar[:, [0, 2, 1]], (240, 240, 4)).short_by_mm > 0
    straight = check_bed(bar, (260, 260, 260))
    assert straight.fits and straight.turn_deg == 0


@pytest.mark.parametrize("facing", ["bottom", "top", "front", "back", "left", "right"])
def test_stance_brings_the_named_face_down(facing) -> None:
    solution = solved(part("part", step("body", "extrude", rectangle("30", "20"), height="10")))
    body = solution.parts["part"].state.solid()
    stood = standing(body, facing)
    assert stood.bounds[2] == pytest.approx(0) and stood.volume_mm3 == pytest.approx(6000)
    mesh = triangle_mesh(stood)
    down = mesh.corners[mesh.on("body", frozenset({facing}))]
    assert (abs(down[:, :, 2]) < 1e-9).all() and len(down)
    matrix = stance_matrix(body, facing)
    there = back_to_part(mesh.vertices, matrix)
    assert sorted(map(tuple, there.round(6))) == sorted(
        map(tuple, triangle_mesh(body).vertices.round(6))
    )


# -- gaps -----------------------------------------------------------------------------------


def test_gaps_with_known_answers() -> None:
    a = mesh_of(box(10, 10, 10)).corners
    assert smallest_gap(
        a, mesh_of(box(5, 5, 5, (10.3, 2, 2))).corners
    ).distance_mm == pytest.approx(0.3)
    corner = smallest_gap(a, mesh_of(box(5, 5, 5, (11, 12, 12))).corners)
    assert corner.distance_mm == pytest.approx(3) and corner.on_a == pytest.approx((10, 10, 10))
    # two crossed bars: only edges are near, no corner faces anything
    bar = Manifold.cube((20, 2, 2), True).rotate((45, 0, 0))
    crossed = Manifold.cube((2, 20, 2), True).rotate((0, 45, 0)).translate((0, 0, 3.5))
    wanted = 3.5 - 2 * math.sqrt(2)
    assert smallest_gap(
        mesh_of(bar).corners, mesh_of(crossed).corners
    ).distance_mm == pytest.approx(wanted)
    assert smallest_gap(a, mesh_of(box(5, 5, 5, (10, 0, 0))).corners).distance_mm == pytest.approx(
        0, abs=1e-9
    )


@settings(max_examples=20)
@given(st.integers(0, 10_000))
def test_gap_of_tumbled_solids_agrees_with_manifold(seed: int) -> None:
    rng = np.random.default_rng(seed)
    a = Manifold.cube((8, 5, 3), True).rotate(rng.uniform(0, 360, 3))
    b = Manifold.cylinder(6, 2, 1, 12, True).rotate(rng.uniform(0, 360, 3))
    b = b.translate(rng.normal(size=3) * 2 + [9, 0, 0])
    wanted = a.min_gap(b, 100)
    if wanted > 0:
        assert smallest_gap(mesh_of(a).corners, mesh_of(b).corners).distance_mm == pytest.approx(
            wanted, abs=1e-5
        )


def test_overlap_is_a_volume() -> None:
    shared = overlap_mm3(Body(box(10, 10, 10)), Body(box(10, 10, 10, (8, 0, 0))))
    assert shared == pytest.approx(200)
    one = trimesh.creation.box((10, 10, 10))
    assert one.volume == pytest.approx(1000)


def test_a_gate_is_bridged_and_a_t_stands_out() -> None:
    gate = box(4, 20, 20) + box(4, 20, 20, (24, 0, 0)) + box(28, 20, 3, (0, 0, 20))
    for turned in (0, 33):
        (piece,) = layer_test(gate.rotate((0, 0, turned)), 0.2, 45).pieces
        assert piece.kind == "bridge" and piece.span_mm == pytest.approx(20, abs=0.01)
    tee = box(4, 20, 20, (10, 0, 0)) + box(24, 20, 3, (0, 0, 20))
    arms = layer_test(tee, 0.2, 45).of("cantilever")
    assert [arm.span_mm for arm in arms] == pytest.approx([10.0] * 2, abs=0.01)
    assert sum(arm.area_mm2 for arm in arms) == pytest.approx(2 * 9.8 * 20, rel=1e-6)


def test_a_table_cannot_be_bridged_and_a_roofed_box_can() -> None:
    legs = sum((box(4, 4, 20, (x, y, 0)) for x in (0, 26) for y in (0, 26)), Manifold())
    (top,) = layer_test(legs + box(30, 30, 3, (0, 0, 20)), 0.2, 45).pieces
    assert top.kind == "cantilever"
    # the middle is farthest from the legs' inner corners: (15 - 4) mm off both ways
    assert top.span_mm == pytest.approx(11 * 2**0.5, rel=0.1)
    room = box(30, 30, 30) - box(20, 24, 20, (5, 3, 3))
    (roof,) = layer_test(room, 0.2, 45).pieces
    assert roof.kind == "bridge" and roof.span_mm == pytest.approx(20.0, abs=0.01)  # the short way
    assert layer_test(room, 0.2, 45).needing_support_mm2(25.0) == 0
    assert layer_test(room, 0.2, 45).needing_support_mm2(10.0) == pytest.approx(
        19.6 * 23.6, rel=1e-6
    )


def test_a_mushroom_stands_out_by_its_brim() -> None:
    stem, brim = Manifold.cylinder(20, 4, 4, 200), Manifold.cylinder(4, 16, 16, 200)
    (piece,) = layer_test(stem + brim.translate((0, 0, 20)), 0.2, 45).pieces
    assert piece.kind == "cantilever" and piece.span_mm == pytest.approx(16 - 4, rel=0.01)
    assert piece.area_mm2 == pytest.approx(np.pi * (16**2 - 4.2**2), rel=0.03)


def test_a_pin_that_stands_is_slender_and_one_that_lies_is_not() -> None:
    foot = box(20, 20, 4)
    pin = Manifold.cylinder(20, 1.5, 1.5, 64)
    assert thinnest_upright(foot + pin.translate((10, 10, 4))) == pytest.approx(3.0, rel=0.02)
    assert thinnest_upright(foot + pin.rotate((0, 90, 0)).translate((20, 10, 2))) is None
    assert thinnest_upright(foot + Manifold.cylinder(5, 1.5, 1.5).translate((10, 10, 4))) is None


def test_a_slot_is_found_and_a_crevice_is_not() -> None:
    block = box(20, 20, 10)
    sawn = block - box(0.2, 30, 5, (9.9, -5, 5))
    assert measure_slots(mesh_of(sawn)).thinnest[0] == pytest.approx(0.2, abs=0.002)
    # a barrel that touches a flat along a line leaves gaps down to nought beside that line
    barrel = Manifold.cylinder(20, 4, 4, 200).rotate((0, 90, 0)).translate((0, 24, 8))
    touching = measure_slots(mesh_of(block + barrel)).thinnest
    assert touching is None or touching[0] > 0.3


@pytest.mark.parametrize("fin_at", [5.2, 6.2, 7.2])
def test_a_fin_passed_between_two_tried_poses_is_still_run_into(fin_at: float) -> None:
    """A block 1 mm wide moved 1 mm at a time lies over a 0.6 mm fin in one pose alone."""
    fin, block = box(0.6, 10, 10, (fin_at, 0, 0)), box(1, 4, 4, (0, 3, 3))
    tried = sweep(
        (Body(fin), mesh_of(fin).corners),
        (Body(block), mesh_of(block).corners),
        lambda at: np.column_stack([np.eye(3), [at, 0, 0]]),
        list(range(14)),
    )
    struck = [pose.at for pose in tried.poses if pose.overlap_mm3 > 0.02]
    assert struck == [math.floor(fin_at)]
    assert tried.contact == pytest.approx(fin_at - 1, abs=0.02)
    beside = {pose.at: pose.gap_mm for pose in tried.poses}
    assert beside[0] == pytest.approx(fin_at - 1) and beside[13] == pytest.approx(12.4 - fin_at)
