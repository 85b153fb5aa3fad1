"""The ways a part can stand on the bed, ranked, with reasons."""

from __future__ import annotations

import numpy as np

from core.process import Process
from core.project.cache import MEASURED, content_key
from core.project.results import PartResult
from core.proof.mass import measure_bulk
from core.proof.stance import stance_matrix, turn_of
from core.proof.stances import Stance, rank_stances
from core.report.measuring import mesh_of
from core.report.models import StanceView

SAME = 0.999  # cosine between two ways up that count as one


def stance_views(result: PartResult, process: Process) -> list[StanceView]:
    """Ranked stances of a built part, best first."""
    state = result.state
    body, mesh = state.solid(), mesh_of(state)

    def rank() -> list[Stance]:
        centre = np.array(measure_bulk(mesh).centre_mm)
        return rank_stances(
            body.solid, mesh.vertices, centre, process.layer_mm, process.overhang_limit_deg
        )

    key = content_key("stances", state.key, process.layer_mm, process.overhang_limit_deg)
    now = turn_of(result.part.stance)[2]
    views = []
    for stance in MEASURED.get(key, rank):
        name = _named(stance)
        views.append(
            StanceView(
                stance=name,
                matrix=[float(v) for v in stance_matrix(body, name).ravel()],
                side=_side(name),
                severity=stance.severity,
                carried=stance.carried(),
                footing=stance.footing(),
                unsupported_mm2=stance.unsupported_mm2,
                height_mm=stance.height_mm,
                contact_mm2=stance.contact_mm2,
                chosen=float(turn_of(name)[2] @ now) > SAME,
            )
        )
    return views


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
