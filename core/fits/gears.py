"""Gears in mesh: a gear turns another, or moves a rack, with a gap at every flank."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

from core.errors import BuildError
from core.fits.pieces import ROOT_MM, finished, opposed, positive, raised, seated
from core.fits.registry import (
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
from core.outlines.toothed import (
    FOOT,
    HEAD,
    Teeth,
    contact_ratio,
    gear,
    rack,
    span_over,
)
from core.solids import Body, Frame, Prism
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import Cures, Start
from core.steps.state import PartState

USUAL_MM, LEAST_MM, STEP_MM = 2.0, 1.25, 0.25  # modules. common practice, no source
TEETH, MATE_TEETH, FEW_TEETH = 24, 18, 12
EVEN = 1.2  # pairs of teeth that carry at once, for an even run. common practice, no source
MOST_TRIED = 60  # teeth
LEANS_DEG = (20.0, 22.5, 25.0)  # 20° is usual; more where teeth are few
CLEAR_MM = 1.0  # between two finished bodies that turn beside each other


@dataclass(frozen=True, slots=True)
class GearFields(Fields):
    """What is set of gears in mesh."""

    mates: Literal["gear", "rack"]
    teeth: float
    mate_teeth: float
    module_mm: float
    width_mm: float
    angle_deg: float
    back_mm: float


@register
class Gears(FitKind):
    """Two gears, or a gear and a rack, that turn each other."""

    kind = "gears"
    bears_load = True
    title = "Gears in mesh"
    also = ("gear", "cog", "pinion", "rack", "rack and pinion")
    roles = ("gear", "pinion")
    inner = "b"
    feel = "slide"
    on_a = True
    on_b = True
    starts = (
        Start("Gears in mesh", ("gear", "gear pair", "teeth", "cog", "pinion")),
        Start(
            "Gear and rack",
            ("rack", "rack and pinion", "paddle gear", "linear"),
            {"mates": "rack"},
            about="A gear that moves a toothed bar along.",
        ),
    )
    fields = (
        Field("mates", "choice", "turns", "gear", ("gear", "rack"), told=("a gear", "a rack")),
        Field("teeth", "count", "teeth of the gear", str(TEETH)),
        Field(
            "mate_teeth", "count", "teeth of the other", str(MATE_TEETH),
            default_if=(("mates", "rack", "9"),),
        ),
        Field("module", "length", "module, the pitch diameter a tooth", f"{USUAL_MM:g} mm"),
        Field("width", "length", "how wide the teeth are, along the axis", "8 mm"),
        Field("angle", "angle", "lean of the flanks", "20 deg", clause=", flanks lean {angle}"),
        Field(
            "back", "length", "rack thickness behind its teeth", "5 mm",
            when=(("mates", ("rack",)),), clause=", {back} thick behind its teeth",
        ),
    )  # fmt: skip

    def sized(self, a: Ground | None, b: Ground | None) -> Mapping[str, float | str]:
        """On one body the gear is no larger than its face, with fewer teeth rather than too small
        ones; on two both gears stand out past them: so the bodies turn clear of each other."""
        if a and b:
            need = max(math.hypot(one.wide_mm, one.tall_mm) / 2 for one in (a, b)) + CLEAR_MM
            module = math.ceil(2 * need / (TEETH - 2) / STEP_MM) * STEP_MM
            return {"module": max(module, LEAST_MM), "mate_teeth": str(TEETH)}
        if a:
            fits = math.floor(2 * a.radius_mm / (TEETH + 2) / STEP_MM) * STEP_MM
            if fits >= LEAST_MM:
                return {"module": min(fits, USUAL_MM)}
            teeth = max(math.floor(2 * a.radius_mm / LEAST_MM) - 2, FEW_TEETH)
            return {"module": LEAST_MM, "teeth": str(teeth)}
        return {}

    def calls_b(self, fields: Mapping[str, float | str]) -> str:
        return "rack" if fields.get("mates") == "rack" else "pinion"

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "A gear of {teeth} teeth turns {mates} of {mate_teeth}, module {module}, teeth {width}"
            " wide"
        )

    def build_a(self, given: FitInput) -> PartState:
        positive(given, module="module", width="width of the teeth")
        return _standing(given, given.a, given.frame_a, gear(_of_a(given)))

    def build_b(self, given: FitInput) -> PartState:
        its, teeth = given.read(GearFields), _of_b(given)
        positive(given, module="module", width="width of the teeth")
        if its.mates == "rack":
            outline = rack(teeth, its.back_mm)
        else:  # a tooth towards the gear's gap
            outline = gear(teeth).turned(180 / teeth.count)
        return _standing(given, given.b, given.frame_b, outline)

    def meeting(self, given: FitInput) -> Meeting:
        its, gap = given.read(GearFields), given.gap_mm
        one, other = _of_a(given), _of_b(given)
        straight = its.mates == "rack"
        frame = given.frame_a
        apart = _apart(given)
        # a rack of an even number of teeth has none in its middle
        aside = math.pi * its.module_mm / 2 if straight and other.count % 2 == 0 else 0.0
        mate = Frame(_point(frame, apart, aside), _opposite(frame.x_axis), frame.z_axis)
        flanks = [
            Pair(
                f"{side} flanks",
                (given.fit, frozenset({f"flank {side}"})),
                (given.fit, frozenset({f"flank {side}"})),
                gap,
            )
            for side in ("left", "right")
        ]
        tips = Pair(
            "tips over roots",
            (given.fit, frozenset({"root"})),
            (given.fit, frozenset({"tip"})),
            (FOOT - HEAD) * its.module_mm,
        )
        return Meeting(
            seated(mate, given.frame_b),
            (*flanks, tips),
            _section(given, one, other),
            _working(given, one, other),
            (),
            _cautions(one, None if straight else other),
            _rolling(given, one, other),
            apart=Motion("slide", frame, 0.0, its.width_mm + 1.0, words="slid off along its axis"),
            touching=True,
        )


def _of_a(given: FitInput) -> Teeth:
    its = given.read(GearFields)
    return Teeth(round(its.teeth), its.module_mm, its.angle_deg, given.shares[1])


def _of_b(given: FitInput) -> Teeth:
    its = given.read(GearFields)
    return Teeth(round(its.mate_teeth), its.module_mm, its.angle_deg, given.shares[0])


def _apart(given: FitInput) -> float:
    """From the gear's axis to the pinion's, or to the rack's pitch line, mm."""
    straight = given.read(GearFields).mates == "rack"
    return _of_a(given).pitch_mm + (0.0 if straight else _of_b(given).pitch_mm)


def _opposite(way: tuple[float, float, float]) -> tuple[float, float, float]:
    return (-way[0], -way[1], -way[2])


def _point(frame: Frame, x: float, y: float = 0.0, z: float = 0.0) -> tuple[float, float, float]:
    """A point told along a place's own axes."""
    found = frame.matrix @ (x, y, z, 1.0)
    return float(found[0]), float(found[1]), float(found[2])


def _standing(given: FitInput, state: PartState, place: Frame, outline: Outline) -> PartState:
    """A part with teeth standing on a face of it, or of them alone."""
    wide = given.read(GearFields).width_mm
    body = raised(outline, 0.0, wide, place, given.fit)
    if state.body is not None and _pieces(state.body + body) > _pieces(state.body):
        body = raised(outline, -ROOT_MM, wide, place, given.fit)
    return finished(
        given, state, add=[body], prism=Prism(place, outline, 0.0, wide),
        places={"top": place.lifted(wide), "bottom": opposed(place)},
        across=outline.size[0], length=wide, apart=_apart(given),
    )  # fmt: skip


def _pieces(body: Body) -> int:
    return len(body.solid.decompose())


def _rolling(given: FitInput, one: Teeth, other: Teeth) -> Motion:
    """The gear turned by one tooth, and what it turns with it."""
    its, frame = given.read(GearFields), given.frame_a
    turned = Motion(
        "mesh", frame, 0.0, 360 / one.count, words="turned by a tooth", lean_deg=its.angle_deg,
        meet_mm=(2 * HEAD * its.module_mm, its.width_mm),
    )  # fmt: skip
    if its.mates == "rack":
        # along the rack, up the gear's y
        mate = Frame(frame.origin, frame.x_axis, frame.y_axis)
        return replace(turned, mate=mate, lead_mm=2 * math.pi * one.pitch_mm)
    mate = Frame(_point(frame, _apart(given)), frame.x_axis, frame.z_axis)
    return replace(turned, mate=mate, ratio=-one.count / other.count)


def _section(given: FitInput, one: Teeth, other: Teeth) -> SectionView:
    """Across the axes, half-way up the teeth: about the point where they roll on each other."""
    its, frame = given.read(GearFields), given.frame_a
    module, lean = its.module_mm, math.radians(its.angle_deg)
    origin = _point(frame, one.pitch_mm, 0.0, its.width_mm / 2)
    return SectionView(
        Frame(origin, frame.x_axis, frame.z_axis),
        (-2.8 * module, -4.2 * module),
        (2.8 * module, 4.2 * module),
        (
            # along the line on which the flanks touch, out of the tooth of the other
            Probe("side", (0.0, 0.0), (-math.sin(lean), math.cos(lean))),
            Probe("headroom", (0.0, 0.0), (-1.0, 0.0)),
        ),
        # in a tooth of the gear, whatever its bore, and behind one of the other
        (("gear", -0.3 * module, -math.pi / 2 * module), (its.mates, 1.9 * module, 0.0)),
    )


def _working(given: FitInput, one: Teeth, other: Teeth) -> tuple[WorkingLine, ...]:
    its, gap = given.read(GearFields), given.gap_mm
    module, straight = its.module_mm, its.mates == "rack"
    found = [_pitch("gear", one)]
    if straight:
        pitch = math.pi * module
        around = 2 * math.pi * one.pitch_mm
        found += [
            WorkingLine("rack, tooth to tooth", f"π × {module:g}", pitch),
            WorkingLine("rack moves, a turn", f"π × {2 * one.pitch_mm:.2f}", around),
            WorkingLine("axis to pitch line", f"{2 * one.pitch_mm:.2f} / 2", one.pitch_mm),
        ]
    else:
        found += [
            _pitch("pinion", other),
            WorkingLine(
                "axis to axis", f"{module:g} × ({one.count} + {other.count}) / 2", _apart(given)
            ),
            WorkingLine(
                "pinion turns", f"{one.count} / {other.count}", one.count / other.count, ""
            ),
        ]
    found += [
        WorkingLine(
            "gear, over all",
            f"{module:g} × ({one.count} + 2)",
            2 * one.tip_mm,
        ),
        WorkingLine("play, both flanks", f"2 × {gap:.2f}", 2 * gap),
        *(_span(name, teeth) for name, teeth in (("gear", one), ("pinion", other))[: 2 - straight]),
    ]
    return tuple(found)


def _pitch(name: str, teeth: Teeth) -> WorkingLine:
    """The circle it rolls on."""
    return WorkingLine(
        f"{name}, pitch diameter", f"{teeth.count} × {teeth.module_mm:g}", 2 * teeth.pitch_mm
    )


def _span(name: str, teeth: Teeth) -> WorkingLine:
    """What calipers read over some of its teeth."""
    count, over = span_over(teeth)
    formula = f"m cos α ({count - 0.5} π + {teeth.count} inv α) - 2 × {teeth.thinned_mm:.2f}"
    return WorkingLine(f"{name}, over {count} teeth", formula, over)


def _cautions(
    one: Teeth, other: Teeth | None
) -> tuple[tuple[str, str] | tuple[str, str, Cures], ...]:
    """How many pairs carry at once, and feet that are cut away."""
    pairs = contact_ratio(one, other)
    words = f"{pairs:.2f} pairs of teeth carry at once (ISO 21771)"
    found: list[tuple[str, str] | tuple[str, str, Cures]] = []
    if pairs < 1:
        words += ": one lets go before the next takes hold"
        found.append(("stop", words, _even(one, other)))
    elif pairs < EVEN:
        found.append(("warning", f"{words}: {EVEN:g} run evenly", _even(one, other)))
    else:
        found.append(("good", words))
    for name, teeth in (("gear", one), ("pinion", other)):
        if teeth is not None and teeth.undercut:
            found.append(
                (
                    "note",
                    f"the {name}'s teeth are cut away at their feet, as under {teeth.whole_from}"
                    " teeth are: they are weaker there",
                )
            )
    return tuple(found)


def _even(one: Teeth, other: Teeth | None) -> Cures:
    """What makes enough teeth carry: more of one or the other, or another lean."""

    def runs(one: Teeth, other: Teeth | None) -> bool:
        try:
            return contact_ratio(one, other) >= EVEN
        except BuildError:
            return False

    found = []
    for count in range(one.count + 1, MOST_TRIED):
        if runs(replace(one, count=count), other):
            found.append(("teeth", str(count), f"{count} teeth on the gear"))
            break
    for count in range(other.count + 1 if other else MOST_TRIED, MOST_TRIED):
        if other and runs(one, replace(other, count=count)):
            found.append(("mate_teeth", str(count), f"{count} teeth on the other"))
            break
    for lean in LEANS_DEG:
        leant = other and replace(other, angle_deg=lean)
        if lean != one.angle_deg and runs(replace(one, angle_deg=lean), leant):
            found.append(("angle", f"{lean:g} deg", f"a lean of {lean:g}°"))
            break
    return tuple(found)
