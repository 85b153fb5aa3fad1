"""Fits on slanted and round sides, sleeves with a gap of their own, trays above each other,
lips.
"""

from __future__ import annotations

import math

import pytest

from core.checks.moving import sweep_fit
from core.project.solve import solve
from core.proof.gaps import shared_mm3
from core.report import report_on
from core.solids.mesh import triangle_mesh
from tests.core.building import circle, document, part, rectangle, step, tin
from tests.core.test_fits import CASES
from tests.covering import by_turns

ON_SIDES = ["round plug", "hexagonal plug", "square plug", "D plug", "dovetail", "knuckle hinge",
            "pin hinge", "ball hinge", "clip"]  # fmt: skip


def wedge(name: str):
    return part(name, step("s", "extrude", rectangle("60", "50"), height="36", draft="12 deg"))


def drum(name: str):
    return part(name, step("s", "extrude", circle("44"), height="40"))


def on_sides(case: str, a, b, face_a: str, face_b: str):
    kind, _, _, _, _, own = CASES[case]
    spec = {"name": "f", "kind": kind, "parts": ["a", "b"], "gap": "0.25", "fields": own,
            "place_a": {"on": face_a}, "place_b": {"on": face_b}}  # fmt: skip
    return solve(document(a, b, fits=[spec]))


@pytest.mark.parametrize(
    ("case", "where"),
    [*((case, "both round") for case in ON_SIDES), *by_turns(ON_SIDES, ["slanted", "round"])],
)
def test_fits_stand_on_slanted_and_round_sides(case: str, where: str) -> None:
    a = wedge("a") if where == "slanted" else drum("a")
    on_b = CASES[case][4]
    b, on_b = (drum("b"), "s.side") if where == "both round" else (CASES[case][2], on_b)
    solution = on_sides(case, a, b, "s.right" if where == "slanted" else "s.side", on_b)
    assert not solution.errors, [error.one_line() for error in solution.errors]
    (fit,) = report_on(solution).fits
    asked = solution.fits["f"].meeting.pairs
    assert fit.pairs
    for pair, one in zip(fit.pairs, asked, strict=True):
        assert pair.measured_mm == pytest.approx(pair.asked_mm, abs=one.tolerance_mm), pair.name
    assert fit.overlap_mm3 == pytest.approx(0, abs=1e-3)
    for made in solution.parts.values():
        # nothing hangs in the air: each part is one piece
        assert len(made.state.solid().solid.decompose()) == 1


def test_a_hinge_longer_than_its_side_is_refused() -> None:
    kind, _, b, _, on_b, own = CASES["pin hinge"]
    spec = {"name": "f", "kind": kind, "parts": ["a", "b"], "fields": {**own, "long": "60"},
            "place_a": {"on": "s.side"}, "place_b": {"on": on_b}}  # fmt: skip
    errors = solve(document(drum("a"), b, fits=[spec])).errors
    assert any("past the edge of what is to carry it" in error.message for error in errors)


def test_round_faces_that_touch_share_no_room_but_flat_ones_that_overlap_do() -> None:
    one = solve(document(drum("a"))).parts["a"].state.solid().solid
    touching = one.translate((44.0, 0.0, 0.0))
    assert (one ^ touching).volume() > 1e-3  # the facets stand into each other
    assert shared_mm3(one, touching) == 0
    assert shared_mm3(one, one.translate((43.9, 0.0, 0.0))) > 1
    assert shared_mm3(one, one.translate((0.0, 0.0, 39.98))) == pytest.approx(
        math.pi * 484 * 0.02, rel=1e-3
    )


# -- sleeves -----------------------------------------------------------------------------------


def sleeved(gap: str, **fields: str):
    kind, a, b, on_a, _, own = CASES["twist lock"]
    spec = {"name": "f", "kind": kind, "parts": ["a", "b"], "gap": gap, "place_a": {"on": on_a},
            "fields": {**own, **fields}}  # fmt: skip
    return solve(document(a, b, fits=[spec]))


@pytest.mark.parametrize(("gap", "sleeve"), [("0.2", "0.45"), ("0.4", "0.15"), ("0.3", "gap")])
def test_a_track_and_its_sleeve_have_gaps_of_their_own(gap: str, sleeve: str) -> None:
    solution = sleeved(gap, sleeve_gap=sleeve)
    assert not solution.errors
    found = {pair.name: pair.measured_mm for pair in report_on(solution).fits[0].pairs}
    assert found["nub"] == pytest.approx(float(gap), abs=0.02)
    wanted = float(gap) if sleeve == "gap" else float(sleeve)
    assert found["sleeve"] == pytest.approx(wanted, abs=0.02)
    states = [solution.parts[name].state for name in ("a", "b")]
    assert sweep_fit(solution.fits["f"], *states, poses=12).contact is None


def test_a_sleeve_left_alone_takes_the_gap_of_the_fit() -> None:
    plain, told = sleeved("0.3"), sleeved("0.3", sleeve_gap="0.3")
    for name in ("a", "b"):
        one, other = (s.parts[name].state.solid().volume_mm3 for s in (plain, told))
        assert one == pytest.approx(other)


# -- trays -------------------------------------------------------------------------------------


def stacked(below: str):
    """A box with two ledges, the upper one wider, and a tray on each; the lower one so far below
    the rim."""
    box = part("box", step("s", "extrude", rectangle("70", "50", "8"), height="40"),
               step("h", "shell", wall="4", floor="2"),
               step("low", "ledge", inwards="1", down="24", rim="h"),
               step("high", "ledge", inwards="2.5", down="6", rim="h"))  # fmt: skip
    fits = [
        {
            "name": f"on_{rim}",
            "kind": "tray",
            "parts": ["box", f"tray_{rim}"],
            "gap": "0.3",
            "fields": {"rim": rim, "below": down},
        }
        for rim, down in (("low", below), ("high", "1"))
    ]
    return solve(document(box, part("tray_low"), part("tray_high"), fits=fits))


def crowded(solution):
    return [f for f in report_on(solution).findings if f.check == "crowded"]


def test_trays_that_run_into_each_other_are_told() -> None:
    (found,) = crowded(stacked("1"))
    assert found.severity == "stop" and "run into each other by" in found.message
    # the upper tray's floor lies 6 down, so that the lower one must end 6 below the rim
    (good,) = crowded(stacked("6.2"))
    assert good.severity == "good"
    # without a second tray there is nothing to run into
    lone = stacked("1").project
    lone = lone.model_copy(update={"fits": lone.fits[:1], "parts": lone.parts[:2]})
    assert crowded(solve(lone)) == []


def test_a_lip_tells_when_its_corners_turn_sharp() -> None:
    parts, fits = tin(rectangle("60", "40", "1"), "lip", wall="2.4")
    told = [f.message for f in report_on(solve(document(*parts, **fits))).findings]
    assert any("corners of the lip turn sharp" in words for words in told)
    # and they do: the lip's outside has square corners
    base = solve(document(*parts, **fits)).parts["base"].state.solid()
    top = triangle_mesh(base).vertices
    high = top[top[:, 2] > base.bounds[5] - 1e-6]
    widest = high[:, :2].max(axis=0)
    assert any((abs(point[:2] - widest) < 1e-6).all() for point in high)
    parts, fits = tin(rectangle("60", "40", "8"), "lip", wall="2.4")
    told = [f.message for f in report_on(solve(document(*parts, **fits))).findings]
    assert not any("turn sharp" in words for words in told)
