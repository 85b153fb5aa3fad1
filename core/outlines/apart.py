"""An outline taken apart into moves: the language of `core.outlines.moves` from lines and arcs."""

from __future__ import annotations

import math
from collections.abc import Callable

from core.outlines.curves import NEAR, Arc, Line, Segment
from core.outlines.loop import Loop

Told = Callable[[float], str]  # millimetres as a maker types them
LEVEL = 1e-9
WAYS = {"right": (1, 0), "up": (0, 1), "left": (-1, 0), "down": (0, -1)}


def plain_number(mm: float) -> str:
    """Millimetres to a nanometre, nothing behind the point that says nothing.

    >>> plain_number(2.5), plain_number(-0.0000001)
    ('2.5', '0')
    """
    text = f"{mm:.6f}".rstrip("0").rstrip(".")
    return "0" if text in ("-0", "") else text


def moves_of(loop: Loop, told: Told = plain_number) -> str:
    """A closed loop as moves that draw it again, side for side.

    Args:
        told: writes a number; what has spaces in it is put in brackets here.

    >>> from core.outlines.shapes import rectangle
    >>> moves_of(rectangle(20, 10).outer)
    'start -10 -5, right 20, up 10, left 20, close'
    """
    x, y = loop.segments[0].a
    pieces = [f"start {_told(x, told)} {_told(y, told)}"]
    segments = [half for segment in loop.segments for half in _halves(segment)]
    for number, segment in enumerate(segments):
        last = number == len(segments) - 1
        pieces.append("close" if last and isinstance(segment, Line) else _move(segment, told))
    return ", ".join(pieces)


def _told(mm: float, told: Told) -> str:
    text = told(mm)
    return f"({text})" if " " in text else text


def _move(segment: Segment, told: Told) -> str:
    x, y = segment.b
    if isinstance(segment, Line):
        ax, ay = segment.a
        for word, (dx, dy) in WAYS.items():
            along = (x - ax) * dx + (y - ay) * dy
            if along > 0 and abs((x - ax) * dy - (y - ay) * dx) < LEVEL:
                return f"{word} {told(along)}"
        return f"to {_told(x, told)} {_told(y, told)}"
    side = "left" if segment.sweep > 0 else "right"
    if abs(abs(segment.sweep) - math.pi) < 1e-9 or abs(segment.sweep) > math.pi:
        # beyond half a circle the radius alone leaves open which of two arcs is meant
        bulge = segment.radius * (1 - math.cos(abs(segment.sweep) / 2))
        return f"arc to {_told(x, told)} {_told(y, told)} bulge {_told(bulge, told)} {side}"
    return f"arc to {_told(x, told)} {_told(y, told)} radius {_told(segment.radius, told)} {side}"


def _halves(segment: Segment) -> list[Segment]:
    """A whole circle as two arcs: no arc leads to where it begins."""
    if isinstance(segment, Line) or abs(segment.sweep) < 2 * math.pi - 1e-6:
        return [segment] if segment.length > NEAR else []
    half = segment.sweep / 2
    first = Arc(segment.center, segment.radius, segment.start, half, segment.name)
    return [first, Arc(segment.center, segment.radius, segment.start + half, half, segment.name)]


def number_teller(known: dict[str, float], unit_mm: float) -> Told:
    """Writes a number as what is known by an expression (or half of it), else in the unit.

    Args:
        known: expressions with their values in mm; those that are plain numbers are no use here.
        unit_mm: how many millimetres a bare number is.

    >>> told = number_teller({"across": 40.0}, 1.0)
    >>> told(40), told(-20), told(7)
    ('across', '-across / 2', '7')
    """

    def told(mm: float) -> str:
        for text, value in known.items():
            simple = text.isidentifier()
            for factor, after in ((1, ""), (2, " / 2")):
                if abs(abs(mm) * factor - abs(value)) > 1e-7 or abs(value) < 1e-9:
                    continue
                sign = "-" if mm * value < 0 else ""
                return f"{sign}{text if simple else f'({text})'}{after}"
        return plain_number(mm / unit_mm)

    return told


__all__ = ["moves_of", "number_teller", "plain_number"]
