"""Sections of fits as small drawings that move as the fit does; still where motion is not
wanted.
"""

from __future__ import annotations

import math

import numpy as np

from core.fits.registry import Meeting, Motion
from core.solids import Frame
from core.views.report import SectionPicture

FILLS = {"a": "#d3e5df", "b": "#f1e0ba"}
BOUGHT = "#fffdf6"
LINE, BRASS = "#23303a", "#835a10"
SCALE = 16.0
PART_WAY = 0.32  # of the drawing's height by which what slides is drawn out
SWING_DEG = 28.0


def section_svg(section: SectionPicture, meeting: Meeting | None = None) -> str:
    """A section as SVG, dimensions in brass; part b goes as far as there is room, and comes
    back.
    """
    (low_x, low_y), (high_x, high_y) = section.low, section.high
    scale = min(SCALE, 320 / (high_x - low_x), 260 / (high_y - low_y))
    wide, tall = (high_x - low_x) * scale, (high_y - low_y) * scale

    def at(x: float, y: float) -> str:
        return f"{(x - low_x) * scale:.2f} {(high_y - y) * scale:.2f}"

    drawn = {"a": "", "b": ""}
    for part in section.parts:
        d = " ".join("M" + "L".join(at(x, y) for x, y in loop) + "Z" for loop in part.loops)
        drawn[part.role] += (
            f'<path d="{d}" fill="{FILLS[part.role]}" fill-rule="evenodd" stroke="{LINE}"/>'
        )
    things = "".join(
        '<path d="'
        + " ".join("M" + "L".join(at(x, y) for x, y in loop) + "Z" for loop in thing)
        + f'" fill="{BOUGHT}" fill-rule="evenodd" stroke="{LINE}"/>'
        for thing in section.things
    )
    things = f"<g>{things}</g>" if things else ""
    gaps = "".join(
        f'<path d="M{at(*one.start)}L{at(*one.end)}" stroke="{BRASS}" stroke-width="3"/>'
        for one in section.dimensions
    )
    style = ""
    # of wheels that roll on each other only a window is drawn: they would turn out of it
    if meeting is not None and not (meeting.motion and meeting.motion.mate):
        move = _move(meeting, lambda u, v: at(u, v), tall)
        style = (
            "<style>@media (prefers-reduced-motion: no-preference){"
            ".b{animation:go 2.4s ease-in-out infinite alternate}"
            ".gaps{animation:fade 2.4s ease-in-out infinite alternate}}"
            f"@keyframes go{{0%,30%{{transform:none}}to{{transform:{move}}}}}"
            "@keyframes fade{0%,30%{opacity:1}50%,to{opacity:0}}</style>"
        )
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.0f}" height="{tall:.0f}" '
        f'viewBox="0 0 {wide:.1f} {tall:.1f}">{style}<g>{drawn["a"]}</g>'
        f'<g class="b">{drawn["b"]}</g>{things}<g class="gaps">{gaps}</g></svg>\n'
    )


def _move(meeting: Meeting, at, tall: float) -> str:  # type: ignore[no-untyped-def]
    """The CSS transform that part b goes through, as its motion looks in the section."""
    motion, frame = (
        meeting.motion or meeting.apart,
        meeting.section.frame if meeting.section else None,
    )
    if motion is None or frame is None:
        return f"translate(0,{-PART_WAY * tall:.1f}px)"
    u, v, n = _axes(frame)
    way = np.array(motion.axis.z_axis)
    if motion.way == "turn" and abs(float(way @ n)) > 0.9:
        off = np.array(motion.axis.origin) - np.array(frame.origin)
        x, y = at(float(off @ u), float(off @ v)).split()
        sign = -math.copysign(1.0, float(way @ n) * _further(motion))
        return f"translate({x}px,{y}px) rotate({sign * SWING_DEG:.0f}deg) translate(-{x}px,-{y}px)"
    along = np.array([float(way @ u), -float(way @ v)])
    if np.linalg.norm(along) < 0.3:
        return f"translate(0,{-PART_WAY * tall:.1f}px)"
    along *= PART_WAY * tall * math.copysign(1.0, _further(motion)) / np.linalg.norm(along)
    return f"translate({along[0]:.1f}px,{along[1]:.1f}px)"


def _further(motion: Motion) -> float:
    return motion.high if abs(motion.high) >= abs(motion.low) else motion.low


def _axes(frame: Frame):  # type: ignore[no-untyped-def]
    u, n = np.array(frame.x_axis), np.array(frame.z_axis)
    return u, np.cross(n, u), n
