"""Long work in processes of its own: done, found unsound, mended, stopped, taken up again."""

from __future__ import annotations

import io
from collections.abc import Iterator

import numpy as np
import pytest
import trimesh
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client

from core.project.starters import begun
from tests.workshop.asking import until
from tests.workshop.built import opened
from workshop import jobs, keeping
from workshop.builders import Limited
from workshop.measured_files import Costly
from workshop.models import Job, Project

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture(autouse=True)
def everything_is_long(monkeypatch: pytest.MonkeyPatch) -> Iterator[None]:
    """Even small meshes are long work; a test ends when what it began has ended."""
    under_way: list[int] = []
    run = jobs._run

    def minded(job: Job) -> None:
        under_way.append(job.id)
        try:
            run(job)
        finally:
            under_way.remove(job.id)

    monkeypatch.setattr(jobs, "LONG_BYTES", 0)
    monkeypatch.setattr(jobs, "_run", minded)
    yield
    until(lambda: not under_way)
    jobs.end()  # or else the next test's pictures are drawn aside


def stl(mesh: trimesh.Trimesh) -> bytes:
    out = io.BytesIO()
    mesh.export(out, file_type="stl")
    return out.getvalue()


def open_box() -> trimesh.Trimesh:
    box = trimesh.creation.box((20, 20, 20))
    return trimesh.Trimesh(box.vertices, box.faces[1:], process=False)


def bring(data: bytes, name: str = "box.stl") -> int:
    answer = Client().post(
        "/api/meshes", {"file": SimpleUploadedFile(name, data), "units": "mm", "mend": "false"}
    )
    assert answer.status_code == 200, answer.content
    return int(answer.json()["job"])


def over(job: int) -> dict[str, object]:
    until(lambda: Job.objects.get(id=job).state in jobs.OVER)
    return next(one for one in Client().get("/api/jobs").json() if one["id"] == job)


def test_a_sound_mesh_is_proved_and_kept_as_a_project() -> None:
    done = over(bring(stl(trimesh.creation.box((20, 30, 40)))))
    assert done["state"] == "done" and done["progress"] == 1
    report = opened(Client(), done["project"])["report"]  # type: ignore[arg-type]
    assert report["parts"][0]["volume_mm3"] == pytest.approx(24_000)
    assert bytes(Job.objects.get(id=done["id"]).data) == b""  # the mesh itself is kept elsewhere


def test_an_unsound_mesh_is_described_then_mended_on_request() -> None:
    told = over(bring(stl(open_box())))
    assert told["project"] is None and "hole" in " ".join(told["faults"])  # type: ignore[arg-type]
    Client().post(f"/api/jobs/{told['id']}/mend")
    mended = over(int(str(told["id"])))
    assert mended["project"] is not None and mended["faults"] == []


def test_rubbish_says_what_is_wrong_with_it() -> None:
    failed = over(bring(b"solid nothing\nendsolid nothing\n"))
    assert failed["state"] == "failed" and "box.stl" in str(failed["words"])
    assert Client().delete(f"/api/jobs/{failed['id']}").status_code == 204
    assert Client().get("/api/jobs").json() == []


def test_stopped_work_ends_and_makes_no_project() -> None:
    large = trimesh.creation.icosphere(subdivisions=7, radius=30)
    before = Project.objects.count()
    job = bring(stl(large), "ball.stl")
    until(lambda: Job.objects.get(id=job).state == Job.WORKING)
    assert Client().post(f"/api/jobs/{job}/cancel").json()["state"] == "cancelled"
    # the next one gets its turn, so the stopped one's process is gone
    next_one = over(bring(stl(trimesh.creation.box((5, 5, 5)))))
    assert next_one["state"] == "done"
    assert Job.objects.get(id=job).state == Job.CANCELLED
    assert Project.objects.count() == before + 1


def test_work_under_way_when_the_server_stopped_is_begun_again() -> None:
    job = Job.objects.create(
        name="box.stl", data=stl(trimesh.creation.box((8, 8, 8))), state=Job.WORKING, progress=0.5
    )
    jobs.resume()
    assert over(job.id)["project"] is not None


def shown(project: Project) -> dict[str, object]:
    """A project as the shelf shows it."""
    items = Client().get("/api/projects").json()
    return next(one for one in items if one["id"] == project.id)


def test_what_meets_a_limit_says_so_on_the_shelf(monkeypatch: pytest.MonkeyPatch) -> None:
    project = keeping.create(begun("lidded_box"), "for trying")
    assert "not built" not in str(shown(project)["worst"])

    def limited(_: Project, aside: bool) -> None:
        raise Limited("this takes more than 60 s to build and prove")

    monkeypatch.setattr(jobs.pictures, "draw", limited)
    jobs._show.call_local(project.id, project.version)
    told = shown(project)
    assert told["worst"] == "not built: this takes more than 60 s to build and prove"
    assert told["severity"] == "stop" and told["count"] == 1


def test_the_shelf_is_told_of_the_newest_version_alone(monkeypatch: pytest.MonkeyPatch) -> None:
    project = keeping.create(begun("lidded_box"), "for trying")
    drawn: list[int] = []
    monkeypatch.setattr(jobs.pictures, "draw", lambda one, aside: drawn.append(one.version))
    jobs._show.call_local(project.id, project.version + 1)
    assert drawn == []
    jobs._show.call_local(project.id, project.version)
    assert drawn == [project.version]
    assert shown(project)["worst"] == "nothing to stop for"
    jobs._show.call_local(project.id + 1000, 1)  # thrown away meanwhile


def test_the_shelf_waits_while_somebody_waits_for_a_builder(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    project = keeping.create(begun("lidded_box"), "for trying")
    drawn: list[int] = []
    later: list[tuple[int, int]] = []
    monkeypatch.setattr(jobs.pictures, "draw", lambda one, aside: drawn.append(one.version))
    monkeypatch.setattr(jobs, "changed", lambda *of: later.append(of))
    with monkeypatch.context() as busy:
        busy.setattr(jobs.builders, "waited_for", lambda: True)
        jobs._show.call_local(project.id, project.version)
    assert (drawn, later) == ([], [(project.id, project.version)])
    # a verdict that a page has brought about is not worked out again
    keeping.tell(project.id, project.version, {**project.summary, "worst": "as told", "count": 7})
    monkeypatch.setattr(jobs.builders, "ask", lambda *_, **__: pytest.fail("worked out again"))
    jobs._show.call_local(project.id, project.version)
    assert drawn == [project.version] and shown(project)["worst"] == "as told"


def test_one_job_is_done_by_one(monkeypatch: pytest.MonkeyPatch) -> None:
    """A job queued twice, as when two machines take from one queue, makes one project."""
    job = Job.objects.create(name="box.stl", data=stl(trimesh.creation.box((8, 8, 8))))
    before = Project.objects.count()
    jobs._bring_in.call_local(job.id)
    jobs._bring_in.call_local(job.id)
    assert Job.objects.get(id=job.id).state == Job.DONE
    assert Project.objects.count() == before + 1


def test_costly_values_are_found_again_and_broken_files_are_not() -> None:
    kept = Costly()
    kept.put("abc", {"points": np.arange(5)})
    found = Costly().get("abc")
    assert found is not None and (found["points"] == np.arange(5)).all()
    assert kept.get("unknown") is None
    (kept._folder / "abc").write_bytes(b"cut short")
    assert kept.get("abc") is None and not (kept._folder / "abc").exists()
