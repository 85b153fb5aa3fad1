"""What the checks go by."""

from __future__ import annotations

from dataclasses import dataclass

from core.process import Process


@dataclass(frozen=True, slots=True)
class Setting:
    """Limits and layer height, taken from a process. Lengths in mm, angle in degrees."""

    bed_mm: tuple[float, float, float]
    line_mm: float
    layer_mm: float
    overhang_limit_deg: float
    bridge_limit_mm: float

    @classmethod
    def of(cls, process: Process) -> Setting:
        """What a process says of how things stand and hang."""
        return cls(
            process.bed_mm, process.line_mm, process.layer_mm,
            process.overhang_limit_deg, process.bridge_limit_mm,
        )  # fmt: skip
