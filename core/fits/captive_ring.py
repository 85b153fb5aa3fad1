"""A ring on a post, printed in place: it turns and cannot come off over the head."""

from __future__ import annotations

import math

from core.errors import BuildError
from core.fits.captive_fields import CaptiveFields
from core.fits.captive_made import Made, foot_mm
from core.fits.pieces import ROOT_MM, turned, upright_cut
from core.fits.registry import FitInput, Probe, SectionView, WorkingLine


def ring_on_post(given: FitInput) -> Made:
    """The post with its head, and the ring round it."""
    n, gap, f = given.read(CaptiveFields), given.gap_mm, given.frame_a
    post, head, tall = n.size_mm / 2, n.head_mm / 2, n.tall_mm
    foot = foot_mm(given)
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
    return Made(
        [holder], [captive], f.lifted(foot), ({"post", "head"}, {"bore", "ring top"}), section,
        (
            WorkingLine("ring bore", f"{n.size_mm:.2f} + 2 × {gap:.2f}", 2 * inner),
            WorkingLine("ring height", f"{tall:.2f} − {gap:.2f} − {foot:.2f}", ring),
        ),
        "the ring", tall + slope + 3.0 + ring, True,
        cures=(("head", f"{2 * inner + 2:.3g} mm", f"a head {2 * inner + 2:.3g} mm across"),),
    )  # fmt: skip
