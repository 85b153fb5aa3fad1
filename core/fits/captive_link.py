"""A link through an eye, printed in place."""

from __future__ import annotations

import math

from core.errors import BuildError
from core.fits.captive_fields import CaptiveFields
from core.fits.captive_made import Made
from core.fits.pieces import raised
from core.fits.registry import FitInput, Probe, SectionView, WorkingLine
from core.outlines import Outline, circle
from core.outlines.curves import Arc
from core.outlines.loop import Loop
from core.solids import Frame
from core.solids.turned import turned_body


def link_through_eye(given: FitInput) -> Made:
    """The eye in a plate, and the link that goes through it."""
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
    return Made(
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
