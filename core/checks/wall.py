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
from core.project.resolve import names_in

Vec3 = tuple[float, float, float]


@register
class Wall(PieceCheck):
    name = "wall"
    asks = "Is every wall thick enough to print?"
    measures = (
        "Rays along the inward normal from points at most 1 mm apart over the whole surface; the "
        "face they meet must look the other way."
    )
    limits = (Limit("two lines of plastic; under one line it is a stop"),)
    cures = "widen the shell's wall to two lines, where one number decides it"
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
        step, face = mesh.faces[mesh.face_index[walls.triangle[sample]]]
        lines = value / piece.process.line_mm
        two = LINES_WARN * piece.process.line_mm
        where = (float(at[0]), float(at[1]), float(at[2]))
        severity = wall_severity(value, piece.process)
        spot = f" at {face}" if piece.result else ""
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
            remedy=None if severity == "good" else _wider(piece, two),
        )


def _through(piece: Piece, sample: int, thickness: float) -> Vec3:
    """Where the wall behind a sample ends."""
    walls, mesh = piece.measured.walls, piece.measured.mesh
    normal = mesh.crosses[walls.triangle[sample]]
    x, y, z = walls.points[sample] - normal / np.linalg.norm(normal) * thickness
    return float(x), float(y), float(z)


def _wider(piece: Piece, two_lines_mm: float) -> Remedy | None:
    """The wall of a step at two lines, where one plain number decides it."""
    if piece.result is None or piece.solution is None:
        return None
    for done in piece.result.steps:
        typed = done.typed.get("wall")
        if typed is None or typed.value is None or typed.value >= two_lines_mm:
            continue
        decided = piece.solution.measures.get(f"measures.{typed.text.strip()}", typed)
        if names_in(decided.text):
            return None
        text = f"{math.ceil(two_lines_mm / 0.05 - 1e-9) * 0.05:g} mm"
        name = decided.path.rpartition(".")[2]
        return Remedy(f"make {name} {text}, two lines", (Edit(decided.path, text),))
    return None
