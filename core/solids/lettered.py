"""Contours raised into solids: lettering and other outlines of many pieces."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from manifold3d import CrossSection, FillRule
from numpy.typing import NDArray

from core.solids.body import Body
from core.solids.stack import Section, stack


def region(contours: Sequence[NDArray[np.float64]]) -> CrossSection:
    """The region that contours enclose by the non-zero rule."""
    return CrossSection(list(contours), FillRule.NonZero)


def raised_region(shape: CrossSection, low: float, high: float, step: str) -> Body:
    """Every piece of a region raised between two heights, as one body."""
    body: Body | None = None
    for piece in shape.decompose():
        polygons = [np.asarray(polygon, dtype=np.float64) for polygon in piece.to_polygons()]
        names = [["side"] * len(polygon) for polygon in polygons]
        made = stack([Section(low, polygons), Section(high, polygons)], names, step)
        body = made if body is None else body + made
    assert body is not None
    return body
