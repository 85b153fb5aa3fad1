"""Axle in its bore: turns freely, with end play; and a ball bearing in its seat."""

from __future__ import annotations

import math
from collections.abc import Mapping

from core import hardware
from core.errors import BuildError
from core.fits.pieces import (
    disc,
    finished,
    led,
    not_negative,
    opposed,
    positive,
    raised,
    seated,
    upright_cut,
)
from core.fits.registry import (
    FitInput,
    FitKind,
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
from core.hardware.tables import BEARINGS, SOURCES
from core.measures.units import Quantity, length
from core.outlines import ring
from core.steps.field import Field
from core.steps.registry import Cures
from core.steps.state import PartState


@register
class Axle(FitKind):
    """A pin that carries a wheel, standing on another part or with a collar of its own."""

    kind = "axle"
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

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "An axle {diameter} across through {long}, {past} past it, end play {play}, "
            "collar {collar} across and {collar_thick} thick, lead-in {lead_in}"
        )

    def build_a(self, given: FitInput) -> PartState:
        n = given.numbers
        positive(given, diameter="diameter", long="length of the bore")
        not_negative(given, play="end play", lead_in="lead-in", past="length past the bore")
        bore = n["diameter"] / 2 + given.shares[1]
        tool = led(
            disc(bore), -n["long"] - 0.5, 0.0, given.frame_a, given.fit, "outside",
            lead_high=n["lead_in"], name="bore",
        )  # fmt: skip
        return finished(given, given.a, cut=[tool], bore=2 * bore)

    def build_b(self, given: FitInput) -> PartState:
        n = given.numbers
        radius = n["diameter"] / 2 - given.shares[0]
        if radius <= 0:
            raise BuildError("nothing is left of the axle", remedy="a smaller gap")
        tall = n["play"] + n["long"] + n["past"]
        stands = given.b.body is not None
        pin = led(
            disc(radius), -0.4 if stands else -1e-3, tall, given.frame_b, given.fit, "inside",
            lead_high=min(n["lead_in"], radius / 2), name="axle",
        )  # fmt: skip
        add = [pin]
        if not stands:
            if n["collar"] <= n["diameter"] or n["collar_thick"] <= 0:
                raise BuildError(
                    "the collar is no wider than the axle", remedy=f"more than {n['diameter']:g} mm"
                )
            add.append(
                raised(disc(n["collar"] / 2), -n["collar_thick"], 0.0, given.frame_b, given.fit,
                       top="collar", bottom="collar end")
            )  # fmt: skip
        places = {"axle end": given.frame_b.lifted(tall)}
        return finished(given, given.b, add=add, places=places, diameter=2 * radius, length=tall)

    def meeting(self, given: FitInput) -> Meeting:
        n, gap = given.numbers, given.gap_mm
        inner, outer = given.shares
        bore = n["diameter"] / 2 + outer
        face = opposed(given.frame_a.lifted(n["play"]))
        errors = given.process.errors
        section = SectionView(
            upright_cut(given.frame_a),
            (-bore - 4.0, -n["long"] - n["past"] - 1.0),
            (bore + 4.0, n["play"] + 3.0),
            (Probe("side", (bore - gap - 0.5, -n["long"] / 2), (1.0, 0.0)),),
            (("axle", 0.0, -n["long"] / 3), ("wheel", bore + 2.4, -n["long"] / 3)),
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
                    f"{n['diameter']:.2f} − 2 × {inner:.2f}",
                    n["diameter"] - 2 * inner,
                ),
                WorkingLine("bore", f"{n['diameter'] - 2 * inner:.2f} + 2 × {gap:.2f}", 2 * bore),
                WorkingLine(
                    "axle length",
                    f"{n['play']:.2f} + {n['long']:.2f} + {n['past']:.2f}",
                    n["play"] + n["long"] + n["past"],
                ),
            ),
            (
                WallLeft(
                    "a",
                    "wall round the bore",
                    0.0,
                    (given.fit, frozenset({"bore"})),
                    "diameter",
                    n["diameter"],
                    -0.5,
                ),
            ),
            (("good", f"rocks by {2 * gap / n['long'] * 57.3:.1f}° at most in its bore"),),
            Motion("turn", given.frame_a, 0.0, 360.0, words="turned once round"),
            (
                Stacked(
                    "end play",
                    n["play"],
                    (
                        (
                            "length of the axle",
                            n["play"] + n["long"],
                            errors.sigma + errors.outer_sd,
                        ),
                        ("thickness of the wheel", -n["long"], errors.sigma + errors.outer_sd),
                    ),
                ),
            ),
            apart=Motion(
                "slide",
                given.frame_a,
                0.0,
                n["play"] + n["long"] + n["past"] + 2.0,
                words="drawn out",
            ),
        )


@register
class BearingSeat(FitKind):
    """A bought ball bearing pressed into a pocket, its inner ring clear of the floor."""

    kind = "bearing seat"
    bears_load = True
    title = "Ball bearing in its seat"
    also = ("bearing", "bearing seat", "608", "ball race")
    roles = ("housing", "bearing")
    inner = "b"
    feel = "press"
    on_a = True
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

    def names(self, a: PartState, words: Mapping[str, str]) -> dict[str, Quantity]:
        found = hardware.bearing(words.get("number", "608"))
        return {
            "bearing_bore": length(found.bore),
            "bearing_outside": length(found.outside),
            "bearing_width": length(found.width),
        }

    def build_a(self, given: FitInput) -> PartState:
        size, n = hardware.bearing(given.words["number"]), given.numbers
        not_negative(given, proud="height above the face", lead_in="lead-in")
        deep = size.width - n["proud"]
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
                lead_high=n["lead_in"],
                name="seat",
            )
        ]
        if n["floor_hole"] > 0:
            if n["floor_hole"] >= size.outside:
                raise BuildError(
                    "the hole leaves no shoulder for the bearing",
                    remedy=f"less than {size.outside:g} mm",
                )
            cut.append(
                raised(
                    disc(n["floor_hole"] / 2),
                    -deep - n["through"],
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
        size = hardware.bearing(given.words["number"])
        outer = size.outside - 2 * given.shares[0]
        body = raised(ring(outer, size.bore), 0.0, size.width, given.frame_b, given.fit)
        return finished(given, given.b, add=[body], width=size.width)

    def meeting(self, given: FitInput) -> Meeting:
        size, gap = hardware.bearing(given.words["number"]), given.gap_mm
        inner, outer = given.shares
        half, deep = size.outside / 2, size.width - given.numbers["proud"]
        section = SectionView(
            upright_cut(given.frame_a),
            (size.bore / 2 - 2.0, -deep - 3.0),
            (half + 4.0, given.numbers["proud"] + 2.0),
            (Probe("side", (half - 1.0, -deep / 2), (1.0, 0.0)),),
            (
                ("bearing", (half + size.bore / 2) / 2, -deep / 3),
                ("housing", half + 2.4, -deep / 3),
            ),
        )
        rings = (size.outside - size.bore) / 6
        clear = (given.numbers["floor_hole"] - size.bore) / 2 - rings
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
                    f"{given.words['number']}, {SOURCES['bearing']}: {size.outside:g} − 2 ×"
                    f" {inner:.2f}",
                    size.outside - 2 * inner,
                ),
                WorkingLine(
                    "seat",
                    f"{size.outside - 2 * inner:.2f} + 2 × {gap:.2f}",
                    size.outside + 2 * outer,
                ),
                WorkingLine(
                    "pocket depth", f"{size.width:.2f} − {given.numbers['proud']:.2f}", deep
                ),
            ),
            (WallLeft("a", "wall round the seat", 0.0, (given.fit, frozenset({"seat"}))),),
            tuple(cautions),
            touching=True,
            apart=Motion("slide", given.frame_a, 0.0, deep + 2.0, words="drawn out"),
        )
