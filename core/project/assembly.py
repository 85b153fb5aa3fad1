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
    links: dict[str, list[tuple[str, Matrix]]] = defaultdict(list)
    for fit in solution.fits.values():
        if fit.meeting is None:
            continue
        a, b = fit.fit.parts
        pose = fit.meeting.pose.matrix
        links[a].append((b, pose))
        links[b].append((a, inverse(pose)))
    found: dict[str, Matrix] = {}
    for name in solution.parts:
        if name in found:
            continue
        found[name] = np.eye(3, 4)
        waiting = [name]
        while waiting:
            here = waiting.pop(0)
            for other, pose in links[here]:
                if other not in found:
                    found[other] = joined(found[here], pose)
                    waiting.append(other)
    for name, part in solution.parts.items():
        if part.part.bought and part.part.inside in found:
            found[name] = found[part.part.inside]
    return found
