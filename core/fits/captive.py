"""Captive pieces printed in place: a ring on a post, a ball in a cage, a link through an eye."""

from __future__ import annotations

import math
from collections.abc import Mapping

from core.errors import BuildError
from core.fits.pieces import (
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
from core.outlines.loop import Loop
from core.solids import Body, Frame
from core.solids.turned import turned_body
from core.steps.field import Field
from core.steps.registry import Cures
from core.steps.state import PartState

FLOOR_MM = 1.2  # of a cage that stands by itself
FORMS = ("a ring on a post", "a ball in a cage", "a link through an eye")


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
        Field("size", "length", "post, ball or eye plate thickness", "8 mm"),
        Field(
            "tall", "length", "height of the neck", "7 mm", when=(("form", ("a ring on a post",)),)
        ),
        Field("head", "length", "head over the post, cage or link diameter", "18 mm"),
        Field("thick", "length", "thickness of the ring or wire", "4 mm"),
        Field("bars", "count", "bars of the cage", "4", when=(("form", ("a ball in a cage",)),)),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return {
            "a ring on a post": "Captive: {form} {size} across, {tall} of neck under a head {head} across, the ring {thick} wide",
            "a ball in a cage": "Captive: {form}, the ball {size} across, cage {head} across of {bars} bars {thick} thick",
            "a link through an eye": "Captive: {form} in a plate {size} thick, the link {head} across of wire {thick}",
        }[words["form"]]

    def build_a(self, given: FitInput) -> PartState:
        positive(given, size="size", tall="height", head="outer size", thick="thickness")
        made = _MAKERS[given.words["form"]](given)
        return finished(given, given.a, add=made.holder_add, cut=made.holder_cut)

    def build_b(self, given: FitInput) -> PartState:
        made = _MAKERS[given.words["form"]](given)
        return finished(given, given.b, add=[made.captive])

    def meeting(self, given: FitInput) -> Meeting:
        made = _MAKERS[given.words["form"]](given)
        gap, layer = given.gap_mm, given.process.layer_mm
        cautions: list[tuple[str, str] | tuple[str, str, Cures]] = []
        if gap < layer:
            cautions.append(
                (
                    "warning",
                    f"the gap of {gap:.2f} mm is under one layer of {layer:g} mm: it will fuse where it lies level",
                    (("gap", "", "the proposed gap"),),
                )
            )
        cautions.append(
            (
                "note",
                "small parts: check the captive piece against the cylinder of 16 CFR 1501.4 if a child may play with it",
            )
        )
        fit = given.fit
        return Meeting(
            seated(made.seat, given.frame_b),
            (Pair("all round", (fit, made.holder_faces), (fit, made.captive_faces), gap),),
            made.section,
            made.working,
            (),
            tuple(cautions),
            Motion("turn", given.frame_a, 0.0, 360.0, words="turned round") if made.spins else None,
            in_place=True,
            held=Held(made.what, given.frame_a.z_axis, made.far_mm, made.cures),
        )


class _Made:
    """The pieces of one form and what is said of them."""

    def __init__(
        self, holder_add: list[Body], captive: Body, seat: Frame, faces: tuple[set[str], set[str]],
        section: SectionView, working: tuple[WorkingLine, ...], what: str, far_mm: float,
        spins: bool, holder_cut: list[Body] | None = None,
        cures: tuple[tuple[str, str, str], ...] = (),
    ) -> None:  # fmt: skip
        self.holder_add, self.holder_cut = holder_add, holder_cut or []
        self.captive, self.seat = captive, seat
        self.holder_faces, self.captive_faces = frozenset(faces[0]), frozenset(faces[1])
        self.section, self.working = section, working
        self.what, self.far_mm, self.spins, self.cures = what, far_mm, spins, cures


def _foot(given: FitInput) -> float:
    """How high the loose piece stands over the place it is printed on: on a bed it stands, over a
    face of its holder it floats by the gap."""
    return 0.0 if given.a.body is None else given.gap_mm


def _ring_on_post(given: FitInput) -> _Made:
    n, gap, f = given.numbers, given.gap_mm, given.frame_a
    post, head, tall = n["size"] / 2, n["head"] / 2, n["tall"]
    foot = _foot(given)
    ring = tall - gap - foot
    inner = post + gap
    outer = inner + n["thick"]
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
    spread = gap + min(1.0, n["thick"] / 2) if alone else 0.0
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
        upright_cut(f), (post - 3.0, -2.0), (max(outer, head) + 1.5, tall + slope + 2.5),
        (Probe("side", (inner + n["thick"] / 2, foot + ring * 0.4), (-1.0, 0.0)), Probe("headroom", (inner + n["thick"] / 2, foot + ring * 0.4), (0.0, -1.0))),
        (("ring", inner + n["thick"] / 2, foot + ring * 0.6), ("post", post - 1.5, tall / 2)),
    )  # fmt: skip
    return _Made(
        [holder], captive, f.lifted(foot), ({"post", "head"}, {"bore", "ring top"}), section,
        (
            WorkingLine("ring bore", f"{n['size']:.2f} + 2 × {gap:.2f}", 2 * inner),
            WorkingLine("ring height", f"{tall:.2f} − {gap:.2f} − {foot:.2f}", ring),
        ),
        "the ring", tall + slope + 3.0 + ring, True,
        cures=(("head", f"{2 * inner + 2:.3g} mm", f"a head {2 * inner + 2:.3g} mm across"),),
    )  # fmt: skip


def _ball_in_cage(given: FitInput) -> _Made:
    n, gap, f = given.numbers, given.gap_mm, given.frame_a
    ball, cage, bars = n["size"] / 2, n["head"] / 2, round(n["bars"])
    bar = n["thick"]
    if bars < 3:
        raise BuildError(f"a cage of {bars} bars", remedy="3 bars or more")
    inner = cage - bar
    if inner < ball + gap:
        raise BuildError(
            "the ball does not fit the cage",
            remedy=f"a cage of more than {2 * (ball + gap + bar):.2f} mm",
        )
    flat = 0.3 * ball  # the ball stands on a small flat, so that it prints
    foot = _foot(given)
    centre = foot + math.sqrt(ball**2 - flat**2)
    top = centre + ball + gap
    alone = given.a.body is None
    root = 0.0 if alone else -ROOT_MM
    add = []
    if alone:
        # a floor of its own round the ball's foot: the ball stands on the bed and cannot drop out
        mouth = math.sqrt((ball + gap) ** 2 - (centre - FLOOR_MM) ** 2)
        floor = [(mouth, 0.0), (cage, 0.0), (cage, FLOOR_MM), (mouth, FLOOR_MM)]
        add.append(turned(floor, ["floor", "cage side", "floor", "roof"], f, given.fit))
    for index in range(bars):
        spot = f.turned(360 / bars * index)
        add.append(
            raised(
                box(bar, bar, cage - bar / 2, 0.0),
                root,
                top + bar,
                spot,
                given.fit,
                top="cage top",
            )
        )
    lid = turned(
        [(0.0, top), (inner, top), (cage, top), (cage, top + bar), (0.0, top + bar)],
        ["roof", "roof", "cage side", "cage top", "axis"], f, given.fit,
    )  # fmt: skip
    add.append(lid)
    window = _window(cage - bar / 2, bar, bars)
    captive = _sphere(ball, centre - foot, math.sqrt(ball**2 - flat**2), given)
    section = SectionView(
        upright_cut(f), (-cage - 1.0, -1.5), (cage + 1.0, top + bar + 1.0),
        (Probe("headroom", (0.0, centre), (0.0, 1.0)),),
        (("ball", 0.0, centre), ("cage", cage - bar / 2, centre)),
    )  # fmt: skip
    return _Made(
        add, captive, f.lifted(foot), ({"roof"}, {"ball"}), section,
        (WorkingLine("window between bars", f"narrowest of {bars}, bars {bar:.2f} square", window),),
        "the ball", cage + 2 * ball + 1.0, False, cures=_more_bars(given, ball, cage, bar),
    )  # fmt: skip


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
    for bars in range(round(given.numbers["bars"]) + 1, 25):
        window = _window(cage - bar / 2, bar, bars)
        if bar / 2 < window < 2 * ball - 1.0:
            return (("bars", str(bars), f"{bars} bars"),)
    return ()


def _sphere(radius: float, centre: float, flat_down: float, given: FitInput) -> Body:
    """A ball whose lowest cap is cut flat, turned from its half outline."""
    start = math.asin(-min(flat_down / radius, 1.0))
    arc = Arc((0.0, centre), radius, start, math.pi / 2 - start, "ball")
    foot = (0.0, centre - flat_down)
    pieces = (Line(foot, arc.a, "ball foot"), arc, Line(arc.b, foot, "axis"))
    return turned_body(Outline(Loop(pieces)), given.frame_b, given.fit)


def _link_through_eye(given: FitInput) -> _Made:
    n, gap, f = given.numbers, given.gap_mm, given.frame_a
    plate, wire, ring = n["size"], n["thick"] / 2, n["head"] / 2 - n["thick"] / 2
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
        [], captive, axis, ({"side"}, {"wire"}), section,
        (
            WorkingLine("eye", f"2 × ({ring:.2f} − √({inside:.2f}² − {plate / 2:.2f}²))", 2 * eye),
            WorkingLine("link inside", f"{n['head']:.2f} − 2 × {n['thick']:.2f}", 2 * (ring - wire)),
        ),
        "the link", 2 * (ring + wire) + 1.0, False, [hole],
    )  # fmt: skip


_MAKERS = {
    "a ring on a post": _ring_on_post,
    "a ball in a cage": _ball_in_cage,
    "a link through an eye": _link_through_eye,
}
