"""Bridge: a smooth limb between two outlines in any two planes."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from core.errors import BuildError
from core.measures.units import length
from core.outlines import Outline, flatten
from core.outlines.facet_fineness import pieces_along
from core.solids import Frame
from core.solids.lofted import matched
from core.solids.skin import skin
from core.steps.extrude import MODES, applied
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import StepInput, StepKind, register
from core.steps.sides import with_sides
from core.steps.state import Feature, PartState

PIECES = 36
CORNER = math.radians(22)  # what turns by less is a facet of a round
ROOT_MM = 0.2


@dataclass(frozen=True, slots=True)
class BridgeFields(Fields):
    """What is set of a bridge."""

    to: str
    to_x_mm: float
    to_y_mm: float
    to_turn_deg: float
    pull: float
    mode: Literal["add", "cut", "common"]


@register
class Bridge(StepKind):
    """From the outline at the step's place to the second outline at another face."""

    kind = "bridge"
    title = "Bridge between two faces"
    also = ("limb", "connect two faces", "transition", "shackle", "twist", "handle")
    outline_first = "circle"
    has_outline = True
    has_stations = True
    has_place = True
    fields = (
        Field("to", "face", "to", ""),
        Field("to_x", "length", "right on that face", "0", clause=", at {to_x} right on that face"),
        Field("to_y", "length", "up on that face", "0", clause=", {to_y} up on it"),
        Field(
            "to_turn", "angle", "turned on that face", "0 deg", clause=", turned {to_turn} on it"
        ),
        Field("pull", "number", "pull", "1", above=0, hint="how far it leaves straight"),
        Field(
            "mode",
            "choice",
            "way of acting",
            "add",
            MODES,
            told=("Bridge from", "Cut a bridge from", "Keep only a bridge from"),
        ),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "{mode} {outline} to the face {to}{stations}"

    def build(self, given: StepInput) -> PartState:
        its = given.read(BridgeFields)
        if not its.to:
            raise BuildError("no face to bridge to is chosen", remedy="name a face, as foot.top")
        target = given.state.place(its.to)[1]
        target = target.shifted(its.to_x_mm, its.to_y_mm).turned(its.to_turn_deg)
        last = given.stations[-1].outline if given.stations else given.profile()
        mode = its.mode
        a, b = _paired(given.profile(), last, given.frame, target)
        first = given.frame.into[:, :3] @ a.T + given.frame.into[:, 3][:, None]
        first = first[:2].T
        stations = _limb(a, b, given.frame, target, its.pull)
        body = skin(stations, [len(first)], [first], [["side"] * len(first)], given.step)
        after = applied(mode, given.state, body)
        quantities = {
            "length": length(
                float(
                    np.linalg.norm(
                        np.diff([s.mean(axis=0) for s in stations], axis=0), axis=1
                    ).sum()
                )
            )
        }
        feature = Feature(given.step, {}, quantities, tool=body, mode=mode)
        return given.state.made(after, with_sides(feature, body))

    def says(self, given: StepInput, after: PartState) -> str:
        long = given.told(after.features[given.step].quantities["length"].value)
        here, there = _corner_counts(given)
        if here and here == there:
            return f"{long} along its middle, each of {here} corners led to the nearest one"
        return f"{long} along its middle"

    def warns(self, given: StepInput, after: PartState) -> tuple[str, ...]:
        here, there = _corner_counts(given)
        if here == there or 0 in (here, there):
            return ()
        return (
            f"{here} corners lead to {there}: they do not line up, and the sides between them are "
            "twisted; give both outlines as many corners",
        )


Points = NDArray[np.float64]


def _placed(points: Points, frame: Frame) -> Points:
    m = frame.matrix
    return np.asarray(points @ m[:, :2].T + m[:, 3])


def _paired(one: Outline, other: Outline, start: Frame, end: Frame) -> tuple[Points, Points]:
    """As many points of both outlines in space, each led to its partner with the least twist.

    Outlines with as many corners are led corner to corner, and between them by shares of their
    sides; others by shares of their way round.
    """
    a, b = flatten(one, "inside")[0][0], flatten(other, "inside")[0][0]
    corners = _corners(a), _corners(b)
    if not len(corners[0]) or len(corners[0]) != len(corners[1]):
        (a, b), _ = matched([one, other], "inside")
        here, there = _placed(a, start), _placed(b, end)[::-1]
        return here, min((np.roll(there, -k, axis=0) for k in range(len(there))), key=_twist(here))
    sides = _sides_of(_placed(a, start), corners[0])
    there = _placed(b, end)[::-1]
    others = _sides_of(there, np.sort(len(b) - 1 - corners[1]))
    count = len(sides)
    pairs = [_by_shares(sides, others[k:] + others[:k]) for k in range(count)]
    return min(pairs, key=lambda pair: _twist(pair[0])(pair[1]))


def _twist(a: Points) -> Callable[[Points], float]:
    one = a - a.mean(axis=0)
    return lambda b: float(((one - (b - b.mean(axis=0))) ** 2).sum()) / len(b)


def _corners(points: Points) -> NDArray[np.int64]:
    """At which points a polygon turns sharply."""
    before, after = points - np.roll(points, 1, axis=0), np.roll(points, -1, axis=0) - points
    sines = before[:, 0] * after[:, 1] - before[:, 1] * after[:, 0]
    turns = np.arctan2(sines, (before * after).sum(axis=1))
    return np.flatnonzero(np.abs(turns) > CORNER)


def _sides_of(points: Points, corners: NDArray[np.int64]) -> list[Points]:
    """A polygon's points from each corner to the next, both included."""
    ends = [*corners.tolist()[1:], int(corners[0]) + len(points)]
    return [
        points[np.arange(a, b + 1) % len(points)]
        for a, b in zip(corners.tolist(), ends, strict=True)
    ]


def _by_shares(sides: list[Points], others: list[Points]) -> tuple[Points, Points]:
    found: tuple[list[Points], list[Points]] = ([], [])
    for pair in zip(sides, others, strict=True):
        ways = [np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(side, axis=0), axis=1))])
                for side in pair]  # fmt: skip
        shares = [way / way[-1] for way in ways]
        every = np.unique(np.round(np.concatenate(shares), 9))[:-1]
        for side, share, into in zip(pair, shares, found, strict=True):
            into.append(np.column_stack([np.interp(every, share, side[:, i]) for i in range(3)]))
    return np.vstack(found[0]), np.vstack(found[1])


def _corner_counts(given: StepInput) -> tuple[int, int]:
    last = given.stations[-1].outline if given.stations else given.profile()
    one, other = (len(_corners(flatten(o, "inside")[0][0])) for o in (given.profile(), last))
    return one, other


def _limb(a: Points, b: Points, start: Frame, end: Frame, pull: float) -> list[Points]:
    """Stations along cubic (Hermite) curves that leave and arrive square to both faces."""
    z0, z1 = np.array(start.z_axis), -np.array(end.z_axis)
    reach = pull * math.dist(a.mean(axis=0), b.mean(axis=0))
    if reach < 1e-6:
        raise BuildError("both faces are at the same place", remedy="choose another face")
    stations = [a - z0 * ROOT_MM]
    for t in np.linspace(0, 1, pieces_along(PIECES) + 1):
        h00, h10 = 2 * t**3 - 3 * t**2 + 1, t**3 - 2 * t**2 + t
        h01, h11 = -2 * t**3 + 3 * t**2, t**3 - t**2
        stations.append(h00 * a + h10 * reach * z0 + h01 * b + h11 * reach * z1)
    stations.append(b + z1 * ROOT_MM)
    return stations
