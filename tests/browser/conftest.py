"""The real screens on a real server in headless Chromium. Tests wait on conditions, never sleep."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from pathlib import Path

import pytest
from django.conf import settings
from django.core.management import call_command
from django.db import connection
from selenium.webdriver import Chrome

from tests.browser.chrome import chrome
from tests.browser.walker import Walker
from workshop import builders
from workshop.models import Project

WALKED = """
if (location.protocol === "http:") localStorage.setItem("first-walk-done", "yes");
"""


@pytest.fixture(scope="session")
def downloads(tmp_path_factory: pytest.TempPathFactory) -> Path:
    return tmp_path_factory.mktemp("downloads")


@pytest.fixture(scope="session")
def driver(downloads: Path) -> Iterator[Chrome]:
    made = chrome(downloads)
    # nobody is walked round again in every test
    made.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", {"source": WALKED})
    yield made
    made.quit()


@pytest.fixture(scope="session")
def pool(django_db_setup) -> Iterator[None]:
    """Builders, as where the workshop is served; for each browser on these cores the fewest that
    do all there is to do."""
    settings.BUILDERS = settings.BUILDERS_ASIDE = 1
    builders.begin(str(connection.settings_dict["NAME"]))
    yield
    builders.end()


class OverOwnBooks(Walker):
    """Walks over books that the tests can look into."""

    def number_of(self, title: str) -> int:
        return Project.objects.get(title=title).id


@pytest.fixture
def bare_walker(
    pool, driver: Chrome, live_server, transactional_db, downloads: Path
) -> Iterator[Walker]:
    """A maker before an empty shelf."""
    walker = OverOwnBooks(driver, live_server.url, downloads)
    held = {"origin": live_server.url, "storageTypes": "local_storage"}
    driver.execute_cdp_cmd("Storage.clearDataForOrigin", held)
    driver.get_log("browser")
    yield walker
    walker.online()
    bad = [
        entry["message"]
        for entry in driver.get_log("browser")
        if entry["level"] == "SEVERE" and not walker.expected(entry["message"])
    ]
    # Nothing is left in flight when the database is emptied for the next test; another page of the
    # same address keeps the browser's process, and what it knows of the scripts.
    walker.leave()
    driver.get(f"{live_server.url}/mark.svg")
    assert not bad, bad


@pytest.fixture(scope="session")
def play_set() -> sqlite3.Connection:
    """The books with the play set in them, once it was loaded."""
    return sqlite3.connect(":memory:", check_same_thread=False)


@pytest.fixture
def walker(bare_walker: Walker, play_set: sqlite3.Connection) -> Walker:
    """A maker before the shelf with the play set on it."""
    connection.ensure_connection()
    books: sqlite3.Connection = connection.connection
    if not play_set.execute("SELECT name FROM sqlite_master").fetchall():
        call_command("load_demo", verbosity=0)
        books.backup(play_set)
    else:
        play_set.backup(books)
    return bare_walker
