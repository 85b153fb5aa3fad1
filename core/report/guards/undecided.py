"""Sizes that nobody decided, and parts that wait for a partner."""

from __future__ import annotations

from core.project.results import PartResult, Solution, StepResult
from core.proof.finding import Finding
from core.report.sentences import step_aloud
from core.steps import OUTLINES, STEPS

MOST_TOLD = 5


def sizes_left_as_they_came(solution: Solution) -> list[Finding]:
    """One note per part that lists the sizes still at what they were offered with."""
    found = []
    for name, part in solution.parts.items():
        left = [words for step in part.steps for words in _left(step)]
        if not left:
            continue
        told = ", ".join(left[:MOST_TOLD]) + (" …" if len(left) > MOST_TOLD else "")
        noun = "size was" if len(left) == 1 else "sizes were"
        words = f"{len(left)} {noun} left as offered: {told}"
        found.append(Finding("undecided", "note", words, len(left), None, "sizes", part=name))
    return found


def _left(result: StepResult) -> list[str]:
    """Sizes of a step that read in its sentence and stand as the step came."""
    kind = STEPS.get(result.step.kind)
    if kind is None or not result.step.enabled or result.error:
        return []
    shown = {piece.field for piece in step_aloud(result)[0] if piece.field}
    groups = [("", kind.fields, result.step.fields)]
    outline = result.step.outline
    if kind.has_outline and outline and outline.kind in OUTLINES:
        groups.append(("outline.", OUTLINES[outline.kind].fields, outline.fields))
    found = []
    for prefix, specs, texts in groups:
        for spec in specs:
            if spec.kind != "length" or prefix + spec.name not in shown:
                continue
            if texts.get(spec.name, spec.default) == spec.default and spec.default not in ("0", ""):
                found.append(f"{result.step.id} {spec.label.split(',')[0]} {spec.default}")
    return found


def missing_partners(solution: Solution) -> list[Finding]:
    """Threads without a counterpart, and ledges on which nothing lies."""
    joined = {part for fit in solution.fits.values() for part in fit.fit.parts}
    threads = _threads(solution)
    found = []
    for name, part in solution.parts.items():
        for done in part.steps:
            if done.error or not done.step.enabled:
                continue
            if done.step.kind == "thread":
                other = "inside" if done.words.get("side") == "outside" else "outside"
                if (done.words.get("designation"), other) not in threads:
                    words = f"{done.words.get('designation')} {done.words.get('side')}: its {'nut' if other == 'inside' else 'bolt'} is not here"
                    found.append(_note(part, done, words))
            elif done.step.kind == "ledge" and name not in joined:
                found.append(_note(part, done, "a ledge with nothing to lie on it"))
    return found


def _threads(solution: Solution) -> set[tuple[str | None, str | None]]:
    return {
        (done.words.get("designation"), done.words.get("side"))
        for part in solution.parts.values()
        for done in part.steps
        if done.step.kind == "thread" and done.step.enabled and not done.error
    }


def _note(part: PartResult, done: StepResult, words: str) -> Finding:
    return Finding("partner", "note", words, unit="", part=part.part.name, step=done.step.id)
