"""What sheets leave between them: blocks for facets that turn over when they move, mitres along
edges where sheets part.
"""

from __future__ import annotations

import math
from collections import defaultdict

import numpy as np
import scipy
from manifold3d import Manifold, OpType
from numpy.typing import NDArray

from core.solids.body import Body, Source
from core.solids.hollow_sheets import LEVEL, Indices, Points, Sheets
from core.solids.hollow_turned import HARDLY, PROUD_MM
from core.solids.linked import groups
from core.solids.stack import close_mesh

LEVEL_COS = math.cos(LEVEL)
FLAT_MM = 1e-3  # off its neighbour's plane: round the top of a rounded rim facets lie little more
TIGHT = 1.25  # walls: a bend of a smaller radius is one in which facets turn over
WIDER_MM = 0.005
SEAM_MM = 0.05  # to either side: what closes a slit
# a facet laid out has six corners: both ends of each of its sides
ROUND, SIDES = [0, 1, 1, 2, 2, 0], [0, 0, 1, 1, 2, 2]
MEET = 0.95  # of the way to where facets that turn over meet


def _facet_middles(sheets: Sheets, flat: NDArray[np.bool_]) -> Points:
    """Of each triangle (n, 3) the middle of what lies in one plane with it, over ``flat`` edges."""
    count = len(sheets.areas)
    facet = groups(count, sheets.one[flat], sheets.other[flat])
    areas = np.bincount(facet, weights=sheets.areas, minlength=count)
    sums = np.zeros((count, 3))
    np.add.at(sums, facet, sheets.mesh.middles * sheets.areas[:, None])
    return np.asarray((sums / np.maximum(areas, 1e-300)[:, None])[facet])


def _as_far_as_they_meet(sheets: Sheets, own: Indices) -> Points:
    """The part of its way (n, 3) that each corner of some facets goes before one of them turns
    over; all of it where it is a corner of a facet that does not."""
    areas = np.maximum(sheets.areas[own], 1e-300)
    half, turned = sheets.spread_of(own) / areas / 2, sheets.left_of(own) / areas
    # a facet's stretches along and across; on the way they fall from one straight to these
    least = half - np.sqrt(np.maximum(half**2 - turned, 0.0))
    share = np.clip(MEET / np.maximum(1 - least, 1.0), 0.0, 1.0)
    corners = sheets.mesh.triangles[own]
    found = np.ones(len(sheets.mesh.vertices))
    np.minimum.at(found, corners.ravel(), np.repeat(share, 3))
    found[sheets.mesh.triangles[sheets.closed & ~sheets.over].ravel()] = 1.0
    return np.asarray(found[corners])


def folded(sheets: Sheets, step: str) -> list[Body]:
    """Facets that turn over, thickened by themselves: as one block as far as they bend tighter
    than the wall is thick, or lie level, so that a block follows every wider bend."""
    own = np.flatnonzero(sheets.over)
    bend = np.arccos(np.clip(sheets.cosine, -1.0, 1.0))
    alike = sheets.group[sheets.one] == sheets.group[sheets.other]
    along = sheets.mesh.vertices[sheets.end] - sheets.mesh.vertices[sheets.start]
    edges = np.maximum(np.linalg.norm(along, axis=1, keepdims=True), 1e-300)
    along /= edges
    across = np.minimum(sheets.areas[sheets.one], sheets.areas[sheets.other]) / edges[:, 0]
    flat = alike & (bend < LEVEL) & (bend * across < FLAT_MM)
    middles = _facet_middles(sheets, flat)
    between = np.cross(middles[sheets.one] - middles[sheets.other], along)
    tight = flat | (np.linalg.norm(between, axis=1) < TIGHT * sheets.wall[sheets.one] * bend)
    joined = sheets.over[sheets.one] & sheets.over[sheets.other] & tight
    joined &= alike
    block = groups(len(sheets.over), sheets.one[joined], sheets.other[joined])
    proud, ends = sheets.ends_of(own)
    ways = ends - proud
    share = _as_far_as_they_meet(sheets, own)
    # a hair short, so that nothing stands out of the walls beside them
    share -= 2 * WIDER_MM / np.maximum(np.linalg.norm(ways, axis=2), 1e-300)
    ends = proud + ways * np.maximum(share, 0.0)[:, :, None]
    both = np.stack([proud, ends], axis=1)
    wider = _outwards(sheets, own)
    points = (both[:, :, ROUND] + wider[:, None, SIDES]).reshape(len(own), 12, 3)
    kept = sheets.closed & ~sheets.over
    shared = _slots_of(sheets, np.flatnonzero(kept))
    opened = _open_beside(sheets) if sheets.over.any() else {}
    blocks = []
    for one in np.unique(block[own]):
        its = block[own] == one
        lip = _lip(sheets, own[its], shared, opened)
        blocks.append(np.vstack([points[its].reshape(-1, 3), lip]))
    return _together([*blocks, *_seams(sheets)], step)


def _seams(sheets: Sheets) -> list[Points]:
    """What closes the slits between parted facets that turn over and those beside them that do not,
    along edges whose ends move different ways."""
    one, other, gone = sheets.one, sheets.other, sheets.parting.gone
    border = (sheets.group[one] == sheets.group[other]) & (gone[one] | gone[other])
    border &= sheets.closed[one] & sheets.closed[other] & (sheets.over[one] != sheets.over[other])
    edges = np.column_stack([sheets.start, sheets.end])[border]
    slots = sheets.slot(sheets.group[one[border]][:, None], edges)
    places, moved = sheets.mesh.vertices[edges], sheets.moved[slots]
    across = np.cross(places[:, 1] - places[:, 0], moved.sum(axis=1))
    across *= SEAM_MM / np.maximum(np.linalg.norm(across, axis=1, keepdims=True), 1e-300)
    corners = np.concatenate([places + sheets.proud[slots], places + moved], axis=1)
    wide = across[:, None]
    return list(np.concatenate([corners + wide, corners - wide], axis=1))


def over_slits(sheets: Sheets, own: Indices, step: str) -> list[Body]:
    """Some facets thickened by themselves, each along its own normal and a little wider than it is,
    to close the slits that sheets of twisted facets left behind them."""
    corners = sheets.mesh.corners[own]
    along = sheets.normals[own][:, None]
    wall = sheets.way * sheets.wall[own][:, None, None]
    both = np.stack([corners - along * (sheets.way * PROUD_MM), corners + along * wall], axis=1)
    wider = _outwards(sheets, own) * (SEAM_MM / WIDER_MM)
    points = both[:, :, ROUND] + wider[:, None, SIDES]
    return _together(list(points.reshape(len(own), 12, 3)), step)


def _outwards(sheets: Sheets, own: Indices) -> Points:
    """Ways (n, 3, 3) in which the sides of some facets are laid out by a hair, the first corner's
    first, so that no slit is left beside them."""
    corners = sheets.mesh.corners[own]
    ways = np.cross(np.roll(corners, -1, axis=1) - corners, sheets.normals[own][:, None])
    lengths = np.linalg.norm(ways, axis=2, keepdims=True)
    return np.asarray(ways * (WIDER_MM / np.maximum(lengths, 1e-300)))


def _open_beside(sheets: Sheets) -> dict[int, int]:
    """An open facet for each corner of what turns over that lies no further from one than the wall
    is thick across a corner."""
    if not sheets.open_at:
        return {}
    rims = np.array(list(sheets.open_at))
    corners = np.unique(sheets.mesh.triangles[sheets.over])
    tree = scipy.spatial.cKDTree(sheets.mesh.vertices[rims])
    within = math.sqrt(2.0) * TIGHT * float(sheets.wall[sheets.over].max())
    found = tree.query(sheets.mesh.vertices[corners], distance_upper_bound=within)
    away, nearest = np.asarray(found[0]), np.asarray(found[1], dtype=np.int64)
    near = np.isfinite(away)
    return {
        int(at): sheets.open_at[int(rims[rim])][0]
        for at, rim in zip(corners[near], nearest[near], strict=True)
    }


def _slots_of(sheets: Sheets, triangles: Indices) -> Indices:
    """The sheets' corners at which some facets have theirs, each once."""
    corners = sheets.mesh.triangles[triangles]
    return np.unique(sheets.slot(sheets.group[triangles][:, None], corners))


def _lip(sheets: Sheets, block: Indices, shared: Indices, opened: dict[int, int]) -> Points:
    """Where the walls beside a block of facets, which turn over before an open face, go on to
    that face (n, 3): so a rounded rim is as straight within as the wall below it."""
    beside = {opened[at] for at in sheets.mesh.triangles[block].ravel().tolist() if at in opened}
    if not beside or sheets.way > 0:
        return np.zeros((0, 3))
    faces = np.array(sorted(beside))
    normal, at = sheets.normals[faces[0]], sheets.mesh.middles[faces[0]]
    slots = np.intersect1d(_slots_of(sheets, block), shared)
    places = sheets.mesh.vertices[sheets.pairs[slots] % len(sheets.mesh.vertices)]
    reach = (at - places) @ normal
    # what lies at the open face ends there already
    apart = (reach > PROUD_MM) & (reach < TIGHT * sheets.wall[block].max())
    if (sheets.normals[faces] @ normal < LEVEL_COS).any() or not apart.any():
        return np.zeros((0, 3))
    ends = places[apart] + sheets.moved[slots[apart]]
    rest = (at - ends) @ normal + PROUD_MM
    return np.asarray(ends + rest[:, None] * normal)


def mitres(sheets: Sheets, step: str) -> list[Body]:
    """What stands between two sheets that part along an edge, and round the corners where
    only such edges meet."""
    apart = (
        sheets.closed[sheets.one] & sheets.closed[sheets.other]
        & (sheets.group[sheets.one] != sheets.group[sheets.other])
    )  # fmt: skip
    along = sheets.mesh.vertices[sheets.end] - sheets.mesh.vertices[sheets.start]
    bend = np.einsum(
        "ij,ij->i", np.cross(sheets.normals[sheets.one], sheets.normals[sheets.other]), along
    )
    hollow = bend * sheets.way > 1e-12
    # where sheets hardly overlap, corners that several facets pull may draw them apart
    parts = apart & (hollow | (sheets.cosine > HARDLY))
    found = []
    at: dict[int, set[tuple[int, int]]] = defaultdict(set)
    for edge in np.flatnonzero(parts):
        a, b = (int(sheets.group[side[edge]]) for side in (sheets.one, sheets.other))
        block = []
        for vertex in (int(sheets.start[edge]), int(sheets.end[edge])):
            block += _wedge(sheets, vertex, (a, b))
            at[vertex].add((min(a, b), max(a, b)))
        found.append(np.array(block))
    meeting: dict[int, set[tuple[int, int]]] = defaultdict(set)
    for edge in np.flatnonzero(apart):
        a, b = (int(sheets.group[side[edge]]) for side in (sheets.one, sheets.other))
        for vertex in (int(sheets.start[edge]), int(sheets.end[edge])):
            meeting[vertex].add((min(a, b), max(a, b)))
    hollow_at = set(sheets.start[apart & hollow]) | set(sheets.end[apart & hollow])
    for vertex, pairs in at.items():
        groups = {group for pair in pairs for group in pair}
        if len(groups) > 2 and pairs == meeting[vertex] and vertex in hollow_at:
            block = _wedge(sheets, vertex, tuple(sorted(groups)))
            for pair in pairs:
                block += _wedge(sheets, vertex, pair)
            found.append(np.array(block))
    return _together(found, step)


def _wedge(sheets: Sheets, vertex: int, groups: tuple[int, ...]) -> list[Points]:
    """A corner, where each of some sheets ends there, and where they would all meet."""
    slots = sheets.slot(np.array(groups), np.full(len(groups), vertex))
    place = sheets.mesh.vertices[vertex]
    mitre = sheets.solved(
        sheets.matrix[slots].sum(axis=0)[None],
        sheets.along[slots].sum(axis=0)[None],
        sheets.past_matrix[slots[:1]],
        sheets.past_along[slots[:1]],
        sheets.weak[slots[:1]],
    )[0]
    ends = [place + sheets.moved[slot] for slot in slots]
    return [place, *(place + sheets.proud[slot] for slot in slots), *ends, place + mitre]


def _together(blocks: list[Points], step: str) -> list[Body]:
    """The hulls of some points as one body whose faces have one name; none where there are none."""
    if not blocks:
        return []
    hulls = [Manifold.hull_points(points) for points in blocks]
    raw = Manifold.batch_boolean(hulls, OpType.Add).as_original().to_mesh64()
    points = np.asarray(raw.vert_properties, dtype=np.float64)[:, :3]
    triangles = np.asarray(raw.tri_verts, dtype=np.int64)
    if not len(triangles):
        return []
    labels = np.zeros(len(triangles), dtype=np.int64)
    return [close_mesh(points, triangles, labels, Source(step, ("mitre",)))]
