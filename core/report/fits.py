"""A fit as drawn on the fit desk."""

from __future__ import annotations

import re
from collections.abc import Sequence

import numpy as np
import shapely
from numpy.typing import NDArray

from core.checks.finding import Finding, worst
from core.checks.fit_measures import MeasuredFit
from core.checks.limits import wall_severity
from core.errors import CoreError
from core.fits import FITS
from core.fits.registry import Meeting, Motion, SectionView
from core.outlines import phrases
from core.project.cache import MEASURED, content_key
from core.project.results import FitResult, Solution
from core.project.sentences import (
    error_view,
    field_view,
    fit_aloud,
    fit_places,
)
from core.proof.section import cut_by_plane, gap_along, loops, window
from core.report.fields import around_fit, fit_fields
from core.report.things import things_of
from core.steps import PartState
from core.steps.field import Field, filled
from core.views.report import (
    FitView,
    ForecastView,
    LeftView,
    MeasuredPair,
    MotionView,
    OptionView,
    RunView,
    SectionDimension,
    SectionLabel,
    SectionPart,
    SectionPicture,
    StackedView,
    TrackView,
    WorkingView,
)

Loops = list[NDArray[np.float64]]
SIDE = "side"  # the name of a probe that runs across; others run to an end
RUN = re.compile(r"(up|down|left|right)\s+(\S.*)")
GAP_FIELD = Field("gap", "length", "gap a side", "", hint="empty: as the feel proposes")


def fit_view(
    fit: FitResult,
    measured: MeasuredFit | None,
    findings: list[Finding],
    solution: Solution,
) -> FitView:
    """Everything the fit desk and the fit rail show of one fit."""
    spec, meeting = fit.fit, fit.meeting
    process = solution.project.process
    a, b = (solution.parts[part].state for part in spec.parts)
    kind = FITS.get(spec.kind)
    path = f"fits.{spec.name}"
    roles = kind.roles if kind else ("a", "b")
    inner = kind.inner if kind else "a"
    givers = {"inner": inner, "outer": "b" if inner == "a" else "a"}
    outer_only = kind is not None and kind.outer_gives
    giver = givers.get("outer" if outer_only else spec.gives_way)
    told = "half each" if giver is None else spec.parts[0 if giver == "a" else 1]
    around = {part: around_fit(fit, solution.parts[part], solution) for part in spec.parts}
    fields = fit_fields(fit, around)
    sentence, more = fit_aloud(fit)
    place_words, place_more = fit_places(fit, around[spec.parts[0]])
    called = {part: around[part].part_words(part) for part in spec.parts}
    outer = "b" if inner == "a" else "a"
    by_role = dict(zip("ab", spec.parts, strict=True))
    pairs = []
    if meeting and measured:
        for pair, gap in zip(meeting.pairs, measured.gaps, strict=True):
            middle = None
            if gap:
                middle = tuple((p + q) / 2 for p, q in zip(gap.on_a, gap.on_b, strict=True))
            pairs.append(
                MeasuredPair(
                    name=pair.name,
                    asked_mm=pair.asked_mm,
                    measured_mm=gap.distance_mm if gap else None,
                    at=middle,  # type: ignore[arg-type]
                )
            )
    left = []
    for wall, found in zip(
        meeting.walls_left if meeting and measured else (),
        measured.walls_left if measured else (),
        strict=True,
    ):
        value = found.value_mm
        if value is not None:
            left.append(
                LeftView(
                    part=spec.parts[0 if wall.of == "a" else 1],
                    what=wall.what,
                    asked_mm=wall.asked_mm,
                    value_mm=value,
                    lines=value / process.line_mm,
                    severity=wall_severity(value, process),
                )
            )
    return FitView(
        name=spec.name,
        kind=spec.kind,
        title=kind.title if kind else spec.kind,
        label=spec.label,
        parts=spec.parts,
        roles=roles,
        feel=spec.feel,
        gives_way=spec.gives_way,
        giver=told,
        gap_text=spec.gap,
        gap_field=field_view(
            f"{path}.gap", GAP_FIELD, spec.gap or None, fit.typed.get("gap"), around[spec.parts[0]]
        ),
        gap_mm=fit.gap_mm,
        across_mm=None if fit.gap_mm is None else 2 * fit.gap_mm,
        doubled=kind.doubled(filled(kind.fields, spec.fields)) if kind else "",
        proposed_mm=fit.proposed_mm,
        chance=fit.chance,
        forecast=(
            ForecastView(
                mean_mm=fit.forecast.mean_mm,
                sd_mm=fit.forecast.sd_mm,
                chances=fit.forecast.chances,
            )
            if fit.forecast
            else None
        ),
        gap_working=list(fit.working),
        working=[
            WorkingView(
                label=line.label, formula=line.formula, value_mm=line.value_mm, unit=line.unit
            )
            for line in (meeting.working if meeting else ())
        ],
        sentence=sentence,
        more=more,
        fields=fields,
        pairs=pairs,
        overlap_mm3=measured.overlap_mm3
        if measured and meeting and not meeting.marks_only
        else None,
        left=left,
        section=_section(fit, measured, a, b, tuple(called[part] for part in spec.parts))
        if meeting and a.body and b.body
        else None,
        pose=[float(v) for v in meeting.pose.matrix.ravel()] if meeting else [],
        things=[view for view, _ in things_of(fit, solution)],
        place_words=place_words,
        place_more=place_more,
        kinds=[OptionView(value=one.kind, words=one.title) for one in FITS.values()],
        givers=[
            OptionView(value="outer", words=f"the outer part, {called[by_role[outer]]},"),
            OptionView(value="inner", words=f"the inner part, {called[by_role[inner]]},"),
            OptionView(value="half each", words="each, by half,"),
        ]
        if not outer_only
        else [],
        track=_track(fit, path),
        unrolls=kind.unrolls if kind else False,
        names=_own_names(fit, around[spec.parts[0]].state),
        motion=motion_view(meeting.motion) if meeting and meeting.motion else None,
        stack=[
            StackedView(
                name=one.name,
                total_mm=one.total_mm,
                worst_mm=one.worst_mm,
                likely_mm=one.likely_mm,
                parts=list(one.parts),
            )
            for one in (meeting.stack if meeting else ())
        ],
        in_place=meeting.in_place if meeting else False,
        severity="stop" if fit.error else worst(findings),
        error=error_view(fit.error),
    )


def _track(fit: FitResult, path: str) -> TrackView | None:
    laid, kind = fit.laid, FITS.get(fit.fit.kind)
    moves = next((one for one in kind.fields if one.kind == "moves"), None) if kind else None
    if laid is None or moves is None:
        return None
    typed = fit.fit.fields.get(moves.name, moves.default)
    told = (RUN.fullmatch(phrase) for phrase in phrases(typed))
    return TrackView(
        path=f"{path}.fields.{moves.name}",
        around_mm=laid.around_mm,
        wide_mm=laid.wide_mm,
        copies=laid.copies,
        points=list(laid.points),
        runs=[RunView(way=run[1], length=run[2]) for run in told if run],
    )


def motion_view(motion: Motion) -> MotionView:
    """A motion as the screen shows it."""
    unit = {"slide": "mm", "track": "of the way"}.get(motion.way, "°")
    return MotionView(
        way=motion.way, low=motion.low, high=motion.high, unit=unit, words=motion.words
    )


def _labels(
    cut: list[list[NDArray[np.float64]]], view: SectionView, called: tuple[str, ...]
) -> list[SectionLabel]:
    """Labels by the parts' own names, where they lie in a part; once each."""
    found: dict[str, SectionLabel] = {}
    for text, x, y in view.labels:
        for loops_of, name in zip(cut, called, strict=True):
            if sum(shapely.Polygon(loop).contains(shapely.Point(x, y)) for loop in loops_of) % 2:
                text = name
        found.setdefault(text, SectionLabel(text=text, at=(x, y)))
    return list(found.values())


def _own_names(fit: FitResult, a: PartState) -> list[str]:
    """Names that only the fields of this fit may use."""
    kind = FITS.get(fit.fit.kind)
    try:
        return sorted(kind.names(a, fit.fit.fields)) if kind else []
    except CoreError:
        return []


def _along(name: str, fit: FitResult, measured: MeasuredFit | None) -> float | None:
    """The gap along a dimension as found on the whole solids: of the pair of its name, else the
    first for a side and the second for an end."""
    if fit.meeting is None or measured is None:
        return None
    names = [pair.name for pair in fit.meeting.pairs]
    index = names.index(name) if name in names else int(name != SIDE)
    gap = measured.gaps[index] if index < len(measured.gaps) else None
    return gap.distance_mm if gap else None


def _sides(
    name: str, meeting: Meeting, cut: Sequence[Loops], things: Sequence[Loops]
) -> tuple[Loops, Loops]:
    """Between which outlines of a section a gap is dimensioned: the parts', or of what is bought
    and the part it passes."""
    bought = next((one.bought for one in meeting.pairs if one.name == name), "")
    if not bought:
        return cut[0], cut[1]
    return [loop for one in things for loop in one], cut["ab".index(bought)]


def _looped(cut: list[NDArray[np.float64]]) -> list[list[tuple[float, float]]]:
    return [[(float(x), float(y)) for x, y in loop] for loop in cut]


def _section(
    fit: FitResult,
    measured: MeasuredFit | None,
    a: PartState,
    b: PartState,
    called: tuple[str, ...],
) -> SectionPicture:
    """The finished solids cut through the meeting place, with their gaps as found there."""
    meeting = fit.meeting
    assert meeting is not None
    view = meeting.section

    def draw() -> SectionPicture:
        solids = (a.solid(), b.solid().moved(meeting.pose.matrix))
        cut = [loops(window(cut_by_plane(s, view.frame), view.low, view.high)) for s in solids]
        bought = meeting.bought
        things = [
            loops(window(cut_by_plane(one, view.frame), view.low, view.high))
            for one in (bought.bodies if bought else ())
        ]
        things = [one for one in things if one]
        dimensions = []
        for probe in view.probes:
            one, other = _sides(probe.name, meeting, cut, things)
            found = gap_along(one, other, probe.start, probe.direction) or gap_along(
                other, one, probe.start, probe.direction
            )
            if found:
                dimensions.append(
                    SectionDimension(
                        name=probe.name,
                        start=found.start,
                        end=found.end,
                        gap_mm=found.gap_mm,
                        at_end=probe.name != SIDE,
                        measured_mm=_along(probe.name, fit, measured),
                    )
                )
        return SectionPicture(
            low=view.low,
            high=view.high,
            parts=[
                SectionPart(
                    part=fit.fit.parts[i],
                    role="a" if i == 0 else "b",
                    loops=_looped(cut[i]),
                )
                for i in (0, 1)
            ],
            things=[_looped(one) for one in things],
            dimensions=dimensions,
            labels=_labels(cut, view, called),
        )

    return MEASURED.get(
        content_key("section", fit.fit.name, a.key, b.key, view, called, measured is not None), draw
    )
