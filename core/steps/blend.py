"""Blend: every inside, or outside, edge of a step or of the whole part rounded by one ball."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np

from core.errors import BuildError
from core.measures.display import volume_text
from core.measures.units import Dimension, Quantity, length
from core.solids import Frame, triangle_mesh
from core.solids.finishing import every_edge_rounded
from core.solids.mesh import TriangleMesh, lengths
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, PartState, did, something_left


@dataclass(frozen=True, slots=True)
class BlendFields(Fields):
    """What is set of a blend."""

    radius_mm: float
    where: Literal["inside", "outside"]
    of: str


SHARP = 1e-3  # sine of the angle from which on two faces meet in an edge


@register
class Blend(StepKind):
    """Inside edges filled, or outside edges rounded, wherever faces meet."""

    finishes_edges = True
    kind = "blend"
    rank = 90
    title = "Round every inside or outside edge"
    also = ("blend", "rolling ball", "inside edges", "cove", "round all edges")
    fields = (
        Field("radius", "length", "radius", "2 mm", above=0),
        Field("where", "choice", "edges", "inside", ("inside", "outside")),
        Field("of", "step", "of step", "", empty="every step"),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "Blend the {where} edges of {of} with a radius of {radius}"

    def begins(
        self, state: PartState, frame: Frame, words: Mapping[str, str]
    ) -> Mapping[str, float | str]:
        return {} if _has_inside_edge(triangle_mesh(state.solid())) else {"where": "outside"}

    def build(self, given: StepInput) -> PartState:
        its = given.read(BlendFields)
        radius, where = its.radius_mm, its.where
        made = every_edge_rounded(
            given.state.solid(), radius, where == "outside", its.of, given.step
        )
        if made.along == 0:
            what = f"no {where} edge takes a radius of {given.told(radius)}"
            raise BuildError(
                what if made.left else f"there is no {where} edge here",
                remedy="a smaller radius" if made.left else "the other edges",
            )
        something_left(made.body, "a smaller radius")
        quantities = {
            "edges": length(made.along),
            "left_sharp": Quantity(float(made.left), Dimension()),
        }
        return given.state.made(
            made.body, did(Feature(given.step, quantities=quantities), made.acts)
        )

    def says(self, given: StepInput, after: PartState) -> str:
        quantities = after.features[given.step].quantities
        added = after.solid().volume_mm3 - given.state.solid().volume_mm3
        how = "added" if added > 0 else "taken off"
        volume = " ".join(volume_text(abs(added), given.unit))
        return f"{given.told(round(quantities['edges'].value, 1))} of edges, {volume} {how}"

    def warns(self, given: StepInput, after: PartState) -> tuple[str, ...]:
        left = round(after.features[given.step].quantities["left_sharp"].value)
        if not left:
            return ()
        if left == 1:
            return ("an edge is too small for this radius and stays as it is",)
        return (f"{left} edges are too small for this radius and stay as they are",)


def _has_inside_edge(mesh: TriangleMesh) -> bool:
    """Whether two faces meet anywhere so that they look at each other."""
    start, end, owner, other = mesh.sides
    apart = mesh.face_index[owner] != mesh.face_index[other]
    apart &= start < end
    along = mesh.vertices[end[apart]] - mesh.vertices[start[apart]]
    bend = np.cross(mesh.units[owner[apart]], mesh.units[other[apart]])
    return bool(((bend * along).sum(axis=1) < -SHARP * lengths(along)).any())
