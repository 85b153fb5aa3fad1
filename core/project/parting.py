"""The pieces a split did not keep made parts of their own, each with the fits that lie in it."""

from __future__ import annotations

import numpy as np
from manifold3d import Manifold

from core.errors import BuildError
from core.project.beginning import fresh_name, next_colour
from core.project.results import Solution
from core.project.schema import FitSpec, Part, Project, Step
from core.solids import Body
from core.steps.fit_step import FIT_STEP
from core.steps.piece import split_of
from core.steps.state import Feature, PartState

PIECE = "piece"


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
                "colour": next_colour(project),
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
    state = solution.parts[part].state
    split = split_of(state)
    feature = state.features.get(fit.name)
    if split is None or feature is None:
        return 0
    shares = [_within(feature, room) for room in split.rooms]
    best = int(np.argmax(shares))
    return 0 if best == len(shares) - 1 or shares[best] <= 0 else best + 1


def _within(feature: Feature, room: Body) -> float:
    """How much of what a fit shaped lies in a room, mm³; of a fit without a piece, of its places."""
    shaped = feature.tool or feature.cut
    if shaped is not None:
        return float((shaped.solid ^ room.solid).volume())
    frames = [*feature.places.values(), *([feature.mouth.frame] if feature.mouth else [])]
    speck = Manifold.sphere(0.01)
    return float(sum((speck.translate(frame.origin) ^ room.solid).volume() for frame in frames))
