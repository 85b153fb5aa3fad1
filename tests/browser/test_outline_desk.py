"""The outline desk: drawn by words, by pressing and dragging, by keys; undone move by move."""

from __future__ import annotations

import io
import math
import urllib.request

import ezdxf
import pytest
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.keys import Keys

from tests.browser.making import empty_page, exported, kept, path
from tests.browser.walker import Walker
from tests.covering import WHOLE

WORDS = '[aria-label="the next moves, in words"]'


def moves(project: int, step: int = 0) -> str:
    return kept(project)["parts"][0]["steps"][step]["outline"]["fields"]["moves"]


def say(walker: Walker, words: str) -> None:
    field = walker.one(WORDS)
    field.click()
    field.send_keys(words, Keys.ENTER)
    walker.until(lambda: walker.one(WORDS).get_attribute("value") == "")
    walker.kept()


def value(field: str, move: int, index: int) -> str:
    return f"{field}#{move}.{index}"


def drag(walker: Walker, handle: str, right: int, down: int) -> None:
    grip = walker.steady(f'[data-handle="{handle}"]')
    ActionChains(walker.driver, duration=60).click_and_hold(grip).move_by_offset(
        right // 2, down // 2
    ).move_by_offset(right - right // 2, down - down // 2).release().perform()
    walker.built()


def test_a_bottle_is_drawn_turned_hollowed_and_capped(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    turned = walker.step("lathe")
    field = path(turned, "outline.fields.moves")
    walker.press("draw it")
    walker.press("begin afresh")
    walker.until(lambda: len(walker.all("[data-move]")) == 1)
    say(walker, "right 30, round 4, up 60")
    walker.see("stays open", "main")
    # two tangent arcs: one pressed, its numbers typed; one said
    walker.click('[data-add-move="turn"]')
    walker.until(lambda: len(walker.all("[data-move]")) == 5)
    walker.built()
    walker.type(value(field, 4, 0), "50")
    walker.built()
    walker.type(value(field, 4, 1), "12")
    walker.built()
    say(walker, "turn right 50 radius 12, up 18, left ?, close")
    walker.see("nothing is open", "main")
    aside = 2 * 12 * (1 - math.cos(math.radians(50)))
    # what closing settles is said with its value, in the list and on the paper
    walker.see(f"? = {30 - aside:.3f} mm, settled by closing", "main")
    assert walker.all('button[data-dimension="7.0"]')[0].text == f"? = {30 - aside:.3f}"
    assert len(walker.all("[data-move]")) == 9
    assert walker.axe() == []

    walker.keys(Keys.ESCAPE)
    walker.one("[data-add]")
    hollow = walker.step("hollow the whole part")
    walker.type(path(hollow, "fields.wall"), "2")
    walker.built()
    walker.driver.execute_script("document.activeElement.blur()")
    walker.keys("/")
    walker.one('[aria-label="find anything by a word"]').send_keys("cap")
    walker.until(lambda: walker.all('[data-command-item][aria-selected="true"]'))
    walker.keys(Keys.ENTER)
    walker.press("make it")
    walker.until(lambda: "/fit/" in walker.driver.current_url)
    walker.built()
    fit = kept(project)["fits"][0]
    assert fit["kind"] == "screw"
    # the cap begins round the neck, with a thread as wide as that
    assert fit["fields"] == {
        "designation": f"print {2 * (30 - aside):.5g}x4", "makes": "round cap",
    }  # fmt: skip
    walker.see("turns", "main")
    bottle = exported(walker, project)
    assert bottle.is_watertight
    assert max(bottle.bounding_box.extents[:2]) == pytest.approx(60, abs=0.05)
    tall = 60 + 2 * 12 * math.sin(math.radians(50)) + 18
    assert bottle.bounding_box.extents[2] == pytest.approx(tall, abs=0.05)


def test_points_are_dragged_in_whole_steps_and_expressions_are_left_alone(
    bare_walker: Walker,
) -> None:
    walker = bare_walker
    project = empty_page(walker)
    body = walker.step("an outline told as moves")
    field = path(body, "outline.fields.moves")
    walker.press("draw it")
    walker.one(f'[data-path="{value(field, 0, 0)}"]')
    walker.type(value(field, 0, 0), "2 * 15 mm")
    walker.built()
    walker.until(lambda: walker.one('[data-dimension="0.0"]').text == "2 * 15 mm")
    drag(walker, "end.1", 0, -97)
    text = moves(project)
    assert text.startswith("right 2 * 15 mm, up ")
    up = float(text.split("up ")[1].split(" mm")[0])
    assert up > 20 and up == int(up)
    # across is decided by an expression: nothing is written over it, and it is said
    before = moves(project)
    drag(walker, "end.0", 80, 0)
    assert moves(project) == before
    walker.see("2 * 15 mm decides where this lies", "main")
    # undo goes move by move
    walker.chord(Keys.CONTROL, "z")
    walker.until(lambda: "up 20 mm" in moves(project))
    walker.chord(Keys.CONTROL, "z")
    walker.until(lambda: moves(project).startswith("right 40 mm, up 20 mm"))


def test_an_outline_is_drawn_by_the_keyboard_alone(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    body = walker.step("an outline told as moves")
    walker.one(f'[data-draw="{path(body, "outline.fields.moves")}"]').send_keys(Keys.ENTER)
    walker.one('[data-move="3"]')
    field = walker.one(WORDS)
    field.send_keys("round 5", Keys.ENTER)
    walker.built()
    walker.until(lambda: moves(project).endswith("down ?, round 5"))
    # arrow keys move a point
    corner = walker.one('[data-handle="end.0"]')
    walker.driver.execute_script("arguments[0].focus()", corner)
    walker.keys(Keys.ARROW_RIGHT * 3)  # quicker than it is drawn
    walker.until(lambda: moves(project).startswith("right 43 mm"))
    # what is wrong is said at its line and mended there
    field = walker.one(WORDS)
    field.send_keys("sideways 3", Keys.ENTER)
    walker.see("'sideways' is no move", "main")
    bad = walker.one('input[aria-invalid="true"]')
    bad.send_keys(Keys.CONTROL, "a")
    bad.send_keys("chamfer 2", Keys.ENTER)
    walker.until(lambda: "sideways" not in moves(project))
    walker.built()
    walker.one('[aria-label="what to do with move 2"]').send_keys(Keys.ENTER)
    walker.until(lambda: walker.all("[role=menu]"))
    walker.press("strike out")
    walker.until(lambda: "chamfer" not in moves(project))
    walker.keys(Keys.ESCAPE)
    walker.one("[data-add]")


def test_a_press_on_the_paper_adds_a_line_and_crossings_are_marked(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    walker.step("an outline told as moves")
    walker.press("draw it")
    walker.one('[data-move="3"]')
    walker.press("begin afresh")
    walker.until(lambda: moves(project) == "start 0 0" and len(walker.all("[data-move]")) == 1)
    paper = walker.one("svg[role=group]")

    def press(right: int, down: int) -> None:
        count = len(walker.all("[data-move]"))
        ActionChains(walker.driver, duration=0).move_to_element_with_offset(
            paper, right, down
        ).click().perform()
        walker.until(lambda: len(walker.all("[data-move]")) == count + 1)
        walker.built()

    press(0, 0)
    assert moves(project).split(", ")[1].split()[0] in ("to", "right", "up")
    say(walker, "right 30, up 20, left 10, to 25 -15, close")
    walker.see("the outline crosses itself", "main")
    assert walker.all("svg g[stroke='var(--color-brick)'] circle")


def test_a_standard_outline_is_taken_apart_and_goes_out_as_dxf(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    body = walker.step("disc")
    walker.type(path(body, "outline.fields.diameter"), "24")
    walker.built()
    walker.click('[data-draw-outline="outline"]')
    walker.until(lambda: len(walker.all("[data-move]")) == 3)
    assert moves(project).count("arc to") == 2
    field = path(body, "outline.fields.moves")
    url = f"{walker.url}/api/projects/{project}/outlines/{field}.dxf"
    with urllib.request.urlopen(url) as answer:
        read = ezdxf.read(io.StringIO(answer.read().decode()))
    (line,) = read.modelspace().query("LWPOLYLINE")
    assert [abs(round(point[4], 6)) for point in line] == [1.0, 1.0]  # two half circles
    assert exported(walker, project).volume == pytest.approx(math.pi * 144 * 10, rel=1e-3)


def test_what_lies_under_an_outline_is_seen(walker: Walker) -> None:
    walker.open("Lantern")
    # distances from the axis may be read as diameters
    walker.go(
        walker.driver.current_url.replace(walker.url, "")
        + "/outline/parts.flask.steps.turned.outline.fields.moves"
    )
    walker.one('[data-move="0"]')
    walker.click('[data-move="0"]')
    walker.press("distances from the axis as diameters")
    walker.until(lambda: "⌀" in walker.one('[data-dimension="0.0"]').text)


# in millimetres the same: ./test --whole
UNITS = [("in", 25.4), ("mm", 1.0)][: 2 if WHOLE else 1]


@pytest.mark.parametrize(("unit", "mm"), UNITS)
def test_a_cup_is_turned_and_hollowed_in_either_unit(
    bare_walker: Walker, unit: str, mm: float
) -> None:
    walker = bare_walker
    project = empty_page(walker)
    if unit == "in":
        walker.choose('header button[aria-label^="units"]', "in")
        walker.built()
    radius, tall, wall = (20.0, 40.0, 2.0) if unit == "mm" else (0.8, 1.6, 0.08)
    turned = walker.step("lathe")
    walker.press("draw it")
    walker.press("begin afresh")
    walker.until(lambda: len(walker.all("[data-move]")) == 1)
    say(walker, f"right {radius:g}, up {tall:g}, left {radius:g}, close")
    walker.see("nothing is open", "main")
    walker.keys(Keys.ESCAPE)
    walker.one("[data-add]")
    hollow = walker.step("hollow the whole part")
    walker.type(path(hollow, "fields.wall"), f"{wall:g}")
    walker.built()
    assert turned != hollow
    # open at its top, as it begins: measured on what is taken away, by another program
    within = (radius - wall) ** 2 * (tall - wall)
    wanted = math.pi * (radius**2 * tall - within) * mm**3
    assert exported(walker, project).volume == pytest.approx(wanted, rel=2e-3)
