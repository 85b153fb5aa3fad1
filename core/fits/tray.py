"""Tray on a ledge, or one box in another: the tray from the opening less its gaps."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core.errors import BuildError
from core.fits.pieces import finished, led, not_negative, positive
from core.fits.registry import (
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
from core.fits.slip_lid_told import cut_at_widest
from core.measures.units import Quantity, length
from core.outlines import offset_outline, try_offset
from core.solids import Frame, Prism, prism_body
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.state import Feature, Mouth, PartState


@dataclass(frozen=True, slots=True)
class TrayFields(Fields):
    """What is set of a tray."""

    below_mm: float
    wall_mm: float
    floor_mm: float
    lead_in_mm: float
    solid: Literal["hollow", "as a plate"]
    rim: str


@register
class Tray(FitKind):
    """A tray that lies in the opening of a box, on its ledge or its floor."""

    sits = True
    kind = "tray"
    title = "Tray on a ledge"
    also = ("tray", "insert tray", "nested", "box in box", "drawer tray")
    roles = ("box", "tray")
    inner = "b"
    feel = "free"
    fields = (
        Field("below", "length", "below the rim", "0.4 mm"),
        Field("wall", "length", "wall", "1.6 mm", when=(("solid", ("hollow",)),)),
        Field("floor", "length", "floor", "1.2 mm", when=(("solid", ("hollow",)),)),
        Field("lead_in", "length", "bevel underneath", "0.6 mm"),
        Field("solid", "choice", "made", "hollow", ("hollow", "as a plate")),
        Field(
            "rim",
            "step",
            "lies in the rim of",
            "",
            among="rim",
            empty="the latest rim",
            clause=", in the rim of {rim}",
        ),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = TrayFields.typed(words)
        hollow = ", wall {wall}, floor {floor}" if its.solid == "hollow" else ""
        return (
            "A tray made {solid}, {below} below the rim"
            + hollow
            + ", bevelled {lead_in} underneath"
        )

    def names(self, a: PartState, words: Mapping[str, str]) -> dict[str, Quantity]:
        _, mouth = a.mouth(words.get("rim", ""))
        return {"ledge_depth": length(mouth.depth), "opening": length(mouth.inner.size[0])}

    def build_a(self, given: FitInput) -> PartState:
        its = given.read(TrayFields)
        _, mouth = given.a.mouth(its.rim)
        outer = given.shares[1]
        if outer >= mouth.wall:
            raise BuildError(
                "the gap leaves no wall of the box", remedy=f"less than {mouth.wall:.2f} mm"
            )
        cut = []
        if outer > 0:
            wider = offset_outline(mouth.inner, outer)
            cut = [
                led(
                    wider, -mouth.depth, 0.5, mouth.frame, given.fit, "outside", name="opening side"
                )
            ]
        return finished(given, given.a, cut=cut)

    def build_b(self, given: FitInput) -> PartState:
        its = given.read(TrayFields)
        _, mouth = given.a.mouth(its.rim)
        not_negative(given, below="distance below the rim", lead_in="bevel")
        tall = mouth.depth - its.below_mm
        if tall <= its.lead_in_mm:
            raise BuildError(
                f"nothing is left of the tray: ledge {mouth.depth:.2f} − {its.below_mm:.2f} mm",
                remedy="a deeper ledge",
            )
        outline = offset_outline(mouth.inner, -given.shares[0])
        body = led(
            outline,
            0.0,
            tall,
            Frame(),
            given.fit,
            "inside",
            lead_low=its.lead_in_mm,
            name="tray side",
        )
        inner_mouth = None
        cut = []
        if its.solid == "hollow":
            positive(given, wall="wall", floor="floor")
            inner = try_offset(outline, -its.wall_mm)
            if inner is None or its.floor_mm >= tall:
                raise BuildError("no hollow is left in the tray", remedy="a thinner wall or floor")
            cut = [prism_body(Prism(Frame(), inner, its.floor_mm, tall + 1.0), given.fit, "outside",
                              bottom="tray floor", top="rim")]  # fmt: skip
            inner_mouth = Mouth(
                Frame().lifted(tall), outline, inner, its.wall_mm, tall - its.floor_mm, tall,
                (given.fit, frozenset({"tray side"})),
            )  # fmt: skip
        made = finished(given, given.b, add=[body], width=outline.size[0], height=tall)
        if cut:
            made = finished(given, made, cut=cut, width=outline.size[0], height=tall)
        feature = Feature(
            given.fit,
            {"top": Frame().lifted(tall)},
            made.features[given.fit].quantities,
            Prism(Frame(), outline, 0.0, tall),
            inner_mouth,
        )
        assert made.body is not None
        return given.b.made(made.body, feature)

    def meeting(self, given: FitInput) -> Meeting:
        its = given.read(TrayFields)
        owner, mouth = given.a.mouth(its.rim)
        gap = given.gap_mm
        seat = mouth.frame.lifted(-mouth.depth)
        plane, _half = cut_at_widest(mouth)
        opening = mouth.inner.size[0] + 2 * given.shares[1]
        sides = (
            (given.fit, frozenset({"opening side"}))
            if given.shares[1] > 0
            else (owner.step, frozenset(mouth.inner.names()))
        )
        wall = mouth.wall
        section = SectionView(
            plane,
            (-wall - 7.0, -mouth.depth - 2.5),
            (1.5, 2.0),
            (Probe("side", (-wall - gap - 0.6, -mouth.depth / 2), (1.0, 0.0)),),
            (
                ("box", -wall / 2, -mouth.depth / 2 - 1.2),
                ("tray", -wall - 3.0, -mouth.depth / 2 - 1.2),
            ),
        )
        return Meeting(
            seat,
            (Pair("side", sides, (given.fit, frozenset({"tray side"})), gap),),
            section,
            (
                WorkingLine("tray across", f"{opening:.2f} − 2 × {gap:.2f}", opening - 2 * gap),
                WorkingLine(
                    "tray height",
                    f"{mouth.depth:.2f} − {its.below_mm:.2f}",
                    mouth.depth - its.below_mm,
                ),
            ),
            (
                WallLeft(
                    "b",
                    "tray wall",
                    its.wall_mm,
                    (given.fit, frozenset({"tray side"})),
                    "wall",
                    its.wall_mm,
                    1.0,
                ),
            )
            if its.solid == "hollow"
            else (),
            (("note", "nothing to lift it by: cut a finger dip, or leave it proud of the rim"),)
            if its.below_mm >= 0
            else (),
            Motion("slide", seat, 0.0, mouth.depth + 2.0, words="lifted out"),
            touching=True,
        )
