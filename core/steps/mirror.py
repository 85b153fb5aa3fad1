"""Mirror: a step's piece, or the whole part, on the other side of a plane."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from core.steps.field import Field
from core.steps.patterns import WITH, RepeatedFields, in_air, repeated
from core.steps.plane import LEVEL, PLANE_FIELDS, plane_of, plane_told
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, PartState


@dataclass(frozen=True, slots=True)
class MirrorFields(RepeatedFields):
    """What is set of a mirror, but for its plane."""

    what: Literal["the latest piece", "the whole part"]
    side: Literal["other side", "back", "top"]
    at_mm: float


@register
class Mirror(StepKind):
    """A step's piece, or the whole part, mirrored."""

    kind = "mirror"
    rank = 47
    title = "Mirror a piece or the part"
    also = ("mirror", "symmetric", "flip", "other side")
    fields = (
        Field("what", "choice", "what", "the latest piece", ("the latest piece", "the whole part")),
        Field(
            "of",
            "step",
            "of step",
            "",
            among="piece",
            empty="the latest piece",
            when=(("what", ("the latest piece",)),),
        ),
        replace(WITH, when=(("what", ("the latest piece",)),)),
        *PLANE_FIELDS,
        Field(
            "side", "choice", "to the", "other side", ("other side", "back", "top"),
            when=(("plane", (LEVEL,)),),
        ),
        Field("at", "length", "mirror plane at", "0", when=(("plane", (LEVEL,)),)),
    )  # fmt: skip

    def sentence(self, words: Mapping[str, str]) -> str:
        its = MirrorFields.typed(words)
        of = " {of}" if its.what == "the latest piece" else ""
        about = plane_told(words)
        if about:
            return "Mirror {what}" + of + " about " + about
        return "Mirror {what}" + of + " to the {side}, about the plane at {at}"

    def build(self, given: StepInput) -> PartState:
        its = given.read(MirrorFields)
        plane = plane_of(given)
        if plane is not None:
            normal, origin = np.array(plane.z_axis), np.array(plane.origin)
        else:
            axis = {"other side": 0, "back": 1, "top": 2}[its.side]
            normal, origin = np.eye(3)[axis], np.eye(3)[axis] * its.at_mm
        # a point less twice its way out of the plane (Householder)
        scale = np.eye(3) - 2 * np.outer(normal, normal)
        move = np.column_stack([scale, 2 * float(origin @ normal) * normal])
        if its.what == "the latest piece":
            return repeated(given, [move])
        whole = given.state.solid()
        return given.state.made(whole + whole.moved(move), Feature(given.step))

    def warns(self, given: StepInput, after: PartState) -> tuple[str, ...]:
        return in_air(given, after)
