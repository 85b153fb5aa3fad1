"""How a cover begins to be held by bought screws: where they go, of what size, into what."""

from __future__ import annotations

import math

import numpy as np
import shapely
import shapely.affinity
from shapely.geometry.base import BaseGeometry

from core import hardware
from core.errors import BuildError
from core.fits.pieces import level_faces, of_the_size
from core.fits.registry import Begun, Ground
from core.fits.screwed_sizes import HEADS, INTO, TOP_MM, aside_of, runs_below
from core.hardware.tables import COUNTERSUNK
from core.outlines import flatten
from core.solids import Frame
from core.steps.state import PartState

BEGUN = ("M3", "M2")  # the usual size, and the one for what is small
LAND_MM = 0.6  # of a cover under countersunk heads, to begin with
EDGE_LEFT_MM = 1.6  # and beside heads, to the edge
RIM_FROM_MM = 20.0  # how wide a box is from which on its screws are of the usual size
STEP_MM = 0.5
BEYOND_MM = 0.5  # so far past the cover is looked at what stands there


def sized_on(a: Ground, b: Ground) -> dict[str, float | str]:
    """What screws begin with on two chosen faces: on a circle, within what lies on either."""
    size, into = _begun_size(min(a.wide_mm, a.tall_mm, b.wide_mm, b.tall_mm), b.thick_mm)
    its: dict[str, float | str] = {"size": size, "into": into}
    if size not in COUNTERSUNK or a.thick_mm < COUNTERSUNK[size].height + LAND_MM:
        its["head"] = HEADS[2]
    # the largest circle on a face: its corners may be rounded off
    around = 2 * (min(a.radius_mm, b.radius_mm) - _edge(size, into))
    if around < 3 * hardware.insert(size).hole:
        return its | {"layout": "one"}
    return its | {
        "layout": "on a circle",
        "count": "4",
        "around": _tenths(around),
    }


def begun_between(a: PartState, b: PartState) -> Begun | None:
    """Near the corners of what the largest face of the cover that looks down and that of the
    base that looks up have in common; of an open base that is its rim, and there are pillars.
    """
    if a.body is None or b.body is None:
        return None
    under, above = next(iter(level_faces(a, up=False)), None), _above(b)
    if under is None or above is None:
        return None
    place, face, cover = under
    on_b, base, is_rim = above
    here, there = _middle(cover), _middle(base)
    base_thick, cover_thick = _thick(b, on_b, there), _thick(a, place, here)
    free: BaseGeometry = cover
    if cover_thick:  # what stands on the cover's other side is no place for heads
        free = cover.difference(_level(a, face, -cover_thick - BEYOND_MM))
    both = shapely.affinity.translate(
        shapely.affinity.scale(free, -1.0, 1.0, origin=here), -here[0], -here[1]
    ).intersection(shapely.affinity.translate(base, -there[0], -there[1]))
    if both.is_empty:
        return None
    wide, tall = (2 * min(-low, high) for low, high in zip(both.bounds[:2], both.bounds[2:],
                                                           strict=True))  # fmt: skip
    size, into = ("M3" if min(wide, tall) >= RIM_FROM_MM else "M2", INTO[0]) if is_rim else (
        _begun_size(min(wide, tall), base_thick)
    )  # fmt: skip
    fields: dict[str, float | str] = {"size": size, "into": into}
    if size not in COUNTERSUNK or cover_thick < COUNTERSUNK[size].height + LAND_MM:
        fields["head"] = HEADS[2]
    round_it = 2 * _edge(size, into)
    if is_rim:
        post = of_the_size(min(wide, tall) / 3, usual=2 * hardware.insert(size).hole)
        fields["post"], round_it = post, post
    fields |= _spread(both, wide, tall, round_it)
    return Begun(place, on_b, aside_of(*here), aside_of(*there), fields)


def _least_base(size: str, into: str) -> float:
    """How thick a base is at least to begin so, mm."""
    if into == "nuts":
        return hardware.hex_nut(size).height + 1.0
    held = hardware.insert(size).length if into == "inserts" else 2 * hardware.screw_diameter(size)
    return held + 2.0


def _begun_size(across: float, thick: float) -> tuple[str, str]:
    """The size of screws to begin with on a face so far across, and what is to hold them in a base
    so thick."""
    return next(
        (
            (size, into)
            for size in BEGUN
            for into in INTO
            if across >= 2 * _edge(size, into) and thick >= _least_base(size, into)
        ),
        (BEGUN[-1], "plastic"),
    )


def _edge(size: str, into: str) -> float:
    """How far from an edge a screw stands at least to begin with, mm."""
    wide = hardware.socket_head(size).diameter
    if size in COUNTERSUNK:
        wide = max(wide, COUNTERSUNK[size].diameter)
    if into == "nuts":
        wide = max(wide, hardware.hex_nut(size).across_flats * 2 / math.sqrt(3))
    return wide / 2 + EDGE_LEFT_MM


def _above(base: PartState) -> tuple[str, shapely.Polygon, bool] | None:
    """Where a cover lies on a base, in the face's own mm, and whether that is an open rim."""
    try:
        feature, rim = base.mouth()
        return f"{feature.step}.rim", shapely.Polygon(flatten(rim.outer, "outside")[0][0]), True
    except BuildError:
        found = next(iter(level_faces(base, up=True)), None)
        return (found[0], found[2], False) if found else None


def _middle(face: shapely.Polygon) -> tuple[float, float]:
    low_x, low_y, high_x, high_y = face.bounds
    return (low_x + high_x) / 2, (low_y + high_y) / 2


def _thick(state: PartState, place: str, at: tuple[float, float]) -> float:
    """How thick a part is below a point of a face, mm; nought where nothing lies there."""
    try:
        return runs_below(state, state.place(place)[1], [at], "part")[0]
    except BuildError:
        return 0.0


def _spread(face: BaseGeometry, wide: float, tall: float, across: float) -> dict[str, float | str]:
    """Where screws begin so that a circle ``across`` mm about each lies on a face about nought:
    at the corners, a little nearer to each other where those are rounded, else on a circle, else
    one."""
    within = face.buffer(TOP_MM)

    def lie(spots: list[tuple[float, float]]) -> bool:
        return bool(within.contains(shapely.MultiPoint(spots).buffer(across / 2)))

    for inset in np.arange(0.0, across / 2, STEP_MM):
        along, up = wide - across - inset, tall - across - inset
        x, y = along / 2, up / 2
        if min(along, up) > across and lie([(x, y), (-x, y), (-x, -y), (x, -y)]):
            return {"along": _tenths(along), "across": _tenths(up)}
    around = min(wide, tall) - across
    r = around / 2
    if around > across and lie([(r, 0.0), (0.0, r), (-r, 0.0), (0.0, -r)]):
        return {"layout": "on a circle", "count": "4", "around": _tenths(around)}
    return {"layout": "one"}


def _tenths(mm: float) -> float:
    """As a maker would type it: to a tenth below; facets may stand out by less."""
    return math.floor(mm * 10 + TOP_MM) / 10


def _level(state: PartState, face: Frame, up: float) -> BaseGeometry:
    """What a part measures level with a face, so far out of it, in the face's own mm."""
    found: BaseGeometry = shapely.Polygon()
    for ring in state.solid().solid.transform(face.into).slice(up).to_polygons():
        found = found.symmetric_difference(shapely.Polygon(np.asarray(ring)))
    return found
