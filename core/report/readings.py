"""The instruments along the bottom of the desk: all parts together.

Each is one function of what was measured; which checks bear on it is what they say of themselves.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from core.checks.check import CHECKS, Reading
from core.checks.finding import Finding, worst
from core.checks.fit_measures import MeasuredFit
from core.checks.measuring import Joints
from core.checks.part_measures import Measured
from core.fits import FITS
from core.measures.display import capacity_text, length_text, plain, volume_text
from core.measures.units import UNITS
from core.project.results import FitResult, PartResult, Solution
from core.views.report import ReadingView


@dataclass(frozen=True)
class _Found:
    """What readings are told from: printed parts, and fits with what was measured of them."""

    solution: Solution
    parts: tuple[tuple[PartResult, Measured], ...]
    joints: Callable[[], Mapping[str, MeasuredFit | None]]

    @property
    def factor(self) -> float:
        return UNITS[self.solution.project.units][1]

    def told(self, mm: float) -> str:
        return f"{mm / self.factor:.{2 if self.solution.project.units == 'mm' else 4}f}"


@dataclass(frozen=True)
class _Told:
    """A value, its unit, and the word beside it; another word where a finding is bad."""

    value: str
    unit: str
    word: str
    if_bad: str = ""


def _volume(found: _Found) -> _Told:
    volume = sum(m.bulk.volume_mm3 for _, m in found.parts)
    cubic, unit = volume_text(volume, found.solution.project.units, 1)
    return _Told(cubic, unit, "closed", "see findings")


def _mass(found: _Found) -> _Told:
    process = found.solution.project.process
    stuffs = [process.stuff(part.part.material) for part, _ in found.parts]
    pairs = zip(found.parts, stuffs, strict=True)
    mass = sum(m.bulk.mass_g(stuff.density_g_cm3) for (_, m), stuff in pairs)
    materials = ", ".join(sorted({stuff.name for stuff in stuffs}))
    return _Told(f"{mass:.1f}", "g", f"in {materials}")


def _thinnest(found: _Found) -> _Told | None:
    walls = [(m.walls.thinnest, part.part.spoken) for part, m in found.parts]
    known = [(thin[0], owner) for thin, owner in walls if thin is not None]
    if not known:
        return None
    thin, owner = min(known)
    lines = thin / found.solution.project.process.line_mm
    return _Told(found.told(thin), found.solution.project.units, f"{lines:.1f} lines, {owner}")


def _tightest(found: _Found) -> _Told | None:
    gaps = [
        (gap.distance_mm, found.solution.fits[name])
        for name, joint in found.joints().items()
        if joint is not None and found.solution.fits[name].meeting is not None
        for gap in joint.gaps
        if gap is not None
    ]
    if not gaps:
        return None
    tight, fit = min(gaps, key=lambda pair: pair[0])
    return _Told(found.told(tight), f"{found.solution.project.units} a side", _with_feel(fit))


def _overhang(found: _Found) -> _Told:
    limit = found.solution.project.process.bridge_limit_mm
    layers = [m.layers for _, m in found.parts if m.leads]
    hanging = sum(one.needing_support_mm2(limit) for one in layers if one)
    islands = sum(one.islands for one in layers if one)
    hangs = "hangs over" if hanging else "each layer carried"
    metric = _metric(found)
    value = f"{hanging:.0f}" if metric else f"{hanging / found.factor**2:.2f}"
    return _Told(
        value,
        f"{found.solution.project.units}²",
        f"{islands} in mid-air" if islands else hangs,
    )


def _bed(found: _Found) -> _Told:
    beds = [m.bed for _, m in found.parts if m.leads]
    widest = max(beds, key=lambda bed: bed.size_mm[0] * bed.size_mm[1])
    digits = 1 if _metric(found) else 2
    across = " × ".join(plain(v / found.factor, digits) for v in widest.size_mm[:2])
    printer = found.solution.project.process.printer
    return _Told(across, found.solution.project.units, f"fits {printer}", "too large")


def _holds(found: _Found) -> _Told | None:
    holds = [
        (m.holds.volume_mm3, part.part.spoken, m.holds.below_rim_mm)
        for part, m in found.parts
        if m.holds is not None and m.holds.volume_mm3
    ]
    if not holds:
        return None
    most, owner, below = max(holds)
    unit = found.solution.project.units
    value, of = capacity_text(most, unit)
    level = f"up to {length_text(round(below, 1), unit)} below its rim" if below else "to its rim"
    return _Told(value, of, f"{owner}, {level}; prints leak")


TOLD: dict[Reading, Callable[[_Found], _Told | None]] = {
    "volume": _volume,
    "mass, solid": _mass,
    "thinnest wall": _thinnest,
    "tightest gap": _tightest,
    "overhang": _overhang,
    "bed, largest part": _bed,
    "holds": _holds,
}


def readings(
    solution: Solution,
    measured: Mapping[str, Measured],
    joints: Mapping[str, MeasuredFit | None],
    findings: Sequence[Finding],
) -> list[ReadingView]:
    """Every instrument that has something to show."""
    found = _found(solution, measured, lambda: joints)
    shown = [_reading(name, found, findings) for name in TOLD] if found.parts else []
    return [one for one in shown if one is not None]


class Readings:
    """Instruments that wait for checks: each is told when the last that bears on it has ended."""

    def __init__(
        self, solution: Solution, measured: Mapping[str, Measured], joints: Joints
    ) -> None:
        self._found = _found(
            solution, measured, lambda: {name: later() for name, later in joints.items()}
        )
        self._waits = {name: set(_bearing(name)) for name in TOLD} if self._found.parts else {}
        self._findings: list[Finding] = []

    def ended(self, check: str, findings: Sequence[Finding]) -> list[ReadingView]:
        """The readings that are complete now that a check has ended."""
        self._findings += findings
        shown = []
        for name, waits in self._waits.items():
            if check in waits:
                waits.remove(check)
                if not waits:
                    shown.append(_reading(name, self._found, self._findings))
        return [one for one in shown if one is not None]


def _found(
    solution: Solution,
    measured: Mapping[str, Measured],
    joints: Callable[[], Mapping[str, MeasuredFit | None]],
) -> _Found:
    parts = ((solution.parts[name], one) for name, one in measured.items())
    return _Found(solution, tuple(pair for pair in parts if not pair[0].part.bought), joints)


def _reading(name: Reading, found: _Found, findings: Sequence[Finding]) -> ReadingView | None:
    told = TOLD[name](found)
    if told is None:
        return None
    own = _bearing(name)
    state = worst([finding for finding in findings if finding.check in own])
    bad = told.if_bad != "" and state in ("warning", "stop")
    return ReadingView(
        name=name,
        value=told.value,
        unit=told.unit,
        severity=state,
        word=told.if_bad if bad else told.word,
        checks=own,
        place=list(TOLD).index(name),
    )


def _bearing(name: Reading) -> list[str]:
    """The checks that bear on a reading."""
    return [check.name for check in CHECKS.values() if check.reading == name]


def _metric(found: _Found) -> bool:
    return found.solution.project.units == "mm"


def _with_feel(fit: FitResult) -> str:
    """A fit by its name and its feel, the feel once."""
    title = FITS[fit.fit.kind].title if fit.fit.kind in FITS else fit.fit.kind
    name = (fit.fit.label or title).lower()
    return name if fit.fit.feel in name else f"{name}, {fit.fit.feel}"
