"""Edges, points and what a project is meant for. The rules named are from memory."""

from __future__ import annotations

import math

import numpy as np
import pytest
import trimesh
from manifold3d import Manifold

from core.checks.finding import Finding
from core.checks.judge import findings_of
from core.project.demo import demo_document
from core.project.results import Solution
from core.project.schema import Use
from core.project.solve import solve
from core.project.starters import begun
from core.proof.edges import edge_angles, sharp_edges, sharp_points
from core.report import report_on
from core.solids import Body, TriangleMesh, triangle_mesh
from tests.core.building import circle, part, rectangle, solved, step


def mesh_of(solid: Manifold) -> TriangleMesh:
    return triangle_mesh(Body(solid))


CAUTIONS = (
    "small part",
    "sharp edge",
    "sharp point",
    "heat",
    "hinge line",
    "drawn in",
    "food",
    "load",
)


def cautions(solution: Solution) -> list[Finding]:
    return [one for one in findings_of(solution) if one.check in CAUTIONS]


def used(name: str, **use: object) -> list[Finding]:
    document = demo_document(name)
    return cautions(solve(document.model_copy(update={"use": Use(**use)})))  # type: ignore[arg-type]


def test_angles_of_edges_agree_with_trimesh() -> None:
    mesh = mesh_of(Manifold.sphere(10, 24) - Manifold.cube((12, 12, 12)))
    ends, _, inside = edge_angles(mesh)
    other = trimesh.Trimesh(mesh.vertices, mesh.triangles, process=False)
    convex = {
        tuple(sorted(map(int, edge))): (angle, bends)
        for edge, angle, bends in zip(
            other.face_adjacency_edges,
            np.degrees(other.face_adjacency_angles),
            other.face_adjacency_convex,
            strict=True,
        )
    }
    assert len(ends) == len(convex)
    for edge, angle in zip(ends, inside, strict=True):
        turn, bends = convex[tuple(sorted(map(int, edge)))]
        assert abs(180 - angle) == pytest.approx(turn, abs=1e-4)
        if turn > 0.1:
            assert (angle < 180) == bends


def test_a_cube_has_no_sharp_edge_and_a_wedge_has_one() -> None:
    cube = mesh_of(Manifold.cube((10, 10, 10)))
    assert sharp_edges(cube) == [] and sharp_points(cube) == []
    assert len(sharp_edges(cube, 91)) == 12 or sharp_edges(cube, 91)[0].angle_deg == pytest.approx(
        90
    )
    wedge = Manifold.hull_points(
        [(0, 0, 0), (20, 0, 0), (20, 0, 20 * math.tan(math.radians(30))),
         (0, 15, 0), (20, 15, 0), (20, 15, 20 * math.tan(math.radians(30)))]
    )  # fmt: skip
    edge = sharp_edges(mesh_of(wedge))[0]
    assert edge.angle_deg == pytest.approx(30, abs=1e-6)
    assert edge.at[0] == pytest.approx(0, abs=1e-9)


def test_a_spike_is_a_point_and_a_blunt_cone_is_not() -> None:
    # a cone of half-angle atan(3/20) has its edges within 2 · 8.53° of each other
    spike = sharp_points(mesh_of(Manifold.cylinder(20, 3, 0, 48)))
    assert spike[0].angle_deg == pytest.approx(2 * math.degrees(math.atan(3 / 20)), abs=0.1)
    assert spike[0].at == pytest.approx((0, 0, 20))
    assert sharp_points(mesh_of(Manifold.cylinder(8, 10, 0, 48))) == []


def test_nothing_is_said_of_a_thing_meant_for_nothing_special() -> None:
    assert used("tackle_case") == []


def test_a_small_toy_is_told_and_a_large_one_is_not() -> None:
    rod = step("body", "extrude", circle("20"), height="30")
    plate = step("body", "extrude", rectangle("80", "80"), height="5")
    for body, small in ((rod, True), (plate, False)):
        solution = solved(part("toy", body), use={"toy": True})
        assert any(f.check == "small part" for f in cautions(solution)) is small


def test_a_toy_hinge_whose_gap_opens_past_a_finger_is_told() -> None:
    (finding,) = (f for f in used("tackle_case", toy=True) if f.check == "hinge line")
    assert finding.value is not None and finding.value < 12
    assert "qualified person" in finding.message and "EN 71-1" in finding.message


@pytest.mark.parametrize("name", ["gear_pair", "paddle_rack"])
def test_teeth_of_a_toy_that_meet_are_told_to_be_covered(name: str) -> None:
    made = begun(name)
    for toy in (True, False):
        use = made.use.model_copy(update={"toy": toy, "load": True})
        found = report_on(solve(made.model_copy(update={"use": use}))).findings
        told = [one for one in found if one.check == "drawn in"]
        assert [one.severity for one in told] == (["warning"] if toy else [])
        assert all("enclosed" in one.message and "qualified" in one.message for one in told)
        # and what hangs on it hangs on its teeth
        (load,) = (one for one in found if one.check == "load")
        assert "hangs on gears fits" in load.message
    hinged = begun("hinged_leaves")
    use = hinged.use.model_copy(update={"toy": True})
    found = report_on(solve(hinged.model_copy(update={"use": use}))).findings
    assert all(one.check != "drawn in" for one in found)


@pytest.mark.parametrize(
    ("warm", "severity"), [(40.0, None), (51.0, "warning"), (60.0, "stop"), (95.0, "stop")]
)
def test_warmth_against_what_pla_bears(warm: float, severity: str | None) -> None:
    found = used("bait_tin", warm_c=warm)  # PLA softens at about 60 °C, from memory
    assert {f.severity for f in found} == ({severity} if severity else set())


def test_food_and_load_are_never_passed() -> None:
    found = used("winch", food=True, load=True)
    assert {f.check for f in found} == {"food", "load"}
    for finding in found:
        assert finding.severity == "warning" and "qualified person" in finding.message
    assert "axle" in next(f.message for f in found if f.check == "load")
