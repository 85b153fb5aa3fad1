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
from core.process.model import FEELS
from core.project.beginning_sizes import round_size
from core.project.demo import STARTERS as WITHOUT_QUESTIONS
from core.project.demo import starter_document
from core.project.document import from_data
from core.project.schema import Project
from core.project.solve import solve
from core.threads import read_thread

# in the order in which they are offered
NAMES = (
    "lidded_box",
    "screwed_box",
    "clip_box",
    "jar",
    "bolt_and_nut",
    "knob",
    "box_with_trays",
    "plug_and_socket",
    "framed_flap",
    "hinged_leaves",
    "drawbridge",
    "wheel",
    "bearing_wheel",
    "gear_pair",
    "paddle_rack",
    "twist_lock",
    "strap_slide",
    "caged_ball",
    "loose_ring",
    "chain",
    "ball_leaves",
    "joined_plates",
    "elbow",
    "basket",
    "board_body",
)


@dataclass(frozen=True, slots=True)
class Ask:
    """One question: the measure it sets, its words, and what is taken where nothing is typed.

    What is not asked for as a length (a size of thread, the number of a bearing) sets a field, by
    its path, and begins with ``told`` in either unit.
    """

    measure: str
    words: str
    mm: float = 0.0
    path: str = ""
    told: tuple[tuple[LengthUnit, str], ...] = ()
    across: str = ""  # the measure that takes the outer diameter of the thread so named

    def text(self, unit: LengthUnit) -> str:
        """What it begins with, as a maker would type it."""
        if self.told:
            return dict(self.told)[unit]
        return round_size(self.mm, unit) if unit == "in" else f"{self.mm:g} mm"


@dataclass(frozen=True, slots=True)
class Starter:
    """A thing to begin with; what meets in it is empty for a bare page."""

    name: str
    title: str
    about: str
    meets: str = ""
    asks: tuple[Ask, ...] = ()
    feel: str = ""  # of what meets first; empty where nothing does


@cache
def starters() -> dict[str, Starter]:
    """Everything there is to begin with, by name.

    >>> starters()["jar"].title
    'Jar with a screw cap'
    """
    found = {name: Starter(name, one.title, one.about) for name, one in WITHOUT_QUESTIONS.items()}
    for name in NAMES:
        told = _file(name)
        sizes = {m["name"]: m["expression"] for m in told["document"]["measures"]}
        asks = tuple(
            (
                Ask(
                    ask["name"],
                    ask["words"],
                    path=ask["path"],
                    told=(("mm", ask["mm"]), ("in", ask["in"])),
                    across=ask.get("across", ""),
                )
                if "path" in ask
                else Ask(
                    ask["measure"], ask["words"], float(sizes[ask["measure"]].removesuffix(" mm"))
                )
            )
            for ask in told["asks"]
        )
        fits = told["document"]["fits"]
        feel = fits[0]["feel"] if fits else ""
        found[name] = Starter(name, told["title"], told["about"], told["meets"], asks, feel)
    return found


def begun(
    name: str,
    unit: LengthUnit = "mm",
    answers: Mapping[str, str] | None = None,
    feel: str = "",
) -> Project:
    """The document of a starter with what was answered in place of its own sizes.

    Args:
        feel: how what meets first should feel; as the starter has it where empty.

    Raises:
        DocumentError: no such starter.
        BuildError: an answer cannot be worked out; at the measure it is for.

    >>> begun("jar", "in").units
    'in'
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
    for ask in starter.asks:
        if ask.path:
            _set(document, ask.path, typed[ask.measure])
        if ask.across:
            typed[ask.across] = _across(ask, typed[ask.measure])
    if feel and document["fits"]:
        if feel not in FEELS:
            raise BuildError(f"nothing feels '{feel}'", where="feel", remedy=", ".join(FEELS))
        document["fits"][0]["feel"] = feel
    measures = [
        m | {"expression": typed.get(m["name"], m["expression"])} for m in document["measures"]
    ]
    made = from_data(document | {"units": unit, "measures": measures})
    solution = solve(made)
    for path, worked in solution.measures.items():
        if worked.error:
            raise BuildError(worked.error.message, where=path.rpartition(".")[2])
    for ask in starter.asks:
        fit = solution.fits.get(ask.path.split(".")[1]) if ask.path else None
        if fit is not None and fit.error is not None:
            raise BuildError(fit.error.message, where=ask.measure, remedy=fit.error.remedy)
    return made


def _across(ask: Ask, designation: str) -> str:
    try:
        return f"{read_thread(designation).major:g} mm"
    except BuildError as error:
        raise BuildError(error.message, where=ask.measure, remedy=error.remedy) from None


def _set(document: dict, path: str, text: str) -> None:  # type: ignore[type-arg]
    """Sets a field of a fit, ``fits.thread.fields.designation``."""
    _, name, *keys = path.split(".")
    target = next(fit for fit in document["fits"] if fit["name"] == name)
    for key in keys[:-1]:
        target = target[key]
    target[keys[-1]] = text


def _file(name: str) -> dict:  # type: ignore[type-arg]
    loaded: dict = json.loads(files(__package__).joinpath(f"{name}.json").read_text())  # type: ignore[type-arg]
    return loaded
