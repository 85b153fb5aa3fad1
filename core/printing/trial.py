"""Parts "printed" by the stand-in printer, read with its caliper, and put together by hand.

Everything is read off the printed solids: where the jaws stand, and how the fits feel from the
distance between the printed faces that meet. For a machine and a caliper of flesh and iron the same
places are named, so that their readings can be typed in.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core import libigl
from core.checks.finished import mesh_of
from core.printing.as_printed import as_printed
from core.printing.stand_in import StandIn
from core.process.learning import FELT, Face, Felt, felt_edges
from core.project.print_groups import group_of
from core.project.results import FitResult, PartResult, Solution
from core.proof.rays import Rays
from core.proof.slots import measure_slots
from core.proof.walls import spread_points
from core.solids import TriangleMesh
from core.steps import STEPS

Points = NDArray[np.float64]
ALONG = 0.995  # of a unit normal: a face the jaw lies flat on, or a round's crest
JAW_MM2 = 1.0  # how much face a jaw wants to stand on
DEPTH_MM = 0.05
QUARTER = 25.0  # of the faces that meet, per cent: the share that decides how they feel
BORE_SHARE = 0.3  # of the faces of a bore


@dataclass(frozen=True)
class CaliperPlace:
    """A size to be read: across the outside along an axis of the bed, or across a bore."""

    part: str
    name: str
    face: Face
    designed_mm: float
    axis: int = 0  # of the bed, for an outside size
    step: str = ""  # of a bore


@dataclass(frozen=True)
class _Standing:
    """A part on the bed: its vertices there, and how to go back."""

    mesh: TriangleMesh
    matrix: Points
    vertices: Points

    @classmethod
    def of(cls, result: PartResult, solution: Solution) -> _Standing:
        mesh = mesh_of(result.state)
        group = group_of(solution, result.part.name)
        assert group is not None
        matrix = group.to_bed(result.part.name)
        return cls(mesh, matrix, mesh.vertices @ matrix[:, :3].T + matrix[:, 3])

    def with_vertices(self, vertices: Points) -> TriangleMesh:
        """The same triangles over other vertices on the bed, in the part's own coordinates."""
        own = (vertices - self.matrix[:, 3]) @ self.matrix[:, :3]
        return TriangleMesh(own, self.mesh.triangles, self.mesh.face_index, self.mesh.faces)


def caliper_places(solution: Solution, parts: Iterable[str]) -> list[CaliperPlace]:
    """Sizes of finished parts that jaws can be set to, as they were designed."""
    found = []
    for name in parts:
        result = solution.parts[name]
        if result.state.body is None or group_of(solution, name) is None:
            continue
        stood = _Standing.of(result, solution)
        label = result.part.label or name
        for axis, word in enumerate(("width", "depth")):
            if _jaws_stand(stood, axis):
                size = float(np.ptp(stood.vertices[:, axis]))
                found.append(CaliperPlace(name, f"{label} {word}", "outer", size, axis))
        for done in result.steps:
            kind = STEPS.get(done.step.kind)
            if kind and kind.is_bore and done.error is None and done.step.enabled:
                across = _bore(stood.mesh, done.step.id)
                if across is not None:
                    words = f"{label}, across {done.step.id}"
                    found.append(CaliperPlace(name, words, "inner", across, step=done.step.id))
    return found


def _jaws_stand(stood: _Standing, axis: int) -> bool:
    """Whether both ends along an axis of the bed have face enough for a jaw."""
    corners = stood.vertices[stood.mesh.triangles]
    crosses = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    area = np.linalg.norm(crosses, axis=1)
    looks = crosses[:, axis] / np.maximum(area, 1e-30)
    reach = corners[:, :, axis]
    low, high = reach.min(), reach.max()
    at_low = (looks < -ALONG) & (reach.min(axis=1) < low + DEPTH_MM)
    at_high = (looks > ALONG) & (reach.max(axis=1) > high - DEPTH_MM)
    return bool(min(area[at_low].sum(), area[at_high].sum()) / 2 >= JAW_MM2)


def _bore(mesh: TriangleMesh, step: str) -> float | None:
    """How wide the bore of a step is in the middle, mm."""
    slots = measure_slots(mesh)
    own = np.array([owner == step for owner, _ in mesh.faces])[mesh.face_index[slots.triangle]]
    across = slots.across_mm[own & np.isfinite(slots.across_mm)]
    # a bore wider than slots are looked for shows only bits of its sides
    return float(np.median(across)) if len(across) > BORE_SHARE * own.sum() else None


@dataclass(frozen=True)
class TrialPrint:
    """What the stand-ins give: readings by place, and how each fit feels by its name."""

    readings: tuple[tuple[CaliperPlace, tuple[float, ...]], ...]
    felt: dict[str, Felt]
    gaps_mm: dict[str, float]


def trial_print(solution: Solution, parts: list[str], printer: StandIn) -> TrialPrint:
    """Prints parts with the stand-in, reads them with its caliper, and tries their fits by hand."""
    process = solution.project.process
    printed: dict[str, TriangleMesh] = {}
    readings = []
    for name in parts:
        result = solution.parts[name]
        if result.state.body is None or group_of(solution, name) is None:
            continue
        stood = _Standing.of(result, solution)
        outer, inner = printer.faces()
        vertices = as_printed(
            stood.vertices, stood.mesh.triangles, _inner(stood.mesh), outer, inner, process.layer_mm
        )
        printed[name] = stood.with_vertices(vertices)
        for place in caliper_places(solution, [name]):
            if place.face == "outer":
                true = float(np.ptp(vertices[:, place.axis]))
            else:
                bore = _bore(printed[name], place.step)
                if bore is None:
                    continue
                true = bore
            readings.append((place, printer.read(true)))
    gaps = {
        name: _printed_gap(fit, *(printed[part] for part in fit.fit.parts))
        for name, fit in solution.fits.items()
        if fit.meeting
        and fit.meeting.pairs
        and not fit.meeting.bought
        and all(part in printed for part in fit.fit.parts)
    }
    edges = felt_edges(process)
    felt = {name: FELT[int(np.searchsorted(edges, gap))] for name, gap in gaps.items()}
    return TrialPrint(tuple(readings), felt, gaps)


def _inner(mesh: TriangleMesh) -> NDArray[np.bool_]:
    """Per triangle, whether another side of the same part stands opposite: a hole or slot."""
    normals = mesh.units
    reached, facing = Rays(mesh).cast(mesh.corners.mean(axis=1), normals)
    return np.asarray(np.isfinite(reached) & (facing < -0.5))


def _printed_gap(fit: FitResult, a: TriangleMesh, b: TriangleMesh) -> float:
    """How far apart the printed faces that meet are, per side; below nought where they bite.

    The nearest quarter of them, over every pair and from both sides.
    """
    assert fit.meeting is not None
    matrix = fit.meeting.pose.matrix
    moved = TriangleMesh(
        b.vertices @ matrix[:, :3].T + matrix[:, 3], b.triangles, b.face_index, b.faces
    )
    nearest = []
    for pair in fit.meeting.pairs:
        for own, face, other in ((a, pair.a, moved), (moved, pair.b, a)):
            chosen = own.on(*face)
            if not chosen.any():
                continue
            points, _, _ = spread_points(
                TriangleMesh(own.vertices, own.triangles[chosen], own.face_index[chosen], own.faces)
            )
            signed = libigl.signed_distance(points, other.vertices, other.triangles)[0]
            nearest.append(float(np.percentile(signed, QUARTER)))
    return min(nearest)
