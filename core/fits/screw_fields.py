"""What is set of a screw fit, and the thread and the openings of its two sides."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from core.fits.registry import FitInput
from core.steps.fields import Fields
from core.threads import Opening, Thread, opened, read_thread


@dataclass(frozen=True, slots=True)
class ScrewFields(Fields):
    """What is set of a screw."""

    designation: str
    long_mm: float
    engaged_mm: float
    screwed_mm: float
    makes: Literal["hexagon nut", "round cap", "tapped hole only"]
    wall_mm: float
    plate_mm: float
    grips: float
    start_mm: float
    lead_in_mm: float
    run_out_mm: float
    relief_mm: float
    starts: float
    hand: Literal["right", "left"]
    drawn: Literal["in full", "as a mark only"]


def modelled(given: FitInput) -> bool:
    """Whether its ridges are made, and not only the cylinders they lie between."""
    its = given.read(ScrewFields)
    return its.drawn == "in full"


def sides(given: FitInput) -> tuple[Thread, Opening, Opening]:
    """The thread, the bolt's side and the nut's, opened by what each gives."""
    its = given.read(ScrewFields)
    starts = round(its.starts)
    thread = read_thread(its.designation, starts, its.hand == "left")
    inner, outer = given.shares
    return thread, opened(thread, inner, True), opened(thread, outer, False, inner)
