"""Robustness by exaggeration: every demo part with each measure at 50, 125 and 200 %.

Every build is right (closed, as many millimetres as its own quantities say) or fails with a
message of its own; nothing else happens.
"""

from __future__ import annotations

import pytest

from core.checks.finding import Edit
from core.errors import CoreError
from core.project.demo import DEMO, demo_document
from core.project.solve import solve
from core.proof.closed import check_closed
from core.report import apply_edits
from core.solids import triangle_mesh
from tests.covering import by_turns, spread

MEASURES = [(name, measure.name) for name in DEMO for measure in demo_document(name).measures]


@pytest.mark.parametrize(("of", "share"), spread(by_turns(MEASURES, (0.5, 1.25, 2.0))))
def test_exaggerated_demo_parts_build_or_say_why(of: tuple[str, str], share: float) -> None:
    name, measure = of
    project = demo_document(name)
    typed = next(m.expression for m in project.measures if m.name == measure)
    edited = apply_edits(project, [Edit(f"measures.{measure}", f"({typed}) * {share}")])
    solution = solve(edited)
    for part in solution.parts.values():
        for done in part.steps:
            if done.error is not None:
                assert isinstance(done.error, CoreError)
                assert done.error.message and done.error.where
        if part.state.body is None:
            assert any(done.error for done in part.steps)
            continue
        mesh = triangle_mesh(part.state.solid())
        assert check_closed(mesh).closed, part.part.name
        assert part.state.solid().volume_mm3 > 0
