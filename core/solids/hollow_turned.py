"""The wall behind the faces of a turned body, worked out on its half profile and turned with it.

It is the wall that `core.solids.hollow` joins of sheets in space: every closed side is thickened as
far as its wall, hollow corners are filled with a mitre, and it ends in the plane of an open side.
Facets stand square to their middles, so that the profile is taken through those: there a wall of
the profile is a wall of the solid.
"""

from __future__ import annotations

import math
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np
from manifold3d import CrossSection, OpType
from numpy.typing import NDArray

from core.solids.body import Body
from core.solids.turned import ON_AXIS_MM, Lathe

Point = NDArray[np.float64]  # (2,) mm: radius, height
PROUD_MM = 0.05  # how far a wall stands past the faces it leaves, so that no skin is left
LONGEST = 4.0  # walls: no corner or mitre reaches further
HARDLY = 0.5  # the cosine between facets or sides that bend by less than 60°
SAME_MM = 1e-5
STRAIGHT_MM = 1e-6
SAME_WAY = 1e-6  # the sine between sides that run the same way


@dataclass(frozen=True)
class _Side:
    """A straight piece of a profile; the material lies to the left of it."""

    start: Point
    end: Point
    name: str
    wall_mm: float  # nought where it is left open
    way: float  # 1: its wall lies to the left

    @property
    def along(self) -> Point:
        run = self.end - self.start
        return np.asarray(run / np.linalg.norm(run))

    @property
    def across(self) -> Point:
        """Square to it, the way its wall lies."""
        x, y = self.along
        return self.way * np.array([-y, x])

    @property
    def mirrored(self) -> _Side:
        """Seen across the axis, run the other way so that the material stays on its left."""
        over = np.array([-1.0, 1.0])
        return replace(self, start=self.end * over, end=self.start * over)


def turned_walls(
    lathe: Lathe,
    wall_mm: Mapping[str, float],
    opened: Collection[str],
    step: str,
    names: Mapping[str, str],
    outward: bool = False,
) -> Body | None:
    """The wall of a turned body, standing a little past the sides it leaves.

    Args:
        wall_mm: the wall of each side, by its name.
        opened: sides left open.
        names: what the new side of each is called.
        outward: the wall lies outside the body.

    Returns:
        None where a corner is too sharp for a mitre, or the profile only touches its axis.
    """
    scale = np.array([lathe.apothem, 1.0])
    walls: list[list[Point]] = []
    inner: list[tuple[_Side, Point, Point]] = []
    longest = LONGEST * max(wall_mm[name] for own in lathe.names for name in own)
    for polygon, own in zip(lathe.polygons, lathe.names, strict=True):
        sides = _sides(polygon * scale, own, wall_mm, opened, 1.0 if not outward else -1.0)
        for index, side in enumerate(sides):
            before, after = sides[index - 1], sides[(index + 1) % len(sides)]
            if side is None:
                if before is None or after is None:
                    return None
                continue
            before, after = before or side.mirrored, after or side.mirrored
            if side.wall_mm == 0:
                continue
            low = _ends(side, side.start, before, longest, outward)
            high = _ends(side, side.end, after, longest, outward)
            walls.append([*low, *high, side.start, side.end])
            inner.append((side, low[1], high[1]))
            corners = [(side, after)] + ([(before, side)] if sides[index - 1] is None else [])
            for one, other in corners:
                mitre = _mitre(one, other, longest) if one.wall_mm and other.wall_mm else []
                if mitre is None:
                    return None
                walls += [mitre] if mitre else []
    over = np.array([-1.0, 1.0])
    walls += [[point * over for point in wall] for wall in walls]
    whole = CrossSection.batch_boolean([_convex(wall) for wall in walls], OpType.Add)
    _, low_y, high_x, high_y = whole.bounds()
    half = CrossSection.square((high_x, high_y - low_y)).translate((0.0, low_y))
    # where a mitre goes on along a wall there is no corner
    plain = (whole ^ half).simplify(STRAIGHT_MM)
    found = [np.asarray(ring, dtype=np.float64) for ring in plain.to_polygons()]
    called = [_called(ring, inner, names, longest) for ring in found]
    return replace(lathe, polygons=tuple(ring / scale for ring in found), names=tuple(called)).body(
        step
    )


def _sides(
    polygon: NDArray[np.float64], names: Sequence[str], wall_mm: Mapping[str, float],
    opened: Collection[str], way: float,
) -> list[_Side | None]:  # fmt: skip
    """The sides of a profile in order; None for what lies on the axis."""
    found: list[_Side | None] = []
    for start, end, name in zip(polygon, np.roll(polygon, -1, axis=0), names, strict=True):
        if math.dist(start, end) < ON_AXIS_MM:
            continue
        if max(abs(start[0]), abs(end[0])) < ON_AXIS_MM:
            found.append(None)
        else:
            thick = 0.0 if name in opened else wall_mm[name]
            found.append(_Side(start, end, name, thick, way))
    return found


def _ends(
    side: _Side, at: Point, beside: _Side, longest: float, outward: bool
) -> tuple[Point, Point]:
    """Where the wall of a side begins and ends at one of its corners: square to it, or in the
    plane of an open side."""
    proud = at - side.across * PROUD_MM
    square = proud, at + side.across * side.wall_mm
    if beside.wall_mm > 0:
        if float(side.along @ beside.along) > HARDLY:  # no notch is left where sides hardly bend
            meets = _crossing(proud, side.along, at - beside.across * PROUD_MM, beside.along)
            square = proud if meets is None else meets, square[1]
        return square
    past = at - beside.across * (0.0 if outward else PROUD_MM)
    found = [_crossing(one, side.along, past, beside.along) for one in square]
    if any(one is None or math.dist(one, at) > longest for one in found):
        return square
    return found[0], found[1]  # type: ignore[return-value]


def _mitre(side: _Side, after: _Side, longest: float) -> list[Point] | None:
    """What fills the corner between the walls of two sides, where they part; none where they
    overlap, None where it would reach too far."""
    at = side.end
    turn = side.way * _cross(side.along, after.along)
    if turn > SAME_WAY:
        return []
    ends = [at + one.across * one.wall_mm for one in (side, after)]
    if abs(turn) <= SAME_WAY:
        return None if float(side.along @ after.along) < 0 else []
    reaches = _crossing(ends[0], side.along, ends[1], after.along)
    if reaches is None or math.dist(reaches, at) > longest:
        return None
    return [at, *ends, reaches]


def _cross(a: Point, b: Point) -> float:
    return float(a[0] * b[1] - a[1] * b[0])


def _crossing(a: Point, along: Point, b: Point, other: Point) -> Point | None:
    """Where two lines cross; None where they run the same way."""
    turn = _cross(along, other)
    if abs(turn) < SAME_WAY:
        return None
    return np.asarray(a + along * (_cross(b - a, other) / turn))


def _convex(points: Sequence[Point]) -> CrossSection:
    return CrossSection.hull_points(np.array(points))


def _called(
    ring: NDArray[np.float64], inner: Sequence[tuple[_Side, Point, Point]],
    names: Mapping[str, str], longest: float,
) -> tuple[str, ...]:  # fmt: skip
    """What each side of the wall is called: after the side it is the wall of, where it is one."""
    after = np.roll(ring, -1, axis=0)
    middles = (ring + after) / 2
    runs = after - ring
    runs /= np.maximum(np.linalg.norm(runs, axis=1, keepdims=True), 1e-300)
    starts = np.array([low for _, low, _ in inner])
    lines = np.array([side.along for side, _, _ in inner])
    lengths = np.array([float((high - low) @ side.along) for side, low, high in inner])
    rest = middles[:, None] - starts
    off = np.abs(rest[..., 0] * lines[:, 1] - rest[..., 1] * lines[:, 0])
    along = np.einsum("nij,ij->ni", rest, lines)
    beyond = np.maximum(np.maximum(-along, along - lengths), 0.0)
    askew = np.abs(runs[:, None, 0] * lines[:, 1] - runs[:, None, 1] * lines[:, 0])
    bad = (off > SAME_MM) | (askew > 1e-3) | (beyond > longest)
    nearest = np.argmin(np.where(bad, np.inf, beyond + off), axis=1)
    return tuple(
        "rim" if bad[row, best] else names[inner[best][0].name] for row, best in enumerate(nearest)
    )
