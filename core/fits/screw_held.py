"""What holds bolt and nut together, where their ridges shear, and what wants minding."""

from __future__ import annotations

import math

from core.fits.registry import Engages, FitInput, WorkingLine
from core.fits.screw_fields import ScrewFields, modelled
from core.process import propose_gap
from core.steps.registry import Cures
from core.threads import Opening, Thread
from core.threads.strength import (
    SHEAR_MPA,
    about_newtons,
    full_depth_mm,
    half_width_mm,
    most_gap_mm,
    stripping,
    thread_that_holds,
)


def holds(
    thread: Thread, bolt: Opening, nut: Opening, meets: float
) -> tuple[WorkingLine, WorkingLine]:
    """How many turns the ridges share, and where they shear first."""
    strips = stripping(thread, bolt, nut, meets)
    return (
        WorkingLine(
            "turns shared", f"{meets:.2f} / {thread.lead:.2f}", meets / thread.lead, "turns"
        ),
        WorkingLine(
            f"ridges shear, {strips.weaker} first, {about_newtons(strips.strips_at_n)}",
            f"{_sheared(thread, bolt, nut, strips.weaker, meets)} × {SHEAR_MPA:g} MPa, of",
            min(strips.bolt_mm2, strips.nut_mm2),
            "mm²",
        ),
    )


def engages(given: FitInput, thread: Thread, bolt: Opening, nut: Opening, meets: float) -> Engages:
    """What holds bolt and nut together, with what would hold where this does not."""
    its = given.read(ScrewFields)
    inner = given.shares[0] / given.gap_mm if given.gap_mm else 0.0
    cures: list[tuple[str, str, str]] = []
    most = most_gap_mm(thread, inner)
    if most > 0 and most < given.gap_mm:
        cures.append(("gap", f"{most:g} mm", f"a gap of {most:g} mm a side"))
    # what the feel asks for, which a typed or lessened gap may not reach
    wanted = (
        max(given.gap_mm, propose_gap(given.feel, given.process)) if given.feel else given.gap_mm
    )
    other = thread_that_holds(thread, wanted, inner)
    if other is not None and abs(other.major - thread.major) < 0.01:
        cures.append(("designation", other.name, f"the thread {other.name}"))
    strips = stripping(thread, bolt, nut, meets)
    return Engages(
        given.frame_a,
        (given.fit, frozenset({"crest"})),
        (given.fit, frozenset({"bore"})),
        # the nut's mouth lies as far down as it is screwed on, its body above it
        max(-its.screwed_mm, -its.long_mm),
        min(its.engaged_mm - its.screwed_mm, 0.0),
        full_depth_mm(thread),
        thread.lead,
        strips.strips_at_n,
        tuple(cures),
        f"{other.name} would at {wanted:.2f} mm a side" if other is not None else "",
        _longer(given, thread),
    )


def _longer(given: FitInput, thread: Thread) -> tuple[tuple[str, str, str], ...]:
    """The one length that keeps fewer than two turns from engaging, made long enough."""
    n = given.read(ScrewFields)
    wanted = 2.5 * thread.lead + n.lead_in_mm
    lengths = {"screwed": n.screwed_mm, "engaged": n.engaged_mm, "long": n.long_mm}
    short = [name for name, mm in lengths.items() if mm < wanted]
    if len(short) != 1:
        return ()
    text = f"{math.ceil(wanted * 2) / 2:g} mm"
    return ((short[0], text, f"{short[0]} {text}"),)


def _sheared(thread: Thread, bolt: Opening, nut: Opening, weaker: str, meets: float) -> str:
    """The shear area of the weaker side, as a formula."""
    if weaker == "bolt":
        wide, radius = 2 * half_width_mm(bolt, nut.root), nut.root
    else:
        wide, radius = thread.pitch - 2 * half_width_mm(nut, bolt.crest), bolt.crest
    return f"2π × {radius:.2f} × {meets:.1f} × {max(wide, 0):.2f} / {thread.pitch:g}"


def _set(field: str, value_mm: float) -> Cures:
    """A length of the fit set to the next tenth up."""
    text = f"{math.ceil(value_mm * 10 - 1e-9) / 10:g} mm"
    return ((field, text, f"{field.replace('_', '-')} {text}"),)


def cautions(given: FitInput, thread: Thread) -> list[tuple[str, str] | tuple[str, str, Cures]]:
    """What wants minding of a thread as it is to be printed, with what would cure it."""
    its = given.read(ScrewFields)
    found: list[tuple[str, str] | tuple[str, str, Cures]] = []
    if its.lead_in_mm < (thread.major - thread.minor_external) / 2:
        short = (thread.major - thread.minor_external) / 2 - its.lead_in_mm
        found.append(
            (
                "note",
                (
                    f"the lead-in is {short:.2f} mm short of the thread's depth: it will not pass"
                    " the partner's first ridge"
                ),
                _set("lead_in", (thread.major - thread.minor_external) / 2 + 0.05),
            )
        )
    if 0 < its.relief_mm < thread.pitch:
        found.append(
            (
                "warning",
                (
                    f"a relief {its.relief_mm:g} mm wide is less than one pitch,"
                    f" {thread.pitch:g} mm: a nut jams before it is through"
                ),
                _set("relief", thread.pitch),
            )
        )
    if its.makes == "round cap" and round(its.grips) == 0:
        words = "a smooth round cap has nothing to turn it by: give it grips"
        found.append(("note", words, (("grips", "18", "18 grips"),)))
    if not modelled(given):
        found.append(
            (
                "warning",
                "this thread is a mark only: it will not be in any file you take away",
                (("drawn", "in full", "the thread in full"),),
            )
        )
    if given.process.layer_mm > thread.pitch / 5:
        found.append(
            (
                "warning",
                (
                    f"a pitch of {thread.pitch:g} mm is under five layers of"
                    f" {given.process.layer_mm:g} mm: take a coarser thread"
                ),
            )
        )
    found.append(
        (
            "note",
            (
                "printed threads are no rated fasteners: where a failure could hurt someone, ask a"
                " qualified person"
            ),
        )
    )
    return found
