"""Resting positions of a part, ranked for printing.

A part can rest on any face of its convex hull that holds its centre of mass over itself. Each is
tried: what would hang unsupported, how high it stands, how much of it lies on the bed and how far
it is from tipping.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np
import scipy
from manifold3d import Manifold
from numpy.typing import NDArray

from core.proof.layers import test_layers
from core.proof.setting import Setting
from core.proof.severity import Severity
from core.proof.slender import thinnest_upright
from core.solids.mesh import triangle_crosses
from core.solids.stance import turn_down

Points = NDArray[np.float64]
MOST_TRIED = 10
MOST_SHOWN = 5
QUICK_LAYERS = 50
MOST_GROUPS = 120  # a round part has thousands of narrow faces; the widest are looked at
SAME_DEG = 3.0
HANGS_MM2 = 0.5  # less than a dot or two of plastic
PIN_COST = 25.0
TIPS_DEG = 15.0  # a part that tips so early is knocked over. common practice, no source


@dataclass(frozen=True)
class Stance:
    """One way to stand: the (3, 3) turn that brings ``down`` to the bed, and what follows.

    ``bridge_mm`` is the longest bridge short enough to hold by itself; ``pin_mm`` the thinnest
    pin that would stand across its layers, and snap between two of them.
    """

    down: tuple[float, float, float]
    turn: Points
    unsupported_mm2: float
    islands: int
    height_mm: float
    contact_mm2: float
    tip_deg: float
    bridge_mm: float = 0.0
    pin_mm: float | None = None

    @property
    def cost(self) -> float:
        """What is weighed: support first, then height, then a firm foot (our own weights)."""
        shaky = max(TIPS_DEG - self.tip_deg, 0.0)
        return (
            self.unsupported_mm2 + 200.0 * self.islands + 1.5 * self.height_mm + 20.0 * shaky
            - 0.05 * min(self.contact_mm2, 2000.0) + (PIN_COST if self.pin_mm else 0.0)
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
        if self.bridge_mm > 0:
            return f"carried, with bridges up to {self.bridge_mm:.1f} mm"
        return "every layer is carried"

    def weak(self) -> str:
        """What would snap between layers, in words; empty where nothing would."""
        if self.pin_mm is None:
            return ""
        return f"a pin or arm {self.pin_mm:.1f} mm thick stands across its layers and snaps easily"

    def footing(self) -> str:
        """How firmly it stands, in words."""
        if self.tip_deg <= 0:
            return "does not stand by itself"
        return f"{'tips' if self.tip_deg < TIPS_DEG else 'firm'} at {self.tip_deg:.0f}°"


def rank_stances(
    solid: Manifold, vertices: Points, centre: Points, setting: Setting
) -> list[Stance]:
    """The best resting positions of a solid, best first. O(positions · layer test).

    All are tried with thick layers first, the best of them then with the layers printed.
    """
    hull = scipy.spatial.ConvexHull(vertices)
    crosses = triangle_crosses(vertices[hull.simplices])
    areas = np.linalg.norm(crosses, axis=1) / 2
    normals = hull.equations[:, :3]
    groups: list[tuple[Points, float]] = []
    left = np.argsort(-areas)
    while len(left) and len(groups) < MOST_GROUPS:
        normal = normals[left[0]]
        same = normals[left] @ normal > math.cos(math.radians(SAME_DEG))
        groups.append((normal, float(areas[left[same]].sum())))
        left = left[~same]
    groups.sort(key=lambda group: -group[1])
    height = float(np.ptp(vertices, axis=0).max())
    coarse = replace(setting, layer_mm=max(setting.layer_mm, height / QUICK_LAYERS))
    quick = []
    for normal, _ in groups[:MOST_TRIED]:
        stance = try_stance(solid, vertices, centre, turn_down(normal), coarse)
        if stance.tip_deg > 0:
            quick.append(stance)
    quick.sort(key=lambda stance: stance.cost)
    best = [
        try_stance(solid, vertices, centre, stance.turn, setting) for stance in quick[:MOST_SHOWN]
    ]
    return sorted(best, key=lambda stance: stance.cost)


def try_stance(
    solid: Manifold, vertices: Points, centre: Points, turn: Points, setting: Setting
) -> Stance:
    """What follows from standing a solid so; it tips at 0° where it cannot stand by itself."""
    points = vertices @ turn.T
    low = float(points[:, 2].min())
    foot = points[points[:, 2] < low + 1e-3][:, :2]
    middle = turn @ centre
    tip, contact = _standing(foot, middle[:2], float(middle[2] - low))
    stood = solid.transform(np.column_stack([turn, [0.0, 0.0, -low]]))
    layers = test_layers(stood, setting.layer_mm, setting.overhang_limit_deg)
    first = stood.slice(min(setting.layer_mm / 2, 0.05))
    short = [p.span_mm for p in layers.of("bridge") if p.span_mm <= setting.bridge_limit_mm]
    down = turn.T @ np.array([0.0, 0.0, -1.0])
    return Stance(
        (float(down[0]), float(down[1]), float(down[2])),
        turn,
        layers.needing_support_mm2(setting.bridge_limit_mm),
        layers.islands,
        float(points[:, 2].max() - low),
        float(first.area()) if contact > 0 else 0.0,
        tip,
        short[0] if short and short[0] > setting.line_mm else 0.0,
        thinnest_upright(stood),
    )


def _standing(foot: Points, middle: Points, height: float) -> tuple[float, float]:
    """The tilt at which it tips over its foot, degrees, and the foot's area; nought if it
    cannot.
    """
    if len(foot) < 3:
        return 0.0, 0.0
    try:
        hull = scipy.spatial.ConvexHull(foot)
    except Exception:  # a foot that is a line
        return 0.0, 0.0
    inside = -(hull.equations[:, :2] @ middle + hull.equations[:, 2])
    least = float(inside.min())
    if least <= 0:
        return 0.0, 0.0
    return math.degrees(math.atan2(least, max(height, 1e-6))), float(hull.volume)
