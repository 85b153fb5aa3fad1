"""Outlines: exact areas, offsets that stay true, polygons on the right side of their arcs."""

from __future__ import annotations

import math

import pytest
import shapely
from hypothesis import assume, given
from hypothesis import strategies as st

from core.errors import BuildError
from core.outlines import (
    chamfer_corners,
    circle,
    flatten,
    largest_inset,
    offset_outline,
    rectangle,
    regular_polygon,
    round_corners,
    slot,
)
from core.outlines.loop import Outline


def shape(outline: Outline, side: str = "inside") -> shapely.Polygon:
    polygon = shapely.Polygon(flatten(outline, side)[0][0])  # type: ignore[arg-type]
    return shapely.remove_repeated_points(polygon, 1e-9)


@st.composite
def outlines(draw) -> Outline:
    size = st.floats(8, 120)
    kind = draw(st.sampled_from(["circle", "rectangle", "polygon", "slot"]))
    if kind == "circle":
        return circle(draw(size))
    if kind == "rectangle":
        width, depth = draw(size), draw(size)
        return rectangle(
            width, depth, (draw(st.sampled_from([0, 0.1, 0.25, 0.4, 0.5])) * min(width, depth),)
        )
    if kind == "slot":
        width = draw(size)
        return slot(width * draw(st.floats(1, 3)), width)
    return regular_polygon(
        draw(st.integers(3, 12)), draw(size), "flats", draw(st.sampled_from([0, 0.8, 2]))
    )


def test_hexagon_across_flats() -> None:
    # area (sqrt 3 / 2) s²: 15 -> 194.856, 20 -> 346.410; plane geometry
    assert regular_polygon(6, 15).area == pytest.approx(194.856, abs=5e-4)
    assert regular_polygon(6, 20).area == pytest.approx(346.410, abs=5e-4)


def test_across_corners_is_the_circumscribed_circle() -> None:
    assert regular_polygon(6, 20, "corners").area == pytest.approx(3 * math.sqrt(3) / 2 * 100)


def test_exact_areas_and_lengths() -> None:
    assert circle(20).area == pytest.approx(100 * math.pi)
    assert rectangle(40, 30, (5,)).area == pytest.approx(1200 - (4 - math.pi) * 25)
    assert slot(50, 20).area == pytest.approx(30 * 20 + 100 * math.pi)
    # circumference: a strip round a 2 in tube is 6.283 in; plane geometry
    assert circle(2 * 25.4).outer.length / 25.4 == pytest.approx(6.283, abs=5e-4)


@given(outlines())
def test_polygons_lie_on_their_side_within_the_chord_error(outline: Outline) -> None:
    inside, outside = shape(outline, "inside"), shape(outline, "outside")
    assert inside.area <= outline.area + 1e-9 <= outside.area + 2e-9
    assert inside.difference(outside).area < 1e-6
    assert inside.hausdorff_distance(outside) < 0.0105


@given(outlines(), st.floats(-3.5, 3.5))
def test_offsets_agree_with_shapely(outline: Outline, distance: float) -> None:
    assume(-distance < largest_inset(outline) * 0.98 and abs(distance) > 1e-3)
    moved = offset_outline(outline, distance)
    wanted = shape(outline).buffer(distance, join_style="mitre", mitre_limit=50, quad_segs=200)
    assert moved.area == pytest.approx(wanted.area, abs=0.01 * outline.outer.length + 0.01)
    assert shape(moved).symmetric_difference(wanted).area < 0.02 * outline.outer.length + 0.05


@given(outlines(), st.floats(0.1, 3))
def test_growing_undoes_shrinking_while_no_arc_is_lost(outline: Outline, distance: float) -> None:
    assume(distance < largest_inset(outline) * 0.9)
    radii = [s.radius for s in outline.outer.segments if hasattr(s, "radius")]
    assume(all(radius > distance + 1e-6 for radius in radii))
    back = offset_outline(offset_outline(outline, -distance), distance)
    assert back.area == pytest.approx(outline.area, rel=1e-9)


def test_offset_keeps_names() -> None:
    base = regular_polygon(8, 60, "flats", 6)
    assert offset_outline(base, -2.4).names() == base.names()


def test_corner_radius_equal_to_half_the_width_is_a_slot() -> None:
    assert rectangle(80, 50, (25,)).area == pytest.approx(slot(80, 50).area)


def test_inset_equal_to_the_corner_radius_leaves_sharp_corners() -> None:
    assert offset_outline(rectangle(40, 30, (5,)), -5).area == pytest.approx(30 * 20)


@pytest.mark.parametrize("inset", [10.0, 12.0])
def test_too_much_inset_names_the_narrowest_place(inset: float) -> None:
    with pytest.raises(BuildError, match="20 mm across") as refused:
        offset_outline(rectangle(50, 20), -inset)
    assert refused.value.remedy is not None and "9.99" in refused.value.remedy


def test_a_radius_that_does_not_fit_names_the_largest_that_does() -> None:
    with pytest.raises(BuildError, match="does not fit") as refused:
        rectangle(50, 20, (11,))
    assert refused.value.remedy == "at most 10 mm"
    with pytest.raises(BuildError) as refused:
        regular_polygon(8, 60, "flats", 31)
    assert refused.value.remedy == "at most 30 mm"


def test_rounding_and_chamfering_corners() -> None:
    square = rectangle(20, 20)
    assert round_corners(square, 4).area == pytest.approx(400 - (4 - math.pi) * 16)
    assert chamfer_corners(square, 4).area == pytest.approx(400 - 4 * 8)
    # chamfers that just meet leave a square on its corner
    assert chamfer_corners(square, 10).area == pytest.approx(200)
