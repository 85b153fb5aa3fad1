"""Bought things as keep-outs: the room that a part keeps round what is put into it."""

from __future__ import annotations

from collections.abc import Iterable

from core.checks.check import Limit, ProjectCheck, register
from core.checks.finding import Finding
from core.checks.finished import mesh_of
from core.measures.display import length_text
from core.project.cache import MEASURED, content_key
from core.project.resolve import Names, work_out
from core.project.results import PartResult, Solution
from core.proof.gaps import Gap, overlap_mm3, smallest_gap


@register
class KeepOut(ProjectCheck):
    name = "keep-out"
    asks = "Is there room round every bought thing?"
    measures = "The gap from a bought thing to the part it is put into, and what they share."
    limits = (Limit("what is to be kept clear round it", "the maker"),)
    reading = "tightest gap"

    def look(self, solution: Solution) -> Iterable[Finding]:
        for name, bought in solution.parts.items():
            if not bought.part.bought or bought.state.body is None:
                continue
            host = solution.parts.get(bought.part.inside)
            if host is None or host.state.body is None:
                words = "a bought thing that is in no part yet"
                yield Finding(self.name, "note", words, unit="", part=name)
                continue
            yield _judged(solution, bought, host)


def _judged(solution: Solution, bought: PartResult, host: PartResult) -> Finding:
    name = bought.part.name
    names = Names(solution.project.units, dict(solution.names))
    clear = work_out(f"parts.{name}.clear", bought.part.clear, "length", names)
    if clear.error or clear.value is None:
        return Finding("keep-out", "stop", f"how far to keep clear: {clear.error}", part=name)
    gap, shared = _between(bought, host)
    unit = solution.project.units
    label = host.part.label or host.part.name
    at = gap.on_a
    if shared > 1e-3:
        words = f"lies in {label} by {shared:.2f} mm³"
        return Finding("keep-out", "stop", words, shared, 0.0, "mm³", at=at, part=name)
    told, asked = length_text(gap.distance_mm, unit), length_text(clear.value, unit)
    if gap.distance_mm < clear.value - 0.02:
        words = f"{label} comes within {told}; {asked} is to be kept clear"
        return Finding("keep-out", "warning", words, gap.distance_mm, clear.value, at=at, part=name)
    words = f"{label} keeps {told} clear, {asked} asked"
    return Finding("keep-out", "good", words, gap.distance_mm, clear.value, at=at, part=name)


def _between(bought: PartResult, host: PartResult) -> tuple[Gap, float]:
    a, b = bought.state, host.state

    def measure() -> tuple[Gap, float]:
        gap = smallest_gap(mesh_of(a).corners, mesh_of(b).corners)
        return gap, max(overlap_mm3(a.solid(), b.solid()), 0.0)

    return MEASURED.get(content_key("keep-out", a.key, b.key), measure)
