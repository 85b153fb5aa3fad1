"""Text as closed outlines, from the face that ships with the app."""

from __future__ import annotations

from functools import cache
from importlib.resources import files
from io import BytesIO

import numpy as np
from fontTools.pens.basePen import BasePen
from fontTools.ttLib import TTFont
from numpy.typing import NDArray

from core.errors import BuildError

CURVE_PIECES = 8
Contours = list[NDArray[np.float64]]


@cache
def _font() -> TTFont:
    data = files("core.outlines").joinpath("fonts/text-600.woff").read_bytes()
    return TTFont(BytesIO(data))


class _Polygons(BasePen):  # type: ignore[misc]
    """Collects a glyph's contours as points, curves cut into short lines."""

    def __init__(self, glyphs: object) -> None:
        super().__init__(glyphs)
        self.contours: list[list[tuple[float, float]]] = []

    def _moveTo(self, point: tuple[float, float]) -> None:
        self.contours.append([point])

    def _lineTo(self, point: tuple[float, float]) -> None:
        self.contours[-1].append(point)

    def _curveToOne(self, a, b, c) -> None:  # type: ignore[no-untyped-def]
        start = self.contours[-1][-1]
        for i in range(1, CURVE_PIECES + 1):
            t = i / CURVE_PIECES
            s = 1 - t
            self.contours[-1].append(
                tuple(
                    s**3 * start[k] + 3 * s * s * t * a[k] + 3 * s * t * t * b[k] + t**3 * c[k]
                    for k in (0, 1)
                )  # type: ignore[arg-type]
            )


def text_contours(text: str, height: float) -> tuple[Contours, float]:
    """The contours of a line of text, centred on the origin, and its width in mm.

    Args:
        height: of a capital letter, mm.

    Returns:
        Closed polygons (n, 2); which are holes follows from the non-zero rule.

    Raises:
        BuildError: nothing to draw, or a letter that the face does not have.

    >>> contours, wide = text_contours("o", 10)
    >>> len(contours), wide > 0
    (2, True)
    """
    font = _font()
    glyphs, letters = font.getGlyphSet(), font.getBestCmap()
    unknown = sorted({letter for letter in text if ord(letter) not in letters})
    if unknown:
        raise BuildError(
            f"the shipped face has no letter {' '.join(map(repr, unknown))}",
            remedy="other letters, or the drawing of them as an SVG",
        )
    scale = height / font["OS/2"].sCapHeight
    contours: Contours = []
    at = 0.0
    for letter in text:
        name = letters[ord(letter)]
        pen = _Polygons(glyphs)
        glyphs[name].draw(pen)
        for contour in pen.contours:
            points = np.array(contour, dtype=np.float64)
            if len(points) > 1 and np.allclose(points[0], points[-1]):
                points = points[:-1]
            if len(points) > 2:
                contours.append((points + np.array([at, 0.0])) * scale)
        at += glyphs[name].width
    if not contours:
        raise BuildError("there is no letter to draw", remedy="type a word")
    width = at * scale
    return [contour - np.array([width / 2, height / 2]) for contour in contours], width
