"""A renamed measure is renamed everywhere, and nothing else is."""

from __future__ import annotations

import pytest

from core.errors import DocumentError
from core.project.demo import DEMO, demo_document
from core.project.renaming import rename_measure, renamed
from core.project.solve import solve
from tests.core.building import circle, document, part, step


@pytest.mark.parametrize(
    ("text", "wanted"),
    [
        ("wall", "skin"),
        ("2*wall + walls", "2*skin + walls"),
        ("max(wall, tin.wall)  - 1", "max(skin, tin.wall)  - 1"),
        ("-wall^2", "-skin^2"),
        ("2 + wall +", "2 + skin +"),
        ("right (wall * 2), up wall, close", "right (skin * 2), up skin, close"),
        ("3", "3"),
    ],
)
def test_only_whole_names_are_replaced(text: str, wanted: str) -> None:
    assert renamed(text, "wall", "skin") == wanted


@pytest.mark.parametrize("name", DEMO)
def test_a_demo_with_every_measure_renamed_is_the_same_solid(name: str) -> None:
    project = demo_document(name)
    before = solve(project)
    for measure in list(project.measures):
        project = rename_measure(project, measure.name, f"{measure.name}_x")
    after = solve(project)
    assert not after.errors
    for part_name, part_ in before.parts.items():
        volume = after.parts[part_name].state.solid().volume_mm3
        assert volume == pytest.approx(part_.state.solid().volume_mm3, rel=1e-12)


def test_a_name_taken_or_unknown_is_refused() -> None:
    project = document(
        part("a", step("s", "extrude", circle("w"))),
        measures=[{"name": "w", "expression": "9"}, {"name": "v", "expression": "9"}],
    )
    for old, new in (("w", "v"), ("x", "y"), ("w", "2w"), ("w", "mm"), ("w", "a")):
        with pytest.raises(DocumentError):
            rename_measure(project, old, new)


def test_a_parts_own_measure_keeps_its_name() -> None:
    project = document(
        part("a", step("s", "extrude", circle("w")), measures=[{"name": "w", "expression": "5"}]),
        part("b", step("s", "extrude", circle("w"))),
        measures=[{"name": "w", "expression": "9"}],
    )
    after = rename_measure(project, "w", "v")
    assert after.part("a").steps[0].outline.fields["diameter"] == "w"
    assert after.part("b").steps[0].outline.fields["diameter"] == "v"
