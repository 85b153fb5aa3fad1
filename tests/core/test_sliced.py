"""The estimate of a print against sums done by hand on shapes whose layers are known."""

from __future__ import annotations

import math

import numpy as np
import pytest
import trimesh
from manifold3d import CrossSection, JoinType, Manifold, Mesh, OpType

from core.printing.estimate import Cuts, slice_solid, zones_at
from core.process import Slicing
from core.project.helper import help_when

LINE, LAYER = 0.45, 0.2


def test_a_block_is_walls_skin_and_infill_by_hand() -> None:
    found = slice_solid(Manifold.cube((20, 30, 10)), LAYER, LINE, Slicing())
    inner = (20 - 6 * LINE) * (30 - 6 * LINE)  # three lines all round
    assert len(found.layers) == 50
    assert found.wall_mm3 == pytest.approx((600 - inner) * 10, rel=1e-6)
    assert found.skin_mm3 == pytest.approx(inner * 8 * LAYER, rel=1e-6)  # four below, four above
    assert found.infill_mm3 == pytest.approx(inner * 42 * LAYER * 0.15, rel=1e-6)
    assert found.filament_mm == pytest.approx(found.volume_mm3 / (math.pi * 1.75**2 / 4))


def test_time_is_lines_at_their_speeds_and_hops() -> None:
    slicing = Slicing(least_layer_s=0, skins=0, infill_percent=50)
    found = slice_solid(Manifold.cube((20, 20, 1)), LAYER, LINE, slicing)
    inner = (20 - 6 * LINE) ** 2
    each = (400 - inner) / LINE / 45 + inner * 0.5 / LINE / 80 + math.hypot(20, 20) / 150
    assert found.seconds == pytest.approx(5 * each, rel=1e-6)
    slow = slice_solid(
        Manifold.cube((20, 20, 1)), LAYER, LINE, slicing.model_copy(update={"least_layer_s": 60.0})
    )
    assert slow.seconds == pytest.approx(300)


@pytest.mark.parametrize("helps", [False, True])
@pytest.mark.parametrize("layer_mm", [LAYER, 0.7, 30.0])
def test_layers_worked_out_in_shares_are_those_worked_out_one_after_another(
    layer_mm: float, helps: bool
) -> None:
    tower = Manifold.cube((20, 30, 6)) + Manifold.cylinder(14, 9, 2, 64).translate((10, 15, 6))
    tower -= Manifold.sphere(5, 64).translate((10, 15, 6))
    slicing = Slicing()
    help_when(lambda: helps)
    found = slice_solid(tower, layer_mm, LINE, slicing).layers
    help_when(lambda: False)
    cuts = Cuts(tower, layer_mm, LINE, slicing)
    assert len(found) == cuts.count
    for index, layer in enumerate(found):
        walls, skin, infill = (zone.area() for zone in cuts.zones(index))
        assert layer.z == cuts.height(index)
        assert (layer.wall_mm2, layer.skin_mm2, layer.infill_mm2) == pytest.approx(
            (walls, skin, infill), abs=1e-6
        )


@pytest.mark.parametrize("shape", ["cone", "ball", "torus"])
def test_filled_wholly_it_weighs_what_the_solid_does(shape: str) -> None:
    mesh = {
        "cone": lambda: trimesh.creation.cone(15, 20, sections=96),
        "ball": lambda: trimesh.creation.icosphere(4, 12),
        "torus": lambda: trimesh.creation.torus(15, 5, 96, 48),
    }[shape]()
    mesh.apply_translation((0, 0, -mesh.bounds[0, 2]))
    solid = _solid(mesh)
    found = slice_solid(solid, LAYER, LINE, Slicing(infill_percent=100))
    assert found.volume_mm3 == pytest.approx(mesh.volume, rel=2e-3)


def test_a_table_has_skin_where_it_hangs_and_on_top_only() -> None:
    leg = Manifold.cube((10, 10, 20), center=True).translate((0, 0, 10))
    top = Manifold.cube((40, 40, 6), center=True).translate((0, 0, 23))
    found = slice_solid(leg + top, LAYER, LINE, Slicing())
    inner = (40 - 6 * LINE) ** 2
    hanging = found.layers[101]  # second layer of the top: open air two layers below
    middle = found.layers[115]
    assert hanging.skin_mm2 == pytest.approx(inner - 100, rel=1e-6)
    assert hanging.infill_mm2 == pytest.approx(100, rel=1e-6)
    assert middle.skin_mm2 == pytest.approx(0, abs=1e-6)
    assert found.layers[-1].skin_mm2 == pytest.approx(inner, rel=1e-6)


def test_a_wall_thinner_than_its_lines_is_all_wall() -> None:
    pipe = CrossSection.circle(10, 96) - CrossSection.circle(8, 96)
    found = slice_solid(Manifold.extrude(pipe, 12), LAYER, LINE, Slicing())
    assert found.skin_mm3 == found.infill_mm3 == 0
    assert found.volume_mm3 == pytest.approx(pipe.area() * 12, rel=1e-6)


def test_the_rings_of_a_layer_enclose_its_zones() -> None:
    solid = Manifold.cube((20, 30, 10))
    zones = zones_at(solid, LAYER, LINE, Slicing(), 25)
    assert not zones.skin
    assert sum(_area(ring) for ring in zones.infill) == pytest.approx(17.3 * 27.3)
    assert sum(_area(ring) for ring in zones.walls) == pytest.approx(600 - 17.3 * 27.3)


def _area(ring: np.ndarray) -> float:
    x, y = ring.T
    return float(np.sum(x * np.roll(y, -1) - np.roll(x, -1) * y) / 2)


def _solid(mesh: trimesh.Trimesh) -> Manifold:
    return Manifold(Mesh(mesh.vertices.astype(np.float32), mesh.faces.astype(np.uint32)))


@pytest.mark.parametrize("skins", [0, 1, 3, 4])
def test_what_layers_share_is_what_all_of_the_window_share(skins: int) -> None:
    """The running intersection against every layer of the window cut with every other."""
    ball = Manifold.sphere(6, 48).translate((0, 0, 6))
    foot = Manifold.cube((8, 8, 5), True).translate((1, 0, 2.5))
    solid = (ball + foot) - Manifold.cylinder(3, 2, 1, 32).translate((0, 0, 4))
    slicing = Slicing(walls=2, skins=skins)
    cuts = Cuts(solid, 0.4, 0.45, slicing)
    plain = [solid.slice(cuts.height(i)) for i in range(cuts.count)]
    for index, here in enumerate(plain):
        inner = here.offset(-0.9, JoinType.Miter, 2.0)
        window = plain[max(index - skins, 0) : index + skins + 1]
        core = CrossSection.batch_boolean([inner, *window], OpType.Intersect)
        if index < skins or index + skins >= cuts.count:  # the bed and the air above are open
            core = CrossSection()
        wanted = here.area() - inner.area(), inner.area() - core.area(), core.area()
        assert cuts.areas(index) == pytest.approx(wanted, abs=1e-3)
        zones = [zone.area() for zone in Cuts(solid, 0.4, 0.45, slicing).zones(index)]
        assert zones == pytest.approx(wanted, abs=1e-3)


def test_upright_walls_are_cut_once() -> None:
    cuts = Cuts(Manifold.cube((20, 10, 8)), 0.2, 0.45, Slicing())
    assert len({id(cuts.cut(index)) for index in range(3, 9)}) == 1
