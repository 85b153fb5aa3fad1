"""Projects as one file, the bin, errors in one shape, and who may ask."""

from __future__ import annotations

import io
import json
import sqlite3
import zipfile
from datetime import date, timedelta
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import OperationalError
from django.test import Client
from django.utils import timezone
from PIL import Image

from core.errors import DocumentError, FormatError
from core.formats.pictures import photo_of
from core.process import Process
from core.project.demo import demo_document
from core.project.document import LARGEST_BYTES, read_document, read_kept, text_to_keep
from workshop import archive, binned, copies, doctor, keeping, models, trouble

pytestmark = pytest.mark.django_db
TETRAHEDRON = """solid a
facet normal 0 0 -1
outer loop
vertex 0 0 0
vertex 0 20 0
vertex 20 0 0
endloop
endfacet
facet normal 0 -1 0
outer loop
vertex 0 0 0
vertex 20 0 0
vertex 0 0 20
endloop
endfacet
facet normal -1 0 0
outer loop
vertex 0 0 0
vertex 0 0 20
vertex 0 20 0
endloop
endfacet
facet normal 1 1 1
outer loop
vertex 20 0 0
vertex 0 20 0
vertex 0 0 20
endloop
endfacet
endsolid a
"""


@pytest.fixture
def client() -> Client:
    return Client()


@pytest.fixture
def process() -> models.Process:
    given = Process().model_dump(mode="json")
    return models.Process.objects.create(name="Towpath 220, PLA", given=given, spool_g=500.0)


def picture(size: tuple[int, int] = (60, 40), kind: str = "PNG") -> bytes:
    out = io.BytesIO()
    Image.new("RGB", size, (30, 90, 80)).save(out, kind)
    return out.getvalue()


def written(client: Client, project: int, parts: list[str], **more: Any) -> dict[str, Any]:
    body = {"parts": parts, "printed": "2026-11-27", **more}
    answer = client.post(f"/api/projects/{project}/prints", body, content_type="application/json")
    assert answer.status_code == 201, answer.content
    return answer.json()


# -- a project as one file ---------------------------------------------------------------------


def everything_of(project: models.Project) -> dict[str, Any]:
    """All that is kept of a project, told without the numbers that books give."""
    numbers = dict(project.revisions.values_list("id", "number"))
    current = models.Project.objects.get(id=project.id).current
    assert current is not None
    return {
        "title": project.title,
        "folder": project.folder,
        "current": current.number,
        "revisions": [
            (r.number, numbers.get(r.parent_id or 0), r.document, r.words, r.name, r.created)
            for r in project.revisions.order_by("number")
        ],
        "prints": [
            (
                p.revision,
                p.title,
                p.parts,
                p.process_id,
                p.process_name,
                p.printed,
                p.details,
                p.outcomes,
                p.readings,
                p.made_up,
                p.notes,
                bytes(p.photo),
                bytes(p.photo_before),
                p.created,
            )
            for p in models.Print.objects.filter(project=project).order_by("created")
        ],
    }


def test_a_project_is_read_back_equal_with_history_meshes_prints_and_photos(
    client: Client, process: models.Process
) -> None:
    brought = client.post(
        "/api/meshes", {"file": SimpleUploadedFile("wedge.stl", TETRAHEDRON.encode())}
    ).json()
    project = models.Project.objects.get(id=brought["project"])
    document = keeping.document_of(project)
    part = document.parts[0].name
    keeping.save(project.id, 1, document.model_copy(update={"notes": "one"}), "noted one")
    keeping.step_back(project.id, 2)
    keeping.save(project.id, 3, document.model_copy(update={"notes": "two"}), "noted two")
    models.Revision.objects.filter(project=project, number=1).update(name="as it came")
    models.Project.objects.filter(id=project.id).update(folder="lock gear")
    first = written(client, project.id, [part], notes="ран в шлюзе")
    photo = {"file": SimpleUploadedFile("p.png", picture())}
    assert client.post(f"/api/logbook/{first['id']}/photo", photo).status_code == 200
    other = {"file": SimpleUploadedFile("p.png", picture((10, 90)))}
    assert client.post(f"/api/logbook/{first['id']}/photo", other).status_code == 200
    written(client, project.id, [part])
    project.refresh_from_db()
    taken = client.get(f"/api/projects/{project.id}/whole").content
    mesh = models.MeshFile.objects.get()
    as_it_was = everything_of(project), (mesh.key, bytes(mesh.data), bytes(mesh.original))
    models.MeshFile.objects.all().delete()  # as in another workshop
    upload = {"file": SimpleUploadedFile("whole.zip", taken)}
    back = client.post("/api/whole", upload)
    assert back.status_code == 201, back.content
    mesh = models.MeshFile.objects.get()
    again = models.Project.objects.get(id=back.json()["id"])
    assert again.id != project.id
    assert (everything_of(again), (mesh.key, bytes(mesh.data), bytes(mesh.original))) == as_it_was
    assert back.json()["report"]["parts"][0]["key"]  # its mesh is found


def altered(data: bytes, path: str, change: Any) -> bytes:
    """An archive with one of its files otherwise, or left out."""
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(data)) as old, zipfile.ZipFile(out, "w") as new:
        for name in old.namelist():
            content = change(old.read(name)) if name == path else old.read(name)
            if content is not None:
                new.writestr(name, content)
    return out.getvalue()


@cache
def bomb() -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED, compresslevel=1) as file:
        for number in range(7):
            file.writestr(f"documents/{number}.json", bytes(100_000_000))
    return out.getvalue()


def test_archives_that_are_not_whole_are_refused_and_leave_nothing(client: Client) -> None:
    made = keeping.create(demo_document("half_deck"), "brought in")
    whole = archive.archive_of(made)

    def told(change: Any) -> Any:
        return lambda raw: json.dumps(change(json.loads(raw))).encode()

    hostile = {
        "no project with its history": b"PK not a zip",
        "documents/1.json cannot be read": altered(whole, "documents/1.json", lambda raw: None),
        "revision 1: this is not JSON": altered(whole, "documents/1.json", lambda raw: b"{"),
        "newer program": altered(whole, "about.json", told(lambda a: {**a, "version": 99})),
        "is no project": altered(whole, "about.json", told(lambda a: {**a, "format": "other"})),
        "do not add up": altered(whole, "about.json", told(lambda a: {**a, "current": 7})),
        "unpacks to more than": bomb(),
        "about.json cannot be read": altered(whole, "about.json", lambda raw: None),
    }
    before = models.Project.objects.count(), models.Revision.objects.count()
    for words, data in hostile.items():
        answer = client.post("/api/whole", {"file": SimpleUploadedFile("a.zip", data)})
        assert answer.status_code == 422 and words in answer.json()["message"], answer.content
    assert (models.Project.objects.count(), models.Revision.objects.count()) == before


def test_meshes_and_photos_in_an_archive_are_what_it_says(
    client: Client, process: models.Process
) -> None:
    upload = {"file": SimpleUploadedFile("wedge.stl", TETRAHEDRON.encode())}
    project = models.Project.objects.get(id=client.post("/api/meshes", upload).json()["project"])
    part = keeping.document_of(project).parts[0].name
    photo = {"file": SimpleUploadedFile("p.png", picture())}
    printed = written(client, project.id, [part])
    assert client.post(f"/api/logbook/{printed['id']}/photo", photo).status_code == 200
    whole = archive.archive_of(project)
    names = zipfile.ZipFile(io.BytesIO(whole)).namelist()
    mesh = next(name for name in names if name.endswith(".npz"))
    shot = next(name for name in names if name.startswith("photos/"))

    def other_mesh(_: bytes) -> bytes:
        out = io.BytesIO()
        np.savez(out, vertices=np.eye(3), triangles=np.array([[0, 1, 2]]))
        return out.getvalue()

    hostile = {
        "a mesh cannot be read": altered(whole, mesh, lambda raw: raw[:40]),
        "not the one it says it is": altered(whole, mesh, other_mesh),
        "a mesh in it is too large": altered(whole, mesh, lambda raw: bomb()),
        "a photo that is none": altered(whole, shot, lambda raw: b"no picture at all"),
        "title cannot be read": altered(
            whole, "about.json", lambda raw: json.dumps({**json.loads(raw), "title": 5}).encode()
        ),
    }
    before = models.Project.objects.count(), models.MeshFile.objects.count()
    for words, data in hostile.items():
        answer = client.post("/api/whole", {"file": SimpleUploadedFile("a.zip", data)})
        assert answer.status_code == 422 and words in answer.json()["message"], answer.content
    assert (models.Project.objects.count(), models.MeshFile.objects.count()) == before


# -- kept means kept ---------------------------------------------------------------------------


def test_what_is_too_large_is_refused_before_it_is_kept_and_what_was_kept_opens(
    client: Client, monkeypatch: pytest.MonkeyPatch
) -> None:
    assert LARGEST_BYTES == 4_000_000
    document = demo_document("half_deck").model_copy(update={"notes": "Шлюз"})
    size = len(json.dumps(document.model_dump(mode="json"), indent=1, ensure_ascii=False).encode())
    limit = "core.project.document.LARGEST_BYTES"
    monkeypatch.setattr(limit, size + 1)  # with the line's end: exactly what is kept
    text = text_to_keep(document)
    assert read_document(text) == document
    made = keeping.create(document, "begun")
    monkeypatch.setattr(limit, size)  # one byte more than is kept
    for refused in (
        lambda: text_to_keep(document),
        lambda: read_document(text),
        lambda: keeping.create(document, "too large"),
        lambda: keeping.save(made.id, 1, document, "too large"),
    ):
        with pytest.raises(DocumentError, match="MB are kept"):
            refused()
    assert models.Project.objects.get().version == 1
    # what was kept before opens, is undone and gone back to, and the shelf with it
    assert read_kept(text) == document
    assert client.get("/api/projects").status_code == 200
    opened = client.get(f"/api/projects/{made.id}")
    assert opened.status_code == 200 and opened.json()["document"]["notes"] == "Шлюз"
    undone = client.post(
        f"/api/projects/{made.id}/undo", {"version": 1}, content_type="application/json"
    )
    assert undone.status_code == 200


def test_a_print_sent_twice_is_one_and_takes_from_the_spool_once(
    client: Client, process: models.Process
) -> None:
    made = keeping.create(demo_document("half_deck"), "begun")
    parts = [part.name for part in keeping.document_of(made).parts]
    one = written(client, made.id, parts, once="a")
    process.refresh_from_db()
    left = process.spool_g
    assert left == pytest.approx(500.0 - one["details"]["mass_g"])
    again = written(client, made.id, parts, once="a")
    process.refresh_from_db()
    assert again["id"] == one["id"] and process.spool_g == left
    assert written(client, made.id, parts, once="b")["id"] != one["id"]


def test_a_print_is_kept_with_its_plan_and_spool_or_not_at_all(
    client: Client, process: models.Process, monkeypatch: pytest.MonkeyPatch
) -> None:
    made = keeping.create(demo_document("half_deck"), "begun")
    parts = [part.name for part in keeping.document_of(made).parts]
    client.post(f"/api/projects/{made.id}/plan", {"parts": parts}, content_type="application/json")

    class Full(OperationalError):
        sqlite_errorname = "SQLITE_FULL"

    def full(*given: Any, **named: Any) -> None:
        raise Full("database or disk is full")

    monkeypatch.setattr("workshop.api.logbook.Greatest", full)
    body = {"parts": parts, "printed": "2026-11-27"}
    answer = client.post(f"/api/projects/{made.id}/prints", body, content_type="application/json")
    assert answer.status_code == 507 and "full" in answer.json()["message"]
    assert not models.Print.everything.exists() and models.Planned.objects.count() == 1
    process.refresh_from_db()
    assert process.spool_g == 500.0


@pytest.mark.parametrize("name", ["SQLITE_FULL", "SQLITE_READONLY", "SQLITE_BUSY_SNAPSHOT"])
def test_what_the_disk_says_is_told_in_words(name: str) -> None:
    error = OperationalError("?")
    error.sqlite_errorname = name  # type: ignore[attr-defined]
    told = trouble.of_the_books(error)
    assert told is not None and told[2] in (503, 507) and "not kept" in told[0]


def test_a_real_read_only_file_is_told_so(tmp_path: Path) -> None:
    path = tmp_path / "books.sqlite3"
    with sqlite3.connect(path) as file:
        file.execute("CREATE TABLE a (b)")
    reading = sqlite3.connect(f"file:{path}?mode=ro", uri=True)
    with pytest.raises(sqlite3.OperationalError) as found:
        reading.execute("INSERT INTO a VALUES (1)")
    error = OperationalError(str(found.value))
    error.__cause__ = found.value
    told = trouble.of_the_books(error)
    assert told is not None and "cannot be written" in told[0]


# -- the bin -----------------------------------------------------------------------------------


def test_prints_results_plans_and_processes_come_back_from_the_bin(
    client: Client, process: models.Process
) -> None:
    made = keeping.create(demo_document("half_deck"), "begun")
    parts = [part.name for part in keeping.document_of(made).parts]
    one = written(client, made.id, parts)
    result = process.results.create(gauge="caliper", entries=[])
    client.post(f"/api/projects/{made.id}/plan", {"parts": parts}, content_type="application/json")
    (plan,) = client.get("/api/plan").json()
    planned = plan["items"][0]["id"]
    other = Process().model_copy(update={"printer": "Weir 300"}).model_dump(mode="json")
    second = models.Process.objects.create(name="Weir 300, PLA", given=other)
    thrown = {
        "print": (one["id"], f"/api/logbook/{one['id']}"),
        "result": (result.id, f"/api/bench/results/{result.id}"),
        "planned": (planned, f"/api/plan/{planned}"),
        "process": (second.id, f"/api/bench/{second.id}"),
    }
    before = [client.get(f"/api/{path}").json() for path in ("logbook", "bench", "plan")]
    for _, path in thrown.values():
        assert client.delete(path).status_code in (200, 204)
    assert client.get("/api/logbook").json() == []
    (left,) = client.get("/api/bench").json()
    assert left["results"] == [] and left["prints"] == 0
    binned_now = client.get("/api/bin/rest").json()
    assert {(item["kind"], item["id"]) for item in binned_now} == {
        (kind, number) for kind, (number, _) in thrown.items()
    }
    # a name in the bin is still taken: it may come back
    like = {
        "like": process.id, "printer": "Weir 300", "material": "PLA", "nozzle_mm": 0.4,
        "layer_mm": 0.2, "bed_mm": [300, 300, 300],
    }  # fmt: skip
    taken = client.post("/api/bench", like, content_type="application/json")
    assert taken.status_code == 422 and "in the bin" in taken.json()["message"]
    for kind, (number, _) in thrown.items():
        assert client.post(f"/api/bin/{kind}/{number}/back").status_code == 204
    assert [client.get(f"/api/{path}").json() for path in ("logbook", "bench", "plan")] == before
    assert client.delete(f"/api/bin/print/{one['id']}").status_code == 404  # it is not in the bin


def test_the_bin_is_emptied_of_what_lay_in_it_for_its_time(process: models.Process) -> None:
    now = timezone.now()
    for days, gauge in ((29, "kept"), (31, "gone")):
        process.results.create(gauge=gauge, entries=[], thrown=now - timedelta(days=days))
    assert binned.empty(30) == 1
    assert [one.gauge for one in models.Result.everything.all()] == ["kept"]


def test_the_only_process_stays_on_the_bench(client: Client, process: models.Process) -> None:
    answer = client.delete(f"/api/bench/{process.id}")
    assert answer.status_code == 422 and "only process" in answer.json()["message"]


# -- two who work on one project ---------------------------------------------------------------


def test_what_grew_from_an_older_revision_is_put_together_with_what_is_kept(client: Client) -> None:
    made = keeping.create(demo_document("bait_tin"), "begun")
    path = f"/api/projects/{made.id}"
    assert client.get(f"{path}/version").json() == {"version": 1, "revision": 1, "thrown": False}

    def with_measure(name: str, text: str) -> dict[str, Any]:
        data = demo_document("bait_tin").model_dump(mode="json")
        next(m for m in data["measures"] if m["name"] == name)["expression"] = text
        return data

    theirs = {"version": 1, "document": with_measure("tall", "26"), "words": "taller"}
    assert client.put(path, theirs, content_type="application/json").status_code == 200
    newest = client.get(f"{path}/kept").json()
    assert (newest["version"], newest["undo"]) == (2, "taller")

    def merge(document: dict[str, Any], **more: Any) -> dict[str, Any]:
        body = {"revision": 1, "document": document, **more}
        answer = client.post(f"{path}/merge", body, content_type="application/json")
        assert answer.status_code == 200, answer.content
        return answer.json()

    def measures(told: dict[str, Any]) -> dict[str, str]:
        return {m["name"]: m["expression"] for m in told["document"]["measures"]}

    apart = merge(with_measure("wall", "3"))
    assert apart["conflicts"] == [] and (apart["version"], apart["revision"]) == (2, 2)
    assert (measures(apart)["tall"], measures(apart)["wall"]) == ("26", "3")
    assert [one["what"] for one in apart["elsewhere"]] == ["measure tall"]
    meeting = merge(with_measure("tall", "41"))
    (one,) = meeting["conflicts"]
    was = next(m.expression for m in demo_document("bait_tin").measures if m.name == "tall")
    assert one == {
        "path": "measures.tall.expression", "what": "tall", "before": was, "mine": "41",
        "theirs": "26",
    }  # fmt: skip
    chosen = merge(with_measure("tall", "41"), choices={one["path"]: "mine"})
    assert chosen["conflicts"] == [] and measures(chosen)["tall"] == "41"
    assert client.get(f"{path}/version").json()["version"] == 2  # nothing is kept by looking
    gone = client.post(
        f"{path}/merge", {"revision": 9, "document": with_measure("tall", "1")},
        content_type="application/json",
    )  # fmt: skip
    assert gone.status_code == 404 and gone.json()["message"] == "there is no such version"


# -- errors in one shape -----------------------------------------------------------------------

SHAPE = {"message", "where", "position", "remedy", "version", "reference"}


@pytest.mark.parametrize(
    ("method", "path", "body", "status"),
    [
        ("get", "/api/nothing/here", None, 404),
        ("put", "/api/logbook", None, 405),
        ("get", f"/api/projects/{2**63}", None, 404),
        ("get", f"/api/projects/{10**40}", None, 404),
        ("get", "/api/projects/many", None, 422),
        ("post", "/api/projects", "{", 400),
        ("post", "/api/projects", '{"document": ' + "[" * 100_000, 422),
        ("post", "/api/break-even", '{"lasting": NaN, "throwaway": 1}', 422),
        ("post", "/api/break-even", '{"lasting": 1e999, "throwaway": 1}', 422),
        ("post", "/api/bench/1/stand-in/feel?seed=-1", "{}", 422),
        ("get", "/api/projects/1/parts/a/faced?x=nan&y=0&z=0", None, 422),
        ("get", "/api/projects/1/parts/a/faced?x=inf&y=0&z=0", None, 422),
    ],
)
def test_every_refusal_is_one_shape(
    client: Client, process: models.Process, method: str, path: str, body: str | None, status: int
) -> None:
    keeping.create(demo_document("half_deck"), "begun")
    given = {} if body is None else {"data": body, "content_type": "application/json"}
    answer = getattr(client, method)(path, **given)
    assert answer.status_code == status, answer.content
    told = answer.json()
    assert set(told) == SHAPE and told["message"] and told["reference"] is None


def test_what_nobody_foresaw_has_a_reference_that_is_in_the_log(
    client: Client, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    def broken(*given: Any) -> None:
        raise ZeroDivisionError("of a kind")

    monkeypatch.setattr("workshop.api.records.break_even", broken)
    answer = client.post(
        "/api/break-even", {"lasting": 1, "throwaway": 1}, content_type="application/json"
    )
    told = answer.json()
    assert answer.status_code == 500 and set(told) == SHAPE
    assert "of a kind" not in answer.content.decode()
    assert f"reference {told['reference']}" in caplog.text and "of a kind" in caplog.text


def test_a_process_with_what_no_printer_has_is_refused_and_the_bench_lives(
    client: Client, process: models.Process
) -> None:
    good = Process().model_dump(mode="json")
    other = {**good, "printer": "Weir 300"}
    models.Process.objects.create(name="Weir 300, PLA", given=other)
    bands = {feel: band for feel, band in good["bands"].items() if feel != "slide"}
    for name, given, words in (
        ("Weir 300, PLA", good, "already called"),
        ("a", {**good, "bed_mm": [0, 220, 240]}, "bed 0 is 0"),
        ("a", {**good, "errors": {**good["errors"], "sigma": 1e-300}}, "errors sigma"),
        ("a", {**good, "bands": {**bands, "slide": {"low": 1, "high": 0}}}, "bands slide high"),
    ):
        answer = client.put(
            f"/api/bench/{process.id}", {"name": name, "process": given},
            content_type="application/json",
        )  # fmt: skip
        assert answer.status_code == 422 and words in answer.json()["message"], answer.content
    # one band left out is the usual one
    answer = client.put(
        f"/api/bench/{process.id}", {"name": "a", "process": {**good, "bands": bands}},
        content_type="application/json",
    )  # fmt: skip
    assert answer.status_code == 200
    assert answer.json()["given"]["bands"]["slide"] == good["bands"]["slide"]
    assert len(client.get("/api/bench").json()) == 2


def test_nothing_is_saved_by_uses_that_save_next_to_nothing(client: Client) -> None:
    given = {"lasting": 100, "throwaway": 1e-320, "each_use": 0}
    told = client.post("/api/break-even", given, content_type="application/json").json()
    assert told["uses"] is None and "next to nothing" in told["working"]


# -- who may ask -------------------------------------------------------------------------------


def test_pages_of_other_sites_may_ask_nothing(client: Client) -> None:
    assert client.get("/api/projects").status_code == 200
    for site in ("cross-site", "same-site"):
        for ask in (client.get, client.post, client.delete):
            answer = ask("/api/projects", headers={"sec-fetch-site": site})
            assert answer.status_code == 403 and answer.json()["message"]
    for site in ("same-origin", "none"):
        assert client.get("/api/projects", headers={"sec-fetch-site": site}).status_code == 200
    old = client.get("/api/projects", headers={"referer": "http://evil.test/page"})
    assert old.status_code == 403
    ours = client.get("/api/projects", headers={"referer": "http://testserver/p/1"})
    assert ours.status_code == 200
    elsewhere = client.post("/api/play-set", {"away": True}, headers={"origin": "http://evil.test"})
    assert elsewhere.status_code == 403


def test_a_browser_needs_the_token_of_its_page_and_a_program_does_not() -> None:
    client = Client(enforce_csrf_checks=True)
    body = {"data": {"away": False}, "content_type": "application/json"}
    assert client.post("/api/play-set", **body).status_code == 200  # no browser
    own = {"sec-fetch-site": "same-origin"}
    refused = client.post("/api/play-set", **body, headers=own)
    assert refused.status_code == 403 and "own pages" in refused.json()["message"]
    token = client.get("/").cookies["csrftoken"].value
    wrong = client.post("/api/play-set", **body, headers={**own, "x-csrftoken": "a" * 32})
    assert wrong.status_code == 403
    right = client.post("/api/play-set", **body, headers={**own, "x-csrftoken": token})
    assert right.status_code == 200


def test_pages_are_closed(client: Client) -> None:
    for path in ("/", "/api/projects", "/api/docs"):
        answer = client.get(path)
        assert answer.status_code == 200
        policy = answer["Content-Security-Policy"]
        assert "default-src 'none'" in policy and "frame-ancestors 'none'" in policy
        assert "unsafe-inline" not in policy and "unsafe-eval" not in policy
        assert "http" not in policy
        assert answer["X-Frame-Options"] == "DENY"
        assert answer["X-Content-Type-Options"] == "nosniff"
    strange = client.get("/", headers={"host": "evil.test"})
    assert strange.status_code == 400


def test_the_reference_lists_what_there_is_and_fetches_nothing(client: Client) -> None:
    page = client.get("/api/docs").content.decode()
    described = client.get("/api/openapi.json").json()["paths"]
    assert all(f"<code>{path}</code>" in page for path in described)
    assert "<script" not in page and "//" not in page.replace("<!doctype", "")


def test_downloads_are_named_in_any_script(client: Client) -> None:
    document = demo_document("half_deck").model_copy(update={"title": 'Шлюз "Ω" 水門'})
    made = keeping.create(document, "begun")
    for path in ("document", "whole"):
        named = client.get(f"/api/projects/{made.id}/{path}")["Content-Disposition"]
        assert named.startswith("attachment; filename*=utf-8''")
        assert "%D0%A8%D0%BB%D1%8E%D0%B7" in named and "%E6%B0%B4%E9%96%80" in named
    plain = demo_document("half_deck").model_copy(update={"title": "Deck"})
    made = keeping.create(plain, "begun")
    named = client.get(f"/api/projects/{made.id}/document")["Content-Disposition"]
    assert named == 'attachment; filename="Deck.json"'


# -- photos ------------------------------------------------------------------------------------


def test_photos_are_written_anew_within_bounds() -> None:
    turned = io.BytesIO()
    exif = Image.Exif()
    exif[0x0112] = 6  # lies on its side
    exif[0x010E] = "by the lock at the old mill"
    Image.new("RGB", (300, 100), "navy").save(turned, "JPEG", exif=exif)
    kept = photo_of(turned.getvalue())
    with Image.open(io.BytesIO(kept)) as found:
        assert found.size == (100, 300) and not found.getexif()
    assert b"old mill" not in kept
    huge = picture((20, 20))
    # a head that says 60,000 × 60,000: refused before anything is unpacked (PNG 1.2, section
    # 11.2.2)
    size = (60_000).to_bytes(4, "big") * 2
    head = b"IHDR" + size + huge[24:29]
    import zlib

    lying = huge[:12] + head + zlib.crc32(head).to_bytes(4, "big") + huge[33:]
    for data, words in (
        (lying, "60000 by 60000|too many pixels"),
        (b"GIF89a" + bytes(50), "no photo"),
        (huge[:40], "damaged"),
        (huge + bytes(12_000_000), "larger than 12 MB"),
    ):
        with pytest.raises(FormatError, match=words):
            photo_of(data)


# -- copies and what ails ----------------------------------------------------------------------


def test_seven_days_and_four_weeks_are_kept(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, settings: Any
) -> None:
    settings.VAR = tmp_path
    monkeypatch.setattr(
        copies, "copy_books", lambda to: (to.parent.mkdir(exist_ok=True), to.write_bytes(b"x"))
    )
    day = date(2026, 1, 1)
    for _ in range(60):
        copies.keep_copies(day)
        assert copies.keep_copies(day) == []  # once a day
        day += timedelta(days=1)
    names = sorted(path.name for path in (tmp_path / "backups").iterdir())
    # 2026-03-01 is the Sunday of week 9 (ISO 8601)
    assert names == [
        *(f"daily-2026-02-{number}.sqlite3" for number in range(23, 29)),
        "daily-2026-03-01.sqlite3",
        *(f"weekly-2026-{week:02}.sqlite3" for week in (6, 7, 8, 9)),
    ]


def test_the_doctor_finds_and_mends_what_ails_projects_and_processes(
    process: models.Process, settings: Any, tmp_path: Path
) -> None:
    settings.VAR = tmp_path
    made = keeping.create(demo_document("half_deck"), "begun")
    keeping.save(made.id, 1, demo_document("half_deck"), "again")
    models.Revision.objects.filter(project=made, number=2).update(document="{")
    models.Process.objects.filter(id=process.id).update(
        given={**process.given, "nozzle_mm": -1, "layer_mm": 0.3}
    )
    told = [one.told() for one in doctor._what_is_in_it(mend=False)]
    assert any(
        "'Deck in halves' cannot be opened; --mend opens it as of revision 1" in t for t in told
    )
    assert any("the usual for nozzle_mm" in one for one in told)
    done = doctor._what_is_in_it(mend=True)
    assert all(one.done for one in done if "copy" not in one.words)
    made.refresh_from_db()
    assert keeping.document_of(made).title == "Deck in halves"
    process.refresh_from_db()
    assert process.given["nozzle_mm"] == 0.4 and process.given["layer_mm"] == 0.3
    assert [one for one in doctor._what_is_in_it(mend=False) if "copy" not in one.words] == []


def test_what_is_no_copy_is_not_put_back(tmp_path: Path) -> None:
    other = tmp_path / "other.sqlite3"
    with sqlite3.connect(other) as file:
        file.execute("CREATE TABLE cats (name)")
    text = tmp_path / "text.sqlite3"
    text.write_text("no database at all, but long enough to have a beginning")
    cut = tmp_path / "cut.sqlite3"
    cut.write_bytes(other.read_bytes()[:100] + b"\xff" * 3000)
    for path, words in (
        (tmp_path / "gone", "no such file"), (other, "no copy of a workshop"),
        (text, "no copy of a workshop"), (cut, "damaged"),
    ):  # fmt: skip
        with pytest.raises(FormatError, match=words):
            copies.check_copy(path)


def test_a_copy_of_a_newer_program_is_not_put_back(tmp_path: Path) -> None:
    path = tmp_path / "newer.sqlite3"
    with sqlite3.connect(path) as file:
        file.execute(f"CREATE TABLE {copies.OWN_TABLE} (id)")
        file.execute("CREATE TABLE django_migrations (app, name)")
        file.execute("INSERT INTO django_migrations VALUES ('workshop', '0999_to_come')")
    with pytest.raises(FormatError, match="newer program than this one") as told:
        copies.check_copy(path)
    assert told.value.remedy == "start the newer program"


def test_books_of_a_server_and_places_that_cannot_be_written_are_told(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    (tmp_path / "file").write_text("in the way")
    with pytest.raises(FormatError, match="file"):
        copies.copy_books(tmp_path / "file" / "copy.sqlite3")
    monkeypatch.setattr(copies, "one_file", lambda: False)
    with pytest.raises(FormatError, match="kept by a database server"):
        copies.copy_books(tmp_path / "copy.sqlite3")
