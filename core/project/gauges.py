"""Gauges: small test prints with a ladder of steps, made as projects by the program's own steps.

The range of a ladder is where what is known leaves the felt result open: from where it is nearly
sure to be fused to where it is nearly sure to be loose, so that no step is spent on what is known.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Any, Literal

from core.process.forecast import bias_mm, spread_mm
from core.process.learning import Face, felt_edges, settled
from core.process.model import Process
from core.project.document import from_data
from core.project.schema import Project

GaugeKind = Literal["pegs", "slots", "in place", "caliper", "threads", "overhang", "bridges"]
STEPS = 8
SURE = 1.3  # deviations past the last edge at which a step tells next to nothing
LEAST_STEP_MM = 0.02
PEG_MM, TONGUE_MM, FLOATING_MM = 8.0, 3.0, 9.0
PLATE_MM = 6.0
OUTER_MM, TALL_MM, HOLES_MM, WALL_MM = (30.0, 20.0), 10.0, (8.0, 12.0), 2.0
COLOUR = "#a7ab7d"
Words = dict[str, Any]


@dataclass(frozen=True)
class GaugeStep:
    """One thing to judge or read on a gauge: a gap per side, an angle, a span or a size."""

    label: str
    value: float
    face: Face | None = None


@dataclass(frozen=True)
class Gauge:
    """A gauge: what it is called, what it teaches, its steps, and the project that prints it.

    ``reads``: how its steps are judged, by feel, by caliper, or by which come out clean.
    """

    kind: GaugeKind
    title: str
    teaches: str
    reads: Literal["feel", "caliper", "clean"]
    unit: str
    steps: tuple[GaugeStep, ...]
    document: Project


def gap_range(process: Process) -> tuple[float, float]:
    """The least and the largest gap worth printing, mm per side, to 0.01.

    >>> gap_range(Process())
    (0.0, 0.44)
    """
    edges, bias, sd = felt_edges(process), bias_mm(process), spread_mm(process)
    low = max(edges[0] - bias - SURE * sd, 0.0)
    high = edges[-1] - bias + SURE * sd
    return round(low, 2), round(max(high, low + LEAST_STEP_MM * (STEPS - 1)), 2)


def ladder(low: float, high: float, count: int = STEPS) -> list[float]:
    """Evenly spaced steps, to 0.01.

    >>> ladder(0.1, 0.5, 5)
    [0.1, 0.2, 0.3, 0.4, 0.5]
    """
    return [round(low + (high - low) * i / (count - 1), 2) for i in range(count)]


def make_gauge(kind: GaugeKind, process: Process) -> Gauge:
    """The gauge of a kind that is most informative for a process as it is known now.

    >>> make_gauge("pegs", Process()).kind
    'pegs'
    """
    return {
        "pegs": _pegs, "slots": _slots, "in place": _in_place, "caliper": _caliper,
        "threads": _threads, "overhang": _overhang, "bridges": _bridges,
    }[kind](process)  # fmt: skip


KINDS: tuple[GaugeKind, ...] = (
    "pegs", "slots", "in place", "caliper", "threads", "overhang", "bridges",
)  # fmt: skip


def worth(gauge: Gauge, process: Process) -> float | None:
    """The share, 0 to 1, of what is open about a gap that a gauge would settle; None where it
    teaches something else."""
    if gauge.reads == "clean":
        return None
    return settled(process, [(step.face, step.value) for step in gauge.steps])


# -- the documents ---------------------------------------------------------------------------


def _project(title: str, process: Process, parts: list[Words], notes: str) -> Project:
    return from_data(
        {
            "format": "fair-hinge-project",
            "version": 1,
            "title": title,
            "process": process.model_dump(),
            "parts": parts,
            "notes": notes,
        }
    )


def _part(name: str, label: str, steps: list[Words]) -> Words:
    return {"name": name, "label": label, "colour": COLOUR, "steps": steps}


def _outline(kind: str, **fields: str) -> Words:
    return {"kind": kind, "fields": fields}


def _box(step: str, wide: float, deep: float, tall: float, **more: Any) -> Words:
    outline = _outline("rectangle", width=f"{wide:g}", depth=f"{deep:g}", corners="0")
    return {
        "id": step,
        "kind": "extrude",
        "fields": {"height": f"{tall:g}"} | more.pop("fields", {}),
        "outline": outline,
        **more,
    }


def _at(on: str, x: float, y: float = 0.0, out: float = 0.0) -> Words:
    return {"on": on, "x": f"{x:g}", "y": f"{y:g}", "out": f"{out:g}"}


def _felt(kind: GaugeKind, title: str, teaches: str, gaps: list[float], document: Project) -> Gauge:
    steps = tuple(GaugeStep(_lettered(gap), gap) for gap in gaps)
    return Gauge(kind, title, teaches, "feel", "mm a side", steps, document)


def _label(step: str, text: str, on: str, x: float, y: float, height: float = 3.0) -> Words:
    fields = {"text": text, "height": f"{height:g}", "depth": "0.6", "mode": "cut"}
    return {"id": step, "kind": "text", "fields": fields, "place": _at(on, x, y)}


def _lettered(value: float) -> str:
    return f"{value:.2f}".removeprefix("0")


def _row(count: int, pitch: float) -> list[float]:
    return [(i - (count - 1) / 2) * pitch for i in range(count)]


def _pegs(process: Process) -> Gauge:
    gaps = ladder(*gap_range(process))
    pitch = PEG_MM + 2 * gaps[-1] + 2.5
    plate = _box("plate", pitch * STEPS + 1, pitch + 6, PLATE_MM)
    steps = [plate]
    for index, (gap, x) in enumerate(zip(gaps, _row(STEPS, pitch), strict=True), 1):
        hole = {"form": "plain", "diameter": f"{PEG_MM + 2 * gap:g}", "reach": "through"}
        steps += [
            {
                "id": f"hole{index}",
                "kind": "hole",
                "fields": hole,
                "place": _at("plate.top", x, -2),
            },
            _label(f"word{index}", _lettered(gap), "plate.top", x, pitch / 2 - 0.5),
        ]
    peg: list[Words] = [
        {"id": "grip", "kind": "extrude", "fields": {"height": "6"},
         "outline": _outline("polygon", sides="6", across=f"{PEG_MM + 4:g}")},
        {"id": "peg", "kind": "extrude", "fields": {"height": "12"},
         "outline": _outline("circle", diameter=f"{PEG_MM:g}"), "place": _at("grip.top", 0)},
        {"id": "tip", "kind": "chamfer", "fields": {"where": "top rim", "size": "0.6"}},
    ]  # fmt: skip
    document = _project(
        "Gauge, pegs and holes", process,
        [_part("plate", "Plate of holes", steps), _part("peg", "Peg", peg)],
        "Push the peg into each hole from the top and note how it feels.",
    )  # fmt: skip
    return _felt(
        "pegs", "Pegs and holes", "the gap between outer and inner round faces", gaps, document
    )


def _slots(process: Process) -> Gauge:
    gaps = ladder(*gap_range(process))
    pitch = TONGUE_MM + 2 * gaps[-1] + 3.5
    steps = [_box("plate", pitch * STEPS + 2, 22, PLATE_MM)]
    for index, (gap, x) in enumerate(zip(gaps, _row(STEPS, pitch), strict=True), 1):
        steps += [
            _box(f"slot{index}", TONGUE_MM + 2 * gap, 14, PLATE_MM + 2,
                 fields={"mode": "cut", "direction": "down"}, place=_at("plate.top", x, -5)),
            _label(f"word{index}", _lettered(gap), "plate.top", x, 6.5, 2.5),
        ]  # fmt: skip
    tongue = [
        _box("tongue", TONGUE_MM, 10, 22),
        {"id": "tip", "kind": "chamfer", "fields": {"where": "top rim", "size": "0.5"}},
    ]
    document = _project(
        "Gauge, slots and tongue", process,
        [_part("plate", "Plate of slots", steps), _part("tongue", "Tongue", tongue)],
        "Push the tongue into each slot and note how it feels.",
    )  # fmt: skip
    return _felt(
        "slots", "Slots and tongue", "the gap between outer and inner flat faces", gaps, document
    )


def _in_place(process: Process) -> Gauge:
    low, high = gap_range(process)
    gaps = ladder(max(low, 0.1), max(high, 0.4), 6)
    radius, waist = FLOATING_MM / 2, 1.2
    lean = math.cos(math.atan2(waist, PLATE_MM / 2))
    pitch = FLOATING_MM + 2 * gaps[-1] / lean + 3
    steps = [_box("plate", pitch * 6 + 1, pitch + 6, PLATE_MM)]
    half = f"{PLATE_MM / 2:g}"
    for index, (gap, x) in enumerate(zip(gaps, _row(6, pitch), strict=True), 1):
        wide, narrow = radius + gap / lean, radius - waist + gap / lean
        hole = (
            f"right {wide:.4f}, to {narrow:.4f} {half}, to {wide:.4f} {PLATE_MM:g}, "
            f"left {wide:.4f}, close"
        )
        plug = (
            f"right {radius:g}, to {radius - waist:g} {half}, to {radius:g} {PLATE_MM:g}, "
            f"left {radius:g}, close"
        )
        place = _at("", x, -2)
        steps += [
            {"id": f"hole{index}", "kind": "revolve", "fields": {"mode": "cut"},
             "outline": _outline("moves", moves=hole), "place": place},
            {"id": f"plug{index}", "kind": "revolve", "fields": {},
             "outline": _outline("moves", moves=plug), "place": place},
            _label(f"word{index}", _lettered(gap), "plate.top", x, pitch / 2 - 0.5),
        ]  # fmt: skip
    document = _project(
        "Gauge, printed in place", process, [_part("plate", "Plate of loose plugs", steps)],
        "Try to turn each plug: those that do not come free are fused.",
    )  # fmt: skip
    return _felt(
        "in place", "Printed in place", "the gap that comes off the bed moving", gaps, document
    )


def _caliper(process: Process) -> Gauge:
    wide, deep = OUTER_MM
    steps = [_box("block", wide, deep, TALL_MM)]
    for index, (size, x) in enumerate(zip(HOLES_MM, (-8.0, 5.0), strict=True), 1):
        fields = {"form": "plain", "diameter": f"{size:g}", "reach": "through"}
        steps.append({"id": f"hole{index}", "kind": "hole", "fields": fields,
                      "place": _at("block.top", x)})  # fmt: skip
    sizes = [
        GaugeStep(f"{wide:g} across", wide, "outer"), GaugeStep(f"{deep:g} deep", deep, "outer"),
        GaugeStep(f"hole of {HOLES_MM[0]:g}", HOLES_MM[0], "inner"),
        GaugeStep(f"hole of {HOLES_MM[1]:g}", HOLES_MM[1], "inner"),
    ]  # fmt: skip
    document = _project(
        "Gauge, caliper block", process, [_part("block", "Caliper block", steps)],
        "Read each size three times with a caliper, away from the first layer.",
    )  # fmt: skip
    return Gauge("caliper", "Caliper block", "outer and inner errors, each by itself", "caliper",
                 "mm", tuple(sizes), document)  # fmt: skip


def _threads(process: Process) -> Gauge:
    low, high = gap_range(process)
    gaps = ladder(max(low, 0.05), high, 4)
    pitch = 19.0
    steps = [_box("plate", pitch * 4 + 1, 25, 8)]
    for index, (gap, x) in enumerate(zip(gaps, _row(4, pitch), strict=True), 1):
        fields = {"designation": "M12", "side": "inside", "long": "8", "play": f"{gap:g}"}
        steps += [
            {"id": f"nut{index}", "kind": "thread", "fields": fields,
             "place": _at("plate.top", x, -2)},
            _label(f"word{index}", _lettered(gap), "plate.top", x, 9.5),
        ]  # fmt: skip
    bolt: list[Words] = [
        {"id": "head", "kind": "extrude", "fields": {"height": "6"},
         "outline": _outline("polygon", sides="6", across="18")},
        {"id": "shank", "kind": "extrude", "fields": {"height": "16"},
         "outline": _outline("circle", diameter="12"), "place": _at("head.top", 0)},
        {"id": "bolt", "kind": "thread",
         "fields": {"designation": "M12", "side": "outside", "long": "14"},
         "place": _at("shank.top", 0)},
    ]  # fmt: skip
    document = _project(
        "Gauge, threads", process,
        [_part("plate", "Plate of nuts", steps), _part("bolt", "Bolt", bolt)],
        "Screw the bolt into each nut by hand and note how it feels.",
    )  # fmt: skip
    return _felt("threads", "Threads", "the gap between flanks, square to them", gaps, document)


def _overhang(process: Process) -> Gauge:
    middle = 5 * round(process.overhang_limit_deg / 5)
    angles = [float(min(middle + 5 * i, 80)) for i in range(-2, 5)]
    pitch, tall = 12.0, 10.0
    reach = tall * math.tan(math.radians(angles[-1]))
    steps = [_box("foot", pitch * len(angles), 14 + reach, 1.6)]
    for index, (angle, x) in enumerate(zip(angles, _row(len(angles), pitch), strict=True), 1):
        lean = tall * math.tan(math.radians(angle))
        blade = _outline("rectangle", width="8", depth="4", corners="0")
        station = {"outline": blade, "up": f"{tall:g}", "x": "0", "y": f"{lean:.4f}"}
        steps += [
            {"id": f"blade{index}", "kind": "loft", "fields": {}, "outline": blade,
             "stations": [station], "place": _at("foot.top", x, -reach / 2)},
            _label(f"word{index}", f"{angle:g}", "foot.top", x, -reach / 2 - 5),
        ]  # fmt: skip
    document = _project(
        "Gauge, overhang fan", process, [_part("fan", "Overhang fan", steps)],
        "Look at the underside of each blade: which is the steepest that is clean?",
    )  # fmt: skip
    return Gauge("overhang", "Overhang fan", "how far a face may lean", "clean", "°",
                 tuple(GaugeStep(f"{a:g}", a) for a in angles), document)  # fmt: skip


def _bridges(process: Process) -> Gauge:
    middle = process.bridge_limit_mm
    spans = [float(max(round(middle * share), 2)) for share in (0.4, 0.7, 1.0, 1.4, 1.9, 2.5)]
    deep, tall = 5.0, 8.0
    pitch = deep + 4
    longest = max(spans)
    steps = [_box("foot", longest + 22, pitch * len(spans) + 2, 1.6)]
    for index, (span, y) in enumerate(zip(spans, _row(len(spans), pitch), strict=True), 1):
        for side, x in (("a", -(span + 4) / 2), ("b", (span + 4) / 2)):
            steps.append(_box(f"post{side}{index}", 4, deep, tall, place=_at("foot.top", x, y)))
        steps += [
            _box(f"deck{index}", span + 8, deep, 1.6, place=_at("foot.top", 0, y, tall)),
            _label(f"word{index}", f"{span:g}", "foot.top", longest / 2 + 7.5, y),
        ]
    document = _project(
        "Gauge, bridge ladder", process, [_part("ladder", "Bridge ladder", steps)],
        "Look under each deck: which is the longest that does not sag?",
    )  # fmt: skip
    return Gauge("bridges", "Bridge ladder", "how far a bridge may reach", "clean", "mm",
                 tuple(GaugeStep(f"{s:g}", s) for s in spans), document)  # fmt: skip
