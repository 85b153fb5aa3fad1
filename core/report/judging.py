"""Measured values beside their limits: findings in the maker's terms.

Limits in lines of plastic: under one line a wall cannot be printed at all, under two it has no
two sides to hold each other (common practice, no source).
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import replace

import numpy as np

from core.measures.display import length_text
from core.measures.units import LengthUnit
from core.process import Process
from core.project.resolve import Typed, names_in
from core.project.results import FitResult, PartResult
from core.proof.finding import Edit, Finding, Remedy, Severity
from core.proof.layers import LayerTest, Unsupported
from core.proof.overhang import Overhang
from core.proof.splitting import Cut
from core.proof.stances import HANGS_MM2
from core.proof.walls import Walls
from core.report.fine import judge_fine
from core.report.measuring import Measured, MeasuredFit

Vec3 = tuple[float, float, float]
TOUCHING_MM3 = 0.02  # where faces rest on each other, rounding shares so much
FACETS_MM = 0.02  # flat facets stand up to 0.01 mm inside each of two true surfaces
LINES_STOP, LINES_WARN = 1.0, 2.0


# checks of a fit that its desk shows as numbers beside what was asked
SHOWN_AS_VALUES = ("gap", "wall left", "overlap")


def judge_part(
    result: PartResult,
    measured: Measured,
    process: Process,
    unit: LengthUnit,
    measures: Mapping[str, Typed],
    cuts: tuple[Cut, ...] = (),
) -> list[Finding]:
    """Every finding on one part, good ones included so that nothing goes unsaid.

    Args:
        cuts: where to cut it, should it be too large for the bed.
    """
    found = [
        *_closed(result, measured),
        *(_bed(measured, process, unit, cuts) if measured.leads else []),
        *_walls(result, measured, process, unit, measures),
        *_slots(measured, process),
        *judge_fine(result, measured, process, unit),
        *(_overhang(result, measured, process) if measured.leads else []),
        *_mass(result, measured, process),
    ]
    return [replace(finding, part=result.part.name) for finding in found]


def _closed(result: PartResult, measured: Measured) -> list[Finding]:
    closed = measured.closed
    if not closed.closed:
        return [Finding("closed", "stop", "the surface is not closed", unit="")]
    found = [Finding("closed", "good", "closed solid", closed.shells, 1, "shells")]
    if closed.crumbs:
        small = sum(crumb.volume_mm3 for crumb in closed.crumbs)
        noun = "a loose crumb" if len(closed.crumbs) == 1 else f"{len(closed.crumbs)} loose crumbs"
        crumb = closed.crumbs[0]
        last = [done.step.id for done in result.steps if done.step.id in crumb.steps]
        words = f"{noun} of {small:.2g} mm³ came off the part"
        found = [
            Finding(
                "closed", "warning", words, small, 0.0, "mm³", at=crumb.at,
                step=last[-1] if last else "",
            )
        ]  # fmt: skip
    elif closed.shells > 1:
        found = [
            Finding(
                "closed",
                "warning",
                f"{closed.shells} separate pieces: they would come off the bed apart",
                closed.shells,
                1,
                "shells",
            )
        ]
    return found + judge_voids(closed.voids)


def judge_voids(voids: int) -> list[Finding]:
    """Hollows that nothing can get out of."""
    if not voids:
        return []
    noun = "1 hollow" if voids == 1 else f"{voids} hollows"
    words = f"{noun} shut in on all sides; what is in there stays in"
    return [Finding("closed", "warning", words, voids, 0, "voids")]


def _bed(
    measured: Measured, process: Process, unit: LengthUnit, cuts: tuple[Cut, ...]
) -> list[Finding]:
    bed = measured.bed
    size = " × ".join(length_text(value, unit, with_unit=False) for value in bed.size_mm)
    limit = " × ".join(length_text(value, unit, with_unit=False) for value in process.bed_mm)
    if not bed.fits:
        places = " and ".join(
            f"at {'xyz'[cut.axis]} = {length_text(round(cut.at_mm, 1), unit)} ({cut.section_mm2:.0f} mm² cut)"
            for cut in cuts[:4]
        )
        where = f"; cut it {places}" if places else ""
        return [
            Finding(
                "bed",
                "stop",
                f"{size} {unit} is {length_text(bed.short_by_mm, unit)} too large for the "
                f"{limit} bed, however it is turned{where}",
                bed.short_by_mm,
                0.0,
            )
        ]
    turned = f", turned {bed.turn_deg:.0f}°" if bed.turn_deg else ""
    return [Finding("bed", "good", f"fits {process.printer}{turned}", max(bed.size_mm), None)]


def _walls(
    result: PartResult,
    measured: Measured,
    process: Process,
    unit: LengthUnit,
    measures: Mapping[str, Typed],
) -> list[Finding]:
    thinnest = measured.walls.thinnest
    if thinnest is None:
        return []
    value, sample = thinnest
    at = measured.walls.points[sample]
    step, face = measured.mesh.faces[measured.mesh.face_index[measured.walls.triangle[sample]]]
    lines = value / process.line_mm
    two = LINES_WARN * process.line_mm
    where = (float(at[0]), float(at[1]), float(at[2]))
    severity = wall_severity(value, process)
    if severity == "good":
        words = f"thinnest wall {lines:.1f} lines, at {face}"
    elif severity == "warning":
        words = f"wall of {lines:.1f} lines at {face}; two lines want {length_text(two, unit)}"
    else:
        words = f"wall thinner than one line at {face}; it will not print"
    remedy = None
    if severity != "good":
        remedy = _wall_remedy(result, two, measures)
    return [
        Finding(
            "wall",
            severity,
            words,
            value,
            two,
            at=where,
            ends=(where, _through(measured, sample, value)),
            step=step,
            remedy=remedy,  # type: ignore[arg-type]
        )
    ]


def _through(measured: Measured, sample: int, thickness: float) -> Vec3:
    """Where the wall behind a sample ends."""
    normal = measured.mesh.crosses[measured.walls.triangle[sample]]
    x, y, z = measured.walls.points[sample] - normal / np.linalg.norm(normal) * thickness
    return float(x), float(y), float(z)


def _wall_remedy(
    result: PartResult, two_lines_mm: float, measures: Mapping[str, Typed]
) -> Remedy | None:
    """Widen the shell wall to two lines, where one plain number decides it."""
    for done in result.steps:
        typed = done.typed.get("wall")
        if typed is None or typed.value is None or typed.value >= two_lines_mm:
            continue
        decided = measures.get(f"measures.{typed.text.strip()}", typed)
        if names_in(decided.text):
            return None
        text = f"{math.ceil(two_lines_mm / 0.05 - 1e-9) * 0.05:g} mm"
        name = decided.path.rpartition(".")[2]
        return Remedy(f"make {name} {text}, two lines", (Edit(decided.path, text),))
    return None


def _slots(measured: Measured, process: Process) -> list[Finding]:
    found = judge_slots(measured.slots, process)
    slots = measured.slots
    for finding in found:
        assert slots.thinnest is not None
        sample = slots.thinnest[1]
        step, _ = measured.mesh.faces[measured.mesh.face_index[slots.triangle[sample]]]
        return [replace(finding, step=step)]
    return []


def _overhang(result: PartResult, measured: Measured, process: Process) -> list[Finding]:
    found = judge_overhang(measured.overhang, measured.layers, process, measured.place)
    remedy = _overhang_remedy(result)
    return [
        replace(finding, remedy=remedy) if finding.severity in ("warning", "stop") else finding
        for finding in found
    ]


def judge_overhang(
    over: Overhang, layers: LayerTest | None, process: Process, place: Callable[[Vec3], Vec3]
) -> list[Finding]:
    """What hangs: by the layer test where there is one, else by the faces alone.

    Args:
        place: a point on the bed told in the part's own coordinates.
    """
    found = _hanging(layers, process, place) if layers is not None else []
    if found:
        return found
    limit = process.overhang_limit_deg
    if over.area_mm2 > HANGS_MM2:
        carried = ", but every layer is carried" if layers is not None else ""
        words = (
            f"{over.area_mm2:.0f} mm² of face leans more than {limit:.0f}° (up to "
            f"{over.steepest_deg:.0f}°){carried}"
        )
        return [Finding("overhang", "note", words, over.area_mm2, 0.0, "mm²")]
    return [Finding("overhang", "good", f"nothing leans more than {limit:.0f}°", 0.0, 0.0, "mm²")]


def _hanging(layers: LayerTest, process: Process, place: Callable[[Vec3], Vec3]) -> list[Finding]:
    """Islands, cantilevers and bridges, one finding each, drawn at the worst."""

    def told(pieces: list[Unsupported], severity: Severity, check: str, words: str,
             value: float, limit: float, unit: str) -> Finding:  # fmt: skip
        worst = pieces[0]
        ends = (place(worst.ends[0]), place(worst.ends[1]))
        return Finding(check, severity, words, value, limit, unit, at=place(worst.at), ends=ends)

    found = []
    islands, out, bridges = (layers.of(kind) for kind in ("island", "cantilever", "bridge"))
    if islands:
        count, area = len(islands), sum(piece.area_mm2 for piece in islands)
        begin = "a piece begins" if count == 1 else f"{count} pieces begin"
        words = f"{begin} in mid-air, {area:.0f} mm² with nothing under it"
        found.append(told(islands, "stop", "island", words, area, 0.0, "mm²"))
    area = sum(piece.area_mm2 for piece in out)
    if area > HANGS_MM2:
        words = f"{area:.0f} mm² stands out over air, up to {out[0].span_mm:.1f} mm from what carries it"
        found.append(told(out, "warning", "overhang", words, area, 0.0, "mm²"))
    if bridges and sum(piece.area_mm2 for piece in bridges) > HANGS_MM2:
        span, most = bridges[0].span_mm, process.bridge_limit_mm
        far = span > most
        words = f"longest bridge {span:.1f} mm, {'past' if far else 'within'} the {most:g} mm this process carries"
        found.append(told(bridges, "warning" if far else "note", "bridge", words, span, most, "mm"))
    return found


def _overhang_remedy(result: PartResult) -> Remedy | None:
    """A rounded rim on the bed begins too flat; a chamfer of the same size does not."""
    on_bed = {"bottom": ("bottom rim", "both rims"), "top": ("top rim", "both rims")}
    for done in result.steps:
        if done.step.kind != "fillet" or done.error or not done.step.enabled:
            continue
        if done.words.get("where") in on_bed.get(result.part.stance, ()):
            path = f"parts.{result.part.name}.steps.{done.step.id}.kind"
            return Remedy("chamfer that rim instead of rounding it", (Edit(path, "chamfer"),))
    return None


def _mass(result: PartResult, measured: Measured, process: Process) -> list[Finding]:
    wanted = result.part.expected_mass
    if wanted is None:
        return []
    stuff = process.stuff(wanted.material or result.part.material)
    mass = measured.bulk.mass_g(stuff.density_g_cm3)
    off = (mass - wanted.grams) / wanted.grams * 100
    working = (
        f"{measured.bulk.volume_mm3 / 1000:.3f} cm³ × {stuff.density_g_cm3:g} g/cm³ = {mass:.2f} g"
    )
    if abs(off) <= wanted.tolerance_percent:
        words = f"mass as expected, {off:+.1f} %: {working}"
        return [Finding("expected mass", "good", words, mass, wanted.grams, "g")]
    words = f"{off:+.1f} % off the {wanted.grams:g} g expected: {working}"
    return [Finding("expected mass", "warning", words, mass, wanted.grams, "g")]


def judge_slots(slots: Walls, process: Process) -> list[Finding]:
    """A slot so narrow that it closes up."""
    if slots.thinnest is None:
        return []
    value, sample = slots.thinnest
    least = narrowest_slot_mm(process)
    if value >= least:
        return []
    x, y, z = (float(v) for v in slots.points[sample])
    words = f"slot {value:.2f} mm wide is likely to close up; {least:.2f} mm stay open"
    return [Finding("slot", "warning", words, value, least, at=(x, y, z))]


def narrowest_slot_mm(process: Process) -> float:
    """How wide a slot stays open: both its sides are inner faces, so it shrinks by twice their
    error, give or take the spread."""
    return max(-2 * process.errors.inner, 0.0) + 4 * process.errors.sigma


def judge_small_part(small: bool) -> list[Finding]:
    """A part that goes into the small-parts cylinder."""
    if not small:
        return []
    words = (
        "fits the small-parts cylinder (16 CFR 1501.4, ISO 8124-1): a small child could swallow "
        "it. Whether a toy may have it is for local rules and a qualified person to say"
    )
    return [Finding("small part", "warning", words, unit="")]


def wall_severity(value_mm: float, process: Process) -> Severity:
    """How a wall stands against the two lines it wants and the one it needs."""
    if value_mm >= LINES_WARN * process.line_mm - FACETS_MM:
        return "good"
    return "warning" if value_mm >= LINES_STOP * process.line_mm - FACETS_MM else "stop"


def judge_fit(
    fit: FitResult, measured: MeasuredFit | None, process: Process, unit: LengthUnit
) -> list[Finding]:
    """Every finding on one fit."""
    name = fit.fit.name
    if fit.error or fit.meeting is None or measured is None:
        return []
    found = []
    for pair, gap in zip(fit.meeting.pairs, measured.gaps, strict=True):
        if gap is None:
            found.append(
                Finding("gap", "warning", f"{pair.name}: the faces are no longer there", fit=name)
            )
            continue
        off = gap.distance_mm - pair.asked_mm
        a, b = gap.on_a, gap.on_b
        middle = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2)
        told = length_text(gap.distance_mm, unit)
        if abs(off) <= pair.tolerance_mm:
            words = f"{pair.name} gap {told} on the solids, as asked"
            found.append(
                Finding("gap", "good", words, gap.distance_mm, pair.asked_mm, at=middle, fit=name)
            )
        else:
            words = (
                f"{pair.name} gap {told} on the solids, {length_text(pair.asked_mm, unit)} asked"
            )
            found.append(
                Finding(
                    "gap", "warning", words, gap.distance_mm, pair.asked_mm, at=middle, fit=name
                )
            )
    if measured.overlap_mm3 > (TOUCHING_MM3 if fit.meeting.touching else 1e-3):
        found.append(
            Finding(
                "overlap", "stop", f"the parts lie in each other by {measured.overlap_mm3:.2f} mm³",
                measured.overlap_mm3, 0.0, "mm³", fit=name,
            )
        )  # fmt: skip
    found += _feel(fit, unit)
    for wall, left in zip(fit.meeting.walls_left, measured.walls_left, strict=True):
        if left is None:
            continue
        two = LINES_WARN * process.line_mm
        words = f"{wall.what} left {length_text(left, unit)}, {left / process.line_mm:.1f} lines"
        owner = fit.fit.parts[0 if wall.of == "a" else 1]
        found.append(
            Finding(
                "wall left", wall_severity(left, process), words, left, two, part=owner, fit=name
            )
        )
    found += [
        Finding("fit", severity, message, fit=name)  # type: ignore[arg-type]
        for severity, message in fit.meeting.cautions
    ]
    return found


def _feel(fit: FitResult, unit: LengthUnit) -> list[Finding]:
    """What the forecast says of the gap as it stands."""
    if fit.forecast is None or fit.gap_mm is None or fit.chance is None:
        return []
    chances = fit.forecast.chances
    likely = max(chances, key=lambda feel: chances[feel])
    words = f"{fit.chance:.0%} sure to {_VERB[fit.fit.feel]}"
    remedy = None
    severity: Severity = "good"
    if fit.gap_mm == 0:
        words = (
            f"no gap at all: {chances['fused']:.0%} fused, {chances['press']:.0%} a press fit, "
            "and sanding either way"
        )
        severity = "warning"
    elif likely != fit.fit.feel and fit.fit.feel != "print-in-place":
        words = f"most likely {likely} ({chances[likely]:.0%}), not {fit.fit.feel} as asked"
        severity = "warning"
    if severity == "warning" and fit.fit.gap:
        proposed = length_text(fit.proposed_mm, unit)
        remedy = Remedy(
            f"use the proposed {proposed} a side", (Edit(f"fits.{fit.fit.name}.gap", ""),)
        )
    return [
        Finding(
            "feel",
            severity,
            words,
            fit.chance * 100,
            None,
            "%",
            fit=fit.fit.name,
            remedy=remedy,  # type: ignore[arg-type]
        )
    ]


_VERB = {
    "press": "press together",
    "snug": "be snug",
    "slide": "slide",
    "free": "be free",
    "print-in-place": "come off the bed moving",
}
