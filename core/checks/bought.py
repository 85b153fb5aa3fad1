"""Bought things that hold two parts together: have they their room, their seat and their hold?"""

from __future__ import annotations

from collections.abc import Iterable

from core.checks.check import Joint, JointCheck, Limit, register
from core.checks.finding import Finding, Severity
from core.checks.limits import TOUCHING_MM3

SEAT = 0.98  # of what a head or a nut lies on is to be there: the rest is facets
HELD = 0.9  # of how far something is held, lead-ins being left; no source
HALF = 0.5  # common practice, no source
WAY_MM3 = 1.0  # what stands in a driver's way is more than a facet's worth; no source


@register
class BoughtThings(JointCheck):
    name = "bought"
    asks = "Have the screws that hold it their room, their seats and their hold?"
    measures = (
        "Screws, nuts and inserts by their tables, laid into the finished solids: the volume they "
        "share with plastic and screws with each other, what is there of the rings their heads and "
        "nuts lie on, how far round and along a thread or insert there is plastic, and whether a "
        "room as wide as each head, or nut, leads straight to it."
    )
    limits = (
        Limit("they share nothing with the parts"),
        Limit("98 % of each seat, nine tenths of each hold; under a half it is a stop"),
        Limit("what screws bear is not told: it hangs on the print"),
    )
    reading = "tightest gap"

    def look(self, joint: Joint) -> Iterable[Finding]:
        meeting, found = joint.fit.meeting, joint.measured.things
        assert meeting is not None
        bought, name = meeting.bought, joint.fit.fit.name
        if bought is None or found is None:
            return
        bad = False
        for of, shared in zip("ab", found.overlap_mm3, strict=True):
            if shared > TOUCHING_MM3 * len(bought.screws):
                bad = True
                words = (
                    f"the screws lie in the {joint.label(of)} by {shared:.2f} mm³: something "
                    "closes their holes"
                )
                yield Finding(self.name, "stop", words, shared, 0.0, "mm³", fit=name)
        if found.of_each_other_mm3 > TOUCHING_MM3:
            bad = True
            shared = found.of_each_other_mm3
            words = f"the screws lie in each other by {shared:.2f} mm³: they stand too close"
            yield Finding(self.name, "stop", words, shared, 0.0, "mm³", fit=name)
        for rest, share in zip(bought.rests, found.rests, strict=True):
            if share < SEAT:
                bad = True
                words = (
                    f"of what the {rest.what} lie on {share:.0%} is there, in the "
                    f"{joint.label(rest.of)}"
                )
                yield Finding(self.name, _bad(share), words, share * 100, SEAT * 100, "%", fit=name)
        for grip, held in zip(bought.grips, found.held_mm, strict=True):
            if held < HELD * grip.long_mm:
                bad = True
                words = (
                    f"the {grip.what} are held over {joint.told(round(held, 2))} of "
                    f"{joint.told(round(grip.long_mm, 2))}: the {joint.label(grip.of)} is not all "
                    "round them"
                )
                yield Finding(
                    self.name, _bad(held / grip.long_mm), words, held, HELD * grip.long_mm,
                    fit=name,
                )  # fmt: skip
        shut = sum(one > WAY_MM3 for one in found.in_the_way_mm3)
        if shut:
            bad = True
            nuts = " and nuts" if len(bought.rests) > 1 else ""
            which = f"{shut} of {len(bought.ways)} screws{nuts}" if len(bought.ways) > 1 else "it"
            words = f"no straight way leads to {which}: plastic stands before"
            yield Finding(self.name, "warning", words, float(shut), 0.0, "", fit=name)
        if not bad:
            words = "the screws pass, lie on the whole of their seats and are reached straight"
            if bought.grips:
                words = (
                    f"{words}; the {bought.grips[0].what} are held over "
                    f"{joint.told(round(found.held_mm[0], 2))}"
                )
            yield Finding(self.name, "good", words, unit="", fit=name)


def _bad(share: float) -> Severity:
    return "warning" if share >= HALF else "stop"
