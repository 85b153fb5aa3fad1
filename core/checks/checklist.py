"""The sizes of a paper drawing or a measured object, ticked against the model's own."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from core.checks.check import Limit, ProjectCheck, register
from core.checks.finding import Finding, Severity
from core.errors import CoreError
from core.measures.display import length_text
from core.project.resolve import Names, Typed, work_out
from core.project.results import Solution


@dataclass(frozen=True)
class Line:
    """A size on a drawing beside what the model comes to, mm; None where it has no value."""

    what: str
    size: str
    wanted: str
    within: str
    found_mm: float | None
    wanted_mm: float | None
    within_mm: float | None
    severity: Severity
    word: str
    error: CoreError | None


def lines_of(solution: Solution) -> list[Line]:
    """Every line of the checklist with what the model comes to."""
    names = Names(solution.project.units, dict(solution.names))
    unit = solution.project.units
    found_lines = []
    for index, check in enumerate(solution.project.checklist):
        found, wanted, within = (
            work_out(f"checklist.{index}.{key}", text, "length", names)
            for key, text in (
                ("size", check.size),
                ("wanted", check.wanted),
                ("within", check.within),
            )
        )
        severity, word = _judged(found, wanted, within)
        if severity == "warning" and found.value is not None and wanted.value is not None:
            word = f"{length_text(found.value - wanted.value, unit)} off"
        bad = next((t.error for t in (found, wanted, within) if t.error), None)
        found_lines.append(
            Line(
                check.what, check.size, check.wanted, check.within,
                found.value, wanted.value, within.value, severity, word, bad,
            )
        )  # fmt: skip
    return found_lines


def _judged(found: Typed, wanted: Typed, within: Typed) -> tuple[Severity, str]:
    if found.value is None or wanted.value is None or within.value is None:
        return "stop", "cannot be worked out"
    if abs(found.value - wanted.value) <= within.value + 1e-9:
        return "good", "as drawn"
    return "warning", "off"


@register
class Checklist(ProjectCheck):
    name = "checklist"
    asks = "Are the sizes on the paper drawing met?"
    measures = "Each size of the list against the model's own, as worked out."
    limits = (Limit("within what is set for the size", "the maker"),)

    def look(self, solution: Solution) -> Iterable[Finding]:
        lines = lines_of(solution)
        bad = [line for line in lines if line.severity != "good"]
        if lines and not bad:
            words = f"all {len(lines)} sizes on the drawing are as drawn"
            yield Finding(self.name, "good", words, len(lines), len(lines), "sizes")
        for line in bad:
            words = f"{line.what or line.size}: {line.word}, {line.wanted} wanted"
            yield Finding(self.name, line.severity, words, line.found_mm, line.wanted_mm)
