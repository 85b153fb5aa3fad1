"""Is every wall thick enough to print?"""

from __future__ import annotations

import math
from collections.abc import Iterable

import numpy as np

from core.checks.check import Limit, Piece, PieceCheck, register
from core.checks.finding import Finding, Remedy
from core.checks.limits import LINES_STOP, LINES_WARN, wall_severity
from core.process import Process
from core.project.edits import Edit
from core.project.resolve import Typed, names_in
from core.project.results import PartResult, Solution

Vec3 = tuple[float, float, float]
SAME_MM = 0.02  # what facets allow


@register
class Wall(PieceCheck):
    name = "wall"
    waits_for = "rays"
    asks = "Is every wall thick enough to print?"
    measures = (
        "Rays along the inward normal from points about 1 mm apart over the whole surface, and "
        "from 24 on every patch however small; the face they meet must look the other way. Where "
        "one is met aslant, the least distance between the two is found."
    )
    limits = (Limit("two lines of plastic; under one line it is a stop"),)
    cures = "two lines, where one plain number decides the wall"
    reading = "thinnest wall"
    hatched = ("wall",)

    def legend(self, level: int, process: Process) -> str:
        line = process.line_mm
        return {
            3: f"wall under {LINES_STOP * line:.2f} mm, thinner than one line",
            2: f"wall under {LINES_WARN * line:.2f} mm, two lines",
        }.get(level, "")

    def look(self, piece: Piece) -> Iterable[Finding]:
        walls, mesh = piece.measured.walls, piece.measured.mesh
        if walls.thinnest is None:
            return
        value, sample = walls.thinnest
        at = walls.points[sample]
        (step, face), (beyond, back) = (
            mesh.faces[mesh.face_index[of[sample]]] for of in (walls.triangle, walls.behind)
        )
        lines = value / piece.process.line_mm
        two = LINES_WARN * piece.process.line_mm
        where = (float(at[0]), float(at[1]), float(at[2]))
        severity = wall_severity(value, piece.process)
        spot = ""
        if piece.result and beyond != step:  # two steps have come too near each other
            one, other = (_spoken(piece.result, its) for its in (step, beyond))
            spot = f" between {face} of {one} and {back} of {other}"
        elif piece.result:
            spot = f" at {face}"
        if severity == "good":
            words = f"thinnest wall {lines:.1f} lines{spot and ',' + spot}"
        elif severity == "warning":
            words = f"wall of {lines:.1f} lines{spot}; two lines want {piece.told(two)}"
        else:
            words = f"wall thinner than one line{spot}; it will not print"
        yield Finding(
            self.name,
            severity,
            words,
            value,
            two,
            at=where,
            ends=(where, _through(piece, sample, value)),
            step=step if piece.result else "",
            remedy=None if severity == "good" else _wider(piece, value, step, two),
        )


def _spoken(result: PartResult, step: str) -> str:
    """A step as it is spoken of."""
    return next((done.step.spoken for done in result.steps if done.step.id == step), step)


def _through(piece: Piece, sample: int, thickness: float) -> Vec3:
    """Where the wall behind a sample ends."""
    walls, mesh = piece.measured.walls, piece.measured.mesh
    normal = mesh.crosses[walls.triangle[sample]]
    x, y, z = walls.points[sample] - normal / np.linalg.norm(normal) * thickness
    return float(x), float(y), float(z)


def _wider(piece: Piece, value_mm: float, step: str, two_lines_mm: float) -> Remedy | None:
    """The one plain number that decides the wall, at two lines: the wall of a step, or a length of
    the step it was found at that is just as thick."""
    if piece.result is None or piece.solution is None:
        return None
    for done in piece.result.steps:
        typed = done.typed.get("wall")
        if typed is not None and typed.value is not None and typed.value < two_lines_mm:
            return _at(piece.solution, typed, two_lines_mm)
    for done in piece.result.steps:
        for typed in done.typed.values() if done.step.id == step else ():
            if typed.kind == "length" and typed.value and abs(typed.value - value_mm) < SAME_MM:
                return _at(piece.solution, typed, two_lines_mm)
    return None


def _at(solution: Solution, typed: Typed, two_lines_mm: float) -> Remedy | None:
    decided = solution.measures.get(f"measures.{typed.text.strip()}", typed)
    if names_in(decided.text):
        return None
    text = f"{math.ceil(two_lines_mm / 0.05 - 1e-9) * 0.05:g} mm"
    name = decided.path.rpartition(".")[2].replace("_", " ")
    return Remedy(f"make {name} {text}, two lines", (Edit(decided.path, text),))
