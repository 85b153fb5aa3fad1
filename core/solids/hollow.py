"""Any finished body hollowed to a wall, inwards or outwards.

The wall is what lies within its thickness of a closed face: every face is thickened as one sheet
whose corners move so that each of its facets moves by exactly the wall, the open faces are left
out, and the sheets are joined. What is left between two sheets that part (along an edge that is
hollow as seen from the wall) is filled with a mitre, so sharp features stay sharp. This way was
chosen over offsetting the pieces a part is made of, which leaves a partition where two pieces meet,
and over a distance field, which rounds every edge and costs a grid as fine as the wall is exact.

Facets that turn over when they move, where the body curves tighter than its wall is thick, are
filled block by block as far as to where they meet; the sheets beside them go straight on under
them, so that a rounding tighter than the wall leaves the room a sharp corner. Before an open face
the blocks go on to it: within a rounded rim the wall is as straight as below.
"""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace

import numpy as np
from manifold3d import Manifold, OpType
from numpy.typing import NDArray

from core import libigl
from core.errors import BuildError
from core.solids.body import Body
from core.solids.crumbs import pieces_mm3, without_crumbs
from core.solids.hollow_blocks import folded, mitres, over_slits
from core.solids.hollow_parting import half_turned, parted
from core.solids.hollow_sheets import Sheets
from core.solids.hollow_slits import FURTHEST, Slits, slits_of
from core.solids.hollow_turned import turned_walls
from core.solids.mesh import TriangleMesh, triangle_mesh
from core.solids.turned import Lathe

MENDED = 2  # times slits are closed
LEVEL_MM = 1e-6  # off its plane: a face that is flat
HAIR_MM = 5e-3  # what parted facets leave between their walls
CRUMB_MM3 = 0.05  # loose pieces and rooms smaller than this are rounding


@dataclass(frozen=True)
class Hollow:
    """A hollowed body, and what was taken out of it, or left inside it, as ``inside``.

    ``rooms`` are the volumes in mm³ of the separate spaces in its wall, largest first; ``shut``
    those of them that no open face leads into; ``solid_behind`` the faces behind which no room
    is left, as indices into the mesh's faces; ``thick`` the share of the new faces behind which the
    wall came out thicker than a square mitre.
    """

    body: Body
    inside: Body
    rooms: tuple[float, ...]
    shut: tuple[float, ...]
    solid_behind: tuple[int, ...]
    thick: float = 0.0


def hollowed(
    body: Body,
    mesh: TriangleMesh,
    wall_mm: NDArray[np.float64],
    opened: Collection[int],
    step: str,
    names: Collection[str],
    outward: bool = False,
    lathe: Lathe | None = None,
) -> Hollow:
    """A body with a wall behind each of its closed faces.

    Args:
        mesh: of the body.
        wall_mm: (faces,) the wall behind, or in front of, each face of the mesh.
        opened: faces left open, as indices into the mesh's faces.
        names: what the new side of each face is called, one a face.
        outward: the body's own faces become the inside.
        lathe: what the body was turned from, where it is nothing else: its wall is worked out on
            the half profile.

    Raises:
        BuildError: nothing is hollow, or every face is open. O(triangles) and one union of sheets.
    """
    asked = _Asked(body, mesh, wall_mm, frozenset(opened), step, tuple(names), outward)
    if len(asked.opened) == len(asked.names):
        raise BuildError("every face is open: no wall is left", remedy="leave one closed")
    walls = _turned(lathe, asked) if lathe else None
    if walls is not None:
        return _left_by(walls, None, asked)
    sheets = _sheets(asked)
    pieces = [*sheets.patches(step, asked.names), *folded(sheets, step), *mitres(sheets, step)]
    sources = {key: source for piece in pieces for key, source in piece.sources.items()}
    solid = Manifold.batch_boolean([p.solid for p in pieces], OpType.Add)
    walls = Body(solid.simplify(HAIR_MM) if sheets.exact else solid, sources)
    return _left_by(walls, sheets, asked)


@dataclass(frozen=True)
class _Asked:
    """What a body is hollowed to: the arguments of ``hollowed``."""

    body: Body
    mesh: TriangleMesh
    wall_mm: NDArray[np.float64]
    opened: frozenset[int]
    step: str
    names: tuple[str, ...]
    outward: bool


def _sheets(asked: _Asked) -> Sheets:
    """The sheets of a mesh, facets that would turn over in part parted where they begin to."""
    mesh, wall_mm, opened = asked.mesh, asked.wall_mm, asked.opened
    way = 1.0 if asked.outward else -1.0
    sheets = Sheets(mesh, wall_mm, opened, way)
    if not half_turned(sheets):
        return sheets
    parting = parted(Sheets(mesh, wall_mm, opened, way, exact=True))
    return Sheets(parting.mesh, wall_mm, opened, way, parting, exact=True) if parting else sheets


def _left_by(walls: Body, sheets: Sheets | None, asked: _Asked) -> Hollow:
    """What walls leave of a body, looked over where they are of sheets.

    Raises:
        BuildError: there are slits in them.
    """
    slits: Slits | None = None
    for _ in range(MENDED + 1):
        if slits is not None and sheets is not None:
            closing = over_slits(sheets, slits.facets, asked.step)
            solids = [walls.solid, *(one.solid for one in closing)]
            sources = {key: one for body in (walls, *closing) for key, one in body.sources.items()}
            walls = Body(Manifold.batch_boolean(solids, OpType.Add), sources)
        if asked.outward:
            ended = _up_to_mouths(walls, asked.mesh, asked.opened)
            made, inside = without_crumbs(ended - asked.body, CRUMB_MM3), asked.body
        else:
            # what lies in the walls and what does not, from one boolean; the place of a crumb that
            # was dropped is a crumb of the other
            made, inside = (
                without_crumbs(Body(one, {**asked.body.sources, **walls.sources}), CRUMB_MM3)
                for one in asked.body.solid.split(walls.solid)
            )
        slits = slits_of(made, sheets, asked.step) if sheets else None
        if slits is None or slits.few:
            break
    else:
        raise BuildError(
            "the faces of this body are too finely twisted for a wall",
            remedy="a thinner wall, or simpler outlines",
        )
    thick = slits.thick if slits else 0.0
    told = _told(made, inside, asked)
    if not asked.outward:
        behind = _solid_behind(asked.mesh, told.solid_behind, inside, asked.wall_mm)
        told = replace(told, solid_behind=behind)
    return replace(told, thick=thick)


def _up_to_mouths(walls: Body, mesh: TriangleMesh, opened: frozenset[int]) -> Body:
    """Walls outside a body that end in the plane of a flat open face, where nothing of the body
    lies beyond it: else they rise over it round a rounded rim."""
    for face in opened:
        own = np.flatnonzero(mesh.face_index == face)
        normal = mesh.units[own[int(np.argmax(mesh.doubled[own]))]]
        level = float((mesh.corners[own] @ normal).max())
        flat = float((mesh.corners[own] @ normal).min()) > level - LEVEL_MM
        if flat and float((mesh.vertices @ normal).max()) < level + LEVEL_MM:
            x, y, z = (float(one) for one in -normal)
            walls = Body(walls.solid.trim_by_plane((x, y, z), -level), walls.sources)
    return walls


def _turned(lathe: Lathe, asked: _Asked) -> Body | None:
    """The wall of a turned body; None where its profile does not tell it."""
    mesh, wall_mm = asked.mesh, asked.wall_mm
    sides = [face for _, face in mesh.faces]
    if not {name for own in lathe.names for name in own} & set(sides):  # told with their steps
        sides = [".".join(face) for face in mesh.faces]
    if not lathe.whole or len(set(sides)) < len(sides):
        return None
    walls = dict(zip(sides, wall_mm.tolist(), strict=True))
    return turned_walls(
        lathe,
        {name: walls.get(name, float(wall_mm.max())) for own in lathe.names for name in own},
        {sides[index] for index in asked.opened},
        asked.step,
        dict(zip(sides, asked.names, strict=True)),
        asked.outward,
    )


def _solid_behind(
    mesh: TriangleMesh, faces: Sequence[int], inside: Body, wall_mm: NDArray[np.float64]
) -> tuple[int, ...]:
    """Those of some faces that have no room behind most of them: behind chamfers and roundings
    tighter than the wall lies a corner of it."""
    if not faces:
        return ()
    room, left = triangle_mesh(inside), []
    for face in faces:
        own = np.flatnonzero(mesh.face_index == face)
        squared, _, _ = libigl.point_mesh_squared_distance(
            np.ascontiguousarray(mesh.middles[own]), room.vertices, room.triangles
        )
        areas = mesh.doubled[own]
        far = squared > (FURTHEST * wall_mm[face]) ** 2
        if areas[far].sum() > areas.sum() / 2:
            left.append(face)
    return tuple(left)


def _told(made: Body, inside: Body, asked: _Asked) -> Hollow:
    """A hollowed body and what is told of its rooms."""
    rooms = pieces_mm3(inside, CRUMB_MM3)
    if not rooms:
        raise BuildError("this wall leaves no hollow", remedy="a thinner wall")
    mouths = {asked.mesh.faces[index] for index in asked.opened}
    left = set(triangle_mesh(made).faces)
    behind = [
        index
        for index, name in enumerate(() if asked.outward else asked.names)
        if index not in asked.opened and (asked.step, name) not in left
    ]
    return Hollow(
        made,
        inside,
        tuple(holds for _, holds in rooms),
        tuple(holds for room, holds in rooms if not mouths & set(triangle_mesh(room).faces)),
        tuple(behind),
    )
