"""What is drawn of a change before it is proved: coarser, and in the same places."""

from __future__ import annotations

import pytest

from core.project.demo import demo_document
from core.project.edits import Edit, apply_edits
from core.project.solve import sketch, solve
from core.project.starters import begun
from core.report import report_on
from core.report.sketching import sketch_view
from tests.core.building import circle, document, part, rectangle, step


def held_to(x: str):
    place = {"on": "body.top", "x": x, "x_from": "body.left"}
    hole = step("hole", "hole", None, place, diameter="3")
    return document(part("p", step("body", "extrude", rectangle("50", "36"), height="8"), hole))


@pytest.mark.parametrize(("typed", "mm"), [("7", 7.0), ("0.5in", 12.7), ("5 + 5", 10.0)])
def test_a_distance_is_told_with_the_sketch_as_it_was_typed(typed: str, mm: float) -> None:
    (drawn,) = sketch_view(sketch(held_to(typed))).parts
    across = next(one for one in drawn.held["hole"] if one.path.endswith("place.x"))
    assert (across.text, across.plain) == (typed, "+" not in typed)
    assert across.value == pytest.approx(mm)
    # it begins at the edge it is told from and ends so far from it, on the face
    assert across.start[0] == pytest.approx(-25)
    assert across.end[0] == pytest.approx(mm - 25)
    assert across.end[2] == pytest.approx(8)
    assert "body" not in drawn.held  # not placed on a face


@pytest.mark.parametrize("name", ["drawbridge", "elbow", "board_body"])
def test_distances_of_a_sketch_are_those_of_the_report(name: str) -> None:
    project = begun(name)
    told = {part.name: part.held for part in sketch_view(sketch(project)).parts}
    assert any(told.values())
    for part_ in report_on(solve(project)).parts:
        told_of = {one.id: one.held for one in part_.steps if one.held}
        assert told.get(part_.name, {}) == told_of


def test_a_sketch_is_as_large_as_what_follows() -> None:
    project = apply_edits(begun("lidded_box"), [Edit("measures.tall", "33")])
    coarse = {part.name: part for part in sketch_view(sketch(project)).parts}
    for part_ in report_on(solve(project)).parts:
        assert coarse[part_.name].size_mm == pytest.approx(part_.size_mm, abs=0.3)


def test_a_part_of_nothing_is_not_drawn() -> None:
    none = part("p", step("body", "extrude", circle("0"), height="8"))
    assert sketch_view(sketch(document(none))).parts == []


@pytest.mark.parametrize(("size", "done"), [("1.2", True), ("1.5", True), ("40", False)])
def test_an_edge_is_rounded_in_the_sketch_where_it_is_in_the_print(size: str, done: bool) -> None:
    """However coarse the facets of the round faces beside it are: else what is rounded would be
    gone for a moment at every change."""
    path = "parts.shackle.steps.soft"
    edited = apply_edits(demo_document("shackle"), [Edit(f"{path}.fields.size", size)])
    coarse, fine = sketch(edited), solve(edited)
    for solution in (coarse, fine):
        assert any(one.where == path for one in solution.errors) is not done
    volumes = [one.parts["shackle"].state.solid().volume_mm3 for one in (coarse, fine)]
    assert volumes[0] == pytest.approx(volumes[1], rel=0.02)
