"""Turned, repeated, mirrored and stepped shapes with known answers."""

from __future__ import annotations

import math

import igl
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.spatial import cKDTree
from scipy.spatial.transform import Rotation

from core.checks.judge import findings_of
from core.outlines import circle as circle_of
from core.outlines import (
    crosses_itself,
    flatten,
    offset_outline,
    outline_of,
    path_of,
    pillow,
    read_moves,
    ring,
    section,
    sector_window,
)
from core.outlines.curves import Arc
from core.outlines.lettering import text_contours
from core.project.solve import solve
from core.proof.closed import check_closed
from core.report import report_on
from core.solids import triangle_mesh
from core.solids.lettered import region
from core.steps.lattice import Lattice
from tests.core.building import (
    block,
    circle,
    document,
    part,
    polygon,
    rectangle,
    solved,
    step,
    volume,
)


def moves(text: str):
    return outline_of(read_moves(text, lambda expression, kind: float(expression.strip("()"))))


def told(text: str) -> dict[str, str]:
    return {"kind": "moves", "moves": text}


def messages(solution) -> str:
    return " | ".join(error.one_line() for error in solution.errors)


def closed(solution, name: str = "part") -> bool:
    return check_closed(triangle_mesh(solution.parts[name].state.solid())).closed


# -- outlines -------------------------------------------------------------------------------


def test_areas_of_named_outlines() -> None:
    assert ring(20, 10).area == pytest.approx(75 * math.pi)
    # a sector of 50° between radii 20 and 40: π (40² - 20²) 50/360
    assert sector_window(80, 40, 50).area == pytest.approx(math.pi * 1200 * 50 / 360)
    assert section("L", 20, 30, 3).area == pytest.approx(20 * 3 + 27 * 3)
    assert section("U", 20, 30, 3).area == pytest.approx(2 * 30 * 3 + 14 * 3)
    assert section("T", 20, 30, 3).area == pytest.approx(20 * 3 + 27 * 3)
    assert section("Z", 20, 30, 3).area == pytest.approx(
        2 * 20 * 3 - 2 * 3 * 8.5 + 3 * 24 + 0, abs=60
    )


def test_a_rounded_window_loses_only_its_corners() -> None:
    sharp, soft = sector_window(80, 40, 50), sector_window(80, 40, 50, 4)
    assert 0 < sharp.area - soft.area < 4 * (4 - math.pi) / 4 * 16 * 1.3
    assert not crosses_itself(soft) and not soft.outer.corners()


def test_a_pillow_is_tangent_all_round_and_as_wide_as_told() -> None:
    made = pillow(60, 40, 8, 5)
    assert made.size == pytest.approx((70, 50))
    assert not made.outer.corners()
    assert offset_outline(made, -2).size == pytest.approx((66, 46))


@pytest.mark.parametrize("kind", "LUTZ")
def test_sections_grow_outwards_square_to_their_faces(kind: str) -> None:
    made = section(kind, 24, 30, 3)
    grown = offset_outline(made, 0.5)
    # a mitred offset of a right-angled outline gains its perimeter × d + (corners out - in) d²
    gain = 0.5 * made.outer.length + 4 * 0.25
    assert grown.area - made.area == pytest.approx(gain)


@pytest.mark.parametrize(
    ("text", "area"),
    [
        ("right 40, up 20, left 40, close", 800),
        ("right 40, up 20, left ?, down ?", 800),
        ("right 30, along 90 10, to 0 10, close", 300),
        ("right 10, turn left 180 radius 5, left 10, close", 100 + 12.5 * math.pi),
        ("start 0 -10, right 10, up 20, left 10, close", 200),
        ("right 40, up 20, round 5, left 40, round 5, close", 800 - 2 * (1 - math.pi / 4) * 25),
        ("right 10, up 10, chamfer 2, left 10, close", 100 - 2),
        ("start 0 -10, right 8, up 20, left 8, mirror up", 320),
        ("start 20 0, arc to 20 10 radius 5 left, arc to 20 0 radius 5 left", 25 * math.pi),
        ("down 20, right 40, up 20, close", 800),
    ],
)
def test_moves(text: str, area: float) -> None:
    made = moves(text)
    assert made.area == pytest.approx(area)
    assert made.outer.area > 0  # whichever way round it was told
    assert not crosses_itself(made)


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("right 40, up 20", "stays open by 44.72 mm: 40 mm left and 20 mm down"),
        ("right ?, up 20, left ?, down 20", "2 unknown lengths in 1 direction"),
        ("right 40, up 20, left ?", "stays open by 20 mm"),
        ("right ?, up 20, right 10, down 20", "would have to be -10 mm"),
        ("jump 4", "'jump' is no move"),
        ("right", "cannot be read"),
        ("turn left 90", "cannot be read"),
        ("arc to 20 0 radius 2 left, close", "does not reach 20 mm"),
        ("", "no moves"),
        ("right 10, left 10", "encloses nothing"),
        ("start 5 0, right 5, up 5, mirror up", "off the vertical axis"),
        ("right 20, up 30, round 25, left 20, close", "does not fit"),
    ],
)
def test_moves_that_cannot_be_say_why(text: str, words: str) -> None:
    assert words in messages(solve(document(part("part", step("s", "extrude", told(text))))))


def test_an_outline_that_crosses_itself_is_refused() -> None:
    assert "crosses itself" in messages(
        solve(
            document(
                part("part", step("s", "extrude", told("right 20, up 20, left 10, down 30, close")))
            )
        )
    )


def test_moves_follow_measures() -> None:
    made = solved(
        part("part", step("s", "extrude", told("right w, up (w / 2), left ?, down ?"), height="2")),
        measures=[{"name": "w", "expression": "30"}],
    )
    assert volume(made) == pytest.approx(30 * 15 * 2)


@given(st.lists(st.floats(1, 50), min_size=2, max_size=2), st.floats(1, 50))
def test_read_back_moves_are_equal(sizes, radius) -> None:
    text = (
        f"start 1 2, right {sizes[0]}, turn left 90 radius {radius}, up {sizes[1]}, along 30 ?,"
        " close"
    )
    value = lambda expression, kind: float(expression.strip("()"))  # noqa: E731
    read = read_moves(text, value)
    again = read_moves(", ".join(move.told() for move in read), value)
    assert str(read) == str(again)


def test_paths_stay_open_unless_closed() -> None:
    value = lambda expression, kind: float(expression)  # noqa: E731
    run, shut = path_of(read_moves("up 30, turn right 90 radius 10, right 20", value))
    assert not shut and [round(s.length, 6) for s in run] == [30, round(math.pi * 5, 6), 20]


# -- turned ---------------------------------------------------------------------------------


def test_torus_and_pappus() -> None:
    # torus 2π²Rr²; Pappus: volume = 2π r̄ A
    torus = step("t", "revolve", circle("10"), out="20")
    solution = solved(part("part", torus))
    assert volume(solution) == pytest.approx(2 * math.pi**2 * 20 * 25, rel=2e-3)
    assert solution.parts["part"].state.solid().solid.genus() == 1
    band = step("t", "revolve", rectangle("5", "4"), out="12.5")
    assert volume(solved(part("part", band))) == pytest.approx(2 * math.pi * 12.5 * 20, rel=1e-3)
    quarter = step("t", "revolve", rectangle("5", "4"), out="12.5", angle="90")
    assert volume(solved(part("part", quarter))) == pytest.approx(2 * math.pi * 12.5 * 5, rel=1e-3)


def test_cup_of_common_practice_is_a_frustum() -> None:
    # Cup 2.75 in to 2 in, 1.25 in deep: frustum 5.5837 in³; plane arithmetic
    half = told("right 1, to 1.375 1.25, left 1.375, close")
    cup = solved(part("part", step("cup", "revolve", half)), units="in")
    assert volume(cup) / 25.4**3 == pytest.approx(5.5837, rel=5e-4)


def test_a_profile_across_the_axis_is_refused_with_the_point() -> None:
    bad = solve(document(part("part", step("t", "revolve", rectangle("10", "4"), out="3"))))
    assert "crosses the axis by 2 mm" in messages(bad)


def test_a_turned_groove_and_a_turned_cone() -> None:
    shaft = step("shaft", "extrude", circle("20"), height="40")
    groove = step("relief", "revolve", rectangle("4", "3"), mode="cut", out="10", up="20")
    removed = volume(solved(part("part", shaft))) - volume(solved(part("part", shaft, groove)))
    assert removed == pytest.approx(math.pi * (100 - 64) * 3, rel=4e-3)
    cone = step("cone", "revolve", told("right 10, to 0 30, close"))
    assert volume(solved(part("part", cone))) == pytest.approx(math.pi * 100 * 30 / 3, rel=1e-3)


# -- holes, bosses, ledges, flats -----------------------------------------------------------


BLOCK = ("body", "extrude")


def removed_by(*steps) -> float:
    return 1600 * 20 - volume(solved(part("part", block(), *steps)))


def test_countersunk_counterbored_and_teardrop_holes() -> None:
    plain = math.pi * 4 * 20
    sunk = step("h", "hole", on="body.top", form="countersunk", diameter="4", head="8")
    # a 90° countersink from 4 to 8 mm is a frustum 2 mm deep less the hole
    frustum = math.pi * 2 / 3 * (16 + 4 + 8) - math.pi * 4 * 2
    assert removed_by(sunk) == pytest.approx(plain + frustum, rel=5e-3)
    bored = step(
        "h", "hole", on="body.top", form="counterbored", diameter="4", head="8", head_depth="4"
    )
    assert removed_by(bored) == pytest.approx(plain + math.pi * (16 - 4) * 4, rel=5e-3)
    drop = step("h", "hole", on="body.front", form="teardrop", diameter="10")
    # the roof adds r² (1 - π/4)
    assert removed_by(drop) == pytest.approx((math.pi * 25 + 25 * (1 - math.pi / 4)) * 40, rel=2e-3)


def test_a_teardrop_needs_no_support() -> None:
    def hanging(form: str) -> float:
        hole = step("h", "hole", on="body.front", form=form, diameter="16")
        return report_on(solved(part("part", block(), hole))).parts[0].unsupported_mm2

    assert hanging("teardrop") < 1 < hanging("plain")


def test_head_sizes_go_by_the_hole_when_left_alone() -> None:
    hole = step("h", "hole", on="body.top", form="counterbored", diameter="6")
    (done,) = [
        s for s in solved(part("part", block(), hole)).parts["part"].steps if s.step.id == "h"
    ]
    assert done.typed["head"].value == 12 and done.typed["head_depth"].value == 6


def test_boss_with_a_filleted_foot() -> None:
    boss = step("b", "boss", on="body.top", diameter="10", height="12", foot="2", bore="4")
    extra = volume(solved(part("part", block(), boss))) - 32_000
    # Pappus: the spandrel (1 - π/4) r² turned at its centroid r (10 - 3π)/(12 - 3π) from its corner
    spandrel = (1 - math.pi / 4) * 4
    reach = 5 + 2 * (10 - 3 * math.pi) / (12 - 3 * math.pi)
    wanted = math.pi * (25 - 4) * 12 + 2 * math.pi * reach * spandrel
    assert extra == pytest.approx(wanted, rel=5e-3)


def test_ledges_step_by_step() -> None:
    # a box with two ledges cut by successive 2 mm offsets: each widens the opening by 4 mm
    box = step("body", "extrude", rectangle("60", "50"), height="30")
    shell = step("hollow", "shell", wall="8", floor="4")
    one = step("l1", "ledge", inwards="2", down="10")
    two = step("l2", "ledge", inwards="2", down="5")
    solution = solved(part("part", box, shell, one, two))
    hollow = 44 * 34 * 26 + (48 * 38 - 44 * 34) * 10 + (52 * 42 - 48 * 38) * 5
    assert volume(solution) == pytest.approx(60 * 50 * 30 - hollow)
    assert solution.parts["part"].steps[3].says == "opening 52 × 42 mm, wall left 4 mm"
    deep = solve(
        document(part("part", box, shell, one, step("l2", "ledge", inwards="2", down="11")))
    )
    assert "lies below the floor, 10 mm down" in messages(deep)
    wide = solve(document(part("part", box, shell, step("l", "ledge", inwards="8", down="3"))))
    assert "leaves no wall: it is 8 mm thick" in messages(wide)


def test_flats_across_a_shaft() -> None:
    shaft = step("shaft", "extrude", circle("20"), height="40")
    flats = step("f", "flats", on="shaft.top", across="16", depth="10")
    removed = volume(solved(part("part", shaft))) - volume(solved(part("part", shaft, flats)))
    # two circular segments beyond 8 mm from the middle of a circle of radius 10
    segment = 100 * math.acos(0.8) - 8 * 6
    assert removed == pytest.approx(2 * segment * 10, rel=5e-3)
    hexagon = step("f", "flats", on="shaft.top", across="16", depth="40", pairs="3")
    assert volume(solved(part("part", shaft, hexagon))) == pytest.approx(
        math.sqrt(3) / 2 * 256 * 40, rel=1e-6
    )
    assert "do not touch" in messages(
        solve(document(part("part", shaft, step("f", "flats", on="shaft.top", across="21"))))
    )


# -- patterns and mirrors -------------------------------------------------------------------


def test_counts_include_the_original() -> None:
    hole = step("h", "hole", on={"on": "body.top", "x": "0-15"}, diameter="4")
    row = step("r", "row", count="4", spacing="10")
    one = removed_by(hole)
    assert removed_by(hole, row) == pytest.approx(4 * one)
    grid = step("g", "grid", columns="3", rows="2", across="8", back="8")
    assert removed_by(hole, grid) == pytest.approx(6 * one)
    ring_ = step("c", "round", count="6")
    assert removed_by(hole, ring_) == pytest.approx(6 * one, rel=1e-6)


def test_copies_that_coincide_are_merged_and_said_to_be() -> None:
    middle = step("h", "hole", on="body.top", diameter="4")
    solution = solved(part("part", block(), middle, step("c", "round", count="5")))
    assert volume(solution) == pytest.approx(32_000 - removed_by(middle), rel=1e-4)
    assert "1 in all" not in solution.parts["part"].steps[2].says  # turned copies differ as moves
    still = solved(part("part", block(), middle, step("r", "row", count="3", spacing="0")))
    assert (
        still.parts["part"].steps[2].says
        == "1 in all, the first included; 2 fall on others and are merged"
    )


def test_tube_with_nine_rings_of_sixteen_holes() -> None:
    # 16 × 9 radial holes of 12 mm in a tube 100 outside, wall 3, length 200: 1,051 g in carbon
    # steel of 7.85 g/cm³ (common practice, no source); exact solid 133,880 mm³
    tube = step("tube", "extrude", {"kind": "ring", "outside": "100", "inside": "94"}, height="200")
    hole = step(
        "h",
        "hole",
        on={"on": "tube.side", "y": "0-80"},
        diameter="12",
        reach="to depth",
        depth="10",
    )
    rings = step("all", "rings", count="16", rings="9", spacing="20")
    solution = solved(part("part", tube, hole, rings))
    assert volume(solution) == pytest.approx(133_880, rel=3e-3)
    assert volume(solution) / 1000 * 7.85 == pytest.approx(1051, rel=3e-3)
    assert solution.parts["part"].steps[2].says == "144 in all, the first included"
    assert closed(solution) and solution.parts["part"].state.solid().solid.genus() == 145


def test_a_pattern_of_a_pattern() -> None:
    hole = step("h", "hole", on={"on": "body.top", "x": "0-15", "y": "0-15"}, diameter="3")
    row = step("r", "row", count="3", spacing="10")
    rows = step("q", "row", count="3", spacing="10", direction="back")
    assert removed_by(hole, row, rows) == pytest.approx(9 * removed_by(hole))


def test_mirrored_pieces_and_parts() -> None:
    peg = step("p", "boss", on={"on": "body.top", "x": "10"}, diameter="6", height="5", foot="0")
    one = volume(solved(part("part", block(), peg))) - 32_000
    both = step("m", "mirror")
    assert volume(solved(part("part", block(), peg, both))) - 32_000 == pytest.approx(2 * one)
    half = step("body", "extrude", rectangle("40", "20"), on={"y": "10"}, height="5")
    whole = solved(part("part", half, step("m", "mirror", what="the whole part", side="back")))
    assert volume(whole) == pytest.approx(40 * 40 * 5)


@settings(max_examples=12)
@given(
    st.integers(3, 7),
    st.floats(5, 30),
    st.floats(-20, 20),
    st.sampled_from(["other side", "back", "top"]),
)
def test_a_mirrored_part_has_twice_the_volume_less_what_overlaps(sides, across, at, side) -> None:
    body = step("body", "extrude", polygon(sides, f"{across}"), on={"x": "3"}, height="7")
    alone = volume(solved(part("part", body)))
    both = solved(
        part("part", body, step("m", "mirror", what="the whole part", side=side, at=f"0{at:+}"))
    )
    assert alone * (1 - 1e-9) <= volume(both) <= 2 * alone * (1 + 1e-9)
    assert closed(both)


def test_moving_carries_the_named_places_along() -> None:
    knob = step("k", "boss", on="body.top", diameter="6", height="5", foot="0")
    turned = step("m", "move", z="10", turn="90", about="right")
    solution = solved(part("part", block(), turned, knob))
    low, high = (
        solution.parts["part"].state.solid().bounds[1],
        solution.parts["part"].state.solid().bounds[4],
    )
    assert (low, high) == pytest.approx((-25, 0), abs=1e-6)


@pytest.mark.parametrize(
    ("steps", "words"),
    [
        ([step("r", "row", count="3")], "no step here makes a piece"),
        ([block(), step("r", "row", of="body", count="0")], "the count is 0"),
        (
            [block(), step("r", "grid", columns="100", rows="100")],
            "10,000 copies are more than are built",
        ),
        ([block(), step("b", "boss", on="body.top", foot="20")], "foot does not fit"),
        ([block(), step("b", "boss", on="body.top", bore="9")], "leaves nothing of a boss"),
        (
            [block(), step("h", "hole", on="body.top", form="countersunk", head="3")],
            "no wider than the hole",
        ),
        (
            [
                block(),
                step("h", "hole", on="body.top", form="counterbored", reach="to depth", depth="3"),
            ],
            "head is 5 mm deep",
        ),
        (
            [step("s", "extrude", {"kind": "ring", "outside": "10", "inside": "12"})],
            "cannot be 12 mm inside",
        ),
        ([step("s", "extrude", {"kind": "U section", "width": "5"})], "does not fit"),
        ([step("s", "extrude", {"kind": "pillow", "corners": "30"})], "do not fit"),
        ([step("s", "extrude", {"kind": "window", "corners": "9"})], "9 mm corner does not fit"),
    ],
)
def test_refusals_name_what_would_work(steps, words) -> None:
    assert words in messages(solve(document(part("part", *steps))))


def test_shells_of_outlines_that_turn_inwards() -> None:
    # a U section 40 × 30, 12 thick, with a 2 mm wall: the inset is a U section too
    tray = step(
        "body",
        "extrude",
        {"kind": "U section", "width": "40", "height": "30", "thickness": "12"},
        height="10",
    )
    shell = step("hollow", "shell", wall="2", floor="2")
    outer = 2 * 30 * 12 + 16 * 12
    inner = 2 * 26 * 8 + 20 * 8
    assert volume(solved(part("part", tray, shell))) == pytest.approx(outer * 10 - inner * 8)
    thick = step("hollow", "shell", wall="6", floor="2")
    assert "narrowest place is 12 mm" in messages(solve(document(part("part", tray, thick))))


@pytest.mark.parametrize("scale", [0.1, 1.0, 10.0])
def test_polygons_of_arcs_keep_their_area_and_stay_beside_them(scale: float) -> None:
    import shapely

    for made in (sector_window(80 * scale, 40 * scale, 50, 4 * scale), circle_of(30 * scale)):
        flat = shapely.Polygon(flatten(made, "inside")[0][0])
        assert flat.area == pytest.approx(made.area, rel=1e-9)
        fine = shapely.Polygon(
            [s.point(s.start + s.sweep * i / 500) if isinstance(s, Arc) else s.a
             for s in made.outer.segments for i in range(500 if isinstance(s, Arc) else 1)]
        )  # fmt: skip
        assert shapely.hausdorff_distance(flat.exterior, fine.exterior) < 0.01


# -- lofts, sweeps, drafts ------------------------------------------------------------------


def loft(first, *stations, **fields):
    made = step("l", "loft", first, **fields)
    made["stations"] = [
        {"outline": {"kind": o.pop("kind"), "fields": o}, "up": up, **more}
        for o, up, more in stations
    ]
    return made


def test_straight_loft_is_a_prismatoid() -> None:
    # any linear loft: prismatoid h/6 (A1 + 4 Am + A2)
    solid = solved(part("part", loft(rectangle("40", "30"), (rectangle("20", "20"), "30", {}))))
    assert volume(solid) == pytest.approx(30 / 6 * (1200 + 4 * 30 * 25 + 400))
    shifted = solved(
        part("part", loft(rectangle("40", "30"), (rectangle("20", "20"), "30", {"x": "9"})))
    )
    assert volume(shifted) == pytest.approx(volume(solid))


@pytest.mark.parametrize("turn", [10, 30, 60])
def test_a_twisted_loft_is_its_straight_lines(turn: int) -> None:
    """Of a hexagon turned on the way every corner goes straight to its partner: half way up all lie
    nearer to the axis by cos (turn / 2), the area by its square, and a prismatoid it stays. Its
    sides are saddles; two triangles each would miss their middles by millimetres."""
    wide, high = 30.0, 80.0
    made = loft(polygon(6, "30"), (polygon(6, "30"), "80", {"turn": f"{turn} deg"}))
    solution = solved(part("part", made))
    area = 6 * math.sqrt(3) / 4 * (wide / math.sqrt(3)) ** 2
    half = math.cos(math.radians(turn / 2))
    assert volume(solution) == pytest.approx(high / 6 * area * (2 + 4 * half**2), rel=1e-3)
    # the middle of every side, from its four corners
    mesh = triangle_mesh(solution.parts["part"].state.solid())
    low = mesh.vertices[np.abs(mesh.vertices[:, 2]) < 1e-6]
    corners = low[np.hypot(*low[:, :2].T) > wide / math.sqrt(3) - 1e-3]
    assert len(corners) == 6
    corners = corners[np.argsort(np.arctan2(corners[:, 1], corners[:, 0]))]
    turned = Rotation.from_euler("z", turn, degrees=True).apply(corners)
    turned[:, 2] += high
    middles = (corners + np.roll(corners, 1, axis=0) + turned + np.roll(turned, 1, axis=0)) / 4
    squared, _, _ = igl.point_mesh_squared_distance(middles, mesh.vertices, mesh.triangles)
    assert np.sqrt(squared).max() < 0.05


def test_a_loft_whose_sides_stay_level_with_themselves_has_two_triangles_a_side() -> None:
    made = loft(rectangle("40", "30"), (rectangle("20", "20"), "30", {"x": "9"}))
    assert solved(part("part", made)).parts["part"].state.solid().solid.num_tri() == 12


def test_similar_sections_and_a_cone() -> None:
    # similar sections: h/3 (A1 + A2 + sqrt(A1 A2))
    a, b = math.pi * 400, math.pi * 100
    cone = solved(part("part", loft(circle("40"), (circle("20"), "30", {}))))
    assert volume(cone) == pytest.approx(10 * (a + b + math.sqrt(a * b)), rel=1e-3)


def test_unlike_outlines_are_matched_from_the_front() -> None:
    solution = solved(part("part", loft(circle("40"), (rectangle("20", "20", "3"), "30", {}))))
    assert closed(solution)
    # between the two end areas, and symmetric in both directions
    bounds = solution.parts["part"].state.solid().bounds
    assert bounds[:2] == pytest.approx((-20, -20), abs=0.005)
    assert bounds[3:5] == pytest.approx((20, 20), abs=0.005)
    assert 30 * 392 < volume(solution) < 30 * 1257


def test_tangent_ends_leave_upright() -> None:
    from core.proof.section import cut_by_plane
    from core.solids import Frame

    made = loft(circle("40"), (circle("20"), "30", {}), start="tangent", end="tangent")
    body = solved(part("part", made)).parts["part"].state.solid()

    def radius(z: float) -> float:
        return math.sqrt(cut_by_plane(body, Frame((0, 0, z))).area() / math.pi)

    assert radius(0.5) == pytest.approx(20, abs=0.06) and radius(29.5) == pytest.approx(
        10, abs=0.06
    )
    assert radius(15) == pytest.approx(15, abs=0.05)  # a cubic with level ends passes the middle


def test_three_stations() -> None:
    made = loft(
        circle("20"), (circle("30"), "10", {}), (circle("10"), "30", {"x": "4", "turn": "30"})
    )
    assert closed(solved(part("part", made)))
    low = loft(circle("20"), (circle("30"), "10", {}), (circle("10"), "10", {}))
    assert "does not rise above" in messages(solve(document(part("part", low))))
    assert "needs a second outline" in messages(solve(document(part("part", loft(circle("20"))))))


def test_elbow_is_section_times_path() -> None:
    # elbow volume: pipe cross-section × path, exact by Pappus with the middle on the path
    elbow = step("e", "sweep", {"kind": "ring", "outside": "30", "inside": "24"},
                 path="up 30, turn right 90 radius 40, right 20")  # fmt: skip
    solution = solved(part("part", elbow))
    assert volume(solution) == pytest.approx(math.pi * (225 - 144) * (50 + 20 * math.pi), rel=4e-3)
    assert closed(solution) and solution.parts["part"].state.solid().solid.genus() == 1


def test_a_mitred_frame_and_a_closed_run() -> None:
    # square corners: the middle line of a symmetric section keeps its length exactly
    frame = step("f", "sweep", rectangle("4", "6"), path="up 60, right 80, down 60")
    assert volume(solved(part("part", frame))) == pytest.approx(24 * 200)
    shut = step("f", "sweep", rectangle("4", "6"), path="right 40, up 30, left 40, close")
    solution = solved(part("part", shut))
    assert volume(solution) == pytest.approx(44 * 34 * 6 - 36 * 26 * 6)
    assert solution.parts["part"].state.solid().solid.genus() == 1


def test_the_opening_stays_when_the_section_grows_outwards() -> None:
    """A rail round three sides: its inner edge stays where it is however far it reaches out."""

    def inner_width(reach: str) -> float:
        rail = {"kind": "moves", "moves": f"start 0 0, left {reach}, up 5, right ?, down ?"}
        body = (
            solved(part("part", step("r", "sweep", rail, path="up 60, right 80, down 60")))
            .parts["part"]
            .state.solid()
        )
        low, high = body.bounds[0], body.bounds[3]
        return (high - low) - 2 * float(reach)

    assert inner_width("4") == pytest.approx(80) and inner_width("9") == pytest.approx(80)


def test_paths_that_cannot_be_swept() -> None:
    tight = step("e", "sweep", circle("6"), path="right 40, turn left 90 radius 2")
    assert "bends at 2 mm, tighter" in messages(solve(document(part("part", tight))))
    back = step("e", "sweep", circle("6"), path="right 40, left 20")
    assert "turns back on itself" in messages(solve(document(part("part", back))))


def test_drafted_walls() -> None:
    body = step("body", "extrude", rectangle("40", "40"), height="20", draft="10")
    top = 40 - 2 * 20 * math.tan(math.radians(10))
    wanted = 20 / 6 * (1600 + 4 * ((40 + top) / 2) ** 2 + top**2)
    assert volume(solved(part("part", body))) == pytest.approx(wanted)
    shell = step("hollow", "shell", wall="2", floor="3")
    solution = solved(part("part", body, shell))
    from core.proof.walls import measure_walls

    walls = measure_walls(triangle_mesh(solution.parts["part"].state.solid()))
    assert walls.thinnest[0] == pytest.approx(2, rel=0.01)  # square to the leaning wall
    outward = step("body", "extrude", rectangle("40", "40"), height="20", draft="0-10")
    assert solved(part("part", outward)).parts["part"].state.solid().bounds[3] > 23
    steep = step("body", "extrude", rectangle("10", "10"), height="20", draft="30")
    assert "leaves nothing" in messages(solve(document(part("part", steep))))


# -- text and wrapping ----------------------------------------------------------------------


def test_text_is_raised_and_cut_by_its_own_area() -> None:
    plate = step("body", "extrude", rectangle("60", "20"), height="4")
    base = 60 * 20 * 4
    raised = (
        volume(solved(part("part", plate, step("t", "text", on="body.top", text="LOCK 9")))) - base
    )
    cut = base - volume(
        solved(part("part", plate, step("t", "text", on="body.top", text="LOCK 9", mode="cut")))
    )
    assert raised == pytest.approx(cut, rel=1e-6) and raised > 20
    taller = step("t", "text", on="body.top", text="LOCK 9", height="16")
    assert volume(
        solved(part("part", step("body", "extrude", rectangle("120", "40"), height="4"), taller))
    ) - 4 * base == pytest.approx(4 * raised, rel=1e-3)
    # an O has its hole
    ring_ = solved(
        part("part", plate, step("t", "text", on="body.top", text="O", mode="cut", depth="4"))
    )
    assert ring_.parts["part"].state.solid().solid.genus() in (0, 1)
    assert check_closed(triangle_mesh(ring_.parts["part"].state.solid())).shells == 2


@pytest.mark.parametrize(("text", "words"), [("", "no letter to draw"), ("漢", "has no letter")])
def test_text_that_cannot_be_drawn(text: str, words: str) -> None:
    plate = step("body", "extrude", rectangle("60", "20"), height="4")
    assert words in messages(
        solve(document(part("part", plate, step("t", "text", on="body.top", text=text))))
    )


def test_a_groove_round_a_cylinder() -> None:
    rod = step("rod", "extrude", circle("40"), height="40")
    groove = step("w", "wrap", rectangle("60", "6"), depth="1.5")
    removed = volume(solved(part("part", rod))) - volume(solved(part("part", rod, groove)))
    # walls square to the surface: the sector of a ring between 18.5 and 20, 60 mm at the surface
    assert removed == pytest.approx(60 / 20 / 2 * (400 - 18.5**2) * 6, rel=5e-3)


CAN = step("can", "revolve", {"kind": "moves", "moves": "right 20, up 50, left 20, close"})
LYING = step("bar", "extrude", circle("40"), on="block.right", height="50")


@pytest.mark.parametrize(
    ("steps", "on"),
    [
        ([step("can", "extrude", circle("40"), height="50")], {"on": "can.side"}),
        ([CAN], {"on": "can.side 2", "x": "15", "y": "5"}),
        ([CAN], {"on": "can.side 2", "turn": "90 deg"}),
        ([step("block", "extrude", rectangle("50", "50"), height="50"), LYING],
         {"on": "bar.side", "turn": "90 deg"}),
    ],
)  # fmt: skip
@pytest.mark.parametrize("mode", ["raised", "cut"])
def test_text_on_a_round_side_lies_round_it(steps, on, mode: str) -> None:
    """As deep at its ends as in its middle: the area of the letters by the mean of the way round at
    the surface and at the floor. Laid flat, four of six letters stood in the air."""
    text = step("t", "text", on=on, text="LOCK 9", height="6", depth="0.6", mode=mode)
    solution = solved(part("part", *steps, text))
    contours, width = text_contours("LOCK 9", 6.0)
    area = region(contours).area()
    sign = 1 if mode == "raised" else -1
    wanted = area * 0.6 * (1 + sign * 0.6 / 2 / 20)
    before = volume(solved(part("part", *steps)))
    # a facet lies up to 0.005 mm under its circle, of 0.6 mm
    assert sign * (volume(solution) - before) == pytest.approx(wanted, rel=1e-2)
    assert len(solution.parts["part"].state.solid().solid.decompose()) == 1
    assert f"{width:.3g}" in solution.parts["part"].steps[-1].says
    assert closed(solution)


def test_text_that_does_not_go_round_and_text_on_a_cone() -> None:
    pin = step("pin", "extrude", circle("8"), height="40")
    long = step("t", "text", on="pin.side", text="LOCKKEEPER", height="6")
    assert "of the way round" in messages(solve(document(part("part", pin, long))))
    # along it there is room
    along = step("t", "text", on={"on": "pin.side", "turn": "90 deg"}, text="LOCK 9", height="5",
                 depth="0.4")  # fmt: skip
    assert closed(solved(part("part", pin, along)))
    deep = step("t", "text", on="pin.side", text="L", height="3", depth="5", mode="cut")
    assert "goes to the middle" in messages(solve(document(part("part", pin, deep))))
    cone = step("cone", "extrude", circle("40"), height="40", draft="10 deg")
    flat = step("t", "text", on="cone.side", text="LOCK 9", height="4")
    told = [one.message for one in findings_of(solve(document(part("part", cone, flat))))]
    assert any("it lies flat on a side that is round" in one for one in told)


def test_a_groove_round_a_turned_bottle_goes_round_its_tallest_cylinder() -> None:
    told = "right 20, up 40, to 10 60, up 20, left 10, close"  # 40 across for 40 mm, a neck of 20
    bottle = step("bottle", "revolve", {"kind": "moves", "moves": told})
    groove = step("w", "wrap", rectangle("60", "6"), depth="1.5", up="10")
    plain, cut = (solved(part("part", *steps)) for steps in ([bottle], [bottle, groove]))
    removed = volume(plain) - volume(cut)
    assert removed == pytest.approx(60 / 20 / 2 * (400 - 18.5**2) * 6, rel=5e-3)
    quantities = cut.parts["part"].state.features["w"].quantities
    assert quantities["tall"].value == pytest.approx(40)
    # its middle lies 10 mm up, and it is no wider than it was drawn
    tool = cut.parts["part"].state.features["w"].tool
    assert tool is not None
    assert (tool.bounds[2], tool.bounds[5]) == pytest.approx((7, 13))
    # a cone has none, and a named step that is none is not passed over
    cone = step("cone", "revolve", {"kind": "moves", "moves": "right 20, to 10 40, left 10, close"})
    assert "nothing here is a cylinder" in messages(solve(document(part("part", cone, groove))))
    named = step("w", "wrap", rectangle("60", "6"), body="block")
    block_ = step("block", "extrude", rectangle("10", "10"), height="4", on={"x": "60"})
    told = messages(solve(document(part("part", bottle, block_, named))))
    assert "'block' is not round" in told


def test_a_strip_as_long_as_the_circumference_meets_itself() -> None:
    # a strip round a 2 in tube is 6.283 in; 6.28 leaves a visible gap, more overlaps itself
    tube = step("tube", "extrude", circle("2in"), height="20")

    def says(long: str):
        solution = solve(
            document(part("part", tube, step("w", "wrap", rectangle(long, "4"), mode="raised")))
        )
        return solution.parts["part"].steps[1].says or messages(solution)

    assert "its ends meet" in says("pi * 2in")
    assert "0.081 mm left between its ends" in says("6.28in")
    assert "overlaps itself by 0.427 mm" in says("6.3in")


def test_a_groove_deeper_than_the_cylinder_is_refused() -> None:
    rod = step("rod", "extrude", circle("10"), height="40")
    deep = step("w", "wrap", rectangle("6", "6"), depth="5")
    assert "cuts through" in messages(solve(document(part("part", rod, deep))))
    square = step("rod", "extrude", rectangle("10", "10"), height="40")
    assert "nothing here is a cylinder" in messages(solve(document(part("part", square, deep))))


# -- ribs, splits, fills, reaching ----------------------------------------------------------


def test_a_rib_between_two_points() -> None:
    rib = step(
        "r",
        "rib",
        on="body.top",
        from_x="0-9",
        from_y="0-6",
        to_x="9",
        to_y="18",
        thickness="2",
        height="5",
    )
    extra = volume(solved(part("part", block(), rib))) - 32_000
    assert extra == pytest.approx(math.hypot(18, 24) * 2 * 5)
    none = step("r", "rib", on="body.top", from_x="5", to_x="5")
    assert "both ends of the rib are at one place" in messages(
        solve(document(part("part", block(), none)))
    )


def test_a_split_keeps_one_side() -> None:
    low = solved(part("part", block(), step("s", "split", at="5")))
    high = solved(part("part", block(), step("s", "split", at="5", keep="above")))
    assert volume(low) == pytest.approx(1600 * 5) and volume(high) == pytest.approx(1600 * 15)
    assert low.parts["part"].steps[1].says == "keeps 25% of the part"
    left = solved(part("part", block(), step("s", "split", facing="right", at="0-10")))
    assert left.parts["part"].state.solid().bounds[3] == pytest.approx(-10)
    on_face = solved(part("part", block(), step("s", "split", on="body.top", at="0-4")))
    assert volume(on_face) == pytest.approx(1600 * 16)
    assert "does not cut" in messages(
        solve(document(part("part", block(), step("s", "split", at="50"))))
    )
    assert "keep the other side" in messages(
        solve(document(part("part", block(), step("s", "split", at="50", keep="above"))))
    )


def test_a_field_of_holes_fills_a_face_within_its_margin() -> None:
    plate = step("body", "extrude", rectangle("40", "40"), height="4")
    hole = step("h", "hole", on="body.top", diameter="3")
    # a square field at 0°, 6 mm apart, 4 mm from the edge: 16 / 6 gives two each way, 5 × 5
    field = step("f", "fill", on="body.top", angle="0", spacing="6", margin="4")
    solution = solved(part("part", plate, hole, field))
    assert solution.parts["part"].steps[2].says == "25 in all, the first included"
    one = 6400 - volume(solved(part("part", plate, hole)))
    assert 6400 - volume(solution) == pytest.approx(25 * one)
    # at 45° the same spacing fits the points (a+b, b-a)·6/√2 within ±16
    turned = solved(
        part("part", plate, hole, step("f", "fill", on="body.top", spacing="6", margin="4"))
    )
    reach = 16 * math.sqrt(2) / 6
    count = sum(
        abs(a - b) <= reach + 1e-9 and abs(a + b) <= reach + 1e-9
        for a in range(-9, 10)
        for b in range(-9, 10)
    )
    assert turned.parts["part"].steps[2].says == f"{count} in all, the first included"
    side = step("h", "hole", on="body.front", diameter="2", reach="to depth", depth="3")
    vents = step(
        "f", "fill", on="body.front", spacing="4", margin="1", layout="hexagonal", angle="0"
    )
    tall = step("body", "extrude", rectangle("40", "40"), height="30")
    assert closed(solved(part("part", tall, side, vents)))


@pytest.mark.parametrize(
    ("angle", "layout"),
    [("0", "square"), ("45 deg", "square"), ("0", "hexagonal"), ("17 deg", "hexagonal")],
)
@pytest.mark.parametrize("draft", ["0", "4 deg"])
def test_a_field_of_holes_closes_round_a_side(draft: str, angle: str, layout: str) -> None:
    """Every copy looks away from the axis, none lies nearer to another than the spacing, and the
    last of a turn is as far from the first as any."""
    body = step("body", "extrude", circle("60"), height="50", draft=draft)
    hole = step("h", "hole", on="body.side", diameter="4", reach="to depth", depth="4")
    field = step("f", "fill", on="body.side", of="h", spacing="8", margin="6", angle=angle,
                 layout=layout)  # fmt: skip
    solution = solved(part("part", body, hole, field))
    whole, one = volume(solved(part("part", body))), volume(solved(part("part", body, hole)))
    count = int(solution.parts["part"].steps[2].says.split()[0])
    # all alike: each takes as much as the first
    assert whole - volume(solution) == pytest.approx(count * (whole - one), rel=2e-3)
    tool = solution.parts["part"].state.features["f"].tool
    assert tool is not None
    at = np.array([np.array(p.bounding_box()).reshape(2, 3).mean(axis=0)
                   for p in tool.solid.decompose()])  # fmt: skip
    assert len(at) == count
    turn = np.arctan2(at[:, 1], at[:, 0])
    narrow = 30 - math.tan(math.radians(float(draft.split()[0]))) * 50
    laid = np.column_stack([turn * narrow, at[:, 2]])
    around = 2 * math.pi * narrow
    turned = np.array([around, 0.0])
    every = np.vstack([laid, laid + turned, laid - turned])
    near = cKDTree(every).query(laid, k=2)[0][:, 1]
    assert near.min() > 8 * 0.985 and near.max() < 8 * 1.15
    if (draft, angle) == ("0", "0"):
        # 188.5 mm hold 23 times 8 mm, 38 mm of height five rows of squares or of hexagons
        assert count == 23 * 5


@pytest.mark.parametrize(
    ("around", "half", "count"),
    [(60.0, 147.0, 20 * 99), (900.0, 6.0, 300 * 5), (9.2, 30.0, 3 * 21)],
)
def test_what_may_be_laid_round_is_not_refused_for_its_shape(
    around: float, half: float, count: int
) -> None:
    """Tall and thin, wide and low, or hardly larger than its spacing: a few thousand may be."""
    field = Lattice(3.0, 0.0, "square").round_a_cylinder(around, -half, half)
    assert len(field) == count
    assert np.ptp(field[:, 1]) == pytest.approx(2 * half - (2 * half) % 3)


@pytest.mark.parametrize("up", [10, -13])
def test_a_field_goes_through_the_piece_it_repeats(up: int) -> None:
    """Wherever that stands: all rows are whole spacings from it, none past a margin."""
    body = step("body", "extrude", circle("60"), height="50")
    on = {"on": "body.side", "y": f"0 + {up}" if up > 0 else f"0 - {-up}"}
    hole = step("h", "hole", on=on, diameter="3", reach="to depth", depth="3")
    field = step("f", "fill", on="body.side", of="h", spacing="8", margin="6", angle="0")
    solution = solved(part("part", body, hole, field))
    tool = solution.parts["part"].state.features["f"].tool
    assert tool is not None
    heights = {round((p.bounding_box()[2] + p.bounding_box()[5]) / 2, 3)
               for p in tool.solid.decompose()}  # fmt: skip
    at = 25 + up
    assert heights == {at + 8 * n for n in range(-6, 7) if 6 <= at + 8 * n <= 44}


def test_a_floor_inside_is_filled_round_what_stands_on_it() -> None:
    """The room left is 36 mm square less a post of 8 across: of 7 by 7 places 5 mm apart the 3 by 3
    in the middle lie within 2 mm of the post or in it, but for their corners."""
    tray = step("body", "extrude", rectangle("40", "40"), height="20")
    shell = step("s", "shell", wall="2", floor="2")
    post = step("post", "boss", on="s.inner floor", diameter="8", height="5")
    hole = step("h", "hole", on={"on": "s.inner floor", "x": "15", "y": "15"}, diameter="2")
    field = step("f", "fill", on="s.inner floor", of="h", spacing="5", margin="2", angle="0")
    plain = solved(part("part", tray, shell, post))
    drilled = solved(part("part", tray, shell, post, hole))
    solution = solved(part("part", tray, shell, post, hole, field))
    count = int(solution.parts["part"].steps[-1].says.split()[0])
    places = {(x, y) for x in range(-15, 16, 5) for y in range(-15, 16, 5)}
    assert count == sum(math.hypot(*place) >= 6 for place in places) == 49 - 5
    one = volume(plain) - volume(drilled)
    assert one == pytest.approx(math.pi * 2, rel=1e-3)


def test_a_field_below_lies_as_one_above_where_the_outline_is_lopsided() -> None:
    """The bottom is looked at from below: its y runs the other way."""
    told = {"kind": "moves", "moves": "right 60, to 0 40, close"}
    wedge = step("body", "extrude", told, height="4")
    found = []
    for on, y in (("body.top", "12"), ("body.bottom", "0 - 12")):
        hole = step("h", "hole", on={"on": on, "x": "15", "y": y}, diameter="2")
        field = step("f", "fill", on=on, of="h", spacing="6", margin="3", angle="0")
        solution = solved(part("part", wedge, hole, field))
        assert not solution.parts["part"].state.features["f"].missed
        found.append(solution.parts["part"].steps[-1].says)
    assert found[0] == found[1] and int(found[0].split()[0]) > 15


def test_the_end_of_a_turned_body_is_filled() -> None:
    turned = step("body", "revolve", {"kind": "moves", "moves": "right 20, up 6, left 20, close"})
    hole = step("h", "hole", on="body.top", diameter="2")
    field = step("f", "fill", on="body.top", of="h", spacing="5", margin="2", angle="0")
    solution = solved(part("part", turned, hole, field))
    places = [(x, y) for x in range(-15, 16, 5) for y in range(-15, 16, 5)]
    count = sum(math.hypot(*place) <= 18 for place in places)
    assert solution.parts["part"].steps[-1].says == f"{count} in all, the first included"


def test_a_turned_can_is_perforated_as_a_raised_one_is() -> None:
    hole = {"diameter": "4", "reach": "to depth", "depth": "4"}
    field = {"of": "h", "spacing": "8", "margin": "6", "angle": "0"}
    raised = step("body", "extrude", circle("60"), height="50")
    told = {"kind": "moves", "moves": "right 30, up 50, left 30, close"}
    counts, taken = [], []
    for body, side in ((raised, "side"), (step("body", "revolve", told), "side 2")):
        on = f"body.{side}"
        drilled = part(
            "part", body, step("h", "hole", on=on, **hole), step("f", "fill", on=on, **field)
        )
        solution = solved(drilled)
        counts.append(solution.parts["part"].steps[-1].says)
        taken.append(volume(solved(part("part", body))) - volume(solution))
    assert counts == ["115 in all, the first included"] * 2
    assert taken[0] == pytest.approx(taken[1], rel=2e-3)
    # a cone by the circle where it is narrowest
    told = {"kind": "moves", "moves": "right 30, to 20 50, left 20, close"}
    cone = step("body", "revolve", told)
    drilled = part("part", cone, step("h", "hole", on="body.side 2", **hole),
                   step("f", "fill", on="body.side 2", **field))  # fmt: skip
    assert solved(drilled).parts["part"].steps[-1].says.startswith(f"{15 * 5} in all")


def test_a_field_on_a_lying_cylinder_closes_round_it() -> None:
    """Its side's own x runs along the axis: rows at 0° do too."""
    block_ = step("block", "extrude", rectangle("70", "70"), height="70")
    rod = step("rod", "extrude", circle("40"), on="block.right", height="30")
    hole = step("h", "hole", on="rod.side", diameter="3", reach="to depth", depth="3")
    field = step("f", "fill", on="rod.side", of="h", spacing="7", margin="4", angle="0")
    solution = solved(part("part", block_, rod, hole, field))
    # 22 mm along hold four rows of 7 mm about a hole in the middle: three; 125.7 mm round 17
    assert solution.parts["part"].steps[-1].says == "51 in all, the first included"
    assert closed(solution)


def test_a_field_over_a_rounded_corner_stays_on_it() -> None:
    block_ = step("body", "extrude", rectangle("40", "40", "12"), height="30")
    bump = step("h", "boss", on="body.corner 1", diameter="2", height="1.5")
    field = step("f", "fill", on="body.corner 1", of="h", spacing="4", margin="2", angle="0")
    solution = solved(part("part", block_, bump, field))
    # 12 · π / 2 = 18.85 mm round, 14.85 within the margins: three, and 26 mm up: seven
    assert solution.parts["part"].steps[2].says == "21 in all, the first included"
    assert closed(solution)


@pytest.mark.parametrize(
    ("fields", "words"),
    [
        ({"margin": "30"}, "leaves no room"),
        ({"spacing": "0"}, "spacing is 0"),
        ({"spacing": "0.05"}, "too many"),
    ],
)
def test_fields_that_cannot_be(fields, words) -> None:
    plate = step("body", "extrude", rectangle("40", "40"), height="4")
    hole = step("h", "hole", on="body.top", diameter="3")
    assert words in messages(
        solve(document(part("part", plate, hole, step("f", "fill", on="body.top", **fields))))
    )


@pytest.mark.parametrize(
    ("fields", "words"),
    [
        ({"margin": "26"}, "leaves no room"),
        ({"spacing": "200"}, "do not go round"),
        ({"spacing": "0.05"}, "too many"),
    ],
)
def test_fields_that_cannot_be_laid_round(fields, words) -> None:
    body = step("body", "extrude", circle("60"), height="50")
    hole = step("h", "hole", on="body.side", diameter="3", reach="to depth", depth="3")
    field = step("f", "fill", on="body.side", of="h", **fields)
    assert words in messages(solve(document(part("part", body, hole, field))))


def test_extrude_by_different_amounts_and_up_to_a_face() -> None:
    both = step(
        "s", "extrude", rectangle("10", "10"), direction="up and down", height="7", below="3"
    )
    bounds = solved(part("part", both)).parts["part"].state.solid().bounds
    assert (bounds[2], bounds[5]) == pytest.approx((-3, 7))
    post = step(
        "p", "extrude", circle("4"), on={"x": "30"}, direction="up to a face", face="body.top"
    )
    reached = solved(part("part", block("17"), post)).parts["part"].state.solid()
    assert reached.bounds[5] == pytest.approx(17) and reached.bounds[3] == pytest.approx(
        32, abs=0.005
    )
    side = step("p", "extrude", circle("4"), direction="up to a face", face="body.front")
    assert "does not lie square" in messages(solve(document(part("part", block(), side))))
    behind = step(
        "p", "extrude", circle("4"), on="body.top", direction="up to a face", face="body.bottom"
    )
    assert "lies wholly inside the part" in messages(solve(document(part("part", block(), behind))))


# -- what a maker may not have meant --------------------------------------------------------


def warned(*steps) -> str:
    return " | ".join(w for s in solved(part("part", *steps)).parts["part"].steps for w in s.warns)


def test_a_blind_hole_that_comes_out_behind_is_seen() -> None:
    box = step("body", "extrude", rectangle("40", "40"), height="20")
    hollow = step("hollow", "shell", wall="3", floor="5")
    inside = step("h", "hole", on="body.right", diameter="4", reach="to depth", depth="6")
    assert "no floor left: it breaks through" in warned(box, hollow, inside)
    safe = step("h", "hole", on="body.right", diameter="4", reach="to depth", depth="2")
    assert warned(box, hollow, safe) == ""
    # through a sloping wall only part of the floor is lost
    wedge = step("body", "extrude", rectangle("40", "40"), height="20", draft="30")
    dip = step(
        "h", "hole", on={"on": "body.bottom", "x": "15"}, diameter="8", reach="to depth", depth="9"
    )
    assert "of its floor is left" in warned(wedge, dip)


def test_a_pocket_that_comes_out_behind_is_seen() -> None:
    box = step("body", "extrude", rectangle("40", "40"), height="20")
    under = step("u", "extrude", rectangle("10", "10"), mode="cut", height="12")
    pocket = step(
        "p",
        "extrude",
        rectangle("10", "10"),
        on="body.top",
        mode="cut",
        direction="down",
        height="10",
    )
    assert "blind pocket has no floor left" in warned(box, under, pocket)
    assert warned(box, pocket) == ""


def test_loose_crumbs_are_reported() -> None:
    bar = step("body", "extrude", rectangle("100", "4"), height="4")
    slit = step("s", "extrude", rectangle("1", "10"), on={"x": "49"}, mode="cut", height="9")
    report = report_on(solved(part("p", bar, slit)))
    (crumb,) = [f for f in report.findings if f.check == "pieces"]
    assert "a loose crumb of 8 mm³" in crumb.message and crumb.step == "s"
