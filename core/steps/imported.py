"""Mesh: a solid brought in from a file, to be proved or worked on."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core.measures.units import length
from core.solids.imported import imported_body
from core.steps.extrude import MODES, applied
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, PartState


@dataclass(frozen=True, slots=True)
class ImportedMeshFields(Fields):
    """What is set of a mesh."""

    mode: Literal["add", "cut", "common"]
    mesh: str
    file: str
    scale: float


@register
class ImportedMesh(StepKind):
    """A mesh from an STL, 3MF, OBJ, PLY or GLB file."""

    kind = "mesh"
    title = "Mesh brought in from a file"
    also = ("import", "stl", "3mf", "obj", "scan")
    has_place = True
    offered = False
    fields = (
        Field(
            "mode",
            "choice",
            "way of acting",
            "add",
            MODES,
            told=("The mesh", "Cut away the mesh", "Keep what lies in the mesh"),
        ),
        Field("mesh", "fixed", "mesh", "", hint="brought in on the shelf"),
        Field("file", "fixed", "file", ""),
        Field("scale", "number", "scale", "1", above=0, hint="25.4 makes inches of mm"),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "{mode} of {file}, scaled by {scale}"

    def build(self, given: StepInput) -> PartState:
        its = given.read(ImportedMeshFields)
        scale = its.scale
        tool = imported_body(its.mesh, scale, given.step).moved(given.frame.matrix)
        body = applied(its.mode, given.state, tool)
        x0, y0, z0, x1, y1, z1 = tool.bounds
        quantities = {"width": length(x1 - x0), "depth": length(y1 - y0), "height": length(z1 - z0)}
        places = {
            "top": given.frame.shifted((x0 + x1) / 2, (y0 + y1) / 2, z1),
            "bottom": given.frame.shifted((x0 + x1) / 2, (y0 + y1) / 2, z0).facing_back(),
        }
        return given.state.made(body, Feature(given.step, places, quantities, tool=tool))
