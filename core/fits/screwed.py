"""Held by bought screws: through a cover into a base that takes them by inserts, by nuts or with
its own plastic. Both parts' holes follow from one pattern, and the screws' length from what lies
between.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from manifold3d import CrossSection, FillRule, Manifold

from core import hardware
from core.errors import BuildError
from core.fits.pieces import (
    ROOM_MM,
    ROOT_MM,
    disc,
    finished,
    led,
    level_faces,
    not_negative,
    of_the_size,
    opposed,
    positive,
    raised,
    seated,
    turned,
    upright_cut,
)
from core.fits.registry import (
    Begun,
    Bought,
    FitInput,
    FitKind,
    Grip,
    Ground,
    Meeting,
    Motion,
    Pair,
    Probe,
    Rest,
    SectionView,
    WallLeft,
    WorkingLine,
    register,
)
from core.hardware.tables import CLEARANCE, INSERTS, SCREW_LENGTHS, SOURCES, Head
from core.outlines import regular_polygon
from core.solids import Body, Frame
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.state import PartState

NEEDED = "as needed"
SIZES = tuple(size for size in CLEARANCE if size in INSERTS)
LAYOUTS = ("one", "in a row", "at the corners", "on a circle")
HEADS = ("countersunk", "cap, let in", "cap, on top")
INTO = ("inserts", "plastic", "nuts")
# in diameters of the screw; common practice, no source
ENGAGED = {"inserts": 1.0, "plastic": 2.0, "nuts": 0.0}
BOUGHT_AS = {
    "countersunk": f"countersunk screws ({SOURCES['countersunk']})",
    "cap, let in": f"socket head screws ({SOURCES['socket head']})",
    "cap, on top": f"socket head screws ({SOURCES['socket head']})",
}
SKIN_MM = 0.1  # how deep is looked at what a head rests on
SHELL_MM = 0.4  # and how far round a thread at what holds it: a line of a usual nozzle
EDGE_MM = 0.05  # facets' own
COLUMN_MM = 0.02  # how wide a look through a part is
TOP_MM = 0.02
LAND_MM = 0.6  # of a cover under countersunk heads, to begin with


@dataclass(frozen=True, slots=True)
class ScrewedFields(Fields):
    """What is set of parts that bought screws hold together."""

    size: Literal["M2", "M2.5", "M3", "M4", "M5", "M6", "M8"]
    head: Literal["countersunk", "cap, let in", "cap, on top"]
    into: Literal["inserts", "plastic", "nuts"]
    layout: Literal["one", "in a row", "at the corners", "on a circle"]
    count: float
    along_mm: float
    across_mm: float
    around_mm: float
    long: str
    sunk_mm: float
    spare_mm: float
    post_mm: float


@register
class Screwed(FitKind):
    """A cover on a base, held by bought screws."""

    kind = "screwed"
    sits = True
    bears_load = True
    title = "Held by bought screws"
    also = (
        "screwed together", "screwed on", "screw down", "fasten", "fastened", "machine screws",
        "bolted",
    )  # fmt: skip
    roles = ("cover", "base")
    inner = "b"
    on_a = True
    on_b = True
    makes_b = False
    fields = (
        Field("size", "choice", "screws", "M3", SIZES),
        Field("head", "choice", "heads", "countersunk", HEADS),
        Field(
            "into",
            "choice",
            "held by",
            "inserts",
            INTO,
            told=("heat-set inserts", "the plastic itself", "nuts let in from behind"),
        ),
        Field("layout", "choice", "placed", "at the corners", LAYOUTS),
        Field(
            "count",
            "count",
            "how many",
            "3",
            least=2,
            most=60,
            when=(("layout", ("in a row", "on a circle")),),
        ),
        Field(
            "along",
            "length",
            "from first to last, across the face",
            "30 mm",
            above=0,
            when=(("layout", ("in a row", "at the corners")),),
        ),
        Field(
            "across",
            "length",
            "from first to last, up the face",
            "20 mm",
            above=0,
            when=(("layout", ("at the corners",)),),
        ),
        Field(
            "around",
            "length",
            "diameter of the circle",
            "30 mm",
            above=0,
            when=(("layout", ("on a circle",)),),
        ),
        Field(
            "long",
            "choice",
            "screws as long as",
            NEEDED,
            (NEEDED, *(f"{one:g}" for one in SCREW_LENGTHS)),
            told=("is needed", *(f"{one:g} mm" for one in SCREW_LENGTHS)),
        ),
        Field(
            "sunk",
            "length",
            "heads below the face",
            "0",
            least=0,
            clause=", heads {sunk} below the face",
            when=(("head", ("countersunk", "cap, let in")),),
        ),
        Field(
            "spare",
            "length",
            "room past their tips",
            "1 mm",
            least=0,
            unless=(("into", ("nuts",)),),
        ),
        Field(
            "post",
            "length",
            "pillars under them",
            "0",
            least=0,
            clause=", on pillars {post} across",
        ),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = ScrewedFields.typed(words)
        where = {
            "one": "{layout} {size} screw",
            "in a row": "{count} {size} screws {layout} {along} long",
            "at the corners": "{size} screws {layout} of {along} × {across}",
            "on a circle": "{count} {size} screws {layout} of {around}",
        }[its.layout]
        spare = "" if its.into == "nuts" else ", {spare} of room past their tips"
        return f"{where}, {{head}}, into {{into}}, as long as {{long}}{spare}"

    def turns(self, words: Mapping[str, str]) -> bool:
        return words["layout"] == "one"

    def doubled(self, words: Mapping[str, str]) -> str:
        return "on the diameter"

    def most_gap(self, words: Mapping[str, str], gives_way: str) -> float | None:
        its = ScrewedFields.typed(words)
        head = _listed_head(its)
        return (head.diameter - _diameter(its)) / 2 - 2 * EDGE_MM if head else None

    def sized(self, a: Ground | None, b: Ground | None) -> Mapping[str, float | str]:
        """Near the corners of the smaller face; on pillars where the base has no more than a rim
        there."""
        if not (a and b):
            return {}
        wide, tall = min(a.wide_mm, b.wide_mm), min(a.tall_mm, b.tall_mm)
        size = "M3" if min(wide, tall) >= 12.0 else "M2"
        its = {"size": size, "head": "countersunk" if a.thick_mm >= 2.5 and size == "M3" else
               "cap, on top"}  # fmt: skip
        hole = hardware.insert(size).hole
        rim = b.radius_mm < hole / 2 + 2.0 < min(wide, tall) / 4
        post = of_the_size(min(wide, tall) / 3, usual=2 * hole)
        edge = post / 2 if rim else hole
        along, across = (of_the_size(one - 2 * edge, usual=one) for one in (wide, tall))
        deep = hardware.insert(size).length + 1.0
        if not rim and b.thick_mm and b.thick_mm < deep + 0.9:
            nut = hardware.hex_nut(size).height
            its |= {"into": "nuts" if b.thick_mm > nut + 1.0 else "plastic"}
        if min(along, across) < 3 * hole:
            return its | {"layout": "one"} | ({"post": post} if rim else {})
        return its | {"along": along, "across": across} | ({"post": post} if rim else {})

    def begins(self, a: PartState, b: PartState | None) -> Begun | None:
        """On pillars within an open rim, under the largest face of the cover that looks down."""
        if a.body is None or b is None:
            return None
        try:
            there, rim = b.mouth()
        except BuildError:
            return None
        under = next(iter(level_faces(a, up=False)), None)
        if under is None:
            return None
        place, face, (low_x, low_y, high_x, high_y) = under
        left, near, right, far = rim.outer.bounds
        wide, tall = min(high_x - low_x, right - left), min(high_y - low_y, far - near)
        size = "M3" if min(wide, tall) >= 5 * hardware.insert("M3").hole else "M2"
        hole = hardware.insert(size).hole
        post = of_the_size(min(wide, tall) / 3, usual=2 * hole)
        fields: dict[str, float | str] = {
            "size": size, "post": post, "along": wide - post, "across": tall - post,
        }  # fmt: skip
        try:
            (thick,) = _runs(a, face, [((low_x + high_x) / 2, (low_y + high_y) / 2)], "cover")
        except BuildError:
            thick = 0.0
        sunk = hardware.countersunk_head(size).height + LAND_MM if size != "M2" else math.inf
        if thick < sunk:
            fields["head"] = HEADS[2]
        middle = _aside((low_x + high_x) / 2, (low_y + high_y) / 2)
        above = _aside((left + right) / 2, (near + far) / 2)
        return Begun(place, f"{there.step}.rim", middle, above, fields)

    def build_a(self, given: FitInput) -> PartState:
        its = _checked(given)
        spots = _spots(its)
        tools = [
            _passage(its, given, frame, thick)
            for frame, thick in zip(
                _frames(given.frame_a, spots), _cover(given, spots), strict=True
            )
        ]
        hole = _diameter(its) + 2 * given.gap_mm
        return finished(given, given.a, cut=tools, within=given.frame_a, hole=hole)

    def build_b(self, given: FitInput) -> PartState:
        its = _checked(given)
        plan = _Plan(given, its)
        state = plan.base
        tools = []
        for frame, run in zip(plan.base_frames, plan.runs, strict=True):
            radius, deep = _hole_in_base(its, given) / 2, plan.depth(run)
            far = [] if deep is not None else [(radius, -run)]
            end = -run - ROOM_MM if deep is None else -deep
            profile = [(0.0, end), (radius, end), *far, (radius, 0.0), (radius, ROOM_MM)]
            names = ["bottom", *("out" for _ in far), "hole side", "out", "out", "axis"]
            tools.append(turned([*profile, (0.0, ROOM_MM)], names, frame, given.fit, "outside"))
            if its.into == "nuts":
                nut = hardware.hex_nut(its.size)
                if run <= nut.height:
                    raise BuildError(
                        f"the base is {run:.4g} mm thick there, an {its.size} nut {nut.height:g} mm"
                        " high",
                        remedy=f"a base thicker than {nut.height + 1.0:g} mm, or inserts",
                    )
                hexagon = regular_polygon(6, nut.across_flats + 2 * given.gap_mm)
                up = nut.height - run
                tools.append(led(hexagon, -run, up, frame, given.fit, "outside", name="nut side"))
                tools.append(raised(hexagon, -run - ROOM_MM, -run, frame, given.fit, "outside"))
        return finished(given, state, cut=tools, within=given.frame_b, hole=2 * radius)

    def meeting(self, given: FitInput) -> Meeting:
        its = _checked(given)
        plan = _Plan(given, its)
        d, gap = _diameter(its), given.gap_mm
        hole = _hole_in_base(its, given)
        first, thick, run = plan.frames[0], plan.thick[0], plan.runs[0]
        under = plan.under[0]
        deep = plan.depth(run) or run
        wide = max(plan.head.diameter / 2, hole / 2, its.post_mm / 2)
        on_top = plan.head.height if its.head == HEADS[2] else 0.0
        section = SectionView(
            upright_cut(opposed(first)),  # heads up
            (-wide - 3.0, -deep - 2.0),
            (wide + 3.0, thick + on_top + 1.5),
            (Probe("side", (d / 2 - 0.3, under / 2), (1.0, 0.0)),),
            (("cover", wide + 1.5, thick / 2), ("base", wide + 1.5, -deep / 2)),
        )
        pairs = [
            Pair("side", (given.fit, frozenset({"shank"})), (given.fit, frozenset({"hole side"})),
                 gap, bought="a")
        ]  # fmt: skip
        if its.head == "cap, let in":
            pairs.append(
                Pair("head", (given.fit, frozenset({"head side"})),
                     (given.fit, frozenset({"head pocket"})), gap, bought="a")
            )  # fmt: skip
        walls = [
            WallLeft("a", "wall round the screws in the cover", 0.0,
                     (given.fit, frozenset({"hole side"}))),
            WallLeft("b", "wall round the screws in the base", 0.0,
                     (given.fit, frozenset({"hole side"})),
                     *(("post", its.post_mm, 0.5) if its.post_mm else ())),
        ]  # fmt: skip
        if its.head == "cap, let in":
            walls.append(
                WallLeft("a", "floor under the heads", 0.0, (given.fit, frozenset({"shoulder"})),
                         "sunk", its.sunk_mm, whole=False)
            )  # fmt: skip
        around = {"countersunk": "sink", "cap, let in": "head pocket"}.get(its.head)
        if around:
            walls.append(
                WallLeft("a", "wall round the heads", 0.0, (given.fit, frozenset({around})))
            )
        if its.into == "nuts":
            walls.append(
                WallLeft("b", "wall round the nuts", 0.0, (given.fit, frozenset({"nut side"})))
            )
        if its.into == "nuts":
            walls.append(
                WallLeft(
                    "b", "floor under the nuts", 0.0, (given.fit, frozenset({"top"})), whole=False
                )
            )
        elif plan.depth(run) is not None:
            walls.append(
                WallLeft("b", "floor under the screw holes", 0.0,
                         (given.fit, frozenset({"bottom"})), "spare", its.spare_mm)
            )  # fmt: skip
        return Meeting(
            seated(opposed(given.frame_a), given.frame_b),
            tuple(pairs),
            section,
            plan.working(given),
            tuple(walls),
            plan.cautions(),
            apart=Motion(
                "slide", given.frame_a, 0.0, 2 * its.post_mm + 10.0,
                words="lifted off, its screws out",
            ),
            touching=True,
            bought=plan.bought(given),
        )  # fmt: skip


class _Plan:
    """Screws, cover and base laid against each other: how thick each is, how long the screws."""

    def __init__(self, given: FitInput, its: ScrewedFields) -> None:
        self.its, self.layer_mm = its, given.process.layer_mm
        self.hole = _diameter(its) + 2 * given.gap_mm  # in the cover
        self.spots = _spots(its)
        self.frames = _frames(given.frame_a, self.spots)  # z into the base
        self.thick = _cover(given, self.spots)
        self.head = _head(its)
        self.under = [_under(its, self.head, thick) for thick in self.thick]
        self.base = _on_posts(given, its)
        self.base_frames = _frames(given.frame_b, [(-x, y) for x, y in self.spots])
        self.runs = _runs(self.base, given.frame_b, [(-x, y) for x, y in self.spots], "base")
        self.wanted = ENGAGED[its.into] * _diameter(its)
        if its.into == "inserts":
            self.wanted = min(self.wanted, hardware.insert(its.size).length)
        elif its.into == "nuts":
            self.wanted = max(self.runs)
        self.over = [under + self._in_head() for under in self.under]
        self.needed = next(
            (one for one in SCREW_LENGTHS if one - max(self.over) >= self.wanted - 1e-9), None
        )
        if its.long != NEEDED:
            self.length = float(its.long)
        elif self.needed is not None:
            self.length = self.needed
        else:
            raise BuildError(
                f"no listed screw is as long as the {max(self.over) + self.wanted:.4g} mm that are"
                " wanted",
                remedy="heads let in further, or a thinner cover",
            )
        self.reach = [self.length - over for over in self.over]
        if min(self.reach) <= 0:
            raise BuildError(
                f"a screw {self.length:g} mm long does not come through the cover",
                remedy=f"{self.needed:g} mm, or as long as is needed" if self.needed else
                "a thinner cover",
            )  # fmt: skip

    def _in_head(self) -> float:
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

    def working(self, given: FitInput) -> tuple[WorkingLine, ...]:
        its, d = self.its, _diameter(self.its)
        lines = [
            WorkingLine("hole in the cover", f"{d:g} + 2 × {given.gap_mm:.2f}",
                        d + 2 * given.gap_mm),
            WorkingLine("hole in the base", _from(its, given), _hole_in_base(its, given)),
        ]  # fmt: skip
        head = f" + {self.head.height:.2f} of head" if self._in_head() else ""
        lines.append(
            WorkingLine(
                "screw length",
                f"{max(self.under):.2f} of cover{head} + {self.wanted:.2f} in the base: the next of"
                f" {SOURCES['screw length']}"
                if its.long == NEEDED
                else "as typed",
                self.length,
            )
        )
        lines.append(
            WorkingLine("in the base", f"{self.length:g} − {max(self.over):.2f}", min(self.reach))
        )
        return tuple(lines)

    def cautions(self) -> tuple[tuple[str, str] | tuple[str, str, tuple[tuple[str, str, str], ...]],
                                ...]:  # fmt: skip
        its, many = self.its, len(self.spots)
        with_ = {
            "inserts": f", {many} heat-set inserts {its.size}",
            "nuts": f", {many} nuts {its.size} ({SOURCES['nut']})",
        }.get(its.into, "")
        what = BOUGHT_AS[its.head] if many > 1 else BOUGHT_AS[its.head].replace("screws", "screw")
        if many == 1:
            with_ = with_.replace("inserts", "insert").replace("nuts", "nut")
        told: list[tuple[str, str] | tuple[str, str, tuple[tuple[str, str, str], ...]]] = [
            ("good", f"to buy: {many} {what} {its.size} × {self.length:g}{with_}")
        ]
        short = self.wanted - min(self.reach)
        if short > 1e-6:
            cure = ((("long", f"{self.needed:g}", f"screws {self.needed:g} mm long"),)
                    if self.needed else ())  # fmt: skip
            told.append(
                ("warning" if min(self.reach) > self.wanted / 2 else "stop",
                 f"the screws reach {min(self.reach):.2f} mm into the base, {self.wanted:.2f} mm "
                 "are wanted", cure)
            )  # fmt: skip
        stand_out = max(reach - run for reach, run in zip(self.reach, self.runs, strict=True))
        if stand_out > TOP_MM:
            told.append(
                ("note", f"the tips of the screws stand {stand_out:.2f} mm out of the base")
            )
        land = min(self.thick) - its.sunk_mm - self.head.diameter / 2 + self.hole / 2
        if its.head == "countersunk" and land < 2 * self.layer_mm:
            told.append(
                ("warning", f"the cones of the heads leave {max(land, 0.0):.2f} mm of the cover, "
                 "less than two layers", (("head", HEADS[2], "heads on top"),))
            )  # fmt: skip
        return tuple(told)

    def bought(self, given: FitInput) -> Bought:
        """Screws, inserts and nuts in the cover's coordinates, and what is to hold them."""
        its, d = self.its, _diameter(self.its)
        wide = self.head.diameter / 2
        screws, others, ways, rests, nut_rests, shells = [], [], [], [], [], []
        beyond = 2 * max(abs(one) for one in given.a.solid().bounds) + 2 * max(self.thick)
        hole = _hole_in_base(its, given) / 2
        thread = d / 2 if its.into != "plastic" else min(d / 2, hole)
        for frame, under, reach, run in zip(
            self.frames, self.under, self.reach, self.runs, strict=True
        ):
            seat = -under
            if its.head == "countersunk":
                top = seat - self.head.height
                profile = [(0.0, top), (wide, top), (d / 2, seat)]
                names = ["head top", "head seat"]
                shown = [(wide - EDGE_MM, top + EDGE_MM), (wide - EDGE_MM, top + EDGE_MM + SKIN_MM),
                         (d / 2 + given.gap_mm + EDGE_MM, 0.0),
                         (d / 2 + given.gap_mm + EDGE_MM, 0.0)]  # fmt: skip
                low = top + wide - shown[2][0]
                shown[2:] = [(shown[2][0], low + SKIN_MM), (shown[2][0], low)]
            else:
                top = seat - self.head.height
                profile = [(0.0, top), (wide, top), (wide, seat), (d / 2, seat)]
                names = ["head top", "head side", "head seat"]
                near = d / 2 + given.gap_mm + EDGE_MM
                shown = [(near, seat), (wide - EDGE_MM, seat), (wide - EDGE_MM, seat + SKIN_MM),
                         (near, seat + SKIN_MM)]  # fmt: skip
            profile += [(d / 2, 0.0)] + ([(thread, 0.0)] if thread < d / 2 else [])
            names += ["shank"] + (["step"] if thread < d / 2 else [])
            profile += [(thread, reach), (0.0, reach)]
            names += ["thread", "tip", "axis"]
            screws.append(turned(profile, names, frame, given.fit))
            rests.append(turned(shown, ["a", "b", "c", "d"], frame, given.fit))
            ways.append(raised(disc(wide), top - beyond, top, frame, given.fit))
            if its.into == "nuts":
                nut = hardware.hex_nut(its.size)
                hexagon = regular_polygon(6, nut.across_flats)
                others.append(
                    raised(hexagon, run - nut.height, run, frame, given.fit, top="nut top")
                )
                near = d / 2 + given.gap_mm + EDGE_MM
                far = nut.across_flats / 2 - EDGE_MM
                at = run - nut.height
                ring = [(near, at - SKIN_MM), (far, at - SKIN_MM), (far, at), (near, at)]
                nut_rests.append(turned(ring, ["a", "b", "c", "d"], frame, given.fit))
            else:
                high = reach
                if its.into == "inserts":
                    high = hardware.insert(its.size).length
                    others.append(
                        led(disc(hole), 0.0, high, frame, given.fit, "inside", name="insert")
                    )
                near, far = hole + EDGE_MM, hole + EDGE_MM + SHELL_MM
                ring = [(near, 0.0), (far, 0.0), (far, high), (near, high)]
                shells.append(turned(ring, ["a", "b", "c", "d"], frame, given.fit))
        grips: tuple[Grip, ...] = ()
        if shells:
            high = max(self.reach)
            if its.into == "inserts":
                high = hardware.insert(its.size).length
            what = "inserts" if its.into == "inserts" else "screws"
            grips = (Grip(what, "b", tuple(shells), high),)
        holding = [Rest("heads", "a", tuple(rests))]
        if nut_rests:
            holding.append(Rest("nuts", "b", tuple(nut_rests)))
        return Bought(tuple(screws), tuple(others), tuple(holding), grips, tuple(ways))


# -- sizes ---------------------------------------------------------------------------------------


def _checked(given: FitInput) -> ScrewedFields:
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


def _diameter(its: ScrewedFields) -> float:
    return float(its.size.removeprefix("M"))


def _listed_head(its: ScrewedFields) -> Head | None:
    listed = hardware.countersunk_head if its.head == "countersunk" else hardware.socket_head
    try:
        return listed(its.size)
    except BuildError:
        return None


def _head(its: ScrewedFields) -> Head:
    if its.head == "countersunk":
        found = _listed_head(its)
        if found is None:
            raise BuildError(
                f"no countersunk screw is listed in {its.size}",
                remedy="M3 or larger, or another head",
            )
        # at 90° as deep as it is wide past the shank
        return Head(found.diameter, (found.diameter - _diameter(its)) / 2)
    return hardware.socket_head(its.size)


def _hole_in_base(its: ScrewedFields, given: FitInput) -> float:
    """The hole that holds an insert or the thread, or that a screw passes to its nut, mm."""
    if its.into == "inserts":
        return hardware.insert(its.size).hole
    return hardware.tap_drill(its.size) if its.into == "plastic" else (
        _diameter(its) + 2 * given.gap_mm
    )  # fmt: skip


def _from(its: ScrewedFields, given: FitInput) -> str:
    return {
        "inserts": f"for an {its.size} insert, {SOURCES['insert']}",
        "plastic": SOURCES["tap drill"],
        "nuts": f"{_diameter(its):g} + 2 × {given.gap_mm:.2f}",
    }[its.into]


def _under(its: ScrewedFields, head: Head, thick: float) -> float:
    """How much of the cover lies between a head's seat and the base, mm; of a countersunk head
    below where its cone meets the shank."""
    let_in = 0.0 if its.head == HEADS[2] else head.height + its.sunk_mm
    if let_in >= thick - 1e-9:
        raise BuildError(
            f"the heads go {let_in:.4g} mm deep, the cover is only {thick:.4g} mm thick there",
            remedy=f"a cover thicker than {let_in:.3g} mm, smaller screws, or heads on top",
        )
    return thick - let_in


def _spots(its: ScrewedFields) -> list[tuple[float, float]]:
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


def _aside(x: float, y: float) -> dict[str, float]:
    """Distances across a face from its place, mm, where there are any."""
    return {name: one for name, one in (("x", x), ("y", y)) if abs(one) > TOP_MM}


def _frames(face: Frame, spots: Sequence[tuple[float, float]]) -> list[Frame]:
    return [face.shifted(x, y) for x, y in spots]


def _cover(given: FitInput, spots: Sequence[tuple[float, float]]) -> list[float]:
    return _runs(given.a, given.frame_a, spots, "cover")


def _runs(
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


# -- solids --------------------------------------------------------------------------------------


def _passage(its: ScrewedFields, given: FitInput, face: Frame, thick: float) -> Body:
    """What is cut from the cover for one screw, its head at the far side."""
    head = _head(its)
    _under(its, head, thick)
    radius, wide = _diameter(its) / 2 + given.gap_mm, head.diameter / 2
    back = opposed(face.lifted(-thick))  # z out of the far side
    # what lies past the cover's own faces goes by another name: it leaves no wall
    past = -thick - ROOM_MM
    profile = [(0.0, past), (radius, past), (radius, -thick)]
    names = ["out", "out", "hole side"]
    if its.head == "countersunk":
        if wide <= radius:
            raise BuildError("the holes are as wide as the heads", remedy="a smaller gap")
        profile += [(radius, -its.sunk_mm - (wide - radius)), (wide, -its.sunk_mm)]
        names += ["sink"]
        if its.sunk_mm:
            profile += [(wide, 0.0)]
            names += ["head pocket"]
        profile += [(wide, ROOM_MM)]
        names += ["out"]
    elif its.head == "cap, let in":
        room = wide + given.gap_mm
        deep = head.height + its.sunk_mm
        profile += [(radius, -deep), (room, -deep), (room, 0.0), (room, ROOM_MM)]
        names += ["shoulder", "head pocket", "out"]
    else:
        profile += [(radius, 0.0), (radius, ROOM_MM)]
        names += ["out"]
    profile.append((0.0, ROOM_MM))
    names += ["out", "axis"]
    return turned(profile, names, back, given.fit, "outside")


def _on_posts(given: FitInput, its: ScrewedFields) -> PartState:
    """The base with pillars under its screws, led down to what lies below and kept within its
    outline."""
    if not its.post_mm:
        return given.b
    body = given.b.solid()
    face = given.frame_b
    local = body.solid.transform(face.into)
    low = local.bounding_box()[2]
    rings = local.slice(-TOP_MM).to_polygons()
    outer = CrossSection([ring for ring in rings if _area(ring) > 0], FillRule.NonZero)
    filled = Manifold.extrude(outer, -low).translate((0.0, 0.0, low)).transform(face.matrix)
    within = filled ^ body.solid.hull()
    post = disc(its.post_mm / 2)
    for x, y in _spots(its):
        at = face.shifted(-x, y)
        whole = led(post, low, 0.0, at, given.fit, "inside", name="pillar")
        standing = whole.solid ^ within
        for piece in (standing - body.solid).decompose():
            box = piece.transform(face.into).bounding_box()
            if box[5] > -TOP_MM:  # rooted in what lies below, not led into a room under that
                foot = at.lifted(max(box[2] - ROOT_MM, low))
                level = sum(u * v for u, v in zip(foot.z_axis, foot.origin, strict=True))
                body = body + Body(standing.trim_by_plane(foot.z_axis, level), whole.sources)
    return replace(given.b, body=body)


def _area(ring: np.ndarray) -> float:  # type: ignore[type-arg]
    x, y = np.asarray(ring, dtype=np.float64).T
    return float(np.sum(x * np.roll(y, -1) - np.roll(x, -1) * y)) / 2
