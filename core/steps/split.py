"""Split: a part cut along a plane, with pegs across the cut if asked."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
import shapely
from manifold3d import Manifold
from shapely.geometry.base import BaseGeometry

from core.errors import BuildError
from core.outlines import circle
from core.solids import Body, Frame, Prism, Rim, prism_body
from core.steps.field import Field
from core.steps.plane import LEVEL, PLANE_FIELDS, PLANES, PlaneFields, across, plane_of, plane_told
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, PartState

ROOT_MM = 0.2
SKIN = 1e-9  # of the part: a plane in one of its own faces leaves no more
NO_PEGS = (("pegs", ("0", "")),)
MITRES = "at the mitres of a swept frame"
AT_MITRES = (("plane", (MITRES,)),)
LOST_MM3 = 1e-3


@dataclass(frozen=True, slots=True)
class SplitFields(PlaneFields):
    """What is set of a split, its plane included."""

    keep: Literal["below", "above"]
    sweep: str
    leg: float
    facing: Literal["up", "right", "back"]
    at_mm: float
    pegs: float
    peg_mm: float
    peg_long_mm: float
    peg_gap_mm: float


@register
class Split(StepKind):
    """Keep what lies on one side of a plane, or one leg of a swept frame; the rest can be parts of
    their own (step `piece`)."""

    kind = "split"
    title = "Split: keep one piece"
    also = (
        "split", "cut in two", "halve", "mitre", "trim with a plane", "cut into parts",
        "plane", "offset plane", "mid plane", "midplane",
    )  # fmt: skip
    has_place = True
    fields = (
        Field("keep", "choice", "keep", "below", ("below", "above"), unless=AT_MITRES),
        replace(PLANE_FIELDS[0], choices=(*PLANES, MITRES)),
        Field(
            "sweep",
            "step",
            "of the swept step",
            "",
            when=AT_MITRES,
            empty="the latest frame",
            clause=" of {sweep}",
        ),
        Field("leg", "count", "leg", "1", least=1, when=AT_MITRES, clause=", leg {leg}"),
        *PLANE_FIELDS[1:],
        Field(
            "facing",
            "choice",
            "the plane across",
            "up",
            ("up", "right", "back"),
            when=(("plane", (LEVEL,)),),
        ),
        Field("at", "length", "at", "0", when=(("plane", (LEVEL,)),)),
        Field(
            "pegs",
            "count",
            "pegs across the cut",
            "0",
            clause=", with {pegs} pegs across the cut",
            least=0,
        ),
        Field(
            "peg",
            "length",
            "peg diameter",
            "4 mm",
            clause=", {peg} across",
            above=0,
            unless=NO_PEGS,
        ),
        Field(
            "peg_long",
            "length",
            "peg length",
            "6 mm",
            clause=", {peg_long} long",
            above=0,
            unless=NO_PEGS,
        ),
        Field(
            "peg_gap",
            "length",
            "gap round the pegs",
            "0.15 mm",
            clause=", {peg_gap} of gap round them a side",
            least=0,
            unless=NO_PEGS,
        ),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = SplitFields.typed(words)
        if its.plane == MITRES:
            return "Split {plane} {sweep}, keep leg {leg}"
        side = {
            "up": "{keep}",
            "right": "{keep} (left is below)",
            "back": "{keep} (front is below)",
        }
        about = plane_told(words)
        if about:
            return "Keep what lies {keep} " + about
        return "Keep what lies " + side[its.facing] + " the plane across {facing}, at {at}"

    def begins(
        self, state: PartState, frame: Frame, words: Mapping[str, str]
    ) -> Mapping[str, float | str]:
        """Half way up."""
        box = state.solid().solid.transform(frame.into).bounding_box()
        return {"at": (box[2] + box[5]) / 2}

    def build(self, given: StepInput) -> PartState:
        its = given.read(SplitFields)
        before = given.state.solid()
        if its.plane == MITRES:
            pieces, rooms, mine = _legs(given, before)
        else:
            pieces, rooms, mine = _halves(given, before)
        others = [i for i in range(len(pieces)) if i != mine]
        feature = Feature(
            given.step,
            offcuts=tuple(pieces[i] for i in others),
            rooms=tuple(rooms[i] for i in (*others, mine)),
        )
        return given.state.made(pieces[mine], feature)

    def says(self, given: StepInput, after: PartState) -> str:
        share = after.solid().volume_mm3 / given.state.solid().volume_mm3
        return f"keeps {share:.0%} of the part"


def _halves(given: StepInput, before: Body) -> tuple[list[Body], list[Body], int]:
    """What lies below and above a plane, the room of each, and which of them is kept."""
    its = given.read(SplitFields)
    frame = given.frame
    axis = {"up": frame.z_axis, "right": frame.x_axis, "back": frame.y_axis}[its.facing]
    at = sum(p * q for p, q in zip(axis, frame.origin, strict=True)) + its.at_mm
    plane = plane_of(given)
    if plane is not None:
        axis = plane.z_axis
        at = sum(p * q for p, q in zip(axis, plane.origin, strict=True))
    cut = Frame((axis[0] * at, axis[1] * at, axis[2] * at), across(axis), axis)
    x, y, z = axis
    low = Body(before.solid.trim_by_plane((-x, -y, -z), -at), before.sources)
    high = Body(before.solid.trim_by_plane((x, y, z), at), before.sources)
    mine = 0 if its.keep == "below" else 1
    kept, other = (half.volume_mm3 for half in ((low, high) if mine == 0 else (high, low)))
    if kept < SKIN * before.volume_mm3:  # a plane in the part's own face leaves that as a skin
        raise BuildError("nothing lies on that side of the plane", remedy="keep the other side")
    if other < SKIN * before.volume_mm3:
        raise BuildError("the plane does not cut the part", remedy="move the plane")
    low, high = _pegged(low, high, before, cut, given)
    box = np.array(before.bounds)
    size = 3.0 * float(np.linalg.norm(box[3:] - box[:3]) + abs(at) + np.abs(box).max() + 1.0)
    block = Manifold.cube((size, size, size), True)
    rooms = [Body(block.trim_by_plane((-x, -y, -z), -at)), Body(block.trim_by_plane((x, y, z), at))]
    return [low, high], rooms, mine


def _legs(given: StepInput, before: Body) -> tuple[list[Body], list[Body], int]:
    """The legs of a swept frame cut apart at its mitres, the room of each, and which is kept."""
    its = given.read(SplitFields)
    known = [f for f in given.state.features.values() if len(f.legs.rooms) > 1]
    named = its.sweep
    found = [f for f in known if named in ("", f.step)]
    if not found:
        what = f"'{named}' has no mitres" if named else "no step here sweeps round a sharp corner"
        raise BuildError(what, remedy="a sweep whose path has sharp corners")
    legs = found[-1].legs
    number = round(its.leg)
    if number > len(legs.rooms):
        raise BuildError(f"there are {len(legs.rooms)} legs", remedy=f"at most {len(legs.rooms)}")
    pieces = [before & room for room in legs.rooms]
    pieces = [Body(piece.solid, before.sources) for piece in pieces]
    lost = before.volume_mm3 - sum(piece.volume_mm3 for piece in pieces)
    if lost > LOST_MM3:
        raise BuildError(
            f"{lost:.4g} mm³ of the part lies beside the swept frame and would be lost",
            remedy="split it before that is added, or by planes",
        )
    count = len(pieces)
    for i, mitre in enumerate(legs.mitres):
        # a closed frame's first mitre lies before its first leg
        one = (i - 1) % count if legs.closed else i
        other = (one + 1) % count
        both = pieces[one] + pieces[other]
        pieces[one], pieces[other] = _pegged(pieces[one], pieces[other], both, mitre, given)
    return pieces, list(legs.rooms), number - 1


def _pegged(
    low: Body, high: Body, whole: Body, frame: Frame, given: StepInput
) -> tuple[Body, Body]:
    """Pegs on what lies below a plane and their holes in what lies above, spread over the cut.

    Raises:
        BuildError: the cut face has no room for them; names the largest that fits.
    """
    n = given.read(SplitFields)
    count = round(n.pegs)
    if count < 1:
        return low, high
    radius, gap = n.peg_mm / 2, n.peg_gap_mm
    face = whole.solid.transform(frame.into).slice(0.0)
    material = shapely.union_all([shapely.Polygon(p) for p in face.to_polygons() if len(p) > 2])
    room = material.buffer(-(radius + gap + 1.0))
    if room.is_empty:
        raise BuildError(
            f"there is no room on the cut face for a peg {n.peg_mm:g} mm across",
            remedy="a thinner peg",
        )
    for px, py in _spread(room, count):
        spot = frame.shifted(px, py)
        rim = Rim("chamfer", min(0.5, radius / 3))
        peg = Prism(spot, circle(2 * radius), -ROOT_MM, n.peg_long_mm, top_rim=rim)
        hole = Prism(spot, circle(2 * (radius + gap)), -0.5, n.peg_long_mm + 2 * gap)
        low = low + prism_body(peg, given.step)
        high = high - prism_body(hole, given.step, "outside")
    return low, high


def _spread(room: BaseGeometry, count: int) -> list[tuple[float, float]]:
    """Places far from each other inside a region, the same for both halves."""
    low_x, low_y, high_x, high_y = room.bounds
    grid = [
        (float(x), float(y))
        for x in np.linspace(low_x, high_x, 25)
        for y in np.linspace(low_y, high_y, 25)
        if room.covers(shapely.Point(x, y))
    ]
    if not grid:
        point = room.representative_point()
        grid = [(float(point.x), float(point.y))]
    chosen = [grid[0]]
    while len(chosen) < min(count, len(grid)):
        chosen.append(max(grid, key=lambda p: min(math.dist(p, q) for q in chosen)))
    return chosen
