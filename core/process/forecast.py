"""From a designed gap to the gap that comes off the printer, and back from a feel.

Printed gap = designed gap + error of the inner feature - error of the outer one, each normal,
so the printed gap is normal too: mean g + b_in - b_out, variance s_in² + s_out² - 2 cov + sigma².
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from core.process.model import Feel, Process


@dataclass(frozen=True, slots=True)
class Forecast:
    """The printed gap per side in mm and the chance (0 to 1) of each outcome.

    ``chances`` runs fused, press, snug, slide, free, loose and sums to 1.
    """

    designed_mm: float
    mean_mm: float
    sd_mm: float
    chances: dict[str, float]


def normal_cdf(x: float) -> float:
    """The standard normal distribution function.

    >>> normal_cdf(0.0), round(normal_cdf(1.96), 4)
    (0.5, 0.975)
    """
    return 0.5 * math.erfc(-x / math.sqrt(2))


def bias_mm(process: Process) -> float:
    """What the process adds to a designed gap, per side in mm: b_in - b_out.

    >>> round(bias_mm(Process()), 3)
    -0.08
    """
    return process.errors.inner - process.errors.outer


def spread_mm(process: Process) -> float:
    """Standard deviation of the printed gap per side, in mm.

    >>> round(spread_mm(Process()), 4)
    0.0877
    """
    errors = process.errors
    apart = errors.inner_sd**2 + errors.outer_sd**2 - 2 * errors.together
    return math.sqrt(max(apart, 0.0) + errors.sigma**2)


def forecast(designed_mm: float, process: Process) -> Forecast:
    """What a designed gap will come out as.

    >>> f = forecast(0.265, Process())
    >>> round(f.mean_mm, 3), round(sum(f.chances.values()), 9)
    (0.185, 1.0)
    """
    mean, sd = designed_mm + bias_mm(process), spread_mm(process)
    bands = process.bands
    edges = [bands["press"].low, *(bands[feel].high for feel in _LADDER)]
    names = ["fused", *_LADDER, "loose"]
    below = [0.0, *(normal_cdf((edge - mean) / sd) for edge in edges), 1.0]
    chances = {name: below[i + 1] - below[i] for i, name in enumerate(names)}
    return Forecast(designed_mm, mean, sd, chances)


_LADDER: tuple[Feel, ...] = ("press", "snug", "slide", "free")


def propose_gap(feel: Feel, process: Process) -> float:
    """The designed gap per side, in mm to 0.01, that puts the band's middle most likely.

    >>> propose_gap("slide", Process()), propose_gap("print-in-place", Process())
    (0.27, 0.43)
    """
    exact = process.bands[feel].middle - bias_mm(process)
    return math.floor(exact * 100 + 0.5 + 1e-9) / 100


def chance_of(feel: Feel, result: Forecast, process: Process) -> float:
    """The chance (0 to 1) that the printed gap lands in a feel's own band.

    >>> p = Process()
    >>> round(chance_of("slide", forecast(propose_gap("slide", p), p), p), 2)
    0.54
    """
    band = process.bands[feel]
    return normal_cdf((band.high - result.mean_mm) / result.sd_mm) - normal_cdf(
        (band.low - result.mean_mm) / result.sd_mm
    )
