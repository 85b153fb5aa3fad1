"""What once was called good and was not: each measured again, on the finished solids."""

from __future__ import annotations

import json
import math
from dataclasses import replace
from typing import Any

import numpy as np
import pytest
import trimesh
from manifold3d import Manifold
from scipy.optimize import differential_evolution
from scipy.spatial.transform import Rotation

from core.checks.check import Joint
from core.checks.finding import Finding
from core.checks.finished import mesh_of
from core.checks.fit_measures import measure_fit
from core.checks.judge import findings_of
from core.checks.meeting import GapAsAsked
from core.formats.reading import read_mesh
from core.printing.slicing import sliced_view
from core.process import Process
from core.project.print_groups import group_of
from core.project.results import Solution
from core.project.solve import solve
from core.proof.engagement import measure_engagement
from core.proof.layers import test_layers as layer_test
from core.proof.slender import thinnest_upright
from core.proof.small_part import is_small_part
from core.report import report_on
from core.report.mesh_check import check_mesh
from core.report.proving import proved
from tests.core.building import circle, document, part, polygon, rectangle, solved, step

BAD = ("warning", "stop")


def joined(kind: str, a: Any, b: Any, on_a: Any = "", on_b: Any = "", **fit: Any) -> Solution:
    spec = {"name": "f", "kind": kind, "parts": ["a", "b"], **fit}
    for key, on in (("place_a", on_a), ("place_b", on_b)):
        if on:
            spec[key] = {"on": on} if isinstance(on, str) else on
    solution = solve(document(a, b, fits=[spec]))
    assert not solution.errors, [error.one_line() for error in solution.errors]
    return solution


def told(solution: Solution, check: str) -> list[Finding]:
    return [one for one in findings_of(solution) if one.check == check]


def rod(name: str, across: str, tall: str = "30") -> dict[str, Any]:
    return part(name, step("s", "extrude", circle(across), height=tall))


def block(name: str, *size: str) -> dict[str, Any]:
    return part(name, step("s", "extrude", rectangle(*size[:2]), height=size[2]))


def radii(solution: Solution, name: str, face: str) -> np.ndarray:
    mesh = mesh_of(solution.parts[name].state)
    corners = mesh.corners[mesh.on("f", frozenset({face}))].reshape(-1, 3)
    return np.hypot(corners[:, 0], corners[:, 1])


# -- threads ------------------------------------------------------------------------------


def bolt(designation: str, across: str, gap: str = "", **fields: str) -> Solution:
    fields = {"designation": designation, **fields}
    return joined(
        "screw", rod("a", across), part("b"), "s.top", feel="free", gap=gap, fields=fields
    )


@pytest.mark.parametrize(
    ("designation", "across"),
    [("M6", "6"), ("M8", "8"), ("M8x1", "8"), ("Tr8x1.5", "8"), ("M12x1", "12")],
)
def test_a_free_nut_does_not_drop_over_its_bolt(designation: str, across: str) -> None:
    solution = bolt(designation, across)
    crest, bore = radii(solution, "a", "crest").max(), radii(solution, "b", "bore").min()
    (engaged,) = told(solution, "engagement")
    assert crest - bore == pytest.approx(engaged.value, abs=0.03)
    depth = 2 * engaged.limit
    assert crest - bore > 0.5 * depth - 0.02 and engaged.severity == "good"


def test_a_nut_opened_past_its_ridges_is_a_stop_with_a_cure() -> None:
    solution = bolt("M6", "6", gap="0.46")
    assert radii(solution, "b", "bore").min() > radii(solution, "a", "crest").max()
    (engaged,) = told(solution, "engagement")
    assert engaged.severity == "stop" and "goes over" in engaged.message
    assert engaged.remedy is not None and engaged.remedy.edits[0].path == "fits.f.gap"
    assert "print 12x4 would" in engaged.message


def test_ridges_cut_away_on_one_side_engage_as_far_as_they_do_there() -> None:
    """A flat down one side: the least overlap all round counts, not the greatest."""

    def ring(radius: float, flat: float) -> np.ndarray:
        turns = np.radians(np.arange(0.0, 361.0))
        reach = np.minimum(radius, flat / np.maximum(np.cos(turns), 1e-9))
        around = np.column_stack([reach * np.cos(turns), reach * np.sin(turns), 0 * turns])
        up = around + np.array([0.0, 0.0, 10.0])
        return np.stack(
            [
                np.stack([around[:-1], around[1:], up[1:]], 1),
                np.stack([around[:-1], up[1:], up[:-1]], 1),
            ]
        ).reshape(-1, 3, 3)

    found = measure_engagement(ring(5.0, 4.2), ring(4.4, 99.0), 0.0, 10.0)
    assert found is not None
    assert found.overlap_mm == pytest.approx(
        4.2 / math.cos(math.radians(10)) - 4.4, abs=0.01
    )  # ten degrees a sector
    assert found.length_mm == pytest.approx(10)


def test_a_gap_off_what_was_asked_is_a_warning_both_ways() -> None:
    solution = bolt("M12", "12", gap="0.2")
    fit, a, b = solution.fits["f"], solution.parts["a"], solution.parts["b"]
    measured = measure_fit(fit, a.state, b.state)
    assert measured is not None
    first = measured.gaps[0]
    assert first is not None
    for off, severity in ((0.0, "good"), (0.1, "warning"), (-0.1, "warning")):
        moved = replace(first, distance_mm=first.distance_mm + off)
        joint = Joint(fit, replace(measured, gaps=(moved, *measured.gaps[1:])), a, b, solution)
        told_gap = next(iter(GapAsAsked().look(joint)))
        assert told_gap.severity == severity and told_gap.value == moved.distance_mm


def test_few_turns_are_measured_not_reckoned() -> None:
    (engaged,) = told(bolt("Tr20x4", "20", engaged="4", screwed="4"), "engagement")
    assert engaged.severity == "warning" and "turns" in engaged.message


def test_a_marked_thread_claims_nothing_and_keeps_its_relief_and_lead_in() -> None:
    solution = bolt("M6", "6", drawn="as a mark only", relief="2", long="14", lead_in="0.8")
    checks = {one.check for one in findings_of(solution) if one.fit}
    assert not checks & {"overlap", "engagement", "gap", "goes together"}
    body = solution.parts["a"].state.solid()
    shaft = math.pi * 9 * 30
    # 2 mm of a ring between the root less 0.3 and the shaft, from memory of ISO 68-1: d3 4.773
    ring = math.pi * (9 - (4.773 / 2 - 0.3) ** 2) * 2
    # and what a 45° lead-in takes off the end of the shaft: a disc less a frustum
    cone = math.pi * (9 * 0.8 - 0.8 / 3 * (9 + 2.2**2 + 3 * 2.2))
    assert body.volume_mm3 == pytest.approx(shaft - ring - cone, rel=0.005)


# -- arms, captives, joints ---------------------------------------------------------------


def halves() -> tuple[dict[str, Any], dict[str, Any]]:
    return block("a", "50", "30", "8"), block("b", "50", "30", "8")


def test_the_ball_hinge_bends_from_its_face_to_its_ball() -> None:
    """Small-strain beam of a published snap-fit guide, from memory: ε = y·h / (0.67·l²)."""
    solution = joined("ball hinge", *halves(), "s.back", "s.back", gap="0.25", fields={})
    (bent,) = told(solution, "bending")
    assert bent.value == pytest.approx(1 * 3 / (0.67 * 4.25**2) * 100, rel=1e-3)
    assert bent.severity == "stop" and bent.remedy is not None
    longer = joined("ball hinge", *halves(), "s.back", "s.back", gap="0.25",
                    fields={"reach": bent.remedy.edits[0].text})  # fmt: skip
    assert told(longer, "bending")[0].severity == "good"


def cage(bars: str, size: str = "10", thick: str = "2.4") -> Solution:
    fields = {"form": "a ball in a cage", "size": size, "head": "20", "thick": thick, "bars": bars}
    return joined("captive", block("a", "50", "30", "8"), part("b"), "s.top",
                  feel="print-in-place", fields=fields)  # fmt: skip


def test_a_ball_is_held_by_what_the_windows_leave() -> None:
    loose, tight = told(cage("4"), "held")[0], told(cage("6"), "held")[0]
    # four bars of 2.4 square, their middles 8.8 out: inner corners 7.6 out, 1.2 aside
    window = math.hypot(7.6 - 1.2, 7.6 - 1.2)
    # above its middle they lean in, so that the ball meets them sooner than upright ones
    assert (10 - window) / 2 < loose.value < (10 - window) / 2 + 1.0
    assert tight.severity == "good" and tight.value > loose.value
    out = told(cage("3", "8.4"), "held")[0]
    assert out.severity == "stop" and "gets out" in out.message and out.remedy is not None


@pytest.mark.parametrize("form", ["a ring on a post", "a ball in a cage"])
def test_captives_begin_on_the_bed_or_are_a_stop(form: str) -> None:
    fields = {"form": form, "size": "10", "head": "24", "thick": "3", "bars": "6"}
    alone = joined("captive", part("a"), part("b"), feel="print-in-place", fields=fields)
    assert not told(alone, "rests") and not told(alone, "island")
    held = joined("captive", block("a", "50", "30", "8"), part("b"), "s.top",
                  feel="print-in-place", fields=fields)  # fmt: skip
    assert told(held, "rests")[0].severity == "stop"
    assert all("come off the bed" not in one.message for one in findings_of(alone))


def test_a_dovetail_on_a_long_face_is_open_at_one_end() -> None:
    tall = block("a", "50", "60", "30"), block("b", "50", "60", "30")
    solution = joined("dovetail", *tall, "s.top", "s.bottom", fields={})
    assert told(solution, "goes together")[0].severity == "good"
    # one way out along the face and none across it: by another library
    a, b = (mesh_of(solution.parts[name].state) for name in "ab")
    pose = solution.fits["f"].meeting.pose.matrix
    tail = trimesh.Trimesh(a.vertices, a.triangles, process=False)
    slot = trimesh.Trimesh(b.vertices @ pose[:, :3].T + pose[:, 3], b.triangles, process=False)
    meets = trimesh.boolean.intersection
    free = {}
    for name, way in {"up": (0, 15, 0), "down": (0, -15, 0), "across": (4, 0, 0)}.items():
        shared = meets([tail, slot.copy().apply_translation(way)], engine="manifold")
        free[name] = bool(shared.volume < 0.05)
    assert free["across"] is False and free["up"] != free["down"]


def test_a_dovetail_tells_its_tail_as_it_is() -> None:
    solution = joined("dovetail", *halves(), "s.right", "s.left", gives_way="inner", gap="0.2",
                      fields={"width": "5", "height": "4", "long": "8"})  # fmt: skip
    working = solution.fits["f"].meeting.working
    top = next(line.value_mm for line in working if "top" in line.label)
    mesh = mesh_of(solution.parts["a"].state)
    corners = mesh.corners[mesh.on("f", frozenset({"tail top"}))].reshape(-1, 3)
    assert top == pytest.approx(float(np.ptp(corners[:, 1])), abs=1e-3)
    half = 2.5 + 4 * math.tan(math.radians(12))
    # both faces moved in by 0.2: their corner comes in by 0.2 · tan((90° + 12°) / 2)
    assert top == pytest.approx(2 * (half - 0.2 * math.tan(math.radians(51))), abs=1e-6)


# -- walls left ---------------------------------------------------------------------------


def test_a_groove_through_its_wall_leaves_none() -> None:
    tube = part(
        "a", step("s", "extrude", {"kind": "ring", "outside": "30", "inside": "26"}, height="40")
    )
    through = joined("track", tube, part("b"), "s.top", fields={"deep": "3", "nub": "7"})
    (wall,) = told(through, "wall left")
    assert wall.severity == "stop" and wall.value == 0 and "none left" in wall.message
    assert wall.at is not None and math.hypot(*wall.at[:2]) < 13.1  # it shows where
    kept = joined("track", tube, part("b"), "s.top", fields={"deep": "1", "nub": "4"})
    assert told(kept, "wall left")[0].value == pytest.approx(1.0, abs=0.05)


@pytest.mark.parametrize("form", ["round", "hexagonal", "square"])
def test_a_socket_wider_than_its_block_leaves_no_wall(form: str) -> None:
    narrow = block("a", "30", "12", "20")
    solution = joined("plug", narrow, block("b", "50", "30", "8"), "s.top", "s.bottom",
                      fields={"form": form, "across": "14", "depth": "6"})  # fmt: skip
    (wall,) = told(solution, "wall left")
    assert wall.severity == "stop" and wall.value == 0


def test_a_strap_slot_that_breaks_out_leaves_no_wall_and_counts_its_own_pitch() -> None:
    solid = block("a", "50", "30", "20")
    out = joined(
        "strap clamp",
        solid,
        part("b"),
        {"on": "s.front", "y": "9"},
        fields={"through": "30", "cover": "1"},
    )
    assert told(out, "wall left")[0].severity == "stop"
    wide = joined(
        "strap clamp",
        block("a", "50", "30", "30"),
        part("b"),
        "s.front",
        gives_way="inner",
        gap="0.46",
        fields={"wide": "16", "thick": "2.2", "screw": "M12", "cover": "3"},
    )
    sizes = {line.label: line.value_mm for line in wide.fits["f"].meeting.working}
    assert (sizes["slot wide"], sizes["slot high"]) == pytest.approx((16.0, 2.2))
    # ISO 261: M12 has a pitch of 1.75, so 3 mm are 1.7 turns
    assert any(f.severity == "warning" and "1.7 turns" in f.message for f in told(wide, "fit"))


def test_a_leaning_return_ramp_keeps_the_gap_asked_for() -> None:
    catch = block("a", "50", "30", "30")
    for back in ("90 deg", "60 deg", "45 deg"):
        solution = joined("clip", catch, block("b", "50", "30", "8"), "s.top", "s.top", gap="0.46",
                          fields={"back": back, "undercut": "1.5"})  # fmt: skip
        gaps = {f.message.split(" gap")[0]: f.value for f in told(solution, "gap")}
        assert gaps["catch"] == pytest.approx(0.46, abs=0.02), back


def test_a_rail_without_end_gap_is_no_clearance() -> None:
    solution = joined("rail", part("a"), part("b"), fields={"end_gap": "0"})
    assert any(
        f.severity == "warning" and "no clearance" in f.message for f in told(solution, "gap")
    )


# -- steps --------------------------------------------------------------------------------


def test_copies_say_how_many_met_the_part() -> None:
    plate = step("b", "extrude", rectangle("40", "20"), height="5")
    hole = step("h", "hole", on="b.top", diameter="4")
    solution = solved(part("p", plate, hole, step("r", "row", of="h", count="9", spacing="8")))
    row = solution.parts["p"].steps[-1]
    assert "3 met" in row.says and "6 copies" in row.warns[0]
    (found,) = told(solution, "step")
    assert found.at == pytest.approx((24, 0, 5), abs=0.1)
    taken = 40 * 20 * 5 - solution.parts["p"].state.solid().volume_mm3
    assert taken == pytest.approx(
        3 * math.pi * 4 * 5, rel=0.01
    )  # at 0, 8 and 16; the plate ends at 20


def test_a_mirrored_hole_over_air_is_told() -> None:
    plate = step("b", "extrude", rectangle("40", "20"), on={"x": "15"}, height="5")
    hole = step("h", "hole", on={"on": "b.top", "x": "10"}, diameter="4")
    solution = solved(part("p", plate, hole, step("m", "mirror", of="h")))
    assert "no material" in solution.parts["p"].steps[-1].warns[0]


def test_a_mirrored_common_step_keeps_what_both_share() -> None:
    plate = step("b", "extrude", rectangle("40", "20"), height="5")
    keep = step("k", "extrude", rectangle("30", "40"), on={"x": "5"}, mode="common", height="9")
    solution = solved(part("p", plate, keep, step("m", "mirror", of="k")))
    assert solution.parts["p"].state.solid().volume_mm3 == pytest.approx(20 * 20 * 5)


CROSSING = {"path": "right 60, up 40, left 30, down 80"}


def test_a_sweep_that_crosses_itself_is_refused_where_it_does() -> None:
    (found,) = solve(
        document(part("p", step("s", "sweep", rectangle("10", "10"), **CROSSING)))
    ).errors
    # the fourth leg comes down at x = 30 and meets the first, which lies along y = 0
    assert "crosses itself near 30 mm, 0 mm, 0 mm" in found.message
    assert "piece 1 of the path meets piece 4" in found.message and "unite" in found.remedy


def test_a_sweep_that_may_cross_itself_counts_its_room_once() -> None:
    swept = step("s", "sweep", rectangle("10", "10"), **CROSSING, crossing="it unites")
    solution = solved(part("p", swept))
    body = solution.parts["p"].state.solid()
    assert body.volume_mm3 == pytest.approx(210 * 100 - 1000)  # mitres keep the length of the path
    mesh = mesh_of(solution.parts["p"].state)
    other = trimesh.Trimesh(mesh.vertices, mesh.triangles)
    assert other.is_watertight and other.volume == pytest.approx(20_000)


def test_both_halves_of_a_mirrored_outline_are_rounded() -> None:
    half = {
        "kind": "moves",
        "moves": "start 0 0, right 10, round 2, up 20, chamfer 3, left 10, mirror up",
    }
    solution = solved(part("p", step("s", "extrude", half, height="1")))
    area = 20 * 20 - 2 * (4 - math.pi) * 4 / 4 - 2 * 9 / 2
    assert solution.parts["p"].state.solid().volume_mm3 == pytest.approx(area, abs=0.02)


def test_a_wrapped_groove_tells_how_narrow_its_floor_is() -> None:
    drum = step("d", "extrude", circle("12"), height="30")
    groove = step("w", "wrap", rectangle("3.43", "12"), depth="0.75", up="15")
    says = solved(part("p", drum, groove)).parts["p"].steps[-1].says
    assert f"{3.43 * (1 - 0.75 / 6):.4g}"[:5] in says and "narrows" in says


def test_an_unforeseen_error_is_the_steps_own(monkeypatch: pytest.MonkeyPatch) -> None:
    from core.steps import STEPS

    def fails(given: object) -> None:
        raise IndexError("tuple index out of range")

    monkeypatch.setattr(STEPS["boss"], "build", fails)
    base = step("b", "extrude", rectangle("40", "20"), height="5")
    solution = solve(
        document(part("p", base, step("k", "boss", on="b.top"), step("h", "hole", on="b.top")))
    )
    (error,) = solution.errors
    assert error.where == "parts.p.steps.k" and "reference" in error.message
    assert solution.parts["p"].state.solid().volume_mm3 < 40 * 20 * 5  # the hole is there


def test_a_corner_rounded_where_the_run_comes_back_to_its_start() -> None:
    moves = "right 40, up 20, left 40, down 20, round 3, close"
    solution = solved(
        part("p", step("s", "extrude", {"kind": "moves", "moves": moves}, height="1"))
    )
    area = 800 - 9 * (1 - math.pi / 4)
    assert solution.parts["p"].state.solid().volume_mm3 == pytest.approx(area, abs=0.02)


# -- vessels, edges, equal sizes ----------------------------------------------------------

CUP = (
    step("b", "extrude", rectangle("50", "30"), height="30"),
    step("h", "shell", wall="2", floor="2"),
)


@pytest.mark.parametrize(
    ("more", "holds_mm3", "words"),
    [
        ((), 46 * 26 * 28, ""),
        ((step("o", "hole", on="h.inner floor", diameter="8"),), 0, "holds nothing"),
        ((step("l", "ledge", inwards="1", down="3"),), 46 * 26 * 25 + 48 * 28 * 3, ""),
        ((step("o", "hole", on="b.front", diameter="4"),), 46 * 26 * 11, "17 mm below"),
    ],
)
def test_what_a_cup_holds_is_measured_when_it_is_finished(more, holds_mm3, words) -> None:
    report = report_on(solved(part("p", *CUP, *more)))
    assert report.parts[0].capacity_mm3 == pytest.approx(holds_mm3, rel=2e-3, abs=1)
    out = [one.message for one in report.findings if one.check == "runs out"]
    assert (out == []) is (words == "") and all(words in one for one in out)


def test_finished_edges_that_meet_or_reach_a_hole_are_told() -> None:
    drum = step("b", "extrude", circle("20"), height="10")
    meet = solved(part("p", drum, step("c", "chamfer", size="5", where="both rims")))
    assert "nothing is left of side" in told(meet, "land")[0].message
    plate = step("b", "extrude", rectangle("40", "40"), height="10")
    hole = step("h", "hole", on={"on": "b.top", "x": "14"}, diameter="6")
    reach = solved(part("p", plate, hole, step("f", "fillet", size="3", where="top rim")))
    assert "knife edge" in told(reach, "land")[0].message
    apart = solved(part("p", plate, hole, step("f", "fillet", size="2", where="top rim")))
    assert told(apart, "land") == []


def test_a_relief_narrower_than_the_pitch_is_a_warning() -> None:
    (found,) = [f for f in told(bolt("M6", "6", relief="0.5"), "fit") if "relief" in f.message]
    assert found.severity == "warning"


def test_sizes_that_would_meet_without_a_fit_are_found_on_the_solids() -> None:
    plate = step("b", "extrude", rectangle("60", "40"), height="20")
    cases = [
        (
            rod("a", "12"),
            part("b", plate, step("h", "hole", on="b.top", diameter="12")),
            "are both 12 mm across",
        ),
        (
            block("a", "40", "30", "3"),
            part(
                "b",
                plate,
                step(
                    "s",
                    "extrude",
                    rectangle("50", "3"),
                    on="b.top",
                    mode="cut",
                    direction="down",
                    height="12",
                ),
            ),
            "3 mm thick",
        ),
        (
            part(
                "a",
                step("s", "extrude", circle("12"), height="30"),
                step("t", "thread", on="s.top", designation="M12", long="15"),
            ),
            part(
                "b",
                plate,
                step("t", "thread", on="b.top", designation="M12", side="inside", long="10"),
            ),
            "they bind",
        ),
    ]
    for a, b, words in cases:
        found = told(solved(a, b), "equal by accident")
        assert any(words in one.message for one in found), words
        assert all(one.remedy is None for one in found)  # never tied at nought
    roomy = part("b", plate, step("h", "hole", on="b.top", diameter="12.4"))
    assert told(solved(rod("a", "12"), roomy), "equal by accident") == []


@pytest.mark.parametrize(
    ("cut", "words"),
    [
        (step("h", "hole", on="b.top", diameter="22", reach="to depth", depth="7"), "608 bearing"),
        (step("h", "hole", on="b.top", diameter="6"), "M6 screw"),
        (
            step(
                "s",
                "extrude",
                polygon(6, "10"),
                on="b.top",
                mode="cut",
                direction="down",
                height="6",
            ),
            "M6 nut",
        ),
    ],
)
def test_bores_of_bought_sizes_are_told(cut, words: str) -> None:
    """ISO 15, ISO 261 and ISO 4032, from memory."""
    plate = step("b", "extrude", rectangle("60", "40"), height="12")
    assert any(words in one.message for one in told(solved(part("p", plate, cut)), "bought size"))


def test_a_number_left_as_offered_is_not_typed_twice() -> None:
    solution = joined(
        "screw", rod("a", "24"), part("b"), "s.top", fields={"designation": "print 24x4"}
    )
    # the length in the nut and how far it is screwed on are both offered at 10 mm
    assert not any(one.value == 10 for one in told(solution, "typed twice"))


# -- meshes from elsewhere ----------------------------------------------------------------


def checked(*meshes: trimesh.Trimesh) -> dict[str, Any]:
    data = trimesh.util.concatenate(meshes).export(file_type="stl")
    found = check_mesh(read_mesh(bytes(data), "x.stl"), "x.stl", Process())
    json.dumps(found, allow_nan=False)
    return found


def cube(edge: float, *at: float) -> trimesh.Trimesh:
    return trimesh.creation.box((edge,) * 3).apply_translation(at or (0, 0, 0))


def turned_over(mesh: trimesh.Trimesh) -> trimesh.Trimesh:
    other = mesh.copy()
    other.invert()
    return other


@pytest.mark.parametrize(
    ("meshes", "volume", "voids", "pieces"),
    [
        ([turned_over(cube(20))], 8000, 0, [8000]),
        ([cube(20), cube(20, 10, 10, 0)], 14_000, 0, [14_000]),
        ([cube(20), cube(20)], 8000, 0, [8000]),
        ([cube(20), turned_over(cube(10))], 7000, 1, [7000]),
        ([cube(20), cube(20, 40, 0, 0)], 16_000, 0, [8000, 8000]),
    ],
)
def test_room_is_counted_once_and_the_right_way_round(meshes, volume, voids, pieces) -> None:
    found = checked(*meshes)
    assert found["closed"] is True and found["hidden_voids"] == voids
    assert found["volume_mm3"] == pytest.approx(volume)
    assert [one["volume_mm3"] for one in found["pieces"]] == pytest.approx(pieces)
    said = {one["check"] for one in found["findings"]}
    assert ("pieces" in said) is (len(pieces) > 1)
    assert all(one["small_part"] for one in found["pieces"]) is (volume != 14_000)


def test_an_open_sheet_has_no_volume() -> None:
    sheet = trimesh.Trimesh(
        [[0, 0, 0], [20, 0, 0], [20, 20, 0], [0, 20, 0]], [[0, 1, 2], [0, 2, 3]]
    )
    found = checked(sheet)
    assert found["closed"] is False and found["volume_mm3"] is None and found["mass_g"] is None
    assert "open sheet" in found["findings"][0]["message"]


def test_a_mesh_with_a_hole_is_not_closed_anywhere() -> None:
    holed = cube(20)
    holed.update_faces(np.arange(len(holed.faces)) != 3)
    found = checked(holed)
    assert found["closed"] is False and found["volume_mm3"] is None
    assert (
        found["findings"][0]["severity"] == "stop" and "1 hole" in found["findings"][0]["message"]
    )


def test_text_meshes_are_read_in_any_case() -> None:
    text = cube(10).export(file_type="stl_ascii")
    for told_so in (text, text.upper(), text.replace("solid", "SOLID")):
        assert len(read_mesh(told_so.encode(), "x.stl").triangles) == 12


@pytest.mark.parametrize(
    ("size", "small"),
    [
        ((50, 20, 5), True),  # it goes in leaning, at about 23°
        ((60, 25, 2), False), ((28, 28, 5), True), ((33, 33, 1), False), ((32, 32, 24), False),
        ((20, 20, 20), True), ((66, 1, 1), False), ((56, 2, 2), True),
    ],
)  # fmt: skip
def test_small_parts_in_any_orientation(size: tuple[float, ...], small: bool) -> None:
    """16 CFR 1501.4, from memory: 31.7 mm across, 25.4 to 57.1 mm deep."""
    corners = np.array(
        [[x, y, z] for x in (0, size[0]) for y in (0, size[1]) for z in (0, size[2])], float
    )
    assert is_small_part(corners) is small
    for seed in range(3):  # however it lies in its file
        assert is_small_part(corners @ Rotation.random(random_state=seed).as_matrix().T) is small


def test_what_the_search_says_goes_in_does_go_in() -> None:
    """Against SciPy's global search over turns and places, with the cylinder's own inequalities."""
    corners = np.array([[x, y, z] for x in (0, 50) for y in (0, 20) for z in (0, 5)], float) - [
        25,
        10,
        2.5,
    ]

    def out(x: np.ndarray) -> float:
        there = corners @ Rotation.from_rotvec(x[:3]).as_matrix().T + [x[3], x[4], 0]
        depth = there[:, 2].max() - there[:, 2]
        floor = 25.4 + (57.1 - 25.4) * (there[:, 0] + 15.85) / 31.7
        return float(max((np.hypot(there[:, 0], there[:, 1]) - 15.85).max(), (depth - floor).max()))

    found = differential_evolution(
        out, [(-3.2, 3.2)] * 3 + [(-8, 8)] * 2, seed=1, maxiter=120, tol=1e-8
    )
    assert found.fun <= 0


# -- layers and pins ----------------------------------------------------------------------


@pytest.mark.parametrize("wide", [9.9, 10.3, 14.0])
def test_a_bridge_is_told_by_its_whole_span(wide: float) -> None:
    gate = Manifold.cube((30, 20, 12)) - Manifold.cube((wide, 30, 8)).translate(
        (15 - wide / 2, -5, -1)
    )
    (piece,) = layer_test(gate, 0.2, 45).pieces
    assert piece.kind == "bridge" and piece.span_mm == pytest.approx(wide, abs=0.01)
    found = [
        one
        for one in checked(trimesh.Trimesh(*_arrays(gate)))["findings"]
        if one["check"] == "bridge"
    ]
    assert found[0]["severity"] == ("warning" if wide > 10 else "note")


def _arrays(solid: Manifold) -> tuple[np.ndarray, np.ndarray]:
    mesh = solid.to_mesh()
    return np.asarray(mesh.vert_properties)[:, :3], np.asarray(mesh.tri_verts)


def test_a_tip_that_hangs_from_a_roof_is_an_island() -> None:
    room = Manifold.cube((40, 40, 30)) - Manifold.cube((30, 50, 24)).translate((5, -5, 0))
    icicle = Manifold.cylinder(16, 0.0, 3, 32).translate((20, 20, 9))  # steeper than any limit
    hanging = [one for one in layer_test(room + icicle, 0.2, 45).pieces if one.kind == "island"]
    assert len(hanging) == 1 and 9 < hanging[0].z < 9.4
    ball = Manifold.sphere(10, 48).translate((0, 0, 10))
    assert layer_test(ball, 0.2, 45).islands == 0  # it stands on the bed


def test_the_ring_of_a_hole_is_no_pin() -> None:
    drilled = Manifold.cube((30, 30, 30)) - Manifold.cylinder(40, 1.5, 1.5, 64).translate(
        (8, 8, -5)
    )
    assert thinnest_upright(drilled) is None


# -- cures, and what else was told wrongly ------------------------------------------------


def offered(solution: Solution, check: str) -> list[str]:
    return [
        one.remedy.label
        for one in report_on(solution, remedies=True).findings
        if one.check == check and one.remedy
    ]


PLATE = step("b", "extrude", rectangle("60", "20"), height="8")
SLOPE = step(
    "e",
    "extrude",
    rectangle("12", "60"),
    on={"on": "b.bottom", "x": "24"},
    mode="cut",
    direction="down",
    height="6",
)


def test_what_one_value_cures_has_its_remedy() -> None:
    tube = part("a", step("s", "extrude", circle("30"), height="40"))
    path = "down 16 mm, right 6 mm, up 6 mm"
    tee = part("p", step("b", "extrude", rectangle("10", "10"), height="20"),
               step("t", "extrude", rectangle("40", "10"), on="b.top", height="4"))  # fmt: skip
    cases = [
        (
            joined(
                "screw",
                rod("a", "6"),
                part("b"),
                "s.top",
                feel="free",
                fields={"designation": "M6", "relief": "0"},
            ),
            "feel",
            "ask it to slide instead",
        ),
        (solved(tee), "overhang", "stand it on its"),
        (
            joined(
                "track",
                tube,
                part("b"),
                "s.top",
                fields={"path": path, "nub": "5", "deep": "1", "nubs": "1", "tall": "24"},
            ),
            "fit",
            "take a nub 4",
        ),
        (
            solved(
                part(
                    "p",
                    PLATE,
                    SLOPE,
                    step(
                        "h",
                        "hole",
                        on={"on": "b.top", "x": "20"},
                        diameter="10",
                        depth="6",
                        reach="to depth",
                    ),
                )
            ),
            "step",
            "take the hole right through",
        ),
        (
            solved(
                part(
                    "p",
                    PLATE,
                    SLOPE,
                    step(
                        "h",
                        "extrude",
                        circle("10"),
                        on={"on": "b.top", "x": "20"},
                        mode="cut",
                        direction="down",
                        height="6",
                    ),
                )
            ),
            "step",
            "take the cut right through",
        ),
        (
            solved(
                part(
                    "p",
                    PLATE,
                    step("h", "hole", on={"on": "b.top", "x": "-20"}, diameter="4"),
                    step("r", "row", count="7", spacing="10"),
                )
            ),
            "step",
            "take 6 of them",
        ),
        (
            solved(
                part(
                    "p",
                    step("s", "extrude", circle("8"), height="20"),
                    step("t", "thread", on="s.top", designation="M8", long="10", relief="0.8"),
                )
            ),
            "step",
            "take a relief 1.3 mm wide",
        ),
    ]
    for solution, check, words in cases:
        labels = offered(solution, check)
        assert any(words in label for label in labels), (words, labels)


def test_under_a_lead_in_deeper_than_its_ridges_no_lip_is_left() -> None:
    for name, across in (("M6", "6"), ("M12", "12"), ("1/4-20 UNC", "0.25in")):
        (wall,) = [f for f in told(bolt(name, across), "wall") if f.part == "a"]
        assert wall.severity == "good" and wall.value > 3


def test_walls_that_are_gone_or_thin_offer_what_cures_them() -> None:
    tube = part(
        "a", step("s", "extrude", {"kind": "ring", "outside": "30", "inside": "26"}, height="40")
    )
    through = joined("track", tube, part("b"), "s.top", fields={"deep": "3", "nub": "7"})
    assert offered(through, "wall left") == ["take deep 1.5 mm"]
    thin = joined("track", tube, part("b"), "s.top", fields={"deep": "1.3", "nub": "5"})
    assert offered(thin, "wall left") == ["take deep 1 mm"]
    fin = part("p", step("b", "extrude", rectangle("40", "20"), height="5"),
               step("f", "extrude", rectangle("30", "0.6"), on="b.top", height="8"))  # fmt: skip
    assert offered(solved(fin), "wall") == ["make depth 0.9 mm, two lines"]
    slit = step(
        "s",
        "extrude",
        rectangle("30", "0.15"),
        on="b.top",
        mode="cut",
        direction="down",
        height="3",
    )
    plate = step("b", "extrude", rectangle("40", "20"), height="5")
    assert offered(solved(part("p", plate, slit)), "slot") == ["make depth 0.35 mm"]


def test_a_band_all_round_is_one_closed_surface_in_any_program() -> None:
    drum = step("d", "extrude", circle("30"), height="30")
    long = {"kind": "rectangle", "width": "pi * 30 mm", "depth": "8", "corners": "0"}
    band = step("w", "wrap", long, mode="raised", depth="2", up="15")
    mesh = mesh_of(solved(part("p", drum, band)).parts["p"].state)
    written = trimesh.load(
        trimesh.util.wrap_as_stream(
            trimesh.Trimesh(mesh.vertices, mesh.triangles).export(file_type="stl")
        ),
        file_type="stl",
    )
    edges = np.sort(written.edges, axis=1)
    _, met = np.unique(edges, axis=0, return_counts=True)
    assert (met == 2).all() and written.is_watertight
    ring = math.pi * (17**2 - 15**2) * 8
    assert written.volume == pytest.approx(math.pi * 15**2 * 30 + ring, rel=5e-3)


def test_a_hexagon_says_what_it_is_across() -> None:
    solution = joined("plug", *halves(), "s.top", "s.bottom", gap="0.2",
                      fields={"form": "hexagonal", "across": "10", "depth": "6"})  # fmt: skip
    told_as = {line.label: line.value_mm for line in solution.fits["f"].meeting.working}
    assert told_as["plug across its flats"] == pytest.approx(10)
    assert told_as["socket across its flats"] == pytest.approx(10.4)
    assert told_as["socket across its corners"] == pytest.approx(10.4 * 2 / math.sqrt(3), abs=1e-6)


def test_a_pair_printed_together_is_weighed_together() -> None:
    fields = {"form": "a ring on a post", "size": "10", "head": "24", "thick": "3"}
    pair = joined("captive", part("a"), part("b"), feel="print-in-place", fields=fields)
    group = group_of(pair, "a")
    assert group is not None and len(group.parts) == 2
    view = sliced_view(group, pair.project.process)
    volume = sum(pair.parts[name].state.solid().volume_mm3 for name in "ab")
    assert view.solid_g == pytest.approx(volume * 1.24 / 1000, rel=1e-6)  # PLA
    assert view.mass_g < view.solid_g * 1.02


def test_a_bore_typed_at_half_its_thread_is_asked_about() -> None:
    plate = step("b", "extrude", rectangle("40", "40"), height="12")
    thread = step("t", "thread", on="b.top", designation="M12", side="inside", long="10")
    bored = solved(part("p", plate, step("h", "hole", on="b.top", diameter="6"), thread))
    assert "just half of 't'" in told(bored, "radius")[0].message


def test_prove_tells_what_was_tried() -> None:
    fit = proved(bolt("M6", "6"))["fits"][0]
    assert fit["engaged_mm"] > 0.25 and fit["turns"] > 7 and fit["strength_n"] > 100
    assert fit["goes_together"] is True and fit["strain"] is None
    loose = proved(bolt("M6", "6", gap="0.46"))["fits"][0]
    assert loose["engaged_mm"] < 0 and loose["strength_n"] is None
    hinge = proved(joined("ball hinge", *halves(), "s.back", "s.back", fields={}))["fits"][0]
    assert hinge["strain"] > 0.1 and hinge["goes_together"] is False


def test_a_hinge_asked_to_fold_says_where_it_stops() -> None:
    for turn, severity in (("0", "note"), ("80 deg", "good"), ("170 deg", "stop")):
        solution = joined("knuckle hinge", *halves(), "s.back", "s.back", feel="print-in-place",
                          fields={"turn": turn})  # fmt: skip
        (found,) = told(solution, "goes together")
        assert found.severity == severity, turn


@pytest.mark.parametrize("floor", ["12", "11.9", "13"])
def test_a_cut_that_ends_on_the_far_face_leaves_no_skin(floor: str) -> None:
    plate = step("b", "extrude", rectangle("40", "20"), height="12")
    cut = step(
        "c",
        "extrude",
        rectangle("10", "10"),
        on="b.top",
        mode="cut",
        direction="down",
        height=floor,
    )
    solution = solved(part("p", plate, cut))
    assert told(solution, "shut in") == [] and told(solution, "pieces") == []
    left = 40 * 20 * 12 - 100 * min(float(floor), 12)
    assert solution.parts["p"].state.solid().volume_mm3 == pytest.approx(left, abs=1e-3)


def test_what_turns_is_also_taken_apart() -> None:
    solution = joined("axle", rod("a", "30", "10"), part("b"), "s.top", fields={})
    assert [one.severity for one in told(solution, "goes together")] == ["good", "good"]
    assert proved(solution)["fits"][0]["goes_together"] is True
    # a disc over the mouth of the bore, and the axle cannot be drawn out
    lid = step("lid", "extrude", circle("26"), on={"on": "s.top", "out": "6"}, height="3")
    post = step("post", "extrude", rectangle("4", "4"), on={"on": "s.top", "x": "11"}, height="7")
    shut = part("a", step("s", "extrude", circle("30"), height="10"),
                {"id": "at", "kind": "fit", "fields": {"fit": "f"}}, post, lid)  # fmt: skip
    held = joined("axle", shut, part("b"), "s.top", fields={})
    bad = [one for one in told(held, "goes together") if one.severity == "stop"]
    assert bad and "not free when drawn out" in bad[0].message
    assert proved(held)["fits"][0]["goes_together"] is False


def test_a_bead_stretches_its_skirt() -> None:
    """Ring snap, common practice of the published guides, from memory: undercut ÷ diameter."""
    cup = part(
        "a",
        step("b", "extrude", circle("40"), height="30"),
        step("h", "shell", wall="3", floor="2"),
    )
    solution = joined("slip lid", cup, part("b"), gap="0.2", feel="slide",
                      fields={"bead": "1.5", "engagement": "8"})  # fmt: skip
    (bent,) = told(solution, "bending")
    assert bent.value == pytest.approx(2 * (1.5 - 0.2) / 40 * 100, rel=1e-3)
    assert bent.severity == "stop" or bent.severity == "warning"
    assert proved(solution)["fits"][0]["strain"] == pytest.approx(bent.value / 100)


@pytest.mark.parametrize(
    ("fields", "check", "label"),
    [
        ({"relief": "0.5"}, "fit", "take relief 1 mm"),
        ({"lead_in": "0.2"}, "fit", "take lead-in 0.7 mm"),
        ({"engaged": "2"}, "engagement", "take engaged 3.5 mm"),
    ],
)
def test_what_one_value_cures_is_offered(fields: dict[str, str], check: str, label: str) -> None:
    assert label in offered(bolt("M6", "6", **fields), check)


def test_what_begins_in_mid_air_is_stood_on_another_side() -> None:
    """A hook whose tip hangs free."""
    hook = part(
        "p",
        step("post", "extrude", rectangle("10", "10"), height="40"),
        step(
            "arm",
            "extrude",
            rectangle("30", "10"),
            on={"on": "", "x": "10", "out": "30"},
            height="10",
        ),
        step(
            "tip",
            "extrude",
            rectangle("8", "10"),
            on={"on": "", "x": "21", "out": "15"},
            height="16",
        ),
    )
    solution = solved(hook)
    assert told(solution, "island")[0].severity == "stop"
    assert offered(solution, "island") == ["stand it on its top"]  # the arm then lies on the bed
