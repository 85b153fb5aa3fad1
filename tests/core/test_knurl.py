"""Knurls on finished solids: their ridges counted and measured across the shaft, slants by how far
a section turns, nothing that hangs, closed by trimesh.
"""

from __future__ import annotations

import math

import numpy as np
import pytest
import trimesh

from core.project.beginning import begin_step
from core.project.results import Solution
from core.project.solve import solve
from core.proof.layers import test_layers as layer_test
from tests.core.building import circle, document, part, rectangle, solved, step

PATTERNS = ["straight", "slanted", "diamond"]


def knurled(across: str = "20", on: str = "rod.top", **fields: str) -> Solution:
    rod = step("rod", "extrude", circle(across), height="30")
    return solve(document(part("p", rod, step("k", "knurl", on=on, **fields))))


def across_at(solution: Solution, z: float) -> np.ndarray:
    """The radius of the finished solid at a height, every tenth of a degree round its axis: where
    the sides of the section, short as they are, lie at that angle."""
    (ring,) = solution.parts["p"].state.solid().solid.slice(z).to_polygons()
    share = np.arange(40)[:, None, None] / 40
    points = (ring * (1 - share) + np.roll(ring, -1, axis=0) * share).reshape(-1, 2)
    angle = np.degrees(np.arctan2(points[:, 1], points[:, 0])) % 360
    order = np.argsort(angle)
    radius = np.hypot(*points[order].T)
    return np.interp(np.arange(0, 360, 0.1), angle[order], radius, period=360)


def valleys(radii: np.ndarray) -> int:
    """How many times round it goes below half-way in."""
    inside = radii < (radii.min() + radii.max()) / 2
    return int((inside & ~np.roll(inside, 1)).sum())


@pytest.mark.parametrize(("across", "pitch"), [("20", "2"), ("8", "1"), ("60", "3.1"), ("35", "2")])
def test_a_straight_knurl_has_the_ridges_that_go_round(across: str, pitch: str) -> None:
    solution = knurled(across, pitch=pitch, depth="0.3")
    radius = float(across) / 2
    radii = across_at(solution, 30 - 6)
    count = round(2 * math.pi * radius / float(pitch))
    assert valleys(radii) == count
    assert radii.min() == pytest.approx(radius - 0.3, abs=0.01)
    assert radii.max() == pytest.approx(radius, abs=0.01)
    # a fifth of each ridge is left as it was
    assert (radii > radius - 0.008).mean() == pytest.approx(0.2, abs=0.06)
    # above and below it the rod is as it was
    for z in (29.5, 18.5, 3.0):
        assert np.ptp(across_at(solution, z)) < 0.02


def test_slanted_grooves_turn_as_they_rise_and_crossing_ones_both_ways() -> None:
    slanted = knurled(pattern="slanted", long="20", start="2")
    low, high = (across_at(slanted, z) for z in (14.0, 22.0))
    pitch_deg = 360 / round(2 * math.pi * 10 / 2)
    turned = math.degrees(8 * math.tan(math.radians(30)) / 10)
    best = max(
        np.arange(0, pitch_deg, 0.1),
        key=lambda by: np.corrcoef(np.roll(low, round(by * 10)), high)[0, 1],
    )
    assert (best - turned + pitch_deg / 2) % pitch_deg - pitch_deg / 2 == pytest.approx(0, abs=0.4)
    # crossing: what both sets leave is what either leaves, taken together
    crossing = knurled(pattern="diamond", long="20", start="2")
    for z in (14.0, 18.0, 22.0):
        one = across_at(slanted, z)
        other = across_at(slanted, 36 - z)  # mirrored about the middle of the knurl
        assert np.abs(np.minimum(one, other) - across_at(crossing, z)).max() < 0.12


@pytest.mark.parametrize("pattern", PATTERNS)
@pytest.mark.parametrize("on", ["rod.top", "rod.side"])
def test_a_knurl_is_closed_in_one_piece_and_hangs_nowhere(pattern: str, on: str) -> None:
    solution = knurled(on=on, pattern=pattern)
    assert not solution.errors
    solid = solution.parts["p"].state.solid()
    mesh = solid.solid.to_mesh64()
    made = trimesh.Trimesh(
        np.asarray(mesh.vert_properties)[:, :3], np.asarray(mesh.tri_verts), process=False
    )
    assert made.is_watertight and made.body_count == 1 and made.euler_number == 2
    assert layer_test(solid.solid, 0.2, 45).pieces == ()
    assert solid.bounds[5] == pytest.approx(30)


def test_a_round_side_and_the_end_above_it_are_the_same() -> None:
    one, other = (
        knurled(on=on).parts["p"].state.solid().volume_mm3 for on in ("rod.top", "rod.side")
    )
    assert one == pytest.approx(other, rel=1e-9)


def test_a_head_beside_the_shaft_is_left_alone() -> None:
    head = step("head", "extrude", circle("30"), height="5")
    shaft = step("shaft", "extrude", circle("16"), on="head.top", height="20")
    plain = solved(part("p", head, shaft))
    made = solved(part("p", head, shaft, step("k", "knurl", on="shaft.top", long="19", start="1")))
    assert not made.errors
    was, now = (one.parts["p"].state.solid().solid for one in (plain, made))
    for z in (1.0, 4.9):
        assert now.slice(z).area() == pytest.approx(was.slice(z).area(), rel=1e-9)


@pytest.mark.parametrize(
    ("fields", "words"),
    [
        ({"long": "1.2"}, "leaves nothing between"),
        ({"pitch": "9"}, "ridges of 9 mm go round"),
        ({"depth": "1.3"}, "thin blades"),
        ({"long": "29.5", "start": "2"}, "not as wide all along"),
        ({"long": "10", "start": "40"}, "nothing round stands there"),
        ({"on": "rod.bottom", "start": "60"}, "nothing round stands there"),
    ],
)
def test_what_cannot_be_knurled_is_refused_with_what_would_do(
    fields: dict[str, str], words: str
) -> None:
    (told,) = knurled(**fields).errors
    assert words in told.message and told.remedy


def test_a_block_is_no_shaft() -> None:
    block = step("rod", "extrude", rectangle("20", "20"), height="30")
    (told,) = solve(document(part("p", block, step("k", "knurl", on="rod.top")))).errors
    assert "nothing round stands there" in told.message


@pytest.mark.parametrize(
    ("across", "tall"),
    [("20", "30"), ("20", "5"), ("6", "4"), ("4", "30"), ("90", "2.5"), ("20", "1.2")],
)
@pytest.mark.parametrize("units", ["mm", "in"])
def test_it_begins_so_that_it_can_be_built(across: str, tall: str, units: str) -> None:
    rod = step("rod", "extrude", circle(f"{across} mm"), height=f"{tall} mm")
    for on in ("", "rod.side"):
        solution = solve(document(part("p", rod), units=units))
        made, name = begin_step(solution, "p", "knurl", 0, "", on=on)
        after = solve(made)
        assert not after.errors, [one.one_line() for one in after.errors]
        cut = (
            float(across) ** 2 / 4 * math.pi * float(tall)
            - after.parts["p"].state.solid().volume_mm3
        )
        assert cut > 0.2 and name == "knurl"


def test_it_says_how_many_ridges_there_are() -> None:
    (*_, line) = knurled().parts["p"].steps
    assert line.says == "31 ridges round 20 mm, 2.03 mm apart"
