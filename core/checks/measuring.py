"""Everything measured on a solution: when it is asked for, or with a helper beside."""

from __future__ import annotations

import os
from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from functools import partial
from typing import Any, TypeVar

from core.checks.fit_measures import MeasuredFit, fit_to_measure
from core.checks.kept import SHARES, Kept, Later, as_asked
from core.checks.part_measures import Measured, part_to_measure
from core.project.cache import MEASURED
from core.project.helper import Errand, helped, remember, timed, worth_help
from core.project.print_groups import printed_groups
from core.project.results import Solution
from core.proof.walls import SPACING_MM

T = TypeVar("T")
LONG_S = 0.04  # what lasts longer is shared out
Joints = dict[str, Callable[[], MeasuredFit | None]]


def measure_all(
    solution: Solution, spacing_mm: float = SPACING_MM, later: Later = as_asked
) -> tuple[dict[str, Measured], Joints]:
    """Every part and fit of a solution, to be measured: nothing is waited for yet.

    Args:
        spacing_mm: between the places at which walls and slots are measured.
        later: has each piece measured when it is asked for, or before.
    """
    process, toy = solution.project.process, solution.project.use.toy
    groups = {part.part.name: group for group in printed_groups(solution) for part in group.parts}
    parts = {
        name: part_to_measure(part, process, groups.get(name), spacing_mm, later, toy)
        for name, part in solution.parts.items()
        if part.state.body is not None
    }
    fits = {
        name: fit_to_measure(
            fit,
            solution.parts[fit.fit.parts[0]].state,
            solution.parts[fit.fit.parts[1]].state,
            groups.get(fit.fit.parts[0]),
            later,
        )
        for name, fit in solution.fits.items()
    }
    return parts, fits


@contextmanager
def all_measured(
    solution: Solution, spacing_mm: float = SPACING_MM
) -> Iterator[tuple[dict[str, Measured], Joints]]:
    """Every part and fit of a solution, measured while it is asked for: with a helper where there
    is one and enough to do, else in threads. All of it is expected to be asked for."""
    wanted: list[Kept[Any]] = []
    answers: list[Callable[[], Any]] = []

    def later(kept: Kept[T]) -> Callable[[], T]:
        if kept.at_hand:
            return kept
        at = len(wanted)
        wanted.append(kept)
        return lambda: MEASURED.get(kept.key, lambda: answers[at]())

    parts, fits = measure_all(solution, spacing_mm, later)
    if worth_help([Errand(kept.about, kept.make) for kept in wanted]):
        with _by_two(wanted) as found:
            answers += found
            yield parts, fits
    else:
        # what sends rays lets others work meanwhile
        answers += [_WORKERS.submit(timed, kept.about, kept).result for kept in wanted]
        yield parts, fits


@contextmanager
def _by_two(wanted: Sequence[Kept[Any]]) -> Iterator[list[Callable[[], Any]]]:
    """What answers each, worked out here or by a helper: what lasts long in shares."""
    errands: list[Errand] = []
    places: list[range] = []
    for kept in wanted:
        whole = Errand(kept.about, kept.make)
        shared = kept.share is not None and whole.lasts_s > LONG_S
        places.append(range(len(errands), len(errands) + (SHARES if shared else 1)))
        if kept.share is not None and shared:
            errands += [
                Errand(f"{kept.about}, share {n}", partial(kept.share, n), whole.lasts_s / SHARES)
                for n in range(SHARES)
            ]
        else:
            errands.append(whole)

    def joined(kept: Kept[Any], place: range) -> Any:
        found = [answer(at) for at in place]
        if len(found) == 1 or kept.join is None:
            return found[0]
        remember(kept.about, sum(errands[at].lasts_s for at in place))
        return kept.join(found)

    with helped(errands) as answer:
        yield [partial(joined, kept, place) for kept, place in zip(wanted, places, strict=True)]


_WORKERS = ThreadPoolExecutor(max_workers=os.cpu_count() or 2, thread_name_prefix="measure")
