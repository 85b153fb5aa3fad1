"""Parts that several fits hold: whether what they hold comes together, moved as the fits let it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise, product

import numpy as np
import scipy
from numpy.typing import NDArray

from core.checks.moving import moved_along, turn_and_shift
from core.fits import FITS
from core.project.results import FitResult, Solution
from core.solids import Frame

Matrix = NDArray[np.float64]
Points = NDArray[np.float64]
QUARTERS = (0.0, 90.0, 180.0, 270.0)  # from which turns are looked for
STARTS = 4  # of those, from which it lies nearest already
TRIES = 50
NEAR_MM = 1e-6  # closer it need not be brought


@dataclass(frozen=True)
class Link:
    """A fit as one goes over it from part to part, from its first to its second or back."""

    fit: FitResult
    forward: bool

    @property
    def turns(self) -> tuple[bool, ...]:
        """What the fit lets go: for each, whether it is a turn in degrees, else a way in mm or a
        share of a track."""
        motion = self.fit.meeting.motion if self.fit.meeting else None
        if motion is None:
            return (True,) if self._about else ()
        along = motion.way in ("turn", "screw")
        # what is round and slides turns as well
        round_too = motion.way == "slide" and FITS[self.fit.fit.kind].turns(self.fit.words)
        return (*(() if self._sits else (along,)), *((True,) if round_too else ()))

    @property
    def _sits(self) -> bool:
        """Whether it belongs home: it is not drawn out to suit others."""
        return FITS[self.fit.fit.kind].sits

    @property
    def _about(self) -> Frame | None:
        """The axis that what does not move on its own may be turned about: one screw, a bearing."""
        meeting = self.fit.meeting
        if meeting is None or meeting.motion or not meeting.apart:
            return None
        round_ = FITS[self.fit.fit.kind].turns(self.fit.words)
        return meeting.apart.axis if round_ and meeting.apart.way == "slide" else None

    def pose(self, moved: Points) -> Matrix:
        """The (4, 4) pose of the part it leads to in the one it comes from, so far moved."""
        assert self.fit.meeting is not None
        motion = self.fit.meeting.motion
        pose = np.vstack([self.fit.meeting.pose.matrix, [0.0, 0.0, 0.0, 1.0]])
        if motion is not None and len(moved):
            if not self._sits:
                along = float(moved[0])
                if motion.way in ("slide", "track"):  # no further than its way goes
                    along = min(max(along, motion.low), motion.high)
                pose = moved_along(motion, along) @ pose
            if self._sits or len(moved) > 1:
                pose = turn_and_shift(motion.axis, float(moved[-1]), 0.0) @ pose
        if self._about and len(moved):
            pose = turn_and_shift(self._about, float(moved[-1]), 0.0) @ pose
        return np.asarray(pose if self.forward else np.linalg.inv(pose))


def held_before(solution: Solution, name: str) -> tuple[Link, ...]:
    """The fewest fits before a fit that hold its second part in its first; none where none do.
    Teeth in mesh hold nothing in its place.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> solved = solve(begun("clip_box"))
    >>> [link.fit.fit.name for link in held_before(solved, "catch")]
    ['hinge']
    >>> held_before(solved, "hinge")
    ()
    """
    start, end = solution.fits[name].fit.parts
    found: dict[str, tuple[Link, ...]] = {start: ()}
    waiting = [start]
    before = list(solution.fits)[: list(solution.fits).index(name)]
    links = [solution.fits[one] for one in before if _holds(solution.fits[one])]
    while waiting and end not in found:
        here = waiting.pop(0)
        for fit in links:
            a, b = fit.fit.parts
            for come, go, forward in ((a, b, True), (b, a, False)):
                if come == here and go not in found:
                    found[go] = (*found[here], Link(fit, forward))
                    waiting.append(go)
    return found.get(end, ())


def _holds(fit: FitResult) -> bool:
    motion = fit.meeting.motion if fit.meeting else None
    return fit.meeting is not None and (motion is None or motion.mate is None)


def off_by(links: Sequence[Link], own: Link, points: Points, enough_mm: float = NEAR_MM) -> float:
    """How far the worst of some points (n, 3) of a part, mm, lies from where a fit wants it when
    others hold it, all of them moved as far as brings it nearest; brought nearer than ``enough_mm``
    it is not brought nearer still.

    Turns are looked for from every quarter, as what is held may lie folded open or shut.
    """
    every = (*links, own)
    bounds = np.cumsum([0, *(len(link.turns) for link in every)])
    turns = [turn for link in every for turn in link.turns]
    wide = np.column_stack([points, np.ones(len(points))])

    def apart(moved: Points) -> Points:
        each = [moved[a:b] for a, b in pairwise(bounds)]
        held = np.eye(4)
        for link, its in zip(links, each, strict=False):
            held = held @ link.pose(its)
        return np.asarray(((held - own.pose(each[-1])) @ wide.T)[:3])

    def flat(moved: Points) -> Points:
        return apart(moved).ravel()

    def worst(moved: Points) -> float:
        return float(np.linalg.norm(apart(moved), axis=0).max())

    least = np.inf
    for start in sorted(_starts(turns), key=worst)[:STARTS]:
        least = min(least, worst(start))
        if len(start) and least > enough_mm:
            found = scipy.optimize.least_squares(
                flat, start, x_scale="jac", ftol=1e-6, max_nfev=TRIES
            )
            least = min(least, worst(found.x))
        if least <= enough_mm:
            break
    return least


def _starts(turns: Sequence[bool]) -> list[Points]:
    """Where to look from: the first two turns at every quarter, everything else unmoved."""
    free = [at for at, turn in enumerate(turns) if turn][:2]
    starts = []
    for quarters in product(QUARTERS, repeat=len(free)):
        start = np.zeros(len(turns))
        start[free] = quarters
        starts.append(start)
    return starts
