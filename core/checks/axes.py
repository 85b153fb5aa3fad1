"""Axes of what turns together, where other fits hold them: as far apart as the teeth want?"""

from __future__ import annotations

import math
from collections.abc import Iterable

import numpy as np

from core.checks.check import Joint, JointCheck, Limit, register
from core.checks.finding import Finding, Severity
from core.fits.registry import Motion
from core.project.assembly import held_by_others
from core.project.print_groups import inverse, joined

SLACK_MM = 0.05  # a third of it reaches the flanks, at 20°. no source
SLANT_DEG = 0.5


@register
class Axes(JointCheck):
    name = "axes"
    asks = "Do axes stand as far apart as the teeth want, where other fits hold them?"
    measures = (
        "The distance between the two axes as the other fits of the project put the parts together;"
        " the gap at the flanks changes by it times the sine of their lean."
    )
    limits = (
        Limit("0.05 mm; where the flanks have no gap left it is a stop"),
        Limit("parallel within half a degree", "common practice, no source"),
    )
    reading = "tightest gap"

    def look(self, joint: Joint) -> Iterable[Finding]:
        meeting, name = joint.fit.meeting, joint.fit.fit.name
        motion = meeting.motion if meeting else None
        if meeting is None or motion is None or motion.mate is None or not motion.ratio:
            return
        held = held_by_others(joint.solution, name)
        if held is None:
            return
        there = joined(held, joined(inverse(meeting.pose.matrix), motion.mate.matrix))
        apart, slant, along = _between(motion, there)
        wanted, _, level = _between(motion, motion.mate.matrix)
        reach, wide = motion.meet_mm
        if apart - wanted >= reach or abs(along - level) >= wide:
            words = (
                f"other fits hold the axes {joint.told(round(apart, 3))} apart and the teeth "
                f"{joint.told(round(abs(along - level), 3))} past each other: they do not meet"
            )
            yield Finding(self.name, "stop", words, apart, wanted, at=motion.mate.origin, fit=name)
            return
        gap = joint.fit.gap_mm or 0.0
        left = gap + (apart - wanted) * math.sin(math.radians(motion.lean_deg))
        far = abs(apart - wanted) > SLACK_MM
        severity: Severity = "stop" if far and left <= 0 else "warning" if far else "good"
        words = f"other fits hold the axes {joint.told(round(apart, 3))} apart"
        if not far:
            words = f"{words}, as the teeth want"
        else:
            words = f"{words}, the teeth want {joint.told(round(wanted, 3))}: " + (
                "the teeth jam"
                if left <= 0
                else f"each flank has {joint.told(round(left, 3))} and not"
                f" {joint.told(round(gap, 3))}"
            )
        if slant > SLANT_DEG:
            severity = "warning" if severity == "good" else severity
            words = f"{words}; they are {slant:.1f}° from parallel"
        at = motion.mate.origin
        yield Finding(self.name, severity, words, apart, wanted, at=at, fit=name)


def _between(motion: Motion, other: np.ndarray) -> tuple[float, float, float]:  # type: ignore[type-arg]
    """How far the first axis and another, the z of a (3, 4) pose, lie apart, mm, the angle between
    them, degrees, and how far along the first one the other begins, mm."""
    way, across = np.array(motion.axis.z_axis), other[:, 2]
    slant = math.degrees(math.acos(min(abs(float(way @ across)), 1.0)))
    off = other[:, 3] - np.array(motion.axis.origin)
    along = float(off @ way)
    return float(np.linalg.norm(off - along * way)), slant, along
