"""A whole project proved, as plain data for scripts: the keys stay as they are, some are added.

What was not measured is None, never a guess.
"""

from __future__ import annotations

import math
from typing import Any

import numpy as np

from core.checks.finished import mesh_of
from core.checks.fit_measures import MeasuredFit
from core.checks.measuring import measure_all
from core.checks.meeting import strips_at_n
from core.checks.part_measures import Measured
from core.project.results import FitResult, PartResult, Solution
from core.project.sentences import plain_sentence
from core.proof.mass import measure_bulk
from core.report.assemble import report_on
from core.report.motion import motion_report
from core.views.report import FitView, PartView, Report, StepView

Told = dict[str, Any]


def proved(solution: Solution, proof: bool = True) -> Told:
    """Everything the report says of a project.

    Args:
        proof: whether to run the checks; without them only sizes, volumes and steps are told.

    Returns:
        Plain data without NaN or infinity; lengths in mm, areas in mm², volumes in mm³.
    """
    report = report_on(solution, proof=proof, remedies=proof)
    measured, joints = measure_all(solution) if proof else ({}, {})
    parts = [
        _part(view, solution.parts[view.name], measured.get(view.name), solution)
        for view in report.parts
    ]
    fits = [
        _fit(view, solution.fits[view.name], joints[view.name]() if proof else None, solution)
        for view in report.fits
    ]
    told: Told = _finite(
        {
            "title": report.title,
            "units": report.units,
            "severity": report.severity,
            "parts": parts,
            "fits": fits,
            "findings": _findings(report),
            "measures": [
                {
                    "name": one.name if not one.part else f"{one.part}.{one.name}",
                    "text": one.text,
                    "value": one.value,
                    "unit": {"length": "mm", "angle": "deg"}.get(one.kind, ""),
                    "error": one.error.message if one.error else None,
                }
                for one in report.measures
            ],
            "readings": [
                {
                    "name": one.name,
                    "value": one.value,
                    "unit": one.unit,
                    "severity": one.severity,
                    "word": one.word,
                }
                for one in report.readings
            ],
        }
    )
    return told


def proved_in_words(told: Told) -> list[str]:
    """The same in lines to be read."""
    lines = [f"{told['title']}: {told['severity']}"]
    for part in told["parts"]:
        volume = (
            "no solid" if part["volume_mm3"] is None else f"{part['volume_mm3'] / 1000:.3f} cm³"
        )
        lines.append(f"{part['label']}: {volume}, {len(part['steps'])} steps")
        for number, step in enumerate(part["steps"], start=1):
            lines.append(f"  {number}. {step['sentence']}")
            lines += [f"     stop: {step['error']}"] if step["error"] else []
            lines += [f"     warning: {words}" for words in step["warns"]]
    for fit in told["fits"]:
        gaps = ", ".join(
            f"{pair['name']} {pair['measured_mm']:.3f} mm of {pair['asked_mm']:.3f}"
            for pair in fit["pairs"]
            if pair["measured_mm"] is not None
        )
        lines.append(f"{fit['name']}: {fit['severity']}" + (f", {gaps}" if gaps else ""))
    lines += [
        f"{one['severity']}: {one['part'] or one['fit'] or told['title']}: {one['message']}"
        for one in told["findings"]
        if one["severity"] in ("stop", "warning")
    ]
    return lines


def _part(view: PartView, result: PartResult, found: Measured | None, solution: Solution) -> Told:
    bulk = measure_bulk(mesh_of(result.state)) if result.state.body is not None else None
    stuff = solution.project.process.stuff(result.part.material)
    told: Told = {
        "name": view.name,
        "label": view.label,
        "material": stuff.name,
        "volume_mm3": bulk.volume_mm3 if bulk else None,
        "area_mm2": bulk.area_mm2 if bulk else None,
        "mass_g": bulk.mass_g(stuff.density_g_cm3) if bulk else None,
        "size_mm": bulk.size_mm if bulk else None,
        "centre_of_mass_mm": bulk.centre_mm if bulk else None,
        "closed": view.closed,
        "pieces": None,
        "hidden_voids": None,
        "holds_ml": None if view.capacity_mm3 is None else view.capacity_mm3 / 1000,
        "wall_min_mm": view.wall_min_mm,
        "slot_min_mm": None,
        "overhang_mm2": view.overhang_mm2,
        "islands": view.islands,
        "fits_bed": None,
        "small_part": None,
        "steps": [_step(step) for step in view.steps],
    }
    if found is not None:
        across = found.slots.thickness_mm[np.isfinite(found.slots.thickness_mm)]
        told |= {
            "pieces": found.closed.shells,
            "hidden_voids": found.closed.voids,
            "slot_min_mm": float(across.min()) if len(across) else None,
            "fits_bed": found.bed.fits,
            "small_part": any(one.small for one in found.loose()),
        }
    return told


def _step(view: StepView) -> Told:
    return {
        "id": view.id,
        "kind": view.kind,
        "sentence": plain_sentence(view.sentence, view.fields),
        "error": view.error.message if view.error else None,
        "warns": list(view.warns),
        "says": view.says,
    }


def _together(result: FitResult, found: MeasuredFit | None) -> bool | None:
    """Whether the parts go together the way they are meant to, as tried; None where nothing was."""
    meeting = result.meeting
    if meeting is None or found is None or meeting.in_place or meeting.marks_only:
        return None
    if meeting.bends is not None:
        limit = meeting.bends.limit_percent
        return None if limit is None else meeting.bends.strain * 100 <= limit
    if found.apart is not None:
        return found.apart.contact is None
    if meeting.motion is None or meeting.motion.way == "turn" or found.way is None:
        return None
    return found.way.contact is None


def _fit(
    view: FitView, result: FitResult, measured: MeasuredFit | None, solution: Solution
) -> Told:
    meeting = result.meeting
    asked = meeting.engages if meeting else None
    engaged = measured.engagement if measured else None
    return {
        "name": view.name,
        "kind": view.kind,
        "parts": list(view.parts),
        "feel": view.feel,
        "gap_mm": view.gap_mm,
        "chance": dict(view.forecast.chances) if view.forecast else {},
        "severity": view.severity,
        "error": view.error.message if view.error else None,
        "pairs": [
            {"name": one.name, "asked_mm": one.asked_mm, "measured_mm": one.measured_mm}
            for one in view.pairs
        ],
        "walls_left": [
            {"of": one.part, "what": one.what, "measured_mm": one.value_mm} for one in view.left
        ],
        "overlap_mm3": view.overlap_mm3,
        "engaged_mm": engaged.overlap_mm if engaged else None,
        "turns": engaged.length_mm / asked.lead_mm if engaged and asked else None,
        "strength_n": (strips_at_n(asked, engaged) or None) if engaged and asked else None,
        "strain": meeting.bends.strain if meeting and meeting.bends else None,
        "goes_together": _together(result, measured),
        "motion": _motion(result, solution) if measured else None,
    }


def _motion(fit: FitResult, solution: Solution) -> Told | None:
    """A fit's motion tried on the finished solids, or None where it has none."""
    if fit.meeting is None or fit.meeting.motion is None:
        return None
    a, b = (solution.parts[part].state for part in fit.fit.parts)
    if a.body is None or b.body is None:
        return None
    tried = motion_report(fit, a, b)
    return {
        "way": tried.motion.way,
        "low": tried.motion.low,
        "high": tried.motion.high,
        "first_contact": tried.contact,
    }


def _findings(report: Report) -> list[Told]:
    return [
        {
            "check": one.check,
            "severity": one.severity,
            "part": one.part,
            "fit": one.fit,
            "step": one.step,
            "value": one.value,
            "limit": one.limit,
            "unit": one.unit,
            "at": one.at,
            "message": one.message,
            "remedy": None
            if one.remedy is None
            else {
                "label": one.remedy.label,
                "edits": [{"path": edit.path, "text": edit.text} for edit in one.remedy.edits],
            },
        }
        for one in report.findings
    ]


def _finite(value: Any) -> Any:
    """Plain data with None where a number is not finite, tuples as lists."""
    if isinstance(value, dict):
        return {key: _finite(one) for key, one in value.items()}
    if isinstance(value, list | tuple):
        return [_finite(one) for one in value]
    if isinstance(value, float | np.floating):
        return float(value) if math.isfinite(value) else None
    return value
