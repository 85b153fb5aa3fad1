"""Links of a chain, printed in place: every other one is a part's."""

from __future__ import annotations

import math

from core.errors import BuildError
from core.fits.captive_fields import CaptiveFields
from core.fits.captive_made import Made
from core.fits.pieces import box, raised
from core.fits.registry import FitInput, Probe, SectionView, WorkingLine
from core.solids import Body, Frame

CHAIN_FLAT = 0.3  # of a chain's wire that is cut off its lowest edge, so that it stands on the bed


def chain(given: FitInput) -> Made:
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
    return Made(
        first, second, f, (set(ends), set(ends)), section,
        (
            WorkingLine("from link to link", f"{long:.2f} − 2 × {wire:.2f} − {gap:.2f}", pitch),
            WorkingLine("inside a link", f"{long:.2f} − 2 × {wire:.2f}", inside[0]),
        ),
        "every other link", 2 * long, False, pieces=len(first),
    )  # fmt: skip
