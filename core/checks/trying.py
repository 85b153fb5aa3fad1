"""A remedy is tried before it is offered: on a copy, its finding gone or better, no new stop,
and no new warning in the place of a warning."""

from __future__ import annotations

from collections.abc import Sequence

from core.checks.finding import ORDER, Finding, Remedy, Severity
from core.checks.judge import findings_of
from core.errors import CoreError
from core.project.cache import MEASURED, content_key
from core.project.edits import apply_edits
from core.project.results import Solution
from core.project.schema import Project
from core.project.solve import solve

MOST_TRIED = 12  # remedies a report: each is a solve of its own, mostly from the caches
NEARER = 0.5  # a value must come half-way to its limit to count as better


def with_tried_remedies(solution: Solution, findings: Sequence[Finding]) -> list[Finding]:
    """The findings with the first of their remedies that works, or none where none does.

    The worst findings are tried first; what is not tried is not offered.
    """
    asked = sorted(
        (one for one in findings if one.may_be_cured),
        key=lambda one: ORDER.index(one.severity),
    )
    left = MOST_TRIED
    works: dict[int, Remedy | None] = {}
    for one in asked:
        works[id(one)] = None
        for remedy in one.ways():
            if left == 0:
                break
            left -= 1
            if _cures(solution.project, one, remedy, findings):
                works[id(one)] = remedy
                break
    return [
        one.untried().cured(works.get(id(one))) if one.may_be_cured else one for one in findings
    ]


def _cures(project: Project, finding: Finding, remedy: Remedy, before: Sequence[Finding]) -> bool:
    after = _after(project, remedy)
    if after is None:
        return False
    # a stop that leaves warnings is better than it was; a warning that brings others is not
    if _new("stop", before, after) or (
        finding.severity != "stop" and _new("warning", before, after)
    ):
        return False
    same = [one for one in after if _what(one) == _what(finding) and one.severity != "good"]
    if finding.severity == "note":  # a number typed twice is told by the number
        same = [one for one in same if one.value == finding.value]
    if finding.value is None:  # without a value it is told by its words
        same = [one for one in same if one.message == finding.message]
    return all(_better(one, finding) for one in same)


def _new(severity: Severity, before: Sequence[Finding], after: Sequence[Finding]) -> bool:
    """Whether something is as bad as that now and was not so bad before."""
    bad = {_what(one) for one in before if ORDER.index(one.severity) <= ORDER.index(severity)}
    return any(one.severity == severity and _what(one) not in bad for one in after)


def _after(project: Project, remedy: Remedy) -> tuple[Finding, ...] | None:
    """What would be found with a remedy applied; None where it cannot be applied."""
    document = project.model_dump_json(exclude={"notes", "title", "accepted"})
    key = content_key("remedy", document, [(edit.path, edit.text) for edit in remedy.edits])

    def look() -> tuple[Finding, ...] | None:
        try:
            found = findings_of(solve(apply_edits(project, remedy.edits)))
            return tuple(one.untried() for one in found)
        except CoreError:
            return None

    return MEASURED.get(key, look)


def _what(one: Finding) -> tuple[str, str, str]:
    return (one.check, one.part, one.fit)


def _better(after: Finding, before: Finding) -> bool:
    if ORDER.index(after.severity) != ORDER.index(before.severity):
        return ORDER.index(after.severity) > ORDER.index(before.severity)
    if after.value is None or before.value is None:
        return False
    limit = before.limit or 0.0
    return abs(after.value - limit) < abs(before.value - limit) * NEARER
