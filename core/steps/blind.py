"""Blind cuts that come out behind."""

from __future__ import annotations

from core.solids import triangle_mesh
from core.solids.mesh import face_area
from core.steps.registry import StepInput
from core.steps.state import PartState


def floor_warning(given: StepInput, after: PartState, face: str, noun: str) -> tuple[str, ...]:
    """Words on a blind cut that has lost its floor, or part of it, to something behind."""
    feature = after.features[given.step]
    if feature.tool is None or after.body is None:
        return ()
    drawn, left = (
        face_area(triangle_mesh(body), given.step, face) for body in (feature.tool, after.body)
    )
    if drawn <= 0 or left >= 0.98 * drawn:
        return ()
    if left <= 0.02 * drawn:
        return (f"this blind {noun} has no floor left: it breaks through behind",)
    return (f"this blind {noun} breaks through: only {left / drawn:.0%} of its floor is left",)
