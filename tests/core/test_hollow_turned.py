"""A turned body is hollowed on its half profile: the same wall as sheets in space give it."""

from __future__ import annotations

import math

import igl
import numpy as np
import pytest

from core.outlines import Outline
from core.outlines.corners import round_loop
from core.outlines.curves import Point
from core.outlines.loop import polygon_loop
from core.proof.rays import Rays
from core.solids import Frame
from core.solids.hollow import Hollow, hollowed
from core.solids.mesh import TriangleMesh, triangle_mesh
from core.solids.turned import Lathe, lathe_of
from core.solids.turned_again import lathe_in
from tests.core.building import circle, part, rectangle, solved, step
from tests.covering import pairs, spread

# half profiles, radius and height, counter-clockwise; the side that leaves each point is so called
PROFILES: dict[str, list[tuple[float, float, str]]] = {
    "cup": [(0, 0, "floor"), (20, 0, "side"), (20, 40, "mouth"), (0, 40, "axis")],
    "cone": [(0, 0, "floor"), (10, 0, "side"), (25, 40, "mouth"), (0, 40, "axis")],
    "bottle": [
        (0, 0, "floor"), (22, 0, "side"), (22, 40, "shoulder"), (9, 52, "neck"), (9, 66, "mouth"),
        (0, 66, "axis"),
    ],
    "waist": [
        (0, 0, "floor"), (24, 0, "low"), (12, 25, "high"), (24, 50, "mouth"), (0, 50, "axis"),
    ],
    "dented floor": [
        (0, 8, "dent"), (16, 0, "side"), (18, 40, "mouth"), (0, 40, "axis"),
    ],
    "leaning mouth": [
        (0, 0, "floor"), (20, 0, "side"), (20, 30, "mouth"), (0, 45, "axis"),
    ],
    "ring": [(30, 0, "floor"), (44, 0, "outside"), (44, 20, "mouth"), (30, 20, "inside")],
    "plate": [
        (0, 0, "floor"), (30, 0, "rim"), (30, 12, "mouth"), (27, 12, "well"), (27, 6, "bed"),
        (0, 6, "axis"),
    ],
}  # fmt: skip
WALL, FLOOR = 2.0, 3.0


def turned(name: str, rounds: dict[int, float] | None = None, scale: float = 1.0) -> Lathe:
    """A profile as it is turned, some of its corners rounded."""
    points: list[Point] = [(scale * x, scale * y) for x, y, _ in PROFILES[name]]
    loop = polygon_loop(points, [face for *_, face in PROFILES[name]])
    return lathe_of(Outline(round_loop(loop, rounds or {})), Frame())


def both_ways(
    lathe: Lathe, opened: set[str], outward: bool = False, floor_mm: float = FLOOR,
    scale: float = 1.0,
) -> tuple[TriangleMesh, Hollow, Hollow]:  # fmt: skip
    """The mesh of a turned body, and it hollowed on its profile and by sheets in space."""
    body = lathe.body("turned")
    mesh = triangle_mesh(body)
    faces = [face for _, face in mesh.faces]
    walls = scale * np.array([floor_mm if face in ("floor", "bed") else WALL for face in faces])
    given = (body, mesh, walls, [faces.index(one) for one in opened], "hollow")
    names = [f"new {face}" for face in faces]
    one, other = (hollowed(*given, names, outward, way) for way in (lathe, None))
    return mesh, one, other


@pytest.mark.parametrize(
    ("name", "opened", "outward"),
    pairs([one for one in PROFILES if one != "plate"], ["", "mouth"], [False, True]),
)
def test_the_profile_gives_the_wall_that_sheets_give(name: str, opened: str, outward: bool) -> None:
    small = 0.25  # fewer facets, which two solids that all but coincide are slow to be cut with
    _, one, other = both_ways(turned(name, None, small), {opened} - {""}, outward, scale=small)
    assert one.body.volume_mm3 == pytest.approx(other.body.volume_mm3, rel=2e-5)
    assert one.inside.volume_mm3 == pytest.approx(other.inside.volume_mm3, rel=1e-5)
    assert len(one.rooms) == len(other.rooms)
    assert len(one.shut) == len(other.shut)
    assert one.solid_behind == other.solid_behind
    apart = (one.body.solid - other.body.solid) + (other.body.solid - one.body.solid)
    assert apart.volume() < 1e-4 * other.body.volume_mm3
    new = {face for step, face in triangle_mesh(other.body).faces if step == "hollow"}
    own = {face for step, face in triangle_mesh(one.body).faces if step == "hollow"}
    assert own - {"rim"} == new - {"mitre", "rim"}


@pytest.mark.parametrize(
    ("name", "rounds"),
    [("cup", {1: 6.0}), ("bottle", {1: 1.2, 2: 5.0, 3: 5.0}), ("waist", {1: 4.0, 2: 7.0})],
)
def test_behind_rounded_sides_the_wall_is_as_thick_as_asked(
    name: str, rounds: dict[int, float]
) -> None:
    mesh, one, other = both_ways(turned(name, rounds), {"mouth"}, floor_mm=WALL)
    assert one.body.volume_mm3 == pytest.approx(other.body.volume_mm3, rel=1e-4)
    # measured on the finished solid: how far the new faces lie from the faces that are closed
    made = triangle_mesh(one.body)
    inner = np.array([face.startswith("new") for _, face in made.faces])[made.face_index]
    middles = np.ascontiguousarray(made.middles[inner])
    closed = np.array([face != "mouth" for _, face in mesh.faces])[mesh.face_index]
    outer = np.ascontiguousarray(mesh.triangles[closed])
    away = np.sqrt(igl.point_mesh_squared_distance(middles, mesh.vertices, outer)[0])
    assert away.min() == pytest.approx(WALL, abs=2e-3)
    assert away.max() < WALL / math.cos(math.radians(46))


def test_a_cup_holds_what_its_sizes_say() -> None:
    _, one, _ = both_ways(turned("cup"), {"mouth"})
    # facets keep the area of the outer circle; the inner one is smaller by the wall
    assert one.inside.volume_mm3 == pytest.approx(math.pi * 18**2 * 37, rel=1e-3)
    made = triangle_mesh(one.body)
    reached, _ = Rays(made).cast(np.array([[0.0, 0.0, 50.0]]), np.array([[0.0, 0.0, -1.0]]))
    assert reached[0] == pytest.approx(50 - FLOOR, abs=1e-5)


def test_a_thick_wall_leaves_a_side_without_room_behind_it() -> None:
    mesh, one, other = both_ways(turned("plate"), {"mouth"}, floor_mm=1.0)
    assert one.body.volume_mm3 == pytest.approx(other.body.volume_mm3, rel=1e-4)
    assert [mesh.faces[i][1] for i in one.solid_behind] == [
        mesh.faces[i][1] for i in other.solid_behind
    ]


def test_a_tip_too_sharp_for_a_mitre_is_left_to_the_sheets() -> None:
    points: list[Point] = [(10, 0), (30, 0), (30, 30), (29.5, 30), (29, 1), (10, 1)]
    outline = Outline(polygon_loop(points, ["a", "b", "c", "d", "e", "f"]))
    lathe = lathe_of(outline, Frame())
    body = lathe.body("turned")
    mesh = triangle_mesh(body)
    walls = np.full(len(mesh.faces), 0.3)
    names = [f"new {face}" for _, face in mesh.faces]
    one, other = (
        hollowed(body, mesh, walls, [], "hollow", names, True, way) for way in (lathe, None)
    )
    assert one.body.volume_mm3 == pytest.approx(other.body.volume_mm3, rel=1e-3)


def test_a_turned_body_that_stands_elsewhere_is_hollowed_where_it_stands() -> None:
    lathe = turned("bottle")
    askew = Frame((5.0, -3.0, 2.0), z_axis=(0.0, 0.6, 0.8))
    there = Lathe(lathe.polygons, lathe.names, askew, lathe.turn, lathe.count, lathe.whole)
    here, moved = both_ways(lathe, {"mouth"})[1], both_ways(there, {"mouth"})[1]
    assert moved.body.volume_mm3 == pytest.approx(here.body.volume_mm3, rel=1e-7)
    back = moved.body.moved(np.asarray(askew.into))
    assert (back.solid - here.body.solid).volume() < 1e-3


def rounded_cylinder_mm3(radius: float, tall: float, rim: float) -> float:
    """A cylinder with both rims rounded: the areas of its layers, whose radius is
    radius - rim + √(rim² - z²), integrated in closed form."""
    core = radius - rim
    ends = 2 * math.pi * (core**2 * rim + core * math.pi * rim**2 / 2 + 2 * rim**3 / 3)
    return ends + math.pi * radius**2 * (tall - 2 * rim)


@pytest.mark.parametrize("rim", [2.0, 3.0])
@pytest.mark.parametrize("wall", [1.2, 2.0, 2.5, 3.0])
@pytest.mark.parametrize("made", ["turned", "raised"])
def test_what_is_rounded_and_hollowed_has_its_wall(made: str, wall: float, rim: float) -> None:
    """Also where the wall is as thick as the rims are round, as both begin, and thicker."""
    radius, tall = 20.0, 50.0
    moves = {"kind": "moves", "moves": f"right {radius}, up {tall}, left {radius}, close"}
    body = {
        "turned": step("body", "revolve", moves),
        "raised": step("body", "extrude", circle(str(2 * radius)), height=str(tall)),
    }[made]
    soft = step("soft", "blend", where="outside", radius=str(rim))
    solution = solved(part("p", body, soft, step("h", "hollow", wall=str(wall))), version=2)
    room = rounded_cylinder_mm3(radius - wall, tall - 2 * wall, max(rim - wall, 0.0))
    left = rounded_cylinder_mm3(radius, tall, rim) - room
    assert solution.parts["p"].state.solid().volume_mm3 == pytest.approx(left, rel=4e-3)
    assert solution.parts["p"].state.features["h"].quantities["capacity"].value == pytest.approx(
        0.0, abs=1.0
    )


@pytest.mark.parametrize("wall", spread(["1.6", "2.5"], first=1))
def test_where_no_half_profile_is_found_the_wall_is_as_asked_past_rounded_rims(wall: str) -> None:
    """By sheets: a hole through beside the axis, in a can whose rims are round by 2 mm."""
    moves = {"kind": "moves", "moves": "right 20, up 50, left 20, close"}
    hole = step("d", "hole", on={"on": "body.side 3", "x": "8"}, diameter="3")
    soft = step("soft", "blend", where="outside", radius="2")
    hollow = step("h", "hollow", wall=wall, open="body.side 3")
    solution = solved(part("p", step("body", "revolve", moves), soft, hole, hollow), version=2)
    assert solution.parts["p"].steps[-1].warns == ()
    thick = float(wall)
    inner = math.pi * ((20 - thick) ** 2 - (1.5 + thick) ** 2) * (50 - thick)
    room = solution.parts["p"].steps[-2].state.solid().volume_mm3
    room -= solution.parts["p"].state.solid().volume_mm3
    assert room == pytest.approx(inner, rel=4e-3)


@pytest.mark.parametrize("half, thick", [("1", True), ("6", False)])
def test_a_wall_that_comes_out_thicker_than_asked_says_so(half: str, thick: bool) -> None:
    """Behind the point of a notch of 14°, and not behind one of 74°."""
    to = f"left {20 - int(half)}, to 20 12, to {20 - int(half)} 20, left {20 - int(half)}, close"
    body = step(
        "body", "extrude", {"kind": "moves", "moves": f"right 40, up 20, {to}"}, height="20"
    )
    hollow = step("h", "hollow", wall="2", open="body.top")
    told = " ".join(solved(part("p", body, hollow)).parts["p"].steps[-1].warns)
    assert ("half as thick again as asked" in told) == thick


def test_half_profiles_are_found_again_in_what_is_as_if_turned() -> None:
    rod = step("body", "extrude", circle("24"), height="50")
    neck = step("neck", "extrude", circle("12"), on="body.top", height="10")
    soft = [step("soft", "blend", where="outside", radius="2"), step("fill", "blend", radius="2")]
    steps = (rod, neck, *soft)
    for upto in range(1, len(steps) + 1):
        body = solved(part("p", *steps[:upto]), version=2).parts["p"].state.solid()
        found = lathe_in(triangle_mesh(body))
        assert found is not None
        again = found.body("again")
        assert (body - again).volume_mm3 + (again - body).volume_mm3 < 1e-3 * body.volume_mm3


@pytest.mark.parametrize(
    "further",
    [
        step("slot", "extrude", rectangle("4", "60"), on="body.top", height="5", mode="cut"),
        step("h", "hole", on={"on": "body.top", "x": "6"}, diameter="3"),
        step("f", "flats", on="body.top", across="20", depth="10"),
        step("lug", "extrude", circle("6"), on="body.side", height="4"),
    ],
    ids=lambda one: f"{one['kind']} {one['id']}",
)
def test_no_half_profile_is_found_in_what_is_not_the_same_all_round(further) -> None:
    rod = step("body", "extrude", circle("24"), height="50")
    body = solved(part("p", rod, further), version=2).parts["p"].state.solid()
    assert lathe_in(triangle_mesh(body)) is None
