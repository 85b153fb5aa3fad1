"""Does it fit the bed?"""

from __future__ import annotations

from collections.abc import Iterable

from core.checks.check import Limit, Piece, PieceCheck, register
from core.checks.finding import Finding
from core.measures.display import length_text


@register
class Bed(PieceCheck):
    name = "bed"
    asks = "Does it fit the printer?"
    measures = "The hull of what is printed together, turned about the vertical in fine steps."
    limits = (Limit("the printer's bed and height", "the process"),)
    reading = "bed, largest part"

    def look(self, piece: Piece) -> Iterable[Finding]:
        measured, process = piece.measured, piece.process
        if not measured.leads:
            return
        bed = measured.bed
        if bed.fits:
            turned = f", turned {bed.turn_deg:.0f}°" if bed.turn_deg else ""
            words = f"fits {process.printer}{turned}"
            yield Finding(self.name, "good", words, max(bed.size_mm), None)
            return
        size = " × ".join(length_text(v, piece.unit, with_unit=False) for v in bed.size_mm)
        limit = " × ".join(length_text(v, piece.unit, with_unit=False) for v in process.bed_mm)
        places = " and ".join(
            f"at {'xyz'[cut.axis]} = {piece.told(round(cut.at_mm, 1))} ({cut.section_mm2:.0f} mm²"
            " cut)"
            for cut in measured.cuts[:4]
        )
        where = f"; cut it {places}" if places else ""
        words = (
            f"{size} {piece.unit} is {piece.told(bed.short_by_mm)} too large for the {limit} bed, "
            f"however it is turned{where}"
        )
        yield Finding(self.name, "stop", words, bed.short_by_mm, 0.0)
