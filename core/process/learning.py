"""What gauges and prints teach about a process: errors of outer and inner faces, and their spread.

The unknowns are the error of outer faces, that of inner faces (mm per side), and the spread from
one print to the next. Before anything is printed they have the process' own priors. A caliper
reading is linear in them; a felt result says between which edges of the feel bands the printed gap
fell (an ordered category). The most probable values and their covariance (Laplace's approximation)
are found with SciPy. One entry in twenty is taken for possibly wrong, so that a single slip does
not drag the result along.

Sources: Bayes' rule with normal priors; ordered probit for felt results (textbook statistics, no
single source). Repeat error of a caliper 0.02 mm on the reading: common practice, no source.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import minimize
from scipy.special import log_ndtr, ndtr, ndtri

from core.process.forecast import bias_mm
from core.process.model import Errors, Process

Felt = Literal["fused", "tight", "snug", "sliding", "loose"]
FELT: tuple[Felt, ...] = ("fused", "tight", "snug", "sliding", "loose")
Face = Literal["outer", "inner"]

CALIPER_MM = 0.02  # repeat error of one reading
WRONG = 0.05  # the share of entries that may be slips
WIDE_MM = 0.5  # how far off a slip of the caliper may be
SIGMA_SD = 0.4  # how sure the spread is beforehand, in its logarithm
LEAST_SIGMA = 0.005


@dataclass(frozen=True)
class Reading:
    """Caliper readings of one printed size: across, mm, as many as were taken."""

    face: Face
    designed_mm: float
    measured_mm: tuple[float, ...]

    @property
    def error_mm(self) -> float:
        """By how much the mean reading differs, per side: more for an outer face grown."""
        return (float(np.mean(self.measured_mm)) - self.designed_mm) / 2


@dataclass(frozen=True)
class FeltResult:
    """How a pair of faces with a designed gap per side felt."""

    gap_mm: float
    felt: Felt


Observation = Reading | FeltResult


@dataclass(frozen=True)
class Learnt:
    """The errors as known now."""

    errors: Errors
    used: int
    doubtful: tuple[int, ...]  # observations that look like slips, by index

    @property
    def bias_sd_mm(self) -> float:
        """How sure the bias b_in - b_out is, one standard deviation, mm."""
        known = self.errors
        return math.sqrt(max(known.outer_sd**2 + known.inner_sd**2 - 2 * known.together, 0.0))


def felt_edges(process: Process) -> list[float]:
    """The printed gaps, mm per side, between fused, tight, snug, sliding and loose."""
    bands = process.bands
    return [bands["press"].low, bands["press"].high, bands["snug"].high, bands["slide"].high]


def learn(process: Process, seen: Sequence[Observation], wrong: float = WRONG) -> Learnt:
    """The errors of a process after some observations.

    Args:
        process: its ``errors`` are what was known before.
        wrong: the share of entries that may be slips; nought trusts every one.
    """
    prior = process.errors
    start = np.array([prior.outer, prior.inner, math.log(prior.sigma)])
    known = _known(prior)
    precision = np.linalg.inv(known)
    every = _Seen(seen, process)

    def cost(at: NDArray[np.float64], slips: float = wrong) -> float:
        off = at - start
        total = float(off @ precision @ off) / 2
        return total - every.log_likelihood(at, slips)

    if not seen:
        return Learnt(prior, 0, ())
    # an entry far off can be believed or taken for a slip: both are tried from their own side
    trusting = _least(lambda at: cost(at, 0.0), start)
    found = min((_least(cost, start), _least(cost, trusting)), key=cost)
    covariance = np.linalg.pinv(_curvature(cost, found))
    outer_sd, inner_sd = (float(math.sqrt(max(covariance[i, i], 1e-10))) for i in (0, 1))
    return Learnt(
        Errors(
            outer=float(found[0]), outer_sd=outer_sd, inner=float(found[1]), inner_sd=inner_sd,
            sigma=max(float(math.exp(found[2])), LEAST_SIGMA), together=float(covariance[0, 1]),
        ),
        len(seen),
        every.doubtful(found, wrong),
    )  # fmt: skip


def _least(
    cost: Callable[[NDArray[np.float64]], float], start: NDArray[np.float64]
) -> NDArray[np.float64]:
    found = minimize(
        cost, start, method="Nelder-Mead", options={"xatol": 1e-5, "fatol": 1e-7, "maxiter": 4000}
    )
    return np.asarray(found.x)


def _known(errors: Errors) -> NDArray[np.float64]:
    """The covariance (3, 3) of outer, inner and the logarithm of the spread before."""
    outer, inner = max(errors.outer_sd, 1e-6), max(errors.inner_sd, 1e-6)
    together = float(np.clip(errors.together, -0.999 * outer * inner, 0.999 * outer * inner))
    return np.array([[outer**2, together, 0], [together, inner**2, 0], [0, 0, SIGMA_SD**2]])


class _Seen:
    """Observations as arrays, felt results and readings apart, to be judged at once."""

    def __init__(self, seen: Sequence[Observation], process: Process) -> None:
        edges = np.array([-np.inf, *felt_edges(process), np.inf])
        self.felt_at = [i for i, one in enumerate(seen) if isinstance(one, FeltResult)]
        self.read_at = [i for i, one in enumerate(seen) if isinstance(one, Reading)]
        felt = [one for one in seen if isinstance(one, FeltResult)]
        read = [one for one in seen if isinstance(one, Reading)]
        self.gap = np.array([one.gap_mm for one in felt])
        step = np.array([FELT.index(one.felt) for one in felt], dtype=np.int64)
        self.low, self.high = edges[step], edges[step + 1]
        self.off = np.array([one.error_mm for one in read])
        self.outer = np.array([one.face == "outer" for one in read], dtype=bool)
        self.repeat = np.array([(CALIPER_MM / 2) ** 2 / len(one.measured_mm) for one in read])

    def logs(
        self, at: NDArray[np.float64]
    ) -> tuple[NDArray[np.float64], NDArray[np.float64], float, float]:
        """The logarithms of how likely each is with errors and log spread ``at``: felt results,
        readings, and either as a slip."""
        outer, inner, sigma = float(at[0]), float(at[1]), math.exp(float(at[2]))
        mean = self.gap + inner - outer
        low, high = (self.low - mean) / sigma, (self.high - mean) / sigma
        # a far tail is taken from the other side, where it is not lost to rounding
        turned = low > 0
        low, high = np.where(turned, -high, low), np.where(turned, -low, high)
        top = log_ndtr(high)
        felt = top + np.log1p(-np.exp(np.minimum(log_ndtr(low) - top, -1e-15)))
        # half the spread of a gap's square falls to each of its two faces
        sd = np.sqrt(sigma**2 / 2 + self.repeat)
        off = self.off - np.where(self.outer, outer, inner)
        read = -((off / sd) ** 2) / 2 - np.log(sd * math.sqrt(2 * math.pi))
        return np.maximum(felt, -700.0), read, -math.log(len(FELT)), -math.log(2 * WIDE_MM)

    def log_likelihood(self, at: NDArray[np.float64], slips: float) -> float:
        """How likely all of them are, its logarithm."""
        felt, read, felt_slip, read_slip = self.logs(at)
        if slips <= 0:
            return float(felt.sum() + read.sum())
        keep, slip = math.log1p(-slips), math.log(slips)
        return float(
            np.logaddexp(keep + felt, slip + felt_slip).sum()
            + np.logaddexp(keep + read, slip + read_slip).sum()
        )

    def doubtful(self, at: NDArray[np.float64], slips: float) -> tuple[int, ...]:
        """Those that are more likely slips than not, by index."""
        if slips <= 0:
            return ()
        felt, read, felt_slip, read_slip = self.logs(at)
        odds = math.log(slips) - math.log1p(-slips)
        found = [self.felt_at[i] for i in np.flatnonzero(odds + felt_slip > felt)]
        return tuple(
            sorted(found + [self.read_at[i] for i in np.flatnonzero(odds + read_slip > read)])
        )


def _curvature(
    cost: Callable[[NDArray[np.float64]], float], at: NDArray[np.float64]
) -> NDArray[np.float64]:
    """The second derivatives (3, 3) of the cost at its least, by differences."""
    step = np.array([2e-3, 2e-3, 2e-2])
    found = np.zeros((3, 3))
    for i in range(3):
        for j in range(i, 3):
            a, b = np.zeros(3), np.zeros(3)
            a[i], b[j] = step[i], step[j]
            value = cost(at + a + b) - cost(at + a - b) - cost(at - a + b) + cost(at - a - b)
            found[i, j] = found[j, i] = value / (4 * step[i] * step[j])
    # keep it a hill: directions the data say nothing of keep a wide spread
    values, vectors = np.linalg.eigh(found)
    return np.asarray(vectors @ np.diag(np.maximum(values, 1e-2)) @ vectors.T)


def updated_limit(
    mean: float, sd: float, clean_to: float, fails_at: float | None
) -> tuple[float, float]:
    """A limit (steepest clean angle, longest clean bridge) after one gauge: mean and deviation.

    The truth lies between the last clean step and the first that failed; where none failed, it is
    at least the last clean one and the estimate only ever rises. Closed-form normal update.
    """
    if fails_at is None:
        return (mean, sd) if mean >= clean_to else (clean_to, sd)
    value, spread = (clean_to + fails_at) / 2, max((fails_at - clean_to) / math.sqrt(12), 0.3)
    weight = sd**2 / (sd**2 + spread**2)
    return mean + weight * (value - mean), sd * math.sqrt(1 - weight)


def doubts(process: Process, seen: Sequence[Observation]) -> list[str]:
    """What is impossible or contradicts itself: questioned, never refused."""
    told: list[str] = []
    for one in seen:
        if isinstance(one, Reading):
            off = one.error_mm * 2
            if abs(off) > 1.0:
                told.append(
                    f"{one.designed_mm:g} mm read as {np.mean(one.measured_mm):g} mm is "
                    f"{abs(off):.2f} mm off: was another size measured, or in inches?"
                )
            if len(one.measured_mm) > 1 and np.ptp(one.measured_mm) > 10 * CALIPER_MM:
                told.append(
                    f"the readings of {one.designed_mm:g} mm differ by {np.ptp(one.measured_mm):.2f} mm"
                )
    felt = sorted((one for one in seen if isinstance(one, FeltResult)), key=lambda one: one.gap_mm)
    for narrow, wide in itertools.pairwise(felt):
        if FELT.index(wide.felt) < FELT.index(narrow.felt) and wide.gap_mm > narrow.gap_mm:
            told.append(
                f"{wide.gap_mm:g} mm a side felt {wide.felt}, yet the narrower "
                f"{narrow.gap_mm:g} mm felt {narrow.felt}"
            )
    return told


def settled(process: Process, seen: Sequence[tuple[Face | None, float]], repeats: int = 3) -> float:
    """The share, 0 to 1, of the variance of a forecast gap that a gauge would take away.

    For sizes read with a caliper, by the normal update in closed form; for gaps judged by feel, by
    the Fisher information of the ordered categories, averaged over what the bias may be.

    Args:
        seen: per step of the gauge its face and size, or None and its gap per side, mm.
    """
    errors = process.errors
    known = _known(errors)[:2, :2]
    apart = np.array([-1.0, 1.0])  # b_in - b_out
    open_mm2 = float(apart @ known @ apart)
    reads = [face for face, _ in seen if face is not None]
    gaps = np.array([gap for face, gap in seen if face is None])
    left = open_mm2
    if reads:
        noise = errors.sigma**2 / 2 + (CALIPER_MM / 2) ** 2 / repeats
        precision = np.linalg.inv(known)
        precision[0, 0] += reads.count("outer") / noise
        precision[1, 1] += reads.count("inner") / noise
        left = float(apart @ np.linalg.inv(precision) @ apart)
    if len(gaps):
        edges = np.array([-np.inf, *felt_edges(process), np.inf])
        places = bias_mm(process) + math.sqrt(open_mm2) * ndtri((np.arange(9) + 0.5) / 9)
        informed = [_information(gaps + bias, edges, errors.sigma) for bias in places]
        left = float(np.mean([1 / (1 / left + found) for found in informed]))
    return (open_mm2 - left) / (open_mm2 + errors.sigma**2)


def _information(means: NDArray[np.float64], edges: NDArray[np.float64], sigma: float) -> float:
    """The Fisher information of felt results about the bias, 1/mm²: Σ (dP/dµ)² / P."""
    at = (edges[None, :] - means[:, None]) / sigma
    chances = np.diff(ndtr(at), axis=1)
    slopes = -np.diff(np.exp(-(at**2) / 2), axis=1) / (sigma * math.sqrt(2 * math.pi))
    return float((slopes**2 / np.maximum(chances, 1e-9)).sum())
