"""Details too small for the nozzle or the layers: holes and strokes that close, reliefs that
do not show."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable
from dataclasses import replace

import numpy as np

from core.checks.check import Limit, Piece, PieceCheck, register
from core.checks.finding import Finding, Remedy, Severity
from core.checks.part_measures import Measured
from core.measures.display import length_text
from core.measures.units import LengthUnit
from core.process import Process
from core.project.edits import Edit
from core.project.resolve import names_in
from core.project.results import PartResult, StepResult
from core.proof.relief import Relief
from core.steps import STEPS

SAME_MM = 0.005
Vec3 = tuple[float, float, float]


@register
class FineDetail(PieceCheck):
    name = "fine detail"
    worst = "warning"
    waits_for = "rays"
    asks = "Can the printer tell every detail apart?"
    measures = (
        "Holes, strokes and grooves of each step by the rays of walls and slots, a quarter of each "
        "being as narrow; steps between flat faces by their height over the layers."
    )
    limits = (
        Limit("as many lines as the kind of step needs to stay open"),
        Limit("one layer high, or half a line deep across the bed"),
    )
    cures = "two layers, or a whole line, where one plain number decides the height"
    reading = "thinnest wall"
    stepwise = True

    def look(self, piece: Piece) -> Iterable[Finding]:
        """At most one finding a step and kind."""
        measured, result = piece.measured, piece.result
        if result is None:
            for relief in measured.reliefs[:1]:
                yield judge_relief(relief, piece.process, piece.unit, measured.place)
            return
        for done in result.steps:
            closing = _closing(done, measured, piece.process, piece.unit)
            if closing:
                yield closing
        shallow: dict[str, Finding] = {}
        for relief in measured.reliefs:
            step, _ = measured.mesh.faces[measured.mesh.face_index[relief.triangle]]
            shallow.setdefault(
                step, _shallow(relief, step, result, measured, piece.process, piece.unit)
            )
        yield from shallow.values()


def _closing(
    done: StepResult, measured: Measured, process: Process, unit: LengthUnit
) -> Finding | None:
    """A hole or stroke of one step so narrow, for a quarter of it or more, that plastic fills it;
    of what is raised, strokes too thin to be laid."""
    kind = STEPS.get(done.step.kind)
    if kind is None or not kind.open_lines:
        return None
    raised = done.words.get("mode") in ("raised", "add")
    mesh, slots, walls = measured.mesh, measured.slots, measured.walls
    points, triangle, width = (
        (walls.points, walls.triangle, walls.thickness_mm)
        if raised
        else (slots.points, slots.triangle, slots.across_mm)
    )
    own = np.array([owner == done.step.id for owner, _ in mesh.faces])
    width = np.where(own[mesh.face_index[triangle]], width, np.nan)[: walls.even]
    least = kind.open_lines * process.line_mm
    known = np.flatnonzero(np.isfinite(width))
    if not len(known):
        return None
    sample = known[np.argsort(width[known])[len(known) // 4]]
    value = float(width[sample])
    if value >= least:
        return None
    start = points[sample]
    normal = mesh.crosses[triangle[sample]]
    end = start + normal / np.linalg.norm(normal) * (-value if raised else value)
    a, b = ((float(p[0]), float(p[1]), float(p[2])) for p in (start, end))
    lines = "a line" if kind.open_lines == 1 else f"{kind.open_lines:g} lines"
    follows = f"too thin to be laid; {lines}" if raised else f"plastic fills it; {lines}"
    words = (
        f"{length_text(value, unit)} wide at {done.step.id}: {follows}, "
        f"{length_text(least, unit)}, {'hold' if raised else 'stay open'}"
    )
    return Finding(
        "fine detail", "warning", words, value, least, at=a, ends=(a, b), step=done.step.id
    )


def _shallow(
    relief: Relief, step: str, result: PartResult, measured: Measured, process: Process,
    unit: LengthUnit,
) -> Finding:  # fmt: skip
    """A relief of one step, with what would make it show."""
    done = next((one for one in result.steps if one.step.id == step), None)
    meant = done is not None and done.step.kind in STEPS and STEPS[done.step.kind].is_relief
    found = judge_relief(relief, process, unit, measured.place, f" at {step}")
    return replace(
        found,
        severity="warning" if meant else found.severity,
        step=step,
        remedy=_deeper(done, relief.height_mm, 2 * (found.limit or 0.0)) if done else None,
    )


def judge_relief(
    relief: Relief,
    process: Process,
    unit: LengthUnit,
    place: Callable[[Vec3], Vec3],
    where: str = "",
) -> Finding:
    """A step between flat faces lower than a layer, or than half a line across the bed.

    Args:
        place: a point on the bed told in the part's own coordinates.
        where: said after its height.
    """
    height = length_text(relief.height_mm, unit)
    limit = process.layer_mm if relief.level else process.line_mm / 2
    if relief.level:
        words = (
            f"{height} high{where}, and a layer is {length_text(limit, unit)}: "
            "it comes out a whole layer high or not at all"
        )
    else:
        words = (
            f"{height} deep{where}: under half a line, {length_text(limit, unit)}, it hardly shows"
        )
    ends = (place(relief.ends[0]), place(relief.ends[1]))
    severity: Severity = "warning" if relief.level else "note"
    return Finding("fine detail", severity, words, relief.height_mm, limit, at=ends[0], ends=ends)


def _deeper(done: StepResult, height_mm: float, wanted_mm: float) -> Remedy | None:
    """Two layers, or a whole line, where one plain number decides the height."""
    for name, typed in done.typed.items():
        if typed.kind != "length" or typed.value is None or names_in(typed.text):
            continue
        if abs(typed.value - height_mm) < SAME_MM:
            text = f"{math.ceil(wanted_mm / 0.05 - 1e-9) * 0.05:g} mm"
            return Remedy(f"make the {name} {text}", (Edit(typed.path, text),))
    return None
