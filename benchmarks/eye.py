"""From a typed number to what is seen: the moved picture, then the new readings, in a browser.

Key measures of the play set are typed in the page, Enter a keystroke after the last figure; the
page's own clock runs from Enter to the first frame after the stage holds the new solids, and to the
frame in which nothing is said to be proved still. The baseline is a frame of the same page. There
is no graphics processor where this is run as a rule: the picture is drawn in software, by the
processor that also builds.

Run: .venv/bin/python -m benchmarks.eye [numbers of each project]
"""

from __future__ import annotations

import sys
import tempfile
import time
from typing import Any

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.wait import WebDriverWait

from benchmarks.served import KEYSTROKE_S, Served, served, told
from core.project.demo import DEMO, demo_document
from tests.browser.chrome import chrome

PORT = 8193
BUDGETS = {"picture": 150, "readings": 400}
# Told by what changes: to look at every frame would make the page draw sixty a second.
WATCH = """
const canvas = document.querySelector('[aria-label="stage"] canvas');
const header = document.querySelector('header [role="status"]');
const seen = (window.__seen = { typed: 0, picture: 0, readings: 0, frame: 0 });
const before = canvas.dataset.drawn;
const sinceTyped = () => performance.now() - seen.typed;
let began = false;
const watch = new MutationObserver(() => {
  if (!seen.typed) return;
  const says = header.textContent;
  const still = says.includes('proving') || says.includes('building');
  began ||= still || says.includes('keeping');
  const proved = began && says.includes('kept') && !still;
  const drawn = canvas.dataset.drawn !== before;
  requestAnimationFrame(() => {
    if (drawn && !seen.picture) seen.picture = sinceTyped();
    if (proved && !seen.readings) seen.readings = sinceTyped();
    if (seen.picture && seen.readings) watch.disconnect();
  });
});
watch.observe(canvas, { attributes: true });
watch.observe(header, { childList: true, characterData: true, subtree: true });
addEventListener('keydown', (event) => {
  if (event.key !== 'Enter') return;
  seen.typed = performance.now();
  requestAnimationFrame(() => (seen.frame = sinceTyped()));
}, { capture: true, once: true });
"""
SETTLED = """
const says = document.querySelector('header [role="status"]')?.innerText ?? '';
const canvas = document.querySelector('[aria-label="stage"] canvas');
return says.startsWith('kept') && !says.includes('proving') && !says.includes('building')
  && Boolean(canvas?.dataset.drawn);
"""


def measured(driver: Any, server: Served, name: str, most: int) -> list[dict[str, float]]:
    """Milliseconds to the next frame, the picture and the readings, one for every number typed."""
    document = demo_document(name)
    body = {"document": document.model_dump(mode="json")}
    project = server.asked("POST", "/api/projects", body)["id"]
    driver.get(f"{server.url}/p/{project}")
    wait = WebDriverWait(driver, 30, 0.05)
    found = []
    for measure in document.measures[:most]:
        wait.until(lambda d: d.execute_script(SETTLED))
        field = driver.find_element(By.CSS_SELECTOR, f'[data-path="measures.{measure.name}"]')
        box = field if field.tag_name == "input" else field.find_element(By.CSS_SELECTOR, "input")
        box.click()
        box.send_keys(Keys.CONTROL, "a")
        box.send_keys(f"({measure.expression}) * 1.02")
        time.sleep(KEYSTROKE_S)
        driver.execute_script(WATCH)
        box.send_keys(Keys.ENTER)
        try:
            wait.until(lambda d: d.execute_script("return window.__seen.readings"))
            found.append(driver.execute_script("return window.__seen"))
        except Exception as error:
            print(f"   {name} {measure.name}: {type(error).__name__}")
    return found


def main(most: int = 3) -> None:
    """Prints median and 95th percentile for each project and all of them."""
    every: list[dict[str, float]] = []
    with served(PORT, tempfile.mkdtemp()) as server:
        driver = chrome()
        try:
            driver.get(server.url)
            driver.execute_script("localStorage.setItem('first-walk-done', 'yes')")
            print(f"{'':14}" + "".join(f"{what:>17s}" for what in ("frame", *BUDGETS)))
            for name in DEMO:
                found = measured(driver, server, name, most)
                every += found
                print(f"{name:14}" + _row(found), flush=True)
        finally:
            driver.quit()
    print(f"{f'{len(every)} numbers':14}" + _row(every))
    print("budgets, 95th: " + ", ".join(f"{what} {ms} ms" for what, ms in BUDGETS.items()))


def _row(found: list[dict[str, float]]) -> str:
    # a number that moves nothing has no new picture
    columns = ([one[w] for one in found if one[w]] for w in ("frame", *BUDGETS))
    return "".join(f"  {told(times)}" for times in columns)


if __name__ == "__main__":
    main(*(int(one) for one in sys.argv[1:2]))
