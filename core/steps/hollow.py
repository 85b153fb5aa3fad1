"""Hollow: a whole part of any steps hollowed to a wall, open where asked."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from core.errors import BuildError
from core.measures.display import capacity_text
from core.measures.evaluate import nearest
from core.measures.units import Dimension, Quantity, length
from core.outlines import try_offset
from core.solids import Frame
from core.solids.hollow import Hollow, hollowed
from core.solids.mesh import TriangleMesh, triangle_mesh
from core.solids.stack import Unclosed
from core.solids.turned import Lathe
from core.solids.turned_again import lathe_in
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import Start, StepInput, StepKind, register
from core.steps.sides import face_frame, places_on
from core.steps.state import Feature, Mouth, PartState

UPWARDS = 0.5
NEAR_MM = 1e-4
LEVEL = 1 - 1e-6  # a face looks straight up or down
HARDLY_THICK = 0.02  # of its wall: so much less is the tips of mitres
OUTWARD = "inside"  # what is kept as drawn: the inside, so the wall goes outwards


@dataclass(frozen=True, slots=True)
class HollowPartFields(Fields):
    """What is set of a part hollowed."""

    wall_mm: float
    floor_mm: float
    open: str
    keep: Literal["outside", "inside"]


@register
class HollowPart(StepKind):
    """The whole part so far, whatever it is made of, hollowed to a wall."""

    kind = "hollow"
    rank = 14
    title = "Hollow the whole part to a wall"
    also = ("hollow", "shell", "wall", "empty", "hollow out", "thickness")
    starts = (
        Start(
            "Hollow the whole part to a wall", also,
            at_face="hollow from here", name="hollow",
            about="Of any steps: blocks, lofts, turned and swept bodies, and what joins them.",
        ),
    )  # fmt: skip
    fields = (
        Field("wall", "length", "wall", "2 mm", above=0),
        Field("floor", "length", "floor", "wall", above=0, clause=", level faces {floor}"),
        Field("open", "faces", "open faces", "", among="whole"),
        Field("keep", "choice", "keeps", "outside", ("outside", "inside")),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = HollowPartFields.typed(words)
        opened = "open at {open}" if its.open.strip() else "shut all round"
        return f"Hollow the whole part to {{wall}}, {opened}, keeping the {{keep}} as drawn"

    def build(self, given: StepInput) -> PartState:
        its = given.read(HollowPartFields)
        body = given.state.solid()
        mesh = triangle_mesh(body)
        opened = _opened(given.state, mesh, its.open)
        wall, floor = its.wall_mm, its.floor_mm
        walls = np.where(_level(mesh), floor, wall)
        outward = its.keep == OUTWARD
        names = _new_names(mesh, "outer" if outward else "inner")
        try:
            lathe = _turned_from(given.state) or lathe_in(mesh)
            made = hollowed(body, mesh, walls, opened, given.step, names, outward, lathe)
        except Unclosed:
            raise BuildError(
                f"a wall of {given.told(wall)} does not close behind these faces",
                remedy="another thickness, or sizes of the faces a little other",
            ) from None
        except BuildError as failure:
            raise BuildError(
                f"{failure.message}: {given.told(wall)}", remedy=failure.remedy
            ) from failure
        quantities = {
            "wall": length(wall),
            "floor": length(floor),
            "capacity": Quantity(sum(made.rooms) - sum(made.shut), Dimension(3)),
            "rooms": Quantity(float(len(made.rooms)), Dimension()),
            "shut": Quantity(float(len(made.shut)), Dimension()),
            "left_solid": Quantity(float(len(made.solid_behind)), Dimension()),
            "thick": Quantity(made.thick, Dimension()),
        }
        places, curved = places_on(made.body, given.step)
        places = {
            name: frame for name, frame in places.items() if name.startswith(("inner ", "outer "))
        }
        feature = Feature(given.step, places, quantities, curved=curved & set(places))
        mouth = (
            None if outward else _mouth(given.state, mesh, opened, given.step, wall, floor, made)
        )
        opening = mouth.frame if mouth else _opening(mesh, opened)
        return given.state.made(made.body, replace(feature, mouth=mouth, opening=opening))

    def says(self, given: StepInput, after: PartState) -> str:
        its = given.read(HollowPartFields)
        sizes = {name: q.value for name, q in after.features[given.step].quantities.items()}
        room = given.state.solid().volume_mm3 - after.solid().volume_mm3
        if its.keep == OUTWARD:
            room = given.state.solid().volume_mm3
        rooms = "a hollow" if sizes["rooms"] == 1 else f"{sizes['rooms']:.0f} separate hollows"
        told = f"leaves {rooms} of {' '.join(capacity_text(room, given.unit))}"
        solid = round(sizes["left_solid"])
        if solid:
            behind = "a face" if solid == 1 else f"{solid} faces"
            told += f"; behind {behind} it stays solid"
        return told

    def warns(self, given: StepInput, after: PartState) -> tuple[str, ...]:
        its = given.read(HollowPartFields)
        quantities = after.features[given.step].quantities
        shut, thick = quantities["shut"].value, quantities["thick"].value
        told = []
        if thick > HARDLY_THICK:
            told.append(
                f"behind {thick:.0%} of it the wall is half as thick again as asked, or more: "
                "where faces bend more tightly than it is thick, or meet in acute notches"
            )
        if shut and its.open.strip():
            hollows = "one of its hollows is" if shut == 1 else f"{shut:.0f} of its hollows are"
            told.append(f"{hollows} shut: no open face leads there")
        return tuple(told)


def _turned_from(state: PartState) -> Lathe | None:
    """What the whole part so far was turned from, where it was turned and nothing else."""
    turned = (one for one in state.features.values() if one.lathe and one.tool is state.body)
    return next((one.lathe for one in turned), None)


def _opened(state: PartState, mesh: TriangleMesh, text: str) -> list[int]:
    """The faces named, as indices; a name alone means every step's face of that name, the name of a
    place the flat faces there."""
    found: list[int] = []
    for name in filter(None, (one.strip() for one in text.split(","))):
        step, _, face = name.rpartition(".")
        own = [i for i, (s, f) in enumerate(mesh.faces) if f == face and step in ("", s)]
        if not own and step in state.features and face in state.features[step].places:
            own = _in_plane(mesh, state.features[step].places[face])
        if not own:
            known = [f"{s}.{f}" for s, f in mesh.faces]
            raise BuildError(
                f"there is no face '{name}' to leave open", remedy=nearest(name, known)
            )
        found += own
    return found


def _in_plane(mesh: TriangleMesh, frame: Frame) -> list[int]:
    """The faces of a mesh that lie in a plane and look its way."""
    found = []
    for index in range(len(mesh.faces)):
        own, flat = face_frame(mesh, np.flatnonzero(mesh.face_index == index))
        if own is None or not flat or np.dot(own.z_axis, frame.z_axis) < LEVEL:
            continue
        if abs(np.dot(np.subtract(own.origin, frame.origin), frame.z_axis)) < NEAR_MM:
            found.append(index)
    return found


def _opening(mesh: TriangleMesh, opened: list[int]) -> Frame | None:
    """The one open face, where it is flat and looks up: what is open below is no vessel."""
    if len(opened) != 1:
        return None
    frame, flat = face_frame(mesh, np.flatnonzero(mesh.face_index == opened[0]))
    return frame if frame and flat and frame.z_axis[2] > UPWARDS else None


def _level(mesh: TriangleMesh) -> NDArray[np.bool_]:
    """Which faces lie level: the floor's thickness is theirs."""
    count = len(mesh.faces)
    sums = np.zeros((count, 3))
    np.add.at(sums, mesh.face_index, mesh.crosses)
    areas = 2 * mesh.face_areas
    return np.asarray(np.abs(sums[:, 2]) > LEVEL * areas)


def _new_names(mesh: TriangleMesh, side: str) -> list[str]:
    """What the new side of every face is called: after the face, and its step where two
    share it.
    """
    faces = [face for _, face in mesh.faces]
    return [
        f"{side} {face}" if faces.count(face) == 1 else f"{side} {face} of {step}"
        for step, face in mesh.faces
    ]


def _mouth(
    state: PartState, mesh: TriangleMesh, opened: list[int], step: str, wall: float, floor: float,
    made: Hollow,
) -> Mouth | None:  # fmt: skip
    """The open rim where the one open face is the end of a raised outline, for a lid to go on."""
    if len(opened) != 1:
        return None
    owner, face = mesh.faces[opened[0]]
    feature = state.features.get(owner)
    prism = feature.prism if feature else None
    if prism is None or face != "top":
        return None
    across = wall / math.cos(math.radians(prism.draft_deg))
    outer = prism.outline_at(prism.high)
    inner = try_offset(outer, -across)
    if inner is None:
        return None
    frame = prism.frame.lifted(prism.high)
    depth = -made.inside.moved(frame.into).bounds[2]
    height = -state.solid().moved(frame.into).bounds[2]
    sides = (owner, frozenset(prism.outline.names()))
    return Mouth(frame, outer, inner, across, depth, height, sides)
