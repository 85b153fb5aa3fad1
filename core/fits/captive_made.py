"""The pieces of a captive and what is said of them, whatever its form."""

from __future__ import annotations

from core.fits.registry import FitInput, SectionView, WorkingLine
from core.solids import Body, Frame


class Made:
    """The pieces of one form of captive and what is said of them."""

    def __init__(
        self,
        holder_add: list[Body],
        captive: list[Body],
        seat: Frame,
        faces: tuple[set[str], set[str]],
        section: SectionView,
        working: tuple[WorkingLine, ...],
        what: str,
        far_mm: float,
        spins: bool,
        holder_cut: list[Body] | None = None,
        cures: tuple[tuple[str, str, str], ...] = (),
        apart_mm: float = 0.0,
        pieces: int = 1,
    ) -> None:
        """``apart_mm``: how far the faces that meet are apart by construction; 0 for the gap.

        ``pieces``: of how many loose ones the holder is made.
        """
        self.holder_add, self.holder_cut = holder_add, holder_cut or []
        self.captive, self.seat = captive, seat
        self.holder_faces, self.captive_faces = frozenset(faces[0]), frozenset(faces[1])
        self.section, self.working = section, working
        self.what, self.far_mm, self.spins, self.cures = what, far_mm, spins, cures
        self.apart_mm, self.pieces = apart_mm, pieces


def foot_mm(given: FitInput) -> float:
    """How high the loose piece stands over the place it is printed on, mm: on a bed it stands, over
    a face of its holder it floats by the gap."""
    return 0.0 if given.a.body is None else given.gap_mm
