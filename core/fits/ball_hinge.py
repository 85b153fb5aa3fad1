"""Ball-and-dimple hinge: two balls on springing arms in two dimples at the ends of a barrel."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core.errors import BuildError
from core.fits.clip_strength import FACTOR, bend
from core.fits.pieces import (
    ROOT_MM,
    TURN,
    box,
    disc,
    finished,
    of_the_size,
    opposed,
    positive,
    raised,
    seated,
)
from core.fits.registry import (
    Bends,
    FitInput,
    FitKind,
    Ground,
    Meeting,
    Motion,
    Pair,
    Probe,
    SectionView,
    WorkingLine,
    register,
)
from core.outlines import Outline
from core.outlines.curves import Arc, Line
from core.outlines.loop import Loop, polygon_loop
from core.solids import Body, Frame
from core.solids.turned import turned_body
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import Start
from core.steps.state import PartState

# printed lying: a flat with sides at 45° under the barrel and the arms' ends needs no support
UNDER = ("round", "flat with sides at 45°")
SHARE = 0.9  # of a face's width that barrel and arms take at most
ARM_MM = 2.0
BESIDE_MM = 0.5  # room for the gap beside an arm


@dataclass(frozen=True, slots=True)
class BallHingeFields(Fields):
    """What is set of a ball hinge."""

    long_mm: float
    barrel_mm: float
    ball_mm: float
    deep_mm: float
    arm_mm: float
    up_mm: float
    turn_deg: float
    reach_mm: float
    under: Literal["round", "flat with sides at 45°"]


@register
class BallHinge(FitKind):
    """A lid whose arms spread over a barrel until their balls drop into its dimples."""

    kind = "ball hinge"
    title = "Ball-and-dimple hinge"
    also = ("ball hinge", "snap hinge", "barrel", "dimple")
    roles = ("barrel", "arms")
    feel = "snug"
    on_a = True
    on_b = True
    makes_b = False
    # arms as long and thin as usual plastics bear to be sprung over the barrel
    starts = (Start(title, also, {"reach": "16 mm", "arm": f"{ARM_MM:g} mm"}),)
    fields = (
        Field("long", "length", "length of the barrel", "30 mm"),
        Field("barrel", "length", "barrel diameter", "8 mm"),
        Field("ball", "length", "ball radius", "2 mm"),
        Field("deep", "length", "how far a ball reaches into its dimple", "1 mm"),
        Field("arm", "length", "thickness of an arm", "3 mm"),
        Field("up", "length", "axis above the middle of the face", "0"),
        TURN,
        Field(
            "reach",
            "length",
            "length of the arms, face to axis",
            "0",
            least=0,
            clause=", the arms {reach} long from their face to the axis",
        ),
        Field("under", "choice", "underside", UNDER[0], UNDER, clause=", its underside {under}"),
    )

    def sized(self, a: Ground | None, b: Ground | None) -> Mapping[str, float | str]:
        """As long as the narrower face carries, the arms beside it included."""
        if not (a and b):
            return {}
        arms = 2 * (ARM_MM + BESIDE_MM)
        return {"long": of_the_size(SHARE * min(a.wide_mm, b.wide_mm) - arms, usual=30.0)}

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "A barrel {long} long and {barrel} across, balls of radius {ball} reaching {deep} into"
            " it, arms {arm} thick, its axis {up} above the middle of the face"
        )

    def build_a(self, given: FitInput) -> PartState:
        _checked(given)
        n = given.read(BallHingeFields)
        half, radius = n.long_mm / 2, n.barrel_mm / 2
        axis = _axis(given, given.frame_a, radius)
        side_name = "barrel end"
        reach = radius + ROOT_MM
        add = [
            *(
                raised(one, -half, half, axis, given.fit, top=side_name, bottom=side_name)
                for one in _round(given, radius)
            ),
            raised(
                box(radius, reach, -radius / 2, -reach / 2),
                -half,
                half,
                axis,
                given.fit,
                top=side_name,
                bottom=side_name,
            ),
        ]
        cut = [_ball(given, axis, way, n.ball_mm + given.gap_mm, "outside") for way in (1.0, -1.0)]
        made = finished(given, given.a, add=add, stands=given.frame_a)
        return finished(
            given, PartState(made.part, made.body, given.a.features, made.key), cut=cut, axis=radius
        )

    def build_b(self, given: FitInput) -> PartState:
        n, gap = given.read(BallHingeFields), given.gap_mm
        half, radius = n.long_mm / 2 + gap, n.barrel_mm / 2
        axis = _axis(given, given.frame_b, _edge(given))
        add = []
        edge = _edge(given)
        for way in (1.0, -1.0):
            low, high = sorted((way * half, way * (half + n.arm_mm)))
            side_name = "arm side"
            web = box(2 * radius, edge + ROOT_MM, 0.0, -(edge + ROOT_MM) / 2)
            add.append(raised(web, low, high, axis, given.fit, top=side_name, bottom=side_name))
            add += [
                raised(one, low, high, axis, given.fit, top=side_name, bottom=side_name)
                for one in _round(given, radius)
            ]
            add.append(_ball(given, axis, way, n.ball_mm, "inside"))
        return finished(given, given.b, add=add, stands=given.frame_b, axis=edge)

    def meeting(self, given: FitInput) -> Meeting:
        n, gap, f = given.read(BallHingeFields), given.gap_mm, given.frame_a
        radius, up, edge = n.barrel_mm / 2, n.up_mm, _edge(given)
        target = opposed(f.lifted(radius + edge))
        axis = Frame(f.point(0.0, up, radius), f.y_axis, tuple(-v for v in f.x_axis))  # type: ignore[arg-type]
        stuff = given.process.stuff(given.material_b)
        spread = n.deep_mm
        # the ball pushes at the axis, and the arm bends from the face that carries it
        bent = bend(spread, edge, 2 * radius, n.arm_mm, stuff.modulus_mpa, "constant", 45, 45)
        limit = stuff.strain_once_percent
        cures: list[tuple[str, str, str]] = []
        if limit is not None:
            long = math.sqrt(spread * n.arm_mm / (FACTOR["constant"] * limit / 100))
            long = math.ceil(long * 2) / 2
            cures.append(("reach", f"{long:g} mm", f"arms {long:g} mm long"))
        cautions = [
            (
                "note",
                (
                    "pinch and hinge line: ISO 8124-1, EN 71-1 and ASTM F963 bound the gaps of toy"
                    " hinges; ask a qualified person"
                ),
            )
        ]
        end = n.long_mm / 2
        fit = given.fit
        section = SectionView(
            Frame(f.point(end, up, radius), f.x_axis, f.z_axis),
            (-n.deep_mm - 3.0, -radius - 1.0),
            (n.arm_mm + 2.5, radius + 1.0),
            (
                Probe("side", (-0.4 - n.deep_mm - gap, 0.0), (1.0, 0.0)),
                Probe("headroom", (-0.4, radius * 0.8), (1.0, 0.0)),
            ),
            (
                ("barrel", -n.deep_mm - 1.6, radius * 0.55),
                ("arm", n.arm_mm / 2 + gap, radius * 0.55),
            ),
        )
        return Meeting(
            seated(target, given.frame_b),
            (
                Pair("ball", (fit, frozenset({"ball"})), (fit, frozenset({"ball"})), gap),
                Pair("arm", (fit, frozenset({"barrel end"})), (fit, frozenset({"arm side"})), gap),
            ),
            section,
            (
                WorkingLine("dimple radius", f"{n.ball_mm:.2f} + {gap:.2f}", n.ball_mm + gap),
                WorkingLine(
                    "between the arms", f"{n.long_mm:.2f} + 2 × {gap:.2f}", n.long_mm + 2 * gap
                ),
                WorkingLine("each arm spreads by", f"{n.deep_mm:.2f}", spread),
                WorkingLine(
                    "force to spread an arm",
                    f"{2 * radius:.1f} × {n.arm_mm:.1f}² / 6 × {stuff.modulus_mpa:g} × ε /"
                    f" {edge:.1f}",
                    bent.deflection_n,
                    "N",
                ),
                WorkingLine(
                    "back edge clears the barrel", f"{edge:.2f} − {radius:.2f}", edge - radius
                ),
            ),
            (),
            tuple(cautions),
            Motion(
                "turn", axis, 0.0, 180.0, words="folded up", must=False, asked=n.turn_deg or None
            ),
            bends=Bends("an arm", bent.strain, bent.deflection_n, limit, stuff.name, tuple(cures)),
        )


def _edge(given: FitInput) -> float:
    """From the axis to the face that carries the arms: the barrel clears it by the gap at least."""
    its = given.read(BallHingeFields)
    return max(its.barrel_mm / 2 + given.gap_mm, its.reach_mm)


def _checked(given: FitInput) -> None:
    positive(
        given, long="length", barrel="barrel diameter", ball="ball radius", deep="reach", arm="arm"
    )
    n = given.read(BallHingeFields)
    if n.deep_mm > n.ball_mm:
        raise BuildError(
            "a ball cannot reach in further than its radius", remedy=f"at most {n.ball_mm:g} mm"
        )
    opening = math.sqrt(max((n.ball_mm + given.gap_mm) ** 2 - (n.ball_mm - n.deep_mm) ** 2, 0.0))
    if opening + 0.6 > n.barrel_mm / 2:
        raise BuildError(
            "the dimple leaves no rim on the barrel",
            remedy=f"a barrel of more than {2 * (opening + 0.6):.1f} mm",
        )
    if n.deep_mm <= given.gap_mm:
        raise BuildError(
            "the ball reaches in no further than the gap: nothing holds it",
            remedy=f"more than {given.gap_mm:g} mm",
        )


def _axis(given: FitInput, face: Frame, out: float) -> Frame:
    """The hinge's axis in front of a face, z along the face's right, x up it, y out of it."""
    its = given.read(BallHingeFields)
    return Frame(face.point(0.0, its.up_mm, out), face.y_axis, face.x_axis)


def _round(given: FitInput, radius: float) -> tuple[Outline, ...]:
    """The end of an arm, or the barrel, seen along the axis, x up the face that carries it."""
    its = given.read(BallHingeFields)
    if its.under == UNDER[0]:
        return (disc(radius),)
    side = radius * math.tan(math.pi / 8)
    points = [
        (0.0, -radius), (0.0, radius), (-side, radius),
        (-radius, side), (-radius, -side), (-side, -radius),
    ]  # fmt: skip
    names = ["within", "foot", "foot", "foot", "foot", "foot"]
    return disc(radius), Outline(polygon_loop(points, names))


def _ball(given: FitInput, axis: Frame, way: float, radius: float, side: str) -> Body:
    """A ball (or its dimple) whose middle lies so that the ball reaches in as deep as asked."""
    n = given.read(BallHingeFields)
    centre = way * (n.long_mm / 2 - n.deep_mm + n.ball_mm)
    arc = Arc((0.0, 0.0), radius, -math.pi / 2, math.pi, "ball")
    half = Outline(Loop((arc, Line(arc.b, arc.a, "axis"))))
    return turned_body(half, axis.lifted(centre), given.fit, side)  # type: ignore[arg-type]
