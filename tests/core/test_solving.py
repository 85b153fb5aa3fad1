"""Documents: what is refused, what follows what, and what a failing step leaves standing."""

from __future__ import annotations

import itertools
import json

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.errors import DocumentError
from core.project import cache
from core.project.demo import DEMO, STARTERS, demo_document, starter_document
from core.project.document import from_data, read_document, write_document
from core.project.solve import sketch, solve
from tests.core.building import (
    circle,
    document,
    part,
    polygon,
    rectangle,
    solved,
    step,
    tin,
    volume,
)


def messages(solution) -> str:
    return " | ".join(error.one_line() for error in solution.errors)


@pytest.mark.parametrize("name", DEMO)
def test_demo_documents_build_without_errors(name: str) -> None:
    solution = solve(demo_document(name))
    assert not solution.errors
    assert all(p.state.body is not None for p in solution.parts.values())
    assert read_document(write_document(solution.project)) == solution.project


@pytest.mark.parametrize("name", STARTERS)
def test_starters_build(name: str) -> None:
    assert not solve(starter_document(name)).errors


NAMES = st.from_regex(r"[a-z][a-z_]{0,8}", fullmatch=True).filter(
    lambda n: n not in {"in", "m", "mm", "cm", "ft", "deg", "pi"}
)


@given(
    st.dictionaries(NAMES, st.text(max_size=20), max_size=6),
    st.text(max_size=40),
    st.sampled_from(["mm", "in"]),
)
def test_any_document_reads_back_equal(measures, title, units) -> None:
    made = from_data(
        {
            "format": "fair-hinge-project",
            "version": 1,
            "title": title,
            "units": units,
            "measures": [{"name": n, "expression": e} for n, e in measures.items()],
        }
    )
    assert read_document(write_document(made)) == made
    solve(made)  # whatever was typed, solving never raises


@pytest.mark.parametrize(
    ("change", "where", "words"),
    [
        ({"version": 99}, "version", "version 99"),
        ({"format": "other"}, "format", "format"),
        ({"parts": [{"name": "1x"}]}, "parts.0.name", "pattern"),
        ({"measures": [{"name": "mm", "expression": "1"}]}, "measures.0.name", "already means"),
        ({"surprise": 1}, "surprise", "not permitted"),
        ({"parts": [{"name": "a"}, {"name": "a"}]}, "document", "'a'"),
        ({"process": {"layer_mm": -1}}, "process.layer_mm", "greater than 0"),
        (
            {"fits": [{"name": "f", "kind": "x", "parts": ["a", "b"]}]},
            "document",
            "'a' that is not there",
        ),
    ],
)
def test_invalid_documents_are_refused_with_the_path(change, where, words) -> None:
    data = {"format": "fair-hinge-project", "version": 1, "title": "x", **change}
    with pytest.raises(DocumentError) as refused:
        read_document(json.dumps(data))
    assert refused.value.where == where and words in refused.value.message


@pytest.mark.parametrize("text", ["", "[]", "{", "nul", "[" * 100_000, b"\xff\xfe{}"])
def test_what_is_no_document_is_refused(text) -> None:
    with pytest.raises(DocumentError):
        read_document(text)


def test_measures_in_any_order_and_their_working() -> None:
    solution = solved(
        measures=[
            {"name": "lip", "expression": "wall / 2 - 0.1 mm"},
            {"name": "wall", "expression": "2.4"},
        ]
    )
    lip = solution.measures["measures.lip"]
    assert lip.value == pytest.approx(1.1) and lip.shown == "1.1 mm"
    assert lip.formula == "2.4 / 2 − 0.1 mm"


def test_a_cycle_is_reported_as_the_names_in_it() -> None:
    solution = solve(
        document(
            measures=[
                {"name": "a", "expression": "b + 1"},
                {"name": "b", "expression": "c + 1"},
                {"name": "c", "expression": "a + 1"},
                {"name": "d", "expression": "a"},
                {"name": "e", "expression": "4"},
            ]
        )
    )
    first = solution.errors[0].message.removeprefix("these go round in a circle: ").split(" → ")
    assert first[0] == first[-1] and set(first) == {"a", "b", "c"}
    assert all(f"{a} → {b}" in "a → b → c → a" for a, b in itertools.pairwise(first))
    assert solution.measures["measures.e"].value == 4
    assert "circle" in solution.measures["measures.d"].error.message


def test_parts_follow_each_other_through_steps_measures_and_fits() -> None:
    tin_part = part("tin", step("body", "extrude", rectangle("40", "30"), height="20"),
                    measures=[{"name": "band", "expression": "3"}])  # fmt: skip
    stand = part(
        "stand",
        step("post", "extrude", circle("tin.body.width / 2"), height="tin.band + tin.body.top"),
    )
    solution = solved(stand, tin_part)
    size = solution.parts["stand"].state.solid().bounds
    assert size[5] == pytest.approx(23) and size[3] - size[0] == pytest.approx(20, abs=0.01)


def test_a_failing_step_says_why_and_spares_what_does_not_need_it() -> None:
    solution = solve(
        document(
            part(
                "part",
                step("body", "extrude", rectangle("20", "3"), height="10"),
                step("edge", "fillet", size="2", where="top rim"),
                step("bore", "hole", on="body.top", diameter="1"),
                step("lost", "hole", on="edge.rim", diameter="1"),
                step("typo", "hole", on="body.top", diameter="dia"),
            )
        )
    )
    done = {result.step.id: result for result in solution.parts["part"].steps}
    assert done["edge"].error.message == "a 2 mm fillet does not fit: the narrowest place is 3 mm"
    assert done["edge"].error.remedy == "less than 1.49 mm" or "1.5" in done["edge"].error.remedy
    assert done["bore"].error is None
    assert "'edge', on which this stands, is not built" in done["lost"].error.message
    assert done["typo"].error.where == "parts.part.steps.typo.fields.diameter"
    assert volume(solution) == pytest.approx(20 * 3 * 10 - 0.785 * 10, rel=1e-2)


@pytest.mark.parametrize(
    ("steps", "words"),
    [
        ([step("cut", "extrude", circle("5"), mode="cut")], "no solid yet"),
        ([step("a", "extrude", circle("5"), height="0")], "height is 0"),
        ([step("a", "extrude", circle("0"), height="5")], "diameter is 0"),
        ([step("a", "extrude", {"kind": "blob"}, height="5")], "no outline is called 'blob'"),
        ([step("a", "twirl")], "no kind of step"),
        ([step("a", "extrude", circle("5"), height="5", depth="3")], "no field 'depth'"),
        ([step("a", "extrude", circle("5"), height="5", mode="melt")], "none of add, cut, common"),
        (
            [step("a", "extrude", circle("5")), step("b", "hole", on="a.top", diameter="9")],
            "leaves nothing",
        ),
        (
            [
                step("a", "extrude", circle("5")),
                step("b", "hole", on={"on": "a.top", "x": "50"}, diameter="2"),
            ],
            "meets no material",
        ),
        ([step("a", "extrude", circle("9")), step("s", "shell", wall="5")], "leaves no hollow"),
        (
            [step("a", "extrude", circle("9")), step("s", "shell", wall="1", floor="10")],
            "10 mm floor leaves no hollow",
        ),
        ([step("a", "extrude", circle("9")), step("s", "shell", open="lid")], "no face 'lid'"),
        ([step("a", "extrude", circle("9")), step("s", "combine", part="b")], "no part 'b'"),
        (
            [step("a", "extrude", circle("9")), step("c", "chamfer", where="corners")],
            "no sharp corners",
        ),
        (
            [step("a", "extrude", circle("9")), step("c", "chamfer", where="inner rim")],
            "no open rim",
        ),
    ],
)
def test_steps_refuse_in_the_makers_terms(steps, words) -> None:
    assert words in messages(solve(document(part("part", *steps))))


def test_switched_off_steps_are_left_out_and_said_to_be() -> None:
    body = step("body", "extrude", rectangle("20", "20"), height="10")
    off = {**step("knob", "extrude", circle("5"), on="body.top", height="5"), "enabled": False}
    solution = solve(
        document(part("part", body, off), measures=[{"name": "t", "expression": "part.knob.top"}])
    )
    assert volume(solution) == pytest.approx(4000)
    assert "switched off" in solution.measures["measures.t"].error.message


def test_named_faces_follow_a_change_of_size() -> None:
    def top_of(height: str) -> float:
        knob = step("knob", "extrude", circle("5"), on="body.top", height="4")
        body = step("body", "extrude", polygon(6, "20"), height=height)
        return solved(part("part", body, knob)).parts["part"].state.solid().bounds[5]

    assert top_of("10") == pytest.approx(14) and top_of("17") == pytest.approx(21)


def test_a_side_place_looks_out_of_the_part() -> None:
    body = step("body", "extrude", rectangle("20", "20"), height="20")
    peg = step(
        "peg", "extrude", circle("4"), on={"on": "body.right", "x": "3", "y": "5"}, height="6"
    )
    bounds = solved(part("part", body, peg)).parts["part"].state.solid().bounds
    assert bounds[3] == pytest.approx(16)
    holes = solved(
        part("part", body, step("h", "hole", on="body.back", diameter="3", reach="through"))
    )
    assert volume(holes) == pytest.approx(8000 - 7.07 * 20, rel=1e-3)


def test_solving_again_rebuilds_only_what_follows() -> None:
    parts, more = tin(polygon(8, "60", corners="5"), "lip")
    cache.forget_all()
    first = solve(document(*parts, **more))
    parts[0]["steps"][1]["fields"]["floor"] = "3"
    second = solve(document(*parts, **more))
    before = {r.step.id: r.state.key for r in first.parts["base"].steps}
    after = {r.step.id: r.state.key for r in second.parts["base"].steps}
    assert before["body"] == after["body"] and before["hollow"] != after["hollow"]
    assert second.parts["base"].steps[0].state.body is first.parts["base"].steps[0].state.body


def test_what_another_part_became_is_not_forgotten() -> None:
    """Nothing of the step that joins it changes: only the part it names."""
    for tall in ("10", "14", "10"):
        tool = part("tool", step("t", "extrude", rectangle("6", "6"), height=tall))
        host = part("host", step("b", "extrude", rectangle("30", "30"), height="5"),
                    step("j", "combine", part="tool"))  # fmt: skip
        assert volume(solved(tool, host), "host") == pytest.approx(4500 + 36 * (float(tall) - 5))


def test_three_hundred_chained_measures_solve() -> None:
    chain = [{"name": "m0", "expression": "1"}]
    chain += [{"name": f"m{i}", "expression": f"m{i - 1} + 1"} for i in range(1, 300)]
    solution = solved(measures=chain[::-1])
    assert solution.measures["measures.m299"].value == 300


@pytest.mark.parametrize("name", ["lantern", "windlass", "buoy", "creel"])
def test_a_sketch_is_the_same_thing_with_fewer_facets(name: str) -> None:
    project = demo_document(name)
    coarse, fine = sketch(project), solve(project)
    assert not coarse.errors
    facets = {True: 0, False: 0}
    for name in fine.parts:
        rough, smooth = coarse.parts[name].state, fine.parts[name].state
        assert rough.key != smooth.key  # kept apart: what is measured is never a sketch
        assert rough.solid().volume_mm3 == pytest.approx(smooth.solid().volume_mm3, rel=0.05)
        assert np.allclose(rough.solid().bounds, smooth.solid().bounds, atol=0.15)
        facets[True] += rough.solid().solid.num_tri()
        facets[False] += smooth.solid().solid.num_tri()
    assert facets[True] < 0.5 * facets[False]
