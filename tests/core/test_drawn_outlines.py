"""Outlines drawn with arcs, tangents, hulls and walls, and taken from what is there.

Areas are compared with formulas of plane geometry, or with shapely's own hulls and offsets.
"""

from __future__ import annotations

import math
import random

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from core.errors import BuildError
from core.outlines import (
    Outline,
    circle,
    combine_outlines,
    flatten,
    outline_of,
    path_of,
    plain_value,
    read_moves,
    rectangle,
    ring,
    slot,
)  # fmt: skip
from core.outlines.circling import touching_line
from core.outlines.corners import round_loop
from core.outlines.curves import Arc, Line
from core.outlines.hull import hull_circles, hull_of
from core.outlines.trimmed import grown_outline, thickened
from core.solids import Frame, Prism, prism_body
from core.solids.sectioned import section_of
from tests.core.building import block, part, solved, step
from tests.core.building import circle as round_
from tests.core.building import rectangle as oblong


def drawn(text: str) -> Outline:
    return outline_of(read_moves(text, plain_value))


def run(text: str):
    return path_of(read_moves(text, plain_value))[0]


def shape(outline: Outline) -> shapely.Polygon:
    polygons = flatten(outline, "inside")[0]
    return shapely.remove_repeated_points(shapely.Polygon(polygons[0], polygons[1:]), 1e-9)


# -- arcs --------------------------------------------------------------------------------------


def segment_area(chord: float, bulge: float) -> float:
    """A circular segment: (r²/2)(θ − sin θ), plane geometry."""
    radius = (chord**2 / 4 + bulge**2) / (2 * bulge)
    angle = 4 * math.atan2(2 * bulge, chord)
    return radius**2 / 2 * (angle - math.sin(angle))


@pytest.mark.parametrize("bulge", [0.2, 3, 10, 17])  # flat, shallow, half round, more than half
def test_an_arc_by_its_bulge_holds_the_segment_of_the_circle(bulge: float) -> None:
    made = drawn(f"arc to 20 0 bulge {bulge} left, close")
    assert made.area == pytest.approx(segment_area(20, bulge))
    assert made.bounds[1] == pytest.approx(-bulge)  # it bends left of its way: below the chord


@pytest.mark.parametrize(("way", "way_back"), [("left", "right"), ("right", "left")])
def test_bulge_and_radius_tell_the_same_arc(way: str, way_back: str) -> None:
    radius = (100 + 9) / 6
    by_bulge = run(f"arc to 20 0 bulge 3 {way}")[0]
    by_radius = run(f"arc to 20 0 radius {radius!r} {way}")[0]
    assert by_bulge.radius == pytest.approx(by_radius.radius)
    assert by_bulge.sweep == pytest.approx(by_radius.sweep)
    assert by_bulge.sweep == pytest.approx(-run(f"arc to 20 0 bulge 3 {way_back}")[0].sweep)


@given(st.floats(-3, 3), st.floats(0.1, 6.1), st.floats(1, 40))
def test_an_arc_through_three_points_is_the_circle_they_lie_on(at, turn, radius) -> None:
    points = [
        (radius * math.cos(at + turn * k), radius * math.sin(at + turn * k)) for k in (0, 0.4, 1)
    ]
    (ax, ay), (bx, by), (cx, cy) = points
    (arc,) = run(f"start {ax!r} {ay!r}, arc to {cx!r} {cy!r} through {bx!r} {by!r}")
    assert arc.radius == pytest.approx(radius, rel=1e-6)
    assert arc.length == pytest.approx(turn * radius, rel=1e-6)


def test_a_tangent_arc_goes_on_as_the_line_before_it_ended() -> None:
    # a stadium: two straight sides of 20, two half rounds of radius 5
    assert drawn(
        "right 20, arc to 20 10 tangent, left 20, arc to 0 0 tangent"
    ).area == pytest.approx(200 + math.pi * 25)
    line, arc = run("right 20, arc to 27 11 tangent")
    assert arc.tangents()[0] == pytest.approx(line.direction)
    assert arc.b == pytest.approx((27, 11))


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("right 10, arc to 20 0 tangent", "straight ahead"),
        ("right 10, arc to 5 0 tangent", "straight behind"),
        ("arc to 20 0 through 10 0", "on a line"),
        ("arc to 20 0 bulge 0 left", "bulge of 0"),
        ("arc to 0 0 through 1 1", "starts from"),
        ("about 20 0 radius 0 left, to 40 0", "radius 0"),
        ("about 3 0 radius 8 left, to 40 0", "inside the circle"),
        ("start 0 0, about 20 0 radius 5 left, turn left 30 radius 3", "cannot follow a circle"),
        ("circle 0 0 across 8", "hull only"),
    ],
)
def test_what_cannot_be_drawn_says_why(text: str, words: str) -> None:
    with pytest.raises(BuildError, match=words):
        run(text)


def test_values_may_carry_their_units_among_others() -> None:
    def value(text: str, kind: str) -> float:
        return float(text.strip("()").removesuffix("mm").strip())

    spaced = read_moves("turn left 90 radius 8 mm, arc to 20 mm 0 bulge 3 mm left", value)
    assert [move.values for move in spaced] == [(90, 8), (20, 0, 3)]
    assert read_moves(", ".join(move.told() for move in spaced), plain_value) == spaced


# -- tangents and hulls ------------------------------------------------------------------------


def belt_area(apart: float, big: float, small: float) -> float:
    """Two circles and their outer tangents: two right trapezia and two sectors."""
    half = math.acos((big - small) / apart)
    along = math.sqrt(apart**2 - (big - small) ** 2)
    return along * (big + small) + big**2 * (math.pi - half) + small**2 * half


@pytest.mark.parametrize(("apart", "big", "small"), [(50, 10, 5), (30, 9, 9), (12, 10, 2.5)])
def test_lines_about_two_circles_make_a_belt(apart, big, small) -> None:
    text = f"about 0 0 radius {big} left, about {apart} 0 radius {small} left, close"
    belt = drawn(text)
    assert belt.area == pytest.approx(belt_area(apart, big, small))
    assert hull_of([((0, 0), big), ((apart, 0), small)]).area == pytest.approx(belt.area)
    # every corner is a tangent: the outline turns nowhere sharply
    assert belt.outer.corners() == []


def test_a_crossed_belt_touches_both_circles_from_either_side() -> None:
    way = touching_line(((0, 0), 10), ((40, 0), -6))
    # the inner tangent of two circles: sin = (r + R) / d, plane geometry
    assert math.sin(way) == pytest.approx(16 / 40)
    with pytest.raises(BuildError, match="no line goes between"):
        touching_line(((0, 0), 10), ((14, 0), -6))


def test_half_a_belt_mirrored_is_the_belt() -> None:
    half = (
        "start 0 0-10".replace("0-10", "-10")
        + ", about 0 0 radius 10 left, about 0 50 radius 5 left, mirror up"
    )
    assert drawn(half).area == pytest.approx(belt_area(50, 10, 5))


def test_a_line_from_a_point_to_a_circle_and_on_to_a_point() -> None:
    # a string from (-20, 0) over a pulley of radius 6 at the origin to (20, 0): two tangents and an
    # arc
    pieces = run("start -20 0, about 0 0 radius 6 right, to 20 0")
    along = math.sqrt(400 - 36)
    assert [type(piece) for piece in pieces] == [Line, Arc, Line]
    assert pieces[0].length == pytest.approx(along)
    assert pieces[1].length == pytest.approx(6 * 2 * math.asin(6 / 20))
    assert sum(piece.length for piece in pieces) == pytest.approx(2 * along + pieces[1].length)


@pytest.mark.parametrize("seed", range(40))
def test_hulls_of_circles_agree_with_shapely(seed: int) -> None:
    rng = random.Random(seed)
    circles = [
        (
            (
                rng.choice([0, 10, 20, rng.uniform(-20, 20)]),
                rng.choice([0, -15, rng.uniform(-20, 20)]),
            ),
            rng.choice([0, 3, 5, 5, rng.uniform(0, 9)]),
        )
        for _ in range(rng.randint(3, 7))
    ]
    rounds = [
        shapely.Point(at).buffer(r, quad_segs=256) if r else shapely.Point(at) for at, r in circles
    ]
    wanted = shapely.union_all(rounds).convex_hull.area
    if wanted > 1e-6:
        assert hull_of(circles).area == pytest.approx(wanted, rel=1e-4)


def test_a_hull_is_told_by_its_circles_only() -> None:
    told = read_moves("circle 0 0 across 20, circle 30 0 across 0", plain_value)
    assert hull_circles(told) == [((0, 0), 10), ((30, 0), 0)]
    # a cone's outline: a circle and the two tangents from a point
    assert hull_of(hull_circles(told)).area == pytest.approx(belt_area(30, 10, 0))
    with pytest.raises(BuildError, match="'right' is no circle"):
        hull_circles(read_moves("right 20", plain_value))
    with pytest.raises(BuildError, match="encloses nothing"):
        hull_of([((0, 0), 0)])


# -- corners -----------------------------------------------------------------------------------

CUT = 9 * (1 - math.pi / 4)  # what a radius of 3 takes off a square corner


@pytest.mark.parametrize(
    ("text", "area"),
    [
        ("round 3, right 40, up 20, left 40, close", 800 - CUT),
        ("right 40, up 20, left 40, close, round 3", 800 - CUT),
        ("right 40, up 20, left 40, down 20, round 3", 800 - CUT),
        ("right 40, round 3, up 20, round 3, left 40, round 3, close, round 3", 800 - 4 * CUT),
        # a half that begins off its axis: its first corner is rounded on both sides
        ("start 10 0, round 3, up 20, left 10, mirror up, close", 400 - 2 * CUT),
        ("start 10 0, up 20, round 3, left 10, mirror up, close", 400 - 2 * CUT),
    ],
)
def test_any_corner_is_rounded_the_first_too(text: str, area: float) -> None:
    assert drawn(text).area == pytest.approx(area)


def test_a_corner_beside_an_arc_is_rounded_to_touch_both() -> None:
    # a quarter of a round 20 across its radius, its corner at the top rounded by 3
    made = drawn("right 20, arc to 0 20 radius 20 left, round 3, close")
    (fillet,) = [
        s for s in made.outer.segments if isinstance(s, Arc) and s.radius == pytest.approx(3)
    ]
    assert fillet.center[0] == pytest.approx(3)  # 3 from the straight side
    assert math.hypot(*fillet.center) == pytest.approx(17)  # and 3 inside the arc
    assert (
        made.outer.corners()
        == drawn("right 20, arc to 0 20 radius 20 left, close").outer.corners()[:2]
    )
    # opened by a ball of 3 (shapely), the same corner comes out
    opened = (
        shape(drawn("right 20, arc to 0 20 radius 20 left, close"))
        .buffer(-3)
        .buffer(3, quad_segs=64)
    )
    top = shapely.box(-1, 8, 12, 30)
    assert shape(made).intersection(top).symmetric_difference(opened.intersection(top)).area < 0.02


def test_a_chamfer_beside_an_arc_stands_as_far_back_on_both() -> None:
    made = drawn("right 20, arc to 0 20 radius 20 left, chamfer 3, close")
    (cut,) = [s for s in made.outer.segments if s.name.startswith("corner")]
    assert cut.b == pytest.approx((0, 17))
    assert 20 * abs(math.atan2(cut.a[1], cut.a[0]) - math.pi / 2) == pytest.approx(3)


@pytest.mark.parametrize(
    ("text", "most"),
    [
        ("right 40, up 20, round 30, left 40, close", 20),
        ("right 40, round 12, up 20, round 12, left 40, close", 10),
        ("right 40, up 10, chamfer 15, left 40, close", 10),
    ],
)
def test_a_corner_that_does_not_fit_names_the_largest_that_does(text: str, most: float) -> None:
    with pytest.raises(BuildError) as refused:
        drawn(text)
    assert refused.value.remedy == f"at most {most:g} mm"
    word = "chamfer" if "chamfer" in text else "round"
    asked = text.split(word)[1].split(",")[0].strip()
    drawn(text.replace(f"{word} {asked}", f"{word} {most}"))


# -- growing and walls -------------------------------------------------------------------------

SHAPES = {
    "notched": "right 40, up 30, left 15, down 4, left 10, up 4, left 15, close",
    "tee": "right 10, up 20, right 15, up 10, left 40, down 10, right 15, close",
    "arched": "right 40, up 10, arc to 0 10 bulge 12 left, close",
    "belt": "about 0 0 radius 10 left, about 30 0 radius 3 left, about 15 30 radius 6 left, close",
    "waisted": (
        "right 20, up 8, right 20, down 8, right 20, up 30, left 20, down 8, left 20, up 8, left"
        " 20, close"
    ),
}


@pytest.mark.parametrize("name", SHAPES)
@pytest.mark.parametrize("by", [-4.5, -3, -1.5, 2, 5, 9])
def test_growing_past_vanishing_sides_agrees_with_shapely(name: str, by: float) -> None:
    made = drawn(SHAPES[name])
    wanted = shape(made).buffer(by, join_style="mitre", mitre_limit=1e6)
    assert grown_outline(made, by).area == pytest.approx(wanted.area, rel=3e-4)


def test_an_outline_shrunk_into_two_or_to_nothing_is_refused() -> None:
    with pytest.raises(BuildError, match="falls into 2 pieces"):
        grown_outline(
            drawn(SHAPES["waisted"]),
            -7.5,
        )
    with pytest.raises(BuildError, match="leaves nothing"):
        grown_outline(drawn(SHAPES["tee"]), -12)


def test_a_wall_along_a_line_has_its_thickness_everywhere() -> None:
    line = run("right 30, round 2, up 60, round 10, left 20, up 10")
    source = shapely.LineString(
        [
            p
            for s in line
            for p in (
                s.a,
                *(s.point(s.start + s.sweep * k / 40) for k in range(1, 40) if isinstance(s, Arc)),
            )
        ]
        + [line[-1].b]
    )
    for lies, reach in (("left", 3.0), ("right", 3.0), ("on both sides", 1.5)):
        wall = shape(thickened(line, 3.0, lies))
        far = max(source.distance(shapely.Point(p)) for p in wall.exterior.coords)
        # mitred corners stand further out by the square root of two, nothing else does
        assert far <= reach * math.sqrt(2) + 1e-6
        within = source.buffer(reach - 1e-3, cap_style="flat")
        share = within.intersection(wall).area / within.area
        assert share == pytest.approx(1.0 if lies == "on both sides" else 0.5, abs=0.02)


def test_a_bottle_from_its_outside_line_and_a_wall() -> None:
    # a straight tumbler 40 across, 60 tall: turned, wall and floor 2; the formula of a cup
    wall = {"kind": "wall", "moves": "right 20, up 60", "wall": "2"}
    made = solved(part("p", step("t", "revolve", wall))).parts["p"].state.solid()
    assert made.volume_mm3 == pytest.approx(math.pi * (400 * 60 - 324 * 58), rel=2e-5)


def test_a_wall_thicker_than_its_bend_is_refused_with_the_place() -> None:
    with pytest.raises(BuildError, match="does not fit inside the run near"):
        thickened(run("right 6, up 3, left 6"), 4.0, "left")
    with pytest.raises(BuildError, match="closed"):
        thickened(run("right 6, up 3, left 6, down 3"), 1.0, "left")


# -- sections ----------------------------------------------------------------------------------


@pytest.mark.parametrize(
    "outline",
    [
        circle(30),
        rectangle(40, 20, (4,)),
        slot(40, 20),
        ring(30, 20),
        drawn(SHAPES["arched"]),
        drawn(SHAPES["belt"]),
        drawn("right 40, round 1.5, up 10, arc to 0 10 bulge 12 left, close"),
    ],
)
def test_a_section_has_its_arcs_again(outline: Outline) -> None:
    body = prism_body(Prism(Frame(), outline, 0.0, 12.0), "p")
    (found,) = section_of(body, Frame((0.0, 0.0, 12.0)))
    assert found.area == pytest.approx(outline.area, rel=1e-7)
    wanted = sorted(s.radius for loop in outline.loops for s in loop.segments if isinstance(s, Arc))
    radii = sorted(s.radius for loop in found.loops for s in loop.segments if isinstance(s, Arc))
    assert radii == pytest.approx(wanted)
    assert set(found.names()) == set(outline.names())


def test_the_section_of_several_bodies_is_theirs_together() -> None:
    one, other = circle(30), rectangle(40, 20).moved(0, 20)
    body = prism_body(Prism(Frame(), one, 0, 9), "a") + prism_body(Prism(Frame(), other, 0, 9), "b")
    (found,) = section_of(body, Frame((0.0, 0.0, 9.0)))
    assert found.area == pytest.approx(combine_outlines(one, other, "add").area, rel=1e-5)
    assert [s.radius for s in found.outer.segments if isinstance(s, Arc)] == [pytest.approx(15)]


def test_a_gasket_follows_the_section_at_a_face() -> None:
    hole = step("h", "hole", on="body.top", diameter="10")
    rim = step("r", "extrude", {"kind": "section", "face": "body.top", "by": "0-2"},
               on="body.top", height="1")  # fmt: skip
    steps = solved(part("p", block(), hole, rim)).parts["p"].steps
    added = steps[-1].state.solid().volume_mm3 - steps[-2].state.solid().volume_mm3
    body = steps[0].state.features["body"].prism.outline
    width, depth = body.size
    # shrunk by 2 all round: the plate by 4 either way, the hole grown by 4 across
    assert added == pytest.approx((width - 4) * (depth - 4) - math.pi * 49, rel=1e-4)


def test_a_section_of_nothing_is_refused() -> None:
    body = prism_body(Prism(Frame(), circle(30), 0.0, 12.0), "p")
    with pytest.raises(BuildError, match="no material in this plane"):
        section_of(body, Frame((0.0, 0.0, 12.0)), below=20)


def test_a_drafted_body_is_cut_at_the_depth_asked_for() -> None:
    cone = step("c", "extrude", round_("40"), height="20", draft="10 deg")
    body = solved(part("p", cone)).parts["p"].state.solid()
    for below in (5.0, 10.0):
        (found,) = section_of(body, Frame((0.0, 0.0, 20.0)), below)
        radius = 20 - math.tan(math.radians(10)) * (20 - below)
        assert found.area == pytest.approx(math.pi * radius**2, rel=2e-4)


# -- what is shown -----------------------------------------------------------------------------


def test_bulge_and_radius_are_shown_for_each_other() -> None:
    from core.report.drawings import drawing_view

    pillow = {"kind": "pillow", "width": "60", "depth": "40", "corners": "8", "bulge": "4"}
    (result,) = solved(part("p", step("s", "extrude", pillow))).parts["p"].steps
    view = drawing_view(result)
    assert view is not None and view.arcs
    for arc in view.arcs:
        # sagitta, chord and radius of one circle: r = (c²/4 + b²) / 2b
        assert arc.radius == pytest.approx((arc.chord**2 / 4 + arc.bulge**2) / (2 * arc.bulge))
    (plain,) = solved(part("p", step("s", "extrude", oblong("20", "10")))).parts["p"].steps
    assert drawing_view(plain).arcs == []
    assert np.isfinite([arc.radius for arc in view.arcs]).all()


def test_a_half_disc_turned_is_a_ball_and_a_right_triangle_raised_a_wedge() -> None:
    ball = step("s", "revolve", {"kind": "half disc", "diameter": "20"})
    made = solved(part("p", ball)).parts["p"].state.solid()
    assert made.volume_mm3 == pytest.approx(4 / 3 * math.pi * 1000, rel=2e-4)
    wedge = step(
        "s", "extrude", {"kind": "right triangle", "width": "30", "height": "15"}, height="8"
    )
    made = solved(part("p", wedge)).parts["p"].state.solid()
    assert made.volume_mm3 == pytest.approx(30 * 15 / 2 * 8)
    assert made.bounds[:2] == (-15, -7.5)


# -- random ones -------------------------------------------------------------------------------


@st.composite
def stars(draw) -> tuple[str, list[tuple[float, float]]]:
    """Moves through points at growing angles about the origin, and those points: any corner may be
    convex or hollow."""
    count = draw(st.integers(4, 9))
    reaches = draw(st.lists(st.floats(12, 40), min_size=count, max_size=count))
    points = [
        (r * math.cos(2 * math.pi * i / count), r * math.sin(2 * math.pi * i / count))
        for i, r in enumerate(reaches)
    ]
    (x, y), *rest = points
    text = f"start {x!r} {y!r}, " + ", ".join(f"to {a!r} {b!r}" for a, b in rest) + ", close"
    return text, points


@given(stars(), st.floats(0.1, 1.0))
def test_any_corner_of_any_polygon_is_rounded_by_its_formula(star, radius: float) -> None:
    text, points = star
    plain = drawn(text)
    for index in range(len(points)):
        before, at, after = (np.array(points[(index + k) % len(points)]) for k in (-1, 0, 1))
        u, v = before - at, after - at
        angle = math.acos(np.clip(u @ v / np.linalg.norm(u) / np.linalg.norm(v), -1, 1))
        back = radius / math.tan(angle / 2)
        if back > min(np.linalg.norm(u), np.linalg.norm(v)) / 2 or math.pi - angle < 1e-3:
            continue
        # a corner's kite less the sector of the rounding, added where the corner is hollow
        cut = radius * back - radius**2 * (math.pi - angle) / 2
        hollow = (at - before)[0] * (after - at)[1] - (at - before)[1] * (after - at)[0] < 0
        rounded = Outline(round_loop(plain.outer, {index: radius}))
        assert rounded.area == pytest.approx(plain.area + (cut if hollow else -cut), rel=1e-9)


@given(stars(), st.floats(-4, 6))
def test_any_polygon_grows_as_shapely_says(star, by: float) -> None:
    made = drawn(star[0])
    wanted = shape(made).buffer(by, join_style="mitre", mitre_limit=1e9)
    if by > 0 or wanted.geom_type == "MultiPolygon" or wanted.is_empty or wanted.area < 1:
        return  # sharp points are mitred without end outwards; pieces are refused
    assert grown_outline(made, by).area == pytest.approx(wanted.area, rel=1e-6, abs=1e-6)
