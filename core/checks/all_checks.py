"""Every check, registered by being imported here, in the order they are told."""

from core.checks import (  # noqa: I001  (the order is that of telling)
    can_be_built,
    closed,
    bed,
    wall,
    slot,
    fine_detail,
    hanging,
    land,
    expected_mass,
    vessel,
    meeting,
    typed_twice,
    equal,
    keep_out,
    crowded,
    doubtful,
    undecided,
    small_part,
    sharp,
    caution,
    hinge_line,
    checklist,
)

from core.checks.check import CHECKS

__all__ = [
    "bed",
    "can_be_built",
    "caution",
    "checklist",
    "closed",
    "crowded",
    "doubtful",
    "equal",
    "expected_mass",
    "fine_detail",
    "hanging",
    "hinge_line",
    "keep_out",
    "land",
    "meeting",
    "sharp",
    "slot",
    "small_part",
    "typed_twice",
    "undecided",
    "vessel",
    "wall",
]

_TOLD = (
    can_be_built,
    closed,
    bed,
    wall,
    slot,
    fine_detail,
    hanging,
    land,
    expected_mass,
    vessel,
    meeting,
    typed_twice,
    equal,
    keep_out,
    crowded,
    doubtful,
    undecided,
    small_part,
    sharp,
    caution,
    hinge_line,
    checklist,
)
_AT = {module.__name__: place for place, module in enumerate(_TOLD)}
_ordered = sorted(CHECKS.items(), key=lambda item: _AT.get(type(item[1]).__module__, len(_AT)))
CHECKS.clear()
CHECKS.update(_ordered)
