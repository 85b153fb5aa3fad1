"""The error model: forecasts against SciPy, a Monte Carlo and the values of common practice."""

from __future__ import annotations

import numpy as np
import pytest
from scipy.stats import norm

from core.process import FEELS, Errors, Process, forecast, propose_gap
from core.process.forecast import chance_of
from core.process.materials import MATERIALS


def test_proposals_before_any_gauge() -> None:
    # slide at about 0.27, print-in-place at about 0.43 (common practice, no source)
    assert propose_gap("slide", Process()) == pytest.approx(0.27, abs=0.006)
    assert propose_gap("print-in-place", Process()) == pytest.approx(0.43, abs=0.006)


@pytest.mark.parametrize("gap", [0.0, 0.12, 0.27, 0.5])
def test_forecast_agrees_with_scipy(gap: float) -> None:
    process = Process()
    mean = gap - 0.05 - 0.03
    sd = np.sqrt(0.05**2 + 0.06**2 + 0.04**2)
    found = forecast(gap, process)
    assert found.mean_mm == pytest.approx(mean) and found.sd_mm == pytest.approx(sd)
    edges = [-np.inf, -0.08, 0.02, 0.12, 0.25, 0.50, np.inf]
    wanted = np.diff(norm.cdf(edges, mean, sd))
    assert list(found.chances.values()) == pytest.approx(list(wanted), abs=1e-12)
    assert list(found.chances) == ["fused", "press", "snug", "slide", "free", "loose"]


def test_forecast_agrees_with_a_monte_carlo_of_a_hundred_thousand() -> None:
    process, gap, count = Process(), 0.27, 100_000
    rng = np.random.default_rng(7)
    e = process.errors
    printed = (
        gap
        + rng.normal(e.inner, e.inner_sd, count)
        - rng.normal(e.outer, e.outer_sd, count)
        + rng.normal(0, e.sigma, count)
    )
    limits = [process.bands["press"].low, *(process.bands[f].high for f in FEELS[:4])]
    names = np.array(["fused", *FEELS[:4], "loose"])
    outcomes = names[np.searchsorted(limits, printed, side="right")]
    for feel, chance in forecast(gap, process).chances.items():
        share = np.mean(outcomes == feel)
        assert share == pytest.approx(chance, abs=0.006), feel


@pytest.mark.parametrize("feel", FEELS)
def test_no_other_gap_is_likelier_to_feel_so(feel) -> None:
    process = Process(errors=Errors(outer=0.06, inner=-0.11))
    best = propose_gap(feel, process)
    chance = chance_of(feel, forecast(best, process), process)
    for other in (best - 0.03, best + 0.03):
        assert chance_of(feel, forecast(other, process), process) < chance


def test_filament_of_a_kilogram_of_pla() -> None:
    # Filament 1.75 mm: 1 kg of PLA is 335 m (arithmetic)
    area_cm2 = np.pi * 0.175**2 / 4
    assert 1000 / MATERIALS["PLA"].density_g_cm3 / area_cm2 / 100 == pytest.approx(335, abs=0.5)
