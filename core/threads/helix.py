"""A thread's ridge wound round its axis into a solid.

Bolt and nut are wound with the same number of pieces a turn, corner under corner, so that facets
run parallel and the gap between flanks is the gap between the true helicoids.
"""

from __future__ import annotations

import math

import numpy as np

from core.outlines.fineness import half_facet
from core.solids import Body
from core.solids.skin import skin
from core.threads.profile import Opening
from core.threads.thread import Thread

SINK_MM = 0.3  # how deep a ridge is rooted in its core


def pieces_a_turn(radius: float) -> int:
    """Into how many chords a turn is cut, so that none strays more than the chord error."""
    half = half_facet(radius, 2.0)
    return max(16, 4 * math.ceil(math.pi / half / 4))


def wound_ridge(
    thread: Thread, side: Opening, low: float, high: float, step: str, outside: bool
) -> Body:
    """The ridges of a thread from ``low`` to ``high`` and a little past both, one per start.

    The first ridge's middle crosses z = 0 at angle 0.
    """
    pieces = pieces_a_turn(thread.major / 2)
    reach = 1.0 if outside else 1 / math.cos(math.pi / pieces)
    inner = max(side.root - SINK_MM, side.root * 0.5)
    # one ridge in its axial plane, counter-clockwise for someone looking back along the winding
    section = [
        (inner, -side.half_at_root, "root"),
        (side.root, -side.half_at_root, "lower flank"),
        (side.crest, -side.half_at_crest, "crest"),
        (side.crest, side.half_at_crest, "upper flank"),
        (side.root, side.half_at_root, "root"),
        (inner, side.half_at_root, "root"),
    ]
    flat = np.array([(r, z) for r, z, _ in section])
    names = [name for *_, name in section]
    hand = -1.0 if thread.left_hand else 1.0
    first = math.floor((low - side.half_at_root) / thread.lead * pieces) - 1
    last = math.ceil((high + side.half_at_root) / thread.lead * pieces) + 1
    turns = np.arange(first, last + 1) / pieces
    body: Body | None = None
    for start in range(thread.starts):
        shift = 2 * math.pi * start / thread.starts
        angles = hand * 2 * math.pi * turns[:, None] + shift
        radii = flat[:, 0] * reach
        up = flat[:, 1] + turns[:, None] * thread.lead
        stations = np.stack([radii * np.cos(angles), radii * np.sin(angles), up], axis=-1)
        ridge = skin(
            list(stations[::-1] if hand > 0 else stations), [len(flat)], [flat], [names], step
        )
        body = ridge if body is None else body + ridge
    assert body is not None
    return body


def _cylinder(
    radius: float, low: float, high: float, step: str, pieces: int, names: tuple[str, str, str]
) -> Body:
    from core.solids.stack import Section, stack

    angles = 2 * math.pi * np.arange(pieces) / pieces
    ring = np.column_stack([radius * np.cos(angles), radius * np.sin(angles)])
    return stack(
        [Section(low, [ring]), Section(high, [ring])],
        [[names[1]] * pieces],
        step,
        names[0],
        names[2],
    )


def thread_rod(
    thread: Thread, side: Opening, low: float, high: float, step: str, envelope: Body | None = None
) -> Body:
    """A threaded rod between two heights; an ``envelope`` clips it (chamfers, run-out)."""
    pieces = pieces_a_turn(thread.major / 2)
    core = _cylinder(side.root, low, high, step, pieces, ("bottom", "root", "top"))
    slab = _cylinder(side.crest + 1.0, low, high, step, pieces, ("bottom", "beyond", "top"))
    ridge = wound_ridge(thread, side, low, high, step, True) & (envelope or slab)
    if envelope:
        ridge = ridge & slab
    return core + ridge


def thread_cutter(
    thread: Thread,
    side: Opening,
    low: float,
    high: float,
    step: str,
    past: tuple[float, float] = (0.5, 0.5),
) -> Body:
    """What a nut's thread leaves hollow between two heights; the bore reaches ``past`` them."""
    pieces = pieces_a_turn(thread.major / 2)
    reach = 1 / math.cos(math.pi / pieces)
    bore = _cylinder(
        side.root * reach, low - past[0], high + past[1], step, pieces, ("floor", "bore", "mouth")
    )
    slab = _cylinder(
        side.crest * reach + 1.0, low, high, step, pieces, ("floor", "beyond", "mouth")
    )
    return bore + (wound_ridge(thread, side, low, high, step, False) & slab)
