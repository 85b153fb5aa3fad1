"""Knuckle hinge that comes off the printer moving: 45° cones that carry themselves, or a pin.

Both parts lie flat with the axis half-way between their faces. Knuckles alternate, the first and
last on part a. A cone moved along its axis by s leaves s/√2 square to its face.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core.errors import BuildError
from core.fits.pieces import (
    ROOT_MM,
    TURN,
    box,
    disc,
    finished,
    opposed,
    positive,
    raised,
    seated,
    turned,
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
    Stacked,
    WorkingLine,
    register,
)
from core.outlines import Outline
from core.outlines.loop import polygon_loop
from core.solids import Body, Frame
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import Cures
from core.steps.state import PartState

BOX_MM = 9.0  # a face as tall as this is taken for the wall of a box
SHORT_MM = 25.0  # a hinge with fewer knuckles than usual
SHARE = 0.7  # of the face's width that a new hinge takes
# a barrel carried at 45 degrees from the bed, and the gap between its leaf and the other
RISES, CLEARS_MM = (1 + math.sqrt(2)) / 2, 1.1
TIP_MM = 0.4  # flat at the point of a cone
SKIN_MM = 0.8  # least wall round a cone's mouth


@dataclass(frozen=True, slots=True)
class KnuckleHingeFields(Fields):
    """What is set of a knuckle hinge."""

    long_mm: float
    knuckles: float
    barrel_mm: float
    up_mm: float
    turn_deg: float
    pivot: Literal["cones", "a pin"]
    pin_mm: float
    under: Literal["plain", "carried at 45°"]


@register
class KnuckleHinge(FitKind):
    """Two leaves on one axis."""

    kind = "knuckle hinge"
    title = "Knuckle hinge, print-in-place"
    also = ("hinge", "lid hinge", "pin hinge", "flap hinge", "drawbridge")
    roles = ("leaf", "other leaf")
    feel = "print-in-place"
    on_a = True
    on_b = True
    makes_b = False
    begins_on = "side"
    fields = (
        Field("long", "length", "length of the hinge", "40 mm"),
        Field("knuckles", "count", "knuckles", "5"),
        Field("barrel", "length", "barrel diameter", "7 mm"),
        Field("up", "length", "axis above the middle of the face", "0"),
        TURN,
        Field("pivot", "choice", "turning on", "cones", ("cones", "a pin")),
        Field("pin", "length", "pin diameter", "3 mm", when=(("pivot", ("a pin",)),)),
        Field("under", "choice", "under the barrel", "plain", ("plain", "carried at 45°")),
    )

    def sized(self, a: Ground | None, b: Ground | None) -> Mapping[str, float | str]:
        """Of a box's wall the axis lies at its rim, so that two halves fold rim to rim; of a plate
        it lies so high that the leaves fold onto each other. The smaller of two faces decides."""
        if not (a and b):
            return {}
        wide_mm, tall_mm = min(a.wide_mm, b.wide_mm), min(a.tall_mm, b.tall_mm)
        if tall_mm >= BOX_MM:
            barrel = min(max(round(tall_mm * 0.4), 6.0), 9.0)
            up = tall_mm / 2
        else:
            barrel = max(tall_mm + 1.0, 6.0)
            up = barrel * RISES + CLEARS_MM - tall_mm / 2
        long = round(SHARE * wide_mm, 1)
        return {
            "long": long,
            **({"knuckles": "3"} if long < SHORT_MM else {}),
            "barrel": barrel,
            "up": up,
            "under": "carried at 45°",
        }

    def sentence(self, words: Mapping[str, str]) -> str:
        its = KnuckleHingeFields.typed(words)
        pin = " {pin} across" if its.pivot == "a pin" else ""
        return (
            "A hinge {long} long of {knuckles} knuckles {barrel} across, turning on {pivot}"
            + pin
            + ", its axis {up} above the middle of the face, {under} underneath"
        )

    def build_a(self, given: FitInput) -> PartState:
        its = given.read(KnuckleHingeFields)
        size = _sizes(given)
        frame = _axis(given, given.frame_a)
        add: list[Body] = []
        cut: list[Body] = []
        for index in range(0, size.count, 2):
            low, high = size.span(index)
            add.append(_knuckle(given, size, frame, low, high))
            if its.pivot == "cones":
                if index > 0:
                    add.append(_cone(given, size, frame, low, -1.0))
                if index < size.count - 1:
                    add.append(_cone(given, size, frame, high, 1.0))
        if its.pivot == "a pin":
            half = size.long / 2
            add.append(
                raised(
                    disc(size.pin), -half, half, frame, given.fit, bottom="pin end", top="pin end"
                )
            )
        return finished(given, given.a, add=add, cut=cut, stands=given.frame_a, axis=size.edge)

    def build_b(self, given: FitInput) -> PartState:
        its = given.read(KnuckleHingeFields)
        size = _sizes(given)
        frame = _axis(given, given.frame_b)
        add, cut = [], []
        for index in range(1, size.count, 2):
            # seen from b the row runs the other way; it is symmetric, so the spans are the same
            low, high = size.span(index)
            add.append(_knuckle(given, size, frame, low, high))
            if its.pivot == "cones":
                cut.append(_dimple(given, size, frame, low, 1.0))
                cut.append(_dimple(given, size, frame, high, -1.0))
            else:
                cut.append(
                    raised(
                        disc(size.pin + given.gap_mm),
                        low - 0.5,
                        high + 0.5,
                        frame,
                        given.fit,
                        "outside",
                        bottom="bore end",
                        top="bore end",
                    )
                )
        made = finished(given, given.b, add=add, stands=given.frame_b)
        return finished(
            given,
            PartState(made.part, made.body, given.b.features, made.key),
            cut=cut,
            axis=size.edge,
        )

    def meeting(self, given: FitInput) -> Meeting:
        its = given.read(KnuckleHingeFields)
        size, gap = _sizes(given), given.gap_mm
        f, up = given.frame_a, its.up_mm
        across = f.shifted(0.0, 2 * up, 2 * size.edge)
        # b's face looks back at a's; its own axis height is counted from its own middle
        target = opposed(Frame(f.point(0.0, 0.0, 2 * size.edge), f.x_axis, f.z_axis))
        del across
        axis = Frame(f.point(0.0, up, size.edge), f.y_axis, _minus(f.x_axis))
        fit = given.fit
        cones = its.pivot == "cones"
        pairs = [
            Pair(
                "between knuckles",
                (fit, frozenset({"knuckle end"})),
                (fit, frozenset({"knuckle end"})),
                gap,
            )
        ]
        if cones:
            pairs.insert(
                0, Pair("cone", (fit, frozenset({"cone"})), (fit, frozenset({"cone"})), gap)
            )
        else:
            pairs.insert(
                0, Pair("pin", (fit, frozenset({"side"})), (fit, frozenset({"side"})), gap)
            )
        _low, high = size.span(0)
        middle = (high + size.span(1)[0]) / 2
        section = SectionView(
            # u along the axis, v up: cut through the axis itself
            Frame(f.point(middle, up, size.edge), f.x_axis, f.z_axis),
            (-max(size.cone + 1.5, 3.0), -size.barrel - 1.0),
            (max(size.cone + 2.5, 3.0), size.barrel + 1.0),
            (
                (Probe("side", (gap / 2 - gap - 0.3, size.barrel * 0.9), (1.0, 0.0)),)
                if cones
                else (Probe("side", (1.5, size.pin - 0.3), (0.0, 1.0)),)
            ),
            (
                (given.a.part.replace("_", " "), -2.0, size.barrel - 0.8),
                (given.b.part.replace("_", " "), 2.0, size.barrel - 0.8),
            ),
        )
        cautions: list[tuple[str, str] | tuple[str, str, Cures]] = []
        layer = given.process.layer_mm
        if gap < layer:
            cautions.append(
                (
                    "warning",
                    (
                        f"the gap of {gap:.2f} mm is under one layer of {layer:g} mm: it will fuse"
                        " where it lies level"
                    ),
                    (("gap", "", "the proposed gap"),),
                )
            )
        if gap < 0.2:
            cautions.append(
                (
                    "warning",
                    (
                        "under about 0.2 mm designed, print-in-place parts tend to fuse (common"
                        " practice, no source)"
                    ),
                    (("gap", "", "the proposed gap"),),
                )
            )
        if cones:
            hold = size.cone - gap * math.sqrt(2)
            cautions.append(
                (
                    "good" if hold > 0.5 else "warning",
                    f"the cones hold {hold:.2f} mm deep past the gap",
                )
            )
        cautions.append(
            (
                "note",
                (
                    "hinge line: on a toy, a gap that admits a 5 mm rod must also admit a 12 mm rod"
                    " (ISO 8124-1, EN 71-1, ASTM F963); ask a qualified person"
                ),
            )
        )
        return Meeting(
            seated(target, given.frame_b),
            tuple(pairs),
            section,
            (
                WorkingLine(
                    "knuckle",
                    f"({size.long:.2f} − {size.count - 1} × {gap:.2f}) / {size.count}",
                    size.wide,
                ),
                WorkingLine("axis from the face", f"{size.barrel:.2f} + {gap:.2f}", size.edge),
                (
                    WorkingLine("cone moved along by", f"√2 × {gap:.2f}", gap * math.sqrt(2))
                    if cones
                    else WorkingLine(
                        "bore", f"{2 * size.pin:.2f} + 2 × {gap:.2f}", 2 * (size.pin + gap)
                    )
                ),
                WorkingLine("faces apart, flat", f"2 × {size.edge:.2f}", 2 * size.edge),
            ),
            (),
            tuple(cautions),
            Motion(
                "turn",
                axis,
                0.0,
                180.0,
                words="folded up",
                must=False,
                asked=its.turn_deg or None,
            ),
            (
                Stacked(
                    "length of the hinge",
                    size.long,
                    (
                        (
                            "knuckles",
                            size.count * size.wide,
                            size.count * given.process.errors.sigma,
                        ),
                        (
                            "gaps",
                            (size.count - 1) * gap,
                            (size.count - 1) * given.process.errors.inner_sd,
                        ),
                    ),
                ),
            ),
            in_place=True,
        )


def _minus(v: tuple[float, float, float]) -> tuple[float, float, float]:
    return (-v[0], -v[1], -v[2])


class _Sizes:
    """Sizes of a hinge in mm; spans are along the axis from its middle."""

    def __init__(self, given: FitInput) -> None:
        its = given.read(KnuckleHingeFields)
        positive(given, long="length", barrel="barrel diameter")
        self.long, self.barrel, self.gap = its.long_mm, its.barrel_mm / 2, given.gap_mm
        self.count = round(its.knuckles)
        if self.count < 3 or self.count % 2 == 0:
            raise BuildError(f"a hinge of {self.count} knuckles", remedy="an odd number, 3 or more")
        self.wide = (self.long - (self.count - 1) * self.gap) / self.count
        self.edge = self.barrel + self.gap
        self.pin = its.pin_mm / 2
        self.cone = self.barrel - SKIN_MM
        if its.pivot == "cones":
            if self.cone <= TIP_MM + 0.4:
                raise BuildError(
                    "the barrel is too thin for cones",
                    remedy=f"more than {2 * (SKIN_MM + TIP_MM + 0.4):.1f} mm across",
                )
            if self.wide < 2 * (self.cone + 0.6):
                # cones from both sides must not meet inside a knuckle
                self.cone = self.wide / 2 - 0.6
            if self.cone <= TIP_MM + 0.3:
                raise BuildError(
                    f"knuckles of {self.wide:.2f} mm have no room for cones",
                    remedy="fewer knuckles or a longer hinge",
                )
        else:
            positive(given, pin="pin diameter")
            if self.pin + self.gap + SKIN_MM > self.barrel:
                raise BuildError(
                    "no wall is left round the pin",
                    remedy=f"a pin of at most {2 * (self.barrel - self.gap - SKIN_MM):.2f} mm",
                )
        if self.wide <= 1.0:
            raise BuildError(
                f"knuckles of {self.wide:.2f} mm", remedy="fewer knuckles or a longer hinge"
            )

    def span(self, index: int) -> tuple[float, float]:
        low = -self.long / 2 + index * (self.wide + self.gap)
        return low, low + self.wide


def _sizes(given: FitInput) -> _Sizes:
    return _Sizes(given)


def _axis(given: FitInput, face: Frame) -> Frame:
    """The hinge's axis in front of a face: z along the face's right."""
    its = given.read(KnuckleHingeFields)
    size = _sizes(given)
    place = face.point(0.0, its.up_mm, size.edge)
    return Frame(place, face.y_axis, face.x_axis)


def _knuckle(given: FitInput, size: _Sizes, axis: Frame, low: float, high: float) -> Body:
    """A barrel with the web that ties it to its leaf (which lies towards the axis frame's −y)."""
    its = given.read(KnuckleHingeFields)
    barrel = raised(
        disc(size.barrel), low, high, axis, given.fit, bottom="knuckle end", top="knuckle end"
    )
    # x of the axis frame is the face's up, y is out of the face
    reach = size.edge + ROOT_MM
    web = box(size.barrel, reach, -size.barrel / 2, -reach / 2)
    if its.under == "carried at 45°":
        r, lean = size.barrel, size.barrel / math.sqrt(2)
        foot = size.edge + r * math.sqrt(2)
        points = [(-foot - ROOT_MM, -reach), (-lean, lean), (0.0, 0.0), (0.0, -reach)]
        web = Outline(polygon_loop(points[::-1], ["top", "barrel", "under", "root"]))
    return barrel + raised(web, low, high, axis, given.fit, bottom="knuckle end", top="knuckle end")


def _cone(given: FitInput, size: _Sizes, axis: Frame, at: float, way: float) -> Body:
    frame = axis.lifted(at) if way > 0 else _turned_over(axis.lifted(at))
    r, tip = size.cone, TIP_MM
    points = [(0.0, -ROOT_MM), (r, -ROOT_MM), (r, 0.0), (tip, r - tip), (0.0, r - tip)]
    return turned(points, ["root", "root", "cone", "cone tip", "axis"], frame, given.fit)


def _dimple(given: FitInput, size: _Sizes, axis: Frame, at: float, way: float) -> Body:
    """The cone opened by the gap, cut into a knuckle of b from its end at ``at``."""
    gap = given.gap_mm
    # the partner's face lies a gap outside this end
    start = axis.lifted(at - way * gap)
    frame = start if way > 0 else _turned_over(start)
    r = size.cone + gap * math.sqrt(2)
    end = size.cone - TIP_MM + gap
    tip = r - end
    points = [(0.0, -0.3), (r + 0.3, -0.3), (tip, end), (0.0, end)]
    return turned(points, ["mouth", "cone", "cone tip", "axis"], frame, given.fit, "outside")


def _turned_over(frame: Frame) -> Frame:
    return Frame(frame.origin, frame.x_axis, _minus(frame.z_axis))
