"""A mesh from elsewhere proved by the checks that projects run: plain data for a batch or a
screen.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from functools import partial
from typing import Any

import numpy as np
from manifold3d import Manifold
from numpy.typing import NDArray

from core.checks.check import Piece
from core.checks.finding import ORDER, Finding
from core.checks.judge import judge_piece
from core.checks.part_measures import RELIEF_LINES, Alone, Measured, Stood
from core.formats.reading import RawMesh
from core.process import Process
from core.project.helper import Errand, helped
from core.proof.bed import check_bed
from core.proof.closed import Closed, check_closed
from core.proof.gaps import smallest_gap
from core.proof.layers import LayerTest, test_layers
from core.proof.mass import measure_bulk
from core.proof.mending import find_faults
from core.proof.overhang import check_overhang
from core.proof.rays import Rays
from core.proof.relief import shallow_reliefs
from core.proof.setting import Setting
from core.proof.slots import Slots, measure_slots
from core.proof.small_part import small_pieces
from core.proof.sound import Sound, sound_solid
from core.proof.stances import rank_stances
from core.proof.walls import Walls, measure_walls, spread_everywhere
from core.solids import TriangleMesh

Matrix = NDArray[np.float64]
S_A_TRIANGLE = 1.5e-6  # seconds that each of the heavy measures takes a triangle, about


def triangles_of(raw: RawMesh, name: str) -> TriangleMesh:
    """A read mesh as one whose triangles all belong to the file."""
    distinct = (
        (raw.triangles[:, 0] != raw.triangles[:, 1])
        & (raw.triangles[:, 1] != raw.triangles[:, 2])
        & (raw.triangles[:, 2] != raw.triangles[:, 0])
    )
    triangles = raw.triangles[distinct]
    index = np.zeros(len(triangles), dtype=np.int32)
    return TriangleMesh(raw.vertices, triangles, index, ((name, "surface"),))


def solid_of(mesh: TriangleMesh) -> Manifold | None:
    """What the mesh bounds as a solid, or None where it is not closed."""
    return sound_solid(mesh, check_closed(mesh).closed).solid


def check_mesh(raw: RawMesh, name: str, process: Process, stance: str = "as-is") -> dict[str, Any]:
    """Everything measured on a mesh, and the findings, as plain data without NaN.

    Volume, mass and centre are None where the surface is open: it bounds nothing.

    Args:
        stance: ``as-is``, or ``best`` to stand it as the ranking says first.
    """
    read = triangles_of(raw, name)
    lasts_s = S_A_TRIANGLE * len(read.triangles)
    finding = Errand(
        f"faults of {len(read.triangles)} triangles",
        lambda: find_faults(raw.vertices, raw.triangles),
        lasts_s,
    )
    with helped([finding], own_s=lasts_s) as answer:
        as_read = check_closed(read)
        sound = sound_solid(read, as_read.closed)
        faults = answer(0)
    closed = as_read.closed and (faults.closes or sound.solid is not None)
    shut = as_read if sound.mesh is read else check_closed(sound.mesh)
    with _measured(sound, shut, process, stance) as (measured, turn):
        piece = Piece(name, measured, process, faults=faults, mended=tuple(sound.told()))
        found = [one for one in judge_piece(piece) if one.severity != "good"]
        pieces = measured.loose()
    found.sort(key=lambda one: ORDER.index(one.severity))
    stuff = process.stuff()
    bulk, walls, layers = measured.bulk, measured.walls, measured.layers
    told: dict[str, Any] = {
        "file": name,
        "triangles": len(read.triangles),
        "closed": closed,
        "volume_mm3": bulk.volume_mm3 if closed else None,
        "area_mm2": bulk.area_mm2,
        "mass_g": bulk.mass_g(stuff.density_g_cm3) if closed else None,
        "material": stuff.name,
        "size_mm": [float(v) for v in np.ptp(measured.mesh.vertices @ turn.T, axis=0)],
        "centre_of_mass_mm": list(bulk.centre_mm) if closed else None,
        "wall": {
            "min_mm": walls.thinnest[0] if walls.thinnest else None,
            "p05_mm": walls.percentile(5),
            "median_mm": walls.percentile(50),
        },
        "slot": {"min_mm": measured.slots.thinnest[0] if measured.slots.thinnest else None},
        "overhang": {
            "area_mm2": measured.overhang.area_mm2,
            "unsupported_area_mm2": layers.area_mm2 if layers else None,
            "islands": layers.islands if layers else None,
        },
        "hidden_voids": measured.closed.voids,
        "fits_bed": measured.bed.fits,
        "small_part": any(one.small for one in pieces),
        "pieces": [
            {
                "volume_mm3": one.volume_mm3 if closed else None,
                "size_mm": list(one.size_mm),
                "small_part": one.small,
            }
            for one in pieces
        ],
        "findings": [_plain(finding) for finding in found],
    }
    return told


@contextmanager
def _measured(
    sound: Sound, shut: Closed, process: Process, stance: str
) -> Iterator[tuple[Measured, Matrix]]:
    """Everything measured, and how the mesh was turned (3, 3)."""
    mesh, solid = sound.mesh, sound.solid
    bulk = measure_bulk(mesh)
    turn = np.eye(3)
    if stance == "best" and solid is not None:
        ranked = rank_stances(
            solid, mesh.vertices, np.array(bulk.centre_mm), Setting.of(process)
        )  # fmt: skip
        turn = ranked[0].turn if ranked else turn
    points = mesh.vertices @ turn.T
    low = float(points[:, 2].min())
    to_bed = np.column_stack([turn, [0.0, 0.0, -low]])
    stood = TriangleMesh(
        points - np.array([0.0, 0.0, low]), mesh.triangles, mesh.face_index, mesh.faces
    )

    def layers() -> LayerTest | None:
        if solid is None:
            return None
        standing = solid.transform(to_bed)
        return test_layers(standing, process.layer_mm, process.overhang_limit_deg)

    def through() -> tuple[Walls, Slots]:
        rays, spread = Rays(mesh), spread_everywhere(mesh)
        walls = measure_walls(mesh, rays=rays, spread=spread)
        return walls, measure_slots(mesh, rays=rays, spread=spread)

    def stands() -> Stood:
        return Stood(
            check_bed(stood.vertices, process.bed_mm),
            check_overhang(stood, process.overhang_limit_deg, process.layer_mm),
            tuple(shallow_reliefs(stood, process.layer_mm, RELIEF_LINES * process.line_mm)),
        )

    alone = Alone(bulk, shut, None)
    works: tuple[Callable[[], Any], ...] = (stands, through, layers, lambda: small_pieces(mesh))
    many = len(mesh.triangles)
    errands = [
        Errand(f"{what} of {many} triangles", work, S_A_TRIANGLE * many)
        for what, work in zip(("standing", "walls", "layers", "pieces"), works, strict=True)
    ]
    with helped(errands) as answer:
        lies, walls, hangs, loose = (partial(answer, at) for at in range(len(errands)))
        yield Measured(mesh, to_bed, lambda: alone, lies, walls, hangs, loose), turn


def _plain(finding: Finding) -> dict[str, Any]:
    def number(value: float | None) -> float | None:
        return float(value) if value is not None and math.isfinite(value) else None

    return {
        "check": finding.check,
        "severity": finding.severity,
        "value": number(finding.value),
        "limit": number(finding.limit),
        "unit": finding.unit,
        "at": list(finding.at) if finding.at else None,
        "message": finding.message,
    }


def gap_between(a: TriangleMesh, b: TriangleMesh) -> dict[str, Any]:
    """The smallest gap of two meshes as they lie, the volume they share, and where."""
    gap = smallest_gap(a.corners, b.corners)
    solids = [solid_of(mesh) for mesh in (a, b)]
    shared = None
    if solids[0] is not None and solids[1] is not None:
        shared = max(float((solids[0] ^ solids[1]).volume()), 0.0)
    middle = [(p + q) / 2 for p, q in zip(gap.on_a, gap.on_b, strict=True)]
    distance = 0.0 if shared else gap.distance_mm
    return {"min_gap_mm": distance, "overlap_mm3": shared, "at": middle}
