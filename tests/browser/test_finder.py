"""One finder for everything: the words makers use put the right thing first."""

from __future__ import annotations

import re

from selenium.webdriver.common.keys import Keys

from tests.browser.finder_words import WORDS
from tests.browser.walker import Walker

FIRST = "[data-command-item]"


def open_finder(walker: Walker) -> None:
    walker.until(lambda: not walker.all("[role=dialog]"))
    walker.driver.execute_script("document.activeElement.blur()")
    walker.keys("/")
    finder = walker.one('[aria-label="find anything by a word"]')
    walker.until(lambda: walker.driver.switch_to.active_element == finder)


def first_for(walker: Walker, words: str) -> str:
    """The title that stands first once exactly these words are typed."""
    return walker.driver.execute_async_script(
        """
        const [words, done] = arguments;
        const input = document.querySelector('[aria-label="find anything by a word"]');
        input.value = words;
        input.dispatchEvent(new Event("input", { bubbles: true }));
        setTimeout(() => setTimeout(() => {
          const first = document.querySelector("[data-command-item] .truncate");
          done(first ? first.textContent.trim() : "");
        }));
        """,
        words,
    )


def test_every_word_puts_the_right_thing_first(walker: Walker) -> None:
    walker.open("Hook tin")
    open_finder(walker)
    wrong = []
    for pattern, words in WORDS.items():
        for typed in words:
            found = first_for(walker, typed)
            if not re.search(pattern, found):
                wrong.append(f"{typed}: {found or 'nothing'}")
    assert not wrong, "\n".join(wrong)


def test_what_is_found_is_gone_to(walker: Walker) -> None:
    walker.open("Hook tin")
    for words, there in (
        ("weight", lambda: walker.one('[data-reading="mass, solid"][aria-expanded="true"]')),
        ("history", lambda: walker.see("nothing is ever lost")),
    ):
        open_finder(walker)
        walker.keys(words)
        walker.until(lambda: walker.all('[data-command-item][aria-selected="true"]'))
        walker.keys(Keys.ENTER)
        there()


def test_a_face_is_pressed_from_the_keyboard(walker: Walker) -> None:
    walker.open("Hook tin")
    walker.drawn()
    open_finder(walker)
    walker.keys("floor")
    place = walker.until(
        lambda: next(one for one in walker.all("[data-command-item]") if one.text.endswith("face"))
    )
    name = place.text.splitlines()[1]  # after its arrow
    place.click()
    walker.until(lambda: name in walker.pressed())
