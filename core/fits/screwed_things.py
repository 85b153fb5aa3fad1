"""Screws, inserts and nuts as bodies in the cover's coordinates, and what of the parts is to hold
them.
"""

from __future__ import annotations

import math

from core import hardware
from core.fits.pieces import disc, led, raised, turned
from core.fits.registry import Bought, FitInput, Grip, Rest
from core.fits.screwed_sizes import HEADS, Plan, ScrewedFields, diameter, hole_in_base, per_side
from core.fits.screwed_solids import at_each
from core.outlines import regular_polygon
from core.solids import Body, Frame

Points = list[tuple[float, float]]
SKIN_MM = 0.1  # how deep is looked at what a head rests on
SHELL_MM = 0.4  # and how far round a thread at what holds it: a line of a usual nozzle
EDGE_MM = 0.05  # facets' own


def bought_things(given: FitInput, its: ScrewedFields, plan: Plan) -> Bought:
    """What is bought, laid in its place."""
    wide, near = plan.head.diameter / 2, diameter(its) / 2 + given.gap_mm + EDGE_MM
    tops = [-over for over in plan.over] if its.head == HEADS[0] else [
        -under - plan.head.height for under in plan.under
    ]  # fmt: skip
    # past all there is of either part, wherever the face lies
    boxes = [state.solid().bounds for state in (given.a, plan.base)]
    beyond = sum(math.dist(box[:3], box[3:]) for box in boxes)

    def ring(points: Points, frame: Frame) -> Body:
        return turned(points, ["a", "b", "c", "d"], frame, given.fit)

    def screw(frame: Frame, top: float) -> Body:
        return _screw(its, given, plan, frame, top)

    def seat(frame: Frame, top: float) -> Body:
        return ring(_seat(its, plan, top, near), frame)

    def way(frame: Frame, top: float) -> Body:
        return raised(disc(wide), top - beyond, top, frame, given.fit)

    screws, seats, ways = (at_each(plan.frames, tops, make) for make in (screw, seat, way))
    rests = [Rest("heads", "a", tuple(seats))]
    if its.into == "nuts":
        nut = hardware.hex_nut(its.size)
        hexagon, far = regular_polygon(6, nut.across_flats), nut.across_flats / 2 - EDGE_MM

        def nuts(frame: Frame, run: float) -> Body:
            return raised(hexagon, run - nut.height, run, frame, given.fit, top="nut top")

        def floor(frame: Frame, run: float) -> Body:
            at = run - nut.height
            low = at - SKIN_MM
            return ring([(near, low), (far, low), (far, at), (near, at)], frame)

        def behind(frame: Frame, run: float) -> Body:
            round_it = disc(nut.across_flats / math.sqrt(3))
            return raised(round_it, run, run + beyond, frame, given.fit)

        others, floors, backs = (
            at_each(plan.frames, plan.runs, make) for make in (nuts, floor, behind)
        )
        rests.append(Rest("nuts", "b", tuple(floors)))
        return Bought(
            tuple(screws),
            tuple(others),
            tuple(rests),
            (),
            (*ways, *backs),
            axis=plan.frames[0].z_axis,
        )
    hole = hole_in_base(its, given) / 2
    long = hardware.insert(its.size).length if its.into == "inserts" else 0.0

    def insert(frame: Frame, high: float) -> Body:
        return led(disc(hole), 0.0, high, frame, given.fit, "inside", name="insert")

    def shell(frame: Frame, high: float) -> Body:
        low, far = hole + EDGE_MM, hole + EDGE_MM + SHELL_MM
        return ring([(low, 0.0), (far, 0.0), (far, high), (low, high)], frame)

    highs = [long or reach for reach in plan.reach]
    others = at_each(plan.frames, highs, insert) if long else []
    what = "inserts" if long else "screws"
    grip = Grip(what, "b", tuple(at_each(plan.frames, highs, shell)), min(highs))
    return Bought(
        tuple(screws), tuple(others), tuple(rests), (grip,), tuple(ways), plan.frames[0].z_axis
    )


def _screw(its: ScrewedFields, given: FitInput, plan: Plan, frame: Frame, top: float) -> Body:
    """A screw, its head's top at a height; in plastic no thicker than its hole."""
    shank, wide = diameter(its) / 2, plan.head.diameter / 2
    seat, tip = top + plan.head.height, top + plan.head.height + plan.length - plan.in_head()
    profile: Points = [(0.0, top), (wide, top)]
    names = ["head top"]
    if its.head != HEADS[0]:
        profile.append((wide, seat))
        names.append("head side")
    profile += [(shank, seat), (shank, 0.0)]
    names += ["head seat", "shank"]
    thread = min(shank, hole_in_base(its, given) / 2) if its.into == "plastic" else shank
    if thread < shank:
        profile.append((thread, 0.0))
        names.append("step")
    profile += [(thread, tip), (0.0, tip)]
    return turned(profile, [*names, "thread", "tip", "axis"], frame, given.fit)


def _seat(its: ScrewedFields, plan: Plan, top: float, near: float) -> Points:
    """The section of a ring of what a head lies on."""
    far, seat = plan.head.diameter / 2 - EDGE_MM, top + plan.head.height
    if its.head != HEADS[0]:
        return [(near, seat), (far, seat), (far, seat + SKIN_MM), (near, seat + SKIN_MM)]
    down = 1 / per_side(plan.head)  # along the cone
    high, low = top + EDGE_MM * down, top + (plan.head.diameter / 2 - near) * down
    return [(far, high), (far, high + SKIN_MM), (near, low + SKIN_MM), (near, low)]
