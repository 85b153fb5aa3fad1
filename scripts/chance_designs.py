"""Made-up designs thrown at the core, to find what nobody foresaw.

Each is told by its number alone, so that what one found can be made again:

    chains    two or three steps begun one on another, and two numbers changed
    numbers   one to three numbers of the play set and the starters, times nought to thirty
    fits      a fit begun between two bodies, and up to two of its numbers changed
    hollows   a body rounded and hollowed, by sizes like each other

Of what is built, the volume and the closedness of its STL file are checked with trimesh, and with
libigl's winding numbers that its surface does not fold over itself. What is refused must say what
would do. Run with a seed to begin at and for how many seconds:

    .venv/bin/python -m scripts.chance_designs hollows 4000 120
"""

from __future__ import annotations

import io
import random
import signal
import sys
import time
from collections import Counter
from collections.abc import Callable, Iterator
from copy import deepcopy
from typing import Any

import numpy as np
import trimesh
from numpy.typing import NDArray

from core import libigl
from core.errors import CoreError
from core.fits import FITS
from core.formats.meshes import write_mesh
from core.project.beginning import begin_step
from core.project.beginning_fits import begin_fit
from core.project.demo import DEMO, demo_document
from core.project.results import Solution
from core.project.schema import Project
from core.project.solve import solve
from core.project.starters import NAMES, begun
from core.report import report_on
from core.solids.mesh import TriangleMesh, triangle_mesh
from core.steps import STEPS
from tests.core.building import circle, document, part, polygon, rectangle, step

LONGEST_S = 60
BESIDE_MM = 0.3  # from the surface, where it is looked for folds
VOLUME = 3e-3  # of it, and so much that single precision may take
NUMBERS = ("length", "angle", "count", "number")
NUMBERS_AT = ("expression", "x", "y", "up")
L_SHAPE = "right 60, up 20, left 30, up 25, left 30, close"
BENT = "right 40, turn left 90 radius 20, up 20"
T_SHAPE = "right 60, up 15, left 20, up 25, left 20, down 25, left 20, close"


class TooLong(BaseException):
    """The alarm went."""


def _moves(text: str) -> dict[str, str]:
    return {"kind": "moves", "moves": text}


def _bodies() -> dict[str, list[dict[str, Any]]]:
    box = step("body", "extrude", rectangle("50", "40"), height="25")
    shell = step("shell", "shell", wall="2")
    cut = step("cut", "extrude", rectangle("20", "15"), on="body.top", height="10", mode="cut")
    cup = step("body", "loft", circle("40"))
    wide = {"outline": {"kind": "circle", "fields": {"diameter": "60"}}, "up": "50"}
    return {
        "block": [box],
        "plate": [step("body", "extrude", rectangle("80", "60"), height="5")],
        "rounded": [step("body", "extrude", rectangle("50", "40", "6"), height="20")],
        "rod": [step("body", "extrude", circle("24"), height="50")],
        "disc": [step("body", "extrude", circle("60"), height="8")],
        "three sides": [step("body", "extrude", polygon(3, "40"), height="20")],
        "six sides": [step("body", "extrude", polygon(6, "40", corners="3"), height="25")],
        "L": [step("body", "extrude", _moves(L_SHAPE), height="20")],
        "T": [step("body", "extrude", _moves(T_SHAPE), height="20")],
        "can": [step("body", "revolve", _moves("right 20, up 50, left 20, close"))],
        "cup": [{**cup, "stations": [wide]}],
        "pipe": [step("body", "sweep", circle("12"), path=BENT)],
        "box": [box, shell],
        "jar": [step("body", "extrude", circle("50"), height="40"), shell],
        "post": [box, step("post", "extrude", circle("20"), on="body.top", height="15")],
        "holed": [box, step("h", "hole", on="body.top", diameter="8")],
        "pocket": [box, cut],
        "soft": [box, step("soft", "blend", where="outside", radius="3")],
    }  # fmt: skip


def _times(value: str, factor: float) -> str | None:
    """A plain number with its unit, so many times; None where it is none."""
    number, _, unit = value.partition(" ")
    try:
        return f"{float(number) * factor:.6g} {unit}".strip()
    except ValueError:
        return None


def chains(dice: random.Random, told: list[object]) -> Iterator[Solution]:
    """Steps begun one on another."""
    name = dice.choice(list(_bodies()))
    told.append(name)
    solution = solve(document(part("p", *_bodies()[name]), version=2))
    for _ in range(dice.choice([2, 3])):
        kind = dice.choice([kind for kind, spec in STEPS.items() if spec.offered])
        spec = STEPS[kind]
        way = dice.randrange(len(list(spec.ways())))
        outline = spec.outline_first if spec.has_outline else ""
        after = solve(begin_step(solution, "p", kind, way, outline)[0])
        told.append(f"{kind}/{way}")
        yield after
        solution = solution if after.errors else after
    for _ in range(2):
        data = solution.project.model_dump(mode="json")
        changed = dice.choice(data["parts"][0]["steps"])
        if not changed["fields"]:
            continue
        field = dice.choice(list(changed["fields"]))
        new = _times(str(changed["fields"][field]), dice.choice([0.1, 0.5, 0.9, 1.1, 2, 5]))
        if new is not None:
            changed["fields"][field] = new
            told.append(f"{changed['id']}.{field} {new}")
            yield solve(Project.model_validate(data))


def _numbers(data: Any, path: tuple[Any, ...] = ()) -> Iterator[tuple[tuple[Any, ...], str]]:
    """Every plain number of a document, with where it stands."""
    if isinstance(data, dict | list):
        for key, value in data.items() if isinstance(data, dict) else enumerate(data):
            yield from _numbers(value, (*path, key))
    elif _times(str(data), 1.0) is not None and ("fields" in path or path[-1] in NUMBERS_AT):
        yield path, str(data)


def numbers(dice: random.Random, told: list[object]) -> Iterator[Solution]:
    """Numbers of the play set and the starters exaggerated."""
    name = dice.choice([*DEMO, *NAMES])
    made = demo_document(name) if name in DEMO else begun(name)
    data = made.model_dump(mode="json")
    told.append(name)
    for _ in range(dice.choice([1, 2, 3])):
        path, value = dice.choice(list(_numbers(data)))
        new = _times(value, dice.choice([0.02, 0.2, 0.5, 0.9, 1.1, 2, 5, 30, 0, -1]))
        holder = data
        for key in path[:-1]:
            holder = holder[key]
        holder[path[-1]] = new
        told.append(f"{'.'.join(map(str, path[-4:]))} {new}")
    yield solve(Project.model_validate(data))


def fits(dice: random.Random, told: list[object]) -> Iterator[Solution]:
    """Fits begun between two bodies."""
    one, other = (dice.choice(list(_bodies())) for _ in range(2))
    kind = dice.choice(list(FITS))
    spec = FITS[kind]
    told += [one, other, kind]
    bodies = [part(name, *deepcopy(_bodies()[of])) for name, of in (("a", one), ("b", other))]
    solution = solve(document(*bodies, version=2))
    beside = "" if spec.bought_b or (spec.makes_b and dice.random() < 0.5) else "b"
    way = dice.randrange(len(list(spec.ways())))
    solution = solve(begin_fit(solution, kind, way, ("a", beside))[0])
    yield solution
    for _ in range(dice.choice([0, 1, 2])):
        data = solution.project.model_dump(mode="json")
        field = dice.choice([one for one in spec.fields if one.kind in NUMBERS] or [None])
        if field is None or solution.errors:
            return
        fields = data["fits"][0]["fields"]
        new = _times(
            str(fields.get(field.name) or field.default), dice.choice([0.1, 0.5, 0.8, 2, 5])
        )
        if new is not None:
            fields[field.name] = new
            told.append(f"{field.name} {new}")
            solution = solve(Project.model_validate(data))
            yield solution


def hollows(dice: random.Random, told: list[object]) -> Iterator[Solution]:
    """Bodies rounded and hollowed by sizes like each other."""
    name = dice.choice(list(_bodies()))
    radius, wall = (
        dice.choice(["0.6", "0.8", "1", "1.5", "2", "2", "2.5", "3", "4"]) for _ in "12"
    )
    soft = step("round", "blend", where=dice.choice(["outside"] * 4 + ["inside"]), radius=radius)
    rounded = solve(document(part("p", *_bodies()[name], soft), version=2))
    told += [name, soft["fields"]["where"], radius, wall]
    if rounded.errors:
        return
    faces = triangle_mesh(rounded.parts["p"].state.solid()).faces
    opened = dice.choice(["", "body.top", "body.bottom", ".".join(dice.choice(faces))])
    hollow = step(
        "room", "hollow", wall=wall, open=opened, keep=dice.choice(["outside"] * 5 + ["inside"])
    )
    told += [opened, hollow["fields"]["keep"]]
    yield solve(document(part("p", *_bodies()[name], soft, hollow), version=2))


def faults(solution: Solution) -> Iterator[str]:
    """What no maker should meet: nobody foresaw it, nothing is said that would do, or the solid is
    not what is told of it."""
    for error in solution.errors:
        line = error.one_line()
        if "nobody foresaw" in line:
            yield f"unforeseen: {line}"
        elif " - " not in line:
            yield f"no remedy: {line}"
    for finding in report_on(solution).findings:
        if "nobody foresaw" in finding.message:
            yield f"unforeseen: {finding.message}"
    for name, made in solution.parts.items():
        try:
            solid = made.state.solid()
        except CoreError:
            continue
        mesh = triangle_mesh(solid)
        data = write_mesh(name, mesh.vertices, mesh.triangles, "#777777", "stl")
        again = trimesh.load_mesh(io.BytesIO(data), file_type="stl")
        if not again.is_watertight:
            yield f"{name} is open as a file"
        if abs(again.volume - solid.volume_mm3) > VOLUME * abs(solid.volume_mm3) + 1:
            yield f"{name} holds {solid.volume_mm3:.1f}, its file {again.volume:.1f}"
        for x, y, z in folds(mesh)[:1]:
            yield f"{name} folds over itself near {x:.2f}, {y:.2f}, {z:.2f}"


def folds(mesh: TriangleMesh, count: int = 10_000) -> NDArray[np.float64]:
    """Of points at random in a part and beside its surface, those (k, 3) that its surface goes
    round twice or the wrong way. A solid goes once round all that lies in it: Jacobson, Kavan and
    Sorkine-Hornung, Robust Inside-Outside Segmentation using Generalized Winding Numbers (2013)."""
    dice = np.random.default_rng(1)
    low, high = mesh.vertices.min(axis=0), mesh.vertices.max(axis=0)
    beside = dice.integers(0, len(mesh.triangles), count)
    points = np.vstack(
        [
            low + (high - low) * dice.random((count, 3)),
            mesh.middles[beside] + dice.normal(size=(count, 3)) * BESIDE_MM,
        ]
    )
    about = libigl.fast_winding_number(mesh.vertices, mesh.triangles, points)
    doubtful = points[np.abs(np.asarray(about).reshape(-1) - 0.5) > 1]
    exactly = np.asarray(libigl.winding_number(mesh.vertices, mesh.triangles, doubtful)).reshape(-1)
    return doubtful[np.abs(exactly - 0.5) > 1]


DESIGNS: dict[str, Callable[[random.Random, list[object]], Iterator[Solution]]] = {
    "chains": chains, "numbers": numbers, "fits": fits, "hollows": hollows,
}  # fmt: skip


def _alarm(*_: object) -> None:
    raise TooLong


def main(kind: str, seed: int, seconds: float) -> int:
    """Prints what was found; how much of it there is."""
    signal.signal(signal.SIGALRM, _alarm)
    counted: Counter[str] = Counter()
    found, until = 0, time.monotonic() + seconds
    while time.monotonic() < until:
        seed += 1
        told: list[object] = []
        signal.alarm(LONGEST_S)
        try:
            for solution in DESIGNS[kind](random.Random(seed), told):
                counted["refused" if solution.errors else "built"] += 1
                for fault in faults(solution):
                    found += 1
                    print(seed, told, fault)
        except CoreError:
            counted["not begun"] += 1
        except TooLong:
            found += 1
            print(seed, told, f"longer than {LONGEST_S} s")
        finally:
            signal.alarm(0)
    print(", ".join(f"{count} {what}" for what, count in counted.items()), f"; {found} to look at")
    return found


if __name__ == "__main__":
    main(sys.argv[1], int(sys.argv[2]), float(sys.argv[3]))
