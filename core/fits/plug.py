"""Plug in socket: round, hexagonal, square or D; the shank follows its hole, or the hole its
shank.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core.errors import BuildError
from core.fits.pieces import (
    disc,
    finished,
    led,
    not_negative,
    of_the_size,
    opposed,
    positive,
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
    WallLeft,
    WorkingLine,
    register,
)
from core.outlines import Outline, combine_outlines, offset_outline, rectangle, regular_polygon
from core.solids import Prism
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.state import PartState

HEADROOM_MM = 0.4
FLOOR_MM = 1.0  # at least left under a socket: two lines of a usual nozzle
FORMS = ("round", "hexagonal", "square", "D")


@dataclass(frozen=True, slots=True)
class PlugFields(Fields):
    """What is set of a plug."""

    form: Literal["round", "hexagonal", "square", "D"]
    across_mm: float
    depth_mm: float
    headroom_mm: float
    lead_in_mm: float


@register
class Plug(FitKind):
    """A plug that goes straight into a socket."""

    sits = True
    kind = "plug"
    title = "Plug in socket"
    also = ("knob", "handle", "grip", "D-shaft", "shaft", "key", "shank")
    roles = ("socket", "plug")
    inner = "b"
    on_a = True
    on_b = True
    fields = (
        Field("form", "choice", "form", "round", FORMS),
        Field("across", "length", "size across the flats, or diameter", "8 mm"),
        Field("depth", "length", "how deep it goes in", "12 mm"),
        Field("headroom", "length", "headroom at its end", f"{HEADROOM_MM:g} mm"),
        Field("lead_in", "length", "lead-in", "0.6 mm"),
    )

    def sized(self, a: Ground | None, b: Ground | None) -> Mapping[str, float | str]:
        """The socket leaves as much round it as it takes, and a floor."""
        rooms = [one.radius_mm for one in (a, b) if one]
        if not rooms:
            return {}
        across = of_the_size(*rooms, usual=8.0)
        lead = of_the_size(across / 4, usual=0.6, step=0.1)
        if not a or not a.thick_mm:
            return {"across": across, "lead_in": lead}
        floor = HEADROOM_MM + max(FLOOR_MM, a.thick_mm / 4)
        deep = of_the_size(a.thick_mm - floor, usual=12.0, step=0.1)
        return {"across": across, "depth": deep, "lead_in": min(lead, deep)}

    def turns(self, words: Mapping[str, str]) -> bool:
        return words["form"] == "round"

    def sentence(self, words: Mapping[str, str]) -> str:
        return "A {form} plug {across} across, {depth} deep, headroom {headroom}, lead-in {lead_in}"

    def build_a(self, given: FitInput) -> PartState:
        its = given.read(PlugFields)
        _checked(given)
        outline = _socket(given)
        deep = its.depth_mm + its.headroom_mm
        tool = led(
            outline, -deep, 0.0, given.frame_a, given.fit, "outside",
            lead_high=its.lead_in_mm, name="socket side",
        )  # fmt: skip
        places = {"floor": given.frame_a.lifted(-deep)}
        return finished(
            given, given.a, cut=[tool], places=places, within=given.frame_a,
            across=outline.size[0], depth=deep,
        )  # fmt: skip

    def build_b(self, given: FitInput) -> PartState:
        its = given.read(PlugFields)
        outline, depth = _plug(given), its.depth_mm
        root = 0.4 if given.b.body is not None else 0.0
        tool = led(
            outline, -root, depth, given.frame_b, given.fit, "inside",
            lead_high=its.lead_in_mm, name="plug side",
        )  # fmt: skip
        prism = Prism(given.frame_b, outline, 0.0, depth)
        places = {"plug end": given.frame_b.lifted(depth)}
        return finished(
            given,
            given.b,
            add=[tool],
            places=places,
            prism=prism,
            stands=given.frame_b,
            across=outline.size[0],
        )

    def meeting(self, given: FitInput) -> Meeting:
        its = given.read(PlugFields)
        gap = given.gap_mm
        inner, _outer = given.shares
        socket, plug = _socket(given).size[0], _plug(given).size[0]
        half = socket / 2
        hexagonal = its.form == "hexagonal"
        flats = " its flats" if hexagonal else ""
        section = SectionView(
            upright_cut(given.frame_a),
            (-half - 5.0, -its.depth_mm - its.headroom_mm - 2.5),
            (half + 5.0, 3.0),
            (
                Probe("side", (half - gap - 0.5, -its.depth_mm / 2), (1.0, 0.0)),
                Probe("headroom", (0.0, -its.depth_mm / 2), (0.0, -1.0)),
            ),
            (("plug", 0.0, -its.depth_mm / 3), ("socket", half + 3.0, -its.depth_mm / 3)),
        )
        return Meeting(
            seated(opposed(given.frame_a), given.frame_b),
            (
                Pair(
                    "side",
                    (given.fit, frozenset({"socket side"})),
                    (given.fit, frozenset({"plug side"})),
                    gap,
                ),
                Pair(
                    "headroom",
                    (given.fit, frozenset({"bottom"})),
                    (given.fit, frozenset({"top"})),
                    its.headroom_mm,
                ),
            ),
            section,
            (
                WorkingLine(
                    f"plug across{flats}",
                    f"{its.across_mm:.2f} − 2 × {inner:.2f}",
                    its.across_mm - 2 * inner,
                ),
                WorkingLine(
                    f"socket across{flats}",
                    f"{its.across_mm - 2 * inner:.2f} + 2 × {gap:.2f}",
                    its.across_mm - 2 * inner + 2 * gap,
                ),
                *(
                    (
                        WorkingLine("plug across its corners", "2 / √3 × across the flats", plug),
                        WorkingLine(
                            "socket across its corners", "2 / √3 × across the flats", socket
                        ),
                    )
                    if hexagonal
                    else ()
                ),
                WorkingLine(
                    "socket depth",
                    f"{its.depth_mm:.2f} + {its.headroom_mm:.2f}",
                    its.depth_mm + its.headroom_mm,
                ),
            ),
            (
                WallLeft(
                    "a",
                    "wall round the socket",
                    0.0,
                    (given.fit, frozenset({"socket side"})),
                    "across",
                    its.across_mm,
                    -0.5,
                ),
            ),
            _cautions(given),
            Motion("slide", given.frame_a, 0.0, its.depth_mm + 2.0, words="drawn out"),
            touching=True,
        )


def _checked(given: FitInput) -> None:
    its = given.read(PlugFields)
    positive(given, across="size across", depth="depth")
    not_negative(given, headroom="headroom", lead_in="lead-in")
    most = min(its.depth_mm, its.across_mm / 4)
    if its.lead_in_mm > most:
        raise BuildError(
            f"a {its.lead_in_mm:g} mm lead-in does not fit this plug",
            remedy=f"at most {most:.3g} mm",
        )


def _outline(form: str, across: float) -> Outline:
    if across <= 0:
        raise BuildError("nothing is left of the plug", remedy="a larger size, or a smaller gap")
    if form == "round":
        return disc(across / 2)
    if form == "hexagonal":
        return regular_polygon(6, across)
    if form == "square":
        return rectangle(across, across)
    # a D is a circle less a sixth of its diameter
    flat = rectangle(across * 2, across * 2).moved(0.0, across - across / 2 + across / 6)
    return combine_outlines(disc(across / 2), flat, "common")


def _plug(given: FitInput) -> Outline:
    return _shifted(given, -given.shares[0])


def _socket(given: FitInput) -> Outline:
    return _shifted(given, given.shares[1])


def _shifted(given: FitInput, by: float) -> Outline:
    its = given.read(PlugFields)
    outline = _outline(its.form, its.across_mm)
    return offset_outline(outline, by) if by else outline


def _cautions(given: FitInput) -> tuple[tuple[str, str], ...]:
    its = given.read(PlugFields)
    lead, gap = its.lead_in_mm, given.gap_mm
    if lead == 0:
        return (("note", "no lead-in: the sharp edges meet when the plug goes in"),)
    return (("good", f"the two lead-ins pass each other by {2 * lead + gap:.2f} mm a side"),)
