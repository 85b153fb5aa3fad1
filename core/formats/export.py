"""Parts of a solution as files."""

from __future__ import annotations

import numpy as np

from core.errors import BuildError, FormatError
from core.formats.meshes import write_mesh
from core.formats.threemf import Item, write_3mf
from core.project.results import PartResult, Solution
from core.proof.stance import stance_matrix
from core.report.measuring import mesh_of

FORMATS = ("stl", "3mf", "obj", "ply", "glb")
APART_MM = 5.0  # between parts laid out in one file


def export_part(solution: Solution, name: str, kind: str) -> bytes:
    """One part in its printing stance, as the bytes of a file.

    Raises:
        FormatError: no such format or part.
        BuildError: the part has no solid, or a step of it could not be built.
    """
    item = _item(_finished(solution, name))
    return _write([item], item.name, kind)


def export_project(solution: Solution, kind: str) -> dict[str, bytes]:
    """Every part as its own file, by file name; 3MF holds all parts in one more file."""
    files: dict[str, bytes] = {}
    items = [_item(_finished(solution, name)) for name in _made(solution)]
    for name, item in zip(_made(solution), items, strict=True):
        files[f"{name}.{kind}"] = _write([item], item.name, kind)
    if kind == "3mf" and len(items) > 1:
        files["all parts.3mf"] = write_3mf(_side_by_side(items), solution.project.title)
    return files


def export_together(solution: Solution) -> bytes:
    """All parts side by side in one 3MF file."""
    items = [_item(_finished(solution, name)) for name in _made(solution)]
    return write_3mf(_side_by_side(items), solution.project.title)


def _made(solution: Solution) -> list[str]:
    """The parts that are printed; bought things are not."""
    return [name for name, part in solution.parts.items() if not part.part.bought]


def _finished(solution: Solution, name: str) -> PartResult:
    if name not in solution.parts:
        raise FormatError(
            f"there is no part '{name}'", remedy="one of " + ", ".join(solution.parts)
        )
    part = solution.parts[name]
    for step in part.steps:
        if step.error:
            raise BuildError(
                f"'{name}' is not whole: {step.error.message}",
                where=f"parts.{name}.steps.{step.step.id}",
            )
    part.state.solid()
    return part


def _item(part: PartResult) -> Item:
    mesh = mesh_of(part.state)
    matrix = stance_matrix(part.state.solid(), part.part.stance)
    vertices = mesh.vertices @ matrix[:, :3].T + matrix[:, 3]
    name = part.part.label or part.part.name
    return Item(name, part.part.colour, vertices, mesh.triangles)


def _side_by_side(items: list[Item]) -> list[Item]:
    laid, x = [], 0.0
    for item in items:
        width = float(np.ptp(item.vertices[:, 0]))
        laid.append(
            Item(item.name, item.colour, item.vertices, item.triangles, (x + width / 2, 0.0))
        )
        x += width + APART_MM
    return laid


def _write(items: list[Item], title: str, kind: str) -> bytes:
    if kind == "3mf":
        return write_3mf(items, title)
    if kind not in FORMATS:
        raise FormatError(f"'{kind}' is no format here", remedy="one of " + ", ".join(FORMATS))
    (item,) = items
    return write_mesh(item.name, item.vertices, item.triangles, item.colour, kind)
