"""Planes told by faces and axes, cuts that end where they should, copies of what was done."""

from __future__ import annotations

import math

import numpy as np
import pytest

from core.project.results import Solution
from core.project.solve import solve
from core.solids import Frame
from core.solids.mesh import face_area, triangle_mesh
from core.steps.plane import between
from tests.core.building import block, circle, document, part, rectangle, solved, step

SCALES = [0.5, 0.8, 1.25, 2.0]


def volumes(*steps) -> list[float]:
    """The volume after every step, mm³."""
    return [one.state.solid().volume_mm3 for one in solved(part("p", *steps)).parts["p"].steps]


def last(*steps) -> float:
    """What the last step added, mm³."""
    found = volumes(*steps)
    return found[-1] - found[-2]


def bounds(solution: Solution) -> np.ndarray:
    return np.array(solution.parts["p"].state.solid().bounds)


def error(*steps) -> str:
    (found,) = solve(document(part("p", *steps))).errors
    return f"{found.message}; {found.remedy}"


# -- planes ------------------------------------------------------------------------------------

KNOB = step(
    "k", "extrude", rectangle("4", "4"), on={"on": "body.top", "x": "0 - 14", "y": "5"}, height="6"
)


@pytest.mark.parametrize(
    ("one", "other", "at", "normal"),
    [
        # opposite faces: half-way; level ones that look the same way: half-way too
        (((20, 0, 0), (1, 0, 0)), ((-4, 0, 0), (-1, 0, 0)), (8, 0, 0), (1, 0, 0)),
        (((0, 0, 10), (0, 0, 1)), ((0, 0, 20), (0, 0, 1)), (0, 0, 15), (0, 0, 1)),
        # faces square to each other: the mitre through their edge
        (((20, 0, 0), (1, 0, 0)), ((0, 15, 0), (0, 1, 0)), (20, 15, 0), (1, -1, 0)),
    ],
)  # fmt: skip
def test_a_plane_between_two_faces_is_as_far_from_both(one, other, at, normal) -> None:
    plane = between(*(Frame(o, (0, 0, 1) if z[2] == 0 else (1, 0, 0), z) for o, z in (one, other)))
    unit = np.array(normal) / np.linalg.norm(normal)
    assert abs(np.dot(unit, plane.z_axis)) == pytest.approx(1)
    assert np.dot(np.array(at) - plane.origin, plane.z_axis) == pytest.approx(0, abs=1e-9)
    assert abs(np.dot(plane.x_axis, plane.z_axis)) < 1e-12


@pytest.mark.parametrize("scale", SCALES)
def test_a_piece_is_mirrored_half_way_between_two_faces_at_any_size(scale: float) -> None:
    body = step("body", "extrude", rectangle(f"{40 * scale}", f"{30 * scale}"), height="8")
    knob = step(
        "k",
        "extrude",
        rectangle("4", "4"),
        on={"on": "body.top", "x": f"{-14 * scale}"},
        height="6",
    )
    mirror = step(
        "m", "mirror", of="k", plane="between two faces", face="body.left", other="body.right"
    )
    assert last(body, knob, mirror) == pytest.approx(96)
    made = triangle_mesh(solved(part("p", body, knob, mirror)).parts["p"].state.solid())
    high = made.vertices[made.vertices[:, 2] > 13]
    assert sorted({round(float(x) / scale, 6) for x in high[:, 0] if abs(x) > 13 * scale}) == [
        round(x, 6) for x in (-14 - 2 / scale, -14 + 2 / scale, 14 - 2 / scale, 14 + 2 / scale)
        if abs(x) > 13
    ]  # fmt: skip


def test_mirrored_off_a_face_and_through_an_axis() -> None:
    off = step("m", "mirror", of="k", plane="off a face", face="body.left", off="0 - 10")
    found = bounds(solved(part("p", block(), KNOB, off)))
    assert last(block(), KNOB, off) == pytest.approx(96)
    assert found[0] == pytest.approx(-20) and found[3] == pytest.approx(
        20
    )  # at x -10: from -14 to -6
    about = step("m", "mirror", of="k", plane="through an axis", axis="body", angle="90 deg")
    assert last(block(), KNOB, about) == pytest.approx(96)
    assert "no face is chosen" in error(
        block(), KNOB, step("m", "mirror", of="k", plane="off a face")
    )
    assert "has no axis" in error(
        block(), KNOB, step("m", "mirror", of="k", plane="through an axis", axis="gone")
    )


def test_a_part_is_split_along_a_mitre_and_off_a_face() -> None:
    mitre = step(
        "s", "split", plane="between two faces", face="body.left", other="body.top", keep="above"
    )
    kept = volumes(block(), mitre)
    triangle = 20 * 20 / 2 * 40  # below the plane at 45° through the upper left edge, 40 deep
    assert kept[1] == pytest.approx(triangle) or kept[0] - kept[1] == pytest.approx(triangle)
    below = step("s", "split", plane="off a face", face="body.top", off="0 - 5")
    assert last(block(), below) == pytest.approx(-40 * 40 * 5)


@pytest.mark.parametrize(
    ("keep", "off", "words"),
    [
        ("below", "0 - 20", "nothing lies on that side"),  # the bottom itself: its skin is no part
        ("above", "0 - 20", "the plane does not cut the part"),
        ("above", "0", "nothing lies on that side"),
        ("below", "7", "the plane does not cut the part"),
    ],
)
def test_a_plane_in_a_face_of_the_part_or_past_it_cuts_nothing(keep, off, words) -> None:
    body = step("body", "extrude", rectangle("40", "40"), height="20")
    cut = step("s", "split", plane="off a face", face="body.top", off=off, keep=keep)
    assert words in error(body, cut)


@pytest.mark.parametrize("angle", ["0 deg", "30 deg", "75 deg", "120 deg"])
def test_halves_split_at_an_angle_are_pegged_square_to_the_cut(angle: str) -> None:
    rod = step("body", "extrude", circle("40"), height="30")
    plane = {
        "plane": "through an axis",
        "axis": "body",
        "angle": angle,
        "peg": "4",
        "peg_long": "6",
    }
    halves = [
        volumes(rod, step("s", "split", keep=keep, pegs="2", **plane))[1]
        for keep in ("below", "above")
    ]
    half = math.pi * 400 * 30 / 2
    peg, hole = math.pi * 4 * 6, math.pi * 2.15**2 * 6.3
    assert halves[0] - half == pytest.approx(2 * peg, rel=0.03)  # their ends are chamfered
    assert half - halves[1] == pytest.approx(2 * hole, rel=0.01)


# -- where cuts end ----------------------------------------------------------------------------

TUBE = step("body", "extrude", {"kind": "ring", "outside": "40", "inside": "30"}, height="60")


def test_one_wall_of_a_tube_is_drilled_and_no_more() -> None:
    one = last(TUBE, step("h", "hole", on="body.side", diameter="8", reach="up to the next face"))
    both = last(TUBE, step("h", "hole", on="body.side", diameter="8"))
    assert both == pytest.approx(2 * one, rel=1e-6)
    # a bore across a tube's wall, by the section of two cylinders: each strip √(R²−y²) − √(r²−y²)
    y = np.linspace(-4, 4, 20001)
    deep = np.sqrt(20**2 - y**2) - np.sqrt(15**2 - y**2)
    assert -one == pytest.approx(np.trapezoid(deep * 2 * np.sqrt(16 - y**2), y), rel=3e-3)
    cut = step(
        "h", "extrude", circle("8"), on="body.side", mode="cut", direction="up to the next face"
    )
    assert last(TUBE, cut) == pytest.approx(one, rel=1e-3)


def test_so_many_past_a_named_face() -> None:
    groove = step(
        "g",
        "extrude",
        rectangle("30", "6"),
        on="body.front",
        mode="cut",
        direction="down",
        height="4",
    )
    drilled = {"diameter": "4", "reach": "up to a face", "face": "g.bottom"}
    to = step("h", "hole", on="body.back", **drilled)
    past = step("h", "hole", on="body.back", past="0 - 6", **drilled)
    solution = solved(part("p", block(), groove, past))
    assert -last(block(), groove, to) == pytest.approx(math.pi * 4 * 36, rel=4e-3)
    assert -last(block(), groove, past) == pytest.approx(math.pi * 4 * 30, rel=4e-3)
    assert solution.parts["p"].steps[-1].state.features["h"].quantities["depth"].value == 36
    raised = step(
        "r", "extrude", circle("4"), on="body.top", direction="up to a face", face="k.top", past="3"
    )
    assert last(block(), KNOB, raised) == pytest.approx(math.pi * 4 * 9, rel=4e-3)


def test_what_is_raised_ends_in_whatever_lies_above() -> None:
    arch = step(
        "a",
        "extrude",
        circle("24"),
        on={"on": "body.front", "y": "0 - 10"},
        mode="cut",
        direction="right through",
    )
    prop = step("r", "extrude", rectangle("4", "4"), direction="up to the next face")
    x = np.linspace(-2, 2, 2001)
    assert last(block(), arch, prop) == pytest.approx(
        np.trapezoid(np.sqrt(144 - x**2), x) * 4, rel=2e-3
    )
    open_above = step("r", "extrude", circle("4"), on="body.top", direction="up to the next face")
    assert "no face above all of it" in error(block(), open_above)
    assert "no material begins" in error(
        block(),
        step(
            "h",
            "hole",
            on={"on": "body.top", "out": "4"},
            diameter="4",
            reach="up to the next face",
        ),
    )


# -- copies ------------------------------------------------------------------------------------

PLATE = step("body", "extrude", rectangle("120", "60"), height="6")


def kind_of_copy(name: str) -> dict:
    return {
        "row": step("r", "row", of="q", count="3", spacing="25", **{"with": "e"}),
        "round": step("r", "round", of="q", count="3", **{"with": "e"}),
        "grid": step("r", "grid", of="q", columns="3", rows="1", across="25", **{"with": "e"}),
        "mirror": step("r", "mirror", of="q", **{"with": "e"}),
    }[name]


@pytest.mark.parametrize("name", ["row", "round", "grid", "mirror"])
def test_a_boss_is_copied_with_the_rounds_at_its_foot_and_its_top(name: str) -> None:
    boss = step("q", "extrude", circle("8"), on={"on": "body.top", "x": "0 - 20"}, height="10")
    rounds = step(
        "e", "fillet", where="chosen edges", edges="q.side | body.top: 2; q.side | q.top: 1"
    )
    found = volumes(PLATE, boss, rounds, kind_of_copy(name))
    count = 2 if name == "mirror" else 3
    assert found[3] - found[0] == pytest.approx(count * (found[2] - found[0]), rel=1e-4)


def test_a_hole_is_copied_with_its_rounded_mouth_and_alone_where_not_asked() -> None:
    hole = step("q", "hole", on={"on": "body.top", "x": "0 - 30"}, diameter="8")
    rounds = step("e", "fillet", where="chosen edges", edges="q.side | body.top", size="1")
    found = volumes(PLATE, hole, rounds, kind_of_copy("row"))
    assert found[3] - found[0] == pytest.approx(3 * (found[2] - found[0]), rel=1e-6)
    alone = volumes(PLATE, hole, rounds, step("r", "row", count="3", spacing="25"))
    plain = found[1] - found[0]
    assert alone[3] - alone[2] == pytest.approx(2 * plain, rel=1e-6)
    with pytest.raises(AssertionError, match="makes no piece"):
        solved(part("p", PLATE, hole, step("r", "row", of="q", **{"with": "gone"})))


# -- places on every body ----------------------------------------------------------------------


def test_slanted_and_turned_sides_take_places_along_the_face() -> None:
    """A peg on a face of each body stands square on it: as long as it is told, and its foot flat on
    the face."""
    loft = {
        **step("body", "loft", rectangle("40", "40")),
        "stations": [
            {"outline": {"kind": "rectangle", "fields": {"width": "24", "depth": "24"}}, "up": "34"}
        ],
    }
    drafted = step("body", "extrude", rectangle("40", "30"), height="20", draft="12 deg")
    swept = step("body", "sweep", rectangle("12", "12"), path="right 40")
    for body, face in (
        (loft, "front"),
        (loft, "left"),
        (drafted, "front"),
        (drafted, "right"),
        (swept, "back"),
    ):
        peg = step("peg", "extrude", rectangle("4", "4"), on=f"body.{face}", height="6")
        assert last(body, peg) == pytest.approx(96, rel=1e-6), face
        drilled = step("h", "hole", on=f"body.{face}", diameter="4", reach="to depth", depth="3")
        assert last(body, drilled) == pytest.approx(-math.pi * 4 * 3, rel=4e-3), face
        solution = solved(part("p", body, peg))
        before = solved(part("p", body)).parts["p"].state.solid()
        left = face_area(triangle_mesh(solution.parts["p"].state.solid()), "body", face)
        assert face_area(triangle_mesh(before), "body", face) - left == pytest.approx(16, rel=1e-6)


# -- round walls keep their volume -------------------------------------------------------------


def through_wall(outer: float, inner: float, hole: float) -> float:
    """What a hole across a tube's wall takes: strips of the wall's depth at each y (all radii)."""
    y = np.linspace(-hole, hole, 200_001)
    deep = np.sqrt(outer**2 - y**2) - np.sqrt(inner**2 - y**2)
    return float(np.trapezoid(deep * 2 * np.sqrt(np.maximum(hole**2 - y**2, 0)), y))


@pytest.mark.parametrize("scale", [0.5, 1.0, 2.0])
def test_a_tube_full_of_holes_weighs_what_it_should(scale: float) -> None:
    def mm(value: float) -> str:
        return f"{value * scale}"

    tube = step(
        "body", "extrude", {"kind": "ring", "outside": mm(100), "inside": mm(94)}, height=mm(200)
    )
    hole = step(
        "h",
        "hole",
        on={"on": "body.side", "y": mm(-80)},
        diameter=mm(12),
        reach="up to the next face",
    )
    rings = step("r", "rings", of="h", count="16", rings="9", spacing=mm(20))
    found = volumes(tube, hole, rings)
    solid = math.pi * (50**2 - 47**2) * 200
    assert found[0] == pytest.approx(solid * scale**3, rel=1e-9)
    holes = 144 * through_wall(50, 47, 6)
    assert found[2] == pytest.approx((solid - holes) * scale**3, rel=5e-4)


def test_a_thin_tube_and_a_turned_one_keep_their_volume() -> None:
    thin = step("body", "extrude", {"kind": "ring", "outside": "12", "inside": "11.2"}, height="20")
    assert volumes(thin)[0] == pytest.approx(math.pi * (6**2 - 5.6**2) * 20, rel=1e-9)
    for angle in ("360 deg", "270 deg"):
        turned = step("body", "revolve", rectangle("0.4", "20"), out="5.8", angle=angle)
        share = float(angle.split()[0]) / 360
        assert volumes(turned)[0] == pytest.approx(math.pi * (6**2 - 5.6**2) * 20 * share, rel=1e-6)


# -- lofts that go down ------------------------------------------------------------------------


def test_a_loft_goes_down_as_well_as_up() -> None:
    def loft(up: str, **more) -> dict:
        return {
            **step("l", "loft", rectangle("40", "30"), **more),
            "stations": [
                {
                    "outline": {"kind": "rectangle", "fields": {"width": "20", "depth": "10"}},
                    "up": up,
                    "x": "3",
                }
            ],
        }

    up, down = (solved(part("p", loft(text))) for text in ("25", "0 - 25"))
    prismatoid = 25 / 6 * (40 * 30 + 4 * 30 * 20 + 20 * 10)
    for made in (up, down):
        assert made.parts["p"].state.solid().volume_mm3 == pytest.approx(prismatoid, rel=1e-9)
    assert bounds(down)[2] == -25 and bounds(down)[5] == 0
    places = down.parts["p"].state.features["l"].places
    assert places["top"].origin == (0, 0, 0) and places["bottom"].origin == (3, 0, -25)
    # a funnel under a plate, tangent where it leaves it
    plate = step("body", "extrude", rectangle("60", "40"), height="4")
    funnel = {**loft("0 - 25", start="tangent"), "place": {"on": ""}}
    assert last(plate, funnel) > prismatoid
    mixed = loft("25")
    mixed["stations"].append({**mixed["stations"][0], "up": "10"})
    assert "does not rise" in error(mixed)
