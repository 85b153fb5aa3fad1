"""Two documents that grew from one, put together."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.errors import DocumentError
from core.project.demo import DEMO, demo_document
from core.project.document import from_data
from core.project.edits import Edit, apply_edits
from core.project.merging import merged
from core.project.schema import Project
from core.project.solve import sketch


def project(**changes: Any) -> Project:
    """A tin with a lid, told anew."""
    steps = [
        {"id": "body", "kind": "extrude", "fields": {"height": "tall"},
         "outline": {"kind": "rectangle", "fields": {"length": "40", "depth": "30"}}},
        {"id": "hole", "kind": "hole", "fields": {"diameter": "5"}},
    ]  # fmt: skip
    return from_data(
        {
            "format": "fair-hinge-project", "version": 2, "title": "Tin",
            "measures": [{"name": n, "expression": e} for n, e in (("tall", "20"), ("wall", "2"))],
            "parts": [{"name": "tin", "steps": steps}, {"name": "lid", "steps": steps[:1]}],
            **changes,
        }
    )  # fmt: skip


def changed(document: Project, *edits: tuple[str, str]) -> Project:
    return apply_edits(document, [Edit(path, text) for path, text in edits])


def without(document: Project, part: str, step: str) -> Project:
    data = document.model_dump(mode="json")
    for one in data["parts"]:
        if one["name"] == part:
            one["steps"] = [s for s in one["steps"] if s["id"] != step]
    return from_data(data)


BASE = project()


def test_what_does_not_touch_is_taken_from_both() -> None:
    mine = changed(BASE, ("measures.tall", "24"), ("parts.tin.steps.hole.fields.diameter", "6"))
    theirs = changed(
        BASE, ("measures.wall", "3"), ("parts.lid.steps.body.outline.fields.depth", "31")
    )
    found, conflicts = merged(BASE, mine, theirs)
    assert conflicts == []
    assert found == changed(
        BASE, ("measures.tall", "24"), ("measures.wall", "3"),
        ("parts.tin.steps.hole.fields.diameter", "6"),
        ("parts.lid.steps.body.outline.fields.depth", "31"),
    )  # fmt: skip


def test_the_same_changed_otherwise_is_told_and_chosen() -> None:
    mine = changed(BASE, ("measures.tall", "24"), ("parts.tin.steps.hole.fields.diameter", "6"))
    theirs = changed(BASE, ("measures.tall", "26"), ("parts.tin.steps.hole.fields.diameter", "6"))
    found, (one,) = merged(BASE, mine, theirs)
    told = (one.path, one.before, one.mine, one.theirs)
    assert told == ("measures.tall.expression", "20", "24", "26")
    assert found == theirs  # until it is chosen
    for side, document in (("mine", mine), ("theirs", theirs)):
        assert merged(BASE, mine, theirs, {one.path: side}) == (document, [])  # type: ignore[dict-item]


def test_what_one_strikes_out_and_the_other_changes_is_told() -> None:
    mine = without(BASE, "tin", "hole")
    theirs = changed(BASE, ("parts.tin.steps.hole.fields.diameter", "6"))
    _, (one,) = merged(BASE, mine, theirs)
    assert one.path == "parts.tin.steps.hole" and one.mine is None
    assert one.theirs["fields"]["diameter"] == "6"
    assert merged(BASE, mine, theirs, {one.path: "mine"})[0] == mine
    # struck out by one and left alone by the other it is out
    assert merged(BASE, mine, BASE) == (mine, []) and merged(BASE, BASE, mine) == (mine, [])


def test_what_is_put_in_on_both_sides_stands_where_each_put_it() -> None:
    def with_step(at: int, name: str) -> Project:
        data = BASE.model_dump(mode="json")
        data["parts"][0]["steps"].insert(at, {"id": name, "kind": "hole", "fields": {}})
        return from_data(data)

    found, conflicts = merged(BASE, with_step(1, "mine"), with_step(2, "theirs"))
    assert conflicts == []
    assert [step.id for step in found.parts[0].steps] == ["body", "mine", "hole", "theirs"]
    # an order that one side made is kept
    data = BASE.model_dump(mode="json")
    data["parts"][0]["steps"].reverse()
    found, conflicts = merged(BASE, from_data(data), with_step(2, "theirs"))
    assert [step.id for step in found.parts[0].steps] == ["hole", "theirs", "body"]
    assert conflicts == []


def test_an_outline_of_another_kind_is_one_thing_and_of_the_same_kind_its_fields_are() -> None:
    here = changed(BASE, ("parts.tin.steps.body.outline.fields.length", "41"))
    there = changed(BASE, ("parts.tin.steps.body.outline.fields.depth", "31"))
    found, conflicts = merged(BASE, here, there)
    outline = found.parts[0].steps[0].outline
    assert outline is not None and outline.fields == {"length": "41", "depth": "31"}
    assert conflicts == []
    data = BASE.model_dump(mode="json")
    data["parts"][0]["steps"][0]["outline"] = {"kind": "circle", "fields": {"diameter": "30"}}
    _, (one,) = merged(BASE, here, from_data(data))
    assert one.path == "parts.tin.steps.body.outline"


def test_half_a_place_is_taken_from_nobody() -> None:
    def at(**place: str) -> Project:
        data = BASE.model_dump(mode="json")
        data["parts"][0]["steps"][1]["place"] = {"on": "body.top", **place}
        return from_data(data)

    _, (one,) = merged(at(), at(x="3"), at(y="4"))
    assert one.path == "parts.tin.steps.hole.place"


def test_what_together_is_no_document_is_refused() -> None:
    data = BASE.model_dump(mode="json")
    joined = {"name": "meet", "kind": "lip lid", "parts": ["tin", "lid"]}
    mine = from_data({**data, "fits": [joined]})
    theirs = from_data({**data, "parts": data["parts"][:1]})
    with pytest.raises(DocumentError, match="'lid' that is not there"):
        merged(BASE, mine, theirs)


PLACES = [
    "measures.tall",
    "measures.wall",
    "parts.tin.steps.hole.fields.diameter",
    "parts.lid.steps.body.outline.fields.depth",
    "parts.tin.steps.body.fields.height",
]
EDITS = st.dictionaries(st.sampled_from(PLACES), st.sampled_from(["11", "12", "13"]))


@given(EDITS, EDITS)
def test_of_any_two_sets_of_edits_only_those_that_differ_meet(
    here: dict[str, str], there: dict[str, str]
) -> None:
    mine, theirs = (changed(BASE, *one.items()) for one in (here, there))
    found, conflicts = merged(BASE, mine, theirs)
    meet = {path for path in here.keys() & there.keys() if here[path] != there[path]}
    assert {one.path.removesuffix(".expression") for one in conflicts} == meet
    assert len(conflicts) == len(meet)
    assert found == changed(BASE, *(here | there).items())  # theirs where they meet
    mine_chosen = {one.path: "mine" for one in conflicts}
    assert merged(BASE, mine, theirs, mine_chosen) == (  # type: ignore[arg-type]
        changed(BASE, *(there | here).items()), []
    )  # fmt: skip


@pytest.mark.parametrize("name", DEMO)
def test_a_change_and_none_is_that_change(name: str) -> None:
    base = demo_document(name)
    mine = base.model_copy(update={"notes": "mine"})
    theirs = base.model_copy(update={"title": "theirs"})
    both, conflicts = merged(base, mine, theirs)
    assert (both.notes, both.title, conflicts) == ("mine", "theirs", [])
    assert merged(base, base, base) == (base, [])
    assert not any(
        part.state.body is None and part.part.steps for part in sketch(both).parts.values()
    )
