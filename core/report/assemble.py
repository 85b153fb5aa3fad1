"""Solution -> Report: every check run, every number worded once."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterator, Sequence
from dataclasses import replace

from core.checks.check import CHECKS, Check
from core.checks.checklist import Line, lines_of
from core.checks.finding import ORDER, Finding, worst
from core.checks.fit_measures import MeasuredFit
from core.checks.judge import can_be_accepted, in_telling_order, judge, judge_project
from core.checks.measuring import all_measured, measure_all
from core.checks.part_measures import Measured
from core.checks.trying import with_tried_remedies
from core.measures.display import in_unit, plain
from core.process.model import FEELS
from core.project.faces import places_of
from core.project.graph import step_texts
from core.project.options import Surroundings
from core.project.parting import pieces_left
from core.project.resolve import names_in
from core.project.results import PartResult, Solution, StepResult
from core.project.schema import OutlineSpec
from core.project.sentences import (
    error_view,
    step_aloud,
)
from core.proof.walls import SPACING_MM
from core.report.accepting import with_acceptance
from core.report.distances import held_views
from core.report.drawings import drawing_view
from core.report.fields import around_steps, step_fields
from core.report.fits import fit_view
from core.report.readings import Readings, readings
from core.steps import OUTLINES, STEPS
from core.steps.extrude import OF_CUTTER
from core.steps.fit_step import FIT_STEP
from core.views.report import (
    BandView,
    CheckDone,
    CheckView,
    FaceView,
    FindingView,
    MassView,
    MeasureView,
    OutlineView,
    PartView,
    RemedyEdit,
    RemedyView,
    Report,
    StepView,
)


def report_on(
    solution: Solution,
    spacing_mm: float = SPACING_MM,
    proof: bool = True,
    remedies: bool = False,
) -> Report:
    """The report on a solved project.

    Args:
        spacing_mm: between the places at which walls and slots are measured.
        proof: whether to run the checks; without them nothing is measured.
        remedies: whether to try remedies, each on a copy; what is not tried is not offered.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> report = report_on(solve(begun("lidded_box")))
    >>> report.severity in ("good", "note"), [part.closed for part in report.parts]
    (True, [True, True])
    """
    if not proof:
        found = accepted(solution, judge_project(solution))
        return _assembled(solution, {}, {}, found)
    *_, last = report_bit_by_bit(solution, spacing_mm, remedies)
    assert isinstance(last, Report)
    return last


def report_bit_by_bit(
    solution: Solution, spacing_mm: float = SPACING_MM, remedies: bool = False
) -> Iterator[CheckDone | Report]:
    """What each check found, as it ends, with the readings that are complete then; at last the
    report."""
    found: dict[Check, list[Finding]] = {}
    with all_measured(solution, spacing_mm) as (measured, joints):
        waiting = Readings(solution, measured, joints)
        for check, findings in judge(solution, measured, joints):
            found[check] = findings
            told = accepted(solution, [one.untried() for one in findings])
            yield CheckDone(
                check=check.name,
                findings=[finding_view(finding) for finding in told],
                readings=waiting.ended(check.name, told),
            )
        fits = {name: later() for name, later in joints.items()}
    raw = in_telling_order(solution, found)
    raw = with_tried_remedies(solution, raw) if remedies else [one.untried() for one in raw]
    yield _assembled(solution, measured, fits, accepted(solution, raw))


def check_by_check(
    solution: Solution,
    spacing_mm: float = SPACING_MM,
    first: Collection[str] = (),
    asked: Callable[[Check], bool] = lambda check: True,
) -> Iterator[list[FindingView]]:
    """What each check finds, as it is asked for: nothing is measured that no check has needed.

    Args:
        first, asked: the order in which checks are asked, and which, as `judge` takes them.
    """
    for _, findings in judge(solution, *measure_all(solution, spacing_mm), first, asked):
        told = accepted(solution, [one.untried() for one in findings])
        yield [finding_view(finding) for finding in told]


def tried(solution: Solution) -> list[FindingView]:
    """Everything that is found, each with a remedy where one was tried and works."""
    with all_measured(solution) as (parts, fits):
        raw = in_telling_order(solution, dict(judge(solution, parts, fits)))
    found = accepted(solution, with_tried_remedies(solution, raw))
    return [finding_view(finding) for finding in _by_severity(found)]


def accepted(solution: Solution, found: Sequence[Finding]) -> list[Finding]:
    """Findings worded in the project's unit, each with the reason it is left as it is."""
    unit = solution.project.units
    told = list(found)
    if unit != "mm":
        told = [
            replace(
                one,
                message=in_unit(one.message, unit),
                remedy=one.remedy and replace(one.remedy, label=in_unit(one.remedy.label, unit)),
            )
            for one in found
        ]
    return with_acceptance(told, solution.project.accepted)


def _by_severity(findings: Sequence[Finding]) -> list[Finding]:
    return sorted(findings, key=lambda finding: ORDER.index(finding.severity))


def _assembled(
    solution: Solution,
    measured: dict[str, Measured],
    joints: dict[str, MeasuredFit | None],
    findings: Sequence[Finding],
) -> Report:
    project = solution.project
    process, unit = project.process, project.units
    fits = [
        fit_view(fit, joints.get(name), [one for one in findings if one.fit == name], solution)
        for name, fit in solution.fits.items()
    ]
    findings = _by_severity(findings)
    parts = [
        _part_view(result, measured.get(name), solution, findings)
        for name, result in solution.parts.items()
    ]
    return Report(
        title=project.title,
        units=unit,
        process=f"{process.printer} · {process.material} · "
        f"{plain(process.nozzle_mm)} / {plain(process.layer_mm)}",
        bands=[
            BandView(feel=feel, low=process.bands[feel].low, high=process.bands[feel].high)
            for feel in FEELS
        ],
        measures=_measures(solution),
        parts=parts,
        fits=fits,
        readings=readings(solution, measured, joints, findings),
        findings=[finding_view(finding) for finding in findings],
        checklist=[_line_view(line) for line in lines_of(solution)],
        drawings=[drawing.name for drawing in project.drawings],
        severity=worst(findings),
        names=sorted(solution.names),
    )


def _line_view(line: Line) -> CheckView:
    return CheckView(
        what=line.what,
        size=line.size,
        of=list(line.of),
        reads=line.reads,
        takes=line.kind,
        wanted=line.wanted,
        within=line.within,
        found_mm=line.found_mm,
        wanted_mm=line.wanted_mm,
        within_mm=line.within_mm,
        severity=line.severity,
        word=line.word,
        error=error_view(line.error),
    )


def finding_view(finding: Finding) -> FindingView:
    """A finding as the screen shows it."""
    remedy = finding.remedy
    return FindingView(
        check=finding.check,
        accepted=finding.accepted,
        can_be_accepted=can_be_accepted(finding),
        shown_as_value=finding.check in CHECKS and CHECKS[finding.check].as_value,
        severity=finding.severity,
        message=finding.message,
        value=finding.value,
        limit=finding.limit,
        unit=finding.unit,
        at=finding.at,
        ends=finding.ends,
        part=finding.part,
        step=finding.step,
        fit=finding.fit,
        remedy=(
            RemedyView(
                label=remedy.label,
                edits=[RemedyEdit(path=edit.path, text=edit.text) for edit in remedy.edits],
            )
            if remedy
            else None
        ),
    )


def _measures(solution: Solution) -> list[MeasureView]:
    project = solution.project
    used: dict[str, int] = {}
    texts = [typed.text for typed in solution.measures.values()]
    for part in solution.parts.values():
        for done in part.steps:
            texts += step_texts(done.step)
    for fit in solution.fits.values():
        texts += [typed.text for typed in fit.typed.values()]
    for text in texts:
        for name in names_in(text):
            used[name] = used.get(name, 0) + 1
    views = []
    owners = [("", project.measures), *((part.name, part.measures) for part in project.parts)]
    for owner, measures in owners:
        for measure in measures:
            path = f"parts.{owner}.measures.{measure.name}" if owner else f"measures.{measure.name}"
            typed = solution.measures[path]
            views.append(
                MeasureView(
                    path=path,
                    name=measure.name,
                    part=owner,
                    kind=measure.kind,
                    text=measure.expression,
                    value=typed.value,
                    shown=typed.shown,
                    formula=typed.formula,
                    note=measure.note,
                    used=used.get(measure.name, 0) + used.get(f"{owner}.{measure.name}", 0),
                    error=error_view(typed.error),
                )
            )
    return views


def _step_view(result: StepResult, implicit: bool, around: Surroundings) -> StepView:
    step = result.step
    kind = STEPS.get(step.kind)
    path = f"parts.{around.part}.steps.{step.id}"
    outlines: list[OutlineView] = []
    if kind and kind.has_outline and step.outline:
        outlines += _outline_views("outline", step.outline, "outline")
    for index, station in enumerate(step.stations if kind and kind.has_stations else ()):
        outlines += _outline_views(
            f"stations.{index}.outline", station.outline, f"outline {index + 2}"
        )
    sentence, more = step_aloud(result)
    return StepView(
        id=step.id,
        kind=step.kind,
        title=kind.title if kind else step.kind,
        label=step.label,
        note=step.note,
        enabled=step.enabled,
        implicit=implicit,
        fit=step.fields.get("fit", "") if step.kind == FIT_STEP else "",
        sentence=sentence,
        more=more,
        fields=step_fields(result, around),
        outlines=outlines,
        adds_outlines=bool(kind and kind.has_stations),
        held=held_views(path, result),
        says=result.says,
        warns=list(result.warns),
        drawing=drawing_view(result),
        error=error_view(result.error),
        pieces=len(pieces_left(around.project, result.state, around.part, step.id)),
    )


def _face_views(result: PartResult, measured: Measured) -> list[FaceView]:
    """The faces of a part's mesh, each with the place that can be named by pressing it."""
    places = places_of(result.state, measured.mesh)
    return [
        FaceView(step=step, face=face, place=place)
        for (step, face), place in zip(measured.mesh.faces, places, strict=True)
    ]


def _outline_views(path: str, spec: OutlineSpec, words: str) -> list[OutlineView]:
    """An outline that may become another kind, and what is joined with it."""
    kind = OUTLINES.get(spec.kind)
    drawn = next((one.name for one in kind.fields if one.kind == "moves"), "") if kind else ""
    field = f"{path}.fields.{drawn}" if drawn else ""
    found = [OutlineView(path=path, kind=spec.kind, words=words, drawn=field)]
    for index, further in enumerate(spec.more):
        joined = f"{words}, joined {index + 1}"
        found += _outline_views(f"{path}.more.{index}.outline", further.outline, joined)
    return found


def _part_view(
    result: PartResult, measured: Measured | None, solution: Solution, findings: Sequence[Finding]
) -> PartView:
    part = result.part
    own = [finding for finding in findings if finding.part == part.name]
    typed_ids = {step.id for step in part.steps}
    steps = [
        _step_view(step, step.step.id not in typed_ids, around)
        for step, around in zip(result.steps, around_steps(solution, result), strict=True)
    ]
    mass = None
    if measured:
        stuff = solution.project.process.stuff(result.part.material)
        mass = MassView(
            material=stuff.name,
            density_g_cm3=stuff.density_g_cm3,
            mass_g=measured.bulk.mass_g(stuff.density_g_cm3),
        )
    thinnest = measured.walls.thinnest if measured else None
    layers = measured.layers if measured else None
    return PartView(
        name=part.name,
        label=part.spoken,
        colour=part.colour,
        key=result.state.key if measured else "",
        stance=part.stance,
        steps=steps,
        faces=_face_views(result, measured) if measured else [],
        places=[
            f"{f.step}.{name}"
            for f in result.state.features.values()
            for name in f.places
            if not name.endswith(OF_CUTTER)
        ],
        triangles=len(measured.mesh.triangles) if measured else 0,
        volume_mm3=measured.bulk.volume_mm3 if measured else None,
        area_mm2=measured.bulk.area_mm2 if measured else None,
        centre_mm=measured.bulk.centre_mm if measured else None,
        size_mm=measured.bulk.size_mm if measured else None,
        mass=mass,
        closed=measured.closed.closed if measured else None,
        wall_min_mm=thinnest[0] if thinnest else None,
        wall_p05_mm=measured.walls.percentile(5) if measured else None,
        overhang_mm2=measured.overhang.area_mm2 if measured else None,
        unsupported_mm2=_unsupported(measured, solution) if measured else None,
        islands=(layers.islands if measured.leads else 0) if measured and layers else None,
        layers=layers.layers if layers else None,
        capacity_mm3=measured.holds.volume_mm3 if measured and measured.holds else None,
        bought=part.bought,
        inside=part.inside if part.bought else "",
        severity=worst(own),
    )


def _unsupported(measured: Measured, solution: Solution) -> float:
    if not measured.leads or measured.layers is None:
        return 0.0
    return measured.layers.needing_support_mm2(solution.project.process.bridge_limit_mm)
