"""Two tabs on one project, copies of the workshop, and what was thrown away brought back."""

from __future__ import annotations

import urllib.request
from datetime import date
from pathlib import Path

from selenium.webdriver import Chrome
from selenium.webdriver.common.keys import Keys

from tests.browser.making import empty_page, kept
from tests.browser.walker import Walker
from tests.workshop.server import serving
from workshop import copies
from workshop.models import Print, Process, Project


def test_a_tab_learns_at_once_of_what_another_keeps(walker: Walker) -> None:
    walker.expect("409")
    walker.open("Bait tin")
    first = walker.driver.current_window_handle
    number = Project.objects.get(title="Bait tin").id
    walker.driver.switch_to.new_window("tab")
    try:
        walker.driver.get(f"{walker.url}/p/{number}")
        walker.one('[aria-label="stage"] canvas')
        walker.type("measures.tall", "41")
        walker.built()
        walker.driver.switch_to.window(first)
        walker.until(lambda: walker.field("measures.tall").get_attribute("value") == "41")
        walker.see("from elsewhere", "header")
        walker.type("measures.wall", "2.5")
        walker.built()
        assert Project.objects.get(id=number).current.number == 3
        told = {m["name"]: m["expression"] for m in kept(number)["measures"]}
        assert (told["tall"], told["wall"]) == ("41", "2.5")
    finally:
        for one in walker.driver.window_handles:
            if one != first:
                walker.driver.switch_to.window(one)
                walker.driver.close()
        walker.driver.switch_to.window(first)


def test_a_print_that_is_struck_out_comes_back(walker: Walker) -> None:
    project = Project.objects.get(title="Bait tin")
    Print.objects.create(
        project=project, revision=1, title="Bait tin", parts=["tin"], printed=date(2026, 11, 20),
        process=Process.objects.get(), process_name="Towpath 220, PLA",
    )  # fmt: skip
    walker.go("/logbook")
    walker.press("strike it out")
    walker.see("the print of Bait tin is in the bin")
    assert not Print.objects.exists()
    assert walker.axe() == []
    walker.press("bring it back")
    walker.one("[data-print]")
    assert Print.objects.count() == 1
    walker.press("strike it out")
    walker.see("is in the bin")
    walker.go("/safekeeping")
    walker.see("print of Bait tin, 2026-11-20")
    assert walker.axe() == []
    walker.press("bring it back")
    walker.see("Nothing of these is in the bin")
    assert Print.objects.count() == 1


def test_a_copy_is_made_taken_away_and_brought_back(walker: Walker, tmp_path, settings) -> None:
    settings.VAR = tmp_path
    walker.go("/safekeeping")
    walker.see("There is no copy yet")
    walker.press("Make a copy now")
    walker.see("asked for")
    (copy,) = copies.kept()
    copies.check_copy(copy.path)
    with urllib.request.urlopen(f"{walker.url}/api/copies/{copy.path.name}") as taken:
        assert taken.read() == copy.path.read_bytes()
    assert walker.axe() == []


def test_what_was_lost_comes_back_from_a_copy_beside_what_is_here(
    driver: Chrome, downloads: Path, tmp_path: Path
) -> None:
    """By a server over books of its own: a copy is opened beside them."""
    with serving(tmp_path) as server:
        walker = Walker(driver, f"http://127.0.0.1:{server.port}", downloads)
        made = {}
        for title in ("Lost tin", "Kept tin"):
            made[title] = empty_page(walker)
            walker.click('[aria-label="title of the project"]')
            walker.chord(Keys.CONTROL, "a")
            walker.keys(title, Keys.TAB)
            walker.click("details:has([data-path=notes]) summary")
            walker.type("notes", f"{title}, of mine", Keys.TAB)
            walker.built()
        walker.go("/safekeeping")
        walker.press("Make a copy now")
        walker.see("asked for")
        (copy,) = (tmp_path / "backups").glob("asked-*")
        for _ in range(2):  # into the bin, and out of it for good
            assert server.ask("DELETE", f"/api/projects/{made['Lost tin']}")[0] == 204
        walker.one("input[type=file]").send_keys(str(copy))
        walker.see("2 projects came back beside what is here")
        walker.press("to the shelf")
        walker.until(lambda: len(walker.all("[data-project]")) == 3)
        _, shelf = server.ask("GET", "/api/projects")
        assert sorted(one["title"] for one in shelf) == ["Kept tin", "Kept tin", "Lost tin"]
        (back,) = [one["id"] for one in shelf if one["title"] == "Lost tin"]
        walker.go(f"/p/{back}")
        walker.see("Notes: Lost tin, of mine")
        driver.get("about:blank")
