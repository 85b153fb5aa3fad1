"""What finishes edges, along runs of chains: where two of one kind meet in a corner that neither
goes past, both go on to the plane between them and are one tool; elsewhere a chain goes on to the
face that it ends in.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from core.solids.body import Body
from core.solids.edge_corners import FLATTEST
from core.solids.edge_sections import (
    PROUD_MM,
    Faces,
    Finish,
    Points,
    Shape,
    joined,
    sections_of,
    unit,
)  # fmt: skip
from core.solids.mesh import TriangleMesh

SAME_MM = 1e-6  # so near to each other two chains' sections in the plane between them are one
BACK_MM = 1e-9
End = int  # 0 or -1 of a chain's points


@dataclass(frozen=True, eq=False)
class Way:
    """A chain walked one way or the other, and its number among all that are wanted."""

    finish: Finish
    forward: bool = True
    number: int = 0

    @property
    def into(self) -> End:
        """The end at which it begins."""
        return 0 if self.forward else -1

    @property
    def out_of(self) -> End:
        """The end at which it ends."""
        return -1 if self.forward else 0

    def sections(self, faces: Faces, shape: Shape) -> Points:
        """Its tool's outlines (n, k, 3) in order, the left face first."""
        found = sections_of(faces, self.finish, shape)
        if self.forward:
            return found
        size = found.shape[1]
        return np.asarray(found[::-1][:, [0, *range(size - 1, 0, -1)]])


@dataclass(frozen=True)
class Run:
    """Chains that meet end to end, of all that are wanted; and which others those meet in their
    ends: the way out of these."""

    ways: tuple[Way, ...]
    closed: bool  # the last meets the first
    met: Mapping[tuple[int, End], Points]


def runs_of(mesh: TriangleMesh, wanted: Sequence[Finish]) -> list[Run]:
    """Every chain in one run; closed chains are runs of their own."""
    links: dict[tuple[int, End], tuple[int, End]] = {}
    for own, finish in enumerate(wanted):
        for end in () if finish.chain.closed else (0, -1):
            met = _met_at(mesh, finish, wanted, end)
            if met is not None:
                links[own, end] = met
    out_of = {one: _way_out(wanted[other], end) for one, (other, end) in links.items()}
    links = {one: other for one, other in links.items() if links.get(other) == one}
    found, done = [], set[int]()
    # runs with a free end first: what is left after them are loops
    for first in sorted(
        range(len(wanted)), key=lambda own: (own, 0) in links and (own, -1) in links
    ):
        if first in done:
            continue
        run, closed = [(first, (first, 0) not in links or (first, -1) in links)], False
        while True:
            own, forward = run[-1]
            done.add(own)
            following = links.get((own, -1 if forward else 0))
            if following is None or following[0] in done:
                closed = following == (first, 0 if run[0][1] else -1) and len(run) > 1
                break
            run.append((following[0], following[1] == 0))
        ways = tuple(Way(wanted[own], forward, own) for own, forward in run)
        found.append(Run(ways, closed, out_of))
    return found


def tools_along(faces: Faces, run: Run, shape: Shape, step: str) -> list[Body]:
    """What is taken off, or filled, along a run: one body, or one a chain where their sections do
    not meet.

    Raises:
        Unclosed: the sections make no closed solid.
    """
    if len(run.ways) == 1:
        (way,) = run.ways
        sections = way.sections(faces, shape)
        if way.finish.chain.closed:
            return [joined(sections, True, step)]
        return [_alone(faces, way, run, sections, step)]
    parts = [way.sections(faces, shape) for way in run.ways]
    count = len(parts)
    between = range(count if run.closed else count - 1)
    corners = [_corner(faces.mesh, run, parts, at, (at + 1) % count) for at in between]
    met = [corner for corner in corners if corner is not None]
    if len(met) < len(corners):
        return [
            _alone(faces, way, run, its, step) for way, its in zip(run.ways, parts, strict=True)
        ]
    chosen: list[Points] = []
    flush: list[tuple[str, str] | None] = [None, None]
    if not run.closed:
        first = _ended(faces.mesh, run.ways[0], parts[0][0], run.ways[0].into, run)
        flush[0] = first.face
        chosen.append(first.section[None])
    for at, its in enumerate(parts):
        before = met[at - 1] if at or run.closed else None
        after = met[at] if at < len(met) else None
        low = 1 if before is not None and before.back[1] else 0
        high = len(its) - (1 if after is not None and after.back[0] else 0)
        chosen.append(its[low:high])
        if after is not None:
            chosen.append(after.section[None])
    if not run.closed:
        last = _ended(faces.mesh, run.ways[-1], parts[-1][-1], run.ways[-1].out_of, run)
        flush[1] = last.face
        chosen.append(last.section[None])
    return [joined(np.concatenate(chosen), run.closed, step, (flush[0], flush[1]))]


@dataclass(frozen=True)
class _Corner:
    """The section that two chains have in common, and whether it lies back of the last of the one
    and of the first of the other."""

    section: Points
    back: tuple[bool, bool]


def _corner(
    mesh: TriangleMesh, run: Run, parts: Sequence[Points], at: int, after: int
) -> _Corner | None:
    """Where two chains of a run meet; None where their sections are not one."""
    one, other = run.ways[at], run.ways[after]
    sections = parts[at][-1], parts[after][0]
    if sections[0].shape != sections[1].shape:
        return None
    place = mesh.vertices[one.finish.chain.vertices[one.out_of]]
    ways = _way_out(one.finish, one.out_of), _way_out(other.finish, other.into)
    a = _carried(place, sections[0], *ways)
    b = _carried(place, sections[1], *ways[::-1])
    if float(np.abs(a.section - b.section).max()) > SAME_MM:
        return None
    return _Corner((a.section + b.section) / 2, (a.least < -BACK_MM, b.least < -BACK_MM))


@dataclass(frozen=True)
class _Carried:
    """A section in another plane, and how far its nearest corner was carried, mm."""

    section: Points
    least: float


def _carried(corner: Points, section: Points, way: Points, other: Points) -> _Carried:
    """A section carried on along its chain to the plane halfway to another's."""
    plane = unit(way - other)
    reach = (corner - section) @ plane / max(float(way @ plane), FLATTEST)
    return _Carried(np.asarray(section + reach[:, None] * way), float(reach.min()))


def _way_out(finish: Finish, end: End) -> Points:
    points = finish.chain.points
    return unit(points[end] - points[1 if end == 0 else -2])


def _alone(faces: Faces, way: Way, run: Run, sections: Points, step: str) -> Body:
    """The tool along one open chain; where it meets another it goes a hair past the plane between
    both."""
    ends = [
        _ended(faces.mesh, way, section, end, run)
        for section, end in ((sections[0], way.into), (sections[-1], way.out_of))
    ]
    whole = np.concatenate([ends[0].section[None], sections, ends[1].section[None]])
    return joined(whole, False, step, (ends[0].face, ends[1].face))


@dataclass(frozen=True)
class _End:
    """The last section of an open chain, and the face that it ends flush with, if any."""

    section: Points
    face: tuple[str, str] | None = None


def _ended(mesh: TriangleMesh, way: Way, section: Points, end: End, run: Run) -> _End:
    """The last section of an open chain carried on to the face in which the chain ends.

    Out of the part it goes past that face a little, and so into material that it is added to. Where
    it would stop short of another chain that ends in the same corner, it goes a hair past the plane
    between both.
    """
    finish, out = way.finish, _way_out(way.finish, end)
    vertex = finish.chain.vertices[end]
    other = run.met.get((way.number, end))
    if other is not None:
        carried = _carried(mesh.vertices[vertex], section, out, other)
        return _End(carried.section + PROUD_MM * out)
    wall = _wall_at(mesh, finish, end)
    if wall is None:
        return _End(section + out * PROUD_MM)
    past = PROUD_MM if wall.goes_on else 0.0
    reach = (mesh.vertices[vertex] - section) @ wall.normal / wall.facing
    return _End(
        section + (reach + past)[:, None] * out, None if wall.goes_on else mesh.faces[wall.face]
    )


@dataclass(frozen=True)
class _Wall:
    """The face that a chain ends in: its number, its normal, how far it faces along the chain, and
    whether the chain's tool goes past it."""

    face: int
    normal: Points
    facing: float
    goes_on: bool


def _wall_at(mesh: TriangleMesh, finish: Finish, end: End) -> _Wall | None:
    """The face square-most to a chain at its end; None where none is square enough."""
    chain = finish.chain
    around = np.flatnonzero((mesh.triangles == chain.vertices[end]).any(axis=1))
    own = chain.faces[0] | chain.faces[1]
    others = [t for t in around if int(mesh.face_index[t]) not in own]
    if not others:
        return None
    normals = unit(mesh.crosses[others])
    facing = normals @ _way_out(finish, end)
    best = int(np.argmax(np.abs(facing)))
    if abs(facing[best]) < FLATTEST:
        return None
    goes_on = bool((facing[best] > 0) == chain.convex)
    return _Wall(int(mesh.face_index[others[best]]), normals[best], float(facing[best]), goes_on)


def _met_at(
    mesh: TriangleMesh, finish: Finish, wanted: Sequence[Finish], end: End
) -> tuple[int, End] | None:
    """The one other chain that a chain meets in its end, and which of its ends lies there: the same
    edge round a sharp corner, or one beside a wall that neither goes past."""
    vertex = finish.chain.vertices[end]
    same = _partner(finish, wanted, vertex, finish.chain.faces)
    if same is not None:
        return same
    wall = _wall_at(mesh, finish, end)
    # round the outside of a post a ball turns about its edge: see `pivots`
    if wall is None or wall.goes_on or not (finish.chain.convex or wall.facing < 0):
        return None
    return _partner(finish, wanted, vertex)


def _partner(
    finish: Finish, wanted: Sequence[Finish], vertex: int,
    faces: tuple[frozenset[int], frozenset[int]] | None = None,
) -> tuple[int, End] | None:  # fmt: skip
    """The one other chain of this kind, between these faces, that ends in a corner."""
    found = []
    for own, one in enumerate(wanted):
        chain = one.chain
        if chain.closed or chain.convex != finish.chain.convex or one is finish:
            continue
        if faces is not None and chain.faces != faces:
            continue
        found += [(own, end) for end in (0, -1) if chain.vertices[end] == vertex]
    return found[0] if len(found) == 1 else None
