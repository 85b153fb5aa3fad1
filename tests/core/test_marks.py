"""Marks on a surface against areas with exact answers."""

from __future__ import annotations

import math

import numpy as np
import pytest
from manifold3d import Manifold

from core.project.demo import demo_document
from core.project.solve import solve
from core.proof.layers import test_layers as layer_test
from core.proof.marks import KINDS, Marks, divided, mark_surface
from core.proof.overhang import check_overhang
from core.report.marking import marks_view
from core.solids import Body, triangle_mesh
from core.solids.rows import distinct_rows


def marked(solid: Manifold, wall: tuple[float, float] = (0.45, 0.9), bridge: float = 10.0) -> Marks:
    mesh = triangle_mesh(Body(solid))
    over = check_overhang(mesh, 45, 0.2)
    layers = layer_test(solid, 0.2, 45)
    return mark_surface(mesh, np.eye(3, 4), over.triangles, layers, wall, 0.26, bridge, 0.2)


def area(marks: Marks, kind: str, level: int) -> float:
    chosen = (marks.kind == KINDS.index(kind)) & (marks.level == level)
    return float(marks.area_mm2[chosen].sum())


def test_dividing_keeps_the_area_and_leaves_no_long_edge() -> None:
    corners = np.array([[[0, 0, 0], [100, 0, 0], [0, 3, 0]]], dtype=float)
    pieces, owner = divided(corners, 2.0)
    edges = np.linalg.norm(np.roll(pieces, -1, axis=1) - pieces, axis=2)
    assert edges.max() <= 2.0 and (owner == 0).all()
    crosses = np.cross(pieces[:, 1] - pieces[:, 0], pieces[:, 2] - pieces[:, 0])
    assert np.linalg.norm(crosses, axis=1).sum() / 2 == pytest.approx(150)
    assert (crosses[:, 2] > 0).all()  # none is turned over


def test_a_tube_of_one_and_a_half_lines_is_marked_all_round() -> None:
    tube = Manifold.cylinder(20, 10, 10, 256) - Manifold.cylinder(20, 9.3, 9.3, 256)
    marks = marked(tube)
    both_sides = 2 * math.pi * (10 + 9.3) * 20
    assert area(marks, "wall", 2) == pytest.approx(both_sides, rel=0.02)
    assert area(marks, "wall", 3) == 0


def test_a_tapered_wall_is_marked_only_where_it_is_thin() -> None:
    # 2 mm at one end, 0.2 mm at the other, 100 long: under 0.9 mm beyond x = 61.1
    wedge = Manifold.hull_points(
        [(x, y, z) for x, t in ((0, 2.0), (100, 0.2)) for y in (0, t) for z in (0, 20)]
    )
    marks = marked(wedge)
    thin = marks.corners[marks.kind == 0].mean(axis=1)
    assert thin[:, 0].min() == pytest.approx(100 * (2 - 0.9) / 1.8, abs=2.5)
    stop = marks.corners[(marks.kind == 0) & (marks.level == 3)].mean(axis=1)
    assert stop[:, 0].min() == pytest.approx(100 * (2 - 0.45) / 1.8, abs=2.5)


def test_a_t_is_marked_under_its_arms_and_a_short_bridge_only_noted() -> None:
    tee = Manifold.cube((4, 20, 20)).translate((10, 0, 0)) + Manifold.cube((24, 20, 3)).translate(
        (0, 0, 20)
    )
    assert area(marked(tee), "overhang", 2) == pytest.approx(2 * 10 * 20, rel=0.04)
    gate = (
        Manifold.cube((4, 20, 20))
        + Manifold.cube((4, 20, 20)).translate((12, 0, 0))
        + Manifold.cube((16, 20, 3)).translate((0, 0, 20))
    )
    assert area(marked(gate), "overhang", 1) == pytest.approx(8 * 20, rel=1e-6)
    assert area(marked(gate), "overhang", 2) == 0
    assert area(marked(gate, bridge=5.0), "overhang", 2) == pytest.approx(8 * 20, rel=0.06)


def test_an_island_is_marked_as_what_would_ruin_the_print() -> None:
    arch = (
        Manifold.cube((4, 20, 30))
        + Manifold.cube((4, 20, 30)).translate((36, 0, 0))
        + Manifold.cube((40, 20, 4)).translate((0, 0, 30))
        + Manifold.cube((4, 4, 10)).translate((18, 8, 20))
    )
    assert area(marked(arch), "overhang", 3) == pytest.approx(16, rel=0.01)


def test_a_sawn_slot_is_marked_on_both_its_sides() -> None:
    block = Manifold.cube((20, 20, 10)) - Manifold.cube((0.2, 30, 5)).translate((9.9, -5, 5))
    assert area(marked(block), "slot", 2) == pytest.approx(2 * 20 * 5, rel=0.25)


def test_the_legend_holds_only_what_is_there() -> None:
    assert marks_view(solve(demo_document("bait_tin"))).legend == []
    legend = marks_view(solve(demo_document("hook_tin"))).legend
    assert [(one.kind, one.severity) for one in legend] == [
        ("wall", "warning"),
        ("overhang", "warning"),
    ]
    assert legend[0].words.startswith("wall under 0.0354 in, two lines: ")  # 0.90 mm
    assert legend[0].words.endswith(" in²")


def test_distinct_rows_agree_with_numpy() -> None:
    rows = np.random.default_rng(3).integers(-4, 4, (5000, 3))
    first, which = distinct_rows(rows)
    expected = np.unique(rows, axis=0)
    assert len(first) == len(expected)
    assert (rows[first][which] == rows).all()
    assert (np.diff(first) > 0).all()
    assert distinct_rows(np.zeros((0, 3), dtype=np.int64))[0].size == 0
