"""What a maker does at the screen, in words."""

from __future__ import annotations

import json
import urllib.request
from collections.abc import Callable
from pathlib import Path
from typing import Any, TypeVar

from selenium.common.exceptions import (
    ElementClickInterceptedException,
    ElementNotInteractableException,
    JavascriptException,
    StaleElementReferenceException,
    WebDriverException,
)
from selenium.webdriver import Chrome
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement
from selenium.webdriver.support.ui import WebDriverWait

from tests.browser.element import press_keys
from workshop import builders

T = TypeVar("T")
Spot = tuple[float, float]  # pixels from the middle of the stage
WAIT_S = 30
# what is drawn anew, or lies under something for a moment, is looked for again
PASSING = (
    ElementClickInterceptedException,
    ElementNotInteractableException,
    JavascriptException,  # the page went while it was asked
    StaleElementReferenceException,
    IndexError,
)
CANVAS = '[aria-label="stage"] canvas'
# looked at in one go, not element after element: what is read as a maker reads it
READ = """
const one = document.querySelector(arguments[0]);
return one && [one.innerText.replaceAll("\u00a0", " ").trim()];
"""
# looked for by the page itself, for a while, as `KEPT` is: to be asked takes longer than to look
FOR_A_WHILE = """
// to be read as it is seen is long: first whether it could be there at all
const bare = (text) => text.replace(/\\s/g, "").toLowerCase();
const reads = (one, words) => bare(one?.textContent ?? "").includes(bare(words)) &&
  (one.innerText ?? "").replaceAll("\u00a0", " ").includes(words);
const done = arguments[arguments.length - 1], until = Date.now() + 1000;
const look = () => {
  const found = find();
  if (found || Date.now() > until) done(found); else setTimeout(look, 40);
};
look();
"""
SAYS = (
    """
const [words, css] = arguments;
const seen = (one) =>
  one.checkVisibility({visibilityProperty: true}) && one.getClientRects().length;
const find = () =>
  [...document.querySelectorAll(css)].find((one) => reads(one, words) && seen(one)) ?? null;
"""
    + FOR_A_WHILE
)
SEES = (
    """
const [words, css] = arguments;
const find = () => reads(document.querySelector(css), words);
"""
    + FOR_A_WHILE
)
ONE = (
    """
const [css] = arguments;
const find = () => document.querySelector(css);
"""
    + FOR_A_WHILE
)
# what the line over the desk says of the newest change, and nothing typed is left to be kept;
# looked for by the page itself, for a while
KEPT = """
const [words, done] = arguments, until = Date.now() + 2000;
const look = () => {
  const said = document.querySelector('header [role="status"]')?.textContent.trim() ?? "";
  const kept = said.startsWith("kept, revision") &&
    !document.querySelector('[data-dirty="true"]') && !words.some((word) => said.includes(word));
  if (kept || Date.now() > until) done(kept); else setTimeout(look, 30);
};
look();
"""
ALL = "return [...document.querySelectorAll(arguments[0])]"
STEPS = "return [...document.querySelectorAll('[data-step]')].map((one) => one.dataset.step)"
# the first of some places on the stage at which what is pressed is so called
FIRST = """
const [canvas, spots, words, done] = arguments;
const box = canvas.getBoundingClientRect(), stage = canvas.closest("[data-stage]");
const middle = {  // where the driver counts from
  x: Math.floor(box.x + box.width / 2), y: Math.floor(box.y + box.height / 2),
};
const pressed = () => [...document.querySelectorAll('[aria-label="what was pressed"]')]
  .map((one) => one.innerText).join(" ");
const look = async () => {
  for (const [index, [x, y]] of spots.entries()) {
    const at = {clientX: middle.x + x, clientY: middle.y + y, bubbles: true};
    if (document.elementFromPoint(at.clientX, at.clientY) !== canvas) continue;
    for (const type of ["pointerdown", "pointerup"])
      stage.dispatchEvent(new PointerEvent(type, at));
    await new Promise((resolve) => setTimeout(resolve));
    const said = pressed();
    if (words.every((word) => said.includes(word))) return index;
  }
  return -1;
};
look().then(done);
"""
AXE = """
const done = arguments[0], page = document.documentElement, theme = page.dataset.theme;
const look = async () => {
  const found = (await axe.run(document)).violations;
  page.dataset.theme = theme === "night" ? "day" : "night";
  try {
    const other = await axe.run(document, {runOnly: ["color-contrast"]});
    return [...found, ...other.violations];
  } finally {
    page.dataset.theme = theme;
  }
};
look().then(done);
"""
OPTION = """
const all = [...document.querySelectorAll("[role=option]")];
return all.find((one) => one.textContent.trim() === arguments[0]) ??
  all.find((one) => one.textContent.includes(arguments[0])) ?? null;
"""


class Walker:
    """Finds things by what they say and waits until they are there."""

    def __init__(self, driver: Chrome, url: str, downloads: Path) -> None:
        self.driver, self.url, self.downloads = driver, url, downloads
        self._expected: list[str] = []

    def go(self, path: str) -> None:
        self.leave()
        self.driver.get(self.url + path)

    def leave(self) -> None:
        """Nothing that the page asked for is still on its way or being built."""
        self.driver.execute_script("window.stop()")
        # the test server, unlike the one that serves, does not tell that a page has gone
        builders.give_up_all()

    def until(self, condition: Callable[[], T], what: str = "") -> T:
        def check(_: Any) -> T:
            try:
                return condition()
            except PASSING:
                return None  # type: ignore[return-value]

        return WebDriverWait(self.driver, WAIT_S, 0.05).until(check, what)

    def all(self, css: str) -> list[WebElement]:
        return self.driver.execute_script(ALL, css)

    def one(self, css: str) -> WebElement:
        found = lambda: self.driver.execute_async_script(ONE, css)  # noqa: E731
        return self.until(found, f"nothing matches {css}")

    def steady(self, css: str) -> WebElement:
        """An element that has stayed where it is for three pictures of the screen."""
        stays = (
            "const [one, done] = arguments; const at = () => { const r ="
            " one.getBoundingClientRect(); return `${r.x} ${r.y} ${r.width}`; };"
            "const first = at(); let left = 3; const look = () => at() !== first ? done(false) :"
            " --left ? requestAnimationFrame(look) : done(one.isConnected);"
            "requestAnimationFrame(look)"
        )
        return self.until(
            lambda: next(
                (one for one in self.all(css) if self.driver.execute_async_script(stays, one)), None
            ),
            f"{css} does not come to rest",
        )

    def saying(
        self, words: str, css: str = "button, a, [role=menuitem], [role=option], label"
    ) -> WebElement:
        found = lambda: self.driver.execute_async_script(SAYS, words, css)  # noqa: E731
        return self.until(found, f"nothing says {words!r}")

    def press(self, words: str) -> None:
        # what is drawn anew between being found and being pressed is looked for again
        self.until(lambda: self.saying(words).click() or True, f"{words!r} cannot be pressed")

    def click(self, css: str) -> None:
        def clicked() -> bool:
            try:
                self.all(css)[0].click()
            except (ElementNotInteractableException, ElementClickInterceptedException):
                return False
            return True

        self.until(clicked, f"{css} cannot be pressed")

    def text(self, css: str = "body") -> str:
        read = lambda: self.driver.execute_script(READ, css)  # noqa: E731
        return str(self.until(read, f"nothing matches {css}")[0])

    def see(self, words: str, css: str = "body") -> None:
        seen = lambda: self.driver.execute_async_script(SEES, words, css)  # noqa: E731
        self.until(seen, f"{words!r} does not appear")

    def field(self, path: str) -> WebElement:
        return self.one(f':is(input, textarea)[data-path="{path}"]')

    def type(self, path: str, text: str, end: str = Keys.ENTER) -> None:
        def typed() -> bool:
            self.field(path).click()
            press_keys(self.driver, Keys.CONTROL + "a")
            self.paste(text)
            press_keys(self.driver, end)
            return True

        # what is drawn anew just then is looked for again
        self.until(typed, f"{path} cannot be typed in")

    def paste(self, text: str) -> None:
        """Puts a text in where the cursor is, in one go."""
        self.driver.execute_cdp_cmd("Input.insertText", {"text": text})

    def keys(self, *keys: str) -> None:
        for text in keys:
            press_keys(self.driver, text)

    def chord(self, *keys: str) -> None:
        """Presses the last key while the others are held."""
        press_keys(self.driver, "".join(keys))

    def reading(self, name: str) -> str:
        return self.text(f'[data-reading="{name}"]')

    def open(self, title: str) -> None:
        """Opens a project at its own address; the shelf with its pictures has its own tests."""
        self.go(f"/p/{self.number_of(title)}")
        self.one('[aria-label="stage"] canvas')
        self.settled()

    def kept(self) -> None:
        """Everything typed is kept; what it comes to may follow."""
        self._without()

    def built(self) -> None:
        """Everything typed is kept and the newest solids are drawn; their proof may follow."""
        self._without("building")

    def settled(self) -> None:
        """Everything typed is kept, the newest solids are drawn and proved."""
        self._without("building", "proving")

    def _without(self, *words: str) -> None:
        kept = lambda: self.driver.execute_async_script(KEPT, words)  # noqa: E731
        self.until(kept, "not kept, built or proved")

    def number_of(self, title: str) -> int:
        """The number of the project that is so called."""
        with urllib.request.urlopen(self.url + "/api/projects") as answer:
            return int(next(one for one in json.load(answer) if one["title"] == title)["id"])

    def drawn(self) -> str:
        """The keys of the solids on the stage, once drawn."""
        return self.until(
            lambda: self.one('[aria-label="stage"] canvas').get_attribute("data-drawn") or None
        )

    def picture(self) -> bytes:
        return self.one('[aria-label="stage"] canvas').screenshot_as_png

    def offline(self) -> None:
        self._expected.append("ERR_INTERNET_DISCONNECTED")
        self._network(True)

    def online(self) -> None:
        self._network(False)

    def _network(self, offline: bool) -> None:
        self.driver.execute_cdp_cmd("Network.enable", {})
        self.driver.execute_cdp_cmd(
            "Network.emulateNetworkConditions",
            {"offline": offline, "latency": 0, "downloadThroughput": -1, "uploadThroughput": -1},
        )

    def expect(self, words: str) -> None:
        """An error in the browser's log that this test provokes."""
        self._expected.append(words)

    def expected(self, message: str) -> bool:
        return any(words in message for words in self._expected)

    # -- saying things at the desk --------------------------------------------------------

    def choose(self, css: str, words: str, several: bool = False) -> None:
        """Opens a list and takes the entry that says something; lists of several stay open."""

        def taken() -> bool:
            # drawn anew meanwhile, the list has closed: it is opened again
            if self.all(css)[0].get_attribute("aria-expanded") != "true":
                self.all(css)[0].click()
            self._option(words).click()
            return True

        self.until(taken, f"no {words!r} in {css}")
        if several:
            self.keys(Keys.ESCAPE)
        self.until(lambda: not self.all("[role=listbox]"), "the list stays open")

    def _option(self, words: str) -> WebElement:
        """The entry of an open list that is so called, else the first that says so."""
        found: WebElement | None = self.driver.execute_script(OPTION, words)
        if found is None:
            raise IndexError(words)
        return found

    def step(self, words: str) -> str:
        """Adds the step that the finder puts first; answers its id."""
        self.driver.execute_script("document.activeElement.blur()")
        before = self._steps()
        self.keys("/")
        finder = self.one('[aria-label="find anything by a word"]')
        self.until(lambda: self.driver.switch_to.active_element == finder, "the finder waits")
        self.paste(words)
        self.until(lambda: self.all('[data-command-item][aria-selected="true"]'))
        self.keys(Keys.ENTER)
        return self._new_step(before, words)

    def offered(self, words: str) -> str:
        """Takes what is offered for the pressed face or edge; answers the new step's id."""
        before = self._steps()
        self.until(lambda: self.saying(words, "[data-offers] button").click() or True)
        return self._new_step(before, words)

    def _steps(self) -> set[str]:
        return set(self.driver.execute_script(STEPS))

    def _new_step(self, before: set[str], words: str) -> str:
        made = lambda: next(iter(self._steps() - before), None)  # noqa: E731
        found = self.until(made, f"no step for {words!r}")
        self.kept()
        return found  # type: ignore[return-value]

    def more(self, step: str) -> None:
        """Opens what can be set of a step and is left alone."""
        line = f'[data-step="{step}"] '
        if not self.all(line + '[aria-label^="less of what can be set"]'):
            self.click(line + '[aria-label^="more that can be set"]')

    def press_on(self, words: str) -> None:
        """Presses about the stage until what was pressed is so called."""
        rows = (0.5, 0.4, 0.6, 0.33, 0.67, 0.45, 0.55, 0.27, 0.22, 0.73)
        columns = (0.5, 0.42, 0.58, 0.35, 0.65, 0.3, 0.7)
        self._press_first([(across, down) for down in rows for across in columns], [words])

    def _press_first(self, shares: list[tuple[float, float]], words: list[str]) -> Spot:
        """Presses the first of some places, told in shares of the stage, at which what was pressed
        is called by all the words; answers where. They are looked for by the page itself, in one
        go."""
        self.built()
        canvas = self.one(CANVAS)
        width, height = canvas.size["width"], canvas.size["height"]
        spots = [
            (round((across - 0.5) * width), round((down - 0.5) * height)) for across, down in shares
        ]
        found = self.driver.execute_async_script(FIRST, canvas, spots, words)
        assert found >= 0, f"{' '.join(words)!r} is nowhere to be pressed"
        self.press_at(*spots[found])
        self.until(lambda: all(word in self.pressed() for word in words), " ".join(words))
        return spots[found]

    def press_among(self, spots: list[Spot], *words: str) -> Spot:
        """Presses the first of some places, in pixels from the middle of the stage, at which what
        was pressed is called by all the words; answers where."""
        canvas = self.one(CANVAS)
        width, height = canvas.size["width"], canvas.size["height"]
        shares = [(x / width + 0.5, y / height + 0.5) for x, y in spots]
        return self._press_first(shares, list(words))

    def press_at(self, x: float, y: float) -> None:
        """Presses the stage so far from its middle, in pixels; not what lies over it there."""
        canvas = self.one(CANVAS)
        free = self.driver.execute_script(
            "const r = arguments[0].getBoundingClientRect();"
            "return document.elementFromPoint(r.x + r.width / 2 + arguments[1],"
            " r.y + r.height / 2 + arguments[2]) === arguments[0]",
            canvas, x, y,
        )  # fmt: skip
        if free:
            ActionChains(self.driver, duration=0).move_to_element_with_offset(
                canvas, x, y
            ).click().perform()

    def press_edge(self, words: str) -> Spot:
        """Presses the first place along lines down the stage at which an edge so called is met;
        answers where."""
        columns, rows = (0.45, 0.55, 0.38, 0.62, 0.5), range(12, 52)
        shares = [(across, row / 64) for across in columns for row in rows]
        return self._press_first(shares, ["the edge of", *words.split(" and ")])

    def pressed(self) -> str:
        """What the stage says was pressed."""
        return self.driver.execute_script(  # in one go: it is drawn anew with every press
            "return [...document.querySelectorAll('[aria-label=\"what was pressed\"]')]"
            ".map((one) => one.innerText).join(' ')"
        )

    def axe(self) -> list[str]:
        """Violations found by axe, in words: of all its rules by day, of contrast by night too."""
        if not self.driver.execute_script("return Boolean(window.axe)"):
            source = Path(__file__).resolve().parents[2] / "web/node_modules/axe-core/axe.min.js"
            self.driver.execute_script(source.read_text())
        try:
            found = self.driver.execute_async_script(AXE)
        except WebDriverException as error:
            return [str(error)]
        return [f"{v['id']}: {[n['html'][:160] for n in v['nodes'][:4]]}" for v in found]
