"""The bought things of a fit as solids of their own: drawn with the parts, never part of them."""

from __future__ import annotations

from functools import reduce
from operator import add
from typing import Literal

import numpy as np

from core.project.cache import MEASURED, content_key
from core.project.results import FitResult, Solution
from core.solids import Body, TriangleMesh, triangle_mesh
from core.views.report import ThingsView


def things_of(fit: FitResult, solution: Solution) -> list[tuple[ThingsView, TriangleMesh]]:
    """The screws of a fit, and what they go into, as they are drawn; in part a's coordinates.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> solved = solve(begun("screwed_box"))
    >>> (fit,) = solved.fits.values()
    >>> [(one.of, round(one.long_mm, 2)) for one, _ in things_of(fit, solved)]
    [('screws', 6.0), ('others', 5.7)]
    """
    bought = fit.meeting.bought if fit.meeting else None
    if bought is None:
        return []
    a, b = (solution.parts[name].state for name in fit.fit.parts)
    axis = np.array(bought.axis)
    found: list[tuple[ThingsView, TriangleMesh]] = []
    sorts: list[tuple[Literal["screws", "others"], tuple[Body, ...]]]
    sorts = [("screws", bought.screws), ("others", bought.others)]
    for of, bodies in sorts:
        if not bodies:
            continue
        key = content_key("things", of, fit.fit.name, a.key, b.key)
        mesh = _mesh(key, bodies)
        along = _mesh(content_key("thing", key), bodies[:1]).vertices @ axis
        view = ThingsView(of=of, key=key, long_mm=float(np.ptp(along)))
        found.append((view, mesh))
    return found


def _mesh(key: str, bodies: tuple[Body, ...]) -> TriangleMesh:
    return MEASURED.get(key, lambda: triangle_mesh(reduce(add, bodies)))
