"""The shelf: its order, the bin, folders, copies, the play set, and pictures drawn aside."""

from __future__ import annotations

import io
import json
import sqlite3
from datetime import timedelta

import numpy as np
import pytest
from django.core.management import call_command
from django.db import OperationalError, transaction
from django.test import Client
from django.utils import timezone
from PIL import Image

from core.project.document import from_data
from core.project.solve import solve
from core.project.starters import NAMES, begun
from core.report import picture
from tests.core.building import circle, document, part, rectangle, step
from tests.workshop.built import proved_aside
from workshop import keeping, pictures, shelving
from workshop.builders import Limited
from workshop.models import Picture, Project, Revision

pytestmark = pytest.mark.django_db


@pytest.fixture
def client() -> Client:
    for name in ("knob", "wheel", "jar"):
        keeping.create(begun(name), "started")
    return Client()


def send(client: Client, method: str, path: str, body=None):
    return client.generic(method, path, json.dumps(body or {}), content_type="application/json")


def titles(client: Client, path: str = "/api/projects") -> list[str]:
    return [one["title"] for one in client.get(path).json()]


def project(title: str) -> Project:
    return Project.objects.get(title=title)


# -- order and what is shown ---------------------------------------------------------------------


def test_what_was_used_last_is_first(client: Client) -> None:
    assert titles(client) == ["Jar with a screw cap", "Wheel on an axle", "Knob on a D-shaft"]
    client.get(f"/api/projects/{project('Knob on a D-shaft').id}")
    assert titles(client)[0] == "Knob on a D-shaft"


def test_a_project_is_found_by_its_fits_and_materials(client: Client) -> None:
    jar = client.get("/api/projects").json()[0]
    assert "Cap on jar" in jar["fits"] and "Screw: bolt and nut, cap, tapped hole" in jar["fits"]
    assert jar["materials"] == ["PLA"]
    assert jar["parts"] == ["Jar", "Cap"]


def test_what_an_older_program_kept_is_told_anew(client: Client) -> None:
    one = project("Jar with a screw cap")
    del one.summary["fits"], one.summary["materials"]
    one.save()
    assert "Cap on jar" in client.get("/api/projects").json()[0]["fits"]
    Project.objects.update(summary={})
    assert client.get("/api/projects").json()[0]["parts"] == ["Jar", "Cap"]


def test_the_list_reads_no_documents(client: Client, django_assert_num_queries) -> None:
    titles(client)  # what nobody has proved aside is proved when it is first shown
    with django_assert_num_queries(1):
        assert len(client.get("/api/projects").json()) == 3


# -- the bin -------------------------------------------------------------------------------------


def test_a_project_comes_back_whole(client: Client) -> None:
    one = project("Wheel on an axle")
    changed = keeping.document_of(one).model_copy(update={"notes": "spokes to be counted"})
    keeping.save(one.id, 1, changed, "a note")
    assert client.delete(f"/api/projects/{one.id}").status_code == 204
    assert one.title not in titles(client)
    (lying,) = client.get("/api/bin").json()
    assert lying["title"] == one.title and lying["thrown"]
    assert send(client, "POST", f"/api/projects/{one.id}/back").status_code == 200
    assert titles(client)[0] == one.title and titles(client, "/api/bin") == []
    assert Revision.objects.filter(project=one).count() == 2
    assert (
        client.get(f"/api/projects/{one.id}").json()["document"]["notes"] == "spokes to be counted"
    )


def test_out_of_the_bin_for_good(client: Client) -> None:
    one = project("Wheel on an axle")
    for _ in range(2):
        assert client.delete(f"/api/projects/{one.id}").status_code == 204
    assert not Project.objects.filter(id=one.id).exists()
    assert client.delete(f"/api/projects/{one.id}").status_code == 404


@pytest.mark.parametrize(("days", "stays"), [(29, True), (31, False)])
def test_the_bin_is_emptied_after_thirty_days(client: Client, days: int, stays: bool) -> None:
    one = project("Wheel on an axle")
    Project.objects.filter(id=one.id).update(thrown=timezone.now() - timedelta(days=days))
    assert shelving.empty_bin() == (0 if stays else 1)
    assert Project.objects.filter(id=one.id).exists() is stays
    assert Project.objects.filter(thrown=None).count() == 2


def test_what_lies_in_the_bin_is_still_kept_when_another_page_saves_it(client: Client) -> None:
    one = project("Wheel on an axle")
    client.delete(f"/api/projects/{one.id}")
    data = keeping.document_of(one).model_dump(mode="json")
    kept = send(client, "PUT", f"/api/projects/{one.id}",
                {"version": 1, "document": data, "words": "still typing"})  # fmt: skip
    assert kept.status_code == 200
    assert titles(client, "/api/bin") == [one.title]


# -- titles, folders, copies ---------------------------------------------------------------------


def test_a_new_title_is_a_change_that_can_be_taken_back(client: Client) -> None:
    one = project("Wheel on an axle")
    answer = send(client, "PATCH", f"/api/projects/{one.id}", {"title": " Barrow wheel "})
    assert answer.status_code == 200 and answer.json()["title"] == "Barrow wheel"
    opened = client.get(f"/api/projects/{one.id}").json()
    assert (
        opened["document"]["title"] == "Barrow wheel" and opened["undo"] == "renamed Barrow wheel"
    )
    back = send(client, "POST", f"/api/projects/{one.id}/undo", {"version": opened["version"]})
    assert back.json()["document"]["title"] == "Wheel on an axle"


def test_a_title_of_nothing_is_refused(client: Client) -> None:
    one = project("Wheel on an axle")
    answer = send(client, "PATCH", f"/api/projects/{one.id}", {"title": "  "})
    assert answer.status_code == 422 and "needs a title" in answer.json()["message"]
    assert titles(client)[1] == one.title


def test_folders_are_names_and_changing_one_is_no_revision(client: Client) -> None:
    one = project("Wheel on an axle")
    send(client, "PATCH", f"/api/projects/{one.id}", {"folder": "  Towpath  "})
    found = {item["title"]: item["folder"] for item in client.get("/api/projects").json()}
    assert found == {"Jar with a screw cap": "", one.title: "Towpath", "Knob on a D-shaft": ""}
    assert Revision.objects.filter(project=one).count() == 1
    send(client, "PATCH", f"/api/projects/{one.id}", {"folder": ""})
    assert project(one.title).folder == ""


def test_copies_have_titles_of_their_own_and_change_alone(client: Client) -> None:
    one = project("Wheel on an axle")
    shelving.put_in(one, "Towpath")
    made = [send(client, "POST", f"/api/projects/{one.id}/copy").json() for _ in range(2)]
    assert [item["title"] for item in made] == [
        "Wheel on an axle, copy", "Wheel on an axle, copy 2",
    ]  # fmt: skip
    assert made[0]["folder"] == "Towpath"
    twin = Project.objects.get(id=made[0]["id"])
    document = keeping.document_of(twin)
    assert document.measures == keeping.document_of(one).measures
    shelving.rename(twin, "Another")
    assert project("Wheel on an axle").id == one.id


# -- the play set --------------------------------------------------------------------------------


def test_the_play_set_goes_away_together_and_comes_back(client: Client) -> None:
    call_command("load_demo", verbosity=0)
    there = client.get("/api/play-set").json()
    assert there == {"count": 24, "away": False}
    tin = project("Bait tin")
    client.delete(f"/api/projects/{tin.id}")
    assert send(client, "POST", "/api/play-set", {"away": True}).json() == {
        "count": 23,
        "away": True,
    }
    assert len(titles(client)) == 3
    assert titles(client, "/api/bin") == ["Bait tin"]
    send(client, "POST", "/api/play-set", {"away": False})
    with proved_aside():
        assert len(titles(client)) == 26 and "Bait tin" not in titles(client)
    # what came out of the bin is on the shelf, though the rest is away
    send(client, "POST", "/api/play-set", {"away": True})
    send(client, "POST", f"/api/projects/{tin.id}/back")
    assert titles(client)[0] == "Bait tin"


# -- pictures ------------------------------------------------------------------------------------


def pixels(data: bytes) -> np.ndarray:
    return np.asarray(Image.open(io.BytesIO(data)).convert("RGBA"))


def test_a_picture_is_drawn_and_kept_until_the_project_changes(client: Client) -> None:
    one = project("Wheel on an axle")
    answer = client.get(f"/api/projects/{one.id}/picture")
    assert answer["Content-Type"] == "image/webp"
    first = answer.content
    assert pixels(first).shape == (picture.TALL, picture.WIDE, 4)
    assert client.get(f"/api/projects/{one.id}/picture").content == first
    data = keeping.document_of(one).model_dump(mode="json")
    next(m for m in data["measures"] if m["name"] == "thick")["expression"] = "30 mm"
    keeping.save(one.id, 1, from_data(data), "thicker")
    assert client.get(f"/api/projects/{one.id}/picture").content != first
    assert Picture.objects.filter(project=one).count() == 1


def test_a_bare_page_has_no_picture(client: Client) -> None:
    made = keeping.create(begun("empty"), "started")
    assert client.get(f"/api/projects/{made.id}/picture").status_code == 204
    assert not Picture.objects.filter(project=made).exists()


def test_the_picture_of_an_emptied_project_goes(client: Client) -> None:
    one = project("Wheel on an axle")
    pictures.draw(one)
    keeping.save(one.id, 1, begun("empty"), "emptied")
    assert client.get(f"/api/projects/{one.id}/picture").status_code == 204
    assert not Picture.objects.filter(project=one).exists()


def test_a_project_gone_while_it_is_drawn_leaves_no_picture(
    client: Client, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Emptying the bin does not wait for what draws aside; the picture is let go with the
    project.
    """
    one = project("Wheel on an axle")

    def drawn_too_late(*asked: object, **how: object) -> bytes:
        Project.objects.filter(pk=one.pk).delete()
        return b"a picture"

    monkeypatch.setattr(pictures.builders, "ask", drawn_too_late)
    assert pictures.draw(one) is None
    assert not Picture.objects.exists()


@pytest.mark.parametrize("why", [pictures.builders.Halted(), Limited("too large")])
def test_a_picture_given_up_leaves_the_one_there_was(
    client: Client, monkeypatch: pytest.MonkeyPatch, why: Exception
) -> None:
    one, bare = project("Wheel on an axle"), project("Knob on a D-shaft")
    before = client.get(f"/api/projects/{one.id}/picture").content
    keeping.save(one.id, 1, begun("jar"), "other")

    def given_up(*asked: object, **how: object) -> bytes:
        raise why

    monkeypatch.setattr(pictures.builders, "ask", given_up)
    assert client.get(f"/api/projects/{one.id}/picture").content == before
    assert client.get(f"/api/projects/{bare.id}/picture").status_code == 204


def test_a_block_is_drawn_where_its_corners_fall() -> None:
    """A block 40 x 30 x 20 seen along (0.72, -1.1, 0.78): its silhouette by projecting its
    corners.
    """
    done = solve(document(part("p", step("b", "extrude", rectangle("40", "30"), height="20"),
                               colour="#7fa79f")))  # fmt: skip
    drawn = pixels(picture.picture_of(done))  # type: ignore[arg-type]
    way = picture.EYE / np.linalg.norm(picture.EYE)
    right = np.cross([0, 0, 1], way)
    right /= np.linalg.norm(right)
    up = np.cross(way, right)
    corners = np.array([(x, y, z) for x in (-20, 20) for y in (-15, 15) for z in (0, 20)])
    wide, tall = np.ptp(corners @ right), np.ptp(corners @ up)
    scale = picture.ROOM * max(wide / picture.WIDE, tall / picture.TALL)
    rows, columns = np.nonzero(drawn[..., 3] > 128)
    assert np.ptp(columns) + 1 == pytest.approx(wide / scale, abs=2.5)
    assert np.ptp(rows) + 1 == pytest.approx(tall / scale, abs=2.5)
    # three faces are seen, each of one shade
    inner = drawn[drawn[..., 3] == 255][:, :3].astype(int) // 12
    _, counts = np.unique(inner, axis=0, return_counts=True)
    assert (counts > 0.1 * counts.sum()).sum() == 3


def test_a_round_thing_has_ink_at_its_rims_and_none_on_its_side() -> None:
    done = solve(
        document(part("p", step("b", "extrude", circle("30"), height="40"), colour="#f4f4f4"))
    )
    drawn = pixels(picture.picture_of(done)).astype(int)  # type: ignore[arg-type]
    column = drawn[:, picture.WIDE // 2]
    bright = column[column[:, 3] > 200][:, :3].sum(axis=1)
    inked = np.flatnonzero(bright < 0.75 * np.median(bright))
    runs = np.split(inked, np.flatnonzero(np.diff(inked) > 2) + 1)
    # the far and the near rim of its top, and its foot
    assert 1 <= len(runs) <= 3 and all(1 <= len(run) <= 3 for run in runs)


@pytest.mark.parametrize("name", NAMES[:6])
def test_starters_are_drawn(name: str) -> None:
    assert picture.picture_of(solve(begun(name)))


def test_hidden_parts_are_not_drawn() -> None:
    block = step("b", "extrude", rectangle("40", "30"), height="20")
    assert picture.picture_of(solve(document(part("p", block, shown="hidden")))) is None


# -- what a starter would come to ----------------------------------------------------------------


def test_a_starter_is_looked_at_before_it_is_begun(client: Client) -> None:
    asked = {"starter": "jar", "units": "mm", "answers": {"across": "44 mm"}}
    seen = send(client, "POST", "/api/starters/preview", asked)
    assert seen.status_code == 200
    (fit,) = seen.json()["fits"]
    assert fit["section"] and fit["gap_mm"] > 0
    jar = next(one for one in seen.json()["parts"] if one["name"] == "jar")
    assert jar["size_mm"][0] == pytest.approx(44, abs=0.05)
    assert Project.objects.count() == 3


def test_how_it_should_feel_is_asked_and_taken(client: Client) -> None:
    made = send(client, "POST", "/api/projects", {"starter": "wheel", "feel": "slide"})
    assert made.json()["document"]["fits"][0]["feel"] == "slide"
    bad = send(client, "POST", "/api/projects", {"starter": "wheel", "feel": "wobbly"})
    assert bad.status_code == 422 and bad.json()["where"] == "feel"


def test_a_project_opens_where_nothing_can_be_noted(
    client: Client, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    """The books held by another for ever: that it was used is not noted, and it opens all
    the same.
    """
    one = project("Wheel on an axle")
    opened = one.opened

    def locked() -> None:
        cause = sqlite3.OperationalError("database is locked")
        cause.sqlite_errorname = "SQLITE_BUSY"
        raise OperationalError("database is locked") from cause

    with monkeypatch.context() as held:
        held.setattr(transaction, "atomic", locked)
        shelving.used(one.pk)
    assert "not noted: database is locked" in caplog.text
    assert Project.objects.get(pk=one.pk).opened == opened
    shelving.used(one.pk)
    assert Project.objects.get(pk=one.pk).opened != opened
