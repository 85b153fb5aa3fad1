"""What moves is moved by a handle on the stage; tables of what was done are put in order."""

from __future__ import annotations

import numpy as np
import pytest
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.keys import Keys

from tests.browser.making import empty_page, exported, kept, path
from tests.browser.test_beginning import choose
from tests.browser.walker import Walker

HANDLE = "[data-moving-handle]"


def test_a_hinged_lid_is_taken_hold_of(bare_walker: Walker) -> None:
    walker = bare_walker
    walker.go("/")
    walker.click('[data-starter="clip_box"]')
    walker.press("begin with these")
    walker.until(lambda: "/p/" in walker.driver.current_url)
    walker.built()
    open_ = walker.drawn()
    walker.press("moving")
    handle = walker.steady(HANDLE)
    assert handle.get_attribute("aria-valuetext") == "0°"
    # it folds until the halves touch, and says where
    last = int(handle.get_attribute("aria-valuemax"))
    assert last > 10
    walker.see("touches at", '[aria-label="stage"]')
    # dragged up and over it turns, and the picture with it
    before = walker.picture()
    ActionChains(walker.driver, duration=40).click_and_hold(handle).move_by_offset(
        -20, -60
    ).move_by_offset(-40, -60).release().perform()
    walker.until(lambda: 30 < float(walker.one(HANDLE).get_attribute("aria-valuetext")[:-1]) < 150)
    walker.until(lambda: walker.picture() != before)
    # by the keyboard it goes to either end
    walker.one(HANDLE).send_keys(Keys.END)
    walker.until(lambda: walker.one(HANDLE).get_attribute("aria-valuenow") == str(last))
    walker.one(HANDLE).send_keys(Keys.HOME)
    walker.until(lambda: walker.one(HANDLE).get_attribute("aria-valuetext") == "0°")
    assert walker.axe() == []
    # moved or not, the solids are the same, and whole they lie as they are printed
    walker.press("whole")
    walker.until(lambda: not walker.all(HANDLE))
    assert walker.drawn() == open_


def test_two_gears_from_nothing_turn_tooth_by_tooth(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    choose(walker, "gear")
    walker.press("make it")
    walker.until(lambda: "/fit/" in walker.driver.current_url)
    walker.kept()
    (fit,) = kept(project)["fits"]
    walker.type(f"fits.{fit['name']}.fields.teeth", "30")
    walker.see("pairs of teeth carry at once")
    walker.see("30 × 2 = 60.00")
    walker.press("back to the desk")
    walker.one('[aria-label="stage"] canvas')
    walker.press("moving")
    walker.see("moves freely, turned by a tooth")
    before = walker.picture()
    walker.one(HANDLE).send_keys(Keys.END)
    walker.until(lambda: walker.one(HANDLE).get_attribute("aria-valuetext") == "12°")
    # both are a tooth further on, so that they look as they did; half-way they do not
    walker.one(HANDLE).send_keys(*[Keys.ARROW_LEFT] * 20)
    walker.until(lambda: walker.picture() != before)
    walker.press("whole")
    walker.click('[data-part="pinion"]')
    walker.built()
    bore = walker.step("hole")
    walker.type(path(bore, "fields.diameter", "pinion"), "6")
    walker.built()
    # by another program: bored through, and as wide as eighteen teeth of module 2 are
    pinion = exported(walker, project, "pinion")
    assert pinion.euler_number == 0
    assert pinion.bounding_box.extents[2] == pytest.approx(8, abs=1e-3)
    reach = np.hypot(*pinion.vertices[:, :2].T)
    assert reach.max() == pytest.approx(20, abs=0.02) and reach.min() == pytest.approx(3, abs=0.02)
    assert walker.axe() == []


def test_what_was_done_is_put_in_order(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    for text in ("zeal = 3", "able = 7"):
        walker.one('[aria-label="add a measure, as name = expression"]').send_keys(text, Keys.ENTER)
        walker.built()
    walker.go(f"/p/{project}/history")

    def numbers() -> list[str]:
        return [one.get_attribute("data-revision") for one in walker.all("[data-revision]")]

    walker.until(lambda: numbers() == ["3", "2", "1"])
    walker.press("version")
    walker.until(lambda: numbers() == ["1", "2", "3"])
    walker.press("what was done")
    words = [one.text for one in walker.all("[data-revision] td:nth-child(4)")]
    assert words == sorted(words) and len(words) == 3
    assert walker.one('th[aria-sort="ascending"]').text.startswith("what was done")
    assert walker.axe() == []


def test_what_followed_does_not_lie_on_the_bar_that_moves_a_fit(walker: Walker) -> None:
    walker.open("Tackle case")
    walker.type("measures.long", "93")
    walker.built()
    walker.see("Tray width", ".slip")
    walker.press("moving")
    walker.saying("play").click()  # is refused where something lies on it
    assert "Tray width" in walker.text(".slip")
