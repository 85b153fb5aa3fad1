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


def first_for(walker: Walker, words: list[str]) -> list[str]:
    """The title that stands first once exactly these words are typed, for each."""
    return walker.driver.execute_async_script(
        """
        const [words, done] = arguments, found = [];
        const input = document.querySelector('[aria-label="find anything by a word"]');
        const after = (next) => setTimeout(() => setTimeout(next));
        const look = (at) => {
          if (at === words.length) return done(found);
          input.value = words[at];
          input.dispatchEvent(new Event("input", { bubbles: true }));
          after(() => {
            const first = document.querySelector("[data-command-item] .truncate");
            found.push(first ? first.textContent.trim() : "");
            look(at + 1);
          });
        };
        look(0);
        """,
        words,
    )


def test_every_word_puts_the_right_thing_first(walker: Walker) -> None:
    walker.open("Hook tin")
    open_finder(walker)
    wrong = []
    for pattern, words in WORDS.items():
        for typed, found in zip(words, first_for(walker, words), strict=True):
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
