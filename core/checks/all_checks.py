"""Every check of this package, registered by being loaded here, in the order they are told."""

from importlib import import_module
from pkgutil import iter_modules

import core.checks
from core.checks.check import CHECKS

# what is told first; a check that is not named here comes after them
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
    "drawn_in",
    "axes",
    "held_twice",
    "bought",
    "checklist",
)
STAND_ON_CHECKS = ("all_checks", "judge", "trying")
for _module in iter_modules(core.checks.__path__):
    if _module.name not in STAND_ON_CHECKS:
        import_module(f"core.checks.{_module.name}")
_AT = {f"core.checks.{name}": place for place, name in enumerate(TOLD)}
_ordered = sorted(CHECKS.items(), key=lambda item: _AT.get(type(item[1]).__module__, len(_AT)))
CHECKS.clear()
CHECKS.update(_ordered)
