"""Points of a part, told by the faces that meet there.

    body.top | body.front | body.left    the corner where three faces meet
    body.top | body.front                the middle of the edge where two meet; of a round edge its
    centre body.top                             the middle of a face
    hole                                 where a step's axis begins

Where the faces meet more than once, the place nearest to the middle of the first one is meant. A
corner that has been rounded or cut off is still where the three planes cross.
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from core.errors import BuildError
from core.solids.body import Body
from core.solids.frame import Vector
from core.solids.mesh import TriangleMesh, triangle_mesh
from core.steps.extrude import OF_CUTTER
from core.steps.state import PartState

BAR = " | "
MOST = 400
Array = NDArray[np.float64]


def point_of(state: PartState, told: str) -> Vector:
    """Where a point is, in the part's millimetres.

    Raises:
        BuildError: no point is told, or the faces do not meet.
    """
    names = [name.strip() for name in told.split("|") if name.strip()]
    if not names:
        raise BuildError("no point is chosen", remedy="press a corner, an edge or a face")
    if len(names) == 1:
        return _middle(state, names[0])
    if len(names) > 3:
        raise BuildError(f"'{told}' names {len(names)} faces", remedy="three faces tell a corner")
    near = np.array(state.place(names[0])[1].origin)
    mesh = triangle_mesh(state.solid())
    if len(names) == 2:
        runs = list(runs_between(mesh, *(_faces(mesh, state, name) for name in names)))
        if not runs:
            raise BuildError(f"{names[0]} and {names[1]} meet in no edge", remedy="another face")
        found = min((_half_way(run) for run in runs), key=lambda at: np.linalg.norm(at - near))
    else:
        found = _corner(mesh, state, names, near)
    x, y, z = (float(v) + 0.0 for v in found)
    return (x, y, z)


def _middle(state: PartState, name: str) -> Vector:
    feature = state.features.get(name)
    if feature is not None:
        if feature.axis is None:
            raise BuildError(f"'{name}' has no axis", remedy="a face of it")
        return feature.axis.origin
    return state.place(name)[1].origin


def _faces(mesh: TriangleMesh, state: PartState, name: str) -> NDArray[np.bool_]:
    """Which triangles lie on a named face."""
    feature, _ = state.place(name)
    return mesh.on(feature.step, frozenset({name.rpartition(".")[2]}))


def runs_between(
    mesh: TriangleMesh, one: NDArray[np.bool_], other: NDArray[np.bool_]
) -> Iterator[Array]:
    """Runs of points along which two faces meet; a closed one ends where it begins."""
    start, end, owner, across = mesh.sides
    found = np.flatnonzero(one[owner] & other[across])
    following: dict[int, int] = {int(start[i]): int(end[i]) for i in found}
    begins = set(following) - set(following.values())
    left = set(following)
    for first in [*sorted(begins), *sorted(left)]:
        run = [first]
        while run[-1] in left:
            left.discard(run[-1])
            run.append(following[run[-1]])
        if len(run) > 1:
            yield mesh.vertices[run]


def _half_way(run: Array) -> Array:
    """The point half-way along a run; the centre of a closed one."""
    spans = np.linalg.norm(np.diff(run, axis=0), axis=1)
    if np.allclose(run[0], run[-1]):
        middles = (run[:-1] + run[1:]) / 2
        return np.asarray((middles * spans[:, None]).sum(axis=0) / spans.sum())
    along = np.concatenate([[0.0], np.cumsum(spans)])
    half = along[-1] / 2
    return np.array([np.interp(half, along, run[:, axis]) for axis in range(3)])


def _corner(mesh: TriangleMesh, state: PartState, names: list[str], near: Array) -> Array:
    vertices = [set(np.unique(mesh.triangles[_faces(mesh, state, n)]).tolist()) for n in names]
    shared = sorted(vertices[0] & vertices[1] & vertices[2])
    if shared:
        points = mesh.vertices[shared]
        return np.asarray(points[np.argmin(np.linalg.norm(points - near, axis=1))])
    planes = [state.place(name) for name in names]
    normals = np.array([frame.z_axis for _, frame in planes])
    flat = all(
        name.rpartition(".")[2] not in f.curved for name, (f, _) in zip(names, planes, strict=True)
    )
    if not flat or abs(np.linalg.det(normals)) < 1e-6:
        raise BuildError(f"{', '.join(names)} meet in no corner", remedy="another face")
    levels = [float(np.dot(frame.z_axis, frame.origin)) for _, frame in planes]
    return np.linalg.solve(normals, np.array(levels))


def points_on(state: PartState) -> list[str]:
    """Every point that can be told of a part: middles of faces, axes, edges, corners."""
    features = list(state.features.values())
    known = [f"{f.step}.{n}" for f in features for n in f.places if not n.endswith(OF_CUTTER)]
    axes = [f.step for f in features if f.axis is not None]
    if state.body is None:
        return [*known, *axes]
    joined = (BAR.join(sorted(names)) for names in _meetings(state.body))
    good = set(known)
    told = [one for one in joined if set(one.split(BAR)) <= good]
    return [*known, *axes, *told][:MOST]


def _meetings(body: Body) -> list[list[str]]:
    """The faces that meet in each edge and in each corner of a body. O(triangles)."""
    mesh = triangle_mesh(body)
    named = [f"{step}.{face}" for step, face in mesh.faces]
    count = len(named)
    at, face = mesh.triangles.ravel(), np.repeat(mesh.face_index.astype(np.int64), 3)
    some = np.zeros(len(mesh.vertices), dtype=np.int64)
    some[at] = face  # one of the faces at each vertex
    mixed = np.zeros(len(mesh.vertices), dtype=bool)
    mixed[at[some[at] != face]] = True  # where more than one face is
    # every face at every such vertex, once
    here = mixed[at]
    met = np.unique(at[here] * count + face[here])
    _, first, several = np.unique(met // count, return_index=True, return_counts=True)
    corners = {tuple((met[i : i + 3] % count).tolist()) for i in first[several == 3]}
    _, _, owner, beyond = mesh.sides
    own, other = (mesh.face_index[one].astype(np.int64) for one in (owner, beyond))
    low, high = np.minimum(own, other)[own != other], np.maximum(own, other)[own != other]
    pairs = [divmod(int(one), count) for one in np.unique(low * count + high)]
    found = (*pairs, *sorted(corners))
    return [[named[i] for i in one] for one in found]
