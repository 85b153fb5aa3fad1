"""The sizes of a paper drawing or a measured object, ticked against the model's own."""

from __future__ import annotations

from core.measures.display import length_text
from core.project.resolve import Names, Typed, work_out
from core.project.results import Solution
from core.proof.finding import Finding, Severity
from core.report.models import CheckView
from core.report.sentences import error_view


def check_views(solution: Solution) -> list[CheckView]:
    """Every line of the checklist with what the model comes to."""
    names = Names(solution.project.units, dict(solution.names))
    unit = solution.project.units
    views = []
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
        views.append(
            CheckView(
                what=check.what,
                size=check.size,
                wanted=check.wanted,
                within=check.within,
                found_mm=found.value,
                wanted_mm=wanted.value,
                within_mm=within.value,
                severity=severity,
                word=word,
                error=error_view(bad),
            )
        )
    return views


def _judged(found: Typed, wanted: Typed, within: Typed) -> tuple[Severity, str]:
    if found.value is None or wanted.value is None or within.value is None:
        return "stop", "cannot be worked out"
    if abs(found.value - wanted.value) <= within.value + 1e-9:
        return "good", "as drawn"
    return "warning", "off"


def check_findings(views: list[CheckView]) -> list[Finding]:
    """Findings on the lines that are off, and one good one when all are as drawn."""
    bad = [view for view in views if view.severity != "good"]
    if views and not bad:
        words = f"all {len(views)} sizes on the drawing are as drawn"
        return [Finding("checklist", "good", words, len(views), len(views), "sizes")]
    return [
        Finding(
            "checklist",
            view.severity,
            f"{view.what or view.size}: {view.word}, {view.wanted} wanted",
            view.found_mm,
            view.wanted_mm,
        )
        for view in bad
    ]
