"""Does a vessel hold what is poured into it?"""

from __future__ import annotations

from collections.abc import Iterable

from core.checks.check import Limit, Piece, PieceCheck, register
from core.checks.finding import Finding


@register
class RunsOut(PieceCheck):
    name = "runs out"
    worst = "note"
    asks = "Does a hollowed part hold to its rim?"
    measures = (
        "The air inside the finished solid that cannot run out sideways or down with its rim "
        "level; where that is none, the highest level that holds."
    )
    limits = (Limit("to the rim; a note where a hole or a notch lets it out below"),)

    reading = "holds"

    def look(self, piece: Piece) -> Iterable[Finding]:
        held = piece.measured.holds
        if held is None:
            return
        if not held.volume_mm3:
            yield Finding(self.name, "note", "holds nothing: there is a way out at its floor", 0.0)
        elif held.below_rim_mm:
            below = piece.told(round(held.below_rim_mm, 1))
            words = (
                f"runs out {below} below its rim: it holds {held.volume_mm3 / 1000:.1f} ml to there"
            )
            yield Finding(self.name, "note", words, held.below_rim_mm, 0.0)
