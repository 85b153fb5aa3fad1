"""Chamfer: the corners of an outline, the rims of a body or chosen edges, bevelled."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from core.steps.field import Field
from core.steps.registry import Start, StepInput, register
from core.steps.rims import CHOSEN, EdgesFields, FinishedEdges, size_fields


@dataclass(frozen=True, slots=True)
class ChamferFields(EdgesFields):
    """What is set of a chamfer: finished edges, and how far it goes on the second face."""

    other_mm: float


@register
class Chamfer(FinishedEdges):
    """Bevel the corners of an outline or the rims of a body at 45°."""

    kind = "chamfer"
    rank = 13
    title = "Chamfer edges"
    also = ("chamfer", "bevel", "lead-in", "break edge")
    starts = (
        Start("Chamfer edges", also),
        Start(
            "Chamfer edges that are pressed", ("chamfer chosen edges",), {"where": CHOSEN},
            at_edge="chamfer it",
            at_face="chamfer its edges", name="chamfered",
        ),
    )  # fmt: skip
    shape = "chamfer"
    edge_shape = "chamfer"
    word = "chamfer"
    fields = (
        *size_fields("size", "1 mm"),
        Field(
            "other",
            "length",
            "on the second face",
            "size",
            clause=" by {other} on the second face",
            above=0,
            when=(("where", (CHOSEN,)),),
        ),
    )

    def other_leg(self, given: StepInput, size: float) -> float:
        return given.read(ChamferFields).other_mm

    def sentence(self, words: Mapping[str, str]) -> str:
        return "Chamfer the {where} {size}" + (
            ": {edges}" if EdgesFields.typed(words).where == CHOSEN else ""
        )
