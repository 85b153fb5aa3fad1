"""Edges of the readers, the moves and the edits: what is odd is read right, what is wrong is
named.
"""

from __future__ import annotations

import io
import math
import struct
import zipfile

import numpy as np
import pytest
import trimesh

from core.checks.finding import Edit
from core.errors import BuildError, DocumentError, FormatError
from core.formats.reading import read_mesh
from core.formats.tracing import read_drawing
from core.outlines import read_moves
from core.outlines.moves import plain_value
from core.outlines.outlines_of_moves import outline_of
from core.outlines.traced import read_path
from core.project.demo import demo_document
from core.proof.mending import find_faults, mend
from core.report import apply_edits
from core.threads import read_thread
from tests.core.building import part, rectangle, solved, step, volume

BOX = trimesh.creation.box((20, 30, 10))


def archive(**files: bytes) -> bytes:
    made = io.BytesIO()
    with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as written:
        for name, data in files.items():
            written.writestr(name.replace("__", "/"), data)
    return made.getvalue()


# -- meshes ----------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("name", "data", "words"),
    [
        ("a.stl", b"", "is empty"),
        ("a.step", b"x", "no mesh read here"),
        ("a.stl", b"\0" * 40, "cut short"),
        ("a.stl", b"\0" * 80 + struct.pack("<I", 2**31), "says it holds"),
        ("a.stl", b"\0" * 80 + struct.pack("<I", 0), "no triangle"),
        ("a.stl", b"solid a\nfacet\nvertex 1 2\n", "without three coordinates"),
        ("a.stl", b"solid a\nfacet\nvertex 1 2 3\nvertex 1 2 4\n", "middle of a triangle"),
        ("a.stl", b"solid a\nfacet\nvertex one 2 3\n", "damaged or no mesh"),
        ("a.stl", b"solid a\nfacet\nvertex nan 0 0\nvertex 1 0 0\nvertex 0 1 0\n", "no numbers"),
        ("a.stl", b"solid a\nfacet\nvertex 2e6 0 0\nvertex 1 0 0\nvertex 0 1 0\n", "kilometre"),
        ("a.obj", b"v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 9\n", "not there"),
        ("a.obj", b"v 0 0\nf 1 1 1\n", "damaged or no mesh"),
        ("a.3mf", b"PK\x03\x04nothing", "damaged or no 3MF"),
        ("a.3mf", archive(**{"..__up.model": b"x"}), "climbs out"),
        ("a.3mf", archive(**{"3D__3dmodel.model": b"<!DOCTYPE a>"}), "declares entities"),
        ("a.3mf", archive(**{"3D__3dmodel.model": b"\0" * 60_000_000}), "expands without end"),
        ("a.glb", b"glTF" + b"\0" * 20, "damaged or no mesh"),
    ],
)  # fmt: skip
def test_a_file_that_is_no_mesh_is_refused_by_its_fault(name, data, words) -> None:
    with pytest.raises(FormatError, match=words) as refused:
        read_mesh(data, name)
    assert "\n" not in refused.value.message


def test_polygons_of_any_number_of_corners_become_fans() -> None:
    ring = [(math.cos(a), math.sin(a)) for a in np.linspace(0, 2 * math.pi, 8)[:-1]]
    lines = [f"v {x} {y} {z}" for z in (0, 1) for x, y in ring]
    low = " ".join(str(i) for i in range(7, 0, -1))
    high = " ".join(f"{-i}/1/1" for i in range(7, 0, -1))
    sides = [f"f {i + 1} {(i + 1) % 7 + 1} {(i + 1) % 7 + 8} {i + 8}" for i in range(7)]
    raw = read_mesh("\n".join([*lines, f"f {low}", f"f {high}", *sides]).encode(), "prism.obj")
    mesh = trimesh.Trimesh(raw.vertices, raw.triangles)
    assert mesh.is_watertight
    assert mesh.volume == pytest.approx(7 / 2 * math.sin(2 * math.pi / 7))  # n/2·r²·sin(2π/n)


@pytest.mark.parametrize(("unit", "factor"), [("mm", 1), ("cm", 10), ("in", 25.4), ("m", 1000)])
def test_units_are_taken_at_their_word(unit: str, factor: float) -> None:
    raw = read_mesh(BOX.export(file_type="stl"), "box.stl", unit)
    assert np.ptp(raw.vertices, axis=0) == pytest.approx(np.array([20, 30, 10]) * factor)


def spoiled(how: str) -> tuple[np.ndarray, np.ndarray]:
    vertices, faces = np.array(BOX.vertices), np.array(BOX.faces, dtype=np.int64)
    if how == "hole":
        faces = faces[1:]
    if how == "turned":
        faces[3] = faces[3][::-1]
    if how == "doubled":
        faces = np.vstack([faces, faces[:2]])
    if how == "empty":
        faces = np.vstack([faces, [[0, 0, 1]]])
    if how == "inside out":
        faces = faces[:, ::-1]
    return vertices, faces


@pytest.mark.parametrize("how", ["hole", "turned", "doubled", "empty", "inside out"])
def test_each_fault_is_told_and_mended_back_to_the_box(how: str) -> None:
    vertices, faces = spoiled(how)
    before = find_faults(vertices, faces)
    assert {"hole": before.holes, "turned": before.turned_over, "doubled": before.doubled,
            "empty": before.degenerate, "inside out": 1}[how]  # fmt: skip
    assert before.closes == (how in ("doubled", "empty", "inside out"))
    mended = mend(vertices, faces)
    after = find_faults(*mended)
    assert after.sound and not after.told()
    assert trimesh.Trimesh(*mended).volume == pytest.approx(6000)


# -- drawings --------------------------------------------------------------------------------


def svg(inner: str, size: str = 'width="100mm" height="100mm" viewBox="0 0 100 100"') -> bytes:
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size}>{inner}</svg>'.encode()


def area_of(data: bytes, name: str = "d.svg") -> float:
    return sum(abs(loop.area) for loop in read_path(read_drawing(data, name).path))


def test_curves_of_a_drawing_keep_their_area() -> None:
    ellipse = area_of(svg('<ellipse cx="50" cy="50" rx="30" ry="20"/>'))
    assert ellipse == pytest.approx(math.pi * 600, rel=2e-3)
    # a parabola's segment is two thirds of its box: a quadratic curve from (0,0) over (20,40)
    parabola = area_of(svg('<path d="M0 0Q20 40 40 0Z"/>'))
    assert parabola == pytest.approx(2 / 3 * 40 * 20, rel=2e-3)
    rounded = area_of(svg('<rect width="40" height="20" rx="5"/>'))
    assert rounded == pytest.approx(800 - (4 - math.pi) * 25, rel=1e-5)


def test_what_a_drawing_leaves_out_is_counted() -> None:
    found = read_drawing(
        svg('<rect width="9" height="9"/><text x="1" y="5">gate</text><path d="M0 0L5 5"/>'),
        "d.svg",
    )
    told = " | ".join(found.skipped)
    assert "1 × text" in told and "1 line that does not close" in told and found.shapes == 1


@pytest.mark.parametrize(
    ("name", "data", "words"),
    [
        ("d.svg", svg('<path d="M0 0L5 5"/>'), "no closed shape"),
        ("d.svg", b"<svg", "d.svg"),
        ("d.dxf", b"not a drawing", "d.dxf"),
        ("d.png", b"x", "no drawing read here"),
    ],
)
def test_a_drawing_of_nothing_is_refused(name, data, words) -> None:
    with pytest.raises(FormatError, match=words):
        read_drawing(data, name)


# -- moves -----------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("moves", "words"),
    [
        ("", "no moves"),
        ("sideways 4", "is no move"),
        ("right", "cannot be read"),
        ("round", "cannot be read"),
        ("along 30", "cannot be read"),
        ("turn left 90 8", "cannot be read"),
        ("arc to 20 0 radius 12", "cannot be read"),
        ("mirror left", "cannot be read"),
        ("right 10, arc to 50 0 radius 5 left, close", "does not reach"),
        ("right 10, arc to 10 0 radius 5 left, close", "starts from"),
        ("right 10, turn left 0 radius 4, close", "above nought"),
        ("right 10, up 10, mirror up", "off the vertical axis"),
        ("right 10, left 10, close", "nothing"),
    ],
)
def test_moves_that_cannot_be_are_told_with_the_way_to_write_them(moves: str, words: str) -> None:
    with pytest.raises(BuildError, match=words):
        outline_of(read_moves(moves, plain_value))


def test_moves_of_arcs_enclose_what_geometry_says() -> None:
    half = outline_of(read_moves("right 20, arc to 0 0 radius 10 left, close", plain_value))
    assert half.area == pytest.approx(math.pi * 50)
    stadium = "right 20, turn left 180 radius 5, left 20, turn left 180 radius 5, close"
    assert outline_of(read_moves(stadium, plain_value)).area == pytest.approx(200 + math.pi * 25)
    settled = "right 20, turn left ? radius 5, up 10, left 25, down 15, close"
    made = outline_of(read_moves(settled, plain_value))
    assert made.area == pytest.approx(25 * 15 - (1 - math.pi / 4) * 25)
    cut = outline_of(read_moves("right 20, chamfer 2, up 10, round 3, left 20, close", plain_value))
    assert cut.area == pytest.approx(200 - 2 - (1 - math.pi / 4) * 9)


# -- threads ---------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("name", "words"),
    [
        ("M12x3", "M12x1.75|M12x1.5"),
        ("Tr20x7", "Tr20x4"),
        ("1/4-21 UNC", "1/4-20 UNC"),
        ("9/17-12 UNF", "UNC"),
        ("print 4x16", "a finer pitch"),
        ("custom 20x3 150 deg", "0 to 120"),
        ("custom 6x3 60 deg deep 3", "a finer pitch"),
    ],
)
def test_a_thread_that_is_not_listed_is_met_with_those_that_are(name: str, words: str) -> None:
    with pytest.raises(BuildError) as refused:
        read_thread(name)
    assert any(word in f"{refused.value.remedy}" for word in words.split("|"))


def test_thread_starts_multiply_the_lead() -> None:
    one, three = read_thread("M20"), read_thread("M20", starts=3)
    assert three.lead == pytest.approx(3 * one.lead) and three.pitch == one.pitch
    with pytest.raises(BuildError, match="starts"):
        read_thread("M20", starts=9)


# -- nuts ------------------------------------------------------------------------------------


def test_a_nut_pushed_in_from_the_side_takes_its_slot_and_half_its_hexagon() -> None:
    block = step("s", "extrude", rectangle("40", "40"), height="30")
    whole = volume(solved(part("part", block)))
    trap = step(
        "t", "nut trap", on="s.top", size="M6", gap="0.2", loaded="side", down="8", run="40"
    )
    left = volume(solved(part("part", block, trap)))
    flats, tall = 10 + 0.4, 5.2 + 0.4  # ISO 4032 M6: 10 across flats, 5.2 high, from memory
    corner = flats / math.sqrt(3)
    half_hexagon = math.sqrt(3) / 4 * flats**2  # half of √3/2·s², the rest lies in the slot
    slot = flats * 20
    assert corner < 20
    assert whole - left == pytest.approx((half_hexagon + slot) * tall, rel=1e-3)


# -- edits -----------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("path", "words"),
    [
        ("measures", "no such field"),
        ("parts.tin.steps.nothing.fields.height", "nothing called 'nothing'"),
        ("parts.nobody.stance", "nothing called 'nobody'"),
        ("fits.nobody.gap", "nothing called 'nobody'"),
        ("parts.tin.steps.body", "no such field"),
        ("parts.tin.steps.body.outline.more.7.fields.x", "nothing at that place"),
    ],
)
def test_an_edit_that_leads_nowhere_is_refused_at_its_path(path: str, words: str) -> None:
    document = demo_document("bait_tin")
    path = path.replace("body", document.parts[0].steps[0].id)
    with pytest.raises(DocumentError, match=words) as refused:
        apply_edits(document, [Edit(path, "3")])
    assert refused.value.where == path


def test_edits_reach_measures_stances_steps_and_fits() -> None:
    document = demo_document("bait_tin")
    first = document.parts[0]
    made = apply_edits(
        document,
        [
            Edit("measures.new", "4 mm"),
            Edit(f"parts.{first.name}.measures.own", "2 mm"),
            Edit(f"parts.{first.name}.stance", "top"),
            Edit(f"parts.{first.name}.steps.{first.steps[0].id}.fields.height", "33"),
            Edit(f"fits.{document.fits[0].name}.gap", "0.31"),
        ],
    )
    part_now = made.parts[0]
    assert made.measures[-1].expression == "4 mm" and part_now.measures[-1].name == "own"
    assert part_now.stance == "top" and part_now.steps[0].fields["height"] == "33"
    assert made.fits[0].gap == "0.31"
    assert document.parts[0].stance != "top"  # the document given is left as it was
