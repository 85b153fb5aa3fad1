"""Outlines with teeth that roll on each other: involute gears, and the racks they run along.

Teeth are those that a rack would cut in rolling round the blank: heads of one module, feet of 1.25
modules, rounded by 0.38 modules (ISO 53, profile A, from memory). Flanks are involutes; where the
rack's rounded tip passes it leaves a trochoid, which undercuts gears of few teeth. Both are told by
arcs within `TRUE_MM`.

Map
    Teeth           how many, their size, their lean, how much thinner each flank is
    gear            a gear's outline, a gap between two teeth on the right (+x)
    rack            a rack's outline, its teeth to the right, its pitch line on x = 0
    contact_ratio   how many pairs of teeth carry at once
    span_over       the size over some teeth, as calipers take it
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.errors import BuildError
from core.outlines.corners import round_loop
from core.outlines.curves import Arc, Line, Point, Segment
from core.outlines.loop import Loop, Outline, polygon_loop

HEAD, FOOT, ROUND = 1.0, 1.25, 0.38  # modules
LEAST_TEETH, MOST_TEETH = 6, 300
FLAT = 0.05  # modules: half the least flat between two teeth
TRUE_MM = 0.003  # by which an arc may stray from the curve it stands for
ALONG = 48  # points taken along a curve


@dataclass(frozen=True)
class Teeth:
    """The teeth of a gear, or of a rack. ``module_mm`` is the pitch diameter a tooth;
    ``angle_deg`` by how much a rack's flanks lean; ``thinned_mm`` what each flank stands back,
    square to it."""

    count: int
    module_mm: float
    angle_deg: float = 20.0
    thinned_mm: float = 0.0

    @property
    def pitch_mm(self) -> float:
        """The radius on which two gears roll."""
        return self.count * self.module_mm / 2

    @property
    def base_mm(self) -> float:
        """The radius of the circle that the involutes are unwound from."""
        return self.pitch_mm * math.cos(math.radians(self.angle_deg))

    @property
    def tip_mm(self) -> float:
        """The radius over the teeth."""
        return self.pitch_mm + HEAD * self.module_mm

    @property
    def root_mm(self) -> float:
        """The radius between the teeth."""
        return self.pitch_mm - FOOT * self.module_mm

    @property
    def whole_from(self) -> int:
        """From how many teeth on none of a flank is cut away by the tip of the rack.

        >>> Teeth(12, 2).whole_from
        18
        """
        deep = _foot(self).deep_mm / self.module_mm
        return math.ceil(2 * deep / math.sin(math.radians(self.angle_deg)) ** 2 - 1e-9)

    @property
    def undercut(self) -> bool:
        """Whether the rack's tip takes away some of the flanks."""
        return self.count < self.whole_from

    def half_tooth(self, radius: NDArray[np.float64]) -> NDArray[np.float64]:
        """Half the angle that a tooth takes up at radii of its involutes, radians.

        >>> np.degrees(Teeth(20, 2).half_tooth(np.array([20.0]))).round(6).tolist()
        [4.5]
        """
        there = np.arccos(np.minimum(self.base_mm / radius, 1.0))
        thick = math.pi / (2 * self.count) - self.thinned_mm / self.base_mm
        return np.asarray(thick + _inv(math.radians(self.angle_deg)) - (np.tan(there) - there))


@dataclass(frozen=True)
class _Foot:
    """The rounded tip of the rack that cuts the teeth: its radius, how far its middle lies from the
    middle of the rack's tooth, how deep below the pitch line, and how deep the straight flank
    reaches, mm."""

    radius_mm: float
    aside_mm: float
    below_mm: float
    deep_mm: float


def _inv(angle: float) -> float:
    return math.tan(angle) - angle


def _foot(teeth: Teeth) -> _Foot:
    lean, module = math.radians(teeth.angle_deg), teeth.module_mm
    sin, cos = math.sin(lean), math.cos(lean)
    # half the rack's tooth at its pitch line, made wider by what the gear's flanks stand back
    square = math.pi * module / 4 * cos + teeth.thinned_mm
    # the largest rounding that leaves the tip a flat
    full = (square - FLAT * module * cos - FOOT * module * sin) / (1 - sin)
    radius = min(ROUND * module, full)
    if radius <= 0:
        most = math.degrees(math.atan((math.pi / 4 - FLAT) / FOOT))
        raise BuildError(
            f"teeth that lean {teeth.angle_deg:g}° come to a point", remedy=f"less than {most:.0f}°"
        )
    below = FOOT * module - radius
    return _Foot(radius, (square - radius - below * sin) / cos, below, below + radius * sin)


def checked(teeth: Teeth) -> None:
    """Refuses teeth that cannot be.

    Raises:
        BuildError: too few or many, of no size, or pointed below their full height.
    """
    if not LEAST_TEETH <= teeth.count <= MOST_TEETH:
        raise BuildError(
            f"a gear of {teeth.count} teeth", remedy=f"{LEAST_TEETH} to {MOST_TEETH} teeth"
        )
    _sound(teeth)
    if teeth.half_tooth(np.array([teeth.tip_mm]))[0] <= 0:
        raise BuildError(
            f"{teeth.count} teeth that lean {teeth.angle_deg:g}° come to a point below their full"
            " height",
            remedy="more teeth, a smaller lean or a smaller gap",
        )


def _sound(teeth: Teeth) -> None:
    if teeth.module_mm <= 0:
        raise BuildError(
            f"a module of {teeth.module_mm:g} mm", remedy="a module above nought: 2 mm is usual"
        )
    if not 0 < teeth.angle_deg < 45:
        raise BuildError(
            f"flanks that lean {teeth.angle_deg:g}°", remedy="more than 0° and less than 45°"
        )
    _foot(teeth)


def gear(teeth: Teeth) -> Outline:
    """The outline of a gear about the origin, a gap between two teeth on the right (+x).

    Sides: ``flank left`` and ``flank right`` of every tooth, seen from the middle; ``foot`` beside
    each, ``root`` between the teeth, ``tip`` over them.

    >>> round(gear(Teeth(22, 2)).size[1], 3)
    48.0
    """
    checked(teeth)
    foot, flank = _half(teeth)
    right = [*_arcs(foot, "foot"), *_arcs(flank, "flank right")]
    left = [_mirrored(one) for one in reversed(right)]
    tip = math.atan2(flank[-1, 1], flank[-1, 0])
    root = math.atan2(foot[0, 1], foot[0, 0])
    step = 2 * math.pi / teeth.count
    own: list[Segment] = [
        *right,
        Arc((0.0, 0.0), teeth.tip_mm, tip, -2 * tip, "tip"),
        *left,
        Arc((0.0, 0.0), teeth.root_mm, -root, step + 2 * root, "root"),
    ]
    tooth = Outline(Loop(tuple(own)))
    turned = [
        tooth.turned(math.degrees(step * (number + 0.5))).outer for number in range(teeth.count)
    ]
    return Outline(Loop(tuple(segment for loop in turned for segment in loop.segments)))


def _half(teeth: Teeth) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """The right half of a tooth that points along x, from its root out: the points of its foot, and
    those of its flank, (n, 2)."""
    foot, pitch = _foot(teeth), teeth.pitch_mm
    # where the rack's rounded tip touches: its normal goes through the point of rolling
    lean = np.linspace(0.0, math.pi / 2 - math.radians(teeth.angle_deg), 40 * ALONG)
    far = foot.below_mm / np.cos(lean) + foot.radius_mm
    shift = foot.below_mm * np.tan(lean) - foot.aside_mm
    x, y = far * np.sin(lean), pitch - far * np.cos(lean)
    radius = np.hypot(x, y)
    half = math.pi / teeth.count - (np.arctan2(x, y) - shift / pitch)
    if teeth.undercut:
        radius, half = _up_to_the_involute(teeth, radius, half)
    out = np.linspace(radius[-1], teeth.tip_mm, ALONG)
    return _at(radius, half), _at(out, teeth.half_tooth(out))


def _up_to_the_involute(
    teeth: Teeth, radius: NDArray[np.float64], half: NDArray[np.float64]
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """A foot that cuts into its flank, as far as it does: by radii and half angles."""
    within = radius > teeth.base_mm
    flank = teeth.half_tooth(np.maximum(radius, teeth.base_mm))
    spare = np.where(within, half - flank, np.inf)
    deepest = int(np.argmin(spare))
    out = np.flatnonzero((spare >= 0) & (np.arange(len(radius)) > deepest))
    if not len(out) and spare[deepest] * radius[deepest] > -TRUE_MM:
        # so little is cut away that the foot ends where it goes in
        return radius[: deepest + 1], np.append(half[:deepest], flank[deepest])
    if not len(out):
        raise BuildError(
            f"{teeth.count} teeth are undercut through and through", remedy="more teeth"
        )
    at = int(out[0])
    share = float(spare[at - 1] / (spare[at - 1] - spare[at]))
    end = radius[at - 1 : at] + share * (radius[at] - radius[at - 1])
    return np.append(radius[:at], end), np.append(half[:at], teeth.half_tooth(end))


def _at(radius: NDArray[np.float64], half: NDArray[np.float64]) -> NDArray[np.float64]:
    return np.column_stack([radius * np.cos(half), -radius * np.sin(half)])


def _mirrored(segment: Segment) -> Segment:
    """A segment of a tooth's right half, as the left one has it."""
    name = segment.name.replace("right", "left")
    if isinstance(segment, Line):
        return Line((segment.b[0], -segment.b[1]), (segment.a[0], -segment.a[1]), name)
    x, y = segment.center
    return Arc((x, -y), segment.radius, -(segment.start + segment.sweep), segment.sweep, name)


def _arcs(points: NDArray[np.float64], name: str) -> list[Segment]:
    """Arcs along a curve told by points (n, 2), as few as stay within `TRUE_MM` of it."""
    found: list[Segment] = []
    first, last = 0, len(points) - 1
    while first < last:
        reach = last
        while reach > first + 1:
            arc = _through(points[first], points[(first + reach) // 2], points[reach], name)
            own = points[first : reach + 1]
            if arc is not None and _strays(arc, own) <= TRUE_MM:
                found.append(arc)
                break
            if arc is None and _off(own) <= TRUE_MM:
                found.append(Line(_pair(own[0]), _pair(own[-1]), name))
                break
            reach = first + max(1, (reach - first) * 3 // 4)
        else:
            found.append(Line(_pair(points[first]), _pair(points[reach]), name))
        first = reach
    return found


def _pair(point: NDArray[np.float64]) -> Point:
    return float(point[0]), float(point[1])


def _off(points: NDArray[np.float64]) -> float:
    way = points[-1] - points[0]
    normal = np.array([-way[1], way[0]]) / max(float(np.hypot(*way)), 1e-12)
    return float(np.abs((points - points[0]) @ normal).max())


def _strays(arc: Arc, points: NDArray[np.float64]) -> float:
    return float(np.abs(np.hypot(*(points - arc.center).T) - arc.radius).max())


def _through(
    a: NDArray[np.float64], b: NDArray[np.float64], c: NDArray[np.float64], name: str
) -> Arc | None:
    """The arc from a by b to c; None where they lie in a line."""
    (px, py), (qx, qy) = b - a, c - a
    twice = 2 * (px * qy - py * qx)
    if abs(twice) < 1e-9 * max(float(np.hypot(qx, qy)), 1e-9):
        return None
    p, q = px * px + py * py, qx * qx + qy * qy
    x, y = (qy * p - py * q) / twice, (px * q - qx * p) / twice
    center = (float(a[0] + x), float(a[1] + y))
    start = math.atan2(-y, -x)
    end = math.atan2(float(c[1]) - center[1], float(c[0]) - center[0])
    turn = (end - start) % (2 * math.pi)
    return Arc(center, math.hypot(x, y), start, turn if twice > 0 else turn - 2 * math.pi, name)


def rack(teeth: Teeth, back_mm: float) -> Outline:
    """The outline of a rack along y: its teeth point to the right, its pitch line is x = 0, and the
    middle of its length is y = 0.

    Args:
        back_mm: how thick it is behind the teeth.

    >>> [round(x, 3) for x in rack(Teeth(5, 2), 4).bounds]
    [-6.5, -15.708, 2.0, 15.708]
    """
    _sound(teeth)
    if not 1 <= teeth.count <= MOST_TEETH:
        raise BuildError(f"a rack of {teeth.count} teeth", remedy=f"1 to {MOST_TEETH} teeth")
    if back_mm <= 0:
        raise BuildError(
            f"a rack {back_mm:g} mm thick behind its teeth", remedy="a thickness above nought"
        )
    module, slope = teeth.module_mm, math.tan(math.radians(teeth.angle_deg))
    half = math.pi * module / 4 - teeth.thinned_mm / math.cos(math.radians(teeth.angle_deg))
    tip, foot = half - HEAD * module * slope, half + FOOT * module * slope
    if tip <= 0:
        raise BuildError("the teeth of the rack come to a point", remedy="a smaller lean or gap")
    pitch = math.pi * module
    back, low, high = -FOOT * module - back_mm, -FOOT * module, HEAD * module
    points: list[Point] = [(back, teeth.count * pitch / 2), (back, -teeth.count * pitch / 2)]
    names = ["back", "end"]
    points.append((low, -teeth.count * pitch / 2))
    names.append("root")
    roots = []
    for number in range(teeth.count):
        y = (number - (teeth.count - 1) / 2) * pitch
        roots += [len(points), len(points) + 3]
        points += [(low, y - foot), (high, y - tip), (high, y + tip), (low, y + foot)]
        names += ["flank right", "tip", "flank left", "root"]
    points.append((low, teeth.count * pitch / 2))
    names.append("end")
    room = (pitch / 2 - foot) * 0.9  # two roundings share the floor between two teeth
    lean = math.radians(teeth.angle_deg)
    rounded = min(ROUND * module, room / math.tan((math.pi / 2 - lean) / 2))
    return Outline(round_loop(polygon_loop(points, names), dict.fromkeys(roots, rounded)))


def contact_ratio(one: Teeth, other: Teeth | None) -> float:
    """How many pairs of teeth carry at once, on average; ``other`` is None for a rack.

    The length of the line of contact over the pitch along it (ISO 21771, from memory), no further
    than the flanks reach where they are undercut.

    >>> round(contact_ratio(Teeth(20, 2), Teeth(40, 2)), 2)
    1.64
    """
    lean = math.radians(one.angle_deg)
    if other is None:
        ends = [_along(one, one.tip_mm), one.module_mm * HEAD / math.sin(lean)]
        whole = ends[0] - one.pitch_mm * math.sin(lean) + ends[1]
        starts = _along(one, _flank_from(one))
        low = one.pitch_mm * math.sin(lean) - ends[1]
        whole -= max(starts - low, 0.0)
    else:
        across = (one.pitch_mm + other.pitch_mm) * math.sin(lean)
        low = max(across - _along(other, other.tip_mm), _along(one, _flank_from(one)))
        high = min(_along(one, one.tip_mm), across - _along(other, _flank_from(other)))
        whole = high - low
    return whole / (math.pi * one.module_mm * math.cos(lean))


def _along(teeth: Teeth, radius: float) -> float:
    """How far along the line of contact a radius is met, from where that touches the base circle,
    mm."""
    return math.sqrt(max(radius**2 - teeth.base_mm**2, 0.0))


def _flank_from(teeth: Teeth) -> float:
    """The radius at which a gear's flanks begin."""
    _, flank = _half(teeth)
    return float(np.hypot(*flank[0]))


def span_over(teeth: Teeth) -> tuple[int, float]:
    """Over how many teeth calipers measure best, and what they read, mm: the base tangent length,
    W = m cos α ((k - ½) π + z inv α), less what both flanks stand back (ISO 21771, from memory).

    >>> count, over = span_over(Teeth(17, 1))
    >>> count, round(over, 4)
    (2, 4.6663)
    """
    lean = math.radians(teeth.angle_deg)
    count = max(2, math.floor(teeth.count * teeth.angle_deg / 180 + 0.999))
    over = (count - 0.5) * math.pi + teeth.count * _inv(lean)
    return count, teeth.module_mm * math.cos(lean) * over - 2 * teeth.thinned_mm
