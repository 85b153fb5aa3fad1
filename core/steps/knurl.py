"""Knurl: grooves all round a shaft or a knob, for fingers to hold on to."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core.errors import BuildError
from core.measures.units import length
from core.solids import Body, Frame
from core.solids.knurled import knurl_cutter
from core.solids.shaft import Shaft, shaft_about
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import Start, StepInput, StepKind, register
from core.steps.round_side import curved_place, round_side
from core.steps.state import Feature, PartState, something_left
from core.steps.thread import shafts_of

STRAIGHT_MM = 0.05  # by which a shaft may differ along its knurl
LEAST_RIDGES = 8
BELOW_MM = 0.05
LOOKED = 40
PITCH_MM, DEPTH_MM = 2.0, 0.6  # common practice, no source
USUAL_MM, CLEAR_MM, SHORT_MM = 10.0, 1.0, 0.5
# how far grooves lean from the axis, for each pattern. common practice, no source
SLANTS_DEG = {"straight": (0.0,), "slanted": (30.0,), "diamond": (30.0, -30.0)}


@dataclass(frozen=True, slots=True)
class KnurlFields(Fields):
    """What is set of a knurl."""

    pattern: Literal["straight", "slanted", "diamond"]
    pitch_mm: float
    depth_mm: float
    long_mm: float
    start_mm: float


@register
class Knurl(StepKind):
    """Grooves all round a shaft, a knob or a cap, straight, slanted or crossing."""

    kind = "knurl"
    title = "Knurl: grooves to hold on to, all round"
    also = ("knurl", "knurling", "knurled", "serrated", "flutes", "diamond pattern")
    starts = (
        Start(title, also, at_face="knurl"),
        Start(
            "Diamond knurl", ("diamond knurl", "cross knurl"), {"pattern": "diamond"},
            about="Crossing grooves all round a shaft, a knob or a cap.",
        ),
    )  # fmt: skip
    has_place = True
    is_relief = True
    fields = (
        Field("pattern", "choice", "pattern", "straight", tuple(SLANTS_DEG)),
        Field("pitch", "length", "from ridge to ridge", f"{PITCH_MM:g} mm", above=0),
        Field("depth", "length", "depth of the grooves", f"{DEPTH_MM:g} mm", above=0),
        Field("long", "length", "length along the side", f"{USUAL_MM:g} mm", above=0),
        Field("start", "length", "begins below the end by", f"{CLEAR_MM:g} mm", least=0),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "Knurl, {pattern}, {pitch} from ridge to ridge, {depth} deep, {long} along the side,"
            " {start} below its end"
        )

    def stands_on(self, state: PartState, words: Mapping[str, str]) -> str:
        """The end of the highest shaft there is."""
        return next((place for place, _, _ in shafts_of(state)), "")

    def begins(
        self, state: PartState, frame: Frame, words: Mapping[str, str]
    ) -> Mapping[str, float | str]:
        """As long as the shaft goes on alike, a little clear of both ends."""
        end = _end(state, frame)
        shaft = shaft_about(state.solid(), end, -BELOW_MM)
        if shaft is None:
            return {}
        tall = _alike(state.solid(), end, shaft)
        if tall < SHORT_MM:
            return {}
        clear = min(CLEAR_MM, tall / 8)
        found = {"long": min(USUAL_MM, tall - 2 * clear), "start": clear}
        # twice as many ridges as there must be, and grooves that do not only run out
        pitch = min(PITCH_MM, math.pi * shaft.radius_mm / LEAST_RIDGES)
        depth = min(DEPTH_MM, 0.3 * pitch, found["long"] / 4)
        return found | {"pitch": pitch, "depth": depth}

    def build(self, given: StepInput) -> PartState:
        its = given.read(KnurlFields)
        body, end = given.state.solid(), _end(given.state, given.frame)
        high, low = -its.start_mm, -its.start_mm - its.long_mm
        if its.long_mm <= 2 * its.depth_mm:
            raise BuildError(
                f"grooves {its.depth_mm:g} mm deep run out at 45° at both ends: {its.long_mm:g} mm"
                " along the side leaves nothing between",
                remedy=f"more than {2 * its.depth_mm:g} mm along the side",
            )
        shaft = _checked(body, end, low, high)
        ridges = round(2 * math.pi * shaft.radius_mm / its.pitch_mm)
        if ridges < LEAST_RIDGES:
            most = 2 * math.pi * shaft.radius_mm / LEAST_RIDGES
            raise BuildError(
                f"only {ridges} ridges of {its.pitch_mm:g} mm go round",
                remedy=f"at most {most:.3g} mm from ridge to ridge",
            )
        pitch = 2 * math.pi * shaft.radius_mm / ridges
        if its.depth_mm > 0.6 * pitch:
            raise BuildError(
                f"grooves {its.depth_mm:g} mm deep are too deep for ridges {pitch:.3g} mm apart:"
                " they would be thin blades",
                remedy=f"at most {0.6 * pitch:.2g} mm deep",
            )
        cutter = knurl_cutter(
            end, shaft.radius_mm, low, high, ridges, its.depth_mm, SLANTS_DEG[its.pattern],
            given.step,
        )  # fmt: skip
        after = something_left(body - cutter, "shallower grooves")
        sizes = {"pitch": length(pitch), "across": length(2 * shaft.radius_mm)}
        return given.state.made(after, Feature(given.step, quantities=sizes, axis=end))

    def says(self, given: StepInput, after: PartState) -> str:
        sizes = after.features[given.step].quantities
        across, pitch = (sizes[name].value for name in ("across", "pitch"))
        ridges = round(math.pi * across / pitch)
        return f"{ridges} ridges round {given.told(across)}, {given.told(round(pitch, 2))} apart"


def _end(state: PartState, frame: Frame) -> Frame:
    """The end of the shaft a knurl is told from: the face itself, or the upper end of the round
    side that it stands on."""
    found = curved_place(state, frame)
    if found is None:
        return frame
    side = round_side(*found)
    return side.axis.lifted(side.high)


def _alike(body: Body, end: Frame, shaft: Shaft) -> float:
    """How far down from its end a shaft stays as wide, mm."""
    local = body.solid.transform(end.into)
    deepest = -float(local.bounding_box()[2])
    for share in range(1, LOOKED + 1):
        # never quite in the planes of its ends
        here = shaft_about(body, end, -BELOW_MM - (deepest - 2 * BELOW_MM) * share / LOOKED)
        if here is None or abs(here.radius_mm - shaft.radius_mm) > STRAIGHT_MM:
            return deepest * (share - 1) / LOOKED
    return deepest


def _checked(body: Body, end: Frame, low: float, high: float) -> Shaft:
    """The shaft that is knurled, as wide all along.

    Raises:
        BuildError: nothing round is there, or it is not as wide all along.
    """
    middle = shaft_about(body, end, (low + high) / 2)
    if middle is None or not middle.mostly_round(STRAIGHT_MM):
        raise BuildError(
            "nothing round stands there to be knurled",
            remedy="the end of a shaft, or its round side",
        )
    for height in (low + BELOW_MM, high - BELOW_MM):
        here = shaft_about(body, end, height)
        if here is None or abs(here.radius_mm - middle.radius_mm) > STRAIGHT_MM:
            straight = _alike(body, end, middle)
            raise BuildError(
                "what is knurled is not as wide all along",
                remedy=f"a knurl that ends above {straight:.3g} mm below its end"
                if straight > 0
                else "one that begins further down",
            )
    return middle
