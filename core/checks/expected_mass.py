"""Is the mass as expected?"""

from __future__ import annotations

from collections.abc import Iterable

from core.checks.check import Limit, Piece, PieceCheck, register
from core.checks.finding import Finding


@register
class ExpectedMass(PieceCheck):
    name = "expected mass"
    worst = "warning"
    asks = "Is the mass what the maker expects?"
    measures = "Volume of the finished solid times the material's density."
    limits = (Limit("the mass and tolerance set for the part", "the maker"),)
    reading = "mass, solid"

    def look(self, piece: Piece) -> Iterable[Finding]:
        part = piece.result.part if piece.result else None
        if part is None or part.expected_mass is None:
            return
        wanted = part.expected_mass
        stuff = piece.process.stuff(wanted.material or part.material)
        bulk = piece.measured.bulk
        mass = bulk.mass_g(stuff.density_g_cm3)
        off = (mass - wanted.grams) / wanted.grams * 100
        working = f"{bulk.volume_mm3 / 1000:.3f} cm³ × {stuff.density_g_cm3:g} g/cm³ = {mass:.2f} g"
        if abs(off) <= wanted.tolerance_percent:
            words = f"mass as expected, {off:+.1f} %: {working}"
            yield Finding(self.name, "good", words, mass, wanted.grams, "g")
        else:
            words = f"{off:+.1f} % off the {wanted.grams:g} g expected: {working}"
            yield Finding(self.name, "warning", words, mass, wanted.grams, "g")
