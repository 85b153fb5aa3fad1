"""An outline raised between two heights, with square, chamfered or rounded rims."""

from __future__ import annotations

import math
from dataclasses import dataclass, field, replace
from typing import Literal

from core.errors import BuildError
from core.outlines import (
    Outline,
    flatten,
    largest_inset,
    offset_outline,
    segment_counts,
    try_offset,
)
from core.outlines.curves import Arc
from core.outlines.facet_fineness import half_facet
from core.outlines.flatten import Side
from core.solids.body import Body
from core.solids.frame import Frame, Vector
from core.solids.stack import Section, stack

RimShape = Literal["square", "chamfer", "fillet"]


@dataclass(frozen=True, slots=True)
class Rim:
    """How an end rim is finished; ``size`` in mm is the chamfer's leg or the fillet's radius."""

    shape: RimShape = "square"
    size: float = 0.0

    def profile(self) -> list[tuple[float, float]]:
        """(inset, depth below the end face) pairs from the wall to the end face, in mm."""
        if self.shape == "square" or self.size == 0:
            return [(0.0, 0.0)]
        if self.shape == "chamfer":
            return [(0.0, self.size), (self.size, 0.0)]
        r = self.size
        pieces = max(4, math.ceil(math.pi / 4 / half_facet(r)))
        turns = [math.pi / 2 * i / pieces for i in range(pieces + 1)]
        return [(r * (1 - math.cos(turn)), r * (1 - math.sin(turn))) for turn in turns]


@dataclass(frozen=True)
class Prism:
    """What an extruded body is, so that later steps can follow it.

    ``low`` and ``high`` are heights in mm along the frame's z. Quantities and faces are all
    told from here, never from the triangles.
    """

    frame: Frame
    outline: Outline
    low: float
    high: float
    bottom_rim: Rim = field(default_factory=Rim)
    top_rim: Rim = field(default_factory=Rim)
    draft_deg: float = 0.0  # walls lean inwards going up; below nought outwards

    @property
    def lean(self) -> float:
        """How far the walls come in per millimetre of height."""
        return math.tan(math.radians(self.draft_deg))

    def outline_at(self, z: float, inset: float = 0.0) -> Outline:
        """The outline at a height, its draft and a further inset taken off."""
        return offset_outline(self.outline, -(z - self.low) * self.lean - inset)

    def with_outline(self, outline: Outline) -> Prism:
        """The same prism over another outline."""
        return replace(self, outline=outline)

    def faces(self) -> dict[str, Frame]:
        """The named flat places of a prism: top, bottom and the straight sides.

        A side's frame has its origin at the middle of the side, x to the right and y up along it
        for someone who looks at it; of a wall that leans it leans as well.
        """
        flat = self.frame.lifted(self.low)
        found = {
            "top": self.frame.lifted(self.high),
            "bottom": _looked_at_from_below(flat),
        }
        middle, tilt = (self.low + self.high) / 2, math.radians(self.draft_deg)
        for segment in self.outline_at(middle).outer.segments:
            if not segment.name or segment.name in found:
                continue
            if isinstance(segment, Arc):
                x, y = segment.point(segment.start + segment.sweep / 2)
                turn = segment.start + segment.sweep / 2
                sign = math.copysign(1.0, segment.sweep)
                direction = (-math.sin(turn) * sign, math.cos(turn) * sign)
            else:
                direction = segment.direction
                x, y = (segment.a[0] + segment.b[0]) / 2, (segment.a[1] + segment.b[1]) / 2
            origin = self.frame.point(x, y, middle)
            along = _direction(self.frame, direction[0], direction[1])
            level = _direction(self.frame, direction[1], -direction[0])
            outward = tuple(
                p * math.cos(tilt) + q * math.sin(tilt)
                for p, q in zip(level, self.frame.z_axis, strict=True)
            )
            found[segment.name] = Frame(origin, along, outward)  # type: ignore[arg-type]
        return found


def _direction(frame: Frame, x: float, y: float) -> Vector:
    u, v = frame.x_axis, frame.y_axis
    return (x * u[0] + y * v[0], x * u[1] + y * v[1], x * u[2] + y * v[2])


def _looked_at_from_below(frame: Frame) -> Frame:
    return frame.facing_back()


def prism_body(prism: Prism, step: str, side: Side = "inside", **names: str) -> Body:
    """The solid of a prism, in the part's coordinates.

    Args:
        side: ``inside`` for material that is added, ``outside`` for a cutter.
        names: ``bottom`` and ``top``, names of the end faces.

    Raises:
        BuildError: a rim does not fit; names the largest that does.

    >>> from core.outlines import rectangle
    >>> prism_body(Prism(Frame(), rectangle(30, 20), 0, 4), "plate").bounds
    (-15.0, -10.0, 0.0, 15.0, 10.0, 4.0)
    """
    height = prism.high - prism.low
    if height <= 0:
        raise BuildError(f"the height is {height:g} mm", remedy="a height above nought")
    rims_fit(prism)
    counts = segment_counts(prism.outline)
    _, sides = flatten(prism.outline, side, counts)
    stations: list[tuple[float, float, str]] = []
    lower, upper = prism.bottom_rim.profile(), prism.top_rim.profile()
    for inset, depth in reversed(lower):
        stations.append((prism.low + depth, inset, "bottom rim"))
    stations[-1] = (*stations[-1][:2], "")
    for place, (inset, depth) in enumerate(upper):
        z = prism.high - depth
        if place == 0 and len(upper) > 1 and abs(z - stations[-1][0]) < 1e-9:
            stations[-1] = (*stations[-1][:2], "top rim")
            continue
        stations.append((z, inset, "top rim"))
    sections = [
        Section(z, flatten(prism.outline_at(z, inset), side, counts)[0], band)
        for z, inset, band in stations
    ]
    local = stack(sections, sides, step, **names)
    return local if prism.frame == Frame() else local.moved(prism.frame.matrix)


def rims_fit(prism: Prism) -> None:
    """Refuses rims that are higher or deeper than the prism has room for.

    >>> from core.outlines import rectangle
    >>> rims_fit(Prism(Frame(), rectangle(30, 20), 0, 4, top_rim=Rim("chamfer", 2.0)))
    """
    height = prism.high - prism.low
    rims = [rim for rim in (prism.bottom_rim, prism.top_rim) if rim.shape != "square"]
    if not rims:
        return
    together = sum(rim.size for rim in rims)
    if together > height + 1e-9:
        raise BuildError(
            f"a {rims[0].size:g} mm {rims[0].shape} does not fit: the body is {height:.4g} mm high",
            remedy=f"at most {math.floor(height / len(rims) * 1000) / 1000:g} mm",
        )
    for rim in rims:
        if try_offset(prism.outline_at(prism.high), -rim.size) is None:
            most = largest_inset(prism.outline_at(prism.high))
            raise BuildError(
                f"a {rim.size:g} mm {rim.shape} does not fit: the narrowest place is "
                f"{2 * most:.4g} mm",
                remedy=f"less than {math.floor(most * 100) / 100:g} mm",
            )
