"""Every field of a step or a fit as it stands, and all that one of them may be set to."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from core.fits import FITS
from core.project.fields import STATION_FIELDS, typed_texts
from core.project.options import Surroundings
from core.project.results import FitResult, PartResult, Solution, StepResult
from core.project.sentences import (
    field_views,
    on_face,
    outline_field_views,
    place_field_views,
)
from core.steps import STEPS, PartState
from core.views.report import FieldView, OptionsView


def around_steps(solution: Solution, result: PartResult) -> Iterator[Surroundings]:
    """What each step of a part can refer to: what stands before it, and the other parts."""
    name = result.part.name
    others = {other: one.state for other, one in solution.parts.items() if other != name}
    before = PartState(name)
    for number, done in enumerate(result.steps):
        so_far = [one.step for one in result.steps[:number]]
        yield Surroundings(solution.project, name, before, so_far, others)
        before = done.state


def step_fields(result: StepResult, around: Surroundings) -> list[FieldView]:
    """What can be set of a step: its own fields, its outlines', its stations', its place's."""
    step, typed = result.step, result.typed
    kind = STEPS.get(step.kind)
    if kind is None:
        return []
    path = f"parts.{around.part}.steps.{step.id}"
    views = field_views(f"{path}.fields", kind.fields, step.fields, typed, around)
    if kind.has_outline and step.outline:
        views += outline_field_views(f"{path}.outline", step.outline, typed, around, "outline.")
    for index, station in enumerate(step.stations if kind.has_stations else ()):
        at, prefix = f"{path}.stations.{index}", f"s{index}."
        views += outline_field_views(
            f"{at}.outline", station.outline, typed, around, f"{prefix}outline."
        )
        views += field_views(at, STATION_FIELDS, typed_texts(station), typed, around, prefix)
    if kind.has_place:
        where = on_face(around, step.place)
        views += place_field_views(
            f"{path}.place", step.place, typed, where, "place.",
            whole_face=kind.stands_by_its_piece,
        )  # fmt: skip
    return views


def around_fit(fit: FitResult, part: PartResult, solution: Solution) -> Surroundings:
    """What a fit can refer to on one of its parts: what was there before its share."""
    state, so_far = PartState(part.part.name), []
    for done in part.steps:
        if done.step.fields.get("fit") == fit.fit.name:
            break
        state = done.state
        so_far.append(done.step)
    return Surroundings(solution.project, part.part.name, state, so_far)


def fit_fields(fit: FitResult, around: dict[str, Surroundings]) -> list[FieldView]:
    """What can be set of a fit: its own fields, and where it stands on either part.

    Args:
        around: what it can refer to on each of its parts, by the part's name.
    """
    spec = fit.fit
    kind = FITS.get(spec.kind)
    if kind is None:
        return []
    path = f"fits.{spec.name}"
    first = around[spec.parts[0]]
    views = field_views(f"{path}.fields", kind.fields, spec.fields, fit.typed, first)
    for which, stands, part in (
        ("place_a", kind.on_a, spec.parts[0]),
        ("place_b", kind.on_b, spec.parts[1]),
    ):
        if stands:
            place = getattr(spec, which)
            where = on_face(around[part], place)
            at = f"{path}.{which}"
            views += place_field_views(at, place, fit.typed, where, f"{which}.", "its own origin")
    return views


def options_at(solution: Solution, path: str) -> OptionsView | None:
    """Everything the field at a path may be set to; None where there is no such field.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> solution = solve(begun("jar"))
    >>> [one.words for one in options_at(solution, "fits.thread.place_a.x_from").options][:2]
    ['right of the middle', 'right of the middle of body']
    >>> options_at(solution, "parts.nothing.steps.nothing.place.x_from") is None
    True
    """
    views = {view.path: view for view in _fields_about(solution, path)}
    view = views.get(path)
    if view is None:
        return None
    beside = views.get(view.beside)
    return OptionsView(options=view.options, beside=beside.options if beside else [])


def _fields_about(solution: Solution, path: str) -> list[FieldView]:
    """Every field of the step or the fit that a path leads to, told in full."""
    match path.split("."):
        case ["parts", part, "steps", step, *_] if part in solution.parts:
            result = solution.parts[part]
            for done, around in zip(result.steps, around_steps(solution, result), strict=True):
                if done.step.id == step:
                    return step_fields(done, replace(around, in_full=True))
        case ["fits", name, *_] if name in solution.fits:
            fit = solution.fits[name]
            around_it = {
                part: replace(around_fit(fit, solution.parts[part], solution), in_full=True)
                for part in fit.fit.parts
            }
            return fit_fields(fit, around_it)
    return []
