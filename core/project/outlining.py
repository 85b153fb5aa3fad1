"""Outlines of a document at a path: read for the outline desk, taken apart into moves,
brought in.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from core.errors import BuildError, CoreError
from core.fits import FITS
from core.measures import Quantity
from core.measures.units import UNITS, length
from core.outlines import Outline, outlines_in, read_path
from core.outlines.apart import Told, moves_of, number_teller
from core.outlines.combine import reversed_segment
from core.outlines.draggable import Board, board
from core.outlines.loop import Loop
from core.outlines.moves import Value
from core.project.fields import FieldReader, Worked
from core.project.outline_again import with_outline
from core.project.resolve import Names, quantity_of, work_out
from core.project.results import FitResult, Solution, StepResult
from core.project.schema import Further, OutlineSpec, Project
from core.solids.sectioned import section_of
from core.steps import OUTLINES, STEPS, Field, PartState
from core.steps.field import filled

TOLD = "moves"  # the kind of outline that is told as moves


@dataclass(frozen=True)
class DrawnField:
    """A field told as moves, where it stands, and what its expressions may name besides."""

    path: str
    spec: Field
    text: str
    part: str
    step: StepResult | None
    fit: FitResult | None
    extra: dict[str, Quantity]


def drawn_field(solution: Solution, path: str) -> DrawnField:
    """The field at a report path such as ``parts.lid.steps.rim.outline.fields.moves``.

    Raises:
        BuildError: no moves are told there.
    """
    keys = path.split(".")
    try:
        if keys[0] == "fits":
            return _of_fit(solution, path, keys)
        if keys[0] == "parts" and keys[2] == "steps":
            return _of_step(solution, path, keys)
    except (KeyError, IndexError, ValueError, StopIteration):
        pass
    raise BuildError("nothing is drawn there any more", where="path")


def _of_fit(solution: Solution, path: str, keys: Sequence[str]) -> DrawnField:
    fit = solution.fits[keys[1]]
    kind = FITS[fit.fit.kind]
    spec = next(one for one in kind.fields if one.name == keys[3] and one.kind == "moves")
    a = fit.fit.parts[0]
    before = _before(solution, a, fit.fit.name)
    extra = kind.names(before, fit.fit.fields)
    if fit.gap_mm is not None:
        extra = extra | {"gap": length(fit.gap_mm)}
    text = filled(kind.fields, fit.fit.fields)[spec.name]
    return DrawnField(path, spec, text, a, None, fit, dict(extra))


def _before(solution: Solution, part: str, fit: str) -> PartState:
    state = PartState(part)
    for result in solution.parts[part].steps:
        if result.words.get("fit") == fit:
            break
        state = result.state
    return state


def _of_step(solution: Solution, path: str, keys: Sequence[str]) -> DrawnField:
    part, step_id = keys[1], keys[3]
    result = next(one for one in solution.parts[part].steps if one.step.id == step_id)
    if keys[4] == "fields":
        fields, typed, prefix = STEPS[result.step.kind].fields, result.step.fields, ""
    else:
        outline = outline_at(solution.project, part, step_id, ".".join(keys[4:-2]))
        fields, typed = OUTLINES[outline.kind].fields, outline.fields
        prefix = _prefix(keys[4:-2])
    spec = next(one for one in fields if one.name == keys[-1] and one.kind == "moves")
    extra: dict[str, Quantity] = {}
    for field in fields:
        known = result.typed.get(prefix + field.name)
        if known and known.value is not None:
            extra[field.name] = quantity_of(known)
    return DrawnField(path, spec, filled(fields, typed)[spec.name], part, result, None, extra)


def _prefix(keys: Sequence[str]) -> str:
    """What the worked-out values of an outline are kept under: ``s0.outline.`` of a station."""
    words: list[str] = []
    rest = list(keys)
    while rest:
        word = rest.pop(0)
        words.append({"stations": "s", "more": "more"}.get(word, word))
        if word in ("stations", "more"):
            words[-1] += rest.pop(0)
    return ".".join(words) + "."


def outline_at(project: Project, part: str, step: str, path: str) -> OutlineSpec:
    """The outline at a path inside a step, as ``stations.0.outline``.

    Raises:
        KeyError, IndexError, ValueError: there is none.
    """
    found = next(one for one in project.part(part).steps if one.id == step)
    target: object = found
    for key in path.split("."):
        target = target[int(key)] if isinstance(target, list) else getattr(target, key, None)
    if not isinstance(target, OutlineSpec):
        raise KeyError(path)
    return target


def value_in(solution: Solution, field: DrawnField) -> Value:
    """Works out an expression where a field stands, in mm, degrees or plain."""
    names = Names(solution.project.units, dict(solution.names))
    reader = FieldReader(solution.project, names)
    scope = "" if field.fit else field.part
    return reader.value_at(field.path, scope, field.extra)


def board_of(solution: Solution, path: str, text: str | None = None) -> tuple[DrawnField, Board]:
    """The moves at a path laid out to be drawn on; ``text`` stands in for what is kept there."""
    field = drawn_field(solution, path)
    if text is not None:
        field = replace(field, text=text)
    return field, board(field.text, value_in(solution, field), field.spec.draws)


def under(solution: Solution, field: DrawnField) -> list[Outline]:
    """What is there already where an outline is drawn: the part's section just under its place."""
    result = field.step
    if result is None or result.placed is None or not STEPS[result.step.kind].has_outline:
        return []
    if STEPS[result.step.kind].turns_outline:
        return []
    before = PartState(field.part)
    for one in solution.parts[field.part].steps:
        if one.step.id == result.step.id:
            break
        before = one.state
    if before.body is None:
        return []
    frame = result.placed.frame
    for below in (0.0, -0.02):  # on a face, or on the bed with the body standing over it
        try:
            return section_of(before.body, frame, below)
        except CoreError:
            continue
    return []


def own_outline(solution: Solution, path: str) -> list[Outline]:
    """The finished outlines at a path: of a step as it is drawn.

    Raises:
        BuildError: it cannot be drawn.
    """
    _, made = board_of(solution, path)
    if made.error or not made.closed:
        raise BuildError(
            "the outline is not finished", where="path", remedy="close it, then take it away"
        )
    return outlines_in([Loop(tuple(one.segment for one in made.drawn))])


# -- taken apart, brought in ---------------------------------------------------------------------


def taken_apart(solution: Solution, part: str, step: str, path: str) -> Project:
    """The document with an outline of a step told as moves, its holes cut out of it one by one.

    Numbers that equal one of its fields, or half of it, go on being told by that field's
    expression.

    Raises:
        BuildError: there is no such outline, or it cannot be made.
    """
    project = solution.project
    result = next((one for one in solution.parts[part].steps if one.step.id == step), None)
    if result is None:
        raise BuildError("there is no such step", where="step")
    try:
        spec = outline_at(project, part, step, path)
    except (KeyError, IndexError, ValueError, StopIteration):
        raise BuildError("there is no such outline", where="path") from None
    if spec.kind == TOLD:
        raise BuildError("it is told as moves already", where="path")
    names = Names(project.units, dict(solution.names))
    plan = FieldReader(project, names).outline(
        path, spec.model_copy(update={"more": []}), part, Worked(), ""
    )
    assert plan is not None  # there is an outline to be read
    if plan.own.error:
        raise plan.own.error
    before = PartState(part)
    for one in solution.parts[part].steps:
        if one.step.id == step:
            break
        before = one.state
    made = plan.make(before)
    told = _teller(solution, part, spec)
    return with_outline(project, part, step, path, as_moves(made, told))


def as_moves(outline: Outline, told: Told) -> OutlineSpec:
    """An outline told as moves, its holes as outlines cut out of it."""
    holes = [
        Further(
            mode="cut",
            outline=OutlineSpec(kind=TOLD, fields={TOLD: moves_of(_anticlockwise(hole), told)}),
        )
        for hole in outline.holes
    ]
    return OutlineSpec(kind=TOLD, fields={TOLD: moves_of(outline.outer, told)}, more=holes)


def _anticlockwise(loop: Loop) -> Loop:
    return Loop(tuple(reversed_segment(s) for s in reversed(loop.segments)))


def _teller(solution: Solution, part: str, spec: OutlineSpec) -> Told:
    """Writes numbers by the expressions the outline was told with."""
    unit = solution.project.units
    known: dict[str, float] = {}
    names = Names(unit, dict(solution.names))
    for field in OUTLINES[spec.kind].fields:
        text = spec.fields.get(field.name, "")
        if field.kind != "length" or not any(letter.isalpha() for letter in text):
            continue
        typed = work_out("", text, "length", names, part)
        if typed.value is not None and not _plain(text):
            known[text] = typed.value
    return number_teller(known, UNITS[unit][1])


def _plain(text: str) -> bool:
    """Whether a text is a number with its unit and no more."""
    number = text.rstrip("\"' ").removesuffix("mm").removesuffix("in").removesuffix("cm").strip()
    return not any(letter.isalpha() for letter in number)


def brought_in(solution: Solution, part: str, step: str, path: str, drawing: str) -> Project:
    """The document with an outline taken from a drawing's path, its arcs true arcs.

    Raises:
        BuildError: the drawing holds no shape, or several.
    """
    found = outlines_in(read_path(drawing))
    if len(found) > 1:
        raise BuildError(
            f"the drawing holds {len(found)} separate shapes, and an outline is one",
            remedy="use the step 'Traced drawing raised or cut', which takes them all",
        )
    told = number_teller({}, UNITS[solution.project.units][1])
    return with_outline(solution.project, part, step, path, as_moves(found[0], told))
