"""The finished triangles of a part, cached by what it was made from."""

from __future__ import annotations

from core.project.cache import MEASURED, content_key
from core.solids import TriangleMesh, triangle_mesh
from core.steps import PartState


def mesh_of(state: PartState) -> TriangleMesh:
    """The triangles of a part, cached by what it was made from.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> mesh_of(solve(begun("lidded_box")).parts["base"].state).triangles.shape[1]
    3
    """
    body = state.solid()
    return MEASURED.get(content_key("mesh", state.key), lambda: triangle_mesh(body))
