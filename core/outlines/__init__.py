"""Closed 2D profiles whose arcs stay arcs until a solid is made of them.

Map
    curves             Line and Arc, the two segments an outline is made of
    loop               a closed run of named segments; an outline is one loop and its holes
    shapes             circle, rectangle, regular polygon, slot: outlines asked for by name
    corners            rounding and chamfering the corners of a loop
    sections           ring, sector window, pillow, L, U, T and Z sections
    moves              the language of moves: ``right 40, up ?, round 3, close``
    circling           lines that touch circles: ``about 20 0 radius 8 left``
    unknowns           unknown lengths, radii and angles settled by closing and tangency
    segments_of_moves  moves run as segments
    outlines_of_moves  outlines and paths from moves
    draggable          told moves laid out to be drawn on: points to drag, sizes, crossings
    apart              an outline taken apart into moves
    intersections      where lines and arcs meet
    combine            outlines joined, cut out of each other, or what they share
    offset             the same outline grown or shrunk, segment for segment
    trimmed            grown or shrunk where sides vanish, and lines thickened to a wall
    hull               a string drawn tight round circles
    traced             outlines from a path that a file was read into
    svg                outlines as SVG path text
    flatten            polygons that lie inside or outside the true outline by a known chord error

Loops run with the material on their left: outer loops counter-clockwise, holes clockwise.
Offsetting keeps every segment and its name, so ``front`` of a base is ``front`` of its lid.
"""

from core.outlines.combine import combine_outlines
from core.outlines.corners import chamfer_corners, round_corners
from core.outlines.flatten import flatten, segment_counts
from core.outlines.loop import Loop, Outline
from core.outlines.moves import FORMS, SAYS, phrases, plain_value, read_moves
from core.outlines.offset import crosses_itself, largest_inset, offset_outline, try_offset
from core.outlines.outlines_of_moves import open_run, outline_of, path_of
from core.outlines.sections import pillow, ring, section, sector_window
from core.outlines.shapes import circle, half_disc, rectangle, regular_polygon, right_triangle, slot
from core.outlines.traced import outlines_in, path_text, read_path

__all__ = [
    "FORMS",
    "SAYS",
    "Loop",
    "Outline",
    "chamfer_corners",
    "circle",
    "combine_outlines",
    "crosses_itself",
    "flatten",
    "half_disc",
    "largest_inset",
    "offset_outline",
    "open_run",
    "outline_of",
    "outlines_in",
    "path_of",
    "path_text",
    "phrases",
    "pillow",
    "plain_value",
    "read_moves",
    "read_path",
    "rectangle",
    "regular_polygon",
    "right_triangle",
    "ring",
    "round_corners",
    "section",
    "sector_window",
    "segment_counts",
    "slot",
    "try_offset",
]
