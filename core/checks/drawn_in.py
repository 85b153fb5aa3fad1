"""Teeth that meet draw fingers in: what drives a toy is to be enclosed."""

from __future__ import annotations

from collections.abc import Iterable

from core.checks.caution import ASK
from core.checks.check import Joint, JointCheck, Limit, register
from core.checks.finding import Finding


@register
class DrawnIn(JointCheck):
    name = "drawn in"
    worst = "warning"
    asks = "Could fingers be drawn in where parts of a toy roll on each other?"
    measures = (
        "Only whether it is a toy and two of its parts roll on each other; whether something covers"
        " them is not looked for."
    )
    limits = (
        Limit("what drives a toy is enclosed; ISO 8124-1, EN 71-1, ASTM F963", "from memory"),
    )

    def look(self, joint: Joint) -> Iterable[Finding]:
        meeting = joint.fit.meeting
        if not joint.solution.project.use.toy or not (meeting and meeting.motion):
            return
        if meeting.motion.mate is None:
            return
        words = (
            "fingers are drawn in where the teeth meet: ISO 8124-1, EN 71-1 and ASTM F963 ask that "
            f"what drives a toy be enclosed. Whether a toy may have it open, {ASK}"
        )
        yield Finding(
            self.name, "warning", words, unit="", at=meeting.section.frame.origin,
            part=joint.fit.fit.parts[0], fit=joint.fit.fit.name,
        )  # fmt: skip
