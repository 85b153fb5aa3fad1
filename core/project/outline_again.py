"""Outlines of a document put in place of others: of another kind, as large as the first."""

from __future__ import annotations

import math
from typing import Any

from core.errors import BuildError
from core.project.beginning import with_steps
from core.project.beginning_sizes import FILLS, begun_outline
from core.project.faces import Room
from core.project.options import Surroundings
from core.project.results import Solution
from core.project.schema import OutlineSpec, Project, Step
from core.solids import Frame
from core.steps import OUTLINES


def outline_again(solution: Solution, part: str, step: str, path: str, kind: str) -> Project:
    """The document with an outline of a step made another kind, about as large as the first one.

    Args:
        path: where it is inside the step, as ``outline`` or ``stations.0.outline``; one past the
            last joined outline, as ``outline.more.0.outline``, joins one more.

    Raises:
        BuildError: there is no such outline or kind.
    """
    project = solution.project
    found = _step(project, part, step)
    around = Surroundings(project, part)
    stands = found.place.on if found.place else ""
    made = begun_outline(kind, around, _as_large(solution, part, step), stands)
    again = with_outline(project, part, step, path, made)
    if path != "outline" or not found.place or all(f.kind != "face" for f in OUTLINES[kind].fields):
        return again
    # it is drawn about the middle of the face it follows
    middle = found.place.model_copy(update=dict.fromkeys(("x", "y", "x_from", "y_from"), ""))
    steps = [
        one.model_copy(update={"place": middle}) if one.id == step else one
        for one in again.part(part).steps
    ]
    return with_steps(again, part, steps)


def with_outline(project: Project, part: str, step: str, path: str, made: OutlineSpec) -> Project:
    """The document with another outline at a path inside a step; what is joined with the one that
    stood there stays, after what the new one brings.

    Raises:
        BuildError: there is no such outline.
    """
    data = _step(project, part, step).model_dump(mode="json")
    target: Any = data
    keys = path.split(".")
    try:
        for key in keys[:-1]:
            if isinstance(target, list) and int(key) == len(target):
                target.append({"mode": "add"} if keys[-3] == "more" else {"up": "20 mm"})
            target = target[int(key)] if isinstance(target, list) else target[key]
        kept = target.get(keys[-1]) or {}
        told = made.model_dump(mode="json")
        target[keys[-1]] = told | {"more": told["more"] + kept.get("more", [])}
        changed = Step.model_validate(data)
    except (KeyError, IndexError, ValueError, TypeError, AttributeError):
        raise BuildError("there is no such outline", where="path") from None
    steps = [changed if one.id == step else one for one in project.part(part).steps]
    return with_steps(project, part, steps)


def _step(project: Project, part: str, step: str) -> Step:
    owner = next((one for one in project.parts if one.name == part), None)
    found = next((one for one in owner.steps if one.id == step), None) if owner else None
    if found is None:
        raise BuildError("there is no such step", where="step")
    return found


def _as_large(solution: Solution, part: str, step: str) -> Room | None:
    """Room for an outline as large as the one a step has now; None where it has none drawn."""
    done = next((one for one in solution.parts[part].steps if one.step.id == step), None)
    drawn = done.sketch.outlines if done and done.sketch else ()
    if not drawn:
        return None
    return Room("", Frame(), (0.0, 0.0), max(drawn[0].size) / 2 / FILLS, math.inf)
