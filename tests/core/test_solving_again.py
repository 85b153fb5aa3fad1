"""What is kept from one solve to the next never shows: after any edit, a document solved again is
the same, triangle by triangle, as one that is solved for the first time.
"""

from __future__ import annotations

import pytest

from core.project.cache import forget_all
from core.project.demo import DEMO, demo_document
from core.project.document import from_data
from core.project.edits import Edit, apply_edits
from core.project.results import Solution
from core.project.schema import Project
from core.project.solve import sketch, solve
from core.project.starters import NAMES, begun

MOST = 3  # measures of each document that are changed


def shapes(solution: Solution) -> dict[str, tuple[float, float, int]]:
    """Volume mm³, area mm² and triangles of every part that has a solid."""
    return {
        name: (
            round(part.state.body.solid.volume(), 6),
            round(part.state.body.solid.surface_area(), 6),
            part.state.body.solid.num_tri(),
        )
        for name, part in solution.parts.items()
        if part.state.body is not None
    }


def told(solution: Solution) -> dict[str, object]:
    """Every value, every gap with its working, and everything that was refused."""
    return {
        "values": {path: one.value for path, one in solution.measures.items()},
        "names": {name: one.value for name, one in solution.names.items()},
        "gaps": {name: (fit.gap_mm, fit.working) for name, fit in solution.fits.items()},
        "errors": [(one.where, one.message) for one in solution.errors],
    }


def edits(project: Project) -> list[Edit]:
    """A few of its plain numbers, each a tenth larger."""
    found = []
    for measure in project.measures:
        number = measure.expression.removesuffix("mm").strip()
        if measure.kind == "length" and number.replace(".", "", 1).isdigit():
            text = f"{float(number) * 1.1:.4g} mm"
            found.append(Edit(path=f"measures.{measure.name}", text=text))
    return found[:MOST]


DOCUMENTS = {**dict.fromkeys(DEMO, demo_document), **dict.fromkeys(NAMES, begun)}


@pytest.mark.parametrize("name", DOCUMENTS)
def test_a_document_edited_and_solved_again_is_as_if_it_were_new(name: str) -> None:
    first = DOCUMENTS[name](name)
    changes = edits(first)
    if not changes:
        pytest.skip("it has no plain number")
    forget_all()
    now = first
    sketch(now)
    for change in changes:  # as somebody types: one after the other, over what is kept
        now = apply_edits(now, [change])
        again = sketch(now)
    seen, said = shapes(again), told(again)
    forget_all()
    fresh = sketch(now)
    assert shapes(fresh) == seen
    assert told(fresh) == said


@pytest.mark.parametrize("name", ["jar", "clip_box", "bearing_wheel"])
def test_there_and_back_is_where_it_began(name: str) -> None:
    first = begun(name)
    forget_all()
    before = solve(first)
    for change in edits(first):
        solve(apply_edits(first, [change]))
    assert shapes(solve(first)) == shapes(before)
    assert told(solve(first)) == told(before)


def test_what_did_not_change_is_not_built_again() -> None:
    """A hinged box with another knob on its lid: the other half is the very same solid."""
    first = begun("lidded_box")
    forget_all()
    before = solve(first)
    box, lid = list(before.parts)
    data = first.model_dump(mode="json")
    next(one for one in data["parts"] if one["name"] == lid)["label"] = "Another name"
    changed = from_data(data)
    after = solve(changed)
    assert after.parts[box].state.body is before.parts[box].state.body
