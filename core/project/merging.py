"""Two documents that grew from the same one put together: measure by measure, step by step.

What only one of them changed is taken from it. Where both changed the same thing, and not to the
same, both are told and one must be chosen. What stands in named lists (measures, parts, steps, fits
…) is matched by its name, so that what is put in on one side and changed on the other meets no
conflict; other lists are one thing.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any, Literal

from core.project.document import from_data
from core.project.schema import Project

Side = Literal["mine", "theirs"]
# lists whose members have names of their own
NAMED = {
    "measures": "name", "parts": "name", "fits": "name", "drawings": "name", "steps": "id",
    "checklist": "what",
}  # fmt: skip
# what says one thing with several words: half of it from either side would say a third
WHOLE = {"place", "place_a", "place_b", "expected_mass"}
MISSING: Any = object()


@dataclass(frozen=True)
class Conflict:
    """Something both changed: where it stands in the document, and how it was and is. None where it
    is not there."""

    path: str
    before: Any
    mine: Any
    theirs: Any


@dataclass
class _Merging:
    choices: Mapping[str, Side]
    conflicts: list[Conflict] = field(default_factory=list)

    def any(self, path: str, base: Any, mine: Any, theirs: Any) -> Any:
        """What becomes of one thing; MISSING where it goes."""
        if mine == theirs or theirs == base:
            return mine
        if mine == base:
            return theirs
        if path.rpartition(".")[2] not in WHOLE and _alike(base, mine, theirs):
            return self._dict(path, base, mine, theirs)
        key = NAMED.get(path.rpartition(".")[2])
        if key and all(_named(one, key) for one in (base, mine, theirs)):
            return self._list(path, key, base, mine, theirs)
        return self._choose(path, base, mine, theirs)

    def _dict(self, path: str, base: Any, mine: Any, theirs: Any) -> dict[str, Any]:
        merged = {}
        for name in dict.fromkeys([*theirs, *mine]):
            of = (one.get(name, MISSING) for one in (base, mine, theirs))
            value = self.any(f"{path}.{name}" if path else name, *of)
            if value is not MISSING:
                merged[name] = value
        return merged

    def _list(self, path: str, key: str, base: Any, mine: Any, theirs: Any) -> list[Any]:
        was, here, there = ({one[key]: one for one in side} for side in (base, mine, theirs))
        found = {
            name: self.any(
                f"{path}.{name}", *(side.get(name, MISSING) for side in (was, here, there))
            )
            for name in dict.fromkeys([*there, *here])
        }
        return [found[name] for name in _order(was, here, there) if found[name] is not MISSING]

    def _choose(self, path: str, base: Any, mine: Any, theirs: Any) -> Any:
        chosen = self.choices.get(path)
        if chosen is None:
            told = (None if one is MISSING else one for one in (base, mine, theirs))
            self.conflicts.append(Conflict(path, *told))
        return mine if chosen == "mine" else theirs


def merged(
    base: Project, mine: Project, theirs: Project, choices: Mapping[str, Side] | None = None
) -> tuple[Project, list[Conflict]]:
    """Two documents put together, and what must still be chosen; there theirs is taken.

    Args:
        base: what both grew from.
        choices: by a conflict's path, whose is taken.

    Raises:
        DocumentError: together they are no document, as where a part that one threw out is joined
            by a fit of the other.

    >>> from core.project.edits import Edit, apply_edits
    >>> from core.project.starters import begun
    >>> base = begun("lidded_box")
    >>> mine = apply_edits(base, [Edit("measures.wall", "3 mm")])
    >>> theirs = apply_edits(base, [Edit("measures.tall", "30 mm")])
    >>> both, left = merged(base, mine, theirs)
    >>> [one.expression for one in both.measures if one.name in ("wall", "tall")], left
    (['30 mm', '3 mm'], [])
    """
    merging = _Merging(choices or {})
    sides = (one.model_dump(mode="json") for one in (base, mine, theirs))
    data = merging.any("", *sides)
    return from_data(data), merging.conflicts


def _alike(*sides: Any) -> bool:
    """Whether all are of fields that mean the same: of one kind, where they are of a kind."""
    return all(isinstance(one, dict) and one.get("kind") == sides[0].get("kind") for one in sides)


def _named(value: Any, key: str) -> bool:
    if value is MISSING or not isinstance(value, list):
        return False
    names = [one.get(key) if isinstance(one, dict) else None for one in value]
    return None not in names and len(set(names)) == len(names)


def _order(was: Mapping[str, Any], here: Mapping[str, Any], there: Mapping[str, Any]) -> list[str]:
    """Names in the order of the side that moved them; what is new on the other comes after what it
    stood after there."""
    kept = [name for name in was if name in here and name in there]
    moved_here = kept != [name for name in here if name in kept]
    lead, other = (here, there) if moved_here else (there, here)
    order = list(lead)
    before = ""
    for name in other:
        if name not in lead:
            order.insert(order.index(before) + 1 if before in order else 0, name)
        before = name
    return order
