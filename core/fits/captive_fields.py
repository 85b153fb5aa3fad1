"""What is set of a captive."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from core.steps.fields import Fields


@dataclass(frozen=True, slots=True)
class CaptiveFields(Fields):
    """What is set of a captive."""

    form: Literal[
        "a ring on a post", "a ball in a cage", "a link through an eye", "links of a chain"
    ]
    size_mm: float
    tall_mm: float
    head_mm: float
    thick_mm: float
    bars: float
    links: float
