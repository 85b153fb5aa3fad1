"""What hangs in the air while it is printed: islands, overhangs and bridges.

Judged in the stance chosen, with all that is printed together. The layer test decides; where there
is none (the surface is open), the faces alone are judged.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from typing import Literal

from core.checks.check import Limit, Piece, PieceCheck, register
from core.checks.finding import Finding, Remedy, Severity
from core.process import Process
from core.project.edits import Edit
from core.project.print_groups import group_of
from core.proof.layers import Unsupported
from core.proof.overhang import check_overhang
from core.proof.stances import HANGS_MM2
from core.solids import triangle_mesh
from core.solids.stance import standing
from core.steps import STEPS

SIDES = ("top", "bottom", "front", "back", "left", "right")
NARROW_MM2 = 2.0  # of nothing as wide as a line: a few nibs. no source
BY_LAYERS = (
    "Each layer less the one below widened by a layer times the tangent of the limit angle; "
)


def _told(
    piece: Piece, pieces: list[Unsupported], severity: Severity, check: str, words: str,
    value: float, limit: float, unit: str,
) -> Finding:  # fmt: skip
    worst, place = pieces[0], piece.measured.place
    ends = (place(worst.ends[0]), place(worst.ends[1]))
    return Finding(check, severity, words, value, limit, unit, at=place(worst.at), ends=ends)


def _area(area_mm2: float) -> str:
    return f"{area_mm2:.0f}" if area_mm2 >= 1 else f"{area_mm2:.1g}"


def _of(piece: Piece, kind: Literal["island", "cantilever", "bridge"]) -> list[Unsupported]:
    layers = piece.measured.layers
    return layers.of(kind) if layers is not None and piece.measured.leads else []


@register
class Island(PieceCheck):
    name = "island"
    waits_for = "layers"
    asks = "Does anything begin in mid-air?"
    measures = BY_LAYERS + "what is left and touches nothing below."
    limits = (Limit("none"),)
    cures = "chamfer a rim on the bed instead of rounding it; stand it on another side"
    reading = "overhang"
    hatched = ("overhang",)

    def legend(self, level: int, process: Process) -> str:
        return "begins in mid-air" if level == 3 else ""

    def look(self, piece: Piece) -> Iterable[Finding]:
        islands = _of(piece, "island")
        if not islands:
            return
        count, area = len(islands), sum(one.area_mm2 for one in islands)
        begin = "a piece begins" if count == 1 else f"{count} pieces begin"
        words = f"{begin} in mid-air, {_area(area)} mm² with nothing under it"
        found = _told(piece, islands, "stop", self.name, words, area, 0.0, "mm²")
        yield _cured(piece, found)


@register
class Overhang(PieceCheck):
    name = "overhang"
    waits_for = "layers"
    asks = "Does anything lean out too far?"
    measures = BY_LAYERS + "what is left and is carried on one side only."
    limits = (Limit("the overhang limit of the process; 45° where nothing was learnt"),)
    cures = "chamfer a rim on the bed instead of rounding it; stand it on another side"
    reading = "overhang"
    hatched = ("overhang",)

    def legend(self, level: int, process: Process) -> str:
        return {
            2: f"stands out over air, or bridges more than {process.bridge_limit_mm:g} mm",
            1: f"leans more than {process.overhang_limit_deg:.0f}°, but is carried",
        }.get(level, "")

    def look(self, piece: Piece) -> Iterable[Finding]:
        if not piece.measured.leads:
            return
        out = _of(piece, "cantilever")
        area = sum(one.area_mm2 for one in out)
        # a quarter of the outermost line lies on the one below yet
        narrow = bool(out) and out[0].span_mm <= 0.75 * piece.process.line_mm
        if area > (NARROW_MM2 if narrow else HANGS_MM2):
            words = (
                f"{area:.0f} mm² stands out over air, up to {piece.told(round(out[0].span_mm, 1))}"
                " from what carries it"
            )
            found = _told(piece, out, "warning", self.name, words, area, 0.0, "mm²")
            yield _cured(piece, found)
            return
        if _of(piece, "island") or _spans(piece):
            return
        over, limit = piece.measured.overhang, piece.process.overhang_limit_deg
        if over.area_mm2 > HANGS_MM2:
            carried = ", but every layer is carried" if piece.measured.layers is not None else ""
            words = (
                f"{over.area_mm2:.0f} mm² of face leans more than {limit:.0f}° (up to "
                f"{over.steepest_deg:.0f}°){carried}"
            )
            yield Finding(self.name, "note", words, over.area_mm2, 0.0, "mm²")
            return
        words = f"nothing leans more than {limit:.0f}°"
        yield Finding(self.name, "good", words, 0.0, 0.0, "mm²")


@register
class Bridge(PieceCheck):
    name = "bridge"
    waits_for = "layers"
    asks = "Are bridges short enough to be laid across air?"
    measures = BY_LAYERS + "what is left and is carried on two sides, and how far it spans."
    limits = (Limit("the bridge limit of the process"),)
    cures = "stand it on another side"
    reading = "overhang"
    hatched = ("overhang",)

    def look(self, piece: Piece) -> Iterable[Finding]:
        bridges = _spans(piece)
        if not bridges:
            return
        span, most = bridges[0].span_mm, piece.process.bridge_limit_mm
        far = span > most + 1e-6
        words = (
            f"longest bridge {piece.told(round(span, 1))}, {'past' if far else 'within'} the"
            f" {piece.told(most)} this process carries"
        )
        severity: Severity = "warning" if far else "note"
        told = _told(piece, bridges, severity, self.name, words, span, most, "mm")
        yield _cured(piece, told) if far else told


def _spans(piece: Piece) -> list[Unsupported]:
    bridges = _of(piece, "bridge")
    return bridges if sum(one.area_mm2 for one in bridges) > HANGS_MM2 else []


def _cured(piece: Piece, found: Finding) -> Finding:
    """A finding with what may cure it: a chamfer on the bed, then the sides that hang least."""
    return replace(found, cures=lambda: [*_chamfers(piece), *_other_ways(piece)])


def _other_ways(piece: Piece) -> list[Remedy]:
    """Standing on each of its other sides, those first on which the least leans too far, where it
    is printed by itself."""
    if piece.result is None or piece.solution is None:
        return []
    group, part = group_of(piece.solution, piece.name), piece.result.part
    if group is None or len(group.parts) > 1:
        return []
    body = piece.result.state.solid()
    limit, layer = piece.process.overhang_limit_deg, piece.process.layer_mm
    leaning = {
        side: check_overhang(triangle_mesh(standing(body, side)), limit, layer).area_mm2
        for side in SIDES
        if side != part.stance
    }
    return [
        Remedy(f"stand it on its {side}", (Edit(f"parts.{part.name}.stance", side),))
        for side in sorted(leaning, key=lambda side: leaning[side])
    ]


def _chamfers(piece: Piece) -> list[Remedy]:
    """A rounded rim on the bed begins too flat; a chamfer of the same size does not."""
    if piece.result is None:
        return []
    part = piece.result.part
    found = []
    for done in piece.result.steps:
        if done.error or not done.step.enabled or done.step.kind not in STEPS:
            continue
        other = STEPS[done.step.kind].steeper_on_bed(done.words, part.stance)
        if other:
            path = f"parts.{part.name}.steps.{done.step.id}.kind"
            found.append(Remedy(f"{other} that rim instead of rounding it", (Edit(path, other),)))
    return found
