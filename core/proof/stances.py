"""Resting positions of a part, ranked for printing.

A part can rest on any face of its convex hull that holds its centre of mass over itself. Each is
tried: what would hang unsupported, how high it stands, how much of it lies on the bed and how far
it is from tipping.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from manifold3d import Manifold
from numpy.typing import NDArray
from scipy.spatial import ConvexHull

from core.proof.finding import Severity
from core.proof.layers import test_layers
from core.proof.stance import turn_down

Points = NDArray[np.float64]
MOST_TRIED = 10
SAME_DEG = 3.0
HANGS_MM2 = 0.5  # less than a dot or two of plastic
TIPS_DEG = 15.0  # a part that tips so early is knocked over. common practice, no source


@dataclass(frozen=True)
class Stance:
    """One way to stand: the (3, 3) turn that brings ``down`` to the bed, and what follows."""

    down: tuple[float, float, float]
    turn: Points
    unsupported_mm2: float
    islands: int
    height_mm: float
    contact_mm2: float
    tip_deg: float

    @property
    def cost(self) -> float:
        """What is weighed: support first, then height, then a firm foot (our own weights)."""
        shaky = max(TIPS_DEG - self.tip_deg, 0.0)
        return (
            self.unsupported_mm2 + 200.0 * self.islands + 1.5 * self.height_mm + 20.0 * shaky
            - 0.05 * min(self.contact_mm2, 2000.0)
        )  # fmt: skip

    @property
    def severity(self) -> Severity:
        """How the print stands to it."""
        if self.islands:
            return "stop"
        return "warning" if self.unsupported_mm2 > HANGS_MM2 else "good"

    def carried(self) -> str:
        """What carries its layers, in words."""
        if self.islands:
            return f"{self.islands} {'begins' if self.islands == 1 else 'begin'} in mid-air"
        if self.unsupported_mm2 > HANGS_MM2:
            return f"{self.unsupported_mm2:.0f} mm² hangs"
        return "every layer is carried"

    def footing(self) -> str:
        """How firmly it stands, in words."""
        return f"{'tips' if self.tip_deg < TIPS_DEG else 'firm'} at {self.tip_deg:.0f}°"


def rank_stances(
    solid: Manifold, vertices: Points, centre: Points, layer_mm: float, limit_deg: float
) -> list[Stance]:
    """The resting positions of a solid, best first. O(positions · layer test)."""
    hull = ConvexHull(vertices)
    corners = vertices[hull.simplices]
    crosses = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    areas = np.linalg.norm(crosses, axis=1) / 2
    normals = hull.equations[:, :3]
    order = np.argsort(-areas)
    groups: list[tuple[Points, float]] = []
    for index in order:
        for place, (normal, area) in enumerate(groups):
            if normal @ normals[index] > math.cos(math.radians(SAME_DEG)):
                groups[place] = (normal, area + areas[index])
                break
        else:
            groups.append((normals[index], float(areas[index])))
    groups.sort(key=lambda group: -group[1])
    found = []
    for normal, _ in groups[:MOST_TRIED]:
        stance = _tried(solid, vertices, centre, normal, layer_mm, limit_deg)
        if stance is not None:
            found.append(stance)
    return sorted(found, key=lambda stance: stance.cost)


def _tried(
    solid: Manifold,
    vertices: Points,
    centre: Points,
    down: Points,
    layer_mm: float,
    limit_deg: float,
) -> Stance | None:
    turn = turn_down(down)
    points = vertices @ turn.T
    low = float(points[:, 2].min())
    foot = points[points[:, 2] < low + 1e-3][:, :2]
    middle = turn @ centre
    tip, contact = _standing(foot, middle[:2], float(middle[2] - low))
    if tip <= 0:
        return None
    stood = solid.transform(np.column_stack([turn, [0.0, 0.0, -low]]))
    layers = test_layers(stood, layer_mm, limit_deg)
    first = stood.slice(min(layer_mm / 2, 0.05))
    return Stance(
        (float(down[0]), float(down[1]), float(down[2])),
        turn,
        layers.area_mm2,
        layers.islands,
        float(points[:, 2].max() - low),
        float(first.area()) if contact > 0 else 0.0,
        tip,
    )


def _standing(foot: Points, middle: Points, height: float) -> tuple[float, float]:
    """The tilt at which it tips over its foot, degrees, and the foot's area; nought if it cannot."""
    if len(foot) < 3:
        return 0.0, 0.0
    try:
        hull = ConvexHull(foot)
    except Exception:  # a foot that is a line
        return 0.0, 0.0
    inside = -(hull.equations[:, :2] @ middle + hull.equations[:, 2])
    least = float(inside.min())
    if least <= 0:
        return 0.0, 0.0
    return math.degrees(math.atan2(least, max(height, 1e-6))), float(hull.volume)
