"""Slips of the finger: what is far too large is refused at once, with what would be built."""

from __future__ import annotations

import math
from collections.abc import Iterator

import pytest

from core.errors import BuildError, FormatError
from core.formats.tracing import read_drawing
from core.limits import Limits, check_copies, check_size, set_limits
from core.outlines.traced import outlines_in, read_path
from core.project.solve import sketch, solve
from core.report import report_on
from tests.core.building import circle, document, part, rectangle, step

PLATE = step("b", "extrude", rectangle("50", "30"), height="10")
HOLE = step("h", "hole", on="b.top", diameter="1", reach="through")


@pytest.fixture
def small_limits() -> Iterator[None]:
    set_limits(Limits(size_mm=100.0, copies=12, facets=400, triangles=500))
    yield
    set_limits(Limits())


def refused(*steps) -> str:
    """What is said of the last step that cannot be built; the report and the sketch come too."""
    made = document(part("p", *steps))
    solution = solve(made)
    report = report_on(solution)
    sketch(made)  # coarser, it may well be drawn
    (error,) = solution.errors
    assert error.where == f"parts.p.steps.{steps[-1]['id']}" and error.remedy
    assert any(f.severity == "stop" and error.message in f.message for f in report.findings)
    return error.one_line()


@pytest.mark.parametrize(
    ("steps", "words"),
    [
        ([step("b", "extrude", rectangle("1000000", "30"), height="10")], "at most 10,000 mm"),
        ([step("b", "extrude", rectangle("10 m", "30"), height="10.1 m")], "10,100 mm large"),
        ([step("b", "extrude", circle("10^12"), height="10")], "at most 60,000"),
        ([step("b", "extrude", circle("10^30"), height="10")], "facets"),
        ([PLATE, HOLE, step("r", "row", of="h", count="10000000", spacing="2")], "10,000,000"),
        ([PLATE, HOLE, step("r", "round", of="h", count="5001")], "at most 5,000"),
        ([PLATE, HOLE, step("r", "grid", of="h", columns="100000", rows="100000")], "5,000"),
        ([PLATE, HOLE, step("r", "rings", of="h", count="3000", rings="3000")], "9,000,000"),
        ([PLATE, HOLE, step("r", "fill", on="b.top", of="h", spacing="0.001")], "too many"),
    ],
)
def test_a_slip_of_the_finger_is_refused_with_what_would_do(steps, words) -> None:
    assert words in refused(*steps)


def test_what_is_just_let_through_is_built() -> None:
    long = document(part("p", step("b", "extrude", rectangle("10", "30"), height="10000")))
    solution = solve(long)
    assert not solution.errors
    assert solution.parts["p"].state.solid().volume_mm3 == pytest.approx(3e6)


def test_other_limits_can_be_set(small_limits: None) -> None:
    assert "at most 100 mm" in refused(step("b", "extrude", rectangle("101", "5"), height="5"))
    assert "at most 12" in refused(PLATE, HOLE, step("r", "row", of="h", count="13", spacing="2"))
    assert "at most 500" in refused(step("b", "extrude", circle("99"), height="5"))
    fine = document(part("p", step("b", "extrude", rectangle("100", "5"), height="5")))
    assert not solve(fine).errors


def test_edges_of_the_limits(small_limits: None) -> None:
    check_copies(3, 4)
    with pytest.raises(BuildError, match="13 copies"):
        check_copies(13, 1)
    check_size((0, 0, 0, 100, 1, 1), 500)
    with pytest.raises(BuildError, match="501 triangles"):
        check_size((0, 0, 0, 100, 1, 1), 501)
    with pytest.raises(BuildError, match="large"):
        check_size((0, 0, -0.1, 1, 1, 100))
    with pytest.raises(BuildError, match="large"):
        check_size((0, 0, 0, float("nan"), 1, 1))


HEAD = '<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="10mm" viewBox="0 0 20 10">'


@pytest.mark.parametrize(
    "shape",
    [
        '<circle r="1e12"/>',
        '<ellipse rx="1e12" ry="1"/>',
        '<path d="M0 0A1e12 1 0 0 1 1 1A1 1e12 0 0 1 0 0Z"/>',
        '<path d="M0 0C1e15 1e15 -1e15 1e15 5 0Z"/>',
        '<path d="M0 0Q1e15 1e15 5 0Z"/>',
        '<rect width="1e12" height="1e12" rx="5"/>',
        '<g transform="scale(1e9)"><circle r="5"/></g>',
    ],
)
def test_a_drawing_that_reaches_too_far_is_refused(shape: str) -> None:
    text = f"{HEAD}{shape}</svg>"
    assert len(text) < 200
    with pytest.raises(FormatError, match="further than anything") as told:
        read_drawing(text.encode(), "far.svg")
    assert "unit" in (told.value.remedy or "")


def test_curves_keep_their_area_by_a_bound_of_their_length() -> None:
    """An ellipse as SVG against its formula, πab; a flattened curve strays by microns."""
    found = read_drawing(f'{HEAD}<ellipse cx="10" cy="5" rx="9" ry="3"/></svg>'.encode(), "e.svg")
    (outline,) = outlines_in(read_path(found.path))
    assert abs(outline.area) == pytest.approx(math.pi * 9 * 3, rel=2e-3)
