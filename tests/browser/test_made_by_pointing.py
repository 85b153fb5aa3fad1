"""Whole parts from an empty page by pointing and typing only, their volumes against formulas."""

from __future__ import annotations

import math
from functools import reduce
from typing import Any

import numpy as np
import pytest
import shapely
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.keys import Keys

from tests.browser.making import empty_page, exported, kept, path
from tests.browser.walker import CANVAS, Walker
from tests.covering import only_whole


def measure(walker: Walker, text: str) -> None:
    walker.one('[aria-label="add a measure, as name = expression"]').send_keys(text, Keys.ENTER)
    walker.kept()


def window(outside: float, inside: float, angle_deg: float, corner: float) -> float:
    """The area of a window between two circles with rounded corners, by another library."""
    turns = np.radians(np.linspace(-angle_deg / 2, angle_deg / 2, 100))
    ring = [
        (r * np.cos(t), r * np.sin(t))
        for r, ts in ((outside / 2, turns), (inside / 2, turns[::-1]))
        for t in ts
    ]
    return float(
        shapely.Polygon(ring).buffer(-corner, quad_segs=64).buffer(corner, quad_segs=64).area
    )


def wheel_volume(across: float) -> float:
    disc = math.pi * across**2 / 4 * 12
    windows = 6 * window(across - 16, 26, 44, 3) * 12
    recesses = 2 * math.pi * 10**2 * 2
    bore = math.pi * 4**2 * (12 - 4)
    # Pappus: the half of the groove's circle that lies inside the rim
    groove = 2 * math.pi * (across / 2 - 4 * 2 / (3 * math.pi)) * math.pi * 2**2 / 2
    return disc - windows - recesses - bore - groove


def test_a_windlass_wheel(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    measure(walker, "across = 80")
    body = walker.step("disc")
    walker.type(path(body, "outline.fields.diameter"), "across")
    walker.type(path(body, "fields.height"), "12")

    walker.press_on("top of body")
    hole = walker.step("sector cut right through")
    for field, text in (
        ("outside", "across - 16"),
        ("inside", "26"),
        ("angle", "44 deg"),
        ("corners", "3"),
    ):
        walker.type(path(hole, f"outline.fields.{field}"), text)
    around = walker.step("spokes round the axis")
    walker.type(path(around, "fields.count"), "6")

    walker.press_on("top of body")
    recess = walker.offered("cut into it")
    walker.choose(f'[data-step="{recess}"] button[aria-label^="outline:"]', "circle")
    walker.type(path(recess, "outline.fields.diameter"), "20")
    walker.type(path(recess, "fields.height"), "2")
    mirror = walker.step("mirror")
    walker.choose(f'button[data-path="{path(mirror, "fields.side")}"]', "top")
    walker.type(path(mirror, "fields.at"), "6")

    walker.press_on(f"bottom of {recess}")
    bore = walker.offered("hole")
    walker.type(path(bore, "fields.diameter"), "8")

    walker.press_on("top of body")
    groove = walker.step("groove")
    walker.choose(f'[data-step="{groove}"] button[aria-label^="outline:"]', "circle")
    walker.type(path(groove, "outline.fields.diameter"), "4")
    walker.more(groove)
    walker.type(path(groove, "fields.out"), "across / 2")
    walker.more(groove)
    walker.type(path(groove, "fields.up"), "0 - 6")
    walker.kept()
    steps = kept(project)["parts"][0]["steps"]
    assert exported(walker, project).volume == pytest.approx(wheel_volume(80), rel=2e-3), steps

    walker.type("measures.across", "120")
    walker.kept()
    wheel = exported(walker, project)
    assert wheel.volume == pytest.approx(wheel_volume(120), rel=2e-3)
    assert wheel.extents[2] == pytest.approx(12, abs=1e-3)
    said = walker.text(f'[data-step="{hole}"]').replace("\n", " ")
    assert said.startswith("2 Cut a window between circles of")


def block_area(mesh, height: float) -> float:
    """The area of a level cut through a solid, mm²."""
    section = mesh.section(plane_origin=[0, 0, height], plane_normal=[0, 0, 1])
    flat = [shapely.Polygon(np.asarray(loop)[:, :2]) for loop in section.discrete]
    # what lies inside one loop and outside the next
    return float(reduce(lambda a, b: a.symmetric_difference(b), flat).area)


def test_a_clamp_block(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    body = walker.step("block")
    for field, text in (
        ("outline.fields.width", "40"),
        ("outline.fields.depth", "20"),
        ("fields.height", "30"),
    ):
        walker.type(path(body, field), text)
    walker.kept()

    walker.press_on("front of body")
    slot = walker.offered("cut right through")
    walker.type(path(slot, "outline.fields.width"), "16")
    walker.type(path(slot, "outline.fields.depth"), "3")
    # its height is told from the bottom edge, which is pressed
    walker.more(slot)
    told_from = f'button[data-path="{path(slot, "place.y_from")}"]'
    walker.click(f'button[data-point="{path(slot, "place.y_from")}"]')
    press_until(walker, lambda: "bottom edge" in walker.text(told_from))
    walker.type(path(slot, "place.y"), "4 + 3 / 2")
    walker.kept()
    plain = exported(walker, project)
    place = kept(project)["parts"][0]["steps"][1]["place"]
    assert plain.volume == pytest.approx(40 * 20 * 30 - 16 * 3 * 20, rel=1e-5), place

    walker.press_on("top of body")
    tapped = walker.offered("tapped hole")
    walker.type(path(tapped, "fields.designation"), "M6")
    walker.choose(f'button[data-path="{path(tapped, "fields.reach")}"]', "up to the")
    walker.choose(f'button[data-path="{path(tapped, "fields.face")}"]', f"back of {slot}")
    walker.kept()

    for tall in (30, 45):
        if tall != 30:
            walker.type(path(body, "fields.height"), str(tall))
            walker.kept()
        clamp = exported(walker, project)
        # the floor of the slot stays 4 above the bottom edge, the hole ends at the slot
        assert block_area(clamp, 3.99) == pytest.approx(800, rel=1e-4)
        assert block_area(clamp, 4.01) == pytest.approx(800 - 16 * 20, rel=1e-3)
        assert block_area(clamp, 6.99) == pytest.approx(800 - 16 * 20, rel=1e-3)
        taken = 800 * tall - 16 * 3 * 20 - clamp.volume
        # ISO 724, from memory: the nut's minor diameter 4.917, major 6, and a lead-in of 0.8
        lead = math.pi * 0.8 * ((3.8**2 + 3 * 3.8 + 9) / 3)
        assert math.pi * 4.917**2 / 4 * (tall - 7) < taken < math.pi * 9 * (tall - 7) + lead
    # a wall-to-wall distance that is dragged stops at whole millimetres
    walker.press_on("top of body")
    hole = walker.offered("hole")
    handle = walker.one(f'[data-held="{path(hole, "place.x")}"]')
    ActionChains(walker.driver).drag_and_drop_by_offset(handle, 37, 11).perform()
    walker.kept()
    moved = next(s for s in kept(project)["parts"][0]["steps"] if s["id"] == hole)["place"]["x"]
    number, unit = moved.split()
    assert unit == "mm" and float(number) == int(float(number)) != 0
    walker.one(f'[data-held="{path(hole, "place.x")}"]').send_keys(Keys.ARROW_RIGHT)
    walker.kept()
    nudged = next(s for s in kept(project)["parts"][0]["steps"] if s["id"] == hole)["place"]["x"]
    assert float(nudged.split()[0]) == pytest.approx(float(number) + 0.1)


def press_until(walker: Walker, done) -> None:
    """Presses down lines of the stage until something is so."""
    canvas = walker.one(CANVAS)
    width, height = canvas.size["width"], canvas.size["height"]
    for across in (0.45, 0.4, 0.52, 0.36):
        for row in range(30, 56):
            x, y = (across - 0.5) * width, (row / 64 - 0.5) * height
            ActionChains(walker.driver, duration=0).move_to_element_with_offset(
                canvas, x, y
            ).click().perform()
            if done():
                return
    raise AssertionError("nothing on the stage will do")


SHAFT = "right {r}, up 20, left 1, up 3, right 1, up 17, left {r}, close"


def shaft_bounds(r: float) -> tuple[float, float]:
    """Between which volumes a shaft lies: the thread's bore between minor and major diameter."""
    turned = math.pi * (r**2 * 37 + (r - 1) ** 2 * 3)
    half = r - 1.5  # from the axis to a flat
    segment = r**2 * math.acos(half / r) - half * math.sqrt(r**2 - half**2)
    flats = 2 * segment * 10
    minor, major = math.pi * 4.917**2 / 4 * 12, math.pi * 9 * 12 + math.pi * 0.8 * 12
    return turned - flats - major, turned - flats - minor


@only_whole  # what is made by keys alone: test_eight_steps_by_keyboard_alone_and_all_the_way_back
def test_a_shaft_by_keyboard_alone(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)

    def reach(css: str) -> None:
        """Goes on by Tab until a control is reached."""
        wanted = walker.one(css)
        for _ in range(120):
            if walker.driver.switch_to.active_element == wanted:
                return
            walker.keys(Keys.TAB)
        raise AssertionError(f"{css} cannot be reached by Tab")

    def say(css: str, text: str) -> None:
        reach(css)
        walker.chord(Keys.CONTROL, "a")
        walker.keys(text, Keys.ENTER)
        walker.kept()

    def pick(css: str, words: str) -> None:
        reach(css)
        walker.keys(Keys.ENTER)
        walker.one("[role=listbox]")
        for _ in range(30):
            if words in walker.text("[role=option][data-highlighted]"):
                break
            walker.keys(Keys.ARROW_DOWN)
        walker.keys(Keys.ENTER)
        walker.until(lambda: not walker.all("[role=listbox]"))
        walker.kept()

    say('[aria-label="add a measure, as name = expression"]', "radius = 8")
    turned = walker.step("half profile turn")
    say(f'textarea[data-path="{path(turned, "outline.fields.moves")}"]', SHAFT.format(r="radius"))
    flats = walker.step("flats")
    say(f'input[data-path="{path(flats, "fields.across")}"]', "2 * radius - 3")
    say(f'input[data-path="{path(flats, "fields.depth")}"]', "10")
    bore = walker.step("tapped hole")
    say(f'input[data-path="{path(bore, "fields.designation")}"]', "M6")
    say(f'input[data-path="{path(bore, "fields.long")}"]', "12")
    reach(f'[data-step="{bore}"] [aria-label^="more that can be set"]')
    walker.keys(Keys.ENTER)
    pick(f'button[data-path="{path(bore, "fields.drawn")}"]', "in full")
    low, high = shaft_bounds(8)
    assert low < exported(walker, project).volume < high

    say('input[data-path="measures.radius"]', "12")
    low, high = shaft_bounds(12)
    shaft = exported(walker, project)
    assert low < shaft.volume < high
    assert shaft.extents == pytest.approx([24, 24, 40], abs=0.02)
    steps = kept(project)["parts"][0]["steps"]
    assert [one["kind"] for one in steps] == ["revolve", "flats", "thread"]


def test_edges_are_pressed_and_rounded(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    body = walker.step("block")
    for field, text in (
        ("outline.fields.width", "40"),
        ("outline.fields.depth", "30"),
        ("fields.height", "20"),
    ):
        walker.type(path(body, field), text)
    walker.kept()
    walker.press_edge("top of body and front of body")
    rounded = walker.offered("round it")
    walker.type(path(rounded, "fields.size"), "3")
    walker.kept()
    corner = (1 - math.pi / 4) * 9
    assert exported(walker, project).volume == pytest.approx(24_000 - corner * 40, rel=1e-4)
    # a second one, with a size of its own
    walker.click(f'button[data-point="{path(rounded, "fields.edges")}"]')
    listed = f'[data-step="{rounded}"] span[data-path="{path(rounded, "fields.edges")}"]'
    press_until(walker, lambda: walker.text(listed).count("the edge of") == 2)
    second = kept_edges(walker, project, rounded)
    walker.type(path(rounded, "fields.edges.1"), "1")
    walker.kept()
    assert kept_edges(walker, project, rounded) == f"{second}: 1"
    walker.chord(Keys.CONTROL, "z")
    walker.until(lambda: kept_edges(walker, project, rounded) == second)


def test_a_face_says_how_large_it_is_and_has_all_its_edges_rounded(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    body = walker.step("block")
    for field, text in (
        ("outline.fields.width", "40"),
        ("outline.fields.depth", "30"),
        ("fields.height", "20"),
    ):
        walker.type(path(body, field), text)
    walker.kept()
    walker.press_edge("top of body and front of body")
    assert walker.text("[data-measured]") == "40 mm long"
    walker.press_on("top of body")
    walker.until(lambda: walker.text("[data-measured]") == "1200.0 mm²")
    rounded = walker.offered("round its edges")
    walker.type(path(rounded, "fields.size"), "2")
    walker.kept()
    # four quarter rounds whose mitres meet in the corners, where both would take the same
    straight = (1 - math.pi / 4) * 4 * 2 * (40 + 30)
    # in a corner two rounds at right angles share r³ (5/3 − π/2): from the square less two quarters
    shared = 4 * 2**3 * (5 / 3 - math.pi / 2)
    assert exported(walker, project).volume == pytest.approx(24_000 - straight + shared, rel=1e-4)


def step_of(project: int, step: str) -> dict[str, Any]:
    return next(one for one in kept(project)["parts"][0]["steps"] if one["id"] == step)


def kept_edges(walker: Walker, project: int, step: str) -> str:
    walker.kept()
    return step_of(project, step)["fields"]["edges"]


def test_a_body_of_two_pieces_is_hollowed_by_pressing_its_rim(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    low = walker.step("block")
    for field, text in (
        ("outline.fields.width", "60"),
        ("outline.fields.depth", "50"),
        ("fields.height", "30"),
    ):
        walker.type(path(low, field), text)
    walker.kept()
    walker.press_on(f"top of {low}")
    high = walker.offered("raise on it")
    for field, text in (
        ("outline.fields.width", "76"),
        ("outline.fields.depth", "66"),
        ("fields.height", "20"),
    ):
        walker.type(path(high, field), text)
    walker.kept()
    walker.press_on(f"top of {high.replace('_', ' ')}")
    hollow = walker.offered("hollow from here")
    walker.kept()
    # a room of two boxes: the lower begins a wall above the bed, the upper a wall above its ledge
    outside = 60 * 50 * 30 + 76 * 66 * 20
    room = 56 * 46 * 30 + 72 * 62 * 18
    assert exported(walker, project).volume == pytest.approx(outside - room, rel=1e-5)
    assert "leaves a hollow of" in walker.text(f'[data-step="{hollow}"]')
    assert f"top of {high.replace('_', ' ')}" in walker.text(f'[data-step="{hollow}"]')


@only_whole
def test_a_knob_and_its_round_are_mirrored_between_two_faces(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    body = walker.step("block")
    for field, text in (
        ("outline.fields.width", "60"),
        ("outline.fields.depth", "50"),
        ("fields.height", "30"),
    ):
        walker.type(path(body, field), text)
    walker.kept()
    walker.press_on("front of body")
    knob = walker.offered("raise on it")
    walker.choose(f'[data-step="{knob}"] button[aria-label^="outline:"]', "circle")
    walker.type(path(knob, "outline.fields.diameter"), "24")
    walker.type(path(knob, "fields.height"), "8")
    walker.kept()
    walker.press_on(f"top of {knob.replace('_', ' ')}")
    rounded = walker.offered("round its edges")
    walker.type(path(rounded, "fields.size"), "2")
    walker.kept()
    one = exported(walker, project).volume - 90_000
    # Pappus: the corner of a square less a quarter disc, taken off at the end
    area, off = (1 - math.pi / 4) * 4, 2 * (10 - 3 * math.pi) / (12 - 3 * math.pi)
    assert math.pi * 144 * 8 - one == pytest.approx(2 * math.pi * area * (12 - off), rel=0.01)

    mirror = walker.step("mirror")
    walker.choose(f'button[data-path="{path(mirror, "fields.of")}"]', knob.replace("_", " "))
    walker.more(mirror)
    walker.choose(f'button[data-path="{path(mirror, "fields.with")}"]', rounded, several=True)
    walker.choose(f'button[data-path="{path(mirror, "fields.plane")}"]', "between two faces")
    for field, side in (("face", "front"), ("other", "back")):
        walker.choose(f'button[data-path="{path(mirror, f"fields.{field}")}"]', f"{side} of body")
    walker.kept()
    assert exported(walker, project).volume - 90_000 == pytest.approx(2 * one, rel=1e-4)
    walker.chord(Keys.CONTROL, "z")
    walker.kept()


@only_whole
def test_four_edges_are_pressed_and_rounded_in_one_step(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    body = walker.step("block")
    for field, text in (
        ("outline.fields.width", "40"),
        ("outline.fields.depth", "30"),
        ("fields.height", "20"),
    ):
        walker.type(path(body, field), text)
    walker.kept()
    others = (
        "top of body and right of body",
        "top of body and left of body",
        "bottom of body and front of body",
    )
    places = [walker.press_edge(one) for one in others]
    walker.press_edge("top of body and front of body")
    rounded = walker.offered("round it")
    walker.type(path(rounded, "fields.size"), "0.5")
    walker.kept()
    listed = f'[data-step="{rounded}"] span[data-path="{path(rounded, "fields.edges")}"]'
    for count, place in enumerate(places, start=2):
        walker.click(f'button[data-point="{path(rounded, "fields.edges")}"]')
        walker.press_at(*place)
        walker.until(lambda n=count: walker.text(listed).count("the edge of") == n)
        walker.kept()
    edges = kept_edges(walker, project, rounded)
    assert len(set(edges.split("; "))) == 4
    made = exported(walker, project)
    assert made.is_watertight and made.volume < 24_000 - (1 - math.pi / 4) * 0.25 * 40


def test_a_frame_is_cut_at_its_mitres_into_parts(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    frame = walker.step("sweep along a path")
    walker.choose(f'[data-step="{frame}"] button[aria-label^="outline:"]', "rectangle")
    for field, text in (
        ("outline.fields.width", "10"),
        ("outline.fields.depth", "6"),
        ("fields.path", "right 80, up 50, left 80, close"),
    ):
        walker.type(path(frame, field), text)
    walker.kept()
    split = walker.step("cut into parts")
    walker.more(split)
    walker.choose(
        f'button[data-path="{path(split, "fields.plane")}"]', "at the mitres of a swept frame"
    )
    walker.kept()
    walker.press("make the other 3 pieces parts")
    walker.until(lambda: len(kept(project)["parts"]) == 4)
    walker.kept()
    names = [one["name"] for one in kept(project)["parts"]]
    sizes = sorted(exported(walker, project, name).volume for name in names)
    # mitred legs hold what their middle lines say: 50 and 80 long, 10 x 6 across
    assert sizes == pytest.approx([3000, 3000, 4800, 4800])
    walker.chord(Keys.CONTROL, "z")
    walker.until(lambda: len(kept(project)["parts"]) == 1)
    walker.kept()


def test_a_gasket_is_told_by_the_face_it_lies_on(bare_walker: Walker) -> None:
    walker = bare_walker
    project = empty_page(walker)
    body = walker.step("hull")
    walker.type(path(body, "outline.fields.circles"), "circle 0 0 across 24, circle 40 0 across 12")
    walker.type(path(body, "fields.height"), "4")
    walker.kept()
    walker.press_on("top of")
    rim = walker.offered("raise on it")
    walker.choose(f'[data-step="{rim}"] button[aria-label^="outline:"]', "section of the part")
    walker.type(path(rim, "outline.fields.by"), "0 - 2")
    walker.type(path(rim, "fields.height"), "1")
    walker.kept()

    def belt(one: float, other: float) -> float:
        # two circles 40 apart and their outer tangents, plane geometry
        half, along = math.acos((one - other) / 40), math.sqrt(1600 - (one - other) ** 2)
        return along * (one + other) + one**2 * (math.pi - half) + other**2 * half

    wanted = 4 * belt(12, 6) + belt(10, 4)
    assert exported(walker, project).volume == pytest.approx(wanted, rel=1e-4)


def test_a_thing_is_begun_by_what_must_meet(bare_walker: Walker) -> None:
    walker = bare_walker
    walker.go("/")
    walker.press("Knob on a D-shaft")
    shaft = walker.one('input[data-ask="shank"]')
    assert shaft.get_attribute("value") == "6 mm"
    shaft.send_keys(Keys.CONTROL, "a")
    shaft.send_keys("8 furlongs", Keys.ENTER)
    walker.expect("422")
    walker.see("furlongs", '[role="dialog"] [role="alert"]')
    # in inches what was left alone is told anew, what was typed stays
    walker.press("inches")
    assert walker.one('input[data-ask="across"]').get_attribute("value") == "1in"
    assert shaft.get_attribute("value") == "8 furlongs"
    walker.press("millimetres")
    shaft.send_keys(Keys.CONTROL, "a")
    shaft.send_keys("8 mm", Keys.ENTER)
    walker.kept()
    walker.see("nothing to stop for")
    project = int(walker.driver.current_url.rsplit("/", 1)[1])
    document = kept(project)
    assert {m["name"]: m["expression"] for m in document["measures"]}["shank"] == "8 mm"
    # the shaft is a rod of 8, twice as long as it goes in, and a D-shaped plug on its end
    volume = exported(walker, project, "shaft").volume
    rod = math.pi * 16 * 20
    assert rod + 0.8 * math.pi * 16 * 10 < volume < rod + math.pi * 16 * 10
    assert walker.axe() == []


# four posts from left to right as the page is first seen, in pixels from the middle of the stage
POSTS = (-206, -82, 52, 178)


def row_of_posts(walker: Walker) -> str:
    """On an empty page a plate and four posts 12 across in a row, 20 apart; the step that made
    them."""
    body = walker.step("block")
    for field, text in (("outline.fields.width", "80"), ("outline.fields.depth", "30"),
                        ("fields.height", "8")):  # fmt: skip
        walker.type(path(body, field), text)
    walker.press_on("top of body")
    post = walker.step("boss")
    walker.type(path(post, "fields.diameter"), "12")
    walker.more(post)
    walker.type(path(post, "place.x"), "-30")
    row = walker.step("row")
    walker.type(path(row, "fields.count"), "4")
    walker.type(path(row, "fields.spacing"), "20")
    walker.settled()
    return post


def _new(picture: bytes, known: list[bytes]) -> bytes | None:
    return None if picture in known else picture


def test_of_a_row_of_posts_the_rims_that_are_pressed_are_rounded(bare_walker: Walker) -> None:
    """Four rims are one edge to the solid: the one that is pressed is rounded, another that is
    pressed is rounded too, and all of them when that is said."""
    walker = bare_walker
    project = empty_page(walker)
    post = row_of_posts(walker)
    whole = exported(walker, project).volume

    def rounded_off() -> float:
        walker.settled()
        return whole - exported(walker, project).volume

    # of a post whose side is pressed both edges, and no other post's
    left = POSTS[2]
    walker.press_among(
        [(x, y) for x in range(left, left + 30, 6) for y in range(-170, 60, 6)],
        f"side of {post}", "mm², one of 4",
    )  # fmt: skip
    edges = kept_edges(walker, project, walker.offered("round its edges")).split("; ")
    assert [edge.count(" near ") for edge in edges] == [1, 1]
    walker.press("undo")
    walker.settled()
    # the first is looked for while none is rounded, and pressed once the third is
    first, _ = (
        walker.press_among(
            [(x, y) for x in range(left, left + 30, 6) for y in range(-170, 30, 3)],
            "the edge of", f"top of {post}", f"side of {post}",
        )
        for left in (POSTS[0], POSTS[2])
    )  # fmt: skip
    walker.see("one of 4", '[aria-label="what was pressed"]')
    round_ = walker.offered("round it")
    walker.type(path(round_, "fields.size"), "1")
    # Pappus: the corner that a round of 1 takes off, turned about the axis of a post 12 across
    one = 2 * math.pi * (5 * (1 - math.pi / 4) + 1 / 6)
    assert rounded_off() == pytest.approx(one, rel=0.02)
    edges = path(round_, "fields.edges")
    listed = f'[data-step="{round_}"] span[data-path="{edges}"]'
    walker.click(f'button[data-point="{edges}"]')
    walker.press_at(*first)
    walker.until(lambda: walker.text(listed).count("one edge of") == 2)
    assert rounded_off() == pytest.approx(2 * one, rel=0.02)
    # which is which is lit on the stage while the pointer is on it
    lit: list[bytes] = []
    for entry in walker.all(f"{listed} [data-edge]"):
        ActionChains(walker.driver, duration=0).move_to_element(entry).perform()
        lit.append(walker.until(lambda: _new(walker.picture(), lit)))
    walker.press("(all like it)")
    walker.until(lambda: walker.text(listed).count("the edge of") == 1)
    assert rounded_off() == pytest.approx(4 * one, rel=0.02)
    walker.press("undo")
    walker.until(lambda: walker.text(listed).count("one edge of") == 2)
    walker.click(f"{listed} button[aria-label^='leave']")
    assert rounded_off() == pytest.approx(one, rel=0.02)
    assert kept_edges(walker, project, round_).count(" near ") == 1


def test_of_a_row_of_posts_the_one_that_is_pressed_is_meant(bare_walker: Walker) -> None:
    """Four posts 20 apart are one face to the solid: a hole begins on the one pressed, and what is
    measured is measured between the two pressed."""
    walker = bare_walker
    project = empty_page(walker)
    post = row_of_posts(walker)
    # from left to right as the page is first seen; each is looked for where it stands
    posts = [
        walker.press_among(
            [(x, y) for x in range(left, left + 30, 6) for y in range(-170, 30, 6)],
            f"top of {post}", "mm²",
        )
        for left in POSTS
    ]  # fmt: skip
    walker.see("113.1 mm², one of 4", '[aria-label="what was pressed"]')
    hole = walker.step("hole")
    walker.kept()
    made = step_of(project, hole)
    assert (made["place"]["on"], made["place"]["x"]) == (f"{post}.top", "60 mm")
    # placed anew by pressing another post, it stands in the middle of that
    walker.click(f'button[data-point="{path(hole, "place.on")}"]')
    walker.press_at(*posts[1])
    walker.until(lambda: step_of(project, hole)["place"]["x"] == "20 mm")
    assert step_of(project, hole)["place"]["on"] == f"{post}.top"
    walker.press("undo")
    walker.press("undo")
    walker.settled()
    walker.press("measure")
    for one, other, apart in ((0, 1, 8), (2, 0, 28)):
        walker.press_at(*posts[one])
        walker.see("Press a second face")
        walker.press_at(*posts[other])
        # their facets stand out of the circle by up to a hundredth
        walker.see(f"nearest\n{apart - 1}.99")
