"""A finding accepted with a reason: a note while it gets no worse, itself again when it does."""

from __future__ import annotations

from core.checks.finding import Edit
from core.project.demo import demo_document
from core.project.document import from_data, read_document, write_document
from core.project.schema import Project
from core.project.solve import solve
from core.report import Report, apply_edits, report_on


def thin(report: Report):
    return next(f for f in report.findings if f.check == "wall" and f.part == "pot")


def accepting(project: Project, **changed: object) -> Project:
    found = thin(report_on(solve(project)))
    one = {"check": found.check, "part": found.part, "fit": found.fit,
           "value": found.value, "reason": "it only holds hooks"} | changed  # fmt: skip
    return from_data(project.model_dump(mode="json") | {"accepted": [one]})


def test_an_accepted_finding_is_a_note_with_its_reason() -> None:
    project = demo_document("hook_tin")
    before = report_on(solve(project))
    assert thin(before).severity == "warning" and thin(before).can_be_accepted
    after = report_on(solve(accepting(project)))
    assert thin(after).severity == "note" and thin(after).accepted == "it only holds hooks"
    others = [f for f in before.findings if f != thin(before)]
    assert all(f in after.findings for f in others)


def test_it_is_told_again_when_it_gets_worse_and_not_when_better() -> None:
    project = accepting(demo_document("hook_tin"))
    measure = "wall"
    value = thin(report_on(solve(project))).value
    for factor, severity in ((0.8, "warning"), (1.02, "note")):
        changed = apply_edits(project, [Edit(f"measures.{measure}", f"{value * factor} mm")])
        found = thin(report_on(solve(changed)))
        assert found.severity == severity
        assert ("worse than when" in found.message) == (severity == "warning")


def test_acceptance_is_of_that_place_only_and_travels_with_the_document() -> None:
    project = accepting(demo_document("hook_tin"), part="cap")
    assert thin(report_on(solve(project))).severity == "warning"
    assert read_document(write_document(project)).accepted == project.accepted


def test_what_cannot_be_built_cannot_be_accepted() -> None:
    project = apply_edits(demo_document("hook_tin"), [Edit("measures.wall", "nothing")])
    found = next(f for f in report_on(solve(project)).findings if f.check == "build")
    one = {"check": "build", "part": found.part, "fit": found.fit,
           "message": found.message, "reason": "no"}  # fmt: skip
    stubborn = from_data(project.model_dump(mode="json") | {"accepted": [one]})
    again = [f for f in report_on(solve(stubborn)).findings if f.check == "build"]
    assert again and all(f.severity == "stop" and not f.can_be_accepted for f in again)
