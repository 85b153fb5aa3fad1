"""What hangs in the air, layer by layer, held against plane areas by GEOS (shapely), every layer
sliced; and against bars on their edges, whose tongues have a length known by sums.
"""

from __future__ import annotations

import functools
import math

import numpy as np
import pytest
import shapely
from manifold3d import CrossSection, Manifold

from core.proof.keels import flat_keels
from core.proof.layers import SLIVER_MM2, layer_heights
from core.proof.layers import test_layers as layer_test
from core.solids import Body, triangle_mesh


def body_by_chance(seed: int) -> Manifold:
    """A few boxes, balls and cones that meet or do not, mostly turned, standing on z = 0."""
    rng = np.random.default_rng(seed)
    whole = Manifold()
    for _ in range(rng.integers(2, 6)):
        long, wide, high = rng.uniform(1.0, 8.0, 3)
        piece = (
            Manifold.cube((long, wide, high), True),
            Manifold.sphere(long / 1.5, 48),
            Manifold.cylinder(long, wide / 2, high / 2, 48, True),
            Manifold.cylinder(long, 0.02, high / 2, 32, True),
        )[rng.integers(0, 4)]
        if rng.random() < 0.6:
            piece = piece.rotate(tuple(rng.uniform(0, 180, 3)))
        whole += piece.translate(tuple(rng.uniform(0, 12, 3)))
    return whole.translate((0, 0, -whole.bounding_box()[2]))


def sliced(solid: Manifold, z: float) -> shapely.Geometry:
    """A slice by the even-odd rule, as GEOS sees it."""
    rings = [shapely.Polygon(ring).buffer(0) for ring in solid.slice(z).to_polygons()]
    return functools.reduce(shapely.symmetric_difference, rings, shapely.Polygon())


@pytest.mark.parametrize("seed", range(40))
def test_islands_and_what_stands_out_are_those_that_plane_areas_show(seed: int) -> None:
    solid = body_by_chance(seed)
    layer_mm, limit_deg = ((0.2, 45.0), (0.3, 55.0), (0.15, 40.0))[seed % 3]
    told = layer_test(solid, layer_mm, limit_deg)
    _, heights = layer_heights(solid, layer_mm)
    reach = layer_mm * math.tan(math.radians(limit_deg))
    below = sliced(solid, float(heights[0]))
    for z in heights[1:]:
        here = sliced(solid, float(z))
        pieces = [one for one in told.pieces if abs(one.z - z) < 1e-6]
        afar, near = afloat(here, below, reach)
        islands = sum(one.kind == "island" for one in pieces)
        assert afar <= islands <= afar + near
        # where corners of the layer below are widened squarely, and where they are rounded
        least = here.difference(below.buffer(reach, join_style="mitre", mitre_limit=4.0))
        most = here.difference(below.buffer(reach, quad_segs=32))
        crumbs = sum(one.area for one in shapely.get_parts(least) if one.area <= SLIVER_MM2)
        # faces half a degree past the limit are within it, to the width of what that leaves
        lenient = here.length * layer_mm * 0.02 + 1e-3
        area = sum(one.area_mm2 for one in pieces)
        assert least.area - crumbs - lenient <= area <= most.area + untouching(here, below) + 1e-3
        below = here


def afloat(here: shapely.Geometry, below: shapely.Geometry, reach: float) -> tuple[int, int]:
    """How many pieces of a layer lie further from the one below than may stand out, and how many
    do not touch it but lie nearer: what grew out between two slices, or begins beside something."""
    pieces = [one for one in shapely.get_parts(here) if one.area > 1e-9]
    apart = [math.inf if below.is_empty else one.distance(below) for one in pieces]
    return sum(one > reach for one in apart), sum(0 < one <= reach for one in apart)


def untouching(here: shapely.Geometry, below: shapely.Geometry) -> float:
    """The area of what touches nothing: told whole, however near it lies."""
    return sum(one.area for one in shapely.get_parts(here) if not one.intersects(below))


@pytest.mark.parametrize("gap", [0.02, 0.1, 0.15, 0.3])
@pytest.mark.parametrize("foot", [5.0, 5.04, 5.09, 5.13, 5.18])
def test_a_ring_loose_in_a_cup_begins_in_mid_air_however_near_the_wall(
    gap: float, foot: float
) -> None:
    # its foot is an edge; the first slice of it lies wholly within the wall's widened outline
    cup = Manifold.cylinder(20, 12, 12, 96) - Manifold.cylinder(20, 10, 10, 96).translate((0, 0, 2))
    edge = CrossSection(
        [[(10 - gap, foot), (10 - gap, foot + 6), (6 - gap, foot + 6), (6 - gap, foot + 4)]]
    )
    test = layer_test(cup + Manifold.revolve(edge, 96), 0.2, 45)
    assert test.islands == 1
    (island,) = test.of("island")
    assert foot < island.z <= foot + 0.2
    # carried by nothing, it is not a bridge however short
    assert test.needing_support_mm2(10.0) >= island.area_mm2 > 0.5


WALL = Manifold.cube((4, 20, 30)).translate((-4, -10, 0))


def on_edge(long: float) -> Manifold:
    """A square bar along x, from x = -1, turned on its edge: no face leans more than 45°."""
    bar = Manifold.cube((4, 4, long), True).rotate((0, 0, 45)).rotate((0, 90, 0))
    return bar.translate((long / 2 - 1, 0, 0))


@pytest.mark.parametrize("rise_deg", [2, 3, 5, 8, 10])
def test_a_bar_on_its_edge_stands_out_by_what_its_keel_runs_in_one_layer(rise_deg: float) -> None:
    arm = WALL + on_edge(13).rotate((0, -rise_deg, 0)).translate((0, 0, 12))
    out = layer_test(arm, 0.2, 45).of("cantilever")
    # whole tongues; the first and the last may be cut short
    assert out[0].span_mm == pytest.approx(0.2 / math.tan(math.radians(rise_deg)), rel=0.02)


def test_a_level_bar_on_its_edge_is_laid_over_air() -> None:
    arm = WALL + on_edge(13).translate((0, 0, 12))
    (tongue,) = layer_test(arm, 0.2, 45).pieces
    assert tongue.kind == "cantilever" and tongue.span_mm == pytest.approx(11.8, abs=0.31)
    both = WALL + WALL.translate((24, 0, 0)) + on_edge(22).translate((0, 0, 12))
    (bridge,) = layer_test(both, 0.2, 45).pieces
    assert bridge.kind == "bridge" and bridge.span_mm == pytest.approx(20, abs=0.01)
    # standing on the bed along its edge, it is carried
    lying = on_edge(22)
    lying = lying.translate((0, 0, -lying.bounding_box()[2]))
    assert layer_test(lying, 0.2, 45).pieces == ()


def test_grooves_and_flares_are_no_keels() -> None:
    block = Manifold.cube((30, 20, 20))
    groove = block - on_edge(40).translate((-2, 10, 20))
    flare = Manifold.cylinder(5, 5, 9, 6) + Manifold.cylinder(10, 9, 12, 6).translate((0, 0, 5))
    for solid in (groove, flare):
        assert layer_test(solid, 0.2, 45).pieces == ()
        mesh = triangle_mesh(Body(solid))
        low, high = flat_keels(mesh.vertices, mesh.triangles, mesh.crosses, 45.5)
        assert len(low) == len(high) == 0


@pytest.mark.parametrize(("rise_deg", "found"), [(1, True), (30, True), (43, True), (47, False)])
def test_a_keel_is_one_that_runs_flatter_than_the_limit(rise_deg: float, found: bool) -> None:
    # a blade: its faces lean out by no more than 10°
    blade = CrossSection([[(0, 0), (1.8, 10), (-1.8, 10)]]).extrude(30).rotate((90, 0, 0))
    mesh = triangle_mesh(Body(blade.rotate((rise_deg, 0, 0))))
    low, _ = flat_keels(mesh.vertices, mesh.triangles, mesh.crosses, 45)
    assert (len(low) > 0) == found
