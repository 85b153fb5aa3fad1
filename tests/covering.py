"""Walks over all there is take long: by default the fewest walk that cover every way in which they
differ; with ``./test --whole`` all of them do.
"""

from __future__ import annotations

import os
from collections.abc import Callable, Collection, Hashable, Iterable, Sequence
from itertools import combinations, product
from typing import Any, TypeVar

import pytest

from core.steps.field import Field

T = TypeVar("T")
WHOLE = bool(os.environ.get("FAIRHINGE_WHOLE"))
# what others walk as well, by another way
only_whole = pytest.mark.skipif(not WHOLE, reason="walked by ./test --whole")


def covering(everything: Iterable[T], ways: Callable[[T], Collection[Hashable]]) -> list[T]:
    """The fewest, found one after the other by what they add, whose ways are all there are.

    >>> covering(["abc", "ab", "d", "cd"], set)
    ['abc', 'd']
    """
    each = list(everything)
    if WHOLE:
        return each
    met = [set(ways(one)) for one in each]
    left = set[Hashable]().union(*met)
    chosen = set()
    while left:
        best = max(range(len(each)), key=lambda at: len(left & met[at]))
        chosen.add(best)
        left -= met[best]
    return [each[at] for at in sorted(chosen)]


def pairs(*choices: Iterable[Any]) -> list[tuple[Any, ...]]:
    """Of all that can be chosen together the fewest in which any two that can stand side by side
    do: most faults need two things to meet, few need three (pairwise testing; common practice).

    >>> pairs("ab", [1, 2], "xy")
    [('a', 1, 'x'), ('a', 2, 'y'), ('b', 1, 'y'), ('b', 2, 'x')]
    """
    return covering(
        product(*choices), lambda chosen: list(combinations(list(enumerate(chosen)), 2))
    )


def by_turns(*choices: Sequence[Any]) -> list[tuple[Any, ...]]:
    """Each of the first with one of every other, which take turns.

    >>> by_turns("abc", [1, 2])
    [('a', 1), ('b', 2), ('c', 1)]
    """
    if WHOLE:
        return list(product(*choices))
    first, *rest = choices
    return [(one, *(other[at % len(other)] for other in rest)) for at, one in enumerate(first)]


def spread(everything: Iterable[T], every: int = 2, first: int = 0) -> list[T]:
    """Each so-manieth of what goes one way and differs by size alone.

    >>> spread("abcde"), spread("abcde", every=3, first=1)
    (['a', 'c', 'e'], ['b', 'e'])
    """
    each = list(everything)
    return each if WHOLE else each[first::every]


def drawn_as(spec: Field) -> set[Hashable]:
    """What decides which control a field has, and when it is seen."""
    return {
        (spec.kind, spec.among),
        ("waits", bool(spec.when or spec.unless)),
        ("measured", spec.measured),
        ("suggests", bool(spec.suggests)),
        ("beside", bool(spec.beside)),
    }
