"""Facets that turn over in part when they move, parted where they do: those of a rounding that
grows along an edge from tighter than the wall to wider.
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from core.solids.hollow_sheets import FOLDED, SLIVER_MM, Parting, Points, Sheets
from core.solids.mesh import TriangleMesh

Side = tuple[int, int]
ENDS = 0.01  # of a side: nearer to its end nothing is parted off
LEAST = 0.03  # of its width is left of what stays, where it is parted
PAST = 0.05  # of a side: what has hardly anything left at its end is parted there


def parted(sheets: Sheets) -> Parting | None:
    """The mesh of some sheets with new corners, the last of its vertices, on the sides of facets
    that cross over themselves when they move, so that each new facet turns over wholly or not at
    all; None where no facet does. The surface stays what it was. O(triangles).
    """
    parts = [part for pair in half_turned(sheets) if (part := _crossing(sheets, *pair))]
    if not parts:
        return None
    # how far from the end of each side that stays; a facet on either side of it has a say
    at: dict[Side, float] = {}
    for part in parts:
        for side, share in zip(part.sides, part.shares, strict=True) if part.stays else ():
            if side not in at and side[::-1] in at:  # they differ on which end stays
                side, share = side[::-1], 1 - share
            at[side] = min(at.get(side, 1.0), share)
    old = sheets.mesh.vertices
    new = [old[a] + share * (old[b] - old[a]) for (a, b), share in at.items()]
    corner = {frozenset(side): len(old) + index for index, side in enumerate(at)}
    return _split(sheets.mesh, parts, np.vstack([old, *new]), corner)


def half_turned(sheets: Sheets) -> list[tuple[int, int, int]]:
    """Facets of two triangles, of which one turns over and one does not: the edge between them, the
    triangle where it runs forward, and the other."""
    every = np.flatnonzero(sheets.closed)
    left = np.full(len(sheets.closed), np.nan)
    left[every] = sheets.left_of(every) - FOLDED * sheets.areas[every]
    left[sheets.tall <= 10 * SLIVER_MM] = np.nan
    one, other = sheets.one, sheets.other
    two = np.bincount(sheets.facet, minlength=len(left))[sheets.facet] == 2
    fits = (sheets.facet[one] == sheets.facet[other]) & two[one] & (left[one] * left[other] < 0)
    edges = np.flatnonzero(fits)
    return list(zip(edges.tolist(), one[edges].tolist(), other[edges].tolist(), strict=True))


@dataclass(frozen=True)
class _Part:
    """A pair of triangles two of whose sides cross once they have moved.

    Attributes:
        ring: the four corners, counter-clockwise; the first and the third side cross.
        sides: those two, each from the end that stays on.
        shares: how far along each of them it is parted, a little before the crossing.
        triangles: the two.
    """

    ring: tuple[int, int, int, int]
    sides: tuple[Side, Side]
    shares: tuple[float, float]
    triangles: tuple[int, int]

    @property
    def stays(self) -> bool:
        """Whether enough is left at either end to be parted off."""
        return min(self.shares) > ENDS


def _crossing(sheets: Sheets, edge: int, one: int, other: int) -> _Part | None:
    """How a pair of triangles, the first where the edge runs forward, crosses over itself once it
    has moved; None where it does not."""
    u, v = int(sheets.start[edge]), int(sheets.end[edge])
    tips = [
        next(int(at) for at in sheets.mesh.triangles[own] if int(at) not in (u, v))
        for own in (one, other)
    ]
    normal = sheets.normals[one] + sheets.normals[other]
    for ring in ((u, tips[1], v, tips[0]), (tips[1], v, tips[0], u)):
        begin = sheets.mesh.vertices[list(ring)]
        slots = sheets.slot(np.full(4, sheets.group[one]), np.array(ring))
        end = begin + sheets.moved[slots]
        met = _where_met(end[:2], end[2:], normal)
        if met is None:
            continue
        # the sides begin at the end that is turned the same way as before
        forward = (end[2] - end[1]) @ (begin[2] - begin[1]) > 0
        ways = ((1, 0), (2, 3)) if forward else ((0, 1), (3, 2))
        # corners move the shortest way, so that what lies there came from straight above
        first, second = (_share_along(begin[a], begin[b], met) for a, b in ways)
        (a, b), (c, d) = ways
        wide, left = (float(np.linalg.norm(at[a] - at[c])) for at in (begin, end))
        there = begin[a] + first * (begin[b] - begin[a])
        there = there - begin[c] - second * (begin[d] - begin[c])
        narrow = float(np.linalg.norm(there))
        before = LEAST * narrow / max(left - LEAST * (wide - narrow), 1e-300)
        stays = max(1 - before, 0.0)
        sides = ((ring[a], ring[b]), (ring[c], ring[d]))
        return _Part(ring, sides, (stays * first, stays * second), (one, other))
    return None


def _share_along(start: Points, end: Points, point: Points) -> float:
    """How far along a side a point lies, between its ends."""
    along = end - start
    return float(np.clip((point - start) @ along / (along @ along), ENDS, 1 - ENDS))


def _where_met(one: Points, two: Points, normal: Points) -> Points | None:
    """Where two sides (2, 3) cross, seen along ``normal``, or would a little past their ends; None
    where they do not."""
    along, other, between = one[1] - one[0], two[1] - two[0], two[0] - one[0]
    turned = float(np.cross(along, other) @ normal)
    if abs(turned) < 1e-300:
        return None
    shares = [float(np.cross(between, way) @ normal) / turned for way in (other, along)]
    inside = all(-PAST < share < 1 + PAST for share in shares)
    return np.asarray(one[0] + shares[0] * along) if inside else None


def _split(
    mesh: TriangleMesh, parts: list[_Part], vertices: Points, corner: dict[frozenset[int], int]
) -> Parting:
    """A mesh with new corners on some of its edges: parts in two, and what else has some there."""

    def on(a: int, b: int) -> list[int]:
        at = corner.get(frozenset((a, b)))
        return [] if at is None else [at]

    pieces: list[tuple[int, int, int]] = []
    owner: list[int] = []
    gone: list[bool] = []

    def fan(middle: int, others: list[int], of: int, turns_over: bool = False) -> None:
        pieces.extend((middle, a, b) for a, b in pairwise(others))
        owner.extend([of] * (len(others) - 1))
        gone.extend([turns_over] * (len(others) - 1))

    done: set[int] = set()
    for part in parts:
        a, b, c, d = part.ring
        if not part.stays:
            continue
        (one,), (two,) = on(a, b), on(c, d)
        done |= set(part.triangles)
        stays = part.sides[0][0] == b
        fan(one, [b, *on(b, c), c, two], part.triangles[0], not stays)
        fan(two, [d, *on(d, a), a, one], part.triangles[0], stays)
    wholly = {own for part in parts if not part.stays for own in part.triangles}
    for index, (a, b, c) in enumerate(mesh.triangles.tolist()):
        if index in done:
            continue
        ring = [a, *on(a, b), b, *on(b, c), c, *on(c, a)]
        # its own corners between two new ones are cut off, the rest is a fan from a new one
        beside = [(ring[k - 1], ring[(k + 1) % len(ring)]) for k in range(len(ring))]
        cut = [at < len(mesh.vertices) <= min(pair) for at, pair in zip(ring, beside, strict=True)]
        for at, (before, after), off in zip(ring, beside, cut, strict=True):
            if off:
                fan(before, [at, after], index, index in wholly)
        left = [at for at, off in zip(ring, cut, strict=True) if not off]
        first = next((k for k, at in enumerate(left) if at >= len(mesh.vertices)), 0)
        fan(left[first], [*left[first + 1 :], *left[:first]], index, index in wholly)
    finer = TriangleMesh(
        vertices, np.array(pieces, dtype=np.int64), mesh.face_index[owner], mesh.faces
    )
    return Parting(finer, len(mesh.vertices), np.array(gone))
