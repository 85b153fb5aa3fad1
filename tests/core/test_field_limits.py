"""Every limit that a field declares, tried under it, at it and over it, on a solved document.

What is past a limit is refused at the field itself, in the maker's words, with what would work;
what lies at a limit that may be reached is not refused by it.
"""

from __future__ import annotations

from typing import Any

import pytest

from core.errors import BuildError
from core.fits import FITS
from core.project.beginning_fits import begin_fit
from core.project.document import from_data
from core.project.schema import Project
from core.project.solve import sketch, solve
from core.steps import OUTLINES, STEPS
from core.steps.field import Field
from scripts.step_samples import FISH, SAMPLES, block, document, step

STEP = {"length": 0.01, "angle": 0.5, "number": 0.01, "count": 1.0}
UNIT = {"length": " mm", "angle": " deg", "number": "", "count": ""}


def told(spec: Field, value: float) -> str:
    return f"{value:g}{UNIT[spec.kind]}"


def limits(spec: Field) -> list[tuple[float, bool, str]]:
    """Values about the limits of a field: each with whether it is refused, and what is said."""
    found: list[tuple[float, bool, str]] = []
    by = STEP.get(spec.kind, 0.0)
    if spec.above is not None:
        found += [(spec.above, True, "more than"), (spec.above - by, True, "more than")]
        found += [(spec.above + by, False, "")]
    if spec.least is not None:
        found += [(spec.least - by, True, "or more"), (spec.least, False, "")]
    if spec.most is not None:
        found += [(spec.most + by, True, "at most"), (spec.most, False, "")]
    return found


def refusals(project: Project, path: str) -> list[BuildError]:
    """What the field of a path is refused with."""
    solution = sketch(project)
    return [one for one in solution.errors if one.where == path]


def cases(kinds: dict[str, Any], among: set[str]) -> list[Any]:
    return [
        pytest.param(kind, spec, value, refused, says, id=f"{kind}-{spec.name}-{value:g}")
        for kind, one in kinds.items()
        if kind in among
        for spec in one.fields
        if spec.is_number
        for value, refused, says in limits(spec)
    ]


def ways_in(spec: Field, fields: tuple[Field, ...]) -> dict[str, str]:
    """What must be set for a field to have a say."""
    words = {name: values[0] for name, values in spec.when}
    for name, values in spec.unless:
        owner = next(one for one in fields if one.name == name)
        words[name] = next((c for c in owner.choices if c not in values), "2")
    return words


def judge(project: Project, path: str, spec: Field, value: float, refused: bool, says: str) -> None:
    found = refusals(project, path)
    beyond = [one for one in found if one.message.startswith(f"the {spec.label.split(',')[0]} is ")]
    if not refused:
        assert not [one for one in beyond if one.remedy and "more than" in one.remedy], found
        return
    if spec.kind == "count" and value < 0:  # no count at all
        assert [one for one in found if "it is below nought" in one.message]
        return
    assert beyond, f"{told(spec, value)} is not refused"
    assert says in (beyond[0].remedy or ""), beyond[0].remedy


@pytest.mark.parametrize(("kind", "spec", "value", "refused", "says"), cases(STEPS, set(SAMPLES)))
def test_a_step_refuses_what_lies_past_its_limits(
    kind: str, spec: Field, value: float, refused: bool, says: str
) -> None:
    data = document(kind)
    line = data["parts"][0]["steps"][-1]
    line["fields"] |= ways_in(spec, STEPS[kind].fields) | {spec.name: told(spec, value)}
    path = f"parts.part.steps.{line['id']}.fields.{spec.name}"
    judge(from_data(data), path, spec, value, refused, says)


@pytest.mark.parametrize(
    ("kind", "spec", "value", "refused", "says"), cases(OUTLINES, set(OUTLINES))
)
def test_an_outline_refuses_what_lies_past_its_limits(
    kind: str, spec: Field, value: float, refused: bool, says: str
) -> None:
    fields = {spec.name: told(spec, value)} | ({"drawing": "fish"} if kind == "traced" else {})
    raised = step("extrude", (kind, fields), on="body.top", height="3")
    data = {
        "format": "fair-hinge-project", "version": 2, "title": kind,
        "drawings": [{"name": "fish", "path": FISH}],
        "parts": [{"name": "part", "steps": [block("5"), raised]}],
    }  # fmt: skip
    path = f"parts.part.steps.extrude.outline.fields.{spec.name}"
    judge(from_data(data), path, spec, value, refused, says)


@pytest.mark.parametrize(("kind", "spec", "value", "refused", "says"), cases(FITS, set(FITS)))
def test_a_fit_refuses_what_lies_past_its_limits(
    kind: str, spec: Field, value: float, refused: bool, says: str
) -> None:
    hollow = {**step("shell", wall="4", floor="3"), "id": "hollow"}
    parts = [
        {"name": "first", "steps": [block("30"), hollow]},
        {"name": "second", "steps": [block("20")]},
    ]
    bare = from_data({"format": "fair-hinge-project", "version": 2, "title": kind, "parts": parts})
    second = "" if FITS[kind].makes_b else "second"
    made, name = begin_fit(solve(bare), kind, 0, ("first", second))
    data = made.model_dump(mode="json")
    fields = data["fits"][-1]["fields"]
    fields |= ways_in(spec, FITS[kind].fields) | {spec.name: told(spec, value)}
    judge(from_data(data), f"fits.{name}.fields.{spec.name}", spec, value, refused, says)
