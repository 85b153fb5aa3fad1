"""Is it one closed solid: its surface, its pieces, and hollows that nothing can get out of."""

from __future__ import annotations

from collections.abc import Iterable

from core.checks.check import Limit, Piece, PieceCheck, register
from core.checks.finding import Finding


@register
class ClosedSurface(PieceCheck):
    name = "closed"
    asks = "Is it a closed solid?"
    measures = "Every edge of the mesh, counted: two triangles meet there, running opposite ways."
    limits = (Limit("no edge met otherwise", "what a solid is"),)
    reading = "volume"
    acceptable = False

    def look(self, piece: Piece) -> Iterable[Finding]:
        closed, faults = piece.measured.closed, piece.faults
        if piece.mended:
            yield Finding(self.name, "warning", "; ".join(piece.mended), unit="")
        elif not closed.closed or (faults and not faults.closes):
            told = ", ".join(faults.told()) if faults else ""
            words = "the surface is not closed" + (f": {told}" if told else "")
            if closed.shells == 0:
                words = "an open sheet: it encloses nothing, and has no volume"
            yield Finding(
                self.name, "stop", words, faults.open_edges if faults else None, 0, "edges"
            )
        elif faults and not faults.sound:
            yield Finding(self.name, "warning", ", ".join(faults.told()), unit="")
        else:
            yield Finding(self.name, "good", "closed solid", unit="")


@register
class Pieces(PieceCheck):
    name = "pieces"
    asks = "Is it in one piece?"
    measures = (
        "Outer shells of the finished solid, each by its volume; a crumb has under 2 % of it."
    )
    limits = (Limit("one piece"),)
    reading = "volume"

    def look(self, piece: Piece) -> Iterable[Finding]:
        closed = piece.measured.closed
        if not closed.closed or closed.shells <= 1:
            return
        made = _meant(piece)
        if closed.shells == made:
            words = f"{closed.shells} pieces, as its fit makes them"
            yield Finding(self.name, "good", words, closed.shells, made, "pieces")
            return
        if not closed.crumbs:
            words = f"{closed.shells} separate pieces: they would come off the bed apart"
            yield Finding(self.name, "warning", words, closed.shells, 1, "pieces")
            return
        small = sum(crumb.volume_mm3 for crumb in closed.crumbs)
        noun = "a loose crumb" if len(closed.crumbs) == 1 else f"{len(closed.crumbs)} loose crumbs"
        crumb = closed.crumbs[0]
        steps = piece.result.steps if piece.result else ()
        last = [done.step.id for done in steps if done.step.id in crumb.steps]
        words = f"{noun} of {small:.2g} mm³ came off the part"
        yield Finding(
            self.name, "warning", words, small, 0.0, "mm³", at=crumb.at,
            step=last[-1] if last else "",
        )  # fmt: skip


def _meant(piece: Piece) -> int:
    """How many pieces the part's fits make of it."""
    fits = piece.solution.fits.values() if piece.solution else ()
    return max(
        (
            fit.meeting.pieces[fit.fit.parts.index(piece.name)]
            for fit in fits
            if fit.meeting and piece.name in fit.fit.parts
        ),
        default=1,
    )


@register
class ShutIn(PieceCheck):
    name = "shut in"
    asks = "Is there a hollow that nothing can get out of?"
    measures = "Shells turned inwards, each inside a solid one."
    limits = (Limit("none"),)
    reading = "volume"

    def look(self, piece: Piece) -> Iterable[Finding]:
        voids = piece.measured.closed.voids
        if voids:
            noun = "1 hollow" if voids == 1 else f"{voids} hollows"
            words = f"{noun} shut in on all sides; what is in there stays in"
            yield Finding(self.name, "warning", words, voids, 0, "voids")
