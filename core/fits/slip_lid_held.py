"""What holds a slip lid, and lets its air out: a detent bead and its groove, air grooves.

A ring snap: strain = diametral undercut ÷ diameter (published snap-fit design guide for plastics
by a maker of polycarbonate, from memory). The bead stands proud of the inner part; the groove in
the skirt is the bead opened by the gap, so that on the finished lid nothing is strained.
"""

from __future__ import annotations

import math

import numpy as np

from core.errors import BuildError
from core.fits.pieces import box
from core.fits.registry import Bends, FitInput, WorkingLine
from core.fits.slip_lid_fields import SlipLidFields
from core.fits.slip_lid_sizes import Sizes
from core.outlines import flatten, offset_outline, segment_counts
from core.solids import Body, Frame, Prism, Section, prism_body, stack
from core.steps.state import Mouth

ROOT_MM = 0.3


def _middle(given: FitInput, sizes: Sizes) -> float:
    """The height of the bead above the rim: half-way up the straight side."""
    its = given.read(SlipLidFields)
    lead = its.lead_in_mm
    low, high = sizes.low + lead, sizes.low + its.engagement_mm - lead
    return (low + high) / 2


def _ridge(given: FitInput, mouth: Mouth, sizes: Sizes, grow: float, side: str) -> Body:
    """A 45° ridge round the inner part, ``grow`` larger square to its faces."""
    its = given.read(SlipLidFields)
    high = its.bead_mm
    base = offset_outline(mouth.outer, -sizes.lip)
    counts = segment_counts(base)
    at = _middle(given, sizes)
    # faces at 45°: grown square by g, the tip moves out by g and the foot along by g·√2
    tip = high + grow
    half = high + grow * math.sqrt(2)
    flat = max(half - tip, 0.0)

    def ring(out: float) -> list:  # type: ignore[type-arg]
        return flatten(offset_outline(base, out), side, counts)[0]  # type: ignore[arg-type]

    names = [["bead"] * len(ring(0.0)[0])]
    sections = [Section(at - half - ROOT_MM, ring(-ROOT_MM)), Section(at - flat, ring(tip))]
    if flat > 1e-6:
        sections.append(Section(at + flat, ring(tip)))
    sections.append(Section(at + half + ROOT_MM, ring(-ROOT_MM)))
    return stack(sections, names, given.fit).moved(mouth.frame.matrix)


def bead(given: FitInput, mouth: Mouth, sizes: Sizes) -> Body:
    """The bead on the inner part, as a ring."""
    its = given.read(SlipLidFields)
    _checked(given, sizes)
    inner = offset_outline(mouth.outer, -sizes.lip - ROOT_MM)
    at, high = _middle(given, sizes), its.bead_mm
    core = prism_body(Prism(mouth.frame, inner, at - high - 2, at + high + 2), given.fit, "outside")
    return _ridge(given, mouth, sizes, 0.0, "inside") - core


def bead_groove(given: FitInput, mouth: Mouth, sizes: Sizes) -> Body:
    """The groove in the skirt, in the lid's own coordinates."""
    groove = _ridge(given, mouth, sizes, given.gap_mm, "outside")
    back = Frame().lifted(-sizes.low).matrix
    to_lid = mouth.frame
    square = np.vstack([to_lid.matrix, [0.0, 0.0, 0.0, 1.0]])
    return groove.moved(np.linalg.inv(square)[:3]).moved(back)


def _checked(given: FitInput, sizes: Sizes) -> None:
    its = given.read(SlipLidFields)
    high, room = its.bead_mm, its.engagement_mm - 2 * its.lead_in_mm
    need = 2 * (high + given.gap_mm * math.sqrt(2))
    if need > room:
        raise BuildError(
            f"a bead {high:g} mm high needs {need:.2f} mm of straight side; there are"
            f" {room:.2f} mm",
            remedy="a lower bead, or more engagement",
        )
    if high <= given.gap_mm:
        raise BuildError(
            f"a bead {high:g} mm high is no higher than the gap: it would hold nothing",
            remedy=f"more than {given.gap_mm:g} mm",
        )


def air_grooves(given: FitInput, mouth: Mouth, sizes: Sizes) -> list[Body]:
    """Upright grooves in the skirt's inside through which the air escapes, in lid coordinates."""
    its = given.read(SlipLidFields)
    count = round(its.air)
    if count <= 0:
        return []
    deep, wide = _groove(given, sizes)
    reach = max(mouth.outer.size)
    inside = offset_outline(mouth.outer, -sizes.skirt)
    outside = offset_outline(inside, deep)
    ring = prism_body(
        Prism(Frame(), outside, -1.0, sizes.ceiling - sizes.low), given.fit, "outside"
    )
    found = []
    for index in range(count):
        spoke = Frame().turned(360 / count * index + 180 / count)
        slot = prism_body(
            Prism(spoke, box(reach, wide, reach / 2, 0.0), -1.0, sizes.ceiling - sizes.low),
            given.fit,
            "outside",
        )
        found.append(slot & ring)
    return found


def _groove(given: FitInput, sizes: Sizes) -> tuple[float, float]:
    """Depth and width of an air groove: a third of the skirt, and a millimetre and a half."""
    its = given.read(SlipLidFields)
    thick = sizes.skirt if its.school == "lip" else its.skirt_mm
    return thick / 3, 1.5


def held_working(given: FitInput, mouth: Mouth, sizes: Sizes) -> list[WorkingLine]:
    """The air's way out, and the strain of the ring."""
    its = given.read(SlipLidFields)
    gap, high = given.gap_mm, its.bead_mm
    deep, wide = _groove(given, sizes)
    count = round(its.air)
    around = offset_outline(mouth.outer, -sizes.lip).outer.length
    area = around * gap + count * deep * wide
    lines = [
        WorkingLine(
            "air escapes through",
            f"{around:.1f} × {gap:.2f} + {count} × {deep:.2f} × {wide:.2f}",
            area,
            "mm²",
        )
    ]
    if high > 0:
        under = 2 * (high - gap)
        across = min(mouth.outer.size)
        lines.append(
            WorkingLine(
                "ring strain",
                f"2 × ({high:.2f} − {gap:.2f}) / {across:.2f}",
                under / across * 100,
                "%",
            )
        )
    return lines


def held_bends(given: FitInput, mouth: Mouth, sizes: Sizes) -> Bends | None:
    """What the bead asks of the skirt as it passes the groove; None without one."""
    its = given.read(SlipLidFields)
    high = its.bead_mm
    if high <= 0:
        return None
    across = min(mouth.outer.size)
    stuff = given.process.stuff(given.material_b)
    limit = stuff.strain_once_percent
    cures: tuple[tuple[str, str, str], ...] = ()
    if limit is not None:
        least = math.floor((limit / 100 * across / 2 + given.gap_mm) * 20) / 20
        if least > given.gap_mm:
            cures = (("bead", f"{least:g} mm", f"a bead {least:g} mm high"),)
    strain = 2 * (high - given.gap_mm) / across
    return Bends("the skirt, stretched by its bead,", strain, None, limit, stuff.name, cures)
