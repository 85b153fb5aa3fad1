"""Relations between two parts that make geometry on both sides, one module per kind.

Map
    registry    FitKind, FitInput, Pair, Probe: what a fit is; the solver knows no kind by name
    slip_lid    a lid that slips on: a lip inside its skirt, or a cap over the outside;
                its sizes, its solids and what it says of itself lie beside it
    pieces      pieces that fits are made of, and how two places are brought together
    plug        a plug in its socket
    tray        a tray on a ledge, a box in a box
    axle        an axle in its bore; a ball bearing in its seat
    screw       bolt and nut, screw cap, tapped hole
    dovetail, rail, strap       parts slid together, a flap in a rail, a strap in its clamp
    knuckle, ball_hinge         hinges
    gears       two gears in mesh, a gear and its rack
    screwed     a cover held on a base by bought screws; how it begins, its sizes, its solids and
                the things themselves lie beside it
    clip        a snap clip; clip_strength holds the equations of its bending
    track       groove and nub, twist lock and maze; track_path is the track unrolled
    captive     a ring on a post, a ball in a cage, a link through an eye, links of a chain,
                each made in a module beside it

A fit is edited in one place. Its gap is per side, normal to the surfaces that meet, and is
measured back on the finished solids face pair by face pair.
"""

from importlib import import_module
from pkgutil import iter_modules

from core.fits.registry import FITS, FitInput, FitKind, Pair, Probe

__all__ = ["FITS", "FitInput", "FitKind", "Pair", "Probe"]

# a kind of fit is there as soon as its module is
for _module in iter_modules(__path__):
    import_module(f"{__name__}.{_module.name}")
