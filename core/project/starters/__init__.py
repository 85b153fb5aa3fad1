"""Whole things to begin with, told by what must meet: one file each, a document with measures.

A file holds what it is called, what meets in it, what it asks, and the document. What is asked are
measures of the document, told in millimetres; begun in inches they become sixteenths. Everything
else in the document follows from them or carries its unit.
"""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from importlib.resources import files

from core.errors import BuildError
from core.measures.units import LengthUnit
from core.project.beginning import round_size
from core.project.demo import STARTERS as WITHOUT_QUESTIONS
from core.project.demo import starter_document
from core.project.document import from_data
from core.project.schema import Project
from core.project.solve import solve

# in the order in which they are offered
NAMES = (
    "lidded_box", "box_with_trays", "hinged_leaves", "knob", "plug_and_socket", "wheel",
    "twist_lock", "joined_plates",
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Ask:
    """One question: the measure it sets, its words, and what is taken where nothing is typed."""

    measure: str
    words: str
    mm: float

    def text(self, unit: LengthUnit) -> str:
        """The size it begins with, as a maker would type it."""
        return round_size(self.mm, unit) if unit == "in" else f"{self.mm:g} mm"


@dataclass(frozen=True, slots=True)
class Starter:
    """A thing to begin with; what meets in it is empty for a bare page."""

    name: str
    title: str
    about: str
    meets: str = ""
    asks: tuple[Ask, ...] = ()


@cache
def starters() -> dict[str, Starter]:
    """Everything there is to begin with, by name."""
    found = {name: Starter(name, one.title, one.about) for name, one in WITHOUT_QUESTIONS.items()}
    for name in NAMES:
        told = _file(name)
        sizes = {m["name"]: m["expression"] for m in told["document"]["measures"]}
        asks = tuple(
            Ask(ask["measure"], ask["words"], float(sizes[ask["measure"]].removesuffix(" mm")))
            for ask in told["asks"]
        )
        found[name] = Starter(name, told["title"], told["about"], told["meets"], asks)
    return found


def begun(name: str, unit: LengthUnit = "mm", answers: Mapping[str, str] | None = None) -> Project:
    """The document of a starter with what was answered in place of its own sizes.

    Raises:
        DocumentError: no such starter.
        BuildError: an answer cannot be worked out; at the measure it is for.
    """
    starter = starters().get(name)
    if starter is None or not starter.asks:
        return starter_document(name)
    typed = {ask.measure: ask.text(unit) for ask in starter.asks}
    for measure, text in (answers or {}).items():
        if measure not in typed:
            raise BuildError("this is not asked", where=measure)
        typed[measure] = text.strip() or typed[measure]
    document = _file(name)["document"]
    measures = [
        m | {"expression": typed.get(m["name"], m["expression"])} for m in document["measures"]
    ]
    made = from_data(document | {"units": unit, "measures": measures})
    for path, worked in solve(made).measures.items():
        if worked.error:
            raise BuildError(worked.error.message, where=path.rpartition(".")[2])
    return made


def _file(name: str) -> dict:  # type: ignore[type-arg]
    loaded: dict = json.loads(files(__package__).joinpath(f"{name}.json").read_text())  # type: ignore[type-arg]
    return loaded
