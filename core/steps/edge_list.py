"""Edges as a maker writes them: two faces that meet, and a size of their own if they have one.

``body.top | body.left: 2 mm; hole.bore | body.top`` is two edges; the second takes the step's size.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass

from core.errors import BuildError

_FACE = r"([^\W\d]\w*)\.([\w ]+?)"
_EDGE = re.compile(rf"\s*{_FACE}\s*\|\s*{_FACE}\s*(?::\s*(.+?))?\s*")


@dataclass(frozen=True)
class Edge:
    """Two faces, each (step, name), and a size in mm; None where it takes the step's own."""

    one: tuple[str, str]
    other: tuple[str, str]
    size_mm: float | None = None

    def told(self) -> str:
        """It as `read_edges` reads it."""
        own = "" if self.size_mm is None else f": {self.size_mm!r}"
        return ".".join(self.one) + " | " + ".".join(self.other) + own


def read_edges(text: str, value: Callable[[str], float] = float) -> list[Edge]:
    """Edges from text.

    Args:
        value: what a size comes to, mm.

    Raises:
        BuildError: it is no list of edges, or a size is not above nought.

    >>> read_edges("body.top | body.left: 2; hole.bore | body.top")[0]
    Edge(one=('body', 'top'), other=('body', 'left'), size_mm=2.0)
    """
    found = []
    for piece in filter(None, map(str.strip, text.split(";"))):
        read = _EDGE.fullmatch(piece)
        if read is None:
            raise BuildError(f"'{piece}' is no edge", remedy="two faces, as body.top | body.left")
        size = value(read[5]) if read[5] else None
        if size is not None and size <= 0:
            raise BuildError(f"the size of '{piece}' is {size:g} mm", remedy="more than nought")
        found.append(Edge((read[1], read[2]), (read[3], read[4]), size))
    return found
