"""Places told from edges, middles and axes: where they come to lie, and that they stay there."""

from __future__ import annotations

import math

import numpy as np
import pytest
import trimesh

from core.project.solve import solve
from core.report import report_on
from core.report.fields import options_at
from tests.core.building import block, circle, document, part, polygon, rectangle, solved, step


def middle_of_hole(*steps, height: float = 20.0, **more) -> tuple[float, float]:
    """Where the last hole goes through a block, found on the exported triangles."""
    solution = solved(part("part", *steps), version=2, **more)
    raw = solution.parts["part"].state.solid().solid.to_mesh()
    mesh = trimesh.Trimesh(raw.vert_properties[:, :3], raw.tri_verts)
    cut = mesh.section([0, 0, 1], [0, 0, height / 2])
    holes = sorted(
        (np.ptp(loop[:, 0]), loop.mean(axis=0)) for loop in map(np.asarray, cut.discrete)
    )
    _, centre = min(holes, key=lambda one: one[0])
    loop = min((np.asarray(d) for d in cut.discrete), key=lambda d: np.ptp(d[:, 0]))
    centre = (loop.min(axis=0) + loop.max(axis=0)) / 2
    return float(centre[0]), float(centre[1])


def hole(**place: str):
    return step("h", "hole", on={"on": "body.top", **place}, diameter="3")


@pytest.mark.parametrize(
    ("place", "wanted"),
    [
        ({}, (0, 0)),
        ({"x": "5", "y": "0-3"}, (5, -3)),
        ({"x": "8", "x_from": "body.left", "y": "12", "y_from": "body.front"}, (-12, -8)),
        ({"x": "8", "x_from": "body.right", "y": "12", "y_from": "body.back"}, (12, 8)),
        ({"x": "8", "x_from": "body.left"}, (-12, 0)),
        # nought lies on the edge itself, and a distance below nought beyond it
        ({"x": "2", "x_from": "body.left", "y": "2", "y_from": "body.back"}, (-18, 18)),
    ],
)
@pytest.mark.parametrize("grown", [1.0, 1.5])
def test_told_from_edges_of_a_block(place, wanted, grown) -> None:
    size = 40 * grown
    body = step("body", "extrude", rectangle(str(size), "40"), height="20")
    x, y = middle_of_hole(body, hole(**place))
    # what is told from an edge moves with it by half of what the block grew
    shift = (size - 40) / 2 * {"body.left": -1, "body.right": 1}.get(place.get("x_from", ""), 0)
    assert (x, y) == pytest.approx((wanted[0] + shift, wanted[1]), abs=0.01)


def test_told_from_an_edge_that_a_round_has_taken() -> None:
    rounded = step("r", "fillet", size="4", where="top rim")
    at = middle_of_hole(block(), rounded, hole(x="9", x_from="body.left"))
    assert at == pytest.approx((-11, 0), abs=0.01)


def test_told_from_the_oblique_edges_of_a_hexagon() -> None:
    # between two neighbouring flats of a hexagon 40 across, 5 from both: on the line to their
    # corner
    body = step("body", "extrude", polygon(6, "40"), height="20")
    sides = [
        n for n in solved(part("p", body)).parts["p"].state.features["body"].places if "side" in n
    ]
    frames = solved(part("p", body)).parts["p"].state.features["body"].places
    a, b = sides[0], sides[1]
    at = middle_of_hole(body, hole(x="5", x_from=f"body.{a}", y="5", y_from=f"body.{b}"))
    for side in (a, b):
        normal, origin = np.array(frames[side].z_axis), np.array(frames[side].origin)
        assert float(normal @ (origin - np.array([*at, 10.0]))) == pytest.approx(5, abs=0.01)
    assert math.hypot(*at) == pytest.approx((20 - 5) / math.cos(math.pi / 6), abs=0.01)


def test_told_from_the_axis_of_a_hole_and_the_foot_of_a_post() -> None:
    first = step("first", "hole", on={"on": "body.top", "x": "0-10", "y": "4"}, diameter="6")
    at = middle_of_hole(block(), first, hole(x="12", x_from="first", y="0-6", y_from="first"))
    assert at == pytest.approx((2, -2), abs=0.01)
    post = step(
        "post", "extrude", rectangle("8", "8"), on={"on": "body.top", "x": "0-10"}, height="5"
    )
    # away from the piece that stands on the face, on either side of it
    right = middle_of_hole(block(), post, hole(x="4", x_from="post.right"), height=10)
    left = middle_of_hole(block(), post, hole(x="4", x_from="post.left"), height=10)
    assert (right[0], left[0]) == pytest.approx((-2, -18), abs=0.01)


def test_told_inside_a_hollow_from_its_walls() -> None:
    shell = step("hollow", "shell", wall="3", floor="2")
    drain = step(
        "h",
        "hole",
        diameter="3",
        on={"on": "hollow.inner floor", "x": "5", "x_from": "hollow.inner left"},
    )
    assert middle_of_hole(block(), shell, drain, height=2) == pytest.approx((-12, 0), abs=0.01)


def test_refusals_say_what_would_work() -> None:
    def refusal(**place: str) -> str:
        body, error = (
            block(),
            solve(document(part("p", block(), hole(**place)), version=2)).errors[0],
        )
        assert body and error.where == "parts.p.steps.h"
        return f"{error.message}; {error.remedy}"

    assert "go the same way" in refusal(x="5", x_from="body.left", y="5", y_from="body.right")
    assert "does not meet this face" in refusal(x="5", x_from="body.bottom")
    assert "has no axis" in refusal(x="5", x_from="nothing")
    assert "there is no place 'body.lef'" in refusal(x="5", x_from="body.lef")


@pytest.mark.parametrize("height, enabled", [("0", True), ("10", False)])
def test_what_stands_on_what_is_not_built_says_so(height: str, enabled: bool) -> None:
    """Not that there is no such place: the cause is told once, at the step whose it is."""
    body = {**step("body", "extrude", rectangle("40", "20"), height=height), "enabled": enabled}
    boss = step("boss", "boss", on="body.top", diameter="10", height="8")
    drilled = step("drilled", "hole", on="boss.top", diameter="3")
    solution = solve(document(part("p", body, boss, drilled), version=2))
    told = {one.where: one.one_line() for one in solution.errors}
    for here, under in (("boss", "body"), ("drilled", "boss")):
        path = f"parts.p.steps.{here}"
        assert told[path].startswith(f"{path}: '{under}', on which this stands, is not built - ")
    causes = [words for words in told.values() if "on which this stands" not in words]
    assert len(causes) == (1 if enabled else 0)


def test_what_is_drawn_is_what_is_kept() -> None:
    place = {"x": "8", "x_from": "body.left", "y": "wide / 4", "y_from": "body.front"}
    wide = [{"name": "wide", "expression": "40"}]
    solution = solved(part("p", block(), hole(**place)), version=2, measures=wide)
    across, up = report_on(solution).parts[0].steps[1].held
    assert np.linalg.norm(np.subtract(across.end, across.start)) == pytest.approx(8)
    assert across.start == pytest.approx((-20, -10, 20)) and across.end == pytest.approx(
        (-12, -10, 20)
    )
    assert across.way == pytest.approx((1, 0, 0)) and up.way == pytest.approx((0, 1, 0))
    assert across.plain and not up.plain and up.value == pytest.approx(10)
    assert across.path == "parts.p.steps.h.place.x"


@pytest.mark.parametrize(
    ("text", "plain"), [("8", True), ("3/8in", True), ("1 1/4", True), ("8 + 1", False)]
)
def test_a_plain_number_can_be_dragged_and_an_expression_cannot(text: str, plain: bool) -> None:
    solution = solved(part("p", block(), hole(x=text)), version=2)
    assert report_on(solution).parts[0].steps[1].held[0].plain is plain


def test_options_are_edges_of_the_face_then_what_stands_on_it() -> None:
    first = step("first", "hole", on="body.top", diameter="6")
    solution = solved(part("p", block(), first, hole(x="9")))
    place = f"parts.p.steps.{solution.project.parts[0].steps[2].id}.place"
    found = options_at(solution, f"{place}.x_from")
    assert found is not None
    across = [(o.value, o.words) for o in found.options]
    assert across[:3] == [("", "right of the middle"), ("body.right", "from the right edge"),
                          ("body.left", "from the left edge")]  # fmt: skip
    assert ("first", "right of the middle of first") in across
    up = [o.value for o in found.beside]
    assert "body.front" in up and "body.left" not in up
    assert found.beside == options_at(solution, f"{place}.y_from").options  # type: ignore[union-attr]


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", ["right of the middle"]),
        ("body.left", ["right of the middle", "from the left edge"]),
        ("first", ["right of the middle", "right of the middle of first"]),
        (
            "body.left | body.top",
            ["right of the middle", "right of the edge middle left, top of body"],
        ),
    ],
)
def test_a_report_tells_what_a_distance_is_told_from_and_the_rest_when_asked(
    text: str, words: list[str]
) -> None:
    first = step("first", "hole", on="body.top", diameter="6")
    where = {"on": "body.top", "x": "9", "x_from": text}
    solution = solved(part("p", block(), first, step("h", "hole", on=where, diameter="3")))
    (view,) = (
        field
        for field in report_on(solution, proof=False).parts[0].steps[2].fields
        if field.name == "place.x_from"
    )
    assert view.more
    assert [one.words for one in view.options] == words
    found = options_at(solution, view.path)
    assert found is not None and len(found.options) > 10
    assert set(view.options) <= set(found.options)


# -- where a cut ends --------------------------------------------------------------------------


def cut(direction: str, on="body.top", **fields: str):
    return step("c", "extrude", circle("10"), on=on, mode="cut", direction=direction, **fields)


AREA = math.pi * 25


@pytest.mark.parametrize("tall", ["20", "35"])
def test_right_through_needs_no_number_and_leaves_no_skin(tall: str) -> None:
    solution = solved(part("p", block(tall), cut("right through")))
    body = solution.parts["p"].state.solid()
    assert body.volume_mm3 == pytest.approx(float(tall) * (1600 - AREA), rel=2e-4)
    assert len(body.solid.decompose()) == 1 and body.solid.genus() == 1


def test_a_cut_that_ends_in_the_far_face_leaves_no_skin() -> None:
    for ending in (cut("down", height="20"), cut("up", on=None, height="20")):
        body = solved(part("p", block(), ending)).parts["p"].state.solid()
        assert body.solid.genus() == 1  # a skin of no thickness would leave it without a hole
        assert body.volume_mm3 == pytest.approx(20 * (1600 - AREA), rel=2e-4)


def test_a_floor_level_with_another_stays_level() -> None:
    shelf = step("s", "extrude", rectangle("20", "60"), on={"on": "body.top", "x": "10"},
                 mode="cut", direction="down", height="8")  # fmt: skip
    deep = step("d", "extrude", rectangle("8", "8"), on={"on": "body.top", "x": "0-10"},
                mode="cut", direction="down", height="8")  # fmt: skip
    heights = solved(part("p", block(), shelf, deep)).parts["p"].state.solid()
    levels = np.unique(np.round(heights.solid.to_mesh64().vert_properties[:, 2], 6))
    assert levels == pytest.approx([0, 12, 20])


def test_up_to_a_face_goes_into_the_body_or_out_of_it() -> None:
    slot = step(
        "slot",
        "extrude",
        rectangle("10", "4"),
        on="body.front",
        mode="cut",
        direction="right through",
    )
    bore = step("h", "hole", on="body.top", diameter="3", reach="up to a face", face="slot.back")
    body = solved(part("p", block(), slot, bore)).parts["p"].state.solid()
    # the slot is 4 high about the middle: the bore goes from 20 down to 12
    assert body.volume_mm3 == pytest.approx(32_000 - 40 * 40 - math.pi * 2.25 * 8, rel=3e-4)
    assert body.solid.genus() == 2
    outside = step(
        "h", "hole", on="body.bottom", diameter="3", reach="up to a face", face="body.top"
    )
    assert solved(part("p", block(), outside)).parts["p"].state.solid().solid.genus() == 1


def test_an_inside_thread_reaches_the_face_it_is_told_to() -> None:
    slot = step("slot", "extrude", rectangle("16", "3"), mode="cut", direction="right through",
                on={"on": "body.front", "y": "4 + 3 / 2", "y_from": "body.bottom"})  # fmt: skip
    tapped = step("t", "thread", on="body.top", designation="M6", side="inside", lead_in="0",
                  reach="up to a face", face="slot.back")  # fmt: skip
    for tall in ("20", "30"):
        body = solved(part("p", block(tall), slot, tapped), version=2).parts["p"].state.solid()
        taken = float(tall) * 1600 - 16 * 3 * 40 - body.volume_mm3
        deep = float(tall) - 7
        # ISO 724, from memory: between minor 4.917 and major 6
        assert math.pi * 4.917**2 / 4 * deep < taken < math.pi * 36 / 4 * deep
        assert body.solid.genus() == 2


def test_a_press_on_a_corner_can_say_both_distances() -> None:
    from core.report import report_on

    base = step("body", "extrude", rectangle("40", "20"), height="5")
    report = report_on(solved(part("p", base, step("h", "hole", on="body.top"))), proof=False)
    fields = {one.name: one for one in report.parts[0].steps[1].fields}
    across, up = fields["place.x_from"], fields["place.y_from"]
    assert across.beside == up.path and up.beside == across.path
    assert all(not one.beside for name, one in fields.items() if not name.endswith("_from"))


def test_what_fills_a_face_is_told_no_distance_across_it() -> None:
    """It goes through the piece it repeats; what was typed once is shown still, to be cleared."""
    drum = step("drum", "extrude", circle("30"), height="20")
    hole = step("h", "hole", on="drum.side", diameter="4")
    for place, told in (
        ({"on": "drum.side"}, {"on", "turn"}),
        ({"on": "drum.side", "y": "3"}, {"on", "y", "turn"}),
    ):
        solution = solved(part("p", drum, hole, step("f", "fill", on=place)))
        report = report_on(solution)
        fill, drilled = report.parts[0].steps[2], report.parts[0].steps[1]
        shown = {field.path.rpartition(".")[2] for field in fill.fields if ".place." in field.path}
        assert shown == told and not fill.held
        assert len(drilled.held) == 2


@pytest.mark.parametrize("across", ["40", "43", "12.7"])
@pytest.mark.parametrize(
    ("made", "side"),
    [("revolve", "side 2"), ("loft", "side")],
)
def test_the_middle_of_a_round_side_is_its_middle(across: str, made: str, side: str) -> None:
    """Whatever triangles it is made of: half way up, in front, looking straight out."""
    if made == "revolve":
        told = f"right {float(across) / 2}, up 50, left {float(across) / 2}, close"
        body = step("b", made, {"kind": "moves", "moves": told})
    else:
        end = {"kind": "circle", "fields": {"diameter": across}}
        body = {**step("b", made, circle(across)), "stations": [{"outline": end, "up": "50"}]}
    frame = solved(part("p", body)).parts["p"].state.place(f"b.{side}")[1]
    assert frame.origin == pytest.approx((0, -float(across) / 2, 25), abs=0.011)
    assert frame.z_axis == pytest.approx((0, -1, 0), abs=1e-6)
    assert frame.x_axis == pytest.approx((1, 0, 0), abs=1e-6)


def test_the_middle_of_a_cone_is_half_way_up_it() -> None:
    told = {"kind": "moves", "moves": "right 30, to 20 50, left 20, close"}
    frame = solved(part("p", step("b", "revolve", told))).parts["p"].state.place("b.side 2")[1]
    # by area, as of a flat face: nearer to its wide end
    up = 50 / 3 * (30 + 2 * 20) / (30 + 20)
    assert frame.origin == pytest.approx((0, -(30 - up / 5), up), abs=0.02)
    lean = math.atan2(10, 50)
    assert frame.z_axis == pytest.approx((0, -math.cos(lean), math.sin(lean)), abs=1e-4)
