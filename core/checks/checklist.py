"""The sizes of a paper drawing or a measured object, ticked against the model's own."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from core.checks.check import Limit, ProjectCheck, register
from core.checks.finding import Finding, Severity
from core.checks.pressed import reading_of
from core.errors import CoreError
from core.measures.display import told_value
from core.project.resolve import Names, Typed, work_out
from core.project.results import Solution
from core.project.schema import Check


@dataclass(frozen=True)
class Line:
    """A size on a drawing beside what the model comes to, mm or degrees; None without a value."""

    what: str
    size: str
    of: tuple[str, ...]
    reads: str
    wanted: str
    within: str
    found_mm: float | None
    wanted_mm: float | None
    within_mm: float | None
    kind: str  # length or angle: what the numbers are of
    severity: Severity
    word: str
    error: CoreError | None


def lines_of(solution: Solution) -> list[Line]:
    """Every line of the checklist with what the model comes to."""
    names = Names(solution.project.units, dict(solution.names))
    unit = solution.project.units
    found_lines = []
    for index, check in enumerate(solution.project.checklist):
        path = f"checklist.{index}.size"
        found = (
            _measured(solution, check, path)
            if check.of
            else work_out(path, check.size, "length", names)
        )
        wanted, within = (
            work_out(f"checklist.{index}.{key}", text, found.kind, names)
            for key, text in (("wanted", check.wanted), ("within", check.within))
        )
        severity, word = _judged(found, wanted, within)
        if severity == "warning" and found.value is not None and wanted.value is not None:
            word = f"{told_value(found.value - wanted.value, found.kind, unit)} off"
        bad = next((t.error for t in (found, wanted, within) if t.error), None)
        found_lines.append(
            Line(
                check.what, check.size, tuple(check.of), check.reads, check.wanted, check.within,
                found.value, wanted.value, within.value, found.kind, severity, word, bad,
            )
        )  # fmt: skip
    return found_lines


def _measured(solution: Solution, check: Check, path: str) -> Typed:
    """What a line reads off the finished solids."""
    try:
        read = reading_of(solution, check.of, check.reads)
    except CoreError as error:
        return Typed(path, check.size, "length", error=error.at(path))
    return Typed(path, check.size, "angle" if read.unit == "°" else "length", read.value)


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
            words = f"{line.what or line.size or line.reads}: {line.word}, {line.wanted} wanted"
            yield Finding(self.name, line.severity, words, line.found_mm, line.wanted_mm)
