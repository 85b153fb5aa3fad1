"""Every check run on a piece, a fit or a project. A check that fails unforeseen says so."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Iterator, Mapping
from dataclasses import replace
from functools import partial

import core.checks.all_checks  # noqa: F401  (registers them)
from core.checks.check import (
    CHECKS,
    SOONEST,
    Check,
    Joint,
    JointCheck,
    Piece,
    PieceCheck,
    ProjectCheck,
    checks_of,
)
from core.checks.finding import Finding
from core.checks.measuring import Joints, all_measured
from core.checks.part_measures import Measured
from core.errors import unforeseen
from core.halting import may_halt
from core.project.results import Solution


def judge_piece(piece: Piece) -> list[Finding]:
    """Every finding on one solid, good ones included so that nothing goes unsaid."""
    checks = checks_of(PieceCheck)  # type: ignore[type-abstract]
    return [finding for check in checks for finding in _of_piece(check, piece)]


def judge_project(solution: Solution) -> list[Finding]:
    """Every finding that steps and expressions alone bring: no solid is looked at."""
    checks = checks_of(ProjectCheck)  # type: ignore[type-abstract]
    return [
        finding
        for check in checks
        if check.unmeasured
        for finding in _asked(check, partial(check.look, solution))
    ]


def judge(
    solution: Solution,
    parts: Mapping[str, Measured],
    fits: Joints,
    first: Collection[str] = (),
    asked: Callable[[Check], bool] = lambda check: True,
) -> Iterator[tuple[Check, list[Finding]]]:
    """Check by check, those first that have the least to wait for: each with all it found.

    Args:
        first: checks by their names that are asked before all others.
        asked: whether a check is asked at all, wanted when it is its turn.
    """
    process, unit, use = solution.project.process, solution.project.units, solution.project.use
    pieces = [
        Piece(name, measured, process, unit, use, solution.parts[name], solution)
        for name, measured in parts.items()
        if not solution.parts[name].part.bought
    ]

    def turn(check: Check) -> tuple[bool, int]:
        return check.name not in first, SOONEST.index(check.waits_for)

    for check in sorted(CHECKS.values(), key=turn):
        if not asked(check):
            continue
        if isinstance(check, PieceCheck):
            yield check, [one for piece in pieces for one in _of_piece(check, piece)]
        elif isinstance(check, JointCheck):
            yield (
                check,
                [one for joint in _joints(solution, fits) for one in _of_joint(check, joint)],
            )
        elif isinstance(check, ProjectCheck):
            yield check, _asked(check, partial(check.look, solution))


def in_telling_order(solution: Solution, found: Mapping[Check, list[Finding]]) -> list[Finding]:
    """Findings as they are told: part by part, fit by fit, then those on the whole."""
    places = {("part", name): at for at, name in enumerate(solution.parts)}
    places |= {("fit", name): at for at, name in enumerate(solution.fits)}
    kinds = (PieceCheck, JointCheck, ProjectCheck)
    ordered = []
    for at, check in enumerate(CHECKS.values()):
        rank = next(i for i, kind in enumerate(kinds) if isinstance(check, kind))
        for finding in found.get(check, []):
            of = (("part", finding.part), ("fit", finding.fit))[rank] if rank < 2 else None
            ordered.append(((rank, places.get(of, 0) if of else 0, at), finding))
    ordered.sort(key=lambda one: one[0])
    return [finding for _, finding in ordered]


def _joints(solution: Solution, fits: Joints) -> Iterator[Joint]:
    """The fits that could be built on both their parts."""
    for name, later in fits.items():
        fit, found = solution.fits[name], later()
        if found is not None and not fit.error and fit.meeting is not None:
            a, b = (solution.parts[part] for part in fit.fit.parts)
            yield Joint(fit, found, a, b, solution)


def _of_piece(check: PieceCheck, piece: Piece) -> list[Finding]:
    part = piece.name if piece.result else ""
    found = _asked(check, partial(check.look, piece))
    return [one if one.part == part else replace(one, part=part) for one in found]


def _of_joint(check: JointCheck, joint: Joint) -> list[Finding]:
    found = _asked(check, partial(check.look, joint))
    name = joint.fit.fit.name
    return [one if one.fit == name else replace(one, fit=name) for one in found]


def _asked(check: Check, look: Callable[[], Iterable[Finding]]) -> list[Finding]:
    may_halt()
    try:
        return list(look())
    except Exception as error:
        words = unforeseen(error, f"'{check.asks}' could not be answered").message
        return [Finding(check.name, "warning", words, unit="")]


def can_be_accepted(finding: Finding) -> bool:
    """Whether a maker may leave a finding as it is."""
    check = CHECKS.get(finding.check)
    return finding.severity in ("stop", "warning") and (check is None or check.acceptable)


def findings_of(solution: Solution) -> list[Finding]:
    """Every finding on a project: its pieces, its fits and the whole, as found.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> found = findings_of(solve(begun("lidded_box")))
    >>> {one.severity for one in found} <= {"good", "note"}
    True
    """
    with all_measured(solution) as (parts, fits):
        return in_telling_order(solution, dict(judge(solution, parts, fits)))
