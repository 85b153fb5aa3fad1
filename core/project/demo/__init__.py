"""The shipped projects: the Lockkeeper's play set, and what to start a new project from."""

from __future__ import annotations

from dataclasses import dataclass
from importlib.resources import files

from core.errors import DocumentError
from core.project.document import read_document
from core.project.schema import Project

DEMO = (
    "bait_tin",
    "hook_tin",
    "windlass",
    "lantern",
    "pump",
    "sluice",
    "bait_tray",
    "seed_box",
    "creel",
    "lock_key",
    "keeper",
    "shackle",
    "wrench",
    "deck",
    "rope_clamp",
    "tackle_case",
    "drawbridge",
    "sluice_gate",
    "winch",
    "buoy",
    "half_deck",
    "socket_key",
    "belt_clamp",
    "hatch",
)


@dataclass(frozen=True, slots=True)
class StarterInfo:
    """A starter: its file, and what it says of itself."""

    file: str
    title: str
    about: str


STARTERS: dict[str, StarterInfo] = {
    "empty": StarterInfo("empty", "Empty page", "one part, nothing on it yet"),
    "lip tin": StarterInfo(
        "lip_tin", "Tin with a lip", "a box whose lid goes over a lip, flush outside"
    ),
    "cap tin": StarterInfo("cap_tin", "Tin with a cap", "a pot whose cap goes over the outside"),
}


def demo_document(name: str) -> Project:
    """A demo project by file name.

    >>> demo_document("bait_tin").title
    'Bait tin'
    """
    return read_document(files(__package__).joinpath(f"{name}.json").read_text())


def starter_document(name: str) -> Project:
    """A starter by name.

    Raises:
        DocumentError: no such starter.
    """
    if name not in STARTERS:
        raise DocumentError(f"there is no starter '{name}'", remedy="one of " + ", ".join(STARTERS))
    return demo_document(STARTERS[name].file)
