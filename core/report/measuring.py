"""The checks run on the parts and fits of a solution, cached by what they were run on."""

from __future__ import annotations

import os
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass

import numpy as np

from core.fits.registry import FaceSet
from core.process import Process
from core.project.cache import MEASURED, content_key
from core.project.printed import Printed, printed_groups
from core.project.results import FitResult, PartResult, Solution
from core.proof.bed import BedFit, check_bed
from core.proof.closed import Closed, check_closed
from core.proof.gaps import Gap, overlap_mm3, smallest_gap
from core.proof.layers import LayerTest, test_layers
from core.proof.mass import Bulk, measure_bulk
from core.proof.overhang import Overhang, check_overhang
from core.proof.relief import Relief, shallow_reliefs
from core.proof.setting import Setting
from core.proof.slots import Slots, measure_slots
from core.proof.stance import back_to_part
from core.proof.walls import SPACING_MM, Walls, measure_walls
from core.solids import TriangleMesh, triangle_mesh
from core.steps import PartState

RELIEF_LINES = 0.5  # a step across the bed hardly shows under half a line (common practice)


@dataclass(frozen=True)
class Measured:
    """Everything measured on one finished part."""

    mesh: TriangleMesh
    bulk: Bulk
    closed: Closed
    walls: Walls
    slots: Slots
    bed: BedFit
    overhang: Overhang
    layers: LayerTest
    to_bed: np.ndarray  # type: ignore[type-arg]
    reliefs: tuple[Relief, ...]
    leads: bool = True  # what hangs, of all that is printed together, is told with this part

    def place(self, point: tuple[float, float, float]) -> tuple[float, float, float]:
        """A point on the bed, told in the part's own coordinates."""
        x, y, z = back_to_part(np.array([point]), self.to_bed)[0]
        return float(x), float(y), float(z)


@dataclass(frozen=True)
class MeasuredFit:
    """Gaps of a fit on the finished solids, pair by pair, and the volume they share."""

    gaps: tuple[Gap | None, ...]
    overlap_mm3: float
    walls_left: tuple[float | None, ...]


def mesh_of(state: PartState) -> TriangleMesh:
    """The triangles of a part, cached by what it was made from."""
    body = state.solid()
    return MEASURED.get(content_key("mesh", state.key), lambda: triangle_mesh(body))


def measure_part(
    result: PartResult,
    process: Process,
    group: Printed | None = None,
    spacing_mm: float = SPACING_MM,
) -> Measured:
    """Runs every check on a finished part, standing with what it is printed together with."""
    setting = Setting.of(process)
    whole = group or Printed((result,), (np.eye(3, 4),))
    key = content_key(
        "part, reliefs too", result.state.key, whole.key, whole.stance, setting, spacing_mm
    )
    return MEASURED.get(key, lambda: _measure(result, whole, setting, spacing_mm))


def _measure(result: PartResult, group: Printed, setting: Setting, spacing_mm: float) -> Measured:
    state, name = result.state, result.part.name
    mesh = mesh_of(state)
    matrix = group.to_bed(name)
    standing = TriangleMesh(
        mesh.vertices @ matrix[:, :3].T + matrix[:, 3], mesh.triangles, mesh.face_index, mesh.faces
    )
    if group.leads(name):
        stood = group.standing().solid
        corners = np.asarray(stood.to_mesh64().vert_properties, dtype=np.float64)[:, :3]
    else:
        corners = standing.vertices
    return Measured(
        mesh,
        measure_bulk(mesh),
        check_closed(mesh),
        walls_of(state, spacing_mm),
        measure_slots(mesh, spacing_mm),
        check_bed(corners, setting.bed_mm),
        check_overhang(standing, setting.overhang_limit_deg, setting.layer_mm),
        _layers_of(group, setting),
        matrix,
        tuple(shallow_reliefs(standing, setting.layer_mm, RELIEF_LINES * setting.line_mm)),
        group.leads(name),
    )


def _layers_of(group: Printed, setting: Setting) -> LayerTest:
    key = content_key("layers", group.key, group.stance, setting)
    return MEASURED.get(
        key,
        lambda: test_layers(group.standing().solid, setting.layer_mm, setting.overhang_limit_deg),
    )


def walls_of(state: PartState, spacing_mm: float = SPACING_MM) -> Walls:
    """The walls of a part, cached by what it was made from."""
    mesh = mesh_of(state)
    return MEASURED.get(
        content_key("walls", state.key, spacing_mm), lambda: measure_walls(mesh, spacing_mm)
    )


def wall_behind(state: PartState, face: FaceSet, spacing_mm: float = SPACING_MM) -> float | None:
    """The thinnest wall behind some faces of a part in mm, None where none stands opposite."""
    walls = walls_of(state, spacing_mm)
    chosen = walls.thickness_mm[mesh_of(state).on(*face)[walls.triangle]]
    known = chosen[np.isfinite(chosen)]
    return float(known.min()) if len(known) else None


def measure_fit(
    fit: FitResult, a: PartState, b: PartState, spacing_mm: float = SPACING_MM
) -> MeasuredFit | None:
    """Measures a fit back on the finished solids in their assembled position."""
    if fit.meeting is None or a.body is None or b.body is None:
        return None
    meeting = fit.meeting
    body_a, body_b = a.body, b.body

    def measure() -> MeasuredFit:
        mesh_a, mesh_b = mesh_of(a), mesh_of(b)
        matrix = meeting.pose.matrix
        moved = mesh_b.vertices @ matrix[:, :3].T + matrix[:, 3]
        gaps: list[Gap | None] = []
        for pair in meeting.pairs:
            corners_a = mesh_a.corners[mesh_a.on(*pair.a)]
            corners_b = moved[mesh_b.triangles][mesh_b.on(*pair.b)]
            both = len(corners_a) and len(corners_b)
            gaps.append(smallest_gap(corners_a, corners_b) if both else None)
        left = tuple(
            wall_behind(a if wall.of == "a" else b, wall.face, spacing_mm)
            for wall in meeting.walls_left
        )
        overlap = max(overlap_mm3(body_a, body_b.moved(matrix)), 0.0)
        return MeasuredFit(tuple(gaps), overlap, left)

    return MEASURED.get(
        content_key(
            "fit",
            fit.fit.name,
            a.key,
            b.key,
            meeting.pose,
            meeting.pairs,
            meeting.walls_left,
            spacing_mm,
        ),
        measure,
    )


def measure_all(
    solution: Solution, spacing_mm: float = SPACING_MM
) -> tuple[dict[str, Measured], dict[str, MeasuredFit | None]]:
    """Every part and fit of a solution measured, side by side: the kernels release the lock."""
    process = solution.project.process
    groups = {part.part.name: group for group in printed_groups(solution) for part in group.parts}
    built = {name: part for name, part in solution.parts.items() if part.state.body is not None}
    parts = {
        name: _WORKERS.submit(measure_part, part, process, groups.get(name), spacing_mm)
        for name, part in built.items()
    }
    fits = {
        name: _WORKERS.submit(
            measure_fit,
            fit,
            solution.parts[fit.fit.parts[0]].state,
            solution.parts[fit.fit.parts[1]].state,
            spacing_mm,
        )
        for name, fit in solution.fits.items()
    }
    return (
        {name: job.result() for name, job in parts.items()},
        {name: job.result() for name, job in fits.items()},
    )


_WORKERS = ThreadPoolExecutor(max_workers=os.cpu_count() or 2, thread_name_prefix="measure")
