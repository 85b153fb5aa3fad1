"""The ways a part can stand on the bed, ranked, with reasons."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from core.process import Process
from core.project.cache import MEASURED, content_key
from core.project.print_groups import Printed, joined
from core.proof.mass import measure_bulk
from core.proof.setting import Setting
from core.proof.stances import Stance, rank_stances, try_stance
from core.solids import Body, triangle_mesh
from core.solids.stance import Facing, stance_matrix, turn_of
from core.views.printing import StanceView

SAME = 0.999  # cosine between two ways up that count as one


def stance_views(group: Printed, process: Process) -> list[StanceView]:
    """Ranked stances of a part, or of parts printed assembled, best first.

    How it stands now is among them.
    """
    body, points, centre = _told(group)
    setting = Setting.of(process)

    def rank() -> list[Stance]:
        return rank_stances(body.solid, points, centre, setting)

    ranked = MEASURED.get(content_key("stances", group.key, setting), rank)
    views = [_view(stance, _named(stance.down), group, body) for stance in ranked]
    if not any(view.chosen for view in views):
        views.append(_tried(group, group.stance, setting))
    return views


def tipped_view(
    group: Printed, process: Process, forward_deg: float, right_deg: float
) -> StanceView:
    """How it would stand, tipped forward and then to the right from how it stands now."""
    turn = _roll(1, right_deg) @ _roll(0, forward_deg) @ turn_of(group.stance)
    down = turn.T @ np.array([0.0, 0.0, -1.0])
    name = _named((float(down[0]), float(down[1]), float(down[2])))
    return _tried(group, name, Setting.of(process))


def faced_view(
    group: Printed, name: str, process: Process, down: tuple[float, float, float]
) -> StanceView:
    """How it would stand with a direction of one of its parts pointing at the bed."""
    x, y, z = group.pose_of(name)[:, :3] @ np.array(down)
    return _tried(group, _named((float(x), float(y), float(z))), Setting.of(process))


def _roll(axis: int, angle_deg: float) -> NDArray[np.float64]:
    """A rotation (3, 3) about the bed's x (0) or y (1)."""
    cos, sin = math.cos(math.radians(angle_deg)), math.sin(math.radians(angle_deg))
    if axis == 0:
        return np.array([[1, 0, 0], [0, cos, -sin], [0, sin, cos]])
    return np.array([[cos, 0, sin], [0, 1, 0], [-sin, 0, cos]])


def _told(group: Printed) -> tuple[Body, NDArray[np.float64], NDArray[np.float64]]:
    """The solid, its points (n, 3) and its centre of mass."""
    body = group.solid()
    mesh = triangle_mesh(body)
    return body, mesh.vertices, np.array(measure_bulk(mesh).centre_mm)


def _tried(group: Printed, facing: Facing, setting: Setting) -> StanceView:
    body, points, centre = _told(group)

    def make() -> Stance:
        return try_stance(body.solid, points, centre, turn_of(facing), setting)

    stance = MEASURED.get(content_key("stance", group.key, facing, setting), make)
    return _view(stance, facing, group, body)


def _view(stance: Stance, name: Facing, group: Printed, body: Body) -> StanceView:
    stood = stance_matrix(body, name)
    downs = group.stances_for(np.asarray(-turn_of(name)[2]))
    return StanceView(
        stance=name,
        stances={
            part: _named((float(d[0]), float(d[1]), float(d[2]))) for part, d in downs.items()
        },
        matrices={
            part.part.name: [float(v) for v in joined(stood, pose).ravel()]
            for part, pose in zip(group.parts, group.poses, strict=True)
        },
        side=_side(name),
        severity=stance.severity,
        carried=stance.carried(),
        footing=stance.footing(),
        weak=stance.weak(),
        unsupported_mm2=stance.unsupported_mm2,
        height_mm=stance.height_mm,
        contact_mm2=stance.contact_mm2,
        chosen=float(turn_of(name)[2] @ turn_of(group.stance)[2]) > SAME,
    )


def _side(name: str) -> str:
    """What it stands on, in words."""
    return f"on its {name}" if name.isalpha() else "on a slanting side"


def _named(down: tuple[float, float, float]) -> Facing:
    """A stance as the document holds it: a face's name where one is meant, else a direction."""
    for name in ("bottom", "top", "front", "back", "left", "right"):
        if float(-turn_of(name)[2] @ np.array(down)) > 1 - 1e-6:
            return name
    return " ".join(f"{v:.6f}".rstrip("0").rstrip(".") for v in _clean(down))


def _clean(down: tuple[float, float, float]) -> list[float]:
    return [0.0 if abs(v) < 5e-7 else v for v in down]
