"""What bought screws take from the cover and the base, and the pillars they stand on."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace

import numpy as np
from manifold3d import CrossSection, FillRule, Manifold

from core import hardware
from core.errors import BuildError
from core.fits.pieces import ROOM_MM, ROOT_MM, disc, led, opposed, raised, turned
from core.fits.registry import FitInput
from core.fits.screwed_sizes import (
    TOP_MM,
    Plan,
    ScrewedFields,
    diameter,
    head_of,
    hole_in_base,
    per_side,
    spots_of,
    under_head,
)
from core.outlines import regular_polygon
from core.solids import Body, Frame
from core.steps.state import PartState


def at_each(
    frames: Sequence[Frame], sizes: Sequence[float], make: Callable[[Frame, float], Body]
) -> list[Body]:
    """A piece at each of some places that look one way: made once a size, and moved to the others.

    >>> rods = at_each([Frame(), Frame((9.0, 0, 0))], [2.0, 2.0],
    ...                lambda frame, tall: raised(disc(1), 0.0, tall, frame, "rod"))
    >>> [round(one.bounds[0]) for one in rods]
    [-1, 8]
    """
    made: dict[float, tuple[Frame, Body]] = {}
    found = []
    for frame, size in zip(frames, sizes, strict=True):
        key = round(size, 6)
        if key not in made:
            made[key] = frame, make(frame, size)
        first, body = made[key]
        shift = np.subtract(frame.origin, first.origin)
        found.append(body.moved(np.column_stack([np.eye(3), shift])) if shift.any() else body)
    return found


def passage(its: ScrewedFields, given: FitInput, face: Frame, thick: float) -> Body:
    """What is cut from the cover for one screw, its head at the far side."""
    head = head_of(its)
    under_head(its, head, thick)
    radius, wide = diameter(its) / 2 + given.gap_mm, head.diameter / 2
    back = opposed(face.lifted(-thick))  # z out of the far side
    # what lies past the cover's own faces goes by another name: it leaves no wall
    past = -thick - ROOM_MM
    profile = [(0.0, past), (radius, past), (radius, -thick)]
    names = ["out", "out", "hole side"]
    if its.head == "countersunk":
        if wide <= radius:
            raise BuildError("the holes are as wide as the heads", remedy="a smaller gap")
        deep = (wide - radius) / per_side(head)
        profile += [(radius, -its.sunk_mm - deep), (wide, -its.sunk_mm)]
        names += ["sink"]
        if its.sunk_mm:
            profile += [(wide, 0.0)]
            names += ["head pocket"]
        profile += [(wide, ROOM_MM)]
        names += ["out"]
    elif its.head == "let in":
        room = wide + given.gap_mm
        deep = head.height + its.sunk_mm
        profile += [(radius, -deep), (room, -deep), (room, 0.0), (room, ROOM_MM)]
        names += ["shoulder", "head pocket", "out"]
    else:
        profile += [(radius, 0.0), (radius, ROOM_MM)]
        names += ["out"]
    profile.append((0.0, ROOM_MM))
    names += ["out", "axis"]
    return turned(profile, names, back, given.fit, "outside")


def hole_below(its: ScrewedFields, given: FitInput, plan: Plan, frame: Frame, run: float) -> Body:
    """What is cut from the base for one screw, where it is so thick; for a nut its pocket, too.

    Raises:
        BuildError: the base is no thicker than a nut.
    """
    radius, deep = hole_in_base(its, given) / 2, plan.depth(run)
    # what lies past the base's own faces goes by another name: it leaves no wall
    far = [] if deep is not None else [(radius, -run)]
    end = -run - ROOM_MM if deep is None else -deep
    profile = [(0.0, end), (radius, end), *far, (radius, 0.0), (radius, ROOM_MM), (0.0, ROOM_MM)]
    names = ["bottom", *("out" for _ in far), "hole side", "out", "out", "axis"]
    tool = turned(profile, names, frame, given.fit, "outside")
    if its.into != "nuts":
        return tool
    nut = hardware.hex_nut(its.size)
    if run <= nut.height:
        raise BuildError(
            f"the base is {run:.4g} mm thick there,"
            f" {hardware.a_screw(its.size)} nut {nut.height:g} mm high",
            remedy=f"a base thicker than {nut.height + 1.0:g} mm, or inserts",
        )
    hexagon = regular_polygon(6, nut.across_flats + 2 * given.gap_mm)
    pocket = led(hexagon, -run, nut.height - run, frame, given.fit, "outside", name="nut side")
    return tool + pocket + raised(hexagon, -run - ROOM_MM, -run, frame, given.fit, "outside")


def on_posts(given: FitInput, its: ScrewedFields) -> PartState:
    """The base with pillars under its screws, led down to what lies below and kept within its
    outline."""
    if not its.post_mm:
        return given.b
    body = given.b.solid()
    face = given.frame_b
    local = body.solid.transform(face.into)
    low = local.bounding_box()[2]
    rings = local.slice(-TOP_MM).to_polygons()
    outer = CrossSection([ring for ring in rings if _area(ring) > 0], FillRule.NonZero)
    filled = Manifold.extrude(outer, -low).translate((0.0, 0.0, low)).transform(face.matrix)
    within = filled ^ body.solid.hull()
    post = disc(its.post_mm / 2)
    for x, y in spots_of(its):
        at = face.shifted(-x, y)
        whole = led(post, low, 0.0, at, given.fit, "inside", name="pillar")
        standing = whole.solid ^ within
        for piece in (standing - body.solid).decompose():
            box = piece.transform(face.into).bounding_box()
            if box[5] > -TOP_MM:  # rooted in what lies below, not led into a room under that
                foot = at.lifted(max(box[2] - ROOT_MM, low))
                level = sum(u * v for u, v in zip(foot.z_axis, foot.origin, strict=True))
                body = body + Body(standing.trim_by_plane(foot.z_axis, level), whole.sources)
    return replace(given.b, body=body)


def _area(ring: np.ndarray) -> float:  # type: ignore[type-arg]
    x, y = np.asarray(ring, dtype=np.float64).T
    return float(np.sum(x * np.roll(y, -1) - np.roll(x, -1) * y)) / 2
