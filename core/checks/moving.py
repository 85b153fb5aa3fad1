"""A fit set in motion: part b's poses along its way, tried on the finished solids."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.checks.finished import mesh_of
from core.fits.registry import Motion
from core.project.cache import MEASURED, content_key
from core.project.results import FitResult
from core.proof.motion import Sweep, first_contact, sweep
from core.solids import Frame
from core.steps import PartState

POSES = 40
Matrix = NDArray[np.float64]


def carried_along(motion: Motion, at: float) -> Matrix | None:
    """The (4, 4) move of part a itself at a place on the way; None where it stays."""
    return turn_and_shift(motion.axis, at, 0.0) if motion.mate else None


def moved_along(motion: Motion, at: float) -> Matrix:
    """The (4, 4) move, in part a's coordinates, from the assembled position to a place."""
    if motion.mate:
        own = turn_and_shift(motion.mate, motion.ratio * at, at / 360 * motion.lead_mm)
        return np.asarray(np.linalg.inv(turn_and_shift(motion.axis, at, 0.0)) @ own)
    if motion.way == "slide":
        return turn_and_shift(motion.axis, 0.0, at)
    if motion.way == "screw":
        return turn_and_shift(motion.axis, at, at / 360 * motion.lead_mm)
    if motion.way == "track":
        turn, along = _on_track(motion, at)
        return turn_and_shift(motion.axis, turn, along)
    return turn_and_shift(motion.axis, at, 0.0)


def turn_and_shift(axis: Frame, turn_deg: float, along_mm: float) -> Matrix:
    """A turn about an axis and a shift along it, as a (4, 4) matrix.

    >>> np.round(turn_and_shift(Frame(), 90, 5) @ [1, 0, 0, 1], 9).tolist()
    [0.0, 1.0, 5.0, 1.0]
    """
    local = np.eye(4)
    angle = math.radians(turn_deg)
    local[:2, :2] = [[math.cos(angle), -math.sin(angle)], [math.sin(angle), math.cos(angle)]]
    local[2, 3] = along_mm
    frame = np.vstack([axis.matrix, [0.0, 0.0, 0.0, 1.0]])
    return np.asarray(frame @ local @ np.linalg.inv(frame))


def _on_track(motion: Motion, share: float) -> tuple[float, float]:
    points = np.array(motion.path)
    legs = np.linalg.norm(np.diff(points, axis=0) * [motion.lead_mm / 360, 1.0], axis=1)
    reached = np.concatenate([[0.0], np.cumsum(legs)])
    at = share * reached[-1]
    turn = float(np.interp(at, reached, points[:, 0]))
    along = float(np.interp(at, reached, points[:, 1]))
    return turn, along


def pose_at(fit: FitResult, at: float, along: Motion | None = None) -> Matrix:
    """The (3, 4) transform of part b at a place along its fit's way, or along another."""
    assert fit.meeting is not None
    motion = along or fit.meeting.motion
    assert motion is not None
    seat = np.vstack([fit.meeting.pose.matrix, [0.0, 0.0, 0.0, 1.0]])
    return np.asarray((moved_along(motion, at) @ seat)[:3])


@dataclass(frozen=True)
class Tried:
    """A way tried on the finished solids: where along it they first lie in each other, None where
    it is free."""

    contact: float | None


# poses at which a way is tried before it is said to be free; the desk's own motion has more
WAY_POSES = {"slide": 14, "screw": 5, "track": 32, "turn": 21, "mesh": 13}


def first_touching(shares: Sequence[Tried]) -> Tried:
    """Shares of a way, one after another, as the whole of it: past a contact nothing counts.

    >>> first_touching([Tried(None), Tried(4.0)]).contact
    4.0
    """
    return next((one for one in shares if one.contact is not None), Tried(None))


def tried_along(
    fit: FitResult,
    a: PartState,
    b: PartState,
    motion: Motion,
    seated_mm3: float,
    share: tuple[int, int] = (0, 1),
) -> Tried:
    """Part b moved along a way, as far as it first lies in part a.

    Args:
        seated_mm3: what they are known to share as they are assembled, at nought.
        share: which of how many shares of the way is tried; one begins where the last ends.
    """
    number, shares = share
    poses = WAY_POSES[motion.way]
    first, last = (max(at * poses // shares - 1, 0) for at in (number, number + 1))
    places = np.linspace(motion.low, motion.high, poses)[first : last + 1].tolist()
    contact = first_contact(
        a.solid(), b.solid(), lambda at: pose_at(fit, at, motion), places, (0.0, seated_mm3)
    )
    return Tried(contact)


def sweep_fit(
    fit: FitResult,
    a: PartState,
    b: PartState,
    poses: int = POSES,
) -> Sweep:
    """A fit moved through its whole range, with the gap and what is shared at every pose."""
    assert fit.meeting is not None
    motion = fit.meeting.motion
    assert motion is not None
    places = [float(v) for v in np.linspace(motion.low, motion.high, poses)]
    key = content_key("sweep", fit.fit.name, a.key, b.key, fit.meeting.pose, motion, poses)

    def run() -> Sweep:
        faces = [_meeting_faces(fit, a, "a"), _meeting_faces(fit, b, "b")]
        return sweep(
            (a.solid(), faces[0]),
            (b.solid(), faces[1]),
            lambda at: pose_at(fit, at, motion),
            places,
        )

    return MEASURED.get(key, run)


def _meeting_faces(fit: FitResult, state: PartState, of: str) -> Matrix:
    """The faces of a part that are meant to meet the other's, (n, 3, 3) mm; all where none are."""
    assert fit.meeting is not None
    mesh = mesh_of(state)
    chosen = np.zeros(len(mesh.triangles), dtype=bool)
    for pair in fit.meeting.pairs:
        if pair.asked_mm > 0 and not pair.bought:
            chosen |= mesh.on(*(pair.a if of == "a" else pair.b))
    return mesh.corners[chosen] if chosen.any() else mesh.corners
