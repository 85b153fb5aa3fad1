"""Saving is not building: what is typed is kept at once, what it comes to follows or says
why not.
"""

from __future__ import annotations

from selenium.webdriver.common.keys import Keys

from benchmarks.hard_set import tube
from core.project.edits import Edit
from core.project.starters import begun
from core.report import apply_edits
from tests.browser.making import kept
from tests.browser.walker import Walker
from workshop import keeping

STATUS = 'header [role="status"]'


def test_what_meets_a_limit_is_kept_and_can_be_changed(bare_walker: Walker, settings) -> None:
    walker = bare_walker
    project = keeping.create(tube(), "for trying").id
    settings.BUILD_SECONDS = 0.3
    walker.go(f"/p/{project}")
    # it opens, every step to be read, with the limit it met
    walker.see("not built: this takes more than 0.3 s", "header")
    walker.see("Repeat", '[data-step="holes"]')
    path = "parts.part.steps.holes.fields.rings"
    walker.type(path, "11")
    walker.until(lambda: walker.text(STATUS).startswith("kept, revision 2"))
    walker.see("not built: this takes more than 0.3 s", "header")
    assert kept(project)["parts"][0]["steps"][2]["fields"]["rings"] == "11"
    # smaller, it is built within the limit; or the limit is another
    settings.BUILD_SECONDS = 60.0
    walker.press("build it again")
    walker.settled()
    assert walker.drawn()
    walker.until(lambda: "not built" not in walker.text("header"))


def test_building_is_stopped_by_the_maker(bare_walker: Walker) -> None:
    walker = bare_walker
    holes = "parts.part.steps.holes.fields"
    many = [
        Edit(f"{holes}.count", "2"),
        Edit(f"{holes}.rings", "36"),
        Edit(f"{holes}.spacing", "3"),
    ]
    many.append(Edit("parts.part.steps.hole.fields.diameter", "2"))
    project = keeping.create(apply_edits(tube(), many), "for trying").id
    walker.go(f"/p/{project}")
    walker.one('[data-step="holes"]')
    walker.type(f"{holes}.count", "40")
    # kept long before it is proved
    walker.until(lambda: walker.text(STATUS).startswith("kept, revision 2"))
    walker.until(lambda: "still building" in walker.text(STATUS))
    walker.until(lambda: walker.saying("stop", "header button").click() or True)
    walker.see("not built: building was stopped", "header")
    assert kept(project)["parts"][0]["steps"][2]["fields"]["count"] == "40"
    walker.chord(Keys.CONTROL, "z")
    walker.until(lambda: walker.text(STATUS).startswith("kept, revision 1"))


def at_a_wheel(walker: Walker) -> int:
    """A wheel opened and proved: its number."""
    project = keeping.create(begun("wheel"), "for trying").id
    walker.go(f"/p/{project}")
    walker.field("measures.across")
    walker.settled()
    return project


def test_the_newest_change_is_proved_and_older_ones_are_dropped(bare_walker: Walker) -> None:
    walker = bare_walker
    project = at_a_wheel(walker)
    for text in ("61 mm", "64 mm", "67 mm", "80 mm"):
        walker.type("measures.across", text)
    walker.settled()
    assert kept(project)["measures"][0]["expression"] == "80 mm"
    # what is shown is of the newest: no reading of an older one is left
    assert walker.reading("bed, largest part").startswith("bed, largest part\n80 × 80")


ASKED_AHEAD = """
return performance.getEntriesByType("resource").filter((one) => one.name.endsWith("/ahead")).length
"""


def test_a_number_half_typed_is_built_and_neither_kept_nor_shown(bare_walker: Walker) -> None:
    walker = bare_walker
    project = at_a_wheel(walker)
    was, picture = walker.reading("bed, largest part"), walker.drawn()
    walker.type("measures.across", "72 mm", end="")
    asked: int = walker.until(lambda: walker.driver.execute_script(ASKED_AHEAD))
    walker.keys(Keys.ESCAPE)
    assert walker.reading("bed, largest part") == was and walker.drawn() == picture
    assert kept(project)["measures"][0]["expression"] != "72 mm"
    walker.settled()
    # a tenth of it is on the way to something else: nothing is built of it
    walker.type("measures.across", "7 mm", end="")
    walker.keys(Keys.ESCAPE)
    assert walker.driver.execute_script(ASKED_AHEAD) == asked
    # typed and meant, it is proved as ever
    walker.type("measures.across", "72 mm")
    walker.settled()
    assert kept(project)["measures"][0]["expression"] == "72 mm"
    assert walker.reading("bed, largest part").startswith("bed, largest part\n72 × 72")


GIVEN_UP_AHEAD = """
window.givenUp = 0
const fetched = window.fetch
window.fetch = (asked, how) => {
  const request = new Request(asked, how)
  if (request.url.endsWith("/ahead"))
    request.signal.addEventListener("abort", () => (window.givenUp += 1))
  return fetched(request)
}
"""


def test_an_entry_of_a_list_is_built_while_it_is_looked_at(bare_walker: Walker) -> None:
    walker = bare_walker
    watch = {"source": GIVEN_UP_AHEAD}
    walker.driver.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", watch)
    project = at_a_wheel(walker)

    def given_up() -> int:
        return int(walker.driver.execute_script("return window.givenUp"))

    before = kept(project)
    path = "parts.wheel.steps.window.fields.mode"
    walker.more("window")
    walker.click(f'button[data-path="{path}"]')
    walker.until(lambda: walker.all("[role=listbox] [data-highlighted]"))
    asked = walker.driver.execute_script(ASKED_AHEAD)  # what is chosen already is not built
    walker.keys(Keys.ARROW_UP)
    walker.until(lambda: walker.driver.execute_script(ASKED_AHEAD) == asked + 1)
    assert given_up() == 0
    walker.keys(Keys.ESCAPE)
    walker.until(lambda: not walker.all("[role=listbox]"))
    walker.until(lambda: given_up() == 1)
    walker.settled()
    assert kept(project) == before
    # looked at again and chosen, it is not given up
    walker.click(f'button[data-path="{path}"]')
    walker.until(lambda: walker.all("[role=listbox] [data-highlighted]"))
    walker.keys(Keys.ARROW_UP)
    walker.until(lambda: walker.driver.execute_script(ASKED_AHEAD) == asked + 2)
    walker.keys(Keys.ENTER)
    walker.until(lambda: kept(project) != before)
    walker.settled()
    assert given_up() == 1
