"""How the two parts of a fit meet: every gap, what they share, how it feels, what is left."""

from __future__ import annotations

import math
from collections.abc import Iterable

from core.checks.check import Joint, JointCheck, Limit, register
from core.checks.finding import Finding, Remedy, Severity
from core.checks.fit_measures import MeasuredFit
from core.checks.limits import LINES_WARN, TOUCHING_MM3, wall_severity
from core.checks.moving import Tried
from core.fits.registry import Engages, Motion
from core.fits.registry import WallLeft as Wall
from core.project.edits import Edit
from core.proof.engagement import Engagement as Found
from core.threads.strength import about_newtons


@register
class GapAsAsked(JointCheck):
    name = "gap"
    asks = "Is every gap as asked for?"
    measures = (
        "The least distance between the faces that meet, on the finished solids as assembled: "
        "corner to face and edge to edge, exact for triangles."
    )
    limits = (Limit("within 0.02 mm; 0.03 mm on the flanks of threads", "what facets allow"),)
    reading = "tightest gap"
    as_value = True

    def look(self, joint: Joint) -> Iterable[Finding]:
        name, meeting = joint.fit.fit.name, joint.fit.meeting
        assert meeting is not None
        for pair, gap in zip(meeting.pairs, joint.measured.gaps, strict=True):
            if gap is None:
                words = f"{pair.name}: the faces are no longer there"
                yield Finding(self.name, "warning", words, fit=name)
                continue
            a, b = gap.on_a, gap.on_b
            middle = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2)
            told = joint.told(gap.distance_mm)
            good = abs(gap.distance_mm - pair.asked_mm) <= pair.tolerance_mm
            if pair.asked_mm <= 0 and not meeting.touching:
                words = f"{pair.name}: no clearance is asked for, and there is {told}"
                yield Finding(
                    self.name, "warning", words, gap.distance_mm, pair.asked_mm, at=middle, fit=name
                )
                continue
            asked = "as asked" if good else f"{joint.told(pair.asked_mm)} asked"
            yield Finding(
                self.name, "good" if good else "warning",
                f"{pair.name} gap {told} on the solids, {asked}",
                gap.distance_mm, pair.asked_mm, at=middle, fit=name,
            )  # fmt: skip


@register
class Overlap(JointCheck):
    name = "overlap"
    asks = "Do the assembled parts lie in each other?"
    measures = "The volume the two finished solids share as assembled."
    limits = (Limit("none; 0.02 mm³ where faces rest on each other", "what facets allow"),)
    reading = "tightest gap"

    def look(self, joint: Joint) -> Iterable[Finding]:
        meeting, shared = joint.fit.meeting, joint.measured.overlap_mm3
        assert meeting is not None
        if meeting.marks_only:
            return
        severity: Severity = "good"
        words = "the parts share no room"
        if shared > (TOUCHING_MM3 if meeting.touching else 1e-3):
            severity, words = "stop", f"the parts lie in each other by {shared:.2f} mm³"
        yield Finding(self.name, severity, words, shared, 0.0, "mm³", fit=joint.fit.fit.name)


@register
class Feel(JointCheck):
    name = "feel"
    asks = "Will it feel as it should?"
    measures = "The forecast for the gap as it stands, from what the process was taught."
    limits = (Limit("the feel asked for is the likeliest", "the process as it was learnt"),)
    cures = "the gap that the process proposes; the feel that can be had"
    reading = "tightest gap"

    def look(self, joint: Joint) -> Iterable[Finding]:
        fit = joint.fit
        if fit.forecast is None or fit.gap_mm is None or fit.chance is None:
            return
        if fit.meeting and fit.meeting.engages and _passes(joint.measured):
            return  # nothing meets: there is nothing to feel
        chances = fit.forecast.chances
        likely = max(chances, key=lambda feel: chances[feel])
        words = f"{fit.chance:.0%} sure to {_VERB[fit.fit.feel]}"
        severity: Severity = "good"
        if fit.gap_mm == 0:
            words = (
                f"no gap at all: {chances['fused']:.0%} fused, {chances['press']:.0%} a press fit, "
                "and sanding either way"
            )
            severity = "warning"
        elif likely != fit.fit.feel and fit.fit.feel != "print-in-place":
            words = f"most likely {likely} ({chances[likely]:.0%}), not {fit.fit.feel} as asked"
            severity = "warning"
        remedy = None
        if severity == "warning" and fit.fit.gap:
            proposed = joint.told(fit.proposed_mm)
            remedy = Remedy(
                f"use the proposed {proposed} a side", (Edit(f"fits.{fit.fit.name}.gap", ""),)
            )
        elif severity == "warning" and likely in _VERB:
            # no gap that this fit can have gives the feel: another feel is what can be had
            path = f"fits.{fit.fit.name}.feel"
            remedy = Remedy(f"ask it to {_VERB[likely]} instead", (Edit(path, likely),))
        yield Finding(
            self.name, severity, words, fit.chance * 100, None, "%", fit=fit.fit.name,
            remedy=remedy,
        )  # fmt: skip


_VERB = {
    "press": "press together",
    "snug": "be snug",
    "slide": "slide",
    "free": "be free",
    "print-in-place": "keep its gap open",
}


@register
class WallLeft(JointCheck):
    name = "wall left"
    asks = "Does the fit leave wall enough standing?"
    measures = (
        "Behind the faces the fit cut, through material only: rays along the inward normal to the "
        "first face that looks the other way."
    )
    limits = (Limit("two lines of plastic; under one line, or none at all, it is a stop"),)
    cures = "the depth or width that leaves two lines, or a thicker wall"
    reading = "thinnest wall"

    def look(self, joint: Joint) -> Iterable[Finding]:
        fit = joint.fit
        assert fit.meeting is not None
        for wall, left in zip(fit.meeting.walls_left, joint.measured.walls_left, strict=True):
            two = LINES_WARN * joint.process.line_mm
            owner = fit.fit.parts[0 if wall.of == "a" else 1]
            value, at, ends = left.value_mm, left.at, left.ends
            if value is None:
                continue
            if value <= 0:
                words = f"{wall.what}: none left, it is cut through"
                severity: Severity = "stop"
            else:
                lines = value / joint.process.line_mm
                words = f"{wall.what} left {joint.told(value)}, {lines:.1f} lines"
                severity = wall_severity(value, joint.process)
            remedies = _thicker(fit.fit.name, wall, value, two) if severity != "good" else []
            yield Finding(
                self.name, severity, words, value, two, part=owner, fit=fit.fit.name, at=at,
                ends=ends, remedy=remedies[0] if remedies else None, others=tuple(remedies[1:]),
            )  # fmt: skip


def _thicker(fit: str, wall: Wall, left_mm: float, two_lines_mm: float) -> list[Remedy]:
    """The field that decides a wall set so that two lines are left; where none is left to go by, to
    three quarters, a half and a quarter of what it is."""
    if not wall.field:
        return []
    if left_mm > 0:
        wanted = [wall.value + (two_lines_mm - left_mm + 0.02) / wall.gains]
    else:
        wanted = [wall.value * share for share in (0.75, 0.5, 0.25)]
    round_ = math.ceil if wall.gains > 0 else math.floor
    texts = [f"{round_(value * 20) / 20:g} mm" for value in wanted if value > 0.05]
    return _cures(fit, tuple((wall.field, text, f"{wall.field} {text}") for text in texts))


@register
class Cautions(JointCheck):
    name = "fit"
    asks = "What does this kind of fit want minded?"
    measures = "What the kind of fit reckons from its own sizes, each with its source beside it."
    limits = (Limit("told with each caution", "told with each caution"),)
    cures = "what the kind of fit names: a relief, a lead-in, grips, a coarser thread"
    reading = "tightest gap"

    def look(self, joint: Joint) -> Iterable[Finding]:
        assert joint.fit.meeting is not None
        name = joint.fit.fit.name
        for severity, words, *cures in joint.fit.meeting.cautions:
            remedies = _cures(name, cures[0]) if cures else []
            yield Finding(
                self.name, severity, words, unit="", fit=name,  # type: ignore[arg-type]
                remedy=remedies[0] if remedies else None, others=tuple(remedies[1:]),
            )  # fmt: skip


def strips_at_n(asked: Engages, found: Found) -> float:
    """The load at which ridges strip, newtons, for as far as they were found to engage."""
    share = found.length_mm / max(asked.high - asked.low, 1e-9)
    return asked.load_n * min(share, 1.0) if found.overlap_mm > 0 else 0.0


def _passes(measured: MeasuredFit) -> bool:
    """Whether ridges that are to engage pass each other by."""
    return measured.engagement is None or measured.engagement.overlap_mm <= 0


def _cures(fit: str, cures: tuple[tuple[str, str, str], ...]) -> list[Remedy]:
    """Each cure that a fit names as a remedy: one field of it set to a text."""
    return [
        Remedy(
            f"take {words}",
            (Edit(f"fits.{fit}.gap" if field == "gap" else f"fits.{fit}.fields.{field}", text),),
        )
        for field, text, words in cures
    ]


@register
class Engagement(JointCheck):
    name = "engagement"
    asks = "Do the ridges reach past each other far enough to hold?"
    measures = (
        "On the finished solids as assembled: by how much the crests of one overlap the bore of "
        "the other along the radius, the least of 36 sectors all round, and over what length."
    )
    limits = (
        Limit("half the depth of thread, and 2 turns; where crests do not overlap it is a stop"),
        Limit("shear areas by the form of FED-STD-H28/2", "from memory"),
    )
    cures = "a smaller gap, or a coarser thread"
    reading = "tightest gap"

    def look(self, joint: Joint) -> Iterable[Finding]:
        meeting, found = joint.fit.meeting, joint.measured.engagement
        assert meeting is not None
        asked, name = meeting.engages, joint.fit.fit.name
        if asked is None:
            return
        remedies = tuple(_cures(name, asked.cures))
        instead = f"; {asked.instead}" if asked.instead else ""
        if found is None or found.overlap_mm <= 0:
            free = joint.told(round(-found.overlap_mm, 3)) if found else ""
            words = (
                f"nothing engages: the {joint.label('b')} goes over the {joint.label('a')} without "
                f"turning{', ' + free + ' free all round' if free else ''}{instead}"
            )
            value = found.overlap_mm if found else None
            yield Finding(
                self.name, "stop", words, value, asked.full_mm / 2, fit=name,
                remedy=remedies[0] if remedies else None, others=remedies[1:],
            )  # fmt: skip
            return
        share = found.overlap_mm / asked.full_mm
        turns = found.length_mm / asked.lead_mm
        words = (
            f"the ridges reach {joint.told(round(found.overlap_mm, 3))} past each other, "
            f"{share:.0%} of their depth, over {turns:.1f} turns; they strip at "
            f"{about_newtons(strips_at_n(asked, found))}"
        )
        severity: Severity = "good"
        if share < 0.5 - 0.02:
            severity, words = "warning", f"{words}; half the depth is wanted{instead}"
        elif turns < LEAST_TURNS:
            severity, words = "warning", f"{words}; at least 2 turns hold it straight"
            remedies = tuple(_cures(name, asked.longer))
        yield Finding(
            self.name, severity, words, found.overlap_mm, asked.full_mm / 2, fit=name,
            remedy=remedies[0] if remedies and severity != "good" else None,
            others=remedies[1:] if severity != "good" else (),
        )  # fmt: skip


@register
class Bending(JointCheck):
    name = "bending"
    asks = "Does the arm bear the bend it takes to go together?"
    measures = (
        "The small-strain beam over the arm's length from its root to where it is pushed, by the "
        "sizes the solids are built from."
    )
    limits = (
        Limit("the strain the material bears once", "usual data sheets, from memory"),
        Limit("beam equations of a published snap-fit design guide", "from memory"),
    )
    cures = "a longer or thinner arm, less to bend by"
    reading = "tightest gap"

    def look(self, joint: Joint) -> Iterable[Finding]:
        assert joint.fit.meeting is not None
        bent, name = joint.fit.meeting.bends, joint.fit.fit.name
        if bent is None:
            return
        limit = bent.limit_percent
        if limit is None:
            words = (
                f"{bent.what} bends at {bent.strain:.1%} strain; what {bent.material} bears is not"
                " known"
            )
            yield Finding(self.name, "note", words, bent.strain * 100, None, "%", fit=name)
            return
        percent = bent.strain * 100
        bears = f"{bent.material} bears {limit:g} % once"
        if bent.loaded:
            bears += f" {bent.loaded}"
        if bent.again_share < 1:
            bears += f", about {limit * bent.again_share:.2g} % again and again"
        words = f"{bent.what} bends at {percent:.1f} % strain; {bears}"
        severity: Severity = "good"
        if percent > 2 * limit:
            severity, words = "stop", f"{words}: it breaks"
        elif percent > limit:
            severity, words = "warning", f"{words}: it is likely to break"
        elif percent > limit * bent.again_share:
            severity = "note"
        remedies = tuple(_cures(name, bent.cures)) if severity in ("warning", "stop") else ()
        yield Finding(
            self.name, severity, words, percent, limit, "%", fit=name,
            remedy=remedies[0] if remedies else None, others=remedies[1:],
        )  # fmt: skip


@register
class HeldIn(JointCheck):
    name = "held"
    asks = "Can the captive piece get out?"
    measures = (
        "The loose piece moved along 34 straight ways out of where it lies: how deep it would have "
        "to lie in the holder on the easiest of them. Ways with a bend or a turn are not tried."
    )
    limits = (Limit("0.3 mm, so that springy plastic does not let it by"),)
    cures = "more bars, a wider head"
    reading = "tightest gap"

    def look(self, joint: Joint) -> Iterable[Finding]:
        meeting, found = joint.fit.meeting, joint.measured.escape
        assert meeting is not None
        if meeting.held is None or found is None:
            return
        name = joint.fit.fit.name
        remedies = tuple(_cures(name, meeting.held.cures))
        held = found.held_mm
        value = min(held, 99.0)
        if held < HELD_MM:
            words = (
                f"{meeting.held.what} gets out: on the easiest straight way it is held by"
                f" {joint.told(round(value, 2))} only"
            )
            yield Finding(
                self.name, "stop", words, value, HELD_MM, fit=name,
                remedy=remedies[0] if remedies else None, others=remedies[1:],
            )  # fmt: skip
            return
        words = (
            f"no straight way out for {meeting.held.what}: held by {joint.told(round(value, 2))} on"
            " the easiest"
        )
        yield Finding(self.name, "good", words, value, HELD_MM, fit=name)


LEAST_TURNS = 1.5  # common practice, no source
HELD_MM = 0.3  # common practice, no source


@register
class GoesTogether(JointCheck):
    name = "goes together"
    asks = "Can it be put together and taken apart the way it is meant to?"
    measures = (
        "Part b moved along the fit's own way, slid, screwed or along its track, pose by pose on "
        "the finished solids; a hinge is turned over its range."
    )
    limits = (Limit("the solids share nothing on the way but what facets allow"),)
    reading = "tightest gap"

    def look(self, joint: Joint) -> Iterable[Finding]:
        meeting = joint.fit.meeting
        assert meeting is not None
        if meeting.marks_only:
            return
        ways = ((meeting.motion, joint.measured.way), (meeting.apart, joint.measured.apart))
        for motion, tried in ways:
            if motion is not None and tried is not None:
                yield from self._along(joint, motion, tried)

    def _along(self, joint: Joint, motion: Motion, tried: Tried) -> Iterable[Finding]:
        name = joint.fit.fit.name
        if tried.contact is None:
            words = f"{motion.words}: the way is free"
            yield Finding(self.name, "good", words, unit="", fit=name)
            return
        at = tried.contact
        place = {
            "track": f"{at:.0%} of the way",
            "slide": joint.told(round(at, 2)),
        }.get(motion.way, f"{at:.1f}°")
        if motion.must:
            words = f"not free when {motion.words}: the parts lie in each other at {place}"
            yield Finding(self.name, "stop", words, unit="", fit=name)
            return
        wanted = motion.asked if motion.asked is not None else motion.high
        short = wanted - at
        words = f"{motion.words} it first touches at {place}"
        if short <= SHORT_DEG:
            words = f"{words}: it goes as far as {wanted:g}°"
            yield Finding(self.name, "good", words, at, wanted, "°", fit=name)
            return
        words = f"{words}, {short:.1f}° short of {wanted:g}°: it does not go all the way"
        severity: Severity = "note" if motion.asked is None else "stop"
        yield Finding(self.name, severity, words, at, wanted, "°", fit=name)


SHORT_DEG = 2.0  # faces that come to lie on each other touch a little before; common practice


@register
class Rests(JointCheck):
    name = "rests"
    asks = "Does every piece that is printed in place begin on the bed?"
    measures = "The lowest point of each of the two solids, standing as they are printed together."
    limits = (Limit("within one layer of the bed"),)
    cures = "what the fit itself names: a holder that begins on the bed"
    reading = "overhang"

    def look(self, joint: Joint) -> Iterable[Finding]:
        meeting = joint.fit.meeting
        assert meeting is not None
        if not meeting.in_place or joint.measured.lowest_mm is None:
            return
        name = joint.fit.fit.name
        for of, low in zip("ab", joint.measured.lowest_mm, strict=True):
            if low > joint.process.layer_mm + 1e-6:
                words = (
                    f"the {joint.label(of)} begins {joint.told(round(low, 2))} above the bed, held "
                    "by nothing: it will not come off moving, only off a support"
                )
                yield Finding(
                    self.name, "stop", words, low, joint.process.layer_mm, fit=name,
                    part=joint.fit.fit.parts[0 if of == "a" else 1],
                )  # fmt: skip
