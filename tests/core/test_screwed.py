"""A cover on its base, held by bought screws: holes that lie on one axis, screws long enough, heads
and inserts held all round, looked at on what is taken away.
"""

from __future__ import annotations

import io
import math
from fractions import Fraction
from typing import Any

import igl
import numpy as np
import pytest
import trimesh

from core.fits.registry import Meeting
from core.formats.meshes import write_mesh
from core.hardware.tables import METRIC_LENGTHS
from core.project.beginning_fits import begin_fit
from core.project.edits import apply_edits
from core.project.results import Solution
from core.project.solve import solve
from core.report import report_on
from core.report.things import things_of
from core.solids import triangle_mesh
from tests.core.building import circle, document, part, rectangle, screw_diameter, step
from tests.covering import pairs

INSERT_M3, DEEP_M3 = 4.0, 5.7  # common practice, no source: the hole and the insert's length, mm


def plate(*more: dict[str, Any], thick: str = "5", name: str = "a") -> dict[str, Any]:
    return part(name, step("s", "extrude", rectangle("60", "40"), height=thick), *more)


def block(*more: dict[str, Any], tall: str = "14") -> dict[str, Any]:
    return plate(*more, thick=tall, name="b")


def box(*more: dict[str, Any]) -> dict[str, Any]:
    return part(
        "b",
        step("s", "extrude", rectangle("60", "40", "6"), height="25"),
        step("room", "hollow", open="s.top", wall="2"),
        *more,
    )


def held(
    a: dict[str, Any],
    b: dict[str, Any],
    on_a: dict[str, str] | str = "s.bottom",
    on_b: dict[str, str] | str = "s.top",
    gap: str = "0.25",
    units: str = "mm",
    **fields: str,
) -> Solution:
    places = [one if isinstance(one, dict) else {"on": one} for one in (on_a, on_b)]
    fit = {"name": "f", "kind": "screwed", "parts": ["a", "b"], "gap": gap, "fields": fields,
           "place_a": places[0], "place_b": places[1]}  # fmt: skip
    return solve(document(a, b, fits=[fit], units=units))


def meeting(solution: Solution) -> Meeting:
    assert not solution.errors, [one.one_line() for one in solution.errors]
    found = solution.fits["f"].meeting
    assert found is not None
    return found


def taken(solution: Solution, name: str) -> trimesh.Trimesh:
    """A part as it is taken away, in its own coordinates; the base brought under its cover."""
    found = triangle_mesh(solution.parts[name].state.solid())
    data = write_mesh(name, found.vertices, found.triangles, "#7fa79f", "stl")
    mesh = trimesh.load(io.BytesIO(data), file_type="stl")
    if name == "b":
        mesh.apply_transform(np.vstack([meeting(solution).pose.matrix, [0, 0, 0, 1]]))
    return mesh


def told(solution: Solution, check: str, severity: str) -> list[str]:
    return [
        one.message
        for one in report_on(solution).findings
        if (one.check, one.severity) == (check, severity)
    ]


def runs(mesh: trimesh.Trimesh, at: tuple[float, float]) -> list[float]:
    """Heights at which a line straight up through a point crosses the surface."""
    start = [[at[0], at[1], -200.0]]
    found = mesh.ray.intersects_location(start, [[0.0, 0.0, 1.0]])[0][:, 2]
    return sorted(float(one) for one in found)


# -- the pattern ------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("fields", "spots"),
    [
        ({"layout": "one"}, [(0, 0)]),
        ({"layout": "in a row", "count": "3", "along": "40"}, [(-20, 0), (0, 0), (20, 0)]),
        (
            {"layout": "at the corners", "along": "44", "across": "26"},
            [(22, 13), (-22, 13), (-22, -13), (22, -13)],
        ),
        (
            {"layout": "on a circle", "count": "4", "around": "30"},
            [(15, 0), (0, 15), (-15, 0), (0, -15)],
        ),
    ],
    ids=lambda value: value.get("layout", "") if isinstance(value, dict) else "",
)
def test_both_parts_are_holed_where_it_was_typed(fields, spots) -> None:
    """Along each typed axis there is nothing from above the cover to the floor of the hole; half a
    millimetre past the hole there is all of both."""
    solution = held(plate(), block(), head="on top", **fields)
    cover, base = taken(solution, "a"), taken(solution, "b")
    for x, y in spots:
        at = (x + 1e-3, y + 2e-3)
        assert runs(cover, at) == []
        # 14 high less the insert's length and the millimetre past it
        assert runs(base, at) == pytest.approx([-14, -DEEP_M3 - 1], abs=1e-6)
        beside = (x + 2.6, y)
        assert runs(cover, beside) == pytest.approx([0, 5], abs=1e-6)
        assert runs(base, beside) == pytest.approx([-14, 0], abs=1e-6)
    hole, sunk = 3 + 2 * 0.25, INSERT_M3
    drawn = 60 * 40 * 5 - len(spots) * math.pi / 4 * hole**2 * 5
    assert cover.volume == pytest.approx(drawn, rel=1e-4)
    drawn = 60 * 40 * 14 - len(spots) * math.pi / 4 * sunk**2 * (DEEP_M3 + 1)
    assert base.volume == pytest.approx(drawn, rel=1e-4)


def test_three_on_a_circle_lie_on_the_same_side_in_both_parts() -> None:
    """Seen from the other side a pattern is its mirror image: of three that shows."""
    solution = held(plate(), block(), head="on top", layout="on a circle", count="3")
    cover, base = taken(solution, "a"), taken(solution, "b")
    seen = {}
    for side in (1, -1):
        spots = [(side * 15.0, 1e-3), (-side * 7.5, 12.99), (-side * 7.5, -12.99)]
        seen[side] = [
            (runs(cover, at) == [], len(runs(base, at)) == 2 and runs(base, at)[1] < -1)
            for at in spots
        ]
    assert sorted(seen.values()) == [[(False, False)] * 3, [(True, True)] * 3]


@pytest.mark.parametrize("turn", ["0", "25 deg"])
@pytest.mark.parametrize(("on_a", "on_b"), [("s.top", "s.right"), ("s.front", "s.bottom")])
def test_holes_lie_on_one_axis_wherever_the_faces_look(turn: str, on_a: str, on_b: str) -> None:
    """Both parts' own holes, each found as the middles of rings of its hole's faces, as assembled:
    a screw of the typed size goes through both."""
    spot = {"x": "3", "y": "-1"}
    solution = held(
        plate(thick="16"), block(tall="30"), {"on": on_a, "turn": turn}, {"on": on_b, **spot},
        layout="in a row", count="2", along="11", size="M2", head="on top", into="plastic",
    )  # fmt: skip
    found = meeting(solution)
    assert found.bought is not None
    things = triangle_mesh(found.bought.body)
    for name in "ab":
        mesh = taken(solution, name)
        # 2 across in a hole of 2.5 and on into one of 1.6 (d - P): nothing lies within plastic but
        # facets of the thread on those of its hole
        deep = igl.signed_distance(things.vertices, mesh.vertices, mesh.faces)[0]
        assert deep.min() > -0.02
    # and they do reach through both: a hole that lay elsewhere would be cut by none
    assert np.ptp(things.vertices, axis=0).max() > 11
    assert told(solution, "bought", "stop") == []


# -- how it begins --------------------------------------------------------------------------------

HEXAGON = {"kind": "polygon", "sides": "6", "across": "50", "measured": "flats", "corners": "0"}
FACES = {
    "oblong": rectangle("70", "44"),
    "square": rectangle("50", "50"),
    "round corners": rectangle("60", "44", "12"),
    "round": circle("56"),
    "six sides": HEXAGON,
    "small": rectangle("14", "12"),
}


@pytest.mark.parametrize("base", ["tin", "block", "thin"])
@pytest.mark.parametrize("face", FACES)
@pytest.mark.parametrize("cover", ["3", "1.4"])
def test_it_begins_so_that_it_holds(face: str, base: str, cover: str) -> None:
    """On bodies of one outline: nothing stops, and the thinnest wall beside a screw is whole."""
    if face == "small" and base == "tin":
        pytest.skip("no room for a pillar and a wall")
    top = part("a", step("s", "extrude", dict(FACES[face]), height=cover))
    tall = {"tin": "30", "block": "12", "thin": "3.2"}[base]
    steps = [step("s", "extrude", dict(FACES[face]), height=tall)]
    steps += [step("room", "shell", wall="2", floor="2")] if base == "tin" else []
    made, _ = begin_fit(solve(document(top, part("b", *steps), version=2)), "screwed", 0,
                           ("a", "b"))  # fmt: skip
    report = report_on(solve(made))
    assert [one.message for one in report.findings if one.severity == "stop"] == []
    (fit,) = report.fits
    assert all(one.value_mm > 0.9 for one in fit.left), [(o.what, o.value_mm) for o in fit.left]
    assert (made.fits[0].fields.get("post", "") != "") == (base == "tin")


# -- how long the screws are ---------------------------------------------------------------------

# worked by hand: what lies under the head, and what is wanted in the base (an insert one diameter,
# plastic two, common practice, no source; a nut all of the base), made up to a length of ISO 888;
# heads by ISO 4762 and ISO 10642, whose lengths are told with the head
BY_HAND = [
    ("M3", "countersunk", "inserts", 5, 14, 8.0),  # 5 + 3
    ("M3", "let in", "inserts", 5, 14, 5.0),  # 5 - 3 + 3
    ("M3", "on top", "inserts", 5, 14, 8.0),  # 5 + 3
    ("M4", "on top", "plastic", 4, 14, 12.0),  # 4 + 8
    ("M4", "countersunk", "plastic", 5, 14, 16.0),  # 5 + 8 is 13
    ("M5", "let in", "plastic", 8, 30, 16.0),  # 8 - 5 + 10 is 13
    ("M3", "countersunk", "nuts", 5, 12, 20.0),  # 5 + 12 is 17
    ("M6", "let in", "nuts", 9, 13, 16.0),  # 9 - 6 + 13
    # by the inch: #8 is 4.166 mm, #6 is 3.505, #10 is 4.826
    ("#8-32", "countersunk", "inserts", 5, 14, "3/8"),  # 5 + 4.17 is 0.361 in
    ("#6-32", "on top", "plastic", 4, 14, "1/2"),  # 4 + 7.01 is 0.433 in
    ("#10-24", "countersunk", "plastic", 6, 14, "5/8"),  # 6 + 9.65 is 0.616 in
    ("#4-40", "countersunk", "nuts", 5, 12, "3/4"),  # 5 + 12 is 0.669 in
    ("1/4-20", "let in", "nuts", 9, 13, "5/8"),  # 9 - 6.35 + 13 is 0.616 in
]


@pytest.mark.parametrize(("size", "head", "into", "thick", "tall", "long"), BY_HAND)
def test_the_screws_to_buy_are_as_long_as_by_hand(size, head, into, thick, tall, long) -> None:
    solution = held(
        plate(thick=f"{thick}"), block(tall=f"{tall}"), size=size, head=head, into=into,
        along="36", across="18",
    )  # fmt: skip
    (line,) = (one for one in meeting(solution).working if one.label == "screw length")
    inch = isinstance(long, str)
    called, long = (f"{long} in", 25.4 * float(Fraction(long))) if inch else (f"{long:g}", long)
    assert line.value_mm == pytest.approx(long)
    bought = [one for one in told(solution, "fit", "good") if one.startswith("to buy: 4 × ")]
    assert len(bought) == 1 and f"{size} × {called} (" in bought[0]
    listed = "ISO 10642" if head == "countersunk" else "ISO 4762"
    assert ("ASME B18.3" if inch else listed) in bought[0]
    # and the things themselves, from head to tip, unless an insert or nut hides it
    things = triangle_mesh(meeting(solution).bought.body)
    tips, tops = (
        things.corners[things.on("f", frozenset({name}))][..., 2] for name in ("tip", "head top")
    )
    assert tops.min() == pytest.approx(tops.max())
    if into == "plastic" or len(tips):
        head_mm = 0.0 if head == "countersunk" else screw_diameter(size)  # a socket head is d high
        # the cover lies above its bottom, the screws go down
        assert abs(tips.max() - tops.max()) == pytest.approx(long + head_mm, abs=1e-6)


def test_lengths_are_those_that_are_preferred() -> None:
    """ISO 888, from memory: without 14, 18 and 22, which are to be avoided."""
    assert {4, 5, 6, 8, 10, 12, 16, 20, 25, 30, 35, 40, 45, 50} <= set(METRIC_LENGTHS)
    assert not {14.0, 18.0, 22.0} & set(METRIC_LENGTHS)
    assert list(METRIC_LENGTHS) == sorted(METRIC_LENGTHS)


@pytest.mark.parametrize(
    ("size", "head", "into", "gap"),
    pairs(
        ["M2", "M3", "M4", "M5", "M6", "M8", "#6-32", "#8-32", "3/8-16"],
        ["countersunk", "let in", "on top"],
        ["inserts", "plastic", "nuts"], ["0.1", "0.3"],
    ),
)  # fmt: skip
def test_gaps_are_as_typed_and_nothing_is_to_look_at(size, head, into, gap) -> None:
    if size == "M2" and head == "countersunk":
        solution = held(plate(), block(), size=size, head=head)
        assert "no countersunk screw is listed in M2" in solution.errors[0].one_line()
        return
    if size in ("#6-32", "3/8-16") and into == "inserts":
        solution = held(plate(thick="12"), block(tall="30"), size=size, into=into)
        assert f"no heat-set insert is listed for {size}" in solution.errors[0].one_line()
        return
    solution = held(
        plate(thick="12"), block(tall="30"), gap=gap, size=size, head=head, into=into,
        along="30", across="18",
    )  # fmt: skip
    report = report_on(solution)
    (fit,) = report.fits
    for pair in fit.pairs:
        assert pair.measured_mm == pytest.approx(float(gap), abs=0.01), pair.name
    wrong = [
        one.message
        for one in report.findings
        if one.severity in ("stop", "warning") and one.check not in ("overhang", "feel", "crowded")
    ]
    assert wrong == []
    assert told(solution, "bought", "good")


def test_a_cover_of_two_thicknesses_has_its_heads_at_both() -> None:
    """5 and 8 mm thick: screws for the thicker end, 8 + 3 made up to 12, on the thinner 7 deep."""
    rise = step("rise", "extrude", rectangle("30", "40"), on={"on": "s.top", "x": "15"}, height="3")
    solution = held(plate(rise), block(), head="on top", layout="in a row", count="2")
    found = meeting(solution)
    (line,) = (one for one in found.working if one.label == "screw length")
    assert line.value_mm == 12
    # a head of an M3 is 3 high; the cover lies above its bottom
    tops = sorted(screw.bounds[5] for screw in found.bought.screws)
    assert tops == pytest.approx([5 + 3, 8 + 3])
    tips = sorted(screw.bounds[2] for screw in found.bought.screws)
    assert tips == pytest.approx([5 - 12, 8 - 12])
    assert told(solution, "bought", "good")


# -- pillars -------------------------------------------------------------------------------------


@pytest.mark.parametrize("lean", ["0", "6 deg"])
def test_pillars_go_down_to_the_floor_and_stay_within_the_walls(lean: str) -> None:
    walls = step("s", "extrude", rectangle("60", "40", "6"), height="25", draft=lean)
    room = step("room", "hollow", open="s.top", wall="2")
    alone = solve(document(part("b", walls, room))).parts["b"].state.solid()
    solution = held(plate(), part("b", walls, room), along="42", across="22", post="8")
    made = solution.parts["b"].state.solid()
    assert meeting(solution)
    # all that is there now lies within the hull of the walls
    assert (made.solid - alone.solid.hull()).volume() < 0.01
    mesh = taken(solution, "b")
    assert mesh.is_watertight
    for x, y in ((21, 11), (-21, -11)):
        # beside the hole, within the pillar: plastic from the bed to the face, no crack at the wall
        assert runs(mesh, (x + 3, y + 1e-3)) == pytest.approx([-25, 0], abs=1e-6)
    middle = runs(mesh, (1e-3, 2e-3))
    assert middle == pytest.approx([-25, -23], abs=1e-6)


def test_a_pillar_does_not_go_on_under_the_floor() -> None:
    """A base with a second room under its first: that one stays as it was."""
    low = step(
        "low",
        "extrude",
        rectangle("50", "30"),
        on="s.bottom",
        height="10",
        mode="cut",
        direction="down",
    )
    solution = held(plate(), box_with(low), along="44", across="26", post="8")
    mesh = taken(solution, "b")
    assert runs(mesh, (22 + 3.2, 13)) == pytest.approx([-25, 0], abs=1e-6)  # beside the lower room
    assert runs(mesh, (19, 12)) == pytest.approx([-15, 0], abs=1e-6)


def box_with(low: dict[str, Any]) -> dict[str, Any]:
    walls = step("s", "extrude", rectangle("60", "40"), height="25")
    room = step(
        "room",
        "extrude",
        rectangle("54", "34"),
        on="s.top",
        height="12",
        mode="cut",
        direction="down",
    )
    return part("b", walls, room, low)


# -- what is not good is not told as good --------------------------------------------------------


def over(what: dict[str, Any]) -> Solution:
    """The cover with a step after its holes."""
    return held(plate({"id": "f", "kind": "fit", "fields": {"fit": "f"}}, what), block(),
                head="on top", along="40", across="20")  # fmt: skip


def test_a_hole_that_is_filled_again_is_a_stop() -> None:
    lump = step("lump", "extrude", circle("9"), on={"on": "s.bottom", "x": "20", "y": "10"},
                height="3", direction="down")  # fmt: skip
    solution = over(lump)
    assert [one for one in told(solution, "bought", "stop") if "closes their holes" in one]


@pytest.mark.parametrize(("along", "stop"), [("5", True), ("6.9", False)])
def test_screws_too_close_for_their_heads_are_a_stop(along: str, stop: bool) -> None:
    """Heads are 6.72 across: 1.72 of them lie in each other, or 0.18 mm are left."""
    solution = held(plate(), block(), layout="in a row", count="2", along=along)
    found = [one for one in told(solution, "bought", "stop") if "lie in each other" in one]
    assert bool(found) == stop


def test_what_stands_over_a_head_is_in_the_drivers_way() -> None:
    bridge = step("bridge", "extrude", rectangle("60", "8"),
                  on={"on": "s.top", "y": "10", "out": "12"}, height="3")  # fmt: skip
    post = step("post", "extrude", circle("8"), on="s.top", height="15")
    solution = held(
        plate({"id": "f", "kind": "fit", "fields": {"fit": "f"}}, post, bridge), block(),
        head="on top", along="40", across="20",
    )  # fmt: skip
    assert told(solution, "bought", "warning") == [
        "no straight way leads to 2 of 4 screws: plastic stands before"
    ]


def test_nuts_that_cannot_be_put_in_are_told() -> None:
    """A flange over a closed room 6 mm high: the nuts would go in from within it."""
    room = step("room", "extrude", rectangle("54", "34"), on={"on": "s.top", "out": "-8"},
                height="6", mode="cut", direction="down")  # fmt: skip
    solution = held(plate(), block(room, tall="20"), into="nuts", head="on top",
                    along="30", across="16")  # fmt: skip
    (words,) = told(solution, "bought", "warning")
    assert words == "no straight way leads to 4 of 8 screws and nuts: plastic stands before"


def test_the_shortest_hold_is_told_where_screws_go_in_unlike_deep() -> None:
    """5 and 8 mm of cover, plastic wants 6: 16 mm long, 11 and 8 deep."""
    rise = step("rise", "extrude", rectangle("30", "40"), on={"on": "s.top", "x": "15"}, height="3")
    solution = held(plate(rise), block(tall="20"), head="on top", layout="in a row", count="2",
                    into="plastic")  # fmt: skip
    (words,) = told(solution, "bought", "good")
    assert words.endswith("the screws are held over 8 mm")


def test_a_roof_of_the_base_far_over_the_cover_is_in_the_drivers_way() -> None:
    wall = step("wall", "extrude", rectangle("4", "40"), on={"on": "s.top", "x": "-28"},
                height="150")  # fmt: skip
    roof = step("roof", "extrude", rectangle("56", "40"), on={"on": "wall.right", "y": "73"},
                height="50")  # fmt: skip
    small = part("a", step("s", "extrude", rectangle("30", "30"), height="4"))
    roof["outline"]["fields"] |= {"width": "40", "depth": "4"}
    base = part("b", step("s", "extrude", rectangle("60", "40"), height="14"), wall, roof)
    solution = held(small, base, layout="one", head="on top")
    assert "no straight way leads to it" in " ".join(told(solution, "bought", "warning"))


def test_a_seat_that_is_cut_away_is_told_by_how_much_is_left() -> None:
    """A wide pocket round two of the holes leaves their heads nothing to lie on."""
    pocket = step("pocket", "extrude", rectangle("12", "40"), on={"on": "s.top", "x": "20"},
                  height="1", mode="cut", direction="down")  # fmt: skip
    assert [
        one for one in told(over(pocket), "bought", "stop") if "what the heads lie on 0%" in one
    ]
    # a flat as far off the axis as the shank's hole takes the ring's outer part on one side
    edge = step("edge", "extrude", rectangle("10", "60"), on={"on": "s.top", "x": "26"},
                height="2", mode="cut", direction="down")  # fmt: skip
    (words,) = told(over(edge), "bought", "warning")
    left = int(words.split("lie on ")[1].split("%")[0]) / 100
    near, far, off = 3 / 2 + 0.25, 5.5 / 2, 1.0  # the ring's radii, and where the cut begins
    area = math.pi * (far**2 - near**2)
    cap = lambda r: r * r * math.acos(off / r) - off * math.sqrt(r * r - off * off)  # noqa: E731
    assert left == pytest.approx(1 - (cap(far) - cap(near)) / area, abs=0.06)


def test_a_head_that_stands_out_of_the_side_is_told_though_most_of_its_seat_is_there() -> None:
    """2.5 mm from the edge, half a head of 6.72: by 0.86 mm it stands out."""
    (words,) = told(held(plate(), block(), along="55"), "bought", "warning")
    assert words.startswith("of what the heads lie on 9")


def test_an_insert_beside_a_room_is_not_held_all_round() -> None:
    room = step("well", "extrude", rectangle("30", "40"), on={"on": "s.top", "x": "3.2"},
                height="10", mode="cut", direction="down")  # fmt: skip
    base = block({"id": "f", "kind": "fit", "fields": {"fit": "f"}}, room)
    solution = held(plate(), base, along="40", across="20", head="on top")
    (words,) = told(solution, "bought", "warning")
    assert words.startswith("the inserts are held over ") and "not all round" in words


def test_a_screw_that_is_too_short_is_told_with_the_one_that_is_not() -> None:
    solution = held(plate(), block(), head="on top", into="plastic", long="8")
    report = report_on(solution, remedies=True)
    (short,) = (one for one in report.findings if one.check == "fit" and one.remedy)
    assert "reach 3.00 mm into the base, 6.00 mm are wanted" in short.message
    assert short.severity == "stop"
    cured = solve(apply_edits(solution.project, list(short.remedy.edits)))
    assert not [one for one in report_on(cured).findings if one.severity in ("stop", "warning")]


@pytest.mark.parametrize(
    ("fields", "thin"),
    [
        ({"head": "let in"}, "wall round the heads"),
        ({"head": "on top", "into": "nuts"}, "wall round the nuts"),
        ({"head": "on top"}, ""),
    ],
    ids=["pocket", "nuts", "on top"],
)
def test_pockets_that_break_out_of_the_side_are_told(fields: dict[str, str], thin: str) -> None:
    """2.5 mm from the edge: half a head of 5.5 and its gap, half a nut of 5.5, reach past it; their
    floors are there all the same. Half a hole of 3.5 and of 4 leaves 0.75 and 0.5."""
    solution = held(plate(), block(), along="55", **fields)
    left = {one.what: one for one in report_on(solution).fits[0].left}
    for what, one in left.items():
        assert (one.severity == "stop" and one.value_mm == 0) == (what == thin), what
    assert left["wall round the screws in the cover"].value_mm == pytest.approx(0.75, abs=0.01)
    if fields.get("into") != "nuts":
        assert left["wall round the screws in the base"].value_mm == pytest.approx(0.5, abs=0.01)
    if thin == "wall round the heads":
        assert left["floor under the heads"].value_mm == pytest.approx(2, abs=1e-6)


def test_a_sink_that_breaks_out_of_the_side_is_told_by_what_is_left_of_its_seat() -> None:
    """2 mm from the edge: of the cone, between the hole's and the head's radius, a segment is gone;
    by areas of circle segments, seen from above."""
    solution = held(plate(), block(), along="56")
    (words,) = (one for one in told(solution, "bought", "warning") if "lie on" in one)
    share = int(words.split("lie on ")[1].split("%")[0]) / 100
    near, far, off = 3 / 2 + 0.25, 6.72 / 2, 2.0
    gone = far * far * math.acos(off / far) - off * math.sqrt(far * far - off * off)
    assert share == pytest.approx(1 - gone / (math.pi * (far**2 - near**2)), abs=0.03)


@pytest.mark.parametrize("into", ["inserts", "plastic"])
def test_a_hole_right_through_a_thin_base_leaves_the_wall_that_is_round_it(into: str) -> None:
    """And what it holds is no more than the base is thick."""
    solution = held(plate(), block(tall="4"), layout="one", head="on top", into=into)
    left = {one.what: one.value_mm for one in report_on(solution).fits[0].left}
    wide = {"inserts": INSERT_M3, "plastic": 2.5}[into]  # M3 × 0.5, d - P
    assert left["wall round the screws in the base"] == pytest.approx((40 - wide) / 2, abs=0.1)
    (words,) = [one for of in ("warning", "stop") for one in told(solution, "bought", of)]
    over = {"inserts": "4 mm of 5.7 mm", "plastic": "4 mm of 7 mm"}[into]
    assert f"are held over {over}" in words


def test_tips_that_stand_out_are_told() -> None:
    solution = held(plate(), block(tall="12"), into="nuts", head="on top", long="20")
    assert told(solution, "fit", "note") == ["the tips of the screws stand 3.00 mm out of the base"]


@pytest.mark.parametrize(
    ("thick", "fields", "words"),
    [
        ("1.5", {}, "the heads go 1.86 mm deep, the cover is only 1.5 mm thick there"),
        ("5", {"sunk": "3.2"}, "the heads go 5.06 mm deep"),
        ("5", {"head": "on top", "long": "5"}, "does not come through the cover - 8 mm"),
        ("5", {"along": "70"}, "screw 1 of 4 finds no material of the cover"),
        ("5", {"layout": "one", "gap": "1.9"}, "the holes are as wide as the heads"),
        ("5", {"along": "-3"}, "from first to last"),
    ],
)
def test_what_cannot_be_is_refused_with_what_can(thick, fields, words) -> None:
    gap = fields.pop("gap", "0.25")
    solution = held(plate(thick=thick), block(), gap=gap, **fields)
    assert solution.errors and words in solution.errors[0].one_line()


def test_a_thin_cover_under_countersunk_heads_is_told() -> None:
    """2.2 mm less what the cone takes until it meets the hole, (6.72 - 3.5) / 2."""
    solution = held(plate(thick="1.9"), block())
    assert told(solution, "fit", "warning") == [
        "the cones of the heads leave 0.29 mm of the cover, less than two layers"
    ]


def test_who_gives_way_is_not_asked_where_the_screw_is_bought() -> None:
    """The hole takes all of the gap, whatever an older document says."""
    solution = held(plate(), block(), head="on top", layout="one")
    fit = solution.project.fits[0].model_copy(update={"gives_way": "half each"})
    half = solve(solution.project.model_copy(update={"fits": [fit]}))
    (view,) = report_on(half).fits
    assert view.givers == [] and view.giver == "a"
    assert taken(half, "a").volume == pytest.approx(taken(solution, "a").volume)


@pytest.mark.parametrize(("layout", "free"), [("one", True), ("in a row", False)])
def test_one_screw_lets_the_cover_turn_and_two_do_not(layout: str, free: bool) -> None:
    """Beside a plug that stands 20 mm off the middle in the cover, and in the base 20 mm off it
    but 30° further round: turned so, both agree about one screw. Two hold the plug
    2 · 20 · sin 15° = 10.35 mm from its socket."""
    fields = {"layout": layout, "count": "2", "along": "12", "head": "on top"}
    turned = {"x": f"{20 * math.cos(math.radians(30)):.6f}",
              "y": f"{20 * math.sin(math.radians(30)):.6f}"}  # fmt: skip
    fits = [
        {"name": "f", "kind": "screwed", "parts": ["a", "b"], "gap": "0.25", "fields": fields,
         "place_a": {"on": "s.bottom"}, "place_b": {"on": "s.top"}},
        {"name": "g", "kind": "plug", "parts": ["b", "a"], "gap": "0.25",
         "fields": {"across": "4", "depth": "2", "headroom": "0.4"},
         "place_a": {"on": "s.top", **turned}, "place_b": {"on": "s.bottom", "x": "-20"}},
    ]  # fmt: skip
    solution = solve(document(plate(), block(), fits=fits))
    assert not solution.errors, [one.one_line() for one in solution.errors]
    (found,) = [one for one in report_on(solution).findings if one.check == "held twice"]
    assert found.severity == ("good" if free else "stop")
    if not free:
        assert found.value == pytest.approx(40 * math.sin(math.radians(15)), abs=0.01)


@pytest.mark.parametrize(("into", "others"), [("inserts", 4), ("nuts", 4), ("plastic", 0)])
def test_what_is_drawn_are_four_of_each_in_their_places(into: str, others: int) -> None:
    """The meshes that the stage is sent, taken apart by trimesh: where they stand is typed."""
    solution = held(plate(), block(), into=into, head="on top", along="36", across="18")
    sent = {view.of: (view, mesh) for view, mesh in things_of(solution.fits["f"], solution)}
    assert set(sent) == ({"screws", "others"} if others else {"screws"})
    for view, mesh in sent.values():
        whole = trimesh.Trimesh(mesh.vertices, mesh.triangles, process=False)
        pieces = whole.split(only_watertight=True)
        spots = sorted(tuple(np.round(one.bounds.mean(axis=0)[:2], 2)) for one in pieces)
        assert spots == [(-18, -9), (-18, 9), (18, -9), (18, 9)]
        assert all(np.ptp(one.bounds[:, 2]) == pytest.approx(view.long_mm) for one in pieces)
    length = next(one for one in meeting(solution).working if one.label == "screw length")
    # a head on top stands out of the cover by its own height, d, beside the length (ISO 4762)
    assert sent["screws"][0].long_mm == pytest.approx(length.value_mm + 3)
    again = held(plate(), block(), into=into, head="on top", along="30", across="18")
    keys = {view.key for view, _ in things_of(again.fits["f"], again)}
    assert not keys & {view.key for view, _ in sent.values()}


@pytest.mark.parametrize(("into", "size"), [("inserts", "#4-40"), ("nuts", "#4-40")])
def test_in_inches_it_begins_by_the_inch_and_holds(into: str, size: str) -> None:
    """A cover and a block typed in inches: screws of the inch series, in list lengths, nothing to
    stop for."""
    slab = {"inserts": "5/8", "nuts": "1/4"}[into]
    parts = [
        part("a", step("s", "extrude", rectangle("2 1/2", "1 5/8"), height="3/16")),
        part("b", step("s", "extrude", rectangle("2 1/2", "1 5/8"), height=slab)),
    ]
    project, name = begin_fit(
        solve(document(*parts, units="in")), "screwed", 0, ("a", "b"), ("", "")
    )
    (fit,) = project.fits
    assert fit.name == name and (fit.fields["size"], fit.fields["into"]) == (size, into)
    solution = solve(project)
    assert not solution.errors
    (bought, held_by) = solution.fits[name].meeting.to_buy
    assert bought.what.startswith(f"countersunk screw {size} × ") and bought.what.endswith(" in")
    assert size in held_by.what
    wrong = [one.message for one in report_on(solution).findings if one.severity == "stop"]
    assert wrong == []


@pytest.mark.parametrize("size", ["#4-40", "1/4-20"])
def test_screws_by_the_inch_too_short_are_cured_by_the_next_of_their_list(size: str) -> None:
    """Of a quarter inch in a cover of 5 mm: 1.35 mm come through, less the wanted diameter."""
    typed = held(plate(), block(tall="20"), size=size, head="on top", long_inch="1/4")
    report = report_on(typed, remedies=True)
    (warned,) = (one for one in report.findings if "are wanted" in one.message)
    remedy = warned.remedy
    assert remedy and [one.path for one in remedy.edits] == ["fits.f.fields.long_inch"]
    wanted = 5 + screw_diameter(size)
    listed = [25.4 * n / 16 for n in (3, 4, 5, 6, 8, 10, 12)]  # sixteenths, as in ASME B18.3
    next_mm = min(one for one in listed if one >= wanted)
    assert 25.4 * float(Fraction(remedy.edits[0].text)) == pytest.approx(next_mm)
    cured = solve(apply_edits(typed.project, list(remedy.edits)))
    assert not [one for one in report_on(cured).findings if "are wanted" in one.message]


@pytest.mark.parametrize(("size", "half_deg"), [("M4", 45), ("#8-32", 41)])
def test_countersunk_heads_lie_in_cones_of_their_own_angle(size: str, half_deg: float) -> None:
    """90° by ISO 10642, 82° by ASME B18.3: of the cone in the cover, and of the screw."""
    solution = held(plate(), block(tall="20"), size=size, layout="one")
    cover = triangle_mesh(solution.parts["a"].state.solid())
    ((_, screws), *_) = things_of(solution.fits["f"], solution)
    for mesh, face in ((cover, "sink"), (screws, "head seat")):
        corners = mesh.corners[mesh.on("f", frozenset({face}))].reshape(-1, 3)
        across, height = np.hypot(corners[:, 0], corners[:, 1]), corners[:, 2]
        assert np.ptp(across) / np.ptp(height) == pytest.approx(
            math.tan(math.radians(half_deg)), abs=0.01
        )
