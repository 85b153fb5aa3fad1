"""Where every part sits in the finished thing: each fit gives the pose of its second part."""

from __future__ import annotations

from collections import defaultdict

import numpy as np
from numpy.typing import NDArray

from core.project.print_groups import inverse, joined
from core.project.results import Solution

Matrix = NDArray[np.float64]


def assembled_poses(solution: Solution) -> dict[str, Matrix]:
    """The (3, 4) pose of every part. Parts that no fit joins to the first stay where they were
    drawn; a bought thing sits in the part it is put into.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> sorted(assembled_poses(solve(begun("lidded_box"))))
    ['base', 'lid']
    """
    links = _links(solution)
    found: dict[str, Matrix] = {}
    for name in solution.parts:
        if name not in found:
            _follow(links, name, found)
    for name, part in solution.parts.items():
        if part.part.bought and part.part.inside in found:
            found[name] = found[part.part.inside]
    return found


def held_by_others(solution: Solution, fit: str) -> Matrix | None:
    """The (3, 4) pose of a fit's second part in its first, as other fits have it; None where none
    of them joins the two.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> held_by_others(solve(begun("lidded_box")), "slip") is None
    True
    """
    a, b = solution.fits[fit].fit.parts
    return _between(_links(solution, without=fit), a, b)


def held_in(solution: Solution, a: str, b: str) -> Matrix | None:
    """The (3, 4) pose of a part in another, as fits have it; None where none joins the two.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> held_in(solve(begun("lidded_box")), "base", "lid").shape
    (3, 4)
    """
    return _between(_links(solution), a, b)


def _between(links: Links, a: str, b: str) -> Matrix | None:
    found: dict[str, Matrix] = {}
    _follow(links, a, found)
    return found.get(b)


Links = dict[str, list[tuple[str, Matrix]]]


def _links(solution: Solution, without: str = "") -> Links:
    """The parts that fits join to each part, and their poses in it."""
    links: Links = defaultdict(list)
    for name, fit in solution.fits.items():
        if fit.meeting is None or name == without:
            continue
        a, b = fit.fit.parts
        pose = fit.meeting.pose.matrix
        links[a].append((b, pose))
        links[b].append((a, inverse(pose)))
    return links


def _follow(links: Links, name: str, found: dict[str, Matrix]) -> None:
    """Puts a part where it was drawn, and all that hangs together with it round it."""
    found[name] = np.eye(3, 4)
    waiting = [name]
    while waiting:
        here = waiting.pop(0)
        for other, pose in links[here]:
            if other not in found:
                found[other] = joined(found[here], pose)
                waiting.append(other)
