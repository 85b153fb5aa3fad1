"""Grooves all round a shaft: straight, slanted, or crossing, for fingers to hold on to."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from core.outlines import Outline
from core.outlines.facet_fineness import half_facet
from core.outlines.loop import polygon_loop
from core.solids.body import Body
from core.solids.frame import Frame
from core.solids.stack import Section, stack
from core.solids.turned import turned_body

LAND = 0.2  # of each ridge is left as round as the shaft was
PROUD_MM = 0.05  # by which the cutter stands out of the shaft: its facets do by a tenth of that
COARSE = 4.0  # times the chord error of other rounds: where a ridge runs is nothing measured
ROOM_MM = 1.0


def knurl_cutter(
    end: Frame, radius_mm: float, low_mm: float, high_mm: float, ridges: int, depth_mm: float,
    slants_deg: Sequence[float], step: str,
) -> Body:  # fmt: skip
    """What grooves take off a shaft, as one piece.

    The grooves are as wide as a ridge but for the land; at both ends they run out at 45°, so that
    nothing of them hangs.

    Args:
        end: at the end of the shaft, z out of it along its axis.
        low_mm, high_mm: heights along that axis between which the grooves lie.
        slants_deg: by how much each set of grooves leans from the axis; (0,) for straight ones.

    >>> half = polygon_loop([(0, -20), (10, -20), (10, 0), (0, 0)], ["end", "side", "end", ""])
    >>> rod = turned_body(Outline(half), Frame(), "rod")
    >>> cut = knurl_cutter(Frame(), 10.0, -15.0, -5.0, 30, 0.6, (0.0,), "knurl")
    >>> round((rod - cut).volume_mm3 / rod.volume_mm3, 3)
    0.976
    """
    out, deep = radius_mm + PROUD_MM, radius_mm - depth_mm
    ends = [
        (out, low_mm - PROUD_MM), (out, high_mm + PROUD_MM),
        (deep, high_mm - depth_mm), (deep, low_mm + depth_mm),
    ]  # fmt: skip
    names = ["outside", "run-out", "valley", "run-out"]
    band = turned_body(Outline(polygon_loop(ends, names)), end, step, "outside")
    left: Body | None = None
    for slant in slants_deg:
        star = _ridges(radius_mm, low_mm, high_mm, ridges, depth_mm, slant, step).moved(end.matrix)
        left = star if left is None else left & star
    assert left is not None
    return band - left


def _ridges(
    radius: float, low: float, high: float, ridges: int, depth: float, slant_deg: float, step: str
) -> Body:
    """A star as tall as the grooves, turned as it rises: its points are the ridges."""
    # drawn past the shaft, so that the shaft itself is left on the ridges
    peak = radius + depth * LAND / (1 - LAND)
    angle = np.arange(2 * ridges) * math.pi / ridges
    reach = np.where(np.arange(2 * ridges) % 2 == 0, peak, radius - depth)
    star = np.column_stack([np.cos(angle), np.sin(angle)]) * reach[:, None]
    tall = high - low + 2 * ROOM_MM
    turn = tall * math.tan(math.radians(slant_deg)) / radius
    pieces = max(1, math.ceil(abs(turn) / (2 * half_facet(radius, COARSE))))
    sections = [
        Section(low - ROOM_MM + tall * share, [_turned(star, turn * (share - 0.5))])
        for share in np.linspace(0.0, 1.0, pieces + 1).tolist()
    ]
    return stack(sections, [["groove"] * len(star)], step)


def _turned(points: NDArray[np.float64], angle: float) -> NDArray[np.float64]:
    cos, sin = math.cos(angle), math.sin(angle)
    return np.asarray(points @ np.array([[cos, sin], [-sin, cos]]))
