"""Distances, first contacts and ways out, each found a second way."""

from __future__ import annotations

import math
from itertools import product

import numpy as np
import pytest
import trimesh
from manifold3d import Manifold
from scipy.spatial.transform import Rotation

from core.checks import fit_measures
from core.project.cache import MEASURED
from core.project.demo import demo_document
from core.project.solve import solve
from core.proof import escape
from core.proof.gaps import FaceTree, corner_gap, segment_distance, smallest_gap
from core.proof.motion import first_contact
from core.solids import Body, triangle_mesh


def _blob(seed: int, at: tuple[float, float, float] = (0.0, 0.0, 0.0)) -> np.ndarray:
    """The triangles (n, 3, 3) of a hull of random points."""
    points = np.random.default_rng(seed).normal(size=(24, 3)) * 4 + at
    return triangle_mesh(Body(Manifold.hull_points(points))).corners


def _apart(corners: np.ndarray, points: np.ndarray) -> np.ndarray:
    """How far each of some points lies from the nearest of all triangles, as trimesh finds it."""
    every = np.repeat(corners, len(points), axis=0)
    asked = np.tile(points, (len(corners), 1))
    near = trimesh.triangles.closest_point(every, asked)
    apart = np.linalg.norm(near - asked, axis=1).reshape(len(corners), len(points))
    return np.asarray(apart.min(axis=0))


def test_points_beside_a_rectangle_are_as_far_as_its_box_to_the_last_digit_or_nearly() -> None:
    """Which of many can be the nearest is told by the box of the faces: here that is the distance
    itself, worked out on another way."""
    luck = np.random.default_rng(1)
    for _ in range(200):
        wide, deep = luck.uniform(1, 9, 2)
        out, up = luck.uniform(0.1, 3, 2)
        a, b, c, d = [[x, y, 0.0] for x, y in
                      ((-wide, -deep), (wide, -deep), (wide, deep), (-wide, deep))]  # fmt: skip
        beside = luck.uniform(0.1, 3)
        away = deep + out + np.arange(60)  # the first lies off a corner, the others further
        points = np.column_stack([np.full(60, wide + beside), away, np.full(60, up)])
        ((found, index),) = FaceTree(np.array([[a, b, c], [a, c, d]])).nearest([points])
        assert (index, found) == (0, pytest.approx(math.hypot(beside, out, up), rel=1e-12))


@pytest.mark.parametrize("seed", range(6))
def test_the_nearest_of_many_points_is_the_one_trimesh_finds(seed: int) -> None:
    corners = _blob(seed)
    clouds = [
        np.random.default_rng(100 + seed).normal(size=(200, 3)) * 3 + (far, 0, 0)
        for far in (0.0, 15.0, 60.0)
    ]
    for cloud, (distance, index) in zip(clouds, FaceTree(corners).nearest(clouds), strict=True):
        apart = _apart(corners, cloud)
        assert distance == pytest.approx(apart.min(), abs=1e-9)
        assert apart[index] == pytest.approx(distance, abs=1e-9)


def _edge_to_edge(a: np.ndarray, b: np.ndarray) -> float:
    sides = [(0, 1), (1, 2), (2, 0)]
    one = np.concatenate([a[:, side] for side in sides])
    other = np.concatenate([b[:, side] for side in sides])
    pairs = np.array(list(product(range(len(one)), range(len(other)))))
    on_a, on_b = segment_distance(one[pairs[:, 0]], other[pairs[:, 1]])
    return float(np.linalg.norm(on_a - on_b, axis=1).min())


@pytest.mark.parametrize("seed", range(6))
def test_the_smallest_gap_is_that_of_all_pairs(seed: int) -> None:
    a, b = _blob(seed), _blob(50 + seed, (20.0, 3.0, -2.0))
    there, back = _apart(a, b.reshape(-1, 3)).min(), _apart(b, a.reshape(-1, 3)).min()
    found = smallest_gap(a, b)
    assert found.distance_mm == pytest.approx(min(there, back, _edge_to_edge(a, b)), abs=1e-9)
    assert math.dist(found.on_a, found.on_b) == pytest.approx(found.distance_mm, abs=1e-9)


@pytest.mark.parametrize("seed", range(4))
def test_a_gap_at_a_pose_is_that_of_faces_moved_there(seed: int) -> None:
    a, b = _blob(seed), _blob(70 + seed)
    turn = Rotation.random(random_state=seed).as_matrix()
    pose = np.column_stack([turn, [25.0, -4.0, 6.0]])
    moved = b @ turn.T + pose[:, 3]
    at_pose = corner_gap(FaceTree(a), FaceTree(b), pose)
    assert at_pose.distance_mm == pytest.approx(
        corner_gap(FaceTree(a), FaceTree(moved)).distance_mm, abs=1e-9
    )
    assert math.dist(at_pose.on_a, at_pose.on_b) == pytest.approx(at_pose.distance_mm, abs=1e-9)


WALL = Body(Manifold.cube((10, 40, 40)).translate((20, -20, -20)))
BALL = Body(Manifold.sphere(5, 128))


def _along(at: float) -> np.ndarray:
    return np.column_stack([np.eye(3), [at, 0.0, 0.0]])


def test_a_ball_meets_a_wall_where_it_is_a_radius_off() -> None:
    places = [float(at) for at in np.linspace(0, 40, 9)]
    # facets and the volume that counts as a touch lie between it and the true sphere
    assert first_contact(WALL, BALL, _along, places) == pytest.approx(15.0, abs=0.1)
    assert first_contact(WALL, BALL, _along, places[:3]) is None


def test_what_is_known_to_be_shared_is_not_asked_again() -> None:
    assert first_contact(WALL, BALL, _along, [0.0, 4.0], (0.0, 9.0)) == 0.0
    assert first_contact(WALL, BALL, _along, [0.0, 4.0], (0.0, 0.0)) is None


@pytest.mark.parametrize(("name", "fit"), [("buoy", "chain")])
def test_ways_out_tried_with_some_points_first_come_to_the_same(
    name: str, fit: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    solution = solve(demo_document(name))
    result = solution.fits[fit]
    a, b = (solution.parts[part].state for part in result.fit.parts)
    found = fit_measures.measure_fit(result, a, b)
    assert found is not None and found.escape is not None
    MEASURED.clear()
    monkeypatch.setattr(escape, "COARSE", 1)
    monkeypatch.setattr(escape, "FEW", 10**6)
    again = fit_measures.measure_fit(result, a, b)
    assert again is not None and again.escape is not None
    assert again.escape.held_mm == pytest.approx(found.escape.held_mm, abs=1e-9)


def _disc(radius: float, low: float, high: float) -> Manifold:
    return Manifold.cylinder(high - low, radius, circular_segments=96).translate((0, 0, low))


def test_play_along_an_axis_ends_where_it_touches_and_not_past_it() -> None:
    """A thin ring on a post, under a head 0.8 mm thick that is wider than its bore: past the head,
    6 mm up, it would lie free. Along the axis it has to go through the head, and is at most half
    its own 1 mm deep in it; square to it through the post."""
    post = _disc(4, -20, 10) + _disc(8, 10, 10.8) + _disc(10, -22, -20)
    ring = _disc(9, 8.5, 9.5) - _disc(5, 8, 10)
    holder, loose = (triangle_mesh(Body(one)) for one in (post, ring))
    ways = escape.ways_about(np.array([0.0, 0.0, 1.0]))
    held = escape.easiest_way_out(holder, loose, ways, 30.0).held_mm
    assert 0.2 < held <= 0.5
    beyond = triangle_mesh(Body(ring.translate((0, 0, 6))))
    assert escape.easiest_way_out(holder, beyond, ways, 30.0).held_mm == 0
