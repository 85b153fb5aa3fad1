"""Does every slot stay open?"""

from __future__ import annotations

from collections.abc import Iterable

from core.checks.check import Limit, Piece, PieceCheck, register
from core.checks.finding import Finding
from core.checks.limits import narrowest_slot_mm
from core.process import Process


@register
class Slot(PieceCheck):
    name = "slot"
    asks = "Does every slot stay open?"
    measures = "The same rays as for walls, outwards: the narrowest air inside a part."
    limits = (
        Limit("twice what inner faces grow by, and four spreads", "the process as it was learnt"),
    )
    reading = "thinnest wall"
    hatched = ("slot",)

    def legend(self, level: int, process: Process) -> str:
        return f"slot under {narrowest_slot_mm(process):.2f} mm, likely to close up"

    def look(self, piece: Piece) -> Iterable[Finding]:
        slots, mesh = piece.measured.slots, piece.measured.mesh
        if slots.thinnest is None:
            return
        value, sample = slots.thinnest
        least = narrowest_slot_mm(piece.process)
        if value >= least:
            return
        x, y, z = (float(v) for v in slots.points[sample])
        words = f"slot {piece.told(round(value, 2))} wide is likely to close up; {piece.told(round(least, 2))} stay open"
        step = mesh.faces[mesh.face_index[slots.triangle[sample]]][0] if piece.result else ""
        yield Finding(self.name, "warning", words, value, least, at=(x, y, z), step=step)
