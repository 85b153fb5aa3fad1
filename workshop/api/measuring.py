"""What is pressed on the stage, measured."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router

from core.checks.pressed import readings
from core.project.document import from_data
from workshop.api.shapes import Refusal, Shape
from workshop.reports import worked

router = Router()


class MeasureIn(Shape):
    """A document, and one thing or two in it, as ``lid: body.top | body.front``."""

    document: dict[str, Any]
    of: list[str]


class ReadView(Shape):
    """One reading, mm or degrees as ``unit`` says, and the points it is drawn between, in the
    coordinates of the first thing's part."""

    reads: str
    value: float
    unit: str
    a: tuple[float, float, float] | None
    b: tuple[float, float, float] | None


@router.post("/measure", response={200: list[ReadView], 422: Refusal})
def measure(request: HttpRequest, given: MeasureIn):  # type: ignore[no-untyped-def]
    """Everything read off one thing or between two, the most telling first."""
    return [
        ReadView(reads=one.reads, value=one.value, unit=one.unit, a=one.a, b=one.b)
        for one in worked(readings, from_data(given.document), given.of)
    ]
