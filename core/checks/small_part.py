"""Could a small child swallow the toy, a loose piece of it, or a piece that comes off?"""

from __future__ import annotations

from collections.abc import Iterable

from core.checks.check import Limit, Piece, PieceCheck, register
from core.checks.finding import Finding


@register
class SmallPart(PieceCheck):
    name = "small part"
    worst = "warning"
    waits_for = "search"
    asks = "Does a loose piece go into the small-parts cylinder, any way round?"
    measures = (
        "Every loose piece of the finished solid by its hull, in every orientation: bounds that "
        "cannot be passed first, then a search that ends within 0.1 mm."
    )
    limits = (Limit("16 CFR 1501.4; ISO 8124-1 uses the same cylinder", "from memory"),)

    def look(self, piece: Piece) -> Iterable[Finding]:
        if piece.result is not None and not piece.use.toy:
            return
        pieces = piece.measured.loose()
        small = [one for one in pieces if one.small]
        if not small:
            return
        told = "fits" if len(pieces) == 1 else f"{len(small)} of its {len(pieces)} loose pieces fit"
        words = (
            f"{told} the small-parts cylinder (16 CFR 1501.4, ISO 8124-1): a small child could "
            "swallow it. Whether a toy may have it is for local rules and a qualified person to say"
        )
        yield Finding(self.name, "warning", words, len(small), 0, "pieces", at=small[0].at)
