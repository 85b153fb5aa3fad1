"""Could everything be worked out and built, and what do steps say of themselves?"""

from __future__ import annotations

from collections.abc import Iterable

from core.checks.check import Limit, ProjectCheck, register
from core.checks.finding import Edit, Finding, Remedy
from core.project.results import Solution


@register
class Build(ProjectCheck):
    name = "build"
    waits_for = "steps"
    asks = "Can everything be worked out and built?"
    measures = "Every expression and every step; each error once, beside its cause."
    limits = (Limit("no error", "what a solid is"),)
    acceptable = False
    stepwise = True
    unmeasured = True

    def look(self, solution: Solution) -> Iterable[Finding]:
        found: dict[str, Finding] = {}
        for error in solution.errors:
            text = error.one_line() if error.where is None else f"{error.message}"
            words = f"{text} - {error.remedy}" if error.remedy and error.where else text
            where = (error.where or "").split(".")
            part = where[1] if where[0] == "parts" and len(where) > 1 else ""
            fit = where[1] if where[0] == "fits" and len(where) > 1 else ""
            step = where[3] if part and len(where) > 3 and where[2] == "steps" else ""
            found.setdefault(
                f"{error.where}|{error.message}",
                Finding(self.name, "stop", words, unit="", part=part, step=step, fit=fit),
            )
        return found.values()


@register
class StepSays(ProjectCheck):
    name = "step"
    waits_for = "steps"
    asks = "Did a step do what was meant?"
    measures = "What each kind of step looks at in its own result: copies in air, play too small."
    limits = (Limit("told with each"),)
    cures = "what the kind of step names: right through, fewer copies, a wider relief"
    stepwise = True
    unmeasured = True

    def look(self, solution: Solution) -> Iterable[Finding]:
        for part in solution.parts.values():
            for done in part.steps:
                feature = done.state.features.get(done.step.id)
                at = feature.missed[0] if feature and feature.missed else None
                path = f"parts.{part.part.name}.steps.{done.step.id}.fields"
                cures = [
                    Remedy(f"take {words}", (Edit(f"{path}.{field}", text),))
                    for field, text, words in done.cures
                ]
                for words in done.warns:
                    yield Finding(
                        self.name, "warning", words, unit="", part=part.part.name,
                        step=done.step.id, at=at, remedy=cures[0] if cures else None,
                        others=tuple(cures[1:]),
                    )  # fmt: skip
