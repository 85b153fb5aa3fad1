"""Materials by name. Values from memory of usual data sheets; footprints from memory of published
eco-profiles, rough, with their year left open."""

from __future__ import annotations

from dataclasses import dataclass

from core.errors import DocumentError


@dataclass(frozen=True, slots=True)
class Material:
    """One material; None where a property has no meaning for it."""

    name: str
    density_g_cm3: float
    softens_c: float | None
    strain_once_percent: float | None
    modulus_mpa: float
    footprint_kg: float | None = None  # CO2e per kg, cradle to gate, rounded
    source: str = "from memory of usual data sheets"


MATERIALS: dict[str, Material] = {
    row.name: row
    for row in (
        Material("PLA", 1.24, 60, 2.0, 3300, 1.8),
        Material("PETG", 1.27, 80, 3.5, 2000, 2.5),
        Material("ABS", 1.04, 100, 3.0, 2200, 3.3),
        Material("ASA", 1.07, 100, 3.0, 2100),
        Material("PA12", 1.01, 150, 6.0, 1500, 6.5),
        Material("PC", 1.20, 145, 4.0, 2300, 3.6),
        Material("PP", 0.90, 100, 8.0, 1300, 1.7),
        Material("TPU 95A", 1.21, 70, 30, 70),
        Material("aluminium 6061", 2.70, None, None, 68900, 9),
        Material("carbon steel", 7.85, None, None, 205000, 2),
        Material("stainless 304", 8.00, None, None, 193000, 5),
    )
}


def material(name: str) -> Material:
    """The material of that name.

    Raises:
        DocumentError: unknown; lists the known ones.

    >>> material("PLA").density_g_cm3
    1.24
    """
    try:
        return MATERIALS[name]
    except KeyError:
        raise DocumentError(
            f"no material is called '{name}'", remedy="known: " + ", ".join(MATERIALS)
        ) from None
