"""Meshes from elsewhere: read, refused, described, mended and proved."""

from __future__ import annotations

import contextlib
import io
import json
import math
import struct
import subprocess
import sys
import zipfile
from pathlib import Path

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from core.errors import FormatError
from core.export import export_part
from core.formats.reading import read_mesh
from core.process import Process
from core.project.demo import demo_document
from core.project.solve import solve
from core.proof.mending import find_faults, mend
from core.proof.small_part import is_small_part
from core.report.mesh_check import check_mesh, gap_between, triangles_of

ROOT = Path(__file__).resolve().parents[2]


def stl(mesh: trimesh.Trimesh) -> bytes:
    return mesh.export(file_type="stl")


def checked(mesh: trimesh.Trimesh, stance: str = "as-is", **process):
    return check_mesh(read_mesh(stl(mesh), "part.stl"), "part.stl", Process(**process), stance)


@pytest.mark.parametrize("kind", ["stl", "3mf", "obj", "ply", "glb"])
def test_every_format_reads_back_what_was_written(kind: str) -> None:
    solution = solve(demo_document("bait_tin"))
    raw = read_mesh(export_part(solution, "tin", kind), f"tin.{kind}")
    mesh = trimesh.Trimesh(raw.vertices, raw.triangles, process=False)
    assert mesh.is_watertight
    assert mesh.volume == pytest.approx(solution.parts["tin"].state.solid().volume_mm3, rel=1e-5)
    assert np.ptp(raw.vertices, axis=0) == pytest.approx([72, 72, 40], abs=1e-3)


def test_obj_quads_negative_indices_and_inches() -> None:
    # a unit cube of quads, counted from the end
    text = "".join(f"v {x} {y} {z}\n" for x in (0, 1) for y in (0, 1) for z in (0, 1))
    quads = [(1, 2, 4, 3), (5, 7, 8, 6), (1, 5, 6, 2), (3, 4, 8, 7), (1, 3, 7, 5), (2, 6, 8, 4)]
    text += "".join("f " + " ".join(str(i - 9) for i in quad) + "\n" for quad in quads)
    raw = read_mesh(text.encode(), "cube.obj", "in")
    assert abs(trimesh.Trimesh(raw.vertices, raw.triangles).volume) == pytest.approx(25.4**3)


def threemf(model: str, extra: dict[str, bytes] | None = None) -> bytes:
    data = io.BytesIO()
    with zipfile.ZipFile(data, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr(
            "[Content_Types].xml",
            '<?xml version="1.0"?><Types'
            ' xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default'
            ' Extension="rels"'
            ' ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default'
            ' Extension="model"'
            ' ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>',
        )
        archive.writestr(
            "_rels/.rels",
            '<?xml version="1.0"?><Relationships'
            ' xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship'
            ' Target="/3D/m.model" Id="r"'
            ' Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>',
        )
        archive.writestr("3D/m.model", model)
        for name, content in (extra or {}).items():
            archive.writestr(name, content)
    return data.getvalue()


TETRA = (
    '<vertices><vertex x="0" y="0" z="0"/><vertex x="1" y="0" z="0"/><vertex x="0" y="1"'
    ' z="0"/><vertex x="0" y="0" z="1"/></vertices><triangles><triangle v1="0" v2="2"'
    ' v3="1"/><triangle v1="0" v2="1" v3="3"/><triangle v1="1" v2="2" v3="3"/><triangle v1="0"'
    ' v2="3" v3="2"/></triangles>'
)
MODEL = (
    '<?xml version="1.0"?><model unit="inch"'
    ' xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><resources><object id="1"'
    f' type="model"><mesh>{TETRA}</mesh></object><object id="2" type="model"><components><component'
    ' objectid="1"/><component objectid="1" transform="1 0 0 0 1 0 0 0 1 5 0'
    ' 0"/></components></object></resources><build><item objectid="2" transform="2 0 0 0 2 0 0 0 2'
    ' 0 0 0"/></build></model>'
)


def test_3mf_units_components_and_transforms() -> None:
    raw = read_mesh(threemf(MODEL), "two.3mf")
    assert len(raw.triangles) == 8
    # twice as large, the second one 2 × 5 in along: from 0 to 12 in
    assert np.ptp(raw.vertices, axis=0) == pytest.approx([12 * 25.4, 2 * 25.4, 2 * 25.4])


BOMB = threemf(MODEL, {"3D/big.model": b"0" * 50_000_000})
ENTITIES = threemf(
    '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><model>&b;</model>'
)
CLIMBS = threemf(MODEL, {"../../outside.txt": b"x"})
NAN = struct.pack("<80xI", 1) + struct.pack("<12fH", *([0.0] * 3), *([float("nan")] * 9), 0)


@pytest.mark.parametrize(
    ("name", "data"),
    [
        ("a.stl", b""),
        ("a.stl", b"not a mesh at all, merely words"),
        ("a.stl", struct.pack("<80xI", 4_000_000_000) + b"0" * 100),
        ("a.stl", struct.pack("<80xI", 12) + b"0" * 100),
        ("a.stl", NAN),
        ("a.stl", b"solid x\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\n"),
        ("a.obj", b"v 0 0 0\nv 1 0 0\nf 1 2 9\n"),
        ("a.obj", b"v zero 0 0\n"),
        ("a.ply", b"ply\nformat ascii 1.0\nelement vertex 9999999999\nend_header\n"),
        ("a.glb", b"glTF" + struct.pack("<II", 2, 10_000_000)),
        ("a.3mf", b"PK\x03\x04broken"),
        ("a.3mf", BOMB),
        ("a.3mf", ENTITIES),
        ("a.3mf", CLIMBS),
        ("a.txt", b"solid"),
    ],
)
def test_harmful_and_broken_files_are_refused_in_one_line(name: str, data: bytes) -> None:
    with pytest.raises(FormatError) as refused:
        read_mesh(data, name)
    assert "\n" not in refused.value.one_line()


@settings(max_examples=60)
@given(
    st.sampled_from(["stl", "3mf", "obj", "ply", "glb"]),
    st.integers(0, 10_000),
    st.integers(0, 255),
)
def test_a_byte_changed_is_read_or_refused(kind: str, at: int, value: int) -> None:
    data = bytearray(export_part(solve(demo_document("drawbridge")), "quay", kind))
    data[at % len(data)] = value
    with contextlib.suppress(FormatError):
        raw = read_mesh(bytes(data), f"x.{kind}")
        assert np.isfinite(raw.vertices).all()


def test_exact_solids_are_measured_exactly() -> None:
    # V = 4/3·π·r³ needs a sphere; a box and a tube are exact: V = a·b·c, V = π(R² − r²)h
    found = checked(trimesh.creation.box((30, 20, 10)))
    assert found["volume_mm3"] == pytest.approx(6000)
    assert found["area_mm2"] == pytest.approx(2 * (600 + 200 + 300))
    assert found["mass_g"] == pytest.approx(6 * 1.24)
    assert found["wall"]["min_mm"] == pytest.approx(10, rel=1e-4)
    assert found["closed"] and found["hidden_voids"] == 0 and found["fits_bed"]
    tube = trimesh.creation.annulus(8, 10, 30, sections=256)
    found = checked(tube)
    assert found["volume_mm3"] == pytest.approx(tube.volume, rel=1e-5)
    assert found["wall"]["min_mm"] == pytest.approx(2, rel=0.03)
    assert found["slot"]["min_mm"] == pytest.approx(16, rel=0.03)


def test_a_slot_is_found_at_its_width() -> None:
    block, cut = trimesh.creation.box((30, 20, 10)), trimesh.creation.box((0.2, 22, 6))
    cut.apply_translation((3, 0, 4))
    found = checked(trimesh.boolean.difference([block, cut], engine="manifold"))
    assert found["slot"]["min_mm"] == pytest.approx(0.2, rel=0.03)
    assert any(f["check"] == "slot" for f in found["findings"])


@pytest.mark.parametrize(
    ("make", "unsupported"),
    [
        # a T: the arms hang, each (20 − 6)/2 wide and 10 deep, less the reach of one layer
        ("T", 2 * (7 - 0.2) * 10),
        # a table on four legs of 4 mm: its top less the legs widened by one layer's reach
        ("table", 40 * 30 - 4 * (4 + 0.2) ** 2),
    ],
)
def test_unsupported_area_of_exact_cases(make: str, unsupported: float) -> None:
    parts = []
    if make == "T":
        parts = [((6, 10, 20), (0, 0, 10)), ((20, 10, 5), (0, 0, 22.5))]
    else:
        parts = [((40, 30, 4), (0, 0, 22))]
        parts += [((4, 4, 20), (x, y, 10)) for x in (-18, 18) for y in (-13, 13)]
    meshes = []
    for size, at in parts:
        box = trimesh.creation.box(size)
        box.apply_translation(at)
        meshes.append(box)
    found = checked(trimesh.boolean.union(meshes, engine="manifold"))
    # the legs stand in the corners: two of their sides have nothing to widen into
    tolerance = 0.03 if make == "T" else 0.035
    assert found["overhang"]["unsupported_area_mm2"] == pytest.approx(unsupported, rel=tolerance)
    assert found["overhang"]["islands"] == 0


def test_a_cone_on_its_point_is_all_overhang_and_best_stands_it_on_its_base() -> None:
    # 60° from the vertical: every layer steps out further than 45° allows
    cone = trimesh.creation.cone(radius=20, height=11.547, sections=200)
    cone.apply_transform(trimesh.transformations.rotation_matrix(math.pi, (1, 0, 0)))
    as_is, best = checked(cone), checked(cone, "best")
    flank = math.pi * 20 * math.hypot(20, 11.547)
    assert as_is["overhang"]["area_mm2"] == pytest.approx(flank, rel=0.03)
    assert best["overhang"]["area_mm2"] == pytest.approx(0, abs=0.5)
    assert best["size_mm"][2] == pytest.approx(11.547, abs=0.01)


def test_a_stalactite_is_an_island() -> None:
    roof, tooth, leg = (trimesh.creation.box(s) for s in ((30, 10, 4), (4, 4, 8), (4, 10, 20)))
    roof.apply_translation((0, 0, 22))
    tooth.apply_translation((5, 0, 16))
    leg.apply_translation((-13, 0, 10))
    found = checked(trimesh.boolean.union([roof, tooth, leg], engine="manifold"))
    assert found["overhang"]["islands"] >= 1
    stop = next(f for f in found["findings"] if f["check"] == "island")
    assert stop["severity"] == "stop" and stop["at"][2] == pytest.approx(12.1, abs=0.2)


def test_a_hidden_void_is_told() -> None:
    shell = trimesh.boolean.difference(
        [trimesh.creation.box((20, 20, 20)), trimesh.creation.box((10, 10, 10))], engine="manifold"
    )
    assert checked(shell)["hidden_voids"] == 1


@pytest.mark.parametrize(
    ("size", "small"),
    [
        # 16 CFR 1501.4, from memory: 31.7 mm across, 25.4 to 57.1 mm deep
        ((20, 20, 20), True),
        ((22, 22, 25), True),
        ((31, 31, 31), False),
        ((6, 6, 50), True),
        ((6, 6, 70), False),
        ((40, 40, 3), False),
        ((28, 28, 6), True),
        ((22, 22, 6), True),
    ],
)
def test_the_small_parts_cylinder(size, small: bool) -> None:
    box = trimesh.creation.box(size)
    turned = box.copy()
    turned.apply_transform(trimesh.transformations.rotation_matrix(0.7, (1, 2, 3)))
    assert is_small_part(np.asarray(box.vertices)) is small
    assert is_small_part(np.asarray(turned.vertices)) is small


def _in_the_cylinder(count: int, seed: int) -> np.ndarray:
    """Corners that lie in the cylinder of 16 CFR 1501.4 (from memory), on its wall and floor."""
    rng = np.random.default_rng(seed)
    radius = 31.7 / 2 * np.sqrt(rng.uniform(0.8, 1.0, count))
    turn = rng.uniform(0, 2 * np.pi, count)
    x, y = radius * np.cos(turn), radius * np.sin(turn)
    deep = (57.1 + 25.4) / 2 + (57.1 - 25.4) / 31.7 * x
    return np.column_stack([x, y, -deep * rng.choice([0.0, 1.0], count)])


@pytest.mark.parametrize("seed", range(8))
def test_what_fills_the_small_parts_cylinder_goes_in_however_it_lies(seed: int) -> None:
    turned = Rotation.random(random_state=seed).as_matrix()
    corners = _in_the_cylinder(60, seed) @ turned.T
    assert is_small_part(corners)
    # what is a little wider all round is no longer one
    assert not is_small_part(corners * 1.12)


def test_faults_are_counted_and_mended() -> None:
    box = trimesh.creation.box((10, 10, 10)).subdivide()
    raw = read_mesh(stl(box), "a.stl")
    assert find_faults(raw.vertices, raw.triangles).sound
    broken = raw.triangles[3:].copy()
    broken[5] = broken[5][::-1]
    broken = np.vstack([broken, broken[7:9]])
    faults = find_faults(raw.vertices, broken)
    assert faults.holes >= 1 and faults.turned_over >= 1 and faults.doubled == 2
    assert any("hole" in words for words in faults.told())
    mended = find_faults(*mend(raw.vertices, broken))
    assert mended.doubled == 0 and mended.turned_over == 0
    assert mended.open_edges <= faults.open_edges


def test_a_surface_through_itself_is_told() -> None:
    one, other = trimesh.creation.box((10, 10, 10)), trimesh.creation.box((10, 10, 10))
    other.apply_translation((4, 3, 2))
    both = trimesh.util.concatenate([one.subdivide().subdivide(), other.subdivide().subdivide()])
    assert find_faults(np.asarray(both.vertices), np.asarray(both.faces)).crossing_share > 0.05


def test_gaps_between_files() -> None:
    one, other = trimesh.creation.icosphere(4, 10), trimesh.creation.icosphere(4, 10)
    other.apply_translation((20.5, 0, 0))
    a, b = (triangles_of(read_mesh(stl(m), "x.stl"), "x") for m in (one, other))
    found = gap_between(a, b)
    assert found["min_gap_mm"] == pytest.approx(0.5, abs=0.01) and found["overlap_mm3"] == 0
    other.apply_translation((-5, 0, 0))
    b = triangles_of(read_mesh(stl(other), "x.stl"), "x")
    assert gap_between(a, b)["overlap_mm3"] > 10


def test_the_command_line_checks_and_refuses(tmp_path: Path) -> None:
    good, bad = tmp_path / "box.stl", tmp_path / "bad.stl"
    good.write_bytes(stl(trimesh.creation.box((1, 1, 1))))
    bad.write_bytes(b"solid nothing")

    def run(*words: str) -> subprocess.CompletedProcess[str]:
        return subprocess.run(
            [sys.executable, "-m", "cli", *words], cwd=ROOT, capture_output=True, text=True
        )

    done = run("check", str(good), "--units", "in", "--json")
    found = json.loads(done.stdout)
    assert done.returncode == 0 and found["size_mm"] == pytest.approx([25.4] * 3)
    assert set(found) >= {
        "file", "triangles", "closed", "volume_mm3", "area_mm2", "mass_g", "size_mm",
        "centre_of_mass_mm", "wall", "slot", "overhang", "hidden_voids", "fits_bed",
        "small_part", "findings",
    }  # fmt: skip
    refused = run("check", str(bad), "--json")
    assert (
        refused.returncode == 2 and refused.stdout == "" and len(refused.stderr.splitlines()) == 1
    )
    gap = json.loads(run("gap", str(good), str(good), "--json").stdout)
    assert gap["overlap_mm3"] == pytest.approx(1)
