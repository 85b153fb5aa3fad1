"""Captive pieces printed in place: ring on a post, ball in a cage, link through an eye, chain."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Literal

from core.errors import BuildError
from core.fits.pieces import (
    HAIR_MM,
    ROOT_MM,
    box,
    finished,
    positive,
    raised,
    seated,
    turned,
    upright_cut,
)
from core.fits.registry import (
    FitInput,
    FitKind,
    Held,
    Meeting,
    Motion,
    Pair,
    Probe,
    SectionView,
    WorkingLine,
    register,
)
from core.outlines import Outline, circle
from core.outlines.curves import Arc, Line
from core.outlines.facet_fineness import chord_error_mm
from core.outlines.loop import Loop, polygon_loop
from core.solids import Body, Frame
from core.solids.turned import turned_body
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import Cures
from core.steps.state import PartState

FLOOR_MM = 1.2  # of a cage that stands by itself
# a ball's foot: a cone of 45° laid inside it between two latitudes below its middle, then a flat
CONE_DEG = (28.0, 62.0)
CONE_HIGH = math.sin(math.radians(CONE_DEG[1])) - math.sin(math.radians(CONE_DEG[0]))
FORMS = ("a ring on a post", "a ball in a cage", "a link through an eye", "links of a chain")
CHAIN = (("form", ("links of a chain",)),)
CHAIN_FLAT = 0.3  # of a chain's wire that is cut off its lowest edge, so that it stands on the bed


@dataclass(frozen=True, slots=True)
class CaptiveFields(Fields):
    """What is set of a captive."""

    form: Literal[
        "a ring on a post", "a ball in a cage", "a link through an eye", "links of a chain"
    ]
    size_mm: float
    tall_mm: float
    head_mm: float
    thick_mm: float
    bars: float
    links: float


@register
class Captive(FitKind):
    """A piece that moves but cannot get out."""

    kind = "captive"
    bears_load = True
    title = "Captive ring, ball or link"
    also = ("captive", "print in place", "loose ring", "chain", "link", "ball in cage", "rattle")
    roles = ("holder", "captive")
    inner = "b"
    feel = "print-in-place"
    on_a = True
    fields = (
        Field("form", "choice", "form", "a ring on a post", FORMS),
        Field(
            "size",
            "length",
            "post, ball, thickness of the eye's plate, or length of a link",
            "8 mm",
        ),
        Field(
            "tall", "length", "height of the neck", "7 mm", when=(("form", ("a ring on a post",)),)
        ),
        Field(
            "head",
            "length",
            "head over the post, cage, link across, or width of the chain",
            "18 mm",
        ),
        Field("thick", "length", "thickness of the ring or wire", "4 mm"),
        Field("bars", "count", "bars of the cage", "4", when=(("form", ("a ball in a cage",)),)),
        Field("links", "count", "links in all", "7", when=CHAIN, least=2, most=60),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = CaptiveFields.typed(words)
        return {
            "a ring on a post": (
                "Captive: {form} {size} across, {tall} of neck under a head {head} across, the ring"
                " {thick} wide"
            ),
            "a ball in a cage": (
                "Captive: {form}, the ball {size} across, cage {head} across of {bars} bars {thick}"
                " thick"
            ),
            "a link through an eye": (
                "Captive: {form} in a plate {size} thick, the link {head} across of wire {thick}"
            ),
            "links of a chain": (
                "Captive: {links} {form}, each {size} long and {head} wide of wire {thick}, every"
                " other one a part's"
            ),
        }[its.form]

    def build_a(self, given: FitInput) -> PartState:
        positive(given, size="size", tall="height", head="outer size", thick="thickness")
        made = _made(given)
        return finished(given, given.a, add=made.holder_add, cut=made.holder_cut)

    def build_b(self, given: FitInput) -> PartState:
        made = _made(given)
        return finished(given, given.b, add=made.captive)

    def meeting(self, given: FitInput) -> Meeting:
        made = _made(given)
        gap, layer = given.gap_mm, given.process.layer_mm
        cautions: list[tuple[str, str] | tuple[str, str, Cures]] = []
        if gap < layer:
            cautions.append(
                (
                    "warning",
                    (
                        f"the gap of {gap:.2f} mm is under one layer of {layer:g} mm: it will fuse"
                        " where it lies level"
                    ),
                    (("gap", "", "the proposed gap"),),
                )
            )
        cautions.append(
            (
                "note",
                (
                    "small parts: check the captive piece against the cylinder of 16 CFR 1501.4 if"
                    " a child may play with it"
                ),
            )
        )
        fit = given.fit
        return Meeting(
            seated(made.seat, given.frame_b),
            (
                Pair(
                    "all round",
                    (fit, made.holder_faces),
                    (fit, made.captive_faces),
                    made.apart_mm or gap,
                ),
            ),
            made.section,
            made.working,
            (),
            tuple(cautions),
            Motion("turn", given.frame_a, 0.0, 360.0, words="turned round") if made.spins else None,
            in_place=True,
            held=Held(made.what, given.frame_a.z_axis, made.far_mm, made.cures),
            pieces=(made.pieces, len(made.captive)),
        )


class _Made:
    """The pieces of one form and what is said of them."""

    def __init__(
        self,
        holder_add: list[Body],
        captive: list[Body],
        seat: Frame,
        faces: tuple[set[str], set[str]],
        section: SectionView,
        working: tuple[WorkingLine, ...],
        what: str,
        far_mm: float,
        spins: bool,
        holder_cut: list[Body] | None = None,
        cures: tuple[tuple[str, str, str], ...] = (),
        apart_mm: float = 0.0,
        pieces: int = 1,
    ) -> None:
        """``apart_mm``: how far the faces that meet are apart by construction; 0 for the gap.

        ``pieces``: of how many loose ones the holder is made.
        """
        self.holder_add, self.holder_cut = holder_add, holder_cut or []
        self.captive, self.seat = captive, seat
        self.holder_faces, self.captive_faces = frozenset(faces[0]), frozenset(faces[1])
        self.section, self.working = section, working
        self.what, self.far_mm, self.spins, self.cures = what, far_mm, spins, cures
        self.apart_mm, self.pieces = apart_mm, pieces


def _foot(given: FitInput) -> float:
    """How high the loose piece stands over the place it is printed on: on a bed it stands, over a
    face of its holder it floats by the gap."""
    return 0.0 if given.a.body is None else given.gap_mm


def _ring_on_post(given: FitInput) -> _Made:
    n, gap, f = given.read(CaptiveFields), given.gap_mm, given.frame_a
    post, head, tall = n.size_mm / 2, n.head_mm / 2, n.tall_mm
    foot = _foot(given)
    ring = tall - gap - foot
    inner = post + gap
    outer = inner + n.thick_mm
    if ring <= 0.4:
        raise BuildError(
            "nothing is left of the ring's height",
            remedy=f"a neck of more than {gap + foot + 0.4:.2f} mm",
        )
    if head <= inner:
        raise BuildError(
            "the head is no wider than the ring's bore: it lifts off",
            remedy=f"a head of more than {2 * inner:.2f} mm",
        )
    slope = head - post  # the head's underside leans 45°, so that it needs no support
    # on a bed of its own the post spreads at its foot, so that the ring cannot drop off it
    alone = given.a.body is None
    spread = gap + min(1.0, n.thick_mm / 2) if alone else 0.0
    root = 0.0 if alone else -ROOT_MM
    if ring <= spread + gap:
        raise BuildError(
            "the ring is no higher than the foot that holds it",
            remedy=f"a neck of more than {spread + 2 * gap + foot:.2f} mm",
        )
    profile = [
        (0.0, root),
        (post + spread, root),
        *([(post, spread)] if alone else []),
        (post, tall),
        (head, tall + slope),
        (head, tall + slope + 1.5),
        (0.0, tall + slope + 1.5),
    ]
    names = ["root", *(["head"] if alone else []), "post", "head", "head side", "head top", "axis"]
    holder = turned(profile, names, f, given.fit)
    # the ring's upper inner edge is bevelled to lie along the head's underside, a gap away
    low_inner = post + spread + gap * (math.sqrt(2) if alone else 1.0)
    bevel = [(low_inner, 0.0), (outer, 0.0), (outer, ring)]
    top_inner = post + (ring + foot - tall) + gap * math.sqrt(2)
    bevel += [(max(top_inner, inner), ring)]
    sides = ["ring foot", "ring side", "ring top", "bore"]
    if top_inner > inner:
        bevel.append((inner, ring - (top_inner - inner)))
        sides.append("bore")
    if low_inner > inner:
        bevel.append((inner, low_inner - inner))
        sides.append("bore")
    captive = turned(bevel, sides, given.frame_b, given.fit)
    section = SectionView(
        upright_cut(f),
        (post - 3.0, -2.0),
        (max(outer, head) + 1.5, tall + slope + 2.5),
        (
            Probe("side", (inner + n.thick_mm / 2, foot + ring * 0.4), (-1.0, 0.0)),
            Probe("headroom", (inner + n.thick_mm / 2, foot + ring * 0.4), (0.0, -1.0)),
        ),
        (("ring", inner + n.thick_mm / 2, foot + ring * 0.6), ("post", post - 1.5, tall / 2)),
    )
    return _Made(
        [holder], [captive], f.lifted(foot), ({"post", "head"}, {"bore", "ring top"}), section,
        (
            WorkingLine("ring bore", f"{n.size_mm:.2f} + 2 × {gap:.2f}", 2 * inner),
            WorkingLine("ring height", f"{tall:.2f} − {gap:.2f} − {foot:.2f}", ring),
        ),
        "the ring", tall + slope + 3.0 + ring, True,
        cures=(("head", f"{2 * inner + 2:.3g} mm", f"a head {2 * inner + 2:.3g} mm across"),),
    )  # fmt: skip


def _ball_in_cage(given: FitInput) -> _Made:
    n, gap, f = given.read(CaptiveFields), given.gap_mm, given.frame_a
    ball, cage, bars = n.size_mm / 2, n.head_mm / 2, round(n.bars)
    bar = n.thick_mm
    if bars < 3:
        raise BuildError(f"a cage of {bars} bars", remedy="3 bars or more")
    inner = cage - bar
    if inner < ball + gap:
        raise BuildError(
            "the ball does not fit the cage",
            remedy=f"a cage of more than {2 * (ball + gap + bar):.2f} mm",
        )
    foot = _foot(given)
    centre = foot + ball * math.sin(math.radians(CONE_DEG[1]))
    # the bars lean in at 45° and meet over the ball, so that they need no support: a gap from the
    # ball, or in a wide cage no lower than the ball's middle
    eaves = max(centre + math.sqrt(2) * (ball + gap) - inner, centre)
    over = (eaves + inner - centre) / math.sqrt(2) - ball
    top = eaves + inner + math.sqrt(2) * bar
    alone = given.a.body is None
    root = 0.0 if alone else -ROOT_MM
    add = []
    if alone:
        # a floor of its own round the ball's foot: the ball stands on the bed and cannot drop out
        # its mouth lies along the ball's foot
        mouth = ball * math.cos(math.radians(CONE_DEG[1])) + math.sqrt(2) * gap
        rim = math.sqrt(max((ball + gap) ** 2 - (centre - FLOOR_MM) ** 2, 0.0))
        rim = max(mouth + FLOOR_MM, rim if CONE_HIGH * ball < FLOOR_MM else 0.0)
        floor = [(mouth, 0.0), (cage, 0.0), (cage, FLOOR_MM), (rim, FLOOR_MM)]
        add.append(turned(floor, ["floor", "cage side", "floor", "roof"], f, given.fit))
    slope = (math.sqrt(2) - 1) * bar
    points = [
        (inner, root), (cage, root), (cage, eaves + slope),
        (0.0, top), (-bar / 2, top - bar / 2), (-bar / 2, eaves + inner), (0.0, eaves + inner),
        (inner, eaves),
    ]  # fmt: skip
    names = ["root", "cage side", "cage top", "cage top", "hub", "hub", "roof", "bar"]
    rib = Outline(polygon_loop(points, names))
    for index in range(bars):
        upright = upright_cut(f.turned(360 / bars * index))
        add.append(raised(rib, -bar / 2, bar / 2, upright, given.fit, top="bar", bottom="bar"))
    # a cap where they meet: as far out as neighbours touch, as high as their flat tops stand there
    hub = min(bar / 2 / math.sin(math.pi / bars) + HAIR_MM, inner)
    proud = hub * (1 - math.cos(math.pi / bars)) + HAIR_MM
    high = [(hub, top - hub + proud), (0.0, top + proud)]
    key = [(0.0, eaves + inner), (hub, eaves + inner - hub), *high]
    add.append(turned(key, ["roof", "hub", "cage top", "axis"], f, given.fit))
    window = _window(cage - bar / 2, bar, bars)
    captive = _sphere(ball, centre - foot, given)
    section = SectionView(
        upright_cut(f), (-cage - 1.0, -1.5), (cage + 1.0, top + 1.0),
        (Probe("headroom", (0.0, centre), (0.0, 1.0)),),
        (("ball", 0.0, centre), ("cage", cage - bar / 2, centre)),
    )  # fmt: skip
    return _Made(
        add,
        [captive],
        f.lifted(foot),
        ({"roof"}, {"ball"}),
        section,
        (
            WorkingLine(
                "window between bars", f"narrowest of {bars}, bars {bar:.2f} square", window
            ),
        ),
        "the ball",
        cage + 2 * ball + 1.0,
        False,
        cures=_more_bars(given, ball, cage, bar),
        apart_mm=over,
    )


def _window(middle: float, bar: float, bars: int) -> float:
    """The narrowest way between two square bars that stand round a circle, mm.

    Each bar's sides are square to its own radius, so that neighbours lean towards each other: the
    inner corners of two of them stand closest.
    """
    turn = 2 * math.pi / bars
    near = (middle - bar / 2, bar / 2)
    other = (
        near[0] * math.cos(turn) + near[1] * math.sin(turn),
        near[0] * math.sin(turn) - near[1] * math.cos(turn),
    )
    return math.hypot(other[0] - near[0], other[1] - near[1])


def _more_bars(
    given: FitInput, ball: float, cage: float, bar: float
) -> tuple[tuple[str, str, str], ...]:
    """As many bars as leave no window the ball goes through."""
    its = given.read(CaptiveFields)
    for bars in range(round(its.bars) + 1, 25):
        window = _window(cage - bar / 2, bar, bars)
        if bar / 2 < window < 2 * ball - 1.0:
            return (("bars", str(bars), f"{bars} bars"),)
    return ()


def _sphere(radius: float, centre: float, given: FitInput) -> Body:
    """A ball on a foot that needs no support, turned from its half outline."""
    high, low = (math.radians(angle) for angle in CONE_DEG)
    arc = Arc((0.0, centre), radius, -high, math.pi / 2 + high, "ball")
    edge = (radius * math.cos(low), centre - radius * math.sin(low))
    foot = (0.0, edge[1])
    pieces = (
        Line(foot, edge, "ball foot"),
        Line(edge, arc.a, "ball foot"),
        arc,
        Line(arc.b, foot, "axis"),
    )
    return turned_body(Outline(Loop(pieces)), given.frame_b, given.fit)


def _link_through_eye(given: FitInput) -> _Made:
    n, gap, f = given.read(CaptiveFields), given.gap_mm, given.frame_a
    plate, wire, ring = n.size_mm, n.thick_mm / 2, n.head_mm / 2 - n.thick_mm / 2
    inside = ring - wire - gap
    if inside <= plate / 2:
        raise BuildError(
            "the link does not reach round the plate",
            remedy=f"a link of more than {2 * (plate / 2 + gap + 2 * wire):.2f} mm",
        )
    # the eye's edge towards the rim is a gap from the wire: seen from the link's middle it lies at
    # ring − wire − gap, half a plate off its plane
    eye = ring - math.sqrt(inside**2 - (plate / 2) ** 2)
    eye = max(eye, wire + gap)
    hole = raised(
        circle(2 * eye),
        -plate - 0.5,
        0.5,
        f,
        given.fit,
        "outside",
        top="eye mouth",
        bottom="eye mouth",
    )
    middle = f.shifted(0.0, ring, -plate / 2)
    axis = Frame(middle.origin, f.y_axis, f.x_axis)
    centre = Arc((ring, 0.0), wire, 0.0, 2 * math.pi, "wire")
    captive = turned_body(Outline(Loop((centre,))), given.frame_b, given.fit)
    section = SectionView(
        Frame(f.point(0.0, 0.0, -plate / 2), f.y_axis, f.x_axis),
        (-eye - 3.0, -plate / 2 - 2.0), (2 * ring + 2 * wire + 1.0, plate / 2 + 2.0),
        (Probe("side", (0.0, 0.0), (1.0, 0.0)),),
        (("link", 0.0, 0.0),),
    )  # fmt: skip
    return _Made(
        [],
        [captive],
        axis,
        ({"side"}, {"wire"}),
        section,
        (
            WorkingLine("eye", f"2 × ({ring:.2f} − √({inside:.2f}² − {plate / 2:.2f}²))", 2 * eye),
            WorkingLine(
                "link inside", f"{n.head_mm:.2f} − 2 × {n.thick_mm:.2f}", 2 * (ring - wire)
            ),
        ),
        "the link",
        2 * (ring + wire) + 1.0,
        False,
        [hole],
    )


def _chain(given: FitInput) -> _Made:
    """Straight links of square wire, rolled 45° to one side and to the other by turns.

    So rolled every end rises at 45° and the lower rail stands on the bed; only the upper rails
    bridge, as far as a link is long inside.
    """
    n, gap, f = given.read(CaptiveFields), given.gap_mm, given.frame_a
    long, wide, wire, links = n.size_mm, n.head_mm, n.thick_mm, round(n.links)
    if given.a.body is not None or given.b.body is not None:
        raise BuildError(
            "a chain lies on the bed by itself", remedy="two parts with nothing else in them"
        )
    if wide < 3 * wire + 2 * gap:
        raise BuildError(
            "a link does not go through the next one",
            remedy=f"a chain of more than {3 * wire + 2 * gap:.2f} mm wide",
        )
    if long < 4 * wire + 3 * gap:
        raise BuildError(
            "a link touches the one after the next",
            remedy=f"links of more than {4 * wire + 3 * gap:.2f} mm",
        )
    pitch = long - 2 * wire - gap
    high = (wide + wire) / 2 / math.sqrt(2) - CHAIN_FLAT * wire
    inside = (long - 2 * wire, wide - 2 * wire)

    def rolled(place: Frame, side: float) -> Frame:
        """The plane of a link whose middle is there."""
        z = tuple(
            (up + side * across) / math.sqrt(2)
            for up, across in zip(place.z_axis, place.y_axis, strict=True)
        )
        return Frame(place.origin, place.x_axis, (z[0], z[1], z[2]))

    def link(number: int, place: Frame) -> Body:
        middle = place.shifted((number - (links - 1) / 2) * pitch, 0.0, high)
        lies = rolled(middle, -1.0 if number % 2 else 1.0)
        body = raised(
            box(long, wide), -wire / 2, wire / 2, lies, given.fit, top="link", bottom="link"
        )
        body -= raised(
            box(*inside), -wire, wire, lies, given.fit, "outside", top="mouth", bottom="mouth"
        )
        foot = middle.lifted(-high)
        return body - raised(box(2 * long, 2 * wide), -wide, 0.0, foot, given.fit, top="foot")

    first, second = (
        [link(i, p) for i in range(start, links, 2)] for start, p in ((0, f), (1, given.frame_b))
    )
    ends = frozenset({"left", "right"})
    section = SectionView(
        rolled(f.lifted(high), 1.0), (-pitch - 1.5, -wide / 2 - 1.0), (pitch + 1.5, wide / 2 + 1.0),
        (Probe("side", (pitch / 2 if links % 2 else 0.0, 0.0), (1.0, 0.0)),), (),
    )  # fmt: skip
    return _Made(
        first, second, f, (set(ends), set(ends)), section,
        (
            WorkingLine("from link to link", f"{long:.2f} − 2 × {wire:.2f} − {gap:.2f}", pitch),
            WorkingLine("inside a link", f"{long:.2f} − 2 × {wire:.2f}", inside[0]),
        ),
        "every other link", 2 * long, False, pieces=len(first),
    )  # fmt: skip


@dataclass(frozen=True)
class _Asked:
    """What the pieces of a captive follow from: those asked for alike are the same."""

    follows_from: tuple[object, ...]
    given: FitInput = field(compare=False)


def _made(given: FitInput) -> _Made:
    """The pieces of a captive, worked out once for both parts and for how they meet."""
    alone = (given.a.body is None, given.b.body is None)
    its = given.read(CaptiveFields)
    frames = (given.frame_a, given.frame_b)
    key = (its, given.gap_mm, given.fit, *frames, *alone, repr(given.process), chord_error_mm())
    return _made_of(_Asked(key, given))


@lru_cache(maxsize=4)
def _made_of(asked: _Asked) -> _Made:
    return _MAKERS[asked.given.read(CaptiveFields).form](asked.given)


_MAKERS = {
    "a ring on a post": _ring_on_post,
    "a ball in a cage": _ball_in_cage,
    "a link through an eye": _link_through_eye,
    "links of a chain": _chain,
}
