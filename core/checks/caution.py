"""What can hurt someone, for what a project is meant for: said with the rule, never passed.

The rules are named from memory. Nothing here declares anything safe.
"""

from __future__ import annotations

from collections.abc import Iterable

from core.checks.check import Limit, Piece, PieceCheck, ProjectCheck, register
from core.checks.finding import Finding
from core.fits import FITS
from core.project.results import Solution

ASK = "that is for local rules and a qualified person to say"
WARM_MARGIN_C = 10.0  # a part sags well before it softens. common practice, no source


@register
class Heat(PieceCheck):
    name = "heat"
    asks = "Does the material bear the warmth it is meant for?"
    measures = "The material's softening point beside how warm the project says it gets."
    limits = (
        Limit(f"{WARM_MARGIN_C:g} °C below where it softens"),
        Limit("softening points of usual data sheets", "from memory"),
    )

    def look(self, piece: Piece) -> Iterable[Finding]:
        warm_c = piece.use.warm_c
        if warm_c is None:
            return
        stuff = piece.process.stuff(piece.result.part.material if piece.result else "")
        if stuff.softens_c is None or warm_c < stuff.softens_c - WARM_MARGIN_C:
            return
        soft = warm_c >= stuff.softens_c
        words = (
            f"{stuff.name} softens at about {stuff.softens_c:g} °C; at {warm_c:g} °C it "
            + ("goes soft" if soft else "sags under load")
            + " (data sheets, from memory)"
        )
        limit = stuff.softens_c - WARM_MARGIN_C
        yield Finding(self.name, "stop" if soft else "warning", words, warm_c, limit, "°C")


def _anything_made(solution: Solution) -> bool:
    return any(
        part.state.body is not None and not part.part.bought for part in solution.parts.values()
    )


@register
class Food(ProjectCheck):
    name = "food"
    waits_for = "steps"
    asks = "Will it touch food?"
    measures = "Only what the project is said to be for; no measurement can answer it."
    limits = (Limit("21 CFR 174-178, Regulation (EC) 1935/2004", "from memory"),)

    def look(self, solution: Solution) -> Iterable[Finding]:
        if solution.project.use.food and _anything_made(solution):
            words = (
                "touches food: the grooves between layers hold bacteria, and neither the "
                "filament's colour nor the nozzle's brass is known to be fit for food. "
                f"21 CFR 174-178 and Regulation (EC) 1935/2004 speak of it; {ASK}"
            )
            yield Finding(self.name, "warning", words, unit="")


@register
class Load(ProjectCheck):
    name = "load"
    waits_for = "steps"
    asks = "Does someone rely on it under load?"
    measures = "Only what the project is said to be for; fits that would bear the load are named."
    limits = (Limit("tests to several times the load, out of harm's way"),)

    def look(self, solution: Solution) -> Iterable[Finding]:
        if not solution.project.use.load or not _anything_made(solution):
            return
        kinds = {fit.fit.kind for fit in solution.fits.values()}
        holds = sorted(kind for kind in kinds if kind in FITS and FITS[kind].bears_load)
        what = f"; it hangs on {', '.join(holds)} fits" if holds else ""
        words = (
            "someone relies on it under load" + what + ". Printed layers part at a fraction of "
            "the material's strength, and creep under a steady load; no number here is a proof. "
            f"Test to several times the load out of harm's way; {ASK}"
        )
        yield Finding(self.name, "warning", words, unit="")
