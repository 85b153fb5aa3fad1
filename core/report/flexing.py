"""The flex test: each key measure pushed down and up until something breaks.

Practitioners change a base dimension to a silly value, look, and put it back. Here it is done for
them: outwards in growing strides while every step builds and no finding worsens, then halved
between the last value that held and the first that did not. That is tried on coarse solids with
measuring places further apart. Both sides of the limit are tried again on solids fine enough to
print; should they come out otherwise, all of it is.
"""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Iterator, Sequence
from dataclasses import dataclass, field, replace

from core.checks.check import CHECKS, Check
from core.checks.finding import ORDER, Severity
from core.measures.display import quantity_text
from core.measures.units import LengthUnit
from core.project.edits import Edit, apply_edits
from core.project.helper import Errand, helped
from core.project.resolve import Typed, names_in, quantity_of
from core.project.results import Solution
from core.project.schema import Project
from core.project.solve import sketch, solve
from core.report.assemble import check_by_check
from core.views.report import FindingView, PushedView, PushEnd

STRIDES = (1.1, 1.25, 1.5, 2.0, 3.0, 4.0)  # times the value, or the value divided by them
_WAYS = (tuple(1 / stride for stride in STRIDES), STRIDES)
HALVINGS = 4
COARSE_MM = 2.0  # between measuring places while only trying
_UNIT = {"length": "mm", "angle": "deg", "number": "", "count": ""}


def key_measures(solution: Solution) -> list[Typed]:
    """Measures that decide themselves: a plain number, not nought, that something follows.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> [one.path for one in key_measures(solve(begun("lidded_box")))]
    ['measures.wide', 'measures.broad', 'measures.tall', 'measures.wall']
    """
    return [
        typed
        for typed in solution.measures.values()
        if typed.value and not typed.error and not names_in(typed.text)
    ]


def push(project: Project, path: str) -> PushedView | None:
    """How far one measure of a project can go; None where it is no key measure."""
    solution = solve(project)
    measure = next((one for one in key_measures(solution) if one.path == path), None)
    if measure is None:
        return None
    base = {fine: _wrong_before(project, fine) for fine in (True, False)}
    return _Push(project, measure, project.units, base).run()


Wrong = dict[tuple[str, ...], int]  # what is wrong, and how badly


def _findings(
    project: Project,
    fine: bool,
    first: Collection[str] = (),
    asked: Callable[[Check], bool] = lambda check: True,
) -> Iterator[list[FindingView]]:
    if fine:
        return check_by_check(solve(project), first=first, asked=asked)
    return check_by_check(sketch(project), COARSE_MM, first, asked)


def _wrong_before(project: Project, fine: bool) -> Wrong:
    was: Wrong = {}
    for found in _findings(project, fine, asked=lambda check: _worse(check.worst, "note")):
        for one in _wrong(found):
            was[_what(one)] = min(was.get(_what(one), 9), ORDER.index(one.severity))
    return was


def _worse(one: Severity, other: Severity) -> bool:
    return ORDER.index(one) < ORDER.index(other)


def worsened(
    was: Wrong, project: Project, fine: bool, first: Collection[str] = ()
) -> FindingView | None:
    """What is wrong with a project and was not, or was less so: the worst of all on fine solids, on
    coarse ones what comes first. No check is asked that could find nothing worse.

    Args:
        first: checks by their names that are asked before all others.
    """
    worst: FindingView | None = None

    def asked(check: Check) -> bool:
        return _worse(check.worst, worst.severity if worst else "note")

    for found in _findings(project, fine, first, asked):
        for one in _wrong(found):
            if ORDER.index(one.severity) >= was.get(_what(one), ORDER.index("note")):
                continue
            if worst is None or _worse(one.severity, worst.severity):
                worst = one
        if worst and (not fine or worst.severity == ORDER[0]):
            break
    return worst


def _wrong(findings: Iterable[FindingView]) -> list[FindingView]:
    return [one for one in findings if one.severity in ("stop", "warning") and not one.accepted]


def _what(one: FindingView) -> tuple[str, ...]:
    return (
        one.check,
        one.part,
        one.fit,
        one.step if one.check in CHECKS and CHECKS[one.check].stepwise else "",
    )


@dataclass
class _Push:
    project: Project
    measure: Typed
    unit: LengthUnit
    base: dict[bool, Wrong]  # by whether the solids are fine enough to print
    tried: dict[tuple[float, bool], FindingView | None] = field(default_factory=dict)
    broke: tuple[str, ...] = ()  # the check that went wrong last is likely to be the next that does

    def run(self) -> PushedView:
        measure = self.measure
        assert measure.value is not None
        with helped([self._errand(way) for way in _WAYS]) as done:
            (low, below), (high, above) = done(0), done(1)
        return PushedView(
            path=measure.path,
            name=measure_name(measure.path),
            value=measure.value,
            shown=self._shown(measure.value),
            low=low,
            high=high,
            tries=len(below | above),
        )

    def _errand(self, factors: Sequence[float]) -> Errand:
        """One way out, which waits for nothing of the other: where it ends, and all it tried."""
        assert self.measure.value is not None
        outward = [self.measure.value * factor for factor in factors]
        about = f"flex {self.measure.path} {factors[0]:.1f}"
        return Errand(about, lambda: (self._end(outward), self.tried), guess_s=1.0)

    def _end(self, outward: list[float]) -> PushEnd:
        """The last value one way out that holds, and what goes wrong past it."""
        values = list(dict.fromkeys(self._rounded(value) for value in outward))
        holds, breaks = self._bracket(values, fine=False)
        sure = not self._at(holds, fine=True) and (breaks is None or self._at(breaks, fine=True))
        if not sure:
            holds, breaks = self._bracket(values, fine=True)
        first = self._at(breaks, fine=True) if breaks is not None else None
        return PushEnd(
            value=holds,
            shown=self._shown(holds),
            breaks=breaks,
            breaks_shown=self._shown(breaks) if breaks is not None else "",
            words=first.message if first else "",
            finding=first,
        )

    def _bracket(self, outward: list[float], fine: bool) -> tuple[float, float | None]:
        """The last value that holds and the first that does not, None where all hold."""
        assert self.measure.value is not None
        holds = self.measure.value
        breaks: float | None = None
        for value in outward:
            if self._at(value, fine):
                breaks = value
                break
            holds = value
        for _ in range(HALVINGS if breaks is not None else 0):
            middle = self._rounded((holds + breaks) / 2)  # type: ignore[operator]
            if middle in (holds, breaks):
                break
            if self._at(middle, fine):
                breaks = middle
            else:
                holds = middle
        return holds, breaks

    def _at(self, value: float, fine: bool) -> FindingView | None:
        """What has gone wrong with the measure at a value, None where nothing has."""
        if value == self.measure.value:
            return None
        if (value, fine) not in self.tried:
            text = f"{value:g} {_UNIT[self.measure.kind]}".strip()
            document = apply_edits(self.project, [Edit(self.measure.path, text)])
            found = worsened(self.base[fine], document, fine, self.broke)
            self.tried[value, fine] = found
            if found:
                self.broke = (found.check,)
        return self.tried[value, fine]

    def _rounded(self, value: float) -> float:
        """To what a maker would type: whole counts, else three figures."""
        return float(round(value)) if self.measure.kind == "count" else float(f"{value:.3g}")

    def _shown(self, value: float) -> str:
        return quantity_text(quantity_of(replace(self.measure, value=value)), self.unit)


def measure_name(path: str) -> str:
    """A measure as it is called: its part before it, where it belongs to one.

    >>> measure_name("measures.wall"), measure_name("parts.lid.measures.lip")
    ('wall', 'lid.lip')
    """
    words = path.split(".")
    return words[1] if words[0] == "measures" else f"{words[1]}.{words[3]}"
