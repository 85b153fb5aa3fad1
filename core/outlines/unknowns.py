"""What closing and tangency settle: moves told with ``?`` in place of a number."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from core.errors import BuildError
from core.outlines.curves import Point
from core.outlines.moves import CLOSED_MM, CORNERS, HEADINGS, REPEATS, Move
from core.outlines.segments_of_moves import STANDS, Pen, heading_of, run_moves


def settle(moves: Sequence[Move]) -> tuple[Move, ...]:
    """Moves with every ``?`` settled.

    The angle of a turn follows from tangency with the line after it. Lengths and radii follow
    from closing, or in a mirrored outline from ending on the axis: both are linear in them, so
    the system is written down by trying each unknown at nought and at one.

    >>> from core.outlines.moves import plain_value, read_moves
    >>> settle(read_moves("right 40, up 12, left ?, close", plain_value))[2].values
    (40.0,)
    """
    moves = _tangent_angles(moves)
    unknown = [i for i, move in enumerate(moves) if any(math.isnan(v) for v in move.values)]
    if not unknown:
        return moves

    def missed(values: Sequence[float]) -> NDArray[np.float64]:
        tried = list(moves)
        for index, value in zip(unknown, values, strict=True):
            tried[index] = _with_unknown(moves[index], value)
        return _missed(tried)

    blank = missed([0.0] * len(unknown))
    ones = np.eye(len(unknown))
    matrix = np.column_stack([missed(list(one)) - blank for one in ones])
    rank = int(np.linalg.matrix_rank(matrix, tol=1e-9))
    if rank < len(unknown):
        raise BuildError(
            f"closing cannot settle {len(unknown)} unknown lengths in {rank} direction"
            f"{'s' if rank > 1 else ''}",
            remedy="type one of them",
        )
    found, *_ = np.linalg.lstsq(matrix, -blank, rcond=None)
    left = float(np.linalg.norm(matrix @ found + blank))
    if left > CLOSED_MM and not any(move.word == "close" for move in moves):
        raise BuildError(
            f"whatever the unknown length, the outline stays open by {left:.4g} mm",
            remedy="leave a second length as '?', or end with 'close'",
        )
    settled = list(moves)
    for index, value in zip(unknown, found, strict=True):
        if value < -CLOSED_MM:
            raise BuildError(
                f"'{moves[index].word} ?' would have to be {value:.4g} mm", remedy="turn it round"
            )
        settled[index] = _with_unknown(moves[index], float(value))
    return tuple(settled)


def _missed(moves: Sequence[Move]) -> NDArray[np.float64]:
    """By how much moves miss closing, or the axis they are mirrored about, mm."""
    plain = [move for move in moves if move.word not in (*CORNERS, "close")]
    mirror = next((i for i, move in enumerate(plain) if move.word == "mirror"), None)
    start = next((m.values for m in plain if m.word == "start"), (0.0, 0.0))
    end = _end_of(plain if mirror is None else plain[:mirror])
    if mirror is None:
        return np.array([end[0] - start[0], end[1] - start[1]])
    return np.array([end[0] if plain[mirror].side == "up" else end[1]])


def _end_of(moves: Sequence[Move]) -> Point:
    """Where a run of moves ends; lines and turns of no length are allowed."""
    pen = Pen()
    mark: Point | None = None
    for move in moves:
        if move.word == "start":
            pen = Pen((move.values[0], move.values[1]))
            mark = pen.at
        elif move.word in REPEATS:
            pen = _repeated(pen, mark or (0.0, 0.0), move)
            mark = pen.at
        elif move.word == "turn":
            side = 1.0 if move.side == "left" else -1.0
            angle, radius = side * math.radians(move.values[0]), move.values[1]
            (x, y), heading = pen.at, pen.heading
            # from the start of the arc to its end, seen from its centre
            x += side * radius * (math.sin(heading + angle) - math.sin(heading))
            y -= side * radius * (math.cos(heading + angle) - math.cos(heading))
            pen = Pen((x, y), heading + angle)
        else:
            pen = pen.after(pen.segment(move))
    return pen.at


def _repeated(pen: Pen, start: Point, move: Move) -> Pen:
    """The pen after a repeat of what led from ``start`` to it."""
    turn = math.radians(move.values[1]) if move.word == "turning" else 0.0
    dx, dy = pen.at[0] - start[0], pen.at[1] - start[1]
    x, y = pen.at
    copies = int(move.values[0]) - 1
    for copy in range(1, copies + 1):
        cos, sin = math.cos(turn * copy), math.sin(turn * copy)
        x, y = x + dx * cos - dy * sin, y + dx * sin + dy * cos
    return Pen((x, y), pen.heading + turn * copies)


def _tangent_angles(moves: Sequence[Move]) -> tuple[Move, ...]:
    """Turns through ``?`` given the angle at which the line after them goes on tangentially."""
    settled: list[Move] = []
    heading = 0.0
    for index, move in enumerate(moves):
        if move.word == "turn" and math.isnan(move.values[0]):
            after = next((m for m in moves[index + 1 :] if m.word not in CORNERS), None)
            if after is None or (after.word not in HEADINGS and after.word != "along"):
                raise BuildError(
                    "a turn through '?' must be followed by a line whose way is known",
                    remedy="right, left, up, down or along",
                )
            side = 1.0 if move.side == "left" else -1.0
            angle = (side * (heading_of(after) - heading)) % 360
            if angle < 1e-9:
                raise BuildError(
                    "a turn through '?' before a line that goes straight on",
                    remedy="a line in another direction after it, or the angle in figures",
                )
            move = replace(move, values=(angle, move.values[1]))
        settled.append(move)
        if move.word == "turn":
            heading += move.values[0] * (1 if move.side == "left" else -1)
        elif move.word in HEADINGS or move.word == "along":
            heading = heading_of(move)
        elif move.word in REPEATS or move.word not in STANDS:
            heading = _heading_after([*settled])
    return tuple(settled)


def _heading_after(moves: Sequence[Move]) -> float:
    """The way a run goes on, in degrees; nought where unknown lengths leave it open."""
    if any(math.isnan(value) for move in moves for value in move.values):
        return 0.0
    plain = [move for move in moves if move.word not in (*CORNERS, "close")]
    way = run_moves(plain).segments[-1].tangents()[1]
    return math.degrees(math.atan2(way[1], way[0]))


def _with_unknown(move: Move, value: float) -> Move:
    values = tuple(value if math.isnan(v) else v for v in move.values)
    return replace(move, values=values)
