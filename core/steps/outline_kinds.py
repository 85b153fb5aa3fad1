"""The outlines a step can ask for, by their kind."""

from __future__ import annotations

from core.steps.outline_kind import AnyOutlineKind, OutlineKind
from core.steps.outlines_by_name import BY_NAME
from core.steps.outlines_drawn import DRAWN

__all__ = ["OUTLINES", "AnyOutlineKind", "OutlineKind"]

_EVERY: list[AnyOutlineKind] = [*BY_NAME, *DRAWN]
OUTLINES: dict[str, AnyOutlineKind] = {kind.kind: kind for kind in _EVERY}
