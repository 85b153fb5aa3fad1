"""Parts that two fits hold: told whether both want them in one place, and held against solids."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
import pytest

from core.checks.finding import Edit, Finding
from core.checks.judge import findings_of
from core.checks.loops import Link, held_before, off_by
from core.project.beginning_fits import begin_fit
from core.project.demo import demo_document
from core.project.edits import apply_edits
from core.project.results import Solution
from core.project.solve import solve
from core.project.starters import begun
from tests.core.building import document, part, rectangle, step

GAP = 0.2


def slab(name: str, thick: str = "12") -> dict[str, Any]:
    return part(name, step("s", "extrude", rectangle("80", "40"), height=thick))


def dowel(
    name: str, parts: tuple[str, str], on_a: Any, on_b: Any, form: str = "round", **more: Any
):
    fields = {"form": form, "across": "8", "depth": "6"}
    return {"name": name, "kind": "plug", "parts": list(parts), "gap": f"{GAP}mm",
            "fields": fields, "place_a": on_a, "place_b": on_b, **more}  # fmt: skip


def at(face: str, x: str, y: str = "0", turn: str = "0") -> dict[str, str]:
    return {"on": f"s.{face}", "x": x, "y": y, "turn": turn}


def two_dowels(second: dict[str, str], form: str = "round", **more: Any) -> Solution:
    """A slab on another with two dowels 40 mm apart; in the upper one the second is somewhere."""
    first = dowel("one", ("a", "b"), at("top", "-20"), at("bottom", "20"), form)
    other = dowel("two", ("a", "b"), at("top", "20"), second, form)
    return solve(document(slab("a"), slab("b"), fits=[first, other], **more))


def told(solution: Solution) -> list[Finding]:
    assert not solution.errors, [error.one_line() for error in solution.errors]
    return [one for one in findings_of(solution) if one.check == "held twice"]


@pytest.mark.parametrize(
    ("more", "severity"),
    [(0, "good"), (0.05, "good"), (0.06, "warning"), (0.4, "warning"), (0.41, "stop"), (3, "stop")],
)  # fmt: skip
def test_two_dowels_further_apart_in_one_part_than_in_the_other(more: float, severity: str) -> None:
    solution = two_dowels(at("bottom", f"-20 - {more}"))
    (found,) = told(solution)
    assert (found.severity, found.fit) == (severity, "two")
    assert found.value == pytest.approx(more, abs=2e-3)
    # the solids: put together so that either dowel takes half of it, they lie in each other where
    # half is more than the gap that each has all round
    a, b = (solution.parts[name].state.solid().solid for name in "ab")
    pose = solution.fits["one"].meeting.pose.matrix.copy()
    pose[0, 3] -= more / 2
    assert (float((a ^ b.transform(pose)).volume()) > 0.01) is (severity == "stop")


def test_what_is_round_turns_until_both_go_in_and_what_is_square_does_not() -> None:
    aside = at("bottom", "-20", "0.5")
    assert [one.severity for one in told(two_dowels(aside))] == ["good"]
    (square,) = told(two_dowels(aside, "square"))
    assert square.severity == "stop" and square.value == pytest.approx(0.5, abs=2e-3)
    # of a square dowel turned in its hole the corners of the box about it go farthest
    (turned,) = told(two_dowels(at("bottom", "-20", turn="10 deg"), "square"))
    reach = np.hypot(4.0, 4.0)
    assert turned.severity == "stop"
    assert turned.value == pytest.approx(2 * reach * np.sin(np.radians(5)), rel=0.2)


def test_it_is_the_same_told_from_the_other_part_and_in_inches() -> None:
    # b lies a quarter turn round on a: what its poses are and what undoes them are not the same
    first = dowel("one", ("a", "b"), at("top", "-10"), at("bottom", "0", "10", "90 deg"), "square")
    for off, severity in (("0", "good"), ("1", "stop")):
        on_b = at("bottom", "0", f"-10 - {off}", "90 deg")
        other = dowel("two", ("b", "a"), on_b, at("top", "10"), "square")
        (found,) = told(solve(document(slab("a"), slab("b"), fits=[first, other])))
        assert found.severity == severity and "another plug in socket holds a " in found.message
    mm = lambda x: {**at("bottom", x), "y": "0"}  # noqa: E731
    first = dowel("one", ("a", "b"), at("top", "-20mm"), mm("20mm"))
    other = dowel("two", ("a", "b"), at("top", "20mm"), mm("-21mm"))
    for fit in (first, other):
        fit["fields"] |= {"across": "8mm", "depth": "6mm"}
    slabs = [
        part(name, step("s", "extrude", rectangle("80mm", "40mm"), height="12mm")) for name in "ab"
    ]
    (found,) = told(solve(document(*slabs, fits=[first, other], units="in")))
    assert found.severity == "stop" and " mm" not in found.message and "0.0394 in" in found.message


@pytest.mark.parametrize(("off", "severity"), [("0", "good"), ("2", "stop")])
def test_three_parts_in_a_ring_close_or_do_not(off: str, severity: str) -> None:
    """Two slabs that two posts join: four fits, of which the last closes the ring. What stands on a
    face is put half a turn round."""
    low, high, left, right = (slab(n) for n in ("low", "high", "left", "right"))
    fits = [
        dowel("a", ("low", "left"), at("top", "-20"), at("bottom", "0"), "square"),
        dowel("b", ("low", "right"), at("top", f"20 + {off}"), at("bottom", "0"), "square"),
        dowel("c", ("left", "high"), at("top", "0"), at("bottom", "-20"), "square"),
        dowel("d", ("right", "high"), at("top", "0"), at("bottom", "20"), "square"),
    ]
    solution = solve(document(low, high, left, right, fits=fits))
    (found,) = told(solution)
    assert (found.severity, found.fit) == (severity, "d")
    assert found.value == pytest.approx(float(off), abs=2e-3)
    assert "other fits hold high" in found.message
    # one more gap each gives way
    assert severity == "good" or "0.8 mm together" in found.message


@pytest.mark.parametrize("name", ["tackle_case", "clip_box"])
def test_a_lid_folded_shut_is_where_its_catch_wants_it(name: str) -> None:
    """Its hinge is drawn open: a half turn lies between the two."""
    project = demo_document(name) if name == "tackle_case" else begun(name)
    solution = solve(project)
    assert [one.severity for one in told(solution)] == ["good"]
    moved = solve(apply_edits(project, [Edit("fits.catch.place_a.x", "3")]))
    (found,) = told(moved)
    assert found.severity == "stop" and found.value == pytest.approx(3, abs=0.01)
    assert "hinge holds Lid 3 mm from where this fit wants it: more than their" in found.message
    # by hand: the hinge's pose turned half round its axis is the catch's
    hinge, catch = solution.fits["hinge"].meeting, solution.fits["catch"].meeting
    axis, origin = np.array(hinge.motion.axis.z_axis), np.array(hinge.motion.axis.origin)
    half = 2 * np.outer(axis, axis) - np.eye(3)
    pose, wanted = hinge.pose.matrix, catch.pose.matrix
    points = np.array([[0.0, 0, 0], [10, 0, 0], [0, 10, 5]])
    shut = (points @ pose[:, :3].T + pose[:, 3] - origin) @ half.T + origin
    assert shut == pytest.approx(points @ wanted[:, :3].T + wanted[:, 3], abs=0.01)


def test_what_one_fit_holds_is_not_asked_and_teeth_hold_nothing() -> None:
    one = two_dowels(at("bottom", "-20"))
    assert held_before(one, "one") == () and len(held_before(one, "two")) == 1
    assert told(solve(begun("gear_pair"))) == [] and told(solve(begun("lidded_box"))) == []
    fit = Link(one.fits["one"], True)
    off = off_by([fit], fit, np.eye(3))
    assert off == pytest.approx(0, abs=1e-9)


@pytest.mark.parametrize(
    ("form", "turn"), [("round", "0"), ("square", "90 deg"), ("square", "30deg")]
)
@pytest.mark.parametrize("parts", [("a", "b"), ("b", "a")])
def test_a_second_dowel_begins_where_both_parts_lie_on_each_other(
    form: str, turn: str, parts: tuple[str, str]
) -> None:
    """Whichever part has the plug, and however the two are turned on each other."""
    slabs = [part(n, step("s", "extrude", rectangle("80", "60"), height="12")) for n in "ab"]
    first = dowel("one", ("a", "b"), at("top", "-10"), at("top", "5", turn=turn), form)
    made, name = begin_fit(solve(document(*slabs, fits=[first])), "plug", 0, parts)
    edits = [Edit(f"fits.{name}.fields.form", form)]
    solution = solve(apply_edits(made, edits))
    assert [one.severity for one in told(solution)] == ["good"]
    assert not [one for one in findings_of(solution) if one.severity == "stop"]
    # the solids, put together by the first dowel, do not lie in each other
    a, b = (solution.parts[one].state.solid().solid for one in "ab")
    pose = solution.fits["one"].meeting.pose.matrix
    assert float((a ^ b.transform(pose)).volume()) == pytest.approx(0, abs=0.01)
    # both are there: each dowel goes into the other part by so much
    low, high = a.bounding_box()[2::3]
    box = b.transform(pose).bounding_box()
    assert box[2] < high and low < box[5]


def test_on_faces_that_are_chosen_a_second_dowel_stays() -> None:
    solution = two_dowels(at("bottom", "-20"))
    made, _ = begin_fit(solution, "plug", 0, ("a", "b"), ("s.top", "s.bottom"))
    assert made.fits[-1].place_b.on == "s.bottom" and not made.fits[-1].place_b.turn


@pytest.mark.parametrize(("form", "deep"), [("round", "0"), ("round", "5"), ("square", "5")])
def test_a_dowel_is_not_drawn_out_of_its_socket_to_suit_another(form: str, deep: str) -> None:
    """One stands on a step of the lower part: where the other is home it is so far out."""
    pad = step("pad", "extrude", rectangle("30", "30"), on=at("top", "20"), height="5")
    foot = part("a", step("s", "extrude", rectangle("80", "40"), height="12"), pad)
    high = {**at("top", "0"), "on": "pad.top"} if deep == "5" else at("top", "-5")
    first = dowel("one", ("a", "b"), at("top", "-20"), at("bottom", "20"), form)
    other = dowel("two", ("a", "b"), high, at("bottom", "-20" if deep == "5" else "5"), form)
    (found,) = told(solve(document(foot, slab("b"), fits=[first, other])))
    assert found.value == pytest.approx(float(deep), abs=2e-3)
    assert found.severity == ("stop" if float(deep) else "good")


def test_what_slides_goes_no_further_than_its_way() -> None:
    """A dovetail 20 mm long, home at one end; what else holds the two wants them further along."""
    long = {"height": "4", "long": "20", "angle": "20 deg"}
    fit = {"name": "f", "kind": "dovetail", "parts": ["a", "b"], "fields": long,
           "place_a": at("right", "0"), "place_b": at("left", "0")}  # fmt: skip
    solution = solve(document(slab("a", "40"), slab("b", "40"), fits=[fit]))
    assert not solution.errors
    link = Link(solution.fits["f"], True)
    meeting = link.fit.meeting
    way, high = np.array(meeting.motion.axis.z_axis), meeting.motion.high
    for along, off in ((0.0, 0.0), (high / 2, 0.0), (high + 7, 7.0), (-3.0, 3.0)):
        shifted = tuple(np.array(meeting.pose.origin) + along * way)
        wanted = replace(meeting, pose=replace(meeting.pose, origin=shifted), motion=None)
        other = Link(replace(link.fit, meeting=wanted), True)
        assert off_by([link], other, np.eye(3)) == pytest.approx(off, abs=1e-3)
