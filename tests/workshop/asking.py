"""Asking builders as pages do: aside, of a project, for something that takes long."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable

from core.project.schema import Project as Document
from core.project.starters import begun
from workshop.builders import ASKER, Asker


def until(condition: Callable[[], bool]) -> None:
    for _ in range(2400):
        if condition():
            return
        time.sleep(0.025)
    raise AssertionError("it did not come about in a minute")


def heard(work: Callable[[], object]) -> tuple[threading.Thread, list[object]]:
    """A thread that asks, and what it hears: an answer or an error."""
    found: list[object] = []

    def run() -> None:
        try:
            found.append(work())
        except Exception as error:
            found.append(error)

    thread = threading.Thread(target=run)
    thread.start()
    return thread, found


def asking(
    of: str,
    work: Callable[[], object],
    gone: Callable[[], bool] = lambda: False,
    page: str = "",
):
    def run() -> object:
        ASKER.set(Asker(of, gone, page))
        return work()

    return heard(run)


def slow() -> Document:
    """A document that takes some seconds: a plate with many holes, each a step of its own."""
    plain = begun("lidded_box")
    part = plain.parts[0]
    hole = {"kind": "hole", "fields": {"diameter": "1 mm", "reach": "through"}}
    more = [
        type(part.steps[0]).model_validate(
            {**hole, "id": f"hole_{i}", "place": {"on": "body.front", "x": f"{i / 9 - 20} mm"}}
        )
        for i in range(300)
    ]
    grown = part.model_copy(update={"steps": [*part.steps, *more]})
    return plain.model_copy(update={"parts": [grown, *plain.parts[1:]]})
