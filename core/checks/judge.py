"""Every check run on a piece, a fit or a project. A check that fails unforeseen says so."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import replace
from typing import TypeVar

import core.checks.every  # noqa: F401  (registers them)
from core.checks.check import (
    CHECKS,
    Check,
    Joint,
    JointCheck,
    Piece,
    PieceCheck,
    ProjectCheck,
    checks_of,
)
from core.checks.finding import Finding
from core.checks.measuring import measure_all
from core.errors import unforeseen
from core.halting import may_halt
from core.project.results import Solution

C = TypeVar("C", bound=Check)


def judge_piece(piece: Piece) -> list[Finding]:
    """Every finding on one solid, good ones included so that nothing goes unsaid."""
    found = _asked(checks_of(PieceCheck), lambda check: check.look(piece))  # type: ignore[type-abstract]
    part = piece.name if piece.result else ""
    return [replace(finding, part=part) for finding in found]


def judge_joint(joint: Joint) -> list[Finding]:
    """Every finding on one fit that could be built on both its parts."""
    if joint.fit.error or joint.fit.meeting is None:
        return []
    found = _asked(checks_of(JointCheck), lambda check: check.look(joint))  # type: ignore[type-abstract]
    return [replace(finding, fit=joint.fit.fit.name) for finding in found]


def judge_project(solution: Solution, measured: bool = True) -> list[Finding]:
    """Every finding on a project as a whole.

    Args:
        measured: whether to look at solids too; else only what steps and expressions say.
    """
    asked = [
        check
        for check in checks_of(ProjectCheck)  # type: ignore[type-abstract]
        if measured or check.unmeasured
    ]
    return _asked(asked, lambda check: check.look(solution))


def _asked(checks: list[C], look: Callable[[C], Iterable[Finding]]) -> list[Finding]:
    found: list[Finding] = []
    for check in checks:
        may_halt()
        try:
            found += list(look(check))
        except Exception as error:
            words = unforeseen(error, f"'{check.asks}' could not be answered").message
            found.append(Finding(check.name, "warning", words, unit=""))
    return found


def can_be_accepted(finding: Finding) -> bool:
    """Whether a maker may leave a finding as it is."""
    check = CHECKS.get(finding.check)
    return finding.severity in ("stop", "warning") and (check is None or check.acceptable)


def findings_of(solution: Solution) -> list[Finding]:
    """Every finding on a project: its pieces, its fits and the whole, as found."""
    parts, fits = measure_all(solution)
    process, unit, use = solution.project.process, solution.project.units, solution.project.use
    found: list[Finding] = []
    for name, measured in parts.items():
        result = solution.parts[name]
        if not result.part.bought:
            found += judge_piece(Piece(name, measured, process, unit, use, result, solution))
    for name, joint in fits.items():
        if joint is not None:
            a, b = (solution.parts[part] for part in solution.fits[name].fit.parts)
            found += judge_joint(Joint(solution.fits[name], joint, a, b, solution))
    return found + judge_project(solution)
