"""Fits begin where they usually go: on walls, rim to rim, round necks; sized to what they
stand on.
"""

from __future__ import annotations

import math

import pytest

from core.fits import FITS
from core.project.beginning_fits import begin_fit
from core.project.beginning_sizes import exact_size
from core.project.faces import outer_face, room_on, side_face
from core.project.solve import solve
from core.report import report_on
from tests.core.building import circle, document, part, rectangle, solved, step
from tests.covering import spread


def box(name: str, wide: str = "76", deep: str = "46", tall: str = "17"):
    return part(name, step("body", "extrude", rectangle(wide, deep), height=tall),
                step("hollow", "shell", wall="3.2", floor="2"))  # fmt: skip


def to_look_at(project) -> list[str]:
    solution = solve(project)
    assert not solution.errors, [one.one_line() for one in solution.errors]
    found = report_on(solution).findings
    return [one.message for one in found if one.severity in ("stop", "warning")]


def test_a_hinge_begins_on_the_backs_of_two_boxes_and_folds_rim_to_rim() -> None:
    made, _ = begin_fit(solved(box("tray"), box("lid")), "knuckle hinge", 0, ("tray", "lid"))
    (fit,) = made.fits
    assert fit.place_a and fit.place_b
    assert (fit.place_a.on, fit.place_b.on) == ("body.back", "body.back")
    assert fit.fields["up"] == "8.5 mm"  # half the wall's height: at its rim
    assert fit.fields["long"] == "53.2 mm"  # seven tenths of the wall
    assert to_look_at(made) == []


@pytest.mark.parametrize("thick", [3, 5, 8])
def test_a_hinge_of_plates_lies_so_high_that_they_fold_onto_each_other(thick: int) -> None:
    plate = step("body", "extrude", rectangle("60", "40"), height=str(thick))
    made, _ = begin_fit(solved(part("a", plate), part("b", plate)), "knuckle hinge", 0, ("a", "b"))
    up = float(made.fits[0].fields["up"].removesuffix(" mm"))
    assert up > thick / 2
    assert to_look_at(made) == []


def test_the_smaller_of_two_walls_decides() -> None:
    made, _ = begin_fit(
        solved(box("tray"), box("lid", wide="50", tall="12")), "knuckle hinge", 0, ("tray", "lid")
    )
    assert made.fits[0].fields["long"] == "35 mm"
    assert made.fits[0].fields["up"] == "6 mm"


def test_a_clip_begins_rim_to_rim_at_the_front() -> None:
    made, _ = begin_fit(solved(box("tray"), box("lid")), "clip", 0, ("tray", "lid"))
    (fit,) = made.fits
    assert fit.place_a and fit.place_b
    assert (fit.place_a.on, fit.place_b.on) == ("hollow.rim", "hollow.rim")
    arm = float(fit.fields["thick"].removesuffix(" mm"))
    # just inside the wall: the hollow begins 19.8 from the middle
    assert fit.place_a.y == exact_size(-19.8 + arm / 2, "mm")
    assert fit.place_a.turn == "180 deg"
    assert to_look_at(made) == []


def test_a_clip_on_what_is_not_hollow_begins_as_before() -> None:
    block = step("body", "extrude", rectangle("40", "30"), height="20")
    made, _ = begin_fit(solved(part("a", block), part("b", block)), "clip", 0, ("a", "b"))
    assert made.fits[0].place_a.on == "body.top" and made.fits[0].fields == {}  # type: ignore[union-attr]


@pytest.mark.parametrize(("across", "pitch"), [(8, 2), (14, 3), (24, 4), (42.5, 4), (90, 5)])
def test_a_nut_takes_the_thread_of_the_rod_it_goes_on(across: float, pitch: int) -> None:
    rod = step("body", "extrude", circle(str(across)), height="40")
    made, _ = begin_fit(solved(part("a", rod)), "screw", 0, ("a", ""))
    assert made.fits[0].fields == {"designation": f"print {across:g}x{pitch}"}


def test_a_hollow_neck_gets_a_cap() -> None:
    bottle = part("a", step("body", "extrude", circle("60"), height="50"),
                  step("neck", "extrude", circle("30"), on="body.top", height="20"),
                  step("bore", "hole", on="neck.top", diameter="22"))  # fmt: skip
    made, _ = begin_fit(solved(bottle), "screw", 0, ("a", ""))
    assert made.fits[0].fields == {"designation": "print 30x4", "makes": "round cap"}
    assert [one.name for one in made.parts] == ["a", "cap"] and made.parts[1].label == "Cap"
    assert made.fits[0].place_a.on == "neck.top"  # type: ignore[union-attr]


def test_a_square_block_is_no_shaft_to_thread() -> None:
    """Its corners alone would be met: the largest circle round it is not offered."""
    block = step("body", "extrude", rectangle("40", "30"), height="20")
    made, _ = begin_fit(solved(part("a", block)), "screw", 0, ("a", ""))
    assert "designation" not in made.fits[0].fields
    (told, *_) = [one.one_line() for one in solve(made).errors]
    assert "is no shaft: 50 mm out to its corners" in told and "raise a round neck" in told


def test_a_flat_on_a_shaft_is_none_the_worse() -> None:
    flat = step("flat", "extrude", rectangle("40", "10"), on={"on": "body.top", "y": "16"},
                mode="cut", direction="down", height="30")  # fmt: skip
    shaft = part("a", step("body", "extrude", circle("30"), height="40"), flat)
    made, _ = begin_fit(solved(shaft), "screw", 0, ("a", ""))
    assert made.fits[0].fields == {"designation": "print 30x4"}
    made, _ = begin_fit(solved(shaft), "track", 0, ("a", ""))
    assert not solve(made).errors


@pytest.mark.parametrize("units", ["mm", "in"])
@pytest.mark.parametrize("tall", [4, 20])
def test_a_rail_begins_lying_on_the_face_and_no_larger(tall: int, units: str) -> None:
    across = ("60", "40", str(tall)) if units == "mm" else ("2.5", "1.5", f"{tall / 20}")
    wide, deep, high = across
    base = part("a", step("body", "extrude", rectangle(wide, deep), height=high))
    solution = solve(document(base, units=units))
    made, _ = begin_fit(solution, "rail", 0, ("a", ""))
    assert [
        one for one in to_look_at(made) if "lie in each other" in one or "not free" in one
    ] == []
    before, after = (s.parts["a"].state.solid().bounds for s in (solution, solve(made)))
    assert after[:2] == pytest.approx(before[:2], abs=0.01)
    assert after[3:5] == pytest.approx(before[3:5], abs=0.01)
    assert (
        after[2] == before[2] and len(solve(made).parts["a"].state.solid().solid.decompose()) == 1
    )


def test_a_chosen_face_is_taken_as_it_is() -> None:
    made, _ = begin_fit(
        solved(box("tray"), box("lid")), "knuckle hinge", 0, ("tray", "lid"),
        ("body.left", "body.right"),
    )  # fmt: skip
    (fit,) = made.fits
    assert (fit.place_a.on, fit.place_b.on) == ("body.left", "body.right")  # type: ignore[union-attr]
    assert fit.fields["long"] == "32.2 mm"


def test_in_an_inch_project_sizes_are_told_in_inches() -> None:
    inches = solve(document(box("tray", "3", "2", "3/4"), box("lid", "3", "2", "3/4"), units="in"))
    made, _ = begin_fit(inches, "knuckle hinge", 0, ("tray", "lid"))
    assert made.fits[0].fields["up"] == "0.375 in"


def test_the_largest_upright_face_looks_to_the_back_where_two_are_equal() -> None:
    state = (
        solved(part("p", step("body", "extrude", rectangle("40", "30"), height="20")))
        .parts["p"]
        .state
    )
    room = side_face(state)
    assert room is not None
    assert (room.place, round(room.wide, 6), round(room.tall, 6)) == ("body.back", 40, 20)
    ball = solved(part("p", step("body", "extrude", circle("30"), height="20"))).parts["p"].state
    assert side_face(ball) is None


BODIES = {
    "plate": [step("body", "extrude", rectangle("60", "40"), height="4")],
    "block": [step("body", "extrude", rectangle("30", "30"), height="30")],
    "small": [step("body", "extrude", rectangle("14", "12"), height="10")],
    "rod": [step("body", "extrude", circle("12"), height="40")],
    "disc": [step("body", "extrude", circle("60"), height="3")],
    "box": box("x")["steps"],
    "holed": [step("body", "extrude", rectangle("60", "40"), height="8"),
              step("bore", "hole", on="body.top", diameter="20")],
}  # fmt: skip
# what each cannot begin on, and why
NOT_ON = {
    ("strap clamp", "plate"): "its screw is as thick as the plate",
    ("knuckle hinge", "rod"): "no flat side, and its end is too short",
    ("knuckle hinge", "disc"): "no flat side",
}


def begun_on(kind: str, body: str, units: str = "mm"):
    """A fit begun on a body: with a new part where it makes one, else with another such body."""
    spec = FITS[kind]
    one = {"name": "a", "steps": BODIES[body]}
    parts = [one] if spec.makes_b else [one, {"name": "b", "steps": BODIES[body]}]
    solution = solve(document(*parts, units=units))
    assert not solution.errors, [error.one_line() for error in solution.errors]
    return begin_fit(solution, kind, 0, ("a", "" if spec.makes_b else "b"))[0]


def stops(project) -> list[str]:
    solution = solve(project)
    assert not solution.errors, [one.one_line() for one in solution.errors]
    found = report_on(solution).findings
    return [one.message for one in found if one.severity == "stop"]


SIZED = (
    "axle", "ball hinge", "bearing seat", "dovetail", "gears", "knuckle hinge", "plug", "screwed",
    "strap clamp",
)  # fmt: skip


@pytest.mark.parametrize(
    ("kind", "body"),
    spread((kind, body) for kind in SIZED for body in BODIES if (kind, body) not in NOT_ON),
)
def test_a_fit_on_a_face_begins_of_a_size_that_goes_there(kind: str, body: str) -> None:
    assert stops(begun_on(kind, body)) == []


@pytest.mark.parametrize("kind", ["axle", "gears", "plug", "dovetail"])
def test_two_finished_bodies_begin_face_to_face_and_not_in_each_other(kind: str) -> None:
    for body in ("block", "box", "disc"):
        parts = [{"name": name, "steps": BODIES[body]} for name in ("a", "b")]
        made, _ = begin_fit(solve(document(*parts)), kind, 0, ("a", "b"))
        assert stops(made) == [], body


def test_an_axle_goes_through_its_wheel_as_thick_as_it_is() -> None:
    made = begun_on("axle", "block")
    assert made.fits[0].fields == {"long": "30 mm"}
    assert begun_on("axle", "rod").fits[0].fields == {
        "diameter": "6 mm", "long": "40 mm", "collar": "12 mm",
    }  # fmt: skip
    # the bore as it was cut, by Euler's characteristic: one way through
    for body in ("block", "plate", "disc"):
        wheel = solve(begun_on("axle", body)).parts["a"].state.solid().solid
        assert wheel.genus() == 1


def test_a_socket_leaves_a_floor() -> None:
    for body, thick in (("plate", 4.0), ("disc", 3.0), ("small", 10.0)):
        fields = begun_on("plug", body).fits[0].fields
        depth = float(fields["depth"].removesuffix(" mm"))
        socket = solve(begun_on("plug", body)).parts["a"].state.solid().solid
        assert socket.genus() == 0  # not cut through
        assert 0.5 < depth <= thick - 0.4 - 1.0
        assert [one for one in to_look_at(begun_on("plug", body)) if "wall" in one] == []


def test_a_fit_begins_beside_what_is_in_the_middle_of_the_face() -> None:
    made = begun_on("plug", "holed")
    (fit,) = made.fits
    assert fit.place_a and fit.place_a.on == "body.top"
    x, y = (float(text.removesuffix(" mm")) for text in (fit.place_a.x, fit.place_a.y))
    assert math.hypot(x, y) > 10.0 + 4.0  # past the bore's rim by its own radius
    assert stops(made) == []


def test_the_usual_bearing_or_the_largest_there_is_room_for() -> None:
    numbers = {
        body: begun_on("bearing seat", body).fits[0].fields.get("number", "608")
        for body in ("block", "rod", "small")
    }
    assert numbers == {"block": "608", "rod": "623", "small": "623"}


def test_sizes_that_are_the_usual_ones_are_left_alone_and_others_told_in_the_units() -> None:
    assert begun_on("plug", "block").fits[0].fields == {}
    inch = [step("body", "extrude", rectangle("2", "1 1/2"), height="1/8")]
    solution = solve(document({"name": "a", "steps": inch}, units="in"))
    made, _ = begin_fit(solution, "plug", 0, ("a", ""))
    assert all(text.endswith(" in") for text in made.fits[0].fields.values())
    assert to_look_at(made) == []


def test_how_thick_a_part_is_below_a_face() -> None:
    """By its own sizes: a plate, a box's floor and wall, beside a step, over a hole."""
    state = solved(box("tray")).parts["tray"].state
    thick = {name: room_on(state, name).thick for name in ("body.bottom", "hollow.inner floor")}
    assert thick == pytest.approx({"body.bottom": 2.0, "hollow.inner floor": 2.0})
    assert room_on(state, "body.back").thick == pytest.approx(3.2)
    holed = solved({"name": "a", "steps": BODIES["holed"]}).parts["a"].state
    assert room_on(holed, "body.top").thick == pytest.approx(8.0)  # beside the hole
    stepped = [*BODIES["plate"], step("post", "extrude", circle("20"), on="body.top", height="9")]
    post = solved({"name": "a", "steps": stepped}).parts["a"].state
    assert room_on(post, "post.top").thick == pytest.approx(13.0)
    assert room_on(post, "body.bottom").rises == pytest.approx(0.0, abs=1e-9)
    assert room_on(post, "body.top").rises == pytest.approx(9.0)


def test_nothing_stands_above_the_face_a_fit_begins_on() -> None:
    boxed = solved(box("tray")).parts["tray"].state
    room = outer_face(boxed)
    assert room and room.place == "body.bottom" and room.rises < 1e-6
    stepped = [*BODIES["plate"], step("post", "extrude", circle("20"), on="body.top", height="9")]
    room = outer_face(solved({"name": "a", "steps": stepped}).parts["a"].state)
    assert room and room.place == "post.top"
    assert outer_face(solved(part("empty")).parts["empty"].state) is None


@pytest.mark.parametrize("pressed", ["", "body.top"])
def test_a_bearing_begins_round_the_hole_that_its_shaft_goes_through(pressed: str) -> None:
    plate = step("body", "extrude", rectangle("50", "40"), height="12")
    hole = step("bore", "hole", on="body.top", diameter="9")
    made, _ = begin_fit(solved(part("a", plate, hole)), "bearing seat", 0, ("a", ""), (pressed, ""))
    (fit,) = made.fits
    assert fit.place_a and (fit.place_a.on, fit.place_a.x, fit.place_a.y) == ("body.top", "", "")
    assert "number" not in fit.fields  # the usual one: 22 mm across
    assert stops(made) == []


def test_on_a_chosen_face_a_fit_begins_beside_its_hole_too() -> None:
    made, _ = begin_fit(
        solved({"name": "a", "steps": BODIES["holed"]}), "plug", 0, ("a", ""), ("body.top", "")
    )
    assert made.fits[0].place_a.x != ""  # type: ignore[union-attr]
    assert stops(made) == []


@pytest.mark.parametrize("kind", ["plug", "axle"])
@pytest.mark.parametrize("post", [0, 2])
def test_on_a_row_of_posts_a_fit_begins_on_the_one_that_was_pressed(kind: str, post: int) -> None:
    """Posts 20.25 apart, pressed at shares of a plate 80 long: what goes in goes into that one."""
    solution = solved(
        part(
            "a",
            step("b", "extrude", rectangle("80", "30"), height="8"),
            step("post", "boss", on={"on": "b.top", "x": "-30"}, diameter="12", height="9",
                 foot="0"),
            step("r", "row", count="4", spacing="20.25"),
        )
    )  # fmt: skip
    near = ((10 + 20.25 * post + 1) / 80, 0.5, 1.0)
    project, name = begin_fit(solution, kind, 0, ("a", ""), ("post.top", ""), near)
    (fit,) = project.fits
    assert fit.name == name and fit.place_a is not None
    assert (fit.place_a.on, fit.place_a.y) == ("post.top", "")
    assert fit.place_a.x == (f"{20.25 * post:g} mm" if post else "")
    made = solve(project)
    assert not made.errors
    # what is cut is cut there: half a plate beyond it the part is as it was
    before, after = (one.parts["a"].state.solid() for one in (solution, made))
    cut = (before.solid - after.solid).bounding_box()
    assert (cut[0] + cut[3]) / 2 == pytest.approx(-30 + 20.25 * post, abs=0.02)
