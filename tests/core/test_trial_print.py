"""The stand-in printer on real solids: what it leaves is known by arithmetic."""

from __future__ import annotations

import numpy as np
import pytest
from manifold3d import Manifold

from core.printing.as_printed import as_printed
from core.printing.stand_in import StandIn
from core.printing.trial import caliper_places, trial_print
from core.process import Process
from core.process.learning import Observation, learn
from core.project.demo import demo_document
from core.project.solve import solve
from core.project.teaching import observations
from core.solids import Body, TriangleMesh, triangle_mesh
from tests.core.building import circle, part, rectangle, solved, step

OUTER, INNER = 0.06, -0.04  # walls grow, holes shrink


class Known(StandIn):
    """A stand-in whose errors are given and whose caliper never errs."""

    def faces(self) -> tuple[float, float]:
        return OUTER, -INNER

    def read(self, true_mm: float, repeats: int = 3) -> tuple[float, ...]:
        return (true_mm,) * repeats


def moved(solid: Manifold, inner: float = 0.0) -> tuple[TriangleMesh, np.ndarray]:
    mesh = triangle_mesh(Body(solid))
    holes = np.linalg.norm(mesh.corners[:, :, :2], axis=2).max(axis=1) < 9
    printed = as_printed(mesh.vertices, mesh.triangles, holes, 0.1, inner, 0.2)
    return mesh, printed


def test_a_block_grows_on_every_side_and_comes_in_whole_layers() -> None:
    _, printed = moved(Manifold.cube((20, 30, 9.93)).translate((-10, -15, 0)))
    assert np.ptp(printed, axis=0) == pytest.approx([20.2, 30.2, 10.0], abs=1e-3)


def test_a_hole_shrinks_while_the_outside_grows() -> None:
    tube = Manifold.cylinder(10, 12, 12, 128) - Manifold.cylinder(12, 5, 5, 128).translate(
        (0, 0, -1)
    )
    mesh, printed = moved(tube, inner=0.07)
    radius = np.linalg.norm(printed[:, :2], axis=1)
    outside = np.linalg.norm(mesh.vertices[:, :2], axis=1) > 9
    assert radius[outside] == pytest.approx(12.1, abs=2e-3)
    assert radius[~outside] == pytest.approx(4.93, abs=2e-3)


def test_calipers_are_set_to_sides_and_bores_that_are_there() -> None:
    plate = [
        step("plate", "extrude", rectangle("40", "24"), height="6"),
        step("pin", "hole", on="plate.top", diameter="6", reach="through"),
    ]
    places = caliper_places(solved(part("part", *plate)), ["part"])
    assert [(p.name, p.face) for p in places] == [
        ("part width", "outer"), ("part depth", "outer"), ("part, across pin", "inner"),
    ]  # fmt: skip
    assert [p.designed_mm for p in places] == pytest.approx([40, 24, 6], abs=0.01)
    # a cone has no side that a jaw lies on
    cone = step("cone", "extrude", circle("30"), height="10", draft="30 deg")
    assert caliper_places(solved(part("part", cone)), ["part"]) == []


def test_printed_parts_read_and_feel_as_the_errors_say() -> None:
    """Outside + 2 · 0.06, bore - 2 · 0.04; the lid's gap a side 0.27 - 0.06 - 0.04 = 0.17."""
    solution = solve(demo_document("bait_tin"))
    tried = trial_print(solution, list(solution.parts), Known(solution.project.process, 1))
    for place, reads in tried.readings:
        shift = 2 * OUTER if place.face == "outer" else 2 * INNER
        assert reads == pytest.approx([place.designed_mm + shift] * 3, abs=0.01), place.name
    assert tried.gaps_mm["slip"] == pytest.approx(0.17, abs=0.01)
    assert tried.felt["slip"] == "sliding"


@pytest.mark.parametrize("name", ["winch", "drawbridge", "socket_key"])
def test_every_fit_closes_by_what_its_sides_moved(name: str) -> None:
    solution = solve(demo_document(name))
    tried = trial_print(solution, list(solution.parts), Known(solution.project.process, 1))
    assert tried.gaps_mm
    for fit, gap in tried.gaps_mm.items():
        asked = solution.fits[fit].gap_mm
        assert asked is not None
        assert gap == pytest.approx(asked - OUTER + INNER, abs=0.03)


def test_readings_of_printed_solids_teach_the_hidden_errors() -> None:
    """Of twelve stand-ins, the learnt 95 % interval holds the hidden truth for at least ten."""
    solution = solve(demo_document("bait_tin"))
    held = 0
    for seed in range(12):
        printer = StandIn(Process(), seed)
        seen: list[Observation] = []
        for number in range(3):
            printer.next_print()
            alone = [trial_print(solution, [part], printer) for part in ("tin", "lid")]
            tried = [read for one in alone for read in one.readings]  # no gap is looked for
            seen += observations(
                [
                    {"part": p.part, "face": p.face, "value": p.designed_mm, "readings": reads}
                    for p, reads in tried
                ],
                f"print {number}",
            )
        errors = learn(Process(), seen).errors
        held += abs(errors.outer - printer.truth.outer) < 1.96 * errors.outer_sd
    assert held >= 10
