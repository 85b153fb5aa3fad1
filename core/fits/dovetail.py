"""Dovetail: parts cut to fit the bed, slid together along a tail."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from core.errors import BuildError
from core.fits.pieces import (
    ROOM_MM,
    ROOT_MM,
    finished,
    not_negative,
    of_the_size,
    opposed,
    positive,
    seated,
)
from core.fits.registry import (
    FitInput,
    FitKind,
    Ground,
    Meeting,
    Motion,
    Pair,
    Probe,
    SectionView,
    WallLeft,
    WorkingLine,
    register,
)
from core.outlines import Outline, flatten, offset_outline
from core.outlines.loop import polygon_loop
from core.solids import Body, Frame, Section, stack
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.state import PartState


@dataclass(frozen=True, slots=True)
class DovetailFields(Fields):
    """What is set of a dovetail."""

    width_mm: float
    height_mm: float
    angle_deg: float
    long_mm: float
    lead_in_mm: float


@register
class Dovetail(FitKind):
    """A tail on one face slides into its slot in another."""

    kind = "dovetail"
    title = "Dovetail"
    also = ("dovetail", "joint", "halves", "too large for the bed", "tongue")
    roles = ("tail", "slot")
    feel = "snug"
    on_a = True
    on_b = True
    makes_b = False
    fields = (
        Field("width", "length", "width at the root", "10 mm"),
        Field("height", "length", "height", "6 mm"),
        Field("angle", "angle", "flare", "12 deg"),
        Field("long", "length", "length along the face", "20 mm"),
        Field("lead_in", "length", "lead-in at its ends", "0.6 mm"),
    )

    def sized(self, a: Ground | None, b: Ground | None) -> Mapping[str, float | str]:
        """As long as both faces, at most a third as wide, half as deep as what it is let into."""
        if not (a and b):
            return {}
        return {
            "width": of_the_size(min(a.wide_mm, b.wide_mm) / 3, usual=10.0),
            "height": of_the_size(b.thick_mm / 2, usual=6.0),
            "long": of_the_size(min(a.tall_mm, b.tall_mm), usual=20.0),
        }

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "A tail {width} wide, {height} high, flaring {angle}, {long} long up the face, lead-in"
            " {lead_in}"
        )

    def build_a(self, given: FitInput) -> PartState:
        its = given.read(DovetailFields)
        _checked(given)
        tool = _bar(_tail(given, -given.shares[0], -ROOT_MM), given, given.frame_a, 0.0)
        return finished(given, given.a, add=[tool], stands=given.frame_a, width=its.width_mm)

    def build_b(self, given: FitInput) -> PartState:
        place = opposed(given.frame_b)
        # open towards the end it is slid in from, shut at the other
        tail, open_to = _tail(given, given.shares[1], -ROOM_MM), _open_to(given)
        return finished(given, given.b, cut=[_bar(tail, given, place, ROOM_MM, open_to)])

    def meeting(self, given: FitInput) -> Meeting:
        n, gap = given.read(DovetailFields), given.gap_mm
        frame = given.frame_a
        y = frame.y_axis
        plane = Frame(frame.origin, frame.x_axis, (-y[0], -y[1], -y[2]))
        wide = n.width_mm / 2 + _flare(n)
        flanks = frozenset({"flank left", "flank right"})
        section = SectionView(
            plane,
            (-wide - 4.0, -3.0),
            (wide + 4.0, n.height_mm + 4.0),
            (
                Probe("side", (wide - gap - 0.8, n.height_mm * 0.6), (1.0, 0.0)),
                Probe("headroom", (0.0, n.height_mm / 2), (0.0, 1.0)),
            ),
            (("tail", 0.0, n.height_mm / 2 - 0.6), ("slot", wide + 2.2, n.height_mm / 2)),
        )
        return Meeting(
            seated(opposed(frame), given.frame_b),
            (
                Pair("side", (given.fit, flanks), (given.fit, flanks), gap),
                Pair(
                    "headroom",
                    (given.fit, frozenset({"tail top"})),
                    (given.fit, frozenset({"tail top"})),
                    gap,
                ),
            ),
            section,
            (
                WorkingLine(
                    "tail at its top",
                    f"{2 * wide:.3f} − 2 × {given.shares[0]:.2f} × tan((90° + {n.angle_deg:g}°)"
                    " / 2)",
                    2 * _half_top(_tail(given, -given.shares[0], -ROOT_MM)),
                ),
                WorkingLine(
                    "slot deep",
                    f"{n.height_mm:.2f} + {given.shares[1]:.2f}",
                    n.height_mm + given.shares[1],
                ),
            ),
            (
                WallLeft(
                    "b",
                    "wall under the slot",
                    0.0,
                    (given.fit, frozenset({"tail top"})),
                    "height",
                    n.height_mm,
                ),
            ),
            (
                (
                    "good",
                    f"holds by {_flare(n) - gap / _lean(n):.2f} mm a side",
                ),
            ),
            Motion(
                "slide",
                _along(frame),
                0.0,
                n.long_mm / 2 + _open_to(given) + 1.0,
                words="slid apart",
            ),
            touching=True,
        )


def _half_top(tail: Outline) -> float:
    """Half the width of a tail at its top, as it is drawn, mm."""
    return max(x for segment in tail.outer.segments for x, _ in (segment.a, segment.b))


def _along(frame: Frame) -> Frame:
    return Frame(frame.origin, frame.z_axis, frame.y_axis)


def _flare(n: DovetailFields) -> float:
    """How far the tail widens from foot to top, a side, in mm."""
    return n.height_mm * math.tan(math.radians(n.angle_deg))


def _lean(n: DovetailFields) -> float:
    """What a gap across a flank measures level, as a divisor."""
    return math.cos(math.radians(n.angle_deg))


def _checked(given: FitInput) -> None:
    positive(given, width="width", height="height", long="length")
    not_negative(given, lead_in="lead-in")
    n = given.read(DovetailFields)
    if not 0 < n.angle_deg < 45:
        raise BuildError(f"a flare of {n.angle_deg:g}°", remedy="more than 0° and less than 45°")
    hold, need = _flare(n), given.gap_mm / _lean(n)
    if hold <= need:
        raise BuildError(
            f"the flare of {hold:.2f} mm a side is no more than the gap: it would lift"
            " straight out",
            remedy=f"a flare of more than {math.degrees(math.atan(need / n.height_mm)):.1f}°",
        )
    if n.lead_in_mm * 2 >= n.width_mm / 2 or n.lead_in_mm * 2 >= n.long_mm:
        raise BuildError("the lead-ins meet in the middle of the tail", remedy="a smaller lead-in")


def _tail(given: FitInput, grow: float, low: float) -> Outline:
    """The section, width along x and out of the face along y, grown square to its faces."""
    n = given.read(DovetailFields)
    slope = math.tan(math.radians(n.angle_deg))
    half, height = n.width_mm / 2, n.height_mm

    def at(y: float) -> float:
        return half + y * slope

    points = [
        (-at(low - 3), low - 3),
        (at(low - 3), low - 3),
        (at(height), height),
        (-at(height), height),
    ]
    if at(low - 3) <= 0.05:
        raise BuildError("the tail has no root left", remedy="a wider root or a smaller flare")
    names = ["root", "flank right", "tail top", "flank left"]
    grown = (
        offset_outline(Outline(polygon_loop(points, names)), grow)
        if grow
        else Outline(polygon_loop(points, names))
    )
    # cut the root back to where it begins
    (lx, _), (rx, _) = grown.outer.segments[0].a, grown.outer.segments[0].b
    y0 = grown.outer.segments[0].a[1]
    shift = (low - y0) * slope
    tops = [segment.a for segment in grown.outer.segments[2:]]
    return Outline(polygon_loop([(lx - shift, low), (rx + shift, low), *tops], names))


def _open_to(given: FitInput) -> float:
    """How far down its face the slot runs out of its part, from the middle of the face, mm."""
    its = given.read(DovetailFields)
    if given.b.body is None:
        return its.long_mm / 2
    y, origin = given.frame_b.y_axis, given.frame_b.origin
    x0, y0, z0, x1, y1, z1 = given.b.body.bounds
    corners = [(x, v, z) for x in (x0, x1) for v in (y0, y1) for z in (z0, z1)]
    lowest = min(
        sum(d * (c - o) for d, c, o in zip(y, corner, origin, strict=True)) for corner in corners
    )
    return max(-lowest, its.long_mm / 2)


def _bar(section: Outline, given: FitInput, face: Frame, past: float, open_to: float = 0.0) -> Body:
    """The section run along the face, up and down from its middle; ends lead in or run past.

    Args:
        open_to: how far down the face a slot runs, mm.
    """
    n = given.read(DovetailFields)
    y = face.y_axis
    run = Frame(face.origin, face.x_axis, (-y[0], -y[1], -y[2]))
    half, lead = n.long_mm / 2, n.lead_in_mm
    side = "outside" if past else "inside"

    def at(inset: float) -> list:  # type: ignore[type-arg]
        return flatten(offset_outline(section, -inset) if inset else section, side)[0]  # type: ignore[arg-type]

    names = [[segment.name for segment in section.outer.segments]]
    if past or lead == 0:
        # the run's z points down the face: its far end is the open one
        far = max(open_to, half)
        sections = [Section(-half - past, at(0)), Section(far + past, at(0))]
    else:
        sections = [
            Section(-half, at(lead), "lead-in"), Section(-half + lead, at(0)),
            Section(half - lead, at(0), "lead-in"), Section(half, at(lead)),
        ]  # fmt: skip
    return stack(sections, names, given.fit).moved(run.matrix)
