"""A part that is another piece of one that is split: it knows all that was made before the cut."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from core.errors import BuildError
from core.solids import Body
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, PartState


@dataclass(frozen=True, slots=True)
class PieceFields(Fields):
    """What is set of a piece."""

    part: str
    piece: float


@register
class Piece(StepKind):
    """One of the pieces that a split of another part did not keep."""

    kind = "piece"
    title = "Another piece of a split part"
    also = ("other half", "offcut", "the rest of a split part")
    fields = (
        Field("part", "part", "part", ""),
        Field("piece", "count", "piece", "1", least=1, clause=", piece {piece} of what it leaves"),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "What the split of {part} leaves"

    def part_reference(self, words: Mapping[str, str]) -> str | None:
        return words.get("part") or None

    def build(self, given: StepInput) -> PartState:
        its = given.read(PieceFields)
        name, number = its.part, round(its.piece)
        other = given.others.get(name) if given.others else None
        if other is None:
            raise BuildError(
                f"there is no part '{name}'" if name else "no part is named",
                remedy="name a part that is split",
            )
        if given.state.body is not None:
            raise BuildError(
                "this part has begun already", remedy="a part of its own for the piece"
            )
        split = split_of(other)
        if split is None:
            raise BuildError(f"'{name}' is not split", remedy="give it a split step")
        if number > len(split.offcuts):
            raise BuildError(
                f"the split leaves {len(split.offcuts)}", remedy=f"at most {len(split.offcuts)}"
            )
        body: Body = split.offcuts[number - 1]
        earlier = list(other.features.values())
        earlier = earlier[: earlier.index(split)]
        return given.state.made(body, *earlier, Feature(given.step))


def split_of(state: PartState) -> Feature | None:
    """The latest split of a part that left something."""
    return next((f for f in reversed(list(state.features.values())) if f.offcuts), None)
