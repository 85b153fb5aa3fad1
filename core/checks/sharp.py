"""Sharp edges and points of a toy. The rules are named from memory; nothing is declared safe."""

from __future__ import annotations

from collections.abc import Iterable

from core.checks.caution import ASK
from core.checks.check import Limit, Piece, PieceCheck, register
from core.checks.finding import Finding
from core.project.cache import MEASURED, content_key
from core.proof.edges import SHARP_DEG, SharpEdge, SharpPoint, sharp_edges, sharp_points


def _found(piece: Piece) -> tuple[list[SharpEdge], list[SharpPoint]]:
    mesh = piece.measured.mesh

    def look() -> tuple[list[SharpEdge], list[SharpPoint]]:
        return sharp_edges(mesh), sharp_points(mesh)

    if piece.result is None:
        return look()
    return MEASURED.get(content_key("sharp", piece.result.state.key), look)


@register
class SharpEdges(PieceCheck):
    name = "sharp edge"
    worst = "warning"
    asks = "Could an edge of the toy cut?"
    measures = "The angle between the faces at every edge of the finished solid."
    limits = (
        Limit(f"{SHARP_DEG:.0f}°; edges are tested by 16 CFR 1500.49, ISO 8124-1", "from memory"),
    )

    def look(self, piece: Piece) -> Iterable[Finding]:
        edges = _found(piece)[0] if piece.use.toy else []
        if not edges:
            return
        edge, mesh = edges[0], piece.measured.mesh
        total = sum(one.length_mm for one in edges)
        step, face = mesh.faces[edge.faces[0]]
        words = (
            f"{total:.0f} mm of edges sharper than {SHARP_DEG:.0f}°, the sharpest "
            f"{edge.angle_deg:.0f}° at {face}; 16 CFR 1500.49 and ISO 8124-1 test edges. "
            f"Whether it cuts, {ASK}"
        )
        yield Finding(
            self.name, "warning", words, edge.angle_deg, SHARP_DEG, "°", at=edge.at,
            ends=edge.ends, step=step,
        )  # fmt: skip


@register
class SharpPoints(PieceCheck):
    name = "sharp point"
    worst = "warning"
    asks = "Could a point of the toy prick?"
    measures = "The cone of directions each corner of the finished solid points into."
    limits = (Limit("points are tested by 16 CFR 1500.48, ISO 8124-1", "from memory"),)

    def look(self, piece: Piece) -> Iterable[Finding]:
        points = _found(piece)[1] if piece.use.toy else []
        if not points:
            return
        point = points[0]
        count = "a point" if len(points) == 1 else f"{len(points)} points"
        words = (
            f"{count}, the sharpest within {point.angle_deg:.0f}°; 16 CFR 1500.48 and ISO 8124-1 "
            f"test points. Whether it pricks, {ASK}"
        )
        yield Finding(self.name, "warning", words, point.angle_deg, None, "°", at=point.at)
