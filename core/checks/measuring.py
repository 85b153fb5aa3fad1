"""The checks run on the parts and fits of a solution, cached by what they were run on."""

from __future__ import annotations

import os
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from functools import cache
from typing import Any, Protocol, TypeVar

import igl
import numpy as np

from core.checks.finished import mesh_of
from core.checks.moving import Tried, tried_along
from core.fits.registry import Engages, FaceSet, Held
from core.halting import may_halt
from core.process import Process
from core.project.cache import MEASURED, content_key
from core.project.print_groups import Printed, printed_groups
from core.project.results import FitResult, PartResult, Solution
from core.proof.bed import BedFit, check_bed
from core.proof.capacity import Holds, holds
from core.proof.closed import Closed, check_closed
from core.proof.engagement import Engagement, measure_engagement
from core.proof.escape import Escape, easiest_way_out, ways_about
from core.proof.gaps import Gap, overlap_mm3, smallest_gap
from core.proof.layers import LayerTest, test_layers
from core.proof.mass import Bulk, measure_bulk
from core.proof.overhang import Overhang, check_overhang
from core.proof.relief import Relief, shallow_reliefs
from core.proof.setting import Setting
from core.proof.slots import Slots, measure_slots
from core.proof.small_part import LoosePiece, small_pieces
from core.proof.splitting import Cut, where_to_cut
from core.proof.walls import OPPOSITE, SPACING_MM, Rays, Walls, measure_walls, spread_points
from core.solids import Frame, TriangleMesh, triangle_mesh
from core.solids.mesh import face_area
from core.solids.stance import back_to_part, turn_of
from core.steps import PartState

T = TypeVar("T")
Vec3 = tuple[float, float, float]
KEPT = 0.95  # of a face is left where it lies in material; lead-ins and ends take the rest
RELIEF_LINES = 0.5  # a step across the bed hardly shows under half a line (common practice)


@dataclass(frozen=True)
class Alone:
    """What a part is by itself, however it stands."""

    bulk: Bulk
    closed: Closed
    holds: Holds | None  # None where it is no vessel


@dataclass(frozen=True)
class Stood:
    """What depends on how a part stands."""

    bed: BedFit
    overhang: Overhang
    reliefs: tuple[Relief, ...]
    cuts: tuple[Cut, ...] = ()  # where to cut it, should it be too large for the bed


@dataclass(frozen=True)
class Measured:
    """Everything measured on one finished part. What is still being measured is waited for when it
    is asked for, so that a check waits for what it looks at and for nothing else."""

    mesh: TriangleMesh
    to_bed: np.ndarray  # type: ignore[type-arg]
    alone: Callable[[], Alone]
    stood: Callable[[], Stood]
    through: Callable[[], tuple[Walls, Slots]]
    layered: Callable[[], LayerTest | None]
    loose: Callable[[], list[LoosePiece]]  # its pieces, each tried in the small-parts cylinder
    leads: bool = True  # what hangs, of all that is printed together, is told with this part

    @property
    def bulk(self) -> Bulk:
        """Volume, area, centre and size."""
        return self.alone().bulk

    @property
    def closed(self) -> Closed:
        """Whether it is closed, and of how many shells."""
        return self.alone().closed

    @property
    def holds(self) -> Holds | None:
        """What it holds to its rim; None of what is no vessel."""
        return self.alone().holds

    @property
    def bed(self) -> BedFit:
        """How it lies on the bed."""
        return self.stood().bed

    @property
    def overhang(self) -> Overhang:
        """Faces that lean further than the limit, standing."""
        return self.stood().overhang

    @property
    def reliefs(self) -> tuple[Relief, ...]:
        """Steps between flat faces too low to be printed."""
        return self.stood().reliefs

    @property
    def cuts(self) -> tuple[Cut, ...]:
        """Where to cut it, where it is too large for the bed."""
        return self.stood().cuts

    @property
    def walls(self) -> Walls:
        """The wall behind points all over it, mm."""
        return self.through()[0]

    @property
    def slots(self) -> Slots:
        """The air outside points all over it, mm."""
        return self.through()[1]

    @property
    def layers(self) -> LayerTest | None:
        """None where the surface is open."""
        return self.layered()

    def place(self, point: tuple[float, float, float]) -> tuple[float, float, float]:
        """A point on the bed, told in the part's own coordinates."""
        x, y, z = back_to_part(np.array([point]), self.to_bed)[0]
        return float(x), float(y), float(z)


@dataclass(frozen=True)
class MeasuredFit:
    """Gaps of a fit on the finished solids, pair by pair, and the volume they share."""

    gaps: tuple[Gap | None, ...]
    overlap_mm3: float
    walls_left: tuple[WallFound, ...]
    engagement: Engagement | None = None  # None: nothing is to engage, or nothing does
    escape: Escape | None = None  # None: nothing is to be held in
    way: Tried | None = None  # moved along the fit's own way
    apart: Tried | None = None  # and along the way it is taken apart, where that is another
    lowest_mm: tuple[float, float] | None = None  # of both parts over the bed, printed in place


@dataclass(frozen=True)
class WallFound:
    """A wall measured through material, mm: nought where there is none, None where nothing stands
    opposite; where it was measured, in the part's own coordinates."""

    value_mm: float | None
    at: Vec3 | None = None
    ends: tuple[Vec3, Vec3] | None = None


def measure_part(
    result: PartResult,
    process: Process,
    group: Printed | None = None,
    spacing_mm: float = SPACING_MM,
) -> Measured:
    """Everything measured on a finished part, standing with what it is printed together with."""
    return _measured(result, process, group, spacing_mm, at_once)


class Later(Protocol):
    """Has something done, now or beside other things; what it answers waits for the result."""

    def __call__(self, work: Callable[..., T], *given: Any) -> Callable[[], T]: ...


def at_once(work: Callable[..., T], *given: Any) -> Callable[[], T]:
    """Does it now."""
    done = work(*given)
    return lambda: done


def when_asked(work: Callable[..., T], *given: Any) -> Callable[[], T]:
    """Does it when it is first asked for, if ever."""
    return cache(lambda: work(*given))


def beside(work: Callable[..., T], *given: Any) -> Callable[[], T]:
    """Does it beside other things."""
    return _WORKERS.submit(work, *given).result


def _measured(
    result: PartResult, process: Process, group: Printed | None, spacing_mm: float, later: Later
) -> Measured:
    """A part measured in pieces that do not wait for one another, and that are kept one by one:
    turned, a part keeps its walls."""
    setting = Setting.of(process)
    whole = group or Printed((result,), (np.eye(3, 4),))
    state, name = result.state, result.part.name
    leads, mesh = whole.leads(name), mesh_of(state)
    return Measured(
        mesh,
        whole.to_bed(name),
        later(_alone, state, mesh),
        later(_stood, result, mesh, whole, setting),
        later(_through, state, mesh, spacing_mm),
        # what hangs is told with the one that leads: it has asked first
        later(_layers_of, whole, setting) if leads else lambda: _layers_of(whole, setting),
        lambda: _loose(state, mesh),
        leads,
    )


def _through(state: PartState, mesh: TriangleMesh, spacing_mm: float) -> tuple[Walls, Slots]:
    """The walls of a part and its slots: the same points, the same rays sent in and out."""

    def measure() -> tuple[Walls, Slots]:
        spread, rays = spread_points(mesh, spacing_mm), Rays(mesh)
        may_halt()
        walls = measure_walls(mesh, spacing_mm, rays, spread)
        return walls, measure_slots(mesh, spacing_mm, rays, spread)

    return MEASURED.get(content_key("walls and slots", state.key, spacing_mm), measure)


def _alone(state: PartState, mesh: TriangleMesh) -> Alone:
    return MEASURED.get(
        content_key("by itself", state.key),
        lambda: Alone(measure_bulk(mesh), check_closed(mesh), _holds(state)),
    )


def _stood(result: PartResult, mesh: TriangleMesh, group: Printed, setting: Setting) -> Stood:
    """What depends on how a part stands: whether it fits the bed, what leans out."""
    state, name = result.state, result.part.name

    def measure() -> Stood:
        matrix = group.to_bed(name)
        standing = TriangleMesh(
            mesh.vertices @ matrix[:, :3].T + matrix[:, 3],
            mesh.triangles,
            mesh.face_index,
            mesh.faces,
        )
        if group.leads(name):
            stood = group.standing().solid
            corners = np.asarray(stood.to_mesh64().vert_properties, dtype=np.float64)[:, :3]
        else:
            corners = standing.vertices
        bed = check_bed(corners, setting.bed_mm)
        reliefs = shallow_reliefs(standing, setting.layer_mm, RELIEF_LINES * setting.line_mm)
        return Stood(
            bed,
            check_overhang(standing, setting.overhang_limit_deg, setting.layer_mm),
            tuple(reliefs),
            () if bed.fits else cuts_for(group, setting.bed_mm),
        )

    return MEASURED.get(
        content_key("stands", state.key, name, group.key, group.stance, setting), measure
    )


def _holds(state: PartState) -> Holds | None:
    """What the part's hollow holds, where a step made one to hold something."""
    hollow = [f for f in state.features.values() if "capacity" in f.quantities and f.mouth]
    if not hollow:
        return None
    mouth = hollow[-1].mouth
    assert mouth is not None
    frame = mouth.frame.matrix
    back = np.column_stack([frame[:, :3].T, -frame[:, :3].T @ frame[:, 3]])
    return holds(state.solid().solid, back)


def _layers_of(group: Printed, setting: Setting) -> LayerTest:
    key = content_key("layers", group.key, group.stance, setting)
    return MEASURED.get(
        key,
        lambda: test_layers(group.standing().solid, setting.layer_mm, setting.overhang_limit_deg),
    )


def _loose(state: PartState, mesh: TriangleMesh) -> list[LoosePiece]:
    return MEASURED.get(content_key("small pieces", state.key), lambda: small_pieces(mesh))


def wall_behind(state: PartState, face: FaceSet) -> WallFound:
    """The thinnest wall behind some faces of a part; nought where the faces are cut away.

    Rays from the faces go through material to the first face they come out at.
    """
    mesh = mesh_of(state)
    own = mesh.on(*face)
    broken = _broken(state, mesh, face)
    if broken is not None:
        return broken
    if not own.any():
        return WallFound(0.0)
    some = TriangleMesh(mesh.vertices, mesh.triangles[own], mesh.face_index[own], mesh.faces)
    points, _, normals = spread_points(some)
    reached, facing = Rays(mesh).cast(points, -normals)
    reached = np.where((facing > -OPPOSITE) & np.isfinite(reached), reached, np.nan)
    if not np.isfinite(reached).any():
        return WallFound(None)
    index = int(np.nanargmin(reached))
    start, end = points[index], points[index] - normals[index] * reached[index]
    return WallFound(float(reached[index]), _triple(start), (_triple(start), _triple(end)))


def _broken(state: PartState, mesh: TriangleMesh, face: FaceSet) -> WallFound | None:
    """Where faces that a fit cut, and that were to lie in material, do not: it is cut through.

    What is left of each is held against what was cut; where the cutter runs past the far end all of
    them are short by the same share.
    """
    feature = state.features.get(face[0])
    if feature is None or feature.cut is None:
        return None
    drawn = triangle_mesh(feature.cut)
    shares = {}
    for name in face[1]:
        was = face_area(drawn, face[0], name)
        if was > 1e-9:
            shares[name] = face_area(mesh, face[0], name) / was
    if not shares:
        return None
    whole = min(max(shares.values()), 1.0) if len(shares) > 1 else 1.0
    lost = {name for name, share in shares.items() if share < KEPT * whole}
    if not lost:
        return None
    gone = drawn.on(face[0], frozenset(lost))
    some = TriangleMesh(drawn.vertices, drawn.triangles[gone], drawn.face_index[gone], drawn.faces)
    points = spread_points(some)[0][::10]
    left = mesh.corners[mesh.on(*face)]
    if not len(left):
        return WallFound(0.0, _triple(points[len(points) // 2]))
    corners = np.ascontiguousarray(left.reshape(-1, 3))
    index = np.arange(len(corners), dtype=np.int64).reshape(-1, 3)
    away = igl.point_mesh_squared_distance(points, corners, index)[0]
    return WallFound(0.0, _triple(points[int(np.argmax(away))]))


def _triple(point: np.ndarray) -> Vec3:  # type: ignore[type-arg]
    return float(point[0]), float(point[1]), float(point[2])


def measure_fit(
    fit: FitResult, a: PartState, b: PartState, group: Printed | None = None
) -> MeasuredFit | None:
    """Measures a fit back on the finished solids in their assembled position.

    Args:
        group: what they are printed in, where they are printed together.
    """
    if fit.meeting is None or a.body is None or b.body is None:
        return None
    meeting = fit.meeting
    body_a, body_b = a.body, b.body

    def measure() -> MeasuredFit:
        mesh_a, mesh_b = mesh_of(a), mesh_of(b)
        matrix = meeting.pose.matrix
        moved = mesh_b.vertices @ matrix[:, :3].T + matrix[:, 3]
        placed = TriangleMesh(moved, mesh_b.triangles, mesh_b.face_index, mesh_b.faces)
        gaps: list[Gap | None] = []
        for pair in meeting.pairs:
            corners_a = mesh_a.corners[mesh_a.on(*pair.a)]
            corners_b = placed.corners[mesh_b.on(*pair.b)]
            both = len(corners_a) and len(corners_b)
            gaps.append(smallest_gap(corners_a, corners_b) if both else None)
        left = tuple(
            wall_behind(a if wall.of == "a" else b, wall.face) for wall in meeting.walls_left
        )
        shared = max(overlap_mm3(body_a, body_b.moved(matrix)), 0.0)
        return MeasuredFit(
            tuple(gaps),
            shared,
            left,
            _engaged(meeting.engages, mesh_a, placed) if meeting.engages else None,
            _escape(meeting.held, mesh_a, placed) if meeting.held else None,
            tried_along(fit, a, b, meeting.motion, shared) if meeting.motion else None,
            tried_along(fit, a, b, meeting.apart, shared) if meeting.apart else None,
        )

    key = content_key(
        "fit, as tried", fit.fit.name, a.key, b.key, replace(meeting, cautions=(), working=())
    )
    found = MEASURED.get(key, measure)
    if meeting.in_place and group is not None:
        found = replace(found, lowest_mm=_lowest(fit, a, b, group))
    return found


def _engaged(asked: Engages, mesh_a: TriangleMesh, placed_b: TriangleMesh) -> Engagement | None:
    bolt, nut = mesh_a.corners[mesh_a.on(*asked.a)], placed_b.corners[placed_b.on(*asked.b)]
    if not len(bolt) or not len(nut):
        return None
    about = [_about(asked.axis, corners) for corners in (bolt, nut)]
    return measure_engagement(about[0], about[1], asked.low, asked.high)


def _about(axis: Frame, corners: np.ndarray) -> np.ndarray:  # type: ignore[type-arg]
    """Corners told about an axis' own frame."""
    matrix = axis.matrix
    return np.asarray((corners - matrix[:, 3]) @ matrix[:, :3])


def _escape(held: Held, mesh_a: TriangleMesh, placed_b: TriangleMesh) -> Escape:
    return easiest_way_out(mesh_a, placed_b, ways_about(np.array(held.axis)), held.far_mm)


def _lowest(fit: FitResult, a: PartState, b: PartState, group: Printed) -> tuple[float, float]:
    """How high above the bed the lowest of each part lies, mm."""
    heights = []
    for name, state in zip(fit.fit.parts, (a, b), strict=True):
        matrix = group.to_bed(name)
        heights.append(float((mesh_of(state).vertices @ matrix[2, :3] + matrix[2, 3]).min()))
    return heights[0], heights[1]


def cuts_for(group: Printed, bed: Vec3) -> tuple[Cut, ...]:
    """Where to cut something too large, square to the axes of its first part.

    The bed's sides are taken as its own axes lie when it stands.
    """
    turn = turn_of(group.stance)
    room = np.abs(turn.T) @ np.array(bed)
    # a slanting stance has no axis of its own: cut for the smallest side of the bed
    square = np.allclose(np.sort(np.abs(turn), axis=1), [[0, 0, 1]] * 3, atol=1e-6)
    sides = tuple(float(v) for v in room) if square else (min(bed),) * 3
    return where_to_cut(group.solid().solid, (sides[0], sides[1], sides[2]))


Joints = dict[str, Callable[[], MeasuredFit | None]]


def measure_all(
    solution: Solution, spacing_mm: float = SPACING_MM, later: Later | None = None
) -> tuple[dict[str, Measured], Joints]:
    """Every part and fit of a solution measured: side by side where nothing else is said, and
    nothing is waited for yet."""
    later = later or beside
    process = solution.project.process
    groups = {part.part.name: group for group in printed_groups(solution) for part in group.parts}
    parts = {
        name: _measured(part, process, groups.get(name), spacing_mm, later)
        for name, part in solution.parts.items()
        if part.state.body is not None
    }
    fits = {
        name: later(
            measure_fit,
            fit,
            solution.parts[fit.fit.parts[0]].state,
            solution.parts[fit.fit.parts[1]].state,
            groups.get(fit.fit.parts[0]),
        )
        for name, fit in solution.fits.items()
    }
    return parts, fits


_WORKERS = ThreadPoolExecutor(max_workers=os.cpu_count() or 2, thread_name_prefix="measure")
