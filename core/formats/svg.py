"""An outline as SVG, its arcs as true arcs, in millimetres."""

from __future__ import annotations

from core.outlines import Outline
from core.outlines.svg import outline_path

MARGIN_MM = 2.0


def outline_svg(outline: Outline, line: str = "#23303a", fill: str = "#d3e5df") -> str:
    """A whole SVG document, one user unit a millimetre.

    >>> from core.outlines import circle
    >>> outline_svg(circle(10)).startswith("<svg")
    True
    """
    low_x, low_y, high_x, high_y = outline.bounds
    wide, tall = high_x - low_x + 2 * MARGIN_MM, high_y - low_y + 2 * MARGIN_MM
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:g}mm" height="{tall:g}mm" '
        f'viewBox="{low_x - MARGIN_MM:g} {-high_y - MARGIN_MM:g} {wide:g} {tall:g}">'
        f'<path d="{outline_path(outline)}" fill="{fill}" fill-rule="evenodd" stroke="{line}" '
        'stroke-width="0.4"/></svg>\n'
    )
