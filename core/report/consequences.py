"""What followed from an edit, in the maker's terms: not only the field that was typed."""

from __future__ import annotations

from core.measures.display import capacity_text, extent_text, in_unit, length_text
from core.measures.units import LengthUnit
from core.views.report import Consequence, Report

# Sampled walls differ by this much from one build to the next without anything having changed.
_NOISE = {"wall": 0.01}


def consequences(before: Report, after: Report) -> list[Consequence]:
    """The sizes, masses, gaps and capacities that differ between two reports, most telling
    first.
    """
    unit: LengthUnit = "in" if after.units == "in" else "mm"
    found: list[Consequence] = []

    def tell(label: str, old: float | None, new: float | None, how: str) -> None:
        if old is None or new is None or abs(new - old) < _NOISE.get(how, 0.0):
            return
        was, now = _text(old, how, unit), _text(new, how, unit)
        if was != now:
            found.append(Consequence(label=label, before=was, after=now))

    parts = {part.name: part for part in before.parts}
    for part in after.parts:
        old = parts.get(part.name)
        if part.size_mm and part.mass and (old is None or old.size_mm is None):
            size = " × ".join(extent_text(one, unit, with_unit=False) for one in part.size_mm)
            found.append(
                Consequence(label=f"{part.label} came to be", before="", after=f"{size} {unit}")
            )
            mass = _text(part.mass.mass_g, "mass", unit)
            found.append(Consequence(label=f"{part.label} mass", before="", after=mass))
        if old is None:
            continue
        if old.size_mm and part.size_mm and old.size_mm != part.size_mm:
            for axis, word in enumerate(("width", "depth", "height")):
                tell(f"{part.label} {word}", old.size_mm[axis], part.size_mm[axis], "extent")
        tell(f"{part.label} thinnest wall", old.wall_min_mm, part.wall_min_mm, "wall")
        tell(f"{part.label} holds", old.capacity_mm3, part.capacity_mm3, "capacity")
        if old.mass and part.mass:
            tell(f"{part.label} mass", old.mass.mass_g, part.mass.mass_g, "mass")
        tell(f"{part.label} unsupported", old.unsupported_mm2, part.unsupported_mm2, "area")
    fits = {fit.name: fit for fit in before.fits}
    for fit in after.fits:
        was = fits.get(fit.name)
        if was is None:
            continue
        label = fit.label or fit.title
        tell(f"{label} gap a side", was.gap_mm, fit.gap_mm, "length")
        for one, other in zip(was.left, fit.left, strict=False):
            if one.what == other.what:
                tell(f"{other.what} left", one.value_mm, other.value_mm, "wall")
        if was.chance is not None and fit.chance is not None:
            tell(f"{label} chance of {fit.feel}", was.chance, fit.chance, "chance")
    stops = sum(f.severity == "stop" for f in before.findings)
    now_stops = sum(f.severity == "stop" for f in after.findings)
    if stops != now_stops:
        found.insert(
            0, Consequence(label="things to stop for", before=str(stops), after=str(now_stops))
        )
    return found


def _text(value: float, how: str, unit: LengthUnit) -> str:
    if how == "extent":
        return extent_text(value, unit)
    if how in ("length", "wall"):
        return length_text(round(value, 3), unit)
    if how == "capacity":
        return " ".join(capacity_text(value, unit))
    if how == "mass":
        return f"{value:.1f} g"
    if how == "area":
        return in_unit(f"{value:.0f} mm²", unit)
    return f"{value:.0%}"
