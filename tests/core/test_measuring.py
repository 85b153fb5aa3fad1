"""What is pressed is measured: against what was typed, and formulas of solid geometry."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest

from core.checks.checklist import lines_of
from core.checks.pressed import reading_of, readings
from core.errors import BuildError
from core.project.demo import demo_document
from core.project.document import from_data
from core.project.solve import solve
from core.solids.sectioned import round_through
from tests.core.building import circle, document, part, rectangle, solved, step

BLOCK = step("block", "extrude", rectangle("40", "30"), height="20")
HOLE = step("hole", "hole", on={"on": "block.top", "x": "6"}, diameter="8", depth="9")
SECOND = step(
    "second", "hole", on={"on": "block.top", "x": "-10", "y": "5"}, diameter="5", depth="9"
)


def block(*more):
    return solved(part("p", BLOCK, *more))


def read(solution, *things: str) -> dict[str, float]:
    return {one.reads: one.value for one in readings(solution, [f"p: {one}" for one in things])}


def test_parallel_faces_are_measured_across() -> None:
    found = read(block(), "block.left", "block.right")
    assert found["wall between"] == pytest.approx(40)
    assert found["nearest"] == pytest.approx(40)


def test_what_is_hollow_between_is_no_wall() -> None:
    hollow = step("hollow", "shell", wall="2", floor="3")
    done = block(hollow)
    assert "wall between" not in read(done, "block.left", "block.right")
    assert read(done, "block.left", "block.right")["outside to outside"] == pytest.approx(40)
    assert read(done, "block.left", "hollow.left")["wall between"] == pytest.approx(2)
    assert read(done, "hollow.left", "hollow.right")["gap between"] == pytest.approx(36)


@pytest.mark.parametrize("draft", [0, 3, 12])
def test_the_angle_between_faces_is_the_material_s(draft: int) -> None:
    leaning = step("block", "extrude", rectangle("40", "30"), height="10", draft=f"{draft} deg")
    done = solved(part("p", leaning))
    assert read(done, "block.bottom", "block.left")["angle"] == pytest.approx(90 - draft)
    assert read(done, "block.top", "block.left")["angle"] == pytest.approx(90 + draft)


@pytest.mark.parametrize("across", [0.8, 8.0, 26.0])
def test_a_round_face_tells_the_radius_that_was_typed(across: float) -> None:
    hole = step("hole", "hole", on="block.top", diameter=str(across), depth="9")
    found = read(block(hole), "hole.side")
    assert found["diameter"] == pytest.approx(across, abs=1e-6)
    assert found["area"] == pytest.approx(math.pi * across * 20, rel=6e-3)


@pytest.mark.parametrize("corner", [0.5, 3, 14])
def test_part_of_a_round_face_tells_its_radius_too(corner: float) -> None:
    rounded = step("block", "extrude", rectangle("40", "30", str(corner)), height="10")
    done = solved(part("p", rounded))
    faces = {
        one.step + "." + name
        for one in done.parts["p"].state.features.values()
        for name in one.places
    }
    round_faces = [one for one in faces if "corner" in one]
    assert round_faces
    for one in round_faces:
        assert read(done, one)["radius"] == pytest.approx(corner, abs=5e-6)


def test_holes_are_measured_axis_to_axis() -> None:
    found = read(block(HOLE, SECOND), "hole.side", "second.side")
    assert found["axis to axis"] == pytest.approx(math.hypot(16, 5), abs=1e-6)
    assert found["nearest"] == pytest.approx(math.hypot(16, 5) - 6.5, abs=0.01)


ROW = step("row", "row", of="hole", count="3", spacing="11")


def at_row(bore: int, height: float) -> str:
    """Near a bore of the row, told as shares of the block: at x = 26, 37 and 48 of 60."""
    return f"near {(26 + 11 * bore) / 60:.3f} 0.5 {height}"


def row(spacing: str = "11", wide: str = "60") -> Any:
    wide_block = step("block", "extrude", rectangle(wide, "30"), height="20")
    hole = step(
        "hole", "hole", on={"on": "block.top", "x": "-4"}, diameter="8", depth="9", reach="to depth"
    )
    return solved(
        part("p", wide_block, hole, ROW | {"fields": ROW["fields"] | {"spacing": spacing}})
    )


@pytest.mark.parametrize("bore", [0, 1, 2])
def test_of_a_row_of_holes_the_one_that_was_pressed_is_measured(bore: int) -> None:
    """They are one face to the solid, three to whoever presses: at 26, 37 and 48 mm of 60."""
    side = f"hole.side {at_row(bore, 0.8)}"
    assert read(row(), side)["diameter"] == pytest.approx(8)
    assert read(row(), side)["area"] == pytest.approx(math.pi * 8 * 9, rel=2e-3)
    for one in (side, f"block.top | hole.side {at_row(bore, 1)}"):
        assert read(row(), one, "block.left")["axis to face"] == pytest.approx(26 + 11 * bore)
        others = [f"hole.side {at_row(other, 0.7)}" for other in range(3) if other != bore]
        told = [read(row(), one, other)["axis to axis"] for other in others]
        assert told == pytest.approx([11 * abs(bore - n) for n in range(3) if n != bore])
    floor = f"hole.floor {at_row(bore, 0.55)}"
    assert read(row(), floor)["area"] == pytest.approx(math.pi * 16, rel=2e-3)


def test_the_corner_that_was_pressed_is_measured_where_faces_meet_twice() -> None:
    """A slot right across the block: its side meets the top and the front once on either end."""
    slot = step("slot", "extrude", rectangle("6", "60"), on="block.top", mode="cut",
                direction="down", height="5")  # fmt: skip
    for share, off in ((0.0, 17.0), (1.0, 23.0)):
        corner = f"block.top | block.front near {share} 0 1"
        assert read(block(slot), corner)["length"] == pytest.approx(17)
        assert read(block(slot), corner, "block.left")["nearest"] == pytest.approx(
            0 if share == 0 else off
        )


@pytest.mark.parametrize(("spacing", "word"), [("11", "as drawn"), ("10.5", "-0.5 mm off")])
def test_a_line_of_the_checklist_stays_with_its_holes(spacing: str, word: str) -> None:
    of = [f"p: hole.side {at_row(bore, 0.8)}" for bore in (1, 2)]
    line = {"what": "", "of": of, "reads": "axis to axis", "wanted": "11", "within": "0.1"}
    made = row(spacing, "64").project.model_dump(mode="json")
    (found,) = lines_of(solve(from_data(made | {"checklist": [line]})))
    assert found.word == word


def test_a_hole_is_measured_from_an_edge_of_the_block() -> None:
    assert read(block(HOLE), "hole.side", "block.left")["axis to face"] == pytest.approx(26)


def test_edges_and_corners() -> None:
    done = block()
    assert read(done, "block.top | block.front")["length"] == pytest.approx(40)
    apart = read(done, "block.top | block.front", "block.top | block.back")
    assert apart["apart"] == pytest.approx(30)
    square = read(done, "block.top | block.front", "block.top | block.left")
    assert square["angle"] == pytest.approx(90)
    corners = read(
        done, "block.top | block.front | block.left", "block.bottom | block.back | block.right"
    )
    assert corners["nearest"] == pytest.approx(math.hypot(40, 30, 20))
    assert read(done, "block.top | block.front | block.left", "block.bottom")[
        "square to the face"
    ] == pytest.approx(20)


def test_the_rim_of_a_hole_is_a_circle() -> None:
    found = read(block(HOLE), "block.top | hole.side")
    assert found["diameter"] == pytest.approx(8, abs=1e-6)
    assert found["length"] == pytest.approx(8 * math.pi, rel=1e-4)


def test_an_edge_at_a_slant_to_a_face() -> None:
    wedge = step(
        "block", "extrude", {"kind": "right triangle", "width": "30", "height": "40"}, height="5"
    )
    done = solved(part("p", wedge))
    names = [
        n for n in done.parts["p"].state.features["block"].places if n not in ("top", "bottom")
    ]
    angles = sorted(
        read(done, f"block.top | block.{a}", f"block.{b}").get("angle", 0.0)
        for a in names for b in names if a != b
    )  # fmt: skip
    # 3-4-5: the sides lean by atan(3/4) and atan(4/3) to each other, and stand square
    expected = math.degrees(math.atan(3 / 4))
    assert any(abs(one - expected) < 1e-6 for one in angles)
    assert any(abs(one - 90) < 1e-6 for one in angles)


def test_parts_are_measured_as_they_stand_together() -> None:
    done = solve(demo_document("bait_tin"))
    a, b = done.fits[next(iter(done.fits))].fit.parts
    top = readings(done, [f"{b}: slip.top", f"{a}: body.bottom"])
    total = next(one.value for one in top if one.reads == "outside to outside")
    lid = readings(done, [f"{b}: slip.top", f"{a}: body.top"])
    above = next(one for one in lid if one.reads in ("apart", "gap between", "outside to outside"))
    assert total - above.value == pytest.approx(34, abs=1e-6)  # the tin's own height


@pytest.mark.parametrize(
    ("of", "says"),
    [
        (["p: block.roof"], "face roof of block is not there"),
        (["q: block.top"], "no solid of 'q'"),
        (["p: block.top | block.bottom"], "meet in no edge"),
        (["p: block.top | block.bottom | block.left"], "meet in no corner"),
        ([], "one thing or two"),
        (["p: block.top"] * 3, "one thing or two"),
    ],
)
def test_what_is_not_there_is_said(of: list[str], says: str) -> None:
    with pytest.raises(BuildError, match=says):
        readings(block(), of)


def test_a_reading_that_is_gone_says_what_there_is() -> None:
    with pytest.raises(BuildError, match="'angle' is not read there") as caught:
        reading_of(block(), ["p: block.left", "p: block.right"], "angle")
    assert "wall between" in str(caught.value.remedy)


@pytest.mark.parametrize(
    ("wanted", "severity", "word"),
    [("40", "good", "as drawn"), ("39.95", "good", "as drawn"), ("39", "warning", "1 mm off")],
)
def test_a_line_of_the_checklist_reads_the_solid(wanted: str, severity: str, word: str) -> None:
    line = {"what": "", "of": ["p: block.left", "p: block.right"], "reads": "wall between",
            "wanted": wanted, "within": "0.1"}  # fmt: skip
    (found,) = lines_of(solved(part("p", BLOCK), checklist=[line]))
    assert (found.severity, found.word) == (severity, word)
    assert found.found_mm == pytest.approx(40)


def test_an_angle_is_ticked_off_in_degrees() -> None:
    line = {"what": "", "of": ["p: block.top", "p: block.left"], "reads": "angle",
            "wanted": "92 deg", "within": "0.5 deg"}  # fmt: skip
    (found,) = lines_of(solved(part("p", BLOCK), checklist=[line]))
    assert (found.kind, found.word) == ("angle", "-2° off")


def test_a_line_whose_face_is_gone_says_so_at_the_line() -> None:
    line = {"what": "", "of": ["p: block.roof"], "reads": "area", "wanted": "40", "within": "1"}
    (found,) = lines_of(solve(document(part("p", BLOCK), checklist=[line])))
    assert found.severity == "stop" and found.error is not None
    assert found.error.where == "checklist.0.size"


@pytest.mark.parametrize("count", [9, 24, 200])
@pytest.mark.parametrize("turn", [0.6, 2.0, math.pi, 5.5])
def test_circles_are_found_in_points_of_part_of_them(count: int, turn: float) -> None:
    """Facets that keep the area of an arc: ends on it, inner corners out by sqrt(step / sin
    step).
    """
    step_ = turn / count
    # area of the facets' fan equals that of the sector: found by bisection on the inner radius
    low, high = 5.0, 6.0

    def fan(r: float) -> float:
        return r * 5 * math.sin(step_) / 2 * 2 + (count - 2) * r * r * math.sin(step_) / 2

    for _ in range(80):
        middle = (low + high) / 2
        low, high = (middle, high) if fan(middle) < 25 * turn / 2 else (low, middle)
    angles = 0.3 + step_ * np.arange(count + 1)
    radii = np.full(count + 1, low)
    radii[[0, -1]] = 5.0
    points = np.column_stack([2 + radii * np.cos(angles), -1 + radii * np.sin(angles)])
    found = round_through(points)
    assert found is not None
    assert found[1] == pytest.approx(5, abs=2e-3)
    assert found[0] == pytest.approx((2, -1), abs=2e-3)


def test_round_bosses_and_flats_are_told_apart() -> None:
    boss = step("block", "extrude", circle("30"), height="10")
    done = solved(part("p", boss))
    assert "radius" not in read(done, "block.top")
    assert read(done, "block.side")["radius"] == pytest.approx(15, abs=1e-6)
