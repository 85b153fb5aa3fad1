"""A part as sliced, for the screens: what it comes to, and one layer at a time."""

from __future__ import annotations

from collections.abc import Sequence

from annotated_types import Ge, Le

from core.printing.estimate import MASS_WITHIN, TIME_WITHIN, Sliced, slice_solid, zones_at
from core.process import Process, Slicing
from core.project.cache import MEASURED, content_key
from core.project.print_groups import Printed, printed_groups
from core.project.results import Solution
from core.proof.setting import Setting
from core.views.printing import LayerView, SettingView, SlicedLayer, SlicedView


def sliced_group(group: Printed, process: Process) -> Sliced:
    """What is printed together, sliced in its stance, kept by what it was sliced from."""
    slicing = process.slicing
    key = content_key(
        "sliced", group.key, group.stance, Setting.of(process), slicing.model_dump_json()
    )

    def make() -> Sliced:
        stood = group.standing().solid
        return slice_solid(stood, process.layer_mm, process.line_mm, slicing)

    return MEASURED.get(key, make)


def sliced_view(group: Printed, process: Process) -> SlicedView:
    """What the print of a part, with what is printed in it, comes to."""
    found = sliced_group(group, process)
    stuff = process.stuff(group.parts[0].part.material)
    grams = stuff.density_g_cm3 / 1000
    price = process.slicing.price_per_kg
    mass = found.volume_mm3 * grams
    return SlicedView(
        parts=[part.part.name for part in group.parts],
        material=stuff.name,
        mass_g=mass,
        solid_g=group.standing().volume_mm3 * grams,
        mass_within=MASS_WITHIN,
        wall_g=found.wall_mm3 * grams,
        skin_g=found.skin_mm3 * grams,
        infill_g=found.infill_mm3 * grams,
        filament_m=found.filament_mm / 1000,
        seconds=found.seconds,
        time_within=TIME_WITHIN,
        cost=None if price is None else mass / 1000 * price,
        layer_mm=found.layer_mm,
        settings=_settings(process.slicing),
        layers=[
            SlicedLayer(
                z_mm=layer.z,
                wall_mm2=layer.wall_mm2,
                skin_mm2=layer.skin_mm2,
                infill_mm2=layer.infill_mm2,
                seconds=layer.seconds,
            )
            for layer in found.layers
        ],
    )


def estimate_print(solution: Solution, parts: Sequence[str]) -> tuple[float, float]:
    """Seconds and grams of a print of some parts; what is printed assembled counts once."""
    process, wanted = solution.project.process, set(parts)
    seconds = grams = 0.0
    for group in printed_groups(solution):
        if wanted & {part.part.name for part in group.parts}:
            found = sliced_group(group, process)
            density = process.stuff(group.parts[0].part.material).density_g_cm3
            seconds, grams = seconds + found.seconds, grams + found.volume_mm3 / 1000 * density
    return seconds, grams


def _settings(slicing: Slicing) -> list[SettingView]:
    views = []
    for name, field in Slicing.model_fields.items():
        limits = {type(limit): limit for limit in field.metadata}
        views.append(
            SettingView(
                name=name,
                label=field.title or name,
                unit=str(field.json_schema_extra["unit"]),  # type: ignore[index, call-overload]
                value=getattr(slicing, name),
                low=limits[Ge].ge,
                high=limits[Le].le,
                whole=field.annotation is int,
                optional=field.default is None,
            )
        )
    return views


def layer_view(group: Printed, process: Process, index: int) -> LayerView:
    """The rings of one layer of what is printed together, mm on the bed, middle at the origin."""
    stood = group.standing().solid
    zones = zones_at(stood, process.layer_mm, process.line_mm, process.slicing, index)

    def rings(found: tuple) -> list[list[tuple[float, float]]]:  # type: ignore[type-arg]
        return [[(float(x), float(y)) for x, y in ring] for ring in found]

    x0, y0, _, x1, y1, _ = stood.bounding_box()
    return LayerView(
        index=index,
        extent=(x0, y0, x1, y1),
        walls=rings(zones.walls),
        skin=rings(zones.skin),
        infill=rings(zones.infill),
    )
