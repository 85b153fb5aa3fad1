"""The designs made up to find what nobody foresaw: told by their seed, and judged."""

from __future__ import annotations

import random

import numpy as np
import pytest
from manifold3d import Manifold

from core.project.results import Solution
from core.solids import Body, TriangleMesh, triangle_mesh
from scripts import chance_designs
from scripts.chance_designs import DESIGNS, faults, folds
from tests.core.building import block, part, solved


@pytest.mark.parametrize("kind", DESIGNS)
def test_a_design_is_the_same_again_by_its_seed(kind: str) -> None:
    told: list[list[object]] = [[], []]
    built = [list(DESIGNS[kind](random.Random(3), its)) for its in told]
    assert told[0] == told[1] != []
    assert [len(one.errors) for one in built[0]] == [len(one.errors) for one in built[1]]
    for solution in built[0]:
        assert list(faults(solution)) == []


def test_what_is_open_or_of_another_volume_is_a_fault(monkeypatch: pytest.MonkeyPatch) -> None:
    solution: Solution = solved(part("p", block()))
    assert list(faults(solution)) == []
    real = chance_designs.write_mesh

    def without_one(name, vertices, triangles, colour, kind):
        return real(name, vertices, triangles[1:], colour, kind)

    monkeypatch.setattr(chance_designs, "write_mesh", without_one)
    assert next(iter(faults(solution))) == "p is open as a file"
    monkeypatch.setattr(
        chance_designs,
        "write_mesh",
        lambda name, vertices, *rest: real(name, vertices * 1.01, *rest),
    )
    (told,) = faults(solution)
    assert told.startswith("p holds ")


def test_a_surface_that_goes_round_a_place_twice_or_the_wrong_way_is_a_fault() -> None:
    one = triangle_mesh(Body(Manifold.cube((10, 10, 10))))
    assert not len(folds(one))
    two = TriangleMesh(
        np.vstack([one.vertices, one.vertices + 6]),
        np.vstack([one.triangles, one.triangles + len(one.vertices)]),
        np.repeat(one.face_index, 2),
        one.faces,
    )
    twice = folds(two)
    assert len(twice) > 100 and twice.min() > 6 and twice.max() < 10  # where the two overlap
    assert len(folds(TriangleMesh(one.vertices, one.triangles[:, ::-1], one.face_index, one.faces)))
