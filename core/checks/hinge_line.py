"""The gap beside a toy's hinge: one that lets a 5 mm rod in must let a 12 mm rod in."""

from __future__ import annotations

from collections.abc import Iterable

import numpy as np

from core.checks.caution import ASK
from core.checks.check import Joint, JointCheck, Limit, register
from core.checks.finding import Finding
from core.checks.finished import mesh_of
from core.checks.moving import pose_at
from core.project.cache import MEASURED, content_key
from core.project.results import FitResult
from core.proof.gaps import FaceTree, corner_gap, smallest_gap
from core.steps import PartState

Vec3 = tuple[float, float, float]
ROD_MM, ROD_LET_MM = 5.0, 12.0  # ISO 8124-1, EN 71-1 (1/2 in in ASTM F963), from memory
NEAR_AXIS_MM = 15.0  # how far from a hinge's axis its line is looked at
POSES = 9


@register
class HingeLine(JointCheck):
    name = "hinge line"
    worst = "warning"
    asks = "Could the toy's hinge pinch fingers?"
    measures = "The gap between the two parts beside the hinge, at poses over its range."
    limits = (
        Limit(
            "what lets a 5 mm rod in lets 12 mm in; ISO 8124-1, EN 71-1, ASTM F963", "from memory"
        ),
    )

    def look(self, joint: Joint) -> Iterable[Finding]:
        if not joint.solution.project.use.toy:
            return
        gaps = _gaps(joint.fit, joint.a.state, joint.b.state)
        if not gaps:
            return
        least, most = min(gaps), max(gaps)
        if least[0] >= ROD_LET_MM or most[0] < ROD_MM:
            return
        words = (
            f"beside the hinge the gap goes from {least[0]:.1f} to {most[0]:.1f} mm as it turns: "
            f"what lets a {ROD_MM:g} mm rod in must let {ROD_LET_MM:g} mm in (ISO 8124-1, EN 71-1, "
            f"ASTM F963), or it pinches fingers. Whether a toy may have it, {ASK}"
        )
        name = joint.fit.fit.name
        yield Finding(
            self.name, "warning", words, least[0], ROD_LET_MM, at=most[1],
            part=joint.fit.fit.parts[0], fit=name,
        )  # fmt: skip


def _gaps(fit: FitResult, a: PartState, b: PartState) -> list[tuple[float, Vec3]]:
    """The gap beside a hinge at poses over its range, and where; none where no rod gets in."""
    meeting = fit.meeting
    if meeting is None or meeting.motion is None or meeting.motion.way != "turn":
        return []
    motion = meeting.motion
    key = content_key("hinge line", fit.fit.name, a.key, b.key, meeting.pose, motion)

    def look() -> list[tuple[float, Vec3]]:
        own = _beside(a, fit, np.eye(3, 4))
        other = _beside(b, fit, meeting.pose.matrix)
        if not len(own) or not len(other):
            return []
        places = [pose_at(fit, float(at)) for at in np.linspace(motion.low, motion.high, POSES)]
        trees = FaceTree(own), FaceTree(other)
        if all(corner_gap(*trees, pose).distance_mm < ROD_MM for pose in places):
            return []  # no rod gets in anywhere
        gaps = [smallest_gap(own, other @ pose[:, :3].T + pose[:, 3]) for pose in places]
        return [(gap.distance_mm, gap.on_a) for gap in gaps]

    return MEASURED.get(key, look)


def _beside(state: PartState, fit: FitResult, pose: np.ndarray) -> np.ndarray:  # type: ignore[type-arg]
    """A part's own triangles (n, 3, 3) near the hinge's axis, without the hinge itself."""
    assert fit.meeting is not None and fit.meeting.motion is not None
    mesh = mesh_of(state)
    axis = fit.meeting.motion.axis.matrix
    ids, made_by = mesh.steps()
    of_hinge = np.array([step == fit.fit.name for step in ids])
    there = mesh.vertices @ pose[:, :3].T + pose[:, 3] - axis[:, 3]
    along = there @ axis[:, 2]
    off = np.linalg.norm(there - along[:, None] * axis[:, 2], axis=1)
    near = (off[mesh.triangles] < NEAR_AXIS_MM).any(axis=1) & ~of_hinge[made_by]
    return np.asarray(mesh.corners[near])
