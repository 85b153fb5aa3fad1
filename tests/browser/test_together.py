"""Two tabs on one project, copies of the workshop, and what was thrown away brought back."""

from __future__ import annotations

import urllib.request
from datetime import date

from tests.browser.making import kept
from tests.browser.walker import Walker
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
        walker.settled()
        walker.driver.switch_to.window(first)
        walker.until(lambda: walker.field("measures.tall").get_attribute("value") == "41")
        walker.see("from elsewhere", "header")
        walker.type("measures.wall", "2.5")
        walker.settled()
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


def test_a_copy_is_made_and_taken_away(walker: Walker, tmp_path, settings) -> None:
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
