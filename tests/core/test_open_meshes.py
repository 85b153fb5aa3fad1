"""Open meshes carried by npm packages, against trimesh, libigl and manifold3d.

bunny 1.0.1 (public domain; reduced from the Stanford bunny) is closed, teapot 1.0.0 (public domain;
M. Newell's teapot) is 32 open patches. Both are only read here, from the web's development
packages.
"""

from __future__ import annotations

import json
import re
from functools import cache
from pathlib import Path

import igl
import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st
from manifold3d import Manifold, Mesh64

from core.errors import FormatError
from core.export import export_part
from core.formats.reading import read_mesh
from core.process import Process
from core.project.demo import demo_document
from core.project.solve import solve
from core.proof.mending import find_faults, mend
from core.proof.walls import measure_walls
from core.report.mesh_check import check_mesh, triangles_of

PACKAGES = Path(__file__).resolve().parents[2] / "web" / "node_modules"


def carried(name: str, file: str) -> trimesh.Trimesh:
    text = (PACKAGES / name / file).read_text()
    positions, cells = (
        np.array(json.loads(re.search(rf"{what}\s*=\s*(\[\[.*?\]\])", text, re.S)[1]))  # type: ignore[index]
        for what in ("positions", "cells")
    )
    return trimesh.Trimesh(positions * 8.0, cells, process=False)


@pytest.fixture(scope="module")
def bunny() -> trimesh.Trimesh:
    return carried("bunny", "index.js")


@pytest.fixture(scope="module")
def teapot() -> trimesh.Trimesh:
    return carried("teapot", "teapot.js")


def written(mesh: trimesh.Trimesh, kind: str) -> bytes:
    data = mesh.export(file_type=kind)
    return data.encode() if isinstance(data, str) else bytes(data)


@pytest.mark.parametrize("kind", ["stl", "obj", "ply"])
def test_volume_area_and_closedness_of_the_bunny(bunny: trimesh.Trimesh, kind: str) -> None:
    found = check_mesh(read_mesh(written(bunny, kind), f"b.{kind}"), f"b.{kind}", Process())
    assert found["triangles"] == len(bunny.faces) and found["closed"] is True
    assert found["volume_mm3"] == pytest.approx(bunny.volume, rel=1e-4)
    solid = Manifold(Mesh64(bunny.vertices.copy(), bunny.faces.astype(np.uint64)))
    assert found["volume_mm3"] == pytest.approx(solid.volume(), rel=1e-4)
    area = igl.doublearea(np.asarray(bunny.vertices), np.asarray(bunny.faces)).sum() / 2
    assert found["area_mm2"] == pytest.approx(area, rel=1e-4)
    assert found["centre_of_mass_mm"] == pytest.approx(bunny.center_mass, abs=0.01)
    assert found["mass_g"] == pytest.approx(bunny.volume / 1000 * 1.24, rel=1e-3)  # PLA


def test_the_walls_of_the_bunny_are_the_rays_of_another_library(bunny: trimesh.Trimesh) -> None:
    """Rays straight in from the same places, against every triangle (libigl, no tree)."""
    walls = measure_walls(triangles_of(read_mesh(written(bunny, "ply"), "b.ply"), "b.ply"))
    chosen = np.flatnonzero(np.isfinite(walls.thickness_mm))[::50]
    assert len(chosen) > 20
    vertices, faces = np.asarray(bunny.vertices), np.asarray(bunny.faces)
    for sample in chosen:
        way = -bunny.face_normals[walls.triangle[sample]]
        start = walls.points[sample] + way * 1e-3
        hits = igl.ray_mesh_intersect(start, way, vertices, faces)
        reach = min(distance for _, distance, *_ in hits) + 1e-3
        assert walls.thickness_mm[sample] == pytest.approx(reach, abs=2e-3)


def test_the_teapot_is_told_to_be_open(teapot: trimesh.Trimesh) -> None:
    found = check_mesh(read_mesh(written(teapot, "obj"), "t.obj"), "t.obj", Process())
    assert found["closed"] is False
    assert found["findings"][0]["check"] == "closed" and found["findings"][0]["severity"] == "stop"
    merged = teapot.copy()
    merged.merge_vertices()
    once = np.unique(np.sort(merged.edges, axis=1), axis=0, return_counts=True)[1]
    faults = find_faults(np.asarray(merged.vertices), np.asarray(merged.faces))
    assert faults.open_edges == int((once == 1).sum())


def test_a_bunny_with_a_hole_is_mended_to_nearly_its_volume(bunny: trimesh.Trimesh) -> None:
    """A patch of faces is taken off; what fills it lies within the patch's own bulge."""
    away = np.linalg.norm(bunny.triangles_center - bunny.triangles_center[100], axis=1)
    holed = bunny.faces[away > 5.0]
    assert 3 < len(bunny.faces) - len(holed) < 60
    vertices, faces = mend(np.asarray(bunny.vertices), np.asarray(holed))
    mended = trimesh.Trimesh(vertices, faces, process=False)
    assert mended.is_watertight
    assert mended.volume == pytest.approx(bunny.volume, rel=2e-3)


@cache
def sound(kind: str) -> bytes:
    if kind == "3mf":
        return export_part(solve(demo_document("sluice_gate")), "gate", "3mf")
    return written(trimesh.creation.icosphere(1, 10), kind)


@pytest.mark.parametrize("kind", ["stl", "obj", "ply", "glb", "3mf"])
@settings(max_examples=40)
@given(data=st.data())
def test_a_spoilt_file_is_read_or_refused_in_words(kind: str, data: st.DataObject) -> None:
    """Bytes of a sound file changed, cut out or doubled: a mesh or a FormatError, nothing else."""
    whole = bytearray(sound(kind))
    for _ in range(data.draw(st.integers(1, 6))):
        at = data.draw(st.integers(0, max(len(whole) - 1, 0)))
        what = data.draw(st.sampled_from(["change", "cut", "double", "end"]))
        if what == "change" and whole:
            whole[at] = data.draw(st.integers(0, 255))
        elif what == "cut":
            del whole[at : at + data.draw(st.integers(1, 64))]
        elif what == "double":
            whole[at:at] = whole[at : at + 64]
        else:
            del whole[at:]
    try:
        raw = read_mesh(bytes(whole), f"spoilt.{kind}", "mm")
    except FormatError as error:
        assert error.message and "\n" not in error.one_line()
        return
    assert np.isfinite(raw.vertices).all()
    assert raw.triangles.min() >= 0 and raw.triangles.max() < len(raw.vertices)
