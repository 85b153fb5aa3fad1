"""Holes and pockets for bought hardware, by its name."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core import hardware
from core.errors import BuildError
from core.hardware.inch_tables import INSTEAD_OF
from core.hardware.lookup import CLASSES
from core.hardware.purchase import Takes
from core.hardware.tables import CLEARANCE, HEX_NUTS, ScrewSize
from core.measures.units import length
from core.outlines import Outline, circle, rectangle, regular_polygon
from core.outlines.loop import polygon_loop
from core.solids import Body, Prism, prism_body, turned_body
from core.steps.extrude import CLEAR_MM, applied
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.hole import reach_through
from core.steps.registry import Start, StepInput, StepKind, register
from core.steps.state import Feature, PartState

USES = ("clearance", "tap drill", "heat-set insert")
HEADS = ("none", "counterbored", "countersunk")
LOADED = ("end", "side")
SCREWS = {"none": "", "counterbored": "socket head", "countersunk": "countersunk"}


@dataclass(frozen=True, slots=True)
class ScrewHoleFields(Fields):
    """What is set of a screw hole."""

    size: ScrewSize
    use: Literal["clearance", "tap drill", "heat-set insert"]
    grade: Literal["fine", "medium", "coarse"]
    head: Literal["none", "counterbored", "countersunk"]
    depth_mm: float


@register
class ScrewHole(StepKind):
    """A hole for a screw of a size, with room for its head."""

    kind = "screw hole"
    is_bore = True
    title = "Hole for a screw, by its size"
    also = (
        "screw hole", "clearance hole", "counterbore", "countersink", "UNC hole", "inch screw hole",
        *hardware.spoken_sizes("screw hole", CLEARANCE),
    )  # fmt: skip
    starts = (
        Start("Hole for a screw, by its size", also, at_face="hole for a screw"),
        Start(
            "Hole for a heat-set insert", ("heat-set insert", "insert"), {"use": "heat-set insert"}
        ),
        Start("Hole to be tapped, by its size", ("tap drill",), {"use": "tap drill"}),
    )
    has_place = True
    seeks_room = True
    fields = (
        Field("size", "choice", "screw", "M3", tuple(CLEARANCE), by_inch=INSTEAD_OF),
        Field("use", "choice", "used as", "clearance", USES),
        Field("grade", "choice", "clearance", "medium", CLASSES),
        Field("head", "choice", "head", "none", HEADS, clause=", {head} for its head"),
        Field(
            "depth",
            "length",
            "depth",
            "0",
            clause=", {depth} deep (nought is right through)",
            least=0,
        ),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = ScrewHoleFields.typed(words)
        # a counterbore has its room by the same class
        grade = "{grade} " if its.use == "clearance" or its.head == "counterbored" else ""
        return f"Hole for {_article(its.size)} {{size}} screw, {grade}{{use}}"

    def build(self, given: StepInput) -> PartState:
        its = given.read(ScrewHoleFields)
        hole, head, _ = _sizes(given)
        asked = its.depth_mm
        depth = asked or reach_through(given.state.solid().bounds)
        tool = _bored(given, hole, head, depth)
        body = applied("cut", given.state, tool)
        quantities = {"diameter": length(hole)}
        feature = Feature(given.step, {}, quantities, tool=tool, mode="cut", axis=given.frame)
        return given.state.made(body, feature)

    def takes(self, words: Mapping[str, str], numbers: Mapping[str, float]) -> Takes | None:
        its = ScrewHoleFields.typed(words, numbers)
        if its.use == "heat-set insert":
            by = hardware.source("insert", its.size)
            return Takes(f"heat-set insert {its.size}", by, "bore", its.depth_mm)
        head = SCREWS[its.head]
        by = hardware.source(head, its.size) if head else ""
        what = f"{head} screw {its.size}".strip()
        return Takes(what, by, "bore", its.depth_mm, passes=True)

    def says(self, given: StepInput, after: PartState) -> str:
        hole, head, source = _sizes(given)
        told = f"{given.told(hole)} across ({source})"
        return told + (f", head {given.told(head.diameter)}" if head else "")


def _article(size: str) -> str:
    return hardware.a_screw(size).split()[0]


def _sizes(given: StepInput) -> tuple[float, hardware.Head | None, str]:
    """The hole, the head if any, and where the sizes come from."""
    its = given.read(ScrewHoleFields)
    size, use, form = its.size, its.use, its.head
    if use == "clearance":
        hole = hardware.clearance_hole(size, its.grade)
    elif use == "tap drill":
        hole = hardware.tap_drill(size)
    else:
        hole = hardware.insert(size).hole
    head = {"counterbored": hardware.socket_head, "countersunk": hardware.countersunk_head}.get(
        form
    )
    source = hardware.source("insert" if use == "heat-set insert" else use, size)
    return hole, head(size) if head else None, source


def _bored(given: StepInput, hole: float, head: hardware.Head | None, depth: float) -> Body:
    its, radius = given.read(ScrewHoleFields), hole / 2
    profile = [(0.0, -depth), (radius, -depth)]
    sides = ["floor", "bore"]
    if head and its.head == "countersunk":
        step = (head.diameter / 2 - radius) / math.tan(math.radians(head.cone_deg / 2))
        profile += [(radius, -step), (head.diameter / 2, 0.0), (head.diameter / 2, CLEAR_MM)]
        sides += ["sink", "head"]
    elif head:
        room = its.grade
        wide = head.diameter / 2 + {"fine": 0.25, "medium": 0.5, "coarse": 0.75}[room]
        step = head.height
        profile += [(radius, -step), (wide, -step), (wide, CLEAR_MM)]
        sides += ["shoulder", "head"]
    else:
        step = 0.0
        profile += [(radius, CLEAR_MM)]
    if step >= depth:
        raise BuildError(
            f"the head is {step:.4g} mm deep, the hole only {depth:.4g} mm", remedy="a deeper hole"
        )
    profile.append((0.0, CLEAR_MM))
    sides += ["mouth", "axis"]
    outline = Outline(polygon_loop(profile, sides))  # type: ignore[arg-type]
    return turned_body(outline, given.frame, given.step, "outside")


@dataclass(frozen=True, slots=True)
class NutTrapFields(Fields):
    """What is set of a nut trap."""

    size: ScrewSize
    gap_mm: float
    loaded: Literal["end", "side"]
    down_mm: float
    run_mm: float
    bridge_mm: float


@register
class NutTrap(StepKind):
    """A pocket that holds a hexagon nut from turning, pushed in from the end or from the side."""

    kind = "nut trap"
    title = "Trap for a hexagon nut"
    also = ("nut pocket", "captive nut", "nut trap", *hardware.spoken_sizes("nut", HEX_NUTS))
    at_face = "trap for a nut"
    has_place = True
    seeks_room = True
    fields = (
        Field("size", "choice", "nut", "M3", tuple(HEX_NUTS), by_inch=INSTEAD_OF),
        Field("gap", "length", "gap a side", "0.15 mm", least=0),
        Field("loaded", "choice", "pushed in from the", "end", LOADED),
        Field("down", "length", "down to the nut", "4 mm", above=0, when=(("loaded", ("side",)),)),
        Field(
            "run", "length", "length of the slot", "20 mm", above=0, when=(("loaded", ("side",)),)
        ),
        Field(
            "bridge",
            "length",
            "layer left over the screw hole",
            "0",
            least=0,
            clause=", a layer of {bridge} left over the screw",
        ),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = NutTrapFields.typed(words)
        a = _article(its.size)
        if its.loaded == "end":
            return f"Trap for {a} {{size}} nut, {{gap}} a side, pushed in from the {{loaded}}"
        return (
            f"Trap for {a} {{size}} nut, {{gap}} a side, pushed in from the {{loaded}}, {{down}}"
            " down, slot {run} long"
        )

    def build(self, given: StepInput) -> PartState:
        its = given.read(NutTrapFields)
        nut = hardware.hex_nut(its.size)
        wide, tall = nut.across_flats + 2 * its.gap_mm, nut.height + 2 * its.gap_mm
        names = {"top": "mouth", "bottom": "floor"}
        hexagon = regular_polygon(6, wide)
        if its.loaded == "end":
            tool = prism_body(
                Prism(given.frame, hexagon, -tall, CLEAR_MM), given.step, "outside", **names
            )
        else:
            high, low = -its.down_mm, -its.down_mm - tall
            slot = rectangle(wide, its.run_mm).moved(0.0, its.run_mm / 2)
            turned = given.frame.turned(30)
            tool = prism_body(Prism(turned, hexagon, low, high), given.step, "outside", **names)
            tool = tool + prism_body(
                Prism(given.frame, slot, low, high), given.step, "outside", **names
            )
        body = applied("cut", given.state, tool)
        if its.bridge_mm > 0:
            # one whole layer over the screw hole carries the pocket's roof; drilled out after
            floor = given.frame.lifted(-tall)
            skin = prism_body(Prism(floor, circle(wide), -its.bridge_mm, 0.0), given.step)
            body = body + skin
        floor_at = given.frame.lifted(-tall if its.loaded == "end" else -its.down_mm - tall)
        quantities = {"across": length(wide), "depth": length(tall)}
        feature = Feature(
            given.step, {"floor": floor_at}, quantities, tool=tool, mode="cut", axis=given.frame
        )
        return given.state.made(body, feature)

    def takes(self, words: Mapping[str, str], numbers: Mapping[str, float]) -> Takes | None:
        its = NutTrapFields.typed(words, numbers)
        return Takes(f"hexagon nut {its.size}", hardware.source("nut", its.size), "floor")

    def says(self, given: StepInput, after: PartState) -> str:
        its = given.read(NutTrapFields)
        nut = hardware.hex_nut(its.size)
        wide = given.told(after.features[given.step].quantities["across"].value)
        by = hardware.source("nut", its.size)
        return f"nut {given.told(nut.across_flats)} across flats ({by}), pocket {wide}"
