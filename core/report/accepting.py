"""Findings the maker has accepted with a reason: told as notes while they get no worse."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from core.checks.finding import Finding
from core.checks.judge import can_be_accepted
from core.project.schema import Accepted

SLACK = 1.05  # a value this much further past its limit is still the one accepted


def with_acceptance(findings: Iterable[Finding], accepted: list[Accepted]) -> list[Finding]:
    """Each finding, told as a note if it is accepted, or as grown worse if it has."""
    return [_judged(finding, accepted) for finding in findings]


def _judged(finding: Finding, accepted: list[Accepted]) -> Finding:
    if not can_be_accepted(finding):
        return finding
    mine = [one for one in accepted if _speaks_of(one, finding)]
    for one in mine:
        if _no_worse(finding, one.value):
            return replace(finding, severity="note", accepted=one.reason)
    if mine:
        return replace(finding, message=f"{finding.message}; worse than when it was accepted")
    return finding


def _speaks_of(one: Accepted, finding: Finding) -> bool:
    """By check and part or fit, not by step: the thinnest place may move to a neighbour."""
    if (one.check, one.part, one.fit) != (finding.check, finding.part, finding.fit):
        return False
    return one.message == finding.message if one.value is None else finding.value is not None


def _no_worse(finding: Finding, value: float | None) -> bool:
    if value is None or finding.value is None:
        return value is None
    limit = finding.limit or 0.0
    return abs(finding.value - limit) <= abs(value - limit) * SLACK + 1e-6
