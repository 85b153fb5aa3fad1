"""Every row of the tables of bought hardware, measured on solids that were made for it.

Rows are read off the tables (values from memory of ISO 273, 4032, 4762, 10642 and 15, named there);
sizes are measured with trimesh, a library of others, on exported meshes: a hole is as wide as the
widest round peg that passes, a pocket as the widest hexagon.
"""

from __future__ import annotations

import io
import itertools
import math

import numpy as np
import pytest
import shapely
import trimesh

from core.export import export_part
from core.hardware import inch_tables as inch
from core.hardware.lookup import CLASSES, clearance_hole, hex_nut, insert, socket_head, tap_drill
from core.hardware.tables import (
    BEARINGS,
    CLEARANCE,
    COUNTERSUNK,
    HEX_NUTS,
    INSERTS,
    SOCKET_HEADS,
)
from core.project.document import from_data
from core.project.solve import solve
from core.steps import STEPS
from scripts.step_samples import step
from tests.core.building import screw_diameter

TALL_MM = 30.0


def plate(*steps: dict[str, object]) -> trimesh.Trimesh:
    """A plate of 60 by 60 by 30 with its top at nought, and steps on its top, as exported."""
    body = step("extrude", ("rectangle", {"width": "60", "depth": "60"}), height=f"{TALL_MM}")
    body["id"] = "body"
    data = {
        "format": "fair-hinge-project", "version": 2, "title": "plate",
        "parts": [{"name": "part", "steps": [body, *steps]}],
    }  # fmt: skip
    solution = solve(from_data(data))
    assert not solution.errors, solution.errors
    stl = export_part(solution, "part", "stl")
    mesh = trimesh.load_mesh(io.BytesIO(stl), file_type="stl")
    assert mesh.is_watertight
    mesh.apply_translation([0, 0, -mesh.bounds[1][2]])
    return mesh


def opening(mesh: trimesh.Trimesh, down_mm: float) -> shapely.Polygon:
    """What is open about the axis at a depth under the top."""
    lines = mesh.section(plane_origin=[0, 0, -down_mm], plane_normal=[0, 0, 1])
    middle = shapely.Point(0, 0)
    rings = [shapely.Polygon(ring[:, :2]) for ring in lines.discrete]
    return min((ring for ring in rings if ring.contains(middle)), key=lambda ring: ring.area)


def across(mesh: trimesh.Trimesh, down_mm: float) -> float:
    """The widest round peg that passes an opening, mm."""
    return 2 * opening(mesh, down_mm).exterior.distance(shapely.Point(0, 0))


def hexagon_across(mesh: trimesh.Trimesh, down_mm: float) -> float:
    """The flats of a hexagonal opening, mm: by its area, 2 √3 r²."""
    return 2 * math.sqrt(opening(mesh, down_mm).area / (2 * math.sqrt(3)))


def screw(size: str, **fields: str) -> dict[str, object]:
    return step("screw hole", on="body.top", size=size, **fields)


@pytest.mark.parametrize("grade", CLASSES)
@pytest.mark.parametrize("size", CLEARANCE)
def test_a_screw_passes_with_the_play_of_its_grade(size: str, grade: str) -> None:
    mesh = plate(screw(size, use="clearance", grade=grade, head="none"))
    asked = clearance_hole(size, grade)
    assert across(mesh, 5) == pytest.approx(asked, abs=0.02)
    assert across(mesh, TALL_MM - 1) == pytest.approx(asked, abs=0.02)
    # a screw is thinner than its hole by at least a fiftieth
    assert asked > screw_diameter(size) * 1.02


@pytest.mark.parametrize("size", CLEARANCE)
def test_grades_go_from_fine_to_coarse(size: str) -> None:
    fine, medium, coarse = (clearance_hole(size, one) for one in CLASSES)
    assert fine < medium < coarse


@pytest.mark.parametrize("size", SOCKET_HEADS)
def test_a_socket_head_lies_flush_in_its_counterbore(size: str) -> None:
    mesh = plate(screw(size, use="clearance", grade="medium", head="counterbored"))
    head = socket_head(size)
    assert across(mesh, 0.2) > head.diameter
    assert across(mesh, head.height - 0.1) > head.diameter
    assert across(mesh, head.height + 0.1) == pytest.approx(clearance_hole(size), abs=0.02)


@pytest.mark.parametrize("size", COUNTERSUNK)
def test_a_countersunk_head_sinks_at_its_angle(size: str) -> None:
    """90° by ISO 10642, 82° by ASME B18.3."""
    wider = 2 * math.tan(math.radians(45 if size.startswith("M") else 41))  # for a mm up
    mesh = plate(screw(size, use="clearance", grade="medium", head="countersunk"))
    head = COUNTERSUNK[size]
    one, other = across(mesh, 0.25), across(mesh, 0.75)
    assert one - other == pytest.approx(wider / 2, abs=0.02)
    assert one + wider / 4 == pytest.approx(head.diameter, abs=0.05)


@pytest.mark.parametrize("size", [size for size in COUNTERSUNK if not size.startswith("M")])
def test_heads_by_the_inch_are_as_high_as_their_cone(size: str) -> None:
    """Head, shank, height and angle are printed each by itself; they make one cone."""
    head = COUNTERSUNK[size]
    high = (head.diameter - screw_diameter(size)) / 2 / math.tan(math.radians(41))
    assert high == pytest.approx(head.height, abs=0.03)


# a drill of number or letter size, in inches, as workshop charts list it (from memory)
DRILLS = {"#30": 0.1285, "#18": 0.1695, "#9": 0.196, "#2": 0.221, "9/32": 0.28125,
          "11/32": 0.34375, "13/32": 0.40625}  # fmt: skip


@pytest.mark.parametrize(
    ("size", "drill"),
    [("#4-40", "#30"), ("#6-32", "#18"), ("#8-32", "#9"), ("#10-24", "#2"), ("1/4-20", "9/32"),
     ("5/16-18", "11/32"), ("3/8-16", "13/32")],
)  # fmt: skip
def test_holes_by_the_inch_are_those_of_their_drills(size: str, drill: str) -> None:
    assert clearance_hole(size) == pytest.approx(25.4 * DRILLS[drill], abs=0.02)


@pytest.mark.parametrize("size", [*("M3", "M4", "M5", "M6", "M8", "M10", "M12"), *inch.CLEARANCE])
def test_a_hole_to_be_tapped_is_the_thread_less_its_pitch(size: str) -> None:
    mesh = plate(screw(size, use="tap drill", head="none"))
    assert across(mesh, 5) == pytest.approx(tap_drill(size), abs=0.02)
    if not size.startswith("M"):
        pitch = 25.4 / int(size.split("-")[1])
        assert tap_drill(size) == pytest.approx(screw_diameter(size) - pitch)


@pytest.mark.parametrize("size", INSERTS)
def test_an_insert_has_the_hole_it_wants(size: str) -> None:
    mesh = plate(screw(size, use="heat-set insert", head="none"))
    assert across(mesh, 2) == pytest.approx(insert(size).hole, abs=0.02)
    assert insert(size).hole > screw_diameter(size)


@pytest.mark.parametrize("gap", [0.1, 0.25])
@pytest.mark.parametrize("size", HEX_NUTS)
def test_a_nut_goes_into_its_trap_with_the_gap_asked_for(size: str, gap: float) -> None:
    trap = step("nut trap", on="body.top", size=size, gap=f"{gap} mm", loaded="end", bridge="0")
    mesh = plate(trap)
    nut = hex_nut(size)
    assert hexagon_across(mesh, 0.5) == pytest.approx(nut.across_flats + 2 * gap, abs=0.02)
    deep = nut.height + 2 * gap
    low = mesh.ray.intersects_location([[0.01, 0.02, 1.0]], [[0, 0, -1.0]])[0][:, 2].max()
    assert -low == pytest.approx(deep, abs=0.02)


@pytest.mark.parametrize("size", HEX_NUTS)
def test_a_nut_is_wider_than_its_screw_and_fits_the_tables_of_the_others(size: str) -> None:
    diameter = screw_diameter(size)
    nut = hex_nut(size)
    # nuts for numbered screws are wide and flat (ASME B18.6.3)
    wide, low = (2.3, 0.65) if size.startswith("#") else (2.01, 0.75)
    assert 1.4 * diameter < nut.across_flats <= wide * diameter
    assert low * diameter <= nut.height <= 1.01 * diameter


@pytest.mark.parametrize("number", BEARINGS)
def test_a_bearings_number_tells_its_bore(number: str) -> None:
    """ISO 15 and ISO 355's numbering: 00 is 10 mm, 01 is 12, 02 is 15; below, the bore itself."""
    bearing = BEARINGS[number]
    if len(number) == 4:
        assert bearing.bore == {"00": 10, "01": 12, "02": 15}[number[-2:]]
    else:
        assert bearing.bore == int(number[-1])
    assert bearing.bore < bearing.outside and bearing.width < bearing.outside


@pytest.mark.parametrize("table", [CLEARANCE, HEX_NUTS, SOCKET_HEADS, INSERTS, COUNTERSUNK])
def test_tables_grow_with_the_screw(table: dict[str, object]) -> None:
    for by_the_inch in (False, True):
        own = {size: row for size, row in table.items() if size.startswith("M") != by_the_inch}
        sizes = [screw_diameter(size) for size in own]
        assert sizes == sorted(sizes)
        rows = [
            np.atleast_1d(
                row if isinstance(row, tuple) else [getattr(row, n) for n in row.__slots__]  # type: ignore[attr-defined]
            )
            for row in own.values()
        ]
        for one, other in itertools.pairwise(rows):
            assert (other >= one).all()


def test_what_the_steps_suggest_is_what_the_tables_hold() -> None:
    for kind in ("screw hole", "nut trap"):
        for spec in STEPS[kind].fields:
            for size in spec.suggests or (spec.choices if spec.name == "size" else ()):
                assert size in CLEARANCE
