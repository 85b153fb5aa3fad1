"""A track on the unrolled cylinder: round it to the right, up and down along it, from the mouth."""

from __future__ import annotations

import math
import random
from dataclasses import dataclass

from core.errors import BuildError
from core.fits.registry import LaidOut
from core.outlines import path_of, plain_value, read_moves
from core.outlines.curves import Line

Point = tuple[float, float]


@dataclass(frozen=True)
class Track:
    """Corners of a track in mm: round the cylinder, and up from the mouth (below nought inside)."""

    points: tuple[Point, ...]

    def along(self) -> list[float]:
        """The runs that go round the cylinder, signed, in mm."""
        return [
            b[0] - a[0]
            for a, b in zip(self.points, self.points[1:], strict=False)
            if abs(b[0] - a[0]) > 1e-9
        ]

    def span(self) -> float:
        """How much of the circumference the track covers, mm."""
        across = [point[0] for point in self.points]
        return max(across) - min(across)

    def locks(self) -> bool:
        """Whether the last move goes back towards the mouth."""
        return len(self.points) > 2 and self.points[-1][1] > self.points[-2][1] + 1e-9

    def told(self, around: float) -> str:
        """How the key travels, in words."""
        words = []
        for (x0, y0), (x1, y1) in zip(self.points, self.points[1:], strict=False):
            if abs(x1 - x0) > 1e-9:
                words.append(f"{'right' if x1 > x0 else 'left'} {abs(x1 - x0) / around * 360:.0f}°")
            if abs(y1 - y0) > 1e-9:
                words.append(f"{'up' if y1 > y0 else 'in'} {abs(y1 - y0):.1f} mm")
        return ", ".join(words)

    def closest(self, around: float, copies: int) -> float | None:
        """The least distance between runs that are not neighbours, copies round the cylinder
        too.
        """
        runs = list(zip(self.points, self.points[1:], strict=False))
        best: float | None = None
        for copy in range(-1 if copies > 1 else 0, 2 if copies > 1 else 1):
            shift = around / copies * copy
            for i, one in enumerate(runs):
                for j, other in enumerate(runs):
                    if copy == 0 and abs(i - j) < 2:
                        continue
                    moved = tuple((x + shift, y) for x, y in other)
                    apart = _apart(one, moved)  # type: ignore[arg-type]
                    best = apart if best is None else min(best, apart)
        return best


def _apart(a: tuple[Point, Point], b: tuple[Point, Point]) -> float:
    """The distance between two level or upright runs."""
    gaps = []
    for axis in (0, 1):
        low_a, high_a = sorted((a[0][axis], a[1][axis]))
        low_b, high_b = sorted((b[0][axis], b[1][axis]))
        gaps.append(max(low_b - high_a, low_a - high_b, 0.0))
    return math.hypot(*gaps)


def read_track(text: str) -> Track:
    """A track from moves.

    Raises:
        BuildError: it does not begin downwards, bends, slants, or rises past the mouth.

    >>> read_track("down 10, right 20").points
    ((0.0, 0.0), (0.0, -10.0), (20.0, -10.0))
    """
    path, closed = path_of(read_moves(text, plain_value))
    if closed:
        raise BuildError("a track does not close", remedy="take 'close' away")
    points: list[Point] = [path[0].a]
    for segment in path:
        if not isinstance(segment, Line):
            raise BuildError("a track has no arcs", remedy="right, left, up and down only")
        dx, dy = segment.b[0] - segment.a[0], segment.b[1] - segment.a[1]
        if min(abs(dx), abs(dy)) > 1e-9:
            raise BuildError("a run of a track slants", remedy="right, left, up and down only")
        points.append(segment.b)
    if points[1][1] >= points[0][1]:
        raise BuildError(
            "the track cannot be entered: its first run must go down from the mouth",
            remedy="begin with 'down'",
        )
    if max(p[1] for p in points[1:]) > -1e-9:
        raise BuildError("the track rises out of the mouth again", remedy="a shorter run up")
    return Track(tuple(points))


def maze(laid: LaidOut, wall_mm: float, turns: int, seed: int) -> str:
    """Moves of a maze's track: up to so many turns round the cylinder, the same for a seed.

    It walks down by the groove and a wall at a time and wanders round in between, within the
    share of the cylinder that each copy has.

    Raises:
        BuildError: fewer than one turn, or no room for any.
    """
    pitch = math.ceil((laid.wide_mm + wall_mm) * 100) / 100
    room = laid.around_mm / laid.copies - 2 * pitch
    rows = min(turns, int(laid.deep_mm / pitch) - 1)
    if turns < 1:
        raise BuildError("a maze without a turn", remedy="1 turn or more")
    if room < pitch:
        short = (pitch - room) * laid.copies / math.pi
        raise BuildError(
            f"there is no room for a maze round the cylinder for each of {laid.copies}",
            remedy=f"{short:.1f} mm more diameter, fewer nubs or a narrower nub",
        )
    if rows < 1:
        raise BuildError(
            "there is no room for a maze in the depth of the sleeve",
            remedy=f"a sleeve {2 * pitch - laid.deep_mm:.1f} mm higher, or a narrower nub",
        )
    chance = random.Random(seed)
    at, moves = 0.0, [f"down {pitch:.2f} mm"]
    for _ in range(rows):
        way = chance.choice((-1, 1))
        reach = room / 2 - way * at
        if reach < pitch:
            way = -way
            reach = room / 2 - way * at
        run = max(pitch, chance.uniform(0.4, 1.0) * reach)
        at += way * run
        moves += [f"{'right' if way > 0 else 'left'} {run:.2f} mm", f"down {pitch:.2f} mm"]
    return ", ".join(moves)
