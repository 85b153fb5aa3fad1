"""Parts that go onto the same one, such as trays on ledges one above the other, kept apart."""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Iterator

import numpy as np

from core.checks.check import Limit, ProjectCheck, register
from core.checks.finding import Finding
from core.project.assembly import Matrix, assembled_poses
from core.project.cache import MEASURED, content_key
from core.project.results import PartResult, Solution
from core.proof.gaps import shared_mm3

LEAST_MM3 = 0.02


@register
class Crowded(ProjectCheck):
    name = "crowded"
    asks = "Do parts that no fit joins run into each other once all is put together?"
    measures = (
        "The volume that two finished parts share as assembled, where both have a fit with a third."
    )
    limits = (Limit("none; 0.02 mm³ where faces rest on each other", "what facets allow"),)
    reading = "tightest gap"

    def look(self, solution: Solution) -> Iterable[Finding]:
        poses = assembled_poses(solution)
        for one, other, third in _neighbours(solution):
            shared, at = _shared(one, other, poses)
            both = f"{one.part.spoken} and {other.part.spoken}"
            if shared > LEAST_MM3:
                words = f"{both} run into each other by {shared:.4g} mm³ on {third}"
                yield Finding(
                    self.name, "stop", words, shared, 0.0, "mm³", at=at, part=one.part.name
                )
            else:
                words = f"{both} keep out of each other on {third}"
                yield Finding(self.name, "good", words, 0.0, 0.0, "mm³", part=one.part.name)


def _neighbours(solution: Solution) -> Iterator[tuple[PartResult, PartResult, str]]:
    """Pairs of parts that are fitted to the same third one but not to each other."""
    fits = [fit.fit.parts for fit in solution.fits.values() if fit.meeting is not None]
    joined = {frozenset(pair) for pair in fits}
    for one, other in itertools.combinations(solution.parts, 2):
        if frozenset((one, other)) in joined:
            continue
        thirds = [
            name
            for name in solution.parts
            if frozenset((one, name)) in joined and frozenset((other, name)) in joined
        ]
        a, b = solution.parts[one], solution.parts[other]
        if thirds and a.state.body is not None and b.state.body is not None:
            yield a, b, solution.parts[thirds[0]].part.spoken


def _shared(
    one: PartResult, other: PartResult, poses: dict[str, Matrix]
) -> tuple[float, tuple[float, float, float] | None]:
    """How much two parts share as assembled, mm³, and about where, in the first one's
    coordinates.
    """
    a, b = poses[one.part.name], poses[other.part.name]

    def measure() -> tuple[float, tuple[float, float, float] | None]:
        here, there = one.state.solid().solid.transform(a), other.state.solid().solid.transform(b)
        shared = shared_mm3(here, there)
        if shared <= LEAST_MM3:
            return shared, None
        box = np.array((here ^ there).bounding_box())
        x, y, z = (float(v) for v in a[:, :3].T @ ((box[:3] + box[3:]) / 2 - a[:, 3]))
        return shared, (x, y, z)

    key = content_key("crowded", one.state.key, other.state.key, a.tolist(), b.tolist())
    return MEASURED.get(key, measure)
