"""Documents that are hard to build or to prove, made for measuring; sizes as makers' own."""

from __future__ import annotations

from typing import Any

from core.project.document import from_data
from core.project.schema import Project
from core.project.starters import begun


def _document(title: str, *steps: dict[str, Any]) -> Project:
    return from_data(
        {
            "format": "fair-hinge-project",
            "version": 2,
            "title": title,
            "parts": [{"name": "part", "steps": list(steps)}],
        }
    )


def _step(id_: str, kind: str, outline: tuple[str, dict[str, str]] | None = None, on: str = "",
          **fields: str) -> dict[str, Any]:  # fmt: skip
    made: dict[str, Any] = {"id": id_, "kind": kind, "fields": fields}
    if outline:
        made["outline"] = {"kind": outline[0], "fields": outline[1]}
    if on:
        made["place"] = {"on": on}
    return made


def tube() -> Project:
    """A tube with 144 holes in its wall."""
    return _document(
        "Tube with 144 holes",
        _step("body", "extrude", ("ring", {"outside": "60", "inside": "52"}), height="120"),
        _step("hole", "hole", on="body.side", diameter="5", reach="to depth", depth="8"),
        _step("holes", "rings", of="hole", count="12", rings="12", spacing="8"),
    )


def duct() -> Project:
    """A pipe with two bends, hollowed by a second sweep."""
    way = "up 40, turn right 90 radius 40, right 60, turn left 60 radius 50, along 60 40"
    return _document(
        "Duct",
        _step("pipe", "sweep", ("circle", {"diameter": "50"}), path=way),
        _step("bore", "sweep", ("circle", {"diameter": "45"}), path=way, mode="cut"),
    )


def rod() -> Project:
    """A rod threaded over its whole length."""
    return _document(
        "Threaded rod",
        _step("body", "extrude", ("circle", {"diameter": "20"}), height="120"),
        _step("thread", "thread", on="body.top", designation="M20", long="110"),
    )


def cups(count: int) -> Project:
    """So many cups on a plate, each hollowed."""
    columns = 6 if count > 6 else 3
    return _document(
        f"{count} cups",
        _step("plate", "extrude", ("rectangle", {"width": "200", "depth": "110"}), height="3"),
        _step("cup", "extrude", ("circle", {"diameter": "28"}), on="plate.top", height="30"),
        _step("hollow", "hole", on="cup.top", diameter="25", reach="to depth", depth="28"),
        _step("cups", "grid", of="cup", columns=str(columns), rows=str(count // columns),
              across="32", back="32", **{"with": "hollow"}),
    )  # fmt: skip


def hard_set() -> dict[str, Project]:
    """All of them by name."""
    return {
        "tube, 144 holes": tube(),
        "drafted basket": begun("basket"),
        "duct": duct(),
        "wheel": begun("wheel"),
        "threaded jar": begun("jar"),
        "threaded rod": rod(),
        "pipe joint": begun("elbow"),
        "six cups": cups(6),
        "eighteen cups": cups(18),
    }
