"""How far a thread's ridges overlap at a gap, and the load at which the weaker of them strips.

Shear areas by the usual cylinders (the form of FED-STD-H28/2, from memory): the bolt's ridges are
cut off where the nut's begin, the nut's where the bolt's end; over an engaged length each cylinder
is ridge for the share of the pitch that the ridge is wide there. Ridge widths are those of the
profiles as opened by the gap. Printed plastic shears between its layers at about half its tensile
strength (common practice, no source), so the load is an order of magnitude and no rating.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from core.errors import BuildError
from core.threads.designation import read_thread
from core.threads.profile import Opening, opened
from core.threads.thread import Thread

SHEAR_MPA = 15.0  # between layers of usual filaments (common practice, no source)
HALF = 0.5  # of the depth of thread is to stay engaged (common practice, no source)


@dataclass(frozen=True, slots=True)
class Stripping:
    """Shear areas of both sides in mm², and the load in newtons at which the weaker one shears."""

    bolt_mm2: float
    nut_mm2: float
    strips_at_n: float

    @property
    def weaker(self) -> str:
        """Which of the two shears first."""
        return "bolt" if self.bolt_mm2 <= self.nut_mm2 else "nut"


def overlap_mm(bolt: Opening, nut: Opening) -> float:
    """How far the crests reach past each other along the radius; below nought they do not meet.

    >>> from core.threads import read_thread
    >>> from core.threads.profile import opened
    >>> thread = read_thread("M20")
    >>> tight = overlap_mm(opened(thread, 0.0, True), opened(thread, 0.0, False))
    >>> round(tight, 3)
    1.353
    """
    return bolt.crest - nut.root


def full_depth_mm(thread: Thread) -> float:
    """The overlap of the basic profile, without any gap.

    >>> from core.threads import read_thread
    >>> round(full_depth_mm(read_thread("M20")), 3)
    1.353
    """
    return (thread.major - thread.minor_internal) / 2


def half_width_mm(side: Opening, radius: float) -> float:
    """Half the ridge (of a nut: the groove) at a radius, mm.

    >>> from core.threads import read_thread
    >>> from core.threads.profile import opened
    >>> thread = read_thread("M20")
    >>> round(half_width_mm(opened(thread, 0.0, True), thread.pitch_diameter / 2), 3)
    0.625
    """
    share = (radius - side.root) / (side.crest - side.root)
    return side.half_at_root + (side.half_at_crest - side.half_at_root) * min(max(share, 0.0), 1.0)


def stripping(
    thread: Thread, bolt: Opening, nut: Opening, length_mm: float, shear_mpa: float = SHEAR_MPA
) -> Stripping:
    """The load at which an engaged length strips; nought where the ridges do not meet.

    >>> from core.threads import read_thread
    >>> from core.threads.profile import opened
    >>> thread = read_thread("M20")
    >>> bolt, nut = opened(thread, 0.0, True), opened(thread, 0.0, False)
    >>> short, long = (stripping(thread, bolt, nut, mm) for mm in (10.0, 20.0))
    >>> short.weaker, round(long.strips_at_n / short.strips_at_n, 6)
    ('bolt', 2.0)
    """
    if overlap_mm(bolt, nut) <= 0 or length_mm <= 0:
        return Stripping(0.0, 0.0, 0.0)
    ridge = min(2 * half_width_mm(bolt, nut.root) / thread.pitch, 1.0)
    wall = min(max(1 - 2 * half_width_mm(nut, bolt.crest) / thread.pitch, 0.0), 1.0)
    bolt_mm2 = 2 * math.pi * nut.root * length_mm * ridge
    nut_mm2 = 2 * math.pi * bolt.crest * length_mm * wall
    return Stripping(bolt_mm2, nut_mm2, min(bolt_mm2, nut_mm2) * shear_mpa)


def engaged_share(thread: Thread, gap_mm: float, inner_share: float) -> float:
    """The share of the full depth that still overlaps at a gap a side; nought where none does.

    Args:
        inner_share: how much of the gap the bolt gives, 0 to 1.

    >>> from core.threads import read_thread
    >>> round(engaged_share(read_thread("M6"), 0.1, 0.5), 2)
    0.86
    >>> engaged_share(read_thread("M3"), 1.0, 0.5)
    0.0
    """
    try:
        bolt = opened(thread, gap_mm * inner_share, True)
        nut = opened(thread, gap_mm * (1 - inner_share), False, gap_mm * inner_share)
    except BuildError:
        return 0.0
    return max(overlap_mm(bolt, nut), 0.0) / full_depth_mm(thread)


def most_gap_mm(thread: Thread, inner_share: float, share: float = HALF) -> float:
    """The largest gap a side, to 0.01 mm, at which that share of the depth stays engaged.

    >>> from core.threads import read_thread
    >>> most_gap_mm(read_thread("print 24x4"), 0.5)
    0.5
    """
    low, high = 0.0, thread.pitch
    for _ in range(40):
        middle = (low + high) / 2
        if engaged_share(thread, middle, inner_share) >= share:
            low = middle
        else:
            high = middle
    return math.floor(low * 100 + 1e-6) / 100


def thread_that_holds(thread: Thread, gap_mm: float, inner_share: float) -> Thread | None:
    """The coarse print form nearest in size that keeps half its depth at a gap, if any.

    Its pitch is the least, in half millimetres, that does; it is at most a third of the size.

    >>> from core.threads import read_thread
    >>> thread_that_holds(read_thread("M6"), 0.46, 0.5).name
    'print 12x4'
    """
    major = math.ceil(thread.major - 1e-9)
    for size in range(major, 3 * major + 1):
        pitch = math.ceil(thread.pitch * 2) / 2
        while pitch <= size / 3:
            found = read_thread(f"print {size:g}x{pitch:g}", thread.starts, thread.left_hand)
            if engaged_share(found, gap_mm, inner_share) >= HALF:
                return found
            pitch += 0.5
    return None


def about_newtons(load_n: float) -> str:
    """An order of magnitude as it should look.

    >>> about_newtons(2083.4), about_newtons(417.0), about_newtons(0.0)
    ('about 2 kN', 'about 420 N', 'nothing')
    """
    if load_n <= 0:
        return "nothing"
    digits = 1 if load_n >= 1000 else 2
    rounded = round(load_n, digits - 1 - math.floor(math.log10(load_n)))
    return f"about {rounded / 1000:g} kN" if rounded >= 1000 else f"about {rounded:g} N"
