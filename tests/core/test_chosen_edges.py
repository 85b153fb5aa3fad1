"""Edges where two faces meet, rounded with a rolling ball or chamfered: volumes by formula."""

from __future__ import annotations

import itertools
import json
import math

import igl
import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st
from manifold3d import Manifold, OpType

from core.errors import BuildError
from core.project.schema import Project
from core.project.solve import sketch, solve
from core.project.starters import begun
from core.solids import triangle_mesh
from core.solids.edges import chains_between, off_run
from core.solids.finishing import NamedEdge, chosen_chains
from core.steps.edge_list import Edge, read_edges
from tests.core.building import block, circle, document, part, rectangle, solved, step, volume

CORNER = 1 - math.pi / 4  # of r²: what a round takes off a square edge
SIDES = ("front", "right", "back", "left")


def edges(text: str, size: str = "2", kind: str = "fillet"):
    return step("e", kind, where="chosen edges", edges=text, size=size)


def taken(*steps) -> float:
    """What the last step takes off, mm³, on a body that another program calls closed."""
    solution = solved(part("p", *steps))
    before, after = solution.parts["p"].steps[-2].state, solution.parts["p"].state
    raw = after.solid().solid.to_mesh64()
    mesh = trimesh.Trimesh(np.asarray(raw.vert_properties)[:, :3], np.asarray(raw.tri_verts))
    mesh.merge_vertices()
    assert mesh.is_watertight
    assert mesh.volume == pytest.approx(after.solid().volume_mm3, rel=1e-6)
    return before.solid().volume_mm3 - after.solid().volume_mm3


def test_one_edge_of_a_block() -> None:
    assert taken(block(), edges("body.top | body.left")) == pytest.approx(CORNER * 4 * 40, rel=1e-3)
    chamfer = edges("body.left | body.top", kind="chamfer")
    assert taken(block(), chamfer) == pytest.approx(2 * 2 / 2 * 40, rel=1e-6)


@pytest.mark.parametrize("scale", [0.5, 0.8, 1.25, 2.0])
def test_all_twelve_edges_and_the_balls_in_the_corners(scale: float) -> None:
    a, b, c, r = 30 * scale, 20 * scale, 12 * scale, 3 * scale
    body = step("body", "extrude", rectangle(str(a), str(b)), height=str(c))
    every = [f"body.{end} | body.{side}" for end in ("top", "bottom") for side in SIDES]
    every += [f"body.{SIDES[i]} | body.{SIDES[i - 1]}" for i in range(4)]
    inner = [size - 2 * r for size in (a, b, c)]
    # a body within r of a smaller box (Steiner's formula)
    x, y, z = inner
    left = (
        x * y * z
        + 2 * r * (x * y + y * z + z * x)
        + math.pi * r * r * sum(inner)
        + 4 / 3 * math.pi * r**3
    )
    found = taken(body, edges("; ".join(every), str(r)))
    assert found == pytest.approx(a * b * c - left, rel=0.01)


def test_edges_with_sizes_of_their_own() -> None:
    text = "body.top | body.left: 3; body.bottom | body.right: wide / 40 ; body.front | body.right"
    solution = solved(
        part("p", block(), edges(text)), measures=[{"name": "wide", "expression": "40"}]
    )
    found = 32_000 - volume(solution, "p")
    # the last two meet in a corner, where a little less is taken than both by themselves
    assert found == pytest.approx(CORNER * (9 * 40 + 1 * 40 + 4 * 20), rel=0.01)


def test_the_rim_of_a_plate_with_round_corners_is_one_chain() -> None:
    plate = step("body", "extrude", rectangle("60", "40", "8"), height="6")
    found = taken(plate, edges("body.top | body.front"))
    straight = 2 * (44 + 24) * CORNER * 4
    # Pappus: the corner profile turned about each corner's axis
    middle = profile_middle(2, 8)
    area = CORNER * 4
    assert found == pytest.approx(straight + 2 * math.pi * middle * area, rel=5e-3)


def profile_middle(r: float, out: float) -> float:
    """The distance from the axis of the middle of the corner a round of r takes off at ``out``."""
    area = CORNER * r * r
    inner = out - r
    return (r * r * (inner + r / 2) - math.pi * r * r / 4 * (inner + 4 * r / (3 * math.pi))) / area


def test_the_rim_of_a_disc_and_both_mouths_of_its_hole() -> None:
    disc = step("body", "extrude", circle("60"), height="10")
    found = taken(disc, edges("body.top | body.side"))
    area = CORNER * 4
    assert found == pytest.approx(2 * math.pi * profile_middle(2, 30) * area, rel=2e-3)
    bore = step("h", "hole", on="body.top", diameter="20")
    mouths = taken(disc, bore, edges("h.side | body.top; h.side | body.bottom", "1"))
    middle = 11 - profile_middle(1, 1)  # the same corner, its sharp side towards the axis
    assert mouths == pytest.approx(2 * 2 * math.pi * middle * CORNER, rel=5e-3)


def test_every_copy_in_a_row_is_rounded_alike() -> None:
    plate = step("body", "extrude", rectangle("100", "40"), height="6")
    bore = step("h", "hole", on={"on": "body.top", "x": "0-30"}, diameter="8")
    one = taken(plate, bore, edges("h.side | body.top", "1"))
    row = step("row", "row", count="4", spacing="20")
    assert taken(plate, bore, row, edges("h.side | body.top", "1")) == pytest.approx(
        4 * one, rel=1e-6
    )


def rounded_of_a_row(text: str, spacing: float = 20, steps: tuple = ()) -> list[int]:
    """Which of the four bores of a row are rounded at the top of their plate, told by what is left
    of a ring round each just under the face."""
    plate = step("body", "extrude", rectangle("100", "40"), height="6")
    bore = step("h", "hole", on={"on": "body.top", "x": "0-30"}, diameter="8")
    row = step("row", "row", count="4", spacing=f"{spacing}")
    solution = solved(part("p", plate, bore, row, *steps, edges(text, "1")))
    solid = solution.parts["p"].state.solid().solid
    ring = Manifold.cylinder(0.1, 4.5, 4.5, 64) - Manifold.cylinder(0.1, 4.05, 4.05, 64)
    left = [(solid ^ ring.translate((-30 + spacing * n, 0.0, 5.85))).volume() for n in range(4)]
    return [n for n in range(4) if left[n] < 0.01 * ring.volume()]


RIM = "h.side | body.top"


@pytest.mark.parametrize("spacing", [15, 20])
@pytest.mark.parametrize(
    ("text", "rounded"),
    [
        (RIM, [0, 1, 2, 3]),
        (f"{RIM} near 0 0.5 1", [0]),
        (f"{RIM} near 0.36 0 0.9", [1]),
        (f"{RIM} near 1 0.5 1", [3]),
        (f"{RIM} near 2 0.5 1", [3]),
        (f"{RIM} near 0.65 1 1; {RIM} near 0 0.5 1", [0, 2]),
        # from the other side: shares of the plate's top, which is 100 wide
        ("body.top | h.side near 0.1 0.5 0.5", [0]),
    ],
)
def test_one_edge_of_several_alike_is_finished(
    text: str, rounded: list[int], spacing: float
) -> None:
    assert rounded_of_a_row(text, spacing) == rounded


def test_one_edge_of_several_stays_the_same_whatever_is_built_on_later_or_before() -> None:
    wider = step("ear", "extrude", rectangle("60", "10"), on={"on": "body.left"}, height="80")
    assert rounded_of_a_row(f"{RIM} near 0.36 0.5 1", steps=(wider,)) == [1]


def test_one_edge_of_several_has_a_size_of_its_own_and_the_others_theirs() -> None:
    plate = step("body", "extrude", rectangle("100", "40"), height="6")
    bore = step("h", "hole", on={"on": "body.top", "x": "0-30"}, diameter="8")
    row = step("row", "row", count="4", spacing="20")
    text = f"{RIM} near 0 0.5 1: 2; {RIM}"
    found = taken(plate, bore, row, edges(text, "1"))

    def mouth(r: float) -> float:  # Pappus: the same corner, its sharp side towards the axis
        return 2 * math.pi * (4 + r - profile_middle(r, r)) * CORNER * r * r

    assert found == pytest.approx(mouth(2) + 3 * mouth(1), rel=5e-3)


@pytest.mark.parametrize("name", ["screwed_box", "joined_plates"])
def test_every_edge_of_several_is_found_again_by_a_point_at_it(name: str) -> None:
    """As the screen tells it: half-way along one of its facets at which the two faces meet, to a
    ten-thousandth of the first."""
    for result in sketch(begun(name)).parts.values():
        if result.state.body is None:
            continue
        mesh = triangle_mesh(result.state.body)
        borders = mesh.borders
        for one, other in {*zip(borders.left.tolist(), borders.right.tolist(), strict=True)}:
            faces = mesh.faces[one], mesh.faces[other]
            meet = (borders.left == one) & (borders.right == other)
            ends = {*zip(borders.start[meet].tolist(), borders.end[meet].tolist(), strict=True)}
            corners = mesh.corners[mesh.face_index == one].reshape(-1, 3)
            low, size = corners.min(axis=0), np.ptp(corners, axis=0)
            chains = chains_between(mesh, *faces)
            for chain in chains if len(chains) > 1 else []:
                around = [*chain.vertices, chain.vertices[0]]
                pair = next(pair for pair in itertools.pairwise(around) if pair in ends)
                at = mesh.vertices[list(pair)].mean(axis=0)
                shares = np.where(size > 1e-6, (at - low) / np.maximum(size, 1e-9), 0.5).round(4)
                near = tuple(shares.tolist())
                (found,) = chosen_chains(mesh, NamedEdge(*faces, 1.0, near=near))
                # another may run through the very same place, where two copies meet
                same = set(found.vertices) == set(chain.vertices)
                assert same or off_run(found.run, at) < 1e-4 * size.max(), (faces, near)


def test_the_sides_of_a_slot_are_finished_one_by_one() -> None:
    """A groove parts the top of a block: each half meets the front in an edge of its own."""
    groove = step(
        "g",
        "extrude",
        rectangle("10", "60"),
        on="body.top",
        mode="cut",
        direction="down",
        height="5",
    )
    both = taken(block(), groove, edges("body.top | body.front", "1"))
    one = taken(block(), groove, edges("body.top | body.front near 1 0 1", "1"))
    assert both == pytest.approx(2 * one, rel=1e-6)
    assert one == pytest.approx(CORNER * 15, rel=1e-3)


def test_a_concave_edge_is_filled() -> None:
    post = step("post", "extrude", circle("20"), on="body.top", height="10")
    found = -taken(block(), post, edges("post.side | body.top", "3"))
    area = CORNER * 9
    middle = 10 + (9 * 1.5 - math.pi * 9 / 4 * (3 - 4 / math.pi)) / area
    assert found == pytest.approx(2 * math.pi * middle * area, rel=2e-3)


def test_what_stands_in_the_way_of_an_edge_is_left_alone() -> None:
    wall = step("wall", "extrude", rectangle("6", "40"), on="body.top", height="10")
    # the top front edge now runs in two pieces up to the wall, which must stay as it is
    solution = solved(part("p", block(), wall, edges("body.top | body.front", "2")))
    body = solution.parts["p"].state.solid()
    found = 32_000 + 6 * 40 * 10 - body.volume_mm3
    assert found == pytest.approx(CORNER * 4 * (40 - 6), rel=2e-3)


@pytest.mark.parametrize(
    ("text", "size", "words", "remedy"),
    [
        ("body.top | body.left", "25", "a 25 mm round does not fit this edge", "at most 20."),
        ("body.top | body.left; body.bottom | body.left", "11", "does not fit", "at most 9.99"),
        ("", "2", "no edge is chosen yet", "press one"),
        (
            "body.top | body.bottom",
            "2",
            "top of body and bottom of body no longer meet",
            "top of body meets",
        ),
        ("body.top | gone.left", "2", "nothing is left of left of gone", "left of body"),
        ("body.top", "2", "'body.top' is no edge", "two faces"),
        ("body.top | body.left: 0", "2", "the size of", "more than nought"),
        ("body.top | body.left: wid", "2", "'wid'", None),
    ],
)
def test_refusals_say_what_would_work(text, size, words, remedy) -> None:
    error = solve(document(part("p", block(), edges(text, size)))).errors[0]
    assert words in error.message
    assert remedy is None or remedy in (error.remedy or "")


def test_the_largest_that_is_named_does_fit() -> None:
    error = solve(document(part("p", block(), edges("body.top | body.left", "25")))).errors[0]
    most = str(float((error.remedy or "").split()[2]) - 0.02)
    assert not solve(document(part("p", block(), edges("body.top | body.left", most)))).errors


def test_a_list_of_edges_reads_back_as_it_was_told() -> None:
    text = "body.top | body.left: 2.5; hole.inner floor | body.side 3"
    found = read_edges(text)
    assert found == [
        Edge(("body", "top"), ("body", "left"), 2.5),
        Edge(("hole", "inner floor"), ("body", "side 3")),
    ]
    assert read_edges("; ".join(edge.told() for edge in found)) == found
    with pytest.raises(BuildError):
        read_edges("body top | left")


@pytest.mark.parametrize(
    ("text", "edge"),
    [
        ("a.side | b.top near 0 .5 1", Edge(("a", "side"), ("b", "top"), None, (0, 0.5, 1))),
        # the name of a face may have numbers in it, as this has: the last three are meant
        (
            "a.side 3 | b.side 3 near 1 0 1 : 2.5",
            Edge(("a", "side 3"), ("b", "side 3"), 2.5, (1, 0, 1)),
        ),
        (
            "a.side | b.top near -0.25 1.5 0.333333: 3",
            Edge(("a", "side"), ("b", "top"), 3.0, (-0.25, 1.5, 0.333333)),
        ),
    ],
)
def test_one_edge_of_several_reads_back_as_it_was_told(text: str, edge: Edge) -> None:
    assert read_edges(text) == [edge]
    assert read_edges(edge.told()) == [edge]


@pytest.mark.parametrize("text", ["a.side | b.top near 0 1", "a.side near 0 0 1 | b.top"])
def test_a_point_is_three_shares_after_the_second_face(text: str) -> None:
    with pytest.raises(BuildError) as refused:
        read_edges(text)
    assert "tells no point" in str(refused.value)
    assert "near 0 0.5 1" in (refused.value.remedy or "")


def test_a_measure_renamed_is_renamed_in_sizes_of_edges() -> None:
    from core.project.renaming import rename_measure

    project: Project = document(
        part("p", block(), edges("body.top | body.left: rim", "2")),
        measures=[{"name": "rim", "expression": "1"}],
    )
    renamed = rename_measure(project, "rim", "soft")
    assert renamed.parts[0].steps[1].fields["edges"] == "body.top | body.left: soft"


@settings(max_examples=12)
@given(
    sides=st.sampled_from([4, 6, 8]),
    across=st.floats(20, 60),
    tall=st.floats(8, 30),
    share=st.floats(0.05, 0.2),
    end=st.sampled_from(["top", "bottom"]),
)
def test_any_rim_of_any_prism(sides, across, tall, share, end) -> None:
    """One edge at a time, closed, and as much taken as its length and angle say."""
    outline = {"kind": "polygon", "sides": str(sides), "across": str(across)}
    body = step("body", "extrude", outline, height=str(tall))
    inside = across / 2 * math.tan(math.pi / sides)
    r = share * min(inside, tall)
    places = solved(part("p", dict(body))).parts["p"].state.features["body"].places
    side = next(name for name in places if name not in ("top", "bottom"))
    length = 2 * inside
    found = taken(dict(body), edges(f"body.{end} | body.{side}", str(r)))
    # the ends run on to the neighbouring sides, which lean away by half the turn at a corner
    lean = math.tan(math.pi / sides)
    most = CORNER * r * r * (length + 2 * r * lean)
    assert CORNER * r * r * (length - 2 * r * lean) <= found * 1.01 and found <= most * 1.01


# -- round and slanted faces, corners, both kinds together -------------------------------------

POST = step("post", "extrude", rectangle("12", "8"), on="body.top", height="10")
FOOT = "; ".join(f"post.{side} | body.top" for side in SIDES)
UPRIGHT = "; ".join(f"post.{SIDES[i]} | post.{SIDES[i - 1]}" for i in range(4))


def cove(r: float, straight: float, turned: float = 0.0, out: float = 0.0) -> float:
    """What fills the foot of a wall: along its straight sides, and turned about upright axes that
    the wall stands ``out`` from, in all so far round (Pappus)."""
    area = CORNER * r * r
    middle = (
        r * r * (out + r / 2) - math.pi * r * r / 4 * (out + r - 4 * r / (3 * math.pi))
    ) / area
    return area * straight + turned * middle * area


def test_a_ball_turns_about_the_sharp_edges_of_a_post() -> None:
    found = -taken(block(), POST, edges(FOOT))
    assert found == pytest.approx(cove(2, 40, 2 * math.pi), rel=2e-3)


@pytest.mark.parametrize("text", [f"{FOOT}; {UPRIGHT}", f"{UPRIGHT}; {FOOT}"])
def test_foot_and_uprights_of_a_post_in_one_step(text: str) -> None:
    found = -taken(block(), POST, edges(text))
    uprights = CORNER * 4 * 10 * 4
    assert found + uprights == pytest.approx(cove(2, 40 - 16, 2 * math.pi, 2), rel=5e-3)


def test_a_pocket_takes_the_ball_in_its_corners() -> None:
    pocket = step(
        "p",
        "extrude",
        rectangle("20", "8"),
        on="body.top",
        mode="cut",
        direction="down",
        height="5",
    )
    floor = "; ".join(f"p.{side} | p.bottom" for side in SIDES)
    walls = "; ".join(f"p.{SIDES[i]} | p.{SIDES[i - 1]}" for i in range(4))
    r = 1.0
    found = -taken(block(), pocket, edges(f"{floor}; {walls}", "1"))
    # a room within r of a smaller box below its mouth (Steiner's formula for its floor's half)
    x, y, deep = 20 - 2 * r, 8 - 2 * r, 5 - r
    room = x * y * deep + (2 * (x + y) * r + math.pi * r * r) * deep
    room += x * y * r + math.pi / 4 * r * r * 2 * (x + y) + 2 / 3 * math.pi * r**3
    assert found == pytest.approx(20 * 8 * 5 - room, rel=0.01)


def test_the_mouth_of_a_pocket_meets_in_mitres() -> None:
    pocket = step(
        "p",
        "extrude",
        rectangle("20", "8"),
        on="body.top",
        mode="cut",
        direction="down",
        height="5",
    )
    mouth = "; ".join(f"p.{side} | body.top" for side in SIDES)
    # at each corner both rounds go on to the plane between them: the corner of a square frustum
    found = taken(block(), pocket, edges(mouth, "1", "chamfer"))
    frustum = (22 * 10 + 20 * 8 + math.sqrt(22 * 10 * 20 * 8)) / 3
    prismatoid = (22 * 10 + 4 * 21 * 9 + 20 * 8) / 6 * 1 - 20 * 8
    assert found == pytest.approx(prismatoid, rel=1e-3)
    assert abs(frustum - 20 * 8 - prismatoid) < 0.2


def test_a_chamfer_by_two_distances() -> None:
    found = taken(
        block(),
        step(
            "e", "chamfer", where="chosen edges", edges="body.top | body.left", size="3", other="1"
        ),
    )
    assert found == pytest.approx(3 * 1 / 2 * 40, rel=1e-6)
    turned = taken(
        block(),
        step(
            "e", "chamfer", where="chosen edges", edges="body.left | body.top", size="3", other="1"
        ),
    )
    assert turned == pytest.approx(found, rel=1e-9)


def rolled(text: str, r: float, *steps, kind: str = "fillet"):
    """Middles of the facets of a rounding, their unit normals and areas, and the mesh before it."""
    solution = solved(part("p", *steps, edges(text, str(r), kind)))
    before, after = (solution.parts["p"].steps[i].state.solid() for i in (-2, -1))
    mesh = triangle_mesh(after)
    own = mesh.on("e", frozenset({"edge"}))
    crosses = mesh.crosses[own]
    areas = np.linalg.norm(crosses, axis=1)
    normals = crosses / np.maximum(areas, 1e-12)[:, None]
    return mesh.corners[own].mean(axis=1), normals, areas / areas.sum(), triangle_mesh(before)


ROD = step("rod", "extrude", circle("40"), height="60")
LEANING = step("rod", "extrude", rectangle("40", "30"), height="24", draft="10 deg")
CASES = {
    "mouths in a round side": (
        [ROD, step("h", "hole", on="rod.side", diameter="12")],
        "h.side | rod.side",
        1.5,
        -1,
    ),
    "mouths in leaning sides": (
        [LEANING, step("h", "hole", on="rod.front", diameter="8")],
        "h.side | rod.front; h.side | rod.back",
        1.0,
        -1,
    ),
    "the seam of two pipes": (
        [
            ROD,
            step("q", "extrude", circle("16"), on={"on": "rod.side", "out": "0 - 5"}, height="30"),
        ],
        "q.side | rod.side",
        2.0,
        1,
    ),
    "the end of a turned body": (
        [
            step(
                "rod",
                "revolve",
                {"kind": "moves", "moves": "right 20, up 30, to 8 42, up 10, left 8, close"},
            )
        ],
        "rod.side 2 | rod.side 3; rod.side 4 | rod.side 5",
        1.5,
        -1,
    ),
    "the waist of a turned body": (
        [
            step(
                "rod",
                "revolve",
                {"kind": "moves", "moves": "right 20, up 30, to 8 42, up 10, left 8, close"},
            )
        ],
        "rod.side 3 | rod.side 4",
        3.0,
        1,
    ),
}


@pytest.mark.parametrize("case", CASES)
@pytest.mark.parametrize("scale", [0.5, 0.8, 1.25, 2.0])
def test_a_ball_that_touches_both_faces_lies_against_every_round(case: str, scale: float) -> None:
    """From each facet a radius inwards (or outwards, of a fill) lies the ball's centre: it must be
    a radius from the body as it was, no nearer and no further (libigl)."""
    steps, text, r, side = CASES[case]
    solution_steps = [enlarged(one, scale) for one in steps]
    points, normals, areas, before = rolled(text, r * scale, *solution_steps)
    centres = points + side * normals * r * scale
    squared, _, _ = igl.point_mesh_squared_distance(centres, before.vertices, before.triangles)
    off = np.abs(np.sqrt(squared) - r * scale)
    # facets lean a little where an arc begins; slivers at its sides are as high as facets are deep
    assert areas[off < 0.03 + 0.03 * r * scale].sum() > 0.98
    assert len(off) > 100


def enlarged(one: dict, scale: float) -> dict:
    """A step with every length in it times a factor."""
    made = json.loads(json.dumps(one))
    for name, text in made["fields"].items():
        if name in ("diameter", "height"):
            made["fields"][name] = f"({text}) * {scale}"
    if "outline" in made:
        for name, text in made["outline"]["fields"].items():
            words = [
                f"{float(w) * scale:g}" if w.replace(".", "").isdigit() else w
                for w in text.replace(",", " ,").split()
            ]
            made["outline"]["fields"][name] = " ".join(words).replace(" ,", ",")
    if isinstance(made.get("place"), dict) and "out" in made["place"]:
        made["place"]["out"] = f"({made['place']['out']}) * {scale}"
    return made


def test_what_stands_on_a_side_is_left_alone_by_its_corners() -> None:
    bracket = step("k", "extrude", rectangle("20", "6"), on="body.front", height="6")
    found = taken(block(), bracket, step("e", "fillet", size="3", where="corners"))
    assert found == pytest.approx(4 * CORNER * 9 * 20, rel=0.01)


def test_every_inside_edge_but_those_too_small() -> None:
    slit = step(
        "s",
        "extrude",
        rectangle("1", "10"),
        on={"on": "body.top", "x": "0-14"},
        mode="cut",
        direction="down",
        height="3",
    )
    solution = solved(part("p", block(), POST, slit, step("e", "blend", radius="2")))
    last = solution.parts["p"].steps[-1]
    before = solution.parts["p"].steps[-2].state.solid().volume_mm3
    assert last.state.solid().volume_mm3 - before == pytest.approx(
        cove(2, 40 + 2, 2 * math.pi), rel=2e-3
    )
    # the short edges of the slit's floor do take it
    assert last.warns == ("6 edges are too small for this radius and stay as they are",)


@settings(max_examples=25)
@given(
    st.integers(3, 7), st.floats(12, 40), st.floats(6, 25), st.floats(0.3, 0.9), st.data()
)  # fmt: skip
def test_any_edges_of_any_prism_are_rounded_and_nothing_else(
    sides, wide, tall, share, data
) -> None:
    """Regular prisms, any of their edges, up to nine tenths of the largest radius: closed, smaller,
    and every point further off than the round reaches stays."""
    polygon = {"kind": "polygon", "sides": str(sides), "across": str(wide), "measured": "corners"}
    body = step("body", "extrude", polygon, height=str(tall))
    names = [f"side {i + 1}" for i in range(sides)]
    every = [f"body.{end} | body.{name}" for end in ("top", "bottom") for name in names]
    every += [f"body.{names[i]} | body.{names[i - 1]}" for i in range(sides)]
    chosen = data.draw(st.lists(st.sampled_from(every), min_size=1, max_size=6, unique=True))
    inner = math.pi / sides
    apothem = wide / 2 * math.cos(inner)
    # a tangent point on an end may reach as far as half the apothem, on a side a third of its width
    most = min(
        apothem / 2,
        tall / 3,
        wide / 2 * math.sin(inner) * 2 / 3 * math.tan((math.pi - 2 * inner) / 2),
    )
    r = share * most * 0.5
    solution = solved(part("p", body, edges("; ".join(chosen), f"{r:.4f}")))
    before, after = (solution.parts["p"].steps[i].state.solid() for i in (-2, -1))
    assert after.volume_mm3 < before.volume_mm3
    assert float((after.solid - before.solid).volume()) < 1e-6
    gone = before.solid - after.solid
    assert len(after.solid.decompose()) == 1
    mesh = triangle_mesh(before)
    runs = [
        chain
        for text in chosen
        for edge in read_edges(text)
        for chain in chains_between(mesh, edge.one, edge.other)
    ]
    reach = max(r / math.tan((math.pi - 2 * inner) / 2), 2 * r) + 0.1
    near = [
        Manifold.hull_points(np.vstack([run.points[k] + reach * DIRECTIONS for k in (0, -1)]))
        for run in runs
    ]
    elsewhere = gone - Manifold.batch_boolean(near, OpType.Add)
    assert float(elsewhere.volume()) < 1e-6


DIRECTIONS = np.asarray(Manifold.sphere(1.05, 24).to_mesh64().vert_properties)[:, :3]


@pytest.mark.parametrize(("units", "size", "radius", "unit"), [
    ("mm", "20 mm", "2 mm", "cm³"), ("in", "1 in", "1/8 in", "in³"),
])  # fmt: skip
def test_a_rounding_says_what_it_takes_off_in_the_projects_own_unit(
    units: str, size: str, radius: str, unit: str
) -> None:
    cube = step("cube", "extrude", {"kind": "rectangle", "width": size, "depth": size}, height=size)
    solution = solved(
        part("p", cube, step("e", "blend", radius=radius, where="outside")), units=units
    )
    sharp, round_ = (one.state.solid().volume_mm3 for one in solution.parts["p"].steps)
    off = (sharp - round_) / (25.4**3 if units == "in" else 1000)
    says = solution.parts["p"].steps[-1].says
    assert says.endswith(f"{off:.{3 if units == 'in' else 2}f} {unit} taken off")
