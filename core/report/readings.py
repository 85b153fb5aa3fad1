"""The instruments along the bottom of the desk: all parts together."""

from __future__ import annotations

from core.checks.check import CHECKS, Reading
from core.checks.finding import Finding, worst
from core.checks.measuring import Measured
from core.measures.display import capacity_text, length_text, plain
from core.measures.units import UNITS
from core.project.results import Solution
from core.report.models import FitView, PartView, ReadingView


def _with_feel(fit: FitView) -> str:
    """A fit by its name and its feel, the feel once."""
    name = (fit.label or fit.title).lower()
    return name if fit.feel in name else f"{name}, {fit.feel}"


def readings(
    parts: list[PartView],
    fits: list[FitView],
    findings: list[Finding],
    measured: dict[str, Measured],
    solution: Solution,
) -> list[ReadingView]:
    """The instruments along the bottom: all parts together."""
    if not parts or not measured:
        return []
    unit = solution.project.units
    factor = UNITS[unit][1]
    digits = 2 if unit == "mm" else 4

    told: list[ReadingView] = []

    def tell(reading: Reading, value: str, unit: str, word: str, if_bad: str = "") -> None:
        own = [check.name for check in CHECKS.values() if check.reading == reading]
        state = worst([finding for finding in findings if finding.check in own])
        told.append(
            ReadingView(
                name=reading,
                value=value,
                unit=unit,
                severity=state,
                word=if_bad if if_bad and state in ("warning", "stop") else word,
                checks=own,
            )
        )

    volume = sum(part.volume_mm3 or 0 for part in parts)
    cubic = f"{volume / 1000:.1f}" if unit == "mm" else f"{volume / factor**3:.3f}"
    tell("volume", cubic, "cm³" if unit == "mm" else "in³", "closed", "see findings")
    mass = sum(part.mass.mass_g for part in parts if part.mass)
    materials = ", ".join(sorted({part.mass.material for part in parts if part.mass}))
    tell("mass, solid", f"{mass:.1f}", "g", f"in {materials}")
    walls = [(part.wall_min_mm, part.label) for part in parts if part.wall_min_mm is not None]
    if walls:
        thin, owner = min(walls)
        lines = thin / solution.project.process.line_mm
        value = f"{thin / factor:.{digits}f}"
        tell("thinnest wall", value, unit, f"{lines:.1f} lines, {owner}")
    gaps = [(pair.measured_mm, f) for f in fits for pair in f.pairs if pair.measured_mm is not None]
    if gaps:
        tight, fit = min(gaps, key=lambda pair: pair[0])
        value = f"{tight / factor:.{digits}f}"
        tell("tightest gap", value, f"{unit} a side", _with_feel(fit))
    hanging = sum(part.unsupported_mm2 or 0 for part in parts)
    islands = sum(part.islands or 0 for part in parts)
    hangs = "hangs over" if hanging else "each layer carried"
    tell(
        "overhang",
        f"{hanging:.0f}" if unit == "mm" else f"{hanging / factor**2:.2f}",
        f"{unit}²",
        f"{islands} in mid-air" if islands else hangs,
    )
    beds = [
        m.bed for name, m in measured.items() if m.leads and not solution.parts[name].part.bought
    ]
    widest = max(beds, key=lambda bed: bed.size_mm[0] * bed.size_mm[1])
    across = " × ".join(plain(v / factor, 1 if unit == "mm" else 2) for v in widest.size_mm[:2])
    printer = solution.project.process.printer
    tell("bed, largest part", across, unit, f"fits {printer}", "too large")
    holds = [
        (part.capacity_mm3, part.label, found.below_rim_mm)
        for part in parts
        if part.capacity_mm3 and (found := measured[part.name].holds) is not None
    ]
    if holds:
        most, owner, below = max(holds)
        value, of = capacity_text(most, unit)
        level = (
            f"up to {length_text(round(below, 1), unit)} below its rim" if below else "to its rim"
        )
        told.append(
            ReadingView(
                name="holds",
                value=value,
                unit=of,
                severity="good",
                word=f"{owner}, {level}; prints leak",
                checks=[],
            )
        )
    return told
