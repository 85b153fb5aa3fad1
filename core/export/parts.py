"""Parts of a solution as files."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from core.checks.finished import mesh_of
from core.errors import BuildError, FormatError
from core.formats.meshes import write_mesh
from core.formats.threemf import Item, write_3mf
from core.printing.beds import bed_layout
from core.project.assembly import assembled_poses
from core.project.print_groups import Printed
from core.project.results import PartResult, Solution
from core.solids.stance import stance_matrix

FORMATS = ("stl", "3mf", "obj", "ply", "glb")
APART_MM = 20.0  # between beds laid out in one file


def export_part(solution: Solution, name: str, kind: str) -> bytes:
    """One part in its printing stance, as the bytes of a file.

    Raises:
        FormatError: no such format or part.
        BuildError: the part has no solid, or a step of it could not be built.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> export_part(solve(begun("lidded_box")), "base", "stl")[80:84] != bytes(4)
    True
    """
    item = _item(_finished(solution, name))
    return _write([item], item.name, kind)


def export_project(solution: Solution, kind: str, assembled: bool = False) -> dict[str, bytes]:
    """Every part as its own file, by file name; 3MF holds all parts in one more file.

    Args:
        assembled: every part where it sits in the finished thing, not as it is printed.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> sorted(export_project(solve(begun("lidded_box")), "stl"))
    ['base.stl', 'lid.stl']
    """
    files: dict[str, bytes] = {}
    poses = assembled_poses(solution) if assembled else {}
    for name in _made(solution):
        part = _finished(solution, name)
        item = _item(part, poses.get(name))
        files[f"{name}.{kind}"] = _write([item], item.name, kind)
    if assembled:
        return files
    if kind == "3mf" and len(files) > 1:
        files["all parts.3mf"] = export_together(solution)
    return files


def export_together(solution: Solution) -> bytes:
    """All parts in one 3MF file as they lie on the beds, what is printed assembled so.

    Further beds, and what fits none, lie beside the first.
    """
    for name in _made(solution):
        _finished(solution, name)
    groups, layout = bed_layout(solution)
    wide = solution.project.process.bed_mm[0]
    items: list[Item] = []
    for one in layout.laid:
        shift = (one.move[0] + one.bed * (wide + APART_MM), one.move[1])
        items += _items(groups[one.index], one.turn_deg, shift)
    x = layout.beds * (wide + APART_MM)
    for index in layout.left_out:
        loose = _items(groups[index], 0.0, (0.0, 0.0))
        every = np.vstack([item.vertices for item in loose])
        low, size = every[:, :2].min(axis=0), float(np.ptp(every[:, 0]))
        items += _items(groups[index], 0.0, (x - float(low[0]), -float(low[1])))
        x += size + APART_MM
    return write_3mf(items, solution.project.title)


def _items(group: Printed, turn_deg: float, shift: tuple[float, float]) -> list[Item]:
    """What is printed together, turned about the vertical and moved on the bed."""
    cos, sin = math.cos(math.radians(turn_deg)), math.sin(math.radians(turn_deg))
    turn = np.array([[cos, -sin, 0], [sin, cos, 0], [0, 0, 1]])
    items = []
    for part in group.parts:
        matrix, mesh = group.to_bed(part.part.name), mesh_of(part.state)
        vertices = (mesh.vertices @ matrix[:, :3].T + matrix[:, 3]) @ turn.T
        label = part.part.label or part.part.name
        items.append(Item(label, part.part.colour, vertices, mesh.triangles, shift))
    return items


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


def _item(part: PartResult, pose: NDArray[np.float64] | None = None) -> Item:
    """A part at a pose, or as it stands on the bed."""
    mesh = mesh_of(part.state)
    matrix = stance_matrix(part.state.solid(), part.part.stance) if pose is None else pose
    vertices = mesh.vertices @ matrix[:, :3].T + matrix[:, 3]
    name = part.part.label or part.part.name
    return Item(name, part.part.colour, vertices, mesh.triangles)


def _write(items: list[Item], title: str, kind: str) -> bytes:
    if kind == "3mf":
        return write_3mf(items, title)
    if kind not in FORMATS:
        raise FormatError(f"'{kind}' is no format here", remedy="one of " + ", ".join(FORMATS))
    (item,) = items
    return write_mesh(item.name, item.vertices, item.triangles, item.colour, kind)
