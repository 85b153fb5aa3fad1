"""What is set of a slip lid."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from core.steps.fields import Fields


@dataclass(frozen=True, slots=True)
class SlipLidFields(Fields):
    """What is set of a slip lid."""

    school: Literal["lip", "cap"]
    engagement_mm: float
    seam_mm: float
    plate_mm: float
    skirt_mm: float
    headroom_mm: float
    lead_in_mm: float
    air: float
    bead_mm: float
    rim: str
