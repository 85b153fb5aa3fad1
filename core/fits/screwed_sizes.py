"""Sizes of parts that bought screws hold: where the screws stand, how thick what they pass is, how
long they are. Heads by ISO 4762 and ISO 10642, lengths by ISO 888; what is wanted in the base is
common practice, no source.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from manifold3d import Manifold

from core import hardware
from core.errors import BuildError
from core.fits.pieces import ROOM_MM, not_negative, positive
from core.fits.registry import FitInput
from core.hardware.lookup import source
from core.hardware.tables import CLEARANCE, INSERTS, Head
from core.solids import Frame
from core.steps.fields import Fields
from core.steps.state import PartState

NEEDED = "as needed"
METRIC = tuple(size for size in CLEARANCE if size in INSERTS and not hardware.is_inch(size))
INCH = tuple(size for size in CLEARANCE if hardware.is_inch(size))
LAYOUTS = ("one", "in a row", "at the corners", "on a circle")
HEADS = ("countersunk", "let in", "on top")
INTO = ("inserts", "plastic", "nuts")
# in diameters of the screw; common practice, no source
ENGAGED = {"inserts": 1.0, "plastic": 2.0, "nuts": 0.0}
COLUMN_MM = 0.02  # how wide a look through a part is
TOP_MM = 0.02


@dataclass(frozen=True, slots=True)
class ScrewedFields(Fields):
    """What is set of parts that bought screws hold together."""

    size: Literal[
        "M2", "M2.5", "M3", "M4", "M5", "M6", "M8",
        "#4-40", "#6-32", "#8-32", "#10-24", "#10-32", "1/4-20", "5/16-18", "3/8-16",
    ]  # fmt: skip
    head: Literal["countersunk", "let in", "on top"]
    into: Literal["inserts", "plastic", "nuts"]
    layout: Literal["one", "in a row", "at the corners", "on a circle"]
    count: float
    along_mm: float
    across_mm: float
    around_mm: float
    long: str
    long_inch: str
    sunk_mm: float
    spare_mm: float
    post_mm: float


class Plan:
    """Screws, cover and base laid against each other: how thick each is, how long the screws.

    Lists go screw by screw. ``frames`` stand on the cover's face, z into the base, ``base_frames``
    on the base's, z out of it.

    Args:
        base: the base as the screws find it, on its pillars.

    Raises:
        BuildError: the screws find no material, no room for their heads, or are too short.
    """

    def __init__(self, given: FitInput, its: ScrewedFields, base: PartState) -> None:
        self.its, self.layer_mm = its, given.process.layer_mm
        self.hole_mm = diameter(its) + 2 * given.gap_mm  # in the cover
        self.spots = spots_of(its)
        self.frames = frames_at(given.frame_a, self.spots)  # z into the base
        self.thick = cover_runs(given, self.spots)
        if its.into == "inserts" and its.size not in INSERTS:
            raise BuildError(
                f"no heat-set insert is listed for {its.size}: those sold differ too much",
                remedy="another size, nuts, or the plastic itself",
            )
        self.head = head_of(its)
        self.under = [under_head(its, self.head, thick) for thick in self.thick]
        self.base = base
        self.base_frames = frames_at(given.frame_b, [(-x, y) for x, y in self.spots])
        self.runs = runs_below(self.base, given.frame_b, [(-x, y) for x, y in self.spots], "base")
        self.wanted = ENGAGED[its.into] * diameter(its)
        if its.into == "inserts":
            self.wanted = min(self.wanted, hardware.insert(its.size).length)
        elif its.into == "nuts":
            self.wanted = max(self.runs)
        self.over = [under + self.in_head() for under in self.under]
        self.listed = hardware.screw_lengths(its.size)
        # the shortest that is long enough, as it is asked for
        self.needed = next(
            (
                told
                for told, one in self.listed.items()
                if one - max(self.over) >= self.wanted - 1e-9
            ),
            None,
        )
        asked = length_asked(its)
        if asked != NEEDED:
            self.called = asked
        elif self.needed is not None:
            self.called = self.needed
        else:
            raise BuildError(
                f"no listed screw is as long as the {max(self.over) + self.wanted:.4g} mm that are"
                " wanted",
                remedy="heads let in further, or a thinner cover",
            )
        self.length = self.listed[self.called]
        self.reach = [self.length - over for over in self.over]
        if min(self.reach) <= 0:
            raise BuildError(
                f"a screw {self.called} long does not come through the cover",
                remedy=f"{self.needed}, or as long as is needed" if self.needed else
                "a thinner cover",
            )  # fmt: skip

    def in_head(self) -> float:
        """What of a screw's length lies in its head: countersunk ones are told with it, mm."""
        return self.head.height if self.its.head == "countersunk" else 0.0

    def depth(self, run: float) -> float | None:
        """How deep a hole is in the base where it is so thick; None: right through."""
        if self.its.into == "nuts":
            return None
        deep = max(self.reach)
        if self.its.into == "inserts":
            deep = max(deep, hardware.insert(self.its.size).length)
        deep += self.its.spare_mm
        return None if deep >= run - TOP_MM else deep


def checked(given: FitInput) -> ScrewedFields:
    """What is set, its limits looked at.

    Raises:
        BuildError: a distance is below what it can be.
    """
    its = given.read(ScrewedFields)
    not_negative(given, sunk="distance of the heads below the face", spare="room past the tips",
                 post="diameter of the pillars")  # fmt: skip
    if its.layout in ("in a row", "at the corners"):
        positive(given, along="distance from first to last")
    if its.layout == "at the corners":
        positive(given, across="distance from first to last")
    if its.layout == "on a circle":
        positive(given, around="diameter of the circle")
    return its


def diameter(its: ScrewedFields) -> float:
    """The screws' own diameter, mm."""
    return hardware.screw_diameter(its.size)


def length_asked(its: ScrewedFields) -> str:
    """How long the screws are typed to be, as their list has it, or that it is as needed."""
    told, unit = (its.long_inch, "in") if hardware.is_inch(its.size) else (its.long, "mm")
    return NEEDED if told == NEEDED else f"{told} {unit}"


def per_side(head: Head) -> float:
    """How much wider a head's cone is, on one side, for every mm up."""
    return math.tan(math.radians(head.cone_deg / 2))


def listed_head(its: ScrewedFields) -> Head | None:
    """The head as its standard lists it; None where it does not."""
    listed = hardware.countersunk_head if its.head == "countersunk" else hardware.socket_head
    try:
        return listed(its.size)
    except BuildError:
        return None


def head_of(its: ScrewedFields) -> Head:
    """The head: its diameter and, of a countersunk one, how deep its cone goes to the shank, mm.

    Raises:
        BuildError: none is listed in this size.
    """
    if its.head == "countersunk":
        found = listed_head(its)
        if found is None:
            raise BuildError(
                f"no countersunk screw is listed in {its.size}",
                remedy="a larger size, or another head",
            )
        deep = (found.diameter - diameter(its)) / 2 / per_side(found)
        return Head(found.diameter, deep, found.cone_deg)
    return hardware.socket_head(its.size)


def hole_in_base(its: ScrewedFields, given: FitInput) -> float:
    """The hole that holds an insert or the thread, or that a screw passes to its nut, mm."""
    if its.into == "inserts":
        return hardware.insert(its.size).hole
    return hardware.tap_drill(its.size) if its.into == "plastic" else (
        diameter(its) + 2 * given.gap_mm
    )  # fmt: skip


def from_what(its: ScrewedFields, given: FitInput) -> str:
    """Where the size of the hole in the base comes from."""
    return {
        "inserts": f"for {hardware.a_screw(its.size)} insert, {source('insert', its.size)}",
        "plastic": source("tap drill", its.size),
        "nuts": f"{diameter(its):g} + 2 × {given.gap_mm:.2f}",
    }[its.into]


def under_head(its: ScrewedFields, head: Head, thick: float) -> float:
    """How much of the cover lies between a head's seat and the base, mm; of a countersunk head
    below where its cone meets the shank."""
    let_in = 0.0 if its.head == HEADS[2] else head.height + its.sunk_mm
    if let_in >= thick - 1e-9:
        raise BuildError(
            f"the heads go {let_in:.4g} mm deep, the cover is only {thick:.4g} mm thick there",
            remedy=f"a cover thicker than {let_in:.3g} mm, smaller screws, or heads on top",
        )
    return thick - let_in


def spots_of(its: ScrewedFields) -> list[tuple[float, float]]:
    """Where the screws stand on the face, mm."""
    count = round(its.count) if its.layout in ("in a row", "on a circle") else 0
    if its.layout == "in a row":
        pitch = its.along_mm / (count - 1)
        return [(i * pitch - its.along_mm / 2, 0.0) for i in range(count)]
    if its.layout == "on a circle":
        turns = (2 * math.pi * i / count for i in range(count))
        return [(its.around_mm / 2 * math.cos(t), its.around_mm / 2 * math.sin(t)) for t in turns]
    if its.layout == "at the corners":
        x, y = its.along_mm / 2, its.across_mm / 2
        return [(x, y), (-x, y), (-x, -y), (x, -y)]
    return [(0.0, 0.0)]


def aside_of(x: float, y: float) -> dict[str, float]:
    """Distances across a face from its place, mm, where there are any."""
    return {name: one for name, one in (("x", x), ("y", y)) if abs(one) > TOP_MM}


def frames_at(face: Frame, spots: Sequence[tuple[float, float]]) -> list[Frame]:
    """A place at each of some spots of a face.

    >>> [one.origin for one in frames_at(Frame(), [(1.0, 2.0)])]
    [(1.0, 2.0, 0.0)]
    """
    return [face.shifted(x, y) for x, y in spots]


def cover_runs(given: FitInput, spots: Sequence[tuple[float, float]]) -> list[float]:
    """How thick the cover is under each spot, mm."""
    return runs_below(given.a, given.frame_a, spots, "cover")


def runs_below(
    state: PartState, face: Frame, spots: Sequence[tuple[float, float]], called: str
) -> list[float]:
    """How far material goes down from a face at each of some spots, mm.

    Raises:
        BuildError: there is none at one of them.
    """
    local = state.solid().solid.transform(face.into)
    low = local.bounding_box()[2]
    half = COLUMN_MM / 2
    columns = Manifold()
    for x, y in spots:
        column = Manifold.cube((COLUMN_MM, COLUMN_MM, ROOM_MM - low))
        columns = columns + column.translate((x - half, y - half, low - ROOM_MM / 2))
    boxes = [piece.bounding_box() for piece in (local ^ columns).decompose()]
    found = []
    for number, (x, y) in enumerate(spots, start=1):
        run = next(
            (
                -box[2]
                for box in boxes
                if abs((box[0] + box[3]) / 2 - x) < half
                and abs((box[1] + box[4]) / 2 - y) < half
                and abs(box[5]) < TOP_MM
            ),
            None,
        )
        if run is None:
            which = f"screw {number} of {len(spots)}" if len(spots) > 1 else "the screw"
            raise BuildError(
                f"{which} finds no material of the {called} at the face",
                remedy="pillars under the screws, or screws closer together or further apart"
                if called == "base"
                else "screws closer together or further apart, or another face",
            )
        found.append(run)
    return found
