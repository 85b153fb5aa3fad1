"""The outline desk: what is drawn of told moves, what a drag would change, and taking apart.

Areas are compared with formulas of plane geometry; derivatives with the outline laid anew; drawings
taken away with ezdxf and svgpathtools' own reading of them.
"""

from __future__ import annotations

import io
import math

import ezdxf
import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.errors import BuildError
from core.formats.drawings import outline_dxf
from core.formats.tracing import read_drawing
from core.outlines import (
    chamfer_corners,
    circle,
    half_disc,
    outline_of,
    outlines_in,
    path_of,
    plain_value,
    read_moves,
    read_path,
    rectangle,
    regular_polygon,
    ring,
    round_corners,
    slot,
)
from core.outlines.apart import moves_of
from core.outlines.draggable import Board, board
from core.outlines.hull import hull_of
from core.outlines.moves import FORMS, GROUPS, SAYS, read_phrase, unbracketed
from core.project.outlining import board_of, brought_in, own_outline, taken_apart
from core.project.solve import solve
from core.project.starters import begun
from core.report.outline_desk import outline_desk_view
from tests.core.building import circle as round_
from tests.core.building import document, part, solved, step
from tests.core.building import rectangle as oblong

TURNED = "parts.p.steps.s.outline.fields.moves"


def oblong_block(name: str, width: str, depth: str, height: str):
    return step(name, "extrude", oblong(width, depth), height=height)


def laid(text: str, draws: str = "outline") -> Board:
    return board(text, plain_value, draws)  # type: ignore[arg-type]


def drawn(text: str):
    return outline_of(read_moves(text, plain_value))


# -- repeat --------------------------------------------------------------------------------------


@pytest.mark.parametrize("teeth", [1, 2, 7])
def test_a_rack_repeats_its_tooth(teeth: int) -> None:
    made = drawn(f"right 4, up 3, right 2, down 3, repeat {teeth}, down 5, left ?, close")
    assert made.area == pytest.approx(teeth * (6 * 5 + 2 * 3))
    assert made.size == pytest.approx((6 * teeth, 8))


def test_a_turned_repeat_closes_upon_itself() -> None:
    """Six straights of 10 and six arcs of 60 degrees: a hexagon of side 10 grown by 4."""
    made = drawn("right 10, turn left 60 radius 4, repeat 6 turning 60")
    hexagon = 3 * math.sqrt(3) / 2 * 100
    assert made.area == pytest.approx(hexagon + 60 * 4 + math.pi * 16)


def test_corners_are_repeated_with_what_they_round() -> None:
    sharp = drawn("right 5, up 5, repeat 3, right 10, down ?, close")
    soft = drawn("right 5, up 5, round 1, repeat 3, right 10, down ?, close")
    # a rounded corner outwards takes (1 - pi/4) r², inwards it gives as much: three of one kind
    # here
    assert abs(sharp.area - soft.area) == pytest.approx(3 * (1 - math.pi / 4), abs=1e-9)


def test_an_open_path_ends_square_where_its_last_corner_would_have_nothing_after_it() -> None:
    run, closed = path_of(read_moves("right 5, round 1, up 5, round 1, repeat 3", plain_value))
    assert not closed
    assert run[-1].b == pytest.approx((15, 15))


def test_what_is_repeated_may_hold_what_closing_settles() -> None:
    made = laid("right ?, up 3, right 2, down 3, repeat 4, down 5, left 40, up ?, close")
    assert made.error is None
    assert made.moves[0].values == pytest.approx((8.0,))
    assert made.moves[0].settled == (True,)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("repeat 3, close", "nothing to repeat"),
        ("right 5, repeat 0, close", "repeated 0 times"),
        ("right 5, repeat 2.5, close", "repeated 2.5 times"),
        ("right 5, repeat 501, close", "repeated 501 times"),
    ],
)
def test_what_cannot_be_repeated_is_said(text: str, says: str) -> None:
    with pytest.raises(BuildError, match=says):
        drawn(text)


# -- how moves are written -----------------------------------------------------------------------


@pytest.mark.parametrize("word", FORMS)
def test_every_move_says_what_it_does_and_its_example_is_read_as_itself(word: str) -> None:
    assert word in SAYS and word in GROUPS
    example = FORMS[word][1]
    phrase = read_phrase(example)
    assert phrase.word == word
    for one in phrase.given:
        assert example[one.start : one.end] == one.text


def test_brackets_are_taken_off_only_where_they_hold_the_whole() -> None:
    assert unbracketed("(a + b) / (c)") == "(a + b) / (c)"
    assert unbracketed("((a + b))") == "(a + b)"


def test_an_expression_that_begins_and_ends_with_brackets_is_worked_out() -> None:
    plate = step(
        "s",
        "extrude",
        {"kind": "moves", "moves": "right (w + 2) / (2), up 5, left ?, down ?"},
        height="2",
    )
    done = solved(part("p", plate), measures=[{"name": "w", "expression": "18"}])
    assert board_of(done, TURNED)[1].area == pytest.approx(10 * 5)


# -- the board -----------------------------------------------------------------------------------


def test_each_side_knows_the_move_it_comes_from() -> None:
    made = laid("right 40, up 20, round 3, left ?, down ?")
    assert [one.source for one in made.drawn] == [0, 1, 2, 3, 4]
    assert [round(one.segment.length, 6) for one in made.drawn] == [
        40, 17, round(1.5 * math.pi, 6), 37, 20,
    ]  # fmt: skip


def test_a_run_the_other_way_round_keeps_its_sources() -> None:
    made = laid("up 20, round 3, right 40, down ?, left ?")
    by_source = {one.source: one.segment.length for one in made.drawn}
    assert by_source[0] == pytest.approx(17)
    assert by_source[1] == pytest.approx(1.5 * math.pi)
    assert by_source[2] == pytest.approx(37)


def test_mirrored_sides_are_marked_as_copies() -> None:
    made = laid("start 0 -5, right 8, round 2, up 10, left ?, mirror up")
    assert sum(one.copied for one in made.drawn) == len(made.drawn) // 2
    assert {one.source for one in made.drawn if one.copied} == {1, 2, 3, 4}


def test_what_is_settled_is_told_with_its_value() -> None:
    made = laid(
        "start 0 0, right 30, up 40, turn left 50 radius 12, turn right 50 radius 12, up 18, "
        "left ?, close"
    )
    aside = 2 * 12 * (1 - math.cos(math.radians(50)))
    assert made.moves[6].settled == (True,)
    assert made.moves[6].values == pytest.approx((30 - aside,))


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("right 10, up 5", "stays open by 11.18 mm"),
        ("right 10, foo 3, close", "'foo' is no move"),
        ("right 10, up", "cannot be read"),
        ("right 10, up 2, round 4, left 10, close", "does not fit"),
        ("right 5, up 5, mirror up", "off the vertical axis"),
        ("", "no moves are told"),
    ],
)
def test_what_is_wrong_is_said_and_the_rest_is_drawn(text: str, says: str) -> None:
    made = laid(text)
    assert made.error is not None and says in made.error.message
    assert bool(made.drawn) == bool(text)
    assert not made.closed


def test_crossings_are_marked_where_they_are() -> None:
    made = laid("right 10, up 10, to 0 10, to 5 -5, close")
    assert made.error is not None and "crosses itself" in made.error.message
    assert made.crossings == (pytest.approx((10 / 3, 0)),)


def test_touching_beside_a_tangent_arc_is_no_crossing() -> None:
    assert laid("right 20, turn left 180 radius 4, left 20, close").crossings == ()


def test_circles_show_the_hull_round_them() -> None:
    made = laid("circle 0 0 across 8, circle 20 0 across 4", "circles")
    around = [one.segment for one in made.drawn if one.source < 0]
    expected = hull_of([((0, 0), 4), ((20, 0), 2)]).outer.length
    assert sum(one.length for one in around) == pytest.approx(expected)


# -- dragging ------------------------------------------------------------------------------------

NUMBERS = st.floats(5, 40).map(lambda v: round(v, 1))


@given(NUMBERS, NUMBERS, st.floats(10, 170).map(round), NUMBERS)
def test_holds_tell_how_far_a_point_goes(
    across: float, up: float, angle: int, along: float
) -> None:
    """Each number changed by 0.01: the point goes as its hold says, the rest laid anew."""
    values = [across, up, float(angle), along]

    def text(v: list[float]) -> str:
        return f"right {v[0]}, up {v[1]}, along {v[2]} {v[3]}, left 1, close"

    index = {(0, 0): 0, (1, 0): 1, (2, 0): 2, (2, 1): 3}
    here = {one.move: one for one in laid(text(values)).handles if one.kind == "end"}
    for hold in here[2].holds:
        changed = list(values)
        changed[index[(hold.move, hold.index)]] += 0.01
        there = next(h for h in laid(text(changed)).handles if h.move == 2 and h.kind == "end")
        assert there.at[0] - here[2].at[0] == pytest.approx(0.01 * hold.dx, abs=2e-4)
        assert there.at[1] - here[2].at[1] == pytest.approx(0.01 * hold.dy, abs=2e-4)


def test_a_corner_is_led_by_its_own_number_and_the_one_before_it() -> None:
    made = laid("right 40, up 20, left 40, close")
    corner = next(one for one in made.handles if one.move == 1)
    assert [(h.move, h.index) for h in corner.holds] == [(1, 0), (0, 0)]
    assert corner.at == pytest.approx((40, 20))


@pytest.mark.parametrize(
    ("text", "move", "index"),
    [
        ("right 20, up 20, round 3, left 20, close", 2, 0),
        ("right 20, up 20, chamfer 3, left 20, close", 2, 0),
        ("right 20, arc to 0 10 radius 15 left, close", 1, 2),
        ("right 20, arc to 0 10 bulge 3 left, close", 1, 2),
        ("right 20, turn left 180 radius 5, close", 1, 1),
    ],
)
def test_the_middle_of_an_arc_or_a_corner_leads_its_size(text: str, move: int, index: int) -> None:
    middle = [one for one in laid(text).handles if one.kind == "middle"]
    assert [[(h.move, h.index) for h in one.holds] for one in middle] == [[(move, index)]]


def test_a_settled_end_follows_from_others() -> None:
    made = laid("right 40, up 20, left ?, down ?")
    assert next(one for one in made.handles if one.move == 3).holds == ()


# -- dimensions ----------------------------------------------------------------------------------


def test_a_dimension_measures_what_its_number_says() -> None:
    made = laid(
        "start 5 2, right 40, round 4, along 100 20, arc to 10 30 bulge 3 left, to 5 10, close"
    )
    for one in made.dimensions:
        value = made.moves[one.move].values[one.index]
        if one.kind in ("length", "radius", "bulge"):
            assert math.dist(one.a, one.b) == pytest.approx(value), one
        elif one.kind == "across":
            assert one.b[0] - one.a[0] == pytest.approx(value)
        elif one.kind == "up":
            assert one.b[1] - one.a[1] == pytest.approx(value)
        elif one.kind == "angle":
            assert one.sweep == pytest.approx(value)
    told = {(one.move, one.index) for one in made.dimensions}
    assert told == {
        (move, index) for move, one in enumerate(made.moves) for index in range(len(one.values))
    }


# -- taken apart ---------------------------------------------------------------------------------

STANDARD = {
    "rectangle": rectangle(20, 10),
    "rounded": round_corners(rectangle(20, 10), 3),
    "chamfered": chamfer_corners(rectangle(20, 10), 2),
    "circle": circle(10),
    "slot": slot(20, 8),
    "hexagon": regular_polygon(6, 10),
    "half disc": half_disc(10),
    "hull": hull_of([((0, 0), 5), ((20, 0), 9), ((5, 18), 3)]),
}


@pytest.mark.parametrize("name", STANDARD)
def test_an_outline_taken_apart_draws_itself_again(name: str) -> None:
    outline = STANDARD[name]
    again = drawn(moves_of(outline.outer))
    assert again.area == pytest.approx(outline.area, abs=1e-4)
    assert again.bounds == pytest.approx(outline.bounds, abs=1e-5)


@given(st.floats(5, 60), st.floats(5, 60), st.floats(0.1, 2.4))
def test_random_rounded_rectangles_survive_being_taken_apart(w: float, d: float, r: float) -> None:
    outline = round_corners(rectangle(w, d), r)
    assert drawn(moves_of(outline.outer)).area == pytest.approx(outline.area, abs=1e-3)


def test_numbers_go_on_being_told_by_their_expressions() -> None:
    done = solved(
        part("p", step("s", "extrude", oblong("wide", "deep / 3"), height="4")),
        measures=[{"name": "wide", "expression": "30"}, {"name": "deep", "expression": "36"}],
    )
    apart = taken_apart(done, "p", "s", "outline")
    spec = apart.part("p").steps[0].outline
    assert spec is not None and spec.kind == "moves"
    assert (
        spec.fields["moves"]
        == "start (-wide / 2) (-(deep / 3) / 2), right wide, up (deep / 3), left wide, close"
    )


def test_holes_are_cut_out_one_by_one() -> None:
    done = solved(part("p", step("s", "extrude", {"kind": "ring", "outside": "20", "inside": "12"},
                                 height="4")))  # fmt: skip
    apart = taken_apart(done, "p", "s", "outline")
    again = solved(apart.part("p").model_dump(mode="json"))
    volume = again.parts["p"].state.solid().volume_mm3
    assert volume == pytest.approx(ring(20, 12).area * 4, rel=1e-4)
    with pytest.raises(BuildError, match="already"):
        taken_apart(again, "p", "s", "outline")


@pytest.mark.parametrize("path", ["outline.more.3.outline", "nowhere", "stations.0.outline"])
def test_what_is_not_there_cannot_be_taken_apart(path: str) -> None:
    done = solved(part("p", oblong_block("s", "20", "10", "5")))
    with pytest.raises(BuildError, match="no such outline"):
        taken_apart(done, "p", "s", path)


# -- in and out as drawings ----------------------------------------------------------------------


@pytest.mark.parametrize("name", STANDARD)
def test_dxf_holds_true_arcs(name: str) -> None:
    """Read back by ezdxf itself: as many vertices as sides, bulged where they are arcs."""
    outline = STANDARD[name]
    read = ezdxf.read(io.StringIO(outline_dxf([outline])))
    assert read.units == 4  # millimetres
    (line,) = read.modelspace().query("LWPOLYLINE")
    assert line.closed
    tracing = read_drawing(outline_dxf([outline]).encode(), "x.dxf")
    (again,) = outlines_in(read_path(tracing.path))
    assert again.area == pytest.approx(outline.area, abs=1e-4)


def test_a_drawing_brought_in_becomes_moves_with_arcs() -> None:
    done = solved(part("p", oblong_block("s", "20", "10", "5")))
    slotted = read_drawing(outline_dxf([slot(30, 10)]).encode(), "slot.dxf")
    made = brought_in(done, "p", "s", "outline", slotted.path)
    spec = made.part("p").steps[0].outline
    assert spec is not None and spec.fields["moves"].count("arc to") == 2
    assert "right 20" in spec.fields["moves"]
    two = read_drawing(
        outline_dxf([circle(5).moved(-10, 0), circle(5).moved(10, 0)]).encode(), "x.dxf"
    )
    with pytest.raises(BuildError, match="2 separate shapes"):
        brought_in(done, "p", "s", "outline", two.path)


def test_an_unfinished_outline_is_not_taken_away() -> None:
    done = solved(part("p", step("s", "extrude", {"kind": "moves", "moves": "right 5, up 5, close"},
                                 height="4")))  # fmt: skip
    assert own_outline(done, TURNED)[0].area == pytest.approx(12.5)
    with pytest.raises(BuildError, match="nothing is drawn there"):
        own_outline(done, TURNED.replace(".s.", ".t."))


# -- the view ------------------------------------------------------------------------------------


def test_the_face_it_stands_on_lies_under_it() -> None:
    pocket = step(
        "s",
        "extrude",
        {"kind": "moves", "moves": "right 5, up 5, left ?, down ?"},
        on={"on": "body.top", "x": "4"},
        height="2",
        mode="cut",
        direction="down",
    )
    done = solved(part("p", oblong_block("body", "40", "20", "8"), pocket))
    view = outline_desk_view(done, TURNED)
    assert len(view.under) == 1
    # told from where the outline stands: 4 mm right of the middle of the face
    assert view.under_low == pytest.approx((-24, -10), abs=1e-6)
    assert view.under_high == pytest.approx((16, 10), abs=1e-6)


def test_a_turned_outline_shows_its_axis_and_nothing_under_it() -> None:
    turned = step("s", "revolve", {"kind": "moves", "moves": "right 10, up 20, left ?, close"})
    view = outline_desk_view(solved(part("p", turned)), TURNED)
    assert view.axis and view.under == []


def test_values_are_found_where_they_stand_in_the_text() -> None:
    text = "start (a / 2) -3, right a, turn left 90 radius (2 * 3), up 4, left ?, close"
    turned = step("s", "extrude", {"kind": "moves", "moves": text}, height="3")
    done = solved(part("p", turned), measures=[{"name": "a", "expression": "12"}])
    view = outline_desk_view(done, TURNED)
    for move in view.moves:
        for piece in move.pieces:
            if piece.index >= 0:
                assert text[piece.start : piece.end] == piece.text
    first = view.moves[0].pieces[1]
    assert (first.text, first.value, first.plain, first.bracket) == ("a / 2", 6.0, False, False)
    second = view.moves[0].pieces[2]
    assert (second.text, second.plain, second.bracket) == ("-3", True, True)


@pytest.mark.parametrize(
    ("typed", "plain", "mm"),
    [
        ("(1 9/16in)", True, 25 * 25.4 / 16),
        ("3/4in", True, 19.05),
        ('1/2"', True, 12.7),
        ("0.5 in", True, 12.7),
        ("12", True, 12.0),
        ("(1 9/16in + 0)", False, 25 * 25.4 / 16),
        ("3/4in * 2", False, 38.1),
        ("a", False, 12.0),
    ],
)
def test_a_drag_may_change_numbers_and_fractions_but_no_expression(
    typed: str, plain: bool, mm: float
) -> None:
    """What an inch is told in, whole and sixteenths, is a number like any other."""
    moves = f"right {typed}, up 20, left ?, close"
    made = step("s", "extrude", {"kind": "moves", "moves": moves}, height="3")
    view = outline_desk_view(
        solved(part("p", made), measures=[{"name": "a", "expression": "12"}]), TURNED
    )
    (value,) = [piece for piece in view.moves[0].pieces if piece.index >= 0]
    assert value.plain is plain and value.value == pytest.approx(mm)


def test_another_text_is_tried_without_being_kept() -> None:
    turned = step("s", "extrude", {"kind": "moves", "moves": "right 5, up 5, close"}, height="3")
    done = solved(part("p", turned))
    assert outline_desk_view(done, TURNED, "right 8, up 5, close").area_mm2 == pytest.approx(20)
    assert outline_desk_view(done, TURNED).area_mm2 == pytest.approx(12.5)


def test_an_inch_project_tells_inches() -> None:
    turned = step("s", "extrude", {"kind": "moves", "moves": "right 2, up 1"}, height="3")
    view = outline_desk_view(solve(document(part("p", turned), units="in")), TURNED)
    assert view.error is not None
    assert (
        "by 2.2362 in: 2 in left and 1 in down" in view.error.message
        and "mm" not in view.error.message
    )
    assert view.moves[0].pieces[1].shown == "2 in"


def test_a_fit_s_track_is_drawn_too() -> None:
    """A twist lock begun from its starter: the track of its nubs."""
    done = solve(begun("twist_lock", "mm", {}))
    fit = next(one for one in done.project.fits if "path" in one.fields)
    view = outline_desk_view(done, f"fits.{fit.name}.fields.path")
    assert view.draws == "path" and view.error is None
    assert len(view.segments) >= 2


def test_joined_outlines_and_stations_are_found_by_their_paths() -> None:
    spec = {"kind": "moves", "fields": {"moves": "right 3, up 3, close"}}
    lofted = {
        "id": "s", "kind": "loft", "fields": {},
        "outline": {"kind": "rectangle", "fields": {"width": "20", "depth": "20"},
                    "more": [{"mode": "cut", "outline": spec}]},
        "stations": [{"up": "10", "outline": {"kind": "circle", "fields": {"diameter": "10"}}}],
    }  # fmt: skip
    done = solve(document(part("p", lofted)))
    path = "parts.p.steps.s.outline.more.0.outline.fields.moves"
    assert outline_desk_view(done, path).area_mm2 == pytest.approx(4.5)


def test_numbers_of_the_same_step_may_be_named() -> None:
    swept = step("s", "sweep", round_("6"), path="up 20, turn right 90 radius 12, right 10")
    done = solved(part("p", swept))
    view = outline_desk_view(done, "parts.p.steps.s.fields.path")
    assert view.draws == "path" and view.error is None and not view.closed
    assert view.length_mm == pytest.approx(20 + 6 * math.pi + 10)
