"""Every project of the play set on every desk: nothing fails, and every section is drawn."""

from __future__ import annotations

from collections.abc import Hashable

import pytest

from core.fits import FITS
from core.project.demo import DEMO, demo_document
from tests.browser.walker import Walker
from tests.covering import WHOLE, covering

pytestmark = pytest.mark.django_db(transaction=True)
# The walker's own end checks that nothing was written to the browser's log as an error.


def differs(kind: str) -> set[Hashable]:
    """What decides what the desk of a fit shows."""
    spec = FITS[kind]
    return {
        ("feel", spec.feel), ("unrolls", spec.unrolls), ("bought", spec.bought_b),
        ("made", spec.makes_b), ("bears load", spec.bears_load), ("begins", spec.begins_on),
    }  # fmt: skip


def test_every_part_and_fit_of_the_play_set_is_drawn_and_read_aloud(walker: Walker) -> None:
    documents = [demo_document(name) for name in DEMO]
    seen: set[Hashable] = set()
    for document in covering(
        documents, lambda one: {way for fit in one.fits for way in differs(fit.kind)}
    ):
        walker.open(document.title)
        assert len(walker.drawn().split()) == len(document.parts), document.title
        last = document.parts[-1]
        walker.click(f'[data-part="{last.name}"]')
        wanted = {step.id for step in last.steps}  # a fit adds its own step where none is told
        walker.until(
            lambda wanted=wanted: (
                wanted <= {line.get_attribute("data-step") for line in walker.all("[data-step]")}
            ),
            document.title,
        )
        assert "{" not in walker.text("[data-step]")
        for fit in document.fits:
            if differs(fit.kind) <= seen and not WHOLE:
                continue
            seen |= differs(fit.kind)
            walker.click(f'a[href$="/fit/{fit.name}"]')
            walker.see("It should feel")
            hatched = "main svg path[fill^='url(#hatch']"
            walker.until(
                lambda hatched=hatched: len(walker.all(hatched)) == 2,
                f"{document.title}: {fit.name}",
            )
            assert all(path.get_attribute("d") for path in walker.all(hatched))
            walker.see("What follows, measured on the solids")
            walker.press("back to the desk")
            walker.drawn()
