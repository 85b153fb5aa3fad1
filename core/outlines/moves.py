"""Outlines and paths told as moves: ``right 40, up ?, round 3, left 40, close``.

Moves, separated by commas or new lines:

    start X Y              where the run begins (0 0 if left out)
    right L, left L, up L, down L
    along ANGLE L          a line at an angle from right, counter-clockwise
    to X Y                 a line to a point
    turn left ANGLE radius R     an arc that goes on tangentially (also: turn right)
    arc to X Y radius R left     an arc to a point, bending left (or right)
    round R, chamfer C     at the corner just reached, once the next line is known
    mirror up, mirror across     the run again, mirrored about the vertical or horizontal axis
    close                  a last line home, if one is needed

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
CLOSED_MM = 1e-6


@dataclass(frozen=True, slots=True)
class Move:
    """One move with its values worked out; an unknown length is nan."""

    word: str
    values: tuple[float, ...] = ()
    side: str = ""

    def told(self) -> str:
        """The move as text that `read_moves` reads back equal."""
        numbers = ["?" if math.isnan(v) else f"({v!r})" for v in self.values]
        if self.word == "turn":
            return f"turn {self.side} {numbers[0]} radius {numbers[1]}"
        if self.word == "arc":
            return f"arc to {numbers[0]} {numbers[1]} radius {numbers[2]} {self.side}"
        return " ".join([self.word, *numbers, self.side]).strip()


_TOKEN = re.compile(r"\((?:[^()]|\([^()]*\))*\)|\S+")
Value = Callable[[str, str], float]  # (expression, "length" or "angle") -> mm or degrees


def read_moves(text: str, value: Value) -> tuple[Move, ...]:
    """Moves from text, each expression worked out by ``value``.

    Raises:
        BuildError: a move that is not known, or is told with too few values.
    """
    moves: list[Move] = []
    for phrase in phrases(text):
        moves.append(_read(phrase, value))
    if not moves:
        raise BuildError("no moves are told", remedy='for example "right 40, up 20, close"')
    return tuple(moves)


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


def _read(phrase: str, value: Value) -> Move:
    word, _, rest = phrase.partition(" ")
    rest = rest.strip()

    def wrong(wanted: str) -> BuildError:
        return BuildError(f"'{phrase}' cannot be read", remedy=f"write it as '{wanted}'")

    if word in HEADINGS:
        if not rest:
            raise wrong(f"{word} 20")
        return Move(word, (math.nan if rest == "?" else value(rest, "length"),))
    if word == "close" and not rest:
        return Move(word)
    if word in ("round", "chamfer"):
        if not rest:
            raise wrong(f"{word} 3")
        return Move(word, (value(rest, "length"),))
    if word == "mirror":
        if rest not in ("up", "across"):
            raise wrong("mirror up")
        return Move(word, side=rest)
    tokens = _TOKEN.findall(rest)
    if word in ("start", "to"):
        if len(tokens) != 2:
            raise wrong(f"{word} 10 20")
        return Move(word, tuple(value(token, "length") for token in tokens))
    if word == "along":
        if len(tokens) != 2:
            raise wrong("along 30 20")
        span = math.nan if tokens[1] == "?" else value(tokens[1], "length")
        return Move(word, (value(tokens[0], "angle"), span))
    if word == "turn":
        if len(tokens) != 4 or tokens[0] not in ("left", "right") or tokens[2] != "radius":
            raise wrong("turn left 90 radius 8")
        angle = math.nan if tokens[1] == "?" else value(tokens[1], "angle")
        radius = math.nan if tokens[3] == "?" else value(tokens[3], "length")
        return Move(word, (angle, radius), tokens[0])
    if word == "arc":
        if (
            len(tokens) != 6
            or tokens[0] != "to"
            or tokens[3] != "radius"
            or tokens[5] not in ("left", "right")
        ):
            raise wrong("arc to 20 0 radius 12 left")
        values = (*(value(token, "length") for token in tokens[1:3]), value(tokens[4], "length"))
        return Move(word, values, tokens[5])
    raise BuildError(
        f"'{word}' is no move",
        remedy="right, left, up, down, along, to, turn, arc to, round, chamfer, mirror, close",
    )
