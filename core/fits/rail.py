"""Flap in a rail: a U section mitred round three sides; the opening is the flap plus its gaps.

The section grows outwards, so that the opening stays where it is when the wall changes.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from core.errors import BuildError
from core.fits.pieces import box, finished, level_faces, not_negative, positive, raised, seated
from core.fits.registry import (
    Begun,
    FitInput,
    FitKind,
    Meeting,
    Motion,
    Pair,
    Probe,
    SectionView,
    WallLeft,
    WorkingLine,
    register,
)
from core.outlines import Outline, path_of, read_moves
from core.outlines.loop import polygon_loop
from core.solids import Frame
from core.solids.swept import swept_body
from core.steps.field import Field, filled
from core.steps.fields import Fields
from core.steps.state import PartState

LEAST_MM = 8.0  # what is smaller is not begun by itself


@dataclass(frozen=True, slots=True)
class RailFields(Fields):
    """What is set of a rail."""

    opening_mm: float
    tall_mm: float
    thick_mm: float
    deep_mm: float
    wall_mm: float
    end_gap_mm: float
    pull_mm: float


@register
class Rail(FitKind):
    """A flat flap that slides in a rail on three sides."""

    kind = "rail"
    title = "Flap in a rail"
    also = ("rail", "slide", "frame", "flap", "drawer", "channel", "sliding door", "gate")
    roles = ("rail", "flap")
    inner = "b"
    on_a = True
    fields = (
        Field("opening", "length", "clear opening", "50 mm"),
        Field("tall", "length", "height", "60 mm"),
        Field("thick", "length", "thickness of the flap", "3 mm"),
        Field("deep", "length", "how far the flap reaches into the rail", "4 mm"),
        Field("wall", "length", "wall of the rail", "2.4 mm"),
        Field("end_gap", "length", "gap at the flap's edges", "0.5 mm"),
        Field("pull", "length", "flap above the rail, to pull it by", "10 mm"),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "A flap {thick} thick in a rail round an opening {opening} wide and {tall} high,"
            " reaching {deep} into it, {end_gap} left at its edges, wall {wall}, {pull} of it above"
            " to pull by"
        )

    def begins(self, a: PartState, b: PartState | None) -> Begun | None:
        """Along the middle of the roomiest face that looks up, lying on it, as large as fits."""
        if b is not None or a.body is None:
            return None
        usual = filled(self.fields, {})
        size = {name: float(text.split()[0]) for name, text in usual.items() if "mm" in text}
        around = size["deep"] + size["end_gap"] + size["wall"]
        for place, _, room in level_faces(a, up=True):
            low_x, low_y, high_x, high_y = room.bounds
            opening = min(size["opening"], high_x - low_x - 2 * around)
            tall = min(size["tall"], high_y - low_y - around)
            if min(opening, tall) < LEAST_MM:
                continue
            middle = {"x": (low_x + high_x) / 2, "y": (low_y + high_y - tall + around) / 2}
            # the wall under the flap lies on the face, rooted by the gap
            out = size["thick"] / 2 + size["wall"]
            fields = {"opening": opening, "tall": tall}
            return Begun(place, "", middle | {"out": out}, {}, fields)
        return None

    def build_a(self, given: FitInput) -> PartState:
        n = given.read(RailFields)
        positive(
            given, opening="opening", tall="height", thick="thickness", deep="reach", wall="wall"
        )
        not_negative(given, end_gap="gap at the edges", pull="length above")
        half, wall = _slot(given) / 2, n.wall_mm
        floor = n.deep_mm + n.end_gap_mm
        # right is outwards from the opening (the path runs down, across and up), up through the
        # flap
        points = [
            (0.0, -half),
            (0.0, -half - wall),
            (floor + wall, -half - wall),
            (floor + wall, half + wall),
            (0.0, half + wall),
            (0.0, half),
            (floor, half),
            (floor, -half),
        ]
        names = [
            "lip",
            "rail outside",
            "rail outside",
            "rail outside",
            "lip",
            "slot side",
            "slot floor",
            "slot side",
        ]
        outline = Outline(polygon_loop(points, names))
        path, _ = path_of(_path(n.opening_mm, n.tall_mm))
        body = swept_body(outline, path, False, given.frame_a, given.fit)
        return finished(given, given.a, add=[body], slot=2 * half, opening=n.opening_mm)

    def build_b(self, given: FitInput) -> PartState:
        n = given.read(RailFields)
        thick = n.thick_mm - 2 * given.shares[0]
        if thick <= 0:
            raise BuildError(
                "nothing is left of the flap", remedy="a thicker flap or a smaller gap"
            )
        wide, tall = n.opening_mm + 2 * n.deep_mm, n.tall_mm + n.deep_mm + n.pull_mm
        body = raised(
            box(wide, tall),
            -thick / 2,
            thick / 2,
            given.frame_b,
            given.fit,
            top="flap front",
            bottom="flap back",
        )
        places = {
            "front": given.frame_b.lifted(thick / 2),
            "back": given.frame_b.lifted(-thick / 2).facing_back(),
        }
        return finished(given, given.b, add=[body], places=places, thickness=thick, width=wide)

    def meeting(self, given: FitInput) -> Meeting:
        n, gap = given.read(RailFields), given.gap_mm
        slot, thick = _slot(given), n.thick_mm - 2 * given.shares[0]
        tall = n.tall_mm + n.deep_mm + n.pull_mm
        f = given.frame_a
        # the flap stands on the rail's floor, its middle over the opening's
        middle = f.shifted(0.0, -n.deep_mm + tall / 2)
        level = Frame(f.point(n.opening_mm / 2, n.tall_mm / 2, 0.0), f.x_axis, f.y_axis)
        reach = n.deep_mm + n.end_gap_mm + n.wall_mm
        section = SectionView(
            # u outwards into the rail, v through the flap's thickness
            Frame(level.origin, f.x_axis, (-f.y_axis[0], -f.y_axis[1], -f.y_axis[2])),
            (-6.0, -slot / 2 - n.wall_mm - 1.5),
            (reach + 1.5, slot / 2 + n.wall_mm + 1.5),
            (
                Probe("side", (n.deep_mm / 2, thick / 2 - 0.3), (0.0, 1.0)),
                Probe("headroom", (n.deep_mm - 0.4, 0.0), (1.0, 0.0)),
            ),
            (("flap", -3.0, 0.0), ("rail", reach - n.wall_mm / 2, 0.0)),
        )
        return Meeting(
            seated(middle, given.frame_b),
            (
                Pair(
                    "side",
                    (given.fit, frozenset({"slot side"})),
                    (given.fit, frozenset({"flap front", "flap back"})),
                    gap,
                ),
                Pair(
                    "edge",
                    (given.fit, frozenset({"slot floor"})),
                    (given.fit, frozenset({"left", "right", "front"})),
                    n.end_gap_mm,
                ),
            ),
            section,
            (
                WorkingLine("slot", f"{thick:.2f} + 2 × {gap:.2f}", slot),
                WorkingLine(
                    "flap wide",
                    f"{n.opening_mm:.2f} + 2 × {n.deep_mm:.2f}",
                    n.opening_mm + 2 * n.deep_mm,
                ),
                WorkingLine(
                    "rail deep", f"{n.deep_mm:.2f} + {n.end_gap_mm:.2f}", n.deep_mm + n.end_gap_mm
                ),
                WorkingLine(
                    "rail over all", f"{slot:.2f} + 2 × {n.wall_mm:.2f}", slot + 2 * n.wall_mm
                ),
            ),
            (
                WallLeft(
                    "a",
                    "wall of the rail",
                    n.wall_mm,
                    (given.fit, frozenset({"slot side"})),
                    "wall",
                    n.wall_mm,
                    1.0,
                ),
            ),
            (("good", "split the rail at its mitres to print each side on edge"),),
            Motion("slide", Frame(f.origin, f.z_axis, f.y_axis), 0.0, n.tall_mm, words="raised"),
        )


def _slot(given: FitInput) -> float:
    """The slot: the flap as made, and a gap on either side."""
    its = given.read(RailFields)
    return its.thick_mm - 2 * given.shares[0] + 2 * given.gap_mm


def _path(opening: float, tall: float):  # type: ignore[no-untyped-def]
    text = f"start {-opening / 2} {tall}, down {tall}, right {opening}, up {tall}"
    return read_moves(text, lambda t, _: float(t))
