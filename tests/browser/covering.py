"""Walks over all there is take long at the screen: by default the fewest walk that cover every way
in which they differ for it; with ``./test --whole`` all of them do.
"""

from __future__ import annotations

import os
from collections.abc import Callable, Collection, Hashable, Iterable
from typing import TypeVar

from core.steps.field import Field

T = TypeVar("T")
WHOLE = bool(os.environ.get("FAIRHINGE_WHOLE"))


def covering(everything: Iterable[T], ways: Callable[[T], Collection[Hashable]]) -> list[T]:
    """The fewest, found one after the other by what they add, whose ways are all there are.

    >>> covering(["abc", "ab", "d", "cd"], set)
    ['abc', 'd']
    """
    each = list(everything)
    if WHOLE:
        return each
    left = {way for one in each for way in ways(one)}
    chosen = []
    while left:
        best = max(each, key=lambda one: len(left & set(ways(one))))
        chosen.append(best)
        left -= set(ways(best))
    return [one for one in each if one in chosen]


def drawn_as(spec: Field) -> set[Hashable]:
    """What decides which control a field has, and when it is seen."""
    return {
        (spec.kind, "waits", bool(spec.when or spec.unless)),
        (spec.kind, "among", spec.among),
        (spec.kind, "measured", spec.measured),
        ("suggests", bool(spec.suggests)),
        ("beside", bool(spec.beside)),
    }
