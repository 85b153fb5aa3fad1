"""Does every slot stay open?"""

from __future__ import annotations

import math
from collections.abc import Iterable

from core.checks.check import Limit, Piece, PieceCheck, register
from core.checks.finding import Edit, Finding, Remedy
from core.checks.limits import narrowest_slot_mm
from core.process import Process
from core.project.resolve import names_in

SAME_MM = 0.02  # what facets allow


@register
class Slot(PieceCheck):
    name = "slot"
    worst = "warning"
    waits_for = "rays"
    asks = "Does every slot stay open?"
    measures = (
        "The same rays as for walls, outwards: the narrowest air inside a part, and where two "
        "faces come nearest between them."
    )
    limits = (
        Limit("twice what inner faces grow by, and four spreads", "the process as it was learnt"),
    )
    cures = "a width that stays open, where one plain number decides it"
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
        words = (
            f"slot {piece.told(round(value, 2))} wide is likely to close up;"
            f" {piece.told(round(least, 2))} stay open"
        )
        step = mesh.faces[mesh.face_index[slots.triangle[sample]]][0] if piece.result else ""
        remedy = _wider(piece, value, step, least)
        yield Finding(
            self.name, "warning", words, value, least, at=(x, y, z), step=step, remedy=remedy
        )


def _wider(piece: Piece, value_mm: float, step: str, least_mm: float) -> Remedy | None:
    """A length of the step the slot was found at that is just as wide, made wide enough."""
    for done in piece.result.steps if piece.result else ():
        for typed in done.typed.values() if done.step.id == step else ():
            alike = typed.kind == "length" and typed.value and abs(typed.value - value_mm) < SAME_MM
            if alike and not names_in(typed.text):
                text = f"{math.ceil(least_mm * 20) / 20 + 0.05:g} mm"
                name = typed.path.rpartition(".")[2].replace("_", " ")
                return Remedy(f"make {name} {text}", (Edit(typed.path, text),))
    return None
