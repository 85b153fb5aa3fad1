"""Gears in mesh, held against a rack rolled round a blank step by step (GEOS), tables of base
tangent lengths, pairs of teeth counted where they touch, and the solids set in motion.
"""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
import shapely
from shapely import affinity

from core.checks.moving import carried_along, pose_at, sweep_fit, tried_along
from core.errors import BuildError
from core.outlines import flatten, toothed
from core.outlines.curves import Arc
from core.outlines.toothed import (
    Teeth,
    contact_ratio,
    gear,
    rack,
    span_over,
)
from core.project.assembly import held_by_others
from core.project.beginning_fits import begin_fit
from core.project.edits import Edit, apply_edits
from core.project.results import Solution
from core.project.solve import solve
from core.report import report_on
from tests.core.building import document, part
from tests.core.test_fits import CASES, fitted

FOOT, ROUND = 1.25, 0.38  # modules: ISO 53, profile A, from memory


def drawn(teeth: Teeth) -> shapely.Polygon:
    return shapely.Polygon(flatten(gear(teeth), "inside")[0][0])


def finely(teeth: Teeth) -> shapely.Polygon:
    """The outline itself, its arcs cut into forty."""
    points = []
    for one in gear(teeth).outer.segments:
        if isinstance(one, Arc):
            points += [one.point(one.start + one.sweep * share) for share in np.arange(40) / 40]
        else:
            points.append(one.a)
    return shapely.Polygon(points)


def rolled(teeth: Teeth, places: int = 300) -> shapely.Geometry:
    """What a rack leaves of one tooth gap's sector, on +x: cut at many places of its rolling."""
    module, lean = teeth.module_mm, math.radians(teeth.angle_deg)
    half = math.pi * module / 4 + teeth.thinned_mm / math.cos(lean)
    deep = FOOT * module
    # the rack's tooth, pointing down, sharp; then its corners rounded by shrinking and growing
    wide, narrow = half + 3 * module * math.tan(lean), half - deep * math.tan(lean)
    sharp = shapely.Polygon(
        [(wide, 3 * module), (-wide, 3 * module), (-narrow, -deep), (narrow, -deep)]
    )
    round_ = ROUND * module
    tool = sharp.buffer(-round_, join_style="mitre").buffer(round_, quad_segs=60)
    tool = tool.union(
        sharp.intersection(shapely.box(-9 * module, -deep + round_, 9 * module, 9 * module))
    )
    tool = affinity.translate(tool, 0, teeth.pitch_mm)
    far = 2.2 * math.pi * module
    cuts = [
        affinity.rotate(affinity.translate(tool, s, 0), math.degrees(s / teeth.pitch_mm), (0, 0))
        for s in np.linspace(-far, far, places)
    ]
    cut = affinity.rotate(shapely.union_all(cuts), -90, (0, 0))
    return (
        shapely.Point(0, 0)
        .buffer(teeth.tip_mm, quad_segs=1000)
        .difference(cut)
        .intersection(sector(teeth))
    )


def sector(teeth: Teeth) -> shapely.Polygon:
    """As wide as one tooth, about +x."""
    half, far = math.pi / teeth.count, 2 * teeth.tip_mm
    x, y = far * math.cos(half), far * math.sin(half)
    return shapely.Polygon([(0, 0), (x, -y), (x, y)])


@pytest.mark.parametrize(
    "teeth",
    [
        Teeth(24, 2), Teeth(12, 2, 20, 0.1), Teeth(8, 2, 20, 0.1), Teeth(6, 2, 20, 0.05),
        Teeth(40, 1, 20, 0.1), Teeth(100, 1, 14.5), Teeth(9, 5, 22, 0.2),
    ],
    ids=lambda teeth: f"{teeth.count} of {teeth.module_mm:g}",
)  # fmt: skip
def test_teeth_are_those_a_rack_leaves_rolling_round_the_blank(teeth: Teeth) -> None:
    truth, mine = rolled(teeth), drawn(teeth).intersection(sector(teeth))
    assert mine.boundary.hausdorff_distance(truth.boundary) < 0.012
    assert mine.symmetric_difference(truth).area < 2e-3 * truth.area
    assert drawn(teeth).is_valid


# base tangent lengths of module 1 at 20°, as handbooks print them (from memory)
@pytest.mark.parametrize(
    ("count", "over", "length"), [(17, 2, 4.6663), (24, 3, 7.7165), (40, 5, 13.8448)]
)
@pytest.mark.parametrize("module", [1.0, 2.5])
def test_calipers_read_what_the_tables_say(
    count: int, over: int, length: float, module: float
) -> None:
    told = span_over(Teeth(count, module))
    assert told[0] == over and told[1] == pytest.approx(length * module, abs=1e-4 * module)


@pytest.mark.parametrize("teeth", [Teeth(24, 2), Teeth(40, 1.5, 20, 0.15), Teeth(31, 3, 25, 0.1)])
def test_calipers_read_it_on_the_outline(teeth: Teeth) -> None:
    """Jaws parallel to the middle line of the teeth between them, on the flanks alone."""
    over, length = span_over(teeth)
    step = 2 * math.pi / teeth.count
    points = np.asarray(flatten(gear(teeth), "inside")[0][0])
    angle = np.arctan2(points[:, 1], points[:, 0])
    # a gap is on +x: `over` teeth lie about the middle of as many steps
    middle = over * step / 2
    beside = np.hypot(*points.T) > teeth.pitch_mm - 0.6 * teeth.module_mm
    own = points[(angle > 0) & (angle < over * step) & beside]
    across = own @ [-math.sin(middle), math.cos(middle)]
    assert np.ptp(across) == pytest.approx(length, abs=0.012)


@pytest.mark.parametrize(
    ("one", "other"),
    [
        (Teeth(24, 2), Teeth(24, 2)), (Teeth(20, 2), Teeth(40, 2)), (Teeth(12, 2), Teeth(30, 2)),
        (Teeth(10, 2), Teeth(10, 2)), (Teeth(18, 2, 25), Teeth(31, 2, 25)),
    ],
    ids=lambda teeth: f"{teeth.count}",
)  # fmt: skip
def test_as_many_pairs_carry_as_are_counted_where_they_touch(
    one: Teeth, other: Teeth, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Turned through a tooth, one side of the teeth laid together: flanks that cross the line of
    contact in one point. The other side has its play, so that nothing touches there."""
    monkeypatch.setattr(toothed, "TRUE_MM", 1e-5)
    monkeypatch.setattr(toothed, "ALONG", 400)
    lean, apart = math.radians(one.angle_deg), one.pitch_mm + other.pitch_mm
    far = 4 * one.module_mm
    x, y = -math.sin(lean) * far, math.cos(lean) * far
    line = shapely.LineString([(one.pitch_mm - x, -y), (one.pitch_mm + x, y)])
    a, b = (finely(replace(teeth, thinned_mm=0.1)).boundary for teeth in (one, other))
    closed = math.degrees(0.2 / other.base_mm)
    b = affinity.translate(affinity.rotate(b, 180 + 180 / other.count - closed, (0, 0)), apart, 0)
    counted = []
    for turn in np.linspace(0, 360 / one.count, 120, endpoint=False):
        mine = affinity.rotate(a, turn, (0, 0)).intersection(line)
        back = affinity.rotate(b, -turn * one.count / other.count, (apart, 0)).intersection(line)
        from_a, from_b = (shapely.get_coordinates(found) for found in (mine, back))
        near = np.hypot(*(from_a[:, None] - from_b[None]).transpose(2, 0, 1)) < 0.001
        counted.append(near.any(axis=1).sum())
    assert np.mean(counted) == pytest.approx(contact_ratio(one, other), abs=0.03)


def mesh(gap: str, way: str, **fields: str) -> Solution:
    case = "gear and rack" if fields.get("mates") == "rack" else "gears"
    solution = solve(fitted(case, gap, way, **fields))
    assert not solution.errors, [one.one_line() for one in solution.errors]
    return solution


@pytest.mark.parametrize("way", ["outer", "inner", "half each"])
@pytest.mark.parametrize("gap", ["0.15", "0.3"])
@pytest.mark.parametrize(
    "fields",
    [{}, {"teeth": "9", "mate_teeth": "40"}, {"mates": "rack", "mate_teeth": "8"}],
    ids=["24:18", "9:40", "rack"],
)
def test_the_gap_stays_as_a_tooth_goes_by(fields: dict[str, str], gap: str, way: str) -> None:
    solution = mesh(gap, way, **fields)
    a, b = (solution.parts[name].state for name in "ab")
    swept = sweep_fit(solution.fits["f"], a, b, poses=9)
    gaps = [pose.gap_mm for pose in swept.poses]
    assert max(abs(one - float(gap)) for one in gaps) < 0.02
    assert swept.contact is None


def test_a_tooth_that_does_not_keep_step_is_found() -> None:
    """The same solids at another ratio, and a rack moved too far a turn, lie in each other."""
    for fields in ({}, {"mates": "rack"}):
        solution = mesh("0.15", "half each", **fields)
        fit = solution.fits["f"]
        motion = fit.meeting.motion
        a, b = (solution.parts[name].state for name in "ab")
        assert tried_along(fit, a, b, motion, 0.0).contact is None
        wrong = replace(motion, ratio=1.1 * motion.ratio, lead_mm=1.1 * motion.lead_mm)
        assert tried_along(fit, a, b, wrong, 0.0).contact is not None


def test_both_turn_about_their_own_axes_and_the_pinion_turns_back() -> None:
    solution = mesh("0.2", "outer")
    fit = solution.fits["f"]
    motion = fit.meeting.motion
    turned = carried_along(motion, 15.0) @ np.vstack([pose_at(fit, 15.0), [0, 0, 0, 1]])
    seated = np.vstack([fit.meeting.pose.matrix, [0, 0, 0, 1]])
    assert turned[:3, 3] == pytest.approx([42, 0, 0])  # its axis stays
    own = turned[:3, :3] @ seated[:3, :3].T
    assert math.degrees(math.atan2(own[1, 0], own[0, 0])) == pytest.approx(-20)
    rack_ = mesh("0.2", "outer", mates="rack")
    fit = rack_.fits["f"]
    moved = carried_along(fit.meeting.motion, 15.0) @ np.vstack([pose_at(fit, 15.0), [0, 0, 0, 1]])
    assert moved[:3, 3] == pytest.approx([24, math.pi * 2, 0])  # one tooth on


def carried(solution: Solution, remedies: bool = False):
    (found,) = [
        one
        for one in report_on(solution, remedies=remedies).findings
        if "carry at once" in one.message
    ]
    return found


def test_teeth_that_let_go_are_stopped_for_and_few_carry_a_warning() -> None:
    low = carried(mesh("0.1", "outer", teeth="8", mate_teeth="8"))
    assert low.severity == "stop" and low.message.startswith("0.52 pairs")
    assert low.message.endswith("one lets go before the next takes hold")
    some = carried(mesh("0.1", "outer", teeth="12", mate_teeth="12"))
    assert some.severity == "warning" and some.message.startswith("1.13 pairs")
    even = carried(mesh("0.1", "outer"))
    # (sqrt(26² - 22.553²) + sqrt(20² - 16.914²) - 42 sin 20°) / (2 π cos 20°), worked by hand
    assert (even.severity, even.message) == (
        "good",
        "1.57 pairs of teeth carry at once (ISO 21771)",
    )


@pytest.mark.parametrize(
    "fields",
    [
        {"teeth": "12", "mate_teeth": "12"},
        {"teeth": "10", "mate_teeth": "30"},
        {"teeth": "9", "mates": "rack"},
        {"teeth": "11", "mate_teeth": "14", "angle": "14.5 deg"},
    ],
)
def test_what_is_offered_for_teeth_that_let_go_makes_them_carry(fields: dict[str, str]) -> None:
    solution = mesh("0.1", "outer", **fields)
    found = carried(solution, remedies=True)
    assert found.severity in ("stop", "warning") and found.remedy
    (cures,) = [told[2] for told in solution.fits["f"].meeting.cautions if len(told) > 2]
    for field, text, words in cures:
        after = solve(apply_edits(solution.project, [Edit(f"fits.f.fields.{field}", text)]))
        assert carried(after).severity == "good", words


@pytest.mark.parametrize(("angle", "enough"), [("20 deg", 18), ("14.5 deg", 31)])
def test_undercut_is_told_under_as_many_teeth_as_the_lean_asks(angle: str, enough: int) -> None:
    lean = float(angle.split()[0])
    assert not Teeth(enough, 2, lean).undercut and Teeth(enough - 1, 2, lean).undercut
    for teeth in (enough - 1, enough):
        solution = mesh("0.1", "outer", angle=angle, mate_teeth=str(teeth), teeth="40")
        told = [
            words
            for severity, words, *_ in solution.fits["f"].meeting.cautions
            if severity == "note"
        ]
        assert told == (
            [f"the pinion's teeth are cut away at their feet, as under {enough} teeth are: they are"
             " weaker there"]
            if teeth < enough else []
        )  # fmt: skip


@pytest.mark.parametrize(
    ("teeth", "words"),
    [
        (Teeth(5, 2), "a gear of 5 teeth"),
        (Teeth(301, 2), "a gear of 301 teeth"),
        (Teeth(20, 0), "a module of 0 mm"),
        (Teeth(20, 2, 0), "flanks that lean 0°"),
        (Teeth(20, 2, 45), "flanks that lean 45°"),
        (Teeth(20, 2, 33), "lean 33° come to a point"),
        (Teeth(20, 2, 20, 0.8), "come to a point below their full height"),
    ],
)
def test_teeth_that_cannot_be_are_refused_with_what_would_do(teeth: Teeth, words: str) -> None:
    with pytest.raises(BuildError, match=words) as told:
        gear(teeth)
    assert told.value.remedy
    if teeth.count > 20 or not 0 < teeth.angle_deg < 45 or teeth.module_mm <= 0:
        return
    gear(Teeth(max(teeth.count, 6), 2, min(teeth.angle_deg, 30), 0.0))


@pytest.mark.parametrize(
    ("fields", "words"),
    [
        ({"mates": "rack", "mate_teeth": "0"}, "a rack of 0 teeth"),
        ({"mates": "rack", "back": "0"}, "0 mm thick behind its teeth"),
        ({"width": "0"}, "the width of the teeth is 0 mm"),
        ({"mates": "rack", "angle": "30 deg", "gap": "0.6"}, "of the rack come to a point"),
    ],
)
def test_a_mesh_that_cannot_be_is_refused(fields: dict[str, str], words: str) -> None:
    gap = fields.pop("gap", "0.2")
    case = "gear and rack" if fields.get("mates") == "rack" else "gears"
    (told, *_) = solve(fitted(case, gap, "inner", **fields)).errors
    assert words in told.message and told.remedy


def test_a_rack_has_a_pitch_of_pi_modules_and_the_length_of_its_teeth() -> None:
    outline = rack(Teeth(7, 2), 4)
    low_x, low_y, high_x, high_y = outline.bounds
    assert (low_x, high_x) == (-6.5, 2) and high_y - low_y == pytest.approx(7 * 2 * math.pi)
    level = shapely.Polygon(flatten(outline, "inside")[0][0]).intersection(
        shapely.LineString([(0, -50), (0, 50)])
    )
    # at the pitch line teeth are as wide as the gaps between them
    assert [round(one.length, 6) for one in shapely.get_parts(level)] == [round(math.pi, 6)] * 7


def test_it_begins_no_larger_than_its_face_and_in_inches() -> None:
    for units, across in (("mm", "30 mm"), ("in", "1 1/4in")):
        step = {
            "id": "body", "kind": "extrude", "fields": {"height": "10 mm"},
            "outline": {"kind": "circle", "fields": {"diameter": across}},
        }  # fmt: skip
        solution = solve(document(part("a", step), units=units))
        made, _ = begin_fit(solution, "gears", 0, ("a", ""))
        after = solve(made)
        assert not after.errors
        wide = after.parts["a"].state.solid().bounds
        assert wide[3] - wide[0] <= 31.76 and wide[5] == pytest.approx(18)


def test_a_rack_is_called_one() -> None:
    made, _ = begin_fit(solve(document(part("a"))), "gears", 1, ("a", ""))
    assert [one.name for one in made.parts] == ["a", "rack"]
    assert made.fits[0].fields["mates"] == "rack"
    assert {"gears", "gear and rack"} <= set(CASES)


def test_the_frame_that_holds_them_can_go_by_their_distance() -> None:
    frame = {
        "name": "frame",
        "steps": [
            {"id": "plate", "kind": "extrude", "fields": {"height": "3 mm"},
             "outline": {"kind": "rectangle", "fields": {"width": "90 mm", "depth": "30 mm"}}},
            {"id": "pin", "kind": "boss", "fields": {"diameter": "5 mm", "height": "9 mm"},
             "place": {"on": "plate.top", "x": "a.f.apart / 2"}},
        ],
    }  # fmt: skip
    made = fitted("gears", "0.2", teeth="20", mate_teeth="25")
    made = made.model_copy(update={"parts": [*made.parts, document(frame).parts[0]]})
    solution = solve(made)
    assert not solution.errors, [one.one_line() for one in solution.errors]
    pin = solution.parts["frame"].state.solid().solid.trim_by_plane((0, 0, 1), 5.0)
    low_x, _, _, high_x, _, _ = pin.bounding_box()
    assert (low_x + high_x) / 2 == pytest.approx(22.5, abs=0.01)


def framed(apart: str, **more: str) -> Solution:
    """Two gears on two pins of a frame that stand so far apart."""
    gears = fitted("gears", "0.2", "half each", teeth="20", mate_teeth="25")
    frame = {
        "name": "frame",
        "steps": [
            {"id": "plate", "kind": "extrude", "fields": {"height": "3 mm"},
             "outline": {"kind": "rectangle", "fields": {"width": "120 mm", "depth": "30 mm"}}},
        ],
    }  # fmt: skip
    pins = [
        {"name": f"pin_{of}", "kind": "axle", "parts": [of, "frame"], "gap": "0.3", "feel": "free",
         "fields": {"diameter": "6 mm", "long": "8 mm", **(more if of == "b" else {})},
         "place_a": {"on": "f.bottom"}, "place_b": {"on": "plate.top", "x": x}}
        for of, x in (("a", "0 mm"), ("b", apart))
    ]  # fmt: skip
    parts = [{"name": "a", "steps": []}, {"name": "b", "steps": []}, frame]
    mesh_ = {"name": "f", "kind": "gears", "parts": ["a", "b"], "gap": "0.2", "feel": "slide",
             "gives_way": "half each", "fields": dict(gears.fits[0].fields)}  # fmt: skip
    return solve(document(*parts, fits=[mesh_, *pins]))


@pytest.mark.parametrize(
    ("apart", "severity", "words"),
    [
        ("a.f.apart", "good", "45 mm apart, as the teeth want"),
        ("45.04 mm", "good", "as the teeth want"),
        ("45.06 mm", "warning", "the teeth want 45 mm: each flank has 0.221 mm and not 0.2 mm"),
        ("44.7 mm", "warning", "each flank has 0.097 mm"),
        ("44.4 mm", "stop", "the teeth jam"),
    ],
)
def test_axes_that_a_frame_holds_are_as_far_apart_as_the_teeth_want(
    apart: str, severity: str, words: str
) -> None:
    solution = framed(apart)
    assert not solution.errors, [one.one_line() for one in solution.errors]
    (found,) = [one for one in report_on(solution).findings if one.check == "axes"]
    assert found.severity == severity and words in found.message
    # by another library, on the finished solids as the pins hold them: they jam or they do not
    pose = held_by_others(solution, "f")
    a, b = (solution.parts[name].state.solid().solid for name in "ab")
    turns = np.linspace(0, 360 / 25, 60)
    middle = pose[:, 3]
    shared = []
    for turn in turns:
        there = (
            b.transform(pose)
            .translate(tuple(-middle))
            .rotate((0, 0, turn))
            .translate(tuple(middle))
        )
        shared.append((a ^ there).volume())
    assert (min(shared) > 0.02) == (severity == "stop")


@pytest.mark.parametrize(
    ("apart", "play", "severity"),
    [("48.9 mm", "0.3 mm", "warning"), ("49.1 mm", "0.3 mm", "stop"),
     ("45 mm", "8.2 mm", "good"), ("45 mm", "8.4 mm", "stop")],
)  # fmt: skip
def test_teeth_that_do_not_reach_each_other_are_stopped_for(
    apart: str, play: str, severity: str
) -> None:
    solution = framed(apart, play=play)
    assert not solution.errors
    (found,) = [one for one in report_on(solution).findings if one.check == "axes"]
    assert found.severity == severity
    assert ("they do not meet" in found.message) == (severity == "stop")


def test_without_a_frame_nothing_is_said_of_axes() -> None:
    found = report_on(mesh("0.2", "outer")).findings
    assert all(one.check != "axes" for one in found)
