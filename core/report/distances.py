"""Distances across the face of a step's place, as they are drawn on the solid and dragged."""

from __future__ import annotations

import re

from core.project.results import StepResult
from core.steps import STEPS
from core.views.report import HeldView

_PLAIN_NUMBER = re.compile(r"\s*-?(\d+(\.\d+)?|(\d+\s+)?\d+/\d+)\s*(mm|cm|in|\")?\s*")


def held_views(path: str, result: StepResult) -> list[HeldView]:
    """The distances of a step whose report path is ``path``; none where it is not placed on a face.

    >>> from core.project.solve import sketch
    >>> from core.project.starters import begun
    >>> grip = sketch(begun("drawbridge")).parts["leaf"].steps[1]
    >>> [(one.text, round(one.value, 2)) for one in held_views("parts.leaf.steps.grip", grip)]
    [('', 0.0), ('-span * 0.36', -20.16)]
    """
    at = result.placed
    if at is None or result.step.place is None or not result.step.place.on:
        return []
    kind = STEPS.get(result.step.kind)
    if kind is not None and kind.stands_by_its_piece:
        return []
    views = []
    for held in at.held:
        text = getattr(result.step.place, held.field)
        views.append(
            HeldView(
                path=f"{path}.place.{held.field}",
                start=held.start,
                end=held.end,
                way=held.way,
                value=held.value_mm,
                text=text,
                plain=text == "" or _PLAIN_NUMBER.fullmatch(text) is not None,
            )
        )
    return views
