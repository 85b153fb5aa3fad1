"""Solids with known answers, measured on the finished triangles, trimesh beside."""

from __future__ import annotations

import math

import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from core.formats.binary import pack_mesh, unpack_mesh
from core.project.results import Solution
from core.project.solve import solve
from core.proof.closed import check_closed
from core.proof.mass import measure_bulk
from core.solids import triangle_mesh
from tests.core.building import circle, document, part, polygon, rectangle, solved, step, volume


def as_trimesh(solution: Solution, name: str = "part") -> trimesh.Trimesh:
    mesh = triangle_mesh(solution.parts[name].state.solid())
    return trimesh.Trimesh(mesh.vertices, mesh.triangles, process=False)


def test_open_box() -> None:
    # open box 90 × 180 × 160, wall and floor 8: 747,328 mm³; plane arithmetic
    body = step("body", "extrude", rectangle("90", "180"), height="160")
    shell = step("hollow", "shell", wall="8", floor="8")
    assert volume(solved(part("part", body, shell))) == pytest.approx(747_328, abs=0.5)


def test_tube_with_holes_weighs_1051_g() -> None:
    # Tube 100 outside, wall 3, length 200, 16 × 9 radial holes of 12 mm: 1,051 g in carbon steel
    # of 7.85 g/cm³ (common practice, no source); exact solid 133,880 mm³. Radial holes stand on
    # side places turned about the axis, one opening a cut.
    steps = [
        step("body", "extrude", circle("100"), height="200"),
        step("bore", "hole", on="body.top", diameter="94", reach="through"),
    ]
    whole = solved(part("part", *steps))
    tube = math.pi * (50**2 - 47**2) * 200
    # facets lie up to 0.005 mm inside both walls: 0.2 % of a 3 mm wall
    assert volume(whole) == pytest.approx(tube, rel=2.5e-3)
    removed = (tube - 133_880) / 144
    # one radial hole, by its own boolean: a drilled block is cut from the tube's wall
    side = step("one", "hole", on="body.side", diameter="12", reach="to depth", depth="10")
    one = volume(whole) - volume(solved(part("part", *steps, side)))
    assert one == pytest.approx(removed, rel=5e-3)
    assert (tube - 144 * one) / 1000 * 7.85 == pytest.approx(1051, rel=2e-3)


def test_prism_with_hexagon() -> None:
    # hexagon across flats 20: 346.410 mm²; plane geometry
    solid = solved(part("part", step("body", "extrude", polygon(6, "20"), height="10")))
    assert volume(solid) == pytest.approx(3464.10, abs=0.01)


def test_chamfered_rim_is_a_frustum() -> None:
    # h/3 (A1 + A2 + sqrt(A1 A2)); similar sections
    body = step("body", "extrude", rectangle("20", "20"), height="10")
    chamfer = step("edge", "chamfer", size="2", where="top rim")
    wanted = 400 * 8 + 2 / 3 * (400 + 256 + math.sqrt(400 * 256))
    assert volume(solved(part("part", body, chamfer))) == pytest.approx(wanted, rel=1e-9)


def test_rounded_disc_by_pappus() -> None:
    # Pappus: volume = 2π r̄ A of the half section; here a disc with a fully rounded top rim
    body = step("body", "extrude", circle("40"), height="10")
    fillet = step("edge", "fillet", size="5", where="top rim")
    corner = (1 - math.pi / 4) * 25  # area taken off the half section
    # centroid of the spandrel left outside a quarter circle of r 5 in its 5 × 5 square
    reach = (125 / 2 - math.pi * 25 / 4 * 4 * 5 / (3 * math.pi)) / corner
    wanted = math.pi * 400 * 10 - 2 * math.pi * (15 + reach) * corner
    assert volume(solved(part("part", body, fillet))) == pytest.approx(wanted, rel=1e-3)


def test_both_rims_and_an_inner_rim() -> None:
    body = step("body", "extrude", rectangle("30", "20"), height="10")
    both = step("edge", "chamfer", size="1", where="both rims")
    frustum = (600 + 28 * 18 + math.sqrt(600 * 28 * 18)) / 3  # near enough: sections not similar
    prismatoid = (600 + 4 * 29 * 19 + 28 * 18) / 6
    assert volume(solved(part("part", body, both))) == pytest.approx(600 * 8 + 2 * prismatoid)
    assert prismatoid == pytest.approx(frustum, rel=1e-3)
    shell = step("hollow", "shell", wall="2", floor="2")
    plain = volume(solved(part("part", body, shell)))
    inner = step("lead", "chamfer", size="1", where="inner rim")
    taken = (28 * 18 + 4 * 27 * 17 + 26 * 16) / 6 - 26 * 16
    assert plain - volume(solved(part("part", body, shell, inner))) == pytest.approx(taken)


def test_shell_outward_keeps_the_inside() -> None:
    body = step("body", "extrude", rectangle("30", "20"), height="10")
    shell = step("hollow", "shell", wall="2", floor="3", keep="inside")
    assert volume(solved(part("part", body, shell))) == pytest.approx(34 * 24 * 13 - 30 * 20 * 10)


@pytest.mark.parametrize(
    ("opened", "wanted"),
    [
        ("top", 8000 - 16 * 16 * 18),
        ("top, bottom", 8000 - 16 * 16 * 20),
        ("bottom", 8000 - 16 * 16 * 18),
        ("front", 8000 - 16 * 18 * 16),
        ("top, front", 8000 - 16 * 18 * 18),
    ],
)
def test_shell_open_faces(opened: str, wanted: float) -> None:
    body = step("body", "extrude", rectangle("20", "20"), height="20")
    shell = step("hollow", "shell", wall="2", floor="2", open=opened)
    assert volume(solved(part("part", body, shell))) == pytest.approx(wanted)


def test_holes_and_combination() -> None:
    block = step("body", "extrude", rectangle("20", "20"), height="10")
    blind = step("dip", "hole", on="body.top", diameter="6", reach="to depth", depth="4")
    cut = 4000 - volume(solved(part("part", block, blind)))
    assert math.pi * 9 * 4 < cut < math.pi * 9 * 4 * 1.005  # circumscribed: never too small
    peg = part("peg", step("pin", "extrude", circle("6"), height="30", direction="both ways"))
    both = solved(peg, part("part", block, step("take", "combine", part="peg", mode="cut")))
    kept = solved(peg, part("part", block, step("keep", "combine", part="peg", mode="common")))
    assert volume(both) + volume(kept) == pytest.approx(4000)


def test_equal_on_purpose_simply_works() -> None:
    # wall = plate, fillet = corner radius, chamfer = thickness, wall = corner radius
    box = step("body", "extrude", rectangle("40", "30", "4"), height="10")
    shell = step("hollow", "shell", wall="4", floor="4")
    assert volume(solved(part("part", box, shell))) == pytest.approx(
        (1200 - (4 - math.pi) * 16) * 10 - 32 * 22 * 6, rel=5e-4
    )
    fillet = step("edge", "fillet", size="4", where="top rim")
    assert check_closed(
        triangle_mesh(solved(part("part", box, fillet)).parts["part"].state.solid())
    ).closed
    plate = step("body", "extrude", rectangle("40", "30"), height="3")
    edge = step("edge", "chamfer", size="3", where="top rim")
    wanted = (1200 + 4 * 37 * 27 + 34 * 24) / 6 * 3
    assert volume(solved(part("part", plate, edge))) == pytest.approx(wanted)
    meeting = step("edge", "chamfer", size="1.5", where="both rims")
    assert volume(solved(part("part", plate, meeting))) == pytest.approx(
        (1200 + 4 * 38.5 * 28.5 + 37 * 27) / 6 * 3
    )


SIZES = st.floats(20, 80)


@settings(max_examples=25)
@given(SIZES, SIZES, st.floats(5, 40), st.floats(0, 8), st.floats(0.8, 4), st.floats(0.3, 2))
def test_any_tin_is_closed_and_agrees_with_trimesh(
    width, depth, height, corner, wall, edge
) -> None:
    corner = min(corner, min(width, depth) / 2)
    solution = solved(
        part(
            "part",
            step(
                "body",
                "extrude",
                rectangle(f"{width}", f"{depth}", f"{corner}"),
                height=f"{height}",
            ),
            step("foot", "chamfer", size=f"{edge}", where="bottom rim"),
            step("hollow", "shell", wall=f"{wall}", floor=f"{min(wall, height / 2)}"),
        )
    )
    mesh = triangle_mesh(solution.parts["part"].state.solid())
    bulk, other = measure_bulk(mesh), as_trimesh(solution)
    assert check_closed(mesh).closed and other.is_watertight and other.is_winding_consistent
    assert bulk.volume_mm3 == pytest.approx(other.volume, rel=1e-9)
    assert bulk.area_mm2 == pytest.approx(other.area, rel=1e-9)
    assert bulk.centre_mm == pytest.approx(tuple(other.center_mass), abs=1e-6)


@settings(max_examples=10)
@given(st.integers(3, 9), st.floats(10, 60), st.floats(2, 30))
def test_volume_grows_with_the_cube_of_the_unit(sides, across, height) -> None:
    body = part("part", step("body", "extrude", polygon(sides, f"{across}"), height=f"{height}"))
    metric, inch = document(body), document(body, units="in")
    ratio = volume(solve(inch)) / volume(solve(metric))
    assert ratio == pytest.approx(25.4**3, rel=1e-9)


def test_every_triangle_knows_its_step_and_face() -> None:
    solution = solved(
        part(
            "part",
            step("body", "extrude", rectangle("30", "20"), height="10"),
            step("hollow", "shell", wall="2", floor="2"),
            step("drain", "hole", on="body.front", diameter="4", reach="through"),
        )
    )
    mesh = triangle_mesh(solution.parts["part"].state.solid())
    assert {("body", "front"), ("hollow", "inner floor"), ("drain", "side")} <= set(mesh.faces)
    front = mesh.corners[mesh.on("body", frozenset({"front"}))]
    assert (abs(front[:, :, 1] + 10) < 1e-9).all()


def test_packed_mesh_round_trip() -> None:
    solution = solved(part("part", step("body", "extrude", circle("30"), height="10")))
    mesh = triangle_mesh(solution.parts["part"].state.solid())
    positions, triangles, faces = unpack_mesh(pack_mesh(mesh))
    assert positions == pytest.approx(mesh.vertices, abs=1e-5)
    assert (triangles == mesh.triangles).all() and (faces == mesh.face_index).all()


def test_a_rim_finished_later_belongs_to_the_step_that_finished_it() -> None:
    body = step("body", "extrude", rectangle("30", "20"), height="10")
    edge = step("edge", "fillet", size="2", where="top rim")
    foot = step("foot", "chamfer", size="1", where="bottom rim")
    bore = step("bore", "hole", on="body.top", diameter="4")
    for steps in ((body, edge, foot, bore), (body, bore, edge, foot)):
        solution = solved(part("part", *steps))
        mesh = triangle_mesh(solution.parts["part"].state.solid())
        assert {step_ for step_, _ in mesh.faces} == {"body", "edge", "foot", "bore"}
    # rebuilt or cut: the same solid
    one, other = (
        volume(solved(part("part", *steps)))
        for steps in ((body, edge, foot, bore), (body, bore, edge, foot))
    )
    assert one == pytest.approx(other, rel=1e-9)
