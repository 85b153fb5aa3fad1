"""Extrude: raise an outline to a height, as material, as a cut, or to keep what is common."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from core.errors import BuildError
from core.measures.units import Quantity, length
from core.outlines.curves import Arc
from core.solids import Body, Frame, Prism, prism_body
from core.steps.blind import floor_warning
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.reach import (
    NAMED,
    NEXT,
    along,
    distance_to,
    heights,
    next_face_above,
    next_face_below,
)  # fmt: skip
from core.steps.registry import Cures, Start, StepInput, StepKind, register
from core.steps.state import Feature, PartState, Recess, something_left

MODES = ("add", "cut", "common")
DIRECTIONS = (
    "up", "down", "both ways", "up and down", "right through", NAMED, NEXT,
)  # fmt: skip
OF_CUTTER = " of the cutter"
SKIN_MM = 1e-3  # how far a cutter goes past its far end, so no skin is left there
CLEAR_MM = 0.5  # how far a cutter stands proud of the face it starts from, so no skin is left


def applied(mode: str, state: PartState, tool: Body) -> Body:
    """A tool added to, cut from or intersected with the solid so far.

    Raises:
        BuildError: nothing is left, or the tool changes nothing.
    """
    if state.body is None:
        if mode != "add":
            raise BuildError(
                "there is no solid yet to cut", remedy="set this step to add, or move it down"
            )
        return tool
    before = state.body
    after = {"add": before + tool, "cut": before - tool, "common": before & tool}[mode]
    something_left(after, "a smaller cut")
    if mode == "cut" and abs(after.volume_mm3 - before.volume_mm3) < 1e-6:
        raise BuildError("this cut meets no material", remedy="check its place and its direction")
    if mode == "add" and abs(after.volume_mm3 - before.volume_mm3) < 1e-6:
        raise BuildError(
            "this lies wholly inside the part and adds nothing",
            remedy="a place further out, a larger size, or cut instead of add",
        )
    return after


@dataclass(frozen=True, slots=True)
class ExtrudeFields(Fields):
    """What is set of an extrude."""

    mode: Literal["add", "cut", "common"]
    direction: Literal[
        "up",
        "down",
        "both ways",
        "up and down",
        "right through",
        "up to a face",
        "up to the next face",
    ]
    height_mm: float
    below_mm: float
    face: str
    past_mm: float
    draft_deg: float


@register
class Extrude(StepKind):
    """Raise an outline straight up, down or both ways from its place."""

    kind = "extrude"
    rank = 0
    title = "Raise or cut an outline"
    also = ("extrude", "raise", "pull up", "add", "block", "plate", "prism")
    starts = (
        Start(
            "Raise {outline}",
            ("extrude", "raise", "pull up", "add", "block", "plate", "prism", "box shape"),
            at_face="raise on it",
            name="body",
        ),
        Start(
            "Cut {outline} out",
            ("cut", "cut out", "remove", "subtract", "pocket", "recess"),
            {"mode": "cut", "direction": "down"},
            about="Take an outline out of the part, to a depth.",
            at_face="cut into it",
            name="cut",
        ),
        Start(
            "Cut {outline} right through",
            ("through", "cut through", "through all", "window", "opening"),
            {"mode": "cut", "direction": "right through"},
            about="Take an outline out of the part, whatever its thickness.",
            at_face="cut right through",
            name="opening",
        ),
        Start(
            "Keep only what lies in {outline}",
            ("common", "keep only"),
            {"mode": "common", "direction": "right through"},
            about="Take away all that lies beside an outline.",
            name="kept",
        ),
        Start(
            "Raise {outline} with leaning walls",
            ("cone", "taper", "frustum", "draft", "lean", "leaning walls"),
            {"draft": "2 deg"},
            about="Raise an outline that grows smaller towards its top.",
            name="body",
        ),
    )
    has_outline = True
    has_place = True
    seeks_room = True
    fields = (
        Field(
            "mode",
            "choice",
            "way of acting",
            "add",
            MODES,
            told=("Raise", "Cut", "Keep only what lies in"),
        ),
        Field(
            "direction",
            "choice",
            "direction",
            "up",
            DIRECTIONS,
            told=("up", "down", "both ways", "up and down", "right through", "up to the", NEXT),
            default_if=(("mode", "cut", "down"),),
        ),
        Field(
            "height",
            "length",
            "height",
            "10 mm",
            above=0,
            spans="into",
            goes_in_when=(("mode", ("cut",)),),
            when=(("direction", ("up", "down", "both ways", "up and down")),),
        ),
        Field("below", "length", "depth", "5 mm", above=0, when=(("direction", ("up and down",)),)),
        Field("face", "face", "up to", "", when=(("direction", (NAMED,)),)),
        Field(
            "past",
            "length",
            "past it",
            "0",
            when=(("direction", (NAMED, NEXT)),),
            clause=", {past} past it",
        ),
        Field(
            "draft",
            "angle",
            "draft",
            "0 deg",
            above=-80,
            most=80,
            clause=", walls leaning in {draft} going up",
        ),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = ExtrudeFields.typed(words)
        reach = {
            "up and down": " by {height} and {below}",
            NAMED: " {face}",
            "right through": "",
            NEXT: "",
        }.get(its.direction, " {height}")
        return "{mode} {outline}, {direction}" + reach

    def build(self, given: StepInput) -> PartState:
        its = given.read(ExtrudeFields)
        mode, draft = its.mode, its.draft_deg
        if its.direction == NEXT and mode == "add":
            return self._to_the_next(given)
        low, high = _reach(given)
        prism = Prism(given.frame, given.profile(), low, high, draft_deg=draft)
        tool_prism = _past_its_ends(prism, given) if mode == "cut" else _rooted(prism, given)
        tool = prism_body(tool_prism, given.step, "outside" if mode == "cut" else "inside")
        body = applied(mode, given.state, tool)
        feature = prism_feature(given.step, prism, follow=mode == "add")
        if mode == "cut":
            feature = replace(feature, places=seen_in_a_cut(feature.places))
        # a cut that begins at its place and goes into the body has a mouth there
        opens = mode == "cut" and low < -1e-9 and abs(high) < 1e-9
        recess = Recess(given.frame, prism.outline_at(high), high - low) if opens else None
        return given.state.made(body, replace(feature, tool=tool, mode=mode, recess=recess))

    def _to_the_next(self, given: StepInput) -> PartState:
        """Raised until it meets whatever lies above it."""
        its = given.read(ExtrudeFields)
        _, top = along(given.frame, given.state.solid())
        most = max(top, 0.0) + CLEAR_MM
        prism = Prism(given.frame, given.profile(), 0.0, most, draft_deg=its.draft_deg)
        tool = next_face_above(given, prism_body(prism, given.step), most)
        if its.past_mm:
            raise BuildError("what is raised to the next face ends in it", remedy="nothing past it")
        feature = replace(prism_feature(given.step, prism, follow=False), tool=tool, mode="add")
        feature = replace(feature, places={k: v for k, v in feature.places.items() if k != "top"})
        return given.state.made(applied("add", given.state, tool), feature)

    def warns(self, given: StepInput, after: PartState) -> tuple[str, ...]:
        its = given.read(ExtrudeFields)
        # A cut downwards that is shallower than the part was meant to have a floor.
        if its.mode != "cut" or its.direction != "down":
            return ()
        low, _ = along(given.frame, given.state.solid())
        if its.height_mm >= -low - 1e-9:
            return ()
        return floor_warning(given, after, "bottom", "pocket")

    def cures(self, given: StepInput, after: PartState) -> Cures:
        return (("direction", "right through", "the cut right through"),)


def _reach(given: StepInput) -> tuple[float, float]:
    """From where to where the outline is raised along the z of its place, mm.

    Raises:
        BuildError: it goes right through something it should add to, or has nowhere to go.
    """
    its = given.read(ExtrudeFields)
    direction, height = its.direction, its.height_mm
    if direction == "right through":
        if its.mode == "add":
            raise BuildError("what is raised has to end somewhere", remedy="up by a height")
        low, high = along(given.frame, given.state.solid())
        # from its place into the body; a place that lies inside goes both ways
        return min(low, 0.0), (high if low >= -1e-9 or high > 1e-9 else 0.0)
    past = its.past_mm
    if direction == NAMED:
        gap = distance_to(given, its.face)
        return (0.0, gap + past) if gap > 0 else (gap - past, 0.0)
    if direction == NEXT:
        low, _ = along(given.frame, given.state.solid())
        through = Prism(given.frame, given.profile(), low - CLEAR_MM, SKIN_MM)
        return -next_face_below(given, prism_body(through, given.step)) - past - SKIN_MM, 0.0
    return {
        "up": (0.0, height),
        "down": (-height, 0.0),
        "both ways": (-height / 2, height / 2),
        "up and down": (-its.below_mm, height),
    }[direction]


def _rooted(prism: Prism, given: StepInput) -> Prism:
    """What is raised on a slanted face begins a hair inside it: no two numbers put both exactly in
    one plane, and a slit would be left between them."""
    its = given.read(ExtrudeFields)
    level = max(abs(v) for v in prism.frame.z_axis) > 1 - 1e-12
    if its.mode != "add" or level or given.state.body is None or abs(prism.low) > 1e-9:
        return prism
    return replace(prism, outline=prism.outline_at(-SKIN_MM), low=-SKIN_MM)


def _past_its_ends(prism: Prism, given: StepInput) -> Prism:
    """A cutter that goes past its ends where they lie in a face, so that no skin is left there."""
    its = given.read(ExtrudeFields)
    tall, facing = heights(prism.frame, given.state.solid())
    through = its.direction == "right through"

    def past(end: float, way: float) -> float:
        if through or (way > 0 and abs(end) < 1e-9 and prism.low < -1e-9):
            return CLEAR_MM
        ends_in = (np.abs(tall - end) < SKIN_MM).all(axis=1) & (facing * way > 1 - 1e-9)
        return SKIN_MM if ends_in.any() else 0.0

    below, above = past(prism.low, -1.0), past(prism.high, 1.0)
    outline = prism.outline_at(prism.low - below) if below else prism.outline
    return replace(prism, outline=outline, low=prism.low - below, high=prism.high + above)


def seen_in_a_cut(places: Mapping[str, Frame]) -> dict[str, Frame]:
    """The places a cutter leaves: each looks out of the material, as every face of a part does.

    As version 1 had them, looking into it, they go by a name of their own.
    """
    found = {}
    for name, frame in places.items():
        x, z = frame.x_axis, frame.z_axis
        turned = Frame(frame.origin, (-x[0], -x[1], -x[2]), (-z[0], -z[1], -z[2]))
        found[name] = frame.facing_back() if name in ("top", "bottom") else turned
        found[name + OF_CUTTER] = frame
    return found


def prism_feature(step: str, prism: Prism, follow: bool = True) -> Feature:
    """What a raised outline leaves for later steps: faces, heights, sizes."""
    width, depth = prism.outline.size
    base = prism.frame.origin[2]
    quantities = {
        "top": length(base + prism.high),
        "bottom": length(base + prism.low),
        "height": length(prism.high - prism.low),
        "width": length(width),
        "depth": length(depth),
        "around": length(prism.outline.outer.length),
        "area": Quantity(prism.outline.area, length(0).dimension._replace(length=2)),
    }
    low_x, low_y, high_x, high_y = prism.outline.bounds
    middle = prism.frame.point((low_x + high_x) / 2, (low_y + high_y) / 2, prism.low)
    curved = frozenset(s.name for s in prism.outline.outer.segments if isinstance(s, Arc))
    return Feature(
        step,
        prism.faces(),
        quantities,
        prism if follow else None,
        axis=prism.frame,
        curved=curved,
        outline_middle=middle,
    )
