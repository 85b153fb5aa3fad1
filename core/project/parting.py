"""The pieces a split did not keep made parts of their own, each with the fits that lie in it."""

from __future__ import annotations

import numpy as np
from manifold3d import Manifold

from core.errors import BuildError, CoreError
from core.project.beginning import fresh_name, next_colour
from core.project.results import Solution
from core.project.schema import FitSpec, Part, Project, Step
from core.solids import Body
from core.steps.fit_step import FIT_STEP
from core.steps.piece import split_of
from core.steps.state import PartState

PIECE = "piece"
SPECK_MM = 0.01


def pieces_left(project: Project, state: PartState, part: str, step: str) -> list[int]:
    """Numbers of the pieces of a split step that are no part yet; ``state``: the part after it."""
    found = split_of(state)
    if found is None or found.step != step:
        return []
    there = {
        int(float(one.fields.get("piece") or 1))
        for other in project.parts
        for one in other.steps
        if one.kind == PIECE and one.fields.get("part") == part
        and (one.fields.get("piece") or "1").replace(".", "", 1).isdigit()
    }  # fmt: skip
    return [number for number in range(1, len(found.offcuts) + 1) if number not in there]


def with_pieces(solution: Solution, part: str, step: str) -> tuple[Project, str]:
    """The document with every piece a split left as a part, and the name of the first of them.

    Fits of the part go to the piece most of what they shaped lies in.

    Raises:
        BuildError: nothing is left that is no part yet.
    """
    project = solution.project
    there = solution.parts.get(part)
    left = pieces_left(project, there.state, part, step) if there else []
    if not left:
        raise BuildError("every piece of this split is a part already", where="step")
    whole = project.part(part)
    names = [one.name for one in project.parts]
    made: dict[int, Part] = {}
    parts = list(project.parts)
    for number in left:
        name = fresh_name(f"{part}_{number + 1}", _taken(project, made))
        fields = {"part": part} | ({"piece": str(number)} if number > 1 else {})
        own = whole.model_copy(
            update={
                "name": name,
                "label": f"{whole.spoken}, piece {number + 1}",
                "colour": next_colour(project.model_copy(update={"parts": parts})),
                "steps": [Step(id="piece", kind=PIECE, fields=fields)],
                "measures": [],
                "expected_mass": None,
            }
        )
        made[number] = own
        parts.insert(names.index(part) + len(made), own)
    moved = {
        fit.name: made[piece].name
        for fit in project.fits
        if part in fit.parts and (piece := _piece_of(solution, part, fit)) in made
    }
    fits = [
        _given_to(fit, part, moved[fit.name]) if fit.name in moved else fit for fit in project.fits
    ]
    parts = [
        one.model_copy(update={"steps": [s for s in one.steps if not _share(s, moved)]})
        if one.name == part else one
        for one in parts
    ]  # fmt: skip
    return project.model_copy(update={"parts": parts, "fits": fits}), made[left[0]].name


def _taken(project: Project, made: dict[int, Part]) -> list[str]:
    return [
        *(one.name for one in project.parts),
        *(one.name for one in made.values()),
        *(fit.name for fit in project.fits),
        *(measure.name for measure in project.measures),
    ]


def _share(step: Step, moved: dict[str, str]) -> bool:
    return step.kind == FIT_STEP and step.fields.get("fit") in moved


def _given_to(fit: FitSpec, part: str, piece: str) -> FitSpec:
    first, second = (piece if name == part else name for name in fit.parts)
    return fit.model_copy(update={"parts": (first, second)})


def _piece_of(solution: Solution, part: str, fit: FitSpec) -> int:
    """Which piece a fit lies in, counted from one; nought where the part keeps it."""
    split = split_of(solution.parts[part].state)
    if split is None:
        return 0
    shares = [_within(solution, part, fit, room) for room in split.rooms]
    best = int(np.argmax(shares))
    return 0 if best == len(shares) - 1 or shares[best] <= 0 else best + 1


def _within(solution: Solution, part: str, fit: FitSpec, room: Body) -> float:
    """How much of what a fit added to a part or took away lies in a room, mm³; where it could not
    be made, of a speck at the place it is told to stand at."""
    body = None
    for result in solution.parts[part].steps:
        if result.step.kind == FIT_STEP and result.step.fields.get("fit") == fit.name:
            after = result.state.body
            if result.error is None and body is not None and after is not None:
                added, taken = after.solid - body.solid, body.solid - after.solid
                return float((added ^ room.solid).volume() + (taken ^ room.solid).volume())
        body = result.state.body
    place = fit.place_a if fit.parts[0] == part else fit.place_b
    try:
        _, frame = solution.parts[part].state.place(place.on if place else "")
    except CoreError:
        return 0.0
    speck = Manifold.sphere(SPECK_MM).translate(frame.lifted(-2 * SPECK_MM).origin)
    return float((speck ^ room.solid).volume())
