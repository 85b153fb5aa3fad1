"""Combine: add another part's finished solid, cut it away, or keep what both share."""

from __future__ import annotations

from collections.abc import Mapping

from core.errors import BuildError
from core.steps.extrude import MODES, applied
from core.steps.registry import Field, StepInput, StepKind, register
from core.steps.state import Feature, PartState


@register
class Combine(StepKind):
    """A boolean with another part, placed by its own origin."""

    kind = "combine"
    title = "Combine with another part"
    also = ("boolean", "union", "subtract", "difference", "intersect", "join")
    has_place = True
    fields = (
        Field("part", "name", "part", ""),
        Field("mode", "choice", "as", "add", MODES),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        start = {"add": "Add the part {part}", "cut": "Cut away the part {part}"}
        return start.get(words["mode"], "Keep only what is shared with the part {part}")

    def part_reference(self, words: Mapping[str, str]) -> str | None:
        return words["part"] or None

    def build(self, given: StepInput) -> PartState:
        name = given.words["part"]
        other = (given.others or {}).get(name)
        if other is None:
            raise BuildError(
                f"there is no part '{name}'" if name else "no part is named",
                remedy="name one of the other parts",
            )
        tool = other.solid().moved(given.frame.matrix)
        return given.state.made(
            applied(given.words["mode"], given.state, tool), Feature(given.step)
        )
