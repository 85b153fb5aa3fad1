"""Every kind of fit: the gap asked for is the gap found, and nothing collides on the way."""

from __future__ import annotations

import json
import math
import re
from dataclasses import replace

import igl
import numpy as np
import pytest
from scipy.stats import norm

from core.checks.finished import mesh_of
from core.checks.moving import pose_at, sweep_fit
from core.errors import BuildError
from core.fits import FITS
from core.fits.clip_strength import bend, ramp_factor, thickness_for
from core.fits.registry import LaidOut
from core.fits.track_path import maze, read_track
from core.process import Process, forecast
from core.project.solve import solve
from core.report import report_on
from core.report.motion import motion_report
from scripts.write_fits_page import between_blocks
from tests.core.building import circle, document, part, rectangle, solved, step
from tests.covering import pairs


def slab(name: str, **more):
    return part(name, step("s", "extrude", rectangle("50", "30"), height="8"), **more)


def rod(name: str, across: str = "30", tall: str = "30"):
    return part(name, step("s", "extrude", circle(across), height=tall))


def tray_box():
    return part(
        "a",
        step("s", "extrude", rectangle("60", "40", "8"), height="20"),
        step("h", "shell", wall="4"),
        step("l", "ledge", inwards="1.8", down="6"),
    )


# kind, part a, part b, places, fields
CASES = {
    "round plug": ("plug", slab("a"), slab("b"), "s.top", "s.bottom", {"depth": "6"}),
    "hexagonal plug": (
        "plug",
        slab("a"),
        slab("b"),
        "s.top",
        "s.bottom",
        {"form": "hexagonal", "depth": "6"},
    ),
    "square plug": (
        "plug",
        slab("a"),
        slab("b"),
        "s.right",
        "s.left",
        {"form": "square", "across": "5"},
    ),
    "D plug": ("plug", slab("a"), slab("b"), "s.top", "s.bottom", {"form": "D", "depth": "6"}),
    "tray": ("tray", tray_box(), part("b"), "", "", {}),
    "axle": ("axle", rod("a", tall="10"), part("b"), "s.top", "", {}),
    "axle on a part": ("axle", rod("a", tall="10"), slab("b"), "s.top", "s.top", {}),
    "bearing seat": ("bearing seat", rod("a", "36"), part("b"), "s.top", "", {}),
    "screw cap": ("screw", rod("a", "24"), part("b"), "s.top", "", {"makes": "round cap"}),
    "bolt and nut": (
        "screw",
        rod("a", "20"),
        part("b"),
        "s.top",
        "",
        {"designation": "M20", "lead_in": "2"},
    ),
    "tapped hole": (
        "screw",
        rod("a", "12"),
        slab("b"),
        "s.top",
        "s.top",
        {"designation": "M12x1.5", "makes": "tapped hole only", "engaged": "8", "screwed": "6"},
    ),
    "screwed": ("screwed", slab("a"), slab("b"), "s.bottom", "s.top", {"layout": "one"}),
    "screwed with nuts": (
        "screwed",
        slab("a"),
        slab("b"),
        "s.bottom",
        "s.top",
        {"head": "let in", "into": "nuts", "layout": "in a row", "count": "2", "along": "9"},
    ),
    "dovetail": (
        "dovetail",
        slab("a"),
        slab("b"),
        "s.right",
        "s.left",
        {"height": "4", "long": "8", "angle": "20 deg"},
    ),
    "gears": ("gears", part("a"), part("b"), "", "", {}),
    "gears on rods": (
        "gears",
        rod("a", "10"),
        rod("b", "10"),
        "s.top",
        "s.top",
        {"module": "1.5", "teeth": "18", "mate_teeth": "31", "angle": "25 deg"},
    ),
    "gear and rack": ("gears", part("a"), part("b"), "", "", {"mates": "rack"}),
    "rail": ("rail", part("a"), part("b"), "", "", {}),
    "knuckle hinge": ("knuckle hinge", slab("a"), slab("b"), "s.back", "s.back", {}),
    "pin hinge": ("knuckle hinge", slab("a"), slab("b"), "s.back", "s.back", {"pivot": "a pin"}),
    "ball hinge": ("ball hinge", slab("a"), slab("b"), "s.back", "s.back", {}),
    "clip": (
        "clip",
        part("a", step("s", "extrude", rectangle("50", "30"), height="30")),
        slab("b"),
        "s.top",
        "s.top",
        {},
    ),
    "ring on a post": ("captive", slab("a"), part("b"), "s.top", "", {}),
    "ball in a cage": (
        "captive",
        slab("a"),
        part("b"),
        "s.top",
        "",
        {"form": "a ball in a cage", "size": "10", "head": "20", "thick": "2.4"},
    ),
    "link": (
        "captive",
        slab("a"),
        part("b"),
        "s.top",
        "",
        {"form": "a link through an eye", "size": "8", "head": "34", "thick": "4"},
    ),
    "chain": (
        "captive",
        part("a"),
        part("b"),
        "",
        "",
        {"form": "links of a chain", "size": "16", "head": "12", "thick": "3", "links": "5"},
    ),
    "strap": (
        "strap clamp",
        slab("a"),
        part("b"),
        "s.right",
        "",
        {"through": "50", "thick": "1.6", "cover": "3"},
    ),
    "twist lock": ("track", rod("a"), part("b"), "s.top", "", {}),
    "upright flanks": ("track", rod("a"), part("b"), "s.top", "", {"flank": "0 deg"}),
}


def fitted(case: str, gap: str, gives_way: str = "outer", feel: str = "slide", **fields: str):
    kind, a, b, on_a, on_b, own = CASES[case]
    spec = {"name": "f", "kind": kind, "parts": ["a", "b"], "gap": gap, "feel": feel,
            "gives_way": gives_way, "fields": {**own, **fields}}  # fmt: skip
    if on_a:
        spec["place_a"] = {"on": on_a}
    if on_b:
        spec["place_b"] = {"on": on_b}
    return document(a, b, fits=[spec])


def test_every_kind_is_tried_here() -> None:
    tried = {case[0] for case in CASES.values()} | {"slip lid"}
    assert tried == set(FITS)


@pytest.mark.parametrize("kind", ["plug", "dovetail"])
def test_a_kind_that_the_play_set_does_not_show_is_drawn_between_blocks(kind: str) -> None:
    title, fit, meeting = between_blocks(kind)
    assert (title, fit.kind) == ("two blocks", kind)
    assert fit.section is not None and meeting is not None and fit.working


@pytest.mark.parametrize(
    ("case", "gap", "way"), pairs(CASES, ["0.12", "0.35"], ["outer", "half each"])
)
def test_gap_truth(case: str, gap: str, way: str) -> None:
    solution = solve(fitted(case, gap, way))
    assert not solution.errors, [error.one_line() for error in solution.errors]
    report = report_on(solution)
    (fit,) = report.fits
    assert fit.pairs
    for pair, asked in zip(fit.pairs, solution.fits["f"].meeting.pairs, strict=True):
        assert pair.measured_mm == pytest.approx(pair.asked_mm, abs=asked.tolerance_mm), pair.name
    assert fit.overlap_mm3 == pytest.approx(0, abs=0.02)
    for view in report.parts:
        assert view.closed
    assert fit.section.parts[0].loops and fit.section.parts[1].loops
    assert all(math.isfinite(line.value_mm) for line in fit.working)


@pytest.mark.parametrize(
    "case", [c for c in CASES if c not in ("clip", "ball in a cage", "link", "chain")]
)
def test_nothing_collides_on_the_way(case: str) -> None:
    if CASES[case][0] == "bearing seat":
        pytest.skip("a pressed bearing does not move")
    if CASES[case][0] == "screwed":
        pytest.skip("what screws hold does not move")
    solution = solve(fitted(case, "0.3"))
    fit = solution.fits["f"]
    states = [solution.parts[name].state for name in ("a", "b")]
    tried = sweep_fit(fit, *states, poses=16)
    hinge = "hinge" in case
    if hinge:
        # a hinge is turned until it touches: it opens a right angle at the least
        assert tried.contact is None or tried.contact > 85
        free = [p for p in tried.poses if tried.contact is None or p.at < tried.contact]
    else:
        assert tried.contact is None
        free = list(tried.poses)
    assert max(p.overlap_mm3 for p in free) < 0.02
    assert min(p.gap_mm for p in free) == pytest.approx(0.3, abs=0.04) or case in ("rail", "strap")
    told = motion_report(fit, *states)
    assert told.poses[told.tightest].gap_mm <= told.poses[0].gap_mm + 1e-9
    assert " mm" not in motion_report(fit, *states, "in").words


def test_gaps_agree_with_libigl_on_sampled_faces() -> None:
    """Sampled point distances from libigl bound the exact gap from above, closely."""
    for case in ("screw cap", "dovetail", "twist lock", "knuckle hinge"):
        solution = solve(fitted(case, "0.25"))
        meeting = solution.fits["f"].meeting
        a, b = (mesh_of(solution.parts[name].state) for name in ("a", "b"))
        pair = meeting.pairs[0]
        matrix = meeting.pose.matrix
        corners = b.corners[b.on(*pair.b)] @ matrix[:, :3].T + matrix[:, 3]
        weights = np.random.default_rng(2).dirichlet((1, 1, 1), (len(corners), 30))
        points = np.einsum("tkc,tcx->tkx", weights, corners).reshape(-1, 3)
        squared = igl.point_mesh_squared_distance(points, a.vertices, a.triangles[a.on(*pair.a)])[0]
        found = report_on(solution).fits[0].pairs[0].measured_mm
        assert found <= math.sqrt(squared.min()) + 1e-9
        assert math.sqrt(squared.min()) == pytest.approx(0.25, abs=0.06)


def test_the_first_contact_of_a_hinge_is_where_its_leaves_meet() -> None:
    # axis half-way up slabs t thick, edge e in front of each face: folded up by φ the upper edge of
    # one leaf meets the other's face when (t/2)·sin φ − e·cos φ … at 90° + 2·atan(e / (t/2)) − 90°
    solution = solve(fitted("pin hinge", "0.3"))
    fit = solution.fits["f"]
    tried = sweep_fit(fit, *(solution.parts[n].state for n in ("a", "b")))
    edge, half = 3.5 + 0.3, 4.0
    # both upper corners lie at angle atan2(half, edge) off their leaves' planes, mirrored
    assert tried.contact == pytest.approx(180 - 2 * math.degrees(math.atan2(half, edge)), abs=0.5)


def test_the_key_follows_its_track() -> None:
    solution = solve(fitted("twist lock", "0.3"))
    motion = solution.fits["f"].meeting.motion
    around = math.pi * 30
    # from the end (18 mm round, 5 mm in) back to the mouth
    assert motion.path[0] == pytest.approx((0, 0))
    assert motion.path[-2][0] == pytest.approx(-18 / around * 360)
    assert motion.path[-2][1] == pytest.approx(5)
    last = pose_at(solution.fits["f"], 1.0)
    first = pose_at(solution.fits["f"], 0.0)
    assert last[2, 3] - first[2, 3] > 5


@pytest.mark.parametrize(
    ("case", "fields", "gap", "words"),
    [
        ("twist lock", {"path": "right 10, up 3"}, "0.2", "must go down from the mouth"),
        ("twist lock", {"path": "down 8, right 44, up 2"}, "0.2", "runs into the next by"),
        ("twist lock", {"path": "down 8, to 10 -9"}, "0.2", "slants"),
        ("twist lock", {"nub": "2", "deep": "1.2"}, "0.2", "comes to a point"),
        ("bolt and nut", {"designation": "M21"}, "0.2", "not in the tables"),
        ("bolt and nut", {"designation": "M12"}, "0.2", "the shaft is 20 mm across"),
        ("screw cap", {"screwed": "12", "engaged": "10"}, "0.2", "further than its thread"),
        ("knuckle hinge", {"knuckles": "4"}, "0.2", "an odd number"),
        ("knuckle hinge", {"knuckles": "15"}, "0.4", "no room for cones"),
        ("clip", {"undercut": "0.2"}, "0.3", "nothing would hold"),
        ("clip", {"long": "4"}, "0.2", "too stubby"),
        ("ring on a post", {"head": "8"}, "0.3", "lifts off"),
        ("dovetail", {"angle": "2 deg"}, "0.4", "lift straight out"),
        ("round plug", {"lead_in": "7"}, "0.2", "lead-in does not fit"),
        ("ball hinge", {"deep": "0.2"}, "0.3", "nothing holds it"),
        ("ball hinge", {"deep": "3"}, "0.3", "further than its radius"),
        ("twist lock", {"path": "down 8, right 8, up 9"}, "0.2", "rises out of the mouth"),
        ("twist lock", {"path": "down 8, right 8, close"}, "0.2", "does not close"),
        ("twist lock", {"nubs": "0"}, "0.2", "without nubs"),
        ("twist lock", {"tall": "6"}, "0.2", "does not reach down"),
        ("bolt and nut", {"designation": "Tr21x4"}, "0.2", "not in the tables"),
        ("bolt and nut", {"designation": "sideways"}, "0.2", "is no thread"),
        ("knuckle hinge", {"pivot": "a pin", "pin": "6.5"}, "0.2", "no wall is left round the pin"),
        ("knuckle hinge", {"knuckles": "31"}, "0.2", "fewer knuckles or a longer hinge"),
        ("clip", {"entry": "80 deg"}, "0.2", "an entry ramp of 80"),
        ("clip", {"back": "10 deg"}, "0.2", "a return ramp of 10"),
        ("ring on a post", {"tall": "0.9"}, "0.3", "ring's height"),
        ("ball in a cage", {"bars": "2"}, "0.3", "a cage of 2 bars"),
        ("ball in a cage", {"head": "14"}, "0.3", "does not fit the cage"),
        ("chain", {"size": "12.8"}, "0.3", "touches the one after the next"),
        ("chain", {"head": "9.5"}, "0.3", "does not go through the next"),
        ("dovetail", {"angle": "50 deg"}, "0.2", "a flare of 50"),
        ("dovetail", {"lead_in": "4"}, "0.2", "lead-ins meet"),
        (
            "round plug",
            {"across": "0.2", "lead_in": "0"},
            "0.3",
            "leaves nothing",
        ),
        ("rail", {"thick": "0.4"}, "0.3", "nothing is left of the flap"),
        ("axle", {"collar": "6"}, "0.3", "no wider than the axle"),
        ("bearing seat", {"proud": "9"}, "0.1", "does not sit in its pocket"),
        ("bearing seat", {"floor_hole": "23"}, "0.1", "no shoulder"),
        ("bearing seat", {"number": "999"}, "0.1", "999"),
        ("strap", {"wide": "2", "screw": "M5"}, "0.3", "wider than the strap"),
        ("tray", {"below": "7"}, "0.2", "nothing is left of the tray"),
        ("tray", {"wall": "30"}, "0.2", "no hollow is left"),
    ],
)
def test_what_cannot_be_is_refused_in_the_makers_terms(case, fields, gap, words) -> None:
    way = "inner" if case in ("rail", "round plug") else "outer"
    solution = solve(fitted(case, gap, way, **fields))
    told = " | ".join(error.one_line() for error in solution.errors)
    assert re.search(words, told), told
    assert all(error.where for error in solution.errors)


@pytest.mark.parametrize(
    ("case", "fields", "severity", "words"),
    [
        ("bolt and nut", {"lead_in": "0.2"}, "note", "short of the thread's depth"),
        ("screw cap", {"grips": "0"}, "note", "nothing to turn it by"),
        ("bolt and nut", {"designation": "custom 20x0.8"}, "warning", "under five layers"),
        ("round plug", {"lead_in": "0"}, "note", "no lead-in"),
        ("twist lock", {"flank": "30 deg"}, "note", "support|45|overhang"),
        (
            "twist lock",
            {"nubs": "4", "path": "down 8 mm, right 12 mm, up 3 mm"},
            "good|warning",
            "neighbouring",
        ),
        ("knuckle hinge", {}, "note", "hinge line"),
    ],
)
def test_what_a_maker_should_know_is_told_with_its_severity(case, fields, severity, words) -> None:
    solution = solve(fitted(case, "0.2", **fields))
    assert not solution.errors, [error.one_line() for error in solution.errors]
    cautions = solution.fits["f"].meeting.cautions
    told = [state for state, message, *_ in cautions if re.search(words, message)]
    assert told and re.fullmatch(severity, told[0]), cautions


def test_parts_made_alike_keep_their_own_names_and_measures() -> None:
    base = [step("s", "extrude", rectangle("50", "30"), height="8")]
    first = part("a", *base, measures=[{"name": "off", "expression": "3"}])
    second = part("b", *base, measures=[{"name": "off", "expression": "-7"}])
    spec = {
        "name": "f",
        "kind": "plug",
        "parts": ["a", "b"],
        "gap": "0.2",
        "place_a": {"on": "s.top", "x": "off"},
        "place_b": {"on": "s.bottom", "x": "off"},
    }
    solution = solved(first, second, fits=[spec])
    assert [state.state.part for state in solution.parts.values()] == ["a", "b"]
    # each place is off by its own part's measure, and b, turned about, comes to 3 - 7
    assert solution.fits["f"].meeting.pose.origin[0] == pytest.approx(-4)


def test_sections_name_both_parts_of_a_hinge() -> None:
    report = report_on(solve(fitted("knuckle hinge", "0.3")))
    assert [label.text for label in report.fits[0].section.labels] == ["a", "b"]


def test_zero_gap_is_built_and_said_plainly() -> None:
    report = report_on(solve(fitted("round plug", "0")))
    (feel,) = [f for f in report.findings if f.check == "feel"]
    assert "no gap at all" in feel.message and feel.severity == "warning"


def test_a_forecast_agrees_with_scipy_and_with_a_hundred_thousand_prints() -> None:
    process = Process()
    result = forecast(0.27, process)
    errors = process.errors
    draws = np.random.default_rng(7).normal(size=(3, 100_000))
    printed = (
        0.27
        + errors.inner + errors.inner_sd * draws[0]
        - errors.outer + errors.outer_sd * draws[1]
        + errors.sigma * draws[2]
    )  # fmt: skip
    edges = {"slide": (0.12, 0.25), "free": (0.25, 0.50), "snug": (0.02, 0.12)}
    for feel, (low, high) in edges.items():
        exact = norm.cdf(high, result.mean_mm, result.sd_mm) - norm.cdf(
            low, result.mean_mm, result.sd_mm
        )
        assert result.chances[feel] == pytest.approx(exact, abs=1e-9)
        assert ((printed >= low) & (printed < high)).mean() == pytest.approx(exact, abs=0.006)


def test_the_worked_example_of_the_snap_fit_guide() -> None:
    # published snap-fit design guide for plastics by a maker of polycarbonate, from memory:
    # l 19, b 9.5, y 2.4, α 30°, ε 2 %, Es 1,815 N/mm², µ 0.6, halved: h 3.28, P 32.5 N, W 58.5 N
    thick = thickness_for(2.4, 19, 0.02, "halved at the tip")
    assert thick == pytest.approx(3.28, abs=0.005)
    found = bend(2.4, 19, 9.5, 3.28, 1815, "halved at the tip", 30, 90, 0.6)
    assert found.strain == pytest.approx(0.02, rel=2e-3)
    assert found.deflection_n == pytest.approx(32.5, abs=0.3)
    assert found.push_in_n == pytest.approx(58.5, abs=0.8)
    assert math.isinf(found.pull_out_n)
    assert ramp_factor(30, 0.6) == pytest.approx(1.8, abs=0.01)


def test_stacks_add_up_worst_case_and_by_root_sum_square() -> None:
    stack = solve(fitted("axle", "0.3")).fits["f"].meeting.stack[0]
    spreads = [spread for *_, spread in stack.parts]
    assert stack.worst_mm == pytest.approx(sum(spreads))
    assert stack.likely_mm == pytest.approx(math.sqrt(sum(s * s for s in spreads)))
    assert stack.total_mm == pytest.approx(sum(size for _, size, _ in stack.parts))


def test_bearing_seats_follow_iso_15() -> None:
    # ISO 15, from memory: 608 is 8 × 22 × 7, 6001 is 12 × 28 × 8
    for number, outside, width in (("608", 22, 7), ("6001", 28, 8)):
        report = report_on(solve(fitted("bearing seat", "0.05", number=number)))
        found = {line.label: line.value_mm for line in report.fits[0].working}
        assert found["seat"] == pytest.approx(outside + 0.1)
        assert found["pocket depth"] == pytest.approx(width)


def test_mazes_are_the_same_for_a_seed_and_can_be_walked() -> None:
    room = LaidOut(around_mm=120, wide_mm=6, deep_mm=60, copies=1, points=())
    first = maze(room, 2.0, 4, seed=11)
    assert first == maze(room, 2.0, 4, seed=11) != maze(room, 2.0, 4, seed=12)
    for seed in range(60):
        track = read_track(maze(room, 2.0, 4, seed).replace(" mm", ""))
        assert track.points[1][1] < 0 and len(track.along()) == 4
        assert track.span() <= 120 - 2 * 8 and -track.points[-1][1] <= 60
        assert track.closest(120, 1) >= 8 - 1e-6
    for cramped, words in (
        (replace(room, deep_mm=12), "higher"),
        (replace(room, copies=6), "fewer"),
    ):
        with pytest.raises(BuildError, match="no room") as refused:
            maze(cramped, 2.0, 4, 1)
        assert words in refused.value.remedy


@pytest.mark.parametrize("seed", [1, 2, 3])
def test_a_maze_is_cut_with_its_gap_and_walked_to_its_end(seed: int) -> None:
    high = {"tall": "26 mm", "nubs": "1", "nub": "3 mm", "deep": "1 mm"}
    laid = solve(fitted("twist lock", "0.3", **high)).fits["f"].laid
    solution = solve(fitted("twist lock", "0.3", **high, path=maze(laid, 0.9, 2, seed)))
    assert not solution.errors, [error.one_line() for error in solution.errors]
    fit = report_on(solution).fits[0]
    assert len(fit.track.runs) == 5 and fit.overlap_mm3 == pytest.approx(0, abs=0.02)
    assert all(p.measured_mm == pytest.approx(p.asked_mm, abs=0.03) for p in fit.pairs)
    states = [solution.parts[name].state for name in ("a", "b")]
    assert sweep_fit(solution.fits["f"], *states, poses=24).contact is None


def test_a_track_that_cannot_be_cut_is_still_laid_out() -> None:
    solution = solve(fitted("twist lock", "0.3", path="down 8 mm, right 5 in"))
    assert solution.errors
    track = report_on(solution).fits[0].track
    assert track.points == [(0, 0), (0, -8), (127, -8)]
    assert [(run.way, run.length) for run in track.runs] == [("down", "8 mm"), ("right", "5 in")]
    rod_mm = 2 * math.pi * solution.parts["a"].state.solid().bounds[3]
    assert track.around_mm == pytest.approx(rod_mm, rel=1e-3)


def test_a_bead_and_air_grooves_of_a_lid() -> None:
    base = part("base", step("body", "extrude", circle("50"), height="24"),
                step("hollow", "shell", wall="3.2", floor="2"))  # fmt: skip
    spec = {"name": "slip", "kind": "slip lid", "parts": ["base", "lid"], "gap": "0.2",
            "fields": {"bead": "0.5", "air": "4", "engagement": "8"}}  # fmt: skip
    solution = solved(base, part("lid"), fits=[spec])
    (fit,) = report_on(solution).fits
    assert fit.overlap_mm3 == pytest.approx(0, abs=0.02)
    found = {line.label: line.value_mm for line in fit.working}
    # ring snap: strain = diametral undercut ÷ diameter
    assert found["ring strain"] == pytest.approx(2 * 0.3 / 50 * 100)
    # the bead meets its groove at the gap, square to its faces
    meeting = solution.fits["slip"].meeting
    a, b = (mesh_of(solution.parts[n].state) for n in ("base", "lid"))
    matrix = meeting.pose.matrix
    points = (
        b.corners[b.on("slip", frozenset({"bead"}))] @ matrix[:, :3].T + matrix[:, 3]
    ).reshape(-1, 3)
    squared = igl.point_mesh_squared_distance(
        points, a.vertices, a.triangles[a.on("slip", frozenset({"bead"}))]
    )[0]
    assert math.sqrt(squared.min()) == pytest.approx(0.2, abs=0.02)


def test_fits_are_kept_in_the_document_and_read_back() -> None:
    from core.project.document import read_document, write_document

    project = fitted("knuckle hinge", "0.4")
    again = read_document(write_document(project))
    assert again == project and again.fits[0].place_a.on == "s.back"
    assert json.loads(write_document(project))["fits"][0]["kind"] == "knuckle hinge"
