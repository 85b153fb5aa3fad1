"""Which triangles lie beside each other, held against a count of every edge by itself; what is
round, by circles that lie anywhere."""

from __future__ import annotations

from collections import defaultdict

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from manifold3d import Manifold
from scipy.spatial.transform import Rotation

from core.outlines import circle, rectangle
from core.proof.faces import rounds_and_flats
from core.solids import Body, Frame, Prism, TriangleMesh, prism_body, triangle_mesh


def of_triangles(triangles: list[tuple[int, int, int]], vertices: int) -> TriangleMesh:
    spread = np.random.default_rng(vertices).random((vertices, 3))
    faces = np.zeros(len(triangles), dtype=np.int32)
    return TriangleMesh(spread, np.array(triangles, dtype=np.int64), faces, (("a", "b"),))


def counted(mesh: TriangleMesh) -> dict[tuple[int, int], list[int]]:
    """By its two ends, which triangles run along an edge that way."""
    found: dict[tuple[int, int], list[int]] = defaultdict(list)
    for number, (a, b, c) in enumerate(mesh.triangles.tolist()):
        for ends in ((a, b), (b, c), (c, a)):
            found[ends].append(number)
    return found


def check_sides(mesh: TriangleMesh) -> None:
    known = counted(mesh)
    for a, b, own, beyond in zip(*(one.tolist() for one in mesh.sides), strict=True):
        assert own in known[a, b]
        back = known.get((b, a), [])
        assert beyond in back if back else beyond == own


def check_edges(mesh: TriangleMesh) -> None:
    known = counted(mesh)
    ends, beside = mesh.edges
    assert (ends[:, 0] < ends[:, 1]).all() and (beside[:, 0] <= beside[:, 1]).all()
    pairs = zip(ends.tolist(), beside.tolist(), strict=True)
    told = {(a, b): (one, other) for (a, b), (one, other) in pairs}
    for (a, b), (one, other) in told.items():
        assert {one, other} <= {*known.get((a, b), []), *known.get((b, a), [])}
    shared = {
        tuple(sorted(ends)) for ends in known
        if len(known[ends]) + len(known.get(ends[::-1], [])) > 1
    }  # fmt: skip
    assert set(told) == shared


BALL = triangle_mesh(Body(Manifold.sphere(5, 24)))
RING = triangle_mesh(Body(Manifold.cylinder(4, 6, 6, 40) - Manifold.cylinder(4, 3, 3, 40)))
FOUR = of_triangles([(0, 1, 2), (1, 0, 3), (0, 1, 4), (1, 0, 5)], 6)  # four about one edge
TURNED = of_triangles([(0, 1, 2), (0, 1, 3)], 4)  # two that run the same way along it
TWICE = of_triangles([(0, 1, 2), (0, 1, 2)], 3)
CASES = {
    "a ball": BALL,
    "a ring": RING,
    "one triangle": of_triangles([(0, 1, 2)], 3),
    "four about one edge": FOUR,
    "two one way": TURNED,
    "one twice": TWICE,
}


@pytest.mark.parametrize("name", CASES)
def test_who_lies_beside_whom_is_as_counted(name: str) -> None:
    check_sides(CASES[name])
    check_edges(CASES[name])


@given(st.lists(st.integers(0, len(RING.triangles) - 1), max_size=30, unique=True))
@settings(max_examples=30, deadline=None)
def test_so_it_is_where_triangles_are_lost(lost: list[int]) -> None:
    left = np.setdiff1d(np.arange(len(RING.triangles)), lost)
    mesh = TriangleMesh(RING.vertices, RING.triangles[left], RING.face_index[left], RING.faces)
    check_sides(mesh)
    check_edges(mesh)


def test_four_about_one_edge_go_over_to_one_that_runs_back() -> None:
    _, _, owner, beyond = FOUR.sides
    about = beyond[[0, 3, 6, 9]]
    assert set(about[[0, 2]].tolist()) <= {1, 3} and set(about[[1, 3]].tolist()) <= {0, 2}
    assert (beyond == owner).sum() == 8  # the open sides


@given(
    st.floats(2.5, 400.0),
    st.tuples(*[st.floats(-3000.0, 3000.0)] * 3),
    st.tuples(*[st.floats(-180.0, 180.0)] * 3),
    st.booleans(),
)
@settings(max_examples=40, deadline=None)
def test_a_round_is_found_as_wide_as_it_is_wherever_it_lies(
    across: float, away: tuple[float, float, float], turned: tuple[float, float, float], bore: bool
) -> None:
    body = prism_body(Prism(Frame(), circle(across), 0, 20), "round")
    if bore:
        block = prism_body(Prism(Frame(), rectangle(across + 8, across + 8), 2, 18), "block")
        body = block - body
    turn = Rotation.from_euler("xyz", turned, degrees=True).as_matrix()
    placed = Body(body.solid.transform(np.column_stack([turn, away])), body.sources)
    ((one,), _) = rounds_and_flats(triangle_mesh(placed))
    assert one.hollow == bore and one.step == "round"
    # circumscribed or inscribed, facets stand off by so much at most
    assert one.across_mm == pytest.approx(across, abs=0.025)
    assert one.long_mm == pytest.approx(16 if bore else 20, abs=1e-6)
    middle = turn @ [0, 0, 10] + away
    assert one.middle == pytest.approx(tuple(middle), abs=1e-6)


def test_half_a_round_is_none_and_a_corner_rounded_off_is_none() -> None:
    pin = prism_body(Prism(Frame(), circle(12), 0, 20), "pin")
    for keeps, found in ((5.0, 1), (2.0, 0), (-3.0, 0)):
        cut = Manifold.cube((20, 40, 40)).translate((keeps, -20, -10))
        rounds, _ = rounds_and_flats(triangle_mesh(Body(pin.solid - cut, pin.sources)))
        assert len(rounds) == found, keeps


def test_flats_that_look_at_each_other_are_told_apart_from_those_that_look_away() -> None:
    plate = prism_body(Prism(Frame(), rectangle(30, 20), 0, 9), "plate")
    slot = prism_body(Prism(Frame(), rectangle(10, 40), 4, 12), "slot")
    _, flats = rounds_and_flats(triangle_mesh(plate - slot))
    told = {(one.step, round(one.apart_mm, 6), one.hollow) for one in flats}
    assert told == {
        ("plate", 9.0, False), ("plate", 20.0, False), ("plate", 30.0, False), ("slot", 10.0, True),
    }  # fmt: skip
