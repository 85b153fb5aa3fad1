"""Documents with one thing more, asked for over the API; nothing is kept by asking."""

from __future__ import annotations

import json

import pytest
from django.test import Client

from core.project.demo import starter_document
from workshop.models import Project, Revision

pytestmark = pytest.mark.django_db


def ask(address: str, /, **body):
    answer = Client().post(f"/api/{address}", json.dumps(body), content_type="application/json")
    return answer.status_code, answer.json()


@pytest.fixture
def empty() -> dict:
    return starter_document("empty").model_dump(mode="json")


def test_a_box_with_a_lid_is_begun_step_by_step(empty: dict) -> None:
    part = empty["parts"][0]["name"]
    status, first = ask(
        "begin/step", document=empty, part=part, kind="extrude", outline="rectangle"
    )
    assert status == 200 and first["name"] == "body"
    status, second = ask("begin/step", document=first["document"], part=part, kind="shell")
    assert status == 200
    status, lid = ask("begin/fit", document=second["document"], kind="slip lid", a=part)
    assert status == 200 and lid["document"]["fits"][0]["name"] == lid["name"]
    assert lid["document"]["parts"][1]["stance"] == "top"
    status, axle = ask("begin/kind", document=lid["document"], fit=lid["name"], kind="tray")
    assert axle["document"]["fits"][0]["kind"] == "tray"
    status, copied = ask("begin/copy", document=lid["document"], part=part)
    assert len(copied["document"]["parts"]) == 3
    status, more = ask("begin/part", document=lid["document"], label="Paddle")
    assert more["document"]["parts"][-1]["label"] == "Paddle"
    status, round_one = ask("begin/outline", document=first["document"], part=part, step="body",
                            path="outline", kind="circle")  # fmt: skip
    assert round_one["document"]["parts"][0]["steps"][0]["outline"]["kind"] == "circle"
    assert not Project.objects.exists() and not Revision.objects.exists()


@pytest.mark.parametrize(
    ("path", "body"),
    [
        ("begin/step", {"part": "nobody", "kind": "hole"}),
        ("begin/step", {"part": "part", "kind": "nothing"}),
        ("begin/step", {"part": "part", "kind": "hole", "way": 99}),
        ("begin/step", {"part": "part", "kind": "extrude", "outline": "nothing"}),
        ("begin/fit", {"kind": "nothing", "a": "part"}),
        ("begin/fit", {"kind": "clip", "a": "part"}),
        ("begin/kind", {"fit": "nothing", "kind": "clip"}),
        ("begin/copy", {"part": "nobody"}),
        ("begin/outline", {"part": "part", "step": "x", "path": "outline", "kind": "circle"}),
        ("begin/pieces", {"part": "part", "step": "x"}),
        ("begin/pieces", {"part": "nobody", "step": "x"}),
    ],
)
def test_what_cannot_begin_is_refused_in_words(empty: dict, path: str, body: dict) -> None:
    status, answer = ask(path, document=empty, **body)
    assert status == 422 and answer["message"]


def test_two_documents_are_told_apart(empty: dict) -> None:
    other = json.loads(json.dumps(empty))
    other["measures"] = [{"name": "wall", "expression": "2"}]
    status, lines = ask("differences", before=empty, after=other)
    assert status == 200
    assert [(one["what"], one["before"], one["after"]) for one in lines] == [
        ("measure wall", "-", "2")
    ]
    assert ask("differences", before=empty, after=empty)[1] == []


def test_the_catalogue_offers_every_way_once() -> None:
    told = Client().get("/api/catalogue").json()
    titles = [one["title"] for one in told["steps"]]
    assert len(set(titles)) == len(titles)
    assert titles[0] == "Raise a rectangle"
    assert all(one["about"] and one["title"][0].isupper() for one in told["steps"])
    offered = {one["at_face"] for one in told["steps"]} - {""}
    assert {"raise on it", "cut into it", "cut right through", "hole", "thread", "text"} <= offered
    assert {one["at_edge"] for one in told["steps"]} - {""} == {"round it", "chamfer it"}


def test_the_other_pieces_of_a_split_become_parts(empty: dict) -> None:
    part = empty["parts"][0]["name"]
    status, first = ask(
        "begin/step", document=empty, part=part, kind="extrude", outline="rectangle"
    )
    split = {"id": "cut", "kind": "split", "fields": {"at": "5 mm"}}
    first["document"]["parts"][0]["steps"].append(split)
    status, made = ask("begin/pieces", document=first["document"], part=part, step="cut")
    assert status == 200
    added = made["document"]["parts"][1]
    assert added["name"] == made["name"]
    assert [(s["kind"], s["fields"]) for s in added["steps"]] == [("piece", {"part": part})]
    # each has a colour of its own, and asked once more there is nothing left to make
    assert added["colour"] != made["document"]["parts"][0]["colour"]
    status, answer = ask("begin/pieces", document=made["document"], part=part, step="cut")
    assert status == 422 and "a part already" in answer["message"]


def test_a_project_begins_with_the_answers_given() -> None:
    client = Client()

    def begin(**body):
        answer = client.post("/api/projects", json.dumps(body), content_type="application/json")
        return answer.status_code, answer.json()

    asked = {one["name"]: one for one in client.get("/api/catalogue").json()["starters"]}
    wheel = asked["wheel"]
    assert wheel["meets"] and {ask["measure"] for ask in wheel["asks"]} >= {"across", "axle"}
    assert asked["empty"]["asks"] == []
    status, opened = begin(starter="wheel", units="in", answers={"across": "3in"})
    assert status == 201 and opened["document"]["units"] == "in"
    measures = {m["name"]: m["expression"] for m in opened["document"]["measures"]}
    axle = next(ask for ask in wheel["asks"] if ask["measure"] == "axle")
    assert measures["across"] == "3in" and measures["axle"] == axle["inches"]
    status, refused = begin(starter="wheel", answers={"across": "wide"})
    assert status == 422 and refused["where"] == "across"
    assert begin(starter="a castle")[0] == 422
    assert Project.objects.count() == 1  # nothing half begun is kept
