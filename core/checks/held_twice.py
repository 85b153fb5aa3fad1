"""Parts that several fits hold: do they want them in one place?"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from itertools import product

import numpy as np

from core.checks.check import Joint, JointCheck, Limit, register
from core.checks.finding import Finding, Severity
from core.checks.finished import mesh_of
from core.checks.loops import Link, held_before, off_by
from core.fits import FITS
from core.project.results import FitResult

SLACK_MM = 0.05  # half the narrowest gap that is common: no source


@register
class HeldTwice(JointCheck):
    name = "held twice"
    asks = "Do the fits that hold the same parts want them in one place?"
    measures = (
        "The pose that this fit wants its second part in, and the one in which the fits before it "
        "hold it, over other parts too, each turned, slid or screwed as far as it lets them, "
        "plugs, lids and trays home; how far apart the box about the faces that meet then comes to "
        "stand."
    )
    limits = (
        Limit("0.05 mm; past the gaps of all of them together it is a stop"),
        Limit("gears are asked by the distance of their axes"),
    )
    reading = "tightest gap"

    def look(self, joint: Joint) -> Iterable[Finding]:
        fit, meeting = joint.fit, joint.fit.meeting
        if meeting is None or (meeting.motion and meeting.motion.mate):
            return
        links = held_before(joint.solution, fit.fit.name)
        mesh = mesh_of(joint.b.state)
        own = np.zeros(len(mesh.triangles), dtype=bool)
        for pair in meeting.pairs:
            own |= mesh.on(*pair.b)
        if not links or not own.any():
            return
        met = mesh.corners[own].reshape(-1, 3)
        box = np.array(list(product(*zip(met.min(axis=0), met.max(axis=0), strict=True))))
        off = round(off_by(links, Link(fit, True), box, SLACK_MM / 10), 4)
        room = (fit.gap_mm or 0.0) + sum(link.fit.gap_mm or 0.0 for link in links)
        severity: Severity = "good" if off <= SLACK_MM else "warning" if off <= room else "stop"
        part = joint.label("b")
        if severity == "good":
            words = f"{_holding(fit, links)} {part} where this fit wants it"
        else:
            take = "take that up" if severity == "warning" else "can take up"
            more = "" if severity == "warning" else "more than "
            words = (
                f"{_holding(fit, links)} {part} {joint.told(round(off, 3))} from where this fit "
                f"wants it: {more}their gaps, {joint.told(round(room, 3))} together, {take}"
            )
        yield Finding(
            self.name, severity, words, off, SLACK_MM, at=meeting.section.frame.origin,
            fit=fit.fit.name,
        )  # fmt: skip


def _holding(own: FitResult, links: Sequence[Link]) -> str:
    """Who holds the part, in words."""
    if len(links) > 1:
        return "other fits hold"
    this, other = (
        (one.fit.label or FITS[one.fit.kind].title).lower() for one in (own, links[0].fit)
    )
    return f"another {other} holds" if this == other else f"the {other} holds"
