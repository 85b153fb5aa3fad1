"""The sizes of a slip lid, refused with the value that would work."""

from __future__ import annotations

import math
from dataclasses import dataclass

from core.errors import BuildError
from core.fits.pieces import not_negative, positive
from core.fits.registry import FitInput
from core.fits.slip_lid_fields import SlipLidFields
from core.steps.state import Mouth


@dataclass(frozen=True)
class Sizes:
    """Insets of the mating surfaces from the base's outside (> 0 inwards), and heights, mm.

    Heights count from the rim of the base.
    """

    lip: float  # the inner part's mating surface
    skirt: float  # the outer part's mating surface
    lid: float  # the lid's outside
    low: float  # underside of the skirt
    ceiling: float
    top: float


def headroom(given: FitInput) -> float:
    """How far a lid over a lip stays off its rim, mm; over a cap none."""
    its = given.read(SlipLidFields)
    return its.headroom_mm if its.school == "lip" else 0.0


def lid_sizes(given: FitInput, mouth: Mouth) -> Sizes:
    """Every size of the fit, refused with the value that would work."""
    its = given.read(SlipLidFields)
    lip_gives, skirt_gives = given.shares
    engagement, plate = its.engagement_mm, its.plate_mm
    positive(given, engagement="engagement", plate="plate")
    not_negative(given, headroom="headroom", lead_in="lead-in")
    if its.school == "lip":
        seam = its.seam_mm
        lip, skirt = seam + lip_gives, seam - skirt_gives
        left = mouth.wall - lip
        if skirt <= 0:
            raise BuildError(
                f"no skirt is left: seam {seam:.4g} − gap {skirt_gives:.4g} = {skirt:.4g} mm",
                remedy=f"a seam of more than {skirt_gives:.4g} mm",
            )
        if left <= 0:
            raise BuildError(
                f"no lip is left: wall {mouth.wall:.4g} − seam {seam:.4g} − gap {lip_gives:.4g} "
                f"= {left:.4g} mm",
                remedy=f"a wall of more than {lip:.4g} mm, or a smaller seam",
            )
        ceiling = engagement + its.headroom_mm
        sizes = Sizes(lip, skirt, 0.0, 0.0, ceiling, ceiling + plate)
        thin = min(left, skirt)
    else:
        lip, skirt = lip_gives, -skirt_gives
        if its.skirt_mm <= 0:
            raise BuildError("the skirt has no thickness", remedy="a skirt above nought")
        if engagement >= mouth.height:
            raise BuildError(
                f"the cap reaches {engagement:.4g} mm down a base {mouth.height:.4g} mm high",
                remedy=f"less than {mouth.height:.4g} mm",
            )
        if lip >= mouth.wall:
            raise BuildError(
                f"no wall is left: wall {mouth.wall:.4g} − gap {lip:.4g} mm",
                remedy="a thicker wall, or let the lid give way",
            )
        sizes = Sizes(lip, skirt, skirt - its.skirt_mm, -engagement, 0.0, plate)
        thin = min(mouth.wall - lip, its.skirt_mm)
    most = min(thin, engagement)
    if its.lead_in_mm > most:
        raise BuildError(
            f"a {its.lead_in_mm:.4g} mm lead-in does not fit on {thin:.4g} mm of wall",
            remedy=f"at most {math.floor(most * 1000) / 1000:g} mm",
        )
    return sizes
