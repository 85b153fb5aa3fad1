"""Gauges are real parts: small, closed, labelled, and as wide as what is still open."""

from __future__ import annotations

import pytest

from core.checks.finished import mesh_of
from core.process import Process, forecast
from core.process.forecast import bias_mm, spread_mm
from core.process.learning import felt_edges, settled
from core.project.gauges import KINDS, gap_range, make_gauge, worth
from core.project.solve import solve
from core.proof.closed import check_closed

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
    assert low == 0 or forecast(low, SURE).chances["fused"] > 0.85
    chances = forecast(high, SURE).chances
    assert chances["free"] + chances["loose"] > 0.85
    assert high == pytest.approx(
        felt_edges(SURE)[-1] - bias_mm(SURE) + 1.3 * spread_mm(SURE), abs=0.006
    )


def test_a_taught_process_gets_a_narrower_ladder() -> None:
    new, taught = gap_range(SURE), gap_range(TAUGHT)
    assert taught[1] - taught[0] < new[1] - new[0]


def test_what_is_known_leaves_less_to_teach() -> None:
    for kind in ("pegs", "slots", "in place", "caliper", "threads"):
        before, after = (worth(make_gauge(kind, p), p) for p in (SURE, TAUGHT))
        assert before is not None and after is not None and 0 < after < before < 1
    assert worth(make_gauge("overhang", SURE), SURE) is None


def test_what_a_caliper_settles_is_the_closed_form_update() -> None:
    errors = SURE.errors
    common = errors.shared * errors.sigma**2 / 2
    noise = (1 - errors.shared) * errors.sigma**2 / 2 + 0.01**2 / 3
    left = sum(
        1 / (1 / sd**2 + 1 / (common + noise / count))
        for sd, count in ((errors.outer_sd, 2), (errors.inner_sd, 1))
    )
    before = errors.outer_sd**2 + errors.inner_sd**2
    # within one print only what its faces do not have in common is averaged out
    share = settled(SURE, [("outer", 30.0), ("outer", 20.0), ("inner", 8.0)])
    assert share == pytest.approx((before - left) / (before + errors.sigma**2))


def test_steps_where_the_result_is_sure_settle_nothing() -> None:
    assert settled(SURE, [(None, 3.0), (None, 4.0)]) == pytest.approx(0, abs=1e-6)
    assert settled(SURE, [(None, 0.2), (None, 0.3)]) > settled(SURE, [(None, 0.2)]) > 0.05
