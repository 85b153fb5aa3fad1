"""Equal by accident: what would meet at one size, with no fit between to give it room."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from itertools import combinations, product

from core import hardware
from core.checks.check import Limit, ProjectCheck, register
from core.checks.finding import Finding
from core.checks.finished import mesh_of
from core.hardware.tables import BEARINGS, CLEARANCE, HEX_NUTS
from core.measures.display import extent_text
from core.project.cache import MEASURED, content_key
from core.project.results import PartResult, Solution
from core.proof.faces import Flats, Round, rounds_and_flats
from core.steps import STEPS

SAME_MM = 0.025  # facets of either stand off the true surface by up to 0.01
LONG_MM = 2.0  # a chamfer's or a rim's worth of surface meets nothing
SMALL_MM = 2.0


@register
class EqualByAccident(ProjectCheck):
    name = "equal by accident"
    worst = "note"
    asks = "Would two parts meet at just the same size, with no fit between them?"
    measures = (
        "On the finished solids: round faces and parallel faces of every two parts that no fit "
        "joins, a rod beside a bore, a slab beside a slot; threads by their designations and play."
    )
    limits = (Limit("within 0.025 mm, what facets allow"),)

    def look(self, solution: Solution) -> Iterable[Finding]:
        joined = {frozenset(fit.fit.parts) for fit in solution.fits.values()}
        parts = {
            name: part
            for name, part in solution.parts.items()
            if part.state.body is not None and not part.part.bought
        }
        for (a, one), (b, other) in combinations(parts.items(), 2):
            if frozenset((a, b)) in joined:
                continue
            said: set[tuple[str, float]] = set()
            for kind, words, size, inner in _meeting(one, other, solution):
                if (kind, round(size, 2)) not in said:
                    said.add((kind, round(size, 2)))
                    yield Finding(self.name, "note", words, size, part=inner)


def _meeting(
    one: PartResult, other: PartResult, solution: Solution
) -> Iterator[tuple[str, str, float, str]]:
    """What kind, the words, the size in mm and the part that goes in, for all that would meet."""
    unit = solution.project.units
    for inside, outside in ((one, other), (other, one)):
        goes, takes = inside.part.spoken, outside.part.spoken
        rounds, slabs = faces_of(inside)
        bores, slots = faces_of(outside)
        threads = _threaded(inside) | _threaded(outside)
        for rod, bore in product(rounds, bores):
            if rod.step in threads or bore.step in threads:
                continue
            if rod.hollow or not bore.hollow or not _same(rod.across_mm, bore.across_mm):
                continue
            if min(rod.long_mm, bore.long_mm) >= LONG_MM and bore.across_mm > SMALL_MM:
                size = extent_text(bore.across_mm, unit)
                yield (
                    "round",
                    (
                        f"{rod.step} of {goes} and {bore.step} of {takes} are both {size} across:"
                        " with no fit between them there is no clearance. A plug or an axle in its"
                        " bore would give it"
                    ),
                    bore.across_mm,
                    inside.part.name,
                )
        for slab, slot in product(slabs, slots):
            if slab.hollow or not slot.hollow or not _same(slab.apart_mm, slot.apart_mm):
                continue
            if slot.apart_mm > SMALL_MM:
                size = extent_text(slot.apart_mm, unit)
                yield (
                    "flat",
                    (
                        f"{slab.step} of {goes} is {size} thick, just as wide as {slot.step} of"
                        f" {takes}: with no fit between them there is no clearance. A flap in a"
                        " rail or a plug would give it"
                    ),
                    slot.apart_mm,
                    inside.part.name,
                )
    yield from _threads(one, other)


def _threaded(part: PartResult) -> set[str]:
    """The steps of a part that cut threads, whose faces are judged as such."""
    return {f.step for f in part.state.features.values() if f.thread is not None}


def _threads(one: PartResult, other: PartResult) -> Iterator[tuple[str, str, float, str]]:
    """Threads that are made for each other and leave each other no play."""
    for a, b in product(one.steps, other.steps):
        if a.error or b.error or not a.step.enabled or not b.step.enabled:
            continue
        kinds = STEPS.get(a.step.kind), STEPS.get(b.step.kind)
        if kinds[0] is None or kinds[1] is None:
            continue
        own, wanted = kinds[0].partner(a.words), kinds[1].partner(b.words)
        if own is None or wanted is None or not own.wants or own.wants != wanted.own:
            continue
        play = sum(
            typed.value or 0.0 for done in (a, b) if (typed := done.typed.get("play")) is not None
        )
        thread = a.state.features[a.step.id].thread
        if thread is not None and play < LEAST_PLAY_MM:
            yield (
                "thread",
                (
                    f"{a.step.id} of {one.part.spoken} and {b.step.id} of {other.part.spoken} are"
                    f" both {thread.name} with {play:g} mm of play: they bind. Give one of them"
                    " play, or let a screw fit make both"
                ),
                thread.major,
                one.part.name,
            )


LEAST_PLAY_MM = 0.05  # square to the flanks; printed threads want more (common practice, no source)


@register
class BoughtSize(ProjectCheck):
    name = "bought size"
    worst = "note"
    asks = "Is a bore just the size of a bought thing that would go into it?"
    measures = "Bores of the finished solids beside bearings by ISO 15 and screws by ISO 261."
    limits = (
        Limit("within 0.025 mm, what facets allow"),
        Limit("ISO 15, ISO 273, ISO 4032", "from memory"),
    )

    def look(self, solution: Solution) -> Iterable[Finding]:
        unit = solution.project.units
        for name, part in solution.parts.items():
            if part.state.body is None or part.part.bought:
                continue
            # a fit has given its own bores their room
            made = {done.step.id for done in part.steps} - set(solution.fits) - _threaded(part)
            rounds, flats = faces_of(part)
            told = [
                (bore.step, bore.across_mm, bore.middle, words)
                for bore in rounds
                if bore.hollow and bore.step in made and bore.long_mm >= LONG_MM
                if (words := _bought_round(bore.across_mm))
            ] + [
                (pocket, across, middle, words)
                for pocket, across, middle in _hexagons(flats)
                if pocket in made and (words := _bought_nut(across))
            ]
            said: set[tuple[str, str]] = set()
            for step, across, at, words in told:
                if (step, words) in said:
                    continue
                said.add((step, words))
                size = extent_text(across, unit)
                yield Finding(
                    self.name, "note", f"{step} is {size} across, just {words}", across,
                    part=name, step=step, at=at,
                )  # fmt: skip


def _bought_round(across_mm: float) -> str:
    """What a bore is just the size of, and what gives it room; empty where nothing."""
    for number, size in BEARINGS.items():
        if _same(across_mm, size.outside):
            return (
                f"the outside of a {number} bearing: it would not go in. A bearing seat gives it"
                " room"
            )
    for screw, (_, medium, _) in CLEARANCE.items():
        if _same(across_mm, hardware.screw_diameter(screw)):
            by = hardware.source("clearance", screw)
            return (
                f"{hardware.a_screw(screw)} screw: a hole for it to pass is {medium:g} mm"
                f" ({by}, medium)"
            )
    return ""


def _bought_nut(across_mm: float) -> str:
    for size, nut in HEX_NUTS.items():
        if _same(across_mm, nut.across_flats):
            return f"{hardware.a_screw(size)} nut across its flats: a nut trap gives it room"
    return ""


def _hexagons(flats: list[Flats]) -> Iterator[tuple[str, float, tuple[float, float, float]]]:
    """Hexagonal pockets: three slots of one step, equally wide; each with its middle."""
    for step in {flat.step for flat in flats}:
        slots = [flat for flat in flats if flat.step == step and flat.hollow]
        for first in slots[:1]:
            alike = [slot for slot in slots if _same(slot.apart_mm, first.apart_mm)]
            if len(alike) == 3:
                yield step, first.apart_mm, first.middle


def faces_of(part: PartResult) -> tuple[list[Round], list[Flats]]:
    """The round faces and the parallel faces of a part, cached by what it was made from."""
    mesh = mesh_of(part.state)
    key = content_key("faces", part.state.key)
    return MEASURED.get(key, lambda: rounds_and_flats(mesh))


def _same(a: float, b: float) -> bool:
    return abs(a - b) <= SAME_MM
