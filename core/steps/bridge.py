"""Bridge: a smooth limb between two outlines in any two planes."""

from __future__ import annotations

import math
from collections.abc import Mapping

import numpy as np
from numpy.typing import NDArray

from core.errors import BuildError
from core.measures.units import length
from core.solids import Frame
from core.solids.lofted import matched
from core.solids.skin import skin
from core.steps.extrude import MODES, applied
from core.steps.field import Field
from core.steps.registry import StepInput, StepKind, register
from core.steps.sides import with_sides
from core.steps.state import Feature, PartState

PIECES = 36
ROOT_MM = 0.2


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
        if not given.words["to"]:
            raise BuildError("no face to bridge to is chosen", remedy="name a face, as foot.top")
        target = given.state.place(given.words["to"])[1]
        n = given.numbers
        target = target.shifted(n["to_x"], n["to_y"]).turned(n["to_turn"])
        last = given.stations[-1].outline if given.stations else given.profile()
        mode = given.words["mode"]
        (first, second), _ = matched(
            [given.profile(), last], "outside" if mode == "cut" else "inside"
        )
        a = _placed(first, given.frame)
        b = _untwisted(a, _placed(second, target)[::-1])
        stations = _limb(a, b, given.frame, target, n["pull"])
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
        return (
            f"{given.told(after.features[given.step].quantities['length'].value)} along its middle"
        )


Points = NDArray[np.float64]


def _placed(points: Points, frame: Frame) -> Points:
    m = frame.matrix
    return np.asarray(points @ m[:, :2].T + m[:, 3])


def _untwisted(a: Points, b: Points) -> Points:
    """The second outline begun at the point that twists the limb least."""
    one, other = a - a.mean(axis=0), b - b.mean(axis=0)
    costs = [float(((one - np.roll(other, -k, axis=0)) ** 2).sum()) for k in range(len(b))]
    return np.roll(b, -int(np.argmin(costs)), axis=0)


def _limb(a: Points, b: Points, start: Frame, end: Frame, pull: float) -> list[Points]:
    """Stations along cubic (Hermite) curves that leave and arrive square to both faces."""
    z0, z1 = np.array(start.z_axis), -np.array(end.z_axis)
    reach = pull * math.dist(a.mean(axis=0), b.mean(axis=0))
    if reach < 1e-6:
        raise BuildError("both faces are at the same place", remedy="choose another face")
    stations = [a - z0 * ROOT_MM]
    for t in np.linspace(0, 1, PIECES + 1):
        h00, h10 = 2 * t**3 - 3 * t**2 + 1, t**3 - 2 * t**2 + t
        h01, h11 = -2 * t**3 + 3 * t**2, t**3 - t**2
        stations.append(h00 * a + h10 * reach * z0 + h01 * b + h11 * reach * z1)
    stations.append(b + z1 * ROOT_MM)
    return stations
