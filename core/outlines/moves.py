"""Outlines and paths told as moves: ``right 40, up ?, round 3, left 40, close``.

Moves, separated by commas or new lines:

    start X Y              where the run begins (0 0 if left out)
    right L, left L, up L, down L
    along ANGLE L          a line at an angle from right, counter-clockwise
    to X Y                 a line to a point
    turn left ANGLE radius R     an arc that goes on tangentially (also: turn right)
    arc to X Y radius R left     an arc to a point, bending left (or right)
    arc to X Y bulge B left      an arc to a point, told by how far it stands out from its chord
    arc to X Y through U V       an arc to a point by way of another
    arc to X Y tangent           an arc to a point that goes on as the move before it ended
    about X Y radius R left      a line that touches the circle about X Y and goes round it, its
                                 middle on the left, until the next move leaves it tangentially
    round R, chamfer C     at the corner just reached, once the next line or arc is known
    mirror up, mirror across     the run again, mirrored about the vertical or horizontal axis
    close                  a last line home, if one is needed

``circle X Y across D`` stands in a hull of circles only (`core.outlines.hull`).

A length may be ``?`` in ``right left up down along``, and a radius in ``turn``: closing settles up
to two, ending on a mirror's axis one. ``turn left ? radius R`` turns until the next line is tangent.
"""

from __future__ import annotations

import math
import re
from collections.abc import Callable
from dataclasses import dataclass

from core.errors import BuildError

HEADINGS = {"right": 0.0, "up": 90.0, "left": 180.0, "down": 270.0}
CORNERS = ("round", "chamfer")
CLOSED_MM = 1e-6

SIDES = {"SIDE": ("left", "right"), "AXIS": ("up", "across")}
LENGTHS = ("L", "L?")  # a question mark may stand for the value
ANGLES = ("A", "A?")
# what each move is written as, and an example of it
FORMS: dict[str, tuple[str, str]] = {
    "start": ("start L L", "start 10 20"),
    **{word: (f"{word} L?", f"{word} 20") for word in HEADINGS},
    "along": ("along A L?", "along 30 20"),
    "to": ("to L L", "to 10 20"),
    "turn": ("turn SIDE A? radius L?", "turn left 90 radius 8"),
    "arc": ("arc to L L radius L SIDE", "arc to 20 0 radius 12 left"),
    "bulge": ("arc to L L bulge L SIDE", "arc to 20 0 bulge 3 left"),
    "through": ("arc to L L through L L", "arc to 20 0 through 10 4"),
    "tangent": ("arc to L L tangent", "arc to 20 0 tangent"),
    "about": ("about L L radius L SIDE", "about 20 0 radius 8 left"),
    "circle": ("circle L L across L", "circle 20 0 across 8"),
    **{word: (f"{word} L", f"{word} 3") for word in CORNERS},
    "mirror": ("mirror AXIS", "mirror up"),
    "close": ("close", "close"),
}


# what each does, for those who look for a word
SAYS: dict[str, str] = {
    "start": "where the run begins; 0 0 if left out",
    "right": "a line to the right; ? for what closing settles",
    "up": "a line up",
    "left": "a line to the left",
    "down": "a line down",
    "along": "a line at an angle from right, counter-clockwise",
    "to": "a line to a point",
    "turn": "an arc that goes on as the line before it; ? until the next line goes on",
    "arc": "an arc to a point, by its radius",
    "bulge": "an arc to a point, by how far it stands out from its chord",
    "through": "an arc to a point by way of another",
    "tangent": "an arc to a point that goes on as the move before it",
    "about": "a line that touches a circle and goes round it, its middle on the left",
    "circle": "a circle of a hull",
    "round": "rounds the corner just reached",
    "chamfer": "cuts off the corner just reached",
    "mirror": "the run again, mirrored about the upright axis; across: about the level one",
    "close": "a last line home",
}


@dataclass(frozen=True, slots=True)
class Move:
    """One move with its values worked out; an unknown length is nan.

    ``source`` counts the moves as they were told: one told move may be run as several.
    """

    word: str
    values: tuple[float, ...] = ()
    side: str = ""
    source: int = -1

    def told(self) -> str:
        """The move as text that `read_moves` reads back equal."""
        values = iter(self.values)
        parts = []
        for token in FORMS[self.word][0].split():
            if token in SIDES:
                parts.append(self.side)
            elif token in LENGTHS + ANGLES:
                value = next(values)
                parts.append("?" if math.isnan(value) else f"({value!r})")
            else:
                parts.append(token)
        return " ".join(parts)


# a bracketed expression, a number with its unit after a space, or a word
_TOKEN = re.compile(r"\((?:[^()]|\([^()]*\))*\)|[-+]?\d[\d.]*\s+(?:mm|cm|m|in|ft|deg)\b|\S+")
Value = Callable[[str, str], float]  # (expression, "length" or "angle") -> mm or degrees


def read_moves(text: str, value: Value) -> tuple[Move, ...]:
    """Moves from text, each expression worked out by ``value``.

    Raises:
        BuildError: a move that is not known, or is told with too few values.
    """
    told = phrases(text)
    if not told:
        raise BuildError("no moves are told", remedy='for example "right 40, up 20, close"')
    return tuple(_read(phrase, value, i) for i, phrase in enumerate(told))


def plain_value(text: str, kind: str) -> float:
    """The value of a move that has been worked out already."""
    return float(text.strip("()"))


def phrases(text: str) -> list[str]:
    """The text cut at commas and line ends that stand outside brackets."""
    found, depth, current = [], 0, ""
    for letter in text:
        depth += (letter == "(") - (letter == ")")
        if letter in ",;\n" and depth <= 0:
            found.append(current.strip())
            current = ""
        else:
            current += letter
    return [phrase for phrase in [*found, current.strip()] if phrase]


def _read(phrase: str, value: Value, source: int) -> Move:
    first, _, rest = phrase.partition(" ")
    words = [word for word, (form, _) in FORMS.items() if form.split()[0] == first]
    if not words:
        raise BuildError(
            f"'{first}' is no move",
            remedy="right, left, up, down, along, to, turn, arc to, about, round, chamfer, mirror, "
            "close",
        )
    for word in words:
        read = _fitted(FORMS[word][0].split(), rest, value)
        if read is not None:
            return Move(word, *read, source)
    wanted = "' or '".join(FORMS[word][1] for word in words)
    raise BuildError(f"'{phrase}' cannot be read", remedy=f"write it as '{wanted}'")


def _fitted(form: list[str], rest: str, value: Value) -> tuple[tuple[float, ...], str] | None:
    """The values and the side of a move that is written as ``form``, its first word left out of
    ``rest``; None where it is not written so."""
    tokens = _TOKEN.findall(rest)
    if len(form) == 2 and form[1] in LENGTHS and tokens:
        tokens = [rest.strip()]  # one value may be told with spaces
    if len(tokens) != len(form) - 1:
        return None
    side = ""
    asked: list[tuple[str, str]] = []
    for wanted, token in zip(form[1:], tokens, strict=True):
        if wanted in SIDES:
            if token not in SIDES[wanted]:
                return None
            side = token
        elif wanted in LENGTHS + ANGLES:
            asked.append((wanted, token))
        elif token != wanted:
            return None
    values = [
        math.nan
        if token == "?" and wanted.endswith("?")
        else value(token, "angle" if wanted in ANGLES else "length")
        for wanted, token in asked
    ]
    return tuple(values), side
