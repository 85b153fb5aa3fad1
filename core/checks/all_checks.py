"""Every check, registered by being loaded here, in the order they are told."""

from importlib import import_module

from core.checks.check import CHECKS

TOLD = (
    "can_be_built",
    "closed",
    "bed",
    "wall",
    "slot",
    "fine_detail",
    "hanging",
    "land",
    "expected_mass",
    "vessel",
    "meeting",
    "typed_twice",
    "equal",
    "keep_out",
    "crowded",
    "doubtful",
    "undecided",
    "small_part",
    "sharp",
    "caution",
    "hinge_line",
    "checklist",
)
_AT = {import_module(f"core.checks.{name}").__name__: place for place, name in enumerate(TOLD)}
_ordered = sorted(CHECKS.items(), key=lambda item: _AT.get(type(item[1]).__module__, len(_AT)))
CHECKS.clear()
CHECKS.update(_ordered)
