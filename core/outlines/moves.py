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
    repeat N               the run so far (or since the last repeat) N times in all, end to end
    repeat N turning A     the same, each turned by A beyond the one before
    close                  a last line home, if one is needed

``circle X Y across D`` stands in a hull of circles only (`core.outlines.hull`).

A length may be ``?`` in ``right left up down along``, and a radius in ``turn``: closing settles up
to two, ending on a mirror's axis one. ``turn left ? radius R`` turns until the next line is
tangent.
"""

from __future__ import annotations

import math
import re
from collections.abc import Callable
from dataclasses import dataclass
from itertools import pairwise

from core.errors import BuildError

HEADINGS = {"right": 0.0, "up": 90.0, "left": 180.0, "down": 270.0}
CORNERS = ("round", "chamfer")
REPEATS = ("repeat", "turning")
CLOSED_MM = 1e-6

SIDES = {"SIDE": ("left", "right"), "AXIS": ("up", "across")}
LENGTHS = ("L", "L?")  # a question mark may stand for the value
ANGLES = ("A", "A?")
COUNTS = ("N",)
VALUES: dict[str, str] = {
    **dict.fromkeys(LENGTHS, "length"),
    **dict.fromkeys(ANGLES, "angle"),
    **dict.fromkeys(COUNTS, "count"),
}
MOST_REPEATS = 500
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
    "repeat": ("repeat N", "repeat 4"),
    "turning": ("repeat N turning A", "repeat 6 turning 60"),
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
    "repeat": "the run since the last repeat, so many times in all, end to end",
    "turning": "the same, each turned by so much beyond the one before",
    "close": "a last line home",
}


# what a move is called where its first word says too little
NAMES: dict[str, str] = {
    "arc": "arc by its radius",
    "bulge": "arc by its bulge",
    "through": "arc by way of a point",
    "tangent": "arc that goes on",
    "about": "round a circle",
    "turning": "repeat, turned",
    "to": "to a point",
    "along": "along an angle",
}
# what belongs together where they are listed
GROUPS: dict[str, str] = {
    **dict.fromkeys((*HEADINGS, "along", "to"), "straight"),
    **dict.fromkeys(("turn", "arc", "bulge", "through", "tangent", "about"), "round"),
    **dict.fromkeys(CORNERS, "at the corner"),
    "circle": "circles",
    **dict.fromkeys(("start", "mirror", *REPEATS, "close"), "the whole"),
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
            elif token in VALUES:
                value = next(values)
                parts.append("?" if math.isnan(value) else f"({value!r})")
            else:
                parts.append(token)
        return " ".join(parts)


# a bracketed expression, a number with its unit after a space, or a word
_TOKEN = re.compile(r"\((?:[^()]|\([^()]*\))*\)|[-+]?\d[\d.]*\s+(?:mm|cm|m|in|ft|deg)\b|\S+")
Value = Callable[[str, str], float]  # (expression, "length", "angle" or "count") -> mm, degrees


@dataclass(frozen=True, slots=True)
class Given:
    """What stands for a value or a side in told moves: its text, and where in them it stands.

    ``kind`` is length, angle, count or side; a side has ``choices``.
    """

    kind: str
    text: str
    start: int
    may_ask: bool = False  # a question mark may stand for it
    choices: tuple[str, ...] = ()

    @property
    def end(self) -> int:
        """Where its text ends in what was typed."""
        return self.start + len(self.text)

    @property
    def asked(self) -> bool:
        """Whether it is left to the program: ``?``."""
        return self.may_ask and self.text == "?"


@dataclass(frozen=True, slots=True)
class Phrase:
    """One told move as it is written: the word of its form, and its pieces in order, plain words
    between what is given."""

    word: str
    pieces: tuple[Given | str, ...]

    @property
    def given(self) -> tuple[Given, ...]:
        """The values of the move, in order."""
        return tuple(piece for piece in self.pieces if isinstance(piece, Given))


def read_moves(text: str, value: Value) -> tuple[Move, ...]:
    """Moves from text, each expression worked out by ``value``.

    Raises:
        BuildError: a move that is not known, or is told with too few values.

    >>> [(move.word, move.values) for move in read_moves("right 40, up 12", plain_value)]
    [('right', (40.0,)), ('up', (12.0,))]
    """
    told = spans(text)
    if not told:
        raise BuildError("no moves are told", remedy='for example "right 40, up 20, close"')
    return tuple(
        worked_out(read_phrase(text[start:end]), value, i) for i, (start, end) in enumerate(told)
    )


def plain_value(text: str, kind: str) -> float:
    """The value of a move that has been worked out already.

    >>> plain_value("12.5", "length")
    12.5
    """
    return float(text.strip("()"))


def unbracketed(text: str) -> str:
    """An expression without the brackets round the whole of it.

    >>> unbracketed("(a + b)"), unbracketed("(a) / (b)")
    ('a + b', '(a) / (b)')
    """
    if not (text.startswith("(") and text.endswith(")")):
        return text
    depth = 0
    for i, letter in enumerate(text):
        depth += (letter == "(") - (letter == ")")
        if depth == 0 and i < len(text) - 1:
            return text
    return text[1:-1]


def phrases(text: str) -> list[str]:
    """The text cut at commas and line ends that stand outside brackets.

    >>> phrases("right 40, up (max(2, 3)), close")
    ['right 40', 'up (max(2, 3))', 'close']
    """
    return [text[start:end] for start, end in spans(text)]


def spans(text: str) -> list[tuple[int, int]]:
    """Where each move of a text begins and ends.

    >>> spans("right 40, up (2, 3)")
    [(0, 8), (10, 19)]
    """
    cuts, depth = [-1], 0
    for i, letter in enumerate(text):
        depth += (letter == "(") - (letter == ")")
        if letter in ",;\n" and depth <= 0:
            cuts.append(i)
    found = []
    for before, after in pairwise([*cuts, len(text)]):
        phrase = text[before + 1 : after]
        start = before + 1 + len(phrase) - len(phrase.lstrip())
        if phrase.strip():
            found.append((start, start + len(phrase.strip())))
    return found


def worked_out(phrase: Phrase, value: Value, source: int = -1) -> Move:
    """A written move with its values; ``value`` works out each expression.

    Raises:
        BuildError: a value that cannot be worked out, or stands beyond what the move takes.

    >>> worked_out(read_phrase("right 40"), plain_value)
    Move(word='right', values=(40.0,), side='', source=-1)
    """
    side = next((one.text for one in phrase.given if one.kind == "side"), "")
    values = tuple(
        math.nan if one.asked else value(one.text, one.kind)
        for one in phrase.given
        if one.kind != "side"
    )
    if phrase.word in REPEATS and not (
        1 <= values[0] <= MOST_REPEATS and values[0] == int(values[0])
    ):
        raise BuildError(
            f"repeated {values[0]:g} times", remedy=f"a whole number from 1 to {MOST_REPEATS}"
        )
    return Move(phrase.word, values, side, source)


def read_phrase(phrase: str) -> Phrase:
    """A told move by its form.

    Raises:
        BuildError: no such move, or not written so.

    >>> read_phrase("right 40").word
    'right'
    """
    first, _, rest = phrase.partition(" ")
    words = [word for word, (form, _) in FORMS.items() if form.split()[0] == first]
    if not words:
        raise BuildError(
            f"'{first}' is no move",
            remedy=(
                "right, left, up, down, along, to, turn, arc to, about, round, chamfer, mirror, "
                "repeat, close"
            ),
        )
    for word in words:
        pieces = _fitted(FORMS[word][0].split(), rest, len(first) + 1)
        if pieces is not None:
            return Phrase(word, (first, *pieces))
    wanted = "' or '".join(FORMS[word][1] for word in words)
    raise BuildError(f"'{phrase}' cannot be read", remedy=f"write it as '{wanted}'")


def _fitted(form: list[str], rest: str, at: int) -> tuple[Given | str, ...] | None:
    """The pieces of a move that is written as ``form``, its first word left out of ``rest``, which
    begins at ``at``; None where it is not written so."""
    tokens = [(found.group(), found.start()) for found in _TOKEN.finditer(rest)]
    if len(form) == 2 and form[1] in (*LENGTHS, *ANGLES) and tokens:
        # one value may be told with spaces
        tokens = [(rest.strip(), len(rest) - len(rest.lstrip()))]
    if len(tokens) != len(form) - 1:
        return None
    pieces: list[Given | str] = []
    for wanted, (token, start) in zip(form[1:], tokens, strict=True):
        if wanted in SIDES:
            if token not in SIDES[wanted]:
                return None
            pieces.append(Given("side", token, at + start, choices=SIDES[wanted]))
        elif wanted in VALUES:
            pieces.append(Given(VALUES[wanted], token, at + start, wanted.endswith("?")))
        elif token != wanted:
            return None
        else:
            pieces.append(token)
    return tuple(pieces)
