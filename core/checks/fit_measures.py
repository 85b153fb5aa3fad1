"""What is measured on a fit: gaps, what is shared and left, whether it goes together and holds."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import reduce
from itertools import combinations
from operator import add
from typing import TypeVar

import numpy as np

from core import libigl
from core.checks.finished import mesh_of
from core.checks.kept import SHARES, Kept, Later, as_asked
from core.checks.moving import Tried, first_touching, tried_along
from core.fits.registry import Bought, Engages, FaceSet, Held, Motion
from core.project.cache import content_key
from core.project.print_groups import Printed
from core.project.results import FitResult
from core.proof.engagement import Engagement, measure_engagement
from core.proof.escape import Escape, easiest_way_out, ways_about
from core.proof.gaps import Gap, overlap_mm3, smallest_gap
from core.proof.rays import OPPOSITE, Rays
from core.proof.walls import spread_points
from core.solids import Body, Frame, TriangleMesh, triangle_mesh
from core.solids.mesh import face_area
from core.steps import PartState

T = TypeVar("T")
Vec3 = tuple[float, float, float]
Box = tuple[float, float, float, float, float, float]
ALL = 0.999  # of what is looked at is there; facets take the rest
KEPT = 0.95  # of a face is left where it lies in material; lead-ins and ends take the rest


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
    things: Things | None = None  # None: nothing bought holds the parts together
    lowest_mm: tuple[float, float] | None = None  # of both parts over the bed, printed in place


@dataclass(frozen=True)
class Things:
    """Bought things in their places: the volume they share with each part, mm³; of the least of
    them what share of its seat there is and how far it is held, mm, in the order the fit tells
    them; what stands in the way to each, mm³. ``of_each_other_mm3``: what the screws share."""

    overlap_mm3: tuple[float, float]
    of_each_other_mm3: float
    rests: tuple[float, ...]
    held_mm: tuple[float, ...]
    in_the_way_mm3: tuple[float, ...]


@dataclass(frozen=True)
class WallFound:
    """A wall measured through material, mm: nought where there is none, None where nothing stands
    opposite; where it was measured, in the part's own coordinates."""

    value_mm: float | None
    at: Vec3 | None = None
    ends: tuple[Vec3, Vec3] | None = None


def measure_fit(
    fit: FitResult, a: PartState, b: PartState, group: Printed | None = None
) -> MeasuredFit | None:
    """Measures a fit back on the finished solids in their assembled position.

    Args:
        group: what they are printed in, where they are printed together.
    """
    return fit_to_measure(fit, a, b, group)()


def fit_to_measure(
    fit: FitResult,
    a: PartState,
    b: PartState,
    group: Printed | None = None,
    later: Later = as_asked,
) -> Callable[[], MeasuredFit | None]:
    """A fit to be measured back, in pieces that do not wait for one another.

    Args:
        group: what they are printed in, where they are printed together.
        later: has each piece measured when it is asked for, or before.
    """
    if fit.meeting is None or a.body is None or b.body is None:
        return lambda: None
    meeting, name = fit.meeting, fit.fit.name
    pose = meeting.pose.matrix

    def placed() -> TriangleMesh:
        mesh = mesh_of(b)
        moved = mesh.vertices @ pose[:, :3].T + pose[:, 3]
        return TriangleMesh(moved, mesh.triangles, mesh.face_index, mesh.faces)

    def measure() -> MeasuredFit:
        mesh_a, mesh_b = mesh_of(a), placed()
        gaps: list[Gap | None] = []
        for pair in meeting.pairs:
            one, other = mesh_a, mesh_b
            if pair.bought and meeting.bought:
                one = triangle_mesh(meeting.bought.body)
                other = mesh_a if pair.bought == "a" else mesh_b
            corners_a = one.corners[one.on(*pair.a)]
            corners_b = other.corners[other.on(*pair.b)]
            both = len(corners_a) and len(corners_b)
            gaps.append(smallest_gap(corners_a, corners_b) if both else None)
        left = tuple(
            wall_behind(a if wall.of == "a" else b, wall.face, wall.whole)
            for wall in meeting.walls_left
        )
        things = _things(meeting.bought, a.solid(), b.solid().moved(pose))
        engaged = _engaged(meeting.engages, mesh_a, mesh_b) if meeting.engages else None
        return MeasuredFit(tuple(gaps), shared(), left, engaged, things=things)

    def escape(held: Held) -> Escape:
        return easiest_way_out(mesh_of(a), placed(), ways_about(np.array(held.axis)), held.far_mm)

    def kept(what: str, make: Callable[[], T], *of: object) -> Kept[T]:
        return Kept(f"{what} of {name}", content_key(what, a.key, b.key, meeting.pose, *of), make)

    def along(motion: Motion) -> Callable[[], Tried]:
        def tried(share: tuple[int, int] = (0, 1)) -> Tried:
            return tried_along(fit, a, b, motion, shared(), share)

        whole = kept("way", tried, motion)
        return later(replace(whole, share=lambda n: tried((n, SHARES)), join=first_touching))

    shared = kept("overlap", lambda: max(overlap_mm3(a.solid(), b.solid().moved(pose)), 0.0))
    met = later(kept("meeting", measure, replace(meeting, cautions=(), working=())))
    held = meeting.held
    way_out = later(kept("way out", lambda: escape(held), held)) if held else None
    way = along(meeting.motion) if meeting.motion else None
    apart = along(meeting.apart) if meeting.apart else None

    def found() -> MeasuredFit:
        return replace(
            met(),
            escape=way_out() if way_out else None,
            way=way() if way else None,
            apart=apart() if apart else None,
            lowest_mm=_lowest(fit, a, b, group) if meeting.in_place and group else None,
        )

    return found


def wall_behind(state: PartState, face: FaceSet, whole: bool = True) -> WallFound:
    """The thinnest wall behind some faces of a part; nought where the faces are cut away.

    Rays from the faces go through material to the first face they come out at.

    Args:
        whole: none is left, too, where some of the faces is cut away.
    """
    mesh = mesh_of(state)
    own = mesh.on(*face)
    broken = _broken(state, mesh, face) if whole else None
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
    away = libigl.point_mesh_squared_distance(points, corners, index)[0]
    return WallFound(0.0, _triple(points[int(np.argmax(away))]))


def _triple(point: np.ndarray) -> Vec3:  # type: ignore[type-arg]
    return float(point[0]), float(point[1]), float(point[2])


def _things(bought: Bought | None, a: Body, placed_b: Body) -> Things | None:
    if bought is None:
        return None
    parts = {"a": a, "b": placed_b}

    def there(of: str, looked_at: Body) -> float:
        return (parts[of] & looked_at).volume_mm3 / looked_at.volume_mm3

    def share(of: str, looked_at: tuple[Body, ...]) -> float:
        # all at once, and each by itself only where something is missing
        whole = there(of, reduce(add, looked_at))
        return whole if whole > ALL else min(there(of, one) for one in looked_at)

    def in_the_way(way: Body) -> float:
        return sum(max(overlap_mm3(way, one), 0.0) for one in parts.values())

    free = in_the_way(reduce(add, bought.ways)) <= 0
    return Things(
        (max(overlap_mm3(bought.body, a), 0.0), max(overlap_mm3(bought.body, placed_b), 0.0)),
        sum(
            max(overlap_mm3(one, other), 0.0) for one, other in combinations(bought.screws, 2)
            if beside(one.bounds, other.bounds)
        ),
        tuple(share(one.of, one.rings) for one in bought.rests),
        tuple(share(one.of, one.shells) * one.long_mm for one in bought.grips),
        tuple(0.0 if free else in_the_way(way) for way in bought.ways),
    )  # fmt: skip


def beside(one: Box, other: Box) -> bool:
    """Whether two boxes have room in common.

    >>> beside((0, 0, 0, 1, 1, 1), (2, 0, 0, 3, 1, 1))
    False
    """
    return all(one[i] < other[i + 3] and other[i] < one[i + 3] for i in range(3))


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


def _lowest(fit: FitResult, a: PartState, b: PartState, group: Printed) -> tuple[float, float]:
    """How high above the bed the lowest of each part lies, mm."""
    heights = []
    for name, state in zip(fit.fit.parts, (a, b), strict=True):
        matrix = group.to_bed(name)
        heights.append(float((mesh_of(state).vertices @ matrix[2, :3] + matrix[2, 3]).min()))
    return heights[0], heights[1]
