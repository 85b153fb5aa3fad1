"""Makers told apart: own shelves, a shared bench, projects shared; nobody sees another's work."""

from __future__ import annotations

import re
from datetime import timedelta
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from django.utils import timezone

from core.process import Process
from core.project.demo import demo_document
from workshop import keeping, makers, models
from workshop.api import api

pytestmark = pytest.mark.django_db
SECRET = "Annas Geheimtin"
PASSWORD = "unter der Schleuse 7"


@pytest.fixture
def apart(settings: Any) -> None:
    """A workshop that is served beyond its machine."""
    settings.SIGN_IN = True
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]  # quick
    given = Process().model_dump(mode="json")
    models.Process.objects.create(name="Towpath 220, PLA", given=given)


def joined(name: str, token: str | None = None) -> Client:
    client = Client()
    body = {"token": token or makers.invite(), "name": name, "password": PASSWORD}
    answer = client.post("/api/join", body, content_type="application/json")
    assert answer.status_code == 201, answer.content
    return client


@pytest.fixture
def keeper(apart: None) -> Client:
    return joined("keeper")


@pytest.fixture
def ann(keeper: Client) -> Client:
    return joined("ann")


@pytest.fixture
def bo(ann: Client) -> Client:
    return joined("bo")


def made(client: Client, title: str = SECRET) -> dict[str, Any]:
    document = demo_document("half_deck").model_copy(update={"title": title})
    body = {"document": document.model_dump(mode="json")}
    answer = client.post("/api/projects", body, content_type="application/json")
    assert answer.status_code == 201, answer.content
    return answer.json()


def put(client: Client, project: int, version: int, notes: str) -> Any:
    document = demo_document("half_deck").model_copy(update={"title": SECRET, "notes": notes})
    body = {"version": version, "document": document.model_dump(mode="json"), "words": notes}
    return client.put(f"/api/projects/{project}", body, content_type="application/json")


def test_on_ones_own_machine_nobody_signs_in(client: Client) -> None:
    told = client.get("/api/me").json()
    assert told == {"told_apart": False, "name": "", "keeper": True}
    assert client.get("/api/projects").status_code == 200
    body = {"token": makers.invite(), "name": "ann", "password": PASSWORD}
    refused = client.post("/api/join", body, content_type="application/json")
    assert refused.status_code == 422 and not User.objects.exists()


def operations() -> list[tuple[str, str]]:
    paths = api.get_openapi_schema()["paths"]
    return [(method, path) for path, methods in paths.items() for method in methods]


def address(path: str, numbers: dict[str, Any]) -> str:
    """A described address with its places filled in."""
    return re.sub(r"\{(\w+)\}", lambda found: str(numbers[found[1]]), path)


AT_THE_DOOR = {"/api/me", "/api/sign-in", "/api/join"}


def test_who_is_not_signed_in_gets_nothing_at_any_address(apart: None) -> None:
    stranger = Client()
    for method, path in operations():
        if path in AT_THE_DOOR:
            continue
        at = re.sub(r"\{\w+\}", "1", path)
        answer = getattr(stranger, method)(at)
        assert answer.status_code == 401, (method, path, answer.content)
        assert set(answer.json()) >= {"message", "reference"}
    assert stranger.get("/").status_code == 200  # the page, which asks to sign in


def test_a_stranger_sees_nothing_of_anothers_work_at_any_address(ann: Client, bo: Client) -> None:
    """Every endpoint walked by one maker with the numbers of another's things."""
    theirs = made(ann)
    project = theirs["id"]
    parts = [part["name"] for part in theirs["document"]["parts"]]
    mine = made(bo, "Bos Kiste")["id"]
    at = f"/api/projects/{project}"
    printed = ann.post(
        f"{at}/prints", {"parts": parts, "printed": "2026-11-27", "notes": SECRET},
        content_type="application/json",
    ).json()["id"]  # fmt: skip
    ann.post(f"{at}/plan", {"parts": parts}, content_type="application/json")
    planned = models.Planned.objects.get().id
    job = models.Job.objects.create(
        name=f"{SECRET}.stl", data=b"x", owner=User.objects.get(username="ann")
    )

    def state() -> Any:
        kept = models.Project.objects.get(id=project)
        return (
            kept.version, kept.title, kept.folder, kept.thrown, kept.owner_id,
            models.Print.objects.filter(project=kept).count(), models.Planned.objects.count(),
            models.Job.objects.get(id=job.id).state, models.Share.objects.count(),
        )  # fmt: skip

    before = state()
    numbers = {
        "project_id": project,
        "print_id": printed,
        "planned_id": planned,
        "job_id": job.id,
        "number": 1,
        "version": 1,
        "index": 0,
        "part": parts[0],
        "name": parts[0],
        "kind": "stl",
        "process_id": models.Process.objects.get().id,
        "result_id": 1,
        "key": theirs["report"]["parts"][0]["key"],
        "room": "steps",
        "path": "measures.long",
        "maker": "ann",
    }
    walked = 0
    for method, path in operations():
        if path in AT_THE_DOOR or path in ("/api/sign-out",) or "{process_id}" in path:
            continue
        binned = {"kind": "print", "number": printed} if path.startswith("/api/bin/") else {}
        own = address(path, numbers | binned)
        given = (
            {} if method in ("get", "delete") else {"data": {}, "content_type": "application/json"}
        )
        answer = getattr(bo, method)(own, **given)
        told = b"".join(answer.streaming_content) if answer.streaming else answer.content
        assert SECRET.encode() not in told, (method, path)
        if "{project_id}" in path:
            assert answer.status_code == 404, (method, path, answer.status_code)
        walked += 1
    assert walked > 60
    # by numbers in what is asked, not in the address
    beside = bo.get(f"/api/projects/{mine}/variants?other={project}")
    assert beside.status_code == 404
    bench = f"/api/bench/{numbers['process_id']}"
    taken = bo.post(f"{bench}/take", {"projects": [project]}, content_type="application/json")
    assert taken.json() == {"changed": 0}
    assert SECRET not in bo.get(f"{bench}/follows").content.decode()
    assert state() == before
    seen = [one["title"] for one in bo.get("/api/projects").json()]
    assert "Bos Kiste" in seen and SECRET not in seen
    assert [one["title"] for one in ann.get("/api/projects").json()] == [SECRET]


def test_a_project_is_shared_to_read_or_to_change_and_no_longer(ann: Client, bo: Client) -> None:
    project = made(ann)["id"]
    at = f"/api/projects/{project}"

    def share(how: str, who: Client = ann) -> Any:
        body = {"maker": "bo", "how": how}
        return who.put(f"{at}/shares", body, content_type="application/json")

    assert bo.get(at).status_code == 404
    told = share("read").json()
    assert told == {"shares": [{"maker": "bo", "how": "read"}], "others": ["keeper"]}
    assert bo.get(at).json()["document"]["title"] == SECRET
    assert [one["title"] for one in bo.get("/api/projects").json()] == [SECRET]
    refused = put(bo, project, 1, "by bo")
    assert refused.status_code == 403 and "to read" in refused.json()["message"]
    # what keeps nothing is answered to who may only read
    shown = {"document": bo.get(at).json()["document"], "since": None}
    assert bo.post(f"{at}/ahead", shown, content_type="application/json").json() is True
    assert share("edit").status_code == 200
    assert put(bo, project, 1, "by bo").status_code == 200
    # what is its owner's alone
    for ask in (lambda: bo.delete(at), lambda: share("edit", bo), lambda: bo.get(f"{at}/shares")):
        assert ask().status_code == 403
    assert share("").json()["shares"] == []
    assert bo.get(at).status_code == 404 and put(bo, project, 2, "again").status_code == 404
    assert bo.post(f"{at}/ahead", shown, content_type="application/json").status_code == 404
    assert ann.get(at).json()["document"]["notes"] == "by bo"


def test_the_bench_is_everybodys(ann: Client, bo: Client) -> None:
    assert [one["name"] for one in bo.get("/api/bench").json()] == ["Towpath 220, PLA"]
    assert len(ann.get("/api/bench").json()) == 1


def test_the_first_maker_takes_over_what_is_here_and_keeps_the_workshop(apart: None) -> None:
    keeping.create(demo_document("hatch"), "before anybody signed in")
    first = joined("keeper")
    assert first.get("/api/me").json() == {"told_apart": True, "name": "keeper", "keeper": True}
    assert len(first.get("/api/projects").json()) == 1
    invited = first.post("/api/invitations").json()["path"]
    other = joined("ann", invited.removeprefix("/join/"))
    assert other.get("/api/me").json()["keeper"] is False
    assert other.get("/api/projects").json() == []
    for ask in (
        lambda who: who.post("/api/invitations"),
        lambda who: who.get("/api/copies"),
        lambda who: who.post("/api/copies"),
        lambda who: who.get("/api/copies/daily-2026-01-01.sqlite3"),
        lambda who: who.post("/api/restore", {"file": SimpleUploadedFile("a.sqlite3", b"no")}),
    ):  # type: Callable[[Client], Any]
        assert ask(other).status_code == 403
        assert ask(first).status_code != 403


def test_an_invitation_lets_one_in_once_and_not_for_ever(apart: None) -> None:
    token = makers.invite()
    assert token not in str(list(models.Invitation.objects.values()))  # kept as a hash alone
    joined("ann", token)
    old = makers.invite()
    models.Invitation.objects.filter(used=None).update(created=timezone.now() - timedelta(days=8))
    for bad in (token, old, "made up"):
        body = {"token": bad, "name": "eve", "password": PASSWORD}
        answer = Client().post("/api/join", body, content_type="application/json")
        assert answer.status_code == 422 and "invitation" in answer.json()["message"]
    fresh = makers.invite()
    for body, words in (
        ({"name": "ann", "password": PASSWORD}, "already called"),
        ({"name": "eve", "password": "1234567890"}, "numeric"),
        ({"name": "eve", "password": "short"}, "too short"),
    ):
        answer = Client().post(
            "/api/join", {"token": fresh, **body}, content_type="application/json"
        )
        assert answer.status_code == 422 and words in answer.json()["message"], answer.content
    joined("eve", fresh)  # what was refused did not use it up


def test_after_five_wrong_passwords_no_more_are_tried(ann: Client) -> None:
    def sign_in(client: Client, password: str) -> int:
        body = {"name": "ann", "password": password}
        return client.post("/api/sign-in", body, content_type="application/json").status_code

    stranger = Client()
    assert [sign_in(stranger, f"guess {n}") for n in range(5)] == [401] * 4 + [429]
    assert sign_in(stranger, PASSWORD) == 429  # the right one neither, from there
    assert ann.get("/api/projects").status_code == 200  # who is in stays in
    elsewhere = Client(REMOTE_ADDR="192.0.2.7")
    assert sign_in(elsewhere, PASSWORD) == 200
    assert elsewhere.post("/api/sign-out").json()["name"] == ""
    assert elsewhere.get("/api/projects").status_code == 401


def test_cookies_are_strict_and_secure_behind_tls(ann: Client, settings: Any) -> None:
    body = {"name": "ann", "password": PASSWORD}
    settings.SESSION_COOKIE_SECURE = True
    cookie = (
        Client().post("/api/sign-in", body, content_type="application/json").cookies["sessionid"]
    )
    assert cookie["httponly"] and cookie["secure"] and cookie["samesite"] == "Strict"


def test_who_is_shut_out_is_out_at_once_and_comes_back_to_what_was_theirs(
    keeper: Client, ann: Client
) -> None:
    project = made(ann)["id"]

    def let_work(who: Client, name: str, works: bool) -> Any:
        return who.put(f"/api/makers/{name}", {"works": works}, content_type="application/json")

    told = keeper.get("/api/makers").json()
    assert [(one["name"], one["keeper"], one["works"]) for one in told] == [
        ("keeper", True, True), ("ann", False, True),
    ]  # fmt: skip
    for ask in (
        lambda: ann.get("/api/makers"),
        lambda: let_work(ann, "keeper", False),
        lambda: ann.post("/api/makers/keeper/again"),
    ):
        assert ask().status_code == 403
    stays = let_work(keeper, "keeper", False)
    assert stays.status_code == 422 and "stays" in stays.json()["message"]
    assert let_work(keeper, "nobody", False).status_code == 422
    link = keeper.post("/api/makers/ann/again").json()["path"]
    assert let_work(keeper, "ann", False).json()[1]["works"] is False
    assert ann.get("/api/projects").status_code == 401  # signed in as she was
    body = {"name": "ann", "password": PASSWORD}
    assert Client().post("/api/sign-in", body, content_type="application/json").status_code == 401
    again = Client().post(
        "/api/join", {"token": link.removeprefix("/join/"), **body}, content_type="application/json"
    )
    assert again.status_code == 422 and "invitation" in again.json()["message"]
    refused = keeper.post("/api/makers/ann/again")
    assert refused.status_code == 422 and "shut out" in refused.json()["message"]
    shares = keeper.get(f"/api/projects/{made(keeper, 'Kiste')['id']}/shares").json()
    assert shares["others"] == []
    let_work(keeper, "ann", True)
    back = Client()
    assert back.post("/api/sign-in", body, content_type="application/json").status_code == 200
    assert back.get(f"/api/projects/{project}").json()["document"]["title"] == SECRET


def test_a_forgotten_password_is_chosen_anew_by_a_link_and_the_old_one_ends(
    keeper: Client, ann: Client
) -> None:
    project = made(ann)["id"]
    older = keeper.post("/api/makers/ann/again").json()["path"].removeprefix("/join/")
    token = keeper.post("/api/makers/ann/again").json()["path"].removeprefix("/join/")
    fresh = "auf dem Treidelpfad 9"

    def join(name: str, password: str) -> Any:
        body = {"token": token, "name": name, "password": password}
        return Client().post("/api/join", body, content_type="application/json")

    assert "another name" in join("eve", fresh).json()["message"]
    assert join("ann", "short").status_code == 422
    assert ann.get("/api/projects").status_code == 200  # nothing has changed yet
    assert join("ann", fresh).status_code == 201
    assert ann.get("/api/projects").status_code == 401  # wherever the old one was used
    assert join("ann", fresh).status_code == 422  # once
    token = older
    assert join("ann", fresh).status_code == 422  # nor by an older link
    back = Client()
    body = {"name": "ann", "password": fresh}
    assert back.post("/api/sign-in", body, content_type="application/json").status_code == 200
    assert [one["id"] for one in back.get("/api/projects").json()] == [project]
    assert User.objects.count() == 2


def test_a_maker_has_a_name_and_shares_with_others_alone(ann: Client) -> None:
    body = {"token": makers.invite(), "name": "   ", "password": PASSWORD}
    nameless = Client().post("/api/join", body, content_type="application/json")
    assert nameless.status_code == 422 and "needs a name" in nameless.json()["message"]
    at = f"/api/projects/{made(ann)['id']}/shares"
    for maker, words in (("ann", "theirs already"), ("nobody", "no maker is called")):
        given = {"maker": maker, "how": "read"}
        answer = ann.put(at, given, content_type="application/json")
        assert answer.status_code == 422 and words in answer.json()["message"]
