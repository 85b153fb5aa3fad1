"""Typed values that look like a slip: half or twice a neighbour, or inches in disguise."""

from __future__ import annotations

import math
import re
from collections.abc import Iterable
from itertools import combinations

from core.checks.check import Limit, ProjectCheck, register
from core.checks.finding import Finding, Remedy
from core.measures.display import length_text, nearest_64th, plain
from core.project.edits import Edit
from core.project.results import Solution, StepResult
from core.solids import Frame

NEAR_MM = 1e-3
PLAIN = re.compile(r"^\s*\d+(\.\d*)?\s*(mm)?\s*$")
MILLIMETRES = re.compile(r"^\s*\d+\.\d+\s*(mm)?\s*$")


@register
class RadiusForDiameter(ProjectCheck):
    name = "radius"
    worst = "note"
    waits_for = "steps"
    asks = "Is a radius typed as a diameter?"
    measures = "Plain typed sizes of round features on one axis: one just half of another."
    limits = (Limit("a note"),)

    def look(self, solution: Solution) -> Iterable[Finding]:
        for name, part in solution.parts.items():
            rounds = [r for done in part.steps if (r := _round(done)) is not None]
            for (one, axis, size), (other, second, across) in combinations(rounds, 2):
                low, high = sorted((size, across))
                if not _same_axis(axis, second) or abs(2 * low - high) > NEAR_MM:
                    continue
                smaller = one if size < across else other
                larger = other if size < across else one
                text = length_text(low, solution.project.units)
                words = (
                    f"'{smaller.step.id}' is {text} across, just half of '{larger.step.id}' on the "
                    "same axis: is it a radius typed as a diameter?"
                )
                step = smaller.step.id
                yield Finding(self.name, "note", words, low, high, part=name, step=step)


def _round(done: StepResult) -> tuple[StepResult, Frame, float] | None:
    """A step's round shape typed as a plain number: its axis and diameter, mm."""
    feature = done.state.features.get(done.step.id)
    if done.error or feature is None or not done.step.enabled:
        return None
    for key in ("diameter", "bore", "outline.diameter", "designation"):
        typed = done.typed.get(key)
        if typed and typed.value and PLAIN.match(typed.text):
            frame = feature.recess.frame if feature.recess else None
            if feature.prism is not None:
                frame = feature.prism.frame
            elif frame is None and feature.places:
                frame = next(iter(feature.places.values()))
            return (done, frame, typed.value) if frame else None
    if feature.thread is not None and feature.places:
        return done, next(iter(feature.places.values())), feature.thread.major
    return None


def _same_axis(a: Frame, b: Frame) -> bool:
    along = abs(sum(p * q for p, q in zip(a.z_axis, b.z_axis, strict=True)))
    if along < 1 - 1e-6:
        return False
    apart = [q - p for p, q in zip(a.origin, b.origin, strict=True)]
    up = sum(d * z for d, z in zip(apart, a.z_axis, strict=True))
    return math.sqrt(max(sum(d * d for d in apart) - up * up, 0.0)) < NEAR_MM


@register
class InchBorn(ProjectCheck):
    name = "inches"
    worst = "note"
    waits_for = "steps"
    asks = "Was a measure in millimetres born as inches?"
    measures = "Typed decimals that are a whole number of sixteenths of an inch: 31.75 is 1 1/4 in."
    limits = (Limit("within 0.002 mm"),)
    cures = "write it as the fraction"

    def look(self, solution: Solution) -> Iterable[Finding]:
        if solution.project.units != "mm":
            return
        for measure in solution.project.measures:
            typed = solution.measures.get(f"measures.{measure.name}")
            if typed is None or typed.value is None or not MILLIMETRES.match(typed.text):
                continue
            text, error = nearest_64th(typed.value)
            sixteenths = typed.value / 25.4 * 16
            if abs(error) > 0.002 or abs(sixteenths - round(sixteenths)) > 1e-3 or typed.value < 3:
                continue
            words = f"{measure.name} = {plain(typed.value)} mm is {text}: kept as millimetres"
            remedy = Remedy(
                f"write it as {text}",
                (Edit(f"measures.{measure.name}", text.replace(" in", "in")),),
            )
            yield Finding(self.name, "note", words, typed.value, None, remedy=remedy)
