"""Groove and nub: a twist lock or a maze round a cylinder.

The track is told on the unrolled cylinder as straight moves from the mouth: ``down 8, right 20,
up 3``. The nub is a cone frustum; the groove is what it sweeps, opened by the gap. Flanks of 45°
print without support; parallel flanks hold a key better. A groove whose flanks stood square to the
cylinder would narrow with depth, so the nub's own shape is swept instead.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np
from manifold3d import Manifold
from numpy.typing import NDArray

from core.errors import BuildError
from core.fits.pieces import disc, finished, not_negative, positive, raised, seated
from core.fits.registry import (
    FitInput,
    FitKind,
    LaidOut,
    Meeting,
    Motion,
    Pair,
    Probe,
    SectionView,
    WallLeft,
    WorkingLine,
    register,
)
from core.fits.track_path import Track, read_track
from core.outlines import open_run, plain_value, read_moves
from core.outlines.facet_fineness import longer_facets
from core.solids import Body, Frame
from core.solids.body import Source
from core.solids.shaft import shaft_about
from core.solids.stack import close_mesh
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import Cures
from core.steps.state import PartState

ROUND = 32
STEP_DEG = 3.0
OUT_MM = 1.0
FLOOR, FLOOR_MM = "groove floor", 0.05


@dataclass(frozen=True, slots=True)
class GrooveAndNubFields(Fields):
    """What is set of a track."""

    path: str
    nub_mm: float
    deep_mm: float
    flank_deg: float
    nubs: float
    wall_mm: float
    sleeve_gap_mm: float
    tall_mm: float
    top: Literal["closed above", "open above"]


@register
class GrooveAndNub(FitKind):
    """A sleeve whose nubs travel in a groove round a cylinder."""

    kind = "track"
    is_round = True
    title = "Groove and nub: twist lock or maze"
    also = ("twist lock", "nub", "track", "maze", "puzzle")
    roles = ("cylinder", "sleeve")
    on_a = True
    unrolls = True
    fields = (
        Field("path", "moves", "track from the mouth", "down 8 mm, right 18 mm, up 3 mm"),
        Field("nub", "length", "width of the nub", "4 mm"),
        Field("deep", "length", "depth of the nub", "1.2 mm"),
        Field("flank", "angle", "flanks lean", "45 deg"),
        Field("nubs", "count", "nubs round the sleeve", "2"),
        Field("wall", "length", "wall of the sleeve", "2.4 mm"),
        Field(
            "sleeve_gap",
            "length",
            "gap round the cylinder, a side",
            "gap",
            least=0,
            clause=", {sleeve_gap} of gap round the cylinder",
        ),
        Field("tall", "length", "height of the sleeve", "14 mm"),
        Field("top", "choice", "sleeve", "closed above", ("closed above", "open above")),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "A track {path} for {nubs} nubs {nub} wide and {deep} deep, flanks leaning {flank}; "
            "sleeve {tall} high, wall {wall}, {top}"
        )

    def laid_out(self, given: FitInput) -> LaidOut | None:
        its = given.read(GrooveAndNubFields)
        run = open_run(read_moves(its.path, plain_value))
        if not run:
            return None
        points = (run[0].a, *(segment.b for segment in run))
        lowest = min(y for _, y in points)
        shaft = shaft_about(given.a.solid(), given.frame_a, lowest / 2)
        if shaft is None:
            return None
        return LaidOut(
            2 * math.pi * shaft.radius_mm,
            _groove_width(given),
            its.tall_mm - given.gap_mm - its.nub_mm / 2,
            max(1, round(its.nubs)),
            points,
        )

    def build_a(self, given: FitInput) -> PartState:
        track, radius = _laid(given)
        shape = _shape(given, radius)
        count = round(given.read(GrooveAndNubFields).nubs)
        groove = _grooves(track, shape, count, longer_facets())
        tool = _named(groove, given.fit, "groove", shape.floor).moved(given.frame_a.matrix)
        return finished(
            given, given.a, cut=[tool], within=given.frame_a, around=2 * math.pi * radius
        )

    def build_b(self, given: FitInput) -> PartState:
        track, radius = _laid(given)
        n = given.read(GrooveAndNubFields)
        positive(given, wall="wall", tall="height")
        inner = radius + n.sleeve_gap_mm
        outer = inner + n.wall_mm
        end = track.points[-1]
        # the sleeve's own origin is its open end; the mouth of the cylinder lies this far inside it
        inside = n.tall_mm - _above(given)
        nub_at = inside + end[1]
        if not n.nub_mm / 2 < nub_at < n.tall_mm:
            raise BuildError(
                f"a sleeve {n.tall_mm:g} mm high does not reach down to the end of the track",
                remedy=f"more than {-end[1] + n.nub_mm / 2 + _above(given):.2f} mm",
            )
        f = given.frame_b
        body = raised(
            disc(outer),
            0.0,
            n.tall_mm + _roof(given),
            f,
            given.fit,
            top="sleeve top",
            bottom="sleeve foot",
        )
        bore = raised(
            disc(inner),
            -1.0,
            n.tall_mm + (0.0 if _roof(given) else 1.0),
            f,
            given.fit,
            "outside",
            top="ceiling",
            bottom="mouth",
        )
        made = finished(given, given.b, add=[body])
        made = finished(
            given, PartState(made.part, made.body, given.b.features, made.key), cut=[bore]
        )
        nubs = [
            _named(one, given.fit, "nub").moved(f.matrix)
            for one in _laid_round(_frustum(given, radius, inner, nub_at), round(n.nubs))
        ]
        return finished(
            given,
            PartState(made.part, made.body, given.b.features, made.key),
            add=nubs,
            bore=2 * inner,
        )

    def meeting(self, given: FitInput) -> Meeting:
        track, radius = _laid(given)
        n, gap, f = given.read(GrooveAndNubFields), given.gap_mm, given.frame_a
        sleeve = n.sleeve_gap_mm
        around = 2 * math.pi * radius
        end = track.points[-1]
        turn = end[0] / around * 360
        seat = f.lifted(-(n.tall_mm - _above(given))).turned(turn)
        path = tuple((p[0] / around * 360 - turn, p[1] - end[1]) for p in reversed(track.points))
        out = (path[-1][0], path[-1][1] + n.tall_mm)
        wide = _groove_width(given)
        neighbours = track.closest(around, round(n.nubs))
        at = Frame(
            f.turned(turn).point(radius, 0.0, end[1]), f.turned(turn).x_axis, f.turned(turn).z_axis
        )
        plane = Frame(at.origin, at.x_axis, tuple(-v for v in at.y_axis))  # type: ignore[arg-type]
        section = SectionView(
            plane,
            (-n.deep_mm - 3.0, -n.nub_mm),
            (sleeve + n.wall_mm + 1.5, n.nub_mm),
            (
                Probe("headroom", (-n.deep_mm + sleeve + 0.2, 0.0), (-1.0, 0.0)),
                Probe("side", (sleeve + 0.3, n.nub_mm * 0.85), (-1.0, 0.0)),
            ),
            (("nub", -n.deep_mm / 2, 0.0), ("cylinder", -n.deep_mm - 1.6, n.nub_mm * 0.6)),
        )
        cautions: list[tuple[str, str] | tuple[str, str, Cures]] = [
            ("good", f"the key travels {track.told(around)}")
        ]
        if neighbours is not None:
            left, two = neighbours - wide, 2 * given.process.line_mm
            narrow = math.floor((n.nub_mm - two + left) * 20) / 20
            cures = (("nub", f"{narrow:g} mm", f"a nub {narrow:g} mm wide"),) if narrow > 0 else ()
            if left < 0:
                words = f"the groove runs into itself: {-left:.2f} mm too close"
                cautions.append(("stop", words, cures))
            elif left < two:
                words = f"only {left:.2f} mm of wall stands between neighbouring grooves"
                cautions.append(("warning", words, cures))
            else:
                cautions.append(
                    ("good", f"{left:.2f} mm of wall stands between neighbouring grooves")
                )
        if n.flank_deg < 45:
            cautions.append(
                (
                    "note",
                    (
                        f"flanks of {n.flank_deg:g}° overhang where the groove runs round: 45°"
                        " prints without support (common practice, no source)"
                    ),
                )
            )
        if not track.locks():
            cautions.append(("note", "nothing locks it: end the track with a short move back up"))
        return Meeting(
            seated(seat, given.frame_b),
            (
                Pair(
                    "nub",
                    (given.fit, frozenset({"groove", FLOOR})),
                    (given.fit, frozenset({"nub"})),
                    gap,
                ),
                *_round_the_cylinder(given, radius),
            ),
            section,
            (
                WorkingLine("round the cylinder", f"π × {2 * radius:.2f}", around),
                WorkingLine(
                    "track goes round",
                    " + ".join(f"{abs(x):.2f}" for x in track.along()) or "0",
                    sum(abs(x) for x in track.along()),
                ),
                WorkingLine(
                    "groove at the surface",
                    f"{n.nub_mm:.2f} − 2 × {n.sleeve_gap_mm:.2f} × tan {n.flank_deg:g}° "
                    f"+ 2 × {gap:.2f} / cos {n.flank_deg:g}°",
                    wide,
                ),
                WorkingLine(
                    "groove deep",
                    f"{n.deep_mm:.2f} − {sleeve:.2f} + {gap:.2f}",
                    n.deep_mm - sleeve + gap,
                ),
                WorkingLine(
                    "sleeve bore", f"{2 * radius:.2f} + 2 × {sleeve:.2f}", 2 * (radius + sleeve)
                ),
            ),
            (
                WallLeft(
                    "a",
                    "wall under the groove",
                    0.0,
                    (given.fit, frozenset({FLOOR})),
                    "deep",
                    n.deep_mm,
                ),
            ),
            tuple(cautions),
            Motion(
                "track",
                f,
                0.0,
                1.0,
                around,
                (*path, out),
                "taken along its track to the mouth and off",
            ),
        )


def _round_the_cylinder(given: FitInput, radius: float) -> Iterator[Pair]:
    """The sleeve's bore and the side of the cylinder, where a step is known to have made it."""
    its = given.read(GrooveAndNubFields)
    for feature in given.a.features.values():
        prism = feature.prism
        if (
            prism is not None
            and abs(prism.outline.size[0] / 2 - radius) < 0.01
            and not prism.draft_deg
        ):
            sides = frozenset(prism.outline.names())
            bore = (given.fit, frozenset({"side"}))
            yield Pair("sleeve", (feature.step, sides), bore, its.sleeve_gap_mm)
            return


def _roof(given: FitInput) -> float:
    its = given.read(GrooveAndNubFields)
    return its.wall_mm if its.top == "closed above" else 0.0


def _above(given: FitInput) -> float:
    """How far the sleeve stands above the mouth with the nub at the end: what a lock needs."""
    return given.gap_mm + max(
        -min(p[1] for p in _track(given).points) + _track(given).points[-1][1], 0.0
    )


def _track(given: FitInput) -> Track:
    its = given.read(GrooveAndNubFields)
    return read_track(its.path)


def _groove_width(given: FitInput) -> float:
    """Width of the groove at the surface: the nub, and the gap square to its flanks, mm."""
    its = given.read(GrooveAndNubFields)
    flank = math.radians(its.flank_deg)
    # the nub is as wide as asked at the sleeve's bore
    return its.nub_mm - 2 * its.sleeve_gap_mm * math.tan(flank) + 2 * given.gap_mm / math.cos(flank)


def _laid(given: FitInput) -> tuple[Track, float]:
    """The track, checked against the cylinder it is laid on, and the cylinder's radius."""
    n = given.read(GrooveAndNubFields)
    positive(given, nub="width of the nub", deep="depth of the nub")
    not_negative(given, flank="flank")
    track = _track(given)
    lowest = min(p[1] for p in track.points)
    shaft = shaft_about(given.a.solid(), given.frame_a, lowest / 2)
    if shaft is None:
        raise BuildError(
            "there is no cylinder round this axis", remedy="place it on the end of a round body"
        )
    # as measured: a change elsewhere on the cylinder leaves it be
    radius = round(shaft.radius_mm, 9)
    if not shaft.mostly_round(n.deep_mm):
        met = 100 * shaft.round_share(n.deep_mm)
        raise BuildError(
            f"the body is not round here: nubs {n.deep_mm:g} mm deep would meet it along only"
            f" {met:.0f} % of a circle of {2 * radius:.2f} mm",
            remedy="place it on the end of a round body",
        )
    around = 2 * math.pi * radius
    count = round(n.nubs)
    if count < 1:
        raise BuildError("a sleeve without nubs", remedy="1 nub or more")
    if n.flank_deg >= 75 or n.nub_mm / 2 - n.deep_mm * math.tan(math.radians(n.flank_deg)) < 0.2:
        raise BuildError(
            "the nub comes to a point before it is as deep as asked",
            remedy=(
                "a nub of more than"
                f" {2 * (n.deep_mm * math.tan(math.radians(n.flank_deg)) + 0.2):.2f} mm, or steeper"
                " flanks"
            ),
        )
    span = track.span()
    if span + n.nub_mm + 2 * given.gap_mm > around / count + 1e-9:
        over = span + n.nub_mm + 2 * given.gap_mm - around / count
        raise BuildError(
            f"the track goes {span:.2f} mm round and runs into the next by {over:.2f} mm: "
            f"there are {around / count:.2f} mm for each of {count}",
            remedy=f"at most {around / count - n.nub_mm - 2 * given.gap_mm:.2f} mm, or fewer nubs",
        )
    return track, radius


@dataclass(frozen=True)
class _Shape:
    """A frustum on the cylinder: its radius at the surface and at the floor, and where those
    lie.
    """

    at_surface: float
    at_floor: float
    surface: float
    floor: float

    def points(self, angle: float, height: float, reach: float = 1.0) -> NDArray[np.float64]:
        """Corners of the frustum at a place on the cylinder."""
        turns = 2 * math.pi * np.arange(_round()) / _round()
        slope = (self.at_surface - self.at_floor) / (self.surface - self.floor)
        top = self.surface + OUT_MM
        rings = []
        for radius, wide in ((self.floor, self.at_floor), (top, self.at_surface + slope * OUT_MM)):
            u, v = wide * reach * np.cos(turns), wide * reach * np.sin(turns) + height
            x = radius * math.cos(angle) - u * math.sin(angle)
            y = radius * math.sin(angle) + u * math.cos(angle)
            rings.append(np.column_stack([x, y, v]))
        return np.vstack(rings)


def _round() -> int:
    """Sides of a nub and of the groove it runs in."""
    return 4 * math.ceil(ROUND / longer_facets() / 4)


def _shape(given: FitInput, radius: float) -> _Shape:
    """The groove: the nub opened by the gap square to its flank and at its tip."""
    n, gap = given.read(GrooveAndNubFields), given.gap_mm
    lean = math.tan(math.radians(n.flank_deg))
    inner = radius + n.sleeve_gap_mm  # the sleeve's bore, where the nub is as wide as asked
    tip = inner - n.deep_mm
    floor = tip - gap
    opened = gap / math.cos(math.radians(n.flank_deg))
    return _Shape(
        n.nub_mm / 2 - (inner - radius) * lean + opened,
        n.nub_mm / 2 - (inner - floor) * lean + opened,
        radius,
        floor,
    )


def _swept(track: Track, shape: _Shape) -> Manifold:
    """The groove: hulls of neighbouring frustums along the track, out past the mouth."""
    reach = 1 / math.cos(math.pi / _round())
    radius = shape.surface
    first = track.points[0]
    points = [(first[0], first[1] + shape.at_surface + OUT_MM), *track.points]
    pieces = []
    for (x0, y0), (x1, y1) in itertools.pairwise(points):
        steps = max(1, math.ceil(abs(x1 - x0) / radius / math.radians(STEP_DEG * longer_facets())))
        for i in range(steps):
            ends = []
            for share in (i / steps, (i + 1) / steps):
                angle = (x0 + (x1 - x0) * share) / radius
                ends.append(shape.points(angle, y0 + (y1 - y0) * share, reach))
            pieces.append(Manifold.hull_points(np.vstack(ends)))
    from manifold3d import OpType

    return Manifold.batch_boolean(pieces, OpType.Add)


@lru_cache(maxsize=4)
def _grooves(track: Track, shape: _Shape, count: int, facets: float) -> Manifold:
    """All the grooves about z, in facets so many times longer than those of a print; kept while
    the cylinder they lie in is changed elsewhere."""
    one = _swept(track, shape)
    one.num_tri()  # worked out before it is laid round, so once for all of them
    return sum(_laid_round(one, count)[1:], start=one)


def _laid_round(one: Manifold, count: int) -> list[Manifold]:
    """As many of a groove or a nub as there are nubs, evenly round the axis."""
    return [one.rotate((0.0, 0.0, 360 / count * i)) for i in range(count)]


def _frustum(given: FitInput, radius: float, inner: float, height: float) -> Manifold:
    n = given.read(GrooveAndNubFields)
    lean = math.tan(math.radians(n.flank_deg))
    # rooted in the sleeve's wall, as wide as asked at its bore
    shape = _Shape(n.nub_mm / 2, n.nub_mm / 2 - n.deep_mm * lean, inner, inner - n.deep_mm)
    turns = 2 * math.pi * np.arange(_round()) / _round()
    root = min(n.wall_mm * 0.6, 1.0)
    rings = []
    for at, wide in (
        (inner - n.deep_mm, shape.at_floor),
        (inner, shape.at_surface),
        (inner + root, shape.at_surface),
    ):
        u, v = wide * np.cos(turns), wide * np.sin(turns) + height
        rings.append(np.column_stack([np.full(len(u), at), u, v]))
    return Manifold.hull_points(np.vstack(rings))


def _named(solid: Manifold, step: str, face: str, floor: float | None = None) -> Body:
    """A solid about z whose faces have a name, and those at a radius of its floor another."""
    mesh = solid.to_mesh64()
    points = np.asarray(mesh.vert_properties, dtype=np.float64)[:, :3]
    triangles = np.asarray(mesh.tri_verts, dtype=np.int64)
    if len(mesh.merge_from_vert):
        into = np.arange(len(points))
        into[np.asarray(mesh.merge_from_vert, dtype=np.int64)] = np.asarray(
            mesh.merge_to_vert, dtype=np.int64
        )
        triangles = into[triangles]
    labels = np.zeros(len(triangles), dtype=np.int64)
    if floor is not None:
        # the floor is made of flats about the axis: none of their corners lies far outside it
        radius = np.hypot(points[:, 0], points[:, 1])
        labels[(radius[triangles] < floor + FLOOR_MM).all(axis=1)] = 1
    return close_mesh(points, triangles, labels, Source(step, (face, FLOOR)))
