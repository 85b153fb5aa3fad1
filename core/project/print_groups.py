"""What comes off the printer as one piece of work: a part, or parts that are printed assembled."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from manifold3d import Manifold
from numpy.typing import NDArray

from core.project.results import PartResult, Solution
from core.solids import Body
from core.solids.stance import stance_matrix, standing

Matrix = NDArray[np.float64]  # (3, 4)


@dataclass(frozen=True)
class Printed:
    """Parts printed together; ``poses`` (3, 4) put each into the first one's coordinates.

    They stand as the first one stands.
    """

    parts: tuple[PartResult, ...]
    poses: tuple[Matrix, ...]

    @property
    def stance(self) -> str:
        """The face its first part stands on."""
        return self.parts[0].part.stance

    @property
    def key(self) -> str:
        """What the solid follows from."""
        told = [
            (p.state.key, pose.tobytes()) for p, pose in zip(self.parts, self.poses, strict=True)
        ]
        return repr(told)

    def solid(self) -> Body:
        """All of it as one body in the first part's coordinates, left in separate shells."""
        return self._whole

    @cached_property
    def _whole(self) -> Body:
        if len(self.parts) == 1:
            return self.parts[0].state.solid()
        bodies = [
            part.state.solid().moved(pose)
            for part, pose in zip(self.parts, self.poses, strict=True)
        ]
        sources = {key: source for body in bodies for key, source in body.sources.items()}
        return Body(Manifold.compose([body.solid for body in bodies]), sources)

    def standing(self) -> Body:
        """All of it as it stands on the bed."""
        return self._standing

    @cached_property
    def _standing(self) -> Body:
        return standing(self._whole, self.stance)

    def stances_for(self, down: NDArray[np.float64]) -> dict[str, NDArray[np.float64]]:
        """Per part, the direction in its own coordinates that points at the bed."""
        return {
            part.part.name: pose[:, :3].T @ down
            for part, pose in zip(self.parts, self.poses, strict=True)
        }

    def to_bed(self, name: str) -> Matrix:
        """The (3, 4) transform that stands one of the parts on the bed with the others."""
        return joined(self._stood, self.pose_of(name))

    @cached_property
    def _stood(self) -> Matrix:
        return stance_matrix(self._whole, self.stance)

    def pose_of(self, name: str) -> Matrix:
        """The (3, 4) transform from a part's coordinates to the first one's."""
        names = [part.part.name for part in self.parts]
        return self.poses[names.index(name)]

    def leads(self, name: str) -> bool:
        """Whether what is true of the whole is told with this part."""
        return self.parts[0].part.name == name


def printed_groups(solution: Solution) -> list[Printed]:
    """Every built and printed part once, those that are printed assembled together.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> [len(printed_groups(solve(begun(name)))) for name in ("lidded_box", "clip_box")]
    [2, 1]
    """
    made = {
        name: part
        for name, part in solution.parts.items()
        if not part.part.bought and part.state.body is not None
    }
    links: dict[str, list[tuple[str, Matrix]]] = {name: [] for name in made}
    for fit in solution.fits.values():
        a, b = fit.fit.parts
        together = fit.meeting is not None and fit.meeting.in_place
        if together and a in made and b in made:
            assert fit.meeting is not None
            pose = fit.meeting.pose.matrix
            links[a].append((b, pose))
            links[b].append((a, inverse(pose)))
    groups, seen = [], set()
    for name in made:
        if name in seen:
            continue
        found = {name: np.eye(3, 4)}
        queue = [name]
        for here in queue:
            for other, pose in links[here]:
                if other not in found:
                    found[other] = joined(found[here], pose)
                    queue.append(other)
        seen |= set(found)
        groups.append(Printed(tuple(made[one] for one in found), tuple(found.values())))
    return groups


def group_of(solution: Solution, name: str) -> Printed | None:
    """The printed group that a part belongs to; None where it has no solid."""
    for group in printed_groups(solution):
        if any(part.part.name == name for part in group.parts):
            return group
    return None


def joined(outer: Matrix, inner: Matrix) -> Matrix:
    """The transform (3, 4) that does ``inner`` first, then ``outer``.

    >>> shift = np.column_stack([np.eye(3), [0, 0, 5]])
    >>> joined(shift, shift)[:, 3].tolist()
    [0.0, 0.0, 10.0]
    """
    turn = outer[:, :3]
    return np.column_stack([turn @ inner[:, :3], turn @ inner[:, 3] + outer[:, 3]])


def inverse(pose: Matrix) -> Matrix:
    """The transform (3, 4) that takes a turn and move back.

    >>> shift = np.column_stack([np.eye(3), [0, 0, 5]])
    >>> inverse(shift)[:, 3].tolist()
    [0.0, 0.0, -5.0]
    """
    back = pose[:, :3].T
    return np.column_stack([back, -back @ pose[:, 3]])
