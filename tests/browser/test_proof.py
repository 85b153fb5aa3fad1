"""What the checks found, hatched; a cut read by number; a face stood on; toys; remedies."""

from __future__ import annotations

import json

import pytest
from selenium.webdriver.common.keys import Keys

from tests.browser.walker import Walker
from workshop.models import Project

pytestmark = pytest.mark.django_db(transaction=True)
CANVAS = '[aria-label="stage"] canvas'


def test_thin_walls_are_hatched_and_the_legend_says_so(walker: Walker) -> None:
    walker.open("Hook tin")
    walker.drawn()
    plain = walker.picture()
    walker.saying("checked", "[role=radio]").click()
    walker.see("wall under 0.0354 in, two lines")
    walker.until(lambda: walker.one(CANVAS).get_attribute("data-hatched"))
    walker.until(lambda: walker.picture() != plain)
    walker.click('[data-reading="overhang"]')
    walker.press("what would change")
    walker.see("in²")
    walker.press("do it")
    walker.built()
    walker.until(lambda: "each layer carried" in walker.reading("overhang"))


def test_a_cut_is_moved_by_number_and_read_where_pressed(walker: Walker) -> None:
    walker.open("Bait tin")
    walker.drawn()
    walker.saying("cut", "[role=radio]").click()
    place = walker.one('[aria-label="where the cut lies, as a number"]')
    place.send_keys(Keys.CONTROL, "a")
    place.send_keys("10", Keys.ENTER)
    walker.until(lambda: place.get_attribute("value") == "10")
    walker.one(CANVAS).click()  # the middle of the stage: the air inside the tin
    walker.see("mm air")
    walker.choose('[aria-label^="from where the cut is seen"]', "from above")
    # from above the cut lies at a height: half of it or so, and never below the bed
    walker.until(lambda: float(place.get_attribute("value")) > 20)


def test_a_pressed_face_comes_to_lie_on_the_bed(walker: Walker) -> None:
    walker.open("Bait tin")
    walker.drawn()
    walker.one(CANVAS).click()
    walker.press("stand it on this face")
    walker.see("stands on")
    walker.built()
    report = json.loads(Project.objects.get(title="Bait tin").current.document)
    assert [part["stance"] for part in report["parts"]].count("bottom") == 1


def test_a_case_meant_as_a_toy_is_told_of_its_hinge(walker: Walker) -> None:
    walker.open("Tackle case")
    walker.drawn()
    walker.saying("What it is for", "summary").click()
    walker.press("a toy for small children")
    walker.built()
    walker.saying("to look at", "button").click()
    walker.see("beside the hinge the gap goes from")
    warm = walker.one('[aria-label="as warm as it gets, °C"]')
    walker.press("close")
    warm.send_keys("hot", Keys.ENTER)
    walker.see("a temperature from -60 to 400")


def test_a_measure_is_pushed_until_it_breaks_and_looked_at_there(walker: Walker) -> None:
    walker.open("Sluice gate")
    walker.press("how far can each go?")
    walker.see("put the limits away")
    walker.see("two lines want 0.9 mm")
    rules = [rule.get_attribute("aria-label") for rule in walker.all("svg[aria-label*=holds]")]
    assert len(rules) == 3
    thick = next(rule for rule in rules if rule and rule.startswith("thick"))
    broken = walker.until(
        lambda: next(b for b in walker.all("button.figure") if b.text.startswith("0.8"))
    )
    walker.driver.execute_script("arguments[0].click()", broken)
    walker.see("Looking at thick")
    walker.until(lambda: "\n0.8" in walker.reading("thinnest wall"), "the wall as tried")
    walker.press("back to how it is")
    walker.until(lambda: "\n0.8" not in walker.reading("thinnest wall"), "as it was")
    assert "holds from 0.9" in thick or "holds from 0.89" in thick
    assert walker.field("measures.thick").get_attribute("value") == "3"


def test_all_parts_lie_on_one_bed_and_own_ways_are_tried(walker: Walker) -> None:
    walker.open("Tackle case")
    walker.press("on the bed")
    walker.saying("all on the bed", "[role=radio]").click()
    walker.see("Tray + Lid")
    walker.see("printed assembled")
    walker.saying("how it stands", "[role=radio]").click()
    tip = walker.one('[aria-label="tipped forward, degrees"]')
    tip.send_keys(Keys.CONTROL, "a")
    tip.send_keys("90")
    walker.press("try it")
    walker.see("your own way")
    tip.send_keys("0000")
    walker.see("an angle between")
