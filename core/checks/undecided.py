"""Sizes that nobody decided, and parts that wait for a partner."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from core.checks.check import Limit, ProjectCheck, register
from core.checks.finding import Finding
from core.project.results import Solution, StepResult
from core.steps import OUTLINES, STEPS
from core.steps.field import MARK, Field, filled

MOST_TOLD = 5
_Group = tuple[str, tuple[Field, ...], Mapping[str, str]]


@register
class Undecided(ProjectCheck):
    name = "undecided"
    worst = "note"
    waits_for = "steps"
    asks = "Which sizes did nobody decide?"
    measures = "Lengths that read in a step's sentence and stand as the step was offered with."
    limits = (Limit("a note, one a part"),)

    def look(self, solution: Solution) -> Iterable[Finding]:
        for name, part in solution.parts.items():
            left = [words for step in part.steps for words in _left(step)]
            if left:
                told = ", ".join(left[:MOST_TOLD]) + (" …" if len(left) > MOST_TOLD else "")
                noun = "size was" if len(left) == 1 else "sizes were"
                words = f"{len(left)} {noun} left as offered: {told}"
                yield Finding(self.name, "note", words, len(left), None, "sizes", part=name)


def _left(result: StepResult) -> list[str]:
    """Sizes of a step that read in its sentence and stand as the step came."""
    kind = STEPS.get(result.step.kind)
    if kind is None or not result.step.enabled or result.error:
        return []
    step_words = filled(kind.fields, result.step.fields)
    groups: list[_Group] = [(kind.sentence(step_words), kind.fields, result.step.fields)]
    outline = result.step.outline
    if kind.has_outline and outline and outline.kind in OUTLINES:
        shape = OUTLINES[outline.kind]
        groups.append((shape.sentence, shape.fields, outline.fields))
    found = []
    for sentence, specs, texts in groups:
        shown = set(MARK.findall(sentence))
        for spec in specs:
            if spec.kind != "length" or spec.name not in shown:
                continue
            if texts.get(spec.name, spec.default) == spec.default and spec.default not in ("0", ""):
                found.append(f"{result.step.id} {spec.label.split(',')[0]} {spec.default}")
    return found


@register
class MissingPartner(ProjectCheck):
    name = "partner"
    worst = "note"
    waits_for = "steps"
    asks = "Does everything made to meet something have its partner here?"
    measures = "What kinds of steps say they are made for: a thread its counterpart, a ledge a fit."
    limits = (Limit("a note, one a step"),)

    def look(self, solution: Solution) -> Iterable[Finding]:
        joined = {part for fit in solution.fits.values() for part in fit.fit.parts}
        made = [
            (part.part.name, done.step.id, wanted)
            for part in solution.parts.values()
            for done in part.steps
            if done.step.enabled and not done.error and done.step.kind in STEPS
            if (wanted := STEPS[done.step.kind].partner(done.words)) is not None
        ]
        here = {wanted.own for _, _, wanted in made}
        for part_name, step, wanted in made:
            met = wanted.wants in here if wanted.wants else part_name in joined
            if not met:
                yield Finding(self.name, "note", wanted.words, unit="", part=part_name, step=step)
