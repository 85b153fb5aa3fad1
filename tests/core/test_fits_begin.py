"""Fits begin where they usually go: on walls, rim to rim, round necks; sized to what they
stand on.
"""

from __future__ import annotations

import pytest

from core.project.beginning_fits import begin_fit
from core.project.beginning_sizes import exact_size
from core.project.faces import side_face
from core.project.solve import solve
from core.report import report_on
from tests.core.building import circle, document, part, rectangle, solved, step


def box(name: str, wide: str = "76", deep: str = "46", tall: str = "17"):
    return part(name, step("body", "extrude", rectangle(wide, deep), height=tall),
                step("hollow", "shell", wall="3.2", floor="2"))  # fmt: skip


def to_look_at(project) -> list[str]:
    solution = solve(project)
    assert not solution.errors, [one.one_line() for one in solution.errors]
    found = report_on(solution, remedies=False).findings
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
