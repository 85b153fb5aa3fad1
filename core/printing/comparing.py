"""Materials side by side for what a project prints, and when a lasting thing beats a throwaway.

Footprints are rough (from memory of published eco-profiles, cradle to gate); how far they may be
off is taken as 30 % either way (common practice, no source).
"""

from __future__ import annotations

import math

from core.checks.caution import WARM_MARGIN_C
from core.printing.estimate import TIME_WITHIN
from core.printing.slicing import sliced_group
from core.process import MATERIALS, Material
from core.project.print_groups import printed_groups
from core.project.results import Solution
from core.proof.slender import thinnest_upright
from core.views.printing import BreakEven, ComparedMaterial, CompareView, Variant
from core.views.report import Report

FOOTPRINT_WITHIN = 0.3
STRENGTH = ("fit", "load", "heat")  # checks that tell what may break or sag


def compare_materials(solution: Solution) -> CompareView:
    """What everything a project prints would come to in each material that can be printed."""
    process = solution.project.process
    sliced = [sliced_group(group, process) for group in printed_groups(solution)]
    volume = sum(one.volume_mm3 for one in sliced)
    metres = sum(one.filament_mm for one in sliced) / 1000
    rows = [
        _row(stuff, volume, process.slicing.price_per_kg)
        for name in MATERIALS
        if (stuff := process.stuff(name)).softens_c is not None
    ]
    return CompareView(
        volume_mm3=volume,
        filament_m=metres,
        seconds=sum(one.seconds for one in sliced),
        price_per_kg=process.slicing.price_per_kg,
        material=process.material,
        footprint_within=FOOTPRINT_WITHIN,
        time_within=TIME_WITHIN,
        rows=rows,
    )


def variant_of(label: str, solution: Solution, report: Report) -> Variant:
    """What a document comes to, to be laid beside others."""
    process = solution.project.process
    price = process.slicing.price_per_kg
    grams = filament = seconds = 0.0
    footprint: float | None = 0.0
    warm: list[float] = []
    strength = [
        one.message
        for one in report.findings
        if one.check in STRENGTH and one.severity in ("stop", "warning") and not one.accepted
    ]
    for group in printed_groups(solution):
        found = sliced_group(group, process)
        stuff = process.stuff(group.parts[0].part.material)
        own = found.volume_mm3 / 1000 * stuff.density_g_cm3
        grams, filament, seconds = (
            grams + own,
            filament + found.filament_mm,
            seconds + found.seconds,
        )
        known = footprint is not None and stuff.footprint_kg is not None
        footprint = footprint + own * stuff.footprint_kg if known else None  # type: ignore[operator]
        if stuff.softens_c is not None:
            warm.append(stuff.softens_c - WARM_MARGIN_C)
        pin = thinnest_upright(group.standing().solid)
        if pin is not None:
            name = group.parts[0].part.label or group.parts[0].part.name
            strength.append(f"{name}: a pin or arm {pin:.1f} mm thick stands across its layers")
    walls = [part.wall_min_mm for part in report.parts if part.wall_min_mm is not None]
    gaps = [p.measured_mm for fit in report.fits for p in fit.pairs if p.measured_mm is not None]
    chances = [fit.chance for fit in report.fits if fit.chance is not None]
    judged = [one for one in report.findings if not one.accepted]
    return Variant(
        label=label,
        process=report.process,
        mass_g=grams,
        filament_m=filament / 1000,
        seconds=seconds,
        cost=None if price is None else grams / 1000 * price,
        footprint_g=footprint,
        wall_min_mm=min(walls, default=None),
        gap_min_mm=min(gaps, default=None),
        chance_min=min(chances, default=None),
        warm_c=min(warm, default=None),
        stops=sum(one.severity == "stop" for one in judged),
        warnings=sum(one.severity == "warning" for one in judged),
        strength=strength,
    )


def _row(stuff: Material, volume_mm3: float, price: float | None) -> ComparedMaterial:
    grams = volume_mm3 / 1000 * stuff.density_g_cm3
    kilos = grams / 1000
    assert stuff.softens_c is not None and stuff.strain_once_percent is not None
    bends = (
        "rubbery" if stuff.modulus_mpa < 500
        else "bends without breaking" if stuff.strain_once_percent >= 4
        else "stiff, snaps when bent far" if stuff.strain_once_percent <= 2
        else "stiff"
    )  # fmt: skip
    return ComparedMaterial(
        material=stuff.name,
        mass_g=grams,
        working=f"{volume_mm3 / 1000:.2f} cm³ × {stuff.density_g_cm3:g} g/cm³ = {grams:.1f} g",
        cost=None if price is None else kilos * price,
        footprint_g=None if stuff.footprint_kg is None else grams * stuff.footprint_kg,
        warm_c=stuff.softens_c - WARM_MARGIN_C,
        strain_percent=stuff.strain_once_percent,
        modulus_mpa=stuff.modulus_mpa,
        bends=bends,
    )


MOST_USES = 1e9  # what pays only after more uses never does


def break_even(
    lasting_g: float, throwaway_g: float, each_use_g: float, within: float = FOOTPRINT_WITHIN
) -> BreakEven:
    """From how many uses on a lasting thing costs less than a throwaway each time.

    Args:
        lasting_g, throwaway_g: footprints, g CO2e; ``each_use_g`` what each use of the lasting
            one adds (washing).

    >>> break_even(100.0, 12.0, 2.0).uses
    11
    """

    def uses(lasting: float, throwaway: float) -> int | None:
        saved = throwaway - each_use_g
        # the first whole number of uses at which it is strictly less
        if saved <= 0 or lasting > MOST_USES * saved:
            return None
        return math.floor(lasting / saved + 1e-9) + 1

    found = uses(lasting_g, throwaway_g)
    best = uses(lasting_g * (1 - within), throwaway_g * (1 + within))
    worst = uses(lasting_g * (1 + within), throwaway_g * (1 - within))
    saved_g = throwaway_g - each_use_g
    formula = (
        f"{lasting_g:.0f} g ÷ ({throwaway_g:g} g − {each_use_g:g} g) = {lasting_g / saved_g:.1f}"
        if saved_g > 0 and lasting_g <= MOST_USES * saved_g
        else f"{throwaway_g:g} g − {each_use_g:g} g saves next to nothing"
        if saved_g > 0
        else f"{throwaway_g:g} g − {each_use_g:g} g saves nothing at all"
    )
    return BreakEven(uses=found, best=best, worst=worst, working=formula)
