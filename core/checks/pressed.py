"""What is pressed on the stage measured on the finished solids: one thing, or between two.

A thing is told as a part and what is meant of it: ``lid: body.top`` a face as the solid names it,
``lid: body.top | body.front`` an edge, three faces a corner, ``lid: hole`` where an axis begins.
Where a face lies in several pieces, as the bores of a pattern, or two faces meet more than once,
``lid: hole.side near 0.25 0.5 1`` tells the one that lies nearest to a point: as shares of the
part's box, so that it stays the same one when sizes change.
Things of two parts are measured as they stand together in the finished thing.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from core import libigl
from core.checks.finished import mesh_of
from core.errors import BuildError
from core.project.assembly import assembled_poses
from core.project.faces import in_box
from core.project.print_groups import inverse, joined
from core.project.results import Solution
from core.proof import between as reading
from core.proof.between import Reading, Thing
from core.solids import TriangleMesh
from core.solids.edges import off_run
from core.steps import PartState
from core.steps.points import BAR, point_of, runs_between

Points = NDArray[np.float64]
NUMBER = r"(-?\d*\.?\d+)"
NEAR = re.compile(rf"(.*?)\s+near\s+{NUMBER}\s+{NUMBER}\s+{NUMBER}")
MOST_THINGS = 2
WALL = "wall between"
ON_MM = 1e-5
MOST_TRIED = 400


def readings(solution: Solution, things: Sequence[str]) -> list[Reading]:
    """Everything read off one thing, or between two; lengths in mm, angles in degrees, points in
    the coordinates of the first one's part.

    Raises:
        BuildError: a thing is not there any more, or its part has no solid.
    """
    if not 1 <= len(things) <= MOST_THINGS:
        raise BuildError(
            "one thing or two are measured", remedy="press a face, an edge or a corner"
        )
    first = things[0].partition(":")[0].strip()
    found = [_thing(solution, told, first) for told in things]
    if len(found) == 1:
        return reading.of_one(found[0])
    read = reading.between(*found)
    parts = {told.partition(":")[0].strip() for told in things}
    if len(parts) == 1 and read[0].reads == reading.OUTSIDE:
        part = parts.pop()
        if _solid_between(solution, part, *found):  # both of one part: in its own coordinates
            read[0] = replace(read[0], reads=WALL)
    return read


def _solid_between(solution: Solution, part: str, one: Thing, other: Thing) -> bool:
    """Whether a part is solid from one flat face straight across to another, somewhere where both
    are: then they span a wall."""
    mesh = mesh_of(solution.parts[part].state)
    assert one.normal is not None
    off = (other.middle - one.middle) @ one.normal
    starts = [one.corners.mean(axis=1), other.corners.mean(axis=1) - off * one.normal]
    shares = np.linspace(0.05, 0.95, 9)[:, None, None]
    for begin in starts:
        begin = begin[:MOST_TRIED]
        there = [_away(begin, one), _away(begin + off * one.normal, other)]
        begin = begin[(there[0] < ON_MM) & (there[1] < ON_MM)]
        if not len(begin):
            continue
        points = (begin + shares * (off * one.normal)).reshape(-1, 3)
        inside = libigl.fast_winding_number(mesh.vertices, mesh.triangles, points)
        if (inside.reshape(9, -1) > 0.5).all(axis=0).any():
            return True
    return False


def _away(points: np.ndarray, thing: Thing) -> np.ndarray:  # type: ignore[type-arg]
    """How far points lie from a face, mm."""
    corners = thing.corners.reshape(-1, 3)
    triangles = np.arange(len(corners)).reshape(-1, 3)
    squares: np.ndarray = libigl.point_mesh_squared_distance(points, corners, triangles)[0]  # type: ignore[type-arg]
    return np.asarray(np.sqrt(squares))


def reading_of(solution: Solution, things: Sequence[str], reads: str) -> Reading:
    """One of the readings, by what it reads.

    Raises:
        BuildError: that is not read between these any more.
    """
    every = readings(solution, things)
    found = next((one for one in every if one.reads == reads), None)
    if found is None:
        told = ", ".join(one.reads for one in every)
        raise BuildError(f"'{reads}' is not read there any more", remedy=f"what is: {told}")
    return found


def _thing(solution: Solution, told: str, first: str) -> Thing:
    """A told thing in the coordinates of the part told first."""
    part, _, what = (piece.strip() for piece in told.partition(":"))
    result = solution.parts.get(part)
    if result is None or result.state.body is None:
        raise BuildError(f"there is no solid of '{part}' to measure on")
    mesh = mesh_of(result.state)
    poses = assembled_poses(solution)
    pose = np.eye(3, 4) if part == first else joined(inverse(poses[first]), poses[part])

    def placed(points: np.ndarray) -> np.ndarray:  # type: ignore[type-arg]
        out: np.ndarray = points @ pose[:, :3].T + pose[:, 3]  # type: ignore[type-arg]
        return out

    what, near = _near(what, result.state)
    names = [name.strip() for name in what.split(BAR.strip())]
    chosen = []
    for name in names:
        step, _, face = name.partition(".")
        on = mesh.on(step, frozenset({face})) if face else np.zeros(0, dtype=bool)
        if face and not on.any():
            raise BuildError(f"the face {face} of {step} is not there any more")
        chosen.append(on)
    if len(names) == 1:
        if not len(chosen[0]):
            return reading.point(placed(np.array(point_of(result.state, names[0]))))
        own = chosen[0] if near is None else _piece(mesh, chosen[0], near)
        return reading.face(placed(mesh.corners[own]))
    if len(names) == 2:
        runs = list(runs_between(mesh, chosen[0], chosen[1]))
        if not runs:
            raise BuildError(f"{names[0]} and {names[1]} meet in no edge any more")
        if near is not None:
            return reading.edge(placed(min(runs, key=lambda run: off_run(run, near))))
        longest = max(runs, key=lambda run: np.linalg.norm(np.diff(run, axis=0), axis=1).sum())
        return reading.edge(placed(longest))
    shared = np.array(
        sorted(set.intersection(*(set(mesh.triangles[on].ravel().tolist()) for on in chosen)))
    )
    if not len(shared):
        raise BuildError(f"{what} meet in no corner any more")
    corners = mesh.vertices[shared]
    at = 0 if near is None else int(np.linalg.norm(corners - near, axis=1).argmin())
    return reading.point(placed(corners[at]))


def _near(what: str, state: PartState) -> tuple[str, Points | None]:
    """What is told without the point it is near to, and that point in the part's coordinates."""
    found = NEAR.fullmatch(what)
    if found is None:
        return what, None
    x, y, z = (float(one) for one in found.groups()[1:])
    return found[1], np.array(in_box(state, (x, y, z)))


def _piece(mesh: TriangleMesh, own: NDArray[np.bool_], near: Points) -> NDArray[np.bool_]:
    """Of the triangles of a face those that hang together with the nearest to a point."""
    piece = mesh.pieces
    chosen = np.flatnonzero(own)
    corners = np.ascontiguousarray(mesh.corners[chosen].reshape(-1, 3))
    triangles = np.arange(len(corners)).reshape(-1, 3)
    nearest = libigl.point_mesh_squared_distance(near[None], corners, triangles)[1]
    return np.asarray(own & (piece == piece[chosen[int(np.ravel(nearest)[0])]]))
