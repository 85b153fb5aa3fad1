"""Beginning with what must meet, and from nothing: by pointing and typing only, actions counted."""

from __future__ import annotations

import numpy as np
import pytest
from selenium.webdriver.common.keys import Keys

from core.project.starters import begun, starters
from tests.browser.making import empty_page, exported, kept, path
from tests.browser.walker import Walker
from tests.covering import covering


def choose(walker: Walker, words: str) -> None:
    """Opens the finder and takes what stands first."""
    walker.until(lambda: not walker.all("[role=dialog]"))
    walker.driver.execute_script("document.activeElement.blur()")
    walker.keys("/")
    finder = walker.one('[aria-label="find anything by a word"]')
    walker.until(lambda: walker.driver.switch_to.active_element == finder)
    walker.keys(words)
    walker.until(lambda: walker.all('[data-command-item][aria-selected="true"]'))
    walker.keys(Keys.ENTER)


def differs(name: str) -> set[tuple[str, object]]:
    """Ways in which a starter differs for the screen: what it asks, and what comes of it."""
    document, asks = begun(name), starters()[name].asks
    return {
        ("parts", len(document.parts)),
        ("printed in place", any(fit.feel == "print-in-place" for fit in document.fits)),
        ("bought", any(part.bought for part in document.parts)),
        *(("asks", bool(one.path), bool(one.told)) for one in asks),
    }


# how all of them turn out, at several sizes, in mm and inches: tests/core/test_starters.py
BEGUN = covering([name for name, one in starters().items() if one.asks], differs)


@pytest.mark.parametrize("name", BEGUN)
def test_each_starter_is_opened_and_its_numbers_changed(bare_walker: Walker, name: str) -> None:
    walker, starter = bare_walker, starters()[name]
    walker.go("/")
    walker.one("[data-starter]")
    if not walker.all(f'[data-starter="{name}"]'):
        walker.press("all ")
    walker.click(f'[data-starter="{name}"]')
    # what it would come to is seen before it is begun
    walker.see("nothing to stop for", "[role=dialog] figure")
    walker.press("begin with these")
    walker.until(lambda: "/p/" in walker.driver.current_url)
    walker.kept()
    for ask in [one for one in starter.asks if not one.path][:2]:
        walker.type(f"measures.{ask.measure}", f"{ask.mm * 1.25:g} mm")
    walker.settled()
    assert "to look at" not in walker.text("[data-all-findings]")


def test_a_hinged_box_with_a_clip_from_nothing(bare_walker: Walker) -> None:
    """Two halves, hinged in place, held by a clip: from an empty page in under 40 actions."""
    walker = bare_walker
    actions = 0

    def did(count: int = 1) -> None:
        nonlocal actions
        actions += count

    project = empty_page(walker)
    did()
    body = walker.step("plate")
    did(2)  # the finder opened, a word typed and taken
    for field, text in (("outline.fields.width", "76"), ("outline.fields.depth", "46"),
                        ("fields.height", "17")):  # fmt: skip
        walker.type(path(body, field), text)
        did()
    hollow = walker.step("hollow")
    did(2)
    walker.type(path(hollow, "fields.wall"), "3.2")
    did()
    walker.kept()
    choose(walker, "duplicate")
    did(2)
    walker.until(lambda: len(walker.all("[data-part]")) == 2)
    walker.kept()
    choose(walker, "hinge")
    did(2)
    walker.press("make it")
    did()
    walker.until(lambda: "/fit/" in walker.driver.current_url)
    walker.kept()
    walker.keys(Keys.ESCAPE)
    did()
    walker.one("[data-add]")
    choose(walker, "clip")
    did(2)
    walker.press("make it")
    did()
    walker.until(lambda: walker.driver.current_url.endswith("clip"))
    walker.settled()
    assert actions < 40, actions
    walker.keys(Keys.ESCAPE)
    walker.see("note", "[data-all-findings]")
    assert "to look at" not in walker.text("[data-all-findings]")
    document = kept(project)
    assert sorted(fit["kind"] for fit in document["fits"]) == ["clip", "knuckle hinge"]
    # by another program: both halves as hollow as they were told, the hinge between them
    one, other = (exported(walker, project, part["name"]) for part in document["parts"])
    box = 76 * 46 * 17 - (76 - 6.4) * (46 - 6.4) * 15
    assert one.volume == pytest.approx(box, rel=0.12) and other.volume == pytest.approx(
        box, rel=0.12
    )
    assert np.allclose(sorted(one.bounding_box.extents)[-1], 76, atol=0.01)


def test_the_shelf_is_searched_sorted_and_put_in_order(walker: Walker) -> None:
    walker.go("/")
    walker.one("[data-project]")

    def seen() -> list[str]:
        return walker.driver.execute_script(
            "return [...document.querySelectorAll('[data-project]')]"
            ".map((one) => one.innerText.trim().split('\\n')[0])"
        )

    search = walker.one('[aria-label^="find a project by"]')
    for words, wanted in (
        ("lantern", "Lantern"), ("drawbrigde", "Drawbridge"), ("dovetail", "Deck in halves"),
        ("drum", "Winch"),
    ):  # fmt: skip
        search.send_keys(Keys.CONTROL, "a")
        walker.paste(words)
        walker.until(lambda wanted=wanted: seen()[0] == wanted, words)
    search.send_keys(Keys.CONTROL, "a")
    search.send_keys(Keys.DELETE)
    walker.until(lambda: len(seen()) == 24)

    def act(title: str, what: str) -> None:
        walker.click(f'[aria-label="what to do with {title}"]')
        walker.press(what)

    act("Lantern", "into a folder")
    walker.until(lambda: walker.driver.switch_to.active_element.tag_name == "input")
    walker.keys("Towpath", Keys.ENTER)
    walker.click('[aria-label="folders"] button:nth-child(2)')
    walker.until(lambda: seen() == ["Lantern"])
    walker.press("all")
    act("Lantern", "rename")
    walker.until(lambda: walker.driver.switch_to.active_element.tag_name == "input")
    walker.keys("Storm lantern", Keys.ENTER)
    walker.see("Storm lantern")
    act("Storm lantern", "once more")
    walker.see("Storm lantern, copy")
    act("Storm lantern, copy", "throw away")
    walker.see("Storm lantern, copy is in the bin")
    walker.press("bring it back")
    walker.until(lambda: "Storm lantern, copy" in seen())
    act("Storm lantern, copy", "throw away")
    walker.press("the bin, 1")
    walker.see("30 days left")
    walker.press("out for good")
    walker.press("throw it out")
    walker.until(lambda: not walker.all("#bin-title"))
    walker.press("put the play set away")
    walker.until(lambda: not walker.all("[data-project]"))
    walker.press("bring the play set back")
    walker.until(lambda: len(walker.all("[data-project]")) == 24)
    assert walker.axe() == []


def test_two_faces_are_measured_and_kept_as_a_line(walker: Walker) -> None:
    walker.open("Bait tin")
    walker.drawn()
    choose(walker, "measure")
    walker.see("Press a face", '[aria-label="measured"]')
    for face in ("body.top", "body.bottom"):
        before = walker.text('[aria-label="measured"]')
        choose(walker, " of ".join(reversed(face.split("."))))
        walker.until(lambda before=before: walker.text('[aria-label="measured"]') != before)
    walker.until(lambda: walker.text('[data-read="nearest"]').startswith("34"))
    walker.until(lambda: not walker.all("[role=dialog]"))  # the finder has gone
    assert walker.axe() == []
    walker.press("keep it")
    walker.kept()
    walker.see("as drawn", "#sheet")
    walker.type("measures.tall", "40")
    walker.settled()
    walker.until(lambda: walker.text('[data-read="nearest"]').startswith("40"))
    walker.see("6 mm off", "#sheet")
    walker.keys(Keys.ESCAPE)


def test_a_first_walk_is_taken_once_and_left_for_good(bare_walker: Walker) -> None:
    walker, walk = bare_walker, '[aria-label="a first walk"]'
    walker.go("/")
    walker.one("[data-starter]")
    walker.driver.execute_script("localStorage.removeItem('first-walk-done')")
    walker.press("Empty page")
    for at, words in enumerate(("joins them", "read aloud", "what you mean", "before you print")):
        walker.see(f"{at + 1} of 4", walk)
        walker.see(words, walk)
        if at == 1:
            assert walker.axe() == []
            walker.press("back")
            walker.see("1 of 4", walk)
            walker.press("next")
            walker.see("2 of 4", walk)
        walker.press("next" if at < 3 else "begin")
    walker.until(lambda: not walker.all(walk))
    walker.press("+ part")  # nothing lies over the desk any more
    walker.keys(Keys.ESCAPE)
    walker.driver.back()
    walker.one("[data-starter]")
    walker.press("Empty page")
    walker.one("[data-add]")
    assert not walker.all(walk)
