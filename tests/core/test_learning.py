"""What gauges teach, against closed forms and against printers whose truth is known."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from core.printing.stand_in import StandIn
from core.process import Process, propose_gap
from core.process.forecast import chance_of, forecast
from core.process.learning import (
    CALIPER_MM,
    FeltResult,
    Observation,
    Reading,
    doubts,
    felt_edges,
    learn,
    updated_limit,
)
from tests.covering import WHOLE

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
    sharp = PROCESS.model_copy(update={"errors": PROCESS.errors.model_copy(update={"sigma": 1e-9})})
    for process, share in ((sharp, 0.0), (PROCESS, 0.6)):
        learnt = learn(process, readings, wrong=0.0, share=share)
        # the spread is not known either: where it counts, it is taken as it was found
        sigma = learnt.errors.sigma
        for face, mean, sd in (("outer", 0.03, 0.05), ("inner", -0.05, 0.06)):
            own = [one for one in readings if isinstance(one, Reading) and one.face == face]
            each = [
                sigma**2 * (1 - share) / 2 + (CALIPER_MM / 2) ** 2 / len(one.measured_mm)
                for one in own
            ]
            within = 1 / sum(1 / v for v in each)
            off = sum(one.error_mm / v for one, v in zip(own, each, strict=True)) * within
            variance = within + sigma**2 * share / 2  # what the print has in common stays
            precision = 1 / sd**2 + 1 / variance
            expected = (mean / sd**2 + off / variance) / precision
            assert getattr(learnt.errors, face) == pytest.approx(expected, abs=1.5e-3)
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
    """A peg-and-hole ladder of eight steps and a caliper block, each a print of its own."""
    seen: list[Observation] = [
        FeltResult(float(gap), printer.felt(float(gap)), "ladder")
        for gap in np.linspace(0.05, 0.45, 8)
    ]
    printer.next_print()
    for size in (20.0, 30.0, 40.0):
        seen.append(Reading("outer", size, printer.measured("outer", size), "block"))
    for size in (8.0, 12.0, 16.0):
        seen.append(Reading("inner", size, printer.measured("inner", size), "block"))
    return seen


def with_errors(process: Process, **errors: float) -> Process:
    return process.model_copy(update={"errors": process.errors.model_copy(update=errors)})


def test_many_makers_whose_prints_err_as_a_whole_or_face_by_face() -> None:
    """The 95 % interval holds the truth, and the promised chance of a slide comes."""
    held, near, off = [], [], {}
    for shared in (0.0, 0.5, 1.0):
        promised, came = [], []
        for seed in range(134 if WHOLE else 40):
            printer = StandIn(PROCESS, seed, shared)
            learnt = learn(PROCESS, two_gauges(printer, PROCESS))
            truth = printer.truth
            bias = learnt.errors.inner - learnt.errors.outer
            held.append(abs(bias - truth.inner + truth.outer) <= 1.96 * learnt.bias_sd_mm)
            taught = PROCESS.model_copy(update={"errors": learnt.errors})
            gap = propose_gap("slide", taught)
            near.append(abs(gap - PROCESS.bands["slide"].middle + truth.inner - truth.outer))
            promised.append(chance_of("slide", forecast(gap, taught), taught))
            true = with_errors(PROCESS, outer=truth.outer, inner=truth.inner, outer_sd=0.0,
                               inner_sd=0.0, sigma=truth.sigma)  # fmt: skip
            came.append(chance_of("slide", forecast(gap, true), true))
        off[shared] = float(np.mean(promised) - np.mean(came))
    assert 0.92 <= np.mean(held) <= 0.98
    assert all(abs(points) <= 0.04 for points in off.values()), off
    assert np.median(near) <= 0.025


def test_more_entries_of_one_print_tell_less_than_another_print() -> None:
    one = [Reading("outer", 20.0 + i, (20.14 + i,), "a") for i in range(8)]
    two = [Reading("outer", 20.0 + i, (20.14 + i,), "ab"[i % 2]) for i in range(8)]
    alone, apart = learn(PROCESS, one).errors, learn(PROCESS, two).errors
    assert apart.outer_sd < alone.outer_sd < PROCESS.errors.outer_sd
    assert alone.shared > PROCESS.errors.shared  # eight alike say that the print errs as a whole


def test_a_result_entered_twice_counts_once_and_is_asked_about() -> None:
    printer = StandIn(PROCESS, 11)
    seen = two_gauges(printer, PROCESS)
    again = [replace(one, print=f"{one.print} again") for one in seen]
    once, twice = learn(PROCESS, seen), learn(PROCESS, [*seen, *again])
    assert twice.errors == once.errors and twice.used == once.used
    assert set(twice.repeated) == {"ladder again", "block again"}
    assert sum("entered twice" in words for words in doubts(PROCESS, [*seen, *again])) == 2
    assert learn(PROCESS, seen).repeated == ()


def test_edges_of_the_bands_part_the_ways_to_feel() -> None:
    """A felt result moves the bias towards its own band, from either side."""
    sure = {"outer_sd": 0.05, "inner_sd": 0.05, "outer": 0.0, "inner": 0.0}
    process = with_errors(PROCESS, **sure)
    edges = felt_edges(process)
    assert edges == [-0.08, 0.02, 0.12, 0.25]
    for step, (felt, low, high) in enumerate(
        zip(("tight", "snug", "sliding"), edges, edges[1:], strict=False)
    ):
        middle = (low + high) / 2
        biases = [
            (e := learn(process, [FeltResult(middle + shift, felt)]).errors).inner - e.outer
            for shift in (-0.1, 0.0, 0.1)
        ]
        assert biases[0] > 0.01 > abs(biases[1]) < 0.01 and biases[2] < -0.01, (step, biases)


def test_felt_results_tie_outer_and_inner_together() -> None:
    """Only their difference is known: the sum is as open as before, so both go up together."""
    errors = learn(PROCESS, [FeltResult(0.2, "snug", str(n)) for n in range(6)]).errors
    assert errors.together > 0.5 * errors.outer_sd * errors.inner_sd
    apart = errors.outer_sd**2 + errors.inner_sd**2 - 2 * errors.together
    total = errors.outer_sd**2 + errors.inner_sd**2 + 2 * errors.together
    assert apart < 0.4 * total
    # a forecast uses it: with the sign turned it would be far wider
    taught = PROCESS.model_copy(update={"errors": errors})
    assert forecast(0.2, taught).sd_mm == pytest.approx(math.hypot(apart**0.5, errors.sigma))


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


def test_entries_that_agree_with_a_large_error_are_no_slips() -> None:
    """Pegs 0.1 too large and holes 0.1 too small: a gap of 0.45 comes out 0.25 and just slides."""
    edges = felt_edges(PROCESS)
    seen: list[Observation] = [
        Reading("outer", size, (size + 0.2,), "block") for size in (20.0, 30.0, 40.0)
    ]
    seen += [Reading("inner", size, (size - 0.2,), "block") for size in (8.0, 12.0, 16.0)]
    for step in range(8):
        gap = 0.06 + 0.06 * step
        feels = ("fused", "tight", "snug", "sliding", "loose")
        seen.append(FeltResult(gap, feels[int(np.searchsorted(edges, gap - 0.2))], "ladder"))
    learnt = learn(PROCESS, seen)
    assert learnt.doubtful == ()
    assert learnt.errors.inner - learnt.errors.outer == pytest.approx(-0.2, abs=0.04)
    fused = FeltResult(0.45, "fused", "other")
    assert learn(PROCESS, [*seen, fused]).doubtful == (len(seen),)


def test_with_nothing_in_common_it_matters_not_which_print_an_entry_is_of() -> None:
    printer = StandIn(PROCESS, 4)
    seen = two_gauges(printer, PROCESS)
    one = learn(PROCESS, [replace(entry, print="all") for entry in seen], share=0.0).errors
    each = learn(PROCESS, seen, share=0.0).errors
    assert one.model_dump() == pytest.approx(each.model_dump(), abs=1e-6)
