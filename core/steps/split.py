"""Split: a part cut along a plane, with pegs across the cut if asked."""

from __future__ import annotations

import math
from collections.abc import Mapping

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from core.errors import BuildError
from core.outlines import circle
from core.solids import Body, Frame, Prism, Rim, prism_body
from core.steps.field import Field
from core.steps.plane import LEVEL, PLANE_FIELDS, across, plane_of, plane_told
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, PartState

ROOT_MM = 0.2
NO_PEGS = (("pegs", ("0", "")),)


@register
class Split(StepKind):
    """Keep what lies on one side of a plane; the other half is another part."""

    kind = "split"
    title = "Split: keep one side of a plane"
    also = ("cut in two", "halve", "mitre", "trim with a plane")
    has_place = True
    fields = (
        Field("keep", "choice", "keep", "below", ("below", "above")),
        *PLANE_FIELDS,
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
        side = {
            "up": "{keep}",
            "right": "{keep} (left is below)",
            "back": "{keep} (front is below)",
        }
        about = plane_told(words)
        if about:
            return "Keep what lies {keep} " + about
        return "Keep what lies " + side[words["facing"]] + " the plane across {facing}, at {at}"

    def build(self, given: StepInput) -> PartState:
        frame = given.frame
        axis = {"up": frame.z_axis, "right": frame.x_axis, "back": frame.y_axis}[
            given.words["facing"]
        ]
        at = sum(p * q for p, q in zip(axis, frame.origin, strict=True)) + given.numbers["at"]
        plane = plane_of(given)
        if plane is not None:
            axis = plane.z_axis
            at = sum(p * q for p, q in zip(axis, plane.origin, strict=True))
        normal = np.array(axis)
        if given.words["keep"] == "below":
            normal, at = -normal, -at
        before = given.state.solid()
        kept = Body(
            before.solid.trim_by_plane((float(normal[0]), float(normal[1]), float(normal[2])), at),
            before.sources,
        )
        if kept.is_empty:
            raise BuildError("nothing lies on that side of the plane", remedy="keep the other side")
        if abs(kept.volume_mm3 - before.volume_mm3) < 1e-9:
            raise BuildError("the plane does not cut the part", remedy="move the plane")
        pegs = round(given.numbers["pegs"])
        if pegs > 0:
            keeps = given.words["keep"] == "below"
            kept = _pegged(
                kept, before, np.array(axis), at if not keeps else -at, pegs, keeps, given
            )
        return given.state.made(kept, Feature(given.step))

    def says(self, given: StepInput, after: PartState) -> str:
        share = after.solid().volume_mm3 / given.state.solid().volume_mm3
        return f"keeps {share:.0%} of the part"


def _pegged(
    kept: Body,
    whole: Body,
    axis: np.ndarray,
    at: float,
    count: int,
    below: bool,
    given: StepInput,  # type: ignore[type-arg]
) -> Body:
    """Pegs on the lower half and their holes in the upper one, spread along the cut face.

    Raises:
        BuildError: the cut face has no room for them; names the largest that fits.
    """
    n = given.numbers
    z = (float(axis[0]), float(axis[1]), float(axis[2]))
    frame = Frame((z[0] * at, z[1] * at, z[2] * at), across(z), z)
    face = whole.solid.transform(frame.into).slice(0.0)
    radius = n["peg"] / 2
    room = shapely.union_all([shapely.Polygon(p) for p in face.to_polygons() if len(p) > 2]).buffer(
        -(radius + n["peg_gap"] + 1.0)
    )
    if room.is_empty:
        raise BuildError(
            f"there is no room on the cut face for a peg {n['peg']:g} mm across",
            remedy="a thinner peg",
        )
    places = _spread(room, count)
    after = kept
    for px, py in places:
        spot = frame.shifted(px, py)
        if below:
            peg = Prism(
                spot,
                circle(2 * radius),
                -ROOT_MM,
                n["peg_long"],
                top_rim=Rim("chamfer", min(0.5, radius / 3)),
            )
            after = after + prism_body(peg, given.step)
        else:
            deep = n["peg_long"] + 2 * n["peg_gap"]
            hole = Prism(spot, circle(2 * (radius + n["peg_gap"])), -0.5, deep)
            after = after - prism_body(hole, given.step, "outside")
    return after


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
