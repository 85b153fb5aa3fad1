"""Screw threads: what a designation means, and the solids that follow.

Map
    series        which diameters and pitches the standards list
    thread        Thread: diameters, pitch, flank angle, lead; sizes worked out from formulas
    designation   ``M12x1.5``, ``1 1/4-12 UNF``, ``Tr20x4``, ``print 24x4`` -> Thread
    profile       the ridge of a thread in its axial plane, and one opened by a gap
    helix         a ridge wound into a solid; rods and cutters made of it
    strength      engagement, turns, and the load at which a printed thread strips

Sources: ISO 68-1, ISO 261/262, ISO 724 (metric), ASME B1.1 (unified inch), ISO 2904
(trapezoidal); all from memory of the published formulas. The print-friendly form is our own:
45° flanks, crest and root flats of a quarter pitch.
"""

from core.threads.designation import read_thread
from core.threads.helix import thread_cutter, thread_rod
from core.threads.profile import Opening, opened
from core.threads.thread import Thread

__all__ = ["Opening", "Thread", "opened", "read_thread", "thread_cutter", "thread_rod"]
