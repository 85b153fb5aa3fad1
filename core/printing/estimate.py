"""A print as it would be sliced: walls, skins and infill of every layer, and what they come to.

Our own stand-in for a slicer, and an estimate. Each layer is the solid cut at its mid height.
Walls are the band ``walls`` lines wide inside the cut; skin is what else lies within ``skins``
layers of open air above or below; infill is the rest at its density. Supports, skirts, purging
and the pause between layers are not counted.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property, partial

import numpy as np
from manifold3d import CrossSection, JoinType, Manifold
from numpy.typing import NDArray

from core.process.model import Slicing
from core.project.helper import Errand, helped
from core.proof.layers import LEAN_MM, layer_heights

# How far a slicer of another make may be off. common practice, no source
MASS_WITHIN = 0.05
TIME_WITHIN = 0.3
SAME_MM = 1e-6
SHARES, S_A_LAYER = 2, 1e-3  # shares layers are worked out in, and seconds one takes, about

Ring = NDArray[np.float64]  # (n, 2) mm


@dataclass(frozen=True)
class Layer:
    """One layer: areas in mm², and the seconds its lines take."""

    z: float
    wall_mm2: float
    skin_mm2: float
    infill_mm2: float
    seconds: float


@dataclass(frozen=True)
class Sliced:
    """All layers of a part and what they come to. Volumes in mm³, length in mm."""

    layers: tuple[Layer, ...]
    layer_mm: float
    slicing: Slicing

    def _volume(self, which: str) -> float:
        return self.layer_mm * float(sum(getattr(layer, which) for layer in self.layers))

    @cached_property
    def wall_mm3(self) -> float:
        """Plastic in the walls, mm³."""
        return self._volume("wall_mm2")

    @cached_property
    def skin_mm3(self) -> float:
        """Plastic in floors and roofs, mm³."""
        return self._volume("skin_mm2")

    @cached_property
    def infill_mm3(self) -> float:
        """Plastic in the infill, at its density."""
        return self._volume("infill_mm2") * self.slicing.infill_percent / 100

    @property
    def volume_mm3(self) -> float:
        """All its plastic, mm³."""
        return self.wall_mm3 + self.skin_mm3 + self.infill_mm3

    @property
    def filament_mm(self) -> float:
        """Filament that takes, mm."""
        return self.volume_mm3 / (math.pi * self.slicing.filament_mm**2 / 4)

    @property
    def seconds(self) -> float:
        """How long it prints, about."""
        return sum(layer.seconds for layer in self.layers)


@dataclass(frozen=True)
class Zones:
    """The closed rings of one layer, outer ones counterclockwise, holes clockwise."""

    walls: tuple[Ring, ...]
    skin: tuple[Ring, ...]
    infill: tuple[Ring, ...]


class Cuts:
    """A solid standing on z = 0, cut at the mid height of every layer, each cut made once.

    A cut that is the same as the one below is that one: upright walls are worked out once.
    """

    def __init__(self, standing: Manifold, layer_mm: float, line_mm: float, slicing: Slicing):
        self.layer_mm, self._heights = layer_heights(standing, layer_mm)
        self.count = len(self._heights)
        self._standing, self._line, self._slicing = standing, line_mm, slicing
        self._window = 2 * slicing.skins + 1
        self._cuts: dict[int, CrossSection] = {}
        self._rings: dict[int, list[Ring]] = {}
        self._before: dict[int, CrossSection] = {}
        self._after: dict[int, CrossSection] = {}
        self._inset: tuple[CrossSection, CrossSection] | None = None

    def height(self, index: int) -> float:
        """Mid height of a layer, mm."""
        return float(self._heights[index])

    def cut(self, index: int) -> CrossSection:
        """The solid cut at a layer; nothing above the top or below the bed."""
        if not 0 <= index < self.count:
            return CrossSection()
        if index not in self._cuts:
            here = self._standing.slice(self.height(index)).simplify(LEAN_MM)
            rings = here.to_polygons()
            below = self._rings.get(index - 1)
            if below is not None and _same(rings, below):
                here = self._cuts[index - 1]
            self._cuts[index], self._rings[index] = here, rings
        return self._cuts[index]

    def inside(self, index: int) -> tuple[CrossSection, CrossSection]:
        """What lies within the walls of a layer, and what of that is infill."""
        here, slicing = self.cut(index), self._slicing
        if self._inset is None or self._inset[0] is not here:
            inner = here.offset(-slicing.walls * self._line, JoinType.Miter, 2.0)
            self._inset = here, inner
        inner = self._inset[1]
        low, high = index - slicing.skins, index + slicing.skins
        if inner.is_empty() or low < 0 or high >= self.count:
            core = CrossSection() if slicing.skins or inner.is_empty() else inner
        else:
            # what all layers of the window share, from what each half of it shares (van Herk's
            # and Gil and Werman's running least, from memory)
            shared = _met(self._share_up(low), self._share_down(high))
            core = inner if shared is here else inner ^ shared
        self._forget(low - self._window)
        return inner, core

    def zones(self, index: int) -> tuple[CrossSection, CrossSection, CrossSection]:
        """Walls, skin and infill of a layer."""
        inner, core = self.inside(index)
        return self.cut(index) - inner, inner - core, core

    def areas(self, index: int) -> tuple[float, float, float]:
        """The areas of walls, skin and infill of a layer, mm²: each lies within the one before."""
        inner, core = self.inside(index)
        whole, within, filled = self.cut(index).area(), inner.area(), core.area()
        return float(whole - within), float(within - filled), float(filled)

    def _share_down(self, index: int) -> CrossSection:
        """What a layer shares with all below it of its block of layers."""
        if index not in self._before:
            own = self.cut(index)
            first = index % self._window == 0
            self._before[index] = own if first else _met(self._share_down(index - 1), own)
        return self._before[index]

    def _share_up(self, index: int) -> CrossSection:
        """What a layer shares with all above it of its block of layers."""
        if index not in self._after:
            own = self.cut(index)
            last = index % self._window == self._window - 1
            self._after[index] = own if last else _met(own, self._share_up(index + 1))
        return self._after[index]

    def _forget(self, before: int) -> None:
        """Layers far below are not asked for again when going up."""
        for kept in (self._cuts, self._rings, self._before, self._after):
            kept.pop(before - 1, None)  # type: ignore[attr-defined]


def _met(a: CrossSection, b: CrossSection) -> CrossSection:
    return a if a is b else a ^ b


def _same(rings: list[Ring], others: list[Ring]) -> bool:
    """Whether two cuts are the same to the last micrometre, ring by ring."""
    return len(rings) == len(others) and all(
        one.shape == other.shape and bool(np.abs(one - other).max(initial=0.0) < SAME_MM)
        for one, other in zip(rings, others, strict=True)
    )


def slice_solid(standing: Manifold, layer_mm: float, line_mm: float, slicing: Slicing) -> Sliced:
    """Slices a solid that stands on z = 0. O(layers · slice size · skins).

    Its layers are worked out in shares, one of them by a helper where there is one.
    """
    cuts = Cuts(standing, layer_mm, line_mm, slicing)

    def layers(number: int) -> list[Layer]:
        some = Cuts(standing, layer_mm, line_mm, slicing)
        indices = np.array_split(np.arange(cuts.count), SHARES)[number]
        return [_layer(some, int(index), line_mm, slicing) for index in indices]

    lasts_s = S_A_LAYER * cuts.count / SHARES
    about = f"slicing {cuts.count} layers of {standing.num_tri()} triangles"
    shares = [Errand(about, partial(layers, number), lasts_s) for number in range(SHARES)]
    with helped(shares) as answer:
        found = [layer for number in range(SHARES) for layer in answer(number)]
    return Sliced(tuple(found), cuts.layer_mm, slicing)


def zones_at(
    standing: Manifold, layer_mm: float, line_mm: float, slicing: Slicing, index: int
) -> Zones:
    """The rings of one layer, counted from 0 at the bed; the nearest layer where none is there."""
    cuts = Cuts(standing, layer_mm, line_mm, slicing)
    walls, skin, infill = cuts.zones(min(max(index, 0), cuts.count - 1))
    return Zones(tuple(walls.to_polygons()), tuple(skin.to_polygons()), tuple(infill.to_polygons()))


def _layer(cuts: Cuts, index: int, line_mm: float, slicing: Slicing) -> Layer:
    walls, skin, infill = cuts.areas(index)
    filled = skin + infill * slicing.infill_percent / 100
    drawn = walls / line_mm / slicing.wall_speed + filled / line_mm / slicing.fill_speed
    hops = _hops(cuts.cut(index)) / slicing.travel_speed
    return Layer(
        cuts.height(index),
        float(walls),
        float(skin),
        float(infill),
        max(drawn + hops, slicing.least_layer_s),
    )


def _hops(cut: CrossSection) -> float:
    """Length of the moves without printing, mm: once across the layer for each closed ring."""
    x0, y0, x1, y1 = cut.bounds()
    return math.hypot(x1 - x0, y1 - y0) * cut.num_contour() if not cut.is_empty() else 0.0
