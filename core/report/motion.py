"""What a fit's motion came to, as the screen shows it."""

from __future__ import annotations

from core.checks.moving import carried_along, pose_at, sweep_fit
from core.fits.registry import Motion
from core.measures.display import length_text
from core.measures.units import LengthUnit
from core.project.results import FitResult
from core.proof.motion import TOUCH_MM3
from core.report.fits import motion_view
from core.steps import PartState
from core.views.report import MotionReport, MotionView, PoseView, Severity


def motion_report(
    fit: FitResult, a: PartState, b: PartState, lengths: LengthUnit = "mm"
) -> MotionReport:
    """A motion tried out, worded in the project's unit. The fit must have one."""
    assert fit.meeting is not None and fit.meeting.motion is not None
    motion = fit.meeting.motion
    tried = sweep_fit(fit, a, b)
    best = tried.tightest
    unit = motion_view(motion)
    if tried.contact is None:
        words = (
            f"moves freely, {motion.words}: never closer than"
            f" {length_text(round(best.gap_mm, 2), lengths)}"
        )
        severity: Severity = "good"
    else:
        words = f"first touches at {_told(unit, tried.contact, lengths)}"
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
                first=_carried(motion, pose.at),
            )
            for pose in tried.poses
        ],
        contact=tried.contact,
        tightest=tried.poses.index(best),
        words=words,
        severity=severity,
    )


def _carried(motion: Motion, at: float) -> list[float]:
    moved = carried_along(motion, at)
    return [] if moved is None else [float(v) for v in moved[:3].ravel()]


def _told(view: MotionView, at: float, lengths: LengthUnit) -> str:
    if view.way == "track":
        return f"{at:.0%} of the way"
    return f"{at:.1f}°" if view.unit == "°" else length_text(round(at, 1), lengths)
