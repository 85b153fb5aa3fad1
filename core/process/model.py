"""The process a project is meant for, and what is known of its errors.

All defaults: common practice, no source. They are settings of a project, in millimetres per
side where they are lengths.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Any, Literal

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field

from core.errors import DocumentError
from core.process.materials import Material, material

Feel = Literal["press", "snug", "slide", "free", "print-in-place"]
FEELS: tuple[Feel, ...] = ("press", "snug", "slide", "free", "print-in-place")


LINE_OF_NOZZLE = 1.125  # a line is laid so much wider than its nozzle


class _Frozen(BaseModel):
    model_config = ConfigDict(extra="forbid", frozen=True, allow_inf_nan=False)


class Errors(_Frozen):
    """How printed sizes differ from designed ones, per side in mm, with standard deviations.

    ``outer`` > 0: outer walls come out larger. ``inner`` < 0: holes and slots come out smaller.
    ``sigma`` is the spread from one gap to the next, of which ``shared`` (of its square) is common
    to all that is printed at once. ``together`` is the covariance of outer and inner, mm²: felt
    results tell only how far they lie apart.
    """

    outer: float = 0.03
    outer_sd: float = Field(0.05, ge=0)
    inner: float = -0.05
    inner_sd: float = Field(0.06, ge=0)
    sigma: float = Field(0.04, gt=0)
    together: float = 0.0
    shared: float = Field(0.5, ge=0, lt=1)


class Band(_Frozen):
    """The printed gap per side, in mm, that has a certain feel."""

    low: float
    high: float

    @property
    def middle(self) -> float:
        """Half way between its edges, mm."""
        return (self.low + self.high) / 2


def _bands() -> dict[Feel, Band]:
    return {
        "press": Band(low=-0.08, high=0.02),
        "snug": Band(low=0.02, high=0.12),
        "slide": Band(low=0.12, high=0.25),
        "free": Band(low=0.25, high=0.50),
        "print-in-place": Band(low=0.25, high=0.45),
    }


def _all_bands(given: Any) -> Any:
    """Bands as given, and the usual one for a feel that has none."""
    return {**_bands(), **given} if isinstance(given, dict) else given


def _setting(default: float | None, label: str, unit: str, low: float, high: float) -> Any:
    return Field(default, title=label, ge=low, le=high, json_schema_extra={"unit": unit})


class Slicing(_Frozen):
    """What a slicer would be told, for the estimate of the print."""

    walls: int = _setting(3, "walls", "lines", 1, 50)
    skins: int = _setting(4, "skins, top and bottom", "layers", 0, 100)
    infill_percent: float = _setting(15.0, "infill", "%", 0, 100)
    wall_speed: float = _setting(45.0, "speed of walls", "mm/s", 1, 2000)
    fill_speed: float = _setting(80.0, "speed of the rest", "mm/s", 1, 2000)
    travel_speed: float = _setting(150.0, "speed between", "mm/s", 1, 2000)
    least_layer_s: float = _setting(8.0, "a layer takes at least", "s", 0, 600)
    filament_mm: float = _setting(1.75, "filament", "mm", 0.5, 10)
    price_per_kg: float | None = _setting(None, "price", "per kg", 0, 100_000)


class OwnValues(_Frozen):
    """A material's values as its maker knows them, in place of the table's; empty is the
    table's.
    """

    density_g_cm3: float | None = Field(None, gt=0, le=30)
    softens_c: float | None = Field(None, ge=-60, le=2000)
    strain_once_percent: float | None = Field(None, gt=0, le=1000)
    modulus_mpa: float | None = Field(None, gt=0, le=1_000_000)
    footprint_kg: float | None = Field(None, ge=0, le=1000)
    source: str = Field(min_length=1, max_length=200)


class Process(_Frozen):
    """A printer, a nozzle, a layer height and a material together."""

    printer: str = "Towpath 220"
    bed_mm: tuple[float, float, float] = (220.0, 220.0, 240.0)
    nozzle_mm: float = Field(0.4, gt=0, le=5)
    line_mm: float = Field(0.45, gt=0, le=5)
    layer_mm: float = Field(0.2, gt=0, le=5)
    material: str = "PLA"
    errors: Errors = Field(default_factory=Errors)
    bands: Annotated[dict[Feel, Band], BeforeValidator(_all_bands)] = Field(default_factory=_bands)
    overhang_limit_deg: float = Field(45.0, ge=0, lt=90)
    bridge_limit_mm: float = Field(10.0, ge=0)
    slicing: Slicing = Field(default_factory=Slicing)
    own: dict[str, OwnValues] = Field(default_factory=dict, max_length=40)  # by material

    def stuff(self, name: str = "") -> Material:
        """The values of a material, the process' own where it has some.

        Raises:
            DocumentError: no such material.
        """
        found = material(name or self.material)
        own = self.own.get(found.name)
        if own is None:
            return found
        return replace(found, **own.model_dump(exclude_none=True))

    def checked(self) -> Process:
        """The process, where its numbers are such as a printer can have.

        Raises:
            DocumentError: one is not; with the setting and what would do.
        """
        errors, sizes = self.errors, self.bed_mm
        for where, value, low, high in (
            *((f"bed_mm.{side}", size, 10.0, 5000.0) for side, size in enumerate(sizes)),
            ("nozzle_mm", self.nozzle_mm, 0.05, 5.0),
            ("line_mm", self.line_mm, 0.05, 10.0),
            ("layer_mm", self.layer_mm, 0.01, 5.0),
            ("bridge_limit_mm", self.bridge_limit_mm, 0.0, 500.0),
            ("errors.outer", errors.outer, -5.0, 5.0),
            ("errors.inner", errors.inner, -5.0, 5.0),
            ("errors.outer_sd", errors.outer_sd, 0.0, 5.0),
            ("errors.inner_sd", errors.inner_sd, 0.0, 5.0),
            ("errors.sigma", errors.sigma, 0.0005, 5.0),
            ("errors.together", errors.together, -25.0, 25.0),
            *((f"bands.{feel}.low", band.low, -10.0, 10.0) for feel, band in self.bands.items()),
            *(
                (f"bands.{feel}.high", band.high, band.low, 10.0)
                for feel, band in self.bands.items()
            ),
        ):
            if not low <= value <= high:
                raise DocumentError(
                    f"{where.replace('_mm', '').replace('_', ' ').replace('.', ' ')} is {value:g}",
                    where=where,
                    remedy=f"from {low:g} to {high:g}",
                )
        self.stuff()
        return self

    def on_machine(
        self,
        printer: str,
        material_name: str,
        nozzle_mm: float,
        layer_mm: float,
        bed_mm: tuple[float, float, float],
    ) -> Process:
        """The same process on another machine or in another material, lines as wide as usual.

        Raises:
            DocumentError: no such material, or a number that no printer has.
        """
        changed = {
            "printer": printer, "material": material(material_name).name, "nozzle_mm": nozzle_mm,
            "line_mm": round(nozzle_mm * LINE_OF_NOZZLE, 3), "layer_mm": layer_mm, "bed_mm": bed_mm,
        }  # fmt: skip
        return self.model_copy(update=changed).checked()
