"""Elements as a hand meets them: pressed with the pointer at their middle, typed in with the keys.

The driver's own ways look at an element through long scripts which they send along every time: a
press took 100 to 140 ms of the processor, typing a letter 60. These take a fifth, and like them
press nothing that is out of sight or lies under something else.
"""

from __future__ import annotations

from typing import Any

from selenium.common.exceptions import (
    ElementClickInterceptedException,
    ElementNotInteractableException,
)
from selenium.webdriver.common.actions.action_builder import ActionBuilder
from selenium.webdriver.common.actions.key_input import KeyInput
from selenium.webdriver.common.actions.pointer_input import PointerInput
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webdriver import WebDriver
from selenium.webdriver.remote.webelement import WebElement

# where its middle is to be pressed, once it was brought into view; what lies over it there
SPOT = """
const one = arguments[0];
const look = () => {
  const box = one.getClientRects()[0];
  if (!box?.width || !box.height || one.matches(":disabled")) return null;
  if (!one.checkVisibility({visibilityProperty: true})) return null;
  const [left, right] = [Math.max(box.left, 0), Math.min(box.right, innerWidth)];
  const [top, bottom] = [Math.max(box.top, 0), Math.min(box.bottom, innerHeight)];
  const [x, y] = [Math.floor((left + right) / 2), Math.floor((top + bottom) / 2)];
  const met = left < right && top < bottom ? document.elementFromPoint(x, y) : null;
  return {x, y, free: one.contains(met), over: met?.outerHTML.slice(0, 120) ?? "out of view"};
};
let spot = look();
if (spot && !spot.free) {
  one.scrollIntoView({block: "center", inline: "nearest", behavior: "instant"});
  spot = look();
}
if (!spot?.free) return spot;
// the page may move before the press comes: what was drawn anew meanwhile is met by its like
window.pressedIt = null;
const path = one.dataset.path;
addEventListener("pointerdown", (event) => {
  const met = event.target.closest?.("[data-path]")?.dataset.path;
  window.pressedIt = one.contains(event.target) || (!one.isConnected && (!path || met === path));
}, {capture: true, once: true});
return spot;
"""
MISSED = "return window.pressedIt === false"
# has the keys, at its end; or takes files, or cannot have them
FOCUS = """
const one = arguments[0];
if (one.type === "file") return "file";
if (!one.checkVisibility({visibilityProperty: true})) return "hidden";
if (one.contains(document.activeElement) && one !== document.body) return "ready";
one.focus();
if (one.matches("textarea, input:is([type=text], [type=search], :not([type]))"))
  one.setSelectionRange(one.value.length, one.value.length);
return "ready";
"""
# as a maker reads it, and what is not to be seen is not read
TEXT = """
const one = arguments[0];
return one.checkVisibility({visibilityProperty: true}) ? one.innerText.trim() : "";
"""
# what a field holds by now, and what is written in it; else as the page has it
ATTRIBUTE = """
const [one, name] = arguments;
return ["value", "textContent"].includes(name) ? one[name] : one.getAttribute(name);
"""
HELD = (Keys.SHIFT, Keys.CONTROL, Keys.ALT, Keys.META)


def press_keys(driver: WebDriver, text: str) -> None:
    """Presses keys one after the other; SHIFT, CONTROL, ALT and META are held until the end, or
    until NULL."""
    builder = ActionBuilder(driver, keyboard=KeyInput("keys"), duration=0)
    held: list[str] = []
    for key in [*text, Keys.NULL]:
        if key == Keys.NULL:
            while held:
                builder.key_action.key_up(held.pop())
        elif key in HELD:
            builder.key_action.key_down(key)
            held.append(key)
        else:
            builder.key_action.key_down(key).key_up(key)
    builder.perform()


def press_point(driver: WebDriver, x: int, y: int) -> None:
    """Presses a point of the page, in pixels."""
    builder = ActionBuilder(driver, mouse=PointerInput("mouse", "mouse"), duration=0)
    builder.pointer_action.move_to_location(x, y).pointer_down().pointer_up()
    builder.perform()


class Element(WebElement):
    """An element of the page. Raises, when pressed or typed in, what the driver's own would."""

    def click(self) -> None:
        spot: dict[str, Any] | None = self.parent.execute_script(SPOT, self)
        if spot is None:
            raise ElementNotInteractableException("it is not to be seen, or not to be pressed now")
        if not spot["free"]:
            raise ElementClickInterceptedException(f"under {spot['over']}")
        press_point(self.parent, spot["x"], spot["y"])
        if self.parent.execute_script(MISSED):
            raise ElementClickInterceptedException("it has moved away")

    @property
    def text(self) -> str:
        return str(self.parent.execute_script(TEXT, self))

    def get_attribute(self, name: str) -> str | None:
        found: str | None = self.parent.execute_script(ATTRIBUTE, self, name)
        return found

    def send_keys(self, *value: str) -> None:
        found = self.parent.execute_script(FOCUS, self)
        if found == "file":
            super().send_keys(*value)
            return
        if found == "hidden":
            raise ElementNotInteractableException("it is not to be seen")
        press_keys(self.parent, "".join(value))
