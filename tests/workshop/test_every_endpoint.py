"""Every operation of the API asked for once, as the screens do, and what it answers looked into.

`test_described` tries each with all manner of requests; here each does its job. The last test sees
to it that none is forgotten.
"""

from __future__ import annotations

import ast
import io
import json
import zipfile
from pathlib import Path
from typing import Any

import numpy as np
import pytest
import trimesh
from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management import call_command
from django.test import Client
from PIL import Image

from core.formats import unpack_mesh
from core.process import Process
from core.project.starters import begun
from tests.workshop.built import proved_aside, stages
from workshop import keeping, models
from workshop.api import api

pytestmark = pytest.mark.django_db

# signing in, invitations and sharing: tests/workshop/test_makers.py walks those, makers told apart
AT_THE_DOOR = {
    ("POST", "/api/sign-in"),
    ("POST", "/api/sign-out"),
    ("POST", "/api/join"),
    ("POST", "/api/invitations"),
    ("GET", "/api/makers"),
    ("PUT", "/api/makers/{maker}"),
    ("POST", "/api/makers/{maker}/again"),
    ("GET", "/api/projects/{project_id}/shares"),
    ("PUT", "/api/projects/{project_id}/shares"),
}
# what outlives a restart is asked for, stopped and mended there: tests/workshop/test_jobs.py
QUEUED = {
    ("POST", "/api/jobs/{job_id}/cancel"),
    ("POST", "/api/jobs/{job_id}/mend"),
    ("DELETE", "/api/jobs/{job_id}"),
}
# put back into books that are open elsewhere: a server of its own, tests/workshop/test_books.py
RESTORED = {("POST", "/api/restore")}
# asked for through `built.stages`, line by line
STREAMED = {("GET", "/api/projects/{project_id}/built")}


class Maker:
    """Asks as a page does: by an operation's path, with the values that go into it."""

    def __init__(self) -> None:
        self.client = Client()

    def ask(
        self,
        method: str,
        operation: str,
        body: Any = None,
        query: str = "",
        status: int = 200,
        **at: Any,
    ) -> Any:
        address = operation.format(**at) + query
        if isinstance(body, dict) and any(isinstance(v, SimpleUploadedFile) for v in body.values()):
            answer = self.client.post(address, body)
        else:
            answer = self.client.generic(
                method, address, json.dumps(body or {}), content_type="application/json"
            )
        assert answer.status_code == status, (method, address, answer.content[:400])
        if status == 204:
            return None
        if answer.get("Content-Type", "").startswith("application/json"):
            return answer.json()
        return b"".join(answer.streaming_content) if answer.streaming else answer.content

    def get(self, operation: str, query: str = "", **at: Any) -> Any:
        return self.ask("GET", operation, query=query, **at)

    def post(self, operation: str, body: Any = None, status: int = 200, **at: Any) -> Any:
        return self.ask("POST", operation, body, status=status, **at)


@pytest.fixture
def maker() -> Maker:
    models.Process.objects.create(name="Towpath 220, PLA", given=Process().model_dump(mode="json"))
    return Maker()


@pytest.fixture
def tin(maker: Maker) -> int:
    """A box with its lid."""
    return keeping.create(begun("lidded_box"), "started").id


def document_of(project: int) -> dict[str, Any]:
    found = models.Project.objects.select_related("current").get(id=project)
    return keeping.document_of(found).model_dump(mode="json")


def plate() -> dict[str, Any]:
    """One plate, 40 by 30 by 4, with a hole of 6."""
    return {
        "format": "fair-hinge-project",
        "version": 2,
        "title": "Lock plate",
        "measures": [{"name": "wide", "expression": "40 mm", "kind": "length", "note": ""}],
        "parts": [
            {
                "name": "plate",
                "label": "Plate",
                "steps": [
                    {
                        "id": "body",
                        "kind": "extrude",
                        "fields": {"height": "4"},
                        "outline": {
                            "kind": "rectangle",
                            "fields": {"width": "wide", "depth": "30"},
                        },
                    },
                    {
                        "id": "hole",
                        "kind": "hole",
                        "fields": {"diameter": "6"},
                        "place": {"on": "body.top"},
                    },
                ],
            }
        ],
    }


PLATE_MM3 = (40 * 30 - np.pi * 9) * 4


def cube(side: float = 20.0) -> SimpleUploadedFile:
    return SimpleUploadedFile("cube.stl", trimesh.creation.box((side,) * 3).export(file_type="stl"))


def square() -> SimpleUploadedFile:
    """A drawing of a square of 10 mm."""
    return SimpleUploadedFile(
        "mark.svg",
        b'<svg xmlns="http://www.w3.org/2000/svg" width="10mm" height="10mm" viewBox="0 0 10 10">'
        b'<rect width="10" height="10"/></svg>',
    )


def picture(shade: int) -> SimpleUploadedFile:
    out = io.BytesIO()
    Image.new("RGB", (64, 48), (shade, 90, 60)).save(out, "PNG")
    return SimpleUploadedFile("photo.png", out.getvalue())


# -- the shelf -----------------------------------------------------------------------------------


def test_a_project_is_begun_kept_copied_thrown_away_and_brought_back(maker: Maker) -> None:
    made = maker.post("/api/projects", {"document": plate()}, 201)
    number = made["id"]
    assert made["version"] == 1 and made["document"]["title"] == "Lock plate"

    told = maker.ask("PATCH", "/api/projects/{project_id}", {"folder": "Locks"}, project_id=number)
    assert told["folder"] == "Locks"
    again = maker.post("/api/projects/{project_id}/copy", None, 201, project_id=number)
    assert maker.get("/api/projects")[0]["title"] == again["title"]

    maker.ask("DELETE", "/api/projects/{project_id}", status=204, project_id=number)
    assert [one["id"] for one in maker.get("/api/bin")] == [number]
    maker.post("/api/projects/{project_id}/back", project_id=number)
    assert not maker.get("/api/bin")
    # drawn where nobody draws aside
    drawn = maker.get("/api/projects/{project_id}/picture", project_id=number)
    assert Image.open(io.BytesIO(drawn)).format == "WEBP"


def test_the_play_set_comes_and_goes(maker: Maker) -> None:
    call_command("load_demo", verbosity=0)
    with proved_aside():
        count = len(maker.get("/api/projects"))
    assert count > 20
    assert maker.post("/api/play-set", {"away": True})["away"]
    assert maker.get("/api/play-set")["away"] and not maker.get("/api/projects")
    assert not maker.post("/api/play-set", {"away": False})["away"]
    with proved_aside():
        assert len(maker.get("/api/projects")) == count


def test_what_there_is_to_begin_with_and_to_read(maker: Maker) -> None:
    catalogue = maker.get("/api/catalogue")
    assert {"steps", "fits", "outlines", "starters", "moves", "cannot"} <= set(catalogue)
    names = maker.get("/api/pages")
    assert {one["room"] for one in names} == {"steps", "fits", "checks"}
    for room in ("steps", "fits", "checks"):
        one = next(name for name in names if name["room"] == room)
        page = maker.get("/api/pages/{room}/{kind}", room=room, kind=one["kind"])
        assert page["title"] == one["title"]
    begun_with = maker.post("/api/starters/preview", {"starter": "jar", "units": "in"})
    assert begun_with["units"] == "in" and begun_with["severity"] in ("good", "note")


# -- a document and what can be done to it -------------------------------------------------------


def test_documents_grow_by_what_is_begun(maker: Maker) -> None:
    document = plate()
    step = {"document": document, "part": "plate", "kind": "hole", "on": "body.top"}
    found = maker.post("/api/begin/step", step)
    assert found["name"] in [one["id"] for one in found["document"]["parts"][0]["steps"]]
    hole = {"part": "plate", "step": found["name"], "on": "body.bottom", "near": [0.5, 0.5, 0]}
    moved = maker.post("/api/begin/place", {"document": found["document"], **hole})
    (step,) = [one for one in moved["document"]["parts"][0]["steps"] if one["id"] == moved["name"]]
    assert step["place"]["on"] == "body.bottom"
    found = maker.post("/api/begin/part", {"document": document, "label": "Knob"})
    assert [one["label"] for one in found["document"]["parts"]] == ["Plate", "Knob"]
    found = maker.post("/api/begin/copy", {"document": document, "part": "plate"})
    assert len(found["document"]["parts"]) == 2

    fit = {"document": document, "kind": "plug", "a": "plate", "on_a": "body.top"}
    fitted = maker.post("/api/begin/fit", fit)
    assert [one["kind"] for one in fitted["document"]["fits"]] == ["plug"]
    other = {"document": fitted["document"], "fit": fitted["name"], "kind": "screw"}
    assert maker.post("/api/begin/kind", other)["document"]["fits"][0]["kind"] == "screw"

    at = {"document": document, "part": "plate", "step": "body", "path": "outline"}
    round_ = maker.post("/api/begin/outline", {**at, "kind": "circle"})
    assert round_["document"]["parts"][0]["steps"][0]["outline"]["kind"] == "circle"
    apart = maker.post("/api/outlines/apart", at)
    outline = apart["document"]["parts"][0]["steps"][0]["outline"]
    assert outline["kind"] == "moves" and "close" in outline["fields"]["moves"]

    path = "parts.plate.steps.body.outline.fields.moves"
    desk = maker.post("/api/outlines/desk", {"document": apart["document"], "path": path})
    # a rectangle drawn by hand: as wide and as deep as it was
    points = np.array([one["a"] for one in desk["segments"]])
    assert np.ptp(points, axis=0) == pytest.approx((40, 30))
    drawing = maker.post("/api/trace", {"file": square()})["path"]
    brought = maker.post("/api/outlines/in", {**at, "drawing": drawing})
    moves = brought["document"]["parts"][0]["steps"][0]["outline"]
    desk = maker.post("/api/outlines/desk", {"document": brought["document"], "path": path})
    assert moves["kind"] == "moves"
    assert np.ptp([one["a"] for one in desk["segments"]], axis=0) == pytest.approx((10, 10))


def test_a_split_leaves_pieces_that_are_parts(maker: Maker) -> None:
    document = plate()
    cut = {"id": "cut", "kind": "split", "fields": {"at": "2 mm"}}
    document["parts"][0]["steps"].append(cut)
    asked = {"document": document, "part": "plate", "step": "cut"}
    found = maker.post("/api/begin/pieces", asked)
    drawn = maker.post("/api/sketch", {"document": found["document"]})
    assert [one["size_mm"][2] for one in drawn["parts"]] == pytest.approx([2, 2])


def test_documents_are_looked_at_compared_and_measured_without_being_kept(maker: Maker) -> None:
    document = plate()
    drawn = maker.post("/api/sketch", {"document": document})
    assert drawn["parts"][0]["size_mm"] == pytest.approx([40, 30, 4], abs=0.01)

    wide = {"path": "measures.wide", "text": "50 mm"}
    tried = maker.post("/api/preview", {"document": document, "edits": [wide], "against": document})
    assert tried["report"]["parts"][0]["size_mm"][0] == pytest.approx(50, abs=0.01)
    assert any("50 mm" in one["after"] for one in tried["consequences"])

    other = json.loads(json.dumps(document))
    other["measures"][0]["expression"] = "50 mm"
    (change,) = maker.post("/api/differences", {"before": document, "after": other})
    assert (change["before"], change["after"]) == ("40 mm", "50 mm")

    body = "parts.plate.steps.body.place"
    asked = maker.post("/api/options", {"document": document, "path": f"{body}.x_from"})
    assert asked["options"][0] == {"value": "", "words": "right of the middle"}
    assert asked["beside"][0] == {"value": "", "words": "up from the middle"}

    named = maker.post("/api/rename", {"document": document, "old": "wide", "new": "across"})
    fields = named["document"]["parts"][0]["steps"][0]["outline"]["fields"]
    assert fields["width"] == "across"

    read = maker.post(
        "/api/measure", {"document": document, "of": ["plate: body.left", "plate: body.right"]}
    )
    assert any(one["value"] == pytest.approx(40, abs=0.01) for one in read)

    assert maker.post("/api/trace", {"file": square()})["path"]


# -- a project and its versions -------------------------------------------------------------------


def test_a_project_is_changed_undone_named_and_gone_back_to(maker: Maker, tin: int) -> None:
    path = "/api/projects/{project_id}"
    opened = maker.get(path, project_id=tin)
    document = opened["document"]
    document["notes"] = "first"
    save = {"version": 1, "document": document, "words": "a note"}
    assert maker.ask("PUT", path, save, project_id=tin)["undo"] == "a note"
    assert maker.get(path + "/version", project_id=tin)["version"] == 2
    assert maker.get(path + "/kept", project_id=tin)["document"]["notes"] == "first"

    undone = maker.post(path + "/undo", {"version": 2}, project_id=tin)
    assert undone["redo"] == "a note" and undone["document"]["notes"] == ""
    again = maker.post(path + "/redo", {"version": undone["version"]}, project_id=tin)
    assert again["document"]["notes"] == "first"

    history = maker.get(path + "/history", project_id=tin)
    assert [one["words"] for one in history][-1] == "started" or history[0]["words"] == "started"
    numbers = sorted(one["number"] for one in history)
    named = maker.post(
        path + "/history/{number}/name", {"name": "as printed"},
        project_id=tin, number=numbers[0],
    )  # fmt: skip
    assert any(one["name"] == "as printed" for one in named)
    compared = maker.get(
        path + "/history/compare", f"?a={numbers[0]}&b={numbers[-1]}", project_id=tin
    )
    assert compared["differences"]
    back = maker.post(
        path + "/history/{number}/back", {"version": again["version"]},
        project_id=tin, number=numbers[0],
    )  # fmt: skip
    assert back["document"]["notes"] == ""
    kept = maker.get(path + "/document", project_id=tin)
    told = kept if isinstance(kept, dict) else json.loads(kept)
    assert told["format"] == "fair-hinge-project" and told["notes"] == ""


def test_two_changes_that_do_not_touch_are_put_together(maker: Maker, tin: int) -> None:
    path = "/api/projects/{project_id}"
    first = maker.get(path, project_id=tin)
    mine = json.loads(json.dumps(first["document"]))
    mine["notes"] = "mine"
    theirs = json.loads(json.dumps(first["document"]))
    theirs["title"] = "Their tin"
    save = {"version": 1, "document": theirs, "words": "renamed"}
    maker.ask("PUT", path, save, project_id=tin)
    merged = maker.post(
        path + "/merge", {"revision": first["revision"], "document": mine}, project_id=tin
    )
    assert not merged["conflicts"]
    assert (merged["document"]["title"], merged["document"]["notes"]) == ("Their tin", "mine")


def test_a_version_is_built_seen_and_taken_away(maker: Maker) -> None:
    at = {"document": plate(), "part": "plate", "step": "body", "path": "outline"}
    document = maker.post("/api/outlines/apart", at)["document"]
    number = maker.post("/api/projects", {"document": document}, 201)["id"]
    path = "/api/projects/{project_id}"
    proof = stages(maker.client, number, 1)[-1]["report"]
    (part,) = proof["parts"]
    assert part["volume_mm3"] == pytest.approx(PLATE_MM3, rel=2e-4)
    maker.ask("GET", path + "/tried", query="?version=1", project_id=number)
    maker.ask("DELETE", path + "/built", status=204, project_id=number)
    assert maker.post(path + "/ahead", {"document": plate()}, project_id=number) is True

    packed = maker.get(path + "/mesh/{key}", project_id=number, key=part["key"])
    points, triangles, _ = unpack_mesh(packed)
    solid = trimesh.Trimesh(points, triangles)
    assert solid.is_watertight and solid.volume == pytest.approx(PLATE_MM3, rel=2e-4)
    marks = maker.get(path + "/marks", project_id=number)
    for one in marks["parts"]:
        if one["key"]:
            drawn = maker.get(path + "/marks/{key}", project_id=number, key=one["key"])
            assert drawn[:4] == b"FHK1"

    stl = maker.get(path + "/export/{part}/{kind}", project_id=number, part="plate", kind="stl")
    read = trimesh.load_mesh(io.BytesIO(stl), file_type="stl")
    assert read.volume == pytest.approx(PLATE_MM3, rel=2e-4)
    together = maker.get(path + "/export/all", project_id=number)
    assert zipfile.ZipFile(io.BytesIO(together)).testzip() is None
    outline = "parts.plate.steps.body.outline.fields.moves"
    for kind, begins in (("svg", b"<"), ("dxf", b"  0")):
        drawn = maker.get(
            path + "/outlines/{path}.{kind}", project_id=number, path=outline, kind=kind
        )
        assert drawn.startswith(begins), drawn[:40]
    sizes = maker.get(path + "/sizes", project_id=number)
    assert any(one["value"] == pytest.approx(6, abs=0.02) for one in sizes)
    pushed = maker.get(path + "/pushed/{path}", project_id=number, path="measures.wide")
    assert pushed


def test_parts_stand_lie_and_are_sliced(maker: Maker, tin: int) -> None:
    path = "/api/projects/{project_id}"
    part = document_of(tin)["parts"][0]["name"]
    at = {"project_id": tin, "name": part}
    stances = maker.get(path + "/parts/{name}/stances", **at)
    assert stances and all(one["stances"] for one in stances)
    tipped = maker.get(path + "/parts/{name}/tipped", "?forward=90&right=0", **at)
    faced = maker.get(path + "/parts/{name}/faced", "?x=0&y=1&z=0", **at)
    assert tipped["stances"] and faced["stances"]
    beds = maker.get(path + "/beds", project_id=tin)
    assert beds["beds"] and not beds["too_large"]
    sliced = maker.get(path + "/parts/{name}/sliced", **at)
    assert sliced["layers"] and sliced["mass_g"] > 0
    layer = maker.get(path + "/parts/{name}/sliced/{index}", index=3, **at)
    assert layer["walls"] or layer["skins"] or layer["infill"]
    lists = maker.get(path + "/to-buy", project_id=tin), maker.get(path + "/to-buy.csv", **at)
    assert (lists[0]["lines"], lists[0]["unknown"]) == ([], [])
    (filament,) = lists[0]["filament"]
    assert filament["mass_g"] > 1 and lists[1].count(b"\r\n") == 2
    compared = maker.get(path + "/compare", project_id=tin)
    assert len(compared["rows"]) > 5
    variants = maker.get(path + "/variants", "?version=1", project_id=tin)
    assert len(variants) >= 1
    even = maker.post("/api/break-even", {"lasting": 100, "throwaway": 12, "each_use": 2})
    assert even["uses"] == 11  # at ten uses both come to 120


def test_a_track_moves_and_takes_a_maze(maker: Maker) -> None:
    lock = keeping.create(begun("twist_lock"), "started").id
    fit = document_of(lock)["fits"][0]["name"]
    path = "/api/projects/{project_id}/fits/{name}"
    moved = maker.get(path + "/motion", project_id=lock, name=fit)
    assert moved["poses"]
    laid = maker.post(path + "/maze", {"turns": 2, "seed": 7}, project_id=lock, name=fit)
    assert laid == maker.post(path + "/maze", {"turns": 2, "seed": 7}, project_id=lock, name=fit)
    assert laid["path"] != maker.post(
        path + "/maze", {"turns": 2, "seed": 8}, project_id=lock, name=fit
    )["path"]  # fmt: skip


# -- bench and logbook ----------------------------------------------------------------------------


def test_a_process_is_made_taught_followed_and_taken_off(maker: Maker, tin: int) -> None:
    (process,) = maker.get("/api/bench")
    number = process["id"]
    new = {"like": number, "printer": "Weir 300", "material": "PETG", "nozzle_mm": 0.6,
           "layer_mm": 0.3, "bed_mm": [300, 300, 300]}  # fmt: skip
    other = maker.post("/api/bench", new, 201)
    assert other["material"]["name"] == "PETG"
    given = other["given"] | {"layer_mm": 0.25}
    changed = maker.ask(
        "PUT", "/api/bench/{process_id}", {"name": "Weir, fine", "process": given},
        process_id=other["id"],
    )  # fmt: skip
    assert changed["given"]["layer_mm"] == 0.25

    kind = process["gauges"][0]["kind"]
    at = {"process_id": number, "kind": kind}
    gauge = maker.post("/api/bench/{process_id}/gauges/{kind}", None, 201, **at)
    assert gauge["document"]["parts"]
    made_up = maker.post("/api/bench/{process_id}/stand-in/{kind}", **at)
    result = {"gauge": kind, "entries": made_up["entries"], "keep": True, "made_up": True}
    taught = maker.post("/api/bench/{process_id}/results", result, process_id=number)
    assert taught["after"]["sigma"] > 0
    assert len(maker.get("/api/bench")[0]["results"]) == 1

    version = maker.get("/api/projects/{project_id}/version", project_id=tin)["version"]
    meant = {"version": version, "process": number}
    maker.post("/api/projects/{project_id}/process", meant, project_id=tin)
    follows = maker.get("/api/bench/{process_id}/follows", process_id=number)
    assert {one["project"] for one in follows} <= {tin, gauge["id"]}
    taken = maker.post("/api/bench/{process_id}/take", {"projects": [tin]}, process_id=number)
    assert taken["changed"] in (0, 1)

    struck = maker.get("/api/bench")[0]["results"][0]["id"]
    maker.ask("DELETE", "/api/bench/results/{result_id}", status=204, result_id=struck)
    maker.ask("DELETE", "/api/bench/{process_id}", status=204, process_id=other["id"])
    rest = {one["kind"]: one["id"] for one in maker.get("/api/bin/rest")}
    assert set(rest) == {"result", "process"}
    back = "/api/bin/{kind}/{number}/back"
    maker.post(back, status=204, kind="result", number=rest["result"])
    assert len(maker.get("/api/bench")[0]["results"]) == 1
    maker.ask(
        "DELETE", "/api/bin/{kind}/{number}", status=204, kind="process", number=rest["process"]
    )
    assert not maker.get("/api/bin/rest")


def test_a_print_is_planned_weighed_written_down_photographed_and_struck(
    maker: Maker, tin: int
) -> None:
    parts = [one["name"] for one in document_of(tin)["parts"]]
    path = "/api/projects/{project_id}"
    plan = maker.post(path + "/plan", {"parts": parts}, 201, project_id=tin)
    assert [item["title"] for one in plan for item in one["items"]]
    process = maker.get("/api/bench")[0]["id"]
    weighed = maker.ask("PUT", "/api/plan/spool/{process_id}", {"grams": 400}, process_id=process)
    assert any(one["spool_g"] == 400 for one in weighed)
    planned = next(item["id"] for one in maker.get("/api/plan") for item in one["items"])
    left = maker.ask("DELETE", "/api/plan/{planned_id}", planned_id=planned)
    assert not any(one["items"] for one in left)

    tried = maker.post(path + "/trial", {"parts": parts}, project_id=tin)
    assert tried["sizes"]
    written = maker.post(
        path + "/prints",
        {"parts": parts, "printed": "2026-11-27", "notes": "first layer a little high",
         "readings": tried["sizes"], "made_up": True, "once": "a"},
        201, project_id=tin,
    )  # fmt: skip
    number = written["id"]
    assert [one["id"] for one in maker.get("/api/logbook", "?q=high")] == [number]
    assert b"first layer a little high" in maker.get("/api/logbook.csv")

    photo = "/api/logbook/{print_id}/photo"
    maker.post(photo, {"file": picture(200)}, print_id=number)
    first = maker.get(photo, print_id=number)
    maker.post(photo, {"file": picture(20)}, print_id=number)
    assert maker.get(photo, print_id=number) != first
    maker.post(photo + "/back", print_id=number)
    assert maker.get(photo, print_id=number) == first
    maker.ask("DELETE", "/api/logbook/{print_id}", status=204, print_id=number)
    assert not maker.get("/api/logbook")


# -- meshes, files, safekeeping -------------------------------------------------------------------


def test_a_mesh_is_brought_in(maker: Maker) -> None:
    found = maker.post("/api/meshes", {"file": cube(), "units": "mm", "mend": "false"})
    assert not found["faults"] and found["project"]
    document = document_of(found["project"])
    assert document["parts"][0]["steps"]
    assert maker.get("/api/jobs") == []


def test_the_workshop_is_copied_and_a_project_taken_whole(maker: Maker, tin: int) -> None:
    copies = maker.post("/api/copies", None, 201)
    name = copies["copies"][0]["name"]
    assert maker.get("/api/copies")["copies"][0]["name"] == name
    data = maker.get("/api/copies/{name}", name=name)
    assert data.startswith(b"SQLite format 3")

    whole = maker.get("/api/projects/{project_id}/whole", project_id=tin)
    again = maker.post("/api/whole", {"file": SimpleUploadedFile("tin.zip", whole)}, 201)
    assert again["id"] != tin and again["document"] == document_of(tin)


def test_who_asks_is_told(maker: Maker) -> None:
    assert maker.get("/api/me") == {"told_apart": False, "name": "", "keeper": True}


# -- all of them ----------------------------------------------------------------------------------


def asked_here() -> set[tuple[str, str]]:
    """Operations that the tests above ask for, read off this file."""
    found: set[tuple[str, str]] = set()
    for function in ast.parse(Path(__file__).read_text()).body:
        if not isinstance(function, ast.FunctionDef):
            continue
        known = {
            node.targets[0].id: node.value.value
            for node in ast.walk(function)
            if isinstance(node, ast.Assign)
            and isinstance(node.targets[0], ast.Name)
            and isinstance(node.value, ast.Constant)
        }

        def text(node: ast.expr, known: dict[str, Any] = known) -> str:
            if isinstance(node, ast.Constant):
                return str(node.value)
            if isinstance(node, ast.BinOp):
                return text(node.left) + text(node.right)
            return str(known.get(node.id, "")) if isinstance(node, ast.Name) else ""

        for call in ast.walk(function):
            if not isinstance(call, ast.Call) or not isinstance(call.func, ast.Attribute):
                continue
            of, name = ast.unparse(call.func.value), call.func.attr
            if of == "maker" and name in ("get", "post"):
                found.add((name.upper(), text(call.args[0])))
            elif of == "maker" and name == "ask":
                found.add((text(call.args[0]), text(call.args[1])))
    return found


def test_no_operation_is_forgotten() -> None:
    described = {
        (method.upper(), path)
        for path, operations in api.get_openapi_schema()["paths"].items()
        for method in operations
    }
    asked = asked_here() | AT_THE_DOOR | QUEUED | RESTORED | STREAMED
    assert asked <= described, asked - described
    assert not described - asked, sorted(described - asked)
