"""One picture per main view, 1280 × 800, of the demo data.

Run through scripts/screenshots, which starts a workshop of its own.
"""

from __future__ import annotations

import base64
import sys
import time
import urllib.request
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path

from selenium.common.exceptions import TimeoutException
from selenium.webdriver.common.keys import Keys

from tests.browser.chrome import chrome
from tests.browser.walker import Walker


def wait_for(url: str) -> None:
    """Returns once the server answers."""
    for _ in range(100):
        try:
            urllib.request.urlopen(url, timeout=1)
            return
        except OSError:
            time.sleep(0.1)
    raise SystemExit("the workshop does not answer")


def shelf(walker: Walker) -> None:
    walker.go("/")
    walker.until(lambda: len(walker.all("[data-project]")) >= 8)

    def drawn() -> bool:
        return bool(
            walker.driver.execute_script(
                "return [...document.querySelectorAll('[data-project]')].slice(0, 8)"
                ".every((one) => one.querySelector('img')?.naturalWidth > 0)"
            )
        )

    for _ in range(20):  # every picture of a new workshop is drawn for the first time
        if drawn():
            return
        time.sleep(2)
        walker.go("/")
        walker.until(lambda: len(walker.all("[data-project]")) >= 8)
        time.sleep(1)


def beginning(walker: Walker) -> None:
    """A thing to begin with, its questions and what it would come to."""
    walker.go("/")
    walker.click('[data-starter="jar"]')
    walker.see("a side", "[role=dialog] figure")


def finder(walker: Walker) -> None:
    walker.open("Hook tin")
    walker.drawn()
    walker.keys("/")
    walker.one('[aria-label="find anything by a word"]').send_keys("round")


def outline_desk(walker: Walker) -> None:
    walker.open("Lantern")
    walker.go(
        walker.driver.current_url.removeprefix(walker.url)
        + "/outline/parts.flask.steps.turned.outline.fields.moves"
    )
    walker.click('[data-move="4"]')


def desk(walker: Walker) -> None:
    walker.open("Bait tin")
    walker.drawn()
    walker.type("measures.tall", "36")
    walker.see("Tin holds")
    walker.settled()


def placing(walker: Walker) -> None:
    """A face pressed, and the distances of a hole that stands on it."""
    walker.open("Deck in halves")
    walker.drawn()
    walker.press_on("top of ")
    hole = walker.offered("hole")
    part = walker.one('[data-part][aria-pressed="true"]').get_attribute("data-part")
    place = f"parts.{part}.steps.{hole}.place"
    walker.more(hole)
    # what is set goes into the sentence with its proof, and moves what stands below
    walker.choose(f'button[data-path="{place}.x_from"]', "edge")
    walker.settled()
    walker.type(f"{place}.x", "14")
    walker.settled()
    walker.choose(f'button[data-path="{place}.y_from"]', "edge")
    walker.settled()
    walker.type(f"{place}.y", "12")
    walker.settled()
    walker.press_on("top of ")


def findings(walker: Walker) -> None:
    walker.open("Hook tin")
    walker.drawn()
    walker.click('[data-reading="thinnest wall"]')
    with suppress(TimeoutException):  # beside all the pictures of the shelf it takes its time
        walker.saying("what would change")
    walker.press("what would change")
    walker.see("Pot mass")


def fit_desk(walker: Walker) -> None:
    walker.open("Bait tin")
    walker.press("Lid on tin")
    walker.see("It should feel")
    walker.drawn()


def night(walker: Walker) -> None:
    walker.open("Bait tin")
    walker.click('[aria-label="change to the night theme"]')
    walker.saying("apart", "[role=radio]").click()
    walker.drawn()


def unrolled(walker: Walker) -> None:
    walker.open("Lantern")
    walker.drawn()
    walker.click('[data-part="sleeve"]')
    walker.click('[data-step="band"] input')
    walker.saying("unrolled", "[role=radio]").click()


def stances(walker: Walker) -> None:
    walker.open("Sluice gate")
    walker.press("on the bed")
    walker.until(lambda: len(walker.all("main li img")) >= 6)


def checked(walker: Walker) -> None:
    walker.open("Hook tin")
    walker.drawn()
    walker.saying("checked", "[role=radio]").click()
    walker.see("two lines")
    walker.until(lambda: walker.one('[aria-label="stage"] canvas').get_attribute("data-hatched"))
    walker.click('[data-reading="overhang"]')
    walker.see("stands out over air, up to")
    walker.until(lambda: "trying what would cure it" not in walker.text())


def plan(walker: Walker) -> None:
    walker.open("Pump")
    walker.press("on the bed")
    walker.saying("all on the bed", "[role=radio]").click()
    walker.see("one bed")


def bench(walker: Walker) -> None:
    walker.go("/bench")
    walker.see("Pegs and holes")


def logbook(walker: Walker) -> None:
    for title, felt, notes in (
        ("Hook tin", "snug", "cap goes on with a push"),
        ("Bait tin", "tight", ""),
    ):
        walker.open(title)
        walker.press("on the bed")
        walker.saying("printed", "[role=radio]").click()
        walker.see("write it into the logbook")
        walker.see("across" if title == "Bait tin" else "width")
        if title == "Bait tin":
            walker.press("let the stand-in printer print it")
            walker.see("made up by a stand-in printer")
        walker.saying(felt, "[role=radio]").click()
        walker.one("textarea").send_keys(notes)
        walker.press("write it into the logbook")
        walker.see("estimated")


def safekeeping(walker: Walker) -> None:
    walker.go("/logbook")
    walker.press("strike it out")
    walker.see("is in the bin")
    walker.go("/safekeeping")
    walker.see("Make a copy now")
    walker.see("print of")
    walker.see("of the day")


def history(walker: Walker) -> None:
    walker.open("Bait tin")
    walker.press("history")
    walker.see("measure tall")


def compare(walker: Walker) -> None:
    walker.open("Bait tin")
    walker.press("compare")
    walker.see("Better from use")
    walker.choose('[aria-label^="lay beside it"]', "Hook tin")
    walker.see("tightest gap a side")
    walker.driver.execute_script("document.querySelector('main').scrollTop = 9999")


def layers(walker: Walker) -> None:
    walker.open("Drawbridge")
    walker.press("on the bed")
    walker.saying("layer by layer", "[role=radio]").click()
    walker.see("mass as sliced")
    slider = walker.one('[aria-label="layer"]')
    for _ in range(11):
        slider.send_keys(Keys.ARROW_RIGHT)
    walker.until(lambda: walker.one("[data-layer]").get_attribute("data-layer") == "11")


VIEWS: dict[str, Callable[[Walker], None]] = {
    "shelf": shelf,
    "beginning": beginning,
    "desk": desk,
    "outline-desk": outline_desk,
    "finder": finder,
    "findings": findings,
    "fit-desk-lid": fit_desk,
    "desk-placing": placing,
    "desk-unrolled": unrolled,
    "bed-stances": stances,
    "bed-layers": layers,
    "bed-plan": plan,
    "bench": bench,
    "logbook": logbook,
    "safekeeping": safekeeping,
    "history": history,
    "compare": compare,
    "desk-checked": checked,
    "desk-night": night,
}


def main(url: str, folder: Path) -> None:
    """Takes every picture."""
    wait_for(url)
    folder.mkdir(parents=True, exist_ok=True)
    driver = chrome(smooth=True)
    try:
        walker = Walker(driver, url, folder)
        walker.go("/")
        driver.execute_script("localStorage.setItem('first-walk-done', 'yes')")
        for name, view in VIEWS.items():
            view(walker)
            time.sleep(0.6)  # the drawing itself has no event to wait for
            shot = driver.execute_cdp_cmd("Page.captureScreenshot", {"format": "png"})
            (folder / f"{name}.png").write_bytes(base64.b64decode(shot["data"]))
            print(f"{name}.png")
    finally:
        driver.quit()


if __name__ == "__main__":
    main(sys.argv[1], Path(sys.argv[2]))
