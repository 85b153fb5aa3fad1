"""Small documents for tests."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

from core.project.document import from_data
from core.project.results import Solution
from core.project.schema import Project
from core.project.solve import solve


def step(id_: str, kind: str, outline: dict[str, Any] | None = None, on: Any = None, **fields: str):
    made: dict[str, Any] = {"id": id_, "kind": kind, "fields": fields}
    if outline:
        made["outline"] = {"kind": outline.pop("kind"), "fields": outline}
    if on:
        made["place"] = {"on": on} if isinstance(on, str) else on
    return made


def part(name: str, *steps: dict[str, Any], **more: Any) -> dict[str, Any]:
    return {"name": name, "steps": list(steps), **more}


def document(*parts: dict[str, Any], **more: Any) -> Project:
    return from_data(
        {
            "format": "fair-hinge-project",
            "version": 1,
            "title": "Test",
            "parts": list(parts),
            **more,
        }
    )


def solved(*parts: dict[str, Any], **more: Any) -> Solution:
    solution = solve(document(*parts, **more))
    assert not solution.errors, [error.one_line() for error in solution.errors]
    return solution


def rectangle(width: str, depth: str, corners: str = "0") -> dict[str, Any]:
    return {"kind": "rectangle", "width": width, "depth": depth, "corners": corners}


def circle(diameter: str) -> dict[str, Any]:
    return {"kind": "circle", "diameter": diameter}


def polygon(sides: int, across: str, measured: str = "flats", corners: str = "0") -> dict[str, Any]:
    return {
        "kind": "polygon",
        "sides": str(sides),
        "across": across,
        "measured": measured,
        "corners": corners,
    }


def volume(solution: Solution, name: str = "part") -> float:
    return solution.parts[name].state.solid().volume_mm3


def tin(
    outline: dict[str, Any],
    school: str,
    wall: str = "2.4",
    fit: dict[str, Any] | None = None,
    **fields: str,
):
    """A tin and its lid, as (parts, fits)."""
    base = part("base", step("body", "extrude", outline, height="24"),
                step("hollow", "shell", wall=wall, floor="2"))  # fmt: skip
    lid = part("lid", stance="top")
    spec = {"name": "slip", "kind": "slip lid", "parts": ["base", "lid"],
            "fields": {"school": school, **fields}, **(fit or {})}  # fmt: skip
    return [base, lid], {"fits": [spec]}


def block(height: str = "20") -> dict[str, Any]:
    """A block 40 × 40 about the middle."""
    return step("body", "extrude", rectangle("40", "40"), height=height)


def screw_diameter(size: str) -> float:
    """A screw's diameter, mm, from its name: number n is 0.060 + 0.013 n inches (ASME B1.1)."""
    if size.startswith("M"):
        return float(size[1:])
    told = size.split("-")[0]
    inches = 0.060 + 0.013 * int(told[1:]) if told[0] == "#" else float(Fraction(told))
    return 25.4 * inches
