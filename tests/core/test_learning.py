"""What gauges teach, against closed forms and against printers whose truth is known."""

from __future__ import annotations

import math

import numpy as np
import pytest

from core.process import Process, propose_gap
from core.process.forecast import chance_of, forecast
from core.process.learning import (
    CALIPER_MM,
    FeltResult,
    Observation,
    Reading,
    doubts,
    learn,
    updated_limit,
)
from core.process.stand_in import StandIn

PROCESS = Process()


def test_nothing_seen_leaves_the_priors() -> None:
    learnt = learn(PROCESS, [])
    assert learnt.errors.model_dump() == pytest.approx(PROCESS.errors.model_dump())
    assert learnt.used == 0


def test_caliper_readings_agree_with_the_closed_form_normal_update() -> None:
    """Normal prior, normal readings of known spread: precision adds (textbook)."""
    readings: list[Observation] = [
        Reading("outer", 20.0, (20.15,)),
        Reading("outer", 40.0, (40.13, 40.15)),
        Reading("inner", 10.0, (9.85, 9.87, 9.83)),
    ]
    learnt = learn(PROCESS, readings, wrong=0.0)
    sigma = learnt.errors.sigma
    for face, mean, sd in (("outer", 0.03, 0.05), ("inner", -0.05, 0.06)):
        own = [one for one in readings if isinstance(one, Reading) and one.face == face]
        precision, weighted = 1 / sd**2, mean / sd**2
        for one in own:
            variance = sigma**2 / 2 + (CALIPER_MM / 2) ** 2 / len(one.measured_mm)
            precision += 1 / variance
            weighted += one.error_mm / variance
        assert getattr(learnt.errors, face) == pytest.approx(weighted / precision, abs=2e-4)
        assert getattr(learnt.errors, f"{face}_sd") == pytest.approx(precision**-0.5, rel=0.05)


def test_felt_results_say_nothing_of_outer_and_inner_apart() -> None:
    learnt = learn(PROCESS, [FeltResult(0.3, "snug"), FeltResult(0.25, "snug")])
    moved_outer = learnt.errors.outer - PROCESS.errors.outer
    moved_inner = learnt.errors.inner - PROCESS.errors.inner
    assert moved_outer > 0 > moved_inner
    # each gives way as its own prior is uncertain: 0.06² to 0.05²
    assert -moved_inner / moved_outer == pytest.approx(0.06**2 / 0.05**2, rel=0.05)
    assert learnt.bias_sd_mm < math.hypot(0.05, 0.06)


def two_gauges(printer: StandIn, process: Process) -> list[Observation]:
    """A peg-and-hole ladder of eight steps and a caliper block."""
    seen: list[Observation] = [
        FeltResult(float(gap), printer.felt(float(gap))) for gap in np.linspace(0.05, 0.45, 8)
    ]
    for size in (20.0, 30.0, 40.0):
        seen.append(Reading("outer", size, printer.measured("outer", size)))
    for size in (8.0, 12.0, 16.0):
        seen.append(Reading("inner", size, printer.measured("inner", size)))
    return seen


def test_two_gauges_find_the_hidden_truth_of_two_hundred_printers() -> None:
    held, near = 0, []
    for seed in range(200):
        printer = StandIn(PROCESS, seed)
        learnt = learn(PROCESS, two_gauges(printer, PROCESS))
        true_bias = printer.truth.inner - printer.truth.outer
        bias = learnt.errors.inner - learnt.errors.outer
        held += abs(bias - true_bias) <= 1.96 * learnt.bias_sd_mm
        taught = PROCESS.model_copy(update={"errors": learnt.errors})
        ideal = PROCESS.bands["slide"].middle - true_bias
        near.append(abs(propose_gap("slide", taught) - ideal))
    assert held >= 180  # the 95 % interval holds it in at least nine of ten
    assert np.percentile(near, 75) <= 0.03
    assert np.median(near) <= 0.02


def test_one_wrong_entry_does_not_drag_the_result_along() -> None:
    printer = StandIn(PROCESS, 7)
    seen = two_gauges(printer, PROCESS)
    before = learn(PROCESS, seen)
    slip = Reading("outer", 50.0, (49.2,))  # the wrong jaw read
    after = learn(PROCESS, [*seen, slip])
    assert abs(after.errors.outer - before.errors.outer) < 0.01
    assert after.doubtful == (len(seen),)
    trusting = learn(PROCESS, [*seen, slip], wrong=0.0)
    assert abs(trusting.errors.outer - before.errors.outer) > 0.03


def test_a_taught_process_is_surer_of_its_feel() -> None:
    printer = StandIn(PROCESS, 3)
    learnt = learn(PROCESS, two_gauges(printer, PROCESS))
    taught = PROCESS.model_copy(update={"errors": learnt.errors})
    before = chance_of("slide", forecast(propose_gap("slide", PROCESS), PROCESS), PROCESS)
    after = chance_of("slide", forecast(propose_gap("slide", taught), taught), taught)
    assert after > before


def test_limits_are_updated_in_closed_form() -> None:
    mean, sd = updated_limit(45.0, 8.0, 55.0, 60.0)
    spread = 5 / math.sqrt(12)  # a value somewhere in a step of 5°
    precision = 1 / 64 + 1 / spread**2
    assert mean == pytest.approx((45 / 64 + 57.5 / spread**2) / precision)
    assert sd == pytest.approx(precision**-0.5)
    assert updated_limit(45.0, 8.0, 70.0, None) == (70.0, 8.0)
    assert updated_limit(45.0, 8.0, 40.0, None) == (45.0, 8.0)


def test_impossible_and_contradictory_entries_are_questioned() -> None:
    told = doubts(
        PROCESS,
        [
            Reading("outer", 20.0, (0.79,)),
            Reading("inner", 8.0, (7.9, 8.4)),
            FeltResult(0.2, "sliding"),
            FeltResult(0.3, "tight"),
        ],
    )
    assert len(told) == 3
    assert "inches" in told[0] and "differ by 0.50 mm" in told[1] and "felt tight" in told[2]
    assert doubts(PROCESS, [FeltResult(0.2, "snug"), FeltResult(0.3, "sliding")]) == []


def test_the_stand_in_is_the_same_for_the_same_seed() -> None:
    one, other = StandIn(PROCESS, 5), StandIn(PROCESS, 5)
    assert one.truth == other.truth
    assert one.measured("outer", 20.0) == other.measured("outer", 20.0)
    assert [one.felt(0.2) for _ in range(5)] == [other.felt(0.2) for _ in range(5)]
