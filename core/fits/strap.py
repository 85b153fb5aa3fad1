"""Strap clamp: a slot for a belt or strap, and a screw that reaches it; both keep their places."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core import hardware
from core.errors import BuildError
from core.fits.pieces import box, disc, finished, of_the_size, positive, raised, seated
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
from core.hardware.inch_tables import INSTEAD_OF
from core.hardware.purchase import Purchase
from core.hardware.tables import CLEARANCE, ScrewSize
from core.solids import Frame
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.hole import teardrop
from core.steps.state import PartState
from core.threads import read_thread

LEAST_TURNS = 3.0
THICK_MM = 2.0
WALL_MM = 2.0  # at least left beside a slot
# printed with the strap's face up the screw's hole lies level: pointed it needs no support
FORMS = ("round", "pointed towards the face")


@dataclass(frozen=True, slots=True)
class StrapClampFields(Fields):
    """What is set of a strap clamp."""

    wide_mm: float
    thick_mm: float
    through_mm: float
    under_mm: float
    screw: ScrewSize
    cover_mm: float
    form: Literal["round", "pointed towards the face"]


@register
class StrapClamp(FitKind):
    """A strap through a block, clamped by a screw from above."""

    kind = "strap clamp"
    bears_load = True
    title = "Belt or strap clamp"
    also = ("belt", "strap", "webbing", "clamp")
    roles = ("block", "strap")
    inner = "b"
    feel = "free"
    on_a = True
    bought_b = True
    fields = (
        Field("wide", "length", "width of the strap", "15 mm"),
        Field("thick", "length", "thickness of the strap", f"{THICK_MM:g} mm"),
        Field("through", "length", "length of the slot", "20 mm"),
        Field("under", "length", "slot under the top of the face", "0"),
        Field("screw", "choice", "clamp screw", "M4", tuple(CLEARANCE), by_inch=INSTEAD_OF),
        Field("cover", "length", "screw's way to the slot", "8 mm"),
        Field(
            "form",
            "choice",
            "hole of the screw",
            "round",
            FORMS,
            clause=", its hole {form}",
        ),
    )

    def sized(self, a: Ground | None, b: Ground | None) -> Mapping[str, float | str]:
        """Through the block as it is, its screw from the outside; a strap that leaves a wall."""
        if not a:
            return {}
        through = {"through": a.thick_mm} if a.thick_mm else {}
        return {
            "wide": of_the_size(a.wide_mm / 2, 2 * a.radius_mm - 2 * WALL_MM, usual=15.0),
            **through,
            "cover": max((a.tall_mm - THICK_MM) / 2, 1.0),
        }

    def sentence(self, words: Mapping[str, str]) -> str:
        article = hardware.a_screw(words["screw"]).split()[0]
        return (
            "A slot for a strap {wide} × {thick}, {through} through, {under} above the middle of"
            f" the face, and {article} {{screw}} screw tapped {{cover}} down to it"
        )

    def build_a(self, given: FitInput) -> PartState:
        its = given.read(StrapClampFields)
        positive(given, wide="width", thick="thickness", through="length", cover="way")
        f = given.frame_a
        outer = given.shares[1]
        tall = its.thick_mm + 2 * outer
        slot = raised(
            box(its.wide_mm + 2 * outer, tall, 0.0, its.under_mm),
            -its.through_mm - 0.5,
            0.5,
            f,
            given.fit,
            "outside",
            top="mouth",
            bottom="mouth",
        )
        drill = hardware.tap_drill(its.screw) / 2
        if 2 * drill > its.wide_mm:
            raise BuildError("the screw is wider than the strap", remedy="a thinner screw")
        foot = f.point(0.0, its.under_mm + tall / 2, -its.through_mm / 2)
        # its own up is the face's out
        x = f.x_axis
        axis = Frame(foot, (-x[0], -x[1], -x[2]), f.y_axis)
        pointed = its.form == FORMS[1]
        screw = raised(
            teardrop(2 * drill) if pointed else disc(drill),
            -0.3,
            its.cover_mm + 0.5,
            axis,
            given.fit,
            "outside",
            top="screw mouth",
            bottom="screw end",
        )
        return finished(given, given.a, cut=[slot, screw], within=f, slot=tall, screw=2 * drill)

    def build_b(self, given: FitInput) -> PartState:
        n, inner = given.read(StrapClampFields), given.shares[0]
        strap = raised(
            box(n.wide_mm - 2 * inner, n.thick_mm - 2 * inner),
            -n.through_mm - 8.0,
            8.0,
            given.frame_b,
            given.fit,
            top="strap end",
            bottom="strap end",
        )
        return finished(given, given.b, add=[strap])

    def meeting(self, given: FitInput) -> Meeting:
        its, gap, f = given.read(StrapClampFields), given.gap_mm, given.frame_a
        outer = given.shares[1]
        middle = f.shifted(0.0, its.under_mm)
        fit = given.fit
        sides = frozenset({"front", "right", "back", "left"})
        level = Frame(middle.point(0.0, 0.0, -its.through_mm / 2), f.x_axis, f.z_axis)
        half = its.wide_mm / 2
        section = SectionView(
            Frame(level.origin, f.x_axis, f.z_axis),
            (-half - 4.0, -its.thick_mm / 2 - 4.0),
            (half + 4.0, its.thick_mm / 2 + min(its.cover_mm, 8.0) + 2.0),
            (
                Probe("side", (half - gap - 0.6, 0.0), (1.0, 0.0)),
                Probe("headroom", (half * 0.7, 0.0), (0.0, 1.0)),
            ),
            (("strap", 0.0, 0.0), ("block", half + 2.2, 0.0)),
        )
        pitch = read_thread(its.screw).pitch
        turns = its.cover_mm / pitch
        return Meeting(
            seated(middle, given.frame_b),
            (Pair("all round", (fit, sides), (fit, sides), gap),),
            section,
            (
                WorkingLine(
                    "slot wide", f"{its.wide_mm:.2f} + 2 × {outer:.2f}", its.wide_mm + 2 * outer
                ),
                WorkingLine(
                    "slot high", f"{its.thick_mm:.2f} + 2 × {outer:.2f}", its.thick_mm + 2 * outer
                ),
                WorkingLine(
                    "hole for the screw",
                    f"{its.screw}, d − P",
                    hardware.tap_drill(its.screw),
                ),
            ),
            (WallLeft("a", "wall round the slot", 0.0, (fit, sides), "wide", its.wide_mm, -0.5),),
            (
                (
                    "good" if turns >= LEAST_TURNS else "warning",
                    f"the {its.screw} screw has {turns:.1f} turns of thread before it "
                    f"reaches the slot, {its.cover_mm:.1f} mm at a pitch of {pitch:g}"
                    + (
                        ""
                        if turns >= LEAST_TURNS
                        else f"; {LEAST_TURNS:g} hold it (common practice, no source)"
                    ),
                    (
                        ()
                        if turns >= LEAST_TURNS
                        else (
                            (
                                "cover",
                                f"{LEAST_TURNS * pitch:g} mm",
                                f"{LEAST_TURNS * pitch:g} mm of way to the slot",
                            ),
                        )
                    ),
                ),
            ),
            Motion("slide", f, 0.0, its.through_mm, words="drawn through"),
            to_buy=(
                Purchase(f"strap {its.wide_mm:g} mm × {its.thick_mm:g} mm", ""),
                Purchase(f"screw {its.screw}, longer than {its.cover_mm:g} mm", ""),
            ),
        )
