"""The outlines a step can ask for, by their kind."""

from __future__ import annotations

from core.steps.outline_kind import OutlineKind
from core.steps.outlines_by_name import BY_NAME
from core.steps.outlines_drawn import DRAWN

__all__ = ["OUTLINES", "OutlineKind"]

OUTLINES: dict[str, OutlineKind] = {kind.kind: kind for kind in (*BY_NAME, *DRAWN)}
