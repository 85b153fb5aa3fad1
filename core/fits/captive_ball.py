"""A ball in a cage, printed in place."""

from __future__ import annotations

import math

from core.errors import BuildError
from core.fits.captive_fields import CaptiveFields
from core.fits.captive_made import Made, foot_mm
from core.fits.pieces import HAIR_MM, ROOT_MM, raised, turned, upright_cut
from core.fits.registry import FitInput, Probe, SectionView, WorkingLine
from core.outlines import Outline
from core.outlines.curves import Arc, Line
from core.outlines.loop import Loop, polygon_loop
from core.solids import Body
from core.solids.turned import turned_body

FLOOR_MM = 1.2  # of a cage that stands by itself
# a ball's foot: a cone of 45° laid inside it between two latitudes below its middle, then a flat
CONE_DEG = (28.0, 62.0)
CONE_HIGH = math.sin(math.radians(CONE_DEG[1])) - math.sin(math.radians(CONE_DEG[0]))


def ball_in_cage(given: FitInput) -> Made:
    """The cage of bars that lean in, and the ball on its foot."""
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
    foot = foot_mm(given)
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
    # a cap where they meet: as far out as neighbours touch, as high as their flat tops stand there,
    # and no lower than they do half-way between two of them, where it would hang in the air
    hub = min(bar / 2 / math.sin(math.pi / bars) + HAIR_MM, inner)
    rises = hub * (1 - math.cos(math.pi / bars))
    proud = rises + HAIR_MM
    high = [(hub, top - hub + proud), (0.0, top + proud)]
    low = eaves + inner + rises
    key = [(0.0, low), (hub, low - hub), *high]
    add.append(turned(key, ["roof", "hub", "cage top", "axis"], f, given.fit))
    window = _window(cage - bar / 2, bar, bars)
    captive = _sphere(ball, centre - foot, given)
    section = SectionView(
        upright_cut(f), (-cage - 1.0, -1.5), (cage + 1.0, top + 1.0),
        (Probe("headroom", (0.0, centre), (0.0, 1.0)),),
        (("ball", 0.0, centre), ("cage", cage - bar / 2, centre)),
    )  # fmt: skip
    return Made(
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
