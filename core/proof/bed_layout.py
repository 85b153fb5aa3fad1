"""Several pieces laid out on as few beds as they need, none nearer to another than a margin.

Each piece is laid by the smallest rectangle round its footprint; rectangles are packed by the
library rectpack.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import rectpack
import scipy
import shapely
from numpy.typing import NDArray

Points = NDArray[np.float64]
MARGIN_MM = 5.0
UNIT_MM = 0.01  # rectangles are packed in whole hundredths


@dataclass(frozen=True)
class Laid:
    """One piece on a bed: turned about the vertical, then moved; ``ring`` (n, 2) its outline
    there, from the bed's corner, mm."""

    index: int
    bed: int
    turn_deg: float
    move: tuple[float, float]
    ring: Points


@dataclass(frozen=True)
class Layout:
    """``left_out`` are pieces that fit no bed, by index."""

    laid: tuple[Laid, ...]
    beds: int
    left_out: tuple[int, ...]


def lay_out(
    footprints: Sequence[Points], heights: Sequence[float], bed_mm: tuple[float, float, float]
) -> Layout:
    """Lays pieces on beds.

    Args:
        footprints: per piece, its points (n, 2) seen from above, mm.
        heights: per piece, how tall it stands.

    >>> square = np.array([[0.0, 0], [50, 0], [50, 50], [0, 50]])
    >>> lay_out([square, square], [10, 10], (220, 220, 250)).beds
    1
    """
    turned = [_squared(points) for points in footprints]
    packer = rectpack.newPacker(rotation=True, sort_algo=rectpack.SORT_AREA)
    fits = []
    for index, (_, ring) in enumerate(turned):
        wide, deep = np.ptp(ring, axis=0)
        short, long = sorted((wide, deep))
        room = sorted(bed_mm[:2])
        if short > room[0] + 1e-9 or long > room[1] + 1e-9 or heights[index] > bed_mm[2] + 1e-9:
            continue
        fits.append(index)
        packer.add_rect(_whole(wide + MARGIN_MM), _whole(deep + MARGIN_MM), index)
    # the margin of the last piece may lie off the bed
    packer.add_bin(_whole(bed_mm[0] + MARGIN_MM), _whole(bed_mm[1] + MARGIN_MM), count=float("inf"))
    packer.pack()
    laid = []
    for bed, x, y, wide, _, index in packer.rect_list():
        angle, ring = turned[index]
        if wide != _whole(float(np.ptp(ring[:, 0])) + MARGIN_MM):
            angle, ring = angle + 90.0, ring @ _turn(90.0).T
        move = np.array([x, y]) * UNIT_MM - ring.min(axis=0)
        laid.append(Laid(index, bed, angle % 360, (float(move[0]), float(move[1])), ring + move))
    beds = max((one.bed for one in laid), default=-1) + 1
    centred = tuple(
        _centred([one for one in laid if one.bed == bed], bed_mm) for bed in range(beds)
    )
    left_out = tuple(index for index in range(len(turned)) if index not in fits)
    return Layout(tuple(one for bed in centred for one in bed), beds, left_out)


def _centred(laid: list[Laid], bed_mm: tuple[float, float, float]) -> list[Laid]:
    """Pieces of one bed moved together to its middle."""
    every = np.vstack([one.ring for one in laid])
    shift = (np.array(bed_mm[:2]) - every.min(axis=0) - every.max(axis=0)) / 2
    return [
        Laid(
            one.index,
            one.bed,
            one.turn_deg,
            (one.move[0] + shift[0], one.move[1] + shift[1]),
            one.ring + shift,
        )
        for one in laid
    ]


def _squared(points: Points) -> tuple[float, Points]:
    """The turn, degrees, that makes the rectangle round a footprint smallest, and its hull so."""
    hull = points[scipy.spatial.ConvexHull(points).vertices]
    upright = np.ptp(hull, axis=0)
    box = shapely.get_coordinates(shapely.minimum_rotated_rectangle(shapely.MultiPoint(hull)))
    along = box[1] - box[0]
    angle = -math.degrees(math.atan2(along[1], along[0]))
    ring = hull @ _turn(angle).T
    if float(np.prod(np.ptp(ring, axis=0))) > 0.98 * float(np.prod(upright)):
        return 0.0, hull
    return angle, ring


def _turn(angle_deg: float) -> Points:
    cos, sin = math.cos(math.radians(angle_deg)), math.sin(math.radians(angle_deg))
    return np.array([[cos, -sin], [sin, cos]])


def _whole(mm: float) -> int:
    return math.ceil(mm / UNIT_MM - 1e-6)
