"""Edges as a maker writes them: two faces that meet, and a size of their own if they have one.

``body.top | body.left: 2 mm; hole.bore | body.top`` is two edges; the second takes the step's size.
Where two faces meet more than once, as the bores of a row with the top of a plate, all those edges
are meant, or with ``hole.bore | body.top near 0 0.5 1`` the one nearest to a point: told in shares
of the box of the first face, so that it stays the same one when sizes change.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass

from core.errors import BuildError

_FACE = r"([^\W\d]\w*)\.([\w ]+?)"
_SHARE = r"\s+(-?\d*\.?\d+)"
_EDGE = re.compile(rf"\s*{_FACE}\s*\|\s*{_FACE}(?:\s+near{_SHARE * 3})?\s*(?::\s*(.+?))?\s*")


@dataclass(frozen=True)
class Edge:
    """Two faces, each (step, name), and a size in mm; None where it takes the step's own.

    ``near`` tells one of the edges in which they meet, in shares of the first face's box; None
    where all are meant.
    """

    one: tuple[str, str]
    other: tuple[str, str]
    size_mm: float | None = None
    near: tuple[float, float, float] | None = None

    def told(self) -> str:
        """It as `read_edges` reads it."""
        own = "" if self.size_mm is None else f": {self.size_mm!r}"
        near = "" if self.near is None else " near " + " ".join(f"{v:.6g}" for v in self.near)
        return ".".join(self.one) + " | " + ".".join(self.other) + near + own


def read_edges(text: str, value: Callable[[str], float] = float) -> list[Edge]:
    """Edges from text.

    Args:
        value: what a size comes to, mm.

    Raises:
        BuildError: it is no list of edges, or a size is not above nought.

    >>> read_edges("body.top | body.left: 2; hole.bore | body.top")[0]
    Edge(one=('body', 'top'), other=('body', 'left'), size_mm=2.0, near=None)
    >>> read_edges("hole.bore | body.top near 0 0.5 1")[0].near
    (0.0, 0.5, 1.0)
    """
    found = []
    for piece in filter(None, map(str.strip, text.split(";"))):
        read = _EDGE.fullmatch(piece)
        if read is None:
            raise BuildError(f"'{piece}' is no edge", remedy="two faces, as body.top | body.left")
        if "near" in [*read[2].split(), *read[4].split()]:
            raise BuildError(
                f"'{piece}' tells no point", remedy="three shares at its end, as near 0 0.5 1"
            )
        size = value(read[8]) if read[8] else None
        if size is not None and size <= 0:
            raise BuildError(f"the size of '{piece}' is {size:g} mm", remedy="more than nought")
        near = (float(read[5]), float(read[6]), float(read[7])) if read[5] else None
        found.append(Edge((read[1], read[2]), (read[3], read[4]), size, near))
    return found
