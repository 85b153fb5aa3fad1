"""The ways a part can stand on the bed, ranked, with reasons."""

from __future__ import annotations

import numpy as np

from core.process import Process
from core.project.cache import MEASURED, content_key
from core.project.results import PartResult
from core.proof.mass import measure_bulk
from core.proof.setting import Setting
from core.proof.stance import stance_matrix, turn_of
from core.proof.stances import Stance, rank_stances, try_stance
from core.report.measuring import mesh_of
from core.report.models import StanceView
from core.solids import Body

SAME = 0.999  # cosine between two ways up that count as one


def stance_views(result: PartResult, process: Process) -> list[StanceView]:
    """Ranked stances of a built part, best first."""
    state = result.state
    body, mesh = state.solid(), mesh_of(state)

    setting = Setting.of(process)
    centre = np.array(measure_bulk(mesh).centre_mm)

    def rank() -> list[Stance]:
        return rank_stances(body.solid, mesh.vertices, centre, setting)

    ranked = MEASURED.get(content_key("stances", state.key, setting), rank)
    views = [_view(stance, _named(stance), body, result.part.stance) for stance in ranked]
    if not any(view.chosen for view in views):
        own = result.part.stance

        def make() -> Stance:
            return try_stance(body.solid, mesh.vertices, centre, turn_of(own), setting)

        tried = MEASURED.get(content_key("stance", state.key, own, setting), make)
        views.append(_view(tried, own, body, own))
    return views


def _view(stance: Stance, name: str, body: Body, now: str) -> StanceView:
    return StanceView(
        stance=name,
        matrix=[float(v) for v in stance_matrix(body, name).ravel()],
        side=_side(name),
        severity=stance.severity,
        carried=stance.carried(),
        footing=stance.footing(),
        weak=stance.weak(),
        unsupported_mm2=stance.unsupported_mm2,
        height_mm=stance.height_mm,
        contact_mm2=stance.contact_mm2,
        chosen=float(turn_of(name)[2] @ turn_of(now)[2]) > SAME,
    )


def _side(name: str) -> str:
    """What it stands on, in words."""
    return f"on its {name}" if name.isalpha() else "on a slanting side"


def _named(stance: Stance) -> str:
    """A stance as the document holds it: a face's name where one is meant, else a direction."""
    up = stance.turn[2]
    for name in ("bottom", "top", "front", "back", "left", "right"):
        if float(turn_of(name)[2] @ up) > 1 - 1e-6:
            return name
    return " ".join(
        f"{v:.6f}".rstrip("0").rstrip(".").replace("-0.000000", "0") for v in _clean(stance.down)
    )


def _clean(down: tuple[float, float, float]) -> list[float]:
    return [0.0 if abs(v) < 5e-7 else max(min(v, 9.0), -9.0) for v in down]
