"""The order in which things that refer to each other can be worked out."""

from __future__ import annotations

from collections.abc import Hashable, Mapping, Set
from graphlib import CycleError, TopologicalSorter
from typing import TypeVar

T = TypeVar("T", bound=Hashable)


def dependency_order(depends_on: Mapping[T, Set[T]]) -> tuple[list[T], list[list[T]]]:
    """Every thing after what it depends on, and the cycles found on the way.

    Things in a cycle, once reported, are left out of the order, and so is nothing else:
    what merely depends on a cycle stays in, so that its own error can say so.

    Returns:
        The order, and each cycle as the list of its members (first = last left off). O(n + m)
        per cycle.

    >>> dependency_order({"a": {"b"}, "b": set()})
    (['b', 'a'], [])
    """
    graph = {key: set(needs) for key, needs in depends_on.items()}
    cycles: list[list[T]] = []
    while True:
        try:
            order = list(TopologicalSorter(graph).static_order())
            return [key for key in order if key in depends_on and key in graph], cycles
        except CycleError as error:
            loop = list(error.args[1])[:-1][::-1]
            cycles.append(loop)
            for member in loop:
                graph.pop(member, None)
            for needs in graph.values():
                needs.difference_update(loop)
