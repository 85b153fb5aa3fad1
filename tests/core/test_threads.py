"""Threads: table values, conversions, and solids that are what their names say."""

from __future__ import annotations

import math

import pytest

from core.errors import CoreError
from core.outlines import regular_polygon
from core.proof.closed import check_closed
from core.proof.gaps import smallest_gap
from core.solids import Frame, Prism, prism_body, triangle_mesh
from core.threads import opened, read_thread, thread_cutter, thread_rod
from core.threads.series import METRIC_COARSE
from core.threads.strength import (
    engaged_share,
    full_depth_mm,
    most_gap_mm,
    overlap_mm,
    stripping,
    thread_that_holds,
)

# ISO 68-1 / ISO 724, from memory: pitch diameter, minor of the nut, minor d3 of the bolt
ISO_724 = {
    "M3": (2.675, 2.459, 2.387), "M4": (3.545, 3.242, 3.141), "M5": (4.480, 4.134, 4.019),
    "M6": (5.350, 4.917, 4.773), "M8": (7.188, 6.647, 6.466), "M10": (9.026, 8.376, 8.160),
    "M12": (10.863, 10.106, 9.853), "M12x1.5": (11.026, 10.376, 10.160),
    "M16": (14.701, 13.835, 13.546), "M20": (18.376, 17.294, 16.933),
    "M24": (22.051, 20.752, 20.319), "M30": (27.727, 26.211, 25.706),
}  # fmt: skip


@pytest.mark.parametrize("name", ISO_724)
def test_metric_sizes_are_those_of_iso_724(name: str) -> None:
    thread = read_thread(name)
    found = (thread.pitch_diameter, thread.minor_internal, thread.minor_external)
    assert found == pytest.approx(ISO_724[name], abs=6e-4)


def test_coarse_pitches_are_those_of_iso_261() -> None:
    # ISO 261/262, from memory
    wanted = {2: 0.4, 2.5: 0.45, 3: 0.5, 4: 0.7, 5: 0.8, 6: 1, 8: 1.25, 10: 1.5, 12: 1.75, 14: 2,
              16: 2, 18: 2.5, 20: 2.5, 22: 2.5, 24: 3, 27: 3, 30: 3.5, 33: 3.5, 36: 4}  # fmt: skip
    assert wanted == METRIC_COARSE


@pytest.mark.parametrize(
    ("name", "pitch_in", "minor_in"),
    [
        # ASME B1.1, basic, from memory
        ("1/4-20 UNC", 0.2175, 0.1959),
        ("3/8-16", 0.3344, 0.3073),
        ("1/2-13 UNC", 0.4500, 0.4167),
        ("1 1/4-12 UNF", 1.1959, 1.1598),
    ],
)
def test_inch_sizes_are_those_of_asme_b1_1(name: str, pitch_in: float, minor_in: float) -> None:
    thread = read_thread(name)
    assert thread.pitch_diameter / 25.4 == pytest.approx(pitch_in, abs=6e-5)
    assert thread.minor_internal / 25.4 == pytest.approx(minor_in, abs=6e-5)


def test_trapezoidal_sizes_are_those_of_iso_2904() -> None:
    # ISO 2904, Tr 20 × 4, from memory
    t = read_thread("Tr20x4")
    assert (t.pitch_diameter, t.minor_internal, t.minor_external, t.major_internal) == (
        18,
        16,
        15.5,
        20.5,
    )
    assert 2 * t.half_angle_deg == 30


def test_bores_before_threading_of_common_practice() -> None:
    # 12 × 1.5 bored 10.38; 1 1/4-12 bored 1.168 in (common practice, no source)
    assert read_thread("M12x1.5").minor_internal == pytest.approx(10.38, abs=0.005)
    assert read_thread("1 1/4-12").tap_drill / 25.4 == pytest.approx(1.168, abs=0.002)


def test_a_radial_offset_opens_a_60_degree_flank_by_half_times_the_cosine_of_its_lead() -> None:
    thread = read_thread("M20")
    lead = math.radians(thread.lead_angle_deg)
    assert thread.normal_of_radial(0.20) == pytest.approx(0.10 * math.cos(lead), rel=1e-3)
    assert thread.axial_of_normal(thread.normal_of_axial(0.3)) == pytest.approx(0.3)


@pytest.mark.parametrize(
    ("name", "near"),
    [
        ("M13", "M12"),
        ("M12x1.6", "M12x1.5"),
        ("1/4-21 UNC", "1/4-20"),
        ("Tr21x4", "Tr20x4"),
        ("Z9", "M12"),
    ],
)
def test_what_is_not_in_the_tables_is_refused_with_the_nearest(name: str, near: str) -> None:
    with pytest.raises(CoreError) as refused:
        read_thread(name)
    assert near in refused.value.one_line()


@pytest.mark.parametrize(
    ("name", "starts", "left"),
    [("M20", 1, False), ("M12x1.5", 1, True), ("Tr20x4", 2, False), ("print 24x4", 1, False),
     ("print 30x3", 4, True), ("custom 18x3 50 deg deep 1.2", 1, False)],
)  # fmt: skip
def test_bolt_and_nut_are_closed_and_apart_by_the_gap(name: str, starts: int, left: bool) -> None:
    gap = 0.2
    thread = read_thread(name, starts, left)
    bolt = thread_rod(thread, opened(thread, gap / 2, True), 0, 16, "bolt")
    block = prism_body(Prism(Frame(), regular_polygon(6, thread.major + 12), 3, 13), "nut")
    nut = block - thread_cutter(thread, opened(thread, gap / 2, False), 3, 13, "nut")
    meshes = [triangle_mesh(bolt), triangle_mesh(nut)]
    assert all(check_closed(mesh).closed and check_closed(mesh).shells == 1 for mesh in meshes)
    assert (bolt.solid ^ nut.solid).volume() == pytest.approx(0, abs=1e-9)
    flanks = frozenset({"lower flank", "upper flank"})
    a, b = (m.corners[m.on(s, flanks)] for m, s in zip(meshes, ("bolt", "nut"), strict=True))
    assert smallest_gap(a, b).distance_mm == pytest.approx(gap, abs=0.03)


def test_a_rod_has_the_volume_of_its_ridge_by_pappus() -> None:
    # a trapezoid wound once round per pitch: 2π·r̄·A per turn, on a core of the root's radius
    thread = read_thread("print 24x4")
    side = opened(thread, 0.0, True)
    rod = thread_rod(thread, side, 0, 40, "bolt")
    height = side.crest - side.root
    area = height * (side.half_at_root + side.half_at_crest)
    a, b = 2 * side.half_at_root, 2 * side.half_at_crest
    middle = side.root + height * (a + 2 * b) / (3 * (a + b))
    exact = math.pi * side.root**2 * 40 + 10 * 2 * math.pi * middle * area
    assert rod.volume_mm3 == pytest.approx(exact, rel=3e-3)


def test_a_left_hand_thread_is_the_mirror_of_a_right_hand_one() -> None:
    right, left = (read_thread("M16", 1, hand) for hand in (False, True))
    one = thread_rod(right, opened(right, 0, True), 0, 20, "s").solid
    other = thread_rod(left, opened(left, 0, True), 0, 20, "s").solid.mirror((0, 1, 0))
    assert (one ^ other).volume() == pytest.approx(one.volume(), rel=1e-6)


def sides(name: str, gap: float, inner: float = 0.0):
    thread = read_thread(name)
    return (
        thread,
        opened(thread, gap * inner, True),
        opened(thread, gap * (1 - inner), False, gap * inner),
    )


def test_stripping_load_grows_with_length_and_falls_with_the_gap() -> None:
    thread, bolt, nut = sides("M10", 0.1)
    short, long = stripping(thread, bolt, nut, 5), stripping(thread, bolt, nut, 10)
    assert long.strips_at_n == pytest.approx(2 * short.strips_at_n)
    # no more than the whole cylinder sheared: π·d·L·τ
    assert long.strips_at_n <= math.pi * 10 * 10 * 15
    loads = [stripping(*sides("M10", gap), 10).strips_at_n for gap in (0.0, 0.1, 0.2, 0.3)]
    assert loads == sorted(loads, reverse=True) and loads[0] > 1.3 * loads[-1]
    assert stripping(*sides("M6", 0.46), 10).strips_at_n == 0  # the crests no longer meet


def test_shear_areas_without_a_gap_are_those_of_the_published_form() -> None:
    """FED-STD-H28/2, from memory: AS = π n L D (1/2n + tan 30° (D − E)), basic sizes."""
    thread, bolt, nut = sides("M20", 0.0)
    found = stripping(thread, bolt, nut, 20)
    slope = math.tan(math.radians(30))
    d1, d2, d, p = thread.minor_internal, thread.pitch_diameter, thread.major, thread.pitch
    ridge = p / 2 + slope * (d2 - d1)  # of the bolt where the nut's crests are
    assert found.bolt_mm2 == pytest.approx(math.pi * d1 * 20 * ridge / p, rel=1e-3)
    wall = p / 2 + slope * (d - d2)  # of the nut where the bolt's crests are
    assert found.nut_mm2 == pytest.approx(math.pi * d * 20 * wall / p, rel=1e-3)


@pytest.mark.parametrize("name", ["M6", "M8", "M12", "M8x1", "Tr8x1.5", "print 24x4", "1/4-20 UNC"])
def test_the_largest_gap_leaves_just_half_the_depth(name: str) -> None:
    thread = read_thread(name)
    most = most_gap_mm(thread, 0.0)
    at = [overlap_mm(*sides(name, gap)[1:]) / full_depth_mm(thread) for gap in (most, most + 0.011)]
    assert at[0] >= 0.5 > at[1]


def test_a_coarser_thread_is_named_that_holds() -> None:
    other = thread_that_holds(read_thread("M6"), 0.46, 0.0)
    assert other is not None and engaged_share(other, 0.46, 0.0) >= 0.5
    # flats of a quarter pitch: the depth is P/4, and half of it is to outlast the gap
    assert other.pitch / 8 >= 0.46 > (other.pitch - 0.5) / 8
    assert thread_that_holds(read_thread("M20"), 0.46, 0.0).major == 20


def test_the_bore_before_tapping_suits_the_form() -> None:
    # common practice, no source: d − P for a 60° thread; any other form is bored to the nut's own
    assert read_thread("M12").tap_drill == pytest.approx(10.25)
    coarse = read_thread("print 24x4")
    assert coarse.tap_drill == pytest.approx(coarse.minor_internal) == pytest.approx(22.0)


@pytest.mark.parametrize("name", ["M6", "M12x1.5", "Tr20x4", "print 24x4", "1/2-13 UNC"])
@pytest.mark.parametrize("inner", [0.0, 0.5, 1.0])
def test_crests_and_roots_clear_each_other_by_the_gap(name: str, inner: float) -> None:
    """Whoever gives way, no face of the two comes nearer than the gap."""
    gap = 0.2
    _, bolt, nut = sides(name, gap, inner)
    assert nut.root - bolt.root >= gap - 1e-9
    assert nut.crest - bolt.crest >= gap - 1e-9
