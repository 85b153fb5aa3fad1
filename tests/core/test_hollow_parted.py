"""Walls behind roundings that grow from tighter than the wall to wider, as where a loft joins one
rounded outline to another: the room has a sharp corner so far and a round one from there.
"""

from __future__ import annotations

import io

import igl
import numpy as np
import pytest
import trimesh

from core.formats.meshes import write_mesh
from core.report import report_on
from core.solids import TriangleMesh, triangle_mesh
from core.solids.hollow_parting import parted
from core.solids.hollow_sheets import Sheets
from tests.core.building import part, solved, step
from tests.covering import by_turns

SAMPLES = 4000
Outlines = list[tuple[str, str, str, str]]  # width, depth, corners, up


def loft(outlines: Outlines) -> dict[str, object]:
    stations = [
        {
            "outline": {
                "kind": "rectangle",
                "fields": {"width": wide, "depth": deep, "corners": corners},
            },
            "up": up,
        }
        for wide, deep, corners, up in outlines
    ]
    wide, deep, corners, _ = outlines[0]
    first = {"kind": "rectangle", "width": wide, "depth": deep, "corners": corners}
    return {**step("l", "loft", first), "stations": stations[1:]}


GROWING: dict[str, tuple[Outlines, str]] = {
    "as tight as the wall below": ([("30", "24", "2", "0"), ("40", "36", "3", "35")], "2"),
    "wider above": ([("30", "24", "2", "0"), ("40", "36", "3", "35")], "2.4"),
    "much wider above": ([("30", "24", "2", "0"), ("40", "36", "9", "35")], "4"),
    "tighter above": ([("38", "47", "8", "0"), ("35", "44", "3", "20")], "4"),
    "a waist": ([("30", "24", "4", "0"), ("44", "40", "6", "20"), ("26", "22", "2", "45")], "3"),
    "a belly": ([("31", "39", "8", "0"), ("36", "49", "2", "18"), ("23", "47", "3", "33")], "3"),
}


@pytest.mark.parametrize(("name", "opened"), by_turns(list(GROWING), ["l.top", ""]))
def test_the_wall_is_as_asked_on_both_sides_of_where_the_corner_turns_sharp(
    name: str, opened: str
) -> None:
    """By distances from points all over the room to the closed faces, from the outside's own mesh.
    Where corners turn sharp a hair's slit may be left, no deeper than a thirtieth of the wall."""
    outlines, typed = GROWING[name]
    wall = float(typed)
    hollow = step("h", "hollow", open=opened, wall=typed)
    solution = solved(part("p", loft(outlines), hollow))
    before, after = (one.state.solid() for one in solution.parts["p"].steps)
    outer, inner = triangle_mesh(before), triangle_mesh(after)
    own = inner.on("h", frozenset(face for made, face in inner.faces if made == "h"))
    room = trimesh.Trimesh(inner.vertices, inner.triangles[own], process=False)
    points, _ = trimesh.sample.sample_surface(room, SAMPLES, seed=5)

    def away(triangles: np.ndarray) -> np.ndarray:
        return np.sqrt(igl.point_mesh_squared_distance(points, outer.vertices, triangles)[0])

    top = np.array([f"l.{face}" == opened for _, face in outer.faces])[outer.face_index]
    beside = away(outer.triangles[~top])
    if opened:
        beside = beside[away(outer.triangles[top]) > 1.2 * wall]
    # but for what the walls left on the closed faces themselves, as thick as rounding
    assert beside[beside > 0.01].min() > wall * 29 / 30
    assert np.percentile(beside, [0.5, 50, 95]) == pytest.approx(wall, abs=0.01)
    # a round corner of the room is no further off than the wall, a sharp one by a mitre's way
    assert beside.max() < wall * 1.5
    # and as a maker is told: by rays, a hair's fin beside a slit among them
    report = report_on(solution)
    (thinnest,) = (one for one in report.readings if one.name == "thinnest wall")
    assert float(thinnest.value) == pytest.approx(wall, abs=0.03)
    assert not [one.message for one in report.findings if one.severity == "stop"]
    data = write_mesh("p", inner.vertices, inner.triangles, "#7fa79f", "stl")
    mesh = trimesh.load(io.BytesIO(data), file_type="stl")
    # closed: every side of a triangle is run along as often forwards as back; where a hair's slit
    # ends at a ridge of the room four may share one, which trimesh does not call watertight
    sides = mesh.faces[:, [[0, 1], [1, 2], [2, 0]]].reshape(-1, 2)
    forwards, back = (np.unique(one, axis=0, return_counts=True) for one in (sides, sides[:, ::-1]))
    assert all((one == other).all() for one, other in zip(forwards, back, strict=True))
    assert mesh.volume == pytest.approx(after.volume_mm3, rel=1e-4)


def sheets_of(outlines: Outlines, wall: float) -> tuple[TriangleMesh, Sheets]:
    mesh = triangle_mesh(solved(part("p", loft(outlines))).parts["p"].state.solid())
    walls = np.full(len(mesh.faces), wall)
    return mesh, Sheets(mesh, walls, set(), -1.0, exact=True)


def test_parting_leaves_the_surface_and_nothing_half_turned() -> None:
    mesh, sheets = sheets_of(GROWING["much wider above"][0], 4.0)
    half = parted(sheets)
    assert half is not None
    finer = half.mesh
    assert finer.doubled.sum() == pytest.approx(mesh.doubled.sum(), rel=1e-9)
    volume = trimesh.Trimesh(finer.vertices, finer.triangles, process=False).volume
    assert volume == pytest.approx(
        trimesh.Trimesh(mesh.vertices, mesh.triangles, process=False).volume, rel=1e-9
    )
    assert trimesh.Trimesh(finer.vertices, finer.triangles, process=False).is_watertight
    again = Sheets(finer, np.full(len(mesh.faces), 4.0), set(), -1.0, half, exact=True)
    left = again.left_of(np.arange(len(finer.triangles)))
    # by strips: of what turns over as much is turned, less a little beside where it begins to
    strips = np.bincount(again.facet[half.gone], weights=left[half.gone])
    assert (strips <= 0).all()
    corner = np.array([face.startswith("corner") for _, face in finer.faces])[finer.face_index]
    assert (left[corner & ~half.gone] > 0).all()
    # 2 mm and 7 in 35: as round as the wall 10 mm up; a little on from there 3 % of it is left
    up = finer.vertices[half.new_from :, 2]
    assert np.median(up) == pytest.approx(10 + 4 * 0.03 / 0.97 * 5, abs=0.3)


@pytest.mark.parametrize("wall", [1.0, 12.0])
def test_what_turns_over_wholly_or_not_at_all_is_not_parted(wall: float) -> None:
    assert parted(sheets_of(GROWING["much wider above"][0], wall)[1]) is None


def test_twisted_facets_that_parting_does_not_help_have_their_wall_as_they_are() -> None:
    """Three outlines, of which the last is a hexagon: no corner of one is led to another's."""
    hexagon = {"outline": {"kind": "polygon", "fields": {"sides": "6", "across": "24"}}, "up": "30"}
    made = loft([("26", "22", "4", "0"), ("22", "20", "2", "15")])
    made["stations"] = [*made["stations"], hexagon]  # type: ignore[misc]
    solution = solved(part("p", made, step("h", "hollow", open="l.top", wall="2.4")))
    before, after = (one.state.solid() for one in solution.parts["p"].steps)
    assert 0 < after.volume_mm3 < 0.6 * before.volume_mm3


def test_eight_sides_go_over_into_four_sides_and_four_round_corners() -> None:
    """As many pieces each, but lines are no arcs' partners."""
    made = {
        **step("l", "loft", {"kind": "polygon", "sides": "8", "across": "40"}),
        "stations": loft([("30", "30", "4", "0"), ("30", "30", "4", "25")])["stations"],
    }
    solution = solved(part("p", made))
    body = solution.parts["p"].state.solid()
    eight, four = 8 * 20**2 * np.tan(np.pi / 8), 30**2 - (4 - np.pi) * 4**2
    assert min(eight, four) * 25 < body.volume_mm3 < max(eight, four) * 25
