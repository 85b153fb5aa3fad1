"""Documents of older versions brought up to the newest, one version at a time.

Each upgrader takes parsed JSON that it may change. What an older document meant is kept: a value
that used to be what was left alone is written out where the newer version would take another.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import Any

from core.project.schema import VERSION
from core.steps.extrude import OF_CUTTER

NOUGHT = ("0", "0 deg")


def upgraded(data: dict[str, Any]) -> dict[str, Any]:
    """The document as the newest version writes it; what cannot be read is left to the schema.

    >>> upgraded({"format": "fair-hinge-project", "version": 1, "title": "Tin"})["version"]
    2
    """
    while data.get("version") in UPGRADERS:
        data = UPGRADERS[data["version"]](data)
    return data


def _from_1(data: dict[str, Any]) -> dict[str, Any]:
    """Version 1 wrote ``0`` where nothing was typed, cut upwards unless told otherwise, and took
    the faces of a cut as the cutter has them, looking into the material."""
    _keep_faces_of_cutters(data)
    for step in _steps(data):
        owners = [step.get("place"), *_listed(step, "stations"), *_further(step.get("outline"))]
        for station in _listed(step, "stations"):
            owners += _further(station.get("outline"))
        for owner in owners:
            _forget_noughts(owner)
        fields = step.get("fields")
        if step.get("kind") == "extrude" and isinstance(fields, dict):
            _cut_upwards(fields)
    for fit in _listed(data, "fits"):
        _forget_noughts(fit.get("place_a"))
        _forget_noughts(fit.get("place_b"))
    return {**data, "version": 2}


def _steps(data: dict[str, Any]) -> Iterator[dict[str, Any]]:
    for part in _listed(data, "parts"):
        yield from _listed(part, "steps")


def _further(outline: Any) -> list[Any]:
    """What is joined with an outline, and with that in turn."""
    found: list[Any] = []
    for one in _listed(outline, "more"):
        found += [one, *_further(one.get("outline"))]
    return found


def _listed(owner: Any, key: str) -> list[dict[str, Any]]:
    held = owner.get(key) if isinstance(owner, dict) else None
    return [one for one in held if isinstance(one, dict)] if isinstance(held, list) else []


def _keep_faces_of_cutters(data: dict[str, Any]) -> None:
    cuts: set[str] = set()
    for part in _listed(data, "parts"):
        for step in _listed(part, "steps"):
            fields = step.get("fields")
            mode = fields.get("mode") if isinstance(fields, dict) else ""
            if step.get("kind") == "extrude" and mode == "cut":
                cuts |= {f"{step.get('id')}", f"{part.get('name')}.{step.get('id')}"}

    def told(on: Any) -> Any:
        step, _, face = str(on).rpartition(".")
        return f"{step}.{face}{OF_CUTTER}" if step in cuts else on

    owners = [step.get("place") for step in _steps(data)]
    for fit in _listed(data, "fits"):
        owners += [fit.get("place_a"), fit.get("place_b")]
    for owner in owners:
        if isinstance(owner, dict) and "on" in owner:
            owner["on"] = told(owner["on"])
    for step in _steps(data):
        fields = step.get("fields")
        if step.get("kind") == "bridge" and isinstance(fields, dict) and "to" in fields:
            fields["to"] = told(fields["to"])


def _cut_upwards(fields: dict[str, Any]) -> None:
    if fields.get("mode") == "cut":
        fields.setdefault("direction", "up")


def _forget_noughts(owner: Any) -> None:
    for key in ("x", "y", "out", "turn"):
        if isinstance(owner, dict) and owner.get(key) in NOUGHT:
            owner[key] = ""


UPGRADERS: dict[int, Callable[[dict[str, Any]], dict[str, Any]]] = {1: _from_1}
assert max(UPGRADERS) == VERSION - 1
