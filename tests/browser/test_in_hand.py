"""Parts and fits in hand, what was typed, the keyboard: nothing is lost, everything can be
undone.
"""

from __future__ import annotations

import json

import pytest
from selenium.webdriver.common.keys import Keys

from core.project.document import from_data
from tests.browser.making import kept
from tests.browser.walker import Walker
from workshop import keeping
from workshop.models import Project


def project_of(title: str) -> int:
    return Project.objects.get(title=title).id


def test_a_part_is_renamed_coloured_copied_moved_hidden_and_taken_away(walker: Walker) -> None:
    walker.open("Bait tin")
    project = project_of("Bait tin")
    name = walker.one('[aria-label="name of this part"]')
    name.send_keys(Keys.CONTROL, "a")
    name.send_keys("Worm tin", Keys.ENTER)
    walker.see("Worm tin", 'nav[aria-label^="parts"]')
    walker.click('[aria-label="colour of the Worm tin"]')
    walker.click('[aria-label="colour #b39bb0"]')
    walker.keys(Keys.ESCAPE)
    walker.choose('button[aria-label^="material of the Worm tin"]', "PETG")
    walker.built()
    tin = kept(project)["parts"][0]
    assert (tin["label"], tin["colour"], tin["material"]) == ("Worm tin", "#b39bb0", "PETG")
    walker.see("in PETG", '[data-reading="mass, solid"]')

    def act(words: str) -> None:
        walker.click('[aria-label^="what to do with the"]')
        walker.press(words)
        walker.built()

    act("once more, without its fits")
    walker.until(lambda: [p["label"] for p in kept(project)["parts"]][1] == "Worm tin, again")
    # the new one is in hand: what is done next is done to it
    walker.until(
        lambda: (
            walker.one('[aria-label="name of this part"]').get_attribute("value")
            == "Worm tin, again"
        )
    )
    act("later on the rail")
    assert [p["label"] for p in kept(project)["parts"]][2] == "Worm tin, again"
    act("hide it")
    walker.see("hidden")
    assert kept(project)["parts"][2]["shown"] == "hidden"
    walker.driver.execute_script("document.activeElement.blur()")
    walker.chord(Keys.CONTROL, "z")  # taken back like any other change
    walker.until(lambda: kept(project)["parts"][2]["shown"] == "solid")
    walker.built()
    act("see through it")
    assert kept(project)["parts"][2]["shown"] == "seen through"
    act("draw it solid")
    act("take Worm tin, again and its fits away")
    assert len(kept(project)["parts"]) == 2
    walker.chord(Keys.CONTROL, "z")
    walker.until(lambda: len(kept(project)["parts"]) == 3)
    walker.built()
    walker.chord(Keys.CONTROL, "y")
    walker.until(lambda: len(kept(project)["parts"]) == 2)


def test_a_new_part_is_the_one_in_hand(walker: Walker) -> None:
    walker.open("Bait tin")
    walker.press("+ part")
    walker.press("a new part, empty")
    walker.until(
        lambda: walker.one('[aria-label="name of this part"]').get_attribute("value") == "Part"
    )
    walker.built()
    walker.step("disc")
    parts = {p["name"]: p for p in kept(project_of("Bait tin"))["parts"]}
    assert [s["kind"] for s in parts["part"]["steps"]] == ["extrude"]


def test_a_fit_is_renamed_becomes_another_kind_and_is_taken_away(walker: Walker) -> None:
    walker.open("Bait tin")
    project = project_of("Bait tin")
    walker.press("Lid on tin")
    walker.see("It should feel")
    name = walker.one('[aria-label="name of this fit"]')
    name.send_keys(Keys.CONTROL, "a")
    name.send_keys("Snug lid", Keys.ENTER)
    walker.choose('button[aria-label^="which part gives way"]', "the inner part, Tin,")
    walker.built()
    fit = kept(project)["fits"][0]
    assert (fit["label"], fit["gives_way"]) == ("Snug lid", "inner")
    walker.choose('button[aria-label^="kind of fit"]', "Tray on a ledge")
    walker.until(lambda: kept(project)["fits"][0]["kind"] == "tray")
    walker.built()
    walker.press("take this fit away, keep the parts")
    walker.until(lambda: walker.driver.current_url.endswith(f"/p/{project}"))
    walker.built()
    document = kept(project)
    assert document["fits"] == [] and len(document["parts"]) == 2
    assert all(s["kind"] != "fit" for part in document["parts"] for s in part["steps"])
    walker.chord(Keys.CONTROL, "z")
    walker.until(lambda: len(kept(project)["fits"]) == 1)


def test_both_places_of_a_fit_are_pressed(walker: Walker) -> None:
    walker.open("Drawbridge")
    project = project_of("Drawbridge")
    fit = kept(project)["fits"][0]
    walker.go(f"/p/{project}/fit/{fit['name']}")
    walker.built()
    before = fit["place_b"]["on"]
    walker.click(f'button[data-point="fits.{fit["name"]}.place_b.on"]')
    walker.see("Press on", '[aria-label="stage"]')
    from tests.browser.test_made_by_pointing import press_until

    chosen = f'button[data-path="fits.{fit["name"]}.place_b.on"]'
    press_until(
        walker,
        lambda: (
            before.replace(".", " of ") not in walker.text(chosen)
            and "back of plate" not in walker.text(chosen)
        ),
    )
    walker.built()
    assert kept(project)["fits"][0]["place_b"]["on"] != before


def test_what_is_half_typed_outlives_a_reload(walker: Walker) -> None:
    walker.open("Bait tin")
    field = walker.field("measures.tall")
    field.click()
    field.send_keys(Keys.CONTROL, "a")
    field.send_keys("51")
    walker.driver.refresh()
    walker.until(lambda: walker.field("measures.tall").get_attribute("value") == "51")
    assert '"51"' not in json.dumps(kept(project_of("Bait tin")))
    walker.field("measures.tall").send_keys(Keys.ENTER)
    walker.built()
    assert '"51"' in json.dumps(kept(project_of("Bait tin")))


def test_a_number_typed_while_the_workshop_is_away_stays_and_is_marked(walker: Walker) -> None:
    walker.open("Hook tin")
    project = project_of("Hook tin")
    step = kept(project)["parts"][0]["steps"][0]
    path = f"parts.{kept(project)['parts'][0]['name']}.steps.{step['id']}.fields.height"
    walker.offline()
    walker.type(path, "33")
    walker.until(lambda: walker.field(path).get_attribute("data-dirty") == "true")
    assert walker.field(path).get_attribute("value") == "33"
    walker.see("no connection: kept in this browser")
    walker.online()
    walker.built()
    assert walker.field(path).get_attribute("data-dirty") == "false"


def test_what_a_distance_is_told_from_comes_when_its_list_is_opened(walker: Walker) -> None:
    walker.open("Keeper")
    project = project_of("Keeper")
    across, up = (f'[data-path="parts.body.steps.peg.place.{one}_from"]' for one in ("x", "y"))
    walker.choose(across, "from the left edge")
    walker.built()
    peg = next(s for s in kept(project)["parts"][0]["steps"] if s["id"] == "peg")
    assert peg["place"]["x_from"].endswith("left")
    walker.see("from the left edge", across)

    # without the workshop only what it is told from now is known, and why is said
    walker.offline()
    walker.more("peg")
    walker.click(up)
    walker.see("the workshop does not answer: is it running?")
    assert len(walker.all("[role=option]")) == 1


def test_what_is_refused_stays_until_it_is_taken_back(walker: Walker) -> None:
    walker.expect("422")
    walker.open("Bait tin")
    project = project_of("Bait tin")
    walker.type("measures.tall", "9" * 500)
    walker.see("not taken:")
    assert walker.field("measures.tall").get_attribute("value") == "9" * 500
    # what is typed after it is not dropped with it
    walker.type("measures.tall", "44")
    walker.built()
    assert '"44"' in json.dumps(kept(project))
    walker.type("measures.tall", "9" * 500)
    walker.see("not taken:")
    walker.press("back to what was kept")
    walker.built()
    assert walker.field("measures.tall").get_attribute("value") == "44"


def test_a_project_thrown_away_elsewhere_is_kept_as_new(walker: Walker) -> None:
    walker.expect("404")
    walker.open("Bait tin")
    old = project_of("Bait tin")
    Project.objects.filter(id=old).delete()
    walker.type("measures.tall", "47")
    walker.see("thrown away elsewhere")
    walker.press("keep it as a new project")
    walker.until(lambda: f"/p/{old}" not in walker.driver.current_url)
    walker.built()
    assert '"47"' in json.dumps(kept(project_of("Bait tin")))


def test_what_was_changed_here_and_there_is_chosen_one_by_one(walker: Walker) -> None:
    walker.expect("409")
    walker.open("Bait tin")
    project = Project.objects.get(title="Bait tin")
    walker.offline()
    walker.type("measures.tall", "41")
    walker.see("no connection: kept in this browser")
    data = keeping.document_of(project).model_dump(mode="json")
    for name, text in (("wall", "3"), ("tall", "26")):
        next(m for m in data["measures"] if m["name"] == name)["expression"] = text
    keeping.save(project.id, 1, from_data(data), "elsewhere")
    walker.online()
    walker.press("choose between them")
    walker.see("1 still to choose", "[role=dialog]")
    # what only the other changed is not asked about
    assert "wall" not in walker.text("[role=dialog] table")
    assert walker.axe() == []
    walker.click('[aria-label="tall: 41, as here"]')
    walker.press("keep it so")
    walker.built()
    assert walker.field("measures.wall").get_attribute("value") == "3"
    told = {m["name"]: m["expression"] for m in kept(project.id)["measures"]}
    assert (told["tall"], told["wall"]) == ("41", "3")
    walker.see("from elsewhere", "header")


def test_keys_are_listed_can_be_off_and_pages_have_titles(walker: Walker) -> None:
    walker.go("/")
    walker.until(lambda: walker.driver.title == "Shelf · Fair Hinge")
    walker.see("Hook tin")
    walker.keys("?")
    walker.see("take the last change back", "[role=dialog]")
    assert walker.axe() == []
    walker.click("[role=dialog] [role=switch]")
    walker.keys(Keys.ESCAPE)
    walker.until(lambda: not walker.all("[role=dialog]"))
    walker.open("Bait tin")
    walker.until(lambda: walker.driver.title == "Bait tin · Fair Hinge")
    walker.keys("/")
    assert not walker.all('[aria-label="find anything by a word"]')
    walker.driver.execute_script("localStorage.removeItem('shortcuts-off')")
    project = project_of("Bait tin")
    for page, title in (
        ("print", "on the bed, Bait tin"),
        ("compare", "compare, Bait tin"),
        ("history", "history, Bait tin"),
        ("fit/slip", "Lid on tin, Bait tin"),
    ):
        walker.go(f"/p/{project}/{page}")
        walker.until(lambda title=title: walker.driver.title == f"{title} · Fair Hinge")
    walker.go("/bench")
    walker.until(lambda: walker.driver.title == "Bench · Fair Hinge")


def test_one_press_skips_to_sheet_stage_and_readings(walker: Walker) -> None:
    walker.open("Bait tin")
    for words, inside in (
        ("to the sheet", "#sheet"),
        ("to the stage", "#stage"),
        ("to the readings", "#readings"),
    ):
        walker.driver.execute_script("document.activeElement.blur()")
        link = next(a for a in walker.all(".skips a") if a.get_attribute("textContent") == words)
        walker.driver.execute_script("arguments[0].focus(); arguments[0].click()", link)
        walker.until(
            lambda inside=inside: walker.driver.execute_script(
                f"return document.querySelector('{inside}').contains(document.activeElement)"
            )
        )


def test_what_opens_on_the_desk_passes_axe_by_day_and_night(walker: Walker) -> None:
    walker.open("Bait tin")
    walker.drawn()
    walker.press_on("of")
    assert walker.axe() == []
    walker.click('[aria-label^="more that can be set"]')
    assert walker.axe() == []
    walker.click('[aria-label^="what to do with the"]')
    walker.see("hide it")
    assert walker.axe() == []
    walker.keys(Keys.ESCAPE)
    walker.until(lambda: not walker.all("[role=menu]"))
    walker.driver.execute_script("document.activeElement.blur()")
    walker.keys("/")
    walker.one('[aria-label="find anything by a word"]')
    assert walker.axe() == []
    walker.keys(Keys.ESCAPE)
    # the cursor is somewhere sensible again
    walker.until(lambda: walker.driver.switch_to.active_element.tag_name == "button")


@pytest.mark.parametrize("width", [390, 1024])
def test_nothing_is_cut_off_on_narrower_screens(walker: Walker, width: int) -> None:
    driver = walker.driver
    size = {"width": width, "height": 800, "deviceScaleFactor": 1, "mobile": False}
    project = project_of("Bait tin")
    try:
        driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", size)
        for page in ("/fit/slip", ""):
            walker.go(f"/p/{project}{page}")
            walker.built()
            wide = driver.execute_script("return document.documentElement.scrollWidth")
            assert wide <= width, (page, wide)
            sheet = walker.one("#sheet, main")
            assert sheet.size["width"] > 0.4 * width
        walker.type("measures.tall", "40")
        walker.built()
        if width < 700:  # one under the other
            stage, sheet = walker.one("#stage"), walker.one("#sheet")
            assert stage.location["y"] >= sheet.location["y"] + sheet.size["height"] - 2
            assert stage.size["width"] == pytest.approx(width, abs=2)
    finally:
        size |= {"width": 1280}
        driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", size)


def test_the_other_pages_pass_axe_and_fit_a_narrow_screen(walker: Walker) -> None:
    project = project_of("Bait tin")
    driver = walker.driver
    size = {"width": 1024, "height": 768, "deviceScaleFactor": 1, "mobile": False}
    driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", size)
    pages = {
        "/bench": "Pegs and holes",
        "/logbook": "Logbook",
        f"/p/{project}/print": "On the bed",
        f"/p/{project}/compare": "Better from use",
        f"/p/{project}/history": "History",
    }
    try:
        for page, words in pages.items():
            walker.go(page)
            walker.see(words)
            assert walker.axe() == [], page
            assert driver.execute_script("return document.documentElement.scrollWidth") <= 1024
    finally:
        size |= {"width": 1280, "height": 800}
        driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", size)
