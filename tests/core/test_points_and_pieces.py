"""Points told by faces, copies along a line, and parts split into parts of their own."""

from __future__ import annotations

import itertools
import math

import numpy as np
import pytest
import trimesh

from core.errors import BuildError
from core.project.parting import pieces_left, with_pieces
from core.project.results import Solution
from core.project.solve import solve
from core.report import report_on
from core.solids.mesh import triangle_mesh
from core.steps.points import point_of, points_on
from tests.core.building import circle, document, part, rectangle, solved, step

SCALES = [0.5, 0.8, 1.25, 2.0]


def state_of(*steps):
    return solved(part("p", *steps)).parts["p"].state


def volumes(solution: Solution) -> dict[str, float]:
    return {name: made.state.solid().volume_mm3 for name, made in solution.parts.items()}


def error(*steps) -> str:
    (found,) = solve(document(part("p", *steps))).errors
    return f"{found.message}; {found.remedy}"


# -- points ------------------------------------------------------------------------------------

PLATE = step("b", "extrude", rectangle("40", "20"), height="10")


@pytest.mark.parametrize(
    ("told", "at"),
    [
        ("b.top | b.front | b.left", (-20, -10, 10)),
        ("b.bottom | b.right | b.back", (20, 10, 0)),
        ("b.top | b.left", (-20, 0, 10)),
        ("b.front | b.right", (20, -10, 5)),
        ("b.top", (0, 0, 10)),
        ("h", (5, 3, 10)),
    ],
)
def test_points_are_where_faces_meet(told: str, at) -> None:
    state = state_of(PLATE, step("h", "hole", on={"on": "b.top", "x": "5", "y": "3"}, diameter="6"))
    assert point_of(state, told) == pytest.approx(at)


def test_the_edge_of_a_round_face_is_told_by_its_centre() -> None:
    peg = step("peg", "extrude", circle("8"), on={"on": "b.top", "x": "7", "y": "2"}, height="6")
    state = state_of(PLATE, peg)
    assert point_of(state, "peg.side | peg.top") == pytest.approx((7, 2, 16), abs=1e-9)
    assert point_of(state, "b.top | peg.side") == pytest.approx((7, 2, 10), abs=1e-9)


def test_a_corner_that_was_rounded_off_is_still_where_the_planes_cross() -> None:
    rounded = step("b", "extrude", rectangle("40", "20", "4"), height="10")
    assert point_of(state_of(rounded), "b.top | b.front | b.left") == pytest.approx((-20, -10, 10))


@pytest.mark.parametrize(
    ("told", "words"),
    [
        ("", "no point is chosen"),
        ("b.top | b.bottom", "meet in no edge"),
        ("b.top | b.bottom | b.left", "meet in no corner"),
        ("b.top | b.left | b.front | b.right", "names 4 faces"),
        ("b.lid", "no place 'b.lid'"),
    ],
)
def test_points_that_are_not_there_say_so(told: str, words: str) -> None:
    with pytest.raises(BuildError, match=words):
        point_of(state_of(PLATE), told)


def test_every_point_that_is_offered_can_be_found() -> None:
    boss = step("boss", "extrude", rectangle("8", "8"), on={"on": "b.top", "x": "5"}, height="4")
    state = state_of(PLATE, boss)
    offered = points_on(state)
    # of two boxes, one on the other: 12 + 12 edges, the four at its foot between the two; 16
    # corners
    assert sum(told.count("|") == 1 for told in offered) == 24
    assert sum(told.count("|") == 2 for told in offered) == 16
    low, high = np.array(state.solid().bounds[:3]), np.array(state.solid().bounds[3:])
    for told in offered:
        at = np.array(point_of(state, told))
        assert (at >= low - 1e-9).all() and (at <= high + 1e-9).all(), told


def test_a_distance_may_be_told_from_a_corner_or_an_edge() -> None:
    place = {"on": "b.top", "x": "6", "x_from": "b.front | b.left | b.top", "y": "0 - 3",
             "y_from": "b.back | b.top"}  # fmt: skip
    state = state_of(PLATE, step("h", "hole", on=place, diameter="4"))
    assert state.features["h"].axis.origin == pytest.approx((-14, 7, 10))


@pytest.mark.parametrize("scale", SCALES)
def test_a_plane_through_three_corners_halves_a_box(scale: float) -> None:
    box = step("b", "extrude", rectangle(f"{40 * scale}", f"{20 * scale}"), height=f"{10 * scale}")
    cut = step("s", "split", plane="through three points", first="b.top | b.left | b.front",
               second="b.top | b.left | b.back", third="b.bottom | b.right | b.front")  # fmt: skip
    # the plane through opposite long edges halves the box: 40 x 20 x 10 / 2
    assert state_of(box, cut).solid().volume_mm3 == pytest.approx(4000 * scale**3, rel=1e-9)
    assert "lie on a line" in error(
        box, {**cut, "fields": {**cut["fields"], "third": "b.top | b.left"}}
    )


# -- copies along a line -----------------------------------------------------------------------

HOLE = step("h", "hole", on={"on": "b.top", "x": "0 - 16", "y": "0"}, diameter="3")


def drilled(*steps) -> float:
    """What the last step took, in holes of 3 through a plate of 10."""
    made = solved(part("p", *steps)).parts["p"].steps
    taken = made[-2].state.solid().volume_mm3 - made[-1].state.solid().volume_mm3
    return taken / (math.pi * 2.25 * 10)


def test_copies_along_a_line_stand_where_it_leads() -> None:
    along = step("a", "along", line="a line told as moves", path="right 32", count="5")
    assert drilled(PLATE, HOLE, along) == pytest.approx(4, rel=1e-4)
    spaced = step(
        "a",
        "along",
        line="a line told as moves",
        path="right 32",
        spread="by a spacing",
        spacing="7",
    )
    assert drilled(PLATE, HOLE, spaced) == pytest.approx(4, rel=1e-4)  # at 7, 14, 21, 28
    state = state_of(PLATE, HOLE, along)
    spots = {round(float(x), 3) for x, _, _ in triangle_mesh(state.solid()).vertices}
    assert {-16 + 8 * k + 1.5 for k in range(5)} <= {round(x, 1) for x in spots}


@pytest.mark.parametrize("scale", SCALES)
def test_copies_along_an_outline_keep_their_distance_from_it(scale: float) -> None:
    body = step(
        "b", "extrude", rectangle(f"{60 * scale}", f"{40 * scale}", f"{10 * scale}"), height="10"
    )
    hole = step("h", "hole", on={"on": "b.top", "y": f"{-16 * scale}"}, diameter="3")
    ring = step("a", "along", by=f"{-4 * scale}", count="12")
    assert drilled(body, hole, ring) == pytest.approx(11, rel=1e-4)
    mesh = triangle_mesh(state_of(body, hole, ring).solid())
    walls = [i for i, (s, _) in enumerate(mesh.faces) if s == "h"]
    points = mesh.corners[np.isin(mesh.face_index, walls)].reshape(-1, 3)[:, :2]
    assert len(points)
    # every hole's wall lies 4 +- 1.5 inside the rounded rectangle: distance by its own formula
    inner = np.maximum(np.abs(points) - np.array([20, 10]) * scale, 0)
    inside = 10 * scale - np.linalg.norm(inner, axis=1)
    inside = np.where((inner == 0).all(axis=1), 99.0, inside)
    assert inside.min() == pytest.approx(4 * scale - 1.5, abs=0.01)
    assert inside[inside < 90].max() == pytest.approx(4 * scale + 1.5, abs=0.01)


def test_copies_turn_with_the_line_or_are_kept() -> None:
    tab = step("t", "extrude", rectangle("6", "2"), on={"on": "b.top", "y": "0 - 8"}, height="1")
    for turned, wide in (("turned with it", 2.0), ("kept as they are", 6.0)):
        round_ = step("a", "along", of="t", by="0 - 2", count="4", turned=turned)
        disc = step("b", "extrude", circle("20"), height="4")
        mesh = triangle_mesh(state_of(disc, tab, round_).solid())
        high = mesh.vertices[mesh.vertices[:, 2] > 4.5]
        beside = high[np.abs(high[:, 1]) < 3.5]  # those at the left and right
        assert np.ptp(beside[beside[:, 0] > 0][:, 0]) == pytest.approx(wide, abs=1e-6)


def test_copies_bring_their_roundings_along_the_line() -> None:
    rim = step("c", "chamfer", where="hole rim", size="0.5")
    line = step("a", "along", of="h", line="a line told as moves", path="right 32", count="3")
    line["fields"]["with"] = "c"
    made = [
        s.state.solid().volume_mm3
        for s in solved(part("p", PLATE, HOLE, rim, line)).parts["p"].steps
    ]
    assert made[2] - made[3] == pytest.approx(2 * (made[0] - made[2]), rel=1e-6)


# -- pieces ------------------------------------------------------------------------------------

FRAME = step("f", "sweep", rectangle("10", "6"), path="right 80, up 50, left 80, close")


def mitred(**fields: str):
    return step("s", "split", plane="at the mitres of a swept frame", **fields)


def apart(solution: Solution) -> None:
    """No piece lies in another, and each is closed (trimesh)."""
    bodies = [made.state.solid() for made in solution.parts.values()]
    for one, other in itertools.combinations(bodies, 2):
        assert abs((one.solid ^ other.solid).volume()) < 1e-6
    for body in bodies:
        mesh = triangle_mesh(body)
        assert trimesh.Trimesh(mesh.vertices, mesh.triangles).is_watertight


def test_a_frame_falls_into_its_legs_at_the_mitres() -> None:
    whole = solved(part("frame", FRAME))
    assert volumes(whole)["frame"] == pytest.approx(6 * (90 * 60 - 70 * 40))
    split = solved(part("frame", FRAME, mitred(leg="2")))
    document_, first = with_pieces(split, "frame", "s")
    made = solve(document_)
    assert not made.errors and first == "frame_2"
    # a leg's middle line is as long as the path's: mitres take from one side what they give the
    # other
    long, short = 80 * 60, 50 * 60
    assert sorted(volumes(made).values()) == pytest.approx([short, short, long, long])
    apart(made)
    assert pieces_left(made.project, made.parts["frame"].state, "frame", "s") == []


@pytest.mark.parametrize("scale", SCALES)
def test_mitred_legs_are_pegged_to_each_other(scale: float) -> None:
    wide = step("f", "sweep", rectangle(f"{10 * scale}", f"{8 * scale}"),
                path=f"right {80 * scale}, up {50 * scale}, left {40 * scale}")  # fmt: skip
    cut = mitred(pegs="1", peg=f"{3 * scale}", peg_gap="0.2", peg_long=f"{4 * scale}")
    plain = solve(with_pieces(solved(part("f", wide, mitred())), "f", "s")[0])
    made = solve(with_pieces(solved(part("f", wide, cut)), "f", "s")[0])
    apart(made)
    pegs = {name: volumes(made)[name] - volumes(plain)[name] for name in volumes(made)}
    hole = math.pi * (1.5 * scale + 0.2) ** 2 * (4 * scale + 0.4)
    # the last leg has only the hole of the leg before it, the first only a peg
    assert pegs["f_3"] == pytest.approx(-hole, rel=1e-3)
    assert 0.9 < pegs["f"] / (math.pi * 2.25 * 4 * scale**3) < 1
    assert pegs["f_2"] == pytest.approx(pegs["f"] + pegs["f_3"], rel=1e-6)


def test_what_lies_beside_the_frame_is_not_lost_without_a_word() -> None:
    knob = step("k", "extrude", rectangle("4", "4"), on={"x": "40", "y": "0 - 30"}, height="6")
    assert "would be lost" in error(FRAME, knob, mitred())
    assert "no step here sweeps" in error(PLATE, mitred())
    assert "there are 4 legs" in error(FRAME, mitred(leg="5"))


def jar_and_cap(*more, **fit):
    """A round rod with a screw cap, split across its middle."""
    rod = step("s", "extrude", circle("24"), height="60")
    cut = step("cut", "split", at="30", **{"pegs": "2", "peg": "3", **fit})
    screw = {"name": "cap", "kind": "screw", "parts": ["rod", "lid"], "feel": "free",
             "place_a": {"on": "s.top"}, "fields": {"makes": "round cap"}}  # fmt: skip
    return [part("rod", rod, *more, cut), part("lid")], {"fits": [screw]}


@pytest.mark.parametrize("told", [True, False])
def test_a_split_part_keeps_its_fits_on_the_piece_they_lie_in(told: bool) -> None:
    share = [step("c", "fit", fit="cap")] if told else []
    parts, fits = jar_and_cap(*share)
    # whole: the same without the cut
    whole = [part("rod", *parts[0]["steps"][: 1 + len(share)]), part("lid")]
    before = report_on(solve(document(*whole, **fits))).fits[0]
    made, name = with_pieces(solve(document(*parts, **fits)), "rod", "cut")
    (fit,) = made.fits
    assert fit.parts == (name, "lid") and name == "rod_2"
    solution = solve(made)
    assert not solution.errors
    after = report_on(solution).fits[0]
    assert len(after.pairs) == len(before.pairs) > 0
    for one, other in zip(after.pairs, before.pairs, strict=True):
        assert one.measured_mm == pytest.approx(other.measured_mm, abs=2e-3)
    halves = volumes(solution)
    assert halves["rod"] + halves["rod_2"] < volumes(solve(document(*whole, **fits)))["rod"]
    apart(solution)


def test_a_piece_says_what_is_wrong() -> None:
    lone = solve(document(part("a", PLATE), part("q", step("x", "piece", part="a"))))
    assert "'a' is not split" in lone.errors[0].message
    twice = solve(document(part("a", PLATE, step("s", "split", at="5")),
                           part("q", step("x", "piece", part="a", piece="2"))))  # fmt: skip
    assert "the split leaves 1" in twice.errors[0].message
    nameless = solve(document(part("q", step("x", "piece"))))
    assert "no part is named" in nameless.errors[0].message
    with pytest.raises(BuildError, match="a part already"):
        with_pieces(lone, "a", "b")


# -- bridges -----------------------------------------------------------------------------------


def bridged(other: dict, turn: str = "0 deg"):
    foot = step("foot", "extrude", rectangle("30", "20"), height="4")
    head = step(
        "head",
        "extrude",
        rectangle("30", "30"),
        on={"on": "foot.top", "x": "60", "out": "40"},
        height="4",
    )
    kind = other.pop("kind")
    limb = {
        **step(
            "limb", "bridge", rectangle("12", "8"), on="foot.top", to="head.bottom", to_turn=turn
        ),
        "stations": [{"outline": {"kind": kind, "fields": other}, "up": "20"}],
    }
    return solved(part("p", foot, head, limb)).parts["p"].steps[-1]


def test_a_bridge_leads_corners_to_corners_however_the_sides_are_cut() -> None:
    # the far end's sides come in pieces: eight points, four corners
    split = {
        "kind": "moves",
        "moves": "start -5 -5, right 4, right 6, up 3, up 7, left 10, down 10",
    }
    done = bridged(split)
    assert "each of 4 corners led to the nearest one" in done.says and not done.warns
    plain = bridged(rectangle("10", "10"))
    assert done.state.solid().volume_mm3 == pytest.approx(plain.state.solid().volume_mm3, rel=1e-5)


def test_a_bridge_whose_corners_do_not_line_up_says_so() -> None:
    hexagon = {"kind": "polygon", "sides": "6", "across": "10"}
    assert "4 corners lead to 6" in bridged(hexagon).warns[0]
    assert not bridged(circle("10")).warns
