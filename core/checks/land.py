"""What rounded and chamfered edges leave of the faces beside them."""

from __future__ import annotations

from collections.abc import Iterable
from functools import partial

import numpy as np
from numpy.typing import NDArray

from core.checks.check import Limit, Piece, PieceCheck, register
from core.checks.finding import Finding
from core.checks.finished import mesh_of
from core.project.cache import MEASURED, content_key
from core.project.results import StepResult
from core.proof.gaps import FaceTree, Gap, corner_gap
from core.solids import TriangleMesh
from core.steps import STEPS, PartState

GONE_MM2 = 1e-3
WAS_MM2 = 1.0


@register
class Land(PieceCheck):
    name = "land"
    worst = "warning"
    asks = "Do finished edges leave some face between themselves and what is beside them?"
    measures = (
        "After each step that finishes edges: which faces are gone altogether, and how near its own"
        " faces come to holes and pockets that it does not finish."
    )
    limits = (Limit("one line of plastic of face is left"),)
    stepwise = True

    def look(self, piece: Piece) -> Iterable[Finding]:
        if piece.result is None:
            return
        before = PartState(piece.name)
        for done in piece.result.steps:
            kind = STEPS.get(done.step.kind)
            if kind and kind.finishes_edges and not done.error and before.body is not None:
                yield from _gone(self.name, done, before)
                yield from _near(self.name, piece, done, before)
            before = done.state


def _gone(name: str, done: StepResult, before: PartState) -> Iterable[Finding]:
    """Faces of which nothing is left: the finished edges meet in a sharp one."""
    was, now = mesh_of(before), mesh_of(done.state)
    left = dict(zip(now.faces, now.face_areas, strict=True))
    for (step, face), area in zip(was.faces, was.face_areas, strict=True):
        if area > WAS_MM2 and left.get((step, face), 0.0) < GONE_MM2:
            words = (
                f"nothing is left of {face} of {step}: the edges finished at {done.step.id} meet"
                " there"
            )
            yield Finding(name, "note", words, 0.0, step=done.step.id)


def _of_step(mesh: TriangleMesh, step: str) -> NDArray[np.bool_]:
    """Which triangles a step made."""
    return np.array([owner == step for owner, _ in mesh.faces], dtype=bool)[mesh.face_index]


def _gap(mesh: TriangleMesh, finished: str, recess: str) -> Gap | None:
    """How near what a step finished comes to a recess; None where either is gone."""
    one, other = (mesh.corners[_of_step(mesh, step)] for step in (finished, recess))
    return corner_gap(FaceTree(one), FaceTree(other)) if len(one) and len(other) else None


def _near(name: str, piece: Piece, done: StepResult, before: PartState) -> Iterable[Finding]:
    """Holes and pockets that the finished edge comes nearer to than one line."""
    told = " ".join(done.words.values())
    recesses = [
        step
        for step, feature in before.features.items()
        if feature.recess is not None and step not in told
    ]
    if not recesses:
        return
    now = mesh_of(done.state)
    for step in recesses:
        key = content_key("land", done.state.key, done.step.id, step)
        gap = MEASURED.get(key, partial(_gap, now, done.step.id, step))
        if gap is not None and gap.distance_mm < piece.process.line_mm:
            left = piece.told(round(gap.distance_mm, 2))
            words = (
                f"{done.step.id} comes within {left} of {step}: a knife edge is left, under one"
                " line"
            )
            yield Finding(
                name, "warning", words, gap.distance_mm, piece.process.line_mm, at=gap.on_a,
                step=done.step.id,
            )  # fmt: skip
