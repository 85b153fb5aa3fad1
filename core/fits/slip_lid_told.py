"""What a slip lid says of itself: its working, the walls it leaves, cautions and its section."""

from __future__ import annotations

import math

from core.fits.registry import (
    FaceSet,
    FitInput,
    Probe,
    SectionView,
    WallLeft,
    WorkingLine,
)
from core.fits.slip_lid_fields import SlipLidFields
from core.fits.slip_lid_sizes import Sizes, headroom
from core.outlines.curves import Arc, Line
from core.solids import Frame
from core.steps.registry import Cures
from core.steps.state import Mouth


def working(given: FitInput, mouth: Mouth, sizes: Sizes) -> list[WorkingLine]:
    """How every size of the fit comes about, line by line."""
    its = given.read(SlipLidFields)
    gap = given.gap_mm
    lip_gives, skirt_gives = given.shares
    width = mouth.outer.size[0]
    inner = width - 2 * sizes.lip
    outer = width - 2 * sizes.skirt
    lines = []
    if its.school == "lip":
        seam = its.seam_mm
        lines += [
            WorkingLine(
                "lip across",
                f"{width:.2f} − 2 × ({seam:.2f} + {lip_gives:.2f})",
                inner,
            ),
            WorkingLine("lid bore across", f"{inner:.2f} + 2 × {gap:.2f}", outer),
            WorkingLine(
                "lip thickness",
                f"{mouth.wall:.2f} − {seam:.2f} − {lip_gives:.2f}",
                mouth.wall - sizes.lip,
            ),
            WorkingLine("skirt thickness", f"{seam:.2f} − {skirt_gives:.2f}", sizes.skirt),
            WorkingLine(
                "lid height",
                f"{its.engagement_mm:.2f} + {its.headroom_mm:.2f} + {its.plate_mm:.2f}",
                sizes.top - sizes.low,
            ),
        ]
    else:
        skirt = its.skirt_mm
        lines += [
            WorkingLine("neck across", f"{width:.2f} − 2 × {lip_gives:.2f}", inner),
            WorkingLine("cap bore across", f"{inner:.2f} + 2 × {gap:.2f}", outer),
            WorkingLine("cap across", f"{outer:.2f} + 2 × {skirt:.2f}", outer + 2 * skirt),
            WorkingLine(
                "cap height",
                f"{its.engagement_mm:.2f} + {its.plate_mm:.2f}",
                sizes.top - sizes.low,
            ),
        ]
    return lines


def walls_left(given: FitInput, mouth: Mouth, sizes: Sizes) -> list[WallLeft]:
    """What the fit leaves of the walls of both parts."""
    its = given.read(SlipLidFields)
    lip_school = its.school == "lip"
    return [
        WallLeft(
            "a",
            "lip" if lip_school else "neck",
            mouth.wall - sizes.lip,
            inner_faces(given, mouth, sizes),
        ),
        WallLeft(
            "b",
            "skirt",
            sizes.skirt if lip_school else its.skirt_mm,
            (given.fit, frozenset({"skirt inside"})),
        ),
    ]


def inner_faces(given: FitInput, mouth: Mouth, sizes: Sizes) -> FaceSet:
    """The faces of the base that the skirt slides over."""
    its = given.read(SlipLidFields)
    if its.school == "lip" or sizes.lip > 0:
        return (given.fit, frozenset({"lip outside"}))
    return mouth.sides


def _sharp_corners(mouth: Mouth, sizes: Sizes) -> list[tuple[str, str]]:
    """Where rounded corners are used up by the way inwards to the surfaces that meet."""
    radii = {
        segment.radius
        for segment in mouth.outer.outer.segments
        if isinstance(segment, Arc) and segment.sweep > 0 and segment.radius > 0
    }
    used = [radius for radius in radii if radius <= sizes.lip]
    if not used:
        return []
    return [
        (
            "note",
            (
                f"the corners of the lip turn sharp: of their radius of {max(used):.2f} mm nothing"
                f" is left {sizes.lip:.2f} mm further in; rounded by more than {sizes.lip:.2f} mm"
                " outside they stay round"
            ),
        )
    ]


def cautions(
    given: FitInput, mouth: Mouth, sizes: Sizes
) -> list[tuple[str, str] | tuple[str, str, Cures]]:
    """What to mind of such a lid: words, the field they stand at, and cures."""
    its = given.read(SlipLidFields)
    found: list[tuple[str, str] | tuple[str, str, Cures]] = []
    lead, engagement = its.lead_in_mm, its.engagement_mm
    both = 2 * lead + given.gap_mm
    if lead == 0:
        found.append(("note", "no lead-in: the sharp edges meet when the lid goes on"))
    else:
        found.append(("good", f"the two lead-ins pass each other by {both:.2f} mm a side"))
    if engagement - 2 * lead < 2.0:
        deep = math.ceil((2.0 + 2 * lead) * 10 - 1e-9) / 10
        found.append(
            (
                "warning",
                (
                    f"only {max(engagement - 2 * lead, 0):.2f} mm of straight side guides the lid; "
                    "at least 2 mm keeps it from rocking (common practice, no source)"
                ),
                (("engagement", f"{deep:g} mm", f"{deep:g} mm of engagement"),),
            )
        )
    return found + _sharp_corners(mouth, sizes)


def cut_at_widest(mouth: Mouth) -> tuple[Frame, float]:
    """A section plane through the middle of the rim's first straight side, or its widest point.

    Its u runs outwards from the outside of the wall, v up from the rim. Also half the size across.
    """
    segment = max(mouth.outer.outer.segments, key=lambda s: (isinstance(s, Line), s.length))
    if isinstance(segment, Line):
        x, y = (segment.a[0] + segment.b[0]) / 2, (segment.a[1] + segment.b[1]) / 2
        dx, dy = segment.direction
        out = (dy, -dx)
    else:
        x, y = segment.point(segment.start + segment.sweep / 2)
        size = math.dist((x, y), segment.center)
        out = ((x - segment.center[0]) / size, (y - segment.center[1]) / size)
    m = mouth.frame
    u, v, z = m.x_axis, m.y_axis, m.z_axis
    outward = (
        out[0] * u[0] + out[1] * v[0],
        out[0] * u[1] + out[1] * v[1],
        out[0] * u[2] + out[1] * v[2],
    )
    # the plane holds `outward` and the frame's z; its normal is their cross product
    normal = (
        outward[1] * z[2] - outward[2] * z[1],
        outward[2] * z[0] - outward[0] * z[2],
        outward[0] * z[1] - outward[1] * z[0],
    )
    return Frame(m.point(x, y, 0.0), outward, normal), mouth.outer.size[0] / 2


def section(given: FitInput, mouth: Mouth, sizes: Sizes) -> SectionView:
    """A cut straight through the middle of the base's first straight side, or its widest point."""
    its = given.read(SlipLidFields)
    plane, _ = cut_at_widest(mouth)
    lead = its.lead_in_mm
    lip_school = its.school == "lip"
    reach = mouth.wall * 1.2 + 1.0
    right = max(-sizes.lid, 0.0) + 1.2
    below = -3.0 if lip_school else sizes.low - 2.5
    low, high = (-reach, below), (right, sizes.top + 0.6)
    middle = (sizes.low + lead + sizes.ceiling - headroom(given) - lead) / 2
    start = -sizes.lip - (mouth.wall - sizes.lip) / 2
    probes = [Probe("side", (start, middle), (1.0, 0.0))]
    if lip_school:
        x_lip = -(mouth.wall + sizes.lip + lead) / 2
        probes.append(Probe("headroom", (x_lip, its.engagement_mm / 2), (0.0, 1.0)))
    labels = (
        ("lip" if lip_school else "neck", -(mouth.wall + sizes.lip) / 2, middle - 1.2),
        ("skirt", -(sizes.skirt + sizes.lid) / 2, middle - 1.2),
    )
    return SectionView(plane, low, high, tuple(probes), labels)
