"""The books of a real server: killed, starved of disk, written to by two, copied under load."""

from __future__ import annotations

import json
import random
import sqlite3
import threading
import time
from concurrent.futures import ThreadPoolExecutor
from contextlib import closing
from pathlib import Path
from typing import Any

import pytest
import trimesh

from core.process import Process
from core.project.demo import demo_document
from tests.covering import WHOLE
from tests.workshop.server import Gone, Server, serving

KILLS = 20 if WHOLE else 4


def rows(books: Path, asked: str) -> list[tuple[Any, ...]]:
    """What SQLite itself finds in books."""
    with closing(sqlite3.connect(books)) as file:
        return file.execute(asked).fetchall()


def with_notes(document: dict[str, Any], words: str) -> dict[str, Any]:
    return {**document, "notes": words}


def wedge(size: int) -> bytes:
    """A mesh of its own for every size."""
    out = trimesh.creation.box((size, 10, 5)).export(file_type="stl")
    assert isinstance(out, bytes)
    return out


def put_process(server: Server, spool_g: float) -> None:
    """A process on the bench, as `./start` would have put it there, with a full spool."""
    given = json.dumps(Process().model_dump(mode="json"))
    with closing(sqlite3.connect(server.books)) as file:
        file.execute(
            "INSERT INTO workshop_process (name, given, spool_g, created) "
            "VALUES ('Towpath 220, PLA', ?, ?, '2026-01-01')",
            (given, spool_g),
        )
        file.commit()


@pytest.fixture(scope="module")
def document() -> dict[str, Any]:
    return demo_document("half_deck").model_dump(mode="json")


def test_what_was_acknowledged_outlives_kills(tmp_path: Path, document: dict[str, Any]) -> None:
    """Saves, prints and what follows from them, with the server killed at random moments: every one
    that was answered is there, once, and whole."""
    luck = random.Random(20)
    parts = [part["name"] for part in document["parts"]]
    with serving(tmp_path) as server:
        put_process(server, 100_000.0)
        status, opened = server.ask("POST", "/api/projects", {"document": document})
        assert status == 201, opened
        project, version = opened["id"], opened["version"]
        kept: dict[int, str] = {}  # revision: what was answered to be kept
        printed: list[str] = []
        brought: list[int] = []
        tried = 0
        for kill in range(KILLS):
            # before its builders are there, which saves do not wait for, or when they work
            within = (0.05, 0.6) if kill % 4 else (4.0, 7.0)
            timer = threading.Timer(luck.uniform(*within), server.kill)
            timer.start()
            try:
                while True:
                    tried += 1
                    words = f"change {tried}"
                    body = {
                        "version": version, "document": with_notes(document, words), "words": words
                    }  # fmt: skip
                    status, answer = server.ask("PUT", f"/api/projects/{project}", body)
                    assert status == 200, answer
                    version, kept[answer["revision"]] = answer["version"], words
                    if tried % 3 == 0:
                        body = {"parts": parts, "printed": "2026-11-27", "once": f"p{tried}"}
                        status, answer = server.ask("POST", f"/api/projects/{project}/prints", body)
                        assert status == 201, answer
                        printed.append(f"p{tried}")
                    if tried % 7 == 0:
                        status, answer = server.send("/api/meshes", f"{words}.stl", wedge(tried))
                        assert status == 200 and answer["project"], answer
                        brought.append(answer["project"])
                    if tried % 5 == 0:
                        body = {"projects": [project]}
                        status, answer = server.ask("POST", "/api/bench/1/take", body)
                        assert status == 200, answer
                        version += answer["changed"]
            except Gone:
                pass
            timer.join()
            assert rows(server.books, "PRAGMA integrity_check") == [("ok",)], f"after kill {kill}"
            server.start()
            # asked of the books alone: what builds is not waited for
            status, newest = server.ask("GET", f"/api/projects/{project}/kept")
            assert status == 200 and newest["version"] >= version
            version = newest["version"]
        there = dict(rows(server.books, "SELECT number, document FROM workshop_revision"))
        # the kills left time to work
        assert len(kept) > KILLS and len(printed) > 2 and brought
        for number, words in kept.items():
            assert json.loads(there[number])["notes"] == words
        # a mesh that was brought in is there with its project, and its project with its mesh
        for number in brought:
            status, opened = server.ask("GET", f"/api/projects/{number}")
            assert status == 200 and opened["report"]["parts"][0]["key"], opened["report"][
                "findings"
            ]
        once = [one for (one,) in rows(server.books, "SELECT once FROM workshop_print")]
        assert len(once) == len(set(once)) and set(printed) <= set(once)
        # a print and what it took from the spool are kept together
        ((left,),) = rows(server.books, "SELECT spool_g FROM workshop_process")
        asked = "SELECT json_extract(details, '$.mass_g') FROM workshop_print"
        masses = [mass for (mass,) in rows(server.books, asked)]
        assert masses and left == pytest.approx(100_000.0 - sum(masses))
        assert server.command("doctor", "--mend").returncode == 0


def test_a_full_disk_is_said_at_once_and_nothing_is_lost(
    tmp_path: Path, document: dict[str, Any]
) -> None:
    with serving(tmp_path) as server:
        _, opened = server.ask("POST", "/api/projects", {"document": document})
        project, version = opened["id"], opened["version"]
        full = {"version": version, "document": with_notes(document, "x" * 2000), "words": "long"}
        server.let_files_grow_to(4096)
        status, answer = server.ask("PUT", f"/api/projects/{project}", full)
        assert status == 507, answer
        assert "disk" in answer["message"] and answer["remedy"] and answer["reference"]
        # what can be read is read meanwhile, and what was refused is not there by halves
        status, opened = server.ask("GET", f"/api/projects/{project}")
        assert status == 200 and opened["version"] == version
        server.let_files_grow_to(-1)
        status, answer = server.ask("PUT", f"/api/projects/{project}", full)
        assert status == 200, answer
        status, opened = server.ask("GET", f"/api/projects/{project}")
        assert opened["document"]["notes"] == "x" * 2000


def test_of_two_who_write_at_once_one_is_told(tmp_path: Path, document: dict[str, Any]) -> None:
    with serving(tmp_path) as server:
        _, opened = server.ask("POST", "/api/projects", {"document": document})
        project, version = opened["id"], opened["version"]
        for _ in range(10):

            def write(who: str, at: int, start: threading.Barrier) -> tuple[int, Any]:
                body = {"version": at, "document": with_notes(document, who), "words": who}
                start.wait(10)
                return server.ask("PUT", f"/api/projects/{project}", body)

            start, who = threading.Barrier(2), ("ann", "bo")
            with ThreadPoolExecutor(2) as both:
                found = both.map(write, who, [version] * 2, [start] * 2)
                answers = dict(zip(who, found, strict=True))
            assert sorted(status for status, _ in answers.values()) == [200, 409]
            winner = next(who for who, (status, _) in answers.items() if status == 200)
            _, opened = server.ask("GET", f"/api/projects/{project}")
            assert opened["document"]["notes"] == winner
            assert opened["version"] == version + 1
            version = opened["version"]


def test_a_copy_made_under_load_is_whole_and_comes_back_equal(
    tmp_path: Path, document: dict[str, Any]
) -> None:
    with serving(tmp_path / "one") as server:
        _, opened = server.ask("POST", "/api/projects", {"document": document})
        project, version = opened["id"], opened["version"]
        over = threading.Event()

        def work() -> None:
            at, count = version, 0
            while not over.is_set():
                count += 1
                body = {
                    "version": at,
                    "document": with_notes(document, f"n{count}"),
                    "words": f"{count}",
                }
                status, answer = server.ask("PUT", f"/api/projects/{project}", body)
                assert status == 200, answer
                at = answer["version"]

        worker = threading.Thread(target=work)
        worker.start()
        time.sleep(0.3)
        copy = tmp_path / "copy.sqlite3"
        found = server.command("backup", str(copy))
        over.set()
        worker.join()
        assert found.returncode == 0, found.stderr
        everything = "SELECT number, parent_id, document, words, created FROM workshop_revision"
        copied = rows(copy, everything)
        assert len(copied) > 2
        assert copied == rows(server.books, everything)[: len(copied)]
        ((at, current),) = rows(copy, "SELECT version, current_id FROM workshop_project")
        assert at == len(copied)  # as it was at one moment
        assert [(current,)] == rows(copy, "SELECT max(id) FROM workshop_revision")
    (tmp_path / "two").mkdir()
    other = Server(tmp_path / "two")
    assert other.managed("migrate", "-v0", "--skip-checks").returncode == 0
    found = other.command("restore", str(copy))
    assert found.returncode == 0 and "1 projects" in found.stdout, found
    with closing(sqlite3.connect(copy)) as a, closing(sqlite3.connect(other.books)) as b:
        assert list(a.iterdump()) == list(b.iterdump())
    again = other.command("restore", str(copy))
    assert again.returncode == 2 and "nothing is put over it" in again.stderr
    other.start()
    try:  # at the screen: there is work here already, so it comes beside
        status, told = other.send("/api/restore", "copy.sqlite3", copy.read_bytes())
        assert (status, told["projects"], told["beside"]) == (200, 1, True), told
        damaged = b"SQLite format 3\0" + bytes(5000)
        status, told = other.send("/api/restore", "copy.sqlite3", damaged)
        assert status == 422 and "copy.sqlite3" in told["message"], told
    finally:
        other.stop()
    told = "SELECT number, document, words, created FROM workshop_revision WHERE project_id = "
    mine, theirs = rows(other.books, "SELECT id FROM workshop_project ORDER BY id")
    assert rows(other.books, f"{told}{mine[0]}") == rows(other.books, f"{told}{theirs[0]}")


def test_books_of_an_older_program_are_brought_up_and_copied_first(
    tmp_path: Path, document: dict[str, Any]
) -> None:
    """Books in the shape of migration 0008, written to without this program's models."""
    server = Server(tmp_path)
    assert server.managed("migrate", "workshop", "0008", "-v0", "--skip-checks").returncode == 0
    with closing(sqlite3.connect(server.books)) as file:
        file.execute(
            "INSERT INTO workshop_project (id, title, version, summary, folder, demo, away, opened,"
            " created, updated) VALUES (1, 'Old tin', 1, '{}', 'old', '', 0, '2026-01-01',"
            " '2026-01-01', '2026-01-01')"
        )
        file.execute(
            "INSERT INTO workshop_revision (id, project_id, number, document, words, name, created)"
            " VALUES (1, 1, 1, ?, 'made then', '', '2026-01-01')",
            (json.dumps(document),),
        )
        file.execute("UPDATE workshop_project SET current_id = 1")
        file.commit()
    ready = server.managed("ready")
    assert ready.returncode == 0, ready.stderr
    (copy,) = (tmp_path / "backups").glob("before-*.sqlite3")
    assert rows(copy, "SELECT title FROM workshop_project") == [("Old tin",)]
    assert rows(server.books, "SELECT title, folder FROM workshop_project WHERE id = 1") == [
        ("Old tin", "old")
    ]
    server.start()
    try:
        status, opened = server.ask("GET", "/api/projects/1")
        assert status == 200 and opened["document"]["title"] == document["title"]
    finally:
        server.stop()


def test_books_of_a_newer_program_and_damaged_ones_are_not_opened(
    tmp_path: Path, document: dict[str, Any]
) -> None:
    with serving(tmp_path) as server:
        for number in range(30):
            words = f"{number} " + "y" * 1900
            body = {"document": with_notes({**document, "title": f"thing {number}"}, words)}
            assert server.ask("POST", "/api/projects", body)[0] == 201
    copy = tmp_path / "whole.sqlite3"
    assert server.command("backup", str(copy)).returncode == 0
    with closing(sqlite3.connect(server.books)) as file:
        file.execute(
            "INSERT INTO django_migrations (app, name, applied) "
            "VALUES ('workshop', '9999_from_the_future', '2030-01-01')"
        )
        file.commit()
    refused = server.managed("ready")
    assert refused.returncode == 2 and "newer program" in refused.stderr
    assert "Traceback" not in refused.stderr and len(refused.stderr.splitlines()) == 1
    assert server.command("doctor").returncode == 1
    server.books.unlink()
    copy.rename(server.books)
    # a stretch in the middle overwritten, as a bad block would
    size = server.books.stat().st_size
    with server.books.open("r+b") as file:
        file.seek(size // 2 // 4096 * 4096)
        file.write(b"\xa5" * 8192)
    refused = server.managed("ready")
    assert refused.returncode == 2 and "damaged" in refused.stderr
    assert "Traceback" not in refused.stderr
    told = server.command("doctor")
    assert told.returncode == 1 and "--mend" in told.stdout
    mended = server.command("doctor", "--mend")
    assert "could be read and are kept" in mended.stdout, mended
    assert server.managed("ready").returncode == 0
    assert rows(server.books, "PRAGMA integrity_check") == [("ok",)]
    back = rows(server.books, "SELECT title FROM workshop_project WHERE title LIKE 'thing %'")
    assert 20 <= len(back) <= 30  # all but what lay in the stretch
    assert list(tmp_path.glob("damaged-*.sqlite3"))  # nothing is thrown away
