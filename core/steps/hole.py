"""Hole: a hole straight into a face, plain, countersunk, counterbored or teardrop."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core.errors import BuildError
from core.measures.units import length
from core.outlines import Outline, circle
from core.outlines.curves import Arc, Line
from core.outlines.loop import Loop, polygon_loop
from core.solids import Body, Prism, prism_body, turned_body
from core.steps.blind import floor_warning
from core.steps.extrude import CLEAR_MM, SKIN_MM, applied
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.reach import NAMED, NEXT, ReachFields, along, distance_to, next_face_below
from core.steps.registry import Cures, StepInput, StepKind, register
from core.steps.state import Feature, PartState, Recess

FORMS = ("plain", "countersunk", "counterbored", "teardrop")


@dataclass(frozen=True, slots=True)
class HoleFields(Fields):
    """What is set of a hole."""

    form: Literal["plain", "countersunk", "counterbored", "teardrop"]
    diameter_mm: float
    reach: Literal["through", "to depth", "up to a face", "up to the next face"]
    depth_mm: float
    face: str
    past_mm: float
    head_mm: float
    head_depth_mm: float
    sink_deg: float


@register
class Hole(StepKind):
    """A hole; circumscribed, so that a peg of its size passes."""

    kind = "hole"
    is_bore = True
    rank = 10
    title = "Hole"
    also = ("drill", "bore", "through hole", "blind hole", "countersink", "counterbore", "teardrop")
    at_face = "hole"
    has_place = True
    seeks_room = True
    open_lines = 2.0
    fields = (
        Field("form", "choice", "form", "plain", FORMS),
        Field("diameter", "length", "diameter", "5 mm", above=0, spans="across"),
        Field(
            "reach",
            "choice",
            "reach",
            "through",
            ("through", "to depth", NAMED, NEXT),
            told=("right through", "to a depth of", "up to the", NEXT),
        ),
        Field(
            "depth",
            "length",
            "depth",
            "10 mm",
            above=0,
            spans="into",
            when=(("reach", ("to depth",)),),
        ),
        Field("face", "face", "up to", "", when=(("reach", (NAMED,)),)),
        Field(
            "past",
            "length",
            "past it",
            "0",
            when=(("reach", (NAMED, NEXT)),),
            clause=", {past} past it",
        ),
        Field(
            "head",
            "length",
            "head diameter",
            "2 * diameter",
            when=(("form", ("countersunk", "counterbored")),),
        ),
        Field(
            "head_depth",
            "length",
            "head depth",
            "diameter",
            above=0,
            when=(("form", ("counterbored",)),),
        ),
        Field(
            "sink",
            "angle",
            "countersink angle",
            "90 deg",
            above=0,
            most=170,
            when=(("form", ("countersunk",)),),
        ),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = HoleFields.typed(words)
        reach = {"to depth": "{reach} {depth}", NAMED: "{reach} {face}"}.get(its.reach, "{reach}")
        head = {
            "countersunk": ", countersunk to {head} at {sink}",
            "counterbored": ", counterbored {head}, {head_depth} deep",
        }.get(its.form, "")
        return "Hole, {form}, {diameter} across, " + reach + head

    def build(self, given: StepInput) -> PartState:
        its = given.read(HoleFields)
        body = given.state.solid()
        through = its.reach == "through"
        depth = reach_through(body.bounds) if through else reached(given, its.depth_mm)
        # what is drilled up to a face goes through that face
        past = SKIN_MM if its.reach in (NAMED, NEXT) else 0.0
        past += its.past_mm if past else 0.0
        tool = _drill(given, depth + past)
        after = applied("cut", given.state, tool)
        places = {"floor": given.frame.lifted(-depth)} if not through else {}
        quantities = {"diameter": length(its.diameter_mm)}
        if not through:
            quantities["depth"] = length(depth)
        widest = max(its.diameter_mm, _head(given))
        outline = teardrop(widest) if its.form == "teardrop" else circle(widest)
        recess = Recess(given.frame, outline, depth)
        feature = Feature(
            given.step, places, quantities, tool=tool, mode="cut", recess=recess, axis=given.frame
        )
        return given.state.made(after, feature)

    def warns(self, given: StepInput, after: PartState) -> tuple[str, ...]:
        its = given.read(HoleFields)
        if its.reach != "to depth" or its.form not in ("plain", "teardrop"):
            return ()
        return floor_warning(given, after, "floor", "hole")

    def cures(self, given: StepInput, after: PartState) -> Cures:
        return (("reach", "through", "the hole right through"),)


def reached(given: StepInput, depth: float) -> float:
    """How deep a step goes from its place: to its depth, or to the face it names, mm.

    Raises:
        BuildError: the face lies the other way.
    """
    its = given.read(ReachFields)
    if its.reach == NEXT:
        low, _ = along(given.frame, given.state.solid())
        across = given.read(HoleFields).diameter_mm
        drill = Prism(given.frame, circle(across), low - CLEAR_MM, SKIN_MM)
        return next_face_below(given, prism_body(drill, given.step))
    if its.reach != NAMED:
        return depth
    gap = distance_to(given, its.face)
    if gap > 0:
        raise BuildError(
            f"'{its.face}' lies {given.told(gap)} outside, not below the face",
            remedy="a face inside the part",
        )
    return -gap


def _head(given: StepInput) -> float:
    """The diameter of the head at the face; nought without one."""
    its = given.read(HoleFields)
    return its.head_mm if its.form in ("countersunk", "counterbored") else 0.0


def _drill(given: StepInput, depth: float) -> Body:
    its = given.read(HoleFields)
    diameter, form = its.diameter_mm, its.form
    names = {"top": "mouth", "bottom": "floor"}
    if form in ("plain", "teardrop"):
        outline = circle(diameter) if form == "plain" else teardrop(diameter)
        prism = Prism(given.frame, outline, -depth, CLEAR_MM)
        return prism_body(prism, given.step, "outside", **names)
    head, radius = its.head_mm, diameter / 2
    if head <= diameter:
        raise BuildError(
            f"a head of {head:g} mm is no wider than the hole of {diameter:g} mm",
            remedy=f"more than {diameter:g} mm",
        )
    if form == "countersunk":
        half = math.radians(its.sink_deg) / 2
        step = (head - diameter) / 2 / math.tan(half)
        profile = [
            (0, -depth),
            (radius, -depth),
            (radius, -step),
            (head / 2, 0),
            (head / 2, CLEAR_MM),
        ]
    else:
        step = its.head_depth_mm
        profile = [
            (0, -depth), (radius, -depth), (radius, -step), (head / 2, -step), (head / 2, CLEAR_MM),
        ]  # fmt: skip
    if step >= depth:
        raise BuildError(
            f"the head is {step:.4g} mm deep, the hole only {depth:.4g} mm", remedy="a deeper hole"
        )
    sides = ["floor", "bore", "shoulder", "head", "mouth", "axis"]
    outline = Outline(polygon_loop([*profile, (0, CLEAR_MM)], sides))
    return turned_body(outline, given.frame, given.step, "outside")


def teardrop(diameter: float) -> Outline:
    """A circle with a 45° roof upwards, so that a level hole prints without support."""
    if diameter <= 0:
        raise BuildError(f"the diameter is {diameter:g} mm", remedy="a diameter above nought")
    r = diameter / 2
    quarter = math.pi / 4
    peak = (0.0, r * math.sqrt(2))
    arc = Arc((0.0, 0.0), r, math.pi - quarter, math.pi + 2 * quarter, "bore")
    return Outline(Loop((arc, Line(arc.b, peak, "roof right"), Line(peak, arc.a, "roof left"))))


def reach_through(bounds: tuple[float, ...]) -> float:
    """Longer than any way through the part, in mm.

    >>> reach_through((0, 0, 0, 3, 4, 12)) > 13
    True
    """
    return sum(bounds[i + 3] - bounds[i] for i in range(3)) + 1.0
