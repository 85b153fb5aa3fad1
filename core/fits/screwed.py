"""Held by bought screws: through a cover into a base that takes them by inserts, by nuts or with
its own plastic. Both parts' holes follow from one pattern, and the screws' length from what lies
between.
"""

from __future__ import annotations

from collections.abc import Mapping

from core import hardware
from core.fits.pieces import finished, opposed, seated, upright_cut
from core.fits.registry import (
    Begun,
    FitInput,
    FitKind,
    Ground,
    Meeting,
    Motion,
    Pair,
    Probe,
    SectionView,
    WallLeft,
    WorkingLine,
    register,
)
from core.fits.screwed_begun import begun_between, sized_on
from core.fits.screwed_sizes import (
    HEADS,
    INCH,
    INTO,
    LAYOUTS,
    METRIC,
    NEEDED,
    TOP_MM,
    Plan,
    ScrewedFields,
    checked,
    cover_runs,
    diameter,
    frames_at,
    from_what,
    hole_in_base,
    length_asked,
    listed_head,
    spots_of,
)
from core.fits.screwed_solids import at_each, hole_below, on_posts, passage
from core.fits.screwed_things import EDGE_MM, bought_things
from core.hardware.inch_tables import INSTEAD_OF
from core.hardware.purchase import Purchase
from core.steps.field import Field
from core.steps.registry import Cures
from core.steps.state import PartState

Told = tuple[str, str] | tuple[str, str, Cures]
SOLD_AS = {"countersunk": "countersunk", "let in": "socket head", "on top": "socket head"}
METRIC_LONG, INCH_LONG = (tuple(hardware.screw_lengths(sizes[0])) for sizes in (METRIC, INCH))


@register
class Screwed(FitKind):
    """A cover on a base, held by bought screws."""

    kind = "screwed"
    sits = True
    outer_gives = True
    bears_load = True
    title = "Held by bought screws"
    also = (
        "screwed together", "screwed on", "screw down", "fasten", "fastened", "machine screws",
        "bolted", "UNC screws", "inch screws",
    )  # fmt: skip
    roles = ("cover", "base")
    inner = "b"
    on_a = True
    on_b = True
    makes_b = False
    fields = (
        Field("size", "choice", "screws", "M3", METRIC + INCH, by_inch=INSTEAD_OF),
        Field(
            "head",
            "choice",
            "heads",
            "countersunk",
            HEADS,
            told=("countersunk", "their heads let in", "their heads on top"),
        ),
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
            (NEEDED, *(one.removesuffix(" mm") for one in METRIC_LONG)),
            told=("is needed", *METRIC_LONG),
            when=(("size", METRIC),),
        ),
        Field(
            "long_inch",
            "choice",
            "screws as long as",
            NEEDED,
            (NEEDED, *(one.removesuffix(" in") for one in INCH_LONG)),
            told=("is needed", *INCH_LONG),
            when=(("size", INCH),),
        ),
        Field(
            "sunk",
            "length",
            "heads below the face",
            "0",
            least=0,
            clause=", heads {sunk} below the face",
            when=(("head", ("countersunk", "let in")),),
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
        long = "long_inch" if hardware.is_inch(its.size) else "long"
        return f"{where}, {{head}}, into {{into}}, as long as {{{long}}}{spare}"

    def turns(self, words: Mapping[str, str]) -> bool:
        return words["layout"] == "one"

    def doubled(self, words: Mapping[str, str]) -> str:
        return "on the diameter"

    def most_gap(self, words: Mapping[str, str], gives_way: str) -> float | None:
        its = ScrewedFields.typed(words)
        head = listed_head(its)
        return (head.diameter - diameter(its)) / 2 - 2 * EDGE_MM if head else None

    def sized(self, a: Ground | None, b: Ground | None) -> Mapping[str, float | str]:
        return sized_on(a, b) if a and b else {}

    def begins(self, a: PartState, b: PartState | None) -> Begun | None:
        """On the largest face that looks down on the one that looks up, or on an open rim."""
        return begun_between(a, b) if b else None

    def build_a(self, given: FitInput) -> PartState:
        its = checked(given)
        spots = spots_of(its)
        tools = at_each(
            frames_at(given.frame_a, spots),
            cover_runs(given, spots),
            lambda frame, thick: passage(its, given, frame, thick),
        )
        hole = diameter(its) + 2 * given.gap_mm
        return finished(given, given.a, cut=tools, within=given.frame_a, hole=hole)

    def build_b(self, given: FitInput) -> PartState:
        its = checked(given)
        plan = Plan(given, its, on_posts(given, its))
        tools = at_each(
            plan.base_frames,
            plan.runs,
            lambda frame, run: hole_below(its, given, plan, frame, run),
        )
        hole = hole_in_base(its, given)
        return finished(given, plan.base, cut=tools, within=given.frame_b, hole=hole)

    def meeting(self, given: FitInput) -> Meeting:
        its = checked(given)
        plan = Plan(given, its, on_posts(given, its))
        d, gap = diameter(its), given.gap_mm
        hole = hole_in_base(its, given)
        first, thick, run = plan.frames[0], plan.thick[0], plan.runs[0]
        under = plan.under[0]
        deep = plan.depth(run) or run
        wide = max(plan.head.diameter / 2, hole / 2, its.post_mm / 2)
        # in the wall of a pillar, where there is one
        beside = (hole + its.post_mm) / 4 if its.post_mm > hole else wide + 1.5
        on_top = plan.head.height if its.head == HEADS[2] else 0.0
        section = SectionView(
            upright_cut(opposed(first)),  # heads up
            (-wide - 3.0, -deep - 2.0),
            (wide + 3.0, thick + on_top + 1.5),
            (Probe("side", (d / 2 - 0.3, under / 2), (1.0, 0.0)),),
            (("cover", wide + 1.5, thick / 2), ("base", beside, -deep / 2)),
        )
        pairs = [
            Pair("side", (given.fit, frozenset({"shank"})), (given.fit, frozenset({"hole side"})),
                 gap, bought="a")
        ]  # fmt: skip
        if its.head == "let in":
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
        if its.head == "let in":
            walls.append(
                WallLeft("a", "floor under the heads", 0.0, (given.fit, frozenset({"shoulder"})),
                         "sunk", its.sunk_mm, whole=False)
            )  # fmt: skip
            walls.append(
                WallLeft("a", "wall round the heads", 0.0, (given.fit, frozenset({"head pocket"})))
            )  # fmt: skip
        if its.into == "nuts":
            walls.append(
                WallLeft("b", "wall round the nuts", 0.0, (given.fit, frozenset({"nut side"})))
            )
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
            _working(given, its, plan),
            tuple(walls),
            _cautions(its, plan),
            apart=Motion(
                "slide", given.frame_a, 0.0, 2 * its.post_mm + 10.0,
                words="lifted off, its screws out",
            ),
            touching=True,
            bought=bought_things(given, its, plan),
            to_buy=_to_buy(its, plan),
        )  # fmt: skip


def _working(given: FitInput, its: ScrewedFields, plan: Plan) -> tuple[WorkingLine, ...]:
    d = diameter(its)
    lines = [
        WorkingLine("hole in the cover", f"{d:g} + 2 × {given.gap_mm:.2f}",
                    d + 2 * given.gap_mm),
        WorkingLine("hole in the base", from_what(its, given), hole_in_base(its, given)),
    ]  # fmt: skip
    head = f" + {plan.head.height:.2f} of head" if plan.in_head() else ""
    lines.append(
        WorkingLine(
            "screw length",
            f"{max(plan.under):.2f} of cover{head} + {plan.wanted:.2f} in the base: the next of"
            f" {hardware.source('screw length', its.size)}"
            if length_asked(its) == NEEDED
            else "as typed",
            plan.length,
        )
    )
    lines.append(
        WorkingLine("in the base", f"{plan.length:g} − {max(plan.over):.2f}", min(plan.reach))
    )
    return tuple(lines)


def _to_buy(its: ScrewedFields, plan: Plan) -> tuple[Purchase, ...]:
    many = len(plan.spots)
    head = SOLD_AS[its.head]
    what = f"{head} screw {its.size} × {plan.called.removesuffix(' mm')}"
    screws = Purchase(what, hardware.source(head, its.size), many)
    held = {"inserts": ("heat-set insert", "insert"), "nuts": ("hexagon nut", "nut")}
    if its.into not in held:
        return (screws,)
    called, listed = held[its.into]
    by = hardware.source(listed, its.size)
    return screws, Purchase(f"{called} {its.size}", by, many)


def _cautions(its: ScrewedFields, plan: Plan) -> tuple[Told, ...]:
    """What is to be bought, and what of it does not go."""
    bought = ", ".join(f"{one.many} × {one.what} ({one.by})" for one in _to_buy(its, plan))
    told: list[Told] = [("good", f"to buy: {bought}")]
    short = plan.wanted - min(plan.reach)
    if short > 1e-6:
        field = "long_inch" if hardware.is_inch(its.size) else "long"
        typed = plan.needed.rsplit(" ", 1)[0] if plan.needed else ""
        cure = ((field, typed, f"screws {plan.needed} long"),) if typed else ()
        told.append(
            ("warning" if min(plan.reach) > plan.wanted / 2 else "stop",
             f"the screws reach {min(plan.reach):.2f} mm into the base, {plan.wanted:.2f} mm "
             "are wanted", cure)
        )  # fmt: skip
    stand_out = max(reach - run for reach, run in zip(plan.reach, plan.runs, strict=True))
    if stand_out > TOP_MM:
        told.append(("note", f"the tips of the screws stand {stand_out:.2f} mm out of the base"))
    land = min(plan.thick) - its.sunk_mm - plan.head.diameter / 2 + plan.hole_mm / 2
    if its.head == "countersunk" and land < 2 * plan.layer_mm:
        told.append(
            ("warning", f"the cones of the heads leave {max(land, 0.0):.2f} mm of the cover, "
             "less than two layers", (("head", HEADS[2], "heads on top"),))
        )  # fmt: skip
    return tuple(told)
