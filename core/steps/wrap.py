"""Wrap: an outline laid round a cylinder, raised or cut.

The outline's right runs round the circumference, its up along the axis. It is drawn at its true
size on the surface; walls stand square to the surface.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from core.errors import BuildError
from core.measures.units import length
from core.solids import Body, Frame, Prism, prism_body
from core.solids.bent import bent_round
from core.solids.body import Source
from core.solids.frame import Vector
from core.steps.extrude import CLEAR_MM, applied
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import StepInput, StepKind, register
from core.steps.round_side import Cylinder, cylinder_of
from core.steps.sides import with_sides
from core.steps.state import Feature, PartState

ROOT_MM = 0.2
PAST_MM = 0.005  # by which halves reach into each other
MEETS_MM = 1e-3
NARROWS = 0.02  # of its width, from the surface to the floor, that a key would notice


@dataclass(frozen=True, slots=True)
class WrapFields(Fields):
    """What is set of a wrap."""

    body: str
    mode: Literal["raised", "cut"]
    depth_mm: float
    around_deg: float
    up_mm: float


@register
class Wrap(StepKind):
    """An outline round the side of a round body."""

    kind = "wrap"
    title = "Wrap an outline round a cylinder"
    also = ("round a cylinder", "strip", "band", "sleeve drawing", "cam")
    has_outline = True
    is_relief = True
    wraps_outline = True
    fields = (
        Field(
            "body",
            "step",
            "of step",
            "",
            among="cylinder",
            empty="the first cylinder",
            clause=", on {body}",
        ),
        Field("mode", "choice", "way of acting", "cut", ("raised", "cut")),
        Field("depth", "length", "how high or deep", "1 mm", above=0),
        Field("around", "angle", "at an angle of", "0 deg"),
        Field("up", "length", "up the cylinder", "10 mm"),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = WrapFields.typed(words)
        way = "high" if its.mode == "raised" else "deep"
        return "Wrap {outline} round the cylinder, {mode} {depth} " + way + ", at {around}, {up} up"

    def build(self, given: StepInput) -> PartState:
        its = given.read(WrapFields)
        cylinder = _cylinder(given.state, its.body)
        radius = cylinder.radius
        depth, raised = its.depth_mm, its.mode == "raised"
        if not raised and depth >= radius:
            raise BuildError(
                f"a groove {depth:g} mm deep cuts through a cylinder of radius {radius:.4g} mm",
                remedy=f"less than {radius:.4g} mm",
            )
        around = 2 * math.pi * radius
        wide = given.profile().size[0]
        if wide > around + MEETS_MM:
            raise BuildError(
                f"the outline is {given.told(wide)} long and overlaps itself by "
                f"{given.told(wide - around)}: the cylinder is {given.told(around)} round",
                remedy=f"at most {given.told(around)}",
            )
        low, high = (-ROOT_MM, depth) if raised else (-depth, CLEAR_MM)
        flat = prism_body(
            Prism(Frame(), given.profile(), low, high), given.step,
            "inside" if raised else "outside",
        )  # fmt: skip
        if around - wide > MEETS_MM:
            bent = _bent(flat, cylinder, given)
        else:
            # its ends meet: two halves, joined where they do, so that no two faces lie there
            halves = [
                Body(flat.solid.trim_by_plane((way, 0.0, 0.0), -PAST_MM), flat.sources)
                for way in (1.0, -1.0)
            ]
            seam = [
                _bent(half, cylinder, given, past)
                for half, past in zip(halves, (1, 0), strict=True)
            ]
            bent = seam[0] + seam[1]
        body = applied("add" if raised else "cut", given.state, bent)
        quantities = {
            "around": length(around),
            "left": length(around - wide),
            "tall": length(cylinder.tall),
        }
        mode = "add" if raised else "cut"
        feature = Feature(given.step, {}, quantities, tool=bent, mode=mode)
        return given.state.made(body, with_sides(feature, bent))

    def says(self, given: StepInput, after: PartState) -> str:
        its = given.read(WrapFields)
        left = after.features[given.step].quantities["left"].value
        around = given.told(after.features[given.step].quantities["around"].value)
        if abs(left) <= MEETS_MM:
            return f"goes all the way round ({around}): its ends meet"
        told = f"{around} round, {given.told(left)} left between its ends"
        radius, depth = _cylinder(given.state, its.body).radius, its.depth_mm
        if its.mode != "cut":
            return told
        # its walls stand square to the surface, so they come nearer to each other below it
        wide = given.profile().size[0]
        floor = wide * (1 - depth / radius)
        if wide - floor < NARROWS * wide or wide > 2 * math.pi * radius / 8:
            return told
        return (
            f"{told}; {given.told(round(wide, 4))} wide, it narrows to"
            f" {given.told(round(floor, 4))} at its floor: a key with parallel sides must be no"
            " wider"
        )


def _cylinder(state: PartState, step: str) -> Cylinder:
    """The cylinder of the step named, or the first there is."""
    for feature in state.features.values():
        if step in ("", feature.step):
            found = cylinder_of(feature)
            if found is not None:
                return found
    named = f"'{step}' is not round" if step else "nothing here is a cylinder"
    raise BuildError(named, remedy="wrap round an extruded circle or ring, or what is turned")


def _bent(flat: Body, cylinder: Cylinder, given: StepInput, past: int = 0) -> Body:
    """A flat solid (x round, y along, z out) laid round the cylinder.

    Args:
        past: whether its far end goes a hair past where it was drawn to, into what it meets there.
    """
    its = given.read(WrapFields)
    start, radius = math.radians(its.around_deg), cylinder.radius
    far = flat.bounds[3]

    def longer(points: NDArray[np.float64]) -> NDArray[np.float64]:
        return np.asarray(points + (points[:, :1] > far - 1e-7) * [2 * PAST_MM, 0.0, 0.0])

    solid = flat.solid.warp_batch(longer) if past else flat.solid
    x, y = math.cos(start), math.sin(start)
    local = Frame((radius * x, radius * y, its.up_mm), (-y, x, 0.0), (x, y, 0.0))
    face = Frame(
        cylinder.frame.point(*local.origin),
        *(_turned(cylinder.frame, axis) for axis in (local.x_axis, local.z_axis)),
    )
    placed = Body(solid, flat.sources).moved(face.matrix)
    return bent_round(placed, face, cylinder.frame, radius, Source(given.step, ("wrapped",)))


def _turned(frame: Frame, way: Vector) -> Vector:
    x, y, z = (frame.matrix[:, :3] @ np.array(way)).tolist()
    return (x, y, z)
