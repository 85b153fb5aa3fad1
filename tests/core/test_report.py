"""Findings, guards, readings and consequences, in the maker's terms."""

from __future__ import annotations

import pytest

from core.checks.finding import Edit
from core.project.demo import demo_document
from core.project.document import from_data
from core.project.solve import solve
from core.report import apply_edits, consequences, report_on
from tests.core.building import circle, document, part, polygon, rectangle, solved, step, tin


def found(report, check):
    return [finding for finding in report.findings if finding.check == check]


def test_a_thin_wall_is_found_placed_and_cured_by_its_remedy() -> None:
    project = document(
        part("cup", step("body", "extrude", circle("40"), height="30"),
             step("hollow", "shell", wall="wall", floor="2")),
        measures=[{"name": "wall", "expression": "0.6"}],
    )  # fmt: skip
    report = report_on(solve(project), remedies=True)
    (wall,) = found(report, "wall")
    assert wall.severity == "warning" and wall.value == pytest.approx(0.6, abs=0.02)
    assert wall.at is not None and 19.3 < (wall.at[0] ** 2 + wall.at[1] ** 2) ** 0.5 < 20.1
    edits = [Edit(edit.path, edit.text) for edit in wall.remedy.edits]
    cured = report_on(solve(apply_edits(project, edits)))
    assert found(cured, "wall")[0].severity == "good"


def test_a_wall_under_one_line_will_not_print() -> None:
    cup = part("cup", step("body", "extrude", circle("40"), height="30"),
               step("hollow", "shell", wall="0.3", floor="2"))  # fmt: skip
    assert found(report_on(solved(cup)), "wall")[0].severity == "stop"


def test_a_rounded_foot_overhangs_and_a_chamfer_cures_it() -> None:
    project = demo_document("hook_tin")
    (hanging,) = [
        f for f in found(report_on(solve(project), remedies=True), "overhang") if f.part == "pot"
    ]
    assert hanging.severity == "warning"
    edits = [Edit(edit.path, edit.text) for edit in hanging.remedy.edits]
    after = report_on(solve(apply_edits(project, edits)))
    assert next(f for f in found(after, "overhang") if f.part == "pot").severity == "good"


def test_too_large_for_the_bed_says_by_how_much() -> None:
    report = report_on(
        solved(part("board", step("body", "extrude", rectangle("300", "200"), height="3")))
    )
    (bed,) = found(report, "bed")
    assert bed.severity == "stop" and bed.value > 0
    # the narrowest way to lay 300 × 200 needs more than 220 at every angle
    assert "however it is turned" in bed.message


def test_expected_mass_is_a_check_value() -> None:
    def weigh(grams: float):
        block = part("block", step("body", "extrude", rectangle("20", "20"), height="25"),
                     material="carbon steel", expected_mass={"grams": grams})  # fmt: skip
        return found(report_on(solved(block)), "expected mass")[0]

    # 10 cm³ of carbon steel of 7.85 g/cm³ weigh 78.5 g
    assert weigh(78.5).severity == "good"
    off = weigh(50)
    assert off.severity == "warning" and "+57.0 %" in off.message
    assert "10.000 cm³ × 7.85 g/cm³ = 78.50 g" in off.message


def test_a_number_typed_twice_is_offered_as_a_measure() -> None:
    project = document(
        part("a", step("body", "extrude", rectangle("33", "20"), height="7"),
             step("on", "extrude", circle("7"), on="body.top", height="5")),
    )  # fmt: skip
    (twice,) = [
        f for f in found(report_on(solve(project), remedies=True), "typed twice") if f.value == 7
    ]
    edits = [Edit(edit.path, edit.text) for edit in twice.remedy.edits]
    after = apply_edits(project, edits)
    assert [m.name for m in after.measures] == ["height"]
    assert not [f for f in found(report_on(solve(after)), "typed twice") if f.value == 7]
    before, same = solve(project).parts["a"].state, solve(after).parts["a"].state
    assert before.solid().volume_mm3 == pytest.approx(same.solid().volume_mm3)


def test_parts_equal_by_accident_are_noticed_until_a_fit_joins_them() -> None:
    plug = part("plug", step("body", "extrude", circle("20"), height="10"))
    block = step("body", "extrude", rectangle("40", "40"), height="30")
    socket = part("socket", block, step("bore", "hole", on="body.top", diameter="20"))
    assert found(report_on(solved(plug, socket)), "equal by accident")
    wider = part("socket", block, step("bore", "hole", on="body.top", diameter="20.6"))
    assert not found(report_on(solved(plug, wider)), "equal by accident")
    parts, more = tin(circle("44"), "lip")
    assert not found(report_on(solved(*parts, **more)), "equal by accident")


def test_capacity_to_the_rim() -> None:
    # a box 40 × 30 × 24 with walls of 2.4 and a floor of 2 holds 35.2 × 25.2 × 22 mm³
    parts, more = tin(rectangle("40", "30"), "lip")
    report = report_on(solved(*parts, **more))
    base = next(p for p in report.parts if p.name == "base")
    assert base.capacity_mm3 == pytest.approx(35.2 * 25.2 * 22)
    (holds,) = [r for r in report.readings if r.name == "holds"]
    assert holds.value == "19.5" and "leak" in holds.word


def test_consequences_tell_more_than_the_field_that_was_typed() -> None:
    parts, more = tin(polygon(8, "60", corners="5"), "lip")
    before = report_on(solved(*parts, **more))
    parts[0]["steps"][1]["fields"]["wall"] = "3"
    after = report_on(solved(*parts, **more))
    told = {item.label: (item.before, item.after) for item in consequences(before, after)}
    before_mm, after_mm = (float(text.removesuffix(" mm")) for text in told["lip left"])
    assert before_mm == pytest.approx(1.2, abs=0.02) and after_mm == pytest.approx(1.5, abs=0.02)
    assert "base holds" in told and "base mass" in told and "lid mass" in told
    assert not consequences(after, after)


def test_sentences_carry_every_number() -> None:
    report = report_on(solve(demo_document("bait_tin")))
    for view in report.parts:
        for line in view.steps:
            names = {field.name for field in line.fields}
            assert {piece.field for piece in line.sentence if piece.field} <= names | {"fit"}
    first = report.parts[0].steps[0]
    read = "".join(
        piece.text or next(f.text for f in first.fields if f.name == piece.field)
        for piece in first.sentence
    )
    assert read == "add a polygon of 8 sides, across across flats, corners corner, up tall, on "


def test_an_empty_project_has_an_honest_report() -> None:
    report = report_on(
        solve(from_data({"format": "fair-hinge-project", "version": 1, "title": "x"}))
    )
    assert report.parts == [] and report.readings == [] and report.severity == "good"


def test_broken_steps_become_findings_that_say_where() -> None:
    report = report_on(
        solve(document(part("a", step("body", "extrude", circle("dia"), height="5"))))
    )
    (build,) = found(report, "build")
    assert build.severity == "stop" and build.part == "a" and build.step == "body"


def test_areas_of_an_inch_project_are_in_inches() -> None:
    shelf = part(
        "p",
        step("post", "extrude", rectangle("1", "1"), height="2"),
        step("arm", "extrude", rectangle("3", "1"), on={"on": "post.top", "x": "1"}, height="0.25"),
    )
    before, after = (
        report_on(solved(p, units="in")) for p in (part("p", shelf["steps"][0]), shelf)
    )
    (hangs,) = [one for one in after.readings if one.name == "overhang"]
    assert hangs.unit == "in²" and float(hangs.value) == pytest.approx(2.0, abs=0.05)
    told = {one.label: one.after for one in consequences(before, after)}
    assert told["p unsupported"].endswith("in²")
    assert not any("mm" in f.message for f in after.findings)


def test_what_a_vessel_holds_is_told_in_the_projects_unit() -> None:
    """23.0 mm × 13.0 mm × 10.0 mm more of it, in US fluid ounces (29.5735 ml) beside inches."""

    def told(units: str) -> list[str]:
        reports = []
        for height in ("24 mm", "34 mm"):
            body = step("body", "extrude", rectangle("29 mm", "19 mm"), height=height)
            hollow = step("hollow", "shell", wall="3 mm", floor="2 mm")
            made = solve(document(part("cup", body, hollow), units=units))
            reports.append(report_on(made))
        found = consequences(*reports)
        return next([one.before, one.after] for one in found if one.label.endswith("holds"))

    ml = 23 * 13 * 22 / 1000
    assert told("mm") == [f"{ml:.1f} ml", f"{ml + 2.99:.1f} ml"]
    assert told("in") == [f"{ml / 29.5735:.2f} US fl oz", f"{(ml + 2.99) / 29.5735:.2f} US fl oz"]
