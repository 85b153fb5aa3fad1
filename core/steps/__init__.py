"""The lines of a build sheet. Each module is one kind of step and registers itself.

Map
    field       what can be set of a step, and how it is read aloud
    fields      the same, read as typed attributes with their units, a class for each kind
    registry    StepKind, register: what a step is; the solver knows no kind by name
    state       PartState, Feature: what earlier steps leave for later ones to follow
    edge_list   edges as a maker writes them: two faces that meet, with a size of their own
    blind       words on blind cuts that come out behind
    outline_kinds   the outlines a step can ask for, and their fields
    extrude, revolve, loft, sweep, text, wrap, boss, ledge, flats, knurl, hole, shell, hollow, rib,
    split
    fillet, chamfer, and rims, which both share
    piece       what a split of another part left
    points      corners, middles of edges and faces, axes, told by the faces that meet there
    plane, sides, reach   planes as places; places on every face; how far a step goes
    along       copies along a line or an outline
    patterns    rows, grids, rounds and rings of a step's piece
    mirror, move
    fill        copies all over a face, flat or round; lattice  the points of such a field;
                round_side  those on a cylinder or a cone
    blend, bridge, thread, hardware (screw holes and nut traps by size), traced, imported
    combine, fit_step
"""

from importlib import import_module
from pkgutil import iter_modules

from core.steps.field import Field
from core.steps.outline_kinds import OUTLINES, AnyOutlineKind, OutlineKind
from core.steps.registry import STEPS, StationInput, StepInput, StepKind
from core.steps.state import Feature, PartState

__all__ = [
    "OUTLINES",
    "STEPS",
    "AnyOutlineKind",
    "Feature",
    "Field",
    "OutlineKind",
    "PartState",
    "StationInput",
    "StepInput",
    "StepKind",
]

# a kind of step is there as soon as its module is
for _module in iter_modules(__path__):
    import_module(f"{__name__}.{_module.name}")
