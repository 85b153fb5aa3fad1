"""Snap clip: an arm with a hook that bends in past a catch and springs back behind it."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core.errors import BuildError
from core.fits.clip_strength import FACTOR, bend, thickness_for
from core.fits.pieces import (
    ROOM_MM,
    ROOT_MM,
    box,
    finished,
    not_negative,
    opposed,
    positive,
    raised,
    seated,
)
from core.fits.registry import (
    Begun,
    Bends,
    FitInput,
    FitKind,
    Meeting,
    Pair,
    Probe,
    SectionView,
    WallLeft,
    WorkingLine,
    register,
)
from core.outlines import Outline
from core.outlines.loop import polygon_loop
from core.solids import Body, Frame
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.state import Mouth, PartState

LEAST_ARM_MM = 1.0  # of an arm that is begun: two lines and a little
AGAIN = 0.6  # of the strain borne once may come again and again (common practice, no source)
ACROSS_LAYERS = 0.5  # of the strain, where layers run across the bend: common practice, no source
UPRIGHT = 0.7  # cosine of the lean beyond which an arm counts as standing
FLAT_MM = 0.6  # flat on the hook between its catch and its ramp


@dataclass(frozen=True, slots=True)
class ClipFields(Fields):
    """What is set of a clip."""

    long_mm: float
    thick_mm: float
    width_mm: float
    undercut_mm: float
    entry_deg: float
    back_deg: float
    taper: Literal["constant", "halved at the tip"]


@register
class Clip(FitKind):
    """A cantilever clip in a slot."""

    kind = "clip"
    bears_load = True
    title = "Snap clip"
    also = ("clip", "snap", "snap fit", "cantilever", "hook", "catch", "latch")
    roles = ("catch", "clip")
    inner = "b"
    on_a = True
    on_b = True
    makes_b = False
    fields = (
        Field("long", "length", "arm, root to catch", "14 mm"),
        Field("thick", "length", "thickness of the arm", "1.8 mm"),
        Field("width", "length", "width of the arm", "8 mm"),
        Field("undercut", "length", "undercut", "1 mm"),
        Field("entry", "angle", "entry ramp", "30 deg"),
        Field("back", "angle", "return ramp", "90 deg"),
        Field("taper", "choice", "thickness", "constant", tuple(FACTOR)),
    )

    def begins(self, a: PartState, b: PartState | None) -> Begun | None:
        """On two boxes rim to rim: at the front, the arm just inside the wall that takes its
        hook.
        """
        if b is None:
            return None
        try:
            (here, mouth), (there, other) = a.mouth(), b.mouth()
        except BuildError:
            return None
        deep = min(mouth.depth, other.depth)
        arm = max(deep / 12, LEAST_ARM_MM)
        low, _, high, _ = mouth.inner.bounds

        def at(rim: Mouth) -> dict[str, float]:
            return {"y": rim.inner.bounds[1] + arm / 2, "turn": 180.0}

        fields: dict[str, float | str] = {
            "long": round(0.75 * deep, 1),
            "thick": round(arm, 2),
            "width": round(min((high - low) / 9, 9.0), 1),
            "undercut": round(0.3 + deep / 60, 2),
            "back": "45 deg",
        }
        return Begun(f"{here.step}.rim", f"{there.step}.rim", at(mouth), at(other), fields)

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "An arm {long} long, {thick} thick ({taper}) and {width} wide, undercut {undercut}, "
            "entry ramp {entry}, return ramp {back}"
        )

    def build_a(self, given: FitInput) -> PartState:
        _checked(given)
        n, gap = given.read(ClipFields), given.gap_mm
        low, high = -n.thick_mm / 2 - n.undercut_mm - gap, n.thick_mm / 2 + gap
        wide = n.width_mm + 2 * gap
        slot = box(wide, high - low, 0.0, (low + high) / 2)
        hook = _hook_length(given)
        frame = given.frame_a
        # the arm's own y runs the other way once its face lies on this one: mirror nothing, both
        # look up
        cut = [
            raised(
                slot,
                -n.long_mm - 0.5,
                ROOM_MM,
                frame,
                given.fit,
                "outside",
                bottom="slot end",
                top="mouth",
            ),
            _recess(given, low, high, n.long_mm + 2 * gap + hook),
        ]
        return finished(given, given.a, cut=cut, slot=high - low)

    def build_b(self, given: FitInput) -> PartState:
        return finished(given, given.b, add=[_arm(given)], stands=given.frame_b)

    def meeting(self, given: FitInput) -> Meeting:
        its = given.read(ClipFields)
        gap = given.gap_mm
        stuff = given.process.stuff(given.material_b)
        y = its.undercut_mm - gap
        bent = bend(
            y,
            its.long_mm,
            its.width_mm,
            its.thick_mm,
            stuff.modulus_mpa,
            its.taper,
            its.entry_deg,
            its.back_deg,
        )
        # the layers of an arm that is printed standing run across the bend
        along = abs(sum(u * v for u, v in zip(given.up_b, given.frame_b.z_axis, strict=True)))
        share = ACROSS_LAYERS if along > UPRIGHT else 1.0
        once = stuff.strain_once_percent
        limit = None if once is None else once * share
        cures: list[tuple[str, str, str]] = []
        if limit is not None:
            bears = thickness_for(y, its.long_mm, limit * AGAIN / 100, its.taper)
            thin = math.floor(bears * 20) / 20
            strain = FACTOR[its.taper] * limit * AGAIN / 100
            long = math.ceil(math.sqrt(y * its.thick_mm / strain) * 2) / 2
            cures.append(("long", f"{long:g} mm", f"an arm {long:g} mm long"))
            if thin >= 2 * given.process.line_mm:
                cures.append(("thick", f"{thin:g} mm", f"an arm {thin:g} mm thick"))
        cautions: list[tuple[str, str]] = []
        cautions.append(
            (
                "note",
                (
                    "a clip is no rated fastener: where its failure could hurt someone, ask a"
                    " qualified person"
                ),
            )
        )
        if share < 1:
            cautions.append(
                (
                    "note",
                    (
                        "the arm stands upright as it is printed: its layers run across the bend,"
                        " and half the strain is allowed there (common practice, no source)"
                    ),
                )
            )
        out = "holds until it breaks" if math.isinf(bent.pull_out_n) else f"{bent.pull_out_n:.0f} N"
        frame = given.frame_a
        section = SectionView(
            Frame(frame.origin, frame.y_axis, frame.x_axis),
            (-its.thick_mm / 2 - its.undercut_mm - 2.5, -its.long_mm - _hook_length(given) - 2.0),
            (its.thick_mm / 2 + its.undercut_mm + 3.0, 2.5),
            (
                Probe("side", (its.thick_mm / 2 - 0.3, -its.long_mm / 2), (1.0, 0.0)),
                Probe(
                    "headroom",
                    (its.thick_mm / 2 + its.undercut_mm - 0.2, -its.long_mm - gap - 0.2),
                    (0.0, 1.0),
                ),
            ),
            (
                ("arm", 0.0, -its.long_mm / 2),
                ("catch", its.thick_mm / 2 + its.undercut_mm + 1.0, -its.long_mm / 2),
            ),
        )
        fit = given.fit
        return Meeting(
            seated(_onto(frame), given.frame_b),
            (
                Pair("side", (fit, frozenset({"back"})), (fit, frozenset({"arm front"})), gap),
                Pair("catch", (fit, frozenset({"catch"})), (fit, frozenset({"hook"})), gap),
                Pair(
                    "edges",
                    (fit, frozenset({"left", "right"})),
                    (fit, frozenset({"arm edge"})),
                    gap,
                ),
            ),
            section,
            (
                WorkingLine("bends by", f"{its.undercut_mm:.2f} − {gap:.2f}", y),
                WorkingLine(
                    "strain",
                    f"{y:.2f} × {its.thick_mm:.2f} / ({FACTOR[its.taper]:g} × {its.long_mm:.2f}²)",
                    bent.strain * 100,
                    "%",
                ),
                WorkingLine(
                    "force to bend it",
                    f"{its.width_mm:.1f} × {its.thick_mm:.2f}² / 6 × {stuff.modulus_mpa:g} × ε /"
                    f" {its.long_mm:.1f}",
                    bent.deflection_n,
                    "N",
                ),
                WorkingLine(
                    "push in",
                    f"P × (0.5 + tan {its.entry_deg:g}°) / (1 − 0.5 × tan {its.entry_deg:g}°)",
                    bent.push_in_n,
                    "N",
                ),
                WorkingLine(
                    f"pull out: {out}",
                    f"return ramp {its.back_deg:g}°",
                    0.0 if math.isinf(bent.pull_out_n) else bent.pull_out_n,
                    "N",
                ),
            ),
            (
                WallLeft(
                    "a",
                    "wall of the catch",
                    0.0,
                    (fit, frozenset({"back"})),
                    "thick",
                    its.thick_mm,
                    -0.5,
                ),
            ),
            tuple(cautions),
            touching=True,
            bends=Bends(
                "the arm",
                bent.strain,
                bent.deflection_n,
                limit,
                stuff.name,
                tuple(cures),
                AGAIN,
                "across its layers" if share < 1 else "",
            ),
        )


def _onto(frame: Frame) -> Frame:
    """The place the clip's face takes against the catch's: turned over about its right, y
    kept up.
    """
    return opposed(frame)


def _checked(given: FitInput) -> None:
    positive(given, long="arm", thick="thickness", width="width", undercut="undercut")
    not_negative(given, entry="entry ramp")
    n = given.read(ClipFields)
    if not 5 <= n.entry_deg <= 75:
        raise BuildError(
            f"an entry ramp of {n.entry_deg:g}°", remedy="between 5° and 75°; 30° is usual"
        )
    if not 20 <= n.back_deg <= 90:
        raise BuildError(f"a return ramp of {n.back_deg:g}°", remedy="between 20° and 90°")
    if n.undercut_mm <= given.gap_mm:
        raise BuildError(
            f"the undercut of {n.undercut_mm:g} mm is no more than the gap: nothing would hold",
            remedy=f"more than {given.gap_mm:g} mm",
        )
    if n.long_mm < 3 * n.thick_mm:
        raise BuildError(
            f"an arm {n.long_mm:g} mm long and {n.thick_mm:g} mm thick is too stubby to bend",
            remedy=f"at least {3 * n.thick_mm:g} mm long",
        )


def _hook_length(given: FitInput) -> float:
    n = given.read(ClipFields)
    back = _return(n)
    return back + FLAT_MM + n.undercut_mm / math.tan(math.radians(n.entry_deg))


def _recess(given: FitInput, low: float, high: float, end: float) -> Body:
    """What the hook goes into: its catch leans as the hook's return ramp does, a gap away."""
    n, f = given.read(ClipFields), given.frame_a
    deep, lean = high + n.undercut_mm, _return(n)
    points = [
        (low, -end),
        (deep, -end),
        (deep, -n.long_mm - lean),
        (high, -n.long_mm),
        (low, -n.long_mm),
    ]
    names = ["slot floor", "recess", "catch", "mouth", "slot back"]
    if lean < 1e-9:
        points, names = [*points[:3], points[4]], ["slot floor", "recess", "catch", "slot back"]
    side = Frame(f.origin, f.y_axis, f.x_axis)
    half = n.width_mm / 2 + given.gap_mm
    return raised(
        Outline(polygon_loop(points, names)), -half, half, side, given.fit, "outside",
        bottom="recess side", top="recess side",
    )  # fmt: skip


def _return(n: ClipFields) -> float:
    """How far along the arm its return ramp leans over the undercut, mm."""
    return n.undercut_mm / math.tan(math.radians(n.back_deg)) if n.back_deg < 90 else 0.0


def _arm(given: FitInput) -> Body:
    """The arm with its hook, drawn in its own side view and raised to its width."""
    its = given.read(ClipFields)
    gap = given.gap_mm
    # a leaning return ramp meets the catch at its edge: so far on that the gap stands square to it
    lean = math.radians(90 - its.back_deg)
    half = its.thick_mm / 2
    catch = its.long_mm + gap * (1 - math.sin(lean)) / math.cos(lean)
    back = its.undercut_mm / math.tan(math.radians(its.back_deg)) if its.back_deg < 90 else 0.0
    end = catch + _hook_length(given)
    thin = half - its.thick_mm / 2 if its.taper != "constant" else -half
    # x across the arm towards its hook, y along it
    points = [
        (-half, -ROOT_MM), (half, -ROOT_MM), (half, catch), (half + its.undercut_mm, catch + back),
        (half + its.undercut_mm, catch + back + FLAT_MM), (half, end), (thin, end),
    ]  # fmt: skip
    names = ["root", "arm front", "hook", "hook side", "ramp", "arm end", "arm back"]
    f = given.frame_b
    # the view's x is the face's up, its y the way out; raised along the face's right
    side = Frame(f.origin, f.y_axis, f.x_axis)
    wide = its.width_mm / 2
    return raised(
        Outline(polygon_loop(points, names)),
        -wide,
        wide,
        side,
        given.fit,
        bottom="arm edge",
        top="arm edge",
    )
