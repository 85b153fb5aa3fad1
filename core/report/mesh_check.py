"""A mesh from elsewhere proved: every check run, one plain answer for a batch or a screen."""

from __future__ import annotations

from typing import Any

import numpy as np
from manifold3d import Manifold, Mesh64
from numpy.typing import NDArray

from core.formats.reading import RawMesh
from core.measures.display import plain
from core.process import Process
from core.proof.bed import check_bed
from core.proof.closed import check_closed
from core.proof.finding import ORDER, Finding
from core.proof.gaps import smallest_gap
from core.proof.layers import LayerTest, test_layers
from core.proof.mass import measure_bulk
from core.proof.mending import Faults, find_faults
from core.proof.overhang import Overhang, check_overhang
from core.proof.relief import Relief, shallow_reliefs
from core.proof.setting import Setting
from core.proof.slots import measure_slots
from core.proof.small_part import is_small_part
from core.proof.stances import rank_stances
from core.proof.walls import Rays, Walls, measure_walls
from core.report.fine import judge_relief
from core.report.judging import (
    LINES_STOP,
    LINES_WARN,
    judge_overhang,
    judge_slots,
    judge_small_part,
    judge_voids,
    wall_severity,
)
from core.report.measuring import RELIEF_LINES
from core.solids import TriangleMesh

Matrix = NDArray[np.float64]


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
    """The mesh as a solid, or None where it is not closed."""
    made = Manifold(
        Mesh64(
            np.array(mesh.vertices, dtype=np.float64, order="C"),
            np.array(mesh.triangles, dtype=np.uint64, order="C"),
        )
    )
    return None if made.status().name != "NoError" or made.is_empty() else made


def check_mesh(raw: RawMesh, name: str, process: Process, stance: str = "as-is") -> dict[str, Any]:
    """Everything measured on a mesh, and the findings, as plain data.

    Args:
        stance: ``as-is``, or ``best`` to stand it as the ranking says first.
    """
    mesh = triangles_of(raw, name)
    faults = find_faults(raw.vertices, raw.triangles)
    closed = check_closed(mesh)
    bulk = measure_bulk(mesh)
    solid = solid_of(mesh) if closed.closed else None
    turn = np.eye(3)
    if stance == "best" and solid is not None:
        ranked = rank_stances(
            solid,
            mesh.vertices,
            np.array(bulk.centre_mm),
            Setting.of(process),
        )
        turn = ranked[0].turn if ranked else turn
    points = mesh.vertices @ turn.T
    low = float(points[:, 2].min())
    stood = TriangleMesh(
        points - np.array([0.0, 0.0, low]), mesh.triangles, mesh.face_index, mesh.faces
    )
    over = check_overhang(stood, process.overhang_limit_deg, process.layer_mm)
    layers: LayerTest | None = None
    if solid is not None:
        standing = solid.transform(np.column_stack([turn, [0.0, 0.0, -low]]))
        layers = test_layers(standing, process.layer_mm, process.overhang_limit_deg)
    bed = check_bed(stood.vertices, process.bed_mm)
    rays = Rays(mesh)
    walls, slots = measure_walls(mesh, rays=rays), measure_slots(mesh, rays=rays)
    stuff = process.stuff()
    small = is_small_part(mesh.vertices)
    reliefs = shallow_reliefs(stood, process.layer_mm, RELIEF_LINES * process.line_mm)
    findings = _findings(
        faults,
        closed.closed,
        closed.voids,
        walls,
        slots,
        layers,
        over,
        bed.fits,
        small,
        reliefs,
        process,
        turn,
        low,
    )
    return {
        "file": name,
        "triangles": len(mesh.triangles),
        "closed": closed.closed,
        "volume_mm3": bulk.volume_mm3,
        "area_mm2": bulk.area_mm2,
        "mass_g": bulk.mass_g(stuff.density_g_cm3),
        "material": stuff.name,
        "size_mm": [float(v) for v in np.ptp(stood.vertices, axis=0)],
        "centre_of_mass_mm": list(bulk.centre_mm),
        "wall": {
            "min_mm": walls.thinnest[0] if walls.thinnest else None,
            "p05_mm": walls.percentile(5),
            "median_mm": walls.percentile(50),
        },
        "slot": {"min_mm": slots.thinnest[0] if slots.thinnest else None},
        "overhang": {
            "area_mm2": over.area_mm2,
            "unsupported_area_mm2": layers.area_mm2 if layers else None,
            "islands": layers.islands if layers else None,
        },
        "hidden_voids": closed.voids,
        "fits_bed": bed.fits,
        "small_part": small,
        "findings": [_plain(finding) for finding in findings],
    }


def _findings(
    faults: Faults, closed: bool, voids: int, walls: Walls, slots: Walls, layers: LayerTest | None,
    over: Overhang, fits: bool, small: bool, reliefs: list[Relief], process: Process, turn: Matrix, low: float,
) -> list[Finding]:  # fmt: skip
    found: list[Finding] = []
    if not closed:
        words = "the surface is not closed: " + (
            ", ".join(faults.told()) or "its edges do not meet"
        )
        found.append(Finding("closed", "stop", words, faults.open_edges, 0, "edges"))
    elif not faults.sound:
        found.append(Finding("closed", "warning", ", ".join(faults.told()), None, None, ""))
    found += judge_voids(voids)
    found += _thin(walls, "wall", "wall", process)
    found += judge_slots(slots, process)

    def place(at: tuple[float, float, float]) -> tuple[float, float, float]:
        x, y, z = turn.T @ (np.array(at) + np.array([0.0, 0.0, low]))
        return float(x), float(y), float(z)

    hangs = judge_overhang(over, layers, process, place)
    found += [finding for finding in hangs if finding.severity != "good"]
    found += [judge_relief(relief, process, "mm", place) for relief in reliefs[:1]]
    if not fits:
        size = " × ".join(plain(v, 0) for v in process.bed_mm)
        found.append(
            Finding(
                "bed",
                "stop",
                f"too large for the {size} mm bed, however it is turned",
                None,
                None,
                "",
            )
        )
    found += judge_small_part(small)
    return sorted(found, key=lambda finding: ORDER.index(finding.severity))


def _thin(walls: Walls, check: str, noun: str, process: Process) -> list[Finding]:
    if walls.thinnest is None:
        return []
    value, sample = walls.thinnest
    severity = wall_severity(value, process)
    if severity == "good":
        return []
    at = walls.points[sample]
    needed = "one line" if severity == "stop" else "two lines"
    limit = (LINES_STOP if severity == "stop" else LINES_WARN) * process.line_mm
    words = f"{noun} {value:.2f} mm thin; {needed} want {limit:.2f} mm"
    return [
        Finding(check, severity, words, value, limit, at=(float(at[0]), float(at[1]), float(at[2])))
    ]


def _plain(finding: Finding) -> dict[str, Any]:
    return {
        "check": finding.check,
        "severity": finding.severity,
        "value": finding.value,
        "limit": finding.limit,
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
