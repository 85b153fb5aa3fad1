"""What is kept of computations is bounded in bytes, and what is being worked with is kept."""

from __future__ import annotations

import numpy as np
import pytest
from manifold3d import Manifold

from core.project.cache import STATES, ContentCache, forget_all
from core.project.solve import solve
from core.project.starters import begun
from core.project.weight import OBJECT, TRIANGLE, weight
from core.solids import Body, triangle_mesh


def test_arrays_count_what_they_hold_and_what_is_shared_once() -> None:
    points = np.zeros((500, 3))
    assert weight(points) == 12_000 + OBJECT
    assert weight([points, points]) < 12_000 + 4 * OBJECT
    assert weight({"a": points, "b": np.zeros(1000)}) > 20_000


def test_a_solid_counts_its_triangles() -> None:
    ball = Body(Manifold.sphere(10, 64))
    assert weight(ball) == OBJECT + TRIANGLE * ball.solid.num_tri()
    mesh = triangle_mesh(ball)
    held = mesh.vertices.nbytes + mesh.triangles.nbytes + mesh.face_index.nbytes
    own = (
        sum(  # worked out when first asked for
            one.nbytes
            for one in (
                mesh.corners,
                mesh.crosses,
                mesh.units,
                mesh.doubled,
                *mesh.edges,
                *mesh.sides,
            )
            if not np.shares_memory(one, mesh.triangles)
        )
        + mesh.triangles.nbytes
    )  # and in which order its edges come
    assert weight(mesh) == pytest.approx(held + own, rel=0.01)


def test_the_longest_unused_make_room() -> None:
    cache = ContentCache(100, 30_000)
    for name in "abc":
        cache.get(name, lambda: np.zeros(1000))
    cache.get("a", lambda: pytest.fail("it was kept"))
    cache.get("d", lambda: np.zeros(1000))
    assert cache.kept("b") is None and cache.kept("a") is not None
    assert cache.held <= 30_000
    # one that is too heavy by itself is kept until the next comes
    cache.get("heavy", lambda: np.zeros(10_000))
    assert cache.kept("heavy") is not None and cache.kept("a") is None
    cache.clear()
    assert cache.held == 0


def test_what_is_worked_with_is_kept_however_heavy() -> None:
    cache = ContentCache(100, 10_000)
    cache.new_round()
    for name in "abcd":
        cache.get(name, lambda: np.zeros(1000))
    assert all(cache.kept(name) is not None for name in "abcd")
    cache.new_round()
    for name in "abcd":
        cache.get(name, lambda: pytest.fail("the last round's is kept"))
    cache.new_round()
    cache.new_round()  # two rounds without them
    assert cache.held <= 10_000 and cache.kept("d") is not None and cache.kept("a") is None


def test_bounded_later_it_counts_what_is_there() -> None:
    cache = ContentCache(100)
    for name in "abcd":
        cache.get(name, lambda: np.zeros(1000))
    assert cache.held == 0  # only their number is bounded
    cache.bound(100, 17_000)
    assert 8_000 < cache.held <= 17_000 and cache.kept("a") is None


def test_every_state_of_a_design_is_weighed() -> None:
    forget_all()
    solution = solve(begun("lidded_box"))
    triangles = sum(
        done.state.body.solid.num_tri()
        for part in solution.parts.values()
        for done in part.steps
        if done.state.body is not None
    )
    assert STATES.held > 0.5 * TRIANGLE * triangles
