"""Every check, registered by being imported here, in the order they are told."""

from core.checks import (  # noqa: I001  (the order is that of telling)
    built,
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
    doubtful,
    undecided,
    small_part,
    sharp,
    caution,
    hinge_line,
    checklist,
)

__all__ = [
    "bed", "built", "caution", "checklist", "closed", "doubtful", "equal", "expected_mass",
    "fine_detail", "hanging", "hinge_line", "keep_out", "land", "meeting", "sharp", "slot", "small_part",
    "typed_twice", "undecided", "vessel", "wall",
]  # fmt: skip
