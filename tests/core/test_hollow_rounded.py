"""Prisms rounded all over, and then hollowed: the volumes by Steiner's formula, for walls thinner
than the rounding, as thick, and thicker, where the rounding turns over and leaves a sharp corner.

J. Steiner, Ueber parallele Flaechen, 1840: a convex body K and all within r of it hold
V(K) + S(K)·r + M(K)·r² + 4/3·π·r³, of a polyhedron with M = sum of edge length · outer angle / 2.
"""

from __future__ import annotations

import io
import math
from dataclasses import replace

import numpy as np
import pytest
import trimesh
from shapely import Polygon

from core.formats.meshes import write_mesh
from core.project.results import Solution
from core.solids.edge_runs import Way
from core.solids.edge_sections import Faces, Finish
from core.solids.edges import every_chain
from core.solids.mesh import TriangleMesh, triangle_mesh
from tests.core.building import circle, part, polygon, rectangle, solved, step
from tests.core.test_hollowing import is_wall
from tests.covering import spread

TALL = 25.0


def rounded_prism_mm3(sides: int, inradius: float, tall: float, radius: float) -> float:
    """Of a regular prism whose edges are rounded, by Steiner's formula from the prism within."""
    within, high = inradius - radius, tall - 2 * radius
    round_it = 2 * sides * within * math.tan(math.pi / sides)
    area = round_it * within / 2
    bends = round_it * math.pi / 2 + math.pi * high  # both rims, and the upright edges
    return (
        area * high
        + (2 * area + round_it * high) * radius
        + bends * radius**2
        + 4 / 3 * math.pi * radius**3
    )


def prism(sides: int, inradius: float):
    across = f"{2 * inradius}"
    outline = rectangle(across, across) if sides == 4 else polygon(sides, across)
    return step("body", "extrude", outline, height=f"{TALL}")


def soft(radius: float):
    return step("soft", "blend", where="outside", radius=f"{radius}")


def hollow(wall: float, opened: str = ""):
    return step("h", "hollow", wall=f"{wall}", open=opened)


def heights(mesh: TriangleMesh) -> np.ndarray:
    """Of each triangle over its longest side, mm."""
    sides = np.linalg.norm(mesh.corners - np.roll(mesh.corners, 1, axis=1), axis=2)
    return mesh.doubled / sides.max(axis=1)


def is_closed_as_stl(solution: Solution) -> bool:
    mesh = triangle_mesh(solution.parts["p"].state.solid())
    data = write_mesh("p", mesh.vertices, mesh.triangles, "#7fa79f", "stl")
    return bool(trimesh.load(io.BytesIO(data), file_type="stl").is_watertight)


def room_mm3(solution: Solution) -> float:
    """What was taken out, from the solids before and after."""
    before, after = (one.state.solid() for one in solution.parts["p"].steps[-2:])
    return before.volume_mm3 - after.volume_mm3


@pytest.mark.parametrize("sides", [3, 4, 5, 6, 8])
@pytest.mark.parametrize("radius", [0.5, 2.0, 5.0])
def test_a_prism_rounded_all_over_by_steiner(sides: int, radius: float) -> None:
    """The balls at its corners end in the corners of the arcs beside them: no slivers between."""
    made = solved(part("p", prism(sides, 15), soft(radius)))
    solid = made.parts["p"].state.solid()
    mesh = triangle_mesh(solid)
    assert solid.volume_mm3 == pytest.approx(rounded_prism_mm3(sides, 15, TALL, radius), rel=1e-4)
    assert heights(mesh).min() > 0.08 * math.sqrt(radius)
    assert is_closed_as_stl(made)


def test_a_rim_round_corners_ends_where_their_facets_meet() -> None:
    """A plate with round corners: along each facet's own upright edges, not beside them."""
    made = solved(
        part("p", step("body", "extrude", rectangle("50", "40", "6"), height="25"), soft(2))
    )
    mesh = triangle_mesh(made.parts["p"].state.solid())
    assert heights(mesh).min() > 0.005
    corner = mesh.face_index == mesh.faces.index(("body", "corner 1"))
    facets = np.unique(mesh.units[corner].round(6), axis=0)
    assert corner.sum() == 2 * len(facets)  # each one rectangle


L_SHAPE = [(0, 0), (60, 0), (60, 20), (30, 20), (30, 45), (0, 45)]


def test_rounded_edges_that_meet_in_an_inner_corner_go_on_to_the_plane_between() -> None:
    """An L: level sections against offsets by shapely, mitred inwards and round outwards; and no
    notch where the two tools meet."""
    radius, tall = 4.0, 20.0
    moves = {"kind": "moves", "moves": "right 60, up 20, left 30, up 25, left 30, close"}
    made = solved(part("p", step("body", "extrude", moves, height=f"{tall}"), soft(radius)))
    solid = made.parts["p"].state.solid()
    assert heights(triangle_mesh(solid)).min() > 0.05
    core = Polygon(L_SHAPE).buffer(-radius, join_style="mitre")
    for depth in (0.5, 2.0, 3.5, 10.0):
        below = max(radius - depth, 0.0)
        wanted = core.buffer(math.sqrt(radius**2 - below**2), quad_segs=200).area
        for at in (tall - depth, depth):
            assert solid.solid.slice(at).area() == pytest.approx(wanted, rel=4e-4), (depth, at)


@pytest.mark.parametrize("shape", ["fillet", "chamfer"])
def test_a_chain_walked_backwards_has_the_sections_of_one_that_runs_so(shape) -> None:
    solid = solved(part("p", prism(6, 15))).parts["p"].state.solid()
    mesh = triangle_mesh(solid)
    faces = Faces(mesh)
    for chain in every_chain(mesh, True)[:4]:
        turned = replace(
            chain, points=chain.points[::-1], left=chain.right[::-1], right=chain.left[::-1],
            faces=chain.faces[::-1], beside=chain.beside[::-1], vertices=chain.vertices[::-1],
        )  # fmt: skip
        back = Way(Finish(chain, 2.0, 3.0), forward=False).sections(faces, shape)
        ahead = Way(Finish(turned, 3.0, 2.0) if shape == "chamfer" else Finish(turned, 2.0))
        assert back == pytest.approx(ahead.sections(faces, shape), abs=1e-9)


@pytest.mark.parametrize(
    ("sides", "wall"), [(3, 1.5), (3, 2.0), (4, 2.0), (4, 4.0), (6, 1.5), (6, 2.5)]
)
def test_a_rounded_prism_shut_all_round_has_its_wall(sides: int, wall: float) -> None:
    radius = 2.0
    made = solved(part("p", prism(sides, 15), soft(radius), hollow(wall)))
    wanted = rounded_prism_mm3(sides, 15 - wall, TALL - 2 * wall, max(radius - wall, 0.0))
    assert room_mm3(made) == pytest.approx(wanted, rel=1e-3)
    is_wall(made, wall, less=0.04)  # a hair less in the corner, where the rounding is as thick
    assert is_closed_as_stl(made)
    # behind a rounding tighter than the wall lies the room's own corner: no face is solid there
    assert made.parts["p"].state.features["h"].quantities["left_solid"].value == 0


@pytest.mark.parametrize(
    ("outline", "radius", "wall"),
    [
        ("square", 2, 2),
        ("square", 3, 4),
        ("square", 1, 1.2),
        ("round corners", 2, 2.5),
        ("six sides", 2, 2),
        ("six sides", 2, 2.1),
    ],
)
def test_within_a_rounded_rim_the_wall_goes_straight_up(
    outline: str, radius: float, wall: float
) -> None:
    """Open above, with a wall at least as thick as the rim is round: a straight prism."""
    drawn, area = {
        "square": (rectangle("50", "40"), (50 - 2 * wall) * (40 - 2 * wall)),
        "round corners": (
            rectangle("50", "40", "6"),
            (50 - 2 * wall) * (40 - 2 * wall) - (4 - math.pi) * (6 - wall) ** 2,
        ),
        "six sides": (polygon(6, "50"), (25 - wall) ** 2 * 2 * math.sqrt(3)),
    }[outline]
    body = step("body", "extrude", drawn, height=f"{TALL}")
    made = solved(part("p", body, soft(radius), hollow(wall, "body.top")))
    assert room_mm3(made) == pytest.approx(area * (TALL - wall), rel=2e-3)
    assert is_closed_as_stl(made)


@pytest.mark.parametrize("wall", spread([1.5, 2.0], first=1))
def test_a_rounded_block_with_a_round_post_open_below(wall: float) -> None:
    body = step("body", "extrude", rectangle("50", "40"), height="20")
    post = step("post", "extrude", circle("20"), on="body.top", height="15")
    made = solved(part("p", body, post, soft(2), hollow(wall, "body.bottom")))
    is_wall(made, wall)
    assert is_closed_as_stl(made)


@pytest.mark.parametrize("wall", [1.5, 2.5])
def test_a_wall_put_round_a_rounded_block_leaves_it_as_its_room(wall: float) -> None:
    made = solved(
        part("p", prism(4, 15), soft(2), step("h", "hollow", wall=f"{wall}", keep="inside"))
    )
    after = made.parts["p"].state.solid().volume_mm3
    grown = rounded_prism_mm3(4, 15 + wall, TALL + 2 * wall, 2 + wall)
    assert after == pytest.approx(grown - rounded_prism_mm3(4, 15, TALL, 2), rel=2e-3)


def test_a_wall_put_round_a_rounded_block_ends_in_the_plane_it_is_open_at() -> None:
    """What stands above that plane of the block and all within the wall of it is cut off: its
    sections are squares with round corners, integrated from the top down."""
    radius, wall = 2.0, 2.0
    hollow_ = step("h", "hollow", wall=f"{wall}", keep="inside", open="body.top")
    made = solved(part("p", prism(4, 15), soft(radius), hollow_)).parts["p"].state.solid()
    assert made.bounds[5] == pytest.approx(TALL, abs=1e-9)
    depth = np.linspace(0.0, wall, 2001)
    out = np.sqrt((radius + wall) ** 2 - (radius + wall - depth) ** 2)
    side = 2 * (15 - radius)
    above = np.trapezoid(side**2 + 4 * side * out + math.pi * out**2, depth)
    grown = rounded_prism_mm3(4, 15 + wall, TALL + 2 * wall, radius + wall) - above
    assert made.volume_mm3 == pytest.approx(
        grown - rounded_prism_mm3(4, 15, TALL, radius), rel=2e-3
    )
