"""The API: saving never overwrites, answers follow the document, files are what they say."""

from __future__ import annotations

import io
import json
from unittest.mock import patch

import numpy as np
import pytest
import trimesh
from django.core.management import call_command
from django.test import Client

from core.formats import unpack_mesh
from core.project.cache import forget_all
from tests.covering import WHOLE
from tests.workshop.built import of_play_set, report, stages
from tests.workshop.built import opened as opened_again
from workshop import keeping, reports
from workshop.models import Project, Revision

pytestmark = pytest.mark.django_db


@pytest.fixture
def client() -> Client:
    of_play_set("sluice_gate", "hook_tin", "bait_tin")
    return Client()


def number(title: str) -> int:
    return Project.objects.get(title=title).id


def send(client: Client, method: str, path: str, body=None, **headers):
    return client.generic(
        method, path, json.dumps(body or {}), content_type="application/json", **headers
    )


@pytest.fixture
def opened(client: Client) -> dict:
    return opened_again(client, number("Bait tin"))


def edited(opened: dict, **measures: str) -> dict:
    document = json.loads(json.dumps(opened["document"]))
    for measure in document["measures"]:
        measure["expression"] = measures.get(measure["name"], measure["expression"])
    return document


def test_the_shelf_shows_the_worst_finding(client: Client) -> None:
    shelf = {item["title"]: item for item in client.get("/api/projects").json()}
    assert shelf["Bait tin"]["severity"] in ("good", "note") and shelf["Bait tin"]["count"] == 0
    assert shelf["Hook tin"]["severity"] == "warning" and "lines" in shelf["Hook tin"]["worst"]


def test_a_change_is_kept_and_its_consequences_told(client: Client, opened: dict) -> None:
    path = f"/api/projects/{opened['id']}"
    body = {"version": 1, "document": edited(opened, across="80"), "words": "across 72 → 80"}
    saved = send(client, "PUT", path, body).json()
    assert saved["version"] == 2 and saved["revision"] == 2 and saved["undo"] == "across 72 → 80"
    assert "report" not in saved  # saving is not building
    whole = stages(client, opened["id"], 2, since=1)[-1]
    told = {item["label"]: item["after"] for item in whole["consequences"]}
    assert told["Tin width"] == "80 mm" and told["Lid width"] == "80 mm" and "Lid mass" in told
    assert client.get(path).json()["document"] == body["document"]
    assert client.get(path).json()["report"] == whole["report"]


def test_a_version_comes_as_it_ends(client: Client, opened: dict) -> None:
    """Solids first, then each check, then the proof; remedies are asked for by themselves."""
    path = f"/api/projects/{opened['id']}"
    body = {"version": 1, "document": edited(opened, wall="0.9"), "words": "thin"}
    assert send(client, "PUT", path, body).status_code == 200
    forget_all()
    solids, *checks, proof = stages(client, opened["id"], 2, since=1)
    assert solids["stage"] == "solids" and proof["stage"] == "proof"
    assert {one["stage"] for one in checks} == {"check"}
    keys = [[part["key"] for part in one["report"]["parts"]] for one in (solids, proof)]
    assert keys[0] == keys[1] and any(keys[0])
    # each mesh is here as soon as its key is told
    assert all(client.get(f"{path}/mesh/{key}").status_code == 200 for key in keys[0] if key)
    assert not any(part["mass"] for part in solids["report"]["parts"])
    # what the checks told is what the proof says, each reading once, none before its checks ended
    found = [one["message"] for check in checks for one in check["findings"]]
    assert sorted(found) == sorted(one["message"] for one in proof["report"]["findings"])
    read = [one for check in checks for one in check["readings"]]
    assert sorted(read, key=str) == sorted(proof["report"]["readings"], key=str)
    for at, check in enumerate(checks):
        for reading in check["readings"]:
            assert not set(reading["checks"]) & {later["check"] for later in checks[at + 1 :]}
    thin = [one for one in proof["report"]["findings"] if one["severity"] == "stop"]
    assert thin and not any(one["remedy"] for one in thin)
    # the shelf hears of it; a version that is not the newest is not built
    shelf = {item["title"]: item for item in client.get("/api/projects").json()}
    assert shelf["Bait tin"]["severity"] == "stop"
    old = client.get(f"{path}/built?version=1")
    assert old.status_code == 409 and old.json()["version"] == 2
    # nor is anything tried for it: it may have been asked for while the newer one was kept
    assert client.get(f"{path}/tried?version=1").status_code == 204


def test_remedies_are_tried_apart_from_the_proof(client: Client) -> None:
    tin = number("Hook tin")
    found = report(client, tin, 1)["findings"]
    tried = client.get(f"/api/projects/{tin}/tried?version=1").json()
    assert [one | {"remedy": None} for one in tried] == found
    hangs = next(one for one in tried if one["check"] == "overhang")
    assert hangs["remedy"]["edits"] and "chamfer" in hangs["remedy"]["label"]


def test_opening_waits_for_no_proof(client: Client, opened: dict) -> None:
    path = f"/api/projects/{opened['id']}"
    forget_all()
    reports._KEPT.clear()
    with patch("workshop.reports.report_bit_by_bit", side_effect=AssertionError("it was proved")):
        fresh = client.get(path).json()
    assert not fresh["proved"] and fresh["report"]["readings"] == []
    assert all(part["key"] and part["mass"] is None for part in fresh["report"]["parts"])
    proof = stages(client, opened["id"], 1)[-1]
    again = client.get(path).json()
    assert again["proved"] and again["report"] == proof["report"]


def test_what_is_kept_is_not_built(client: Client, opened: dict) -> None:
    """Saving, undo, redo and going back answer without a solver."""
    path = f"/api/projects/{opened['id']}"
    with patch("workshop.reports.solve", side_effect=AssertionError("it was built")):
        body = {"version": 1, "document": edited(opened, across="81"), "words": "81"}
        assert send(client, "PUT", path, body).status_code == 200
        assert send(client, "POST", f"{path}/undo", {"version": 2}).status_code == 200
        assert send(client, "POST", f"{path}/redo", {"version": 3}).status_code == 200
        back = send(client, "POST", f"{path}/history/1/back", {"version": 4})
        assert back.status_code == 200 and back.json()["revision"] == 3


def test_a_stale_save_is_refused_and_nothing_lost(client: Client, opened: dict) -> None:
    path = f"/api/projects/{opened['id']}"
    mine = {"version": 1, "document": edited(opened, tall="40"), "words": "mine"}
    theirs = {"version": 1, "document": edited(opened, tall="50"), "words": "theirs"}
    assert send(client, "PUT", path, mine).status_code == 200
    refused = send(client, "PUT", path, theirs)
    assert refused.status_code == 409 and refused.json()["version"] == 2
    assert client.get(path).json()["document"]["measures"][1]["expression"] == "40"
    assert Revision.objects.filter(project=opened["id"]).count() == 2


def test_undo_and_redo_keep_every_revision(client: Client, opened: dict) -> None:
    path = f"/api/projects/{opened['id']}"
    for version, tall in enumerate(("40", "50"), start=1):
        send(
            client,
            "PUT",
            path,
            {"version": version, "document": edited(opened, tall=tall), "words": tall},
        )

    def tall_now(answer) -> str:
        return answer["document"]["measures"][1]["expression"]

    back = send(client, "POST", f"{path}/undo", {"version": 3}).json()
    assert tall_now(back) == "40" and back["redo"] == "50"
    start = send(client, "POST", f"{path}/undo", {"version": 4}).json()
    assert tall_now(start) == "34" and start["undo"] is None
    assert send(client, "POST", f"{path}/undo", {"version": 5}).json()["revision"] == 1
    again = send(client, "POST", f"{path}/redo", {"version": 6}).json()
    assert tall_now(again) == "40"
    # a new change on top of an undone one leaves the undone one in the books
    send(client, "PUT", path, {"version": 7, "document": edited(opened, tall="44"), "words": "44"})
    assert list(
        Revision.objects.order_by("number")
        .filter(project=opened["id"])
        .values_list("words", flat=True)
    ) == [
        "from the play set",
        "40",
        "50",
        "44",
    ]
    assert send(client, "POST", f"{path}/undo", {"version": 3}).status_code == 409


def test_an_invalid_document_is_refused_with_its_path(client: Client, opened: dict) -> None:
    document = edited(opened)
    document["parts"][0]["steps"][0]["id"] = "not a name"
    answer = send(
        client, "PUT", f"/api/projects/{opened['id']}", {"version": 1, "document": document}
    )
    assert answer.status_code == 422 and answer.json()["where"] == "parts.0.steps.0.id"


def test_what_a_maker_mistypes_is_kept_and_reported(client: Client, opened: dict) -> None:
    body = {"version": 1, "document": edited(opened, wall="2.4 +"), "words": "half typed"}
    assert send(client, "PUT", f"/api/projects/{opened['id']}", body).status_code == 200
    told = report(client, opened["id"], 2)
    wall = next(m for m in told["measures"] if m["name"] == "wall")
    assert wall["text"] == "2.4 +" and wall["error"]["position"] == 5


def test_a_preview_keeps_nothing(client: Client, opened: dict) -> None:
    document = opened["document"]
    edits = [{"path": "measures.tall", "text": "60"}]
    answer = send(client, "POST", "/api/preview", {"document": document, "edits": edits}).json()
    assert any(item["label"] == "Tin height" for item in answer["consequences"])
    assert Project.objects.get(id=opened["id"]).version == 1
    nowhere = send(
        client,
        "POST",
        "/api/preview",
        {"document": document, "edits": [{"path": "x.y", "text": ""}]},
    )
    assert nowhere.status_code == 422


def test_meshes_travel_packed_with_their_faces(client: Client, opened: dict) -> None:
    tin = opened["report"]["parts"][0]
    answer = client.get(f"/api/projects/{opened['id']}/mesh/{tin['key']}")
    positions, triangles, faces = unpack_mesh(answer.content)
    assert len(triangles) == tin["triangles"] and faces.max() == len(tin["faces"]) - 1
    mesh = trimesh.Trimesh(positions, triangles)
    assert mesh.volume == pytest.approx(tin["volume_mm3"], rel=1e-5)
    assert "immutable" in answer["Cache-Control"]
    assert client.get(f"/api/projects/{opened['id']}/mesh/unknown").status_code == 404


def test_a_change_is_sketched_before_it_is_kept(client: Client, opened: dict) -> None:
    document = edited(opened, across="70")
    drawn = send(client, "POST", "/api/sketch", {"document": document}).json()
    lid = next(part for part in drawn["parts"] if part["name"] == "lid")
    positions, triangles, _ = unpack_mesh(
        client.get(f"/api/projects/{opened['id']}/mesh/{lid['key']}").content
    )
    assert np.ptp(positions, axis=0) == pytest.approx(lid["size_mm"], abs=1e-4)
    assert len(triangles) < next(
        part["triangles"] for part in opened["report"]["parts"] if part["name"] == "lid"
    )
    assert [fit["name"] for fit in drawn["fits"]] == [
        fit["name"] for fit in opened["report"]["fits"]
    ]
    assert Project.objects.get(id=opened["id"]).version == 1
    again = send(client, "POST", "/api/sketch", {"document": document}).json()
    assert again == drawn
    bad = send(client, "POST", "/api/sketch", {"document": {"parts": 3}})
    assert bad.status_code == 422


def test_a_measure_is_pushed_until_something_breaks(client: Client) -> None:
    gate = number("Sluice gate")
    found = client.get(f"/api/projects/{gate}/pushed/measures.thick").json()
    assert found["low"]["finding"]["check"] == "wall"
    assert found["low"]["breaks"] < found["low"]["value"] < found["value"] < found["high"]["value"]
    assert client.get(f"/api/projects/{gate}/pushed/measures.none").status_code == 404


def test_exports_and_the_document(client: Client, opened: dict) -> None:
    path = f"/api/projects/{opened['id']}"
    answer = client.get(f"{path}/export/lid/stl")
    assert "Bait tin lid.stl" in answer["Content-Disposition"]
    assert trimesh.load_mesh(io.BytesIO(answer.content), file_type="stl").is_watertight
    assert client.get(f"{path}/export/all").content[:2] == b"PK"
    assert client.get(f"{path}/export/lid/doc").status_code == 422
    assert client.get(f"{path}/export/lip/stl").status_code == 422
    document = json.loads(client.get(f"{path}/document").content)
    again = send(client, "POST", "/api/projects", {"document": document})
    assert again.status_code == 201 and again.json()["document"] == opened["document"]


def test_starting_and_throwing_away(client: Client) -> None:
    starters = client.get("/api/catalogue").json()["starters"]
    assert len(starters) > 20
    for starter in starters if WHOLE else starters[::6]:  # each is solved by test_starters
        made = send(client, "POST", "/api/projects", {"starter": starter["name"]})
        assert made.status_code == 201, starter
    path = f"/api/projects/{made.json()['id']}"
    assert client.delete(path).status_code == 204  # into the bin
    assert client.delete(path).status_code == 204  # and out for good
    assert client.get(path).status_code == 404
    assert send(client, "POST", "/api/projects", {"starter": "nothing"}).status_code == 422
    assert send(client, "POST", "/api/projects", {"document": {"format": "x"}}).status_code == 422


def test_the_demo_is_loaded_once_only(db: None) -> None:
    call_command("load_demo", verbosity=0)
    Project.objects.filter(title="Bait tin").delete()
    call_command("load_demo", verbosity=0)
    assert not Project.objects.filter(title="Bait tin").exists()


def test_changes_from_other_sites_are_refused(client: Client, opened: dict) -> None:
    path = f"/api/projects/{opened['id']}"
    assert client.delete(path, headers={"origin": "http://elsewhere.example"}).status_code == 403
    assert client.delete(path, headers={"origin": "http://testserver"}).status_code == 204


def test_the_published_description_is_the_one_the_client_was_made_from(
    client: Client, tmp_path
) -> None:
    from pathlib import Path

    fresh = tmp_path / "openapi.json"
    call_command("write_openapi", fresh)
    kept = Path(__file__).resolve().parents[2] / "web/src/api/openapi.json"
    assert json.loads(fresh.read_text()) == json.loads(kept.read_text())
    assert client.get("/api/openapi.json").status_code == 200


def test_keeping_refuses_to_skip_versions(client: Client, opened: dict) -> None:
    project = Project.objects.get(id=opened["id"])
    with pytest.raises(keeping.Stale):
        keeping.save(project.id, 99, keeping.document_of(project), "from the future")
