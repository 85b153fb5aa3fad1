"""The instruments along the bottom of the desk: all parts together."""

from __future__ import annotations

from core.measures.display import plain
from core.measures.units import UNITS
from core.project.results import Solution
from core.proof.finding import ORDER, Finding
from core.report.measuring import Measured
from core.report.models import FitView, PartView, ReadingView, Severity


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

    def severity(*checks: str) -> tuple[Severity, Finding | None]:
        chosen = [finding for finding in findings if finding.check in checks]
        chosen.sort(key=lambda finding: ORDER.index(finding.severity))
        return (chosen[0].severity, chosen[0]) if chosen else ("good", None)

    volume = sum(part.volume_mm3 or 0 for part in parts)
    mass = sum(part.mass.mass_g for part in parts if part.mass)
    holds = [(part.capacity_mm3, part.label) for part in parts if part.capacity_mm3]
    cubic = f"{volume / 1000:.1f}" if unit == "mm" else f"{volume / factor**3:.3f}"
    told = [
        ReadingView(
            name="volume",
            value=cubic,
            unit="cm³" if unit == "mm" else "in³",
            severity=severity("closed")[0],
            word="closed" if severity("closed")[0] == "good" else "see findings",
            checks=["closed"],
        )
    ]
    materials = ", ".join(sorted({part.mass.material for part in parts if part.mass}))
    state, _ = severity("expected mass")
    told.append(
        ReadingView(
            name="mass, solid",
            value=f"{mass:.1f}",
            unit="g",
            severity=state,
            word=f"in {materials}",
            checks=["expected mass"],
        )
    )
    walls = [(part.wall_min_mm, part.label) for part in parts if part.wall_min_mm is not None]
    if walls:
        thin, owner = min(walls)
        state, _ = severity("wall", "wall left")
        lines = thin / solution.project.process.line_mm
        told.append(
            ReadingView(
                name="thinnest wall",
                value=f"{thin / factor:.{digits}f}",
                unit=unit,
                severity=state,
                word=f"{lines:.1f} lines, {owner}",
                checks=["wall", "wall left", "slot", "fine detail"],
            )
        )
    gaps = [(pair.measured_mm, f) for f in fits for pair in f.pairs if pair.measured_mm is not None]
    if gaps:
        tight, fit = min(gaps, key=lambda pair: pair[0])
        state, _ = severity("gap", "overlap", "feel")
        told.append(
            ReadingView(
                name="tightest gap",
                value=f"{tight / factor:.{digits}f}",
                unit=f"{unit} a side",
                severity=state,
                word=_with_feel(fit),
                checks=["gap", "overlap", "feel", "fit"],
            )
        )
    hanging = sum(part.unsupported_mm2 or 0 for part in parts)
    hangs = ["island", "overhang", "bridge"]
    state, _ = severity(*hangs)
    islands = sum(part.islands or 0 for part in parts)
    told.append(
        ReadingView(
            name="overhang",
            value=f"{hanging:.0f}" if unit == "mm" else f"{hanging / factor**2:.2f}",
            unit=f"{unit}²",
            severity=state,
            word=f"{islands} in mid-air"
            if islands
            else "each layer carried"
            if not hanging
            else "hangs over",
            checks=hangs,
        )
    )
    beds = [
        m.bed for name, m in measured.items() if m.leads and not solution.parts[name].part.bought
    ]
    widest = max(beds, key=lambda bed: bed.size_mm[0] * bed.size_mm[1])
    state, _ = severity("bed")
    told.append(
        ReadingView(
            name="bed, largest part",
            value=" × ".join(
                plain(v / factor, 1 if unit == "mm" else 2) for v in widest.size_mm[:2]
            ),
            unit=unit,
            severity=state,
            word=f"fits {solution.project.process.printer}" if state == "good" else "too large",
            checks=["bed"],
        )
    )
    if holds:
        most, owner = max(holds)
        told.append(
            ReadingView(
                name="holds",
                value=f"{most / 1000:.1f}" if unit == "mm" else f"{most / 29573.5295625:.2f}",
                unit="ml" if unit == "mm" else "US fl oz",
                severity="good",
                word=f"{owner}, to its rim; prints leak",
                checks=[],
            )
        )
    return told
