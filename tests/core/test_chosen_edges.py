"""Edges where two faces meet, rounded with a rolling ball or chamfered: volumes by formula."""

from __future__ import annotations

import math

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from core.errors import BuildError
from core.project.schema import Project
from core.project.solve import solve
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
        ("body.top | body.bottom", "2", "top of body and bottom of body no longer meet", "top of body meets"),
        ("body.top | gone.left", "2", "nothing is left of left of gone", "left of body"),
        ("body.top", "2", "'body.top' is no edge", "two faces"),
        ("body.top | body.left: 0", "2", "the size of", "more than nought"),
        ("body.top | body.left: wid", "2", "'wid'", None),
    ],
)  # fmt: skip
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


def test_a_measure_renamed_is_renamed_in_sizes_of_edges() -> None:
    from core.project.renaming import rename_measure

    project: Project = document(
        part("p", block(), edges("body.top | body.left: rim", "2")),
        measures=[{"name": "rim", "expression": "1"}],
    )
    renamed = rename_measure(project, "rim", "soft")
    assert renamed.parts[0].steps[1].fields["edges"] == "body.top | body.left: soft"


@settings(max_examples=12, deadline=None)
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
