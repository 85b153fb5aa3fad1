"""The shelf with 200 projects in a browser: usable, complete, and what its scripts weigh sent.

Usable: the first thing to begin with and the first project can be pressed. Complete: every picture
in sight is drawn. The baseline is a page of the same server that holds nothing but a line of text.

Run: .venv/bin/python -m benchmarks.shelf
"""

from __future__ import annotations

import os
import statistics
import tempfile
import time

os.environ["FAIRHINGE_VAR"] = tempfile.mkdtemp()
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")

import django

django.setup()

from django.core.management import call_command

from benchmarks.served import served
from tests.browser.chrome import chrome
from workshop import pictures, shelving
from workshop.models import Picture, Project

COUNT, ROUNDS, PORT = 200, 7, 8197
LOOK = """
const done = arguments[0];
const seen = (one) => one.getBoundingClientRect().top < innerHeight;
let usable = 0;
const look = () => {
  const cards = document.querySelectorAll('[data-project]');
  const asked = document.querySelector('[data-starter]');
  if (!usable && cards.length && asked) usable = performance.now();
  const drawn = [...document.images].filter(seen);
  if (usable && drawn.length && drawn.every((one) => one.complete && one.naturalWidth))
    return done([usable, performance.now(), cards.length]);
  setTimeout(look, 10);
};
look();
"""


def fill() -> None:
    """The play set with its pictures, copied until there are enough projects."""
    call_command("migrate", verbosity=0)
    call_command("load_demo", verbosity=0)
    play_set = list(Project.objects.select_related("current"))
    drawn = {project.id: pictures.draw(project) for project in play_set}
    for index in range(COUNT - len(play_set)):
        project = play_set[index % len(play_set)]
        copy, picture = shelving.copy_of(project), drawn[project.id]
        if picture:
            Picture.objects.create(project=copy, version=copy.version, data=picture.data)


def main() -> None:
    """Prints medians of fresh views; the browser's cache is cleared before each."""
    fill()
    with served(PORT, os.environ["FAIRHINGE_VAR"]) as server:
        look(server.url)


def look(url: str) -> None:
    """Views of the shelf, timed by the page itself."""
    driver = chrome()
    try:
        driver.get(url)
        driver.execute_script("localStorage.setItem('first-walk-done', 'yes')")
        blank, usable, complete, weight, count = [], [], [], 0, 0
        for _ in range(ROUNDS):
            driver.execute_cdp_cmd("Network.clearBrowserCache", {})
            began = time.perf_counter()
            driver.get(f"{url}/api/play-set")
            blank.append((time.perf_counter() - began) * 1000)
            driver.execute_cdp_cmd("Network.clearBrowserCache", {})
            driver.get("about:blank")
            driver.get(url)
            first, last, count = driver.execute_async_script(LOOK)
            usable.append(first)
            complete.append(last)
            weight = driver.execute_script(
                "return performance.getEntriesByType('resource').filter((one) =>"
                " one.name.endsWith('.js')).reduce((sum, one) => sum + one.encodedBodySize, 0)"
            )
        print(f"{COUNT} projects, {count} of them on the page; medians of {ROUNDS} fresh views")
        base = statistics.median(blank)
        print(f"a page of one line   {base:8.0f} ms")
        for name, times, budget in (("usable", usable, 1500), ("complete", complete, 3000)):
            middle = statistics.median(times)
            print(
                f"{name:20s} {middle:8.0f} ms   {middle / base:5.1f} × the line, of {budget}"
                " allowed"
            )
        print(f"scripts as sent      {weight / 1000:8.0f} kB  of 200 allowed")
    finally:
        driver.quit()


if __name__ == "__main__":
    main()
