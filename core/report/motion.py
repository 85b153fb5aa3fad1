"""A fit set in motion: poses along its way, measured on the finished solids."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from core.fits.registry import Motion
from core.project.cache import MEASURED, content_key
from core.project.results import FitResult
from core.proof.motion import TOUCH_MM3, Sweep, sweep
from core.report.fits import motion_view
from core.report.measuring import mesh_of
from core.report.models import MotionReport, MotionView, PoseView, Severity
from core.solids import Frame
from core.steps import PartState

POSES = 40
Matrix = NDArray[np.float64]


def moved_along(motion: Motion, at: float) -> Matrix:
    """The (4, 4) move, in part a's coordinates, from the assembled position to a place."""
    if motion.way == "slide":
        return turn_and_shift(motion.axis, 0.0, at)
    if motion.way == "screw":
        return turn_and_shift(motion.axis, at, at / 360 * motion.lead_mm)
    if motion.way == "track":
        turn, along = _on_track(motion, at)
        return turn_and_shift(motion.axis, turn, along)
    return turn_and_shift(motion.axis, at, 0.0)


def turn_and_shift(axis: Frame, turn_deg: float, along_mm: float) -> Matrix:
    """A turn about an axis and a shift along it, as a (4, 4) matrix."""
    local = np.eye(4)
    angle = math.radians(turn_deg)
    local[:2, :2] = [[math.cos(angle), -math.sin(angle)], [math.sin(angle), math.cos(angle)]]
    local[2, 3] = along_mm
    frame = np.vstack([axis.matrix, [0.0, 0.0, 0.0, 1.0]])
    return np.asarray(frame @ local @ np.linalg.inv(frame))


def _on_track(motion: Motion, share: float) -> tuple[float, float]:
    points = np.array(motion.path)
    legs = np.linalg.norm(np.diff(points, axis=0) * [motion.lead_mm / 360, 1.0], axis=1)
    reached = np.concatenate([[0.0], np.cumsum(legs)])
    at = share * reached[-1]
    turn = float(np.interp(at, reached, points[:, 0]))
    along = float(np.interp(at, reached, points[:, 1]))
    return turn, along


def pose_at(fit: FitResult, at: float) -> Matrix:
    """The (3, 4) transform of part b at a place along its fit's way."""
    assert fit.meeting is not None and fit.meeting.motion is not None
    seat = np.vstack([fit.meeting.pose.matrix, [0.0, 0.0, 0.0, 1.0]])
    return np.asarray((moved_along(fit.meeting.motion, at) @ seat)[:3])


def sweep_fit(fit: FitResult, a: PartState, b: PartState, poses: int = POSES) -> Sweep:
    """A fit moved through its whole range."""
    assert fit.meeting is not None and fit.meeting.motion is not None
    motion = fit.meeting.motion
    places = [float(v) for v in np.linspace(motion.low, motion.high, poses)]
    key = content_key("sweep", fit.fit.name, a.key, b.key, fit.meeting.pose, motion, poses)

    def run() -> Sweep:
        faces = [_meeting_faces(fit, a, "a"), _meeting_faces(fit, b, "b")]
        return sweep(
            (a.solid(), faces[0]), (b.solid(), faces[1]), lambda at: pose_at(fit, at), places
        )

    return MEASURED.get(key, run)


def _meeting_faces(fit: FitResult, state: PartState, of: str) -> Matrix:
    """The faces of a part that are meant to meet the other's, (n, 3, 3) mm; all where none are."""
    assert fit.meeting is not None
    mesh = mesh_of(state)
    chosen = np.zeros(len(mesh.triangles), dtype=bool)
    for pair in fit.meeting.pairs:
        if pair.asked_mm > 0:
            chosen |= mesh.on(*(pair.a if of == "a" else pair.b))
    return mesh.corners[chosen] if chosen.any() else mesh.corners


def motion_report(fit: FitResult, a: PartState, b: PartState) -> MotionReport:
    """A motion tried out, worded. The fit must have one."""
    assert fit.meeting is not None and fit.meeting.motion is not None
    motion = fit.meeting.motion
    tried = sweep_fit(fit, a, b)
    best = tried.tightest
    unit = motion_view(motion)
    if tried.contact is None:
        words = f"moves freely, {motion.words}: never closer than {best.gap_mm:.2f} mm"
        severity: Severity = "good"
    else:
        words = f"first touches at {_told(unit, tried.contact)}"
        # a hinge is expected to come to a stop; anything else should have its way free
        severity = "note" if motion.way == "turn" else "warning"
    return MotionReport(
        motion=unit,
        poses=[
            PoseView(
                at=pose.at,
                gap_mm=pose.gap_mm,
                overlap_mm3=pose.overlap_mm3,
                collides=pose.overlap_mm3 > TOUCH_MM3,
                point=pose.point,
                pose=[float(v) for v in pose_at(fit, pose.at).ravel()],
            )
            for pose in tried.poses
        ],
        contact=tried.contact,
        tightest=tried.poses.index(best),
        words=words,
        severity=severity,
    )


def _told(view: MotionView, at: float) -> str:
    if view.way == "track":
        return f"{at:.0%} of the way"
    return f"{at:.1f}{'°' if view.unit == '°' else ' mm'}"
