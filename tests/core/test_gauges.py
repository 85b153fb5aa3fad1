"""Gauges are real parts: small, closed, labelled, and as wide as what is still open."""

from __future__ import annotations

import pytest

from core.process import Process
from core.process.forecast import bias_mm, spread_mm
from core.process.learning import chance_felt, felt_edges
from core.project.gauges import KINDS, gap_range, make_gauge, what_teaches_most
from core.project.solve import solve
from core.proof.closed import check_closed
from core.report.measuring import mesh_of

SURE = Process()
TAUGHT = SURE.model_copy(
    update={"errors": SURE.errors.model_copy(update={"outer_sd": 0.008, "inner_sd": 0.01})}
)


@pytest.mark.parametrize("process", [SURE, TAUGHT], ids=["new", "taught"])
@pytest.mark.parametrize("kind", KINDS)
def test_every_gauge_builds_closed_and_weighs_less_than_twenty_grams(
    kind: str, process: Process
) -> None:
    gauge = make_gauge(kind, process)  # type: ignore[arg-type]
    solution = solve(gauge.document)
    assert not solution.errors, [error.one_line() for error in solution.errors]
    grams = 0.0
    for part in solution.parts.values():
        assert check_closed(mesh_of(part.state)).closed
        grams += part.state.solid().volume_mm3 / 1000 * 1.24
    assert grams < 20 and len(gauge.steps) >= 4


def test_a_peg_ladder_has_the_holes_it_says() -> None:
    gauge = make_gauge("pegs", SURE)
    plate = solve(gauge.document).parts["plate"]
    for index, step in enumerate(gauge.steps, 1):
        bore = next(r for r in plate.steps if r.step.id == f"hole{index}")
        assert bore.typed["diameter"].value == pytest.approx(8 + 2 * step.value)
        words = next(r for r in plate.steps if r.step.id == f"word{index}")
        assert float("0" + words.words["text"]) == pytest.approx(step.value)


def test_plugs_printed_in_place_float_free() -> None:
    gauge = make_gauge("in place", SURE)
    plate = solve(gauge.document).parts["plate"]
    assert check_closed(mesh_of(plate.state)).shells == 1 + len(gauge.steps)


def test_the_range_reaches_from_nearly_fused_to_nearly_loose() -> None:
    low, high = gap_range(SURE)
    assert low == 0 or chance_felt(SURE, low)["fused"] > 0.85
    assert chance_felt(SURE, high)["loose"] > 0.85
    assert high == pytest.approx(
        felt_edges(SURE)[-1] - bias_mm(SURE) + 1.3 * spread_mm(SURE), abs=0.006
    )


def test_a_taught_process_gets_a_narrower_ladder() -> None:
    new, taught = gap_range(SURE), gap_range(TAUGHT)
    assert taught[1] - taught[0] < new[1] - new[0]


def test_what_is_known_leaves_less_to_teach() -> None:
    before, after = dict(what_teaches_most(SURE)), dict(what_teaches_most(TAUGHT))
    assert all(after[kind] < before[kind] for kind in before)
    assert 0 < max(before.values()) < 1
