"""Every kind of step has a sample that builds, and says something true of itself."""

from __future__ import annotations

import pytest

from core.outlines import crosses_itself
from core.project.document import from_data
from core.project.solve import solve
from core.proof.closed import check_closed
from core.report import report_on
from core.solids import triangle_mesh
from core.steps import OUTLINES, STEPS
from scripts.step_samples import FISH, SAMPLES, document


def test_every_kind_is_sampled() -> None:
    assert set(SAMPLES) == set(STEPS) - {"fit", "mesh"}  # made with a fit, brought in


@pytest.mark.parametrize("kind", SAMPLES)
def test_samples_build_closed_and_read_aloud(kind: str) -> None:
    solution = solve(from_data(document(kind)))
    assert not solution.errors
    for part in solution.parts.values():
        assert check_closed(triangle_mesh(part.state.solid())).closed
    line = report_on(solution).parts[0].steps[-1]
    told = {piece.field for piece in line.sentence if piece.field}
    assert told <= {field.name for field in line.fields}
    assert "{" not in "".join(piece.text for piece in line.sentence)


@pytest.mark.parametrize("kind", OUTLINES)
def test_every_outline_can_be_made_from_its_defaults(kind: str) -> None:
    fields = {"traced": {"drawing": "fish"}, "section": {"face": "b.top"}}.get(kind, {})
    step = {"id": "s", "kind": "extrude", "outline": {"kind": kind, "fields": fields}}
    below = {"id": "b", "kind": "extrude", "outline": {"kind": "circle"}, "fields": {"height": "1"}}
    stands = kind in ("followed", "section")
    steps = [below, step] if stands else [step]
    step["place"] = {"on": "b.top"} if stands else None
    data = {"format": "fair-hinge-project", "version": 1, "title": "x",
            "drawings": [{"name": "fish", "path": FISH}],
            "parts": [{"name": "p", "steps": steps}]}  # fmt: skip
    solution = solve(from_data(data))
    assert not solution.errors
    prism = solution.parts["p"].state.features["s"].prism
    assert not crosses_itself(prism.outline)
    body = solution.parts["p"].state.features["s"].tool
    assert body.volume_mm3 == pytest.approx(prism.outline.area * 10, rel=5e-3)


@pytest.mark.parametrize("kind", STEPS)
def test_every_kind_is_found_by_words_and_has_labelled_fields(kind: str) -> None:
    spec = STEPS[kind]
    assert spec.title and (spec.also or not spec.offered)
    assert all(field.label for field in spec.fields)
    assert len({field.name for field in spec.fields}) == len(spec.fields)
