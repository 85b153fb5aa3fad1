"""Axle in its bore: turns freely, with end play; and a ball bearing in its seat."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core import hardware
from core.errors import BuildError
from core.fits.pieces import (
    disc,
    finished,
    led,
    not_negative,
    of_the_size,
    opposed,
    positive,
    raised,
    seated,
    upright_cut,
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
    WallLeft,
    WorkingLine,
    register,
)
from core.hardware.purchase import Purchase
from core.hardware.tables import BEARINGS, SOURCES
from core.measures.units import Quantity, length
from core.outlines import ring
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import Cures
from core.steps.state import PartState

COLLAR_MM = 3.0  # by which a collar stands out round its axle
SHOULDER_MM = 2.0  # at least left round a bearing
FLOOR_MM = 1.2  # and under it


@dataclass(frozen=True, slots=True)
class AxleFields(Fields):
    """What is set of an axle."""

    diameter_mm: float
    long_mm: float
    play_mm: float
    past_mm: float
    collar_mm: float
    collar_thick_mm: float
    lead_in_mm: float


@register
class Axle(FitKind):
    """A pin that carries a wheel, standing on another part or with a collar of its own."""

    kind = "axle"
    is_round = True
    bears_load = True
    title = "Axle in its bore"
    also = ("axle", "wheel", "pivot", "pin in hole")
    roles = ("wheel", "axle")
    inner = "b"
    feel = "free"
    on_a = True
    on_b = True
    fields = (
        Field("diameter", "length", "diameter", "8 mm"),
        Field("long", "length", "length of the bore", "10 mm"),
        Field("play", "length", "end play", "0.3 mm"),
        Field("past", "length", "axle past the bore", "2 mm"),
        Field("collar", "length", "collar, where it has no part to stand on", "14 mm"),
        Field("collar_thick", "length", "collar thickness", "2.4 mm"),
        Field("lead_in", "length", "lead-in", "0.6 mm"),
    )

    def sized(self, a: Ground | None, b: Ground | None) -> Mapping[str, float | str]:
        """The bore goes through the wheel as it is, and leaves as much round it as it takes."""
        rooms = [one.radius_mm for one in (a, b) if one]
        if not rooms:
            return {}
        across = of_the_size(*rooms, usual=8.0)
        collar = {} if b else {"collar": across + 2 * COLLAR_MM}
        through = {"long": a.thick_mm} if a and a.thick_mm else {}
        return {"diameter": across, **through, **collar}

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "An axle {diameter} across through {long}, {past} past it, end play {play}, "
            "collar {collar} across and {collar_thick} thick, lead-in {lead_in}"
        )

    def build_a(self, given: FitInput) -> PartState:
        n = given.read(AxleFields)
        positive(given, diameter="diameter", long="length of the bore")
        not_negative(given, play="end play", lead_in="lead-in", past="length past the bore")
        bore = n.diameter_mm / 2 + given.shares[1]
        tool = led(
            disc(bore), -n.long_mm - 0.5, 0.0, given.frame_a, given.fit, "outside",
            lead_high=n.lead_in_mm, name="bore",
        )  # fmt: skip
        return finished(given, given.a, cut=[tool], bore=2 * bore)

    def build_b(self, given: FitInput) -> PartState:
        n = given.read(AxleFields)
        radius = n.diameter_mm / 2 - given.shares[0]
        if radius <= 0:
            raise BuildError("nothing is left of the axle", remedy="a smaller gap")
        tall = n.play_mm + n.long_mm + n.past_mm
        stands = given.b.body is not None
        pin = led(
            disc(radius), -0.4 if stands else -1e-3, tall, given.frame_b, given.fit, "inside",
            lead_high=min(n.lead_in_mm, radius / 2), name="axle",
        )  # fmt: skip
        add = [pin]
        if not stands:
            if n.collar_mm <= n.diameter_mm or n.collar_thick_mm <= 0:
                raise BuildError(
                    "the collar is no wider than the axle", remedy=f"more than {n.diameter_mm:g} mm"
                )
            add.append(
                raised(disc(n.collar_mm / 2), -n.collar_thick_mm, 0.0, given.frame_b, given.fit,
                       top="collar", bottom="collar end")
            )  # fmt: skip
        places = {"axle end": given.frame_b.lifted(tall)}
        return finished(given, given.b, add=add, places=places, diameter=2 * radius, length=tall)

    def meeting(self, given: FitInput) -> Meeting:
        n, gap = given.read(AxleFields), given.gap_mm
        inner, outer = given.shares
        bore = n.diameter_mm / 2 + outer
        face = opposed(given.frame_a.lifted(n.play_mm))
        errors = given.process.errors
        section = SectionView(
            upright_cut(given.frame_a),
            (-bore - 4.0, -n.long_mm - n.past_mm - 1.0),
            (bore + 4.0, n.play_mm + 3.0),
            (Probe("side", (bore - gap - 0.5, -n.long_mm / 2), (1.0, 0.0)),),
            (("axle", 0.0, -n.long_mm / 3), ("wheel", bore + 2.4, -n.long_mm / 3)),
        )
        return Meeting(
            seated(face, given.frame_b),
            (
                Pair(
                    "side", (given.fit, frozenset({"bore"})), (given.fit, frozenset({"axle"})), gap
                ),
            ),
            section,
            (
                WorkingLine(
                    "axle diameter",
                    f"{n.diameter_mm:.2f} − 2 × {inner:.2f}",
                    n.diameter_mm - 2 * inner,
                ),
                WorkingLine("bore", f"{n.diameter_mm - 2 * inner:.2f} + 2 × {gap:.2f}", 2 * bore),
                WorkingLine(
                    "axle length",
                    f"{n.play_mm:.2f} + {n.long_mm:.2f} + {n.past_mm:.2f}",
                    n.play_mm + n.long_mm + n.past_mm,
                ),
            ),
            (
                WallLeft(
                    "a",
                    "wall round the bore",
                    0.0,
                    (given.fit, frozenset({"bore"})),
                    "diameter",
                    n.diameter_mm,
                    -0.5,
                ),
            ),
            (("good", f"rocks by {2 * gap / n.long_mm * 57.3:.1f}° at most in its bore"),),
            Motion("turn", given.frame_a, 0.0, 360.0, words="turned once round"),
            (
                Stacked(
                    "end play",
                    n.play_mm,
                    (
                        (
                            "length of the axle",
                            n.play_mm + n.long_mm,
                            errors.sigma + errors.outer_sd,
                        ),
                        ("thickness of the wheel", -n.long_mm, errors.sigma + errors.outer_sd),
                    ),
                ),
            ),
            apart=Motion(
                "slide",
                given.frame_a,
                0.0,
                n.play_mm + n.long_mm + n.past_mm + 2.0,
                words="drawn out",
            ),
        )


@dataclass(frozen=True, slots=True)
class BearingSeatFields(Fields):
    """What is set of a bearing seat."""

    number: Literal["608", "623", "624", "625", "626", "6000", "6001", "6002", "6200", "6201"]
    proud_mm: float
    floor_hole_mm: float
    through_mm: float
    lead_in_mm: float


@register
class BearingSeat(FitKind):
    """A bought ball bearing pressed into a pocket, its inner ring clear of the floor."""

    kind = "bearing seat"
    is_round = True
    bears_load = True
    title = "Ball bearing in its seat"
    also = ("bearing", "bearing seat", "608", "ball race")
    roles = ("housing", "bearing")
    inner = "b"
    feel = "press"
    on_a = True
    over_holes = True
    bought_b = True
    fields = (
        Field("number", "choice", "bearing", "608", tuple(BEARINGS)),
        Field("proud", "length", "proud of the face", "0"),
        Field(
            "floor_hole",
            "length",
            "hole under the inner ring",
            "(bearing_bore + bearing_outside) / 2",
        ),
        Field("through", "length", "depth of that hole", "20 mm"),
        Field("lead_in", "length", "lead-in", "0.4 mm"),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "Bearing {number} in a pocket, {proud} proud, hole {floor_hole} under its inner ring "
            "{through} deep, lead-in {lead_in}"
        )

    def sized(self, a: Ground | None, b: Ground | None) -> Mapping[str, float | str]:
        """The usual bearing, or the largest smaller one there is room for, else the smallest."""
        if not a:
            return {}
        room, thick = 2 * (a.radius_mm - SHOULDER_MM), a.thick_mm - FLOOR_MM
        smaller = [n for n, one in BEARINGS.items() if one.outside <= BEARINGS["608"].outside]
        fits = [n for n in smaller if BEARINGS[n].outside <= room and BEARINGS[n].width <= thick]
        size = lambda number: BEARINGS[number].outside  # noqa: E731
        return {"number": max(fits, key=size) if fits else min(smaller, key=size)}

    def names(self, a: PartState, words: Mapping[str, str]) -> dict[str, Quantity]:
        found = hardware.bearing(words.get("number", "608"))
        return {
            "bearing_bore": length(found.bore),
            "bearing_outside": length(found.outside),
            "bearing_width": length(found.width),
        }

    def build_a(self, given: FitInput) -> PartState:
        its = given.read(BearingSeatFields)
        size = hardware.bearing(its.number)
        not_negative(given, proud="height above the face", lead_in="lead-in")
        deep = size.width - its.proud_mm
        if deep <= 0:
            raise BuildError(
                "the bearing does not sit in its pocket",
                remedy=f"proud by less than {size.width:g} mm",
            )
        radius = size.outside / 2 + given.shares[1]
        cut = [
            led(
                disc(radius),
                -deep,
                0.0,
                given.frame_a,
                given.fit,
                "outside",
                lead_high=its.lead_in_mm,
                name="seat",
            )
        ]
        if its.floor_hole_mm > 0:
            if its.floor_hole_mm >= size.outside:
                raise BuildError(
                    "the hole leaves no shoulder for the bearing",
                    remedy=f"less than {size.outside:g} mm",
                )
            cut.append(
                raised(
                    disc(its.floor_hole_mm / 2),
                    -deep - its.through_mm,
                    -deep + 0.2,
                    given.frame_a,
                    given.fit,
                    "outside",
                    top="seat floor",
                    bottom="hole end",
                )
            )
        return finished(given, given.a, cut=cut, seat=2 * radius, depth=deep)

    def build_b(self, given: FitInput) -> PartState:
        its = given.read(BearingSeatFields)
        size = hardware.bearing(its.number)
        outer = size.outside - 2 * given.shares[0]
        body = raised(ring(outer, size.bore), 0.0, size.width, given.frame_b, given.fit)
        return finished(given, given.b, add=[body], width=size.width)

    def meeting(self, given: FitInput) -> Meeting:
        its = given.read(BearingSeatFields)
        size, gap = hardware.bearing(its.number), given.gap_mm
        inner, outer = given.shares
        half, deep = size.outside / 2, size.width - its.proud_mm
        section = SectionView(
            upright_cut(given.frame_a),
            (size.bore / 2 - 2.0, -deep - 3.0),
            (half + 4.0, its.proud_mm + 2.0),
            (Probe("side", (half - 1.0, -deep / 2), (1.0, 0.0)),),
            (
                ("bearing", (half + size.bore / 2) / 2, -deep / 3),
                ("housing", half + 2.4, -deep / 3),
            ),
        )
        rings = (size.outside - size.bore) / 6
        clear = (its.floor_hole_mm - size.bore) / 2 - rings
        cautions: list[tuple[str, str] | tuple[str, str, Cures]] = [
            ("good", f"the floor hole clears the inner ring by {clear:.2f} mm a side")
        ]
        if clear < 0.3:
            hole = math.ceil((size.bore + 2 * rings + 0.6) * 10 - 1e-9) / 10
            cautions = [
                (
                    "warning",
                    "the floor hole does not clear the inner ring: the bearing would rub",
                    (("floor_hole", f"{hole:g} mm", f"a floor hole of {hole:g} mm"),),
                )
            ]
        return Meeting(
            seated(given.frame_a.lifted(-deep), given.frame_b),
            (
                Pair(
                    "side", (given.fit, frozenset({"seat"})), (given.fit, frozenset({"side"})), gap
                ),
            ),
            section,
            (
                WorkingLine(
                    "bearing outside",
                    f"{its.number}, {SOURCES['bearing']}: {size.outside:g} − 2 × {inner:.2f}",
                    size.outside - 2 * inner,
                ),
                WorkingLine(
                    "seat",
                    f"{size.outside - 2 * inner:.2f} + 2 × {gap:.2f}",
                    size.outside + 2 * outer,
                ),
                WorkingLine("pocket depth", f"{size.width:.2f} − {its.proud_mm:.2f}", deep),
            ),
            (WallLeft("a", "wall round the seat", 0.0, (given.fit, frozenset({"seat"}))),),
            tuple(cautions),
            touching=True,
            apart=Motion("slide", given.frame_a, 0.0, deep + 2.0, words="drawn out"),
            to_buy=(Purchase(f"ball bearing {its.number}", SOURCES["bearing"]),),
        )
