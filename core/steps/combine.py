"""Combine: add another part's finished solid, cut it away, or keep what both share."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core.errors import BuildError
from core.steps.extrude import MODES, applied
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, PartState


@dataclass(frozen=True, slots=True)
class CombineFields(Fields):
    """What is set of parts combined."""

    mode: Literal["add", "cut", "common"]
    part: str


@register
class Combine(StepKind):
    """A boolean with another part, placed by its own origin."""

    kind = "combine"
    title = "Combine with another part"
    also = ("join", "union", "unite", "merge", "subtract", "intersect", "combine")
    has_place = True
    fields = (
        Field(
            "mode",
            "choice",
            "way of acting",
            "add",
            MODES,
            told=("Add", "Cut away", "Keep only what is shared with"),
        ),
        Field("part", "part", "part", ""),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "{mode} the part {part}"

    def part_reference(self, words: Mapping[str, str]) -> str | None:
        return words.get("part") or None

    def build(self, given: StepInput) -> PartState:
        its = given.read(CombineFields)
        name = its.part
        other = (given.others or {}).get(name)
        if other is None:
            raise BuildError(
                f"there is no part '{name}'" if name else "no part is named",
                remedy="name one of the other parts",
            )
        tool = other.solid().moved(given.frame.matrix)
        return given.state.made(applied(its.mode, given.state, tool), Feature(given.step))
