"""Where to cut a part that is too large for the bed: the fewest cuts, each where least is cut."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from manifold3d import Manifold
from numpy.typing import NDArray

TRIED = 25  # places between the ends a cut may have
ENDS_MM = 1.0  # a cut keeps off flat ends, where the section jumps


@dataclass(frozen=True)
class Cut:
    """A plane square to an axis (0 x, 1 y, 2 z) of the solid at ``at_mm``, and what it cuts."""

    axis: int
    at_mm: float
    section_mm2: float


def where_to_cut(solid: Manifold, room_mm: tuple[float, float, float]) -> tuple[Cut, ...]:
    """The cuts that make every piece fit a box with sides along the solid's own axes.

    Each cut may slide as far as the pieces beside it still fit; it is put where the section is
    least. O(cuts · slice size).

    >>> where_to_cut(Manifold.cube((100, 20, 10)), (220, 220, 250))
    ()
    >>> len(where_to_cut(Manifold.cube((300, 20, 10)), (220, 220, 250)))
    1
    """
    box = solid.bounding_box()
    low, high = np.array(box[:3]), np.array(box[3:])
    cuts: list[Cut] = []
    for axis in range(3):
        size, room = float(high[axis] - low[axis]), room_mm[axis]
        pieces = math.ceil(size / room - 1e-9)
        last = float(low[axis])
        for number in range(1, pieces):
            # what is left after this cut must fit the pieces that are left
            first = max(float(high[axis]) - (pieces - number) * room, last + ENDS_MM)
            end = min(last + room, float(high[axis]) - ENDS_MM)
            places = np.linspace(first, end, TRIED)
            areas = [_section(solid, axis, float(at)) for at in places]
            # of equally small sections the one nearest the middle of its room
            middle = low[axis] + number * size / pieces
            best = min(range(TRIED), key=lambda i: (round(areas[i], 1), abs(places[i] - middle)))
            last = float(places[best])
            cuts.append(Cut(axis, last, areas[best]))
    return tuple(cuts)


def _section(solid: Manifold, axis: int, at: float) -> float:
    order: list[NDArray[np.float64]] = [np.eye(3)[(axis + i) % 3] for i in (1, 2, 0)]
    turn = np.column_stack([np.vstack(order), np.zeros(3)])
    return float(solid.transform(turn).slice(at).area())
